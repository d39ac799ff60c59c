package plating

import "math"

// Room is how the food lies on the plate.
type Room struct {
	Covered  float64 `json:"covered" doc:"share of the well"`
	Free     float64 `json:"free" doc:"mm between the food and the edge of the well; below 0: it reaches over it"`
	Tallest  float64 `json:"tallest" doc:"mm over the plate"`
	Highest  string  `json:"highest,omitempty" doc:"id of the placing that is highest"`
	Hour     float64 `json:"hour" doc:"towards which the weight lies"`
	Distance float64 `json:"distance" doc:"mm between the middle of the weight and that of the plate"`
	Working  string  `json:"working"`
}

// room measures a laid-out plate.
func (l layout) room() Room {
	all := l.grid.empty()
	r := Room{Free: l.spec.Ware.Well / 2}
	var x, y, weight float64
	for i, p := range l.spec.Placings {
		all.add(l.masks[i])
		if !p.Rim {
			r.Free = math.Min(r.Free, l.spec.Ware.Well/2-l.reach(i))
		}
		if l.top[i] > r.Tallest {
			r.Tallest, r.Highest = l.top[i], p.ID
		}
		if p.NotEaten {
			continue
		}
		heavy := l.areas[i] * math.Max(p.tall(), 1)
		cx, cy := l.middle(i)
		x, y, weight = x+cx*heavy, y+cy*heavy, weight+heavy
	}
	well := math.Pi / 4 * l.spec.Ware.Well * l.spec.Ware.Well
	r.Covered = l.grid.area(l.inWell(all)) / math.Max(well, 1e-9)
	if weight > 0 {
		x, y = x/weight, y/weight
		r.Distance = math.Hypot(x, y)
		r.Hour = math.Mod(math.Atan2(x, -y)*6/math.Pi+12, 12)
	}
	return r
}

// reach is how far from the plate's centre a placing reaches, in mm.
func (l layout) reach(i int) (far float64) {
	for _, polygon := range l.polys[i] {
		for _, q := range polygon {
			far = math.Max(far, math.Hypot(q[0], q[1]))
		}
	}
	return far
}

// beyond is how far a placing reaches over the outer edge of the plate, in mm.
func (l layout) beyond(i int) (over float64) {
	w := l.spec.Ware
	a, b := w.Diameter/2, w.across()/2
	for _, polygon := range l.polys[i] {
		for _, q := range polygon {
			if out := math.Hypot(q[0]/a, q[1]/b); out > 1 {
				over = math.Max(over, math.Hypot(q[0], q[1])*(1-1/out))
			}
		}
	}
	return over
}

// across is the other outer measure of a plate.
func (w Ware) across() float64 {
	if w.Across > 0 {
		return w.Across
	}
	return w.Diameter
}

// middle is the centroid of the first piece's repeats.
func (l layout) middle(i int) (x, y float64) {
	places := l.spec.Placings[i].places()
	for _, at := range places {
		x, y = x+at[0], y+at[1]
	}
	return x / float64(len(places)), y / float64(len(places))
}

// inWell cuts a mask to the well.
func (l layout) inWell(m mask) mask {
	out := l.grid.empty()
	r := l.spec.Ware.Well / 2
	for i := range m.rows {
		y := l.grid.at(i)
		if math.Abs(y) > r {
			continue
		}
		half := math.Sqrt(r*r - y*y)
		from, to := max(0, int(math.Ceil(l.grid.index(-half)))), min(l.grid.n-1, int(math.Floor(l.grid.index(half))))
		for c := from; c <= to; c++ {
			out.rows[i][c>>6] |= m.rows[i][c>>6] & (1 << (c & 63))
		}
	}
	return out
}
