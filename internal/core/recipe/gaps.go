package recipe

import (
	"fmt"
	"strings"

	"jointime/internal/core/kitchen"
)

// HoldsUp says what a gap makes impossible.
type HoldsUp string

// What a gap holds up. The last is the lesser one: the dish can be planned.
const (
	CannotBeTimed  HoldsUp = "cannot be timed"
	CannotBeSet    HoldsUp = "cannot be set"
	CannotBeBought HoldsUp = "cannot be bought"
	CannotBeMade   HoldsUp = "cannot be made"
	CannotBeJudged HoldsUp = "cannot be judged"
)

// Gap is what a method leaves open and somebody has to decide.
type Gap struct {
	Component string  `json:"component"`
	Step      string  `json:"step,omitempty"`
	Line      string  `json:"line,omitempty" doc:"name of the ingredient line"`
	Field     string  `json:"field" enum:"time,setting,portion,steps,cue,amount,unused,unlisted,twice,byProduct,name" doc:"what is to be decided"`
	Title     string  `json:"title"`
	Question  string  `json:"question"`
	HoldsUp   HoldsUp `json:"holdsUp"`
	Lesser    bool    `json:"lesser,omitempty"`
	Default   string  `json:"default,omitempty" doc:"what the kitchen's own defaults would put in"`
}

// Gaps lists what a dish leaves open, in the order of its components, and of
// what goes into them. The kitchen says what has a temperature and where food
// cooks.
func (b Book) Gaps(d Dish, k kitchen.Kitchen) []Gap { return b.gaps(d, k, b.lexicon()) }

func (b Book) gaps(d Dish, k kitchen.Kitchen, known lexicon) []Gap {
	gaps := []Gap{}
	for _, c := range b.Within(d) {
		if p := d.part(c.ID); p != nil && p.Portion == nil {
			gaps = append(gaps, Gap{Component: c.ID, Field: "portion", Title: c.Name, Question: "how much on a plate?", HoldsUp: CannotBeBought})
		}
		if len(c.Steps()) == 0 && c.Method().Bought == nil {
			gaps = append(gaps, Gap{Component: c.ID, Field: "steps", Title: c.Name, Question: "how is it made?", HoldsUp: CannotBeMade})
		}
		for _, s := range c.Steps() {
			gaps = append(gaps, c.stepGaps(s, k)...)
		}
		gaps = append(gaps, b.lineGaps(c, known)...)
		gaps = append(gaps, b.overYield(c, Ways{Measures: k.Sizes()})...)
	}
	return append(gaps, oneNameForTwo(b.Within(d), known)...)
}

func (c Component) stepGaps(s Step, k kitchen.Kitchen) (gaps []Gap) {
	gap := func(field, question string, holds HoldsUp, filled string) {
		gaps = append(gaps, Gap{Component: c.ID, Step: s.ID, Field: field, Title: fmt.Sprintf("%s, %s", c.Name, s.Name), Question: question, HoldsUp: holds, Lesser: holds == CannotBeJudged, Default: filled})
	}
	switch {
	case s.Time == nil && s.Cue() == "":
		gap("time", "how long, how do you know?", CannotBeTimed, defaultTimeWords(s))
	case s.Time == nil:
		gap("time", "a working time for the plan?", CannotBeTimed, defaultTimeWords(s))
	case s.Time.Per == PerTable && s.Time.Table != nil:
		if _, why, ok := s.Time.Table.Seconds(); !ok {
			gap("time", why+": how long then?", CannotBeTimed, "")
		}
	}
	cooks := false
	for _, n := range s.Equipment {
		for _, e := range k.OfKind(n.Kind) {
			cooks = cooks || e.Cooks
			if e.Heating != nil && n.Setting == nil {
				gap("setting", fmt.Sprintf("%s at how many °C?", e.Name), CannotBeSet, defaultSettingWords(s))
				break
			}
		}
	}
	if s.Time != nil && s.Cue() == "" && cooks {
		gap("cue", "how do you know it is done?", CannotBeJudged, "")
	}
	return append(gaps, c.disagreements(s)...)
}

