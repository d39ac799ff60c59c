package runup_test

import (
	"context"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/runuptest"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/solve"
)

// blended is an evening of four plates of two things from one blender, which is washed in 3 min.
func blended(first, second []recipe.Step) demand.Input {
	in := runuptest.Evening(4, first...)
	in.Components["more"] = recipe.Component{ID: "more", Name: "More", Section: "fish", Yield: in.Components["food"].Yield, Methods: recipe.OneWay(second...)}
	dish := in.Dishes["dish"]
	dish.Parts = append(dish.Parts, recipe.Part{Component: "more", Portion: dish.Parts[0].Portion})
	in.Dishes["dish"] = dish
	return in
}

func inBlender(s *recipe.Step) { s.Equipment = []recipe.Needed{{Kind: "blender"}} }

// Four plates from 19:59:20. The one that is blended last is blended for 2 min until then, from
// 19:57:20; before it the blender is washed for 3 min, from 19:54:20, and the other one is blended
// until 19:54:20, from 19:52:20. A step is as long as it is, and after the second nothing follows.
// With a second cook, who has no section and may wash, it is the same: the blender is the reason.
func TestWashedBeforeTheNextOtherUse(t *testing.T) {
	for _, cooks := range []int{1, 2} {
		in := blended([]recipe.Step{runuptest.Step("blend", 2, inBlender)}, []recipe.Step{runuptest.Step("blend", 2, inBlender)})
		if cooks == 2 {
			in.Kitchen.Cooks = append(in.Kitchen.Cooks, kitchen.Cook{ID: "porter", Name: "Porter", Shifts: in.Kitchen.Cooks[0].Shifts})
		}
		r := makePlan(t, in)
		var got [][2]string
		for _, b := range r.RunUp.Bars {
			if start, end := at(b); b.Step == "blend" || b.Step == "wash" {
				got = append(got, [2]string{start, end})
			}
		}
		assert.ElementsMatch(t, [][2]string{{"19:52:20", "19:54:20"}, {"19:54:20", "19:57:20"}, {"19:57:20", "19:59:20"}}, got)
		assert.Empty(t, untold(t, in, r))
	}
}

// Greens are chopped in the blender for 2 min and then blended with bread for 3: it is one
// component, and nothing is washed in between. Blended until 19:59:20, from 19:56:20; chopped
// from 19:54:20.
func TestNotWashedForTheNextStepOfTheSameThing(t *testing.T) {
	in := runuptest.Evening(4, runuptest.Step("greens", 2, inBlender), runuptest.Step("bread", 3, inBlender))
	r := makePlan(t, in)
	start, _ := at(bars(r)["dish/food/greens"])
	assert.Equal(t, "19:54:20", start)
	for _, b := range r.RunUp.Bars {
		assert.NotEqual(t, "wash", b.Step, b.ID)
	}
}

// Where a step says that it wants it clean it is washed all the same: 3 min, so chopped from 19:51:20.
func TestWashedWhereItIsWantedClean(t *testing.T) {
	in := runuptest.Evening(4, runuptest.Step("greens", 2, inBlender), runuptest.Step("bread", 3, func(s *recipe.Step) {
		inBlender(s)
		s.Pan = &recipe.Pan{Clean: true}
	}))
	start, _ := at(bars(makePlan(t, in))["dish/food/greens"])
	assert.Equal(t, "19:51:20", start)
}

// A plan is kept with what it does not wash, and read back so: of three uses the first of the two of
// one thing, and whichever is last.
func TestWhatIsNotWashedIsKeptWithThePlan(t *testing.T) {
	in := blended([]recipe.Step{runuptest.Step("greens", 2, inBlender), runuptest.Step("bread", 3, inBlender)}, []recipe.Step{runuptest.Step("blend", 2, inBlender)})
	s, err := runup.Prepare(in)
	require.NoError(t, err)
	r, err := s.Plan(context.Background(), nil)
	require.NoError(t, err)
	assert.Equal(t, "dish/food/bread", r.Excluded.AsIs["dish/food/greens/wash blender"])
	assert.Len(t, r.Excluded.AsIs, 2)
	washed := 0
	for _, w := range r.Map.Work {
		if w.Kind == work.Wash {
			washed++
		}
	}
	assert.Equal(t, 1, washed)
	again, fits := s.Again(r)
	assert.True(t, fits)
	assert.Equal(t, r.Problem, again.Problem)
	around, ok := s.Carried(r)
	assert.True(t, ok)
	assert.Equal(t, r.Plan.Tasks, around.Plan.Tasks)
	after, err := s.After(r, r.Map.Origin).Plan(context.Background(), nil)
	require.NoError(t, err)
	assert.Equal(t, r.Excluded.AsIs, after.Excluded.AsIs)
}

// Lunch blends for 2 min until 11:59:20 and leaves the blender as it is: nothing of its own comes
// after. What dinner blends has the 3 min for it kept free, and says whose it was; what it blends
// the second time does not.
func TestWhatAnotherServiceLeftIsAsked(t *testing.T) {
	lunch := runuptest.Evening(4, runuptest.Step("blend", 2, inBlender))
	lunch.Service.ID, lunch.Service.Name, lunch.Service.Courses[0].Hour = "lunch", "Lunch", "12:00"
	l := makePlan(t, lunch)
	booked := l.Booked()
	k := slices.IndexFunc(booked.Bookings, func(x demand.Booking) bool { return x.Resource == "blender" })
	assert.Equal(t, "12:02:20", booked.Bookings[k].To.Format("15:04:05"))

	in := runuptest.Evening(4, runuptest.Step("blend", 2, inBlender), runuptest.Step("again", 2, inBlender))
	in.Elsewhere = []demand.Elsewhere{booked}
	b := bars(makePlan(t, in))
	assert.Equal(t, []work.Advice{{When: "first", Then: "Blender: Lunch had it, is it washed?"}}, b["dish/food/blend"].Words)
	assert.Empty(t, b["dish/food/again"].Words)
}

// The wait after a step that is followed by washing is told on its sheet as the book has it.
func TestTheWaitIsToldAndNotTheWashing(t *testing.T) {
	in := blended([]recipe.Step{runuptest.Step("blend", 2, func(s *recipe.Step) {
		inBlender(s)
		s.Then = recipe.Wait{Most: minutesOf(90), Reason: "chill"}
	})}, []recipe.Step{runuptest.Step("blend", 2, inBlender)})
	for _, l := range makePlan(t, in).RunUp.Calls() {
		if l.ID == "dish/food/blend" {
			assert.Equal(t, "chill up to 1 h 30 min", l.Next)
		}
	}
}

// Once it is known what is washed when, the whole is planned from nothing as well: what is kept
// for the washing, and what is washed, stand in each other's way.
func TestWhatIsWashedIsPlannedFromNothing(t *testing.T) {
	t.Parallel()
	for name, r := range map[string]planned{"supper": dinnerPlan(t), "banquet": banquetPlan(t)} {
		require.NotEmpty(t, slices.DeleteFunc(slices.Clone(r.Map.Work), func(w work.Work) bool { return w.Kind != work.Wash }), name)
		ctx, stop := context.WithCancel(context.Background())
		p, err := solve.Solve(ctx, r.Problem, solve.Options{Seed: 1, Found: func(schedule.Plan) { stop() }})
		require.NoError(t, err, name)
		assert.Empty(t, check.Plan(r.Problem, p), name)
	}
}
