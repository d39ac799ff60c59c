package runup_test

import (
	"bytes"
	"context"
	"encoding/json"
	"slices"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/recipe"
	"jointime/internal/core/runup"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/service"
	"jointime/internal/demo"
)

// input gathers a book as the program does.
func input(t testing.TB, book demo.Book) demand.Input {
	t.Helper()
	zone, err := time.LoadLocation(demo.Zone)
	require.NoError(t, err)
	in := demand.Input{Kitchen: book.Kitchen, Menu: book.Menu, Service: book.Service, Zone: zone,
		Dishes: map[string]recipe.Dish{}, Components: map[string]recipe.Component{}, Ingredients: map[string]recipe.Ingredient{}}
	for _, i := range book.Ingredients {
		in.Ingredients[i.ID] = i
	}
	for _, d := range book.Dishes {
		in.Dishes[d.ID] = d
	}
	for _, c := range book.Components {
		require.NoError(t, c.Validate())
		in.Components[c.ID] = c
	}
	return in
}

func demoInput(t testing.TB) demand.Input {
	return input(t, demo.Load(time.Date(2026, 3, 10, 9, 0, 0, 0, time.UTC)))
}

func bars(r planned) map[string]report.Bar {
	out := map[string]report.Bar{}
	for _, b := range r.RunUp.Bars {
		out[b.ID] = b
	}
	return out
}

func at(b report.Bar) (string, string) { return b.Start.Format("15:04:05"), b.End.Format("15:04:05") }

func TestTheDemoSupperIsKept(t *testing.T) {
	r := supperPlan(t)
	assert.Equal(t, "kept", r.RunUp.Status)
	assert.Empty(t, r.RunUp.Clashes)
	b := bars(r)
	_, hakeOut := at(b["roast-hake/plate/-wipe"])
	_, fowlOut := at(b["guinea-fowl/plate/-wipe"])
	assert.Equal(t, "20:25:00", hakeOut)
	assert.Equal(t, "21:00:00", fowlOut)
	assert.Less(t, b["guinea-fowl/crown/temper"].From, b["roast-hake/plate/broth"].To, "the fowl is begun before the hake goes out")
}

// The oven heats at 6 s a degree and cools at 8: from 200 to 165 °C it needs
// 35 × 8 = 280 s, from 165 to 200 °C 35 × 6 = 210 s.
func TestHakeAndFowlNeverShareTheOven(t *testing.T) {
	b := bars(supperPlan(t))
	hake, fowl := b["roast-hake/hake/roast"], b["guinea-fowl/crown/roast"]
	require.Equal(t, int64(200), *hake.Setting)
	require.Equal(t, int64(165), *fowl.Setting)
	if hake.From < fowl.From {
		assert.GreaterOrEqual(t, fowl.From-hake.To, int64(280))
	} else {
		assert.GreaterOrEqual(t, hake.From-fowl.To, int64(210))
	}
}

func TestNoCookIsInTwoPlaces(t *testing.T) {
	r := supperPlan(t)
	cooks := 0
	for _, lane := range r.RunUp.Lanes {
		if !lane.Cook {
			continue
		}
		cooks++
		for i, a := range lane.Blocks {
			for _, b := range lane.Blocks[i+1:] {
				assert.False(t, a.From < b.To && b.From < a.To, "%s: %s and %s", lane.Name, a.Label, b.Label)
			}
		}
	}
	assert.Equal(t, 2, cooks)
}

func TestWhatMayNotWaitDoesNotWait(t *testing.T) {
	r := supperPlan(t)
	limited := 0
	for _, s := range r.RunUp.Strands {
		for _, h := range s.Holds {
			assert.Zero(t, h.Over, "%s: %s", s.Name, h.Text)
			if h.Limit != nil {
				limited++
				assert.LessOrEqual(t, r.RunUp.Bars[h.To].From, *h.Limit)
			}
		}
	}
	assert.Greater(t, limited, 15)
}

