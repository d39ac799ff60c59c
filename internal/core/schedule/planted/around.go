package planted

import (
	"cmp"
	"fmt"
	"slices"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/serial"
)

// ends are the first start and the last end of all that stands.
func (m *maker) ends() (first, last int64) {
	first, last = m.start[0], m.start[0]
	for i, t := range m.p.Tasks {
		first, last = min(first, m.start[i]), max(last, m.start[i]+t.Duration)
	}
	return first, last
}

// fill puts work of no fixed hour where cooks are idle.
func (m *maker) fill() {
	if m.o.Fill == 0 {
		return
	}
	first, last := m.ends()
	idle := map[int]int64{}
	for _, cook := range m.of["cook"] {
		for _, gap := range m.gaps(cook, first, last) {
			idle[cook] += gap[1] - gap[0]
		}
	}
	for _, cook := range m.of["cook"] {
		want := idle[cook] * m.o.Fill / 100
		for _, gap := range m.gaps(cook, first, last) {
			for at := gap[0]; at < gap[1] && want > 0; {
				dur := min(m.sized(4, 20), gap[1]-at)
				m.prep(cook, at, dur)
				at, want = at+dur, want-dur
			}
		}
	}
}

func (m *maker) prep(cook int, at, dur int64) {
	t := schedule.Task{ID: fmt.Sprintf("prep.%d", len(m.p.Tasks)), Duration: dur}
	c := m.crew(t.ID)
	c.same = ""
	if !slices.Contains(c.may, cook) {
		c.may = append(c.may, cook)
		c.own = append(slices.Clone(c.own), cook)
	}
	t.Uses = []schedule.Use{c.use(m, nil)}
	m.put(cook, schedule.Span{at, at + dur}, 1, 0)
	m.p.Tasks, m.start, m.chosen = append(m.p.Tasks, t), append(m.start, at), append(m.chosen, []string{m.p.Resources[cook].ID})
}

// gaps are when a resource of one unit does nothing.
func (m *maker) gaps(r int, first, last int64) (out []schedule.Span) {
	used := slices.Clone(m.rooms[r].Used)
	slices.SortFunc(used, func(a, b serial.Busy) int { return cmp.Compare(a.Span[0], b.Span[0]) })
	at := first
	for _, b := range used {
		if b.Span[0] > at {
			out = append(out, schedule.Span{at, b.Span[0]})
		}
		at = max(at, b.Span[1])
	}
	if at < last {
		out = append(out, schedule.Span{at, last})
	}
	return out
}

// around lays the horizon, the shifts, the hours and the first starts around what stands.
func (m *maker) around() {
	first, last := m.ends()
	more := (last - first) * m.o.Slack / 100
	by := max(hour, (hour-first+grid-1)/grid*grid) // an oven of 20 °C heats up in the first hour
	by += more / 2 / grid * grid
	for i := range m.start {
		m.start[i] += by
	}
	for r := range m.rooms {
		for i := range m.rooms[r].Used {
			m.rooms[r].Used[i].Span = m.rooms[r].Used[i].Span.Shift(by)
		}
	}
	m.p.Horizon = schedule.Span{first + by - more/2, last + by + more/2}
	m.heated()
	m.shifts()
	m.asked(by)
	for i := range m.p.Tasks {
		if m.rng.IntN(12) == 0 {
			earliest := m.start[i] - grid*m.rng.Int64N(60)
			m.p.Tasks[i].Earliest = &earliest
		}
	}
}

// heated opens the horizon so early that everything can be as warm as it is wanted.
func (m *maker) heated() {
	for r, room := range m.rooms {
		set := m.p.Resources[r].Setting
		if set == nil {
			continue
		}
		for _, b := range room.Used {
			m.p.Horizon[0] = min(m.p.Horizon[0], b.Span[0]-set.Pause(set.Initial, b.Setting))
		}
	}
}

// shifts gives some cooks a first hour and a break, where they do nothing.
func (m *maker) shifts() {
	whole := map[int][]schedule.Span{}
	for i, t := range m.p.Tasks {
		for k, u := range t.Uses {
			r := m.at[m.chosen[i][k]]
			switch {
			case u.Slices == nil:
				whole[r] = append(whole[r], schedule.Span{m.start[i], m.start[i] + t.Duration})
			case len(u.Slices) > 0:
				whole[r] = append(whole[r], schedule.Span{m.start[i] + u.Slices[0][0], m.start[i] + u.Slices[len(u.Slices)-1][1]})
			}
		}
	}
	for _, cook := range m.of["cook"] {
		if m.rng.IntN(2) == 0 || len(whole[cook]) == 0 {
			continue
		}
		m.p.Resources[cook].Windows = shifts(whole[cook], m.p.Horizon)
	}
}

// shifts are when somebody is there who has work in some spans: a break is the longest gap
// of half an hour or more.
func shifts(work []schedule.Span, horizon schedule.Span) []schedule.Span {
	slices.SortFunc(work, func(a, b schedule.Span) int { return cmp.Compare(a[0], b[0]) })
	begin := horizon[0] + (work[0][0]-horizon[0])/2
	end := work[0][1]
	pause := schedule.Span{}
	for _, w := range work {
		if gap := w[0] - end; gap >= 1800 && gap > pause[1]-pause[0] {
			pause = schedule.Span{end, w[0]}
		}
		end = max(end, w[1])
	}
	if pause[0] == pause[1] {
		return []schedule.Span{{begin, horizon[1]}}
	}
	return []schedule.Span{{begin, pause[0]}, {pause[1], horizon[1]}}
}

// asked sets the hours: those of the planted plan, or, in an overloaded kitchen, those at
// which the guests would like it.
func (m *maker) asked(by int64) {
	end := map[string]int64{}
	for i, t := range m.p.Tasks {
		end[t.ID] = m.start[i] + t.Duration
	}
	for k := range m.p.Targets {
		t := &m.p.Targets[k]
		t.At = end[t.Task]
		if m.o.Kind == Overloaded || m.o.Kind == Priced {
			t.At = m.due[k]/2 + by
		}
	}
	for g := range m.p.Together {
		t := &m.p.Together[g]
		first, last := end[t.Tasks[0]], end[t.Tasks[0]]
		for _, id := range t.Tasks {
			first, last = min(first, end[id]), max(last, end[id])
		}
		within := max(m.sized(3, 15), last-first)
		t.Within = &within
		if m.o.Kind == Priced {
			over := m.between(1, 3)
			t.Over = &over
		}
	}
}
