// Package answer puts what a cook types into a gap to where it belongs in the book.
package answer

import (
	"slices"
	"strings"

	"jointime/internal/core/fault"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/words"
)

// Given is an answer to a gap.
type Given struct {
	Gap     recipe.Gap
	Text    string // as typed
	Usual   bool   // it is the usual one, taken for now: marked as assumed
	Settled bool   // nothing is to be done: it stands as it is
}

// Changed is what an answer changes; nil: nothing of that kind.
type Changed struct {
	Component  *recipe.Component
	Dish       *recipe.Dish
	Ingredient *recipe.Ingredient
}

// giving is an answer on its way into the book.
type giving struct {
	Given
	b   recipe.Book
	d   recipe.Dish
	k   kitchen.Kitchen
	c   recipe.Component
	out Changed
}

// Give puts an answer into the book of which the gap was found. The error is a sentence for
// who typed it.
func Give(b recipe.Book, d recipe.Dish, k kitchen.Kitchen, g Given) (Changed, error) {
	g.Text = strings.TrimSpace(g.Text)
	r := giving{Given: g, b: b, d: d, k: k, c: b.Components[g.Gap.Component]}
	if g.Gap.Component != "" && r.c.ID == "" {
		return Changed{}, fault.Say("This component is not in the book any more.")
	}
	if g.Settled {
		r.settle()
		return r.out, nil
	}
	if g.Text == "" {
		return Changed{}, fault.Say("Type an answer.")
	}
	err := r.give()
	return r.out, err
}

// settle remembers that a gap stands as it is.
func (r *giving) settle() {
	key := r.Gap.Key()
	if r.Gap.Component == "" {
		d := r.d
		d.Settled = append(slices.Clone(d.Settled), key)
		r.out.Dish = &d
		return
	}
	r.c.Settled = append(slices.Clone(r.c.Settled), key)
	r.out.Component = &r.c
}

func (r *giving) give() error {
	switch r.Gap.Field {
	case recipe.GapTime, recipe.GapSetting, recipe.GapCue, recipe.GapCore, recipe.GapWait, recipe.GapSize:
		return r.step()
	case recipe.GapAssumed:
		return r.assumed()
	case recipe.GapSteps:
		return r.steps()
	case recipe.GapAmount, recipe.GapUnused, recipe.GapUnlisted, recipe.GapLink:
		return r.line()
	case recipe.GapTwice:
		return r.which()
	case recipe.GapYield, recipe.GapPortion:
		return r.amount()
	case recipe.GapKeeps:
		return r.keeps()
	case recipe.GapName:
		r.c.Name = r.Text
		r.out.Component = &r.c
		return nil
	case recipe.GapLoss:
		return r.loss()
	case recipe.GapSection:
		return r.section()
	case recipe.GapByProduct:
		return r.leaves()
	}
	return fault.Say("Open it to decide.")
}

// leaves names the step that leaves a by-product over.
func (r *giving) leaves() error {
	r.c.ByProducts = slices.Clone(r.c.ByProducts)
	for i, p := range r.c.ByProducts {
		for _, s := range r.c.Steps() {
			if p.Name == r.Gap.Line && strings.EqualFold(s.Name, r.Text) {
				r.c.ByProducts[i].Step = s.ID
				r.out.Component = &r.c
				return nil
			}
		}
	}
	return fault.Say("“%s” is no step of %s.", r.Text, r.c.Name)
}

// section gives a component to the section of that name.
func (r *giving) section() error {
	for _, s := range r.k.Sections {
		if strings.EqualFold(s.Name, r.Text) {
			r.c.Section = s.ID
			r.out.Component = &r.c
			return nil
		}
	}
	return fault.Say("This kitchen has no section “%s”. It has %s.", r.Text, words.List(r.k.Staffed()))
}

// change changes the step that is asked about, in whichever method it stands.
func (r *giving) change(what func(*recipe.Step) error) error {
	for m, method := range r.c.Methods {
		for i := range method.Steps {
			if method.Steps[i].ID != r.Gap.Step {
				continue
			}
			r.c.Methods = slices.Clone(r.c.Methods)
			r.c.Methods[m].Steps = slices.Clone(method.Steps)
			s := &r.c.Methods[m].Steps[i]
			s.Equipment, s.Cues, s.Ours = slices.Clone(s.Equipment), slices.Clone(s.Cues), slices.Clone(s.Ours)
			r.out.Component = &r.c
			return what(s)
		}
	}
	return fault.Say("This step is not in the book any more.")
}
