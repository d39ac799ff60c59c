package solve_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/schedule"
)

// The ways to say it of the planning format that tell whose hands: each a small problem
// whose answer can be followed on paper.

// An hour not to be undercut at a price: a plate that would leave at once for want of any
// other reason is held back to within 2 min of 20:00, here second 1200.
func TestAnHourNotToBeUndercut(t *testing.T) {
	p := schedule.Problem{Horizon: schedule.Span{0, 2000},
		Resources: []schedule.Resource{{ID: "cook", Capacity: 1}, {ID: "anchor", Capacity: 1, Windows: []schedule.Span{{1199, 1200}}}},
		Tasks: []schedule.Task{{ID: "anchor", Duration: 1, Uses: []schedule.Use{{OneOf: []string{"anchor"}}}},
			{ID: "plate", Duration: 60, Uses: []schedule.Use{{OneOf: []string{"cook"}}}}, {ID: "call", Duration: 600, Uses: []schedule.Use{{OneOf: []string{"cook"}}}}},
		Links:   []schedule.Link{{From: "plate", To: "anchor", ToAt: schedule.End, Min: at(-1_000_000_000), Max: at(120), Over: at(3)}},
		Targets: []schedule.Target{{Task: "call", At: 1200, Early: 1, Late: 1}},
	}
	// the call takes the cook from 600 to 1200: before it the plate is 480 s too early, at 3
	// a second 1,440; after it nothing is early, and nothing late costs
	got := plan(t, p)
	assert.Equal(t, int64(0), got.Cost)
	assert.GreaterOrEqual(t, got.Tasks[1].End, int64(1080))
	p.Targets = append(p.Targets, schedule.Target{Task: "plate", At: 600, Late: 10})
	got = plan(t, p)
	// at 600: 480 s under the hour less 2 min, 1,440. The plate at 1080 would push the call to
	// 480 and be 4,800 late. In between each second costs 3 one way and 10 the other.
	assert.Equal(t, int64(1440), got.Cost)
	assert.Equal(t, int64(600), got.Tasks[1].End)
}

// Walking: a cook has a place along the line, three seconds a step; two tasks ten steps apart
// cannot follow one another at once, and two side by side can.
func TestWalkingTakesItsSeconds(t *testing.T) {
	p := schedule.Problem{Horizon: schedule.Span{0, 1000},
		Resources: []schedule.Resource{{ID: "cook", Capacity: 1, Setting: &schedule.Setting{Initial: 0, Up: 3, Down: 3, Tolerance: 1}}},
		Tasks: []schedule.Task{{ID: "sear", Duration: 60, Uses: []schedule.Use{{OneOf: []string{"cook"}, Setting: at(0)}}}, {ID: "turn", Duration: 30, Uses: []schedule.Use{{OneOf: []string{"cook"}, Setting: at(1)}}},
			{ID: "lay", Duration: 60, Uses: []schedule.Use{{OneOf: []string{"cook"}, Setting: at(10)}}}},
		Links:   []schedule.Link{{From: "sear", To: "turn"}, {From: "turn", To: "lay"}},
		Targets: []schedule.Target{{Task: "lay", At: 500, Early: 1, Late: 20}},
	}
	got := plan(t, p)
	assert.Equal(t, int64(440), got.Tasks[2].Start)
	assert.Equal(t, int64(440-27), got.Tasks[1].End, "nine steps of three seconds")
	assert.Equal(t, got.Tasks[1].Start, got.Tasks[0].End, "one step is within reach")
}

