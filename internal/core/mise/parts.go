package mise

import (
	"fmt"
	"strings"

	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// InParts is something that is taken apart for several things, in the order in which its parts can be
// had: grated before it is pressed, so that nobody presses what is still to be grated.
type InParts struct {
	Name  string   `json:"name" doc:"with how many"`
	Order []string `json:"order" nullable:"false" doc:"each part with how much, and for what"`
	Left  string   `json:"left,omitempty" doc:"what nobody takes"`
}

// inParts are the ingredients of which more than one part is taken, or some of one is left.
func (m *maker) inParts() []InParts {
	out := []InParts{}
	for _, b := range m.Exploded.Buy {
		p := InParts{Name: wholes(b), Order: []string{}}
		var left []string
		for _, part := range b.Parts {
			if part.Wanted.Quantity > 0 {
				p.Order = append(p.Order, fmt.Sprintf("%s %s for %s", m.figure(part.Wanted), part.Name, strings.Join(m.takersOf(b.Ingredient, part.Name), ", ")))
			}
			if part.Left.Quantity > 0 {
				left = append(left, m.figure(part.Left)+" "+part.Name)
			}
		}
		if p.Left = strings.Join(left, ", "); len(p.Order) > 0 && (len(p.Order) > 1 || p.Left != "") {
			out = append(out, p)
		}
	}
	return out
}

// wholes is how many of it there are: 3 lemons, 2 heads of celery.
func wholes(b quantity.Buy) string {
	n := units.Whole(b.Amount.Quantity)
	if b.Amount.Unit == units.Piece {
		return words.Count(int(n), b.Name)
	}
	return units.Amount{Quantity: n, Unit: b.Amount.Unit}.String() + " " + b.Name
}

func (m *maker) figure(a units.Amount) string {
	text, _ := m.Ways.Read(a)
	return text
}

// takersOf are the names of what takes a part, each once.
func (m *maker) takersOf(ingredient, part string) (out []string) {
	seen := map[string]bool{}
	for _, b := range m.Exploded.Buy {
		for _, t := range b.Takers {
			name := strings.TrimSuffix(t.Name, ": "+part)
			if b.Ingredient == ingredient && t.Part == part && !seen[name] {
				seen[name] = true
				out = append(out, name)
			}
		}
	}
	return out
}
