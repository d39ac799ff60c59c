package plating

import (
	"fmt"
	"math"
	"strconv"
	"strings"

	"jointime/internal/core/solids"
	"jointime/internal/core/units"
)

// film is how deep a liquid stands where its height was not said, in mm:
// common practice, no source.
const film = 2

// Holds is what a form holds, all of its pieces and repeats together, in
// millilitres; false where the form has no measure (leaves, shavings, slices).
func (p Placing) Holds() (ml float64, ok bool) {
	h := p.Height
	switch p.Form {
	case Ring:
		ml = solids.Cylinder(p.Length, p.width(), h)
	case Block:
		ml = p.Length * p.width() * h / 1000
	case Cone:
		ml = solids.Frustum(p.Length, 0, h) * p.width() / p.Length
	case Hollow:
		ml = (solids.Cylinder(p.Length, p.width(), h) - solids.Cylinder(p.hole(), p.hole()*p.width()/p.Length, h))
	case Mound:
		ml = solids.Cap(p.Length, p.width(), h)
	case Quenelle:
		if h == 0 {
			h = p.width()
		}
		ml = solids.Ellipsoid(p.Length, p.width(), h) * float64(max(p.Count, 1))
	case Roll:
		ml = math.Pi / 4 * p.width() * p.width() * p.Length / 1000
	case Pool:
		if h == 0 {
			return 0, false // it spreads as far as it goes
		}
		ml = solids.Cylinder(p.Length, p.width(), h)
	case Line:
		if h == 0 {
			h = p.width() / 2
		}
		ml = math.Pi / 4 * p.width() * h * p.Length / 1000
	case Dots:
		if h == 0 {
			h = p.width() / 2
		}
		ml = solids.Cap(p.dot(), p.dot(), h) * float64(max(p.Count, 1))
	default:
		return 0, false
	}
	return ml * float64(max(p.Repeat, 1)), ml > 0
}

// dot is the diameter of one dot.
func (p Placing) dot() float64 { return math.Min(p.width(), p.Length/float64(max(p.Count, 1))) }

// misfit compares what a form holds with the amount that is to be in it. Within
// a tenth nobody sees it; a ring is filled to the rim, within a twentieth.
func (p Placing) misfit(portion Portion, name string) (Finding, bool) {
	ml, ok := p.Holds()
	if !ok || p.Amount == nil {
		return Finding{}, false
	}
	asked, how, ok := p.asked(portion)
	if !ok {
		return Finding{}, false
	}
	within := 0.10
	if p.Form == Ring {
		within = 0.05
	}
	ratio := asked / ml
	if math.Abs(ratio-1) <= within {
		return Finding{}, false
	}
	held := portion.amount(ml, p.Amount.Unit)
	f := Finding{Code: "form-amount", Kind: IsFault, Placing: p.ID, What: fmt.Sprintf("%s: the %s %s to %.0f ml%s, the amount says %s.", name, p.Form, map[bool]string{true: "come", false: "comes"}[strings.HasSuffix(string(p.Form), "s") && p.Form != Grating], ml, how(held), p.Amount), Advice: "Change the form or the amount."}
	f.Fixes = p.fits(ratio, held)
	return f, true
}

// asked is the volume of a placing's amount, and how a volume is told in its
// unit.
func (p Placing) asked(portion Portion) (ml float64, how func(units.Amount) string, ok bool) {
	plain := func(units.Amount) string { return "" }
	a := p.Amount.Basic(units.Metric)
	if a.Unit == units.Millilitre {
		return a.Quantity, plain, true
	}
	volume, _, err := a.As(units.Millilitre, units.Through{Density: portion.Density})
	if err != nil {
		return 0, plain, false
	}
	return volume.Quantity, func(held units.Amount) string { return fmt.Sprintf(" (%s of it)", held) }, true
}

// amount is a volume in the unit of another amount.
func (p Portion) amount(ml float64, like units.Unit) units.Amount {
	if like.Kind() == units.Mass {
		return units.Amount{Quantity: ml * p.Density, Unit: units.Gram}
	}
	return units.Amount{Quantity: ml, Unit: units.Millilitre}
}

// fits are the ways to make form and amount agree: wider, higher, or another
// amount. Ratio is how many times the volume is asked for.
func (p Placing) fits(ratio float64, held units.Amount) (out []Fix) {
	fine := func(v float64) float64 { return math.Round(v*100) / 100 } // of a mm: a hundredth is no food
	wider, higher, other := p, p, p
	if p.Form == Quenelle || p.Form == Roll || p.Form == Line && p.Height == 0 { // round: it grows in every direction
		f := math.Cbrt(ratio)
		wider.Length, wider.Width, wider.Height = fine(p.Length*f), fine(p.width()*f), fine(p.Height*f)
	} else if p.Form != Dots {
		f := math.Sqrt(ratio)
		wider.Length, wider.Width = fine(p.Length*f), fine(p.Width*f)
	} else {
		wider.Width, wider.Length = fine(p.width()*math.Cbrt(ratio)), fine(math.Max(p.Length, p.width()*math.Cbrt(ratio)*float64(max(p.Count, 1))))
	}
	out = append(out, Fix{fmt.Sprintf("Make the %s %s mm", p.Form, tenth(wider.size())), wider})
	if p.Form == Ring || p.Form == Block || p.Form == Pool {
		higher.Height = fine(p.Height * ratio)
		out = append(out, Fix{fmt.Sprintf("%s mm high", tenth(higher.Height)), higher})
	}
	other.Amount = &held
	return append(out, Fix{fmt.Sprintf("Amount %s", held), other})
}

// size is the measure by which a form is called.
func (p Placing) size() float64 {
	if p.Form == Dots {
		return p.width()
	}
	return p.Length
}

// tenth is a length as it is told: to a tenth of a mm.
func tenth(v float64) string { return strconv.FormatFloat(math.Round(v*10)/10, 'f', -1, 64) }
