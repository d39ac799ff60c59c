package runup

import (
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/schedule"
	"jointime/internal/core/units"
)

// The ware is warmed, or chilled, before it is wanted. Times are common practice.
const (
	platesEach  = 2       // seconds to put one plate away
	platesTake  = 60      // and to see to them
	platesReady = 20 * 60 // until they are warm, or cold, through
	platesWait  = 3 * 3600
	roomWarmest = 35 // °C up to which, and from roomColdest, ware is as the room is
	roomColdest = 12
	anyTime     = -1_000_000_000 // the least that the format can say
)

// readyPlates puts the plates of a serving into the warmer, or the cold, in time. In
// a kitchen that has a place for plates, they take room in it until the last of them is
// wanted; what does not fit at once goes in later. Less time than it takes to
// warm them through is better than a table that waits.
func (d *draft) readyPlates(t taker) {
	ware := t.dish.Plate.Ware
	id := "plates/" + t.dish.ID
	if ware.Celsius == nil || (*ware.Celsius > roomColdest && *ware.Celsius < roomWarmest) || d.leftOut(id) {
		return
	}
	verb, keeps := "warm", "hot"
	if *ware.Celsius <= roomColdest {
		verb, keeps = "chill", "cold"
	}
	stores := d.plateStores(keeps)
	loads := d.plateLoads(t, stores)
	for n, load := range loads {
		plates := 0
		for _, i := range load {
			plates += t.dish.Plate.Plates(d.works[i].portions)
		}
		task := t.id + "/plates"
		if len(loads) > 1 {
			task += fmt.Sprintf("/load %d", n+1)
		}
		w := d.works[load[0]]
		w.to = d.works[load[len(load)-1]].to
		w.wave, w.placing, w.component, w.number, w.portions, w.first = 0, "", "", 0, plates, 0
		from := d.chore(task, id, w, recipe.Step{ID: "plates", Name: fmt.Sprintf("%s %d × %s", verb, plates, ware.Name), Time: seconds(platesTake + platesEach*int64(plates)), Hands: recipe.Hands{Work: recipe.AllHands}})
		first, last := load[0], load[len(load)-1]
		wanted := schedule.Link{From: from, To: d.id(first), Min: ptr(0), Max: ptr(platesWait), Over: ptr(priceLeadIn)}
		taken := schedule.Link{From: from, To: d.id(last), Min: ptr(0)}
		if len(stores) > 0 {
			taken.Holds = []schedule.Use{{OneOf: storeIDs(stores), Units: int64(min(plates, stores[0].Places))}}
		}
		d.problem.Links = append(d.problem.Links, wanted, taken,
			schedule.Link{From: d.id(first), To: from, FromAt: schedule.Start, ToAt: schedule.End, Min: ptr(anyTime), Max: ptr(-platesReady), Over: ptr(priceLeadIn)})
	}
}

// plateStores are the places for plates that are kept warm, or cold, of the one size
// that there is most of.
func (d *draft) plateStores(keeps string) (out []kitchen.Equipment) {
	for _, e := range d.in.Kitchen.Equipment {
		if e.Keeps == keeps && e.Heating == nil && recipe.Says(e.Kind, []string{"plate", "ware", "crockery"}) {
			out = append(out, e)
		}
	}
	most := 0
	for _, e := range out {
		most = max(most, e.Places)
	}
	return slices.DeleteFunc(out, func(e kitchen.Equipment) bool { return e.Places < most })
}

func storeIDs(list []kitchen.Equipment) (out []string) {
	for _, e := range list {
		out = append(out, e.ID)
	}
	return out
}

// plateLoads are the first placings of the waves of a serving, those together whose
// plates fit into one store: all of them where there is none.
func (d *draft) plateLoads(t taker, stores []kitchen.Equipment) (out [][]int) {
	room := 0 // what is left in the load
	for i, w := range d.works {
		if !w.placed() || w.serving != t.place || w.number != 1 {
			continue
		}
		plates := t.dish.Plate.Plates(w.portions)
		if len(out) == 0 || (len(stores) > 0 && plates > room) {
			out, room = append(out, nil), 0
			if len(stores) > 0 {
				room = stores[0].Places
			}
		}
		out[len(out)-1] = append(out[len(out)-1], i)
		room -= plates
	}
	return out
}

// coldPlates says that plates are in the warmer, or the cold, for less than it takes.
func (r *reading) coldPlates(b schedule.Breach) (Clash, bool) {
	from, to := r.index(b.From), r.index(b.To)
	if !strings.HasPrefix(r.works[to].leadIn, "plates/") || b.By < 60 {
		return Clash{}, false
	}
	return Clash{What: fmt.Sprintf("%s: %s of the time until the plates are through is missing, for those that are built at %s.", r.works[to].name, units.FormatDuration(b.By), r.clock(r.plan.Tasks[from].Start)),
		Advice: "room for more plates, or ware that wants no warming", Bar: &to}, true
}
