// Package prove decides whether a problem has a plan that keeps every strict limit: it finds
// one, or proves that there is none, or gives up after so many branchings. What a plan costs
// does not matter to it.
//
// What lies between two starts at least is kept for every pair of them (a simple temporal
// network; Dechter, Meiri and Pearl 1991, from memory). Everything starts as early as that
// allows; where two uses then clash on a resource, it branches on which goes first (Balas
// 1969; minimal forbidden sets, Igelmund and Radermacher 1983, from memory), and where
// nothing clashes, on who does what. What clashes and leaves the fewest ways out goes first.
// More work in a stretch than hands for it is seen before (energetic reasoning; Erschler,
// Lopez and Thuriot 1991, from memory).
package prove

import (
	"context"

	"jointime/internal/core/schedule"
)

// Verdict is what is known of a problem.
type Verdict int

// The verdicts.
const (
	Unknown Verdict = iota // given up
	Kept                   // there is a plan that keeps every strict limit
	Cannot                 // it is proven that there is none
)

// Most is the most tasks of a problem that is looked at: what is kept of every pair of
// starts grows with their square.
const Most = 400

// Limits decides whether a valid problem can keep its hard rules and strict limits, with so
// many branchings at most. With Kept comes a plan; its Cost is not counted.
func Limits(ctx context.Context, p schedule.Problem, branchings int) (Verdict, schedule.Plan) {
	if len(p.Tasks) > Most || len(p.Resources) > 64 {
		return Unknown, schedule.Plan{}
	}
	s := read(p)
	s.ctx, s.left = ctx, branchings
	if !s.root(p) {
		return Cannot, schedule.Plan{}
	}
	switch v := s.decide(); v {
	case Kept:
		return v, s.plan()
	default:
		return v, schedule.Plan{}
	}
}

// prover is a problem with what has been decided of it so far.
type prover struct {
	p       schedule.Problem
	ctx     context.Context
	left    int // branchings
	net     net
	takings []taking
	needs   []need
	of      [][]int // needs by task, by use; holds follow
	held    [][]int // needs by link, by hold
	class   []int   // by resource: those of one class can stand for one another
	sets    []uint64
	windows [][]schedule.Span // by resource, in order and without overlap
}

// need is what one of some resources is chosen for: a use, or all with a label.
type need struct {
	options uint64 // resources
	chosen  int    // -1: not yet
}

// now are the resources that a need may still have.
func (n need) now() uint64 {
	if n.chosen >= 0 {
		return 1 << n.chosen
	}
	return n.options
}

// taking is a stretch in which units of a resource are taken: from the start of a task, and
// so many seconds, to the start of the same or another task, and so many.
type taking struct {
	from, to       int
	fromBy, toBy   int64
	need           int
	units          int64
	setting        *int64
	settle, hold   bool
	task, use      int   // of what is no hold
	first, lasting int64 // of the whole use: its first slice, and to the end of its last
}

// decide branches until something is known.
func (s *prover) decide() Verdict {
	mark := s.net.mark()
	if !s.narrow() {
		s.net.back(mark)
		return Cannot
	}
	ways, clash := s.clash()
	if !clash {
		k := s.open()
		if k < 0 {
			return Kept
		}
		return s.choose(k, mark)
	}
	unknown := false
	for _, w := range ways {
		if s.left--; s.left < 0 || s.ctx.Err() != nil {
			s.net.back(mark)
			return Unknown
		}
		here := s.net.mark()
		if s.net.add(w.from, w.to, w.by) {
			switch s.decide() {
			case Kept:
				return Kept
			case Unknown:
				unknown = true
			}
		}
		s.net.back(here)
	}
	s.net.back(mark)
	if unknown {
		return Unknown
	}
	return Cannot
}

// choose branches on the resource of a need.
func (s *prover) choose(k, mark int) Verdict {
	unknown := false
	for _, r := range s.candidates(k) {
		if s.left--; s.left < 0 || s.ctx.Err() != nil {
			s.needs[k].chosen = -1
			s.net.back(mark)
			return Unknown
		}
		here := s.net.mark()
		s.needs[k].chosen = r
		switch s.decide() {
		case Kept:
			return Kept
		case Unknown:
			unknown = true
		}
		s.net.back(here)
	}
	s.needs[k].chosen = -1
	s.net.back(mark)
	if unknown {
		return Unknown
	}
	return Cannot
}

// candidates are the resources of a need, one of those that nothing tells apart yet.
func (s *prover) candidates(k int) (out []int) {
	var used uint64
	for _, n := range s.needs {
		if n.chosen >= 0 {
			used |= 1 << n.chosen
		}
	}
	var fresh uint64 // classes of which an unused one is in
	for r := range s.p.Resources {
		bit := uint64(1) << r
		if s.needs[k].options&bit == 0 {
			continue
		}
		if used&bit == 0 {
			if fresh&(1<<s.class[r]) != 0 {
				continue
			}
			fresh |= 1 << s.class[r]
		}
		out = append(out, r)
	}
	return out
}

// open is the need that is chosen next, that of what starts first; below 0: all are.
func (s *prover) open() int {
	best, at := -1, int64(0)
	for _, t := range s.takings {
		if s.needs[t.need].chosen >= 0 {
			continue
		}
		if start := s.net.early(t.from) + t.fromBy; best < 0 || start < at {
			best, at = t.need, start
		}
	}
	if best >= 0 {
		return best
	}
	for k, n := range s.needs { // they take nothing
		if n.chosen < 0 {
			return k
		}
	}
	return -1
}

// plan writes down what was decided.
func (s *prover) plan() schedule.Plan {
	p := schedule.Plan{Problem: s.p.Name, Status: schedule.Kept}
	names := func(needs []int) []string {
		out := make([]string, len(needs))
		for i, k := range needs {
			out[i] = s.p.Resources[s.needs[k].chosen].ID
		}
		return out
	}
	at := map[string]schedule.PlannedTask{}
	for i, t := range s.p.Tasks {
		start := s.net.early(i)
		p.Tasks = append(p.Tasks, schedule.PlannedTask{ID: t.ID, Start: start, End: start + t.Duration, Resources: names(s.of[i])})
		at[t.ID] = p.Tasks[i]
	}
	for e, l := range s.p.Links {
		if len(l.Holds) > 0 {
			p.Links = append(p.Links, schedule.PlannedLink{Link: e, From: l.From, To: l.To, Gap: at[l.To].Start - at[l.From].End, Resources: names(s.held[e])})
		}
	}
	return p
}
