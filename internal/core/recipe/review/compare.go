package review

import (
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// MethodView is one way of making a component, as it is compared with others.
type MethodView struct {
	ID        string       `json:"id"`
	Name      string       `json:"name"`
	Reason    string       `json:"reason,omitempty"`
	Used      bool         `json:"used"`
	Bought    bool         `json:"bought"`
	Lead      recipe.Lead  `json:"lead"`
	Equipment []string     `json:"equipment" nullable:"false" doc:"kinds, with their settings"`
	Yield     units.Amount `json:"yield"`
	Says      string       `json:"says" doc:"against the method that is used, in words; empty for that one"`
}

// Compare lays the methods of a component side by side, for so many portions.
func Compare(b recipe.Book, c recipe.Component, portions int) []MethodView {
	out := []MethodView{}
	used := b.Lead(c, portions)
	for _, m := range c.Methods {
		by := c.By(m.ID)
		v := MethodView{ID: m.ID, Name: m.Name, Reason: m.Reason, Used: m.ID == c.Method().ID, Bought: m.Bought != nil, Lead: b.Lead(by, portions), Equipment: equipment(by), Yield: by.Makes()}
		if !v.Used {
			v.Says = against(v.Lead, used)
		}
		out = append(out, v)
	}
	return out
}

// equipment lists what the method that is used wants, each once.
func equipment(c recipe.Component) []string {
	out := []string{}
	for _, s := range c.Steps() {
		for _, n := range s.Equipment {
			say := n.Kind
			if n.Setting != nil {
				say = fmt.Sprintf("%s %d °C", n.Kind, *n.Setting)
			}
			if !slices.Contains(out, say) {
				out = append(out, say)
			}
		}
	}
	return out
}

// against says what one method costs and saves against another.
func against(a, b recipe.Lead) string {
	var says []string
	add := func(d int64, more, less string) {
		switch {
		case d > 0:
			says = append(says, units.FormatDuration(d)+" "+more)
		case d < 0:
			says = append(says, units.FormatDuration(-d)+" "+less)
		}
	}
	add(a.Must-b.Must, "earlier", "later")
	add(a.Late-b.Late, "more hands-on in the last half hour", "less hands-on in the last half hour")
	add((a.Hands-a.Late)-(b.Hands-b.Late), "more before that", "less before that")
	if a.Open {
		says = append(says, "has a gap")
	}
	return strings.Join(says, ", ")
}

// Rival is a pair of steps that want the same equipment at the same time, when
// each stands as late as its waits allow.
type Rival struct {
	Kind   string `json:"kind"`
	A      string `json:"a" doc:"component, step"`
	B      string `json:"b"`
	From   int64  `json:"from" doc:"seconds before the plate"`
	To     int64  `json:"to"`
	Heat   bool   `json:"heat" doc:"they want it at different settings"`
	Places int    `json:"places" doc:"how many of these there are; 0: none"`
}

// Rivals finds the steps of a dish that stand in each other's way: one kind
// of equipment at two settings at once, or more places than there are.
func Rivals(b recipe.Book, d recipe.Dish, places func(kind string) int, portions int) []Rival {
	type use struct {
		who      string
		need     recipe.Needed
		from, to int64
	}
	var uses []use
	for _, c := range b.Within(d) {
		for _, l := range b.Lead(c, portions).Steps {
			s, _ := c.Step(l.Step)
			for _, n := range s.Equipment {
				uses = append(uses, use{words.Step(c.Name, s.Name), n, l.From, l.To})
			}
		}
	}
	out := []Rival{}
	for i, x := range uses {
		for _, y := range uses[i+1:] {
			from, to := min(x.from, y.from), max(x.to, y.to)
			if x.need.Kind != y.need.Kind || from <= to {
				continue
			}
			heat := x.need.Setting != nil && y.need.Setting != nil && *x.need.Setting != *y.need.Setting
			have := places(x.need.Kind)
			if heat || x.need.Places(portions)+y.need.Places(portions) > have {
				out = append(out, Rival{x.need.Kind, x.who, y.who, from, to, heat, have})
			}
		}
	}
	return out
}

// Ahead is how far ahead a component can be made.
type Ahead struct {
	Component string `json:"component"`
	Name      string `json:"name"`
	Place     string `json:"place,omitempty"`
	For       int64  `json:"for" doc:"seconds; 0: only just before"`
	Then      string `json:"then,omitempty"`
}

// AheadOf lists what of a dish could be made ahead, longest first.
func AheadOf(b recipe.Book, d recipe.Dish) []Ahead {
	out := []Ahead{}
	for _, c := range b.Within(d) {
		a := Ahead{Component: c.ID, Name: c.Name}
		for _, k := range c.Keeps {
			if k.For > a.For {
				a.Place, a.For, a.Then = k.Place, k.For, k.Then
			}
		}
		out = append(out, a)
	}
	slices.SortStableFunc(out, func(x, y Ahead) int {
		switch {
		case x.For > y.For:
			return -1
		case x.For < y.For:
			return 1
		}
		return 0
	})
	return out
}
