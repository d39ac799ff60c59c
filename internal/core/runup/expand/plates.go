package expand

import (
	"fmt"
	"slices"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/core/words"
)

const (
	platesBefore   = 30 * 60 // seconds before its hour at which a plate may be begun at the earliest
	tableWithin    = 60      // seconds between the plates of a table
	buildingWithin = 30      // seconds between two placings of a plate
)

// plates makes the placings of each wave: side by side, one after the other, by
// as many pairs of hands as the serving has, the same ones for all of a wave.
func (b *builder) plates(s demand.Consumer) [][]int {
	out := make([][]int, len(s.Waves))
	if why, is := b.excluded.Steps[s.Dish.ID+"/plate"]; is || len(b.cooks) == 0 {
		if why == "" {
			why = "No cook in this kitchen"
		}
		b.unplanned(work.Unplanned{Dish: s.Dish.ID, Name: words.Step(s.Dish.Name, "the plate"), Why: why})
		return out
	}
	placings := s.Dish.Plate.Placings
	if len(placings) == 0 {
		placings = []plating.Placing{{ID: "pass"}}
	}
	laid := 1 + slices.IndexFunc(placings, func(p plating.Placing) bool { return p.Stands != nil })
	lives := s.Dish.Plate.LivesOf()
	before, done := -1, 0 // the last task of the wave before, and the plates until then
	for w, portions := range s.Waves {
		if portions == 0 {
			continue
		}
		for n, p := range placings {
			i := b.place(s, w, n, p, done)
			if n > 0 {
				b.link(b.building(placings[n-1], out[w][n-1], i, s.Dish.Plate.Plates(portions)), work.Link{Reason: work.Building})
			}
			out[w] = append(out[w], i)
		}
		if before >= 0 { // what is laid out early is laid out for all waves
			b.link(schedule.Link{From: b.id(before), To: b.id(out[w][min(laid, len(placings)-1)])}, work.Link{Reason: work.NextWave})
		}
		b.plateLives(placings, lives, out[w])
		before, done = out[w][len(out[w])-1], done+portions
	}
	return out
}

// place is the task of one placing on the plates of a wave.
func (b *builder) place(s demand.Consumer, w, n int, p plating.Placing, done int) int {
	id := fmt.Sprintf("%s/plate/%s", s.ID, p.ID)
	if len(s.Waves) > 1 {
		id += fmt.Sprintf("/wave %d", w+1)
	}
	portions, spec := s.Waves[w], s.Dish.Plate
	t := recipe.Time{Usual: p.Seconds, Per: recipe.PerPortion}
	lasts, working := t.For(spec.Plates(portions))
	if s.Hands > 1 {
		lasts, working = demand.ShareOf(lasts, s.Hands), fmt.Sprintf("%s ÷ %s", working, words.Count(s.Hands, "cook"))
	}
	stood := 0 // after how many of the standings: each time other hands may go on
	for _, q := range spec.Placings[:min(n, len(spec.Placings))] {
		if q.Stands != nil {
			stood++
		}
	}
	var hands []schedule.Use
	for h := range s.Hands {
		label := fmt.Sprintf("plate %s %d.%d hand %d", s.ID, w+1, stood, h+1)
		if b.In.Kitchen.Plates == kitchen.SectionPlates {
			label += " of " + b.In.Components[p.Component].Section
		}
		hands = append(hands, schedule.Use{OneOf: b.cooks, Units: 1, Same: label})
	}
	first := b.Seconds(b.WaveHour(s.Course, w)) - platesBefore - standsAtMost(spec)
	wave := waveNumber(s.Serving, w)
	return b.task(schedule.Task{ID: id, Duration: lasts, Earliest: &first, Uses: hands}, work.Work{Kind: work.Placing, Name: verb(p), Component: p.Component, Placing: p.ID, Number: n + 1,
		Dish: s.Dish.ID, For: []string{s.Dish.ID}, Working: working,
		Scope: work.Scope{Course: s.Course, Serving: s.Place, Wave: wave, From: wave, To: wave, Portions: portions, First: done, All: s.Portions}}, nil)
}

// standsAtMost is how long the plates may stand while they are built, in seconds.
func standsAtMost(spec plating.Spec) (sum int64) {
	for _, p := range spec.Placings {
		if p.Stands != nil && p.Stands.Most != nil {
			sum += *p.Stands.Most
		} else if p.Stands != nil {
			sum += p.Stands.Least + platesBefore
		}
	}
	return sum
}

// building is the wait between two placings: none, or as long as what was placed
// stands on its plate, in its place.
func (b *builder) building(p plating.Placing, from, to, plates int) schedule.Link {
	l := schedule.Link{From: b.id(from), To: b.id(to), Min: ptr(0), Max: ptr(buildingWithin), Over: ptr(priceUnbuilt), Weight: priceBuilding}
	if p.Stands == nil {
		return l
	}
	l = schedule.Link{From: l.From, To: l.To, Min: ptr(p.Stands.Least), Max: p.Stands.Most}
	if fit := b.roomFor(p.Stands.Where, plates); len(fit) > 0 {
		l.Holds = []schedule.Use{{OneOf: fit, Units: int64(plates)}}
	}
	return l
}

// roomFor are the things of a kind with so many places that have no temperature of
// their own to turn to.
func (b *builder) roomFor(kind string, places int) (out []string) {
	for _, e := range b.In.Kitchen.OfKind(kind) {
		if e.Places >= places && e.Heating == nil {
			out = append(out, e.ID)
		}
	}
	return out
}

func waveNumber(s demand.Serving, w int) int {
	if len(s.Waves) == 1 {
		return 0
	}
	return w + 1
}

// verb is what a hand does to give a thing its form.
func verb(p plating.Placing) string {
	switch p.Form {
	case plating.Ring:
		return "ring"
	case plating.Pool:
		return "pour"
	case plating.Mound, plating.Swipe:
		return "spoon"
	case plating.Dots:
		return "dot"
	case plating.Scatter:
		return "scatter"
	case plating.Piece, plating.Slices:
		return "lay"
	case "":
		return "to the pass"
	}
	return "place"
}
