package check_test

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
)

func load[T any](t testing.TB, name string, read func(r *os.File) (T, error)) T {
	t.Helper()
	f, err := os.Open(filepath.Join("..", "testdata", name))
	require.NoError(t, err)
	defer f.Close()
	v, err := read(f)
	require.NoError(t, err)
	return v
}

func pair(t testing.TB, name string) (schedule.Problem, schedule.Plan) {
	t.Helper()
	p := load(t, name+".json", func(f *os.File) (schedule.Problem, error) { return schedule.ReadProblem(f) })
	plan := load(t, name+".plan.json", func(f *os.File) (schedule.Plan, error) { return schedule.ReadPlan(f) })
	return p, plan
}

// The plans of the tiny samples are proven optimal; they come with the format.
func TestTheSamplesOwnPlansAreAccepted(t *testing.T) {
	for _, name := range []string{"tiny-oven", "tiny-shelf", "tiny-slices", "tiny-batches", "tiny-together", "tiny-priced", "tiny-settle"} {
		t.Run(name, func(t *testing.T) {
			p, plan := pair(t, name)
			assert.Empty(t, check.Plan(p, plan))
		})
	}
}

// Each rule is broken alone in a plan that is otherwise sound, and told.
func TestEveryRuleIsJudged(t *testing.T) {
	at := func(v int64) *int64 { return &v }
	sound := func() (schedule.Problem, schedule.Plan) {
		p := schedule.Problem{Name: "two", Horizon: schedule.Span{0, 1000},
			Resources: []schedule.Resource{{ID: "cook", Capacity: 1, Windows: []schedule.Span{{0, 900}}}, {ID: "mate", Capacity: 1},
				{ID: "oven", Capacity: 1, Setting: &schedule.Setting{Initial: 20, Up: 1, Down: 2, Tolerance: 5}}, {ID: "rack", Capacity: 1}},
			Tasks: []schedule.Task{
				{ID: "a", Duration: 100, Uses: []schedule.Use{{OneOf: []string{"oven"}, Setting: at(200)}, {OneOf: []string{"cook", "mate"}, Slices: []schedule.Span{{0, 10}}, Same: "x"}}},
				{ID: "b", Duration: 100, Earliest: at(300), Latest: at(900), Uses: []schedule.Use{{OneOf: []string{"oven"}, Setting: at(150)}, {OneOf: []string{"cook", "mate"}, Slices: []schedule.Span{{0, 10}}, Same: "x"}}}},
			Links:    []schedule.Link{{From: "a", To: "b", Min: at(100), Max: at(300), Holds: []schedule.Use{{OneOf: []string{"rack"}}}}},
			Targets:  []schedule.Target{{Task: "b", At: 600, Early: 1, Late: 2}},
			Together: []schedule.Together{{Tasks: []string{"a", "b"}, Within: at(400)}},
		}
		plan := schedule.Plan{Problem: "two", Status: schedule.Kept,
			Tasks: []schedule.PlannedTask{{ID: "a", Start: 200, End: 300, Resources: []string{"oven", "cook"}}, {ID: "b", Start: 500, End: 600, Resources: []string{"oven", "cook"}}},
			Links: []schedule.PlannedLink{{Link: 0, From: "a", To: "b", Gap: 200, Resources: []string{"rack"}}}}
		return p, plan
	}
	p, plan := sound()
	require.Empty(t, check.Plan(p, plan))
	for want, spoil := range map[string]func(*schedule.Problem, *schedule.Plan){
		"outside the horizon":      func(p *schedule.Problem, _ *schedule.Plan) { p.Horizon[1] = 550 },
		"before its earliest":      func(p *schedule.Problem, _ *schedule.Plan) { p.Tasks[1].Earliest = at(501) },
		"outside the windows":      func(p *schedule.Problem, _ *schedule.Plan) { p.Resources[0].Windows = []schedule.Span{{0, 505}} },
		"lasts":                    func(p *schedule.Problem, _ *schedule.Plan) { p.Tasks[0].Duration = 90 },
		"has 1 units, 2 are taken": func(p *schedule.Problem, _ *schedule.Plan) { p.Links[0].Holds[0].Units = 2 },
		"needs 240 s": func(p *schedule.Problem, _ *schedule.Plan) {
			p.Resources[2].Setting.Down = 10
			*p.Tasks[1].Uses[0].Setting = 176
		},
		"stands at 200 °C only at": func(p *schedule.Problem, _ *schedule.Plan) { p.Resources[2].Setting.Up = 2 },
		"at least 201 is wanted":   func(p *schedule.Problem, _ *schedule.Plan) { p.Links[0].Min = at(201) },
		"the same label":           func(_ *schedule.Problem, plan *schedule.Plan) { plan.Tasks[1].Resources[1] = "mate" },
		"none of":                  func(_ *schedule.Problem, plan *schedule.Plan) { plan.Tasks[1].Resources[1] = "rack" },
		"the violation is 50":      func(p *schedule.Problem, _ *schedule.Plan) { p.Links[0].Max = at(150) },
		"the violation is 10":      func(p *schedule.Problem, _ *schedule.Plan) { p.Tasks[1].Latest = at(590) },
		"the violation is 20":      func(p *schedule.Problem, _ *schedule.Plan) { p.Together[0].Within = at(280) },
		"the cost is 100":          func(p *schedule.Problem, _ *schedule.Plan) { p.Targets[0].At = 550 },
		"the cost is 350":          func(p *schedule.Problem, _ *schedule.Plan) { p.Links[0].Max, p.Links[0].Over = at(150), at(7) },
		"the cost is 12": func(p *schedule.Problem, _ *schedule.Plan) {
			p.Tasks[0].Uses[1].Costs = map[string]int64{"cook": 9, "mate": 1}
			p.Links[0].Holds[0].Costs = map[string]int64{"rack": 3}
		},
		"the cost is 8": func(p *schedule.Problem, _ *schedule.Plan) {
			p.Keeps = []schedule.Keep{{Label: "k", Weight: 4}}
			for i := range p.Tasks {
				for k := range p.Tasks[i].Uses {
					p.Tasks[i].Uses[k].Keep = schedule.Labels{"k"}
				}
			}
			p.Links[0].Holds[0].Keep = schedule.Labels{"k"} // oven, cook, rack: two beyond the first
		},
		"the plan says 199":    func(_ *schedule.Problem, plan *schedule.Plan) { plan.Links[0].Gap = 199 },
		"the plan has 1 tasks": func(_ *schedule.Problem, plan *schedule.Plan) { plan.Tasks = plan.Tasks[:1] },
		"the plan has 0 links": func(_ *schedule.Problem, plan *schedule.Plan) { plan.Links = nil },
		`wants "b"`:            func(_ *schedule.Problem, plan *schedule.Plan) { plan.Tasks[1].ID = "c" },
		"above the violation":  func(_ *schedule.Problem, plan *schedule.Plan) { plan.ViolationBound = at(1) },
		"above the cost":       func(_ *schedule.Problem, plan *schedule.Plan) { plan.ViolationBound, plan.Bound = at(0), at(1) },
		`the status is "kept"`: func(_ *schedule.Problem, plan *schedule.Plan) { plan.Status = schedule.Broken },
		"0 limits are passed": func(_ *schedule.Problem, plan *schedule.Plan) {
			plan.Broken = []schedule.Breach{{Limit: schedule.LinkMax, By: 1}}
		},
		"at once at 200 and 150 °C": func(_ *schedule.Problem, plan *schedule.Plan) { plan.Tasks[0].Start, plan.Tasks[0].End = 450, 550 },
	} {
		t.Run(want, func(t *testing.T) {
			p, plan := sound()
			spoil(&p, &plan)
			assert.Contains(t, strings.Join(check.Plan(p, plan), "\n"), want)
		})
	}
}
