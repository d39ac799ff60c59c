package runup

import (
	"math/rand/v2"

	"jointime/internal/core/runup/report"
	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/network"
)

// Punctuality draws how long every uncertain step takes, evenly between quick and slow,
// on so many evenings, shifts what hangs on it, and gives the share of plates that are
// finished within so many seconds of when they are asked for. The same seed draws the
// same evenings for every plan of the same steps.
func (r Result) Punctuality(evenings int, within int64, seed uint64) float64 {
	return r.punctuality(r.Plan, evenings, within, seed)
}

// Summary sums the plan up, with its run-up.
func (r Result) Summary(u report.RunUp) report.Summary {
	share := 0.0
	if r.Found {
		share = r.inTime(r.Plan)
	}
	return u.Summary(r.Plan, share)
}

// Evenings that are drawn for a summary, how late a plate may be, and the seed.
const (
	summaryEvenings = 200
	summaryWithin   = 120
	summarySeed     = 7
)

// inTime is the share of plates in time that a summary tells.
func (r Result) inTime(plan schedule.Plan) float64 {
	return r.punctuality(plan, summaryEvenings, summaryWithin, summarySeed)
}

func (r Result) punctuality(plan schedule.Plan, evenings int, within int64, seed uint64) float64 {
	p, plan, _ := network.Split(r.Problem, plan, r.Map.Own())
	n, asked := network.New(p, plan, r.Map.Buffers()), r.asked()
	inTime, all := 0, 0
	for e := range evenings {
		lasts := r.draw(rand.New(rand.NewPCG(seed, uint64(e))))
		for _, t := range p.Tasks[len(lasts):] { // of the day, and of other services
			lasts = append(lasts, t.Duration)
		}
		for i, start := range n.Earliest(lasts) {
			at, is := asked[i]
			if !is {
				continue
			}
			off := start + lasts[i] - at
			all += r.Map.Work[i].Portions
			if -within <= off && off <= within {
				inTime += r.Map.Work[i].Portions
			}
		}
	}
	return float64(inTime) / float64(max(all, 1))
}

// asked is when the last placings of the plates are to be over, by task.
func (r Result) asked() map[int]int64 {
	index := map[string]int{}
	for i, t := range r.Problem.Tasks {
		index[t.ID] = i
	}
	out := map[int]int64{}
	for _, t := range r.Problem.Targets {
		if k := index[t.Task]; r.Map.Work[k].Placed() {
			out[k] = t.At
		}
	}
	return out
}

// draw says how long each task takes on one evening, in seconds.
func (r Result) draw(chance *rand.Rand) []int64 {
	out := make([]int64, r.Map.Own())
	for i, w := range r.Map.Work[:len(out)] {
		out[i] = r.Problem.Tasks[i].Duration
		at := chance.Float64() // drawn for every task, so that all plans meet the same evenings
		if t := w.Time; t != nil && t.Usual != 0 {
			out[i] = int64(float64(out[i]) * (float64(t.Quick) + at*float64(t.Slow-t.Quick)) / float64(t.Usual))
		}
	}
	return out
}
