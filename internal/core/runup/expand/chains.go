package expand

import (
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
)

// chains ties steps of a strand that a wait over several of them is about; those that count to
// the plate are tied when the plates are there.
func (b *builder) chains(x strand) {
	for _, c := range x.component.Spans() {
		if to := x.tasksOf(c.To.Step); c.To.Step != recipe.Plate {
			b.chain(c, x.tasksOf(c.From.Step), to)
		}
	}
}

// chainsToPlates ties the placings of a component to the moments from which their chains count.
func (b *builder) chainsToPlates(x strand, placings []int) {
	for _, c := range x.component.Spans() {
		if c.To.Step == recipe.Plate {
			b.chain(c, x.tasksOf(c.From.Step), placings)
		}
	}
}

// tasksOf are those of a step of the planned end of a method.
func (x strand) tasksOf(step string) []int {
	for k, s := range x.steps {
		if s.ID == step {
			return x.tasks[k]
		}
	}
	return nil
}

// chain puts a wait over several steps between the tasks that have plates in common. Its most is
// a limit, or has a price; what is wanted has a small one on both sides.
func (b *builder) chain(c recipe.Chain, from, to []int) {
	for _, i := range from {
		for _, j := range b.sharing(i, to) {
			l := schedule.Link{From: b.id(i), To: b.id(j), FromAt: schedule.Start, Min: ptr(noLeast)}
			shift := c.From.At
			if c.From.End {
				l.FromAt, shift = schedule.End, -c.From.At
			}
			if c.To.End {
				l.ToAt, shift = schedule.End, shift+c.To.At
			} else {
				shift -= c.To.At
			}
			if c.Least > 0 {
				l.Min = ptr(c.Least + shift)
			}
			if c.Most != nil {
				l.Max = ptr(*c.Most + shift)
				if c.Soft {
					l.Over = ptr(priceSoftWait)
				}
			}
			b.link(l, work.Link{Reason: work.Chain, Chain: &work.Span{Reason: c.Reason, Least: c.Least, Most: c.Most, Shift: shift}})
			if c.Best != nil {
				b.best(l, *c.Best+shift)
			}
		}
	}
}

// best puts a small price on a gap that is longer, or shorter, than it is wanted.
func (b *builder) best(l schedule.Link, gap int64) {
	why := work.Link{Reason: work.Wanted}
	b.link(schedule.Link{From: l.From, FromAt: l.FromAt, To: l.To, ToAt: l.ToAt, Min: ptr(noLeast), Max: ptr(gap), Over: ptr(priceBest)}, why)
	back := schedule.Link{From: l.To, FromAt: schedule.Start, To: l.From, ToAt: schedule.End, Min: ptr(noLeast), Max: ptr(-gap), Over: ptr(priceBest)}
	if l.ToAt == schedule.End {
		back.FromAt = schedule.End
	}
	if l.FromAt == schedule.Start {
		back.ToAt = schedule.Start
	}
	b.link(back, why)
}

// at is the place in the planned end of a method of a step of the whole one;
// a step that is used and not planned counts as the first that is.
func (x strand) at(step int) int {
	if len(x.tasks) == 0 {
		return -1
	}
	return max(0, step-(len(x.component.Steps())-len(x.steps)))
}

// leaves is the place of the step that leaves a by-product over; -1: it is
// not planned.
func (x strand) leaves(byProduct string) int {
	step, gives := x.component.LeavesAt(byProduct)
	if step -= len(x.component.Steps()) - len(x.steps); !gives || step < 0 {
		return -1
	}
	return step
}
