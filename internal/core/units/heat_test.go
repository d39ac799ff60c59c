package units_test

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/units"
)

// The scale of Fahrenheit: water freezes at 32 and boils at 212 (NIST SP 811,
// B.9, °C = (°F − 32) ÷ 1.8, from memory); the two meet at −40. Gas marks: the
// usual table of British oven makers, from memory. A fan oven 20 °C lower:
// common practice, no source.
func TestHeatInAllWays(t *testing.T) {
	assert.InDelta(t, 32, units.Fahrenheit(0), 0)
	assert.InDelta(t, 212, units.Fahrenheit(100), 0)
	assert.InDelta(t, -40, units.Celsius(-40), 1e-12)
	assert.InDelta(t, 73.9, units.Celsius(165), 0.05)
	for celsius, want := range map[float64]units.Heat{
		180: {Celsius: 180, Fahrenheit: 356, Dial: 355, Gas: "4", Fan: 160, Text: "180 °C"},
		220: {Celsius: 220, Fahrenheit: 428, Dial: 430, Gas: "7", Fan: 200, Text: "220 °C"},
		63:  {Celsius: 63, Fahrenheit: 145.4, Dial: 145.4, Fan: 63, Text: "63 °C"},
		-18: {Celsius: -18, Fahrenheit: -0.4, Dial: -0.4, Fan: -18, Text: "-18 °C"},
	} {
		assert.Equal(t, want, units.Likes{}.HeatOf(celsius))
	}
	assert.Equal(t, "356 °F (dial 355)", units.Likes{Heat: "f"}.HeatOf(180).Text)
	assert.Equal(t, "gas 4", units.Likes{Heat: "gas"}.HeatOf(180).Text)
	assert.Equal(t, "56 °C", units.Likes{Heat: "gas"}.HeatOf(56).Text, "no oven is marked so")
	assert.Equal(t, "160 °C fan", units.Likes{Heat: "fan"}.HeatOf(180).Text)
}

func TestAmountsAsTheKitchenLikesThem(t *testing.T) {
	text, other := units.Likes{}.Read(units.Amount{Quantity: 453.59237, Unit: units.Gram}, units.Metric)
	assert.Equal(t, []string{"453.6 g", "1 lb"}, []string{text, other})
	text, other = units.Likes{Customary: true}.Read(units.Amount{Quantity: 453.59237, Unit: units.Gram}, units.Metric)
	assert.Equal(t, []string{"1 lb", "453.6 g"}, []string{text, other})
	text, other = units.Likes{Customary: true}.Read(units.Amount{Quantity: 3, Unit: units.Piece}, units.Metric)
	assert.Equal(t, []string{"3", ""}, []string{text, other})
}

// What scales and spoons can tell; never nothing for something.
func TestAmountsAreRoundedToWhatCanBeWeighed(t *testing.T) {
	for _, c := range []struct {
		from units.Amount
		want float64
	}{
		{units.Amount{Quantity: 7.349, Unit: "g"}, 7.3}, {units.Amount{Quantity: 80.6, Unit: "g"}, 81}, {units.Amount{Quantity: 1316.4, Unit: "g"}, 1316},
		{units.Amount{Quantity: 0.0501, Unit: "kg"}, 0.05}, {units.Amount{Quantity: 0.01, Unit: "g"}, 0.1}, {units.Amount{Quantity: 2.3, Unit: "piece"}, 2.5},
		{units.Amount{Quantity: 0.3, Unit: "clove"}, 1}, {units.Amount{Quantity: 0.66, Unit: "cup"}, 2.0 / 3}, {units.Amount{Quantity: 2.3333, Unit: "cup"}, 2 + 1.0/3}, {units.Amount{Quantity: 12.5, Unit: "g"}, 12.5}, {units.Amount{Quantity: 62.5, Unit: "g"}, 63}, {units.Amount{Quantity: 123, Unit: "ml"}, 125}, {units.Amount{Quantity: 1234, Unit: "ml"}, 1230}, {units.Amount{Quantity: 13.1, Unit: "ml"}, 13},
		{units.Amount{Quantity: 0, Unit: "g"}, 0},
	} {
		got, off := units.Scales{}.Weighed(c.from)
		assert.InDelta(t, c.want, got.Quantity, 1e-9, "%v", c.from)
		if c.from.Quantity > 0 {
			assert.InDelta(t, c.want/c.from.Quantity-1, off, 1e-9, "%v", c.from)
		}
	}
	got, _ := units.Scales{Fine: 0.01, UpTo: 10, Coarse: 5}.Weighed(units.Amount{Quantity: 12.4, Unit: "g"})
	assert.InDelta(t, 10, got.Quantity, 1e-9)
}

// By hand: 190 times 9 by 5 and 32 are 374; 54.5 °C are 130.1 °F.
func TestATemperatureIsRoundedForTheDialAlone(t *testing.T) {
	roast, bath := units.Likes{Heat: "f"}.HeatOf(190), units.Likes{Heat: "f"}.HeatOf(54.5)
	assert.Equal(t, "374 °F (dial 375)", roast.Text)
	assert.Equal(t, "130.1 °F", bath.Text)
}

func TestAnAmountIsShownFinerThanAnyScale(t *testing.T) {
	for q, want := range map[float64]string{12.5: "12.5 g", 15.21: "15.2 g", 2.385: "2.39 g", 1067.4: "1.067 kg", 999.96: "1 kg", 0.004: "0 g", 660: "660 g"} {
		assert.Equal(t, want, units.Amount{Quantity: q, Unit: units.Gram}.String())
	}
	assert.Equal(t, "⅓ cup", units.Amount{Quantity: 1.0 / 3, Unit: "cup"}.String())
	assert.InDelta(t, 4, units.Whole(3.07), 0)
	assert.InDelta(t, 3, units.Whole(3.0000000001), 0, "the noise of a sum buys no fourth")
}

// Whatever is meant, what is weighed out is within a step of the tool.
func TestWhatIsWeighedIsWithinAStepOfWhatIsMeant(t *testing.T) {
	r := rand.New(rand.NewPCG(21, 7))
	steps := map[units.Unit]float64{"tsp": 1.0 / 8, "tbsp": 1.0 / 4, "cup": 1.0 / 8, "oz": 1.0 / 16, "g": 1, "kg": 0.001, "piece": 0.5}
	for range 3000 {
		for u, step := range steps {
			q := step + math.Exp(r.Float64()*8-3)
			got, off := units.Scales{}.Weighed(units.Amount{Quantity: q, Unit: u})
			assert.LessOrEqual(t, math.Abs(got.Quantity-q), step*(1+1e-9), "%g %s", q, u)
			assert.InDelta(t, got.Quantity/q-1, off, 1e-9)
		}
	}
}
