package recipe

import (
	"fmt"

	"jointime/internal/core/fault"
	"jointime/internal/core/units"
)

// Validate finds what is malformed in a component. What is left open is no
// fault but a gap; see Gaps.
func (c Component) Validate() error {
	var l fault.List
	seen := map[string]bool{}
	for i, s := range c.Steps {
		at := fmt.Sprintf("steps[%d]", i)
		if seen[s.ID] {
			l.Add(at+".id", "%q occurs twice", s.ID)
		}
		seen[s.ID] = true
		s.validate(at, &l)
	}
	return l.Err()
}

func (s Step) validate(at string, l *fault.List) {
	if t := s.Time; t != nil {
		if t.Quick < 0 || t.Quick > t.Usual || t.Usual > t.Slow {
			l.Add(at+".time", "must be 0 or more, and grow from quick over usual to slow")
		}
		if t.Per == PerBatch && t.Batch < 1 {
			l.Add(at+".time.batch", "says how many portions are one batch: 1 or more")
		}
		s.validateSlices(at, l)
	}
	if (s.Hands.Work == SliceHands) != (len(s.Hands.Slices) > 0) {
		l.Add(at+".hands.slices", "must be there exactly when hands are needed in slices")
	}
	if s.Then.Least < 0 {
		l.Add(at+".then.least", "must be 0 or more")
	}
	if w := s.Then; w.Most != nil && *w.Most < w.Least {
		l.Add(at+".then.most", "the longest wait, %s, is shorter than the shortest, %s", units.FormatDuration(*w.Most), units.FormatDuration(w.Least))
	}
	if s.By != nil {
		if _, err := units.ParseClock(s.By.Clock); err != nil {
			l.Add(at+".by.clock", "%v", err)
		}
	}
	for i, n := range s.Equipment {
		if n.Kind == "" {
			l.Add(fmt.Sprintf("%s.equipment[%d].kind", at, i), "is missing")
		}
	}
}

// validateSlices asks that slices lie inside the step, in order, whatever the
// number of portions: it is asked of the shortest one.
func (s Step) validateSlices(at string, l *fault.List) {
	if s.Hands.Work != SliceHands {
		return
	}
	last := int64(0)
	for i, p := range s.HandSpans(1) {
		field := fmt.Sprintf("%s.hands.slices[%d]", at, i)
		whole, _ := s.Time.For(1)
		switch {
		case p[0] < 0 || p[1] > whole:
			l.Add(field, "%s to %s is not inside the step, which lasts %s", units.FormatDuration(p[0]), units.FormatDuration(p[1]), units.FormatDuration(whole))
		case p[0] < last:
			l.Add(field, "begins before the slice before it ends")
		}
		last = p[1]
	}
}

// HandSpans are the parts of a step with so many portions in which hands are
// needed, as offsets [from, to) from its start. Nil without a time.
func (s Step) HandSpans(portions int) [][2]int64 {
	if s.Time == nil || s.Hands.Work == NoHands {
		return nil
	}
	whole, _ := s.Time.For(portions)
	if s.Hands.Work == AllHands {
		return [][2]int64{{0, whole}}
	}
	var out [][2]int64
	for _, p := range s.Hands.Slices {
		from := p.At
		if from < 0 {
			from += whole
		}
		out = append(out, [2]int64{from, from + p.For})
	}
	return out
}

// Validate finds what is malformed in a dish. Components tells which ids are
// known.
func (d Dish) Validate(components map[string]Component) error {
	var l fault.List
	seen := map[string]bool{}
	for i, p := range d.Parts {
		at := fmt.Sprintf("parts[%d].component", i)
		if _, known := components[p.Component]; !known {
			l.Add(at, "there is no component %q", p.Component)
		}
		if seen[p.Component] {
			l.Add(at, "%q is on the dish twice; place it twice instead", p.Component)
		}
		seen[p.Component] = true
	}
	d.Plate.Validate("plate", &l)
	return l.Err()
}

// Validate finds what is malformed in a menu.
func (m Menu) Validate(dishes map[string]Dish) error {
	var l fault.List
	courses, seen := map[string]bool{}, map[string]bool{}
	for i, c := range m.Courses {
		if c.ID == "" || courses[c.ID] {
			l.Add(fmt.Sprintf("courses[%d].id", i), "must be there and occur once")
		}
		courses[c.ID] = true
		for k, id := range c.Dishes {
			at := fmt.Sprintf("courses[%d].dishes[%d]", i, k)
			if _, known := dishes[id]; !known {
				l.Add(at, "there is no dish %q", id)
			}
			if seen[id] {
				l.Add(at, "%q is on the menu twice", id)
			}
			seen[id] = true
		}
	}
	return l.Err()
}
