package prove

import (
	"fmt"
	"math/bits"
	"slices"

	"jointime/internal/core/schedule"
)

// read takes a problem apart.
func read(p schedule.Problem) *prover {
	s := &prover{p: p, net: newNet(len(p.Tasks) + 1), of: make([][]int, len(p.Tasks)), held: make([][]int, len(p.Links))}
	bit := map[string]uint64{}
	for r, x := range p.Resources {
		bit[x.ID] = 1 << r
		s.windows = append(s.windows, joined(x.Windows))
	}
	labels := map[string]int{}
	needed := func(u schedule.Use) int {
		var options uint64
		for _, id := range u.OneOf {
			options |= bit[id]
		}
		if k, ok := labels[u.Same]; ok && u.Same != "" {
			s.needs[k].options &= options
			return k
		}
		if u.Same != "" {
			labels[u.Same] = len(s.needs)
		}
		s.needs = append(s.needs, need{options, -1})
		return len(s.needs) - 1
	}
	for i, t := range p.Tasks {
		for k, u := range t.Uses {
			n := needed(u)
			s.of[i] = append(s.of[i], n)
			s.taken(i, k, n, u, u.Parts(t.Duration))
		}
	}
	at := index(p)
	for e, l := range p.Links {
		for _, u := range l.Holds {
			n := needed(u)
			s.held[e] = append(s.held[e], n)
			from, to := at[l.From], at[l.To]
			s.takings = append(s.takings, taking{from: from, to: to, fromBy: p.Tasks[from].Duration, need: n, units: u.Need(), setting: u.Setting, settle: u.Settle, hold: true})
		}
	}
	s.tell()
	return s
}

func index(p schedule.Problem) map[string]int {
	at := map[string]int{}
	for i, t := range p.Tasks {
		at[t.ID] = i
	}
	return at
}

// taken notes the slices of a use that last.
func (s *prover) taken(i, k, n int, u schedule.Use, parts []schedule.Span) {
	parts = slices.DeleteFunc(slices.Clone(parts), func(x schedule.Span) bool { return x[0] >= x[1] })
	for _, x := range parts {
		s.takings = append(s.takings, taking{from: i, to: i, fromBy: x[0], toBy: x[1], need: n, units: u.Need(), setting: u.Setting, settle: u.Settle,
			task: i, use: k, first: parts[0][0], lasting: parts[len(parts)-1][1]})
	}
}

// tell finds which resources can stand for one another, and in which sets they are asked for.
func (s *prover) tell() {
	kinds := map[string]int{}
	for r, x := range s.p.Resources {
		key := fmt.Sprint(x.Capacity, x.Windows == nil, x.Windows, x.Setting != nil)
		if x.Setting != nil {
			key += fmt.Sprint(*x.Setting)
		}
		for _, n := range s.needs {
			key += string('0' + byte(n.options>>r&1))
		}
		if _, ok := kinds[key]; !ok {
			kinds[key] = len(kinds)
		}
		s.class = append(s.class, kinds[key])
		s.sets = append(s.sets, 1<<r)
	}
	for _, n := range s.needs {
		if bits.OnesCount64(n.options) > 1 && !slices.Contains(s.sets, n.options) {
			s.sets = append(s.sets, n.options)
		}
	}
}

// root puts in what holds before anything is decided; false: it cannot be.
func (s *prover) root(p schedule.Problem) bool {
	zero, at := len(p.Tasks), index(p)
	for i, t := range p.Tasks {
		first, last := p.Horizon[0], p.Horizon[1]
		if t.Earliest != nil {
			first = max(first, *t.Earliest)
		}
		if t.Latest != nil && t.LatestOver == nil {
			last = min(last, *t.Latest)
		}
		if !s.net.add(zero, i, first) || !s.net.add(i, zero, t.Duration-last) {
			return false
		}
	}
	for _, l := range p.Links {
		from, to := at[l.From], at[l.To]
		by := p.Tasks[from].Duration // from start to start
		if l.FromAt == schedule.Start {
			by = 0
		}
		if l.ToAt == schedule.End {
			by -= p.Tasks[to].Duration
		}
		if !s.net.add(from, to, by+l.Least()) || l.Max != nil && l.Over == nil && !s.net.add(to, from, -by-*l.Max) {
			return false
		}
	}
	for _, g := range p.Together {
		if g.Within == nil || g.Over != nil {
			continue
		}
		for _, a := range g.Tasks {
			for _, b := range g.Tasks { // b ends at most so long after a
				if !s.net.add(at[b], at[a], p.Tasks[at[b]].Duration-p.Tasks[at[a]].Duration-*g.Within) {
					return false
				}
			}
		}
	}
	return !slices.ContainsFunc(s.needs, func(n need) bool { return n.options == 0 })
}
