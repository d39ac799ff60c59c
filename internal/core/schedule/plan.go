package schedule

import (
	"encoding/json"
	"slices"
)

// Status tells whether a plan keeps all strict limits.
type Status string

// The two states of a plan.
const (
	Kept   Status = "kept"
	Broken Status = "broken"
)

// Plan is an answer to a problem: a start and resources for every task.
type Plan struct {
	Problem        string // the problem's name
	Status         Status
	Violation      int64 // seconds by which strict limits are passed
	Cost           int64
	ViolationBound *int64 // proven lower bound of the violation of any plan
	Bound          *int64 // proven lower bound of the cost at ViolationBound
	Tasks          []PlannedTask
	Links          []PlannedLink
	Broken         []Breach
}

// PlannedTask is one task of a plan, in the order of the problem.
type PlannedTask struct {
	ID        string   `json:"id"`
	Start     int64    `json:"start"`
	End       int64    `json:"end"`
	Resources []string `json:"resources"` // one for each use, in its order
}

// Gap is the time of the second anchor of a link less that of the first, between its two tasks as they are
// planned.
func (l Link) Gap(from, to PlannedTask) int64 {
	first, second := from.End, to.Start
	if l.FromAt == Start {
		first = from.Start
	}
	if l.ToAt == End {
		second = to.End
	}
	return second - first
}

// PlannedLink is one link with holds.
type PlannedLink struct {
	Link      int      `json:"link"` // place in the problem's links, from 0
	From      string   `json:"from"`
	To        string   `json:"to"`
	Gap       int64    `json:"gap"`
	Resources []string `json:"resources"` // one for each hold, in its order
}

// Limit names a kind of limit.
type Limit string

// The three kinds of limit that a plan may break.
const (
	LinkMax        Limit = "link.max"
	TaskLatest     Limit = "task.latest"
	TogetherWithin Limit = "together.within"
)

// Breach is a limit that a plan passes by so many seconds, 1 or more.
type Breach struct {
	Limit    Limit  `json:"limit"`
	Link     *int   `json:"link,omitempty"`     // with LinkMax
	From     string `json:"from,omitempty"`     // with LinkMax
	To       string `json:"to,omitempty"`       // with LinkMax
	Task     string `json:"task,omitempty"`     // with TaskLatest
	Together *int   `json:"together,omitempty"` // with TogetherWithin
	By       int64  `json:"by"`
	Priced   bool   `json:"priced"`
}

// Of tells whether the plan has the tasks of a problem, each for as long and on as many
// resources. Whether it keeps the limits is for package check to say.
func (p Plan) Of(q Problem) bool {
	return slices.EqualFunc(p.Tasks, q.Tasks, func(got PlannedTask, t Task) bool {
		return got.ID == t.ID && got.End-got.Start == t.Duration && len(got.Resources) == len(t.Uses)
	})
}

// MarshalJSON writes the plan as a jointime/plan document.
func (p Plan) MarshalJSON() ([]byte, error) {
	return json.Marshal(struct {
		Format         string        `json:"format"`
		Version        int           `json:"version"`
		Problem        string        `json:"problem"`
		Status         Status        `json:"status"`
		Violation      int64         `json:"violation"`
		Cost           int64         `json:"cost"`
		ViolationBound *int64        `json:"violationBound,omitempty"`
		Bound          *int64        `json:"bound,omitempty"`
		Tasks          []PlannedTask `json:"tasks"`
		Links          []PlannedLink `json:"links"`
		Broken         []Breach      `json:"broken"`
	}{PlanFormat, Version, p.Problem, p.Status, p.Violation, p.Cost, p.ViolationBound, p.Bound,
		none(p.Tasks), none(p.Links), none(p.Broken)})
}
