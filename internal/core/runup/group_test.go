package runup_test

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/service"
	"jointime/internal/core/units"
	"jointime/internal/size"
)

// sauceInput is two courses half an hour apart, four plates each, and one sauce
// on both: boiled 10 min, then kept warm; mounted in 60 s, and then it waits so
// long at most.
func sauceInput(most *int64) demand.Input {
	one := units.Amount{Quantity: 1, Unit: units.Piece}
	sauce := recipe.Component{ID: "sauce", Name: "Sauce", Yield: one, Methods: recipe.OneWay(
		recipe.Step{ID: "boil", Name: "boil", Time: &recipe.Time{Usual: 600}, Hands: recipe.Hands{Work: recipe.AllHands}},
		recipe.Step{ID: "mount", Name: "mount", Time: &recipe.Time{Usual: 60}, Hands: recipe.Hands{Work: recipe.AllHands}, Then: recipe.Wait{Most: most}})}
	dish := func(id string) recipe.Dish {
		return recipe.Dish{ID: id, Name: strings.ToUpper(id[:1]) + id[1:], Parts: []recipe.Part{{Component: "sauce", Portion: &one}},
			Plate: plating.Spec{Ware: plating.Ware{Diameter: 280, Well: 200}, Placings: []plating.Placing{{ID: "sauce", Component: "sauce", Form: plating.Mound, Length: 40, Seconds: 5}}}}
	}
	return demand.Input{Zone: time.UTC,
		Kitchen:    kitchen.Kitchen{PassWidth: 4, Wipe: new(int64), Cooks: []kitchen.Cook{{ID: "a", Name: "A", Shifts: []kitchen.Shift{{From: "09:00", To: "23:00"}}}, {ID: "b", Name: "B", Shifts: []kitchen.Shift{{From: "09:00", To: "23:00"}}}}},
		Menu:       recipe.Menu{Courses: []recipe.Course{{ID: "1", Name: "First", Dishes: []string{"fish"}}, {ID: "2", Name: "Second", Dishes: []string{"meat"}}}},
		Service:    service.Service{ID: "s", Name: "s", Day: "2026-03-14", Courses: []service.CourseHour{{Course: "1", Hour: "20:00", Covers: []service.Covers{{Dish: "fish", Plates: 4}}}, {Course: "2", Hour: "20:30", Covers: []service.Covers{{Dish: "meat", Plates: 4}}}}},
		Dishes:     map[string]recipe.Dish{"fish": dish("fish"), "meat": dish("meat")},
		Components: map[string]recipe.Component{"sauce": sauce}}
}

func stepsOf(r planned, step string) (out []report.Bar) {
	for _, b := range r.RunUp.Bars {
		if b.Step == step {
			out = append(out, b)
		}
	}
	return out
}

// A sauce that keeps is made once for both courses; one that may stand ten
// minutes is boiled once and mounted twice, half an hour apart.
func TestWhatTwoDishesTakeIsMadeOnceAsLongAsItKeeps(t *testing.T) {
	r := makePlan(t, sauceInput(nil))
	for _, step := range []string{"boil", "mount"} {
		made := stepsOf(r, step)
		require.Len(t, made, 1, step)
		assert.Equal(t, 8, made[0].Portions)
		assert.Equal(t, []string{"fish", "meat"}, made[0].For)
	}
	for _, x := range r.RunUp.Strands {
		assert.Len(t, x.Bars, 3, "the strand of %s shows what it shares", x.Dish)
	}
	r = makePlan(t, sauceInput(seconds(600)))
	require.Len(t, stepsOf(r, "boil"), 1)
	mounted := stepsOf(r, "mount")
	require.Len(t, mounted, 2)
	assert.Equal(t, []int{4, 4}, []int{mounted[0].Portions, mounted[1].Portions})
	assert.Equal(t, "30m0s", mounted[1].Start.Sub(mounted[0].Start).String())
	assert.Zero(t, r.Plan.Violation)
	assert.Empty(t, check.Plan(r.Problem, r.Plan))
}

// A pot that holds six portions holds each course by itself and not both: it is
// filled twice.
func TestWhatHasNoRoomTogetherIsMadeTwice(t *testing.T) {
	in := sauceInput(nil)
	in.Kitchen.Equipment = []kitchen.Equipment{{ID: "pot", Name: "Pot", Kind: "pot", Places: 6}}
	in.Components["sauce"].Methods[0].Steps[0].Equipment = []recipe.Needed{{Kind: "pot", Holds: 1}}
	r := makePlan(t, in)
	boiled := stepsOf(r, "boil")
	require.Len(t, boiled, 2)
	assert.Equal(t, 4, boiled[0].Portions)
	assert.Empty(t, r.RunUp.Stops)
	in.Kitchen.Equipment[0].Places = 3
	r = makePlan(t, in)
	assert.Empty(t, r.RunUp.Stops)
	assert.Len(t, stepsOf(r, "boil"), 3, "three places hold neither: it is boiled in three loads")
}

