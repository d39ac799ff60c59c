package plating

import (
	"cmp"
	"slices"

	"jointime/internal/core/units"
	"jointime/internal/core/words"
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
	j.finish()
	j.advice()
	out := slices.DeleteFunc(j.out, func(f Finding) bool { return f.Kind == IsAdvice && slices.Contains(l.spec.Quiet, f.Code) })
	slices.SortStableFunc(out, func(a, b Finding) int { return cmp.Compare(b.Kind, a.Kind) }) // faults first
	return out
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
		if p.Warmth == Frozen && p.Stands == nil && p.Life == 0 && j.ware(i).celsius() >= 35 {
			j.fault("frozen-on-hot", p.ID, "Use a cold plate.", "%s is frozen, the plate is %g °C.", j.name(i), j.ware(i).celsius())
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
		j.fault(code, p.ID, "Place it later, or build faster.", "%s is good for %s; %s of building follows.", j.name(i), units.FormatDuration(life.Seconds), units.FormatDuration(left))
	}
}

// counts compares what there is of plates and rings with what is wanted.
func (j *judge) counts() {
	for _, w := range append([]Ware{j.spec.Ware}, j.spec.Sides...) {
		if want := j.spec.Plates(j.scene.Covers); w.Have > 0 && w.Have < want {
			j.fault("too-few-plates", "", "Wash between waves, or use another plate.", "%s: have %d, need %d.", words.Upper(w.Name), w.Have, want)
		}
	}
	for _, f := range j.spec.Formers {
		if f.Have > 0 {
			continue
		}
		for _, p := range j.spec.Placings {
			if p.Former == f.Name {
				j.fault("no-former", p.ID, "Add one, or change the form.", "%s: none in the kitchen.", words.Upper(f.Name))
				break
			}
		}
	}
}

// finish asks for the time of what is done at the pass in no time: it is planned with what the
// kitchen takes to wipe and check, where nothing else there takes any.
func (j *judge) finish() {
	for _, f := range j.spec.Finish {
		if f.Seconds == 0 {
			j.fault("no-finish-time", "", "Type its seconds, or take it off the finish.", "At the pass, “%s” takes 0 s.", f.Text)
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
		j.advise("nothing-crisp", "", "A crumb, a leaf, a skin.", "Nothing on it is crisp.")
	}
	r := j.room
	if r.Covered > 0.9 {
		j.advise("crowded", "", "A larger plate, or less on it.", "%.0f %% of the well is covered.", r.Covered*100)
	}
	for i, p := range j.spec.Placings {
		if _, known := j.thick(i); p.Warmth == Hot && p.Life == 0 && !known {
			j.advise("no-height", p.ID, "Type its height, or its amount.", "%s is hot, and nobody said how high it is: how long it stays so is not reckoned.", j.name(i))
		}
		if p.Form == Dots && p.Count > 0 && p.Count%2 == 0 {
			j.advise("even", p.ID, "One more, or one less.", "%d dots of %s: odd numbers sit easier.", p.Count, j.name(i))
		}
	}
}
