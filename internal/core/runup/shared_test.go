package runup_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/runup/runuptest"
)

// closing is a service of so many pies, each closed by hand in two minutes, in a kitchen with
// three cooks in the section whose work that is and one elsewhere.
func closing(pies int) demand.Input {
	in := runuptest.Evening(pies, runuptest.Step("close", 2, func(s *recipe.Step) {
		s.Time.Per = recipe.PerPortion
		s.Then.Most = minutesOf(600)
	}))
	for _, id := range []string{"second", "third"} {
		in.Kitchen.Cooks = append(in.Kitchen.Cooks, kitchen.Cook{ID: id, Name: id, Section: "fish", Shifts: in.Kitchen.Cooks[0].Shifts})
	}
	in.Kitchen.Cooks = append(in.Kitchen.Cooks, kitchen.Cook{ID: "pastry", Name: "pastry", Section: "pastry", Shifts: in.Kitchen.Cooks[0].Shifts})
	in.Kitchen.Sections = append(in.Kitchen.Sections, kitchen.Section{ID: "pastry", Name: "Pastry"})
	c := in.Components["food"]
	c.Section = "fish"
	in.Components["food"] = c
	return in
}

func closes(r planned) (out []report.Bar) {
	for _, b := range r.RunUp.Bars {
		if b.Step == "close" {
			out = append(out, b)
		}
	}
	return out
}

// 90 pies at 2 min are three hours of one cook: more than 40 min, and the section has three. Each
// closes 30 in an hour, side by side, and none of it falls to the pastry. 20 pies are 40 min, and
// one cook's; 25 are 50 min: two do 13 and 12, for nobody begins for less than 20 min.
func TestLongWorkIsShared(t *testing.T) {
	for _, c := range []struct {
		pies  int
		parts []int
	}{{90, []int{30, 30, 30}}, {20, []int{20}}, {25, []int{13, 12}}} {
		r := makePlan(t, closing(c.pies))
		var parts []int
		who := map[string]int64{}
		for _, b := range closes(r) {
			parts = append(parts, b.Portions)
			require.Len(t, b.Cooks, 1)
			assert.NotEqual(t, "pastry", b.Cooks[0])
			who[b.Cooks[0]] += b.To - b.From
		}
		assert.Equal(t, c.parts, parts)
		assert.Len(t, who, len(c.parts), "each does a part: %v", who)
	}
	assert.Contains(t, closes(makePlan(t, closing(90)))[0].Working, "30 of 90 portions, shared by 3: ")
}

// What is done once, whatever the number, or by a named cook, is nobody else's.
func TestWhatIsNotShared(t *testing.T) {
	in := closing(90)
	c := in.Components["food"]
	in.Components["food"] = c.With(0, func(s *recipe.Step) { s.Hands.Cook = "second" })
	assert.Len(t, closes(makePlan(t, in)), 1)
	in.Components["food"] = c.With(0, func(s *recipe.Step) {
		s.Time = &recipe.Time{Quick: 7200, Usual: 7200, Slow: 7200, Per: recipe.Once}
	})
	assert.Len(t, closes(makePlan(t, in)), 1)
}
