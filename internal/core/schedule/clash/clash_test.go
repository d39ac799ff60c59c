package clash_test

import (
	"context"
	"fmt"
	"math/rand/v2"
	"os"
	"path/filepath"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/clash"
	"jointime/internal/core/schedule/planted"
	"jointime/internal/core/schedule/prove"
	"jointime/internal/core/schedule/scheduletest"
	"jointime/internal/core/schedule/solve"
	"jointime/internal/size"
)

func at(x int64) *int64 { return &x }

// One cook, from 600 on, and three plates of 100 s that are to end by 800: two of them would
// be in time. A fourth plate has hands of its own, and a sauce has all day.
func TestOnPaper(t *testing.T) {
	p := schedule.Problem{Name: "three plates", Horizon: schedule.Span{0, 2000}, Resources: []schedule.Resource{
		{ID: "cook", Capacity: 1, Windows: []schedule.Span{{600, 2000}}}, {ID: "help", Capacity: 1}}}
	for _, id := range []string{"a", "b", "c", "d", "sauce"} {
		by := schedule.Use{OneOf: []string{"cook"}}
		if id == "d" || id == "sauce" {
			by = schedule.Use{OneOf: []string{"help"}}
		}
		p.Tasks = append(p.Tasks, schedule.Task{ID: id, Duration: 100, Uses: []schedule.Use{by}})
		if id != "sauce" {
			p.Tasks[len(p.Tasks)-1].Latest = at(800)
		}
	}
	plan, err := solve.Solve(t.Context(), p, solve.Options{Rounds: 50, Seed: 1})
	require.NoError(t, err)
	require.Equal(t, int64(100), plan.Violation, "the third ends at 900")
	set := clash.Of(t.Context(), p, plan, plan.Broken[0], clash.Options{})
	require.True(t, set.Proven)
	var told []string
	for _, r := range set.Requirements {
		told = append(told, fmt.Sprint(r.Kind, " ", r.Task, r.Resource))
	}
	others := slices.DeleteFunc([]string{"a", "b", "c"}, func(id string) bool { return id == plan.Broken[0].Task })
	assert.ElementsMatch(t, []string{"use a", "use b", "use c", "task.latest " + others[0], "task.latest " + others[1], "windows cook"}, told)
}

// holds asks of a set what it promises.
func holds(t *testing.T, p schedule.Problem, plan schedule.Plan, set clash.Set, of string) {
	t.Helper()
	v, _ := prove.Limits(context.Background(), clash.With(p, plan, set.Limit, set.Requirements), 50_000)
	if set.Proven {
		assert.Equal(t, prove.Cannot, v, "%s: %v", of, set)
	} else {
		assert.NotEqual(t, prove.Kept, v, "%s: %v", of, set)
	}
	for k := range set.Requirements {
		q := clash.With(p, plan, set.Limit, slices.Delete(slices.Clone(set.Requirements), k, k+1))
		v, found := prove.Limits(context.Background(), q, 2000)
		if v == prove.Kept {
			found = check.Measured(q, found)
		} else {
			var err error
			found, err = solve.Solve(context.Background(), q, solve.Options{Rounds: 1000, Seed: 1})
			require.NoError(t, err, "%s, without %v", of, set.Requirements[k])
		}
		require.Empty(t, check.Plan(q, found), "%s, without %v", of, set.Requirements[k])
		require.Zero(t, found.Violation, "%s, without %v", of, set.Requirements[k])
	}
}

// Tiny problems whose best plan passes something: every set is proven, none of it can be left
// out, and where there is none a plan is given that is better.
func TestTinyOnes(t *testing.T) {
	sets, better := 0, 0
	for seed := range uint64(size.Of(100, 300, 3000)) {
		p := scheduletest.Random(rand.New(rand.NewPCG(seed, 9)))
		plan, err := solve.Solve(t.Context(), p, solve.Options{Rounds: 50, Seed: seed})
		if err != nil {
			continue
		}
		for _, limit := range plan.Broken {
			set := clash.Of(t.Context(), p, plan, limit, clash.Options{})
			if set.Better != nil {
				better++
				require.Empty(t, check.Plan(p, *set.Better))
				require.LessOrEqual(t, set.Better.Violation, plan.Violation)
				require.LessOrEqual(t, set.Better.Cost, plan.Cost)
				continue
			}
			require.True(t, set.Proven, "seed %d: %v", seed, limit)
			sets++
			holds(t, p, plan, set, fmt.Sprint("seed ", seed))
		}
	}
	assert.Greater(t, sets, 20)
	t.Logf("%d sets, %d plans that were better", sets, better)
}

// Kitchens of up to 40 tasks that cannot keep their limits.
func TestKitchens(t *testing.T) {
	of := map[string]schedule.Problem{}
	for _, name := range []string{"kitchen-08-overloaded", "kitchen-12-overloaded", "kitchen-20-overloaded", "kitchen-40"} {
		f, err := os.Open(filepath.Join("..", "testdata", name+".json"))
		require.NoError(t, err)
		p, err := schedule.ReadProblem(f)
		f.Close()
		require.NoError(t, err)
		of[name] = p
	}
	for seed := range uint64(size.Of(2, 4, 40)) {
		p, _ := planted.Kitchen(seed, planted.Options{Tasks: 20 + 20*int(seed%2), Kind: planted.Tight, Sections: seed%2 == 0})
		p.Resources[0].Windows = []schedule.Span{{p.Horizon[0], (p.Horizon[0] + 3*p.Horizon[1]) / 4}}
		of[fmt.Sprint("planted ", seed)] = p
	}
	sets := 0
	for name, p := range of {
		plan, err := solve.Solve(t.Context(), p, solve.Options{Rounds: 1000, Seed: 1})
		if err != nil {
			continue
		}
		for _, limit := range plan.Broken[:min(3, len(plan.Broken))] {
			set := clash.Of(t.Context(), p, plan, limit, clash.Options{Tries: 2})
			t.Logf("%s: %v: %d, proven %v", name, limit, len(set.Requirements), set.Proven)
			if set.Better != nil {
				assert.Empty(t, check.Plan(p, *set.Better))
				continue
			}
			assert.True(t, set.Proven, "%s: %v", name, limit)
			sets++
			holds(t, p, plan, set, name)
		}
	}
	assert.GreaterOrEqual(t, sets, 3)
}
