package runup

import (
	"cmp"
	"math/rand/v2"
	"slices"

	"jointime/internal/core/schedule"
)

// network is what waits for what in a plan: by its links, and by the places on
// each resource as they are taken one after the other. Where a step takes longer,
// what hangs on it is shifted; nothing changes its place in a queue.
type network struct {
	plan  schedule.Plan
	order []int   // tasks by their planned start
	into  [][]arc // by task
}

// arc says that a task starts no earlier than a moment of another one: so many
// seconds after its end, or, where it counts from the start, after that.
type arc struct {
	from      int
	lag       int64
	fromStart bool
}

// newNetwork reads the arcs of a plan. Margins that are part of a shortest wait
// are not waited for: they are what a slow step may use up.
func newNetwork(p schedule.Problem, plan schedule.Plan, margins map[int]int64) network {
	n := network{plan: plan, order: make([]int, len(p.Tasks)), into: make([][]arc, len(p.Tasks))}
	index := map[string]int{}
	for i, t := range p.Tasks {
		index[t.ID], n.order[i] = i, i
	}
	slices.SortStableFunc(n.order, func(a, b int) int { return cmp.Compare(plan.Tasks[a].Start, plan.Tasks[b].Start) })
	for e, l := range p.Links {
		from, to := index[l.From], index[l.To]
		if l.ToAt == schedule.End || from == to || plan.Tasks[from].Start > plan.Tasks[to].Start {
			continue
		}
		n.into[to] = append(n.into[to], arc{from, l.Least() - margins[e], l.FromAt == schedule.Start})
	}
	n.queues(p, index)
	return n
}

// taken is a stretch on a place of a resource: from a moment of one task to a
// moment of the same, or, for a hold, of another.
type taken struct {
	LaneBlock
	begins, ends int   // tasks
	after        int64 // of its beginning, from the start of the one
	before       int64 // seconds from its end to the end of the other
	hold         bool  // it ends where the other starts
}

// queues adds an arc from each stretch on a place to the next one on it.
func (n *network) queues(p schedule.Problem, index map[string]int) {
	blocks := map[string][]taken{}
	for i, t := range p.Tasks {
		for k, u := range t.Uses {
			for _, s := range spans(u, n.plan.Tasks[i]) {
				if s[0] < s[1] {
					id := n.plan.Tasks[i].Resources[k]
					blocks[id] = append(blocks[id], taken{LaneBlock: LaneBlock{From: s[0], To: s[1], Places: int(u.Need()), Setting: u.Setting}, begins: i, ends: i, after: s[0] - n.plan.Tasks[i].Start, before: n.plan.Tasks[i].End - s[1]})
				}
			}
		}
	}
	for _, l := range n.plan.Links {
		from, to := index[l.From], index[l.To]
		for h, u := range p.Links[l.Link].Holds {
			if a, b := n.plan.Tasks[from].End, n.plan.Tasks[to].Start; a < b {
				blocks[l.Resources[h]] = append(blocks[l.Resources[h]], taken{LaneBlock: LaneBlock{From: a, To: b, Places: int(u.Need()), Setting: u.Setting}, begins: from, ends: to, after: n.plan.Tasks[from].End - n.plan.Tasks[from].Start, hold: true})
			}
		}
	}
	for _, r := range p.Resources {
		n.queue(r, blocks[r.ID])
	}
}

// queue links what follows on the same place of one resource, with the pause that
// a change of its setting takes.
func (n *network) queue(r schedule.Resource, blocks []taken) {
	slices.SortStableFunc(blocks, func(a, b taken) int { return cmp.Compare(a.From, b.From) })
	plain := make([]LaneBlock, len(blocks))
	for i, b := range blocks {
		plain[i] = b.LaneBlock
	}
	rows(plain)
	last := map[int]int{} // place → the stretch that had it last
	for i, b := range blocks {
		for row := plain[i].Row; row < plain[i].Row+plain[i].Places; row++ {
			if before, there := last[row]; there {
				n.follow(blocks[before], b, r)
			}
			last[row] = i
		}
	}
}

