package timing

import (
	"math"

	"jointime/internal/core/schedule"
)

// edge is a moment as it hangs on a start: so many seconds after it.
type edge struct {
	node   int
	offset int64
	at     int64
}

// taking is what is taken on a resource.
type taking struct {
	from, to edge
	units    int64
	setting  *int64
	settle   bool
}

type reader struct {
	network
	p     schedule.Problem
	plan  schedule.Plan
	index map[string]int
	taken map[string][]taking
	of    map[string]*schedule.Resource
	steep int64 // price of a second of violation: more than all prices together
}

func read(p schedule.Problem, plan schedule.Plan, fixed func(string) bool) *network {
	r := &reader{p: p, plan: plan, index: map[string]int{}, taken: map[string][]taking{}, of: map[string]*schedule.Resource{}}
	for i := range p.Resources {
		r.of[p.Resources[i].ID] = &p.Resources[i]
	}
	for i, t := range p.Tasks {
		r.index[t.ID] = i
		low, high := p.Horizon[0], p.Horizon[1]-t.Duration
		if t.Earliest != nil {
			low = max(low, *t.Earliest)
		}
		if at := plan.Tasks[i].Start; fixed != nil && fixed(t.ID) {
			low, high = at, at
		}
		r.node(plan.Tasks[i].Start, low, high)
	}
	r.steep = r.allPrices()
	r.tasks()
	r.links()
	r.groups()
	for i := range p.Resources {
		r.resource(&p.Resources[i])
	}
	return &r.network
}

func (r *reader) node(at, low, high int64) int {
	r.at, r.low, r.high, r.own = append(r.at, at), append(r.low, low), append(r.high, high), append(r.own, nil)
	return len(r.at) - 1
}

// allPrices is one more than the sum of all prices of a second.
func (r *reader) allPrices() int64 {
	sum := int64(1)
	add := func(prices ...*int64) {
		for _, p := range prices {
			if p != nil {
				sum += *p
			}
		}
	}
	for _, t := range r.p.Targets {
		add(&t.Early, &t.Late)
	}
	for _, t := range r.p.Tasks {
		add(t.LatestOver)
	}
	for _, l := range r.p.Links {
		add(&l.Weight, l.Over)
	}
	for _, g := range r.p.Together {
		add(&g.Weight, g.Over)
	}
	return sum
}

// over is the price of a second beyond a limit.
func (r *reader) over(price *int64) int64 {
	if price == nil {
		return r.steep
	}
	return *price
}

func (r *reader) tasks() {
	price := func(i int, s slope) {
		if s.price > 0 {
			r.own[i] = append(r.own[i], s)
		}
	}
	for i, t := range r.p.Tasks {
		if t.Latest != nil {
			price(i, slope{at: *t.Latest - t.Duration, price: r.over(t.LatestOver)})
		}
		for k, u := range t.Uses {
			for _, part := range u.Parts(t.Duration) {
				r.take(r.plan.Tasks[i].Resources[k], r.edge(i, part[0]), r.edge(i, part[1]), u)
			}
			r.window(r.plan.Tasks[i].Resources[k], i, u.Parts(t.Duration))
		}
	}
	for _, g := range r.p.Targets {
		i := r.index[g.Task]
		at := g.At - r.p.Tasks[i].Duration
		price(i, slope{at: at, price: g.Early, before: true})
		price(i, slope{at: at, price: g.Late})
	}
}

func (r *reader) edge(node int, offset int64) edge { return edge{node, offset, r.at[node] + offset} }

func (r *reader) take(resource string, from, to edge, u schedule.Use) {
	if from.at < to.at {
		r.taken[resource] = append(r.taken[resource], taking{from, to, u.Need(), u.Setting, u.Settle})
	}
}

// window keeps all parts of a use in the one window in which they lie.
func (r *reader) window(resource string, i int, parts []schedule.Span) {
	var used []schedule.Span
	for _, s := range parts {
		if s[0] < s[1] {
			used = append(used, s)
		}
	}
	if len(used) == 0 {
		return
	}
	first, last := used[0][0], used[len(used)-1][1]
	if w, any := r.windowOf(resource, schedule.Span{r.at[i] + first, r.at[i] + last}); any {
		r.low[i], r.high[i] = max(r.low[i], w[0]-first), min(r.high[i], w[1]-last)
	}
}

func (r *reader) windowOf(resource string, s schedule.Span) (schedule.Span, bool) {
	for _, w := range r.of[resource].Windows {
		if w.Holds(s) {
			return w, true
		}
	}
	return schedule.Span{}, false
}

func (r *reader) links() {
	held := map[int][]string{}
	for _, l := range r.plan.Links {
		held[l.Link] = l.Resources
	}
	for e, l := range r.p.Links {
		from, to := r.index[l.From], r.index[l.To]
		if from == to {
			continue
		}
		off := int64(0)
		if l.ToAt == schedule.End {
			off += r.p.Tasks[to].Duration
		}
		if l.FromAt != schedule.Start {
			off -= r.p.Tasks[from].Duration
		}
		r.apart = append(r.apart, apart{from, to, l.Least() - off})
		var slopes []slope
		if l.Weight > 0 {
			slopes = append(slopes, slope{at: l.Least() - off, price: l.Weight})
		}
		if l.Max != nil && r.over(l.Over) > 0 {
			slopes = append(slopes, slope{at: *l.Max - off, price: r.over(l.Over)})
		}
		if len(slopes) > 0 {
			r.between = append(r.between, between{from, to, slopes})
		}
		for h, u := range l.Holds {
			r.hold(held[e][h], from, to, u)
		}
	}
}

// hold takes a resource from the end of a task to the start of another. What holds nothing yet
// goes on doing so: who else has it then is not known.
func (r *reader) hold(resource string, from, to int, u schedule.Use) {
	out := r.edge(from, r.p.Tasks[from].Duration)
	in := r.edge(to, 0)
	r.take(resource, out, in, u)
	if out.at == in.at {
		r.apart = append(r.apart, apart{to, from, -out.offset})
		return
	}
	if w, any := r.windowOf(resource, schedule.Span{out.at, in.at}); any {
		r.low[from], r.high[to] = max(r.low[from], w[0]-out.offset), min(r.high[to], w[1])
	}
}

// groups adds a first and a last end of the tasks of each together rule.
func (r *reader) groups() {
	for _, g := range r.p.Together {
		first, last := int64(math.MaxInt64), int64(math.MinInt64)
		for _, id := range g.Tasks {
			end := r.plan.Tasks[r.index[id]].End
			first, last = min(first, end), max(last, end)
		}
		a, b := r.node(first, -infinite, infinite), r.node(last, -infinite, infinite)
		for _, id := range g.Tasks {
			i := r.index[id]
			dur := r.p.Tasks[i].Duration
			r.apart = append(r.apart, apart{a, i, -dur}, apart{i, b, dur})
		}
		var slopes []slope
		if g.Weight > 0 {
			slopes = append(slopes, slope{price: g.Weight})
		}
		if g.Within != nil && r.over(g.Over) > 0 {
			slopes = append(slopes, slope{at: *g.Within, price: r.over(g.Over)})
		}
		if len(slopes) > 0 {
			r.between = append(r.between, between{a, b, slopes})
		}
	}
}
