package solve

import (
	"cmp"
	"context"
	"slices"
)

// harder is how many times the rounds are gone through at most while a strict
// limit is still passed: there the plan matters most. What has not come off by then
// rather comes off with another seed.
const harder = 12

// calmRounds are spent on a plan that costs nothing.
const calmRounds = 40

// strictWeights stand for a second of violation where a step to a worse plan is
// weighed, cycle by cycle; between plans that are kept, violation always comes first.
// While the best plan still passes strict limits they grow from one round of cycles to the
// next: heavy at once, they find a plan that keeps them and costs ten times as much.
var (
	strictWeights = []int64{60, 20, 120, 40}
	hardWeights   = [][]int64{strictWeights, {60, 250, 15, 1000}, {1000, 300, 5000, 2000}}
)

// One in so many tries is a slide, or gives what stands its best hours.
const (
	slideOneIn  = 24
	retimeOneIn = 600
)

// improve takes a part of the plan out and puts it back, rounds times, and more
// often while a strict limit is passed. A little worse is let pass, less and
// less in each cycle (threshold accepting; Dueck and Scheuer 1990, from
// memory); each cycle is longer than the one before, and begins from the best
// plan. A plan that breaks nothing and costs nothing is only tried to be made
// fresher, some rounds long.
func (s *search) improve(ctx context.Context, rounds int) {
	if len(s.m.tasks) == 0 {
		return
	}
	limit, calm := max(rounds, rounds*harder), 0
	strict := s.value.violation > 0
	for k, c := 0, s.newCycle(0, rounds); rounds < 0 || k < rounds || (s.value.violation > 0 && k < limit); k++ {
		if s.value.perfect() {
			calm++
		}
		if (k%8 == 0 && ctx.Err() != nil) || calm > calmRounds || s.until > 0 && s.placings > s.until {
			return
		}
		if c.over() {
			c = s.newCycle(c.number+1, rounds)
		}
		c.step++
		v, ok := s.attempt()
		if ok && c.lets(v) {
			c.standing = v
			s.now.commit()
			s.keepIf(v)
		} else {
			s.now.undo(0)
		}
		if strict && s.value.violation == 0 { // what it costs was not looked at until now
			strict = false
			if rounds < 0 {
				c = s.newCycle(0, rounds)
			} else if more := min(limit, k+rounds); more > rounds {
				rounds, c = more, s.newCycle(0, more-k)
			}
		}
	}
}

// again puts all tasks back in the order in which they stand, or nearly so,
// from the first on or from the last: what the order leaves open closes up
// (justification; Valls, Ballestín and Quintanilla 2005, from memory).
func (s *search) again() (value, bool) {
	return s.justify(!s.value.perfect() && s.rng.IntN(2) == 0, int64(1)<<s.rng.IntN(11), s.rng.IntN(2) == 0)
}

// justify puts all tasks back in the order of their starts, or of their ends
// from the last on, shuffled by up to jitter seconds.
func (s *search) justify(forwards bool, jitter int64, noise bool) (value, bool) {
	all := s.byTime[:0]
	s.forwards = forwards
	for i := range s.m.tasks {
		all = append(all, i)
		s.key[i] = s.now.start[i] + s.rng.Int64N(jitter)
		if !s.forwards {
			s.key[i] = -s.key[i] - s.m.tasks[i].dur
		}
	}
	s.byTime = all
	slices.SortFunc(all, func(a, b int) int { return cmp.Or(cmp.Compare(s.key[a], s.key[b]), cmp.Compare(a, b)) })
	for _, i := range all {
		s.now.lift(i)
	}
	s.bounds.all(nil, nil, nil, nil)
	ok := s.insert(all, noise)
	s.forwards = false
	if !ok {
		return value{}, false
	}
	return s.now.whole(), true
}

// cycle is one cooling of improve.
type cycle struct {
	number, step, length int
	standing             value
	worse                int64 // how much worse tries were of late, the median
	warmth               int64 // see warmths
	strict               int64 // see strictWeights
}

func (s *search) newCycle(number, rounds int) cycle {
	length := (150 + 8*len(s.m.tasks)) << min(number/len(warmths), 8)
	if rounds >= 0 {
		length = min(length, max(rounds/2, 1))
	}
	if s.together {
		s.share()
		s.team.take(s)
	}
	s.retime()
	weights := strictWeights
	if s.value.violation > 0 {
		weights = hardWeights[min(number/len(warmths), len(hardWeights)-1)]
	}
	strict := weights[(number+number/len(warmths))%len(weights)] * s.m.steep
	return cycle{number: number, length: length, standing: s.value, worse: s.value.energy(strict) / 50, warmth: warmths[number%len(warmths)], strict: strict}
}

// warmths are eighths of the median worsening that a cycle lets pass at first:
// problems differ in how rough they are, so cycles take turns.
var warmths = []int64{1, 4, 8, 2}

func (c *cycle) over() bool { return c.step >= c.length }

