// Package lists writes lists of what is bought and of what is made ready as
// tables: comma-separated values as RFC 4180 has them, with a header.
package lists

import (
	"encoding/csv"
	"io"
	"math"
	"strconv"
	"strings"
	"time"
	"unicode"

	"jointime/internal/core/mise"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/runup/report"
)

// WriteOrder writes what is bought, a line each: what, how much in which unit,
// how much of that is lost in trimming, on hand and missing, in what packs from
// whom, when it comes and until when it is ordered, what it costs, and for
// what. Lines end in CRLF. A text that a spreadsheet would take for a formula
// is told apart with an apostrophe.
func WriteOrder(w io.Writer, list []quantity.Buy, zone *time.Location) error {
	rows := [][]string{{"item", "amount", "unit", "trim loss", "in stock", "to order", "packs", "supplier", "order by", "delivery", "cost", "for"}}
	for _, b := range list {
		var takers []string
		for _, t := range b.Takers {
			takers = append(takers, t.Name)
		}
		row := []string{text(b.Name), number(b.Amount.Quantity), string(b.Amount.Unit), number(b.Lost.Quantity), number(b.Have.Quantity), number(b.Missing.Quantity)}
		row = append(row, purchase(b.Purchase, zone)...)
		rows = append(rows, append(row, text(strings.Join(takers, "; "))))
	}
	return write(w, rows)
}

// purchase are the cells of packs, supplier, order by, comes and cost.
func purchase(p *quantity.Purchase, zone *time.Location) []string {
	if p == nil {
		return []string{"", "", "", "", ""}
	}
	var packs []string
	for _, k := range p.Packs {
		packs = append(packs, strconv.FormatInt(k.Count, 10)+" × "+k.Text)
	}
	cost := ""
	if p.Cost != nil {
		cost = strconv.FormatFloat(float64(*p.Cost)/100, 'f', 2, 64)
	}
	return []string{text(strings.Join(packs, "; ")), text(p.Name), p.OrderBy.In(zone).Format(time.RFC3339), p.Comes.In(zone).Format(time.RFC3339), cost}
}

// WritePrep writes what is made ready, a line each, in the order in which it
// should be done.
func WritePrep(w io.Writer, sheet mise.Sheet) error {
	rows := [][]string{{"day", "section", "item", "steps", "amount", "unit", "container", "start", "needed", "use by", "made", "to make", "for", "allergens"}}
	clock := func(t *time.Time) string {
		if t == nil {
			return ""
		}
		return t.Format(time.RFC3339)
	}
	for _, d := range sheet.Days {
		for _, s := range d.Sections {
			for _, t := range s.Tasks {
				allergens := strings.Join(t.Allergens, "; ")
				if t.Unknown {
					allergens = strings.TrimPrefix(allergens+"; others unknown", "; ")
				}
				rows = append(rows, []string{d.Day, text(s.Name), text(t.Name), text(t.What), number(t.Make.Quantity), string(t.Make.Unit), text(t.Container), clock(t.Start), clock(t.By), clock(t.Keeps), number(t.Made.Quantity), number(t.Missing.Quantity), text(strings.Join(t.Dishes, "; ")), text(allergens)})
			}
			for _, v := range s.Visits {
				rows = append(rows, []string{d.Day, text(s.Name), text(v.Name), text(v.What), "", "", "", clock(&v.At), "", "", "", "", "", ""})
			}
		}
	}
	return write(w, rows)
}

func write(w io.Writer, rows [][]string) error {
	out := csv.NewWriter(w)
	out.UseCRLF = true
	if err := out.WriteAll(rows); err != nil {
		return err
	}
	return out.Error()
}

// text marks what a spreadsheet would take for a formula, also after spaces and in full
// width.
func text(s string) string {
	for _, r := range s {
		switch {
		case strings.ContainsRune("=+-@\t\r＝＋－＠", r):
			return "'" + s
		case !unicode.IsSpace(r):
			return s
		}
	}
	return s
}

// number writes to a thousandth, without trailing zeros.
func number(v float64) string {
	return strconv.FormatFloat(math.Round(v*1000)/1000, 'f', -1, 64)
}

// WriteFire writes the fire list, a line each in the order of the clock: when, until
// when, what, by whom, with what at how many °C, for how many portions and which
// tables, until which cue, what comes then, and what must be minded.
func WriteFire(w io.Writer, calls []report.SheetLine) error {
	rows := [][]string{{"starts", "ends", "what", "who", "with", "°C", "portions", "tables", "until", "then", "mind", "care"}}
	for _, c := range calls {
		setting, portions := "", ""
		if c.Setting != nil {
			setting = strconv.FormatInt(*c.Setting, 10)
		}
		if c.Portions > 0 {
			portions = strconv.Itoa(c.Portions)
		}
		rows = append(rows, []string{c.Start.Format(time.RFC3339), c.End.Format(time.RFC3339), text(c.What), text(strings.Join(c.Who, "; ")), text(strings.Join(c.With, "; ")), setting, portions,
			text(strings.Join(c.Tables, "; ")), text(c.Until), text(c.Next), text(strings.Join(c.Mind, "; ")), text(strings.Join(c.Care, "; "))})
	}
	return write(w, rows)
}
