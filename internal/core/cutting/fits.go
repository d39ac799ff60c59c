package cutting

import "math"

// noise is what a sum of floating point may be wrong by.
const noise = 1e-9

func floor(v float64) int { return int(math.Floor(v + noise*math.Max(1, math.Abs(v)))) }

// InRow is how many of a size fit in a length with a gap between them.
func InRow(have, size, gap float64) int { return max(0, floor((have+gap)/(size+gap))) }

// Slices is how many slices of a thickness come off a roll, with what both ends together lose and
// what each cut does.
func Slices(length, slice, ends, kerf float64) int { return InRow(length-ends, slice, kerf) }

// Rows is how many discs of a diameter lie on a sheet with corners in rows under one another.
func Rows(l, w, d, gap float64) int { return InRow(l, d, gap) * InRow(w, d, gap) }

// Staggered is how many lie there with each row in the gaps of the one before it: √3 ÷ 2 of a step
// further.
func Staggered(l, w, d, gap float64) int {
	if w < d-noise || l < d-noise {
		return 0
	}
	rows := 1 + floor((w-d)/((d+gap)*math.Sqrt(3)/2))
	return (rows+1)/2*InRow(l, d, gap) + rows/2*InRow(l-(d+gap)/2, d, gap)
}

// OnRound is how many discs lie on a round sheet: in rows, one through the middle or two beside it, or
// in rings.
func OnRound(across, d, gap float64, pattern string) int {
	return len(onRound(across, d, gap, pattern))
}

// The patterns in which discs are cut.
const (
	Best    = "best"
	InRows  = "rows"
	Stagger = "staggered"
	Ringed  = "rings" // on a round sheet: round its edge, then inside that
)

// grid are pieces in rows under one another, from the upper left corner.
func grid(l, w, along, across, gap float64) (out []Spot) {
	for j := range InRow(w, across, gap) {
		for i := range InRow(l, along, gap) {
			out = append(out, Spot{along/2 + float64(i)*(along+gap), across/2 + float64(j)*(across+gap), along, across})
		}
	}
	return out
}

// staggered are discs in each other's gaps.
func staggered(l, w, d, gap float64) (out []Spot) {
	if w < d-noise || l < d-noise {
		return nil
	}
	step := d + gap
	for j := range 1 + floor((w-d)/(step*math.Sqrt(3)/2)) {
		in, n := 0.0, InRow(l, d, gap)
		if j%2 == 1 {
			in, n = step/2, InRow(l-step/2, d, gap)
		}
		for i := range n {
			out = append(out, Spot{in + d/2 + float64(i)*step, d/2 + float64(j)*step*math.Sqrt(3)/2, d, d})
		}
	}
	return out
}

// onRound are discs on a round sheet, the best of the patterns and of the ways to begin.
func onRound(across, d, gap float64, pattern string) (best []Spot) {
	step := d + gap
	if pattern == Best || pattern == Ringed {
		best = inRings(across, d, gap)
	}
	for _, p := range []string{InRows, Stagger} {
		if pattern != Best && pattern != p {
			continue
		}
		rise := step
		if p == Stagger {
			rise = step * math.Sqrt(3) / 2
		}
		for _, first := range []float64{0, rise / 2} {
			for _, shift := range []float64{0, 0.5} {
				if out := roundRows(across, d, step, rise, first, shift, p == Stagger); len(out) > len(best) {
					best = out
				}
			}
		}
	}
	return best
}

// roundRows are those rows: the first so far from the middle, its first disc so many steps.
func roundRows(across, d, step, rise, first, shift float64, staggered bool) (out []Spot) {
	r := across / 2
	reach := r - d/2
	rows := int(math.Ceil(r / rise))
	for k := -rows; k <= rows; k++ {
		y, in := first+float64(k)*rise, shift
		if reach < 0 || math.Abs(y) > reach+noise {
			continue
		}
		if staggered && k%2 != 0 {
			in = math.Mod(in+0.5, 1)
		}
		half := math.Sqrt(math.Max(0, reach*reach-y*y))
		for i := -floor((half + in*step) / step); i <= floor((half-in*step)/step); i++ {
			out = append(out, Spot{r + (in+float64(i))*step, r + y, d, d})
		}
	}
	return out
}

// inRings are discs round the edge, and in what is left inside them again.
func inRings(across, d, gap float64) (out []Spot) {
	for left := across; left >= d-noise; left -= 2 * (d + gap) {
		r := math.Max(0, left/2-d/2) // of their middles
		n := 1
		if 2*r >= d+gap-noise {
			n = floor(math.Pi / math.Asin(math.Min(1, (d+gap)/(2*r))))
		} else {
			r = 0
		}
		for k := range n {
			a := 2 * math.Pi * float64(k) / float64(n)
			out = append(out, Spot{across/2 + r*math.Cos(a), across/2 + r*math.Sin(a), d, d})
		}
	}
	return out
}
