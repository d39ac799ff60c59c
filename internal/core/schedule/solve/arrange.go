package solve

import (
	"cmp"
	"context"
	"math/bits"
	"slices"
)

// arrangeTries is how many plans are made from nothing, and at most a share of the rounds:
// each puts all tasks in, so that large problems would see nothing else.
const (
	arrangeTries = 550
	arrangeShare = 4
	arrangeMost  = 200 // tasks: of more, too few plans could be made
)

// arrangement is a plan made from nothing, one task after the other from the last on: each
// task has a place in the order, and each dish an hour. Both are changed a little at a
// time, so that a whole course, or what an oven does all evening, comes out otherwise; the
// neighbourhoods of improve find no way there.
type arrangement struct {
	s          *search
	off, shift []int64 // by task, by dish: seconds later than they are due
	order      []int   // in which what stands was put in
	next       []int   // in which it is tried
	where      []int   // by task: place in order
	was        [2][]int64
}

// arrange searches among arrangements (simulated annealing; Kirkpatrick, Gelatt and Vecchi
// 1983, from memory), and leaves the best plan standing.
func (s *search) arrange(ctx context.Context, rounds int) {
	n := len(s.m.tasks)
	if n < 2 || n > arrangeMost || s.value.perfect() {
		return
	}
	tries := arrangeTries
	if rounds >= 0 {
		tries = min(tries, rounds/arrangeShare)
	}
	a := &arrangement{s: s, off: make([]int64, n), shift: make([]int64, len(s.m.dishes)), order: all(n), where: make([]int, n)}
	if standing, ok := a.begin(); ok {
		a.anneal(ctx, standing, tries)
	}
	s.widen()
	s.now.load(&s.best)
}

// beginTries bounds how often a task that found no place is put further in front.
const beginTries = 60

// begin makes a first one.
func (a *arrangement) begin() (v value, ok bool) {
	a.s.now.clear()
	for try := 0; try < beginTries && !ok && !a.s.late(); try++ {
		a.sort()
		copy(a.order, a.next)
		v, ok = a.decode(0)
	}
	if ok {
		a.s.now.commit()
		a.s.keepIf(v)
	}
	return v, ok
}

// anneal changes what stands so many times, and lets a little worse pass, less and less.
func (a *arrangement) anneal(ctx context.Context, standing value, tries int) {
	s := a.s
	strict := strictWeights[0] * s.m.steep
	worse := s.value.energy(strict)/20 + 1 // how much worse tries were of late, the median
	for k := range tries {
		if ctx.Err() != nil {
			return
		}
		v, ok := a.try()
		by := v.energy(strict) - standing.energy(strict)
		left, length := int64(tries-k), int64(tries)
		if ok && by > worse {
			worse += worse/16 + 1
		} else if ok && by > 0 {
			worse -= worse / 16
		}
		warm := int64(bits.TrailingZeros64(s.rng.Uint64() | 1<<40)) // half as often for each more
		if ok && by <= worse*warm/4*left/length*left/length {
			standing = v
			s.now.commit()
			s.keepIf(v)
			copy(a.order, a.next)
			continue
		}
		s.now.undo(0)
		a.back()
	}
}

// try makes a plan with something changed.
func (a *arrangement) try() (value, bool) {
	for at, i := range a.order {
		a.where[i] = at
	}
	a.was[0], a.was[1] = append(a.was[0][:0], a.off...), append(a.was[1][:0], a.shift...)
	from := len(a.order)
	for _, d := range a.change() {
		from = min(from, a.where[a.s.m.dishes[d][0]])
	}
	a.sort()
	for at := range from {
		if a.order[at] != a.next[at] {
			from = at
			break
		}
	}
	return a.decode(from)
}

// back takes the last change back.
func (a *arrangement) back() {
	copy(a.off, a.was[0])
	for d, by := range a.was[1] {
		if a.shift[d] != by {
			a.shift[d] = by
			a.bend(d)
		}
	}
}

// sort finds the order of the next plan: what ends last in front.
func (a *arrangement) sort() {
	s := a.s
	a.next = a.next[:0]
	for i := range s.m.tasks {
		a.next = append(a.next, i)
		s.key[i] = s.due[i] + s.m.tasks[i].dur + a.off[i] + a.shift[s.m.dishOf[i]]
	}
	slices.SortFunc(a.next, func(x, y int) int {
		return cmp.Or(cmp.Compare(s.key[y], s.key[x]), cmp.Compare(s.due[y], s.due[x]), cmp.Compare(y, x))
	})
}

