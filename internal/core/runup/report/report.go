// Package report turns a plan back into the words of the kitchen: bars, strands, lanes,
// waits with their reasons, what clashes, how full the hands are. It knows the problem,
// the map and the plan, and neither the book nor the service.
package report

import (
	"fmt"
	"strings"
	"time"

	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/network"
	"jointime/internal/core/schedule/reason"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// Read makes the run-up of a plan. The map must be that of the problem, and the plan
// one of it.
func Read(p schedule.Problem, m work.Map, plan schedule.Plan, zone *time.Location) RunUp {
	r := newReporter(p, m, plan, zone)
	out := r.frame()
	out.Status = string(plan.Status)
	for i := range r.of.Work {
		out.Bars = append(out.Bars, r.bar(i))
	}
	out.Strands = r.strands()
	out.Flows, out.Pans = r.flows(), r.pans()
	out.Lanes = r.lanes()
	out.Turns = r.turns(out.Lanes)
	out.Loads = r.loads(out.Lanes)
	out.Critical = r.critical()
	out.Presses = r.presses()
	out.Slots = r.slots(out.Lanes, out.Loads[0].Tight)
	out.Days = r.days()
	r.courseRows(&out)
	out.Clashes = append(append(r.clashes(), out.Clashes...), unlit(out.Turns)...)
	out.Promises = r.promises(out.Courses)
	out.OnPlan = len(out.Clashes) == 0 && !r.passed() && len(out.Stops) == 0
	return out
}

// Unplanned is the run-up of a problem without a plan, and why there is none.
func Unplanned(p schedule.Problem, m work.Map, zone *time.Location, why string) RunUp {
	r := &reporter{problem: p, of: m, zone: zone}
	out := r.frame()
	out.Message = why
	return out
}

// none is the status of a run-up without a plan.
const none = "none"

// frame is what a run-up has without a plan.
func (r *reporter) frame() RunUp {
	out := RunUp{Service: r.of.Service, Name: r.of.Name, Day: r.of.Day, Origin: r.of.Origin.In(r.zone), Status: none,
		Courses: []CourseRow{}, Strands: []Strand{}, Bars: []Bar{}, Flows: []Hold{}, Pans: []PanKept{}, Lanes: []Lane{}, Days: []Day{}, Turns: []Changeover{}, Loads: []Utilisation{}, Presses: []LimitWarning{}, Critical: []Critical{}, Slots: []Slot{},
		Stops: []UnplannedStep{}, Clashes: []Violation{}, Promises: []Promise{}, Lost: []string{}}
	for _, o := range r.of.Around {
		out.Around = append(out.Around, o.Name)
	}
	if len(r.of.Over) > 0 {
		out.Clashes = append(out.Clashes, Violation{What: fmt.Sprintf("No plan found around %s: planned over it.", words.List(r.of.Over)), Advice: words.Ways("move it on Kitchen", "move a course", "add a cook"), Strict: true})
	}
	if r.of.Alone {
		out.Clashes = append(out.Clashes, Violation{What: fmt.Sprintf("No plan found around %s: planned as if this were the only service.", words.List(out.Around)), Advice: words.Ways(letFirst, "move a course", "add a cook or equipment"), Strict: true})
	}
	for _, m := range r.of.Repeated {
		out.Clashes = append(out.Clashes, r.repeated(m))
	}
	for _, f := range r.of.Lost {
		out.Lost = append(out.Lost, f.ID)
		out.Clashes = append(out.Clashes, Violation{What: fmt.Sprintf("Pinned at %s, now gone: %s.", f.Clock, r.lostName(f.ID)), Advice: "Clear lost pins."})
	}
	for _, c := range r.of.Courses {
		out.Courses = append(out.Courses, r.courseRow(c))
	}
	for _, u := range r.of.Unplanned {
		out.Stops = append(out.Stops, stop(u))
		if !u.Gap {
			out.Clashes = append(out.Clashes, Violation{What: fmt.Sprintf("%s. %s.", u.Name, u.Why), Advice: "Change the step, covers or kitchen. The rest is planned.", Strict: true, Dish: u.Dish})
		}
	}
	return out
}

// repeated says that something is made again and again.
func (r *reporter) repeated(m work.Repeated) Violation {
	v := Violation{What: fmt.Sprintf("%s: made %d times, for it may wait %s.", words.Step(m.Component, m.Step), m.Times, units.FormatDuration(m.Most)),
		Advice: words.Ways("hold it longer", "build more plates at once", "say that it is done for each wave")}
	if at, there := r.index[m.First]; there {
		v.Bar = &at
	}
	return v
}

// lostName is how a step is told that the plan no longer has: its component by its name,
// where that is still there, and the rest of its id as words.
func (r *reporter) lostName(id string) string {
	parts := strings.Split(id, "/")
	for i, part := range parts {
		for _, s := range r.of.Strands {
			if s.Component == part {
				return words.Step(s.Name, strings.ReplaceAll(strings.Join(parts[i+1:], ", "), "-", " "))
			}
		}
	}
	return strings.ReplaceAll(parts[len(parts)-1], "-", " ")
}

// stop is where a strand stops.
func stop(u work.Unplanned) UnplannedStep {
	return UnplannedStep{Dish: u.Dish, Component: u.Component, Step: u.Step, Name: u.Name, Why: u.Why, Gap: u.Gap}
}

// reporter reads one plan.
type reporter struct {
	problem   schedule.Problem
	of        work.Map
	plan      schedule.Plan
	whole     planned // with what other services have, which stands behind the tasks of this one
	zone      *time.Location
	scene     *reason.Scene
	slack     []int64           // by task: how late it may be before a plate is later
	index     map[string]int    // task
	names     map[string]string // resource → name
	strictest map[[2]string]int64
}

// planned is a plan with its problem and its map.
type planned struct {
	problem schedule.Problem
	of      work.Map
	plan    schedule.Plan
}

func newReporter(p schedule.Problem, m work.Map, plan schedule.Plan, zone *time.Location) *reporter {
	r := &reporter{problem: p, of: m, plan: plan, whole: planned{p, m, plan}, zone: zone, scene: reason.NewScene(p, plan), index: map[string]int{}, names: map[string]string{}}
	own := m.Own()
	r.slack = slack(p, plan, m, own)
	r.problem.Tasks, r.of.Work, r.plan.Tasks = p.Tasks[:own], m.Work[:own], plan.Tasks[:own]
	for i, t := range p.Tasks {
		r.index[t.ID] = i
	}
	for _, x := range m.Resources {
		r.names[x.ID] = x.Name
	}
	r.strictest = r.strictestLimits()
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

// slack is how late each task may be before a plate is, or something of another service.
func slack(p schedule.Problem, plan schedule.Plan, m work.Map, own int) []int64 {
	p, plan, of := network.Split(p, plan, own)
	ends := make([]bool, len(of))
	for i, was := range of {
		ends[i] = m.Work[was].Placed() || m.Work[was].Kind == work.Elsewhere
	}
	return network.New(p, plan, m.Buffers()).Slack(ends)[:own]
}

// foreign tells whether a task is what another service has.
func (r *reporter) foreign(i int) bool { return i >= len(r.of.Work) }

// moment is so many seconds after the origin.
func (r *reporter) moment(seconds int64) time.Time {
	return r.of.Origin.Add(time.Duration(seconds) * time.Second).In(r.zone)
}

func (r *reporter) clock(seconds int64) string { return r.moment(seconds).Format("15:04:05") }

func (r *reporter) hour(at int64) string { return r.moment(at).Format("15:04") }

func ptr(v int64) *int64 { return &v }
