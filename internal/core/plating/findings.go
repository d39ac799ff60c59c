package plating

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"jointime/internal/core/units"
)

// Portion is what the dish says of one component: its name, its amount, and how
// much a millilitre of it weighs (0: not known).
type Portion struct {
	Component string
	Name      string
	Amount    *units.Amount
	Density   float64
}

// Scene is what a plate is judged in.
type Scene struct {
	Portions []Portion
	Covers   int
	Pass     int // plates that stand on the pass side by side; 0: one
}

// Kind tells a fault from advice.
type Kind string

// A fault is wrong; advice is a usual rule of the craft, and can be turned off.
const (
	IsFault  Kind = "fault"
	IsAdvice Kind = "advice"
)

// Finding is something on the plate that a cook should look at.
type Finding struct {
	Code    string `json:"code"`
	Kind    Kind   `json:"kind" enum:"fault,advice"`
	Placing string `json:"placing,omitempty"`
	What    string `json:"what"`
	Advice  string `json:"advice"`
	Fixes   []Fix  `json:"fixes,omitempty"`
}

// Fix is a placing that would put things right.
type Fix struct {
	Label   string  `json:"label"`
	Placing Placing `json:"placing"`
}

// Findings judges a plate: what it and the dish disagree on, what form and
// amount disagree on, what has no room, the order of building, what fades before
// the plate leaves, and the usual rules of the craft.
func (s Spec) Findings(scene Scene) []Finding { return s.lay(false).findings(scene) }

func (l layout) findings(scene Scene) []Finding {
	j := &judge{layout: l, scene: scene, out: []Finding{}}
	j.portions()
	j.amounts()
	j.edges()
	j.overlaps()
	j.order()
	j.lives()
	j.counts()
	j.advice()
	out := slices.DeleteFunc(j.out, func(f Finding) bool { return f.Kind == IsAdvice && slices.Contains(l.spec.Quiet, f.Code) })
	slices.SortStableFunc(out, func(a, b Finding) int { return cmp.Compare(b.Kind, a.Kind) }) // faults first
	return out
}

type judge struct {
	layout
	scene Scene
	out   []Finding
}

func (j *judge) fault(code, placing, advice, format string, args ...any) {
	j.out = append(j.out, Finding{Code: code, Kind: IsFault, Placing: placing, What: fmt.Sprintf(format, args...), Advice: advice})
}

func (j *judge) advise(code, placing, advice, format string, args ...any) {
	j.out = append(j.out, Finding{Code: code, Kind: IsAdvice, Placing: placing, What: fmt.Sprintf(format, args...), Advice: advice})
}

// name of what a placing puts on the plate.
func (j *judge) name(i int) string {
	p := j.spec.Placings[i]
	for _, q := range j.scene.Portions {
		if q.Component == p.Component {
			return q.Name
		}
	}
	return p.Component
}

// ware in which a placing lies.
func (j *judge) ware(i int) Ware {
	w, _ := j.spec.ware(j.spec.Placings[i].In)
	return w
}

func (j *judge) portion(component string) (Portion, bool) {
	for _, p := range j.scene.Portions {
		if p.Component == component {
			return p, true
		}
	}
	return Portion{}, false
}

// portions compares the dish with what is placed.
func (j *judge) portions() {
	for _, p := range j.scene.Portions {
		j.placed(p)
	}
	for _, p := range j.spec.Placings {
		if _, known := j.portion(p.Component); !known {
			j.fault("not-on-dish", p.ID, "put it on the dish, or take the placing off", "%s is placed and is not on the dish.", p.Component)
		}
	}
}

// placed compares one portion with all its placings.
func (j *judge) placed(p Portion) {
	var sum units.Amount
	last, times := "", 0
	for _, g := range j.spec.Placings {
		if g.Component != p.Component {
			continue
		}
		times++
		last = g.ID
		if g.Amount == nil {
			return
		}
		if times == 1 {
			sum = *g.Amount
		} else if total, ok := sum.Plus(*g.Amount); ok {
			sum = total
		}
	}
	switch {
	case times == 0:
		j.fault("never-placed", "", "place it, or take it off the dish", "%s is on the dish and never reaches the plate.", p.Name)
		return
	case p.Amount == nil:
		return
	}
	want, much := p.Amount.Times(float64(max(j.spec.Serves, 1))), "the portion says"
	if j.spec.Serves > 1 {
		much = fmt.Sprintf("%d portions are", j.spec.Serves)
	}
	if ratio, ok := sum.Per(want); !ok || ratio < 0.995 || ratio > 1.005 {
		j.fault("amount", last, "change one of the two", "%s: %s on the plate, %s %s.", p.Name, sum, much, want)
	}
}

