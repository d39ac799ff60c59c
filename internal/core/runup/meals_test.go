package runup_test

import (
	"slices"
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
	"jointime/internal/core/runup/runuptest"
	"jointime/internal/core/service"
)

// twoCourses are two tables of two with a soup and a main, ten seconds a plate each.
func twoCourses(soup, main string) demand.Input {
	in := runuptest.Evening(4, runuptest.Step("heat", 5, nil))
	in.Menu.Courses = []recipe.Course{{ID: "soup", Name: "Soup", Dishes: []string{"soup"}}, {ID: "main", Name: "Main", Dishes: []string{"dish"}}}
	first := in.Dishes["dish"]
	first.ID, first.Name = "soup", "Soup"
	in.Dishes["soup"] = first
	in.Service.Courses = []service.CourseHour{{Course: "soup", Hour: soup}, {Course: "main", Hour: main}}
	in.Service.Tables = []service.Table{{ID: "t1", Name: "Table 1", Guests: 2}, {ID: "t2", Name: "Table 2", Guests: 2}}
	return in
}

func said(r planned, part string) []report.Violation {
	return slices.DeleteFunc(slices.Clone(r.RunUp.Clashes), func(v report.Violation) bool { return !strings.Contains(v.What, part) })
}

// Both tables sit in one wave of four. Soup at 19:30, main at 20:00: 30 min apart, as long as
// guests wait at most. Nothing is passed.
func TestCoursesInOrderAndApart(t *testing.T) {
	r := makePlan(t, twoCourses("19:30", "20:00"))
	assert.Zero(t, r.Plan.Cost)
	assert.Empty(t, r.RunUp.Clashes)
}

// Table 2 has its main at an hour of its own, 19:20, before the soup at 19:30. The soup goes
// first all the same, and the main follows no sooner than it: of what both ask for the plan
// gives up what weighs least. With 12 min at least between them the main leaves at 19:42
// if the soup is not early; each is told.
func TestNobodyGetsTheMainBeforeTheSoup(t *testing.T) {
	in := twoCourses("19:30", "20:00")
	in.Service.Tables[1].Hours = []service.TableHour{{Course: "main", Hour: "19:20"}}
	in.Kitchen.Cooks = append(in.Kitchen.Cooks, kitchen.Cook{ID: "second", Name: "Second", Section: "fish", Shifts: in.Kitchen.Cooks[0].Shifts})
	r := makePlan(t, in)
	soup, main := ends(r, "soup", "Table 2"), ends(r, "dish", "Table 2")
	assert.GreaterOrEqual(t, main, soup, "hard")
	assert.NotEmpty(t, r.RunUp.Clashes)
}

// ends is when the last plate of a dish for a table is done, in seconds from the origin.
func ends(r planned, dish, table string) (at int64) {
	for _, b := range r.RunUp.Bars {
		if b.Placing != "" && b.Dish == dish && slices.Contains(b.Tables, table) {
			at = max(at, b.To)
		}
	}
	return at
}

// The hours are 8 min apart, or 40: that is less than the 12 min that guests have at least, and
// more than the 30 that they wait at most, and it is the hours that count. Where the kitchen
// allows 10 min and the hours ask for 40, 43 are as good; with nobody there from 19:31 to 20:20 the
// main cannot come before 20:20, and it is told with that.
func TestTheHoursCountMoreThanTheUsualGap(t *testing.T) {
	r := makePlan(t, twoCourses("19:30", "19:38"))
	assert.Empty(t, said(r, "at least"))
	in := twoCourses("19:30", "20:10") // 40 min apart, as asked
	assert.Empty(t, said(makePlan(t, in), "limit 30 min"))
	in.Kitchen.Apart = &kitchen.Apart{Least: 5, Most: 10}
	in.Kitchen.Cooks[0].Away = []kitchen.Away{{Day: "2026-03-14", Shift: kitchen.Shift{From: "19:31", To: "20:20"}}}
	late := said(makePlan(t, in), "after Soup")
	require.NotEmpty(t, late)
	assert.Regexp(t, `^Table [12]: Main \d+:\d\d after Soup, limit 43 min\.$`, late[0].What)
	assert.Contains(t, late[0].Why, "Cook starts at 20:20.", "what keeps it")
}

