package timing

// infinite is more than all prices together.
const infinite = int64(1) << 60

// flow chooses a set of nodes for which the sum of prices is least, by a smallest cut (Dinic
// 1970, from memory): what stands with the source is chosen.
type flow struct {
	price    []int64 // of choosing a node
	head     []int   // by node: its last edge; -1: none
	next, to []int
	room     []int64
	level    []int
	at       []int // by node: the edge from which on it is tried
	queue    []int
	source   int
	stop     func() bool
}

func (f *flow) begin(nodes int) {
	f.source = nodes
	f.price, f.head, f.level, f.at = resized(f.price, nodes), resized(f.head, nodes+2), resized(f.level, nodes+2), resized(f.at, nodes+2)
	clear(f.price)
	for i := range f.head {
		f.head[i] = -1
	}
	f.next, f.to, f.room = f.next[:0], f.to[:0], f.room[:0]
}

func resized[T any](s []T, n int) []T {
	if cap(s) < n {
		return make([]T, n)
	}
	return s[:n]
}

// own adds what it costs to choose a node.
func (f *flow) own(i int, price int64) { f.price[i] = min(infinite, f.price[i]+price) }

// with says that who chooses one has to choose another.
func (f *flow) with(i, k int) { f.edge(i, k, infinite) }

// pair adds what it costs to choose only one, or only the other, of two: together not below 0.
func (f *flow) pair(i, k int, first, second int64) {
	if first == 0 && second == 0 {
		return
	}
	f.price[i] += first
	f.price[k] -= first
	if both := first + second; both > 0 {
		f.edge(k, i, both)
	}
}

func (f *flow) edge(from, to int, room int64) {
	for _, e := range [2]struct {
		from, to int
		room     int64
	}{{from, to, room}, {to, from, 0}} {
		f.next, f.to, f.room = append(f.next, f.head[e.from]), append(f.to, e.to), append(f.room, e.room)
		f.head[e.from] = len(f.to) - 1
	}
}

// least is the least sum of prices; 0: to choose none, also where it is told to stop.
func (f *flow) least() (sum int64) {
	sink := f.source + 1
	for i, p := range f.price {
		if p > 0 {
			f.edge(i, sink, min(p, infinite))
		} else if p < 0 {
			f.edge(f.source, i, -p)
			sum += p
		}
	}
	for sum < 0 && f.levels(sink) {
		if f.stop() {
			return 0
		}
		copy(f.at, f.head)
		for {
			sent := f.send(f.source, sink, infinite)
			if sent == 0 {
				break
			}
			sum += sent
		}
	}
	return sum
}

// levels counts how far each node is from the source, through edges that have room; false where
// the sink is not reached.
func (f *flow) levels(sink int) bool {
	for i := range f.level {
		f.level[i] = -1
	}
	f.level[f.source] = 0
	f.queue = append(f.queue[:0], f.source)
	for k := 0; k < len(f.queue); k++ {
		i := f.queue[k]
		for e := f.head[i]; e >= 0; e = f.next[e] {
			if j := f.to[e]; f.room[e] > 0 && f.level[j] < 0 {
				f.level[j] = f.level[i] + 1
				f.queue = append(f.queue, j)
			}
		}
	}
	return f.level[sink] >= 0
}

func (f *flow) send(i, sink int, most int64) int64 {
	if i == sink {
		return most
	}
	for ; f.at[i] >= 0; f.at[i] = f.next[f.at[i]] {
		e := f.at[i]
		if j := f.to[e]; f.room[e] > 0 && f.level[j] == f.level[i]+1 {
			if sent := f.send(j, sink, min(most, f.room[e])); sent > 0 {
				f.room[e] -= sent
				f.room[e^1] += sent
				return sent
			}
		}
	}
	return 0
}

// chosen tells whether a node belongs to the set, after least.
func (f *flow) chosen(i int) bool { return f.level[i] >= 0 }
