package solve

import (
	"math"
	"slices"

	"jointime/internal/core/schedule"
)

// squeeze puts tasks among those that stand. One that finds no place lifts what is in its
// way where that has been in the way least often, and what was lifted is put in next: a
// task that is hard to place comes to outweigh others, so that the chain does not run in a
// circle (guided ejection search; Nagata and Bräysy 2009, from memory). It is false when so
// many chains have led to nothing.
func (s *search) squeeze(rest []int, chains int) bool {
	s.open.all(nil, nil, s.floors, s.caps)
	for len(rest) > 0 {
		if s.ctx.Err() != nil {
			if s.late() {
				return false
			}
			chains = min(chains, chainsWithoutTime)
		}
		i := rest[len(rest)-1]
		s.bounds.some(rest, s.now.placed, s.now.start)
		if s.insertOne(i, false) {
			rest = rest[:len(rest)-1]
			continue
		}
		if chains--; chains < 0 {
			return false
		}
		s.now.commit()
		s.urgency[i]++
		rest = append(rest[:len(rest)-1], s.makeWay(i)...)
	}
	return true
}

// besideEach times that a task found no place, all that is tied to it is lifted as well: two
// that leave no room to each other would take turns for ever.
const besideEach = 8

// chainsWithoutTime are followed in a small problem when there is no time at all.
const chainsWithoutTime = 100

// waysTried are the starts at which it is looked at what would have to go.
const waysTried = 60

// makeWay lifts what is in the way of a task, puts it in, and gives what was lifted; where
// there is no way, with the task itself as the last. Every other start is one that what comes
// before it or after it does not leave to it: then that has to go.
func (s *search) makeWay(i int) []int {
	low, high := s.bounds.es[i], s.bounds.ls[i]
	first, last := s.open.es[i], s.open.ls[i]
	if first > last || s.urgency[i]%besideEach == 0 {
		return append(s.liftBeside(i), i)
	}
	var best []int
	at, least := int64(0), int64(-1)
	for k := 0; k < waysTried && least != 0; k++ {
		var t int64
		switch {
		case k == 0:
			t = s.due[i]
		case k == 1:
			t = s.now.start[i]
		case k%3 == 0 && low <= high:
			t = low + s.rng.Int64N(high-low+1)
		case k%3 == 1:
			t = first + s.rng.Int64N(last-first+1)
		case low <= high && k%2 == 0: // near where it is due, or stood, or may be
			t = max(low, min(high, s.due[i])) + s.sway(8)
		default:
			t = s.now.start[i] + s.sway(8)
		}
		t = max(first, min(last, t))
		if on, weight, ok := s.way(i, t, least); ok {
			best, at, least = append(best[:0], on...), t, weight
		}
	}
	if least < 0 {
		return append(s.liftBeside(i), i)
	}
	return s.force(i, at, best)
}

// force lifts what is in the way of a task at a start on some resources, and puts it in.
func (s *search) force(i int, at int64, on []int) []int {
	var out []int
	lift := func(t int) {
		if t != i && s.now.placed[t] {
			s.now.lift(t)
			out = append(out, t)
		}
	}
	s.now.demands(i, at)
	var owners []int
	for k, d := range s.now.wants {
		if on[k] == noWait {
			owners = append(owners, s.across(d, i))
			continue
		}
		owners = append(owners, s.inTheWayOf(d, on[k])...)
	}
	for _, o := range owners {
		lift(s.ownerTask(o, i))
	}
	for _, e := range s.m.bindsOf[i] {
		if s.now.tooNear(e, i, at) {
			lift(s.m.links[e].from + s.m.links[e].to - i)
		}
	}
	if s.putOn(i, at, on) {
		return out
	}
	return append(out, i)
}

// way finds for each need of a task at a start, and for the waits that it would complete, the
// resource on which what is in the way weighs least; false where all that does not weigh
// less than a limit, which is below 0 where there is none.
func (s *search) way(i int, at, limit int64) (on []int, weight int64, ok bool) {
	s.now.demands(i, at)
	on = s.on[:0]
	defer func() { s.on = on }()
	for _, e := range s.m.bindsOf[i] {
		if s.now.tooNear(e, i, at) {
			weight += s.weightOf(s.m.links[e].from + s.m.links[e].to - i)
		}
	}
	for _, d := range s.now.wants {
		least, who := int64(-1), -1
		options := s.now.options(d.n)
		from := s.rng.IntN(len(options))
		for j := range options {
			r := options[(j+from)%len(options)]
			if s.m.resources[r].Capacity == 1 && s.usesBeside(on, r, d) {
				continue // another use of its own
			}
			if w, can := s.weigh(d, r, i); can && (least < 0 || w < least) {
				if least, who = w, r; w == 0 {
					break
				}
			}
		}
		if other := s.across(d, i); other >= 0 && (least < 0 || s.weightOf(other) < least) {
			least, who = s.weightOf(other), noWait
		}
		if weight += least; least < 0 || limit >= 0 && weight >= limit {
			return on, 0, false
		}
		on = append(on, who)
	}
	return on, weight, true
}

