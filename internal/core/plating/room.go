package plating

import (
	"fmt"
	"math"

	"jointime/internal/core/plating/raster"
)

// Room is how the food lies on the plate.
type Room struct {
	Covered  float64 `json:"covered" doc:"share of the well"`
	Free     float64 `json:"free" doc:"mm between the food and the edge of the well; below 0: it reaches over it"`
	Tallest  float64 `json:"tallest" doc:"mm over the plate"`
	Highest  string  `json:"highest,omitempty" doc:"id of the placing that is highest"`
	Hour     float64 `json:"hour" doc:"towards which the weight lies"`
	Distance float64 `json:"distance" doc:"mm between the middle of the weight and that of the plate"`
	Eye      string  `json:"eye,omitempty" doc:"id of the placing that is looked at first: an estimate"`
	EyeHour  float64 `json:"eyeHour" doc:"towards which the look goes"`
	EyeFar   float64 `json:"eyeFar" doc:"mm from the middle to where the look goes"`
	Working  string  `json:"working"`
}

// measure measures what lies on the plate itself.
func (l layout) measure() Room {
	w := l.spec.Ware
	all := l.grid.Empty()
	r := Room{Free: w.Well / 2, Working: fmt.Sprintf("counted on a grid of %.1f mm", l.grid.Cell)}
	var x, y, weight float64
	for i, p := range l.spec.Placings {
		if p.In != "" {
			continue
		}
		all.Add(l.masks[i])
		if !p.Rim {
			r.Free = math.Min(r.Free, l.free(i))
		}
		if l.top[i] > r.Tallest {
			r.Tallest, r.Highest = l.top[i], p.ID
		}
		if p.NotEaten {
			continue
		}
		heavy, c := l.areas[i]*math.Max(p.tall(), 1), middle(l.spots[i])
		x, y, weight = x+c[0]*heavy, y+c[1]*heavy, weight+heavy
	}
	r.Covered = l.grid.Area(l.inWell(all)) / math.Max(w.wellArea(), 1e-9)
	if weight > 0 {
		r.Hour, r.Distance = hourOf(x/weight, y/weight)
	}
	return r
}

// free is how far a placing stays inside the well, in mm; below 0: how far it
// reaches onto the rim.
func (l layout) free(i int) float64 {
	w, _ := l.spec.ware(l.spec.Placings[i].In)
	least := math.Inf(1)
	l.points(i, func(x, y float64) { least = math.Min(least, w.rim(x, y)) })
	return least
}

// beyond is how far a placing reaches over the outer edge of its ware, in mm.
func (l layout) beyond(i int) (over float64) {
	w, _ := l.spec.ware(l.spec.Placings[i].In)
	l.points(i, func(x, y float64) { over = math.Max(over, -w.edge(x, y)) })
	return over
}

// inWell cuts a mask to the well.
func (l layout) inWell(m raster.Mask) raster.Mask {
	w := l.spec.Ware
	a, b := w.wellHalves()
	return l.grid.Cut(m, func(y float64) float64 {
		switch {
		case math.Abs(y) > b:
			return -1
		case w.Shape == Square:
			return a
		}
		return a * math.Sqrt(1-y*y/(b*b))
	})
}
