// Package entry makes of what a cook types or pastes what the book keeps: steps, lines,
// whole dishes; and says it again in one line.
package entry

import (
	"math"
	"regexp"
	"slices"
	"strconv"
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
	return following(mainStep(&l, k, taken), l, k, taken)
}

// After makes of a line that comes after a step what it says: a wait of that step, or steps
// of its own. It gives all of them, the step before with them.
func After(before recipe.Step, l reading.StepLine, k kitchen.Kitchen, taken map[string]bool) []recipe.Step {
	if l.Kind == reading.StepKind && waitAfter(&before, l, k) {
		return following(before, l, k, taken)
	}
	more := StepsFrom(l, k, taken)
	if len(more) > 0 {
		if len(more) == 1 && sends(&before, more[0], l.Line) {
			before.Said += "\n" + l.Line
			return []recipe.Step{before}
		}
		follows(&before, more[0])
	}
	return append([]recipe.Step{before}, more...)
}

// mainStep is the first action of a line, and those that are done with it.
func mainStep(l *reading.StepLine, k kitchen.Kitchen, taken map[string]bool) recipe.Step {
	verb := ""
	if l.Verb != nil {
		verb = *l.Verb
	}
	actions := len(l.Then)
	*l = together(*l)
	s := recipe.Step{Name: nameOf(*l, actions-len(l.Then)), Said: l.Line, Equipment: []recipe.Needed{}, Left: ownFraction(*l)}
	if !putAway(&s, *l, k) {
		s.Time = timeOf(l.Low, l.High)
		if s.Time != nil && l.Best != nil {
			s.Time.Usual = int64(math.Round(*l.Best))
		}
		s.NotBefore, s.By = hourOf(l.NotBefore), hourOf(l.By)
		s.Ceiling, s.Optional = ceilingOf(l.Line), optionalSaid.MatchString(l.Line)
		shareWork(&s, l.Line)
		batched(&s, l.Line)
		window(&s, *l, k)
		equip(&s, *l, verb, k)
		hands(&s, *l)
	}
	if l.Cue != nil {
		s.Cues = []recipe.Cue{{Sense: SenseOf(*l.Cue), Right: *l.Cue}}
	}
	s.Note = remark(*l, s)
	if s.Time != nil && s.Time.Per == recipe.PerBatch { // that is said by its time
		s.Note = strings.Trim(batchOf.ReplaceAllString(s.Note, ""), " ,")
	}
	quick(&s, verb)
	toOrder(&s, firstOf(*l))
	newID(&s, taken)
	return s
}

// ownFraction is what the main action leaves of a liquid; nil where what follows reduces it.
func ownFraction(l reading.StepLine) *float64 {
	for _, t := range l.Then {
		if t.Note != nil && reading.Step(t.What+" "+*t.Note).UntilFraction != nil {
			return nil
		}
	}
	return l.UntilFraction
}

// firstOf is the part of a line in which its main action is said.
func firstOf(l reading.StepLine) string {
	letters := []rune(l.Line)
	for _, span := range l.Spans {
		if span.As == "then" && len(l.Then) > 0 {
			return string(letters[:min(span.From, len(letters))])
		}
	}
	return l.Line
}

// toOrder tells a step that is done for each wave of plates: "to order", "à la minute".
func toOrder(s *recipe.Step, line string) {
	if !eachOrder.MatchString(line) {
		return
	}
	s.EachWave = !orderAhead.MatchString(line)
	s.Note = strings.Trim(strings.TrimSpace(eachOrder.ReplaceAllString(s.Note, "")), ", ")
	if s.Note == "order" {
		s.Note = ""
	}
}

// orderAhead says that what stands behind it is done to order.
var orderAhead = regexp.MustCompile(`(?i)\bto order:`)

var eachOrder = regexp.MustCompile(`(?i)\b(?:to order|per order|(?:for )?each order|à la minute|a la minute|on order|for each (?:plate|wave))\b`)

