// Package kitchen describes what there is to cook with: cooks and their
// shifts, equipment with capacities and temperatures, and the pass.
package kitchen

import (
	"cmp"
	"fmt"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/fault"
	"jointime/internal/core/limits"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// Kitchen is one kitchen.
type Kitchen struct {
	ID        string         `json:"id"`
	Name      string         `json:"name" minLength:"1" maxLength:"120"`
	Zone      string         `json:"zone" doc:"IANA time zone"`
	Measures  units.Measures `json:"measures,omitempty" enum:"us,imperial,metric," doc:"how large its spoons, cups and pints are; absent: metric"`
	Scales    units.Scales   `json:"scales,omitzero" doc:"how finely it weighs"`
	Likes     units.Likes    `json:"likes,omitzero" doc:"how it likes to read amounts and temperatures"`
	Currency  string         `json:"currency,omitempty" maxLength:"3" doc:"of prices, as ISO 4217 has it; absent: EUR"`
	Sections  []Section      `json:"sections,omitempty" maxItems:"30"`
	Boxes     []Box          `json:"boxes,omitempty" maxItems:"40" doc:"what food is kept in"`
	Limits    []string       `json:"limits,omitempty" maxItems:"20" doc:"ids of the sets of published limits that it holds to; absent: the first"`
	Own       []limits.Own   `json:"own,omitempty" maxItems:"60" doc:"where its own plan is stricter than a published limit"`
	PassWidth int            `json:"passWidth" minimum:"1" maximum:"100" doc:"plates that stand on the pass side by side"`
	Plates    string         `json:"plates,omitempty" enum:",section,named" doc:"who plates: section, each what it makes; named, the platers; absent: the people of the pass"`
	Platers   []string       `json:"platers,omitempty" maxItems:"60" doc:"ids of the cooks who plate, with named"`
	Caller    string         `json:"caller,omitempty" maxLength:"60" doc:"id of the cook who calls and has no other work; absent: the first of the pass, in a kitchen of more than three; - for nobody"`
	Apart     *Apart         `json:"apart,omitempty" doc:"how long the courses of a table are apart; absent: 12 to 30 min"`
	Change    *int64         `json:"change,omitempty" minimum:"0" maximum:"600" doc:"seconds in which hands, board and knife are changed between raw food and what is ready; absent: 60"`
	Wipe      *int64         `json:"wipe,omitempty" minimum:"0" maximum:"120" doc:"seconds in which a plate is wiped and checked, where it does not say itself; absent: 6"`
	Carry     *Carry         `json:"carry,omitempty" doc:"who carries plates to the room; absent: nobody counts them"`
	Spares    *Spares        `json:"spares,omitempty" doc:"what is made beyond what is ordered; absent: nothing"`
	Things    []Thing        `json:"things,omitempty" maxItems:"200" doc:"ware, trays and small things that it counts"`
	Day       []Event        `json:"day,omitempty" maxItems:"40" doc:"what a day has beside food work"`
	Cooks     []Cook         `json:"cooks" nullable:"false"`
	Equipment []Equipment    `json:"equipment" nullable:"false"`
}

// Apart is how many minutes lie between a table's last plate of a course and its first of the
// next.
type Apart struct {
	Least int64 `json:"least" minimum:"0" maximum:"240"`
	Most  int64 `json:"most" minimum:"1" maximum:"480"`
}

// Spares are what is made beyond what is ordered, for what drops, sticks or comes back. Common practice,
// without a source: pieces 1 in 12 and at least 2, sauces 15 %, all else 10 %.
type Spares struct {
	OneIn  int     `json:"oneIn" minimum:"0" maximum:"1000" doc:"pieces: one in so many; 0: none"`
	Least  int     `json:"least,omitempty" minimum:"0" maximum:"1000" doc:"pieces: at least so many"`
	Sauces float64 `json:"sauces,omitempty" minimum:"0" maximum:"100" doc:"per cent of what is measured by volume"`
	Others float64 `json:"others,omitempty" minimum:"0" maximum:"100" doc:"per cent of all else"`
}

// Carry is who carries plates to the room.
type Carry struct {
	People int   `json:"people" minimum:"1" maximum:"100"`
	Plates int   `json:"plates,omitempty" minimum:"0" maximum:"6" doc:"that one person carries; absent: 2"`
	Trip   int64 `json:"trip,omitempty" minimum:"0" maximum:"1800" doc:"seconds to the room and back; absent: 120"`
}

// Between is that in seconds; common practice where the kitchen does not say.
func (k Kitchen) Between() (least, most int64) {
	if k.Apart == nil {
		return 12 * 60, 30 * 60
	}
	return k.Apart.Least * 60, k.Apart.Most * 60
}

// Cook is one pair of hands, named by role or initials.
type Cook struct {
	ID      string   `json:"id"`
	Name    string   `json:"name"`
	Section string   `json:"section,omitempty" doc:"id of the section that they work in"`
	Shifts  []Shift  `json:"shifts" nullable:"false" doc:"of the week; a break lies between two of them"`
	On      []OnDay  `json:"on,omitempty" maxItems:"60" doc:"days on which their hours are others"`
	Not     []string `json:"not,omitempty" maxItems:"20" doc:"what they do not do: kinds of equipment, or words of a step's name"`
	Away    []Away   `json:"away,omitempty" maxItems:"60" doc:"when they are not there in spite of it"`
}

// Section is a part of the kitchen with its own work. Its people are the cooks who name it,
// in the order in which the kitchen lists them.
type Section struct {
	ID    string   `json:"id" minLength:"1" maxLength:"60"`
	Name  string   `json:"name" minLength:"1" maxLength:"80"`
	Helps []string `json:"helps,omitempty" maxItems:"30" doc:"ids of the sections that its people may help"`
	Walk  *int64   `json:"walk,omitempty" minimum:"0" maximum:"120" doc:"seconds to walk to it from the section before it in the list; absent: none"`
}

// Box is a container of one size.
type Box struct {
	Name  string  `json:"name" minLength:"1" maxLength:"80"`
	Holds float64 `json:"holds" minimum:"1" maximum:"1000000" doc:"millilitres, filled as one fills it"`
}

// Shift is a stretch of a day, in clock hours; one that ends before it begins
// ends on the next day.
type Shift struct {
	From string `json:"from"`
	To   string `json:"to"`
	Days []int  `json:"days,omitempty" maxItems:"7" doc:"weekdays on which it is, 1 Monday to 7 Sunday; absent: every day"`
}

// OnDay is the hours of one day, in place of those of the week.
type OnDay struct {
	Day    string  `json:"day" doc:"like 2026-11-28"`
	Shifts []Shift `json:"shifts" nullable:"false" doc:"none: they are not there"`
}

// Has tells whether a shift is on a day.
func (s Shift) Has(day time.Time) bool {
	return len(s.Days) == 0 || slices.Contains(s.Days, (int(day.Weekday())+6)%7+1)
}

// ShiftsOn are the hours of a cook on a day.
func (c Cook) ShiftsOn(day time.Time) (out []Shift) {
	for _, o := range c.On {
		if o.Day == day.Format(time.DateOnly) {
			return o.Shifts
		}
	}
	for _, s := range c.Shifts {
		if s.Has(day) {
			out = append(out, s)
		}
	}
	return out
}

// Does tells whether a cook does a step of a name that needs equipment of some kinds.
func (c Cook) Does(step string, kinds []string) bool {
	return !slices.ContainsFunc(c.Not, func(not string) bool {
		return slices.ContainsFunc(kinds, func(kind string) bool { return strings.EqualFold(kind, not) }) || words.Has(step, not)
	})
}

// Away is a stretch of one day, or of every day, in which a cook or a thing is not
// to be had.
type Away struct {
	Day string `json:"day,omitempty" doc:"like 2026-11-28; absent: every day"`
	Shift
	Why string `json:"why,omitempty" maxLength:"120"`
}

// Equipment is one thing with places on or in it: an oven with two shelves,
// a stove with four burners. Things of one kind stand in for one another.
type Equipment struct {
	ID       string   `json:"id"`
	Name     string   `json:"name"`
	Kind     string   `json:"kind"`
	Places   int      `json:"places" minimum:"1" maximum:"1000000"`
	Portions int      `json:"portions,omitempty" minimum:"0" maximum:"100000" doc:"that fit on one place, where a step does not say; 0: whatever the number"`
	Cooks    bool     `json:"cooks,omitempty" doc:"food cooks on or in it: what is on it must be judged"`
	Most     *int     `json:"most,omitempty" minimum:"-100" maximum:"2000" doc:"°C that it reaches at the most"`
	Heating  *Heater  `json:"heating,omitempty" doc:"it holds one temperature at a time"`
	Keeps    string   `json:"keeps,omitempty" enum:",cold,hot,frozen" doc:"what is in it is held so; absent: as the room is"`
	Celsius  *float64 `json:"celsius,omitempty" minimum:"-100" maximum:"120" doc:"°C at which it holds; absent: as cold or hot as is asked for"`
	Wash     int64    `json:"wash,omitempty" minimum:"0" maximum:"7200" doc:"seconds of washing after a use, before the next one for something else: a blender"`
	Away     []Away   `json:"away,omitempty" maxItems:"60" doc:"when it is not to be had"`
	Carries  []string `json:"carries,omitempty" doc:"allergens that it brings to all that touches it: shared fat, a floured bench"`
}

// Reaches tells whether it gets as hot as is asked for, in °C; nil asks for nothing.
func (e Equipment) Reaches(setting *int64) bool {
	return setting == nil || e.Most == nil || *setting <= int64(*e.Most)
}

// Heater says how a temperature is reached.
type Heater struct {
	Cold      int `json:"cold" minimum:"-300" maximum:"2000" doc:"°C before it is lit"`
	Up        int `json:"up" minimum:"0" maximum:"100000" doc:"seconds for one degree of heating"`
	Down      int `json:"down" minimum:"0" maximum:"100000" doc:"seconds for one degree of cooling"`
	Tolerance int `json:"tolerance" minimum:"0" maximum:"1000" doc:"degrees that two uses may differ and still share it"`
}

// Sizes are the measures of the kitchen: metric where it does not say.
func (k Kitchen) Sizes() units.Measures {
	if k.Measures == "" {
		return units.Metric
	}
	return k.Measures
}

// Money is the currency of prices: EUR where it does not say.
func (k Kitchen) Money() string {
	if k.Currency == "" {
		return "EUR"
	}
	return k.Currency
}

// OfKind lists the equipment of a kind.
func (k Kitchen) OfKind(kind string) (out []Equipment) {
	for _, e := range k.Equipment {
		if e.Kind == kind {
			out = append(out, e)
		}
	}
	return out
}

// Validate finds what is wrong with a kitchen.
func (k Kitchen) Validate() error {
	var l fault.List
	seen := map[string]bool{}
	once := func(field, id string) {
		if id == "" || seen[id] {
			l.Add(field, "Name missing, or used twice.")
		}
		seen[id] = true
	}
	if k.PassWidth < 1 {
		l.Add("passWidth", "Plates the pass holds: must be 1 or more.")
	}
	if a := k.Apart; a != nil && a.Most < a.Least {
		l.Add("apart", "Between courses: the most must not be less than the least.")
	}
	for i, c := range k.Cooks {
		once(fmt.Sprintf("cooks[%d].id", i), c.ID)
		for j, s := range c.Shifts {
			s.validate(fmt.Sprintf("cooks[%d].shifts[%d]", i, j), &l)
		}
		for j, o := range c.On {
			o.validate(fmt.Sprintf("cooks[%d].on[%d]", i, j), &l)
		}
		validateAway(fmt.Sprintf("cooks[%d].away", i), c.Away, &l)
		if strings.TrimSpace(c.Name) == "" {
			l.Add(fmt.Sprintf("cooks[%d].name", i), "Name the cook.")
		}
	}
	for i, e := range k.Equipment {
		once(fmt.Sprintf("equipment[%d].id", i), e.ID)
		if e.Kind == "" {
			l.Add(fmt.Sprintf("equipment[%d].kind", i), "%s: kind missing.", cmp.Or(e.Name, "Equipment"))
		}
		if e.Places < 1 {
			l.Add(fmt.Sprintf("equipment[%d].places", i), "%s: places must be 1 or more.", cmp.Or(e.Name, "Equipment"))
		}
		validateAway(fmt.Sprintf("equipment[%d].away", i), e.Away, &l)
	}
	k.validateDay(&l)
	for i, o := range k.Own {
		if err := o.Check(); err != nil {
			l.Add(fmt.Sprintf("own[%d]", i), "%v", err)
		}
	}
	return l.Err()
}

// Held are the published limits that the kitchen holds to, as strict as its own plan
// has them.
func (k Kitchen) Held() []limits.Limit { return limits.In(k.Limits, k.Own) }

func (s Shift) validate(at string, l *fault.List) {
	for name, text := range map[string]string{"from": s.From, "to": s.To} {
		if _, err := units.ParseClock(text); err != nil {
			l.Add(at+"."+name, "%v", err)
		}
	}
	for _, d := range s.Days {
		if d < 1 || d > 7 {
			l.Add(at+".days", "“%d” is not a weekday: 1 is Monday, 7 Sunday.", d)
		}
	}
}

func (o OnDay) validate(at string, l *fault.List) {
	if _, err := time.Parse(time.DateOnly, o.Day); err != nil {
		l.Add(at+".day", "“%s” is not a date. Write 2026-11-28.", o.Day)
	}
	for i, s := range o.Shifts {
		s.validate(fmt.Sprintf("%s.shifts[%d]", at, i), l)
	}
}

func validateAway(at string, list []Away, l *fault.List) {
	for i, a := range list {
		a.validate(fmt.Sprintf("%s[%d]", at, i), l)
		if _, err := time.Parse(time.DateOnly, a.Day); a.Day != "" && err != nil {
			l.Add(fmt.Sprintf("%s[%d].day", at, i), "“%s” is not a date. Write 2026-11-28.", a.Day)
		}
	}
}
