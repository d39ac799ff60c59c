package runup

import (
	"slices"
	"time"

	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/expand"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/network"
)

// Booked is what the plan takes of the kitchen, for services that are planned around it, with
// what the day has before and after it. What other services have booked is not among it.
func (r Result) Booked() demand.Elsewhere {
	out := demand.Elsewhere{Service: r.Map.Service, Name: r.Map.Name}
	if !r.Found {
		return out
	}
	add := func(u schedule.Use, resource string, s schedule.Span) {
		if s[0] < s[1] {
			at := func(sec int64) time.Time { return r.Map.Origin.Add(time.Duration(sec) * time.Second) }
			out.Bookings = append(out.Bookings, demand.Booking{Resource: resource, From: at(s[0]), To: at(s[1]), Units: u.Need(), Setting: u.Setting, Settle: u.Settle})
		}
	}
	for k, c := range r.Map.Courses {
		from, to := r.Map.Origin.Add(time.Duration(c.At)*time.Second-demand.Rush), r.Map.Origin.Add(time.Duration(c.At+c.Within)*time.Second)
		if k == 0 || from.Before(out.Rush[0]) {
			out.Rush[0] = from
		}
		if to.After(out.Rush[1]) {
			out.Rush[1] = to
		}
	}
	at := map[string]schedule.PlannedTask{}
	for i, t := range r.Plan.Tasks {
		at[t.ID] = t
		if r.Map.Work[i].Kind == work.Elsewhere {
			continue
		}
		for k, u := range r.Problem.Tasks[i].Uses {
			for _, s := range network.Spans(u, t) {
				if s[1] == t.End {
					s[1] += r.leftUnwashed(i, t.Resources[k])
				}
				add(u, t.Resources[k], s)
			}
		}
	}
	for _, l := range r.Plan.Links {
		for h, u := range r.Problem.Links[l.Link].Holds {
			add(u, l.Resources[h], schedule.Span{at[l.From].End, at[l.To].Start})
		}
	}
	return out
}

// leftUnwashed is how long a thing takes to be washed after a task that leaves it as it is, since
// nothing of its own service comes after it: others have to.
func (r Result) leftUnwashed(i int, resource string) int64 {
	if r.Map.Work[i].Kind != work.Step {
		return 0
	}
	id := r.Problem.Tasks[i].ID
	washed := slices.ContainsFunc(r.Map.Work, func(w work.Work) bool { return w.Washes == id })
	for e, l := range r.Problem.Links {
		washed = washed || l.From == id && r.Map.Links[e].Reason == work.SamePan
	}
	for _, x := range r.Map.Resources {
		if x.ID == resource && !washed {
			return x.Wash
		}
	}
	return 0
}

// alone plans on as if the day had nothing else, where there is no plan around that, and then
// as if the kitchen had no other services; false where it did already, or there are none.
func (s Service) alone(r *Result) bool {
	switch {
	case !r.Excluded.NoDay && len(s.demand.In.Kitchen.Day) > 0:
		r.Excluded.NoDay = true
	case !r.Excluded.Alone && len(s.demand.In.Elsewhere) > 0:
		r.Excluded.Alone = true
	default:
		return false
	}
	return true
}

// Carried is a plan of the same service, made around other bookings, as one around those of
// now, where it fits them as it is; false where it does not.
func (s Service) Carried(was Result) (Result, bool) {
	if !was.Found || was.Excluded.Alone || was.Excluded.NoDay {
		return was, false
	}
	r := was
	if r.Problem, r.Map = s.problem, s.of; len(r.Excluded.Steps)+len(r.Excluded.NoBuffer)+len(r.Excluded.AsIs) > 0 {
		r.Problem, r.Map = expand.Problem(s.demand, r.Excluded)
	}
	r.Plan.Tasks = slices.Clone(was.Plan.Tasks[:was.Map.Own()])
	for _, t := range r.Problem.Tasks[r.Map.Own():] {
		booked := schedule.PlannedTask{ID: t.ID, Start: r.Problem.Horizon[0], End: r.Problem.Horizon[1], Resources: []string{}}
		for _, u := range t.Uses {
			booked.Resources = append(booked.Resources, u.OneOf[0])
		}
		r.Plan.Tasks = append(r.Plan.Tasks, booked)
	}
	return r, len(check.Plan(r.Problem, r.Plan)) == 0
}

// Freed tells whether anything that others had when a plan of the same service was made is
// free now.
func (s Service) Freed(was Result) bool {
	taken := func(p schedule.Problem, m work.Map) map[string][]schedule.Span {
		out := map[string][]schedule.Span{}
		for _, t := range p.Tasks[m.Own():] {
			for _, u := range t.Uses {
				out[u.OneOf[0]] = append(out[u.OneOf[0]], u.Parts(t.Duration)...)
			}
		}
		return out
	}
	now := taken(s.problem, s.of)
	for id, spans := range taken(was.Problem, was.Map) {
		if len(schedule.Without(spans, now[id])) > 0 {
			return true
		}
	}
	return false
}
