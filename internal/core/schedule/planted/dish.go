package planted

import (
	"fmt"
	"slices"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/serial"
)

// hands of a dish: who may do it, and, where one does all of it, who does.
type crew struct {
	may    []int
	own    []int  // of the section
	same   string // label, where one does all of it
	keep   string
	chosen int // with same; -1: nobody yet
}

func (m *maker) crew(part string) *crew {
	section := m.rng.IntN(len(m.sections))
	c := &crew{own: m.sections[section], chosen: -1}
	if m.o.Sections {
		c.may = append(slices.Clone(c.own), m.sections[(section+1)%len(m.sections)]...)
		slices.Sort(c.may)
		c.may = slices.Compact(c.may)
		c.keep = part
		m.p.Keeps = append(m.p.Keeps, schedule.Keep{Label: part, Weight: 30 * m.between(1, 10)})
		return c
	}
	c.may = slices.Clone(c.own)
	m.rng.Shuffle(len(c.may), func(a, b int) { c.may[a], c.may[b] = c.may[b], c.may[a] })
	c.may = c.may[:min(len(c.may), 1+m.rng.IntN(3))]
	slices.Sort(c.may)
	if m.rng.IntN(8) == 0 {
		c.same = part
	}
	return c
}

// use writes what is wanted of a cook.
func (c *crew) use(m *maker, parts []schedule.Span) schedule.Use {
	u := schedule.Use{Slices: parts, Same: c.same}
	if c.keep != "" {
		u.Keep, u.Costs = schedule.Labels{c.keep}, map[string]int64{}
	}
	for _, r := range c.may {
		id := m.p.Resources[r].ID
		u.OneOf = append(u.OneOf, id)
		if c.keep != "" && !slices.Contains(c.own, r) {
			u.Costs[id] = 300
		}
	}
	return u
}

// dish puts a plate in that leaves at an hour, and before it two or three components.
func (m *maker) dish(name string, hour int64) (plate string, ok bool) {
	plate = name + ".plate"
	dur := m.sized(2, 3)
	pass := schedule.Use{OneOf: []string{"pass.1"}}
	if !m.place(schedule.Task{ID: plate, Duration: dur, Uses: []schedule.Use{pass}}, m.crew(plate), nil, hour-dur, nil) {
		return "", false
	}
	before := m.start[len(m.start)-1]
	kinds := m.rng.Perm(len(components))[:2+m.rng.IntN(2)]
	for _, k := range kinds {
		if !m.component(fmt.Sprintf("%s.%s", name, components[k][len(components[k])-1].name), components[k], plate, before) {
			return "", false
		}
	}
	return plate, true
}

// component puts a chain of steps in, from the last on.
func (m *maker) component(part string, steps []step, plate string, before int64) bool {
	crew := m.crew(part)
	next := plate
	for _, s := range slices.Backward(steps) {
		t := schedule.Task{ID: part + "." + s.name, Duration: m.sized(s.from, s.to)}
		if s.equipment != "" {
			u := schedule.Use{OneOf: m.ids(s.equipment)}
			if len(s.settings) > 0 {
				u.Setting = &s.settings[m.rng.IntN(len(s.settings))]
			}
			t.Uses = append(t.Uses, u)
		}
		l := schedule.Link{From: t.ID, To: next, Weight: s.wait.weight}
		if s.wait.least > 0 {
			least := m.sized(s.wait.least, s.wait.least*2)
			l.Min = &least
		}
		if s.wait.hold != "" {
			u := schedule.Use{OneOf: m.ids(s.wait.hold)}
			if s.wait.setting > 0 {
				u.Setting = &s.wait.setting
			}
			l.Holds = []schedule.Use{u}
		}
		if !m.place(t, crew, parts(s.hands, t.Duration), before-l.Least()-t.Duration, &l) {
			return false
		}
		m.limit(s, before-m.start[len(m.start)-1]-t.Duration)
		next, before = t.ID, m.start[len(m.start)-1]
	}
	return true
}

