package expand

import (
	"fmt"
	"slices"
	"strings"

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
	if wipe := s.Dish.Plate.Finishing(); wipe > 0 {
		placings = append(slices.Clone(placings), plating.Placing{ID: work.Wipe, Seconds: wipe})
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
			b.cleanHands(i, out[w])
			if n > 0 {
				b.then(placings[n-1], p, out[w][n-1], i, s.Dish.Plate.Plates(portions))
			}
			out[w] = append(out[w], i)
		}
		if before >= 0 { // what is laid out early is laid out for all waves
			b.link(schedule.Link{From: b.id(before), To: b.id(out[w][min(laid, len(placings)-1)])}, work.Link{Reason: work.NextWave})
		}
		b.plateLives(placings, lives, out[w])
		b.carry(s, w, out[w][len(out[w])-1], s.Dish.Plate.Plates(portions))
		before, done = b.lastHands(out[w]), done+portions
	}
	return out
}

// lastHands is the last task of a wave for those who build it, where somebody else wipes it.
func (b *builder) lastHands(wave []int) int {
	last := wave[len(wave)-1]
	if b.of.Work[last].Placing == work.Wipe && b.In.Kitchen.WipesAlone() {
		return wave[len(wave)-2]
	}
	return last
}

// then puts a placing after another one. A plate is wiped while the next is finished, where there
// is somebody for it.
func (b *builder) then(before, p plating.Placing, from, to, plates int) {
	if p.ID != work.Wipe || !b.In.Kitchen.WipesAlone() {
		b.link(b.building(before, from, to, plates), work.Link{Reason: work.Building})
		return
	}
	first, last := min(before.Seconds, b.problem.Tasks[from].Duration), p.Seconds
	b.link(schedule.Link{From: b.id(from), To: b.id(to), FromAt: schedule.Start, ToAt: schedule.Start, Min: &first}, work.Link{Reason: work.Building})
	b.link(schedule.Link{From: b.id(from), To: b.id(to), FromAt: schedule.End, ToAt: schedule.End, Min: &last, Max: ptr(last + buildingWithin), Over: ptr(priceUnbuilt), Weight: priceBuilding}, work.Link{Reason: work.Building})
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
	hands := b.platers(s, w, p, stood)
	if p.ID == work.Wipe && b.In.Kitchen.WipesAlone() {
		lasts, working = t.For(spec.Plates(portions))
		hands = []schedule.Use{b.wiping(s, w)}
	}
	first := b.Seconds(b.WaveHour(s.Course, w)) - platesBefore - standsAtMost(spec)
	wave := waveNumber(s.Serving, w)
	return b.task(schedule.Task{ID: id, Duration: lasts, Earliest: &first, Uses: hands}, work.Work{Kind: work.Placing, Name: verb(p, spec), Component: p.Component, Placing: p.ID, Number: n + 1,
		Dish: s.Dish.ID, For: []string{s.Dish.ID}, Working: working,
		Scope: work.Scope{Course: s.Course, Serving: s.Place, Wave: wave, From: wave, To: wave, Portions: portions, First: done, All: s.Portions}}, nil)
}

// platers are the hands that lay something on the plates of a wave, the same ones for all of it
// until it stands.
func (b *builder) platers(s demand.Consumer, w int, p plating.Placing, stood int) (out []schedule.Use) {
	for h := range s.Hands {
		label := fmt.Sprintf("plate %s %d.%d hand %d", s.ID, w+1, stood, h+1)
		if b.In.Kitchen.Plates == kitchen.SectionPlates && p.ID != work.Wipe {
			label += " of " + b.In.Components[p.Component].Section
		}
		out = append(out, schedule.Use{OneOf: b.cooks, Units: 1, Same: label})
	}
	return out
}

// wiping is the use of whoever wipes and checks the plates of a wave: who calls, where they are
// there and have nothing else in hand, or else another cook.
func (b *builder) wiping(s demand.Consumer, w int) schedule.Use {
	u := schedule.Use{OneOf: b.cooks, Units: 1}
	caller, at := "cook."+b.In.Kitchen.Calls(), b.Seconds(b.WaveHour(s.Course, w))
	if b.there(b.In.Kitchen.Calls(), schedule.Span{at - platesBefore, at + platesBefore}) {
		u.Costs = map[string]int64{}
		for _, id := range b.cooks {
			if id != caller {
				u.Costs[id] = priceWipes
			}
		}
	}
	return u
}

// carriers is the resource of those who carry plates to the room.
const carriers = "carry"

// carry lets people carry the plates of a wave to the room as they are ready: without them the
// building starts later, plates do not wait.
func (b *builder) carry(s demand.Consumer, w, last, plates int) {
	if b.In.Kitchen.Carry == nil {
		return
	}
	people, away := b.In.Kitchen.Carry.For(plates)
	like := b.of.Work[last]
	like.Kind, like.Placing, like.Component, like.Number, like.Name, like.LeadIn = work.Carry, "", "", 0, "carry to the room", ""
	like.Working = fmt.Sprintf("%s, %s", words.Count(plates, "plate"), words.Count(people, "person"))
	id := b.id(last) + "/carry"
	b.task(schedule.Task{ID: id, Duration: away, Uses: []schedule.Use{{OneOf: []string{carriers}, Units: int64(people)}}}, like, nil)
	b.link(schedule.Link{From: b.id(last), To: id, Max: ptr(0), Over: ptr(priceTable)}, work.Link{Reason: work.Carried})
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
func verb(p plating.Placing, spec plating.Spec) string {
	if p.ID == work.Wipe {
		var said []string
		for _, f := range spec.Finish {
			said = append(said, words.Lower(f.Text))
		}
		return strings.Join(said, ", ")
	}
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