// amounts compares forms with what is to be in them.
func (j *judge) amounts() {
	for i, p := range j.spec.Placings {
		portion, _ := j.portion(p.Component)
		if f, wrong := p.misfit(portion); wrong {
			j.out = append(j.out, f)
		}
		if a, w := p.Amount, j.ware(i); p.Form == Poured && a != nil && w.Depth > 0 {
			ml, _, ok := p.asked(portion)
			if room := w.Room(); ok && ml > room {
				j.fault("overflows", p.ID, "a deeper bowl, or less of it", "%s: %s, and the %s holds %.0f ml to its rim.", j.name(i), a, w.Name, room)
			}
		}
	}
}

// edges finds what hangs over the plate, and what lies on its rim.
func (j *judge) edges() {
	for i, p := range j.spec.Placings {
		ware := "plate"
		if p.In != "" {
			ware = p.In
		}
		switch over, rim := j.beyond(i), -j.free(i); {
		case over > 0.5:
			j.fault("over-edge", p.ID, "move it in, or make it smaller", "%s reaches %.0f mm over the edge of the %s.", j.name(i), over, ware)
		case rim > 3 && !p.Form.loose() && !p.Rim:
			j.fault("on-the-rim", p.ID, "move it in: the rim is for the thumb", "%s reaches %.0f mm onto the rim.", j.name(i), rim)
		}
	}
}

// overlaps finds solid things that lie in one place, and neither stands on the
// other.
func (j *judge) overlaps() {
	for i, p := range j.spec.Placings {
		for k, q := range j.spec.Placings[:i] {
			if p.Form.loose() || q.Form.loose() || j.standsOn(i, k) || j.standsOn(k, i) {
				continue
			}
			if share := j.overlap[i][k] / math.Max(1, math.Min(j.areas[i], j.areas[k])); share > 0.1 {
				j.fault("overlap", p.ID, "say that it stands on it, or move one of them", "%s and %s lie in one place: %.0f %% of the smaller.", j.name(k), j.name(i), share*100)
			}
		}
	}
}

// order finds what stands on nothing, what is covered by what should not cover
// it, and rings that are lifted too early.
func (j *judge) order() {
	for i, p := range j.spec.Placings {
		for word, to := range map[string]string{"stands on": p.On, "leans on": p.Leans, "is measured from": p.From} {
			if to == "" {
				continue
			}
			switch at, there := j.place[to]; {
			case !there:
				j.fault("not-there", p.ID, "say on what it stands, or take that off", "%s %s %q, and there is no such placing.", j.name(i), word, to)
			case at > i:
				j.fault("not-there-yet", p.ID, "place it later", "%s %s %s, which is placed after it.", j.name(i), word, j.name(at))
			}
		}
		if j.circle[i] {
			j.fault("in-a-circle", p.ID, "measure one of them from the plate", "The place of %s is measured, by way of others, from itself.", j.name(i))
		}
		j.covered(i)
		j.lifted(i)
		j.seen(i)
	}
}

// seen finds what nothing shows: later things cover it, nothing stands on it,
// and nobody said that it is hidden on purpose.
func (j *judge) seen(i int) {
	p := j.spec.Placings[i]
	if p.Hidden || j.areas[i] == 0 {
		return
	}
	var later []int
	most := 0.0 // what they can cover together
	for k := i + 1; k < len(j.spec.Placings); k++ {
		q := j.spec.Placings[k]
		if j.standsOn(k, i) {
			return
		}
		if !q.Form.loose() || q.Form == Foam {
			later, most = append(later, k), most+j.overlap[i][k]
		}
	}
	if most <= 0.95*j.areas[i] {
		return
	}
	over := j.grid.empty()
	for _, k := range later {
		over.add(j.masks[k])
	}
	if j.grid.both(j.masks[i], over) > 0.95*j.areas[i] {
		j.advise("out-of-sight", p.ID, "move it, or say that it is hidden on purpose", "What is placed after %s covers it.", j.name(i))
	}
}

