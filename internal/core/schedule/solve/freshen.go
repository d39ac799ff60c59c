package solve

// freshenMost bounds what is moved later together.
const freshenMost = 16

// freshen moves tasks later with what is tied to them: two that keep each other in
// place can only move together. True where that is better.
func (s *search) freshen(order []int) (better bool) {
	done := make([]bool, len(s.m.tasks))
	for _, i := range order {
		if done[i] || s.late() {
			continue
		}
		out := s.around(i, 6*3600)
		if len(out) > freshenMost {
			continue
		}
		for _, k := range out {
			done[k] = true
			s.now.lift(k)
		}
		s.bounds.some(out, s.now.placed, s.now.start)
		s.order(out, 1)
		before := s.value
		if !s.insert(out, false) || !s.keep() {
			s.now.copyFrom(s.best)
		}
		better = better || s.value.better(before)
	}
	return better
}