// lineGaps are what the list of ingredients and the method do not agree on.
func (b Book) lineGaps(c Component, known lexicon) (gaps []Gap) {
	gap := func(l Line, field, question string, holds HoldsUp, lesser bool) {
		gaps = append(gaps, Gap{Component: c.ID, Line: l.Name, Field: field, Title: c.Name + ", " + l.Name, Question: question, HoldsUp: holds, Lesser: lesser})
	}
	tells := c.tells()
	for _, l := range c.Lines {
		if l.Amount == nil && !l.Free {
			gap(l, "amount", "how much of it?", CannotBeBought, false)
		}
		if tells && !names(c.Name, l.Name) && c.UsedAt(l) < 0 {
			gap(l, "unused", "listed, and no step uses it: where does it go in?", CannotBeMade, true)
		}
		if l.ByProduct != "" && !b.gives(l) {
			gap(l, "byProduct", "nothing gives it: where does it come from?", CannotBeBought, false)
		}
	}
	gaps = append(gaps, b.unlisted(c, known)...)
	sortGaps(gaps)
	return gaps
}

// tells reports whether the method speaks of what goes in: of three lines in
// five or more. One that is written in bare verbs leaves nobody in doubt.
func (c Component) tells() bool {
	told := 0
	for _, l := range c.Lines {
		if c.UsedAt(l) >= 0 {
			told++
		}
	}
	return told > 0 && 5*told >= 3*len(c.Lines)
}

// gives tells whether a component leaves over what a line wants from it.
func (b Book) gives(l Line) bool {
	for _, p := range b.Made(l.Component).ByProducts {
		if p.ID == l.ByProduct {
			return true
		}
	}
	return false
}

// unlisted finds steps whose typed words speak of an ingredient by its whole
// name, though neither it nor anything of that name is listed.
func (b Book) unlisted(c Component, known lexicon) (gaps []Gap) {
	for _, s := range c.Steps() {
		said := " " + plainName(s.Name+" "+s.Said) + " "
		for _, i := range known.ingredients {
			if i.plain == "" || i.plain == "water" || i.plain == "ice" || !strings.Contains(said, " "+i.plain+" ") || b.lists(c, i) {
				continue
			}
			gaps = append(gaps, Gap{Component: c.ID, Step: s.ID, Line: i.name, Field: "unlisted", Title: fmt.Sprintf("%s, %s", c.Name, s.Name), Question: fmt.Sprintf("uses %s, which is not listed: how much?", i.name), HoldsUp: CannotBeBought, Lesser: true})
		}
	}
	return gaps
}

// lists tells whether a thing is on the list of a component, or is what the
// component itself is.
func (b Book) lists(c Component, i named) bool {
	for _, l := range c.Lines {
		if l.Ingredient == i.id || names(l.Name, i.name) || l.Component != "" && names(b.Components[l.Component].Name, i.name) {
			return true
		}
	}
	return names(c.Name, i.name)
}

// oneNameForTwo finds two things of the book that cooks would call the same.
func oneNameForTwo(within []Component, known lexicon) (gaps []Gap) {
	gap := func(c Component, question string) {
		gaps = append(gaps, Gap{Component: c.ID, Field: "name", Title: c.Name, Question: question, HoldsUp: CannotBeMade, Lesser: true})
	}
	for n, c := range within {
		plain := plainName(c.Name)
		for _, id := range known.components[plain] {
			if id != c.ID && !among(within[:n], id) {
				gap(c, "two components have this name: which one is meant?")
			}
		}
		if id, bought := known.bought[plain]; bought && !c.takes(id) {
			gap(c, "something bought has this name too: which one is meant?")
		}
	}
	return gaps
}

// takes tells whether an ingredient is on the component's own list: what is
// made of dill may be called dill.
func (c Component) takes(ingredient string) bool {
	for _, l := range c.Lines {
		if l.Ingredient == ingredient {
			return true
		}
	}
	return false
}

func among(list []Component, id string) bool {
	for _, c := range list {
		if c.ID == id {
			return true
		}
	}
	return false
}
