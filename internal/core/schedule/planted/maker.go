package planted

import (
	"fmt"
	"math/rand/v2"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/serial"
)

// maker is a kitchen in the making.
type maker struct {
	o        Options
	rng      *rand.Rand
	p        schedule.Problem
	rooms    []*serial.Room
	at       map[string]int   // by id of a resource
	of       map[string][]int // resources of a kind
	sections [][]int          // cooks of each
	start    []int64
	chosen   [][]string
	held     map[int][]string // by link
	due      []int64          // by target: when the guests want it
	journal  []taking         // in the order in which they were put in
	courses  int
	span     int64 // seconds over which the guests come
}

const hour = 3600

// A cook to so many tasks, and what stands in the kitchen for each.
const tasksOfACook = 60

func newMaker(seed uint64, o Options) *maker {
	m := &maker{o: o, rng: rand.New(rand.NewPCG(seed, 0x706c616e74)), at: map[string]int{}, of: map[string][]int{}, held: map[int][]string{}}
	m.p.Name = fmt.Sprintf("planted-%d-%s-%d", o.Tasks, o.Kind, seed)
	cooks := max(1, o.Tasks/tasksOfACook+m.rng.IntN(2))
	for i := range cooks {
		m.resource("cook", i, 1, nil)
		if i%5 == 0 {
			m.sections = append(m.sections, nil)
		}
		m.sections[i/5] = append(m.sections[i/5], i)
	}
	for i := range max(1, cooks*3/4) {
		m.resource("oven", i, 3, &schedule.Setting{Initial: 20, Up: 3, Down: 12, Tolerance: 5})
	}
	for i := range max(2, cooks*3/4) {
		m.resource("bath", i, 4, &schedule.Setting{Initial: 20, Up: 30, Down: 60, Tolerance: 4})
	}
	for _, k := range []struct {
		name     string
		capacity int
	}{{"burners", 2 * cooks}, {"blender", 1 + cooks/8}, {"shelf", 4 * cooks}, {"fridge", 12 * cooks}, {"pass", 1 + cooks}} {
		m.resource(k.name, 0, int64(k.capacity), nil)
	}
	m.span = 3 * hour
	return m
}

func (m *maker) resource(kind string, n int, capacity int64, set *schedule.Setting) {
	r := schedule.Resource{ID: fmt.Sprintf("%s.%d", kind, n+1), Capacity: capacity, Setting: set}
	m.at[r.ID] = len(m.rooms)
	m.of[kind] = append(m.of[kind], len(m.rooms))
	m.p.Resources, m.rooms = append(m.p.Resources, r), append(m.rooms, &serial.Room{Resource: r})
}

// short tells whether tasks are missing; two fifths are left for what fills.
func (m *maker) short() bool {
	if m.o.Fill > 0 {
		return 5*len(m.p.Tasks) < 3*m.o.Tasks
	}
	return len(m.p.Tasks) < m.o.Tasks
}

// between is a number from low to high.
func (m *maker) between(low, high int64) int64 { return low + m.rng.Int64N(high-low+1) }

// sized is a length between two, in seconds.
func (m *maker) sized(low, high int64) int64 { return grid * m.between(low, high) }

// taking is what was put into a room.
type taking struct {
	room int
	busy serial.Busy
}

// mark is how far a kitchen has come.
type mark struct{ tasks, links, targets, keeps, journal int }

func (m *maker) mark() mark {
	return mark{len(m.p.Tasks), len(m.p.Links), len(m.p.Targets), len(m.p.Keeps), len(m.journal)}
}

// back takes off what was put in since.
func (m *maker) back(to mark) {
	for len(m.journal) > to.journal {
		last := m.journal[len(m.journal)-1]
		m.rooms[last.room].Drop(last.busy)
		m.journal = m.journal[:len(m.journal)-1]
	}
	for e := to.links; e < len(m.p.Links); e++ {
		delete(m.held, e)
	}
	m.p.Tasks, m.start, m.chosen = m.p.Tasks[:to.tasks], m.start[:to.tasks], m.chosen[:to.tasks]
	m.p.Links, m.p.Targets, m.due = m.p.Links[:to.links], m.p.Targets[:to.targets], m.due[:to.targets]
	m.p.Keeps = m.p.Keeps[:to.keeps]
}

func (m *maker) put(r int, s schedule.Span, units, setting int64) {
	if s[0] < s[1] {
		b := serial.Busy{Span: s, Units: units, Setting: setting}
		m.rooms[r].Put(b)
		m.journal = append(m.journal, taking{r, b})
	}
}

// course puts two or three dishes in, that leave together: at the hour at which it is
// wanted, or at the first later one at which everything fits.
func (m *maker) course() {
	name := fmt.Sprintf("c%d", m.courses)
	m.courses++
	wanted := grid * m.rng.Int64N(m.span/grid)
	dishes := 1 + m.rng.IntN(3)
	seed := m.rng.Uint64()
	for hour := wanted; ; hour += 10 * grid {
		was := m.mark()
		m.rng = rand.New(rand.NewPCG(seed, uint64(hour))) // the parts may come out otherwise
		if m.dishes(name, dishes, wanted, hour) {
			return
		}
		m.back(was)
	}
}

func (m *maker) dishes(course string, n int, wanted, hour int64) bool {
	plates := schedule.Together{Weight: m.between(1, 3)}
	for d := range n {
		plate, ok := m.dish(fmt.Sprintf("%s.d%d", course, d), hour)
		if !ok {
			return false
		}
		plates.Tasks = append(plates.Tasks, plate)
		m.p.Targets = append(m.p.Targets, schedule.Target{Task: plate, Early: m.between(1, 2), Late: m.between(10, 30)})
		m.due = append(m.due, wanted)
	}
	if n > 1 {
		m.p.Together = append(m.p.Together, plates)
	}
	return true
}

// plan writes what stands.
func (m *maker) plan() schedule.Plan {
	out := schedule.Plan{Problem: m.p.Name}
	start := map[string]int64{}
	end := map[string]int64{}
	for i, t := range m.p.Tasks {
		start[t.ID], end[t.ID] = m.start[i], m.start[i]+t.Duration
		out.Tasks = append(out.Tasks, schedule.PlannedTask{ID: t.ID, Start: m.start[i], End: end[t.ID], Resources: m.chosen[i]})
	}
	for e, l := range m.p.Links {
		if len(l.Holds) > 0 {
			out.Links = append(out.Links, schedule.PlannedLink{Link: e, From: l.From, To: l.To, Gap: start[l.To] - end[l.From], Resources: m.held[e]})
		}
	}
	return out
}
