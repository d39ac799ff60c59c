package reason_test

import (
	"context"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/reason"
	"jointime/internal/core/schedule/solve"
)

func sample(t *testing.T, name string) schedule.Problem {
	t.Helper()
	f, err := os.Open(filepath.Join("..", "testdata", name+".json"))
	require.NoError(t, err)
	defer f.Close()
	p, err := schedule.ReadProblem(f)
	require.NoError(t, err)
	return p
}

// moved is a plan with one task moved, its sums left as they were.
func moved(p schedule.Problem, plan schedule.Plan, i int, by int64) schedule.Plan {
	plan.Tasks = append([]schedule.PlannedTask{}, plan.Tasks...)
	plan.Tasks[i].Start += by
	plan.Tasks[i].End += by
	at := map[string]schedule.PlannedTask{}
	for _, t := range plan.Tasks {
		at[t.ID] = t
	}
	plan.Links = append([]schedule.PlannedLink{}, plan.Links...)
	for k, l := range plan.Links {
		plan.Links[k].Gap = at[l.To].Start - at[l.From].End
	}
	return plan
}

// hard keeps what the checker says of hard rules; it says of sums in lines
// that begin with "the", or that count limits.
func hard(p schedule.Problem, plan schedule.Plan) (out []string) {
	for _, line := range check.Plan(p, plan) {
		if !strings.HasPrefix(line, "the ") && !strings.Contains(line, "limits are passed") && !strings.HasPrefix(line, "broken[") {
			out = append(out, line)
		}
	}
	return out
}

var soft = map[reason.Rule]bool{reason.LinkMax: true, reason.Target: true, reason.Latest: true, reason.Together: true}

// The checker, which shares no code with this, agrees on every room: a task
// moved all the way breaks no hard rule, and a second further one is broken,
// or a limit or a target is passed.
func TestRoomsAgreeWithTheChecker(t *testing.T) {
	rooms := 0
	for _, name := range []string{"tiny-oven", "tiny-shelf", "tiny-slices", "tiny-batches", "tiny-together", "tiny-priced", "tiny-settle",
		"kitchen-08-loose", "kitchen-08-tight", "kitchen-12-loose", "kitchen-12-priced", "kitchen-12-overloaded", "kitchen-20-tight"} {
		p := sample(t, name)
		plan, err := solve.Solve(context.Background(), p, solve.Options{Rounds: 200, Seed: 3})
		require.NoError(t, err)
		s := reason.NewScene(p, plan)
		for i, task := range p.Tasks {
			for _, way := range []int64{1, -1} {
				room := s.Later(i)
				if way < 0 {
					room = s.Earlier(i)
				}
				rooms++
				assert.Empty(t, hard(p, moved(p, plan, i, way*room.Seconds)), "%s, %s moved by %d", name, task.ID, way*room.Seconds)
				beyond := hard(p, moved(p, plan, i, way*(room.Seconds+1)))
				assert.True(t, len(beyond) > 0 || soft[room.Stop.Rule], "%s, %s could move beyond %d: %v", name, task.ID, way*room.Seconds, room.Stop)
			}
		}
	}
	assert.Greater(t, rooms, 150)
}
