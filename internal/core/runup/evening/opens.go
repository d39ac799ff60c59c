package evening

import (
	"cmp"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/runup/report"
)

// Opening is what is opened below the bands, with the folded axis of its own.
type Opening struct {
	Kind string        `json:"kind" enum:"course,dish,section,cook,thing,table"`
	ID   string        `json:"id"`
	Name string        `json:"name"`
	Axis []OpenSegment `json:"axis" nullable:"false"`
}

// OpenSegment is a stretch of a folded axis. What is between two of them takes no room.
type OpenSegment struct {
	From  int64   `json:"from"`
	To    int64   `json:"to"`
	Label string  `json:"label"`
	Room  float64 `json:"room" doc:"its share of the width, beside the others"`
}

// openings are the courses, dishes, sections, cooks, things and tables that have anything to do,
// in this order.
func openings(u report.RunUp, sections []kitchen.Section) []Opening {
	out := []Opening{}
	add := func(kind, id, name string, is func(i int) bool) {
		var bars []int
		for i := range u.Bars {
			if is(i) {
				bars = append(bars, i)
			}
		}
		if len(bars) > 0 {
			out = append(out, Opening{Kind: kind, ID: id, Name: name, Axis: Axis(u, bars)})
		}
	}
	of := coursesOf(u)
	for c, row := range u.Courses {
		add("course", row.ID, row.Name, func(i int) bool { return of[i][c] })
	}
	met := map[string]bool{}
	for _, s := range u.Strands {
		if !met[s.Dish] {
			met[s.Dish] = true
			add("dish", s.Dish, s.DishName, func(i int) bool { return slices.Contains(u.Bars[i].For, s.Dish) })
		}
	}
	for _, s := range sections {
		add("section", s.ID, s.Name, func(i int) bool { return u.Bars[i].Section == s.ID })
	}
	for _, l := range u.Lanes {
		if id, cook := strings.CutPrefix(l.ID, "cook."); cook {
			add("cook", id, l.Name, func(i int) bool { return slices.Contains(u.Bars[i].Cooks, id) })
		}
	}
	for _, l := range u.Lanes {
		if !l.Cook {
			on := map[int]bool{}
			for _, b := range l.Blocks {
				on[b.Bar] = true
			}
			add("thing", l.ID, l.Name, func(i int) bool { return on[i] })
		}
	}
	for _, name := range tables(u) {
		add("table", name, name, func(i int) bool { return ofTable(u, i, name) })
	}
	return out
}

// coursesOf are the courses that each bar is for: what is made once for several is for each.
func coursesOf(u report.RunUp) []map[int]bool {
	out := make([]map[int]bool, len(u.Bars))
	for i, b := range u.Bars {
		out[i] = map[int]bool{b.Course: true}
	}
	for _, s := range u.Strands {
		for _, i := range s.Bars {
			if u.Bars[i].Placing == "" {
				out[i][s.Course] = true
			}
		}
	}
	return out
}

// tables are the names of the tables in the order in which they are first served.
func tables(u report.RunUp) (out []string) {
	for _, c := range u.Courses {
		for _, s := range c.Sent {
			for _, t := range s.Tables {
				if !slices.Contains(out, t) {
					out = append(out, t)
				}
			}
		}
	}
	return out
}

// ofTable tells whether a bar is done for a table: for a wave that it is in, or for all of them.
func ofTable(u report.RunUp, i int, table string) bool {
	b := u.Bars[i]
	for _, s := range u.Courses[b.Course].Sent {
		if slices.Contains(s.Tables, table) && b.Serves(s.Wave) {
			return slices.ContainsFunc(s.Plates, func(p report.Sent) bool { return slices.Contains(b.For, p.Dish) })
		}
	}
	return false
}

// The folded axis: days, then hours, then minutes and at last what leaves, each with about the
// same room, and what is empty with none.
const (
	emptyStretch = 90 * 60 // longer ones are folded away
	longBar      = 40 * 60 // of longer bars only the ends are drawn to scale
	lastMinutes  = 5 * 60  // before the first plate, drawn large
	rush         = 35 * 60 // before it
	shortest     = 10 * 60 // a shorter stretch is no segment of its own before the rush
	mostSegments = 8
)

// room is the share of a segment before any steps are in it; of each step, in the strand that has
// the most of them there, it gets more, for they have names.
const (
	roomPrep  = 0.7
	roomRush  = 1.6
	roomLast  = 1.2
	roomWaves = 1.5
	roomStep  = 0.35
)

