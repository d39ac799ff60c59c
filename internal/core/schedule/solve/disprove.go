package solve

import (
	"fmt"
	"slices"
)

// disprove looks for proof that no plan exists: a task that needs more units
// than there are, a window too short, a cycle of least gaps, a chain longer
// than the horizon. It returns *Impossible or nil.
func (m *model) disprove() error {
	for i := range m.tasks {
		if err := m.disproveTask(i); err != nil {
			return err
		}
	}
	for _, l := range m.links {
		if err := m.disproveHolds(l); err != nil {
			return err
		}
	}
	if cycle := m.cycle(); cycle != nil {
		return &Impossible{"a cycle of minimum gaps: each would have to start after the other", m.ids(cycle)}
	}
	return m.disproveChain()
}

func (m *model) ids(tasks []int) []string {
	out := make([]string, len(tasks))
	for i, t := range tasks {
		out[i] = m.p.Tasks[t].ID
	}
	return out
}

func (m *model) disproveTask(i int) error {
	t, id := m.tasks[i], []string{m.p.Tasks[i].ID}
	if t.earliest+t.dur > m.p.Horizon[1] {
		return &Impossible{fmt.Sprintf("%d s from %d on do not fit before the horizon closes at %d", t.dur, t.earliest, m.p.Horizon[1]), id}
	}
	for _, n := range t.needs {
		if len(n.slices) == 0 {
			continue
		}
		if reason := m.tooFew(n); reason != "" {
			return &Impossible{reason, id}
		}
		if reason := m.tooShort(n); reason != "" {
			return &Impossible{reason, id}
		}
	}
	return nil
}

// tooFew says why a need finds units enough on none of its resources.
func (m *model) tooFew(n need) string {
	best := 0
	for k, r := range n.options {
		if m.resources[r].Capacity >= n.units {
			return ""
		}
		if m.resources[r].Capacity > m.resources[n.options[best]].Capacity {
			best = k
		}
	}
	r := m.resources[n.options[best]]
	return fmt.Sprintf("needs %d units, %s has %d", n.units, r.ID, r.Capacity)
}

// tooShort says why a need fits into no window of any of its resources.
func (m *model) tooShort(n need) string {
	wanted := n.slices[len(n.slices)-1][1] - n.slices[0][0]
	longest, who := int64(0), n.options[0]
	for _, r := range n.options {
		for _, w := range m.windows[r] {
			if length := min(w[1], m.p.Horizon[1]) - max(w[0], m.p.Horizon[0]); length > longest {
				longest, who = length, r
			}
		}
	}
	if longest >= wanted {
		return ""
	}
	return fmt.Sprintf("needs %d s, the windows of %s have %d", wanted, m.resources[who].ID, longest)
}

func (m *model) disproveHolds(l link) error {
	if l.from == l.to && l.off < l.least {
		return &Impossible{"must wait for itself", m.ids([]int{l.from})}
	}
	if l.least <= 0 {
		return nil
	}
	for _, n := range l.holds {
		if reason := m.tooFew(n); reason != "" {
			return &Impossible{"the wait between them " + reason, m.ids([]int{l.from, l.to})}
		}
	}
	return nil
}

// cycle finds tasks whose least gaps add up to more than nothing round a
// circle (Bellman and Ford, longest paths), or nil.
func (m *model) cycle() []int {
	at := make([]int64, len(m.tasks))
	via := make([]int, len(m.tasks))
	for i := range via {
		via[i] = -1
	}
	last := -1
	for range len(m.tasks) + 1 {
		last = -1
		for _, l := range m.links {
			if v := at[l.from] + l.lag(); v > at[l.to] {
				at[l.to], via[l.to], last = v, l.from, l.to
			}
		}
		if last < 0 {
			return nil
		}
	}
	for range m.tasks {
		last = via[last]
	}
	circle := []int{last}
	for t := via[last]; t != last; t = via[t] {
		circle = append(circle, t)
	}
	slices.Reverse(circle)
	return circle
}

// disproveChain follows the longest chain of least gaps against the horizon.
func (m *model) disproveChain() error {
	b := m.newBounds()
	b.all(nil, nil, nil, nil)
	for i := range m.tasks {
		if b.es[i] > b.ls[i] {
			chain := []int{i}
			for t := b.before[i]; t >= 0 && len(chain) < len(m.tasks); t = b.before[t] {
				chain = append(chain, t)
			}
			slices.Reverse(chain)
			for t := b.after[i]; t >= 0 && len(chain) < 2*len(m.tasks); t = b.after[t] {
				chain = append(chain, t)
			}
			return &Impossible{fmt.Sprintf("one after the other they need %d s more than the horizon has", b.es[i]-b.ls[i]), m.ids(chain)}
		}
	}
	return nil
}
