package runup_test

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/runuptest"
	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/solve"
	"jointime/internal/core/service"
)

// large is the winter supper for more guests, at tables of five, with as many of each cook
// and of each place as there are more hands; seatings come an hour apart.
func large(t testing.TB, tables, hands, seatings int) demand.Input {
	in := dinner(t)
	in.Service.Name = fmt.Sprintf("supper for %d", 5*tables)
	in.Service.Tables = nil
	for i := range tables {
		table := service.Table{ID: fmt.Sprint("t", i+1), Name: fmt.Sprint("Table ", i+1), Guests: 5}
		if by := i * seatings / tables; by > 0 {
			for _, c := range in.Service.Courses {
				at, err := time.Parse("15:04", c.Hour)
				require.NoError(t, err)
				table.Hours = append(table.Hours, service.TableHour{Course: c.Course, Hour: at.Add(-time.Duration(seatings-1-by) * time.Hour).Format("15:04")})
			}
		}
		in.Service.Tables = append(in.Service.Tables, table)
	}
	for i, c := range in.Service.Courses {
		at, err := time.Parse("15:04", c.Hour)
		require.NoError(t, err)
		in.Service.Courses[i].Hour = at.Add(-time.Duration(seatings-1) * time.Hour).Format("15:04")
	}
	in.Kitchen.Equipment = slices.Clone(in.Kitchen.Equipment)
	for i := range in.Kitchen.Equipment {
		in.Kitchen.Equipment[i].Places *= hands
		if in.Kitchen.Equipment[i].ID == "warmer" { // every plate of a course
			in.Kitchen.Equipment[i].Places = 8 * tables
		}
	}
	in.Kitchen.PassWidth *= hands
	var cooks []kitchen.Cook
	for _, c := range in.Kitchen.Cooks {
		for n := range hands {
			more := c
			if n > 0 {
				more.ID, more.Name = fmt.Sprint(c.ID, n+1), fmt.Sprint(c.Name, " ", n+1)
			}
			cooks = append(cooks, more)
		}
	}
	in.Kitchen.Cooks = cooks
	return in
}

// Two things take 40 min of the only cook, who is there for an hour: what is missing is said,
// and when.
func TestWhatIsMissingIsSaid(t *testing.T) {
	t.Parallel()
	in := runuptest.Evening(4, runuptest.Step("chop", 40, nil))
	in.Kitchen.Cooks[0].Shifts = []kitchen.Shift{{Days: []int{6}, From: "19:30", To: "20:30"}}
	dish := in.Dishes["dish"]
	dish.Parts = append(dish.Parts, recipe.Part{Component: "more", Portion: dish.Parts[0].Portion})
	dish.Plate.Placings = append(dish.Plate.Placings, plating.Placing{ID: "more", Component: "more", Form: plating.Mound, Length: 40, Seconds: 10})
	in.Dishes["dish"] = dish
	in.Components["more"] = recipe.Component{ID: "more", Name: "More", Yield: in.Components["food"].Yield, Methods: recipe.OneWay(runuptest.Step("chop", 40, nil))}
	s, err := runup.Prepare(in)
	require.NoError(t, err)
	r, err := s.Plan(t.Context(), nil)
	require.NoError(t, err)

	require.False(t, r.Found)
	assert.Regexp(t, `^This cannot be done\. It can with another Cook for 40 min \(\d\d:\d\d–\d\d:\d\d\)\. Or try fewer covers, or more time\.$`, r.Why)
	assert.Equal(t, r.Why, r.RunUp(time.UTC).Message)
}

// BenchmarkLargeEvenings: how soon there is a plan, and what it costs after so long.
func BenchmarkLargeEvenings(b *testing.B) {
	for _, e := range []struct {
		name string
		in   func(testing.TB) demand.Input
	}{
		{"two", forTwo}, {"winter", dinner}, {"banquet", banquet},
		{"80-at-16-by-12", func(t testing.TB) demand.Input { return large(t, 16, 2, 1) }},
		{"150-at-30-by-18-in-2", func(t testing.TB) demand.Input { return large(t, 30, 3, 2) }},
		{"300-at-60-by-24-in-3", func(t testing.TB) demand.Input { return large(t, 60, 4, 3) }},
	} {
		b.Run(e.name, func(b *testing.B) {
			for b.Loop() {
				searched(b, e.in(b))
			}
		})
	}
}

// searched searches for a minute, and reports what there was when.
func searched(b *testing.B, in demand.Input) {
	s, err := runup.Prepare(in)
	require.NoError(b, err)
	var excluded runup.Result
	ctx, stop := context.WithCancel(b.Context())
	first := time.Duration(0)
	start := time.Now()
	excluded, err = s.Plan(ctx, func(runup.Result) {
		if first == 0 {
			first = time.Since(start)
		}
		stop()
	})
	stop()
	require.NoError(b, err)
	b.ReportMetric(float64(len(excluded.Problem.Tasks)), "tasks")
	if !excluded.Found {
		b.Log(excluded.Why)
		return
	}
	b.ReportMetric(first.Seconds(), "s-to-first")
	at := []time.Duration{2 * time.Second, 5 * time.Second, time.Minute}
	ctx, cancel := context.WithTimeout(b.Context(), at[len(at)-1])
	defer cancel()
	start = time.Now()
	var now schedule.Plan
	k := 0
	note := func() {
		for ; k < len(at) && time.Since(start) >= at[k]; k++ {
			b.ReportMetric(float64(now.Violation), fmt.Sprintf("over-%.0fs", at[k].Seconds()))
			b.ReportMetric(float64(now.Cost), fmt.Sprintf("cost-%.0fs", at[k].Seconds()))
		}
	}
	plan, err := solve.Solve(ctx, excluded.Problem, solve.Options{Rounds: -1, Seed: 1, Workers: 2, Found: func(p schedule.Plan) { note(); now = p }})
	if err != nil && !errors.Is(err, context.DeadlineExceeded) {
		require.NoError(b, err)
	}
	now = plan
	for time.Since(start) < at[len(at)-1] {
		time.Sleep(10 * time.Millisecond)
	}
	note()
	require.Empty(b, check.Plan(excluded.Problem, plan))
}