// lets reports whether a try may stand.
func (c *cycle) lets(v value) bool {
	by := v.energy(c.strict) - c.standing.energy(c.strict)
	if by == 0 && v.starts < c.standing.starts-int64(c.length-c.step) {
		return false // as good, but staler
	}
	switch {
	case by > c.worse:
		c.worse += c.worse/16 + 1
	case by > 0:
		c.worse -= c.worse / 16
	}
	left, length := int64(c.length-c.step), int64(c.length)
	return by <= c.worse*c.warmth/8*left/length*left/length
}

// attempt takes a part of the plan out and puts it back, and gives the value of
// what came of it.
func (s *search) attempt() (value, bool) {
	if s.rng.IntN(len(s.m.tasks)+8) < 6 {
		return s.again()
	}
	if s.rng.IntN(retimeOneIn) == 0 && !s.value.perfect() && s.retimed() {
		return s.now.whole(), true
	}
	if s.rng.IntN(slideOneIn) == 0 && !s.value.perfect() {
		if v, ok, done := s.slide(); done {
			return v, ok
		}
	}
	out := s.pick()
	for _, i := range out {
		s.now.lift(i)
	}
	s.bounds.some(out, s.now.placed, s.now.start)
	calm := s.value.perfect() // nothing but freshness is left to win
	if !calm {
		s.nudge(out)
	}
	s.forwards = !calm && s.rng.IntN(3) == 0
	s.order(out, s.rng.Int64N(1800)+1)
	ok := s.insert(out, !calm || s.rng.IntN(3) == 0)
	s.forwards = false
	if !ok {
		return value{}, false
	}
	return s.now.whole(), true
}

// besideBookedOneIn nudges is to the other side of something that is booked.
const besideBookedOneIn = 8

// besideBooked bids a task to end before something that is booked on a resource that it could
// take, or to begin after it: what leads to it may find no room on this side, and there is
// nothing that would make way. It is false where there is nothing of the kind near.
func (s *search) besideBooked(i int) bool {
	t := &s.m.tasks[i]
	if len(t.needs) == 0 {
		return false
	}
	n := &t.needs[s.rng.IntN(len(t.needs))]
	if len(n.slices) == 0 {
		return false
	}
	taken := s.m.aside.taken[n.options[s.rng.IntN(len(n.options))]]
	if len(taken) == 0 {
		return false
	}
	near, _ := slices.BinarySearchFunc(taken, s.now.start[i], func(x taking, at int64) int { return cmp.Compare(x.span[0], at) })
	x := taken[max(0, min(len(taken)-1, near+s.rng.IntN(2*bookedNear)-bookedNear))]
	if s.rng.IntN(2) == 0 {
		return s.narrow(i, s.bounds.es[i], x.span[0]-n.slices[len(n.slices)-1][1])
	}
	return s.narrow(i, x.span[1]-n.slices[0][0], s.bounds.ls[i])
}

// bookedNear is how many bookings off such a one may be.
const bookedNear = 4

// narrow takes from the starts of a task that was taken out all but some; false where none would be left.
func (s *search) narrow(i int, first, last int64) bool {
	if first, last = max(first, s.bounds.es[i]), min(last, s.bounds.ls[i]); first > last {
		return false
	}
	s.bounds.es[i], s.bounds.ls[i] = first, last
	s.bounds.push(i)
	s.bounds.spread(s.now.placed)
	return true
}

// nudge bids one of the tasks taken out, now and then, to come earlier, or
// later.
func (s *search) nudge(out []int) {
	if s.rng.IntN(2) == 0 {
		return
	}
	i := out[s.rng.IntN(len(out))]
	if s.m.aside != nil && s.rng.IntN(besideBookedOneIn) == 0 && s.besideBooked(i) {
		return
	}
	by := s.rng.Int64N(1 << s.rng.IntN(13))
	if s.rng.IntN(3) == 0 {
		s.narrow(i, s.now.start[i]+by, s.bounds.ls[i])
		return
	}
	s.narrow(i, s.bounds.es[i], s.now.start[i]-by)
}

// keep makes the plan that was tried the best one if it is no worse.
func (s *search) keep() bool { return s.keepIf(s.now.whole()) }

// keepIf does the same for a value that is known.
func (s *search) keepIf(v value) bool {
	if s.value.better(v) {
		return false
	}
	better := v.violation < s.value.violation || v.cost < s.value.cost
	s.value = v
	s.best.take(s.now)
	s.now.commit()
	if better {
		s.tell()
	}
	return true
}

// keepOr makes what was tried the best plan if it is no worse, or takes it back.
func (s *search) keepOr(ok bool) bool {
	if ok && s.keep() {
		return true
	}
	s.now.undo(0)
	return false
}

// begin makes what stands the first plan.
func (s *search) begin() {
	s.value = s.now.whole()
	s.best.take(s.now)
	s.now.commit()
	s.planned = true
	s.tell()
}

// tell hands the best plan, which stands, to whoever wants to see it.
func (s *search) tell() {
	switch {
	case s.team != nil:
		s.team.offer(s)
	case s.found != nil:
		s.found(s.answer())
	}
}