// Axis is the folded axis for some bars of a run-up, which are at least one.
func Axis(u report.RunUp, bars []int) []OpenSegment {
	passes := leaving(u, bars)
	var out []OpenSegment
	for _, s := range busy(u, bars) {
		from := s.From
		for _, c := range cuts(passes) {
			if c > from && c < s.To && (c-from >= shortest || slices.Contains(passes, c) || slices.Contains(passes, c+lastMinutes)) {
				out = append(out, OpenSegment{From: from, To: c})
				from = c
			}
		}
		out = append(out, OpenSegment{From: from, To: s.To})
	}
	for len(out) > mostSegments {
		out = mergeSmallest(out)
	}
	for k := range out {
		out[k].Label = label(u, out[k])
		out[k].Room = room(u, bars, passes, out[k])
	}
	return out
}

// leaving is when the first plates of each course of some bars leave, in time.
func leaving(u report.RunUp, bars []int) (out []int64) {
	courses := map[int]bool{}
	for _, i := range bars {
		courses[u.Bars[i].Course] = true
	}
	for c, row := range u.Courses {
		if courses[c] && len(row.Sent) > 0 {
			out = append(out, row.FirstPlate())
		}
	}
	slices.Sort(out)
	return slices.Compact(out)
}

// cuts are where the scale changes: before the rush and the last minutes, and when the first
// plates leave; where there are several courses, when those of each leave.
func cuts(passes []int64) []int64 {
	if len(passes) != 1 {
		return passes
	}
	return []int64{passes[0] - rush, passes[0] - lastMinutes, passes[0]}
}

// busy are the stretches in which something of some bars begins, ends or wants hands.
func busy(u report.RunUp, bars []int) (out []report.Stretch) {
	var marks []report.Stretch
	for _, i := range bars {
		b := u.Bars[i]
		if b.To-b.From <= longBar {
			marks = append(marks, report.Stretch{From: b.From, To: b.To})
			continue
		}
		marks = append(marks, report.Stretch{From: b.From, To: b.From + longBar/2}, report.Stretch{From: b.To - longBar/2, To: b.To})
	}
	slices.SortFunc(marks, func(a, b report.Stretch) int { return cmp.Compare(a.From, b.From) })
	for _, m := range marks {
		if n := len(out); n > 0 && m.From-out[n-1].To < emptyStretch {
			out[n-1].To = max(out[n-1].To, m.To)
		} else {
			out = append(out, m)
		}
	}
	return out
}

// mergeSmallest joins the two neighbours that span the least time together, the last three
// excepted: they are the rush.
func mergeSmallest(list []OpenSegment) []OpenSegment {
	best := 0
	for k := 0; k+4 < len(list); k++ {
		if list[k+1].To-list[k].From < list[best+1].To-list[best].From {
			best = k
		}
	}
	list[best].To = list[best+1].To
	return slices.Delete(list, best+1, best+2)
}

// room is the share of a segment.
func room(u report.RunUp, bars []int, passes []int64, s OpenSegment) float64 {
	share := roomPrep
	switch {
	case len(passes) > 1 && s.To > passes[0]-rush, len(passes) == 1 && s.To == passes[0]-lastMinutes:
		share = roomRush
	case len(passes) == 1 && s.To == passes[0]:
		share = roomLast
	case len(passes) == 1 && s.From >= passes[0]:
		return roomWaves
	}
	return share + roomStep*float64(min(mostIn(u, bars, s), 5))
}

// mostIn is how many different steps the strand has in a segment that has the most there.
func mostIn(u report.RunUp, bars []int, s OpenSegment) (most int) {
	steps := map[string]map[string]bool{}
	for _, i := range bars {
		b := u.Bars[i]
		if b.From >= s.To || b.To <= s.From {
			continue
		}
		strand := b.Dish + "/" + b.Component
		if steps[strand] == nil {
			steps[strand] = map[string]bool{}
		}
		steps[strand][b.Step+"/"+b.Placing] = true
		most = max(most, len(steps[strand]))
	}
	return most
}

// label is the hours of a segment; on a day before that of the service with its day.
func label(u report.RunUp, s OpenSegment) string {
	if from := moment(u, s.From); from.Format(time.DateOnly) < u.Day {
		return from.Format("Mon ") + hours(u, s.From, s.To)
	}
	return hours(u, s.From, s.To)
}

// hours are a stretch on the wall: 20:19–20:24.
func hours(u report.RunUp, from, to int64) string {
	if clock(u, from) == clock(u, to) {
		return clock(u, from)
	}
	return clock(u, from) + "–" + clock(u, to)
}

func moment(u report.RunUp, at int64) time.Time {
	return u.Origin.Add(time.Duration(at) * time.Second)
}

func clock(u report.RunUp, at int64) string { return moment(u, at).Format("15:04") }
