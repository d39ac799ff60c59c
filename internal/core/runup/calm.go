package runup

import (
	"jointime/internal/core/recipe"
	"jointime/internal/core/schedule"
	"jointime/internal/core/service"
)

const (
	rushBegins   = 45 * 60 // seconds before the first course: what keeps is over by then
	priceRush    = 1       // a second in which work that keeps is in the rush
	longestSpare = 30 * 60 // no margin is longer
)

// share of what a slow step takes longer than usual that the plan leaves room for.
// More than half of it leaves the plan itself less room than it gives the steps:
// measured, three quarters and all of it are worse (docs/evenings.md).
func share(c service.Calm) (of, in int64) {
	if c == service.Fresh {
		return 0, 1
	}
	return 1, 2
}

// uncertain is how much longer than usual a step may take, in seconds.
func uncertain(step recipe.Step, portions int) int64 {
	if step.Time == nil || step.Time.Slow <= step.Time.Usual {
		return 0
	}
	slow := *step.Time
	slow.Usual = slow.Slow
	a, _ := slow.For(portions)
	b, _ := step.Time.For(portions)
	return max(0, a-b)
}

// spare notes for the tasks of a step the margin after it, and returns what the
// wait after it is too short for, which the next step's margin is to take up.
func (d *draft) spare(tasks []int, step recipe.Step, carried int64) (carry int64) {
	of, in := share(d.in.Service.Calm)
	for _, i := range tasks {
		want := min(longestSpare, (uncertain(step, d.works[i].portions)*of+in-1)/in+carried)
		give := want
		if step.Then.Most != nil {
			give = min(want, slack(step.Then))
		}
		if _, bare := d.blocked[bareKey(d.keyOf(d.works[i]))]; bare {
			give = 0
		}
		if give > 0 {
			d.margin[i] = give
		}
		carry = max(carry, want-give)
	}
	return carry
}

// slack is the most of a wait that a margin may take up: the rest is left to the
// plan, which could move nothing otherwise.
func slack(w recipe.Wait) int64 { return (*w.Most - w.Least) * 2 / 3 }

// bareKey marks a step, among what cannot be, that only fits without a margin.
func bareKey(step string) string { return "no margin after " + step }

// early gives work that keeps until the plates a place before the rush: cheap to
// pass, and still it moves it.
func (d *draft) early(i int, g group, at int) {
	steps := g.component.Steps()
	if d.in.Service.Calm == service.Fresh || steps[at].EachWave || steps[at].By != nil {
		return
	}
	rush := d.firstHour() - rushBegins
	if d.in.Service.Calm == service.MoreCalm {
		rush -= rushBegins
	}
	last := rush
	for _, t := range g.takers {
		last = max(last, d.seconds(d.courses[t.course].at))
	}
	if keeps := d.keepsFrom(g.component, at); keeps >= 0 && keeps < last-rush {
		return
	}
	d.problem.Targets = append(d.problem.Targets, schedule.Target{Task: d.id(i), At: rush, Late: priceRush})
	d.works[i].early = true
}

// keepsFrom is the longest time from the end of a step to the plate, in seconds, by the
// waits and, where the last of them has no limit, by how long the book says that it
// keeps; below 0: without end.
func (d *draft) keepsFrom(c recipe.Component, at int) (sum int64) {
	steps := c.Steps()
	for k := at; k < len(steps); k++ {
		s := steps[k]
		most := s.Then.Most
		if keep, known := d.keep(c, s.Then); most == nil && known && k == len(steps)-1 {
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

// firstHour is that of the first course, in seconds from the origin.
func (d *draft) firstHour() (at int64) {
	for c, k := range d.courses {
		if v := d.seconds(k.at); c == 0 || v < at {
			at = v
		}
	}
	return at
}
