package solve

import (
	"slices"

	"jointime/internal/core/schedule"
)

// taking is one slice or hold on a resource.
type taking struct {
	span    schedule.Span
	units   int64
	setting int64
	settle  bool
	owner   int // task, or len(tasks)+link for a hold, or booked
}

// lane is what a resource does, by start.
type lane struct {
	taken   []taking
	longest int64  // no span on it was ever longer
	units   int64  // of all that is on it
	several bool   // there is more than one unit
	steps   []step // where there are several: how many are in use from when on
	usual   int64  // the setting that most of its uses want
	odd     int    // takings with another one
}

// step is how many units are in use, until the next one.
type step struct{ at, use int64 }

// insert keeps the order by start.
func (l *lane) insert(t taking) {
	l.longest = max(l.longest, t.span[1]-t.span[0])
	l.taken = slices.Insert(l.taken, l.after(t.span[0]), t)
	l.units += t.units
	if t.setting != l.usual {
		l.odd++
	}
	if l.several {
		l.use(t.span, t.units)
	}
}

// remove takes one taking of an owner with a span off.
func (l *lane) remove(owner int, s schedule.Span) {
	for k := l.after(s[0] - 1); k < len(l.taken); k++ {
		if t := &l.taken[k]; t.owner == owner && t.span == s {
			l.units -= t.units
			if t.setting != l.usual {
				l.odd--
			}
			if l.several {
				l.use(s, -t.units)
			}
			l.taken = slices.Delete(l.taken, k, k+1)
			return
		}
	}
}

// alike tells whether all that is on it has the one setting that most want.
func (l *lane) alike() bool { return l.odd == 0 }

// use adds units to what is in use in a span.
func (l *lane) use(s schedule.Span, units int64) {
	from := l.cut(s[0])
	to := l.cut(s[1])
	for k := from; k < to; k++ {
		l.steps[k].use += units
	}
	l.join(to)
	l.join(from)
}

// cut is the step that begins at a moment.
func (l *lane) cut(at int64) int {
	k := l.step(at)
	if k >= 0 && l.steps[k].at == at {
		return k
	}
	use := int64(0)
	if k >= 0 {
		use = l.steps[k].use
	}
	l.steps = slices.Insert(l.steps, k+1, step{at, use})
	return k + 1
}

// join drops a step that is like the one before it.
func (l *lane) join(k int) {
	before := int64(0)
	if k > 0 {
		before = l.steps[k-1].use
	}
	if l.steps[k].use == before {
		l.steps = slices.Delete(l.steps, k, k+1)
	}
}

// step is the step that a moment lies in; -1: before all of them.
func (l *lane) step(at int64) int {
	from, to := 0, len(l.steps)
	for from < to {
		if k := int(uint(from+to) >> 1); l.steps[k].at > at {
			to = k
		} else {
			from = k + 1
		}
	}
	return from - 1
}

// over is where more than so many units are in use within a span: from the opening of the
// first such time to the close of the last, which may lie outside it.
func (l *lane) over(s schedule.Span, most int64) (out schedule.Span, any bool) {
	for k := max(0, l.step(s[0])); k < len(l.steps) && l.steps[k].at < s[1]; k++ {
		if l.steps[k].use <= most {
			continue
		}
		if !any {
			out[0], any = l.steps[k].at, true
		}
		for k+1 < len(l.steps) && l.steps[k+1].use > most {
			k++
		}
		out[1] = l.steps[k+1].at // the last step has nothing in use
	}
	return out, any
}

// after finds the first taking that starts later than a moment.
func (l *lane) after(at int64) int {
	from, to := 0, len(l.taken)
	for from < to {
		if k := int(uint(from+to) >> 1); l.taken[k].span[0] > at {
			to = k
		} else {
			from = k + 1
		}
	}
	return from
}

// aside are tasks that the search never touches, because they can start at one moment only and
// with one choice of resources: they stand on the board from the start. What other work has
// booked is such a task, as long as the horizon and with hundreds of slices.
type aside struct {
	at      []int // places among the tasks of the whole problem
	planned []schedule.PlannedTask
	taken   [][]taking // by resource
	whole   schedule.Problem
}

// booked owns what stands on the board from the start.
const booked = -1

// setAside takes such tasks out of a problem. Where they do not fit beside each other, or
// nothing else would be left, all stay in.
func setAside(p schedule.Problem) (schedule.Problem, *aside) {
	tied := tiedTasks(p)
	a := &aside{whole: p}
	only, rest := p, p
	only.Tasks, only.Links, only.Targets, only.Together, rest.Tasks = nil, nil, nil, nil, nil
	for i, t := range p.Tasks {
		if tied[t.ID] || !oneWay(p, t) {
			rest.Tasks = append(rest.Tasks, t)
			continue
		}
		a.at, only.Tasks = append(a.at, i), append(only.Tasks, t)
	}
	if len(a.at) == 0 || len(rest.Tasks) == 0 || !a.fill(only) {
		return p, nil
	}
	return rest, a
}

// tiedTasks are those that links, targets or together rules name.
func tiedTasks(p schedule.Problem) map[string]bool {
	tied := map[string]bool{}
	for _, l := range p.Links {
		tied[l.From], tied[l.To] = true, true
	}
	for _, t := range p.Targets {
		tied[t.Task] = true
	}
	for _, g := range p.Together {
		for _, id := range g.Tasks {
			tied[id] = true
		}
	}
	return tied
}

// oneWay tells whether a task has one start, one choice of resources, and nothing to pay.
func oneWay(p schedule.Problem, t schedule.Task) bool {
	first := p.Horizon[0]
	if t.Earliest != nil {
		first = max(first, *t.Earliest)
	}
	return len(t.Uses) > 0 && first == p.Horizon[1]-t.Duration && t.Latest == nil && !slices.ContainsFunc(t.Uses, func(u schedule.Use) bool {
		return len(u.OneOf) != 1 || u.Same != "" || len(u.Keep) > 0 || len(u.Costs) > 0
	})
}

// fill puts the tasks of a problem that has no others on a board; false where they do not fit.
func (a *aside) fill(p schedule.Problem) bool {
	s := newState(compile(p))
	for i, t := range p.Tasks {
		at := p.Horizon[1] - t.Duration
		if !s.put(i, at) {
			return false
		}
		done := schedule.PlannedTask{ID: t.ID, Start: at, End: p.Horizon[1], Resources: []string{}}
		for _, u := range t.Uses {
			done.Resources = append(done.Resources, u.OneOf[0])
		}
		a.planned = append(a.planned, done)
	}
	for _, l := range s.board.on {
		for k := range l.taken {
			l.taken[k].owner = booked
		}
		a.taken = append(a.taken, l.taken)
	}
	return true
}

// spread is how far apart the settings of a resource are, those that are set aside among them.
func (a *aside) spread(r int, low, high int64) int64 {
	if a != nil {
		for _, t := range a.taken[r] {
			low, high = min(low, t.setting), max(high, t.setting)
		}
	}
	return high - low
}

// into puts what was set aside back to its places among planned tasks.
func (a *aside) into(tasks []schedule.PlannedTask) []schedule.PlannedTask {
	if a == nil {
		return tasks
	}
	for k, at := range a.at {
		tasks = slices.Insert(tasks, at, a.planned[k])
	}
	return tasks
}
