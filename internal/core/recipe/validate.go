package recipe

import (
	"fmt"
	"slices"

	"jointime/internal/core/fault"
	"jointime/internal/core/plating"
	"jointime/internal/core/units"
)

// Validate finds what is malformed in a component. What is left open is no
// fault but a gap; see Gaps.
func (c Component) Validate() error {
	var l fault.List
	methods, seen := map[string]bool{}, map[string]bool{}
	for m, method := range c.Methods {
		at := fmt.Sprintf("methods[%d]", m)
		if methods[method.ID] {
			l.Add(at+".id", "%q occurs twice", method.ID)
		}
		methods[method.ID] = true
		for i, s := range method.Steps {
			at := fmt.Sprintf("%s.steps[%d]", at, i)
			if seen[s.ID] {
				l.Add(at+".id", "%q occurs twice", s.ID)
			}
			seen[s.ID] = true
			s.validate(at, &l)
		}
		if method.Bought != nil {
			validAllergens(at+".bought.allergens", method.Bought.Allergens, &l)
		}
	}
	if c.Chosen != "" && !methods[c.Chosen] {
		l.Add("chosen", "there is no method %q", c.Chosen)
	}
	c.validateLines(seen, &l)
	for i, t := range c.TakeOuts {
		for field, step := range map[string]string{"in": t.In, "out": t.Out, "before": t.Before} {
			if step != "" && step != Plate && !seen[step] && c.Variant == nil {
				l.Add(fmt.Sprintf("takeOuts[%d].%s", i, field), "there is no step %q", step)
			}
		}
	}
	return l.Err()
}

func (c Component) validateLines(steps map[string]bool, l *fault.List) {
	seen := map[string]bool{}
	for i, line := range c.Lines {
		at := fmt.Sprintf("ingredients[%d]", i)
		if line.ID != "" && seen[line.ID] {
			l.Add(at+".id", "%q occurs twice", line.ID)
		}
		seen[line.ID] = true
		if line.Amount != nil && !line.Amount.Unit.Known() {
			l.Add(at+".amount.unit", "%q is no unit that is known here", line.Amount.Unit)
		}
		if p := line.Per; p != nil && c.Variant == nil {
			c.validateRatio(at+".per", line, *p, l)
		}
		if line.Step != "" && !steps[line.Step] {
			l.Add(at+".step", "there is no step %q", line.Step)
		}
		if line.ByProduct != "" && line.Component == "" {
			l.Add(at+".component", "says what leaves the by-product over")
		}
	}
	for i, k := range c.Keeps {
		for _, other := range c.Keeps[:i] {
			if other.Place == k.Place {
				l.Add(fmt.Sprintf("keeps[%d].place", i), "%s is there twice", k.Place)
			}
		}
	}
}

func (c Component) validateRatio(at string, line Line, p Ratio, l *fault.List) {
	to := c.LineAt(p.To)
	switch {
	case p.To != "" && to < 0:
		l.Add(at+".to", "%s is so much to %q, and there is no such line", line.Name, p.To)
	case to >= 0 && c.Lines[to].ID == line.ID && c.Lines[to].Name == line.Name:
		l.Add(at+".to", "%s cannot lean on itself", line.Name)
	}
	switch {
	case p.Each == nil && line.Amount != nil && line.Amount.Unit != "percent":
		l.Add(at+".each", "to how much of it? Without that, the amount is in percent")
	case p.Each != nil && (p.Each.Quantity <= 0 || !p.Each.Unit.Known()):
		l.Add(at+".each", "must be more than nothing, in a unit that is known here")
	}
}

func (s Step) validate(at string, l *fault.List) {
	if t := s.Time; t != nil {
		if t.Quick < 0 || t.Quick > t.Usual || t.Usual > t.Slow {
			l.Add(at+".time", "must be 0 or more, and grow from quick over usual to slow")
		}
		if t.Per == PerTable {
			t.Table.validate(at+".time.table", l)
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
	if w := s.Then; w.Own && (w.Place == nil || w.Place.Setting == nil || !slices.ContainsFunc(s.Equipment, func(n Needed) bool { return n.Kind == w.Place.Kind })) {
		l.Add(at+".then.own", "it rests in the oven of the step itself: the place must be of that kind, with a temperature")
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

// validate asks that the points of a table rise.
func (t *SizeTable) validate(at string, l *fault.List) {
	if t == nil || len(t.Rows) < 2 {
		l.Add(at, "wants two points or more")
		return
	}
	for i, r := range t.Rows[1:] {
		if r.Size <= t.Rows[i].Size {
			l.Add(fmt.Sprintf("%s.rows[%d].size", at, i+1), "must be more than the %g before it", t.Rows[i].Size)
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
	ways := map[string]bool{}
	for i, w := range d.Ways {
		if ways[w.ID] {
			l.Add(fmt.Sprintf("ways[%d].id", i), "%q occurs twice", w.ID)
		}
		ways[w.ID] = true
		w.Plate.Validate(fmt.Sprintf("ways[%d].plate", i), &l)
	}
	versions := map[string]bool{}
	for i, v := range d.Versions {
		if versions[v.ID] {
			l.Add(fmt.Sprintf("versions[%d].id", i), "%q occurs twice", v.ID)
		}
		versions[v.ID] = true
		plating.Spec{Ware: d.Plate.Ware, Sides: d.Plate.Sides, Placings: v.Placings}.Validate(fmt.Sprintf("versions[%d]", i), &l)
		for k, w := range v.Without {
			if _, known := AllergenOf(w); !known && w != "gluten" && w != "alcohol" && w != "meat" && w != "animal" {
				l.Add(fmt.Sprintf("versions[%d].without[%d]", i, k), "%q is nothing that is known here", w)
			}
		}
	}
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