func (n *network) follow(a, b taken, r schedule.Resource) {
	if a.ends == b.begins {
		return
	}
	lag := -a.before - b.after
	if r.Setting != nil && a.Setting != nil && b.Setting != nil {
		lag += r.Setting.Pause(*a.Setting, *b.Setting)
	}
	if a.hold {
		lag = -b.after
	}
	if n.plan.Tasks[a.ends].Start <= n.plan.Tasks[b.begins].Start {
		n.into[b.begins] = append(n.into[b.begins], arc{a.ends, lag, a.hold})
	}
}

// earliest is when each task starts if each takes so long, and nothing starts
// before it is planned to.
func (n network) earliest(lasts []int64) (starts []int64) {
	starts = make([]int64, len(lasts))
	for _, i := range n.order {
		at := n.plan.Tasks[i].Start
		for _, a := range n.into[i] {
			from := starts[a.from]
			if !a.fromStart {
				from += lasts[a.from]
			}
			at = max(at, from+a.lag)
		}
		starts[i] = at
	}
	return starts
}

// gives are how many seconds each task may end late before one that is marked
// ends later than planned. What leads to none of them may be late without end,
// which is told as noEnd.
func (n network) gives(marked []bool) []int64 {
	out := make([]int64, len(marked))
	for i := range out {
		if out[i] = noEnd; marked[i] {
			out[i] = 0
		}
	}
	for k := len(n.order) - 1; k >= 0; k-- {
		i := n.order[k]
		for _, a := range n.into[i] {
			from := n.plan.Tasks[a.from].End
			if a.fromStart {
				from = n.plan.Tasks[a.from].Start
			}
			out[a.from] = min(out[a.from], out[i]+n.plan.Tasks[i].Start-from-a.lag)
		}
	}
	return out
}

// noEnd stands for as long as one likes.
const noEnd = 7 * 86400

// Evenings draws how long every uncertain step takes, evenly between quick and
// slow, so many times, shifts what hangs on it, and gives the share of plates that
// are finished within so many seconds of when they are asked for. The same seed
// draws the same evenings for every plan of the same steps.
func (x Result) Evenings(in Input, evenings int, within int64, seed uint64) (share float64, err error) {
	d, err := newDraft(in, x.Blocked)
	if err != nil {
		return 0, err
	}
	return d.evenings(x.Plan, evenings, within, seed), nil
}

// inTime is the share of plates in time that a summary tells.
func (d *draft) inTime(plan schedule.Plan) float64 {
	return d.evenings(plan, summaryEvenings, summaryWithin, summarySeed)
}

func (d *draft) evenings(plan schedule.Plan, evenings int, within int64, seed uint64) float64 {
	n := newNetwork(d.problem, plan, d.left)
	asked := map[int]int64{}
	for _, t := range d.problem.Targets {
		if k := d.index(t.Task); d.works[k].placed() {
			asked[k] = t.At
		}
	}
	intime, all := 0, 0
	for e := range evenings {
		lasts := d.draw(rand.New(rand.NewPCG(seed, uint64(e))))
		for i, start := range n.earliest(lasts) {
			at, is := asked[i]
			if !is {
				continue
			}
			off := start + lasts[i] - at
			all += d.works[i].portions
			if -within <= off && off <= within {
				intime += d.works[i].portions
			}
		}
	}
	return float64(intime) / float64(max(all, 1))
}

// draw says how long each task takes on one evening.
func (d *draft) draw(r *rand.Rand) []int64 {
	out := make([]int64, len(d.works))
	for i, w := range d.works {
		out[i] = d.problem.Tasks[i].Duration
		chance := r.Float64() // drawn for every task, so that all plans meet the same evenings
		if w.step == nil || w.step.Time == nil || w.step.Time.Usual == 0 {
			continue
		}
		t := w.step.Time
		out[i] = int64(float64(out[i]) * (float64(t.Quick) + chance*float64(t.Slow-t.Quick)) / float64(t.Usual))
	}
	return out
}
