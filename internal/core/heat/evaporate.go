// Package heat reckons with what heat does to food: here, how long a liquid
// takes to boil away.
//
// # Evaporation
//
// A pan of liquid at the boil gives off as much vapour as the heat that reaches
// it can make: the energy balance
//
//	heat in = latent heat × vapour + what the wall of the pan loses
//
// (any textbook of heat and mass transfer has it; here from memory). How much of
// a burner's heat reaches the pan is its efficiency, a range for each kind of
// burner, and of a flame wider than the pan the part beside it is lost.
//
// Below the boil the surface decides. The vapour then follows the pressure
// difference between the liquid's skin and the air, by the equation that the
// ASHRAE Handbook, HVAC Applications, gives for still water surfaces (after
// Carrier; from memory): so many watts of latent heat to the square metre and
// kilopascal. It was made for pools and is used here far above their warmth:
// the span is wide for that, and the figure is an estimate.
package heat

import (
	"errors"
	"fmt"
	"math"
)

// Burner is a kind of heat below a pan.
type Burner string

// The kinds.
const (
	Gas       Burner = "gas"
	Electric  Burner = "electric"
	Induction Burner = "induction"
)

// efficiency is the share of the heat that reaches the pan: least, usual, most.
// Ranges as in the technical support documents of the United States Department
// of Energy for cooking products, from memory.
var efficiency = map[Burner][3]float64{
	Gas:       {0.28, 0.35, 0.44},
	Electric:  {0.65, 0.72, 0.80},
	Induction: {0.76, 0.83, 0.90},
}

// Vessel is what a liquid boils away in.
type Vessel struct {
	Width  float64 `json:"width" minimum:"50" maximum:"1000" doc:"inner diameter, mm"`
	Burner Burner  `json:"burner" enum:"gas,electric,induction"`
	Power  float64 `json:"power" minimum:"100" maximum:"50000" doc:"watts of the burner, turned up full"`
	Flame  float64 `json:"flame,omitempty" minimum:"0" maximum:"1000" doc:"diameter of the burner, mm; absent: 180"`
	Turn   float64 `json:"turn,omitempty" minimum:"0" maximum:"1" doc:"share of the full power; absent: 1"`
	Simmer float64 `json:"simmer,omitempty" minimum:"0" maximum:"100" doc:"°C at which it is kept; absent: at the boil"`
}

// Takes is how long something takes, in seconds: quick, usual, slow.
type Takes struct {
	Quick float64 `json:"quick"`
	Usual float64 `json:"usual"`
	Slow  float64 `json:"slow"`
}

// Properties of water at the boil under one atmosphere, from steam tables
// (IAPWS, from memory).
const (
	LatentHeat   = 2257e3 // J/kg at 100 °C
	Density100   = 0.958  // kg/l at 100 °C
	SpecificHeat = 4190   // J/(kg K), mean of 20 to 100 °C
)

// Room is the air above the pan: 25 °C at half its moisture.
const (
	roomTemperature = 25
	roomVapour      = 1.58 // kPa
)

// wallLoss is the heat that the wall of a pan loses, in W/(m² K): convection
// and radiation together, as for any warm thing in still air.
const wallLoss = 12

// ErrDoesNotBoil says that the heat does not make up for what the pan loses.
var ErrDoesNotBoil = errors.New("so little heat does not keep it at the boil")

// area of the surface, in m².
func (p Vessel) area() float64 { return math.Pi / 4 * p.Width * p.Width / 1e6 }

// reaches is the heat that goes into the pan, in watts, at an efficiency.
func (p Vessel) reaches(share float64) float64 {
	turn, flame := p.Turn, p.Flame
	if turn == 0 {
		turn = 1
	}
	if flame == 0 {
		flame = 180
	}
	under := math.Min(1, p.Width*p.Width/(flame*flame))
	return p.Power * turn * share * under
}

