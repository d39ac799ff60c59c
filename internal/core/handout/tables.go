package handout

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/runup/report"
	"jointime/internal/core/service"
)

// inTime are the waves of a course as they leave.
func inTime(c report.CourseRow) []report.Departure {
	return slices.SortedStableFunc(slices.Values(c.Sent), func(a, b report.Departure) int { return cmp.Compare(a.At, b.At) })
}

// tables are the tables of a course in the order in which they leave.
func (in Input) tables(c int) []TableService {
	row, out := in.Plan.Courses[c], []TableService{}
	for _, s := range inTime(row) {
		for _, name := range s.Tables {
			t := TableService{Name: name, Other: []PlateCount{}, Needs: []SeatService{}}
			for _, p := range s.Parts {
				if p.Table == name {
					t.Part = fmt.Sprintf("%d of %d", p.Part, p.Of)
				}
			}
			for _, table := range in.Service.Tables {
				if table.Name == name {
					in.served(&t, table, row)
				}
			}
			out = append(out, t)
		}
	}
	return out
}

// served adds what a table has of a course, and what its guests must not have. What is in several
// parts is told whole with each.
func (in Input) served(t *TableService, table service.Table, row report.CourseRow) {
	for _, course := range in.Menu.Courses {
		if course.ID != row.ID {
			continue
		}
		for k, p := range table.Plates(course) {
			t.Plates += p.Plates
			if p.Version != "" || (k > 0 || p.Dish != course.Dishes[0]) {
				t.Other = append(t.Other, PlateCount{Name: nameOf(row, p), Plates: p.Plates})
			}
		}
	}
	for _, n := range table.Needs {
		stopped := n.Of(row.ID).Stopped
		t.Needs = append(t.Needs, SeatService{Seat: n.Seat, Said: n.Said, Stopped: stopped})
		t.Stopped = t.Stopped || stopped
	}
}

// nameOf is what plates are called: of a version the version alone.
func nameOf(row report.CourseRow, p service.Covers) string {
	id := p.Dish
	if p.Version != "" {
		id += "~" + p.Version
	}
	for _, s := range row.Sent {
		for _, sent := range s.Plates {
			if sent.Dish == id {
				if v := version(id, sent.Name); v != "" {
					return v
				}
				return sent.Name
			}
		}
	}
	return strings.ReplaceAll(p.Version, "-", " ")
}
