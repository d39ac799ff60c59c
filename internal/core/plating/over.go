package plating

import (
	"fmt"
	"math"
	"strings"

	"jointime/internal/core/solids"
	"jointime/internal/core/words"
)

// What goes over what. A pool, or what is poured, goes over a thing where it is said to lie on one; else it
// is poured round what is there, and wets only what stands lower than it is deep. Between what
// wets and what is wetted a firm thing of some thickness keeps dry what lies under it.
const (
	barrier  = 3.0 // mm of something that is not loose keep dry what is under it
	touched  = 0.1 // share of a thing that may be wetted without a word
	wettable = 0.1 // share of its height that may stand in liquid
)

// round tells a liquid that is poured round what stands there.
func (p Placing) round() bool { return (p.Form == Pool || p.Form == Poured) && p.On == "" }

// liquid tells what washes away what is loose.
func (p Placing) liquid() bool { return p.Form == Pool || p.Form == Poured }

// keepsDry tells whether a placing is a barrier for what lies under it.
func (p Placing) keepsDry() bool { return !p.Form.loose() && p.tall() >= barrier }

// reaches is the share of a placing that another one, which comes later, touches from above or around: what
// keeps it dry lies between them.
func (l layout) reaches(q, i int) float64 {
	if l.overlap[i][q] <= 0 || l.areas[i] <= 0 {
		return 0
	}
	wets := l.spec.Placings[q]
	if p := l.spec.Placings[i]; wets.liquid() && wets.On == p.ID && p.Form == Hollow && wets.Length <= p.hole()+1 {
		return 0 // poured into it
	}
	if wets.round() {
		deep := wets.tall()
		if l.base[i] >= deep {
			return 0
		}
		in := (deep - l.base[i]) / math.Max(l.top[i]-l.base[i], 1e-9)
		if in < wettable || in < 0.5 && strings.Contains(l.spec.Placings[i].Side, "up") { // only its foot, and what matters is up
			return 0
		}
		return l.overlap[i][q] / l.areas[i]
	}
	between := l.between(q, i)
	if between == nil {
		return l.overlap[i][q] / l.areas[i]
	}
	dry := l.grid.Empty()
	for _, k := range between {
		dry.Add(l.masks[k])
	}
	return l.grid.Open(l.masks[q], l.masks[i], dry) / l.areas[i]
}

// between are the placings that come between two and keep dry what lies under them.
func (l layout) between(q, i int) (out []int) {
	for k := i + 1; k < q; k++ {
		if l.spec.Placings[k].keepsDry() && l.overlap[i][k] > 0 && l.base[k] >= l.base[i] {
			out = append(out, k)
		}
	}
	return out
}

// covered finds what a later thing spoils: a liquid on a crisp thing, heat on what wilts or melts, a pour over
// what it washes away.
func (j *judge) covered(i int) {
	p := j.spec.Placings[i]
	for k := i + 1; k < len(j.spec.Placings); k++ {
		q := j.spec.Placings[k]
		share := j.reaches(k, i)
		if share <= touched {
			continue
		}
		crisp := (p.Texture == Crisp || p.Texture == Crunchy) && (q.Texture == Wet || q.Texture == Moist) && (q.On != p.ID || q.Form != Dots)
		how := fmt.Sprintf("%s covers %.0f %% of it (%.0f mm²)", j.name(k), math.Min(1, share)*100, share*j.areas[i])
		if q.round() {
			how = fmt.Sprintf("%s stands %.0f mm deep round it", j.name(k), q.tall())
		}
		switch {
		case crisp:
			j.fault("crisp-under-wet", p.ID, fmt.Sprintf("Put %s first, or beside.", j.name(k)), "%s is crisp; %s.", j.name(i), how)
		case q.liquid() && washedAway(p.Form) && !j.standsOut(i, k):
			j.fault("washed-away", p.ID, fmt.Sprintf("Put %s after it.", j.name(i)), "%s is loose (%s); %s.", j.name(i), p.Form, how)
		case q.Warmth == Hot && p.Warmth == Frozen:
			j.fault("frozen-under-hot", p.ID, fmt.Sprintf("Put %s last, or beside.", j.name(i)), "%s is frozen; %s, hot.", j.name(i), how)
		case q.Warmth == Hot && q.Form.flows() && (p.Form == Leaf || p.Form == Foam) && p.Warmth != Hot:
			j.fault("soft-under-hot", p.ID, fmt.Sprintf("Put %s after it.", j.name(i)), "%s wilts; %s, hot.", j.name(i), how)
		}
	}
}

// standsOut tells whether more than half of a thing is higher than a liquid that is poured round it.
func (l layout) standsOut(i, liquid int) bool {
	q := l.spec.Placings[liquid]
	return q.round() && l.top[i]-l.base[i] > 2*(q.tall()-l.base[i])
}

// washedAway are the forms that a pour takes with it.
func washedAway(f Form) bool {
	switch f {
	case Swipe, Dots, Foam, Scatter, Grating, Drizzle:
		return true
	}
	return false
}

