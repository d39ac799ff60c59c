package demand

import (
	"jointime/internal/core/keeping"
	"jointime/internal/core/recipe"
)

// A step is done for as many waves at once as the wait after it allows, before a wave
// gets a round of its own: in as few rounds as the first wave's food can wait for the last.

// Run is several waves for which a step is done at once.
type Run struct {
	From, To int // waves, from 1
	Portions int
}

// ByWave tells whether a step is done for some waves at a time, or may be: then all
// servings that share the waves are served together.
func (d *Demand) ByWave(g Lot, at int) bool {
	if g.Shared(at) && !g.Component.Steps()[at].EachWave {
		return false
	}
	if g.Component.Steps()[at].EachWave {
		return true
	}
	for _, b := range d.Sets(g, false) {
		if spread, limit := d.spreadOf(b), maxHold(g.Component.Steps(), at, d.spreadOf(b)); limit >= 0 && spread > limit {
			return true
		}
	}
	return false
}

// Runs are the waves of a set as a step is done for them: each by itself, all at
// once, or, where what the step makes cannot wait from the first wave to the last,
// in as few rounds as it can.
func (d *Demand) Runs(b ConsumerSet, steps []recipe.Step, at int) (out []Run) {
	limit, leave := maxHold(steps, at, d.spreadOf(b)), d.leavingOf(b)
	for w, n := range b.Waves {
		if n == 0 {
			continue
		}
		k := len(out) - 1
		switch {
		case k < 0 || steps[at].EachWave:
		case limit < 0 || leave[w]-leave[out[k].From-1] <= limit:
			out[k].To, out[k].Portions = w+1, out[k].Portions+n
			continue
		}
		out = append(out, Run{w + 1, w + 1, n})
	}
	return out
}

// maxHold is the longest time between the first and the last taker of what a step
// makes; below 0: it can wait for all of them, or a step after it is done once, and
// it has one taker only.
func maxHold(steps []recipe.Step, at int, spread int64) int64 {
	limit := int64(-1)
	for k := len(steps) - 1; k >= at; k-- {
		w := steps[k].Then
		if w.Assumed && *w.Most > keeping.SoonOverWaits { // nobody said that it may not wait: work is not done twice for it
			w.Most = nil
		}
		switch {
		case w.Most != nil && usableHold(w) < spread:
			limit = usableHold(w)
		case steps[k].EachWave:
			limit = -1
		default:
			return -1
		}
	}
	return limit
}

// usableHold is how much of a wait with a longest time may be planned to pass between the
// first and the last taker: the rest is for building, and for what comes late. One
// that may be passed at a price is worth passing before work is done twice.
func usableHold(w recipe.Wait) int64 {
	if w.Soft {
		return *w.Most
	}
	return (*w.Most - w.Least) * 2 / 3
}
