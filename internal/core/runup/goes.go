package runup

import "jointime/internal/core/recipe"

// oneGo is several waves for which a step is done at once.
type oneGo struct {
	from, to int // waves, from 1
	portions int
}

// byWave tells whether a step is done for some waves at a time, or may be: then all
// servings that share the waves are served together.
func (d *draft) byWave(g group, at int) bool {
	if g.shared(at) && !g.component.Steps()[at].EachWave {
		return false
	}
	if g.component.Steps()[at].EachWave {
		return true
	}
	for _, b := range d.batches(g, false) {
		if spread, limit := d.spreadOf(b), patience(g.component.Steps(), at, d.spreadOf(b)); limit >= 0 && spread > limit {
			return true
		}
	}
	return false
}

// goes are the waves of a batch as a step is done for them: each by itself, all at
// once, or, where what the step makes cannot wait from the first wave to the last,
// in as few goes as it can.
func (d *draft) goes(b batch, steps []recipe.Step, at int) (out []oneGo) {
	limit, leave := patience(steps, at, d.spreadOf(b)), d.leavingOf(b)
	for w, n := range b.waves {
		if n == 0 {
			continue
		}
		k := len(out) - 1
		switch {
		case k < 0 || steps[at].EachWave:
		case limit < 0 || leave[w]-leave[out[k].from-1] <= limit:
			out[k].to, out[k].portions = w+1, out[k].portions+n
			continue
		}
		out = append(out, oneGo{w + 1, w + 1, n})
	}
	return out
}

// patience is the longest time between the first and the last taker of what a step
// makes; below 0: it can wait for all of them, or a step after it is done once, and
// it has one taker only.
func patience(steps []recipe.Step, at int, spread int64) int64 {
	limit := int64(-1)
	for k := len(steps) - 1; k >= at; k-- {
		w := steps[k].Then
		switch {
		case w.Most != nil && room(w) < spread:
			limit = room(w)
		case steps[k].EachWave:
			limit = -1
		default:
			return -1
		}
	}
	return limit
}

// room is how much of a wait with a longest time may be planned to pass between the
// first and the last taker: the rest is for building, and for what comes late. One
// that may be passed at a price is worth passing before work is done twice.
func room(w recipe.Wait) int64 {
	if w.Soft {
		return *w.Most
	}
	return (*w.Most - w.Least) * 2 / 3
}

// leavingOf are the moments at which the waves of a batch leave.
func (d *draft) leavingOf(b batch) []int64 {
	t := b.takers[0]
	if d.seated(t.course) {
		return d.leavings(t.course)
	}
	out := make([]int64, len(b.waves))
	for w := 1; w < len(out); w++ {
		out[w] = out[w-1] + built(t.dish.Plate, b.waves[w], t.hands)
	}
	return out
}

// spreadOf is how long after the first wave of a batch its last one leaves.
func (d *draft) spreadOf(b batch) int64 {
	at := d.leavingOf(b)
	first, last := int64(-1), int64(0)
	for w, n := range b.waves {
		if n > 0 && first < 0 {
			first = at[w]
		}
		if n > 0 {
			last = at[w]
		}
	}
	return last - max(first, 0)
}
