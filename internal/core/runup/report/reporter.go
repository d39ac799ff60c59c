package report

import (
	"time"

	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/network"
	"jointime/internal/core/schedule/reason"
)

// reporter reads one plan.
type reporter struct {
	problem   schedule.Problem
	of        work.Map
	plan      schedule.Plan
	zone      *time.Location
	scene     *reason.Scene
	slack     []int64           // by task: how late it may be before a plate is later
	index     map[string]int    // task
	names     map[string]string // resource → name
	strictest map[[2]string]int64
}

func newReporter(p schedule.Problem, m work.Map, plan schedule.Plan, zone *time.Location) *reporter {
	r := &reporter{problem: p, of: m, plan: plan, zone: zone, scene: reason.NewScene(p, plan), index: map[string]int{}, names: map[string]string{}}
	for i, t := range p.Tasks {
		r.index[t.ID] = i
	}
	for _, x := range m.Resources {
		r.names[x.ID] = x.Name
	}
	r.strictest = r.strictestLimits()
	r.slack = network.New(p, plan, m.Buffers()).Slack(r.plated())
	return r
}

// strictestLimits are the published limits between the end of one task and the start of
// another, in seconds.
func (r *reporter) strictestLimits() map[[2]string]int64 {
	out := map[[2]string]int64{}
	for _, e := range r.publishedLinks() {
		if l := r.problem.Links[e]; l.FromAt == "" && l.ToAt == "" {
			out[[2]string{l.From, l.To}] = *l.Max
		}
	}
	return out
}

// plated tells which tasks finish a plate.
func (r *reporter) plated() []bool {
	out := make([]bool, len(r.of.Work))
	for i, w := range r.of.Work {
		out[i] = w.Placed()
	}
	return out
}

// moment is so many seconds after the origin.
func (r *reporter) moment(seconds int64) time.Time {
	return r.of.Origin.Add(time.Duration(seconds) * time.Second).In(r.zone)
}

func (r *reporter) clock(seconds int64) string { return r.moment(seconds).Format("15:04:05") }

func (r *reporter) hour(at int64) string { return r.moment(at).Format("15:04") }

func ptr(v int64) *int64 { return &v }
