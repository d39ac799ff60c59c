package handout

import (
	"cmp"
	"slices"
	"time"

	"jointime/internal/core/runup/report"
)

// ServiceSheet is the service of a section, on one page above the stove.
type ServiceSheet struct {
	Section  string          `json:"section" doc:"id; empty: of the whole kitchen"`
	Name     string          `json:"name"`
	Counts   []PlateCount    `json:"counts" nullable:"false" doc:"of the evening, by dish and version"`
	Courses  []CourseService `json:"courses" nullable:"false" doc:"in which the section has anything to do"`
	Turns    []OvenTurn      `json:"turns" nullable:"false" doc:"in time"`
	Cautions []string        `json:"cautions" nullable:"false" doc:"each once"`
}

// PlateCount is how many plates of a dish, or of a version of it, leave on the evening.
type PlateCount struct {
	Name   string `json:"name"`
	Plates int    `json:"plates"`
}

// CourseService is a course as a section serves it.
type CourseService struct {
	Name   string         `json:"name"`
	Hour   string         `json:"hour" doc:"of the clock, at which the first plates leave"`
	Plates int            `json:"plates"`
	Tables []TableService `json:"tables" nullable:"false" doc:"in the order in which they leave"`
	Rows   []RowService   `json:"rows" nullable:"false"`
}

// TableService is what a table has of a course.
type TableService struct {
	Name    string        `json:"name"`
	Plates  int           `json:"plates"`
	Part    string        `json:"part,omitempty" doc:"1 of 2, where it does not leave whole"`
	Other   []PlateCount  `json:"other" nullable:"false" doc:"of them, what is not the dish of the course as it stands"`
	Needs   []SeatService `json:"needs" nullable:"false"`
	Stopped bool          `json:"stopped,omitempty" doc:"a plate of it is stopped: nobody has named what the guest can have"`
}

// SeatService is what a guest must not have.
type SeatService struct {
	Seat    string `json:"seat,omitempty"`
	Said    string `json:"said"`
	Stopped bool   `json:"stopped,omitempty"`
}

// RowService is a component: what is done when, and in which rounds.
type RowService struct {
	Name    string         `json:"name"`
	Version string         `json:"version,omitempty" doc:"for which alone it is"`
	Steps   []StepService  `json:"steps" nullable:"false" doc:"of the first round, in time"`
	Rounds  []RoundService `json:"rounds" nullable:"false"`
	Place   bool           `json:"place,omitempty" doc:"nothing is cooked, it is only laid on the plate"`
}

// StepService is a step at so long before its plate.
type StepService struct {
	Before  int64  `json:"before" doc:"seconds before the first plates of its round leave"`
	First   string `json:"first" doc:"on the clock, of the first round"`
	What    string `json:"what"`
	Setting *int64 `json:"setting,omitempty" doc:"°C"`
	Takes   int64  `json:"takes" doc:"seconds"`
	Mind    string `json:"mind,omitempty" doc:"how it is known to be done"`
}

// RoundService is what is cooked at once.
type RoundService struct {
	Portions int      `json:"portions"`
	Tables   []string `json:"tables" nullable:"false" doc:"none: for all"`
}

// OvenTurn is when something is lit or turned.
type OvenTurn struct {
	Clock string `json:"clock"`
	Name  string `json:"name"`
	FromC int64  `json:"fromC"`
	ToC   int64  `json:"toC"`
	Takes int64  `json:"takes" doc:"seconds until it is there"`
	For   string `json:"for" doc:"the component"`
	Who   string `json:"who,omitempty"`
}

// Services are the service sheets of the sections.
func Services(in Input) []ServiceSheet {
	out := []ServiceSheet{}
	for _, s := range in.sectionsOf() {
		if sheet := in.serviceOf(s.ID, s.Name); len(sheet.Courses) > 0 {
			out = append(out, sheet)
		}
	}
	return out
}

func (in Input) serviceOf(section, name string) ServiceSheet {
	out := ServiceSheet{Section: section, Name: name, Counts: []PlateCount{}, Courses: []CourseService{}, Turns: in.turns(section)}
	var all []report.Bar
	for c, row := range in.Plan.Courses {
		var bars []int
		for i, b := range in.Plan.Bars {
			if b.Course == c && in.section(b) == section && !in.isPrep(b) && b.Component != "" && b.From <= in.last(c) {
				bars, all = append(bars, i), append(all, b)
			}
		}
		if len(bars) == 0 {
			continue
		}
		out.Courses = append(out.Courses, CourseService{Name: row.Name, Hour: row.Hour.Format("15:04"), Plates: row.Plates, Tables: in.tables(c), Rows: in.rows(c, bars)})
		out.Counts = append(out.Counts, counts(row)...)
	}
	out.Cautions = cautions(all)
	return out
}

