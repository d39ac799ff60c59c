package instead_test

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/instead"
	"jointime/internal/core/schedule/scheduletest"
	"jointime/internal/core/schedule/solve"
	"jointime/internal/size"
)

func solved(t *testing.T, p schedule.Problem) schedule.Plan {
	t.Helper()
	require.Empty(t, p.Validate())
	plan, err := solve.Solve(t.Context(), p, solve.Options{Rounds: 200, Seed: 1})
	require.NoError(t, err)
	return plan
}

// Two plates of 100 s are due at 1,000, a second late costs 5. The fish cook costs nothing,
// pastry 50. With both by the fish cook one is 100 s late: 500 instead of 50.
func TestWhyPastryHelps(t *testing.T) {
	p := schedule.Problem{Name: "help", Horizon: schedule.Span{0, 2000}, Resources: []schedule.Resource{{ID: "fish", Capacity: 1}, {ID: "pastry", Capacity: 1}}}
	for _, id := range []string{"a", "b"} {
		p.Tasks = append(p.Tasks, schedule.Task{ID: id, Duration: 100, Uses: []schedule.Use{{OneOf: []string{"fish", "pastry"}, Costs: map[string]int64{"pastry": 50}}}})
		p.Targets = append(p.Targets, schedule.Target{Task: id, At: 1000, Early: 5, Late: 5})
	}
	plan := solved(t, p)
	require.Equal(t, int64(50), plan.Cost)
	list := instead.Of(t.Context(), p, plan, 100, 1)
	require.Len(t, list, 1)
	other := "a"
	if list[0].Task == "a" {
		other = "b"
	}
	assert.Equal(t, instead.Choice{Task: list[0].Task, Resource: "pastry", Others: []instead.Other{
		{Resource: "fish", Saves: 50, With: []string{other}, Outcome: instead.Outcome{Verdict: instead.AsGood}, Alone: &instead.Outcome{Verdict: instead.Dearer, Costs: 450}}}}, list[0])
}

// The second plate would pass its limit. Where the fish cook goes home before it is done
// there is no plan with both: it is proven.
func TestWhatItBreaks(t *testing.T) {
	late := int64(1000)
	p := schedule.Problem{Name: "limits", Horizon: schedule.Span{0, 2000}, Resources: []schedule.Resource{{ID: "fish", Capacity: 1, Windows: []schedule.Span{{900, 1300}}}, {ID: "pastry", Capacity: 1}}}
	for _, id := range []string{"a", "b"} {
		p.Tasks = append(p.Tasks, schedule.Task{ID: id, Duration: 100, Latest: &late, Uses: []schedule.Use{{OneOf: []string{"fish", "pastry"}, Costs: map[string]int64{"pastry": 50}}}})
	}
	one := instead.Of(t.Context(), p, solved(t, p), 100, 1)[0].Others[0].Alone
	require.NotNil(t, one)
	assert.Equal(t, instead.Dearer, one.Verdict)
	assert.Equal(t, int64(100), one.Beyond)
	assert.Equal(t, int64(-50), one.Costs)
	require.Len(t, one.Broken, 1)
	assert.Equal(t, int64(100), one.Broken[0].By)

	p.Resources[0].Windows = []schedule.Span{{900, 1050}}
	assert.Equal(t, instead.Impossible, instead.Of(t.Context(), p, solved(t, p), 100, 1)[0].Others[0].Alone.Verdict)
}

// All with one label go together, and one pays for all.
func TestALabelGoesTogether(t *testing.T) {
	p := schedule.Problem{Name: "label", Horizon: schedule.Span{0, 150}, Resources: []schedule.Resource{{ID: "fish", Capacity: 1, Windows: []schedule.Span{{0, 60}}}, {ID: "pastry", Capacity: 1}}}
	for _, id := range []string{"a", "b"} {
		p.Tasks = append(p.Tasks, schedule.Task{ID: id, Duration: 50, Uses: []schedule.Use{{OneOf: []string{"fish", "pastry"}, Same: "x", Costs: map[string]int64{"pastry": 50}}}})
	}
	list := instead.Of(t.Context(), p, solved(t, p), 100, 1)
	require.Len(t, list, 1)
	assert.Equal(t, []instead.Other{{Resource: "fish", Saves: 100, Outcome: instead.Outcome{Verdict: instead.Impossible}}}, list[0].Others)
}

// Tiny problems: a plan that is proven best is not bettered, and what is told of one that is
// not is held against the checker.
func TestTinyOnes(t *testing.T) {
	met := map[instead.Verdict]int{}
	for seed := range uint64(size.Of(300, 500, 6000)) {
		p := scheduletest.Random(rand.New(rand.NewPCG(seed, 5)))
		plan, err := solve.Solve(t.Context(), p, solve.Options{Rounds: 0, Seed: seed})
		if err != nil {
			continue
		}
		best, _ := scheduletest.TryEverything(p)
		for _, c := range instead.Of(t.Context(), p, plan, 50, seed) {
			for _, o := range c.Others {
				of := fmt.Sprint("seed ", seed, c)
				met[o.Verdict]++
				require.Positive(t, o.Saves, of)
				if o.Better != nil {
					require.Empty(t, check.Plan(p, *o.Better), of)
					require.NotEqual(t, best, [2]int64{plan.Violation, plan.Cost}, of)
				}
				if o.Verdict == instead.Dearer && o.Beyond == 0 {
					require.GreaterOrEqual(t, o.Costs, int64(0), of)
				}
			}
		}
	}
	t.Log(met)
	assert.Greater(t, met[instead.Dearer], 5)
	assert.Positive(t, met[instead.Impossible])
}
