package runup_test

import (
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/service"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// paper is a service of one course at 20:00 of one dish that stands in one
// placing of 20 s; its component is made by the steps. One cook from noon on, four
// plates on the pass, no margins: to be followed on paper.
func paper(plates int, steps ...recipe.Step) demand.Input {
	one := units.Amount{Quantity: 1, Unit: units.Piece}
	return demand.Input{Zone: time.UTC,
		Kitchen: kitchen.Kitchen{ID: "k", PassWidth: 4, Wipe: new(int64), Cooks: []kitchen.Cook{{ID: "c", Name: "Cook", Shifts: []kitchen.Shift{{From: "12:00", To: "23:00"}}}},
			Equipment: []kitchen.Equipment{{ID: "oven", Name: "Oven", Kind: "oven", Places: 1, Heating: &kitchen.Heater{Cold: 20, Up: 6, Down: 12, Tolerance: 5}},
				{ID: "pan", Name: "Pan", Kind: "pan", Places: 1}}},
		Menu:       recipe.Menu{Courses: []recipe.Course{{ID: "1", Name: "Main", Dishes: []string{"dish"}}}},
		Service:    service.Service{ID: "s", Name: "paper", Day: "2026-03-14", Calm: service.Fresh, Courses: []service.CourseHour{{Course: "1", Hour: "20:00", Covers: []service.Covers{{Dish: "dish", Plates: plates}}}}},
		Dishes:     map[string]recipe.Dish{"dish": {ID: "dish", Name: "Dish", Parts: []recipe.Part{{Component: "food", Portion: &one}}, Plate: plating.Spec{Ware: plating.Ware{Diameter: 200, Well: 150}, Placings: []plating.Placing{{ID: "p", Component: "food", Form: plating.Block, Length: 60, Seconds: 20}}}}},
		Components: map[string]recipe.Component{"food": {ID: "food", Name: "Food", Yield: one, Methods: recipe.OneWay(steps...)}}}
}

// does is a step of so many minutes.
func does(id string, minutes float64, work recipe.Work, change func(*recipe.Step)) recipe.Step {
	s := int64(minutes * 60)
	out := recipe.Step{ID: id, Name: id, Time: &recipe.Time{Quick: s, Usual: s, Slow: s, Per: recipe.Once}, Hands: recipe.Hands{Work: work}, Equipment: []recipe.Needed{}}
	if change != nil {
		change(&out)
	}
	return out
}

func in(kind string, degrees int64) recipe.Needed {
	return recipe.Needed{Kind: kind, Setting: &degrees}
}

// times are start and end of a bar.
func times(t *testing.T, r planned, id string) string {
	t.Helper()
	b, there := bars(r)[id]
	require.True(t, there, id)
	from, to := at(b)
	return from + " " + to
}

// A roast of 40 min at 180 °C rests at least 20 and at most 60 min in its own oven
// turned down to 70 °C, and a tray of potatoes wants the only oven at 180 °C for
// 10 min, right before the plates. Plated in 20 s from 19:59:40.
//
// The potatoes are in 19:49:40 to 19:59:40. The oven heats from 70 to 180 °C in
// 110 × 6 s = 11 min, so the roast has to be out by 19:38:40, though it would rest
// there until the plates: it waits on no longer in the oven than the hold, which
// ends when it is carved. It is carved in 2 min, after which it stands as long as
// it likes: out of the oven by 19:38:40, roasted until 19:18:40 and in the oven
// from 18:38:40 on, or, in round figures, from 18:35: it may rest for an hour. The oven was cold,
// at 20 °C: 160 × 6 s = 16 min before that.
func TestWorkedExampleARoastThatRestsInItsOwnOven(t *testing.T) {
	least, most := int64(20*60), int64(60*60)
	x := paper(1,
		does("roast", 40, recipe.NoHands, func(s *recipe.Step) {
			s.Equipment = []recipe.Needed{in("oven", 180)}
			place := in("oven", 70)
			s.Then = recipe.Wait{Least: least, Most: &most, Place: &place, Own: true, Reason: "rest"}
		}),
		does("carve", 2, recipe.AllHands, nil))
	d := x.Dishes["dish"]
	d.Parts = append(d.Parts, recipe.Part{Component: "potatoes"})
	x.Dishes["dish"] = d
	x.Components["potatoes"] = recipe.Component{ID: "potatoes", Name: "Potatoes", Yield: units.Amount{Quantity: 1, Unit: units.Piece}, Methods: recipe.OneWay(does("bake", 10, recipe.NoHands, func(s *recipe.Step) {
		s.Equipment = []recipe.Needed{in("oven", 180)}
		s.Then.Most = minutesOf(0)
	}))}
	r := makePlan(t, x)
	assert.Zero(t, r.Plan.Violation)
	assert.Equal(t, "19:49:40 19:59:40", times(t, r, "dish/potatoes/bake"))
	assert.Equal(t, "19:38:40 19:40:40", times(t, r, "dish/food/carve"))
	assert.Equal(t, "18:35:00 19:15:00", times(t, r, "dish/food/roast"))
	// Turned on 160 × 6 s = 16 min before 18:35, down when the roast comes out of its heat, and up
	// 11 min before 19:49:40, when it is carved.
	var turned []string
	for _, u := range r.RunUp.Turns {
		turned = append(turned, fmt.Sprintf("%s %d", u.Start.Format("15:04:05"), u.ToC))
	}
	assert.Equal(t, []string{"18:19:00 180", "19:15:00 70", "19:38:40 180"}, turned)
	// With an oven of its own for the potatoes the roast rests until the plates: the
	// potatoes are taken out in 30 s until 19:59:40, so it is carved until 19:59:10, at rest
	// from 19:37:10, in the oven from 18:57:10 on, rounded to 18:55, in the same oven all the time.
	x.Kitchen.Equipment = append(x.Kitchen.Equipment, kitchen.Equipment{ID: "two", Name: "Second oven", Kind: "oven", Places: 1, Heating: x.Kitchen.Equipment[0].Heating})
	r = makePlan(t, x)
	assert.Equal(t, "18:55:00 19:35:00", times(t, r, "dish/food/roast"))
	for _, l := range r.Plan.Links {
		for _, task := range r.Plan.Tasks {
			if task.ID == l.From {
				assert.Contains(t, task.Resources, l.Resources[0], "it rests where it was roasted")
			}
		}
	}
}

// Two ovens at war: one oven, one dish of two components. A at 220 °C for 15 min
// and B at 150 °C for 30 min; both stand at most 60 min after it, and neither may
// be shorter. Plated from 19:59:40. If A comes last: A 19:44:40 to 19:59:40, and
// the oven heats from 150 to 220 °C in 70 × 6 s = 7 min: B 19:07:40 to 19:37:40. If
// B comes last: B 19:29:40 to 19:59:40, the oven cools from 220 in 70 × 12 s =
// 14 min: A 19:00:40 to 19:15:40. The starts of the first sum up to 19:44:40 +
// 19:07:40, of the second to 19:29:40 + 19:00:40: the first is fresher.
func TestWorkedExampleTwoSettingsAtWar(t *testing.T) {
	oven := func(id string, minutes float64, degrees int64) recipe.Step {
		return does(id, minutes, recipe.NoHands, func(s *recipe.Step) {
			s.Equipment = []recipe.Needed{in("oven", degrees)}
			s.Then.Most = minutesOf(60)
		})
	}
	x := paper(1, oven("a", 15, 220))
	d := x.Dishes["dish"]
	d.Parts = append(d.Parts, recipe.Part{Component: "b"})
	x.Dishes["dish"] = d
	x.Components["b"] = recipe.Component{ID: "b", Name: "B", Yield: units.Amount{Quantity: 1, Unit: units.Piece}, Methods: recipe.OneWay(oven("b", 30, 150))}
	r := makePlan(t, x)
	assert.Equal(t, "19:44:40 19:59:40", times(t, r, "dish/food/a"))
	assert.Equal(t, "19:07:40 19:37:40", times(t, r, "dish/b/b"))
	require.Len(t, r.RunUp.Turns, 2)
	assert.Equal(t, []string{"18:54:40", "19:37:40"}, []string{r.RunUp.Turns[0].Start.Format("15:04:05"), r.RunUp.Turns[1].Start.Format("15:04:05")}, "from 20 to 150 °C 13 min before it, and as soon as B is out")
	assert.Equal(t, "Cook", r.RunUp.Turns[0].Who)
}

func minutesOf(m int64) *int64 { m *= 60; return &m }

// Three batches through one pan. Ten portions, the pan takes four: 4, 3 and 3, of
// 4 min each, and they may stand 15 min. Four plates at a time take 80 s: the waves
// of 4, 3 and 3 leave at 20:00, 20:01:00 and 20:02:00, for three plates take 60 s.
// The first wave is built from 19:58:40 on; with one pair of hands that only the
// plates want, the pan is free for its batches one after the other: the third by
// 20:01:00, the second by 19:57:00 or 20:00:00, whichever comes first, and so on.
func TestWorkedExampleThreeBatchesThroughOnePan(t *testing.T) {
	x := paper(10, does("fry", 4, recipe.NoHands, func(s *recipe.Step) {
		s.Time.Per, s.Time.Batch = recipe.PerBatch, 4
		s.Equipment = []recipe.Needed{{Kind: "pan"}}
		s.Then.Most = minutesOf(15)
	}))
	r := makePlan(t, x)
	assert.Zero(t, r.Plan.Violation)
	assert.Equal(t, "20:01:00 20:02:00", times(t, r, "dish/plate/p/wave 3"))
	assert.Equal(t, "19:57:00 20:01:00", times(t, r, "dish/food/fry/batch 3"))
	assert.Equal(t, "19:53:00 19:57:00", times(t, r, "dish/food/fry/batch 2"))
	assert.Equal(t, "19:49:00 19:53:00", times(t, r, "dish/food/fry/batch 1"))
	// With a second pan each batch is fried for its own wave.
	x.Kitchen.Equipment[1].Places = 3
	r = makePlan(t, x)
	assert.Equal(t, "19:54:40 19:58:40", times(t, r, "dish/food/fry/batch 1"))
	assert.Equal(t, "19:56:00 20:00:00", times(t, r, "dish/food/fry/batch 2"))
}

// A wafer may wait four minutes. Shaped by hand in 2 min, plated from 19:59:40 on
// in 20 s: shaped 19:57:40 to 19:59:40 if nothing else wants the hands. A caramel
// of 5 min may not be interrupted and is poured at the last moment: it takes the
// hands from 19:54:40 to 19:59:40, and the wafer is shaped before it, 19:52:40 to
// 19:54:40, and would wait 5 min. So the caramel has to come first and stand, or
// the wafer wait a minute too long: the caramel may stand 3 min.
func TestWorkedExampleAWaferThatMayWaitFourMinutes(t *testing.T) {
	x := paper(1, does("shape", 2, recipe.AllHands, func(s *recipe.Step) { s.Then.Most = minutesOf(4) }))
	r := makePlan(t, x)
	assert.Equal(t, "19:57:40 19:59:40", times(t, r, "dish/food/shape"))
	d := x.Dishes["dish"]
	d.Parts = append(d.Parts, recipe.Part{Component: "caramel"})
	x.Dishes["dish"] = d
	x.Components["caramel"] = recipe.Component{ID: "caramel", Name: "Caramel", Yield: units.Amount{Quantity: 1, Unit: units.Piece}, Methods: recipe.OneWay(does("boil", 5, recipe.AllHands, func(s *recipe.Step) {
		s.Unbroken, s.Then.Most = true, minutesOf(3)
	}))}
	r = makePlan(t, x)
	assert.Zero(t, r.Plan.Violation)
	assert.Equal(t, "19:57:40 19:59:40", times(t, r, "dish/food/shape"))
	assert.Equal(t, "19:52:40 19:57:40", times(t, r, "dish/caramel/boil"), "it stands the two minutes")
}

// A make-ahead of two days: a set cream of 20 min of hands sets at least 40 h. Made
// for Saturday 20:00 (plated from 19:59:40) it is in the cold by Friday 03:59:40;
// the cook is there from noon to 23:00, so it is made on Thursday by 23:00.
func TestWorkedExampleAMakeAheadOfTwoDays(t *testing.T) {
	r := makePlan(t, paper(1, does("set", 20, recipe.AllHands, func(s *recipe.Step) { s.Then.Least = 40 * 3600 })))
	b := bars(r)["dish/food/set"]
	assert.Equal(t, "Thu 12 March 22:40", b.Start.Format("Mon 2 January 15:04"))
	assert.Equal(t, "22:40:00 23:00:00", times(t, r, "dish/food/set"))
}

// Waves limited by the pass: ten plates of 20 s on a pass four wide are three waves
// of 4, 3 and 3, which leave at 20:00, 20:01 and 20:02; two wide, five waves of 2.
func TestWorkedExampleWavesLimitedByThePass(t *testing.T) {
	x := paper(10, does("cook", 5, recipe.NoHands, nil))
	for _, c := range []struct {
		pass  int
		waves []string
	}{{4, []string{"20:00:00", "20:01:00", "20:02:00"}}, {2, []string{"20:00:00", "20:00:40", "20:01:20", "20:02:00", "20:02:40"}}} {
		x.Kitchen.PassWidth = c.pass
		r := makePlan(t, x)
		var leaves []string
		for _, s := range r.RunUp.Courses[0].Sent {
			leaves = append(leaves, s.Leaves.Format("15:04:05"))
		}
		assert.Equal(t, c.waves, leaves)
	}
	x.Kitchen.PassWidth, x.Service.AtOnce = 4, 2
	assert.Len(t, makePlan(t, x).RunUp.Courses[0].Sent, 5, "the service wants no more than two side by side")
	x.Service.AtOnce = 1
	assert.Len(t, makePlan(t, x).RunUp.Courses[0].Sent, 10, "singly")
}

// A soufflé for which the room waits: baked 12 min at 190 °C, at most 1 min to the
// table, one oven, and the course before wants it at 90 °C until its plates leave
// at 19:50:00 (baked 30 min, no wait). From 90 to 190 °C the oven heats 100 × 6 s =
// 10 min from 19:49:40 on: the soufflé is in from 19:59:40 to 20:11:40, plated in
// 20 s: 12 min late, to the second. Nothing that is kept would let it be earlier.
func TestWorkedExampleASouffleForWhichTheRoomWaits(t *testing.T) {
	x := paper(1, does("bake", 12, recipe.NoHands, func(s *recipe.Step) {
		s.Equipment = []recipe.Needed{in("oven", 190)}
		s.Then.Most = minutesOf(1)
	}))
	first := x.Dishes["dish"]
	first.ID, first.Parts = "first", []recipe.Part{{Component: "low"}}
	first.Plate.Placings = []plating.Placing{{ID: "p", Component: "low", Form: plating.Block, Length: 60, Seconds: 20}}
	x.Dishes["first"] = first
	x.Components["low"] = recipe.Component{ID: "low", Name: "Low", Yield: units.Amount{Quantity: 1, Unit: units.Piece}, Methods: recipe.OneWay(does("bake", 30, recipe.NoHands, func(s *recipe.Step) {
		s.Equipment = []recipe.Needed{in("oven", 90)}
		s.Then.Most = minutesOf(0)
	}))}
	x.Menu.Courses = append([]recipe.Course{{ID: "0", Name: "First", Dishes: []string{"first"}}}, x.Menu.Courses...)
	x.Service.Courses = append([]service.CourseHour{{Course: "0", Hour: "19:50", Covers: []service.Covers{{Dish: "first", Plates: 1}}}}, x.Service.Courses...)
	r := makePlan(t, x)
	early, late := r.RunUp.Courses[0], r.RunUp.Courses[1]
	// The first course may leave early at 5 a second, the second late at 20: every
	// second that the first is earlier saves one of those, until the soufflé is on time.
	assert.Equal(t, int64(-12*60), early.Late)
	assert.Zero(t, late.Late)
	// Where the cook comes at 19:19, and puts the first course in, it leaves at 19:49:20 at
	// the earliest, the soufflé is in from 19:59:00 to 20:11:00, and the room waits for
	// 11:20, and is told so. Whoever takes the one out turns the oven up.
	x.Kitchen.Cooks[0].Shifts[0].From = "19:19"
	r = makePlan(t, x)
	assert.Equal(t, int64(-40), r.RunUp.Courses[0].Late)
	assert.Equal(t, int64(11*60+20), r.RunUp.Courses[1].Late)
	require.Len(t, r.RunUp.Clashes, 2)
	assert.Equal(t, "Main: 11:20 late, leaves 20:11.", r.RunUp.Clashes[0].What)
	assert.Equal(t, "19:19–20:11 Oven: Low: bake needs 90 °C, Food: bake 190 °C.", r.RunUp.Clashes[0].Why)
	assert.Equal(t, "No cook free at 19:12 to turn Oven on (7 min to heat).", r.RunUp.Clashes[1].What)
	up := r.RunUp.Turns[1]
	assert.Equal(t, [2]string{"c", "19:49:00"}, [2]string{up.Cook, up.Start.Format("15:04:05")})
}

func secondsOf(v int64) time.Duration { return time.Duration(v) * time.Second }

// What is seared and braised at once moves as one: its reason is what stops both, and not that
// the one comes right after the other.
func TestNoStepIsExplainedByItself(t *testing.T) {
	t.Parallel()
	for name, r := range map[string]planned{"supper": dinnerPlan(t), "banquet": banquetPlan(t), "for two": forTwoPlan(t)} {
		for i, b := range r.RunUp.Bars {
			if len(b.Why.Terms) == 0 {
				continue
			}
			w := r.Map.Work[i]
			wave := ""
			if w.Wave > 0 {
				wave = fmt.Sprintf(", wave %d", w.Wave)
			}
			own := strings.ToLower(words.Step(w.Made, w.Name))
			anchor := strings.ToLower(b.Why.Terms[0].Label)
			assert.False(t, strings.HasSuffix(anchor, "after "+own+wave), "%s: %s: %s", name, b.ID, b.Why.Sum)
			assert.NotEqual(t, own+" ends", anchor, "%s: %s: %s", name, b.ID, b.Why.Sum)
		}
	}
}
