package plating

import (
	"fmt"
	"math"
	"slices"

	"jointime/internal/core/heat"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// How long a thing stays what it should be on the plate.
//
// A crisp thing softens by what it touches: on something wet within minutes, on
// something moist or soft more slowly. Frozen things begin to melt at once; a
// plate that is warm takes most of their minute. Both are common practice, with
// no source. Hot food cools by Newton's law from 65 to 50 °C in a room of 22 °C,
// by its height alone (its top to the air, its bottom to the plate), with a
// coefficient of 15 W/(m² K) for still air and radiation together (handbooks of
// heat transfer give 10 to 20): an estimate. A plate that is not warm takes as
// much again from below.
const (
	crispOnWet  = 270
	crispOnWith = 300 // moist
	crispOnSoft = 1200
	frozenCold  = 120
	frozenRoom  = 60
	frozenWarm  = 20
	servedAt    = 65
	eatenAt     = 50
	roomAt      = 22
	stillAir    = 15
	foodDensity = 1000
	foodHeat    = 3600
)

// Life is how long an element has on the plate before it is past its best.
type Life struct {
	Placing string `json:"placing"`
	Seconds int64  `json:"seconds"`
	Why     string `json:"why"`
}

// LivesOf are the lives of all placings, in their order; one of no seconds does not fade.
func (s Spec) LivesOf() []Life {
	l := s.lay(false)
	out := make([]Life, max(1, len(s.Placings)))
	for i := range s.Placings {
		if life, fades := l.life(i); fades {
			out[i] = life
		}
	}
	return out
}

// life of a placing; false where nothing happens to it.
func (l layout) life(i int) (Life, bool) {
	p := l.spec.Placings[i]
	out := Life{Placing: p.ID, Seconds: math.MaxInt64}
	note := func(seconds float64, why string) {
		if s := int64(seconds); s < out.Seconds {
			out.Seconds, out.Why = s, why
		}
	}
	if p.Life > 0 {
		return Life{p.ID, p.Life, "as set"}, true
	}
	if p.Texture == Crisp || p.Texture == Crunchy {
		if under, wet := l.touches(i); wet != "" {
			note(map[Texture]float64{Wet: crispOnWet, Moist: crispOnWith, Soft: crispOnSoft}[wet], fmt.Sprintf("crisp on %s (%s)", under, wet))
		}
	}
	ware, _ := l.spec.ware(p.In)
	switch p.Warmth {
	case Frozen:
		hot, is := l.onHot(i)
		switch {
		case p.Stands != nil && p.Stands.Most != nil:
			note(float64(*p.Stands.Most), p.Stands.String())
		case p.Stands != nil: // it is to thaw there
		case is:
			note(frozenWarm, "frozen, on "+words.Lower(hot)+", which is hot")
		default:
			note(melts(ware), "frozen, on a "+ware.warmth()+" plate")
		}
	case Hot:
		deep, known := l.thick(i)
		if !known { // nobody said how high it is: nothing is reckoned
			break
		}
		tau := heat.TimeConstant(foodDensity, foodHeat, deep/1000/faces(ware), stillAir)
		note(heat.CoolsTo(servedAt, eatenAt, roomAt, tau), fmt.Sprintf("hot, %.3g mm deep on a %s plate: %d to %d °C", deep, ware.warmth(), servedAt, eatenAt))
	}
	return out, out.Seconds < math.MaxInt64
}

// thick is how high a thing is, in mm: as it was said, or as much of it as there is stands over its area (a
// gram is taken for a millilitre); false where neither is known.
func (l layout) thick(i int) (float64, bool) {
	p := l.spec.Placings[i]
	if p.Height > 0 || p.Form == Quenelle || p.Form == Roll {
		return p.tall(), true
	}
	if p.Amount == nil || l.areas[i] <= 0 {
		return 0, false
	}
	a := p.Amount.Basic(units.Metric)
	if a.Unit.Kind() == units.Count || a.Quantity <= 0 {
		return 0, false
	}
	deep := a.Quantity * 1000 / l.areas[i]
	return deep, !p.Form.flows() || deep <= deepest
}

// deepest is how deep a liquid stands on a plate at most, in mm: more of it spreads further than it is drawn.
// Common practice, no source.
const deepest = 12

func melts(w Ware) float64 {
	switch c := w.celsius(); {
	case c <= 10:
		return frozenCold
	case c < 35:
		return frozenRoom
	}
	return frozenWarm
}

// faces by which hot food loses heat: its top, and its bottom to a plate that
// is not warm.
func faces(w Ware) float64 {
	if w.celsius() >= 40 {
		return 1
	}
	return 2
}

// after is how long the building goes on after a placing, with the finish at the
// pass, in seconds. What is built off the plate begins its time there when it is
// moved on.
func (s Spec) after(i int) (sum int64) {
	if p := s.Placings[i]; p.OffPlate && p.Moved != "" {
		i = max(i, slices.IndexFunc(s.Placings, func(q Placing) bool { return q.ID == p.Moved }))
	}
	for _, p := range s.Placings[i+1:] {
		sum += p.Seconds
	}
	return sum + s.Finishing()
}

// AtOnce is how many plates can be built side by side.
type AtOnce struct {
	Hands   int    `json:"hands"`
	Plates  int    `json:"plates" doc:"step by step over all of them"`
	Each    int    `json:"each" doc:"plate after plate, each pair of hands its own; 0: not even one is ready in time"`
	EachBy  string `json:"eachBy" doc:"what bounds that"`
	Waves   int    `json:"waves"`
	Seconds int64  `json:"seconds" doc:"for all of them together"`
	Because string `json:"because" doc:"what bounds it"`
	Working string `json:"working"`
}

// AtOnce works out how many plates can be built side by side, step by step, by
// so many hands on a line: what was placed on the first of k plates waits for
// its own step on the others and for all that follows on all of them, (k − 1)·t
// + k·S, shared by the hands; that must be within its life. Nor are more built
// than the pass is wide, than there are rings, or plates.
func (s Spec) AtOnce(covers, pass, hands int) AtOnce { return s.lay(false).atOnce(covers, pass, hands) }

func (l layout) atOnce(covers, pass, hands int) AtOnce {
	s := l.spec
	hands = max(hands, 1)
	out := AtOnce{Hands: hands, Plates: max(pass, 1), Because: fmt.Sprintf("pass holds %d", max(pass, 1))}
	out.Each, out.EachBy = out.Plates, out.Because
	bound := func(n int, because, working string) {
		if n < out.Plates {
			out.Plates, out.Because, out.Working = max(n, 1), because, working
		}
	}
	for i, p := range s.Placings {
		life, ok := l.life(i)
		if !ok || p.Seconds+s.after(i) == 0 {
			continue
		}
		if stands := s.Standing(i + 1); stands > 0 { // its own it stands on purpose
			life.Seconds, life.Why = max(0, life.Seconds-stands), fmt.Sprintf("%s, less %s the plate stands", life.Why, units.FormatDuration(stands))
		}
		l.plateAfterPlate(i, life, &out)
		each := p.Seconds + s.after(i)
		n := int((int64(hands)*life.Seconds + p.Seconds) / each)
		bound(n, fmt.Sprintf("%s good for %s (%s)", l.name(i), units.FormatDuration(life.Seconds), life.Why), fmt.Sprintf("(%d × %s + %s) ÷ (%s + %s) = %.1f plates", hands, units.FormatDuration(life.Seconds), units.FormatDuration(p.Seconds), units.FormatDuration(p.Seconds), units.FormatDuration(s.after(i)), float64(int64(hands)*life.Seconds+p.Seconds)/float64(each)))
	}
	for _, f := range s.Formers {
		if s.uses(f.Name) {
			bound(f.Have, fmt.Sprintf("%d × %s", f.Have, f.Name), "")
			out.boundEach(f.Have, fmt.Sprintf("%d × %s", f.Have, f.Name))
		}
	}
	for _, w := range append([]Ware{s.Ware}, s.Sides...) {
		if w.Have > 0 {
			bound(w.Have, fmt.Sprintf("%d × %s", w.Have, w.Name), "")
			out.boundEach(w.Have, fmt.Sprintf("%d × %s", w.Have, w.Name))
		}
	}
	out.Waves = (max(s.Plates(covers), 1) + out.Plates - 1) / out.Plates
	out.Seconds = s.Seconds() * int64(out.Plates) / int64(hands)
	return out
}

func (a *AtOnce) boundEach(n int, because string) {
	if n < a.Each {
		a.Each, a.EachBy = n, because
	}
}

// plateAfterPlate bounds how many plates are built one after another, each pair of hands its own: what was
// placed on the first waits for what follows on it, and for the plates after it.
func (l layout) plateAfterPlate(i int, life Life, out *AtOnce) {
	one := l.spec.Seconds() + l.spec.Finishing()
	after := l.spec.after(i)
	if one == 0 {
		return
	}
	n := 0
	if life.Seconds >= after {
		n = (int((life.Seconds-after)/one) + 1) * out.Hands
	}
	out.boundEach(n, fmt.Sprintf("%s good for %s: (%s − %s) ÷ %s a plate, and the first", l.name(i), units.FormatDuration(life.Seconds), units.FormatDuration(life.Seconds), units.FormatDuration(after), units.FormatDuration(one)))
}

func (s Spec) uses(former string) bool {
	for _, p := range s.Placings {
		if p.Former == former {
			return true
		}
	}
	return false
}

// Wiped is the plate with so many seconds for wiping and checking it at the pass, where it does
// not say itself how long that takes.
func (s Spec) Wiped(usual int64) Spec {
	if usual == 0 || s.Finishing() > 0 {
		return s
	}
	if s.Finish = slices.Clone(s.Finish); len(s.Finish) == 0 {
		s.Finish = []Finish{{Text: "wipe and check"}}
	}
	s.Finish[0].Seconds = usual
	return s
}

// Finishing is how long a plate takes at the pass once all is on it, in seconds.
func (s Spec) Finishing() (sum int64) {
	for _, f := range s.Finish {
		sum += f.Seconds
	}
	return sum
}
