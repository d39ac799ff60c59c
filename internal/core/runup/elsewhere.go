package runup

import (
	"time"

	"jointime/internal/core/runup/demand"
	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/network"
)

// Booked is what the plan takes of the kitchen, for services that are planned around it. What
// other services have booked in it is not among it.
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
	at := map[string]schedule.PlannedTask{}
	for i, t := range r.Plan.Tasks[:r.Map.Own()] {
		at[t.ID] = t
		for k, u := range r.Problem.Tasks[i].Uses {
			for _, s := range network.Spans(u, t) {
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

// alone plans on as if the kitchen had no other services, where there is no plan around
// them; false where it did already, or has none.
func (s Service) alone(r *Result) bool {
	if r.Excluded.Alone || len(s.demand.In.Elsewhere) == 0 {
		return false
	}
	r.Excluded.Alone = true
	return true
}
