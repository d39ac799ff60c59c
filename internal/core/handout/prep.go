package handout

import (
	"cmp"
	"slices"
	"time"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/words"
)

// PrepDay is what is done on a day before the last hour of a course, by section. It gives an
// order: hands-on work may be done in any other that keeps its hours.
type PrepDay struct {
	Day      string        `json:"day" doc:"like 2026-03-13"`
	Sections []PrepSection `json:"sections" nullable:"false"`
}

// PrepSection is the prep of a section on a day.
type PrepSection struct {
	Section  string     `json:"section" doc:"id; empty: of none"`
	Name     string     `json:"name"`
	Lines    []PrepLine `json:"lines" nullable:"false" doc:"in order"`
	Cautions []string   `json:"cautions" nullable:"false" doc:"each once"`
}

// PrepLine is a step of prep. What is left to itself is on by an hour and out by another one; the
// rest is ready by an hour.
type PrepLine struct {
	ID       string   `json:"id" doc:"of the bar"`
	What     string   `json:"what"`
	Portions int      `json:"portions"`
	Ready    string   `json:"ready,omitempty" doc:"by when it is done"`
	On       string   `json:"on,omitempty" doc:"by when it is on"`
	Out      string   `json:"out,omitempty" doc:"by when it is out, being on at that hour"`
	Setting  *int64   `json:"setting,omitempty" doc:"°C"`
	Takes    int64    `json:"takes" doc:"seconds"`
	With     []string `json:"with" nullable:"false" doc:"equipment"`
	Who      []string `json:"who" nullable:"false" doc:"whom the plan has it for"`
	Until    string   `json:"until,omitempty"`
	Next     string   `json:"next,omitempty" doc:"the hold after it"`
	Mind     []string `json:"mind" nullable:"false" doc:"for whom it must be without something"`
}

// roundHour is what an hour on a prep sheet is rounded down to, in seconds.
const roundHour = 5 * 60

// Prep is the prep of a service, day by day.
func Prep(in Input) []PrepDay {
	out := []PrepDay{}
	next := in.Plan.HoldsAfter()
	order := make([]int, len(in.Plan.Bars))
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(a, b int) int { return cmp.Compare(in.Plan.Bars[a].From, in.Plan.Bars[b].From) })
	sections, ends := in.sectionsOf(), in.lastWork()
	bars, minded := map[[2]int][]report.Bar{}, map[string]bool{}
	for _, i := range order {
		b := in.Plan.Bars[i]
		if !in.isPrep(b) {
			continue
		}
		day := in.at(b.From).Format(time.DateOnly)
		if n := len(out); n == 0 || out[n-1].Day != day {
			out = append(out, PrepDay{Day: day, Sections: make([]PrepSection, len(sections))})
		}
		d, s := len(out)-1, slices.IndexFunc(sections, func(s kitchen.Section) bool { return s.ID == in.section(b) })
		at := &out[d].Sections[s]
		at.Section, at.Name = sections[s].ID, sections[s].Name
		line := in.prepLine(i, next[i], ends[day+" "+in.section(b)])
		if told := b.Dish + "/" + b.Component + "/" + day; minded[told] {
			line.Mind = []string{} // told once with the component
		} else {
			minded[told] = true
		}
		at.Lines = append(at.Lines, line)
		bars[[2]int{d, s}] = append(bars[[2]int{d, s}], b)
	}
	for d := range out {
		for s := range out[d].Sections {
			out[d].Sections[s].Cautions = cautions(bars[[2]int{d, s}])
		}
		out[d].Sections = slices.DeleteFunc(out[d].Sections, func(s PrepSection) bool { return len(s.Lines) == 0 })
	}
	return out
}

func (in Input) prepLine(i int, next string, ends int64) PrepLine {
	b := in.Plan.Bars[i]
	out := PrepLine{ID: b.ID, What: words.Step(b.Made, b.Name), Portions: b.Portions, Setting: b.Setting, Takes: b.To - b.From, With: b.With[len(b.Cooks):], Who: []string{}, Until: b.Cue, Next: next, Mind: append([]string{}, b.Mind...)}
	for _, h := range b.Hands {
		if h.Who != "" && !slices.Contains(out.Who, h.Who) {
			out.Who = append(out.Who, h.Who)
		}
	}
	by := in.by(b, ends)
	if alone(b) {
		out.On, out.Out = in.hour(b, by-(b.To-b.From)), in.hour(b, by)
	} else {
		out.Ready = in.hour(b, by)
	}
	return out
}

// lastWork is when the last prep of a section on a day is over, by day and section: later nobody
// may be there for it.
func (in Input) lastWork() map[string]int64 {
	out := map[string]int64{}
	for _, b := range in.Plan.Bars {
		if key := in.at(b.From).Format(time.DateOnly) + " " + in.section(b); in.isPrep(b) {
			out[key] = max(out[key], b.To)
		}
	}
	return out
}

// by is the latest that a bar may end with nothing on any plate later for it, in round figures:
// no earlier than the plan has it, and no later than the last prep of its section on its day.
func (in Input) by(b report.Bar, ends int64) int64 {
	by := min(b.To+max(b.Give, 0), ends)
	return max(by-by%roundHour, b.To)
}

// alone tells whether a bar is left to itself for most of its time.
func alone(b report.Bar) bool {
	sum := int64(0)
	for _, h := range b.Hands {
		sum += h.To - h.From
	}
	return 2*sum < b.To-b.From
}

// hour is a moment on the wall, with its day where that is not the one on which a bar is begun.
func (in Input) hour(b report.Bar, at int64) string {
	if in.at(at).Format(time.DateOnly) != in.at(b.From).Format(time.DateOnly) {
		return in.at(at).Format("Mon 15:04")
	}
	return in.at(at).Format("15:04")
}
