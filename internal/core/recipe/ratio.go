package recipe

import (
	"slices"
	"strings"

	"jointime/internal/core/units"
)

// Scale says how a line grows with its component.
type Scale string

// A line grows in proportion; stays as it is, once for each time that it is
// made; grows with the square root, as seasoning and spice in a stock do; or
// is rounded up to whole pieces.
const (
	Linear  Scale = ""
	Fixed   Scale = "fixed"
	Seasons Scale = "seasoning"
	Whole   Scale = "whole"
)

// Ratio ties a line to another one: its amount is for so much of that, or, in
// percent, a share of its weight. It then grows as that does.
type Ratio struct {
	To   string        `json:"to,omitempty" maxLength:"200" doc:"id or name of the other line; absent: what the component makes"`
	Each *units.Amount `json:"each,omitempty" doc:"the amount is for so much of it; absent: the amount is in percent"`
}

// LineAt is the place of a line by its id or name; -1: there is none.
func (c Component) LineAt(to string) int {
	if at := slices.IndexFunc(c.Lines, func(l Line) bool { return l.ID == to }); at >= 0 {
		return at
	}
	return slices.IndexFunc(c.Lines, func(l Line) bool { return strings.EqualFold(l.Name, to) })
}
