package recipe

import (
	"fmt"
	"math"

	"jointime/internal/core/units"
)

// Per says for how much a step's time holds.
type Per string

// A step takes its time once, for each portion, for each piece of a portion,
// for each batch, or as a table says.
const (
	Once       Per = "once"
	PerPortion Per = "portion"
	PerPiece   Per = "piece"
	PerBatch   Per = "batch"
	PerTable   Per = "table"
)

// Time is how long a step takes, in seconds: quick, usual, slow. Plans use
// the usual. With a table, the three are what it gives for the size at hand.
type Time struct {
	Quick  int64         `json:"quick" minimum:"0" maximum:"5184000"`
	Usual  int64         `json:"usual" minimum:"0" maximum:"5184000"`
	Slow   int64         `json:"slow" minimum:"0" maximum:"5184000"`
	Per    Per           `json:"per" enum:"once,portion,piece,batch,table"`
	Batch  int           `json:"batch,omitempty" minimum:"0" maximum:"100000" doc:"portions in one batch, with per batch; pieces in one portion, with per piece"`
	Table  *SizeTable    `json:"table,omitempty"`
	Amount *units.Amount `json:"amount,omitempty" doc:"the amount for which the time holds"`
	Cooks  int           `json:"cooks,omitempty" minimum:"0" maximum:"12" doc:"how many do it together: so much a portion, or a piece, is shared among them; absent: one"`
}

// Together is how many cooks do it together.
func (t *Time) Together() int {
	if t == nil {
		return 1
	}
	return max(1, t.Cooks)
}

// SizeTable gives a time by size, thickness or weight: rising points, and between
// two of them the straight line.
type SizeTable struct {
	By   string  `json:"by" enum:"size,thickness,weight"`
	Unit string  `json:"unit" enum:"mm,cm,g,kg"`
	At   float64 `json:"at" minimum:"0" doc:"what is at hand"`
	Rows []Row   `json:"rows" nullable:"false" minItems:"2" maxItems:"30"`
}

// Row is one point of a table.
type Row struct {
	Size    float64 `json:"size" minimum:"0"`
	Seconds int64   `json:"seconds" minimum:"0" maximum:"5184000"`
}

// Seconds is the time that the table gives for what is at hand, and its
// working; false outside the table: nobody has said what happens there.
func (t SizeTable) Seconds() (int64, string, bool) {
	for i := 1; i < len(t.Rows); i++ {
		a, b := t.Rows[i-1], t.Rows[i]
		if t.At < a.Size || t.At > b.Size || a.Size >= b.Size {
			continue
		}
		v := float64(a.Seconds) + (t.At-a.Size)/(b.Size-a.Size)*float64(b.Seconds-a.Seconds)
		seconds := int64(math.Round(v))
		return seconds, fmt.Sprintf("%g %s lies between %g (%s) and %g (%s): %s", t.At, t.Unit, a.Size, units.FormatDuration(a.Seconds), b.Size, units.FormatDuration(b.Seconds), units.FormatDuration(seconds)), true
	}
	return 0, fmt.Sprintf("%g %s is outside the table", t.At, t.Unit), false
}

// For is the usual time for so many portions, and its working.
func (t Time) For(portions int) (seconds int64, working string) {
	switch t.Per {
	case PerPortion:
		return t.shared(portions, "portions")
	case PerPiece:
		return t.shared(portions*max(t.Batch, 1), "pieces")
	case PerBatch:
		n := int64(batches(portions, t.Batch))
		return t.Usual * n, Sum(t.Usual, n, "batches")
	case PerTable:
		if t.Table != nil {
			if v, working, ok := t.Table.Seconds(); ok {
				return v, working
			}
		}
	}
	return t.Usual, units.FormatDuration(t.Usual)
}

// shared is the time for so many, among those who do it together: each does as many, or one less.
func (t Time) shared(n int, of string) (seconds int64, working string) {
	cooks := t.Together()
	each := int64(batches(n, cooks))
	if cooks == 1 {
		return t.Usual * each, Sum(t.Usual, each, of)
	}
	return t.Usual * each, fmt.Sprintf("%d %s, shared by %d: %s", n, of, cooks, Sum(t.Usual, each, of))
}

// batches is portions over the size of a batch, rounded up.
func batches(portions, size int) int {
	size = max(size, 1)
	return (portions + size - 1) / size
}

// Say writes a time as a cook would: "6–8 min", "4 min each".
func (t Time) Say() string {
	text := units.FormatRange(units.Range{Quick: t.Quick, Usual: t.Usual, Slow: t.Slow})
	switch t.Per {
	case PerPortion:
		text += " each"
	case PerPiece:
		text += " a piece"
	case PerBatch:
		text += " a batch"
		if t.Batch > 0 {
			text += fmt.Sprintf(" of %d", t.Batch)
		}
	case PerTable:
		if t.Table != nil {
			text = fmt.Sprintf("%s by %s (%g %s)", text, t.Table.By, t.Table.At, t.Table.Unit)
		}
	}
	if t.Cooks > 1 {
		text += fmt.Sprintf(", by %d", t.Cooks)
	}
	if t.Amount != nil {
		text += " for " + t.Amount.String()
	}
	return text
}

// times multiplies a time, for a condition that makes it longer or shorter.
func (t Time) times(by float64) *Time {
	scale := func(v int64) int64 { return int64(math.Round(float64(v) * by)) }
	t.Quick, t.Usual, t.Slow = scale(t.Quick), scale(t.Usual), scale(t.Slow)
	if t.Table != nil {
		table := *t.Table
		table.Rows = make([]Row, len(t.Table.Rows))
		for i, r := range t.Table.Rows {
			table.Rows[i] = Row{r.Size, scale(r.Seconds)}
		}
		t.Table = &table
	}
	return &t
}

// longer adds so many seconds to a time that does not come from a table.
func (t *Time) longer(by int64) *Time {
	if by != 0 {
		t.Quick, t.Usual, t.Slow = max(0, t.Quick+by), max(0, t.Usual+by), max(0, t.Slow+by)
	}
	return t
}

// Sum writes a product of time and number as a line of figures.
func Sum(each, n int64, of string) string {
	if n == 1 {
		return units.FormatDuration(each)
	}
	return fmt.Sprintf("%d %s × %s = %s", n, of, units.FormatDuration(each), units.FormatDuration(each*n))
}
