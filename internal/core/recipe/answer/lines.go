package answer

import (
	"regexp"
	"slices"
	"strconv"
	"strings"

	"jointime/internal/core/fault"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/entry"
	"jointime/internal/core/units"
)

var (
	byEye     = regexp.MustCompile(`(?i)^(?:to taste|by eye|as needed|as required|enough|some|a little|for frying|what it takes)$`)
	bareCount = regexp.MustCompile(`^\d{1,4}$`)
	percentAt = regexp.MustCompile(`^(\d+(?:[.,]\d+)?) ?(?:%|per ?cent)?$`)
)

// line answers what is open in the list of ingredients.
func (r *giving) line() error {
	r.c.Lines = slices.Clone(r.c.Lines)
	r.out.Component = &r.c
	at := slices.IndexFunc(r.c.Lines, func(l recipe.Line) bool { return l.Name == r.Gap.Line })
	if r.Gap.Field == recipe.GapUnlisted {
		return r.put()
	}
	if r.Gap.Field == recipe.GapUnused {
		return r.goesInto(at)
	}
	if at < 0 {
		return fault.Say("This ingredient is not on the list any more.")
	}
	l := &r.c.Lines[at]
	if r.Gap.Field == recipe.GapLink {
		return r.link(l)
	}
	return r.measured(l)
}

// measured gives a line its amount, or leaves it to taste.
func (r *giving) measured(l *recipe.Line) error {
	if byEye.MatchString(r.Text) {
		l.Free, l.Amount = true, nil
		return nil
	}
	a, between, err := units.ParseAmounts(r.Text)
	if err == nil {
		l.Amount, l.Between, l.Either = &a, between, nil
	}
	return err
}

// put lists what a step takes.
func (r *giving) put() error {
	l := recipe.Line{Name: r.Gap.Line, Ingredient: r.Gap.Of, Step: r.Gap.Step}
	taken := map[string]bool{}
	for _, other := range r.c.Lines {
		taken[other.ID] = true
	}
	l.ID = recipe.Slug(l.Name, taken)
	if err := r.measured(&l); err != nil {
		return err
	}
	if l.Ingredient == "" {
		l.Ingredient, l.Component = r.b.Find(l.Name)
	}
	if l.Ingredient == "" && l.Component == "" {
		ids := map[string]bool{}
		for id := range r.b.Ingredients {
			ids[id] = true
		}
		i := recipe.Ingredient{ID: recipe.Slug(l.Name, ids), Name: l.Name}
		l.Ingredient, r.out.Ingredient = i.ID, &i
	}
	r.c.Lines = append(r.c.Lines, l)
	return nil
}

// goesInto says in which step a line goes in.
func (r *giving) goesInto(at int) error {
	if at < 0 {
		r.settle()
		return nil
	}
	for _, s := range r.c.Steps() {
		if strings.EqualFold(s.Name, r.Text) {
			r.c.Lines[at].Step = s.ID
			return nil
		}
	}
	return fault.Say("“%s” is no step of %s.", r.Text, r.c.Name)
}

// link says whether a line is another thing of the book.
func (r *giving) link(l *recipe.Line) error {
	if !strings.HasPrefix(strings.ToLower(r.Text), "yes") {
		r.settle()
		return nil
	}
	component, byProduct, _ := strings.Cut(r.Gap.Of, "/")
	if _, made := r.b.Components[component]; made {
		l.Ingredient, l.Component, l.ByProduct = "", component, byProduct
		return nil
	}
	l.Ingredient, l.Component = r.Gap.Of, ""
	return nil
}

// amount answers what a list makes, or what is on a plate. A bare number of what it makes
// is portions: a plate then takes one.
func (r *giving) amount() error {
	text, counted := r.Text, false
	if r.Gap.Field == recipe.GapYield && bareCount.MatchString(text) {
		text += " portions"
	}
	a, between, err := units.ParseAmounts(text)
	if r.Gap.Field == recipe.GapYield {
		if y, portions := entry.YieldOf(text); portions {
			a, between, err, counted = y, nil, nil, true
		}
	}
	if err != nil {
		_, err = units.ParseAmount(r.Text) // told in the words that were typed
		if err == nil {
			err = fault.Say("Must be more than 0.")
		}
		return err
	}
	if a.Quantity <= 0 {
		return fault.Say("Must be more than 0.")
	}
	if r.Gap.Field != recipe.GapPortion {
		r.c.Yield, r.c.Between = a, between
		r.out.Component = &r.c
		if p := r.d.PartOf(r.c.ID); p == nil || p.Portion != nil || !counted {
			return nil
		}
		a, between = units.Amount{Quantity: 1, Unit: units.Piece}, nil
	}
	d := r.d
	d.Parts = slices.Clone(d.Parts)
	for i := range d.Parts {
		if d.Parts[i].Component == r.c.ID {
			d.Parts[i].Portion, d.Parts[i].Between = &a, between
		}
	}
	r.out.Dish = &d
	return nil
}

// keeps answers how long something keeps.
func (r *giving) keeps() error {
	keeps := entry.KeepsFrom(r.Text)
	if len(keeps) == 0 {
		_, err := units.ParseKeeping(r.Text)
		return err
	}
	r.c.Keeps = append(slices.Clone(r.c.Keeps), keeps...)
	r.out.Component = &r.c
	return nil
}

// loss answers which share of an ingredient is lost in trimming.
func (r *giving) loss() error {
	i, known := r.b.Ingredients[r.Gap.Of]
	m := percentAt.FindStringSubmatch(r.Text)
	if !known || m == nil {
		return fault.Say("“%s” is not a share. Write 15 %%.", r.Text)
	}
	v, _ := strconv.ParseFloat(strings.Replace(m[1], ",", ".", 1), 64) // it is made of digits
	if v >= 100 {
		return fault.Say("Trim loss: 0 or more, and less than 100 %%.")
	}
	if v == 0 {
		r.settle()
		return nil
	}
	i.Loss = v / 100
	r.out.Ingredient = &i
	return nil
}
