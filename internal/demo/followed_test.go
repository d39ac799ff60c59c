package demo_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/units"
	"jointime/internal/demo"
)

// supper is what the winter supper of the demo needs from an empty larder.
func supper(t *testing.T) quantity.Exploded {
	t.Helper()
	b := demo.Load(time.Date(2026, 3, 10, 9, 0, 0, 0, time.UTC))
	var orders []quantity.Order
	for _, c := range b.Supper.Resolved(b.Winter).Courses {
		for _, n := range c.Covers {
			orders = append(orders, quantity.Order{Dish: n.Dish, Version: n.Version, Plates: n.Plates})
		}
	}
	x := quantity.ExplodeFrom(b.Recipes(), quantity.Larder{Covers: 36}, orders, quantity.WaysOf(b.House))
	require.Empty(t, x.Problems)
	return x
}

func madeOf(t *testing.T, x quantity.Exploded, id string) quantity.Made {
	t.Helper()
	for _, m := range x.Make {
		if m.Component == id {
			return m
		}
	}
	require.Fail(t, "not made", id)
	return quantity.Made{}
}

func boughtOf(t *testing.T, x quantity.Exploded, id string) quantity.Buy {
	t.Helper()
	for _, b := range x.Buy {
		if b.Ingredient == id {
			return b
		}
	}
	require.Fail(t, "not bought", id)
	return quantity.Buy{}
}

func taken(list []quantity.Taker) (sum float64) {
	for _, t := range list {
		sum += t.Amount.Quantity
	}
	return sum
}

// A by-product from purchase to plate and bin. By hand: 36 plates of 165 g and a tenth more are 6.534 kg, 9.9 lists
// of 660 g; so 9.9 × 1.45 kg = 14.355 kg of hake are bought. Of that 9.9 × 450 g are bones, of which the broth
// takes 500 g for 400 ml: the rest is left. What is bought, with salt and oil, is on the plate, in the pot, kept
// as a spare, left over, or in the bin as the list of losses says.
func TestHakeFromTheBoatToTheBin(t *testing.T) {
	x := supper(t)
	hake := madeOf(t, x, "hake")
	assert.InDelta(t, 36*165*1.1, hake.Make.Quantity, 1e-9)
	assert.InDelta(t, 14355, boughtOf(t, x, "hake").Amount.Quantity, 1e-9)
	in := 0.0
	for _, w := range hake.Weigh {
		a := w.Amount.Basic("")
		if a.Unit == units.Millilitre {
			a.Quantity *= 0.92 // oil
		}
		in += a.Quantity
	}
	out := hake.Make.Quantity + taken(hake.Gone)
	assert.InDelta(t, in, out, 0.001*in, "within a gram of a kilogram, as the list is written")
	plates, spares := 0.0, 0.0
	for _, k := range hake.Takers {
		if k.Spare {
			spares += k.Amount.Quantity
		} else {
			plates += k.Amount.Quantity
		}
	}
	assert.InDelta(t, 36*165, plates, 1e-9)
	assert.InDelta(t, 36*16.5, spares, 1e-9)
	assert.InDelta(t, hake.Make.Quantity, plates+spares+hake.Surplus.Quantity, 1e-9)
	for _, e := range x.Ledger {
		if e.Component == "hake" {
			assert.InDelta(t, 9.9*450, e.Given.Quantity, 1e-9)
			assert.InDelta(t, 500*madeOf(t, x, "fish-broth").Times, e.Taken.Quantity, 1e-9)
			assert.InDelta(t, e.Given.Quantity, e.Taken.Quantity+e.Left.Quantity, 1e-9)
			assert.InDelta(t, hake.Gone[0].Amount.Quantity, e.Given.Quantity, 1e-9, "the bones are the first of what is trimmed")
		}
	}
}

// A part: lemons give zest and juice, and are counted once. By hand: 0.99 lists of mackerel cream take the juice of
// 0.99 lemons, the butter 6 ml for 96 g, the sorbet 20 ml for 1.1 kg, of 40 ml a lemon: 2.89, so three are bought.
// The zest of one and the spares is 1.083 lemons; what three give beyond that is left.
func TestLemonsAreCountedOnce(t *testing.T) {
	x := supper(t)
	lemon := boughtOf(t, x, "lemon")
	butter := madeOf(t, x, "shrimp-butter").Make.Quantity + madeOf(t, x, "shrimp-butter~no-shellfish").Make.Quantity
	juice := 0.99 + butter/96*6/40 + 20.0/1100*madeOf(t, x, "plum-sorbet").Make.Quantity/40
	assert.InDelta(t, juice, lemon.Amount.Quantity, 1e-9)
	assert.Equal(t, 3.0, units.Whole(lemon.Amount.Quantity))
	require.Len(t, lemon.Parts, 2)
	assert.Equal(t, "zest", lemon.Parts[0].Name, "grated before they are pressed")
	for _, p := range lemon.Parts {
		assert.InDelta(t, 3*p.Each.Quantity, p.Wanted.Quantity+p.Left.Quantity, 1e-9, p.Name)
	}
	assert.Equal(t, []string{"Dill cream"}, lemon.Parts[1].CouldUse)
}

// A surplus: crackers come by the sheet. By hand: 36 and one in twelve are 39, a sheet of 42 × 33 cm gives 5 × 8 = 40:
// one is over, and 22 g of a sheet are offcut, that is 1386 − 40 × 32 = 106 of 1386 cm².
func TestCrackersComeByTheSheet(t *testing.T) {
	x := supper(t)
	c := madeOf(t, x, "rye-cracker")
	assert.InDelta(t, 39, c.Need.Quantity, 1e-9)
	assert.InDelta(t, 1, c.Surplus.Quantity, 1e-9)
	b := demo.Load(time.Date(2026, 3, 10, 9, 0, 0, 0, time.UTC))
	y, _ := quantity.YieldOf(b.Recipes(), b.Recipes().Components["rye-cracker"], quantity.WaysOf(b.House))
	assert.Equal(t, 40, y.Pieces)
	assert.InDelta(t, 100.0*106/1386, y.Offcut, 1e-9)
	for _, e := range x.Ledger {
		if e.Component == "rye-cracker" {
			assert.InDelta(t, y.Left.Quantity, e.Given.Quantity, 0.5)
			assert.Equal(t, e.Given, e.Left)
		}
	}
}