// The same dish in two courses is built twice, under ids of its own.
func TestOneDishInTwoCourses(t *testing.T) {
	in := sauceInput(seconds(600))
	in.Menu.Courses[1].Dishes = []string{"fish"}
	in.Service.Courses[1].Covers[0].Dish = "fish"
	r := makePlan(t, in)
	ids := map[string]bool{}
	for _, b := range r.RunUp.Bars {
		assert.False(t, ids[b.ID], b.ID)
		ids[b.ID] = true
	}
	assert.Len(t, stepsOf(r, "mount"), 2)
	assert.Len(t, r.RunUp.Strands, 2)
}

// Two of four plates of the fowl are meatless: the celeriac is baked for two, the
// croquette made for two, the quince once for four, and each is built as it is.
func TestVersionsArePlannedAsThemselves(t *testing.T) {
	in := demoInput(t)
	for c := range in.Service.Courses {
		if in.Service.Courses[c].Covers[0].Dish == "guinea-fowl" {
			in.Service.Courses[c].Covers = []service.Covers{{Dish: "guinea-fowl", Plates: 2}, {Dish: "guinea-fowl", Version: "meatless", Plates: 2}}
		}
	}
	r := makePlan(t, in)
	portions := map[string]int{}
	for _, b := range r.RunUp.Bars {
		if b.Placing == "" {
			portions[b.Component] = max(portions[b.Component], b.Portions)
		} else if strings.HasPrefix(b.Dish, "guinea-fowl") {
			portions["plate/"+b.Dish+"/"+b.Component] += b.Portions
		}
	}
	for component, want := range map[string]int{"croquette": 2, "salt-baked-celeriac": 2, "quince": 4, "barley": 2, "barley~meatless": 2,
		"plate/guinea-fowl/croquette": 2, "plate/guinea-fowl~meatless/hazelnut-crumb": 2, "plate/guinea-fowl~meatless/barley~meatless": 2} {
		assert.Equal(t, want, portions[component], component)
	}
	assert.Zero(t, portions["plate/guinea-fowl~meatless/croquette"])
	for _, c := range r.RunUp.Clashes {
		assert.NotContains(t, c.What, "planned as the dish itself")
	}
	var names []string
	for _, x := range r.RunUp.Courses {
		names = append(names, x.Dishes...)
	}
	assert.Contains(t, names, "Guinea fowl, meatless")
	assert.Equal(t, r.RunUp, kept(t, r).RunUp(in.Zone))
}

// Random menus that share components between their dishes: every plate gets every
// step of its components exactly once, and the plan passes the checker.
func TestRandomMenusThatShareComponents(t *testing.T) {
	t.Parallel()
	shared := 0
	menus := size.Of(10, 100, 400)
	for seed := range uint64(menus) {
		m := menuMaker{Rand: rand.New(rand.NewPCG(seed, 11))}
		in := m.menu()
		lent := m.lend(&in)
		r, err := attemptFirst(in)
		require.NoError(t, err, "seed %d", seed)
		require.True(t, r.Found, "seed %d: %s", seed, r.Why)
		require.Empty(t, check.Plan(r.Problem, r.Plan), "seed %d", seed)
		got := map[string]int{}
		for _, b := range r.RunUp.Bars {
			if b.Placing == "" {
				got[b.Component+"/"+b.Step] += b.Portions
				if len(b.For) > 1 {
					shared++
				}
			}
		}
		for _, c := range in.Components {
			want := 0
			for _, k := range in.Service.Courses {
				for _, n := range k.Covers {
					if lent[n.Dish+"/"+c.ID] {
						want += n.Plates
					}
				}
			}
			for _, s := range c.Steps() {
				assert.Equal(t, want, got[c.ID+"/"+s.ID], "seed %d: %s of %s", seed, s.ID, c.Name)
			}
		}
	}
	assert.Greater(t, shared, menus)
}

// lend puts the first component of each dish onto the next dish too, and tells
// for dish/component what is on what, by whatever way.
func (m menuMaker) lend(in *demand.Input) map[string]bool {
	on := map[string]bool{}
	for c := 1; c < len(in.Menu.Courses); c++ {
		from, to := in.Dishes[fmt.Sprint("dish", c-1)], in.Dishes[fmt.Sprint("dish", c)]
		to.Parts = append(to.Parts, from.Parts[0])
		in.Dishes[to.ID] = to
	}
	book := recipe.Book{Components: in.Components, Dishes: in.Dishes}
	for _, d := range in.Dishes {
		for _, c := range book.Within(d) {
			on[d.ID+"/"+c.ID] = true
		}
	}
	return on
}
