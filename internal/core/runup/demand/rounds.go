package demand

import (
	"slices"

	"jointime/internal/core/keeping"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/words"
)

// A step is done for as many waves at once as the wait after it allows, before a wave
// gets a round of its own: in as few rounds as the first wave's food can wait for the last.
// One that its method does for each wave has a round for several only where it is said how
// long that may wait, and how much goes in at once (common practice, without a source).

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
	if steps[at].EachWave {
		return d.waveRounds(b, steps, at)
	}
	limit, leave := maxHold(steps, at, d.spreadOf(b)), d.leavingOf(b)
	return inRuns(b, func(r Run, w int) bool { return limit < 0 || leave[w]-leave[r.From-1] <= limit })
}

// waveRounds are the rounds of a step that is done for each wave, with those around it that
// are: for several waves where each of them takes all of it at once, and what the last makes
// waits for the last wave no longer than it may.
func (d *Demand) waveRounds(b ConsumerSet, steps []recipe.Step, at int) []Run {
	first, last := at, at
	for first > 0 && steps[first-1].EachWave {
		first--
	}
	for last+1 < len(steps) && steps[last+1].EachWave {
		last++
	}
	most, limit, leave := d.leastLoad(steps[first:last+1]), saidHold(steps[last].Then), d.leavingOf(b)
	return inRuns(b, func(r Run, w int) bool {
		return r.Portions+b.Waves[w] <= most && leave[w]-leave[r.From-1] <= limit
	})
}

// leastLoad is how much some steps take at once, where that is said of each thing that they
// need, but for what only lies somewhere; 0: it is not.
func (d *Demand) leastLoad(steps []recipe.Step) (least int) {
	for _, s := range steps {
		for _, n := range s.Equipment {
			if n.Holds == 0 && !d.lies(n) {
				return 0
			}
		}
		if most := d.Load(s); most > 0 && (least == 0 || most < least) {
			least = most
		}
	}
	return least
}

// lies tells what keeps food cold or warm, or holds it, from what cooks it.
func (d *Demand) lies(n recipe.Needed) bool {
	return words.Says(n.Kind, openPlaces) || slices.ContainsFunc(d.In.Kitchen.OfKind(n.Kind), func(e kitchen.Equipment) bool { return e.Keeps != "" })
}

// inRuns puts waves that have plates into runs, in order: a wave joins the one before where
// it may, or begins one.
func inRuns(b ConsumerSet, joins func(r Run, w int) bool) (out []Run) {
	for w, n := range b.Waves {
		k := len(out) - 1
		switch {
		case n == 0:
		case k >= 0 && joins(out[k], w):
			out[k].To, out[k].Portions = w+1, out[k].Portions+n
		default:
			out = append(out, Run{w + 1, w + 1, n})
		}
	}
	return out
}

// saidHold is for how much longer the food for one wave may wait than that for the one
// before, where somebody has said how long it may wait; below 0: nobody has.
func saidHold(w recipe.Wait) int64 {
	if w.Most == nil || w.Assumed {
		return -1
	}
	return usableHold(w)
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
