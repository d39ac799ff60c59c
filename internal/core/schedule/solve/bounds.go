package solve

// bounds are the first and last start that the least gaps leave to each task,
// given where others stand.
type bounds struct {
	m             *model
	es, ls        []int64
	before, after []int // the task that set es, ls; -1: the horizon
	queue         []int
	queued        []bool
}

func (m *model) newBounds() *bounds {
	n := len(m.tasks)
	return &bounds{m: m, es: make([]int64, n), ls: make([]int64, n), before: make([]int, n), after: make([]int, n), queued: make([]bool, n)}
}

// all computes the bounds anew. Placed tasks stand where start says; floors and
// caps, if not nil, are the first and last starts allowed.
func (b *bounds) all(placed []bool, start, floors, caps []int64) {
	for i, t := range b.m.tasks {
		b.es[i], b.ls[i] = t.earliest, b.m.p.Horizon[1]-t.dur
		b.before[i], b.after[i] = -1, -1
		if floors != nil {
			b.es[i] = max(b.es[i], floors[i])
		}
		if caps != nil {
			b.ls[i] = min(b.ls[i], caps[i])
		}
		if placed != nil && placed[i] {
			b.es[i], b.ls[i] = start[i], start[i]
		}
		b.push(i)
	}
	b.spread(placed)
}

// some computes the bounds of tasks that were taken out, where all others stand: what
// stands binds them only through its own links. The bounds of what stands are not
// kept up.
func (b *bounds) some(out []int, placed []bool, start []int64) {
	for _, i := range out {
		b.es[i], b.ls[i] = b.m.tasks[i].earliest, b.m.p.Horizon[1]-b.m.tasks[i].dur
		for _, e := range b.m.bindsOf[i] {
			l := &b.m.links[e]
			switch {
			case l.to == i && placed[l.from]:
				b.es[i] = max(b.es[i], start[l.from]+l.lag())
			case l.from == i && placed[l.to]:
				b.ls[i] = min(b.ls[i], start[l.to]-l.lag())
			}
		}
		b.push(i)
	}
	b.spread(placed)
}

// fix says that a task now stands at start, and tells the others.
func (b *bounds) fix(i int, start int64, placed []bool) {
	b.es[i], b.ls[i] = start, start
	b.push(i)
	b.spread(placed)
}

func (b *bounds) push(i int) {
	if !b.queued[i] {
		b.queued[i] = true
		b.queue = append(b.queue, i)
	}
}

// spread carries changes along the links until nothing changes. There is no
// cycle of positive gaps (disprove has looked), so it ends; a bound that was
// made empty by a caller is left as it is.
func (b *bounds) spread(placed []bool) {
	for k := 0; k < len(b.queue); k++ {
		i := b.queue[k]
		b.queued[i] = false
		for _, e := range b.m.bindsOf[i] {
			l := &b.m.links[e]
			if l.from == i && (placed == nil || !placed[l.to]) {
				if v := b.es[i] + l.lag(); v > b.es[l.to] {
					b.es[l.to], b.before[l.to] = v, i
					b.push(l.to)
				}
			}
			if l.to == i && (placed == nil || !placed[l.from]) {
				if v := b.ls[i] - l.lag(); v < b.ls[l.from] {
					b.ls[l.from], b.after[l.from] = v, i
					b.push(l.from)
				}
			}
		}
	}
	b.queue = b.queue[:0]
}
