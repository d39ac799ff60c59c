package plating

import (
	"fmt"
	"math"
	"strings"

	"jointime/internal/core/solids"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

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

// name of what a placing puts on the plate; of a component that is not on the dish, the
// words of its id.
func (l layout) name(i int) string {
	id := l.spec.Placings[i].Component
	if name := l.called[id]; name != "" {
		return name
	}
	return words.Upper(strings.ReplaceAll(id, "-", " "))
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
	for i, p := range j.spec.Placings {
		if _, known := j.portion(p.Component); !known {
			j.fault("not-on-dish", p.ID, "Add it to the dish, or delete the placing.", "%s is placed but not on the dish.", j.name(i))
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
		j.fault("never-placed", "", "Place it, or remove it from the dish.", "%s is on the dish but not placed.", p.Name)
		return
	case p.Amount == nil:
		return
	}
	want, much := p.Amount.Times(float64(max(j.spec.Serves, 1))), "the portion says"
	if j.spec.Serves > 1 {
		much = fmt.Sprintf("%d portions are", j.spec.Serves)
	}
	if ratio, ok := sum.Per(want); !ok || ratio < 0.995 || ratio > 1.005 {
		j.fault("amount", last, "Change one of the two.", "%s: %s on the plate, %s %s.", p.Name, sum, much, want)
	}
}

// amounts compares forms with what is to be in them.
func (j *judge) amounts() {
	for i, p := range j.spec.Placings {
		portion, _ := j.portion(p.Component)
		if f, wrong := p.misfit(portion, j.name(i)); wrong {
			j.out = append(j.out, f)
		}
		if at, in := j.place[p.On]; in && p.liquid() && p.Amount != nil && j.spec.Placings[at].Form == Hollow {
			q := j.spec.Placings[at]
			room := solids.Cylinder(q.hole(), q.hole(), q.Height)
			if ml, _, ok := p.asked(portion); ok && q.Height > 0 && ml > room {
				j.fault("overflows", p.ID, "A larger hole, or less of it.", "%s: %s; the hole in %s holds %.0f ml.", j.name(i), p.Amount, words.Lower(j.name(at)), room)
			}
		}
		if a, w := p.Amount, j.ware(i); p.Form == Poured && a != nil && w.Depth > 0 {
			ml, _, ok := p.asked(portion)
			if room := w.Room(); ok && ml > room {
				j.fault("overflows", p.ID, "A deeper bowl, or less of it.", "%s: %s; the %s holds %.0f ml.", j.name(i), a, w.Name, room)
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
			j.fault("over-edge", p.ID, "Move it in, or make it smaller.", "%s: %.0f mm over the edge of the %s.", j.name(i), over, ware)
		case rim > 3 && !p.Form.loose() && !p.Rim:
			j.fault("on-the-rim", p.ID, "Move it in: the rim is for the thumb.", "%s: %.0f mm onto the rim.", j.name(i), rim)
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
				j.fault("overlap", p.ID, "Set “on”, or move one.", "%s and %s overlap by %.0f mm² (%.0f %% of the smaller).", j.name(k), j.name(i), j.overlap[i][k], share*100)
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
				j.fault("not-there", p.ID, "Choose another, or clear it.", "%s: what it %s is gone.", j.name(i), word)
			case at > i:
				j.fault("not-there-yet", p.ID, "Place it later.", "%s %s %s, which is placed after it.", j.name(i), word, j.name(at))
			}
		}
		if j.circle[i] {
			j.fault("in-a-circle", p.ID, "Place one of them from the plate.", "%s is placed from itself.", j.name(i))
		}
		j.covered(i)
		j.balance(i)
		j.lifted(i)
		j.seen(i)
	}
}

// seen finds what nothing shows: later things cover it, also what stands on it, and nobody said that it
// is hidden on purpose.
func (j *judge) seen(i int) {
	p := j.spec.Placings[i]
	if p.Hidden || j.areas[i] == 0 {
		return
	}
	var later []int
	most := 0.0 // what they can cover together
	for k := i + 1; k < len(j.spec.Placings); k++ {
		q := j.spec.Placings[k]
		if !q.Form.loose() || q.Form == Foam {
			later, most = append(later, k), most+j.overlap[i][k]
		}
	}
	if most <= 0.95*j.areas[i] {
		return
	}
	over := j.grid.Empty()
	for _, k := range later {
		over.Add(j.masks[k])
	}
	if j.grid.Both(j.masks[i], over) > 0.95*j.areas[i] {
		j.advise("out-of-sight", p.ID, "Move it, or tick “hidden on purpose”.", "%s ends up covered.", j.name(i))
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
			j.fault("lifted-too-early", p.ID, fmt.Sprintf("Lift it after %s.", j.name(k)), "%s: lifted after %s, before %s goes in.", words.Upper(p.Former), j.name(lift), j.name(k))
		}
	}
}
