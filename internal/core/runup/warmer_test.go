package runup_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/service"
)

// twice is a service of four plates at 20:00 and four more at 20:30 on warm ware, in a
// kitchen with a plate warmer.
func twice(places int) demand.Input {
	x := paper(4, does("cook", 5, recipe.AllHands, nil))
	hot := 60.0
	d := x.Dishes["dish"]
	d.Plate.Ware.Name, d.Plate.Ware.Celsius = "coupe", &hot
	x.Dishes["dish"] = d
	x.Menu.Courses = append(x.Menu.Courses, recipe.Course{ID: "2", Name: "Again", Dishes: []string{"dish"}})
	x.Service.Courses = append(x.Service.Courses, service.CourseHour{Course: "2", Hour: "20:30", Covers: []service.Covers{{Dish: "dish", Plates: 4}}})
	x.Kitchen.Equipment = append(x.Kitchen.Equipment, kitchen.Equipment{ID: "warmer", Name: "Plate warmer", Kind: "plate warmer", Places: places, Keeps: "hot"})
	return x
}

// Four plates take 60 + 4 × 2 = 68 s to put away and are 20 min in the warmer; those
// of 20:00 are wanted from 19:58:40 (four plates, 20 s each). With room for eight, those
// of 20:30 could go in at any time; with room for four they go in when the first are
// out.
func TestPlatesTakeRoomInTheWarmer(t *testing.T) {
	for _, places := range []int{4, 8} {
		r := makePlan(t, twice(places))
		assert.Zero(t, r.Plan.Violation)
		b := bars(r)
		first, second := b["dish/plates"], b["dish/2/plates"]
		require.NotEmpty(t, second.ID)
		assert.GreaterOrEqual(t, b["dish/plate/p"].From-first.To, int64(20*60))
		assert.GreaterOrEqual(t, b["dish/2/plate/p"].From-second.To, int64(20*60))
		assert.LessOrEqual(t, b["dish/2/plate/p"].From-second.To, int64(3*3600))
		for _, l := range r.RunUp.Lanes {
			if l.ID == "warmer" {
				assert.Len(t, l.Blocks, 2)
				assert.Equal(t, 4, l.Blocks[0].Places)
			}
		}
		if places == 4 {
			assert.GreaterOrEqual(t, second.To, b["dish/plate/p"].From, "the first are out before")
		}
	}
}

// With room for three, four plates go in as three and one: more than one load. The
// table does not wait for the second, and it is said what is missing.
func TestPlatesThatDoNotFitGoInLater(t *testing.T) {
	x := twice(3)
	x.Kitchen.PassWidth = 3
	r := makePlan(t, x)
	b := bars(r)
	assert.Contains(t, b, "dish/plates/load 1")
	assert.Contains(t, b, "dish/plates/load 2")
	for _, c := range r.RunUp.Courses {
		assert.LessOrEqual(t, c.Late, int64(0), "no table waits for its plates")
	}
	x.Service.LeftOut = []string{"plates/dish"}
	for id := range bars(makePlan(t, x)) {
		assert.NotContains(t, id, "/plates")
	}
}

// A frozen disc is laid on the plates early and thaws there, 20 to 40 min on the rack,
// before the sauce is poured in 5 s: with four plates, 20 × 4 = 80 s to lay them. The
// sauce is on at 19:59:40 at the earliest, so the last disc is laid by 19:39:40.
func TestPlatesAreLaidOutEarlyForWhatThawsOnThem(t *testing.T) {
	x := paper(4, does("unmould", 5, recipe.AllHands, nil))
	d := x.Dishes["dish"]
	most := int64(40 * 60)
	d.Plate.Placings[0].Stands = &plating.Standing{Least: 20 * 60, Most: &most, Where: "rack", Why: "thaws"}
	d.Plate.Placings = append(d.Plate.Placings, plating.Placing{ID: "sauce", Component: "food", Form: plating.Pool, Length: 40, Seconds: 5})
	x.Dishes["dish"] = d
	x.Kitchen.Equipment = append(x.Kitchen.Equipment, kitchen.Equipment{ID: "rack", Name: "Rack", Kind: "rack", Places: 10})
	r := makePlan(t, x)
	assert.Zero(t, r.Plan.Violation)
	assert.Equal(t, "19:38:20 19:39:40", times(t, r, "dish/plate/p"))
	assert.Equal(t, "19:59:40 20:00:00", times(t, r, "dish/plate/sauce"))
	for _, l := range r.RunUp.Lanes {
		if l.ID == "rack" {
			require.Len(t, l.Blocks, 1)
			assert.Equal(t, 4, l.Blocks[0].Places)
			assert.Equal(t, int64(20*60), l.Blocks[0].To-l.Blocks[0].From)
		}
	}
	assert.Equal(t, "stands 20–40 min on the rack, thaws", d.Plate.Placings[0].Stands.String())
	x.Kitchen.PassWidth = 2 // two waves: both are laid out before the first leaves
	r = makePlan(t, x)
	b := bars(r)
	assert.Less(t, b["dish/plate/p/wave 2"].To, b["dish/plate/sauce/wave 1"].From)
	assert.GreaterOrEqual(t, b["dish/plate/sauce/wave 2"].From, b["dish/plate/sauce/wave 1"].To)
	assert.Empty(t, strings.TrimSpace(r.Why))
}

// The place on which plates stand may be too small: then they stand wherever there is
// room, and the plan goes on.
func TestPlatesStandElsewhereWhereThePlaceIsTooSmall(t *testing.T) {
	x := paper(4, does("unmould", 5, recipe.AllHands, nil))
	d := x.Dishes["dish"]
	d.Plate.Placings[0].Stands = &plating.Standing{Least: 600, Where: "pan"}
	d.Plate.Placings = append(d.Plate.Placings, plating.Placing{ID: "sauce", Component: "food", Form: plating.Pool, Length: 40, Seconds: 5})
	x.Dishes["dish"] = d
	assert.Equal(t, "19:48:20 19:49:40", times(t, makePlan(t, x), "dish/plate/p"))
}
