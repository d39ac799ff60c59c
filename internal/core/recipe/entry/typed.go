// Package entry makes of what a cook types or pastes what the book keeps: steps, lines,
// whole dishes; and says it again in one line.
package entry

import (
	"math"
	"regexp"
	"slices"
	"strings"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/reading"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// StepsFrom makes the steps that a line says: its main action, and what
// follows that is more than a wait. What the line leaves open and the kitchen
// fills by its own habit is marked as ours. The ids are new among taken.
func StepsFrom(l reading.StepLine, k kitchen.Kitchen, taken map[string]bool) []recipe.Step {
	if l.Kind != reading.StepKind {
		return nil
	}
	verb := ""
	if l.Verb != nil {
		verb = *l.Verb
	}
	actions := len(l.Then)
	l = together(l)
	s := recipe.Step{Name: nameOf(l, actions-len(l.Then)), Said: l.Line, Equipment: []recipe.Needed{}, Left: l.UntilFraction}
	s.Time = timeOf(l.Low, l.High)
	if l.Cue != nil {
		s.Cues = []recipe.Cue{{Sense: senseOf(*l.Cue), Right: *l.Cue}}
	}
	equip(&s, l, verb, k)
	hold(&s, l, verb)
	newID(&s, taken)
	out := []recipe.Step{s}
	for _, t := range l.Then {
		last := &out[len(out)-1]
		if waiting[t.What] && (t.Low != nil || t.High != nil) && last.Then == (recipe.Wait{}) {
			last.Then = waitOf(t)
			if t.High == nil || t.Low != nil && *t.High == *t.Low {
				mark(last, "wait")
			}
			continue
		}
		out = append(out, stepOf(t, k, taken))
	}
	if len(out) == 1 {
		reduces(&out[0], l.Line)
	}
	for i := range out[1:] {
		reduces(&out[i+1], out[i+1].Name)
	}
	return out
}

// reduces notes to which amount a step boils down, if its words say so.
func reduces(s *recipe.Step, words string) {
	m := reducedTo.FindStringSubmatch(words)
	if m == nil || s.Left != nil {
		return
	}
	if a, err := units.ParseAmount(m[1]); err == nil && a.Unit.Kind() != units.Count {
		s.Until = &a
	}
}

// reducedTo is a reduction to an amount: “reduce to 200 ml”.
var reducedTo = regexp.MustCompile(`(?i)\breduc\w*\b[^,;.]*?\bto (?:about )?(\d+(?:[.,]\d+)? ?[a-z]+)\b`)

// bothTimed is a time that stands behind two actions, after a comma.
var bothTimed = regexp.MustCompile(`^[^,;.]*\band [^,;.]*, (?:about )?\d`)

// together takes two verbs that share what is done and its time for one
// action: "oil and salt the skin, 2 min", "crack the crust and carve, 6 min".
func together(l reading.StepLine) reading.StepLine {
	if l.Verb == nil || len(l.Then) == 0 || l.Low != nil || l.High != nil || l.Cue != nil {
		return l
	}
	t := l.Then[0]
	line := strings.ToLower(l.Line)
	if strings.Contains(line, *l.Verb+" and "+t.What) || bothTimed.MatchString(line) && strings.Contains(line, " and "+t.What) {
		l.Low, l.High, l.Then = t.Low, t.High, l.Then[1:]
		if t.Note != nil {
			l.Cue = reading.Step(t.What + " " + *t.Note).Cue
		}
		if onHeat[t.What] {
			what := t.What
			l.Verb = &what
		}
	}
	return l
}

func stepOf(t reading.Then, k kitchen.Kitchen, taken map[string]bool) recipe.Step {
	note := ""
	if t.Note != nil {
		note = *t.Note
	}
	again := reading.Step(strings.TrimSpace(t.What + " " + note))
	s := recipe.Step{Name: clip(strings.TrimSpace(t.What + " " + note)), Time: timeOf(t.Low, t.High), Equipment: []recipe.Needed{}}
	if again.Cue != nil {
		s.Cues = []recipe.Cue{{Sense: senseOf(*again.Cue), Right: *again.Cue}}
	}
	equip(&s, again, t.What, k)
	hold(&s, again, t.What)
	newID(&s, taken)
	return s
}

func timeOf(low, high *float64) *recipe.Time {
	switch {
	case low == nil && high == nil:
		return nil
	case low == nil:
		low = high
	case high == nil:
		high = low
	}
	q, s := int64(math.Round(*low)), int64(math.Round(*high))
	if q > s {
		return nil
	}
	return &recipe.Time{Quick: q, Usual: (q + s) / 2, Slow: s, Per: recipe.Once}
}

// waitOf is a rest. Where only one figure is said, twice as long is still
// borne: the kitchen's own habit.
func waitOf(t reading.Then) recipe.Wait {
	w := recipe.Wait{Reason: t.What}
	if t.Note != nil {
		w.Reason = clip(t.What + ", " + *t.Note)
	}
	if t.Low == nil {
		most := int64(*t.High)
		w.Most = &most
		return w
	}
	w.Least = int64(*t.Low)
	most := int64(*t.Low) * 2
	if t.High != nil && *t.High > *t.Low {
		most = int64(*t.High)
	} else {
		w.Soft = true
	}
	if t.High == nil {
		return w
	}
	w.Most = &most
	return w
}

func mark(s *recipe.Step, field string) {
	if !slices.Contains(s.Ours, field) {
		s.Ours = append(s.Ours, field)
	}
}

var notName = regexp.MustCompile(`(?i)\s*(?:[,;(]|\bfor\b|\bat\b|\buntil\b|\btill\b|\babout\b|\bin the\b|\bin a\b|\bunder\b|\bwith\b|\bover\b|\bto a core\b|\d).*$`)

var joining = regexp.MustCompile(`(?i)[\s,;]*(?:\b(?:and|then|and then)\b)?[\s,;]*$`)

var notInName = regexp.MustCompile(`(?i)\s*(?:[,;(]|\bfor (?:about )?\d|\bat \d|\buntil\b|\btill\b|\d).*$`)

// nameOf is a short name for a line: its verb and what it is done to, up to
// the action that follows the first one and those that were taken with it.
func nameOf(l reading.StepLine, taken int) string {
	letters := []rune(l.Line)
	from, to := 0, len(letters)
	for _, s := range l.Spans {
		switch {
		case s.As == "verb" && from == 0:
			from = s.From
		case s.As == "then" && taken > 0:
			taken--
		case s.As == "then" && s.From < to && s.From > from:
			to = s.From
		}
	}
	text := strings.TrimSpace(joining.ReplaceAllString(string(letters[from:to]), ""))
	name := strings.Trim(notName.ReplaceAllString(text, ""), " .:")
	if !strings.Contains(name, " ") {
		name = strings.Trim(notInName.ReplaceAllString(text, ""), " .:")
	}
	if name == "" && l.Verb != nil {
		name = *l.Verb
	}
	if name == "" {
		name = text
	}
	return clip(words.Lower(name))
}

func clip(name string) string {
	r := []rune(strings.TrimSpace(name))
	if len(r) > 80 {
		r = append(r[:79], '…')
	}
	return string(r)
}

var measuring = regexp.MustCompile(`(?i)\b(?:core|°|probe|reads|needle|temperature)\b|°`)

// senseOf guesses the sense of a cue by words that leave no doubt.
func senseOf(cue string) string {
	switch {
	case measuring.MatchString(cue):
		return "measure"
	case words.Names(cue, "golden brown pale colour clear translucent foam bubble foaming bubbles smooth mahogany"):
		return "see"
	case words.Names(cue, "tender soft springy firm crisp flakes"):
		return "feel"
	case words.Names(cue, "smell smells"):
		return "smell"
	}
	return ""
}
