package prove

// never is less than any number of seconds.
const never = -1 << 50

// net keeps, for every pair of starts, how much later the second one is at least; the last
// of them is second 0. What was changed is noted, so that it can be taken back.
type net struct {
	n     int // starts, second 0 among them
	least []int64
	trail []change
}

type change struct {
	at  int
	was int64
}

func newNet(starts int) net {
	t := net{n: starts, least: make([]int64, starts*starts)}
	for i := range t.least {
		t.least[i] = never
	}
	for i := range starts {
		t.least[i*starts+i] = 0
	}
	return t
}

// early and late are the first and the last second at which something may start.
func (t *net) early(i int) int64 { return t.least[(t.n-1)*t.n+i] }
func (t *net) late(i int) int64  { return -t.least[i*t.n+t.n-1] }

// gap is how much later than i j is at least.
func (t *net) gap(i, j int) int64 { return t.least[i*t.n+j] }

// can reports whether j can be so much later than i, at least.
func (t *net) can(i, j int, by int64) bool { return t.least[j*t.n+i]+by <= 0 }

// add says that j is so much later than i, at least; false: it cannot be.
func (t *net) add(i, j int, by int64) bool {
	n := t.n
	if t.least[i*n+j] >= by {
		return true
	}
	if !t.can(i, j, by) {
		return false
	}
	after := t.least[j*n : j*n+n]
	for a := range n {
		toI := t.least[a*n+i]
		if toI <= never || toI+by <= t.least[a*n+j] {
			continue
		}
		row := t.least[a*n : a*n+n]
		for b, x := range after {
			if sum := toI + by + x; x > never && sum > row[b] {
				t.trail = append(t.trail, change{a*n + b, row[b]})
				row[b] = sum
			}
		}
	}
	return true
}

// mark is a place to come back to.
func (t *net) mark() int { return len(t.trail) }

// back takes back what was added since.
func (t *net) back(mark int) {
	for k := len(t.trail) - 1; k >= mark; k-- {
		t.least[t.trail[k].at] = t.trail[k].was
	}
	t.trail = t.trail[:mark]
}
