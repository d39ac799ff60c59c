// Package evening reads a run-up as one sheet: each course as a band on one even clock with its
// worst moment, each section and each oven as a strip, the folded axis on which one of them is
// opened, and what does not hold, told by its cause. It knows the run-up and the sections of the kitchen.
package evening

import (
	"cmp"
	"slices"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/runup/report"
)

// Overview is the evening on one sheet. Moments are seconds from the origin of the run-up.
type Overview struct {
	From       int64       `json:"from" doc:"where the even clock begins: an hour and a half before the first plate, or with the work of the service"`
	To         int64       `json:"to" doc:"where it ends: after the last plate"`
	Hands      int         `json:"hands" doc:"cooks in the plan"`
	Bands      []Band      `json:"bands" nullable:"false" doc:"of the courses, in their order"`
	Strips     []Strip     `json:"strips" nullable:"false" doc:"of the sections, then of what has a temperature"`
	Opens      []Opening   `json:"opens" nullable:"false" doc:"what can be opened, each with its axis"`
	Shortfalls []Shortfall `json:"shortfalls" nullable:"false" doc:"what does not hold, by cause, the worst first"`
}

// Band is a course on the even clock.
type Band struct {
	Course int          `json:"course" doc:"place in courses"`
	Load   []HandsLevel `json:"load" nullable:"false" doc:"hands that it takes, in time; each holds until the next one"`
	Waves  []Stroke     `json:"waves" nullable:"false"`
	Worst  *WorstMoment `json:"worst,omitempty"`
}

// HandsLevel is how many hands are taken from a moment on, on average until the next level.
type HandsLevel struct {
	At    int64   `json:"at"`
	Hands float64 `json:"hands" minimum:"0"`
}

// Stroke is a wave at the pass.
type Stroke struct {
	Wave  int    `json:"wave" doc:"from 1"`
	At    int64  `json:"at"`
	State string `json:"state" enum:"kept,tight,late,early,open" doc:"tight: something of it has hardly any time to spare; open: something of it is not planned"`
}

// WorstMoment is what of a course is not planned, or else where it has the least room, or is furthest
// over.
type WorstMoment struct {
	Bar  *int   `json:"bar,omitempty" doc:"place in bars; absent: it is not planned"`
	Say  string `json:"say" doc:"what, and by how much"`
	Who  string `json:"who,omitempty" doc:"who is short of hands then, or does it"`
	Over int64  `json:"over,omitempty" doc:"seconds over; absent: it is kept"`
}

// Strip is when a section, or a thing that has a temperature, is busy.
type Strip struct {
	ID    string      `json:"id"`
	Name  string      `json:"name"`
	Kind  string      `json:"kind" enum:"section,thing"`
	Spans []StripSpan `json:"spans" nullable:"false"`
}

// StripSpan is a stretch of a strip.
type StripSpan struct {
	From    int64  `json:"from"`
	To      int64  `json:"to"`
	Setting *int64 `json:"setting,omitempty" doc:"°C"`
	Turning bool   `json:"turning,omitempty" doc:"on its way there"`
	Other   bool   `json:"other,omitempty" doc:"another service has it"`
}

// Read makes the sheet of a run-up, with the sections of its kitchen in their order.
func Read(u report.RunUp, sections []kitchen.Section) Overview {
	out := Overview{Bands: []Band{}, Strips: []Strip{}, Opens: []Opening{}, Shortfalls: shortfalls(u)}
	for _, l := range u.Lanes {
		if l.Cook && len(l.Blocks) > 0 {
			out.Hands++
		}
	}
	if len(u.Bars) == 0 {
		return out
	}
	out.From, out.To = window(u)
	for c := range u.Courses {
		out.Bands = append(out.Bands, band(u, c, out))
	}
	out.Strips = append(sectionStrips(u, sections, out.From, out.To), thingStrips(u, out.From, out.To)...)
	out.Opens = openings(u, sections)
	return out
}

// The even clock shows the service: what is done earlier is mise, and read on its own sheet.
const (
	beforeFirst = 90 * 60
	afterLast   = 5 * 60
	roundClock  = 10 * 60
)

// window is the stretch of the even clock, in round figures.
func window(u report.RunUp) (from, to int64) {
	from, to = 1<<60, 0
	for _, c := range u.Courses {
		if c.Plates > 0 {
			from, to = min(from, c.Leaves), max(to, c.Leaves)
		}
		for _, s := range c.Sent {
			from, to = min(from, s.At), max(to, s.At)
		}
	}
	first := int64(1 << 60)
	for _, b := range u.Bars {
		if b.To > from-beforeFirst {
			first = min(first, b.From)
		}
	}
	for _, l := range u.Lanes {
		for _, p := range l.Pauses {
			if p.To > from-beforeFirst {
				first = min(first, p.From)
			}
		}
	}
	from = max(from-beforeFirst, first)
	return from - (from%roundClock+roundClock)%roundClock, to + afterLast
}

func sectionStrips(u report.RunUp, sections []kitchen.Section, from, to int64) []Strip {
	out := []Strip{}
	for _, s := range sections {
		strip := Strip{ID: s.ID, Name: s.Name, Kind: "section", Spans: []StripSpan{}}
		for _, b := range u.Bars {
			if b.Section != s.ID {
				continue
			}
			for _, h := range b.Hands {
				strip.Spans = append(strip.Spans, StripSpan{From: h.From, To: h.To})
			}
		}
		if strip.Spans = joined(strip.Spans, from, to); len(strip.Spans) > 0 {
			out = append(out, strip)
		}
	}
	return out
}

func thingStrips(u report.RunUp, from, to int64) []Strip {
	out := []Strip{}
	for _, l := range u.Lanes {
		strip := Strip{ID: l.ID, Name: l.Name, Kind: "thing", Spans: []StripSpan{}}
		for _, b := range slices.Concat(l.Blocks, l.Elsewhere) {
			if b.Setting != nil && !l.Cook {
				strip.Spans = append(strip.Spans, StripSpan{From: b.From, To: b.To, Setting: b.Setting, Other: b.Bar < 0})
			}
		}
		for _, p := range l.Pauses {
			if !l.Cook {
				strip.Spans = append(strip.Spans, StripSpan{From: p.From, To: p.To, Setting: &p.ToC, Turning: true})
			}
		}
		if strip.Spans = joined(strip.Spans, from, to); len(strip.Spans) > 0 {
			out = append(out, strip)
		}
	}
	return out
}

// joinGap is how short a pause on a strip is, in seconds, that is not seen on it.
const joinGap = 60

// joined are stretches inside a window, those that are alike and touch as one.
func joined(list []StripSpan, from, to int64) []StripSpan {
	slices.SortStableFunc(list, func(a, b StripSpan) int { return cmp.Compare(a.From, b.From) })
	out := []StripSpan{}
	for _, s := range list {
		if s.To <= from || s.From >= to {
			continue
		}
		s.From, s.To = max(s.From, from), min(s.To, to)
		if k := len(out) - 1; k >= 0 && alike(out[k], s) && s.From <= out[k].To+joinGap {
			out[k].To = max(out[k].To, s.To)
			continue
		}
		out = append(out, s)
	}
	return out
}

func alike(a, b StripSpan) bool {
	same := (a.Setting == nil) == (b.Setting == nil) && (a.Setting == nil || *a.Setting == *b.Setting)
	return same && a.Turning == b.Turning && a.Other == b.Other
}
