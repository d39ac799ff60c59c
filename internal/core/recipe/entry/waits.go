package entry

import (
	"regexp"
	"slices"
	"strings"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/reading"
	"jointime/internal/core/recipe"
)

// waiting are actions that are a wait after the step before them, where they follow it in
// its own line.
var waiting = setOf("rest cool chill set hold keep stand prove proof freeze refrigerate")

// onlyWaiting are those that are nothing but a wait, also on a line of their own: what is
// put into the cold or proved is work with hands at its start.
var onlyWaiting = setOf("rest hold keep stand")

// waitAfter is the wait that a whole line says of the step before it: "keep warm, at most
// 15 min", "freeze up to a week", "rest 8 min".
func waitAfter(before *recipe.Step, l reading.StepLine, k kitchen.Kitchen) bool {
	if before == nil || l.Verb == nil || l.Cue != nil || l.Hands != nil || !waiting[*l.Verb] {
		return false
	}
	if atMost := l.Low == nil && l.High != nil; !atMost && (!onlyWaiting[*l.Verb] || l.Low == nil) {
		return false
	}
	second := before.Then != (recipe.Wait{})
	if second && (before.Then.Moved != nil || !onlyWaiting[*l.Verb]) {
		return false
	}
	w := waitOf(l.Low, l.High)
	w.Best = seconds(l.Best)
	name := nameOf(l, 0)
	w.Reason = clip(strings.TrimSuffix(name+", "+aside(l, name), ", "))
	w.Place = placeOf(l, k)
	if second {
		before.Then.Moved = movedTo(w)
	} else {
		before.Then = w
	}
	before.Said += "\n" + l.Line
	return true
}

// waitOf is a wait of two sides. Where one figure is said, nobody said how long at most.
func waitOf(low, high *float64) (w recipe.Wait) {
	if low != nil {
		w.Least = int64(*low)
	}
	if high != nil && (low == nil || *high > *low) {
		most := int64(*high)
		w.Most = &most
	}
	return w
}

// movedTo is a wait as the second after a step.
func movedTo(w recipe.Wait) *recipe.Moved {
	return &recipe.Moved{Least: w.Least, Most: w.Most, Place: w.Place, Reason: w.Reason}
}

func seconds(v *float64) *int64 {
	if v == nil {
		return nil
	}
	n := int64(*v)
	return &n
}

// hourOf is an hour that a line says of a step.
func hourOf(h *reading.SaidHour) *recipe.Deadline {
	if h == nil {
		return nil
	}
	return &recipe.Deadline{DaysBefore: h.Before, Clock: h.Clock}
}

// placeOf is the place of the kitchen that a wait names and keeps.
func placeOf(l reading.StepLine, k kitchen.Kitchen) *recipe.Needed {
	word := kitchen.KindNamed(strings.ToLower(l.Line))
	if l.Equipment != nil {
		word = *l.Equipment
	}
	for _, kind := range append([]string{word}, instead[word]...) {
		for _, e := range k.OfKind(kind) {
			switch {
			case e.Keeps != "":
				return &recipe.Needed{Kind: kind}
			case e.Heating != nil && l.Temperature != nil:
				setting := int64(*l.Temperature)
				return &recipe.Needed{Kind: kind, Setting: &setting}
			}
		}
	}
	return nil
}

// follows tells the step before that nothing may wait, where the next one is done at once.
func follows(before *recipe.Step, next recipe.Step) {
	if hurried.MatchString(next.Name+" "+next.Note) && before.Then == (recipe.Wait{}) {
		before.Then = recipe.Wait{Most: new(int64), Reason: "at once"}
	}
}

var serving = regexp.MustCompile(`(?i)^(?:serve|plate|send|straight (?:on|onto|to) the (?:plate|pass))\b`)

// sends tells a step that only says that the food leaves: building the plate is said on the
// plate. What it says stays as a remark of the step before.
func sends(before *recipe.Step, next recipe.Step, line string) bool {
	if next.Time != nil && !slices.Contains(next.Ours, "time") || !serving.MatchString(next.Name) || len(next.Cues) > 0 {
		return false
	}
	follows(before, next)
	said := strings.Trim(next.Name+", "+next.Note, ", ")
	before.Note = clipTo(strings.TrimPrefix(before.Note+", "+said, ", "), 400)
	return true
}

// window parts a span between which a thing may be taken from where it stands into what
// it takes and what it may wait there: "marinate 4 to 24 h", "in the cure 24 to 72 h".
func window(s *recipe.Step, l reading.StepLine, k kitchen.Kitchen) {
	if l.Low == nil || l.High == nil || l.Cue != nil || *l.High < 2*3600 || *l.High < 2**l.Low || l.HandsAssumed == nil || *l.HandsAssumed != "start" {
		return
	}
	s.Time = timeOf(l.Low, l.Low)
	s.Then = waitOf(nil, ptr(*l.High-*l.Low))
	s.Then.Reason, s.Then.Place = *l.Verb, placeOf(l, k)
}

// putAway is a line that only says how long something may wait, with no step before it: it
// is put where it waits.
func putAway(s *recipe.Step, l reading.StepLine, k kitchen.Kitchen) bool {
	if l.Low != nil || l.High == nil || l.Verb == nil || !waiting[*l.Verb] {
		return false
	}
	s.Time = timeOf(ptr(handTime), ptr(handTime))
	mark(s, "time")
	s.Hands = recipe.Hands{Work: recipe.AllHands}
	s.Equipment = []recipe.Needed{}
	s.Then = waitOf(nil, l.High)
	s.Then.Reason, s.Then.Place = *l.Verb, placeOf(l, k)
	return true
}

// handTime is how long it takes to put something where it waits, in seconds: common
// practice, no source.
const handTime = 30

func ptr(v float64) *float64 { return &v }
