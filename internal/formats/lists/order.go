// Package lists writes lists of what is bought as tables: comma-separated
// values as RFC 4180 has them, with a header.
package lists

import (
	"encoding/csv"
	"io"
	"math"
	"strconv"
	"strings"

	"jointime/internal/core/recipe"
)

// WriteOrder writes what is bought, a line each: what, how much, in which unit,
// how much of that is lost in trimming, and for what. Lines end in CRLF. A
// text that a spreadsheet would take for a formula is told apart with an
// apostrophe.
func WriteOrder(w io.Writer, list []recipe.Buy) error {
	out := csv.NewWriter(w)
	out.UseCRLF = true
	if err := out.Write([]string{"what", "amount", "unit", "lost in trimming", "for"}); err != nil {
		return err
	}
	for _, b := range list {
		var takers []string
		for _, t := range b.Takers {
			takers = append(takers, t.Name)
		}
		if err := out.Write([]string{text(b.Name), number(b.Amount.Quantity), string(b.Amount.Unit), number(b.Lost.Quantity), text(strings.Join(takers, "; "))}); err != nil {
			return err
		}
	}
	out.Flush()
	return out.Error()
}

func text(s string) string {
	if s != "" && strings.ContainsAny(s[:1], "=+-@\t\r") {
		return "'" + s
	}
	return s
}

// number writes to a thousandth, without trailing zeros.
func number(v float64) string {
	return strconv.FormatFloat(math.Round(v*1000)/1000, 'f', -1, 64)
}