func TestAGapStandsAndTheRestIsPlanned(t *testing.T) {
	r := supperPlan(t)
	require.Len(t, r.RunUp.Stops, 1)
	stop := r.RunUp.Stops[0]
	assert.True(t, stop.Gap)
	assert.Equal(t, "reduce", stop.Step)
	b := bars(r)
	assert.NotContains(t, b, "roast-hake/fish-broth/simmer", "the strand stops at the gap")
	assert.Contains(t, b, "roast-hake/plate/broth")
	assert.Len(t, b, 39, "35 of the demo's book and its lead-ins, and 4 plates twice wiped and checked")
}

// The terms of every reason add up to the start that they explain.
func TestEveryReasonAddsUp(t *testing.T) {
	r := supperPlan(t)
	for _, b := range r.RunUp.Bars {
		require.NotEmpty(t, b.Why.Terms, b.ID)
		sum := int64(0)
		for _, term := range b.Why.Terms {
			sum += term.Seconds
		}
		assert.Equal(t, b.From, sum, "%s: %s", b.ID, b.Why.Sum)
		assert.True(t, strings.HasPrefix(b.Why.Sum, b.Start.Format("15:04:05")+" = "))
	}
}

// The sketch of the run-up has the same figures:
// 20:25:00 − 0:28 − 0:40 − 0:48 − 2:00 − 7:00 − 2:15 = 20:11:49, without margins; four plates wiped
// and checked in 6 s each make it 20:11:25.
// Tempering may take 3:00 longer: half of it, 1:30, of which two thirds of the 2 min
// that it may wait, 1:20, are left, and 0:10 carried on. Searing may take 0:15 longer:
// 0:08 and 0:10, within two thirds of 0:30. Roasting may take 1:00 longer: 0:30. So the
// searing starts 0:48 earlier, and 7 seconds more: 20:10:30 is a round figure.
func TestWhyTheSearingStartsAsItDoes(t *testing.T) {
	alone := demoInput(t)
	hake := alone.Dishes["roast-hake"]
	hake.Parts = hake.Parts[:1]
	alone.Dishes["roast-hake"] = hake
	alone.Service.Courses = alone.Service.Courses[:1]
	b := bars(makePlan(t, alone))
	assert.Equal(t, "20:10:30 = 20:25:00 (Roast hake) − wipe and check 0:24 − Fish broth: pour 0:28 − Brown-shrimp butter: spoon 0:40 − Hake: lay 0:48 − rest at least 2:00 − to spare 0:30 − Hake: roast 7:00 − to spare 0:18 − Hake: sear 2:15 − to spare 0:07",
		b["roast-hake/hake/sear"].Why.Sum)
	roast := b["roast-hake/hake/roast"].Why
	assert.Zero(t, roast.Later)
	assert.Equal(t, "the rest would be too short", roast.LaterTo)
	assert.Equal(t, int64(7), roast.Early)
	assert.Equal(t, "Hake: sear is not finished", roast.EarlyTo)
}

func TestTheSameServiceGivesTheSamePlan(t *testing.T) {
	first := supperPlan(t)
	for range 2 {
		assert.Equal(t, first.Plan, makePlan(t, demoInput(t)).Plan)
	}
}

// kept is a plan as it is read back from where it was stored: problem, map and plan as
// JSON.
func kept(t testing.TB, r planned) runup.Result {
	t.Helper()
	text, err := json.Marshal(r.Problem)
	require.NoError(t, err)
	back := r.Result
	back.Problem, err = schedule.ReadProblem(bytes.NewReader(text))
	require.NoError(t, err)
	text, err = json.Marshal(r.Plan)
	require.NoError(t, err)
	back.Plan, err = schedule.ReadPlan(bytes.NewReader(text))
	require.NoError(t, err)
	text, err = json.Marshal(r.Map)
	require.NoError(t, err)
	back.Map = work.Map{}
	require.NoError(t, json.Unmarshal(text, &back.Map))
	require.NoError(t, back.Map.Check(back.Problem))
	return back
}

