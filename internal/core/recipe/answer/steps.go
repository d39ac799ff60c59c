package answer

import (
	"math"
	"regexp"
	"slices"
	"strings"

	"jointime/internal/core/fault"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/reading"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/entry"
	"jointime/internal/core/units"
)

// step answers what is open in a step.
func (r *giving) step() error {
	err := r.change(func(s *recipe.Step) error {
		switch r.Gap.Field {
		case recipe.GapTime:
			return r.time(s)
		case recipe.GapSetting:
			return r.setting(s)
		case recipe.GapCore:
			return r.core(s)
		case recipe.GapWait:
			return r.wait(s)
		case recipe.GapSize:
			s.Note = strings.TrimPrefix(s.Note+", "+r.Text, ", ")
			return nil
		}
		s.Cues = append(s.Cues, recipe.Cue{Sense: entry.SenseOf(r.Text), Right: untilFirst.ReplaceAllString(r.Text, "")})
		return nil
	})
	if err == nil {
		err = r.marked()
	}
	return err
}

var untilAfter = regexp.MustCompile(`(?i)\b(?:until|till)\b`)

var untilFirst = regexp.MustCompile(`(?i)^(?:until|till)\s+`)

// marked marks an answer that is only the usual one.
func (r *giving) marked() error {
	field := string(r.Gap.Field)
	return r.change(func(s *recipe.Step) error {
		s.Ours = slices.DeleteFunc(s.Ours, func(f string) bool { return f == field })
		if r.Usual {
			s.Ours = append(s.Ours, field)
		}
		return nil
	})
}

// assumed confirms what a step has and nobody said, or says otherwise.
func (r *giving) assumed() error {
	if r.Gap.Step == "" {
		return r.allRight()
	}
	return r.change(func(s *recipe.Step) error {
		field := r.Gap.Line
		if !strings.EqualFold(r.Text, entry.AssumedRight) {
			if err := r.otherwise(s, field); err != nil {
				return err
			}
		}
		confirm(s, field)
		if field == "time" && s.Hands.Work == recipe.AllHands { // asked in one
			confirm(s, "hands")
		}
		return nil
	})
}

// allRight confirms all that was assumed of a component.
func (r *giving) allRight() error {
	r.c.Methods = slices.Clone(r.c.Methods)
	for m := range r.c.Methods {
		r.c.Methods[m].Steps = slices.Clone(r.c.Methods[m].Steps)
		for i := range r.c.Methods[m].Steps {
			s := &r.c.Methods[m].Steps[i]
			for _, field := range slices.Clone(s.Ours) {
				confirm(s, field)
			}
		}
	}
	r.out.Component = &r.c
	return nil
}

// confirm takes the mark of what was assumed off a field.
func confirm(s *recipe.Step, field string) {
	s.Ours = slices.DeleteFunc(slices.Clone(s.Ours), func(f string) bool { return f == field })
	if field != "hands" {
		return
	}
	s.Hands.Slices = slices.Clone(s.Hands.Slices)
	for i := range s.Hands.Slices {
		s.Hands.Slices[i].For = min(s.Hands.Slices[i].For, longestIn(*s))
		s.Hands.Slices[i].Assumed = false
	}
}

// longestIn is how long one of a few stretches can be in a step.
func longestIn(s recipe.Step) int64 {
	if s.Time == nil {
		return math.MaxInt32
	}
	return max(s.Time.Usual/4, 1)
}

// otherwise puts something else in the place of what was assumed.
func (r *giving) otherwise(s *recipe.Step, field string) error {
	switch field {
	case "hands":
		if !entry.SetHands(s, r.Text) {
			return fault.Say("“%s”: all the time, at the start, at the start and end, now and then, or not at all?", r.Text)
		}
		return nil
	case "time":
		return r.time(s)
	case "setting":
		return r.heat(s, isSet)
	case "wait":
		return r.wait(s)
	}
	s.Cues = []recipe.Cue{{Sense: entry.SenseOf(r.Text), Right: untilFirst.ReplaceAllString(r.Text, "")}}
	return nil
}

// time answers how long, and, where the answer says it, how the cook knows: "12 min until golden".
func (r *giving) time(s *recipe.Step) error {
	text, cue := r.Text, ""
	if at := untilAfter.FindStringIndex(text); at != nil {
		text, cue = strings.Trim(text[:at[0]], " ,;"), strings.TrimSpace(text[at[1]:])
	}
	t, err := units.ParseRange(text)
	if err != nil {
		return err
	}
	per := recipe.Once
	if s.Time != nil && s.Time.Per != recipe.PerTable {
		per = s.Time.Per
	}
	s.Time = &recipe.Time{Quick: t.Quick, Usual: t.Usual, Slow: t.Slow, Per: per}
	if cue != "" {
		s.Cues = append(s.Cues, recipe.Cue{Sense: entry.SenseOf(cue), Right: cue})
	}
	return nil
}

