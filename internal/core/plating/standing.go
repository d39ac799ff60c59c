package plating

import (
	"fmt"

	"jointime/internal/core/units"
)

// Standing is how long something stands on its plate before the next thing comes, and
// where the plates are meanwhile: plates that are laid out early for a disc that thaws.
type Standing struct {
	Least int64  `json:"least" minimum:"0" maximum:"86400" doc:"seconds"`
	Most  *int64 `json:"most,omitempty" minimum:"0" maximum:"86400" doc:"seconds; absent: no limit is said"`
	Where string `json:"where,omitempty" maxLength:"60" doc:"kind of equipment on which they stand, a place for each plate; absent: wherever there is room"`
	Why   string `json:"why,omitempty" maxLength:"120"`
}

// String says it: "stands 20–40 min on the rack, thaws".
func (w Standing) String() string {
	text := "stands " + units.FormatDuration(w.Least)
	if w.Most != nil {
		text = "stands " + units.FormatRange(units.Range{Quick: w.Least, Usual: (w.Least + *w.Most) / 2, Slow: *w.Most})
	}
	if w.Where != "" {
		text += fmt.Sprintf(" on the %s", w.Where)
	}
	if w.Why != "" {
		text += ", " + w.Why
	}
	return text
}

// Standing is how long a plate stands at least while it is built, after a placing and
// those that come later, in seconds.
func (s Spec) Standing(from int) (sum int64) {
	for _, p := range s.Placings[min(from, len(s.Placings)):] {
		if p.Stands != nil {
			sum += p.Stands.Least
		}
	}
	return sum
}
