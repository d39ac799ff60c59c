package heat_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/heat"
)

// The worked example of a thermocouple junction in Incropera and DeWitt,
// Fundamentals of Heat and Mass Transfer, example 5.1 (from memory): a sphere of
// 0.706 mm (V/A = d/6) of 8,500 kg/m³ and 400 J/(kg K) under 400 W/(m² K) has a
// time constant of 1 s, and comes from 25 to 199 °C in a gas of 200 °C in 5.2 s.
// Heating is cooling upside down.
func TestTheLumpedMethodAgainstTheHandbook(t *testing.T) {
	tau := heat.TimeConstant(8500, 400, 7.06e-4/6, 400)
	assert.InDelta(t, 1, tau, 0.001)
	assert.InDelta(t, 5.2, heat.CoolsTo(200-25+200, 201, 200, tau), 0.05)
}

// The exponential law: after one time constant 1/e of the difference is left,
// and times add up.
func TestCoolingIsExponential(t *testing.T) {
	assert.InDelta(t, 600, heat.CoolsTo(65, 22+43/math.E, 22, 600), 1e-9)
	assert.InDelta(t, heat.CoolsTo(65, 40, 22, 600), heat.CoolsTo(65, 50, 22, 600)+heat.CoolsTo(50, 40, 22, 600), 1e-9)
	assert.Zero(t, heat.CoolsTo(50, 60, 22, 600))
	assert.True(t, math.IsInf(heat.CoolsTo(65, 20, 22, 600), 1))
}
