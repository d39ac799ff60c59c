package report

import (
	"cmp"
	"fmt"
	"slices"

	"jointime/internal/core/schedule/network"
	"jointime/internal/core/units"
)

// Critical is a step where a delay hurts: it may well take longer than there is to
// give before a plate is late.
type Critical struct {
	Bar  int    `json:"bar" doc:"place in bars"`
	Give int64  `json:"give" doc:"seconds that it may be late before a plate is"`
	Slow int64  `json:"slow" doc:"seconds that it may take longer than planned"`
	Say  string `json:"say"`
}

// maxCritical is how many of them are told.
const maxCritical = 8

// critical lists the steps that hurt first: by how far what they may take longer
// goes beyond what there is to give.
func (r *reporter) critical() []Critical {
	out := []Critical{}
	for i, w := range r.of.Work {
		if w.Placed() {
			continue
		}
		slow := w.Slow
		if slow == 0 || r.slack[i] >= network.NoEnd || slow <= r.slack[i]/2 {
			continue
		}
		c := Critical{Bar: i, Give: r.slack[i], Slow: slow}
		name := r.callOne(i)
		switch {
		case c.Give == 0:
			c.Say = fmt.Sprintf("%s, nothing to spare, may run %s over", name, units.FormatDuration(slow))
		default:
			c.Say = fmt.Sprintf("%s, %s to spare, may run %s over", name, units.FormatDuration(c.Give), units.FormatDuration(slow))
		}
		out = append(out, c)
	}
	slices.SortStableFunc(out, func(a, b Critical) int { return cmp.Compare(b.Slow-b.Give, a.Slow-a.Give) })
	return out[:min(len(out), maxCritical)]
}
