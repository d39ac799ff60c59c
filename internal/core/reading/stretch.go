package reading

import (
	"math"
	"regexp"
	"slices"
	"strings"
	"unicode"
)

// HandStretch is a time in which hands are needed: from At seconds after the start of the step,
// below zero from its end, for For seconds; nil is as long as the step. What the line does
// not say and a cook takes as said is assumed.
type HandStretch struct {
	At      float64  `json:"at_s"`
	For     *float64 `json:"for_s" required:"true"`
	What    string   `json:"what,omitempty" doc:"what the hand does"`
	Assumed bool     `json:"assumed"`
}

// The ways in which a step keeps hands busy.
const (
	handsAll    = "all"
	handsStart  = "start"
	handsEnds   = "start and end"
	handsSlices = "slices"
	handsNone   = "none"
)

// longestStretch is how long a hand is at a thing to put it in, turn it or take it out: common
// practice, no source.
const longestStretch = 60

// mostStretches is how often a line may ask for hands: every minute of a day is no plan.
const mostStretches = 40

// stretches tells when hands are needed: what the line says, and what a cook adds to it.
func (r *stepReader) stretches() {
	o := &r.out
	whole, part := r.whole(), r.part()
	habit := r.habit()
	if o.Hands != nil && *o.Hands != handsSlices {
		o.Stretches = spread(*o.Hands, whole, part, false)
		return
	}
	said := r.moments(whole, part)
	if habit == handsAll && o.Hands != nil {
		habit = handsEnds
	}
	assumed := spread(habit, whole, part, true)
	if o.Hands != nil && habit == handsSlices { // the line says what happens in between
		assumed = spread(handsEnds, whole, part, true)
	}
	o.Stretches = merged(said, assumed, whole)
	if habit != "" && slices.ContainsFunc(o.Stretches, func(s HandStretch) bool { return s.Assumed }) {
		o.HandsAssumed = &habit
	}
}

// Lasting is the line with a time that was said elsewhere, and the hands that go with it.
func (l StepLine) Lasting(low, high *float64) StepLine {
	l.Low, l.High, l.HandsAssumed = low, high, nil
	r := stepReader{out: l, text: strings.Map(unicode.ToLower, plain(l.Line))}
	r.stretches()
	return r.out
}

// part is how long one stretch lasts.
func (r *stepReader) part() float64 {
	if r.out.HandsFor != nil {
		return *r.out.HandsFor
	}
	if whole := r.whole(); whole > 0 {
		return min(longestStretch, max(math.Floor(whole/4), 1))
	}
	return longestStretch
}

// Spread is when a way of keeping hands busy needs them in a step that lasts so many seconds;
// 0: nobody knows how long.
func Spread(hands string, whole float64) []HandStretch {
	r := stepReader{}
	if whole > 0 {
		r.out.Low, r.out.High = &whole, &whole
	}
	return merged(spread(hands, whole, r.part(), false), nil, whole)
}

// spread lays stretches over a step that lasts so long.
func spread(hands string, whole, part float64, assumed bool) []HandStretch {
	at := func(from float64) HandStretch { return HandStretch{At: from, For: &part, Assumed: assumed} }
	switch hands {
	case handsAll:
		return []HandStretch{throughout(whole, assumed)}
	case handsStart:
		return []HandStretch{at(0)}
	case handsEnds:
		return []HandStretch{at(0), at(-part)}
	case handsSlices:
		if whole == 0 {
			return []HandStretch{at(0), at(-part)}
		}
		return []HandStretch{at(0), at(max(part, math.Floor(whole/2-part/2))), at(-part)}
	}
	return []HandStretch{}
}

func throughout(whole float64, assumed bool) HandStretch {
	s := HandStretch{Assumed: assumed}
	if whole > 0 {
		s.For = &whole
	}
	return s
}

// merged puts what is said and what is assumed in order; where one runs into the next, hands
// are needed throughout.
func merged(said, assumed []HandStretch, whole float64) []HandStretch {
	all := append(slices.Clone(said), assumed...)
	from := func(s HandStretch) float64 {
		if s.At < 0 {
			return whole + s.At
		}
		return s.At
	}
	if whole > 0 {
		slices.SortStableFunc(all, func(a, b HandStretch) int { return int(math.Copysign(1, from(a)-from(b))) })
		for i := 1; i < len(all); i++ {
			before := all[i-1]
			if before.For == nil || from(all[i]) < from(before)+*before.For {
				return []HandStretch{throughout(whole, len(said) == 0)}
			}
		}
	}
	return all
}

var (
	everyTime = regexp.MustCompile(`\b(?:every|each) ?$`)
	atTime    = regexp.MustCompile(`\b(?:at|after) ?$`)
	doneOften = regexp.MustCompile(`\b(?:often|frequently|regularly)\b`)
	doneTwice = regexp.MustCompile(`\b(?:twice|a few times)\b`)
	itsAction = regexp.MustCompile(`\b(stir|skim|turn|bast|shak|toss|whisk|rotat|flip|brush|check|spoon|swirl|top|lacquer)(?:r|m|p)?(?:e|ing|ed)?\b`)
)

// moments are the stretches that the line says: "turning at 12 h", "every 5 min", "once".
func (r *stepReader) moments(whole, part float64) (out []HandStretch) {
	if r.out.Hands == nil {
		return nil
	}
	what := r.action()
	at := func(from float64) { out = append(out, HandStretch{At: from, For: &part, What: what}) }
	every := false
	for _, t := range times(r.text) {
		if t.low == nil || whole > 0 && *t.low >= whole {
			continue
		}
		switch before := r.text[:t.from]; {
		case everyTime.MatchString(before) && *t.low > 0:
			every = true
			for from := *t.low; from+part < whole && len(out) < mostStretches; from += *t.low {
				at(from)
			}
		case atTime.MatchString(before):
			at(*t.low)
		}
	}
	if len(out) > 0 || every || whole == 0 {
		return out
	}
	if each := max(2*longestStretch, whole/10); doneOften.MatchString(r.text) {
		for from := each; from+part < whole; from += each {
			at(from)
		}
		return out
	}
	if doneTwice.MatchString(r.text) {
		at(math.Floor(whole / 3))
		at(math.Floor(2 * whole / 3))
		return out
	}
	at(max(part, math.Floor(whole/2-part/2)))
	return out
}

// action is what the hand does, in the words of the line.
func (r *stepReader) action() string {
	for _, s := range r.out.Spans {
		if s.As != "hands" {
			continue
		}
		letters := []rune(r.text)
		if m := itsAction.FindStringSubmatch(string(letters[s.From:s.To])); m != nil {
			if strings.HasSuffix(m[1], "bast") || strings.HasSuffix(m[1], "shak") || strings.HasSuffix(m[1], "rotat") {
				return m[1] + "e"
			}
			return m[1]
		}
	}
	return ""
}
