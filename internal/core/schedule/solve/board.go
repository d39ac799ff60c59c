package solve

import (
	"math"

	"jointime/internal/core/schedule"
)

// taking is one slice or hold on a resource.
type taking struct {
	span    schedule.Span
	units   int64
	setting int64
	settle  bool
	owner   int // task, or len(tasks)+link for a hold
}

// lane is what a resource does, by start.
type lane struct {
	taken   []taking
	longest int64 // no span on it was ever longer
	units   int64 // of all that is on it
	stamp   int64 // of its last change: lanes with the same one are the same
}

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
	return b
}

// copyFrom makes b the same as o.
func (b *board) copyFrom(o *board) {
	copy(b.label, o.label)
	copy(b.count, o.count)
	copy(b.kept, o.kept)
	copy(b.distinct, o.distinct)
	b.paid = o.paid
	for r := range o.on {
		if l, from := &b.on[r], &o.on[r]; l.stamp != from.stamp {
			taken := append(l.taken[:0], from.taken...)
			*l = *from
			l.taken = taken
		}
	}
}

// changes stamps a lane that is about to be changed.
func (b *board) changes(r int) *lane {
	b.m.stamps++
	b.on[r].stamp = b.m.stamps
	return &b.on[r]
}

// insert keeps the order by start.
func (l *lane) insert(t taking) {
	l.longest = max(l.longest, t.span[1]-t.span[0])
	k := l.after(t.span[0])
	l.taken = append(l.taken, taking{})
	copy(l.taken[k+1:], l.taken[k:])
	l.taken[k] = t
	l.units += t.units
}

// remove takes one taking of an owner with a span off.
func (l *lane) remove(owner int, s schedule.Span) {
	k := l.after(s[0] - 1)
	for ; k < len(l.taken); k++ {
		if l.taken[k].owner == owner && l.taken[k].span == s {
			l.units -= l.taken[k].units
			l.taken = append(l.taken[:k], l.taken[k+1:]...)
			return
		}
	}
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
	*d.into = r
	b.choose(d.n, r, 1)
	if d.n.label >= 0 {
		b.label[d.n.label] = r
		b.count[d.n.label]++
	}
	for _, s := range d.spans {
		b.changes(r).insert(taking{s, d.n.units, d.n.setting, d.n.settle, d.owner})
	}
}

// drop takes a demand off again.
func (b *board) drop(d demand, r int) {
	for _, s := range d.spans {
		b.changes(r).remove(d.owner, s)
	}
	b.choose(d.n, r, -1)
	b.unlabel(d.n)
}

// clash is what keeps a span off a resource: nothing, or takings of which at
// least one would be out of the way of a span that ends at before, or begins at
// after.
type clash struct {
	free          bool
	before, after int64
}

func (c *clash) hit(before, after int64) {
	c.free = false
	c.before, c.after = max(c.before, before), min(c.after, after)
}

// clash looks at what lies near a span, no further than the resource needs to
// turn from one setting to another.
func (b *board) clash(r int, s schedule.Span, n *need) clash {
	c := clash{true, math.MinInt64 / 4, math.MaxInt64 / 4}
	res, l := &b.m.resources[r], &b.on[r]
	if n.units > res.Capacity {
		c.free = false
		return c
	}
	if res.Setting == nil && n.units+l.units <= res.Capacity {
		return c
	}
	reach := b.m.reach[r]
	if set := res.Setting; set != nil && !n.settle {
		if hot := b.m.p.Horizon[0] + set.Pause(set.Initial, n.setting); s[0] < hot {
			c.hit(math.MinInt64/4, hot)
		}
	}
	k := l.after(s[0] - l.longest - reach)
	from, all := k, n.units // units, if all that overlap were in use at once
	alone := res.Capacity == 1 && n.units == 1 && s[0] < s[1]
	for ; k < len(l.taken) && l.taken[k].span[0] < s[1]+reach; k++ {
		t := &l.taken[k]
		over := t.span[0] < s[1] && s[0] < t.span[1]
		switch {
		case over && alone && t.units > 0 && t.span[0] < t.span[1]: // no sums are needed: most resources are cooks
			c.hit(t.span[0], t.span[1])
		case over:
			all += t.units
		}
		if res.Setting != nil {
			c.setting(res.Setting, s, n, t, over)
		}
	}
	if all > res.Capacity {
		c.load(l.taken[from:k], s, n.units, res.Capacity)
	}
	return c
}

// after finds the first taking that starts later than a moment.
func (l *lane) after(at int64) int {
	from, to := 0, len(l.taken)
	for from < to {
		if k := int(uint(from+to) >> 1); l.taken[k].span[0] > at {
			to = k
		} else {
			from = k + 1
		}
	}
	return from
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

// load judges the units in use: they can only grow at an opening. The takings are in
// the order of their starts.
func (c *clash) load(near []taking, s schedule.Span, units, capacity int64) {
	for i := range near {
		if near[i].span.Overlaps(s) && units+inUse(near, max(near[i].span[0], s[0])) > capacity {
			for k := range near {
				if near[k].span.Overlaps(s) {
					c.hit(near[k].span[0], near[k].span[1])
				}
			}
			return
		}
	}
}

// inUse is how many units are taken at a moment.
func inUse(near []taking, at int64) (sum int64) {
	for k := range near {
		if near[k].span[0] > at {
			break
		}
		if at < near[k].span[1] {
			sum += near[k].units
		}
	}
	return sum
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