// following adds what a line says after its main action.
func following(s recipe.Step, l reading.StepLine, k kitchen.Kitchen, taken map[string]bool) []recipe.Step {
	out := []recipe.Step{s}
	for _, t := range l.Then {
		last := &out[len(out)-1]
		if waiting[t.What] && (t.Low != nil || t.High != nil) {
			w := waitOf(t.Low, t.High)
			w.Reason, w.Best = t.What, seconds(t.Best)
			if t.Note != nil {
				w.Reason = clip(strings.Replace(t.What+", "+*t.Note, "keep, ", "keep ", 1))
				w.Place = placeOf(reading.StepLine{Line: *t.Note}, k)
			}
			if last.Then == (recipe.Wait{}) {
				last.Then = w
				continue
			}
			if last.Then.Moved == nil && onlyWaiting[t.What] && (last.Then.Least > 0 || last.Then.Most != nil) {
				last.Then.Moved = movedTo(w)
				continue
			}
		}
		next := stepOf(t, k, taken)
		next.EachWave = next.EachWave || orderAhead.MatchString(l.Line)
		if sends(last, next, l.Line) {
			continue
		}
		follows(last, next)
		out = append(out, next)
	}
	if len(out) == 1 {
		reduces(&out[0], l.Line)
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

// cutting are the knife's work that is done in one go.
var cutting = setOf("peel core pit stone deseed trim top tail wash scrub halve quarter dice chop slice cut mince pick shred grate")

// bareFirst tells a line whose first action has no object of its own: it shares that of the next.
func bareFirst(l reading.StepLine) bool {
	letters := []rune(l.Line)
	from, to := -1, -1
	for _, s := range l.Spans {
		switch {
		case s.As == "verb" && from < 0:
			from = s.To
		case s.As == "then" && to < 0:
			to = s.From
		}
	}
	if from < 0 || to <= from || to > len(letters) {
		return false
	}
	for _, w := range strings.FieldsFunc(string(letters[from:to]), func(c rune) bool { return c == ' ' || c == ',' || c == '&' }) {
		if w != "and" && !cutting[strings.ToLower(w)] {
			return false
		}
	}
	return true
}

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
	if cutting[*l.Verb] && cutting[t.What] && bareFirst(l) { // "peel, core & chop the apples"
		rest := l
		rest.Then = l.Then[1:]
		return together(rest.Lasting(t.Low, t.High))
	}
	if strings.Contains(line, *l.Verb+" and "+t.What) || bothTimed.MatchString(line) && strings.Contains(line, " and "+t.What) {
		l.Then = l.Then[1:]
		l = l.Lasting(t.Low, t.High)
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
	again := reading.Step(strings.TrimSpace(t.What+" "+note)).Lasting(t.Low, t.High)
	s := recipe.Step{Name: nameOf(again, 0), Time: timeOf(t.Low, t.High), Equipment: []recipe.Needed{}, Left: again.UntilFraction}
	if again.Cue != nil {
		s.Cues = []recipe.Cue{{Sense: SenseOf(*again.Cue), Right: *again.Cue}}
	}
	equip(&s, again, t.What, k)
	hands(&s, again)
	s.Note = remark(again, s)
	quick(&s, t.What)
	reduces(&s, again.Line)
	toOrder(&s, again.Line)
	newID(&s, taken)
	return s
}

// batchOf is for how many portions a time holds: "1 min a batch of 4 portions", "8 at a time".
var batchOf = regexp.MustCompile(`(?i)(?:\b(?:a|per|each|every|for (?:each|every))\s+)?\bbatch(?:es)? of (\d{1,3})(?: [\pL]+)?|\b(?:per|every|for (?:each|every)) (\d{1,3}) [\pL]+|\b(\d{1,3}) at a time(?:, batch)?`)

var timeWord = regexp.MustCompile(`(?i)\b(?:min|mins|minutes?|s|secs?|seconds?|h|hrs?|hours?|days?)$`)

// batched tells a time that holds for a batch.
func batched(s *recipe.Step, line string) {
	m := batchOf.FindStringSubmatch(line)
	if m == nil || s.Time == nil || timeWord.MatchString(m[0]) {
		return
	}
	n, err := strconv.Atoi(m[1] + m[2] + m[3])
	if err == nil && n > 0 {
		s.Time.Per, s.Time.Batch = recipe.PerBatch, n
	}
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

func mark(s *recipe.Step, field string) {
	if !slices.Contains(s.Ours, field) {
		s.Ours = append(s.Ours, field)
	}
}

var measuring = regexp.MustCompile(`(?i)\d ?[cf]\b|\b(?:core|°|probe|reads|needle|temperature)\b|°`)

// SenseOf guesses the sense of a cue by words that leave no doubt.
func SenseOf(cue string) string {
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
