package solve_test

import (
	"context"
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/solve"
)

func at(v int64) *int64 { return &v }

// plan solves and holds the answer against the checker.
func plan(t *testing.T, p schedule.Problem) schedule.Plan {
	t.Helper()
	require.Empty(t, p.Validate())
	out, err := solve.Solve(context.Background(), p, solve.Options{Rounds: 300, Seed: 1})
	require.NoError(t, err)
	require.Empty(t, check.Plan(p, out))
	return out
}

func TestDegenerateProblemsHaveClearAnswers(t *testing.T) {
	cook := schedule.Resource{ID: "cook", Capacity: 1}
	use := []schedule.Use{{OneOf: []string{"cook"}}}
	zeros := schedule.Problem{Horizon: schedule.Span{0, 0}, Resources: []schedule.Resource{cook}}
	for i := range 5 {
		zeros.Tasks = append(zeros.Tasks, schedule.Task{ID: fmt.Sprint(i), Uses: use})
	}
	crowd := schedule.Problem{Horizon: schedule.Span{0, 10}, Resources: []schedule.Resource{{ID: "hall", Capacity: 1_000_000}}}
	for i := range 40 {
		crowd.Tasks = append(crowd.Tasks, schedule.Task{ID: fmt.Sprint(i), Duration: 10, Uses: []schedule.Use{{OneOf: []string{"hall"}, Units: 25_000}}})
	}
	late := schedule.Problem{Horizon: schedule.Span{0, 99}, Resources: []schedule.Resource{cook}}
	for i := range 12 {
		late.Tasks = append(late.Tasks, schedule.Task{ID: fmt.Sprint(i), Duration: 5, Latest: at(20), Uses: use})
	}
	for name, p := range map[string]schedule.Problem{
		"late, and no waits": late,
		"nothing":            {Horizon: schedule.Span{0, 10}},
		"one task":           {Horizon: schedule.Span{-5, 5}, Tasks: []schedule.Task{{ID: "a", Duration: 10}}},
		"no length":          zeros,
		"a thousand units":   crowd,
		"numbers at limits":  {Horizon: schedule.Span{-1_000_000_000, 1_000_000_000}, Tasks: []schedule.Task{{ID: "a", Duration: 1_000_000_000, Latest: at(1_000_000_000)}}, Targets: []schedule.Target{{Task: "a", At: -1_000_000_000, Late: 10_000}}},
		"empty slices":       {Horizon: schedule.Span{0, 9}, Resources: []schedule.Resource{{ID: "cook", Capacity: 1, Windows: []schedule.Span{}}}, Tasks: []schedule.Task{{ID: "a", Duration: 9, Uses: []schedule.Use{{OneOf: []string{"cook"}, Slices: []schedule.Span{}}}}}},
		"a task with itself": {Horizon: schedule.Span{0, 9}, Tasks: []schedule.Task{{ID: "a", Duration: 5}}, Links: []schedule.Link{{From: "a", To: "a", FromAt: schedule.Start, ToAt: schedule.End, Min: at(5), Max: at(3)}}},
	} {
		t.Run(name, func(t *testing.T) {
			if name == "a task with itself" {
				p.Links[0].Max = at(5)
			}
			plan(t, p)
		})
	}
}

func TestWhatHasNoWindowIsDisproved(t *testing.T) {
	p := schedule.Problem{Horizon: schedule.Span{0, 10}, Resources: []schedule.Resource{{ID: "cook", Capacity: 1, Windows: []schedule.Span{}}},
		Tasks: []schedule.Task{{ID: "a", Duration: 1, Uses: []schedule.Use{{OneOf: []string{"cook"}}}}}}
	_, err := solve.Solve(context.Background(), p, solve.Options{Rounds: 10})
	var no *solve.Impossible
	require.ErrorAs(t, err, &no)
	assert.Contains(t, no.Error(), "a: needs 1 s, the windows of cook have 0")
}

func TestAChainLongerThanTheHorizonIsDisproved(t *testing.T) {
	p := schedule.Problem{Horizon: schedule.Span{0, 10}, Tasks: []schedule.Task{{ID: "a", Duration: 6}, {ID: "b", Duration: 6}}, Links: []schedule.Link{{From: "a", To: "b"}}}
	_, err := solve.Solve(context.Background(), p, solve.Options{Rounds: 10})
	var no *solve.Impossible
	require.ErrorAs(t, err, &no)
	assert.ElementsMatch(t, []string{"a", "b"}, no.Tasks)
	assert.Contains(t, no.Reason, "2 s more than there is")
}

// "Cannot" is said only of what is proven: two tasks that one cook has no room for are
// disproved where every start can be tried, or by branching; of a hundred and two such it is
// not known.
func TestWhatIsNotProvenIsNotCalledImpossible(t *testing.T) {
	use := []schedule.Use{{OneOf: []string{"cook"}}}
	for scale, want := range map[int64]string{1: "every start was tried", 1000: "they fit nowhere", 1001: solve.ErrNotFound.Error()} {
		p := schedule.Problem{Horizon: schedule.Span{0, 10 * scale}, Resources: []schedule.Resource{{ID: "cook", Capacity: 1}},
			Tasks: []schedule.Task{{ID: "a", Duration: 6 * scale, Uses: use}, {ID: "b", Duration: 6 * scale, Uses: use}}}
		for i := range 100 * (scale - 1000) {
			p.Tasks = append(p.Tasks, schedule.Task{ID: fmt.Sprint(i), Duration: 1})
		}
		_, err := solve.Solve(context.Background(), p, solve.Options{Rounds: 10})
		assert.ErrorContains(t, err, want)
	}
}

func TestATinyProblemIsProvenOptimal(t *testing.T) {
	use := []schedule.Use{{OneOf: []string{"cook"}}}
	p := schedule.Problem{Horizon: schedule.Span{0, 30}, Resources: []schedule.Resource{{ID: "cook", Capacity: 1}},
		Tasks:   []schedule.Task{{ID: "a", Duration: 6, Uses: use}, {ID: "b", Duration: 6, Uses: use}},
		Targets: []schedule.Target{{Task: "a", At: 20, Early: 1, Late: 3}, {Task: "b", At: 20, Early: 2, Late: 3}}}
	got := plan(t, p)
	assert.Equal(t, int64(6), got.Cost)
	require.NotNil(t, got.Bound)
	assert.Equal(t, int64(6), *got.Bound)
}
