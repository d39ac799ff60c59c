package judge

import (
	"cmp"
	"fmt"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
)

// The promises.
const (
	TwoPlaces  = "hands in two places"
	OffShift   = "a cook who is not there"
	Stranger   = "a stranger at a section's work"
	Room       = "more on a thing than it has places"
	TwoHeats   = "one thing at two temperatures"
	Before     = "a step before its ingredient"
	Waited     = "waited too long"
	Hot        = "hot and waiting"
	Hours      = "outside its hours"
	NotMade    = "not made"
	NotPlated  = "not plated"
	NotTheirs  = "done for who is without it"
	Early      = "early"
	Late       = "late"
	Life       = "past its life on the plate"
	Broken     = "not built in one go"
	TableApart = "a table's plates apart"
	OutOfOrder = "courses out of order"
	CoursesGap = "courses too close, or too far apart"
	TheDay     = "food work over what the day has"
	Raw        = "ready food after raw, with the same hands"
	Unclean    = "a plate for an allergy, and no clean hands"
)

// Breach is a promise that is broken.
type Breach struct {
	Promise string `json:"promise"`
	Service string `json:"service"` // id
	Says    string `json:"says"`
	By      int64  `json:"by,omitempty"` // seconds, or places, beyond what was promised
	Told    bool   `json:"told"`         // the run-up, or what stands beside it, says so

	bars  []int    // that it is about
	about []string // names in what is told of it
}

// Judge says every promise that the run-ups of a day break, in the order of the services.
func Judge(d Day) (out []Breach) {
	for _, s := range d.Services {
		if s.RunUp.Status == "none" {
			continue // it says that it is none
		}
		j := &judging{d.asServed(s), s, nil}
		for _, look := range []func(*judging){(*judging).shifts, (*judging).events, (*judging).strangers, (*judging).raws, (*judging).unclean, (*judging).uncleanMaking, (*judging).flows, (*judging).made, (*judging).versions, (*judging).plated, (*judging).punctual, (*judging).built, (*judging).tables, (*judging).meals} {
			look(j)
		}
		out = append(out, j.found...)
	}
	return append(append(out, d.hands()...), d.things()...)
}

// judging is one service being judged.
type judging struct {
	Day
	Served
	found []Breach
}

// breach notes a broken promise, and whether it is told: a clash names one of its bars, or
// all that it is about.
func (j *judging) breach(b Breach) {
	b.Service = j.Service.ID
	b.Told = told(j.Served, b)
	j.found = append(j.found, b)
}

func told(s Served, b Breach) bool {
	says := func(text string) bool {
		return slices.ContainsFunc(saidAs[b.Promise], func(word string) bool { return strings.Contains(text, word) })
	}
	names := func(text string) bool {
		return len(b.about) > 0 && !slices.ContainsFunc(b.about, func(name string) bool { return !strings.Contains(text, name) })
	}
	for _, c := range s.RunUp.Clashes {
		if says(c.What) && (c.Bar != nil && slices.Contains(b.bars, *c.Bar) || names(c.What)) {
			return true
		}
	}
	return slices.ContainsFunc(s.Told, func(text string) bool { return says(text) && names(text) })
}

// saidAs are words of which one stands in what a run-up says of a promise that it breaks.
// What is not here no run-up may break: it is not told, whatever is said.
var saidAs = map[string][]string{
	TwoPlaces: {"booked twice"}, Room: {"booked twice"}, TwoHeats: {"booked twice"},
	Waited: {"limit", "shelf life"}, Hot: {"limit"},
	Early: {"early"}, Late: {"late", "in which the course leaves"},
	Life: {"on the plate"}, Broken: {"with a break"},
	TableApart: {"apart"}, CoursesGap: {" after "},
	TheDay: {"planned over"}, Hours: {"wanted by"},
}

// clock is a moment of the run-up on the clock of the kitchen.
func (j *judging) clock(at int64) string { return j.moment(at).Format("15:04:05") }

func (j *judging) moment(at int64) time.Time {
	return j.RunUp.Origin.Add(time.Duration(at) * time.Second).In(j.Zone)
}

// component is one of the book; a version's own has the id of the one that it stands for
// before a ~.
func (d Day) component(id string) (recipe.Component, bool) {
	base, _ := cutVersion(id)
	c, is := d.Components[base]
	return c, is
}

func (d Day) dish(id string) (x recipe.Dish, version bool) {
	base, of := cutVersion(id)
	return d.Dishes[base], of != ""
}

// say names a bar.
func (j *judging) say(b Bar) string {
	name := j.Dishes[b.Dish].Name
	if c, is := j.component(b.Component); is {
		name = c.Name
	}
	return fmt.Sprintf("%s: %s %s", name, b.Name, j.clock(b.From))
}

// over writes seconds as a length of time.
func over(seconds int64) string { return units.FormatOver(seconds) }

// byTime are bars in the order in which they begin.
func byTime(bars []Bar, list []int) []int {
	slices.SortStableFunc(list, func(a, b int) int { return cmp.Compare(bars[a].From, bars[b].From) })
	return list
}

// cutVersion parts the id of a dish from that of its version.
func cutVersion(id string) (dish, version string) {
	dish, version, _ = strings.Cut(id, "~")
	return dish, version
}
