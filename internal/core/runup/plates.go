package runup

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/schedule"
)

// course expands the dishes of a course and ties their plates to its hour. A
// component that several servings take is expanded with the first of them.
func (d *draft) course(c int) {
	var last [][]int // by dish: the last placing of each wave
	for _, t := range d.all {
		if t.course != c {
			continue
		}
		for _, comp := range d.in.book().Within(t.dish) {
			if _, made := d.strands[comp.ID]; !made {
				d.strands[comp.ID] = d.expand(d.groups[comp.ID])
				d.feed(d.strands[comp.ID])
			}
		}
		built := d.plates(t)
		for _, part := range t.dish.Parts {
			d.reach(d.strands[part.Component], t, built)
		}
		ends := make([]int, len(built)) // by wave; -1: no plate in it
		for w, wave := range built {
			if ends[w] = -1; len(wave) > 0 {
				ends[w] = wave[len(wave)-1]
			}
		}
		if d.seated(c) {
			d.waveHours(c, ends)
		} else {
			d.hour(c, built, ends)
		}
		if !d.loose(t) {
			last = append(last, ends)
		}
	}
	d.tables(last)
}

// seated tells whether the tables of a course are known.
func (d *draft) seated(c int) bool { return d.courses[c].waves != nil }

// loose tells a version whose plates leave with tables that the plan does not
// know: one in a course that leaves in several waves.
func (d *draft) loose(t taker) bool {
	return !d.seated(t.course) && strings.Contains(t.dish.ID, "~") && slices.ContainsFunc(d.courses[t.course].dishes, func(s serving) bool { return len(s.waves) > 1 })
}

// plates makes the placings of each wave: side by side, one after the other, by
// as many pairs of hands as the serving has, the same ones for all of a wave.
func (d *draft) plates(s taker) [][]int {
	out := make([][]int, len(s.waves))
	if why, is := d.blocked[s.dish.ID+"/plate"]; is || len(d.cooks) == 0 {
		if why == "" {
			why = "there is no cook in this kitchen"
		}
		d.stops = append(d.stops, Stop{Dish: s.dish.ID, Name: s.dish.Name + ", the plate", Why: why})
		return out
	}
	placings := s.dish.Plate.Placings
	if len(placings) == 0 {
		placings = []plating.Placing{{ID: "pass"}}
	}
	laid := 1 + slices.IndexFunc(placings, func(p plating.Placing) bool { return p.Stands != nil })
	before, done := -1, 0 // the last task of the wave before, and the plates until then
	for w, portions := range s.waves {
		if portions == 0 {
			continue
		}
		for n, p := range placings {
			i := d.place(s, w, n, p, done)
			if n > 0 {
				d.problem.Links = append(d.problem.Links, d.building(placings[n-1], out[w][n-1], i, s.dish.Plate.Plates(portions)))
			}
			out[w] = append(out[w], i)
		}
		if before >= 0 { // what is laid out early is laid out for all waves
			d.problem.Links = append(d.problem.Links, schedule.Link{From: d.id(before), To: d.id(out[w][min(laid, len(placings)-1)])})
		}
		before, done = out[w][len(out[w])-1], done+portions
	}
	return out
}