// covered finds a liquid that goes over a crisp thing. A pool flows under what
// stands on something or has a skin to keep above it.
func (j *judge) covered(i int) {
	p := j.spec.Placings[i]
	if p.Texture != Crisp && p.Texture != Crunchy {
		return
	}
	for k := i + 1; k < len(j.spec.Placings); k++ {
		q := j.spec.Placings[k]
		under := (q.Form == Pool || q.Form == Poured) && (j.base[i] > 0 || p.tall() > 8)
		if q.Texture != Wet && q.Texture != Moist || q.On == p.ID && q.Form == Dots || under {
			continue
		}
		if share := j.overlap[i][k] / math.Max(1, j.areas[i]); share > 0.1 {
			j.fault("crisp-under-wet", p.ID, "the sauce first, or beside it", "%s is crisp, and %s goes over %.0f %% of it.", j.name(i), j.name(k), share*100)
		}
	}
}

// lifted finds a ring that is taken off before its last layer is in.
func (j *judge) lifted(i int) {
	p := j.spec.Placings[i]
	if p.Former == "" {
		return
	}
	lift := i
	if at, there := j.place[p.Lift]; there {
		lift = at
	}
	for k := i + 1; k < len(j.spec.Placings); k++ {
		if q := j.spec.Placings[k]; q.Former == p.Former && q.On == p.ID && k > lift {
			j.fault("lifted-too-early", p.ID, "lift it after "+j.name(k), "The %s is lifted after %s, and %s is still to go in.", p.Former, j.name(lift), j.name(k))
		}
	}
}

// lives finds what is past its best before the plate leaves, built alone.
func (j *judge) lives() {
	crisp := 0
	for _, p := range j.spec.Placings {
		if p.Texture == Crisp || p.Texture == Crunchy {
			crisp++
		}
	}
	for i, p := range j.spec.Placings {
		if p.Warmth == Frozen && j.ware(i).celsius() >= 35 {
			j.fault("frozen-on-hot", p.ID, "a cold plate", "%s is frozen, and the plate is wanted at %g °C.", j.name(i), j.ware(i).celsius())
			continue
		}
		life, fades := j.life(i)
		left := j.spec.after(i)
		if !fades || left <= life.Seconds {
			continue
		}
		code := "too-long"
		if crisp == 1 && (p.Texture == Crisp || p.Texture == Crunchy) {
			code = "only-crisp-softens"
		}
		j.fault(code, p.ID, "place it later, or build faster", "%s has %s on the plate (%s), and %s of building follow.", j.name(i), units.FormatDuration(life.Seconds), life.Why, units.FormatDuration(left))
	}
}

// counts compares what there is of plates and rings with what is wanted.
func (j *judge) counts() {
	for _, w := range append([]Ware{j.spec.Ware}, j.spec.Sides...) {
		if want := j.spec.Plates(j.scene.Covers); w.Have > 0 && w.Have < want {
			j.fault("too-few-plates", "", "wash them between the waves, or take another plate", "There are %d of the %s, and %d are wanted.", w.Have, w.Name, want)
		}
	}
	for _, f := range j.spec.Formers {
		if f.Have > 0 {
			continue
		}
		for _, p := range j.spec.Placings {
			if p.Former == f.Name {
				j.fault("no-former", p.ID, "find one, or another form", "There is no %s.", f.Name)
				break
			}
		}
	}
}

// advice are the usual rules of the craft: common practice, no source, never
// law.
func (j *judge) advice() {
	n := len(j.spec.Placings)
	if n == 0 {
		return
	}
	textures := map[Texture]int{}
	for _, p := range j.spec.Placings {
		textures[p.Texture]++
	}
	if n > 1 && textures[Crisp]+textures[Crunchy] == 0 {
		j.advise("nothing-crisp", "", "a crumb, a leaf, a skin", "Nothing on it is crisp.")
	}
	r := j.room
	if r.Covered > 0.9 {
		j.advise("crowded", "", "a larger plate, or less on it", "%.0f %% of the well is covered.", r.Covered*100)
	}
	for i, p := range j.spec.Placings {
		if p.Form == Dots && p.Count > 0 && p.Count%2 == 0 {
			j.advise("even", p.ID, "one more, or one less", "%d dots of %s: odd numbers sit easier.", p.Count, j.name(i))
		}
	}
}
