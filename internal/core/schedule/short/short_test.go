package short_test

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/planted"
	"jointime/internal/core/schedule/short"
	"jointime/internal/core/schedule/solve"
)

func at(s int64) *int64 { return &s }

// Three roasts at once in an oven of two: one place more, while they are in.
func TestTheOvenIsTooSmall(t *testing.T) {
	hot := int64(180)
	p := schedule.Problem{Name: "roasts", Horizon: schedule.Span{0, 4000}, Resources: []schedule.Resource{
		{ID: "oven", Capacity: 2, Setting: &schedule.Setting{Initial: 20, Up: 1, Down: 1, Tolerance: 5}}, {ID: "cook", Capacity: 9}}}
	for _, id := range []string{"a", "b", "c"} {
		p.Tasks = append(p.Tasks, schedule.Task{ID: id, Duration: 2000, Earliest: at(1000), Uses: []schedule.Use{{OneOf: []string{"oven"}, Setting: &hot}, {OneOf: []string{"cook"}, Slices: []schedule.Span{{0, 60}}}}})
	}
	p.Links = []schedule.Link{{From: "a", To: "c", FromAt: schedule.Start, ToAt: schedule.Start, Min: at(0)}}
	for _, id := range []string{"a", "b", "c"} { // they must end by 3,200
		p.Tasks = append(p.Tasks, schedule.Task{ID: "plate " + id, Duration: 800})
		p.Links = append(p.Links, schedule.Link{From: id, To: "plate " + id})
	}
	_, err := solve.Solve(t.Context(), p, solve.Options{Rounds: 100, Seed: 1})
	require.Error(t, err)
	list := short.Of(t.Context(), p, solve.Options{Rounds: 200, Seed: 1})
	require.Len(t, list, 1)
	one := list[0]
	assert.Equal(t, short.Shortage{Resource: "oven", Units: 1, Seconds: 2000, Span: one.Span, Tasks: one.Tasks}, one)
	assert.Len(t, one.Tasks, 1, "it is one of the three that has no place")
	assert.Equal(t, int64(2000), one.Span[1]-one.Span[0])
	assert.GreaterOrEqual(t, one.Span[0], int64(1000))
}

// Where a kitchen has a plan nothing is short, or little: the relaxation is a search.
func TestNothingIsShortWhereThereIsAPlan(t *testing.T) {
	for seed := range uint64(6) {
		p, _ := planted.Kitchen(seed, planted.Options{Tasks: 60, Kind: planted.Loose, Sections: seed%2 == 0, Slack: 40})
		assert.Empty(t, short.Of(t.Context(), p, solve.Options{Rounds: 400, Seed: 1}), "seed %d", seed)
	}
}

// With what is said to be short there is a plan.
func TestWithWhatIsShortThereIsAPlan(t *testing.T) {
	told := 0
	for seed := range uint64(8) {
		p, _ := planted.Kitchen(seed, planted.Options{Tasks: 60, Kind: planted.Tight, Sections: seed%2 == 0})
		for r := range p.Resources { // everybody but the first two goes home
			if r > 1 && p.Resources[r].Capacity > 2 {
				p.Resources[r].Capacity = 2
			}
			if p.Resources[r].ID == "cook.1" {
				p.Resources[r].Windows = []schedule.Span{{p.Horizon[0], (p.Horizon[0] + p.Horizon[1]) / 2}}
			}
		}
		list := short.Of(t.Context(), p, solve.Options{Rounds: 300, Seed: 1})
		for _, s := range list {
			told++
			for r := range p.Resources {
				if p.Resources[r].ID == s.Resource {
					p.Resources[r].Capacity += s.Units
					p.Resources[r].Windows = nil
				}
			}
		}
		if !slices.ContainsFunc(list, func(s short.Shortage) bool {
			return strings.HasPrefix(s.Resource, "oven") || strings.HasPrefix(s.Resource, "bath")
		}) { // a second oven has a temperature of its own
			_, err := solve.Solve(t.Context(), p, solve.Options{Rounds: 10, Seed: 1})
			assert.NoError(t, err, "seed %d", seed)
		}
	}
	assert.Positive(t, told)
}
