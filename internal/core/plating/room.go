package plating

import (
	"fmt"
	"math"
	"strings"

	"jointime/internal/core/plating/raster"
	"jointime/internal/core/solids"
	"jointime/internal/core/units"
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
	}
	r.Covered = l.grid.Area(l.inWell(all)) / math.Max(w.wellArea(), 1e-9)
	return r
}

// weigh finds the middle of what lies on the plate by its grams; of what has none, by its volume as if it
// were water, which is said.
func (l *layout) weigh(scene Scene) {
	var x, y, weight float64
	var about []string
	for i, p := range l.spec.Placings {
		if p.In != "" || p.NotEaten || len(l.spots[i]) == 0 {
			continue
		}
		grams, known := l.grams(i, scene)
		if !known {
			about = append(about, l.name(i))
		}
		c := middle(l.spots[i])
		x, y, weight = x+c[0]*grams, y+c[1]*grams, weight+grams
	}
	if weight > 0 {
		l.room.Hour, l.room.Distance = solids.HourOf(x/weight, y/weight)
	}
	if len(about) > 0 {
		l.room.Working += "; weight by volume, as of water: " + strings.Join(about, ", ")
	}
}

// grams of a placing, all of its repeats together; false: by its volume.
func (l layout) grams(i int, scene Scene) (float64, bool) {
	p, density := l.spec.Placings[i], 1.0
	known := false
	for _, q := range scene.Portions {
		if q.Component == p.Component && q.Density > 0 {
			density, known = q.Density, true
		}
	}
	if p.Amount != nil {
		switch a := p.Amount.Basic(units.Metric); a.Unit {
		case units.Gram:
			return a.Quantity, true
		case units.Millilitre:
			return a.Quantity * density, known
		}
	}
	if ml, ok := p.Holds(); ok {
		return ml * density, false
	}
	return l.areas[i] * math.Max(p.tall(), 1) / 1000 * density, false
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
