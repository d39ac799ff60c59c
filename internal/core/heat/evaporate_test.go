package heat_test

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/heat"
)

// Vapour pressures and latent heat of the steam tables (IAPWS, from memory).
func TestWaterIsThatOfTheSteamTables(t *testing.T) {
	for celsius, kPa := range map[float64]float64{20: 2.339, 40: 7.385, 60: 19.95, 80: 47.41, 90: 70.18, 100: 101.4} {
		assert.InEpsilon(t, kPa, heat.Vapour(celsius), 0.005, "%g °C", celsius)
	}
}

// The textbook's energy balance: of the heat that reaches a pan, what the wall
// does not lose makes vapour, 2 257 kJ to the kilogram. A kilowatt that all
// arrives boils 1 kg away in 37 min 37 s; here 83 % arrive, and the wall takes
// its part.
func TestBoilingAwayFollowsTheEnergyBalance(t *testing.T) {
	p := heat.Vessel{Width: 240, Burner: heat.Induction, Power: 2000}
	rate, err := p.Rate(1)
	require.NoError(t, err)
	area := math.Pi / 4 * 0.24 * 0.24
	wall := 12 * math.Pi * 0.24 * (0.001 / area) * 75
	assert.InEpsilon(t, 0.83*2000, rate[1]*heat.LatentHeat+wall, 1e-12)
	span, err := p.BoilDown(1, 0.5, 100)
	require.NoError(t, err)
	in := 0.83 * 2000 * span.Usual
	vapour := 0.5 * heat.Density100 * heat.LatentHeat
	assert.InDelta(t, in, vapour+span.Usual*wall*0.75, in*0.001, "over the whole of it, the wall at its mean level")
	assert.Less(t, span.Quick, span.Usual)
	assert.Less(t, span.Usual, span.Slow)
}

// The line of sums comes to what the model says, to the second: the wall is
// linear in the level.
func TestTheWorkingComesToTheTime(t *testing.T) {
	p := heat.Vessel{Width: 160, Burner: heat.Gas, Power: 3500}
	span, err := p.BoilDown(0.2, 0.067, 100)
	require.NoError(t, err)
	working := p.Working(0.2, 0.067)
	assert.Contains(t, working, fmt.Sprintf("= %.0f s", span.Usual))
	assert.Contains(t, working, "3500 W × 35 % × 79 % of the flame under the pan")
}

// Heating from cold: 1 litre from 20 to 100 °C takes 335 kJ (4.19 kJ/(kg K)).
func TestColdLiquidIsHeatedFirst(t *testing.T) {
	p := heat.Vessel{Width: 240, Burner: heat.Induction, Power: 2000}
	hot, err := p.BoilDown(1, 0.5, 100)
	require.NoError(t, err)
	cold, err := p.BoilDown(1, 0.5, 20)
	require.NoError(t, err)
	assert.InDelta(t, 335200/(0.83*2000), cold.Usual-hot.Usual, 0.5)
}

// Common practice, no source: a litre of stock in a wide pan on a strong gas
// burner halves in a quarter to half an hour; a narrow pan takes longer, a
// bare simmer far longer.
func TestReductionsTakeAsLongAsCooksSay(t *testing.T) {
	wide, err := heat.Vessel{Width: 280, Burner: heat.Gas, Power: 3500}.BoilDown(1, 0.5, 100)
	require.NoError(t, err)
	assert.Greater(t, wide.Usual, 10*60.0)
	assert.Less(t, wide.Usual, 30*60.0)
	narrow, err := heat.Vessel{Width: 140, Burner: heat.Gas, Power: 3500}.BoilDown(1, 0.5, 100)
	require.NoError(t, err)
	assert.Greater(t, narrow.Usual, 1.5*wide.Usual)
	simmer, err := heat.Vessel{Width: 280, Burner: heat.Gas, Power: 3500, Simmer: 90}.BoilDown(1, 0.5, 90)
	require.NoError(t, err)
	assert.Greater(t, simmer.Usual, 2*wide.Usual)
	half, err := heat.Vessel{Width: 280, Burner: heat.Gas, Power: 3500, Turn: 0.5}.BoilDown(1, 0.5, 100)
	require.NoError(t, err)
	assert.Greater(t, half.Usual, 1.9*wide.Usual)
}

// ASHRAE's surface equation at a pool's warmth: 28 °C water in air of 1.58 kPa
// gives off about 0.08 g a second from each square metre.
func TestAStillSurfaceGivesOffWhatAPoolDoes(t *testing.T) {
	assert.InDelta(t, 0.8e-4, heat.Surface(28), 0.05e-4)
	assert.Zero(t, heat.Surface(5))
}

func TestWhatIsNoReductionIsRefused(t *testing.T) {
	p := heat.Vessel{Width: 240, Burner: heat.Gas, Power: 2000}
	for _, c := range [][2]float64{{0, 0}, {1, 2}, {1, -1}, {-1, -2}, {math.NaN(), 0}} {
		_, err := p.BoilDown(c[0], c[1], 100)
		assert.Error(t, err, "%v", c)
	}
	_, err := heat.Vessel{Width: 240, Burner: "coal", Power: 2000}.BoilDown(1, 0.5, 100)
	assert.ErrorContains(t, err, "coal")
	_, err = heat.Vessel{Width: 240, Burner: heat.Gas, Power: 100, Turn: 0.1}.BoilDown(4, 3, 100)
	assert.ErrorIs(t, err, heat.ErrDoesNotBoil)
	_, err = heat.Vessel{Burner: heat.Gas}.BoilDown(1, 0.5, 100)
	assert.Error(t, err)
}