// decode makes the plan; what is in front of all that changed stands already. Where a task
// finds no place, it is further in front from now on, if the change is not taken back.
func (a *arrangement) decode(from int) (value, bool) {
	s := a.s
	for _, i := range a.order[from:] {
		if s.now.placed[i] {
			s.now.lift(i)
		}
	}
	s.bounds.all(s.now.placed, s.now.start, s.floors, s.caps)
	s.now.turn = 0
	if k := from + s.insertAll(a.next[from:], false); k < len(a.next) {
		a.off[a.next[k]] += 300 + s.rng.Int64N(1200)
		return value{}, false
	}
	return s.now.whole(), true
}

// bend bounds the last task of a dish by its hour.
func (a *arrangement) bend(d int) {
	s := a.s
	i := s.m.dishes[d][0]
	s.caps[i], s.floors[i] = s.m.p.Horizon[1], s.m.p.Horizon[0]
	if by := a.shift[d]; by < 0 {
		s.caps[i] = s.due[i] + by
	} else if by > 0 {
		s.floors[i] = s.due[i] + by
	}
}

// change changes the place of a task, often with what comes before it, or the hour of some
// dishes, which it gives.
func (a *arrangement) change() []int {
	s := a.s
	i := s.rng.IntN(len(s.m.tasks))
	if s.rng.IntN(2) == 0 {
		by := s.sway(9)
		a.off[i] += by
		if s.rng.IntN(2) == 0 {
			for _, e := range s.m.linksOf[i] {
				if l := &s.m.links[e]; l.to == i && l.from != i {
					a.off[l.from] += by
				}
			}
		}
		return nil
	}
	dishes := []int{s.m.dishOf[i]}
	by := s.sway(6)
	if s.rng.IntN(4) == 0 {
		by = -a.shift[dishes[0]]
	}
	if gs := s.m.groupsOf[s.m.dishes[dishes[0]][0]]; len(gs) > 0 && s.rng.IntN(2) == 0 {
		for _, k := range s.m.groups[gs[0]] {
			if d := s.m.dishOf[k]; !slices.Contains(dishes, d) {
				dishes = append(dishes, d)
			}
		}
	}
	for _, d := range dishes {
		a.shift[d] += by
		a.bend(d)
	}
	return dishes
}

// sway is some seconds earlier or later, of one of so many sizes.
func (s *search) sway(sizes int) int64 {
	by := 1 + s.rng.Int64N(int64(64)<<s.rng.IntN(sizes))
	if s.rng.IntN(2) == 0 {
		return -by
	}
	return by
}

// partDishes parts the tasks: what leads to one task only goes with it. A dish is a plate
// with all that is made for it alone, its last task in front; what several dishes take is
// one of its own, with what leads to it.
func (m *model) partDishes() {
	m.dishOf = make([]int, len(m.tasks))
	for _, i := range m.lastFirst() {
		of := m.ledTo(i)
		if of < 0 {
			of = len(m.dishes)
			m.dishes = append(m.dishes, nil)
		}
		m.dishOf[i] = of
		m.dishes[of] = append(m.dishes[of], i)
	}
}

// ledTo is the one dish to which a task leads; below 0: none, or several.
func (m *model) ledTo(i int) int {
	of := -1
	for _, e := range m.linksOf[i] {
		l := &m.links[e]
		if l.from != i || !l.leads() {
			continue
		}
		if d := m.dishOf[l.to]; of >= 0 && of != d {
			return -1
		}
		of = m.dishOf[l.to]
	}
	return of
}

// leads says that a link puts its first task before its second.
func (l *link) leads() bool { return l.from != l.to && l.lag() >= 0 }

// lastFirst is all tasks, each after all that it leads to.
func (m *model) lastFirst() (order []int) {
	begun := make([]bool, len(m.tasks))
	var visit func(i int)
	visit = func(i int) {
		if begun[i] {
			return
		}
		begun[i] = true
		for _, e := range m.linksOf[i] {
			if l := &m.links[e]; l.from == i && l.leads() {
				visit(l.to)
			}
		}
		order = append(order, i)
	}
	for i := range m.tasks {
		visit(i)
	}
	return order
}
