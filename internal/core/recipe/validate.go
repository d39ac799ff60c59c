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
	validBetween("yield", &c.Yield, c.Between, &l)
	for i, p := range c.Pars {
		for _, d := range p.Days {
			if d < 1 || d > 7 {
				l.Add(fmt.Sprintf("pars[%d].days", i), "Days are 1 (Monday) to 7.")
			}
		}
		if !p.Amount.Unit.Known() || p.Amount.Quantity <= 0 {
			l.Add(fmt.Sprintf("pars[%d].amount", i), "How much is to be there? Write 2 kg.")
		}
	}
	for i, loss := range c.Losses {
		if loss.Amount.Quantity < 0 || loss.Amount.Unit != "percent" && !loss.Amount.Unit.Known() || loss.Amount.Unit == "percent" && loss.Amount.Quantity >= 100 {
			l.Add(fmt.Sprintf("losses[%d].amount", i), "How much is %s? Write 2 kg, or 20 %%.", loss.How)
		}
	}
	if c.Cut != nil {
		l.Under("cut", c.Cut.Validate())
	}
	methods, seen := map[string]bool{}, map[string]bool{}
	for m, method := range c.Methods {
		at := fmt.Sprintf("methods[%d]", m)
		if methods[method.ID] {
			l.Add(at+".id", "“%s” is used twice.", method.ID)
		}
		methods[method.ID] = true
		for i, s := range method.Steps {
			at := fmt.Sprintf("%s.steps[%d]", at, i)
			if seen[s.ID] {
				l.Add(at+".id", "“%s” is used twice.", s.ID)
			}
			seen[s.ID] = true
			s.validate(at, &l)
		}
		method.validateWaits(at, &l)
		if method.Bought != nil {
			validAllergens(at+".bought.allergens", method.Bought.Allergens, &l)
		}
	}
	if c.Chosen != "" && !methods[c.Chosen] {
		l.Add("chosen", "No such method: “%s”.", c.Chosen)
	}
	c.validateLines(seen, &l)
	for i, t := range c.TakeOuts {
		if s, is := c.Step(t.Out); is && s.Optional {
			l.Add(fmt.Sprintf("takeOuts[%d].out", i), "%s comes out at “%s”, which is optional: it would stay in.", t.Name, s.Name)
		}
		for field, step := range map[string]string{"in": t.In, "out": t.Out, "before": t.Before} {
			if step != "" && step != Plate && !seen[step] && c.Variant == nil {
				l.Add(fmt.Sprintf("takeOuts[%d].%s", i, field), "No such step: “%s”.", step)
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
			l.Add(at+".id", "“%s” is used twice.", line.ID)
		}
		seen[line.ID] = true
		validBetween(at, line.Amount, line.Between, l)
		if line.Amount != nil && !line.Amount.Unit.Known() {
			l.Add(at+".amount.unit", "“%s” is not a unit.", line.Amount.Unit)
		}
		if p := line.Per; p != nil && c.Variant == nil {
			c.validateRatio(at+".per", line, *p, l)
		}
		if line.Step != "" && !steps[line.Step] {
			l.Add(at+".step", "No such step: “%s”.", line.Step)
		}
		if line.ByProduct != "" && line.Component == "" {
			l.Add(at+".component", "Which component yields the by-product?")
		}
	}
	for i, k := range c.Keeps {
		for _, other := range c.Keeps[:i] {
			if other.Place == k.Place {
				l.Add(fmt.Sprintf("keeps[%d].place", i), "Shelf life %s is set twice.", k.Place)
			}
		}
	}
}

func (c Component) validateRatio(at string, line Line, p Ratio, l *fault.List) {
	to := c.LineAt(p.To)
	switch {
	case p.To != "" && to < 0:
		l.Add(at+".to", "%s: “%s” is not an ingredient here.", line.Name, p.To)
	case to >= 0 && c.Lines[to].ID == line.ID && c.Lines[to].Name == line.Name:
		l.Add(at+".to", "%s cannot be set from itself.", line.Name)
	}
	switch {
	case p.Each == nil && line.Amount != nil && line.Amount.Unit != "percent":
		l.Add(at+".each", "Per how much of it? Without that, the amount is a percentage.")
	case p.Each != nil && (p.Each.Quantity <= 0 || !p.Each.Unit.Known()):
		l.Add(at+".each", "Must be more than 0, in a unit such as g, ml or a count.")
	}
}

func (s Step) validate(at string, l *fault.List) {
	if t := s.Time; t != nil {
		if t.Quick < 0 || t.Quick > t.Usual || t.Usual > t.Slow {
			l.Add(at+".time", "Time: 0 or more, quick first, then usual, then slow.")
		}
		if t.Per == PerTable {
			t.Table.validate(at+".time.table", l)
		}
		if t.Per == PerBatch && t.Batch < 1 {
			l.Add(at+".time.batch", "Portions in a batch: 1 or more.")
		}
		s.validateSlices(at, l)
	}
	if (s.Hands.Work == SliceHands) != (len(s.Hands.Slices) > 0) {
		l.Add(at+".hands.slices", "Add times when hands-on is now and then.")
	}
	sides(at+".then", s.Then.Least, s.Then.Best, s.Then.Most, l)
	if w := s.Then.Moved; w != nil {
		sides(at+".then.moved", w.Least, nil, w.Most, l)
	}
	if w := s.Then; w.Own && (w.Place == nil || w.Place.Setting == nil || !slices.ContainsFunc(s.Equipment, func(n Needed) bool { return n.Kind == w.Place.Kind })) {
		l.Add(at+".then.own", "Set an oven temperature first.")
	}
	s.NotBefore.validate(at+".notBefore", l)
	s.By.validate(at+".by", l)
	if s.NotBefore != nil && s.By != nil && s.NotBefore.before(*s.By) < 0 {
		l.Add(at+".by.clock", "Over before it may be begun.")
	}
	for i, n := range s.Equipment {
		if n.Kind == "" {
			l.Add(fmt.Sprintf("%s.equipment[%d].kind", at, i), "Kind missing.")
		}
	}
}

