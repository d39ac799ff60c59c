// Package room makes the sheet for the room: for each course whom to seat or hold
// and until when, what cannot wait, what is carved or poured at the table, what
// goes with it, and what is in it for whom.
package room

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/contents"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/service"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// Briefing is what the room is given for a service.
type Briefing struct {
	Service string           `json:"service"`
	Name    string           `json:"name"`
	Day     string           `json:"day"`
	Guests  int              `json:"guests" doc:"at the tables; 0: no tables are known"`
	Courses []CourseBriefing `json:"courses" nullable:"false"`
	Notes   []TableNote      `json:"notes" nullable:"false" doc:"of the tables"`
}

// TableNote is what is said of a table.
type TableNote struct {
	Table string `json:"table"`
	Text  string `json:"text"`
}

// CourseBriefing is a course as the room sees it.
type CourseBriefing struct {
	Name   string         `json:"name"`
	Hour   string         `json:"hour" doc:"of the clock, at which the first wave leaves"`
	Hold   string         `json:"hold,omitempty" doc:"what cannot wait for a guest, and how long it can"`
	Sent   []Leaving      `json:"sent" nullable:"false" doc:"in the order in which they leave"`
	Dishes []DishBriefing `json:"dishes" nullable:"false"`
}

// Leaving is what leaves together, and by when its guests are to sit: from then on something of it
// is on the heat that cannot be held.
type Leaving struct {
	Wave   int                `json:"wave"`
	Leaves time.Time          `json:"leaves"`
	Tables []string           `json:"tables" nullable:"false"`
	Parts  []report.TablePart `json:"parts,omitempty"`
	Plates int                `json:"plates"`
	Seated string             `json:"seated" doc:"by when, on the clock"`
	Goes   string             `json:"goes,omitempty" doc:"what goes in then: Hake; absent: nothing does, the plates are built"`
}

// DishBriefing is a dish, or a version of it, in a course.
type DishBriefing struct {
	Name      string   `json:"name"`
	Portions  int      `json:"portions"`
	Tables    []string `json:"tables" nullable:"false" doc:"who has it, each with how many; all: none is named"`
	Story     string   `json:"story,omitempty"`
	With      string   `json:"with,omitempty"`
	Cutlery   string   `json:"cutlery,omitempty"`
	AtTable   string   `json:"atTable,omitempty"`
	Alcohol   []string `json:"alcohol" nullable:"false" doc:"what brings it in; boiling does not take all of it away"`
	Contains  []string `json:"contains" nullable:"false" doc:"allergens"`
	Unknown   bool     `json:"unknown" doc:"what is in it is not all known"`
	Without   []string `json:"without" nullable:"false" doc:"what a version is to be without, as it is asked for"`
	Broken    []string `json:"broken" nullable:"false" doc:"what it is to be without and is not, or nobody knows"`
	Uneatable []string `json:"uneatable" nullable:"false" doc:"what lies on the plate and is not eaten"`
}

// seated is how many minutes before its plates leave a table is to sit with its cutlery, where
// nothing goes in for it before that (common practice, without a source).
const seated = 5

// fires is how long before its plates leave a table is waited for at the most, in minutes: what is
// begun earlier for it is begun on the forecast (common practice, without a source).
const fires = 20

// Make makes the sheet of a service from its plan.
func Make(b recipe.Book, k kitchen.Kitchen, menu recipe.Menu, s service.Service, plan report.RunUp) Briefing {
	out := Briefing{Service: s.ID, Name: s.Name, Day: s.Day, Guests: s.Guests(), Courses: []CourseBriefing{}, Notes: []TableNote{}}
	for _, t := range s.Tables {
		if t.Note != "" {
			out.Notes = append(out.Notes, TableNote{t.Name, t.Note})
		}
	}
	for at, row := range plan.Courses {
		c := CourseBriefing{Name: row.Name, Hour: row.Hour.Format("15:04"), Sent: leavings(plan, at), Dishes: []DishBriefing{}}
		shortest := int64(0)
		for _, hour := range s.Courses {
			if hour.Course != row.ID {
				continue
			}
			for _, n := range hour.Covers {
				if n.Plates == 0 {
					continue
				}
				d, life := dish(b, k, n)
				d.Tables = tables(s, menu, row.ID, n)
				if c.Dishes = append(c.Dishes, d); life > 0 && (shortest == 0 || life < shortest) {
					shortest = life
				}
			}
		}
		if shortest > 0 && shortest <= cannotWait {
			c.Hold = "good for " + units.FormatDuration(max(30, shortest-shortest%30))
		}
		out.Courses = append(out.Courses, c)
	}
	return out
}