// limit gives the link that was put in last its longest wait.
func (m *maker) limit(s step, gap int64) {
	l := &m.p.Links[len(m.p.Links)-1]
	most := max(grid*s.wait.most, l.Least()+grid*m.between(2, 20))
	if m.o.Kind == Loose || m.o.Kind == Tight {
		most = max(most, gap)
	}
	if m.o.Kind == Loose {
		most = 2 * most
	}
	if s.wait.most == 0 {
		return
	}
	l.Max = &most
	if m.o.Kind == Priced && m.rng.IntN(3) > 0 {
		over := m.between(1, 5)
		l.Over = &over
	}
}

func (m *maker) ids(kind string) (out []string) {
	for _, r := range m.of[kind] {
		out = append(out, m.p.Resources[r].ID)
	}
	return out
}

// parts are the slices in which hands are wanted; nil: throughout, empty: never.
func parts(h hands, dur int64) []schedule.Span {
	switch h {
	case throughout:
		return nil
	case bothEnds:
		return []schedule.Span{{0, grid}, {dur - grid, dur}}
	case atTheStart:
		return []schedule.Span{{0, grid}}
	case nowAndThen:
		out := []schedule.Span{{0, 2 * grid}}
		for at := int64(30 * grid); at+grid < dur-2*grid; at += 30 * grid {
			out = append(out, schedule.Span{at, at + grid})
		}
		return append(out, schedule.Span{dur - 2*grid, dur})
	}
	return []schedule.Span{}
}

// furthest is how long before the latest moment a step may be put, in seconds.
const furthest = 3 * hour

// place puts a task in, no later than a start, as late as all that it wants is free, and the
// place in which it waits.
func (m *maker) place(t schedule.Task, c *crew, hands []schedule.Span, latest int64, l *schedule.Link) bool {
	if hands == nil || len(hands) > 0 {
		t.Uses = append(t.Uses, c.use(m, hands))
	}
	for at := latest; at > latest-furthest; at -= grid {
		was, who := m.mark(), c.chosen
		if chosen, ok := m.choose(t, c, at); ok && m.hold(l, at+t.Duration, latest) {
			m.p.Tasks, m.start, m.chosen = append(m.p.Tasks, t), append(m.start, at), append(m.chosen, chosen)
			return true
		}
		m.back(was)
		c.chosen = who
	}
	return false
}

// choose takes a resource for each use.
func (m *maker) choose(t schedule.Task, c *crew, at int64) (chosen []string, ok bool) {
	for _, u := range t.Uses {
		r := m.one(u, c, t.Duration, at)
		if r < 0 {
			return nil, false
		}
		if u.Same != "" {
			c.chosen = r
		}
		chosen = append(chosen, m.p.Resources[r].ID)
	}
	return chosen, true
}

// one takes one of the resources of a use; -1: none is free.
func (m *maker) one(u schedule.Use, c *crew, dur, at int64) int {
	slots := u.Parts(dur)
	setting := int64(0)
	if u.Setting != nil {
		setting = *u.Setting
	}
	from := m.rng.IntN(len(u.OneOf))
	for k := range u.OneOf {
		r := m.at[u.OneOf[(k+from)%len(u.OneOf)]]
		if u.Same != "" && c.chosen >= 0 && c.chosen != r {
			continue
		}
		free := true
		for _, s := range slots {
			free = free && m.rooms[r].Free(serial.Busy{Span: s.Shift(at), Units: 1, Setting: setting})
		}
		if free {
			for _, s := range slots {
				m.put(r, s.Shift(at), 1, setting)
			}
			return r
		}
	}
	return -1
}

// hold puts the wait of a link in, which lasts from an end to its least before latest.
func (m *maker) hold(l *schedule.Link, end, latest int64) bool {
	if l == nil {
		return true
	}
	var held []string
	for _, u := range l.Holds {
		to := m.next(l)
		r := m.one(u, &crew{chosen: -1}, to-end, end)
		if r < 0 {
			return false
		}
		held = append(held, m.p.Resources[r].ID)
	}
	m.p.Links = append(m.p.Links, *l)
	if held != nil {
		m.held[len(m.p.Links)-1] = held
	}
	return true
}

// next is when the task after a link begins.
func (m *maker) next(l *schedule.Link) int64 {
	for i := len(m.p.Tasks) - 1; i >= 0; i-- {
		if m.p.Tasks[i].ID == l.To {
			return m.start[i]
		}
	}
	panic("a link to nothing: " + l.To)
}