// touches finds what softens a crisp thing most, or melts a frozen one: what it stands on, through whatever
// is thin or loose, or a liquid in which it stands.
func (l layout) touches(i int) (name string, texture Texture) {
	worse := map[Texture]int{Soft: 1, Moist: 2, Wet: 3}
	take := func(k int) {
		q := l.spec.Placings[k]
		if worse[q.Texture] > worse[texture] {
			name, texture = l.name(k), q.Texture
		}
	}
	for _, k := range l.under(i) {
		take(k)
	}
	for k, q := range l.spec.Placings {
		if k != i && q.Form.flows() && l.base[i] < math.Max(q.tall(), 1e-9) && l.base[k] <= l.base[i] && l.overlap[i][k] > touched*l.areas[i] {
			take(k)
		}
	}
	return name, texture
}

// under are the placings that a thing touches below: what it stands or leans on, and what that stands on
// where it is thin or loose.
func (l layout) under(i int) (out []int) {
	seen := map[int]bool{i: true}
	var down func(p Placing)
	down = func(p Placing) {
		for _, to := range []string{p.On, p.Leans} {
			at, there := l.place[to]
			if !there || seen[at] {
				continue
			}
			seen[at] = true
			out = append(out, at)
			if q := l.spec.Placings[at]; !q.keepsDry() {
				down(q)
			}
		}
	}
	down(l.spec.Placings[i])
	return out
}

// onHot tells whether a thing stands on a hot one, or in it.
func (l layout) onHot(i int) (name string, is bool) {
	for _, k := range l.under(i) {
		if l.spec.Placings[k].Warmth == Hot {
			return l.name(k), true
		}
	}
	return "", false
}

// balance finds what falls off what it stands on, and an edge that was to stay in sight.
func (j *judge) balance(i int) {
	p := j.spec.Placings[i]
	at, there := j.place[p.On]
	if !there || at == i || p.Leans != "" || p.Form.loose() || len(j.spots[i]) != 1 {
		return
	}
	q := j.spec.Placings[at]
	if q.Form.loose() || len(j.spots[at]) != 1 {
		return
	}
	if !j.masks[at].Has(j.grid, j.spots[i][0].x, j.spots[i][0].y) {
		j.fault("falls-off", p.ID, "Move it in, or let it lean.", "%s: its middle is not over %s, on which it stands.", j.name(i), j.name(at))
	}
	if q.Edge > 0 {
		if free := j.band(i, at); free < q.Edge-0.5 {
			j.fault("edge-hidden", q.ID, "Make what stands on it smaller, or move it.", "%s: %.0f mm of its edge stay in sight, %g are wanted.", j.name(at), math.Max(0, free), q.Edge)
		}
	}
}

// band is how much of the edge of a thing stays free round another that stands on it, in mm; below 0: that hangs
// over.
func (l layout) band(i, on int) float64 {
	far := math.Inf(-1)
	for _, pen := range l.pens[i] {
		for _, polygon := range pen.polygons {
			for _, base := range l.pens[on] {
				for _, under := range base.polygons {
					f, _ := solids.Outline(polygon).Beyond(solids.Outline(under).Ordered())
					far = math.Max(far, f)
				}
			}
		}
	}
	return -far
}

// Fact is something measured on the plate that a cook may want to know.
type Fact struct {
	Placing string  `json:"placing"`
	What    string  `json:"what" doc:"in words, with the figure rounded"`
	Value   float64 `json:"value" doc:"exact"`
	Unit    string  `json:"unit"`
}

// facts are overhangs, bands in sight, and how deep a liquid stands in a ring.
func (l layout) facts(scene Scene) []Fact {
	out := []Fact{}
	for i, p := range l.spec.Placings {
		if at, there := l.place[p.On]; there && at != i && !p.Form.loose() && !l.spec.Placings[at].Form.loose() && len(l.spots[i]) == 1 && len(l.spots[at]) == 1 {
			if free := l.band(i, at); free >= 0 {
				out = append(out, Fact{p.ID, fmt.Sprintf("%s: %.0f mm of the edge of %s in sight", l.name(i), free, words.Lower(l.name(at))), free, "mm"})
			} else {
				out = append(out, Fact{p.ID, fmt.Sprintf("%s hangs %.0f mm over %s", l.name(i), -free, words.Lower(l.name(at))), -free, "mm"})
			}
		}
		if high, how := l.comesTo(i, scene); how != "" {
			out = append(out, Fact{p.ID, fmt.Sprintf(how, l.name(i), high), high, "mm"})
		}
	}
	return out
}

// comesTo is how deep so much of a liquid stands, or how high a mound of it is, where nobody said; with the words
// for it.
func (l layout) comesTo(i int, scene Scene) (mm float64, how string) {
	p := l.spec.Placings[i]
	if p.Amount == nil || l.areas[i] <= 0 {
		return 0, ""
	}
	portion := Portion{}
	for _, q := range scene.Portions {
		if q.Component == p.Component {
			portion = q
		}
	}
	ml, _, ok := p.asked(portion)
	switch {
	case !ok:
		return 0, ""
	case p.liquid() && ml*1000/l.areas[i] <= deepest:
		return ml * 1000 / l.areas[i], "%s stands %.1f mm deep"
	case p.Form == Mound && p.Height == 0 && p.Repeat < 2:
		return solids.CapHeight(p.Length, p.width(), ml), "%s comes to %.0f mm high"
	}
	return 0, ""
}
