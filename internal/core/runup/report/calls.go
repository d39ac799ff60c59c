package report

import (
	"cmp"
	"fmt"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/runup/work"
	"jointime/internal/core/words"
)

// SheetLine is one line of a call sheet: what somebody does from when on.
type SheetLine struct {
	ID       string        `json:"id" doc:"of the bar; of a turn: turn and its place"`
	Start    time.Time     `json:"start"`
	End      time.Time     `json:"end"`
	At       int64         `json:"at" doc:"start, from origin"`
	What     string        `json:"what"`
	Who      []string      `json:"who" nullable:"false" doc:"names of cooks"`
	Cooks    []string      `json:"cooks" nullable:"false" doc:"their ids"`
	With     []string      `json:"with" nullable:"false" doc:"equipment"`
	Setting  *int64        `json:"setting,omitempty" doc:"°C"`
	Portions int           `json:"portions,omitempty"`
	Section  string        `json:"section,omitempty" doc:"id of the section that makes it"`
	Until    string        `json:"until,omitempty" doc:"how it is known to be done"`
	Words    []work.Advice `json:"words,omitempty" nullable:"false" doc:"what whoever does it has to know: remarks, hands inside it, what to do when it goes otherwise"`
	Next     string        `json:"next,omitempty" doc:"the wait after it"`
	Care     []string      `json:"care,omitempty" doc:"cautions, with their sources"`
	Mind     []string      `json:"mind,omitempty" doc:"for whom it must be without something"`
	Tables   []string      `json:"tables,omitempty"`
	Help     string        `json:"help,omitempty" doc:"who helps with it, though it is not theirs, and why"`

	Unattended bool `json:"unattended,omitempty" doc:"it needs no cook"`
}

// Calls are all steps and turns of a run-up in the order of the clock. Those of a
// cook, or of a section, are picked from them by Cooks and Section.
func (u RunUp) Calls() []SheetLine {
	out := []SheetLine{}
	next := u.HoldsAfter()
	for i, b := range u.Bars {
		c := SheetLine{ID: b.ID, Start: b.Start, End: b.End, At: b.From, What: words.Step(b.Made, b.Name), Who: []string{}, Cooks: []string{}, With: b.With[len(b.Cooks):], Setting: b.Setting, Portions: b.Portions,
			Section: b.Section, Until: b.Cue, Words: b.Words, Next: next[i], Mind: b.Mind, Tables: b.Tables, Help: b.Help, Unattended: len(b.Hands) == 0}
		for _, h := range b.Hands {
			if h.From == b.Hands[0].From && !slices.Contains(c.Cooks, h.Cook) {
				c.Cooks, c.Who = append(c.Cooks, h.Cook), append(c.Who, h.Who)
			}
		}
		if b.Wave > 0 && b.Placing == "" {
			c.What += fmt.Sprintf(", wave %d", b.Wave)
		}
		for _, k := range b.Cautions {
			c.Care = append(c.Care, k.String())
		}
		later := b.later(c)
		c.Words = withoutLines(c, later)
		out = append(append(out, c), later...)
	}
	for i, t := range u.Turns {
		c := SheetLine{ID: fmt.Sprint("turn ", i+1), Start: t.Start, End: t.Start.Add(turnTakes * time.Second), At: t.At, What: t.say(), Who: []string{}, Cooks: []string{}, With: []string{t.Name}}
		if t.Cook != "" {
			c.Who, c.Cooks = []string{t.Who}, []string{t.Cook}
		}
		setting := t.ToC
		c.Setting = &setting
		out = append(out, c)
	}
	out = append(append(out, u.changeLines()...), u.dayLines(out)...)
	slices.SortStableFunc(out, func(a, b SheetLine) int { return cmp.Compare(a.At, b.At) })
	return out
}

// HoldsAfter are the words of the waits after the steps that have one, by their places in bars.
func (u RunUp) HoldsAfter() map[int]string {
	out := map[int]string{}
	for _, s := range u.Strands {
		for _, h := range s.Holds {
			if h.Text != "" {
				out[h.From] = h.Text
			}
		}
	}
	return out
}