// validate asks that the points of a table rise.
func (t *SizeTable) validate(at string, l *fault.List) {
	if t == nil || len(t.Rows) < 2 {
		l.Add(at, "Add two sizes or more.")
		return
	}
	for i, r := range t.Rows[1:] {
		if r.Size <= t.Rows[i].Size {
			l.Add(fmt.Sprintf("%s.rows[%d].size", at, i+1), "Must be more than the %g before it.", t.Rows[i].Size)
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
			l.Add(field, "%s to %s is outside the step, which lasts %s.", units.FormatDuration(p[0]), units.FormatDuration(p[1]), units.FormatDuration(whole))
		case p[0] < last:
			l.Add(field, "These two times overlap.")
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
		validBetween(fmt.Sprintf("parts[%d]", i), p.Portion, p.Between, &l)
		at := fmt.Sprintf("parts[%d].component", i)
		if _, known := components[p.Component]; !known {
			l.Add(at, "No such component: “%s”.", p.Component)
		}
		if seen[p.Component] {
			l.Add(at, "“%s” is on the dish twice. Place it twice on the plate instead.", p.Component)
		}
		seen[p.Component] = true
	}
	d.Plate.Validate("plate", &l)
	ways := map[string]bool{}
	for i, w := range d.Ways {
		if ways[w.ID] {
			l.Add(fmt.Sprintf("ways[%d].id", i), "“%s” is used twice.", w.ID)
		}
		ways[w.ID] = true
		w.Plate.Validate(fmt.Sprintf("ways[%d].plate", i), &l)
	}
	versions := map[string]bool{}
	for i, v := range d.Versions {
		if versions[v.ID] {
			l.Add(fmt.Sprintf("versions[%d].id", i), "“%s” is used twice.", v.ID)
		}
		versions[v.ID] = true
		plating.Spec{Ware: d.Plate.Ware, Sides: d.Plate.Sides, Placings: v.Placings}.Validate(fmt.Sprintf("versions[%d]", i), &l)
		for k, c := range v.Changes {
			c.validateStep(fmt.Sprintf("versions[%d].changes[%d]", i, k), components, &l)
		}
		for k, w := range v.Without {
			if _, known := AllergenOf(w); !known && w != "gluten" && w != "alcohol" && w != "meat" && w != "animal" {
				l.Add(fmt.Sprintf("versions[%d].without[%d]", i, k), "Unknown: “%s”.", w)
			}
		}
	}
	return l.Err()
}

// validateStep finds what is malformed in a change of a step.
func (c Change) validateStep(at string, components map[string]Component, l *fault.List) {
	if !c.OfStep() {
		return
	}
	made := Book{Components: components}.Made(c.Component)
	switch {
	case !made.takesStep(c):
		l.Add(at+".step", "No such step: “%s”.", c.Step)
	case c.Do == "scale", c.Do != "leave out" && c.New == nil, c.Do != "add" && c.Step == "":
		l.Add(at+".new", "Which step is done, and instead of which, or after which?")
	case slices.ContainsFunc(made.TakeOuts, func(t TakeOut) bool { return t.Out == c.Step && c.Do != "add" }):
		l.Add(at+".step", "Something comes out at “%s”: it would stay in.", c.Step)
	}
	if c.New != nil {
		c.New.validate(at+".new", l)
	}
}

// Validate finds what is malformed in a menu.
func (m Menu) Validate(dishes map[string]Dish) error {
	var l fault.List
	courses, seen := map[string]bool{}, map[string]bool{}
	for i, c := range m.Courses {
		if c.ID == "" || courses[c.ID] {
			l.Add(fmt.Sprintf("courses[%d].id", i), "Course id missing or used twice.")
		}
		courses[c.ID] = true
		if _, err := units.ParseClock(c.Hour); c.Hour != "" && err != nil {
			l.Add(fmt.Sprintf("courses[%d].hour", i), "%v", err)
		}
		for k, id := range c.Dishes {
			at := fmt.Sprintf("courses[%d].dishes[%d]", i, k)
			if _, known := dishes[id]; !known {
				l.Add(at, "No such dish: “%s”.", id)
			}
			if seen[id] {
				l.Add(at, "%s is on this menu twice.", dishes[id].Name)
			}
			seen[id] = true
		}
	}
	return l.Err()
}

// validBetween finds bounds that an amount does not lie between.
func validBetween(at string, a *units.Amount, between *units.Bounds, l *fault.List) {
	if between != nil && (a == nil || !between.Valid(*a)) {
		l.Add(at+".between", "The least, the usual and the most: in this order, in units of one kind.")
	}
}
