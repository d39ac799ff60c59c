package solve_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/schedule"
)

// The ways to say it of the planning format, each as a small problem whose
// answer can be followed on paper.

// Pinned as the format says: one more use of a resource of its own with one
// window. All tasks pinned, the plan comes back as it was.
func TestPinnedTasksComeBackAsTheyWere(t *testing.T) {
	p := sample(t, "kitchen-12-tight")
	first := plan(t, p)
	for i := range p.Tasks {
		got := first.Tasks[i]
		for k := range p.Tasks[i].Uses {
			p.Tasks[i].Uses[k].OneOf = got.Resources[k : k+1]
		}
		pin := fmt.Sprint("pin ", i)
		p.Resources = append(p.Resources, schedule.Resource{ID: pin, Capacity: 1, Windows: []schedule.Span{{got.Start, got.End}}})
		p.Tasks[i].Uses = append(p.Tasks[i].Uses, schedule.Use{OneOf: []string{pin}})
	}
	for _, l := range first.Links {
		for h := range l.Resources {
			p.Links[l.Link].Holds[h].OneOf = l.Resources[h : h+1]
		}
	}
	again := plan(t, p)
	assert.Equal(t, first.Cost, again.Cost)
	for i := range first.Tasks {
		assert.Equal(t, first.Tasks[i].Start, again.Tasks[i].Start)
	}
}

// A minimum that may be missed at a price, said as the format shows: a second
// link the other way round. The rest of 8 minutes gives way to the hour.
func TestAMinimumThatMayBeMissedAtAPrice(t *testing.T) {
	p := schedule.Problem{Horizon: schedule.Span{0, 2000}, Tasks: []schedule.Task{{ID: "roast", Duration: 600, Earliest: at(500)}, {ID: "carve", Duration: 100}},
		Links: []schedule.Link{{From: "roast", To: "carve", Min: at(60)},
			{From: "carve", To: "roast", FromAt: schedule.Start, ToAt: schedule.End, Min: at(-1_000_000_000), Max: at(-480), Over: at(1)}},
		Targets: []schedule.Target{{Task: "carve", At: 1400, Late: 20}}}
	got := plan(t, p)
	assert.Equal(t, int64(1400), got.Tasks[1].End)
	assert.Equal(t, int64(280), got.Cost, "480 − 200 s of rest at 1 a second")
}

// Elastic cooking: the braise may go on until the oven is wanted otherwise.
func TestElasticCooking(t *testing.T) {
	oven := func() []schedule.Use { return []schedule.Use{{OneOf: []string{"oven"}, Setting: at(150)}} }
	p := schedule.Problem{Horizon: schedule.Span{0, 10000},
		Resources: []schedule.Resource{{ID: "oven", Capacity: 1, Setting: &schedule.Setting{Initial: 20, Up: 1, Down: 1, Tolerance: 0}}},
		Tasks:     []schedule.Task{{ID: "in"}, {ID: "out"}, {ID: "bake", Duration: 600, Earliest: at(7000), Latest: at(7600), Uses: []schedule.Use{{OneOf: []string{"oven"}, Setting: at(200)}}}},
		Links:     []schedule.Link{{From: "in", To: "out", Min: at(3000), Max: at(5000), Weight: 1, Holds: oven()}},
	}
	got := plan(t, p)
	assert.Zero(t, got.Violation)
	assert.Equal(t, int64(3000), got.Links[0].Gap)
}

// Several takers of one resting place: a task without length after the last of
// them ends one hold. Two roasts want the shelf, which holds one. The first is
// taken from twice, at 600 and at 900, and keeps the shelf until the second
// taker; so the other comes out of the oven only then.
func TestSeveralTakersOfOneRestingPlace(t *testing.T) {
	shelf := []schedule.Use{{OneOf: []string{"shelf"}}}
	p := schedule.Problem{Horizon: schedule.Span{0, 3000}, Resources: []schedule.Resource{{ID: "shelf", Capacity: 1}},
		Tasks: []schedule.Task{{ID: "roast", Duration: 300}, {ID: "slice", Duration: 60}, {ID: "again", Duration: 60}, {ID: "over"}, {ID: "other", Duration: 300, Earliest: at(300)}, {ID: "plate", Duration: 60}},
		Links: []schedule.Link{{From: "roast", To: "slice"}, {From: "roast", To: "again"}, {From: "slice", To: "over"}, {From: "again", To: "over"},
			{From: "roast", To: "over", Weight: 1, Holds: shelf}, {From: "other", To: "plate", Min: at(100), Weight: 1, Holds: shelf}},
		Targets: []schedule.Target{{Task: "slice", At: 660, Early: 9, Late: 9}, {Task: "again", At: 960, Early: 9, Late: 9}, {Task: "plate", At: 1000, Late: 2}},
	}
	got := plan(t, p)
	assert.Equal(t, int64(960), got.Tasks[3].Start)
	assert.GreaterOrEqual(t, got.Tasks[4].End, int64(960), "the shelf is free again")
	assert.Equal(t, int64(1120), got.Tasks[5].End, "960 + 100 + 60, for 120 s × 2")
}

