package plating

import (
	"cmp"
	"math"
	"slices"
)

// Numbers stand outside the ware, each with a line to the middle of what it is of, so that none lies on food.
const (
	outside  = 27.0 // mm from the edge of the plate to a number: the clock stands between
	beside   = 12.0 // mm from the edge of ware without a clock
	numbered = 25.0 // mm between the middles of two numbers, with how many there are beside one
)

// label puts each number outside its ware, as near to its shape's hour as the others let it.
func (l layout) label(d *Drawing) {
	byWare := map[string][]int{}
	for i, p := range l.spec.Placings {
		byWare[p.In] = append(byWare[p.In], i)
	}
	middles := l.spec.middles()
	for name, list := range byWare {
		w, _ := l.spec.ware(name)
		far := outside
		if name != "" {
			far = beside
		}
		angles := l.angles(list, middles[name], math.Max(w.Diameter, w.across())/2+far)
		for k, i := range list {
			sin, cos := math.Sincos(angles[k])
			r := 1/math.Max(w.gauge(w.Diameter/2, w.across()/2, cos, sin), 1e-9) + far
			d.Shapes[i].LabelX, d.Shapes[i].LabelY = round(middles[name][0]+r*cos), round(middles[name][1]+r*sin)
		}
	}
}

// angles are where the numbers of some placings stand round the middle of their ware, in radians: at the hour of
// each, and what lies in the middle where there is most room; then moved apart.
func (l layout) angles(list []int, c [2]float64, radius float64) []float64 {
	out := make([]float64, len(list))
	var central []int
	for k, i := range list {
		at := c
		if len(l.spots[i]) > 0 {
			at = [2]float64{l.spots[i][0].x, l.spots[i][0].y}
		}
		if math.Hypot(at[0]-c[0], at[1]-c[1]) < 6 {
			central = append(central, k)
			continue
		}
		out[k] = math.Atan2(at[1]-c[1], at[0]-c[0])
	}
	taken := []float64{}
	for k := range out {
		if !slices.Contains(central, k) {
			taken = append(taken, out[k])
		}
	}
	for _, k := range central {
		out[k] = roomiest(taken)
		taken = append(taken, out[k])
	}
	apart(out, math.Min(numbered/radius, 2*math.Pi/float64(max(len(out), 1))))
	return out
}

// roomiest is the middle of the widest gap between some angles; half past ten where there are none.
func roomiest(taken []float64) float64 {
	if len(taken) == 0 {
		return -3 * math.Pi / 4
	}
	sorted := slices.Sorted(slices.Values(taken))
	best, at := -1.0, 0.0
	for i, a := range sorted {
		next := sorted[(i+1)%len(sorted)]
		if i == len(sorted)-1 {
			next += 2 * math.Pi
		}
		if next-a > best {
			best, at = next-a, a+(next-a)/2
		}
	}
	return at
}

// apart moves angles from one another until each two are so far apart, or there is no more room.
func apart(angles []float64, least float64) {
	order := make([]int, len(angles))
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(a, b int) int { return cmp.Compare(angles[a], angles[b]) })
	for range 400 {
		moved := false
		for k := range order {
			a, b := order[k], order[(k+1)%len(order)]
			gap := angles[b] - angles[a]
			if k == len(order)-1 {
				gap += 2 * math.Pi
			}
			if a != b && gap < least-1e-6 {
				push := (least - gap) / 2
				angles[a], angles[b], moved = angles[a]-push, angles[b]+push, true
			}
		}
		if !moved {
			return
		}
	}
}

// pieces is how many pieces a placing has, all repeats together.
func (p Placing) pieces() int {
	n := 1
	switch p.Form {
	case Dots, Quenelle, Slices, Fan, Shavings:
		n = max(p.Count, 1)
	}
	return n * max(p.Repeat, 1)
}

// hidden tells whether more than a quarter of a placing lies under what comes later.
func (l layout) hidden(i int) bool {
	if l.areas[i] <= 0 {
		return false
	}
	over := l.grid.Empty()
	for k := range l.spec.Placings {
		later := k > i
		if l.spec.Placings[i].round() != l.spec.Placings[k].round() {
			later = l.spec.Placings[i].round() // what is poured round lies under all else
		}
		if later && k != i && l.overlap[i][k] > 0 {
			over.Add(l.masks[k])
		}
	}
	return l.grid.Both(l.masks[i], over) > 0.25*l.areas[i]
}
