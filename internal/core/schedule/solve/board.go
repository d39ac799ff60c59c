package solve

import (
	"math"
	"slices"

	"jointime/internal/core/schedule"
)

// board is who has what when.
type board struct {
	m     *model
	on    []lane
	label []int // resource taken by a label; -1: none yet
	count []int // uses that hold a label

	paid     int64 // for the resources that are chosen
	kept     []int // by label of keeps and resource: how many uses took it
	distinct []int // by label of keeps: how many different resources
}

func newBoard(m *model) *board {
	b := &board{m: m, on: make([]lane, len(m.resources)), label: make([]int, m.labels), count: make([]int, m.labels), kept: make([]int, len(m.keeps)*len(m.resources)), distinct: make([]int, len(m.keeps))}
	for i := range b.label {
		b.label[i] = -1
	}
	for r := range b.on {
		b.on[r].several, b.on[r].usual = m.resources[r].Capacity > 1, m.usual[r]
		if m.aside != nil {
			for _, t := range m.aside.taken[r] {
				b.on[r].insert(t)
			}
		}
	}
	return b
}

// demand is a need at a definite time.
type demand struct {
	n     *need
	spans []schedule.Span // not empty, in order
	owner int
	into  *int // where the chosen resource is written
}

// take gives every demand a resource, first those in front, and reports
// whether it could; if not, nothing is taken. Turn rotates the choice.
func (b *board) take(demands []demand, turn int) bool {
	if len(demands) == 0 {
		return true
	}
	d := demands[0]
	if len(demands) > 1 && b.tooFew(demands) {
		return false
	}
	from := turn
	if b.m.priced {
		from = b.cheapest(d.n, turn)
	}
	for k := range d.n.options {
		r := d.n.options[(k+from)%len(d.n.options)]
		if !b.allowed(d, r) {
			continue
		}
		b.put(d, r)
		if b.take(demands[1:], turn) {
			return true
		}
		b.drop(d, r)
	}
	return false
}

// tooFew tells whether the demands in front that ask for the same are more than there is for
// them: several pairs of hands for one wave would otherwise be tried in every order.
func (b *board) tooFew(demands []demand) bool {
	d, alike := demands[0], 1
	if len(d.spans) == 0 || d.spans[0][0] == d.spans[0][1] { // what takes no time is in nobody's way
		return false
	}
	for alike < len(demands) && b.open(d) && b.open(demands[alike]) && sameDemand(d, demands[alike]) {
		alike++
	}
	if alike < 2 {
		return false
	}
	free := 0
	for _, r := range d.n.options {
		if b.allowed(d, r) {
			free += int(b.m.resources[r].Capacity / d.n.units)
		}
		if free >= alike {
			return false
		}
	}
	return true
}

// open tells whether a demand is not yet bound to one resource by its label.
func (b *board) open(d demand) bool { return d.n.label < 0 || b.label[d.n.label] < 0 }

func sameDemand(a, o demand) bool {
	return a.n.units == o.n.units && a.n.setting == o.n.setting && a.n.settle == o.n.settle && slices.Equal(a.spans, o.spans) && slices.Equal(a.n.options, o.n.options)
}

func (b *board) allowed(d demand, r int) bool {
	if d.n.label >= 0 && b.label[d.n.label] >= 0 && b.label[d.n.label] != r {
		return false
	}
	if len(d.spans) == 0 {
		return true
	}
	if !b.inWindow(r, schedule.Span{d.spans[0][0], d.spans[len(d.spans)-1][1]}) {
		return false
	}
	for _, s := range d.spans {
		if c := b.clash(r, s, d.n); !c.free {
			return false
		}
	}
	return true
}

func (b *board) inWindow(r int, whole schedule.Span) bool {
	w := b.m.resources[r].Windows
	if w == nil {
		return b.m.p.Horizon.Holds(whole)
	}
	for _, s := range w {
		if s.Holds(whole) {
			return true
		}
	}
	return false
}

func (b *board) put(d demand, r int) {
	b.claim(d, r)
	for _, s := range d.spans {
		b.on[r].insert(taking{s, d.n.units, d.n.setting, d.n.settle, d.owner})
	}
}

// claim writes which resource a demand has.
func (b *board) claim(d demand, r int) {
	*d.into = r
	b.choose(d.n, r, 1)
	if d.n.label >= 0 {
		b.label[d.n.label] = r
		b.count[d.n.label]++
	}
}

// drop takes a demand off again.
func (b *board) drop(d demand, r int) {
	for _, s := range d.spans {
		b.on[r].remove(d.owner, s)
	}
	b.choose(d.n, r, -1)
	b.unlabel(d.n)
}

