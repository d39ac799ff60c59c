package recipe

import (
	"slices"
	"strings"
)

// Lead is how long before the plate a component's steps stand when nothing
// else is in the way: each as late as its waits allow.
type Lead struct {
	Component string     `json:"component"`
	Name      string     `json:"name"`
	Must      int64      `json:"must" doc:"seconds before the plate at which it must be begun at the latest, with all that goes into it"`
	May       *int64     `json:"may,omitempty" doc:"seconds before the plate at which it may be begun at the earliest; absent: no limit is said"`
	Hands     int64      `json:"hands" doc:"seconds of hands for so many portions"`
	Late      int64      `json:"late" doc:"of these, in the last half hour before the plate"`
	Steps     []LeadStep `json:"steps" nullable:"false" doc:"from the last gap on"`
	Open      bool       `json:"open,omitempty" doc:"a gap stands before the first of the steps"`
}

// LeadStep is one step, in seconds before the plate.
type LeadStep struct {
	Step    string `json:"step"`
	Name    string `json:"name"`
	From    int64  `json:"from"`
	To      int64  `json:"to"`
	Hands   bool   `json:"hands" doc:"hands are needed throughout"`
	Wait    int64  `json:"wait" doc:"shortest wait after it"`
	Most    *int64 `json:"most,omitempty" doc:"longest wait after it"`
	Working string `json:"working"`
}

// rush is the last stretch before the plate, in which hands are dearest, in
// seconds.
const rush = 1800

// Lead works backwards from the plate for so many portions, through what goes
// into the component too: that must be ready when the step that uses it
// begins. A step without a time ends the way back: what is before it cannot
// be timed.
func (b Book) Lead(c Component, portions int) Lead {
	l := c.Lead(portions)
	l.Must = b.must(c, portions, map[string]bool{c.ID: true})
	return l
}

// must is the longest way back from the plate.
func (b Book) must(c Component, portions int, open map[string]bool) int64 {
	own := c.Lead(portions)
	longest := own.Must
	if m := c.Method(); m.Bought != nil {
		longest += m.Bought.Order
	}
	for _, line := range c.Lines {
		if line.Component == "" || line.ByProduct != "" || open[line.Component] {
			continue
		}
		from := own.Must
		if at := c.UsedAt(line); at >= 0 {
			for _, s := range own.Steps {
				if s.Step == c.Steps()[at].ID {
					from = s.From
				}
			}
		}
		open[line.Component] = true
		longest = max(longest, from+b.must(b.Made(line.Component), portions, open))
		delete(open, line.Component)
	}
	return longest
}

// Lead works backwards through the component's own steps.
func (c Component) Lead(portions int) Lead {
	l := Lead{Component: c.ID, Name: c.Name, Steps: []LeadStep{}}
	steps := c.Steps()
	at, may, bounded := int64(0), int64(0), true
	for i := len(steps) - 1; i >= 0; i-- {
		s := steps[i]
		if s.Time == nil {
			l.Open, bounded = true, false
			break
		}
		lasts, working := s.Time.For(portions)
		to := at + s.Then.Least
		at = to + lasts
		if s.Then.Most == nil {
			bounded = bounded && s.Then.Reason == ""
		} else {
			may += *s.Then.Most
		}
		may += lasts
		l.hands(s.HandSpans(portions), at, int64(s.Time.Together()))
		l.Steps = append([]LeadStep{{s.ID, s.Name, at, to, s.Hands.Work == AllHands, s.Then.Least, s.Then.Most, working}}, l.Steps...)
	}
	l.Must = at
	if bounded && len(l.Steps) > 0 {
		l.May = &may
	}
	return l
}

// hands adds the stretches of hands, of so many cooks, of a step that begins so many seconds
// before the plate.
func (l *Lead) hands(spans [][2]int64, begins, cooks int64) {
	for _, p := range spans {
		l.Hands += (p[1] - p[0]) * cooks
		from, to := begins-p[0], begins-p[1]
		if to < rush {
			l.Late += (min(from, rush) - to) * cooks
		}
	}
}

// LeadIn is what must be ready before a step and nobody writes down.
type LeadIn string

// The lead-ins that the words of a step ask for. Ovens are not among them: the
// planning format counts their heating itself.
const (
	Boiling LeadIn = "boil"   // a pot of water at the boil
	Ice     LeadIn = "ice"    // a bowl of water and ice
	Temper  LeadIn = "temper" // out of the cold, so that it is not cold in the middle
)

// Tempers tells whether a step of a component wants what it cooks out of the cold some
// time before: it sears or roasts what the step before left in a cold place, and no
// step of the method tempers it. One school does so; another goes straight from cold,
// and leaves it out. Common practice.
func (c Component) Tempers(at int, cold func(kind string) bool) bool {
	steps := c.Steps()
	if at <= 0 || at >= len(steps) {
		return false
	}
	place := steps[at-1].Then.Place
	if place == nil || !cold(place.Kind) || slices.ContainsFunc(steps, func(s Step) bool { return strings.Contains(strings.ToLower(s.Name), "temper") }) {
		return false
	}
	name := strings.ToLower(steps[at].Name)
	return slices.ContainsFunc([]string{"sear", "roast", "grill"}, func(w string) bool { return strings.HasPrefix(name, w) })
}

// LeadIns are read from what a step says: blanching wants water that boils,
// refreshing wants ice. A step that brings its own water to the boil over a longer
// time is not blanching. Common practice.
func (s Step) LeadIns() (out []LeadIn) {
	text := strings.ToLower(s.Name + " " + s.Said)
	has := func(words ...string) bool {
		return slices.ContainsFunc(words, func(w string) bool { return strings.Contains(text, w) })
	}
	if has("blanch", "boiling water", "boiling salted water") {
		out = append(out, Boiling)
	}
	if has("ice water", "iced water", "ice bath", "refresh", "shock in", "into ice", "in ice") {
		out = append(out, Ice)
	}
	return out
}
