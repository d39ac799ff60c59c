package recipe

import (
	"fmt"
	"slices"

	"jointime/internal/core/fault"
	"jointime/internal/core/units"
)

// Wait is the time between a step and what follows it. It has two sides, a
// place that it keeps, and a reason.
type Wait struct {
	Least  int64    `json:"least,omitempty" minimum:"0" maximum:"5184000"`
	Best   *int64   `json:"best,omitempty" minimum:"0" maximum:"5184000" doc:"how long it is wanted to be, between the least and the most"`
	Most   *int64   `json:"most,omitempty" minimum:"0" maximum:"5184000"`
	Soft   bool     `json:"soft,omitempty" doc:"the longest wait may be passed at a price"`
	Place  *Needed  `json:"place,omitempty" doc:"what it keeps meanwhile"`
	Own    bool     `json:"own,omitempty" doc:"the place is the very oven of the step, turned to the setting of the place: a roast that rests where it was roasted"`
	Reason string   `json:"reason,omitempty" maxLength:"200"`
	Does   *Holding `json:"does,omitempty" doc:"what waiting does to it"`
	Moved  *Moved   `json:"moved,omitempty" doc:"where it waits after that: rest 6 min, then a warm place up to 20 min"`

	Assumed bool `json:"-"` // nobody said how long it may be at most: Most is what the plan takes
}

// Holding is what waiting does to food, by the minute, and what is done about it.
type Holding struct {
	What    string  `json:"what" enum:"thickens,loses,skins,softens,improves"`
	Percent float64 `json:"percent,omitempty" minimum:"0" maximum:"50" doc:"a minute, of what thickens or is lost"`
	To      int64   `json:"to,omitempty" minimum:"0" maximum:"5184000" doc:"seconds up to which it improves"`
	Rescue  string  `json:"rescue,omitempty" maxLength:"200" doc:"what is done when it has waited"`
	Reheat  string  `json:"reheat,omitempty" maxLength:"200" doc:"how it is brought back before the next step, or the plate: told there, and not timed"`
}

// BroughtBack is how what a step takes, or the plate (Plate), is brought back after it has waited.
func (c Component) BroughtBack(step string) (out []Word) {
	steps := c.Steps()
	at := c.StepAt(step)
	if step == Plate {
		at = len(steps)
	}
	if at < 1 {
		return nil
	}
	if d := steps[at-1].Then.Does; d != nil && d.Reheat != "" {
		out = append(out, Word{When: "it has waited", Then: d.Reheat})
	}
	return out
}

// word is what whoever keeps it has to know.
func (h *Holding) word() Word {
	w := Word{When: "while it waits", Then: h.What}
	if h.Percent > 0 {
		w.Then += fmt.Sprintf(" %g %% a minute", h.Percent)
	}
	if h.To > 0 {
		w.Then += ", up to " + units.FormatDuration(h.To)
	}
	if h.Rescue != "" {
		w.Then += "; " + h.Rescue
	}
	return w
}

// planned is how long a wait is reckoned with, in seconds: as long as it is best, or else the middle
// of its two sides, or its least.
func (w Wait) planned() int64 {
	switch {
	case w.Best != nil:
		return *w.Best
	case w.Most != nil:
		return (w.Least + *w.Most) / 2
	}
	return w.Least
}

// mostLost is the largest share that is reckoned to be lost in waiting.
const mostLost = 0.9

// LostWaiting is the share of a component that is lost while it waits, as its waits are reckoned with,
// and for how many seconds it does: 0.5 % a minute over 8 min is 0.04.
func (c Component) LostWaiting() (share float64, seconds int64) {
	for _, s := range c.Steps() {
		if d := s.Then.Does; d != nil && d.What == "loses" {
			share += d.Percent / 100 * float64(s.Then.planned()) / 60
			seconds += s.Then.planned()
		}
	}
	return min(share, mostLost), seconds
}

// GoesOn tells whether what follows some steps goes straight on with the last of them, with the
// hands that had it: no more than some seconds later.
func GoesOn(before []Step, within int64) bool {
	if len(before) == 0 {
		return false
	}
	last := before[len(before)-1]
	return last.Hands.Work == AllHands && last.Then.Most != nil && *last.Then.Most <= within
}

// StandsFor tells whether a cook has looked at the wait after a step that nobody limited, and let it stand.
func (c Component) StandsFor(s Step) bool {
	return slices.Contains(c.Settled, Gap{Field: GapWait, Step: s.ID}.Key())
}

// Moved is a second wait after the same step, in another place: somebody takes it there.
type Moved struct {
	Least  int64   `json:"least,omitempty" minimum:"0" maximum:"5184000"`
	Most   *int64  `json:"most,omitempty" minimum:"0" maximum:"5184000"`
	Soft   bool    `json:"soft,omitempty" doc:"the longest wait may be passed at a price"`
	Place  *Needed `json:"place,omitempty" doc:"what it keeps meanwhile"`
	Reason string  `json:"reason,omitempty" maxLength:"200"`
}

// Deadline is an hour on the day of the service, or on a day before it.
type Deadline struct {
	DaysBefore int    `json:"daysBefore" minimum:"0" maximum:"30"`
	Clock      string `json:"clock"`
	Reason     string `json:"reason,omitempty" maxLength:"200"`
	Strict     bool   `json:"strict,omitempty" doc:"of an hour by which it is over: a limit, and not only a wish"`
}

