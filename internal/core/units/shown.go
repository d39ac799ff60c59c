package units

import "math"

// How a figure is shown. Sums use figures as they are; only what a person reads is rounded, and
// here is how:
//
//   - an amount in a sum (Amount.String) to a hundredth of a gram or millilitre below 10, to a tenth
//     below 1,000, to a gram or millilitre above: finer than any scale of a kitchen tells;
//   - what is weighed or measured (Scales.Weighed) to the step of the tool that it is measured
//     with: a scale, a spoon set, a cup, a jug;
//   - what is bought and comes whole (Whole) up to the next whole one;
//   - a temperature (Likes.HeatOf) to a tenth of a degree, and beside it what a dial is set to.
//
// Half a step goes up, as people are taught; a figure that is off by the noise of floating point
// (2.385 is 2.38499… in binary) is what it looks like.

// noise is what floating point may be off by, as a share.
const noise = 1e-12

var tens = [...]float64{1, 10, 100, 1000, 1e4}

// Shown rounds a figure to so many decimals, four at the most.
func Shown(q float64, digits int) float64 {
	by := tens[digits]
	if math.Abs(q) >= 1e15/by {
		return q
	}
	return math.Round(q*by*(1+noise)) / by
}

// Whole is so many of what comes whole: no fewer than are meant.
func Whole(q float64) float64 { return math.Ceil(q * (1 - 1e-9)) }