// Washing by what comes next: put in from the order of a first plan and solved again. The
// blender goes from green to white, and is washed; between two whites it is not.
func TestWashingByWhatComesNext(t *testing.T) {
	blend := func(id string, at int64) (schedule.Task, schedule.Target) {
		return schedule.Task{ID: id, Duration: 120, Uses: []schedule.Use{{OneOf: []string{"blender"}}, {OneOf: []string{"cook"}}}}, schedule.Target{Task: id, At: at, Early: 1, Late: 20}
	}
	colour := map[string]string{"oil": "green", "purée": "white", "foam": "white"}
	p := schedule.Problem{Horizon: schedule.Span{0, 2000}, Resources: []schedule.Resource{{ID: "blender", Capacity: 1}, {ID: "cook", Capacity: 2}}}
	for _, due := range []struct {
		id string
		at int64
	}{{"oil", 880}, {"purée", 1000}, {"foam", 1240}} {
		task, target := blend(due.id, due.at)
		p.Tasks, p.Targets = append(p.Tasks, task), append(p.Targets, target)
	}
	first := plan(t, p)
	order := inOrderOf(first)
	for i := 1; i < len(order); i++ {
		a, b := order[i-1], order[i]
		if colour[a] == colour[b] {
			continue
		}
		wash := fmt.Sprintf("wash after %s", a)
		p.Tasks = append(p.Tasks, schedule.Task{ID: wash, Duration: 90, Uses: []schedule.Use{{OneOf: []string{"blender"}}, {OneOf: []string{"cook"}}}})
		p.Links = append(p.Links, schedule.Link{From: a, To: wash}, schedule.Link{From: wash, To: b})
	}
	again := plan(t, p)
	assert.Len(t, again.Tasks, 4, "one wash: nothing between two whites")
	assert.GreaterOrEqual(t, again.Cost, first.Cost+90)
	at := map[string]schedule.PlannedTask{}
	for _, task := range again.Tasks {
		at[task.ID] = task
	}
	assert.GreaterOrEqual(t, at["purée"].Start, at["oil"].End+90)
}

func inOrderOf(p schedule.Plan) (ids []string) {
	for _, t := range p.Tasks {
		k := 0
		for k < len(ids) && startOf(p, ids[k]) < t.Start {
			k++
		}
		ids = append(ids[:k], append([]string{t.ID}, ids[k:]...)...)
	}
	return ids
}

func startOf(p schedule.Plan, id string) int64 {
	for _, t := range p.Tasks {
		if t.ID == id {
			return t.Start
		}
	}
	return 0
}

// Pinned work drops from its costs what it can no longer take, and keeps its label: the
// pinned cook counts as the first one of the label, and the next task stays with it.
func TestPinnedWorkKeepsItsLabel(t *testing.T) {
	p := schedule.Problem{Horizon: schedule.Span{0, 1000}, Resources: []schedule.Resource{{ID: "fish", Capacity: 1}, {ID: "pass", Capacity: 1}, {ID: "pin", Capacity: 1, Windows: []schedule.Span{{100, 200}}}},
		Tasks: []schedule.Task{{ID: "sear", Duration: 100, Uses: []schedule.Use{{OneOf: []string{"pass"}, Costs: map[string]int64{"pass": 40}, Keep: schedule.Labels{"hake"}}, {OneOf: []string{"pin"}}}},
			{ID: "lay", Duration: 50, Uses: []schedule.Use{{OneOf: []string{"fish", "pass"}, Costs: map[string]int64{"pass": 30}, Keep: schedule.Labels{"hake"}}}}},
		Links: []schedule.Link{{From: "sear", To: "lay"}},
		Keeps: []schedule.Keep{{Label: "hake", Weight: 70}},
	}
	got := plan(t, p)
	assert.Equal(t, []string{"pass"}, got.Tasks[1].Resources, "30 for another hand, and not 70 for a second one")
	assert.Equal(t, int64(70), got.Cost)
	p.Keeps[0].Weight = 20
	got = plan(t, p)
	assert.Equal(t, []string{"fish"}, got.Tasks[1].Resources)
	assert.Equal(t, int64(60), got.Cost)
}

// With same each use pays its own costs, and the group counts as one resource.
func TestAGroupCountsAsOneAndEachPays(t *testing.T) {
	p := schedule.Problem{Horizon: schedule.Span{0, 1000}, Resources: []schedule.Resource{{ID: "fish", Capacity: 1}, {ID: "pass", Capacity: 1}}, Keeps: []schedule.Keep{{Label: "hake", Weight: 500}}}
	for i := range 3 {
		p.Tasks = append(p.Tasks, schedule.Task{ID: fmt.Sprint("t", i), Duration: 10, Uses: []schedule.Use{{OneOf: []string{"fish", "pass"}, Same: "one", Costs: map[string]int64{"fish": 7, "pass": 5}, Keep: schedule.Labels{"hake"}}}})
	}
	got := plan(t, p)
	assert.Equal(t, int64(15), got.Cost)
}