// Chain is a wait over several steps of a method: cured 24 to 72 h in all, turned in between.
// It also counts from a moment inside a step, and to the end of work on the last piece.
type Chain struct {
	From   Point  `json:"from"`
	To     Point  `json:"to"`
	Least  int64  `json:"least,omitempty" minimum:"0" maximum:"5184000"`
	Best   *int64 `json:"best,omitempty" minimum:"0" maximum:"5184000" doc:"how long it is wanted to be"`
	Most   *int64 `json:"most,omitempty" minimum:"0" maximum:"5184000"`
	Soft   bool   `json:"soft,omitempty" doc:"the most may be passed at a price"`
	Reason string `json:"reason,omitempty" maxLength:"200" doc:"what it is called: cured, on ice"`
}

// Point is a moment of a step: so many seconds after its start, or before its end.
type Point struct {
	Step string `json:"step" minLength:"1" doc:"id; of the second moment also plate: the first placing"`
	At   int64  `json:"at,omitempty" minimum:"0" maximum:"5184000" doc:"seconds after its start, or before its end"`
	End  bool   `json:"end,omitempty" doc:"counted from its end, which is the end of work on the last piece"`
}

// StepOrder is which of two steps of a method always comes first, and why.
type StepOrder struct {
	First  string `json:"first" minLength:"1" doc:"id of a step"`
	Then   string `json:"then" minLength:"1" doc:"id of a step"`
	Reason string `json:"reason,omitempty" maxLength:"200"`
}

// sides asks that two sides of a wait are two sides, and that what is wanted lies between.
func sides(at string, least int64, best, most *int64, l *fault.List) {
	if least < 0 {
		l.Add(at+".least", "Must be 0 or more.")
	}
	if most != nil && *most < least {
		l.Add(at+".most", "Up to %s is less than at least %s.", units.FormatDuration(*most), units.FormatDuration(least))
	}
	if best != nil && (*best < least || most != nil && *best > *most) {
		l.Add(at+".best", "Best at %s is not between the least and the most.", units.FormatDuration(*best))
	}
}

func (d *Deadline) validate(at string, l *fault.List) {
	if d == nil {
		return
	}
	if _, err := units.ParseClock(d.Clock); err != nil {
		l.Add(at+".clock", "%v", err)
	}
}

// before is how much earlier than another hour it is, in seconds.
func (d Deadline) before(o Deadline) int64 {
	a, _ := units.ParseClock(d.Clock)
	b, _ := units.ParseClock(o.Clock)
	return int64(d.DaysBefore-o.DaysBefore)*86400 + b - a
}

// validateWaits finds what is malformed in the waits and orders of a method: steps that are not
// there, a chain that runs backwards, an order that the steps do not keep.
func (m Method) validateWaits(at string, l *fault.List) {
	place := map[string]int{Plate: len(m.Steps)}
	for i, s := range m.Steps {
		place[s.ID] = i
	}
	known := func(field, step string) bool {
		_, is := place[step]
		if !is {
			l.Add(field, "No such step: “%s”.", step)
		}
		return is
	}
	for i, c := range m.Chains {
		field := fmt.Sprintf("%s.chains[%d]", at, i)
		if known(field+".from.step", c.From.Step) && known(field+".to.step", c.To.Step) && (place[c.From.Step] > place[c.To.Step] || c.From.Step == Plate) {
			l.Add(field+".to.step", "Must come after the step that it counts from.")
		}
		if c.To.Step == Plate && (c.To.At != 0 || c.To.End) {
			l.Add(field+".to.at", "It counts to the first placing.")
		}
		if c.Least == 0 && c.Most == nil && c.Best == nil {
			l.Add(field+".least", "How long at least, or at most?")
		}
		sides(field, c.Least, c.Best, c.Most, l)
	}
	for i, o := range m.Orders {
		field := fmt.Sprintf("%s.orders[%d]", at, i)
		if known(field+".first", o.First) && known(field+".then", o.Then) && place[o.First] >= place[o.Then] {
			l.Add(field, "%s", m.brokenOrder(o))
		}
	}
}

// brokenOrder says which order the steps do not keep, and why it is asked for.
func (m Method) brokenOrder(o StepOrder) string {
	name := func(id string) string {
		for _, s := range m.Steps {
			if s.ID == id {
				return s.Name
			}
		}
		return id
	}
	says := fmt.Sprintf("“%s” always comes before “%s”", name(o.First), name(o.Then))
	if o.Reason != "" {
		says += ": " + o.Reason
	}
	return says + "."
}

// SpanWords are what whoever does a step has to know of its hours, and of the waits over several
// steps that begin with it.
func (m Method) SpanWords(s Step) (out []Word) {
	if d := s.NotBefore; d != nil {
		w := Word{When: "not before", Then: d.Clock}
		if d.Reason != "" {
			w.Then += ": " + d.Reason
		}
		out = append(out, w)
	}
	for _, c := range m.Chains {
		if c.From.Step != s.ID {
			continue
		}
		to := "the plate"
		for _, o := range m.Steps {
			if o.ID == c.To.Step {
				to = "“" + o.Name + "”"
			}
		}
		w := Word{When: orElse(c.Reason, "in all"), Then: "until " + to + " " + c.says()}
		out = append(out, w)
	}
	return out
}

// says is how long a wait over several steps is, on both sides.
func (c Chain) says() string {
	text := "up to "
	switch {
	case c.Most == nil:
		text = "at least " + units.FormatDuration(c.Least)
	case c.Least == 0:
		text += units.FormatDuration(*c.Most)
	default:
		text = units.FormatRange(units.Range{Quick: c.Least, Usual: (c.Least + *c.Most) / 2, Slow: *c.Most})
	}
	if c.Best != nil {
		text += ", best " + units.FormatDuration(*c.Best)
	}
	return text
}