func (r *giving) setting(s *recipe.Step) error {
	return r.heat(s, func(n recipe.Needed) bool {
		return n.Setting == nil && slices.ContainsFunc(r.k.OfKind(n.Kind), func(e kitchen.Equipment) bool { return e.Heating != nil })
	})
}

// isSet tells equipment that has a heat already.
func isSet(n recipe.Needed) bool { return n.Setting != nil }

// heat sets the equipment of a step that is meant to the heat that was typed.
func (r *giving) heat(s *recipe.Step, meant func(recipe.Needed) bool) error {
	celsius, err := reading.Heat(r.Text)
	if err != nil {
		return err
	}
	setting := int64(math.Round(celsius))
	for i, n := range s.Equipment {
		if meant(n) {
			s.Equipment[i].Setting = &setting
		}
	}
	return nil
}

func (r *giving) core(s *recipe.Step) error {
	celsius, err := reading.Heat(r.Text)
	if err != nil {
		return err
	}
	s.Cues = append(s.Cues, recipe.Cue{Sense: "measure", Right: "core " + units.SayCelsius(math.Round(celsius*10)/10)})
	return nil
}

var (
	noLimit = regexp.MustCompile(`(?i)^(?:no (?:limit|end)|any(?: time)?|as long as (?:it|you) (?:likes?|wants?)|does(?:n't| not) matter|none)$`)
	atOnce  = regexp.MustCompile(`(?i)^(?:at once|straight away|immediately|none at all|0)$`)
	upTo    = regexp.MustCompile(`(?i)^(?:up to|at most|max\.?(?:imum)?|no more than|not more than)\s+`)
)

// wait answers how long at most; of two figures the first is the least.
func (r *giving) wait(s *recipe.Step) error {
	switch {
	case noLimit.MatchString(r.Text):
		r.settle()
		return nil
	case atOnce.MatchString(r.Text):
		zero := int64(0)
		s.Then.Most = &zero
		return nil
	}
	t, err := units.ParseRange(upTo.ReplaceAllString(r.Text, ""))
	if err != nil {
		return err
	}
	if t.Quick != t.Slow {
		s.Then.Least = t.Quick
	}
	if t.Slow < s.Then.Least {
		return fault.Say("Rests %s already: more than %s.", units.FormatDuration(s.Then.Least), units.FormatDuration(t.Slow))
	}
	s.Then.Most = &t.Slow
	return nil
}

// steps answers how a component is made, line by line.
func (r *giving) steps() error {
	taken := map[string]bool{}
	var made []recipe.Step
	for _, line := range reading.Lines(r.Text) {
		read := reading.Step(line)
		if n := len(made); n > 0 {
			made = append(made[:n-1], entry.After(made[n-1], read, r.k, taken)...)
		} else {
			made = entry.StepsFrom(read, r.k, taken)
		}
	}
	if len(made) == 0 {
		return fault.Say("Do what? Begin with what is done: “roast 20 min at 190”.")
	}
	if len(r.c.Methods) == 0 {
		r.c.Methods = recipe.OneWay()
	}
	at := max(0, slices.IndexFunc(r.c.Methods, func(m recipe.Method) bool { return m.ID == r.c.Chosen }))
	r.c.Methods = slices.Clone(r.c.Methods)
	r.c.Methods[at].Steps = append(slices.Clone(r.c.Methods[at].Steps), made...)
	r.out.Component = &r.c
	return nil
}

// which answers a figure that is told twice: it holds, and what says otherwise goes.
func (r *giving) which() error {
	if r.Gap.Step == "" && r.Gap.Line != "" {
		return r.line()
	}
	if r.Gap.Step == "" { // what a list makes, against what its reductions leave
		return r.amount()
	}
	return r.change(func(s *recipe.Step) error {
		if r.Gap.Line != "" {
			return r.listed(s)
		}
		if len(r.Gap.Options) == 0 || r.Text != r.Gap.Options[0] { // the line says another
			s.Said = ""
		}
		if !strings.Contains(r.Text, "°") {
			return r.time(s)
		}
		return r.heat(s, isSet)
	})
}

// listed takes an amount that a step says otherwise than the list.
func (r *giving) listed(s *recipe.Step) error {
	a, err := units.ParseAmount(r.Text)
	if err != nil {
		return err
	}
	r.c.Lines = slices.Clone(r.c.Lines)
	for i := range r.c.Lines {
		if r.c.Lines[i].Name == r.Gap.Line {
			r.c.Lines[i].Amount = &a
		}
	}
	if len(r.Gap.Options) == 0 || r.Text != r.Gap.Options[0] { // the words of the step say another
		s.Said = ""
	}
	return nil
}