// last is when the last plates of a course leave.
func (in Input) last(course int) (at int64) {
	at = in.Plan.Courses[course].FirstPlate()
	for _, s := range in.Plan.Courses[course].Sent {
		at = max(at, s.At)
	}
	return at
}

// counts are the plates of a course by dish and version.
func counts(c report.CourseRow) (out []PlateCount) {
	for _, s := range c.Sent {
		for _, p := range s.Plates {
			k := slices.IndexFunc(out, func(x PlateCount) bool { return x.Name == p.Name })
			if k < 0 {
				out = append(out, PlateCount{Name: p.Name})
				k = len(out) - 1
			}
			out[k].Plates += p.Plates
		}
	}
	return out
}

// rows are the components that some bars are of: those that are cooked first, then those that are
// only laid on the plate.
func (in Input) rows(c int, bars []int) []RowService {
	out, at := []RowService{}, map[string]int{}
	lists := [][]int{}
	for _, i := range bars {
		b := in.Plan.Bars[i]
		k, met := at[b.Component]
		if !met {
			k = len(out)
			at[b.Component] = k
			out, lists = append(out, RowService{Name: b.Made, Version: in.version(b), Place: true}), append(lists, nil)
		}
		lists[k] = append(lists[k], i)
		out[k].Place = out[k].Place && b.Placing != ""
		if in.version(b) == "" {
			out[k].Version = "" // it is for the dish as well
		}
	}
	for k := range out {
		out[k].Steps, out[k].Rounds = in.steps(c, lists[k]), in.rounds(c, lists[k])
	}
	slices.SortStableFunc(out, func(a, b RowService) int { return cmp.Compare(rank(a), rank(b)) })
	return out
}

func rank(r RowService) int {
	if r.Place {
		return 1
	}
	return 0
}

// leftAlone is how long something lasts of which it is told when it is taken out, in seconds: at
// what is shorter somebody stays.
const leftAlone = 5 * 60

// steps are the first of each step of a component, and when what is left to itself is taken out.
func (in Input) steps(c int, bars []int) []StepService {
	out, met := []StepService{}, map[string]bool{}
	slices.SortStableFunc(bars, func(a, b int) int { return cmp.Compare(in.Plan.Bars[a].From, in.Plan.Bars[b].From) })
	for _, i := range bars {
		b := in.Plan.Bars[i]
		if met[b.Step+"/"+b.Placing] {
			continue
		}
		met[b.Step+"/"+b.Placing] = true
		leaves := in.leaves(c, b)
		add := func(from int64, what string, takes int64, setting *int64, mind string) {
			out = append(out, StepService{Before: leaves - from, First: in.at(from).Format(time.TimeOnly), What: what, Takes: takes, Setting: setting, Mind: mind})
		}
		add(b.From, b.Name, b.To-b.From, b.Setting, b.Cue)
		if n := len(b.Hands); n > 0 && b.To-b.From >= leftAlone && b.Hands[n-1].To == b.To && b.Hands[n-1].From > b.From && b.Placing == "" {
			h := b.Hands[n-1]
			what := h.What
			if what == "" || h.Assumed {
				what = "out"
			}
			add(h.From, what, h.To-h.From, nil, "")
		}
	}
	return out
}

// leaves is when the plates leave for which a bar is done: those of its wave, or the first of its
// dishes.
func (in Input) leaves(c int, b report.Bar) int64 {
	for _, s := range inTime(in.Plan.Courses[c]) {
		own := slices.ContainsFunc(s.Plates, func(p report.Sent) bool { return slices.Contains(b.For, p.Dish) })
		if own && b.Serves(s.Wave) {
			return s.At
		}
	}
	return in.Plan.Courses[c].FirstPlate()
}

// turns are when the things are turned that a section needs during the service.
func (in Input) turns(section string) []OvenTurn {
	out := []OvenTurn{}
	for _, t := range in.Plan.Turns {
		b := in.Plan.Bars[t.Bar]
		if in.section(b) != section || in.isPrep(b) {
			continue
		}
		turn := OvenTurn{Clock: t.Start.Format("15:04"), Name: t.Name, FromC: t.FromC, ToC: t.ToC, Takes: t.Takes, For: b.Made, Who: t.Who}
		out = append(out, turn)
	}
	return out
}
