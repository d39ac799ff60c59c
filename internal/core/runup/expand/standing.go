package expand

import (
	"slices"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/schedule"
)

// Where a cook stands, and with which hands. In the planning problem both are one figure, the
// setting of the cook: seconds along the line, and for raw food so much further that nobody gets
// from there to what is ready without the time in which hands, board and knife are changed.
// Going to raw food takes the same: what is ready is covered and put away.

// standing gives every use of a cook the place where it is, and whether it is of raw food.
func (b *builder) standing() {
	line, change := b.In.Kitchen.Line(), b.In.Kitchen.Changes()
	pass, raw := b.In.Kitchen.PassAt(), int64(0)
	for _, at := range line {
		raw = max(raw, at)
	}
	raw += change
	b.of.Raw = raw
	for r := range b.problem.Resources {
		if b.isCook(b.problem.Resources[r].ID) {
			b.problem.Resources[r].Setting = &schedule.Setting{Initial: pass, Up: 1, Down: 1}
		}
	}
	for i := range b.problem.Tasks {
		at := pass
		if section, is := line[b.sectionOf(i)]; is && (!b.of.Work[i].Placed() || b.In.Kitchen.Plates == kitchen.SectionPlates) {
			at = section
		}
		if b.rawHands(i, change) {
			at += raw
		}
		for k := range b.problem.Tasks[i].Uses {
			if u := &b.problem.Tasks[i].Uses[k]; len(u.OneOf) > 0 && b.isCook(u.OneOf[0]) {
				u.Setting = &at
			}
		}
	}
}

// sectionOf is the id of the section where a task is done.
func (b *builder) sectionOf(i int) string {
	if s := b.In.Components[b.of.Work[i].Component].Section; s != "" || b.steps[i] == nil {
		return s
	}
	for _, c := range b.In.Kitchen.Cooks {
		if c.ID == b.steps[i].Hands.Cook {
			return c.Section
		}
	}
	return ""
}

// rawHands tells whether a task is done with raw food in hand: what goes onto the heat at once
// after raw work is laid in by the same hands, unless what follows it is as urgent.
func (b *builder) rawHands(i int, change int64) bool {
	w := b.of.Work[i]
	if w.Placed() || b.steps[i] == nil || w.LeadIn != "" {
		return false
	}
	if b.raw(w.Component, b.steps[i]) {
		return true
	}
	urgent := func(x waited) bool { return x.wait.Most != nil && *x.wait.Most < change }
	follows := slices.ContainsFunc(b.waits, func(x waited) bool {
		return x.to == i && urgent(x) && b.of.Work[x.from].Component == w.Component && b.steps[x.from] != nil && b.raw(w.Component, b.steps[x.from])
	})
	return follows && !slices.ContainsFunc(b.waits, func(x waited) bool { return x.from == i && urgent(x) })
}

// raw tells whether a step of a component handles raw food.
func (b *builder) raw(component string, step *recipe.Step) bool {
	c := b.In.Components[component]
	return b.house.Raw(c, slices.IndexFunc(c.Steps(), func(s recipe.Step) bool { return s.ID == step.ID }))
}
