package schedule

import "encoding/json"

// Names and version of the two formats.
const (
	ProblemFormat = "jointime/problem"
	PlanFormat    = "jointime/plan"
	Version       = 1
)

// Span is a half-open interval of seconds, opening first.
type Span [2]int64

// Holds reports whether inner starts no earlier than s opens and ends no
// later than s closes.
func (s Span) Holds(inner Span) bool { return s[0] <= inner[0] && inner[1] <= s[1] }

// Overlaps reports whether two spans share an instant. Empty spans share none.
func (s Span) Overlaps(o Span) bool {
	return s[0] < o[1] && o[0] < s[1] && s[0] < s[1] && o[0] < o[1]
}

// Shift moves a span by so many seconds.
func (s Span) Shift(by int64) Span { return Span{s[0] + by, s[1] + by} }

// Problem is what must be done, with what, and when it is due.
type Problem struct {
	Name      string
	Origin    string // RFC 3339, for people; empty if times are only relative
	Horizon   Span   // every task lies inside it
	Resources []Resource
	Tasks     []Task
	Links     []Link
	Targets   []Target
	Together  []Together
	Keeps     []Keep
}

// Keep is the price of each different resource, beyond the first, that is chosen for the uses
// and holds with a label.
type Keep struct {
	Label  string `json:"label"`
	Weight int64  `json:"weight"`
}

// Labels are the labels of a use: one is written as a text, several as a list.
type Labels []string

// MarshalJSON writes one label as a text.
func (l Labels) MarshalJSON() ([]byte, error) {
	if len(l) == 1 {
		return json.Marshal(l[0])
	}
	return json.Marshal([]string(l))
}

// Resource is a cook, an oven, a shelf: so many units in use at one instant.
type Resource struct {
	ID       string   `json:"id"`
	Capacity int64    `json:"capacity"`
	Windows  []Span   `json:"windows,omitzero"` // nil: the whole horizon; empty: never
	Setting  *Setting `json:"setting,omitempty"`
}

// Setting says that a resource holds one temperature at a time, in °C.
type Setting struct {
	Initial   int64 `json:"initial"`   // what it stands at when the horizon opens
	Up        int64 `json:"up"`        // seconds for one degree of heating
	Down      int64 `json:"down"`      // seconds for one degree of cooling
	Tolerance int64 `json:"tolerance"` // the difference that two uses may share
}

// Pause is the time that the resource needs from one temperature to another,
// 0 where the two may share it.
func (s Setting) Pause(from, to int64) int64 {
	switch {
	case to-from > s.Tolerance:
		return s.Up * (to - from)
	case from-to > s.Tolerance:
		return s.Down * (from - to)
	}
	return 0
}

// Task is one piece of work of fixed length.
type Task struct {
	ID         string `json:"id"`
	Duration   int64  `json:"duration"`
	Earliest   *int64 `json:"earliest,omitempty"`   // first start; nil: the horizon
	Latest     *int64 `json:"latest,omitempty"`     // limit on the end; nil: the horizon
	LatestOver *int64 `json:"latestOver,omitempty"` // its price for each second; nil: strict
	Uses       []Use  `json:"uses,omitempty"`
}

// Use is what a task (or a wait, see Link.Holds) needs of one resource.
type Use struct {
	OneOf   []string `json:"oneOf"`
	Units   int64    `json:"units,omitempty"`   // 0 stands for 1
	Slices  []Span   `json:"slices,omitzero"`   // nil: the whole task; empty: nothing
	Setting *int64   `json:"setting,omitempty"` // °C
	Settle  bool     `json:"settle,omitempty"`  // may begin while the resource heats or cools
	Same    string   `json:"same,omitempty"`    // all with this label take one resource

	Costs map[string]int64 `json:"costs,omitzero"` // by resource: what it costs that it is chosen; absent: 0
	Keep  Labels           `json:"keep,omitempty"` // of Keeps: what would rather stay with one resource
}

// Need is the number of units, 1 where none was said.
func (u Use) Need() int64 { return max(u.Units, 1) }

// Parts are the slices of a use in a task of a length, as offsets: its own, or the whole task.
func (u Use) Parts(duration int64) []Span {
	if u.Slices == nil {
		return []Span{{0, duration}}
	}
	return u.Slices
}

// Anchor is the end of a task from which a link counts.
type Anchor string

// The two anchors. The zero value stands for the link's own default.
const (
	Start Anchor = "start"
	End   Anchor = "end"
)

// Link is a wait between two tasks: the gap is the time of ToAt of To minus
// the time of FromAt of From.
type Link struct {
	From   string `json:"from"`
	To     string `json:"to"`
	FromAt Anchor `json:"fromAt,omitempty"` // zero: End
	ToAt   Anchor `json:"toAt,omitempty"`   // zero: Start
	Min    *int64 `json:"min,omitempty"`    // hard; nil: 0
	Max    *int64 `json:"max,omitempty"`    // nil: none
	Over   *int64 `json:"over,omitempty"`   // price of a second beyond Max; nil: strict
	Weight int64  `json:"weight,omitempty"` // price of a second beyond Min
	Holds  []Use  `json:"holds,omitempty"`  // used during the gap
}

// Least is the hard minimum of the gap.
func (l Link) Least() int64 {
	if l.Min == nil {
		return 0
	}
	return *l.Min
}

// Target says when a task should end, and the price of each second off it.
type Target struct {
	Task  string `json:"task"`
	At    int64  `json:"at"`
	Early int64  `json:"early,omitempty"`
	Late  int64  `json:"late,omitempty"`
}

// Together says that the ends of some tasks lie near one another.
type Together struct {
	Tasks  []string `json:"tasks"`
	Within *int64   `json:"within,omitempty"` // nil: no limit
	Over   *int64   `json:"over,omitempty"`   // nil: strict
	Weight int64    `json:"weight,omitempty"` // price of each second of spread
}

// MarshalJSON writes the problem as a jointime/problem document.
func (p Problem) MarshalJSON() ([]byte, error) {
	return json.Marshal(struct {
		Format    string     `json:"format"`
		Version   int        `json:"version"`
		Name      string     `json:"name,omitempty"`
		Origin    string     `json:"origin,omitempty"`
		Horizon   Span       `json:"horizon"`
		Resources []Resource `json:"resources"`
		Tasks     []Task     `json:"tasks"`
		Links     []Link     `json:"links,omitempty"`
		Targets   []Target   `json:"targets,omitempty"`
		Together  []Together `json:"together,omitempty"`
		Keeps     []Keep     `json:"keeps,omitempty"`
	}{ProblemFormat, Version, p.Name, p.Origin, p.Horizon, none(p.Resources), none(p.Tasks), p.Links, p.Targets, p.Together, p.Keeps})
}

// none keeps an empty list from being written as null.
func none[T any](list []T) []T {
	if list == nil {
		return []T{}
	}
	return list
}
