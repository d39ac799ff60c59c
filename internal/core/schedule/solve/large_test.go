package solve_test

import (
	"context"
	"fmt"
	"runtime"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/planted"
	"jointime/internal/core/schedule/solve"
)

// enlarged is a problem as many times over, one evening after another in the
// same kitchen.
func enlarged(p schedule.Problem, times int) schedule.Problem {
	length := p.Horizon[1] - p.Horizon[0]
	out := schedule.Problem{Name: p.Name, Horizon: schedule.Span{p.Horizon[0], p.Horizon[0] + length*int64(times)}}
	for _, r := range p.Resources {
		windows := r.Windows
		r.Windows = nil
		for n := range int64(times) {
			for _, w := range windows {
				r.Windows = append(r.Windows, w.Shift(n*length))
			}
		}
		out.Resources = append(out.Resources, r)
	}
	for n := range times {
		by := length * int64(n)
		name := func(id string) string { return fmt.Sprintf("%s/%d", id, n) }
		later := func(v *int64) *int64 {
			if v == nil {
				return nil
			}
			w := *v + by
			return &w
		}
		for _, t := range p.Tasks {
			t.ID, t.Earliest, t.Latest = name(t.ID), later(t.Earliest), later(t.Latest)
			t.Uses = append([]schedule.Use{}, t.Uses...)
			for k := range t.Uses {
				if t.Uses[k].Same != "" {
					t.Uses[k].Same = name(t.Uses[k].Same)
				}
			}
			out.Tasks = append(out.Tasks, t)
		}
		for _, l := range p.Links {
			l.From, l.To = name(l.From), name(l.To)
			l.Holds = append([]schedule.Use{}, l.Holds...)
			for k := range l.Holds {
				if l.Holds[k].Same != "" {
					l.Holds[k].Same = name(l.Holds[k].Same)
				}
			}
			out.Links = append(out.Links, l)
		}
		for _, t := range p.Targets {
			t.Task, t.At = name(t.Task), t.At+by
			out.Targets = append(out.Targets, t)
		}
	}
	return out
}

func TestALargeProblemHasAPlanThatTheCheckerAccepts(t *testing.T) {
	p := enlarged(sample(t, "kitchen-300"), 3)
	require.Empty(t, p.Validate())
	ctx, cancel := context.WithCancel(context.Background())
	defer cancel()
	plan, err := solve.Solve(ctx, p, solve.Options{Rounds: -1, Seed: 1, Found: func(schedule.Plan) { cancel() }})
	require.NoError(t, err)
	assert.Empty(t, check.Plan(p, plan))
}

// The time to the first plan, and the memory that is then in use.
func BenchmarkFirstPlan(b *testing.B) {
	for _, times := range []int{1, 5, 10} {
		p := enlarged(sample(b, "kitchen-300"), times)
		b.Run(fmt.Sprint(len(p.Tasks)), func(b *testing.B) {
			var first time.Duration
			for b.Loop() {
				ctx, cancel := context.WithCancel(context.Background())
				start := time.Now()
				_, err := solve.Solve(ctx, p, solve.Options{Rounds: -1, Seed: 1, Found: func(schedule.Plan) {
					first += time.Since(start)
					cancel()
				}})
				require.NoError(b, err)
			}
			var mem runtime.MemStats
			runtime.ReadMemStats(&mem)
			b.ReportMetric(first.Seconds()/float64(b.N), "s-first")
			b.ReportMetric(float64(mem.Sys)/(1<<20), "MB")
		})
	}
}

// BenchmarkStop is how long after it is told to stop a search has stopped, at chance moments.
func BenchmarkStop(b *testing.B) {
	for _, tasks := range []int{300, 3000} {
		p, _ := planted.Kitchen(7, planted.Options{Tasks: tasks, Kind: planted.Overloaded, Sections: true, Fill: 60})
		b.Run(fmt.Sprint(tasks), func(b *testing.B) {
			var worst, sum time.Duration
			for n := 0; b.Loop(); n++ {
				ctx, cancel := context.WithCancel(context.Background())
				var told atomic.Int64
				time.AfterFunc(time.Duration(20+n*37%1500)*time.Millisecond, func() {
					told.Store(time.Now().UnixNano())
					cancel()
				})
				_, err := solve.Solve(ctx, p, solve.Options{Rounds: -1, Seed: uint64(n), Workers: 2})
				if err != nil { // told before there was any
					require.ErrorIs(b, err, solve.ErrNotFound)
				}
				took := time.Duration(time.Now().UnixNano() - told.Load())
				worst, sum = max(worst, took), sum+took
			}
			b.ReportMetric(worst.Seconds(), "s-worst")
			b.ReportMetric(sum.Seconds()/float64(b.N), "s-mean")
		})
	}
}

// FuzzChecker: no plan, however odd, makes the checker panic.
func FuzzChecker(f *testing.F) {
	p := sample(f, "tiny-shelf")
	f.Add(int64(0), int64(600), "oven", uint8(0))
	f.Fuzz(func(t *testing.T, start, gap int64, resource string, cut uint8) {
		plan := schedule.Plan{Problem: p.Name, Status: schedule.Kept}
		for _, task := range p.Tasks {
			planned := schedule.PlannedTask{ID: task.ID, Start: start, End: start + task.Duration}
			for range task.Uses {
				planned.Resources = append(planned.Resources, resource)
			}
			plan.Tasks = append(plan.Tasks, planned)
		}
		for i, l := range p.Links {
			if len(l.Holds) > 0 {
				plan.Links = append(plan.Links, schedule.PlannedLink{Link: i, From: l.From, To: l.To, Gap: gap, Resources: []string{resource}})
			}
		}
		plan.Tasks = plan.Tasks[:len(plan.Tasks)-int(cut)%len(plan.Tasks)]
		check.Plan(p, plan)
	})
}