// place is the task of one placing on the plates of a wave.
func (d *draft) place(s taker, w, n int, p plating.Placing, done int) int {
	id := fmt.Sprintf("%s/plate/%s", s.id, p.ID)
	if len(s.waves) > 1 {
		id += fmt.Sprintf("/wave %d", w+1)
	}
	portions, spec := s.waves[w], s.dish.Plate
	t := recipe.Time{Usual: p.Seconds, Per: recipe.PerPortion}
	lasts, working := t.For(spec.Plates(portions))
	if s.hands > 1 {
		lasts, working = shareOf(lasts, s.hands), fmt.Sprintf("%s, ÷ %d pairs of hands", working, s.hands)
	}
	stood := 0 // after how many of the standings: each time other hands may go on
	for _, q := range spec.Placings[:min(n, len(spec.Placings))] {
		if q.Stands != nil {
			stood++
		}
	}
	var hands []schedule.Use
	for h := range s.hands {
		hands = append(hands, schedule.Use{OneOf: d.cooks, Units: 1, Same: fmt.Sprintf("plate %s %d.%d hand %d", s.id, w+1, stood, h+1)})
	}
	first := d.seconds(d.waveAt(s.course, w)) - platesBefore - standsAtMost(spec)
	return d.add(schedule.Task{ID: id, Duration: lasts, Earliest: &first, Uses: hands},
		work{course: s.course, dish: s.dish.ID, dishes: []string{s.dish.ID}, serving: s.place, component: p.Component, placing: p.ID, name: verb(p), number: n + 1, wave: waveNumber(s.serving, w), from: waveNumber(s.serving, w), to: waveNumber(s.serving, w), portions: portions, first: done, working: working})
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
func (d *draft) building(p plating.Placing, from, to, plates int) schedule.Link {
	l := schedule.Link{From: d.id(from), To: d.id(to), Min: ptr(0), Max: ptr(buildingWithin), Over: ptr(priceUnbuilt), Weight: priceBuilding}
	if p.Stands == nil {
		return l
	}
	l = schedule.Link{From: l.From, To: l.To, Min: ptr(p.Stands.Least), Max: p.Stands.Most}
	if fit := d.roomFor(p.Stands.Where, plates); len(fit) > 0 {
		l.Holds = []schedule.Use{{OneOf: fit, Units: int64(plates)}}
	}
	return l
}

// roomFor are the things of a kind with so many places that have no temperature of
// their own to turn to.
func (d *draft) roomFor(kind string, places int) (out []string) {
	for _, e := range d.in.Kitchen.OfKind(kind) {
		if e.Places >= places && e.Heating == nil {
			out = append(out, e.ID)
		}
	}
	return out
}

func waveNumber(s serving, w int) int {
	if len(s.waves) == 1 {
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

// reach ties the end of a strand to the placings of its component on the plates
// of a serving, or, where it is placed nowhere, to the first placing of the plate.
// A place that was kept for several is free when the last of them has taken.
func (d *draft) reach(x strand, t taker, built [][]int) {
	if len(x.tasks) == 0 {
		return
	}
	g := d.groups[x.component.ID]
	then, from := x.steps[len(x.steps)-1].Then, x.tasks[len(x.tasks)-1]
	for w, wave := range built {
		takers := d.takers(x.component.ID, wave)
		for k, i := range takers {
			for _, source := range from {
				if !d.works[source].feeds(d.works[i]) {
					continue
				}
				several := then.Place != nil && then.Place.Holds == 0
				last := w == lastWave(d.works[source], t)
				if d.works[source].serving < 0 {
					last = last && t.place == d.lastTaker(*g, d.works[source])
				}
				d.wait(then, []int{source}, []int{i}, k == len(takers)-1 && (!several || last))
			}
		}
	}
}

// lastWave is the last wave of a serving with plates that a task is done for.
func lastWave(from work, t taker) (last int) {
	for w, n := range t.waves {
		if n > 0 && (from.from == 0 || (from.from <= w+1 && w+1 <= from.to)) {
			last = w
		}
	}
	return last
}

// lastTaker is the place of the last serving that takes from a task.
func (d *draft) lastTaker(g group, from work) (place int) {
	for _, t := range g.takers {
		if from.own && t.course != from.course {
			continue
		}
		if from.from == 0 || slices.ContainsFunc(t.waves[from.from-1:min(from.to, len(t.waves))], func(n int) bool { return n > 0 }) {
			place = t.place
		}
	}
	return place
}

func (d *draft) takers(component string, wave []int) (out []int) {
	for _, i := range wave {
		if d.works[i].component == component {
			out = append(out, i)
		}
	}
	if len(out) == 0 && len(wave) > 0 {
		return wave[:1]
	}
	return out
}

// hour gives the first wave the hour of the course, and the others the time
// that it takes to build those before them, one after the other.
func (d *draft) hour(c int, built [][]int, ends []int) {
	at := d.seconds(d.courses[c].at)
	for w, i := range ends {
		if i < 0 {
			continue
		}
		t := schedule.Target{Task: d.id(i), At: at, Early: priceEarly, Late: priceLate}
		if w > 0 {
			for _, k := range built[w] {
				t.At += d.problem.Tasks[k].Duration
			}
			at, t.Late = t.At, priceLaterOn
		}
		d.problem.Targets = append(d.problem.Targets, t)
	}
	d.spread(ends)
}

// spread keeps the last of a course's waves within the time in which it leaves.
func (d *draft) spread(ends []int) {
	ends = slices.DeleteFunc(slices.Clone(ends), func(i int) bool { return i < 0 })
	if len(ends) > 1 {
		d.problem.Links = append(d.problem.Links, schedule.Link{From: d.id(ends[0]), To: d.id(ends[len(ends)-1]), FromAt: schedule.End, ToAt: schedule.End,
			Min: ptr(0), Max: ptr(d.in.Service.Spread()), Over: ptr(priceSpread)})
	}
}

// waveAt is the hour that is asked of a wave: its own, or that of its course.
func (d *draft) waveAt(c, w int) time.Time {
	if d.seated(c) {
		return d.courses[c].waves[w].at
	}
	return d.courses[c].at
}

// leavings are when the waves of a seated course are to leave: the first of an
// hour at that hour, each after it when it can have been built.
func (d *draft) leavings(c int) []int64 {
	k := d.courses[c]
	out := make([]int64, len(k.waves))
	for w := range k.waves {
		out[w] = d.seconds(k.waves[w].at)
		if w > 0 {
			if next := out[w-1] + d.in.span(k, k.waves[w]); k.waves[w].at.Equal(k.waves[w-1].at) || next > out[w] {
				out[w] = next
			}
		}
	}
	return out
}

// waveHours gives the plates of a serving the times at which their tables' waves
// are to leave.
func (d *draft) waveHours(c int, ends []int) {
	k, at := d.courses[c], d.leavings(c)
	same := make([]int, len(ends)) // those of the hour of the course
	for w, i := range ends {
		if same[w] = -1; i < 0 {
			continue
		}
		late := int64(priceLate)
		if at[w] != d.seconds(k.waves[w].at) {
			late = priceLaterOn
		}
		d.problem.Targets = append(d.problem.Targets, schedule.Target{Task: d.id(i), At: at[w], Early: priceEarly, Late: late})
		if k.waves[w].at.Equal(k.at) {
			same[w] = i
		}
	}
	d.spread(same)
}

// tables keeps the plates of different dishes in one wave together.
func (d *draft) tables(last [][]int) {
	most := 0
	for _, ends := range last {
		most = max(most, len(ends))
	}
	for w := range most {
		var ids []string
		for _, ends := range last {
			if w < len(ends) && ends[w] >= 0 {
				ids = append(ids, d.id(ends[w]))
			}
		}
		if len(ids) > 1 {
			d.problem.Together = append(d.problem.Together, schedule.Together{Tasks: ids, Within: ptr(tableWithin), Over: ptr(priceTable)})
		}
	}
}