// changeLines are when a cook goes from raw food to what is ready, or the other way.
func (u RunUp) changeLines() (out []SheetLine) {
	for _, l := range u.Lanes {
		for _, p := range l.Pauses {
			if l.Cook && p.What != walks {
				at := u.Origin.Add(time.Duration(p.From) * time.Second)
				out = append(out, SheetLine{ID: fmt.Sprintf("change %s %d", l.ID, p.From), Start: at, End: at.Add(time.Duration(p.To-p.From) * time.Second), At: p.From, What: words.Upper(p.What), Who: []string{l.Name}, Cooks: []string{strings.TrimPrefix(l.ID, "cook.")}, With: []string{}})
			}
		}
	}
	return out
}

// dayLines are what the day has beside food work, once for all whom it takes, on the days on
// which there is food work.
func (u RunUp) dayLines(others []SheetLine) (out []SheetLine) {
	days := map[string]bool{}
	for _, c := range others {
		days[c.Start.Format(time.DateOnly)] = true
	}
	place := map[string]int{}
	for _, l := range u.Lanes {
		for _, b := range l.Elsewhere {
			at := u.Origin.Add(time.Duration(b.From) * time.Second)
			if !b.OfDay || !days[at.Format(time.DateOnly)] {
				continue
			}
			id := fmt.Sprintf("day %s %d", b.Label, b.From)
			k, known := place[id]
			if !known {
				k = len(out)
				place[id] = k
				out = append(out, SheetLine{ID: id, Start: at, End: at.Add(time.Duration(b.To-b.From) * time.Second), At: b.From, What: b.Label, Who: []string{}, Cooks: []string{}, With: []string{}})
			}
			out[k].Who, out[k].Cooks = append(out[k].Who, l.Name), append(out[k].Cooks, strings.TrimPrefix(l.ID, "cook."))
		}
	}
	return out
}

// laterBy is how long after the hands before a moment is told in a line of its own, in
// seconds: until then whoever has it is still there.
const laterBy = 5 * 60

// withoutLines are the words of a step without those that stand in lines of their own: turn it,
// at 45 min.
func withoutLines(c SheetLine, later []SheetLine) (out []work.Advice) {
	for _, w := range c.Words {
		own := strings.HasPrefix(w.When, "at ") && slices.ContainsFunc(later, func(l SheetLine) bool { return l.What == c.What+": "+w.Then })
		if !own {
			out = append(out, w)
		}
	}
	return out
}

// later are the moments of a bar at which somebody comes back to it, as lines.
func (b Bar) later(first SheetLine) (out []SheetLine) {
	for k, h := range b.Hands {
		if k == 0 || h.From-b.Hands[k-1].To < laterBy {
			continue
		}
		what := h.What
		switch {
		case what == "" && h.To == b.To:
			what = "take out"
		case what == "":
			what = "see to it"
		}
		if h.Assumed {
			what += " (assumed)"
		}
		out = append(out, SheetLine{ID: fmt.Sprintf("%s/hands %d", b.ID, k+1), Start: h.Start, End: h.Start.Add(time.Duration(h.To-h.From) * time.Second), At: h.From,
			What: first.What + ": " + what, Who: []string{h.Who}, Cooks: []string{h.Cook}, With: first.With, Section: b.Section, Tables: b.Tables})
	}
	return out
}

// call is how a step is named.
func (r *reporter) call(i int) string {
	w := r.whole.of.Work[i]
	return words.Step(w.Made, w.Name)
}

// callOne is how one of several waves, batches or goes of a step is named.
func (r *reporter) callOne(i int) string {
	name := r.call(i)
	switch w := r.whole.of.Work[i]; {
	case w.Wave > 0:
		name += fmt.Sprintf(", wave %d", w.Wave)
	case w.Shared:
		name += fmt.Sprintf(", part %d", w.Batch)
	case w.Batches > 1:
		name += fmt.Sprintf(", batch %d", w.Batch)
	}
	return name
}
