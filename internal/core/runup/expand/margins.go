package expand

import (
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/schedule"
	"jointime/internal/core/service"
)

const (
	rushBegins    = 45 * 60 // seconds before the first course: what keeps is over by then
	longestBuffer = 30 * 60 // no margin is longer
)

// bufferShare is how much of what a slow step takes longer than usual the plan leaves room for.
// More than half of it leaves the plan itself less room than it gives the steps:
// measured, three quarters and all of it are worse (docs/evenings.md).
func bufferShare(c service.Calm) (of, in int64) {
	if c == service.Fresh {
		return 0, 1
	}
	return 1, 2
}

// overrun is how much longer than usual a step may take, in seconds.
func overrun(step recipe.Step, portions int) int64 {
	if step.Time == nil || step.Time.Slow <= step.Time.Usual {
		return 0
	}
	slow := *step.Time
	slow.Usual = slow.Slow
	a, _ := slow.For(portions)
	b, _ := step.Time.For(portions)
	return max(0, a-b)
}

// addBuffers sets the buffer after each task of a step and returns the part that does
// not fit into the wait after it; the caller adds it to the next step's buffer.
func (b *builder) addBuffers(tasks []int, step recipe.Step, carried int64) (carry int64) {
	of, in := bufferShare(b.In.Service.Calm)
	for _, i := range tasks {
		want := min(longestBuffer, (overrun(step, b.of.Work[i].Portions)*of+in-1)/in+carried)
		give := want
		if step.Then.Most != nil {
			give = min(want, bufferRoom(step.Then))
		}
		if b.excluded.NoBuffer[b.of.Work[i].Key()] {
			give = 0
		}
		b.of.Work[i].Buffer = max(0, give)
		carry = max(carry, want-give)
	}
	return carry
}

// bufferRoom is the most of a wait that a buffer may take up: the rest is left to the
// plan, which could move nothing otherwise.
func bufferRoom(w recipe.Wait) int64 {
	room := (*w.Most - w.Least) * 2 / 3
	if w.Best != nil { // as long as it is best, and no longer for a step that may run over
		room = min(room, *w.Best-w.Least)
	}
	return room
}

// early gives work that keeps until the plates a place before the rush: cheap to
// pass, and still it moves it.
func (b *builder) early(i int, g demand.Lot, at int) {
	steps := g.Component.Steps()
	if b.In.Service.Calm == service.Fresh || steps[at].EachWave || steps[at].By != nil {
		return
	}
	rush := b.FirstHour() - rushBegins
	if b.In.Service.Calm == service.MoreCalm {
		rush -= rushBegins
	}
	last := rush
	for _, t := range g.Consumers {
		last = max(last, b.Seconds(b.Courses[t.Course].At))
	}
	if keeps := b.keepsFrom(g.Component, at); keeps >= 0 && keeps < last-rush {
		return
	}
	b.target(schedule.Target{Task: b.id(i), At: rush, Late: priceRush})
	b.of.Work[i].Early = true
}

// keepsFrom is the longest time from the end of a step to the plate, in seconds, by the
// waits and, where the last of them has no limit, by how long the book says that it
// keeps; below 0: without end.
func (b *builder) keepsFrom(c recipe.Component, at int) (sum int64) {
	steps := c.Steps()
	for k := at; k < len(steps); k++ {
		s := steps[k]
		most := s.Then.Most
		if keep, known := b.house.ShelfLife(c, s.Then); most == nil && known && k == len(steps)-1 {
			most = &keep.For
		}
		if most == nil {
			return -1
		}
		sum += *most
		if k > at && s.Time != nil {
			sum += s.Time.Usual
		}
	}
	return sum
}
