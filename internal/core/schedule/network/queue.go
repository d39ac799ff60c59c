package network

import (
	"cmp"
	"slices"

	"jointime/internal/core/schedule"
)

// taken is a stretch on a place of a resource: from a moment of one task to a moment of
// the same, or, for a hold, to the start of another.
type taken struct {
	span         schedule.Span
	places       int
	setting      *int64
	begins, ends int   // tasks
	after        int64 // of its beginning, from the start of the one
	before       int64 // seconds from its end to the end of the other
	hold         bool  // it ends where the other starts
}

// queues adds an arc from each stretch on a place to the next one on it.
func (n *Network) queues(p schedule.Problem, index map[string]int) {
	on := map[string][]taken{}
	for i, t := range p.Tasks {
		for k, u := range t.Uses {
			planned := n.plan.Tasks[i]
			for _, s := range Spans(u, planned) {
				if s[0] < s[1] {
					on[planned.Resources[k]] = append(on[planned.Resources[k]], taken{span: s, places: int(u.Need()), setting: u.Setting, begins: i, ends: i, after: s[0] - planned.Start, before: planned.End - s[1]})
				}
			}
		}
	}
	for _, l := range n.plan.Links {
		from, to := index[l.From], index[l.To]
		held := schedule.Span{n.plan.Tasks[from].End, n.plan.Tasks[to].Start}
		for h, u := range p.Links[l.Link].Holds {
			if held[0] < held[1] {
				on[l.Resources[h]] = append(on[l.Resources[h]], taken{span: held, places: int(u.Need()), setting: u.Setting, begins: from, ends: to, after: n.plan.Tasks[from].End - n.plan.Tasks[from].Start, hold: true})
			}
		}
	}
	for _, r := range p.Resources {
		n.queue(r, on[r.ID])
	}
}

// queue links what follows on the same place of one resource, with the pause that
// a change of its setting takes.
func (n *Network) queue(r schedule.Resource, list []taken) {
	slices.SortStableFunc(list, func(a, b taken) int { return cmp.Compare(a.span[0], b.span[0]) })
	spans, places := make([]schedule.Span, len(list)), make([]int, len(list))
	for i, b := range list {
		spans[i], places[i] = b.span, b.places
	}
	rows := Rows(spans, places)
	last := map[int]int{} // place → the stretch that had it last
	for i, b := range list {
		for row := rows[i]; row < rows[i]+places[i]; row++ {
			if before, there := last[row]; there {
				n.follow(list[before], b, r)
			}
			last[row] = i
		}
	}
}

// follow adds the arc from one stretch to the next on a place.
func (n *Network) follow(a, b taken, r schedule.Resource) {
	if a.ends == b.begins {
		return
	}
	lag := -a.before - b.after
	if r.Setting != nil && a.setting != nil && b.setting != nil {
		lag += r.Setting.Pause(*a.setting, *b.setting)
	}
	if a.hold {
		lag = -b.after
	}
	if n.plan.Tasks[a.ends].Start <= n.plan.Tasks[b.begins].Start {
		n.into[b.begins] = append(n.into[b.begins], arc{a.ends, lag, a.hold})
	}
}

// Rows gives each stretch of a resource, in the order in which they begin, the first of
// its places, from 0, that is free for all of it and as many as it takes.
func Rows(spans []schedule.Span, places []int) []int {
	out := make([]int, len(spans))
	for i, s := range spans {
		for moved := true; moved; {
			moved = false
			for k, o := range spans[:i] {
				if o[1] > s[0] && out[i] < out[k]+places[k] && out[k] < out[i]+places[i] {
					out[i], moved = out[k]+places[k], true
				}
			}
		}
	}
	return out
}

// Spans are the parts of a planned task in which a use is taken.
func Spans(u schedule.Use, t schedule.PlannedTask) []schedule.Span {
	if u.Slices == nil {
		return []schedule.Span{{t.Start, t.End}}
	}
	out := make([]schedule.Span, len(u.Slices))
	for i, s := range u.Slices {
		out[i] = s.Shift(t.Start)
	}
	return out
}
