package units

import (
	"fmt"
	"math"
	"strings"
)

// Heat is a temperature in all the ways in which ovens are marked.
type Heat struct {
	Celsius    float64 `json:"celsius"`
	Fahrenheit float64 `json:"fahrenheit" doc:"to a tenth"`
	Dial       float64 `json:"dial" doc:"°F to which an oven's dial is set: to 5"`
	Gas        string  `json:"gas,omitempty" doc:"the nearest gas mark; absent: no oven is marked so"`
	Fan        float64 `json:"fan" doc:"°C in an oven with a fan, for the same in one without"`
	Text       string  `json:"text" doc:"as the kitchen likes it"`
}

// Likes says how a kitchen likes to read amounts and temperatures.
type Likes struct {
	Customary bool   `json:"customary,omitempty" doc:"ounces and pounds first, grams one tap away"`
	Heat      string `json:"heat,omitempty" enum:"c,f,gas,fan," doc:"absent: °C"`
}

// GasMarks in °C: the usual table of British oven makers, from memory (¼ is
// 110 °C, 1 is 140 °C, 4 is 180 °C, 6 is 200 °C, 9 is 240 °C).
var GasMarks = map[string]float64{"¼": 110, "½": 120, "1": 140, "2": 150, "3": 170, "4": 180, "5": 190, "6": 200, "7": 220, "8": 230, "9": 240}

// fanLess is how much cooler an oven with a fan is set for the same result, in
// °C: common practice, no source.
const fanLess = 20

// Fahrenheit of °C.
func Fahrenheit(celsius float64) float64 { return celsius*9/5 + 32 }

// Celsius of °F.
func Celsius(fahrenheit float64) float64 { return (fahrenheit - 32) * 5 / 9 }

// gasMark is the nearest mark, within 10 °C of it.
func gasMark(celsius float64) (mark string) {
	best := 10.0001
	for m, c := range GasMarks {
		if off := math.Abs(c - celsius); off < best || off == best && m < mark {
			mark, best = m, off
		}
	}
	return mark
}

// HeatOf tells a temperature in all ways. The dial of an oven, from 120 °C on, has °F to 5.
func (l Likes) HeatOf(celsius float64) Heat {
	h := Heat{Celsius: celsius, Fahrenheit: Shown(Fahrenheit(celsius), 1), Gas: gasMark(celsius), Fan: celsius}
	h.Dial = h.Fahrenheit
	if celsius >= 120 {
		h.Dial = math.Round(Fahrenheit(celsius)/5) * 5
	}
	if celsius >= 110 {
		h.Fan = celsius - fanLess
	}
	h.Text = fmt.Sprintf("%g °C", celsius)
	switch {
	case l.Heat == "f":
		h.Text = fmt.Sprintf("%g °F", h.Fahrenheit)
		if h.Dial != h.Fahrenheit {
			h.Text = fmt.Sprintf("%g °F (dial %g)", h.Fahrenheit, h.Dial)
		}
	case l.Heat == "gas" && h.Gas != "":
		h.Text = "gas " + h.Gas
	case l.Heat == "fan" && celsius >= 110:
		h.Text = fmt.Sprintf("%g °C fan", h.Fan)
	}
	return h
}

// Read writes a basic amount as a kitchen likes it, and in the other system, by its own measures;
// the second is empty for counts.
func (l Likes) Read(a Amount, m Measures) (text, other string) {
	text, other = a.String(), a.Other(m)
	if l.Customary && other != "" {
		return other, text
	}
	return text, other
}

// SayCelsius writes a temperature: 63 °C, −18 °C.
func SayCelsius(c float64) string { return strings.Replace(fmt.Sprintf("%g °C", c), "-", "−", 1) }
