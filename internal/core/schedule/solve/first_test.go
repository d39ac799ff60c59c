package solve_test

import (
	"context"
	"fmt"
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/planted"
	"jointime/internal/core/schedule/solve"
	"jointime/internal/size"
)

// planting is the kitchen of a number: every kind, with and without sections, with little
// and much to fill up with, some of them without a second more than the planted plan takes.
func planting(n uint64, tasks int) (schedule.Problem, schedule.Plan) {
	return planted.Kitchen(n, planted.Options{Tasks: tasks, Kind: planted.Kind(n % uint64(planted.Kinds)), Sections: n/4%2 == 1, Fill: int64(n/8%3) * 45, Slack: int64(n / 24 % 2 * 4)})
}

// firstPlan gives the first plan that a search has, and ends it there.
func firstPlan(t testing.TB, p schedule.Problem) (plan schedule.Plan, after time.Duration) {
	ctx, stop := context.WithCancel(t.Context())
	defer stop()
	start := time.Now()
	plan, err := solve.Solve(ctx, p, solve.Options{Rounds: -1, Seed: 1, Found: func(schedule.Plan) {
		if after == 0 {
			after = time.Since(start)
		}
		stop()
	}})
	require.NoError(t, err, p.Name)
	return plan, after
}

// Where a plan was planted, one is found.
func TestThereIsAlwaysAPlanWhereOneWasPlanted(t *testing.T) {
	for n := range uint64(size.Of(8, 24, 200)) {
		tasks := []int{300, 600, 1000}[n%3]
		if n%10 == 9 && size.Of(0, 0, 1) == 1 {
			tasks = []int{3000, 10_000}[n/10%2]
		}
		p, _ := planting(n, tasks)
		plan, after := firstPlan(t, p)
		require.Empty(t, check.Plan(p, plan), p.Name)
		t.Log(p.Name, len(p.Tasks), after)
	}
}

// What is planted into small kitchens too: the hard rules alone, with every limit and price
// taken away, are kept by a plan that costs nothing.
func TestSmallPlantedKitchensAreSolvedAtTheirHours(t *testing.T) {
	for n := range uint64(size.Of(4, 12, 60)) {
		p, _ := planting(n, 24)
		p.Targets, p.Together, p.Keeps = nil, nil, nil
		for i := range p.Links {
			p.Links[i].Max, p.Links[i].Weight = nil, 0
		}
		for i := range p.Tasks {
			for k := range p.Tasks[i].Uses {
				p.Tasks[i].Uses[k].Keep, p.Tasks[i].Uses[k].Costs = nil, nil
			}
		}
		require.Empty(t, p.Validate())
		plan, _ := firstPlan(t, p)
		require.Empty(t, check.Plan(p, plan), p.Name)
		assert.Zero(t, plan.Cost+plan.Violation)
	}
}

// BenchmarkFirstOfPlanted tells after how long the first plan is there, in the median and at
// worst over 48 kitchens, and by which power of the tasks that grows.
func BenchmarkFirstOfPlanted(b *testing.B) {
	before, tasks := 0.0, 0.0
	for _, n := range []int{300, 1000, 3000, 10_000} {
		b.Run(fmt.Sprint(n), func(b *testing.B) {
			var worst, sum float64
			for b.Loop() {
				worst, sum = 0, 0
				for k := range uint64(48) {
					p, _ := planting(k, n)
					_, after := firstPlan(b, p)
					worst, sum = max(worst, after.Seconds()), sum+after.Seconds()
				}
			}
			b.ReportMetric(worst, "s-worst")
			b.ReportMetric(sum/48, "s-mean")
			if before > 0 {
				b.ReportMetric(math.Log(sum/before)/math.Log(float64(n)/tasks), "power")
			}
			before, tasks = sum, float64(n)
		})
	}
}

// Told to stop before it begins, a search of any size ends at once: with a plan where the
// problem is small, and without one otherwise.
func TestASearchThatIsStoppedEnds(t *testing.T) {
	ctx, stop := context.WithCancel(t.Context())
	stop()
	for _, tasks := range []int{24, 300, 3000} {
		p, _ := planting(3, tasks)
		plan, err := solve.Solve(ctx, p, solve.Options{Rounds: -1, Seed: 1})
		if tasks < 200 {
			require.NoError(t, err)
			assert.Empty(t, check.Plan(p, plan))
		} else {
			require.ErrorIs(t, err, solve.ErrNotFound)
		}
	}
}
