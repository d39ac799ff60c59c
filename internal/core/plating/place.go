package plating

import (
	"fmt"
	"math"

	"jointime/internal/core/solids"
)

// spot is where one piece of a placing lies: its middle, in mm from the plate's
// centre, and its turn in degrees.
type spot struct{ x, y, turn float64 }

// finder finds the spots of all placings. One that is measured from another
// waits for it; a circle of such is measured from the plate's centre.
type finder struct {
	spec    Spec
	place   map[string]int
	middles map[string][2]float64
	spots   [][]spot
	from    [][2]float64 // from where hour and distance are measured
	begun   []bool
	circle  []bool
}

func (s Spec) find() *finder {
	n := len(s.Placings)
	f := &finder{spec: s, place: map[string]int{}, middles: s.middles(), spots: make([][]spot, n), from: make([][2]float64, n), begun: make([]bool, n), circle: make([]bool, n)}
	for i, p := range s.Placings {
		f.place[p.ID] = i
	}
	for i := range s.Placings {
		f.find(i)
	}
	return f
}

func (f *finder) find(i int) []spot {
	if f.begun[i] {
		return f.spots[i]
	}
	f.begun[i] = true
	p := f.spec.Placings[i]
	f.from[i] = f.middles[p.In]
	if to, there := f.place[p.From]; there {
		of := f.find(to)
		switch gaps := f.gaps(p, to); {
		case len(of) == 0:
			f.circle[i] = true
		case p.Between && len(gaps) > 0:
			f.spots[i] = gaps
			return gaps
		default:
			f.from[i] = middle(of)
		}
	}
	f.spots[i] = p.around(f.from[i], f.spec.reachOf(p))
	return f.spots[i]
}

// reachOf gives the distance of a placing in a direction: its own, or its part
// of the way to the edge of the well there.
func (s Spec) reachOf(p Placing) func(sin, cos float64) float64 {
	if p.Part <= 0 || p.From != "" {
		return func(_, _ float64) float64 { return p.Distance }
	}
	w, _ := s.ware(p.In)
	a, b := w.wellHalves()
	return func(sin, cos float64) float64 { return p.Part / math.Max(w.gauge(a, b, sin, cos), 1e-9) }
}

// around are the spots of a placing about a point: one, or as many as it is
// repeated, on its arc.
func (p Placing) around(c [2]float64, reach func(sin, cos float64) float64) []spot {
	n, step := p.steps()
	out := make([]spot, n)
	for i := range out {
		sin, cos := math.Sincos((p.Hour + float64(i)*step/30) * math.Pi / 6)
		d := reach(sin, cos)
		out[i] = spot{c[0] + d*sin, c[1] - d*cos, p.Turn + float64(i)*step}
	}
	return out
}

// steps is how often a placing is repeated, and the degrees from one to the next.
func (p Placing) steps() (n int, step float64) {
	n = max(p.Repeat, 1)
	switch {
	case n == 1:
	case p.Arc == 0 || p.Arc >= 360:
		step = 360 / float64(n)
	default:
		step = p.Arc / float64(n-1)
	}
	return n, step
}

// gaps are the spots between each two pieces of another placing: of one that is
// repeated on its arc, or of dots in a row.
func (f *finder) gaps(p Placing, to int) (out []spot) {
	q := f.spec.Placings[to]
	n, step := q.steps()
	if n > 1 {
		if step*float64(n-1) < 359 && q.Arc > 0 && q.Arc < 360 {
			n--
		}
		p.Hour, p.Repeat, p.Arc = q.Hour+step/60, n, step*float64(max(n-1, 1))
		if n > 1 && step*float64(n) >= 359 {
			p.Arc = 0
		}
		reach := f.spec.reachOf(q)
		if p.Distance > 0 {
			reach = func(_, _ float64) float64 { return p.Distance }
		}
		return p.around(f.from[to], reach)
	}
	if q.Form != Dots || len(f.spots[to]) == 0 {
		return nil
	}
	at := f.spots[to][0]
	sin, cos := math.Sincos(at.turn * math.Pi / 180)
	for i := range max(q.Count-1, 0) {
		x := (q.along(i) + q.along(i+1)) / 2
		out = append(out, spot{at.x + x*cos, at.y + x*sin, p.Turn})
	}
	return out
}

// along is where a dot stands in its row, in mm from the row's middle.
func (p Placing) along(i int) float64 {
	if p.Count < 2 {
		return 0
	}
	return (p.Length - p.dot()) * (float64(i)/float64(p.Count-1) - 0.5)
}

// middle of some spots.
func middle(spots []spot) (c [2]float64) {
	for _, s := range spots {
		c[0], c[1] = c[0]+s.x/float64(len(spots)), c[1]+s.y/float64(len(spots))
	}
	return c
}

// Alone is a placing measured from the middle of its own ware, whatever it was
// measured from: for a plate from which the other is taken.
func (s Spec) Alone(i int) Placing {
	f, p := s.find(), s.Placings[i]
	if p.From == "" || len(f.spots[i]) == 0 {
		return p
	}
	at, c := f.spots[i][0], f.middles[p.In]
	hour, distance := solids.HourOf(at.x-c[0], at.y-c[1])
	p.Hour, p.Distance, p.From, p.Between = math.Round(hour*100)/100, math.Round(distance*10)/10, "", false
	return p
}

// Place says where a placing lies: “9 o'clock, 22 mm”, “in the middle”, “2
// o'clock, 46 mm from the middle of 1”. Others are called by their number.
func (s Spec) Place(i int) string {
	p := s.Placings[i]
	text := p.clock()
	for k, q := range s.Placings {
		switch {
		case p.From == "" || q.ID != p.From:
		case p.Between:
			text = fmt.Sprintf("between the pieces of %d", k+1)
		case p.Distance == 0:
			text = fmt.Sprintf("in the middle of %d", k+1)
		default:
			text += fmt.Sprintf(" from the middle of %d", k+1)
		}
	}
	if p.In != "" {
		text = "in the " + p.In + ": " + text
	}
	return text
}

// clock says hour and distance.
func (p Placing) clock() string {
	hour := sayHour(p.Hour)
	switch {
	case p.Part > 0 && p.From == "":
		return fmt.Sprintf("%s, %s out", hour, sayPart(p.Part))
	case p.Distance == 0:
		return "in the middle"
	}
	return fmt.Sprintf("%s, %.0f mm", hour, p.Distance)
}

func sayHour(h float64) string {
	hour, part := math.Modf(h)
	sign, known := map[float64]string{0: "", 0.25: "¼", 0.5: "½", 0.75: "¾"}[part]
	switch {
	case !known:
		return fmt.Sprintf("%.1f o’clock", h)
	case hour == 0 && part == 0:
		hour = 12
	case hour == 0:
		return sign + " o’clock"
	}
	return fmt.Sprintf("%.0f%s o’clock", hour, sign)
}

func sayPart(part float64) string {
	for word, v := range partWords {
		if math.Abs(v-part) < 0.004 {
			return word + " of the way"
		}
	}
	return fmt.Sprintf("%.0f %%", part*100)
}

var partWords = map[string]float64{"½": 0.5, "⅓": 1. / 3, "⅔": 2. / 3, "¼": 0.25, "¾": 0.75}