// leavings are the waves of a course as they leave, each with the first step that is done for it
// alone.
func leavings(plan report.RunUp, c int) []Leaving {
	out := []Leaving{}
	for _, s := range plan.Courses[c].Sent {
		l := Leaving{Wave: s.Wave, Leaves: s.Leaves, Tables: s.Tables, Parts: s.Parts}
		for _, p := range s.Plates {
			l.Plates += p.Plates
		}
		sits := s.Leaves.Add(-seated * time.Minute)
		for _, b := range plan.Bars {
			if b.Course == c && slices.Equal(b.Waves, []int{s.Wave}) && b.Step != "" && b.LeadIn == "" && b.Start.Before(sits) && s.Leaves.Sub(b.Start) <= fires*time.Minute {
				sits, l.Goes = b.Start, b.Made
			}
		}
		l.Seated = sits.Format("15:04")
		out = append(out, l)
	}
	slices.SortStableFunc(out, func(a, b Leaving) int { return a.Leaves.Compare(b.Leaves) })
	return out
}

// cannotWait is the life of a plate, in seconds, up to which the room is told.
const cannotWait = 5 * 60

// dish is what the room is told of plates, and how long they last, in seconds; 0:
// nothing on them fades.
func dish(b recipe.Book, k kitchen.Kitchen, n service.Covers) (DishBriefing, int64) {
	d := b.Dishes[n.Dish]
	out := DishBriefing{Name: d.Name, Portions: n.Plates, Contains: []string{}, Alcohol: []string{}, Without: []string{}, Broken: []string{}, Uneatable: []string{}}
	plate, view := d.Plate, contents.Plain(b, d, k)
	for _, v := range d.Versions {
		if v.ID == n.Version {
			out.Name, out.Without, plate, view = d.Name+", "+v.Name, append(out.Without, v.Without...), d.PlateOf(v), contents.Version(b, d, v, k, n.Plates)
		}
	}
	for _, a := range view.Contents.Allergens {
		out.Contains = append(out.Contains, a.Name)
	}
	for _, trail := range view.Contents.Alcohol {
		steps := strings.Split(trail, " › ")
		if name := steps[len(steps)-1]; !slices.Contains(out.Alcohol, name) {
			out.Alcohol = append(out.Alcohol, name)
		}
	}
	out.Unknown = len(view.Contents.Unknown) > 0
	for _, c := range view.Broken {
		out.Broken = append(out.Broken, c.What)
	}
	if d.Room != nil {
		out.Story, out.With, out.Cutlery, out.AtTable = d.Room.Story, d.Room.With, d.Room.Cutlery, d.Room.AtTable
	}
	if poured := plate.AtTable(); len(poured) > 0 {
		var names []string
		for _, id := range poured {
			names = append(names, b.Components[id].Name)
		}
		out.AtTable = strings.TrimSuffix("at the table: "+words.List(names)+". "+out.AtTable, ". ")
	}
	life := told(&out, plate, func(component string) string { return b.Components[component].Name })
	return out, life
}

// told adds what follows from the plate.
func told(d *DishBriefing, plate plating.Spec, named func(component string) string) (life int64) {
	c := plate.Compute(plating.Scene{})
	if len(c.Lives) > 0 {
		life = c.Lives[0].Seconds
	}
	for _, p := range plate.Placings {
		if p.NotEaten {
			d.Uneatable = append(d.Uneatable, named(p.Component))
		}
	}
	return life
}

// tables are who has these plates; none is named where they are for all who ask for
// nothing else.
func tables(s service.Service, menu recipe.Menu, course string, n service.Covers) []string {
	out := []string{}
	for _, m := range menu.Courses {
		if m.ID != course || (n.Version == "" && len(m.Dishes) == 1) {
			continue
		}
		for _, t := range s.Tables {
			for _, p := range t.Plates(m) {
				if p.Dish == n.Dish && p.Version == n.Version {
					out = append(out, fmt.Sprintf("%s, %d ×", t.Name, p.Plates))
				}
			}
		}
	}
	return out
}
