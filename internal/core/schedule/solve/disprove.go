package solve

import (
	"fmt"
	"slices"
)

// disprove looks for proof that no plan exists: a task that needs more units
// than there are, a window too short, a cycle of least gaps, a chain longer
// than the horizon. It returns *Impossible or nil.
func (m *model) disprove() error {
	if i := m.undecided(); i >= 0 {
		return &Impossible{Reason: "what has begun has one label and different resources", Tasks: m.ids([]int{i}), Kind: Nowhere}
	}
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
		return &Impossible{Reason: "a cycle of minimum gaps: each would have to start after the other", Tasks: m.ids(cycle), Kind: Circle}
	}
	return m.disproveChain()
}

// undecided is a task that has a use, or a wait after it, with no resource left to take; -1:
// there is none.
func (m *model) undecided() int {
	none := func(n need) bool { return len(n.options) == 0 }
	for i, t := range m.tasks {
		if slices.ContainsFunc(t.needs, none) {
			return i
		}
	}
	for _, l := range m.links {
		if slices.ContainsFunc(l.holds, none) {
			return l.from
		}
	}
	return -1
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
	if e := m.p.Tasks[i].Earliest; e != nil && *e+t.dur > m.p.Horizon[1] {
		return &Impossible{Reason: fmt.Sprintf("%d s from %d on do not fit before the horizon closes at %d", t.dur, *e, m.p.Horizon[1]), Tasks: id, Kind: TooLate}
	}
	for _, n := range t.needs {
		if len(n.slices) == 0 {
			continue
		}
		if lack, is := m.tooFew(n); is {
			return &Impossible{Reason: lack.units(), Tasks: id, Kind: TooFew, Lack: lack}
		}
		if lack, is := m.tooShort(n); is {
			return &Impossible{Reason: fmt.Sprintf("needs %d s, the windows of %s have %d", lack.Need, lack.Resource, lack.Have), Tasks: id, Kind: TooShort, Lack: lack}
		}
	}
	return nil
}

// tooFew tells what a need lacks that finds units enough on none of its resources.
func (m *model) tooFew(n need) (Lack, bool) {
	best := 0
	for k, r := range n.options {
		if m.resources[r].Capacity >= n.units {
			return Lack{}, false
		}
		if m.resources[r].Capacity > m.resources[n.options[best]].Capacity {
			best = k
		}
	}
	r := m.resources[n.options[best]]
	return Lack{r.ID, n.units, r.Capacity}, true
}

func (l Lack) units() string {
	return fmt.Sprintf("needs %d units, %s has %d", l.Need, l.Resource, l.Have)
}

// tooShort tells what a need lacks that fits into no window of any of its resources.
func (m *model) tooShort(n need) (Lack, bool) {
	wanted := n.slices[len(n.slices)-1][1] - n.slices[0][0]
	longest, who := int64(0), n.options[0]
	for _, r := range n.options {
		for _, w := range m.windows[r] {
			if length := min(w[1], m.p.Horizon[1]) - max(w[0], m.p.Horizon[0]); length > longest {
				longest, who = length, r
			}
		}
	}
	return Lack{m.resources[who].ID, wanted, longest}, longest < wanted
}

func (m *model) disproveHolds(l link) error {
	if l.from == l.to && l.off < l.least {
		return &Impossible{Reason: "must wait for itself", Tasks: m.ids([]int{l.from}), Kind: Itself}
	}
	if l.least <= 0 {
		return nil
	}
	for _, n := range l.holds {
		if lack, is := m.tooFew(n); is {
			return &Impossible{Reason: "the wait between them " + lack.units(), Tasks: m.ids([]int{l.from, l.to}), Kind: NoHold, Lack: lack}
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
			return &Impossible{Reason: fmt.Sprintf("one after the other they need %d s more than there is", b.es[i]-b.ls[i]), Tasks: m.ids(chain), Kind: TooLong, Lack: Lack{Need: b.es[i] - b.ls[i]}}
		}
	}
	return nil
}