// usesBeside tells whether one of the needs that have a resource already has this one at the same
// time as a demand.
func (s *search) usesBeside(on []int, r int, d demand) bool {
	for k, had := range on {
		if had != r {
			continue
		}
		for _, a := range s.now.wants[k].spans {
			for _, b := range d.spans {
				if a.Overlaps(b) {
					return true
				}
			}
		}
	}
	return false
}

// weigh is how often what is in the way of a demand on a resource found no place itself;
// false where something is in the way that cannot be lifted.
func (s *search) weigh(d demand, r, but int) (sum int64, can bool) {
	if len(d.spans) == 0 {
		return 0, true
	}
	b, res := s.now.board, &s.m.resources[r]
	if d.n.units > res.Capacity || !b.inWindow(r, schedule.Span{d.spans[0][0], d.spans[len(d.spans)-1][1]}) {
		return 0, false
	}
	if set := res.Setting; set != nil && !d.n.settle && d.spans[0][0] < s.m.p.Horizon[0]+set.Pause(set.Initial, d.n.setting) {
		return 0, false
	}
	for _, o := range s.inTheWayOf(d, r) {
		if o == booked {
			return 0, false
		}
		if t := s.ownerTask(o, but); t != but {
			sum += s.weightOf(t)
		} else {
			return 0, false
		}
	}
	return sum, true
}

// ownerTask is the task that has to go for an owner: itself, or, of a wait, its first task
// or, where that is the one for which it goes, its second.
func (s *search) ownerTask(o, but int) int {
	if o < len(s.m.tasks) {
		return o
	}
	l := &s.m.links[o-len(s.m.tasks)]
	if l.from != but {
		return l.from
	}
	return l.to
}

// liftBeside lifts the tasks to which a task is tied, by waits or by taking the same
// resource.
func (s *search) liftBeside(i int) (out []int) {
	lift := func(o int) {
		if o != i && s.now.placed[o] {
			s.now.lift(o)
			out = append(out, o)
		}
	}
	for _, e := range s.m.linksOf[i] {
		lift(s.m.links[e].from)
		lift(s.m.links[e].to)
		for _, n := range s.m.links[e].holds {
			s.m.eachLabelled(n.label, lift)
		}
	}
	for _, n := range s.m.tasks[i].needs {
		s.m.eachLabelled(n.label, lift)
	}
	return out
}

// inTheWayOf are the owners of what a demand would clash with on a resource: of each span
// all that has another setting, and so many of the others that the units do.
func (s *search) inTheWayOf(d demand, r int) []int {
	out, over := s.ways[:0], s.over
	defer func() { s.ways, s.over = out, over }()
	b := s.now.board
	res, l := &s.m.resources[r], &b.on[r]
	reach := s.m.reach[r]
	add := func(o int) {
		if !slices.Contains(out, o) {
			out = append(out, o)
		}
	}
	for _, span := range d.spans {
		units := d.n.units
		k := l.after(span[0] - l.longest - reach)
		over = over[:0]
		for ; k < len(l.taken) && l.taken[k].span[0] < span[1]+reach; k++ {
			t := &l.taken[k]
			overlaps := t.span[0] < span[1] && span[0] < t.span[1]
			c := clash{free: true}
			if res.Setting != nil {
				c.setting(res.Setting, span, d.n, t, overlaps)
			}
			switch {
			case !c.free:
				add(t.owner)
			case overlaps && t.span[0] < t.span[1]:
				over = append(over, t)
				units += t.units
			}
		}
		if units > res.Capacity && len(over) > 1 {
			slices.SortStableFunc(over, func(x, y *taking) int { return s.urgencyOf(x.owner) - s.urgencyOf(y.owner) })
		}
		for _, t := range over {
			if units <= res.Capacity {
				break
			}
			units -= t.units
			add(t.owner)
		}
	}
	return out
}

// urgencyOf is how often what stands there found no place; what is booked goes last.
func (s *search) urgencyOf(owner int) int {
	if owner == booked {
		return math.MaxInt32
	}
	return s.urgency[s.ownerTask(owner, -1)]
}
