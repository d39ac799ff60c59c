package heat

import "math"

// Cooling of a thing so thin, or so well stirred, that it has one temperature:
// Newton's law, T(t) = Ta + (T0 − Ta)·e^(−t/τ), with the time constant
// τ = ρ·c·V/(h·A) (the lumped-capacitance method of any textbook of heat
// transfer). It holds for a Biot number h·(V/A)/k below about 0.1; thicker food
// keeps its core warmer and its skin cooler.

// TimeConstant in seconds, of a density (kg/m³), a specific heat (J/(kg K)), a
// volume over surface (m) and a coefficient of heat transfer (W/(m² K)).
func TimeConstant(density, specific, volumeOverArea, coefficient float64) float64 {
	return density * specific * volumeOverArea / coefficient
}

// CoolsTo is how many seconds pass until a thing has come from one temperature
// to another in air of a third; infinite where it never does.
func CoolsTo(from, to, air, tau float64) float64 {
	if from <= to {
		return 0
	}
	if to <= air {
		return math.Inf(1)
	}
	return tau * math.Log((from-air)/(to-air))
}