// wall is what the wall loses with so many litres in the pan, in watts.
func (p Vessel) wall(litres, celsius float64) float64 {
	depth := litres / 1000 / p.area()
	return wallLoss * math.Pi * p.Width / 1000 * depth * (celsius - roomTemperature)
}

// Vapour pressure of water in kPa, by the Antoine equation for 1 to 100 °C
// (constants in mmHg: 8.07131, 1730.63, 233.426; from memory).
func Vapour(celsius float64) float64 {
	return math.Pow(10, 8.07131-1730.63/(233.426+celsius)) * 0.133322
}

// Surface is how much evaporates below the boil from each square metre of a
// still surface, in kg/s.
func Surface(celsius float64) float64 {
	const watts = 89.0 // W/(m² kPa) in still air
	return watts * math.Max(0, Vapour(celsius)-roomVapour) / latent(celsius)
}

// latent heat falls from 2501 kJ/kg at 0 °C to 2257 at 100 °C.
func latent(celsius float64) float64 { return 2501e3 - (2501e3-LatentHeat)*celsius/100 }

// Rate is how fast water leaves the pan while it holds so many litres, in kg/s:
// slow, usual, quick.
func (p Vessel) Rate(litres float64) ([3]float64, error) {
	var out [3]float64
	shares, known := efficiency[p.Burner]
	if !known {
		return out, fmt.Errorf("%q is no kind of burner that is known here", p.Burner)
	}
	at := 100.0
	if p.Simmer > 0 {
		at = math.Min(p.Simmer, 100)
	}
	for k, share := range shares {
		out[k] = (p.reaches(share) - p.wall(litres, at)) / latent(at)
		if at < 100 {
			out[k] = math.Min(out[k], Surface(at)*p.area()*[3]float64{0.6, 1, 1.6}[k])
		}
		if out[k] <= 0 {
			return out, ErrDoesNotBoil
		}
	}
	return out, nil
}

// Working writes the usual time of a reduction as a line of sums, at the mean
// level of the pan.
func (p Vessel) Working(from, to float64) string {
	share := efficiency[p.Burner][1]
	level := (from + to) / 2
	in, wall := p.reaches(share), p.wall(level, 100)
	mass := (from - to) * Density100
	text := fmt.Sprintf("%.0f W × %.0f %%", p.Power, share*100)
	if full := p.Power * share; in < full*0.999 {
		text += fmt.Sprintf(" × %.0f %% of the flame under the pan", 100*in/full)
	}
	return fmt.Sprintf("%s − %.0f W lost by the wall = %.0f W; %.3f kg × %.0f kJ/kg ÷ %.0f W = %.0f s", text, wall, in-wall, mass, LatentHeat/1000, in-wall, mass*LatentHeat/(in-wall))
}

// parts is in how many parts a reduction is reckoned: the level falls, and the
// wall loses less.
const parts = 50

// BoilDown is how long it takes to bring a thin liquid from so many litres to
// so many, as a span. What thickens takes longer than water does. From is the
// temperature at which it starts, in °C; 100: it boils already.
func (p Vessel) BoilDown(from, to, start float64) (Takes, error) {
	switch {
	case !(from > 0) || to < 0 || to > from:
		return Takes{}, fmt.Errorf("from %g l to %g l is no reduction", from, to)
	case p.Width <= 0 || p.Power <= 0:
		return Takes{}, errors.New("a pan has a width, and a burner a power")
	}
	var t [3]float64
	mass := (from - to) * Density100 / parts
	for n := range parts {
		level := from - (from-to)*(float64(n)+0.5)/parts
		rate, err := p.Rate(level)
		if err != nil {
			return Takes{}, err
		}
		for k := range t {
			t[k] += mass / rate[k]
		}
	}
	for k, share := range efficiency[p.Burner] {
		t[k] += from * math.Max(0, 100-start) * SpecificHeat / p.reaches(share)
	}
	return Takes{t[2], t[1], t[0]}, nil
}
