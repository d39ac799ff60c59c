package solve

import "jointime/internal/core/schedule"

// taking is one slice or hold on a resource.
type taking struct {
	span    schedule.Span
	units   int64
	setting int64
	settle  bool
	owner   int // task, or len(tasks)+link for a hold
}

// board is who has what when.
type board struct {
	m     *model
	on    [][]taking // by resource
	label []int      // resource taken by a label; -1: none yet
	count []int      // uses that hold a label
}

func newBoard(m *model) *board {
	b := &board{m: m, on: make([][]taking, len(m.resources)), label: make([]int, m.labels), count: make([]int, m.labels)}
	for i := range b.label {
		b.label[i] = -1
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
	for k := range d.n.options {
		r := d.n.options[(k+turn)%len(d.n.options)]
		if !b.allowed(d, r) {
			continue
		}
		b.put(d, r)
		if b.take(demands[1:], turn) {
			return true
		}
		b.drop(d.owner, r, d.n, len(d.spans))
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
		if !b.free(r, s, d.n) {
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
	if d.n.label >= 0 {
		b.label[d.n.label] = r
		b.count[d.n.label]++
	}
	for _, s := range d.spans {
		b.on[r] = append(b.on[r], taking{s, d.n.units, d.n.setting, d.n.settle, d.owner})
	}
}

// drop takes back the newest takings of a need.
func (b *board) drop(owner, r int, n *need, spans int) {
	b.on[r] = b.on[r][:len(b.on[r])-spans]
	b.unlabel(n)
}

func (b *board) unlabel(n *need) {
	if n.label < 0 {
		return
	}
	if b.count[n.label]--; b.count[n.label] == 0 {
		b.label[n.label] = -1
	}
}

// clear removes all takings of an owner from a resource, and one hold on the
// need's label.
func (b *board) clear(owner, r int, n *need) {
	kept := b.on[r][:0]
	for _, t := range b.on[r] {
		if t.owner != owner {
			kept = append(kept, t)
		}
	}
	b.on[r] = kept
	b.unlabel(n)
}

// free reports whether a resource has the units and the setting for a span.
func (b *board) free(r int, s schedule.Span, n *need) bool {
	if n.units > b.m.resources[r].Capacity {
		return false
	}
	if set := b.m.resources[r].Setting; set != nil && !b.settled(r, s, n, set) {
		return false
	}
	return b.load(r, s)+n.units <= b.m.resources[r].Capacity
}

// load is the most units in use at one instant of a span.
func (b *board) load(r int, s schedule.Span) (most int64) {
	for i, t := range b.on[r] {
		if !t.span.Overlaps(s) {
			continue
		}
		at := max(t.span[0], s[0])
		sum := int64(0)
		for k, o := range b.on[r] {
			if k == i || (o.span[0] <= at && at < o.span[1]) {
				sum += o.units
			}
		}
		most = max(most, sum)
	}
	return most
}

func (b *board) settled(r int, s schedule.Span, n *need, set *schedule.Setting) bool {
	if !n.settle && s[0] < b.m.p.Horizon[0]+set.Pause(set.Initial, n.setting) {
		return false
	}
	for _, t := range b.on[r] {
		switch {
		case t.span.Overlaps(s):
			if d := t.setting - n.setting; max(d, -d) > set.Tolerance {
				return false
			}
		case t.span[1] <= s[0]:
			if !n.settle && s[0]-t.span[1] < set.Pause(t.setting, n.setting) {
				return false
			}
		case !t.settle && t.span[0]-s[1] < set.Pause(n.setting, t.setting):
			return false
		}
	}
	return true
}