// A roast that is pinned at 19:20 is out at 19:30 and may wait for two minutes. Its plates, 4 × 10 s,
// are then done by 19:32:40 at the latest, 27:20 before the hour: told, with what keeps it.
func TestAnEarlyWaveIsToldWithItsCause(t *testing.T) {
	most := int64(120)
	in := runuptest.Evening(4, runuptest.Step("roast", 10, func(s *recipe.Step) { s.Then.Most = &most }))
	in.Service.Fixed = []service.Fixed{{ID: "dish/food/roast", Clock: "19:20"}} // out at 19:30, plated by 19:32 and 40 s
	r := makePlan(t, in)
	require.Len(t, r.RunUp.Clashes, 1, r.RunUp.Clashes)
	v := r.RunUp.Clashes[0]
	assert.Equal(t, "Main: 27:20 early, leaves 19:32.", v.What)
	assert.Equal(t, "Food: roast is pinned at 19:20.", v.Why)
	assert.Equal(t, int64(-1640), r.RunUp.Courses[0].Late)
	s := r.RunUp.Summary(r.Plan, 1)
	assert.Equal(t, [3]int64{1, 0, 0}, [3]int64{int64(s.Early), int64(s.Lates), s.Late})
}

// Fish is good for two minutes on the plate, and the sauce takes a minute a plate. Waves are as
// small as the fish needs: two plates wait 2 × 60 s. Where it is good for 60 s there is one plate a
// wave, and nothing is passed; where it is good for 45, each of them is 15 s past it, and it is told.
func TestALifeOnThePlateIsKeptOrTold(t *testing.T) {
	in := runuptest.Evening(4, runuptest.Step("heat", 5, nil))
	dish := in.Dishes["dish"]
	dish.Plate.Placings = []plating.Placing{{ID: "fish", Component: "food", Form: plating.Piece, Length: 60, Width: 40, Seconds: 10, Life: 120}, {ID: "sauce", Form: plating.Pool, Length: 80, Seconds: 60}}
	in.Dishes["dish"] = dish
	assert.Empty(t, said(makePlan(t, in), "on the plate"))
	dish.Plate.Placings[0].Life = 60
	in.Dishes["dish"] = dish
	assert.Empty(t, said(makePlan(t, in), "on the plate"))
	dish.Plate.Placings[0].Life = 45
	in.Dishes["dish"] = dish
	r := makePlan(t, in)
	told := said(r, "on the plate")
	require.Len(t, told, 4)
	assert.Regexp(t, `^Food: lay, wave \d: on the plate 1 min when it leaves, good for 45 s \(as set\)\.$`, told[0].What)
}

// Three placings of 4 × 10 s with one cook: two minutes without a break. Where the food is
// hot at 19:50 and laid within a minute, twice, by 19:51:40, and the sauce is pinned to be done at
// 20:05, the plates stand half built for 13:20, and it is said.
func TestAWaveIsBuiltInOneGo(t *testing.T) {
	in := runuptest.Evening(4, runuptest.Step("heat", 5, nil))
	in.Kitchen.Cooks = append(in.Kitchen.Cooks, kitchen.Cook{ID: "second", Name: "Second", Section: "fish", Shifts: in.Kitchen.Cooks[0].Shifts})
	dish := in.Dishes["dish"]
	dish.Plate.Placings = nil
	for _, id := range []string{"a", "b", "c"} {
		dish.Plate.Placings = append(dish.Plate.Placings, plating.Placing{ID: id, Component: "food", Form: plating.Mound, Length: 40, Seconds: 10})
	}
	in.Dishes["dish"] = dish
	r := makePlan(t, in)
	from, to := int64(1<<60), int64(0)
	for _, b := range r.RunUp.Bars {
		if b.Placing != "" {
			from, to = min(from, b.From), max(to, b.To)
		}
	}
	assert.Equal(t, 120*time.Second, time.Duration(to-from)*time.Second)

	most := int64(60)
	sauce := recipe.Component{ID: "sauce", Name: "Sauce", Yield: in.Components["food"].Yield, Methods: recipe.OneWay(runuptest.Step("mount", 5, nil))}
	hot := in.Components["food"]
	hot.Methods = recipe.OneWay(runuptest.Step("heat", 5, func(s *recipe.Step) { s.Then.Most = &most }))
	in.Components["food"], in.Components["sauce"] = hot, sauce
	dish.Parts = append(dish.Parts, recipe.Part{Component: "sauce", Portion: dish.Parts[0].Portion})
	dish.Plate.Placings[2].Component = "sauce"
	in.Dishes["dish"] = dish
	in.Service.Fixed = []service.Fixed{{ID: "dish/food/heat", Clock: "19:45"}, {ID: "dish/sauce/mount", Clock: "20:00"}}
	told := said(makePlan(t, in), "with a break")
	require.Len(t, told, 1)
	assert.Equal(t, "Food: spoon: built with a break of 13:20.", told[0].What)
}