func TestAKeptPlanIsReadBackAsItWas(t *testing.T) {
	in := demoInput(t)
	r := supperPlan(t)
	assert.Equal(t, r.RunUp, kept(t, r).RunUp(in.Zone))
}

// A plan is found by its problem: what is only called otherwise has the same plan, in
// its own words; what takes longer has another one.
func TestAPlanIsFoundByItsProblem(t *testing.T) {
	in, r := demoInput(t), supperPlan(t)
	key := func() string {
		s, err := runup.Prepare(in)
		require.NoError(t, err)
		k, err := s.Key()
		require.NoError(t, err)
		return k
	}
	before := key()
	hake := in.Components["hake"]
	hake.Name = "Hake from the quay"
	in.Components["hake"] = hake
	assert.Equal(t, before, key())
	s, err := runup.Prepare(in)
	require.NoError(t, err)
	again, ok := s.Again(r.Result)
	require.True(t, ok)
	strand := slices.IndexFunc(again.RunUp(in.Zone).Strands, func(x report.Strand) bool { return x.Name == "Hake from the quay" })
	assert.GreaterOrEqual(t, strand, 0)

	in.Components["hake"].Steps()[2].Time = &recipe.Time{Quick: 600, Usual: 600, Slow: 600, Per: recipe.Once}
	assert.NotEqual(t, before, key())
	s, err = runup.Prepare(in)
	require.NoError(t, err)
	_, ok = s.Again(r.Result)
	assert.False(t, ok, "a plan of other durations is no plan of this service")
	in.Components["hake"].Steps()[2].Time = nil
	in.Service.Calm = service.MoreCalm
	assert.NotEqual(t, before, key(), "it is searched otherwise")
}

func TestMoreCoversThanThePassIsWideLeaveInWaves(t *testing.T) {
	in := demoInput(t)
	in.Service.Courses[0].Covers[0].Plates = 7
	r := makePlan(t, in)
	b := bars(r)
	first, second := b["roast-hake/plate/broth/wave 1"], b["roast-hake/plate/broth/wave 2"]
	assert.Equal(t, 4, first.Portions)
	assert.Equal(t, 3, second.Portions)
	assert.LessOrEqual(t, first.To, b["roast-hake/plate/swede/wave 2"].From, "the pass is four plates wide")
	assert.LessOrEqual(t, second.To-first.To, int64(900), "a course leaves within a quarter of an hour")
	assert.Equal(t, "7 portions × 4 min = 28 min", b["roast-hake/hake/fillet"].Working)
}

func TestTwoDishesOfOneCourseLeaveTogether(t *testing.T) {
	in := demoInput(t)
	in.Menu.Courses = []recipe.Course{{ID: "fish", Name: "Main", Dishes: []string{"roast-hake", "guinea-fowl"}}}
	in.Service.Courses = in.Service.Courses[:1]
	in.Service.Courses[0].Covers = append(in.Service.Courses[0].Covers, in.Service.Courses[0].Covers[0])
	in.Service.Courses[0].Covers[0].Plates, in.Service.Courses[0].Covers[1].Plates = 2, 2
	in.Service.Courses[0].Covers[1].Dish = "guinea-fowl"
	r := makePlan(t, in)
	require.Len(t, r.Problem.Together, 1)
	assert.Equal(t, int64(60), *r.Problem.Together[0].Within)
}

func TestWhatCannotBeIsAClashAndTheRestIsPlanned(t *testing.T) {
	for name, c := range map[string]struct {
		spoil func(*demand.Input)
		says  string
	}{
		"no such equipment":       {func(in *demand.Input) { in.Kitchen.Equipment = in.Kitchen.Equipment[1:] }, "No burner in this kitchen"},
		"no cook":                 {func(in *demand.Input) { in.Kitchen.Cooks = nil }, "No cook in this kitchen"},
		"a cook who is not there": {func(in *demand.Input) { in.Components["hake"].Steps()[2].Hands.Cook = "baker" }, "The cook set for this step is not in this kitchen"},
		"a shift too short": {func(in *demand.Input) {
			for i := range in.Kitchen.Cooks {
				in.Kitchen.Cooks[i].Shifts[0].From, in.Kitchen.Cooks[i].Shifts[0].To = "20:00", "20:10"
			}
		}, "but Head chef is there for 10 min at most"},
	} {
		t.Run(name, func(t *testing.T) {
			in := demoInput(t)
			c.spoil(&in)
			r, err := attempt(in)
			require.NoError(t, err)
			var all []string
			for _, x := range r.RunUp.Clashes {
				all = append(all, x.What)
			}
			assert.Contains(t, strings.Join(all, "\n"), c.says)
			if r.Found {
				assert.Empty(t, check.Plan(r.Problem, r.Plan))
			}
		})
	}
}

