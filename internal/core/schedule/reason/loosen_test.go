package reason_test

import (
	"context"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/planted"
	"jointime/internal/core/schedule/reason"
	"jointime/internal/core/schedule/solve"
)

// Each rule that stops a task is one: with all of them gone it moves on, and with all but any
// one of them gone it does not.
func TestEveryStopIsOne(t *testing.T) {
	stops, several := 0, 0
	for _, name := range []string{"tiny-oven", "tiny-shelf", "tiny-slices", "tiny-together", "tiny-priced", "tiny-settle",
		"kitchen-08-tight", "kitchen-12-priced", "kitchen-12-overloaded", "kitchen-20-tight", "kitchen-20-overloaded", "planted"} {
		p, _ := planted.Kitchen(3, planted.Options{Tasks: 30, Kind: planted.Tight, Sections: true})
		if name != "planted" {
			p = sample(t, name)
		}
		plan, err := solve.Solve(context.Background(), p, solve.Options{Rounds: 200, Seed: 3})
		require.NoError(t, err)
		scene := reason.NewScene(p, plan)
		for i := range p.Tasks {
			for _, later := range []bool{true, false} {
				was := seconds(scene, i, later)
				list := scene.Stops(i, later)
				if len(list) == 0 {
					continue // there is nothing to the end of the day
				}
				stops += len(list)
				several += len(list) - 1
				assert.Greater(t, seconds(reason.NewScene(loosened(p, i, list), plan), i, later), was, "%s, %s: %v", name, p.Tasks[i].ID, list)
				for k := range list {
					others := slices.Delete(slices.Clone(list), k, k+1)
					assert.Equal(t, was, seconds(reason.NewScene(loosened(p, i, others), plan), i, later), "%s, %s: only %v", name, p.Tasks[i].ID, list[k])
				}
			}
		}
	}
	assert.Greater(t, stops, 300)
	assert.Greater(t, several, 30)
}

func seconds(s *reason.Scene, i int, later bool) int64 {
	if later {
		return s.Later(i).Seconds
	}
	return s.Earlier(i).Seconds
}

// loosened is a problem without some rules that stop a task.
func loosened(p schedule.Problem, i int, stops []reason.Stop) schedule.Problem {
	p.Resources, p.Tasks, p.Links = slices.Clone(p.Resources), slices.Clone(p.Tasks), slices.Clone(p.Links)
	id, far := p.Tasks[i].ID, int64(-1_000_000_000)
	for _, s := range stops {
		for r := range p.Resources {
			switch x := &p.Resources[r]; {
			case x.ID != s.Resource:
			case s.Rule == reason.Busy:
				x.Capacity = 1_000_000
			case s.Rule == reason.Window:
				x.Windows = nil
			case s.Rule == reason.Pause:
				x.Setting = &schedule.Setting{Tolerance: 1000}
			}
		}
		switch s.Rule {
		case reason.Horizon:
			p.Horizon = schedule.Span{p.Horizon[0] - 1_000_000, p.Horizon[1] + 1_000_000}
		case reason.Earliest:
			p.Tasks[i].Earliest = nil
		case reason.Latest:
			p.Tasks[i].Latest = nil
		case reason.LinkMin:
			p.Links[s.Link].Min = &far
		case reason.LinkMax:
			p.Links[s.Link].Max = nil
		case reason.Target:
			p.Targets = slices.DeleteFunc(slices.Clone(p.Targets), func(g schedule.Target) bool { return g.Task == id })
		case reason.Together:
			p.Together = slices.DeleteFunc(slices.Clone(p.Together), func(g schedule.Together) bool { return slices.Contains(g.Tasks, id) })
		}
	}
	return p
}