// Work that keeps should not land in the rush: a target before service that is
// cheap to pass, and still moves it; without one it waits for the last moment.
func TestWorkThatKeepsIsDoneBeforeTheRush(t *testing.T) {
	cook := []schedule.Use{{OneOf: []string{"cook"}}}
	p := schedule.Problem{Horizon: schedule.Span{0, 10000}, Resources: []schedule.Resource{{ID: "cook", Capacity: 1}},
		Tasks: []schedule.Task{{ID: "chop", Duration: 600, Uses: cook}, {ID: "plate", Duration: 100, Uses: cook}},
		Links: []schedule.Link{{From: "chop", To: "plate"}}, Targets: []schedule.Target{{Task: "plate", At: 9000, Early: 1, Late: 20}}}
	assert.Equal(t, int64(8900), plan(t, p).Tasks[0].End)
	p.Targets = append(p.Targets, schedule.Target{Task: "chop", At: 4000, Late: 1})
	assert.Equal(t, int64(4000), plan(t, p).Tasks[0].End)
}

// An uncertain step is planned with a margin, as a longer min.
func TestAnUncertainStepHasAMargin(t *testing.T) {
	p := schedule.Problem{Horizon: schedule.Span{0, 10000}, Tasks: []schedule.Task{{ID: "boil", Duration: 1500}, {ID: "plate", Duration: 60}},
		Links: []schedule.Link{{From: "boil", To: "plate", Min: at(300)}}, Targets: []schedule.Target{{Task: "plate", At: 6000, Late: 1}}}
	assert.Equal(t, int64(6000-60-300), plan(t, p).Tasks[0].End)
}

// A choice of method: one problem for each, solved and compared. By the oven
// the joint must begin 3,600 s before, by the pan 1,200; but the pan wants the
// one cook throughout, who plates the starters at 5,000.
func TestAChoiceOfMethodIsTwoProblems(t *testing.T) {
	cook := []schedule.Use{{OneOf: []string{"cook"}}}
	method := func(long int64, uses []schedule.Use) schedule.Problem {
		return schedule.Problem{Horizon: schedule.Span{0, 10000}, Resources: []schedule.Resource{{ID: "cook", Capacity: 1}},
			Tasks:   []schedule.Task{{ID: "joint", Duration: long, Uses: uses}, {ID: "starters", Duration: 600, Uses: cook}},
			Targets: []schedule.Target{{Task: "joint", At: 5400, Early: 1, Late: 5}, {Task: "starters", At: 5000, Early: 5, Late: 5}}}
	}
	oven, pan := plan(t, method(3600, nil)), plan(t, method(1200, cook))
	assert.Zero(t, oven.Cost)
	assert.Equal(t, int64(1000), pan.Cost, "the joint is over at 4,400, before the starters, 1,000 s early")
}

// Work that is running is pinned to its window, a hard one.
func TestRunningWorkKeepsItsWindow(t *testing.T) {
	p := schedule.Problem{Horizon: schedule.Span{0, 1000}, Resources: []schedule.Resource{{ID: "pin", Capacity: 1, Windows: []schedule.Span{{120, 420}}}},
		Tasks:   []schedule.Task{{ID: "roast", Duration: 300, Uses: []schedule.Use{{OneOf: []string{"pin"}}}}},
		Targets: []schedule.Target{{Task: "roast", At: 900, Early: 10}}}
	assert.Equal(t, int64(120), plan(t, p).Tasks[0].Start)
}
