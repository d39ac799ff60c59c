package runup_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/expand"
	"jointime/internal/core/runup/runuptest"
	"jointime/internal/core/runup/work"
)

// Twelve portions are fried 3 min in two pans of four each, by one cook who stays with them
// and then lays 12 plates of 10 s: two loads of six, 2 × 3 min before 19:58:00, so that the
// first goes in at 19:52:00, and none is left out.
func TestWhatDoesNotFitAtOnceIsDoneInLoads(t *testing.T) {
	in := runuptest.Evening(12, runuptest.Step("fry", 3, func(s *recipe.Step) {
		most := int64(20 * 60)
		s.Equipment, s.Then.Most = []recipe.Needed{{Kind: "pan", Holds: 4}}, &most
	}))
	in.Kitchen.PassWidth = 12
	in.Kitchen.Cooks = in.Kitchen.Cooks[:1]
	in.Kitchen.Equipment = []kitchen.Equipment{{ID: "pans", Name: "Pans", Kind: "pan", Places: 2}}
	r := makePlan(t, in)
	require.Empty(t, r.RunUp.Stops)
	first, second := bars(r)["dish/food/fry/batch 1"], bars(r)["dish/food/fry/batch 2"]
	assert.Equal(t, [2]int{6, 6}, [2]int{first.Portions, second.Portions})
	assert.Equal(t, "6 of 12 portions, 8 fit at once: 3 min", first.Working)
	assert.Equal(t, "19:52:00", first.Start.Format("15:04:05"))
	assert.Equal(t, "19:58:00", second.End.Format("15:04:05"))
}

// 300 portions, 40 on a tray, in ovens of five trays: with one oven two loads of 150, one
// after the other, 2 × 60 min before the plates; with two ovens side by side, 60 min before,
// and 30 s more, for one cook puts in one after the other. Nobody stays with them. Before the
// plates there is the carving, 5 min; and what is in before the last hour begins at a round
// figure, up to 5 min earlier.
func TestLoadsGoOverAllThingsOfAKind(t *testing.T) {
	for ovens, in := range map[int]int64{1: 2*3600 + 300, 2: 3600 + 330, 12: 3600 + 330} {
		hot := int64(160)
		e := runuptest.Evening(300, runuptest.Step("braise", 60, func(s *recipe.Step) {
			most := int64(3 * 3600)
			s.Hands.Work, s.Then.Most = recipe.NoHands, &most
			s.Equipment = []recipe.Needed{{Kind: "oven", Holds: 40, Setting: &hot}}
		}), runuptest.Step("carve", 5, nil))
		e.Kitchen.PassWidth = 300
		e.Kitchen.Equipment = nil
		for n := range ovens {
			e.Kitchen.Equipment = append(e.Kitchen.Equipment, kitchen.Equipment{ID: fmt.Sprint("oven-", n), Name: fmt.Sprint("Oven ", n+1), Kind: "oven", Places: 5})
		}
		for i := range e.Kitchen.Equipment {
			e.Kitchen.Equipment[i].Heating = &kitchen.Heater{Cold: 160, Up: 1, Down: 1, Tolerance: 5}
		}
		r := makePlan(t, e)
		require.Empty(t, r.RunUp.Stops)
		b := bars(r)
		one, two, carved := b["dish/food/braise/batch 1"], b["dish/food/braise/batch 2"], b["dish/food/carve"]
		assert.Equal(t, [2]int{150, 150}, [2]int{one.Portions, two.Portions})
		took := carved.To - one.From
		assert.GreaterOrEqual(t, took, in)
		assert.Less(t, took, in+300)
	}
}

// What waits at the same time must have a place: 12 portions rest at least 5 min before they
// are served together, and eight fit on the shelf. It is told, and nothing else is lost.
func TestAHoldWithoutRoomForAWaveIsTold(t *testing.T) {
	in := runuptest.Evening(12, runuptest.Step("roast", 10, func(s *recipe.Step) {
		s.Then = recipe.Wait{Least: 300, Place: &recipe.Needed{Kind: "shelf", Holds: 4}}
	}))
	in.Kitchen.PassWidth = 12
	in.Kitchen.Equipment = []kitchen.Equipment{{ID: "shelf", Name: "Shelf", Kind: "shelf", Places: 2}}
	r := makePlan(t, in)
	require.Len(t, r.RunUp.Stops, 1)
	assert.Equal(t, "Its hold: 12 portions at once; 8 fit on Shelf", r.RunUp.Stops[0].Why)
}