func TestACircleOfWaitsIsAClash(t *testing.T) {
	in := demoInput(t)
	in.Components["crown"].Steps()[0].After = []string{"gravy/bones"}
	r, err := attempt(in)
	require.NoError(t, err)
	require.NotEmpty(t, r.RunUp.Clashes)
	assert.Contains(t, r.RunUp.Clashes[0].What, "These wait for each other")
}

func TestALateCourseIsToldWithItsMinutes(t *testing.T) {
	in := demoInput(t)
	for i := range in.Kitchen.Cooks {
		in.Kitchen.Cooks[i].Shifts[0].From = "20:20"
	}
	r := makePlan(t, in)
	var all []string
	for _, x := range r.RunUp.Clashes {
		all = append(all, x.What)
	}
	assert.Contains(t, strings.Join(all, "\n"), "late, leaves")
}

// A clock that is put forward inside the run-up: seconds are seconds, and the
// hours of the courses are those of the wall. On 29 March 2026 the zone CET
// goes from 02:00 to 03:00.
func TestASummerTimeChangeInsideTheRunUp(t *testing.T) {
	in := demoInput(t)
	in.Service.Day = "2026-03-29"
	b := bars(makePlan(t, in))
	_, out := at(b["roast-hake/plate/-wipe"])
	assert.Equal(t, "20:25:00", out)
	fillet := b["roast-hake/hake/fillet"]
	assert.Equal(t, "Sat", fillet.Start.Format("Mon"))
	assert.Zero(t, fillet.Start.Minute()%5, "in round figures of the wall: %s", fillet.Start)
	assert.Equal(t, fillet.To-fillet.From, int64(fillet.End.Sub(fillet.Start)/time.Second))
}

// The menu of the demo, planned and read back with all its reasons: median and
// 95th percentile, warm.
func BenchmarkMake(b *testing.B) { benchmarkMake(b, demoInput(b)) }

func benchmarkMake(b *testing.B, in demand.Input) {
	b.Helper()
	var first, took []time.Duration
	for b.Loop() {
		start, found := time.Now(), false
		s, err := runup.Prepare(in)
		require.NoError(b, err)
		r, err := s.Plan(context.Background(), func(runup.Result) {
			if !found {
				found = true
				first = append(first, time.Since(start))
			}
		})
		r.RunUp(in.Zone)
		took = append(took, time.Since(start))
		require.NoError(b, err)
	}
	slices.Sort(first)
	slices.Sort(took)
	b.ReportMetric(float64(first[len(first)/2].Microseconds())/1000, "ms-first-plan")
	b.ReportMetric(float64(took[len(took)/2].Microseconds())/1000, "ms-median")
	b.ReportMetric(float64(took[len(took)*95/100].Microseconds())/1000, "ms-p95")
}

// How the cost grows with the covers: more plates make more waves, and each
// wave its own firing.
func BenchmarkMakeByCovers(b *testing.B) {
	for _, plates := range []int{4, 8, 16, 32} {
		b.Run(strconv.Itoa(plates), func(b *testing.B) {
			in := demoInput(b)
			for c := range in.Service.Courses {
				in.Service.Courses[c].Covers[0].Plates = plates
			}
			for b.Loop() {
				_, err := attempt(in)
				require.NoError(b, err)
			}
		})
	}
}
