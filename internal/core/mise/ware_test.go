package mise_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/mise"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/units"
)

func wareOf(t *testing.T, s mise.Sheet, name string) mise.LaidOut {
	t.Helper()
	for _, w := range s.Ware {
		if w.Name == name {
			return w
		}
	}
	require.Fail(t, "no such ware", name)
	return mise.LaidOut{}
}

// Hand arithmetic: 18 deep plates go out at 19:00 and 14 more at 20:10. Courses may be 30 min apart, so the first
// are back at 19:30 and, washed in 30 min, at 20:00: 18 at once. Washed in 45 min, at 20:15: 32.
func TestPlatesAreWashedForTheNextCourse(t *testing.T) {
	in := scene()
	d := in.Book.Dishes["d"]
	require.NotEmpty(t, d.ID)
	d.Plate.Ware.Name = "deep plate"
	in.Book.Dishes[d.ID] = d
	in.Plan.Origin = begins
	sent := func(at int64, n int) report.Departure {
		return report.Departure{First: at - 60, At: at, Plates: []report.Sent{{Dish: d.ID, Name: d.Name, Plates: n}}}
	}
	in.Plan.Courses = []report.CourseRow{{Sent: []report.Departure{sent(0, 10), sent(240, 8)}}, {Sent: []report.Departure{sent(70*60, 14)}}}
	plates := func(back int64, have int) mise.LaidOut {
		in.Kitchen.Things = []kitchen.Thing{{Name: "Deep plate", Have: have, Back: back}}
		return wareOf(t, mise.Make(in), "Deep plate")
	}
	w := plates(0, 0)
	assert.Equal(t, 32, w.Need, "never washed")
	assert.Nil(t, w.Have, "nobody counted")
	w = plates(30, 20)
	assert.Equal(t, 18, w.Need)
	assert.True(t, w.Washed)
	assert.Zero(t, w.Short)
	w = plates(45, 20)
	assert.Equal(t, 32, w.Need)
	assert.Equal(t, 12, w.Short)
	sheet := mise.Make(in)
	assert.Contains(t, sheet.Short, mise.Short{What: "Deep plate: 32 wanted, 20 there, 12 short", Do: "Get more, or serve on other ware."})
}

// Twine is tied round each of ten portions, two ends each, and a cloth is wanted for every four covers.
func TestSmallThingsAreCounted(t *testing.T) {
	in := scene()
	c := in.Book.Components["fish"]
	c.TakeOuts = []recipe.TakeOut{{Name: "twine", Pieces: 2, Each: true, In: c.Steps()[0].ID}}
	in.Book.Components["fish"] = c
	in.Plates, in.Covers = 10, 10
	in.Kitchen.Things = []kitchen.Thing{{Name: "cloth", Have: 2, Covers: 0.25}, {Name: "gas bottle", Have: 3, Need: 1}}
	s := mise.Make(in)
	assert.Equal(t, 20, wareOf(t, s, "twine").Need)
	assert.Equal(t, 3, wareOf(t, s, "cloth").Need, "10 ÷ 4")
	assert.Equal(t, 1, wareOf(t, s, "cloth").Short)
	assert.Zero(t, wareOf(t, s, "gas bottle").Short)
	assert.Equal(t, "cloth", s.Ware[0].Name, "what is short stands first")
}

// Five lemons are grated before they are pressed, whatever the list says first.
func TestPartsAreHadInTheirOrder(t *testing.T) {
	in := scene()
	in.Exploded.Buy = []quantity.Buy{{Ingredient: "lemon", Name: "lemon", Amount: units.Amount{Quantity: 4.5, Unit: units.Piece}, Takers: []quantity.Taker{{Name: "Sauce: juice", Part: "juice"}, {Name: "Cream: zest", Part: "zest"}, {Name: "Sauce: juice", Part: "juice"}},
		Parts: []quantity.PartTaken{{Name: "zest", Wanted: grams(12), Left: grams(18)}, {Name: "juice", Wanted: units.Amount{Quantity: 180, Unit: units.Millilitre}}}}}
	p := mise.Make(in).Parts
	require.Len(t, p, 1)
	assert.Equal(t, mise.InParts{Name: "5 lemons", Order: []string{"12 g zest for Cream", "180 ml juice for Sauce"}, Left: "18 g zest"}, p[0])
}

// What is left of the packs is counted after the service as well: 15 kg bought, 14.355 kg needed.
func TestPacksThatAreOpenAreCounted(t *testing.T) {
	in := scene()
	in.Exploded.Buy = []quantity.Buy{{Ingredient: "hake", Name: "hake", Amount: grams(14355), Missing: grams(14355), Purchase: &quantity.Purchase{Total: grams(15000), Over: grams(645)}}}
	for _, l := range mise.LeftAfter(in, mise.Make(in)) {
		if l.Ingredient == "hake" {
			assert.Equal(t, "15 kg bought − 14.355 kg needed", l.Working)
			assert.InDelta(t, 645, l.Expect.Quantity, 1e-9)
			return
		}
	}
	assert.Fail(t, "hake is not counted")
}
