package report

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/network"
	"jointime/internal/core/schedule/reason"
	"jointime/internal/core/words"
)

// helps says who helps with work that is not theirs, and what those whose work it is do
// meanwhile; empty: nobody helps.
func (r *reporter) helps(i int) string {
	for k, u := range r.problem.Tasks[i].Uses {
		who, own := r.plan.Tasks[i].Resources[k], r.of.Work[i].Own
		if !r.isCook(who) || len(own) == 0 || slices.Contains(own, who) {
			continue
		}
		var says []string
		for _, id := range own {
			if slices.Contains(r.plan.Tasks[i].Resources, id) {
				says = append(says, r.names[id]+" is on it too")
				continue
			}
			says = append(says, r.meanwhile(id, i, u))
		}
		return fmt.Sprintf("%s helps: %s.", r.names[who], words.List(says))
	}
	return ""
}

// othersLeft says of what is washed between uses that another service had it last.
func (r *reporter) othersLeft(i int) (out []work.Advice) {
	t := r.plan.Tasks[i]
	for _, x := range r.of.Resources {
		if x.Wash == 0 || r.of.Work[i].Kind != work.Step || !slices.Contains(t.Resources, x.ID) {
			continue
		}
		last, whose := r.lastOn(x.ID, t.Start), ""
		for _, b := range r.elsewhere()[x.ID] {
			if b.To <= t.Start && b.To > last {
				last, whose = b.To, b.Label
			}
		}
		if whose != "" {
			out = append(out, work.Advice{When: "first", Then: fmt.Sprintf("%s: %s had it, is it washed?", x.Name, whose)})
		}
	}
	return out
}

// lastOn is when the last thing that the service does on a resource before a moment is over.
func (r *reporter) lastOn(resource string, before int64) (last int64) {
	for j, t := range r.plan.Tasks {
		for k, u := range r.problem.Tasks[j].Uses {
			for _, s := range network.Spans(u, t) {
				if t.Resources[k] == resource && s[1] <= before {
					last = max(last, s[1])
				}
			}
		}
	}
	return last
}

// meanwhile says what a cook does while a use of a task lasts.
func (r *reporter) meanwhile(cook string, i int, u schedule.Use) string {
	spans := network.Spans(u, r.plan.Tasks[i])
	until, on := int64(0), ""
	for j, t := range r.problem.Tasks {
		for k, o := range t.Uses {
			if r.plan.Tasks[j].Resources[k] != cook || j == i {
				continue
			}
			for _, busy := range network.Spans(o, r.plan.Tasks[j]) {
				if overlap(spans, busy) && busy[1] > until {
					until, on = busy[1], r.callOne(j)
				}
			}
		}
	}
	for id, blocks := range r.elsewhere() {
		for _, b := range blocks {
			if s := (schedule.Span{b.From, b.To}); id == cook && overlap(spans, s) && b.To > until {
				until, on = b.To, b.Label
			}
		}
	}
	switch {
	case on != "":
		return fmt.Sprintf("%s is on %s until %s", r.names[cook], on, r.hour(until))
	case len(spans) > 0 && !r.onShift(cook, schedule.Span{spans[0][0], spans[len(spans)-1][1]}):
		return r.names[cook] + " is off shift"
	}
	return r.names[cook] + " has hands free, but one pair of hands stays with it"
}

func overlap(spans []schedule.Span, s schedule.Span) bool {
	for _, x := range spans {
		if x.Overlaps(s) {
			return true
		}
	}
	return false
}

// windows are when a resource is there.
func (r *reporter) windows(id string) []schedule.Span {
	for _, x := range r.problem.Resources {
		if x.ID == id {
			return x.Windows
		}
	}
	return nil
}

// onShift tells whether a cook is there for all of a stretch.
func (r *reporter) onShift(cook string, s schedule.Span) bool {
	windows := r.windows(cook)
	for _, w := range windows {
		if w.Holds(s) {
			return true
		}
	}
	return windows == nil
}

func (r *reporter) isCook(resource string) bool { return strings.HasPrefix(resource, "cook.") }

// mostJumps bounds how often a reason goes on from another task of those that move as one.
const mostJumps = 4

// asOne finds what keeps a task from being later that is tied to one that the reason came by, and
// so can be later only with it: how far all that would have to move as one can, and a rule that
// stops one of them there; false where it is not tied so, or nothing stops them.
func (r *reporter) asOne(i int, room reason.Room, seen map[int]bool) (task int, as reason.Room, is bool) {
	if room.Stop.Rule != reason.LinkMax || !seen[room.Stop.Other] || r.of.Links[room.Stop.Link].Limit != nil {
		return 0, as, false
	}
	free, by := room.Seconds, room.Seconds+1
	with, stops, ok := r.scene.Move(i, by, tiedAtMost)
	for ok && len(stops) == 0 && by <= movedAtMost {
		free, by = by, 2*by
		_, stops, ok = r.scene.Move(i, by, tiedAtMost)
	}
	for by-free > 1 && by <= movedAtMost {
		mid := (by + free) / 2
		if w, s, is := r.scene.Move(i, mid, tiedAtMost); is && len(s) == 0 {
			free, with = mid, w
		} else {
			by, stops, ok = mid, s, is
		}
	}
	switch {
	case by > movedAtMost || with == nil:
		return 0, as, false
	case !ok:
		return r.heldBy(with, by, free)
	}
	best := slices.MinFunc(stops, func(a, b reason.Blocked) int { return cmp.Compare(worth(a), worth(b)) })
	return best.Task, reason.Room{Seconds: free, Stop: best.Stop}, true
}

// heldBy finds which of some tasks that move as one comes too close to what is tied to so much
// else that it cannot be followed.
func (r *reporter) heldBy(with []int, by, free int64) (task int, as reason.Room, is bool) {
	for _, t := range with {
		for stop := range r.scene.Breaks(t, by) {
			if stop.Rule == reason.LinkMin && !slices.Contains(with, stop.Other) {
				return t, reason.Room{Seconds: free, Stop: stop}, true
			}
		}
	}
	return 0, as, false
}

const (
	tiedAtMost  = 200   // tasks that may have to move as one for a reason to say so
	movedAtMost = 86400 // s: what stops nothing for so long is no reason
)

// windowEnds is when the time ends in which a resource is there for a task, of one whose hands
// are apart for the parts that the resource has: a cure that is turned on another day.
func (r *reporter) windowEnds(i int, resource string) (at int64, is bool) {
	for k, u := range r.problem.Tasks[i].Uses {
		spans := network.Spans(u, r.plan.Tasks[i])
		if r.plan.Tasks[i].Resources[k] != resource || len(spans) == 0 {
			continue
		}
		for _, w := range r.windows(resource) {
			if w[0] <= spans[0][0] && spans[len(spans)-1][1] <= w[1] {
				return w[1], true
			}
		}
	}
	return 0, false
}