// Two roasts that rest in the only oven at temperatures that exclude each other, for plates
// of the same minute: one of them stops with its reason, and the rest is planned.
func TestWhatFindsNoRoomStopsAndTheRestIsPlanned(t *testing.T) {
	in := runuptest.Evening(2, runuptest.Step("roast", 20, func(s *recipe.Step) {
		hot, warm, most := int64(200), int64(50), int64(600)
		s.Equipment = []recipe.Needed{{Kind: "oven", Setting: &hot}}
		s.Then = recipe.Wait{Least: 600, Most: &most, Place: &recipe.Needed{Kind: "oven", Setting: &warm}}
	}))
	in.Kitchen.Equipment = []kitchen.Equipment{{ID: "oven", Name: "Oven", Kind: "oven", Places: 1, Heating: &kitchen.Heater{Cold: 20, Up: 4, Down: 12, Tolerance: 5}}}
	dish := in.Dishes["dish"]
	other := in.Components["food"]
	other.ID, other.Name, other.Methods = "more", "More", recipe.OneWay(runuptest.Step("chop", 5, nil))
	in.Components["more"] = other
	dish.Parts = append(dish.Parts, recipe.Part{Component: "more", Portion: dish.Parts[0].Portion})
	in.Dishes["dish"] = dish
	r := makePlan(t, in)
	require.True(t, r.Found)
	require.Len(t, r.RunUp.Stops, 1)
	assert.Equal(t, "roast", r.RunUp.Stops[0].Step)
	assert.Contains(t, r.RunUp.Stops[0].Why, "Oven")
	assert.Contains(t, bars(r), "dish/more/chop")
}

// Where a step does not say how much fits, the kitchen may: 12 portions in two pans of four.
func TestTheKitchenSaysHowMuchFits(t *testing.T) {
	in := runuptest.Evening(12, runuptest.Step("fry", 3, func(s *recipe.Step) { s.Equipment = []recipe.Needed{{Kind: "pan"}} }))
	in.Kitchen.PassWidth = 12
	in.Kitchen.Equipment = []kitchen.Equipment{{ID: "pans", Name: "Pans", Kind: "pan", Places: 2, Portions: 4}}
	b := bars(makePlan(t, in))
	assert.Equal(t, 6, b["dish/food/fry/batch 1"].Portions)
	assert.Equal(t, 6, b["dish/food/fry/batch 2"].Portions)
}

// Water that has no place on the heat is left out and told by its name; what the service does
// without of its own will is not.
func TestALeadInWithoutRoomIsTold(t *testing.T) {
	in := runuptest.Evening(2, runuptest.Step("blanch", 5, func(s *recipe.Step) { s.Equipment = []recipe.Needed{{Kind: "burner"}} }))
	d, err := demand.New(in)
	require.NoError(t, err)
	all, of := expand.Problem(d, expand.Exclusions{})
	lead := slices.IndexFunc(of.Work, func(w work.Work) bool { return w.LeadIn != "" && w.Kind == work.Setup })
	require.GreaterOrEqual(t, lead, 0)
	key := of.Work[lead].LeftOutKey()
	without, of := expand.Problem(d, expand.Exclusions{Steps: map[string]string{key: "No room: it takes 1 more place on Stove (19:40–19:52)"}})
	assert.Len(t, without.Tasks, len(all.Tasks)-1)
	require.Len(t, of.Unplanned, 1)
	assert.Equal(t, "Food: water at the boil before “blanch”", of.Unplanned[0].Name)
	assert.Contains(t, of.Unplanned[0].Why, "No room")

	in.Service.LeftOut = []string{strings.TrimPrefix(key, "lead-in ")}
	d, err = demand.New(in)
	require.NoError(t, err)
	_, of = expand.Problem(d, expand.Exclusions{})
	assert.Empty(t, of.Unplanned)
}
