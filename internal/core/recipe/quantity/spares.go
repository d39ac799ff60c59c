package quantity

import (
	"fmt"
	"maps"
	"math"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
)

// forSpare is what takes what nobody ordered.
const (
	forSpare = "spares"
	forPar   = "par"
)

// toPar puts to what is taken of a component what is missing of its par.
func (x *explosion) toPar(c recipe.Component, made *Made) {
	weekday := 0
	if day, err := time.Parse(DayLayout, x.larder.day); err == nil {
		weekday = (int(day.Weekday())+6)%7 + 1
	}
	par, is := c.ParOn(weekday, x.larder.covers, x.ways.Measures)
	if !is {
		return
	}
	told, _, err := par.As(made.Need.Unit, through(c))
	if err != nil {
		x.problem(c.Name+", par", "%s cannot be taken from a yield of %s: %v.", par, c.Makes(), err)
		return
	}
	made.Par = &told
	if more := told.Quantity - made.Need.Quantity; more > 1e-9*told.Quantity {
		working := fmt.Sprintf("%s − %s = %s", told, made.Need, units.Amount{Quantity: more, Unit: told.Unit})
		made.Takers = append(made.Takers, Taker{Name: forPar, Amount: units.Amount{Quantity: more, Unit: told.Unit}, Working: working, Spare: true})
		made.Need = told
	}
}

// plate notes what goes onto plates itself: of that spares are made.
func (x *explosion) plate(id string, total units.Amount) {
	c := x.book.Components[id]
	told, _, err := x.basic(total).As(x.basic(x.book.Made(id).Makes()).Unit, through(c))
	if err == nil {
		x.plated[id] = units.Amount{Quantity: x.plated[id].Quantity + told.Quantity, Unit: told.Unit}
	}
}

// spares puts to what is ordered what is made beyond it, by the habit of the kitchen or of the
// component.
func (x *explosion) spares() {
	for _, id := range slices.Sorted(maps.Keys(x.plated)) {
		more, working := x.spare(id, x.plated[id])
		if more.Quantity > 0 {
			x.take(id, more, forSpare, working)
		}
	}
}

func (x *explosion) spare(id string, of units.Amount) (more units.Amount, working string) {
	share, s := 0.0, x.ways.Spares
	own := x.book.Made(id).Spare
	pieces := of.Unit == units.Piece
	switch {
	case own != nil:
		share = *own / 100
	case s == nil:
		return units.Amount{}, ""
	case pieces && s.OneIn > 0:
		n := units.Whole(of.Quantity / float64(s.OneIn))
		text := fmt.Sprintf("%s, one in %d = %g", of, s.OneIn, n)
		if least := float64(s.Least); n < least && !strings.Contains(id, "~") { // a version has the least of what it is a version of
			n, text = least, fmt.Sprintf("%s, and at least %d", text, s.Least)
		}
		return units.Amount{Quantity: n, Unit: of.Unit}, text
	case pieces:
		return units.Amount{}, ""
	case of.Unit == units.Millilitre:
		share = s.Sauces / 100
	default:
		share = s.Others / 100
	}
	more = of.Times(share)
	if pieces {
		more.Quantity = units.Whole(more.Quantity)
	}
	return more, fmt.Sprintf("%g %% of %s = %s", math.Round(1e6*share)/1e4, of, more)
}