// clash is what keeps a span off a resource: nothing, or something that is out of the way of
// a span that ends at before, or begins at after, and of none between.
type clash struct {
	free          bool
	before, after int64
}

func (c *clash) hit(before, after int64) {
	c.free = false
	c.before, c.after = min(c.before, before), max(c.after, after)
}

// clash looks at what lies near a span, no further than the resource needs to
// turn from one setting to another.
func (b *board) clash(r int, s schedule.Span, n *need) clash {
	c := clash{true, math.MaxInt64 / 4, math.MinInt64 / 4}
	res, l := &b.m.resources[r], &b.on[r]
	if n.units > res.Capacity {
		c.free = false
		return c
	}
	if res.Setting != nil {
		c.settings(b, r, s, n)
	}
	switch {
	case s[0] >= s[1] || n.units+l.units <= res.Capacity:
	case l.several:
		if over, any := l.over(s, res.Capacity-n.units); any {
			c.hit(over[0], over[1])
		}
	default: // all that overlaps is in the way: most resources are cooks
		for k := l.after(s[0] - l.longest); k < len(l.taken) && l.taken[k].span[0] < s[1]; k++ {
			if t := &l.taken[k]; s[0] < t.span[1] && t.span[0] < t.span[1] {
				c.hit(t.span[0], t.span[1])
			}
		}
	}
	return c
}

// settings judges a need beside all that is near on a resource with a setting.
func (c *clash) settings(b *board, r int, s schedule.Span, n *need) {
	set, l, reach := b.m.resources[r].Setting, &b.on[r], b.m.reach[r]
	if !n.settle {
		if hot := b.m.p.Horizon[0] + set.Pause(set.Initial, n.setting); s[0] < hot {
			c.hit(math.MinInt64/4, hot)
		}
	}
	if l.alike() && n.setting == l.usual {
		return
	}
	for k := l.after(s[0] - l.longest - reach); k < len(l.taken) && l.taken[k].span[0] < s[1]+reach; k++ {
		if t := &l.taken[k]; t.setting != n.setting {
			c.setting(set, s, n, t, t.span[0] < s[1] && s[0] < t.span[1])
		}
	}
}

// setting judges a need beside a taking on a resource with a setting.
func (c *clash) setting(set *schedule.Setting, s schedule.Span, n *need, t *taking, over bool) {
	before, after := pauses(set, *t, n)
	apart := t.setting - n.setting
	switch {
	case over && max(apart, -apart) > set.Tolerance,
		!over && t.span[1] <= s[0] && s[0]-t.span[1] < after,
		!over && s[1] <= t.span[0] && t.span[0]-s[1] < before:
		c.hit(t.span[0]-before, t.span[1]+after)
	}
}

// pauses are what a resource needs between a need and a taking that follows
// it, and between a taking and a need that follows that.
func pauses(set *schedule.Setting, t taking, n *need) (before, after int64) {
	if set == nil {
		return 0, 0
	}
	if !t.settle {
		before = set.Pause(n.setting, t.setting)
	}
	if !n.settle {
		after = set.Pause(t.setting, n.setting)
	}
	return before, after
}

// compileResources fills in windows, and how far settings reach.
func (m *model) compileResources() {
	m.windows = make([][]schedule.Span, len(m.resources))
	for r := range m.resources {
		m.windows[r] = m.resources[r].Windows
		if m.windows[r] == nil {
			m.windows[r] = []schedule.Span{m.p.Horizon}
		}
	}
	low, high := make([]int64, len(m.resources)), make([]int64, len(m.resources))
	seen := make([]bool, len(m.resources))
	wanted := make([]map[int64]int, len(m.resources))
	m.eachNeed(func(n *need) {
		for _, r := range n.options {
			if wanted[r] == nil {
				wanted[r] = map[int64]int{}
			}
			wanted[r][n.setting]++
			if !seen[r] {
				seen[r], low[r], high[r] = true, n.setting, n.setting
			}
			low[r], high[r] = min(low[r], n.setting), max(high[r], n.setting)
		}
	})
	m.withinWindows()
	m.usual = make([]int64, len(m.resources))
	for r := range wanted {
		for setting, n := range wanted[r] {
			if most := wanted[r][m.usual[r]]; n > most || n == most && setting < m.usual[r] {
				m.usual[r] = setting
			}
		}
	}
	m.reach = make([]int64, len(m.resources))
	for r, res := range m.resources {
		if res.Setting != nil {
			m.reach[r] = max(res.Setting.Up, res.Setting.Down) * m.aside.spread(r, low[r], high[r])
			m.furthest = max(m.furthest, m.reach[r])
		}
	}
}
