package expand

import (
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/core/words"
)

// Ware that is not served as the room is goes into the warmer, or the cold, before it
// is wanted: twenty minutes until it is through, for three hours at most. Common
// practice, no published figures.
const (
	platesEach  = 2       // seconds to put one plate away
	platesTake  = 60      // and to see to them
	platesReady = 20 * 60 // until they are warm, or cold, through
	platesWait  = 3 * 3600
	roomWarmest = 35 // °C up to which, and from roomColdest, ware is as the room is
	roomColdest = 12
	anyTime     = -1_000_000_000 // the least that the format can say
)

// warmWare puts the plates of a serving into the warmer, or the cold, in time. In
// a kitchen that has a place for plates, those of a wave take room in it until they are
// wanted; what does not fit at once goes in later. Less time than it takes to
// warm them through is better than a table that waits.
func (b *builder) warmWare(t demand.Consumer) {
	ware := t.Dish.Plate.Ware
	id := "plates/" + t.Dish.ID
	if ware.Celsius == nil || (*ware.Celsius > roomColdest && *ware.Celsius < roomWarmest) || b.leftOut(id) {
		b.noRoom(id, t.Dish.ID, words.Step(t.Dish.Name, ware.Name+" at room temperature"))
		return
	}
	verb, keeps := "Warm", "hot"
	if *ware.Celsius <= roomColdest {
		verb, keeps = "Chill", "cold"
	}
	stores := b.plateStores(keeps)
	loads := b.plateLoads(t, stores)
	for n, load := range loads {
		plates := 0
		for _, i := range load {
			plates += t.Dish.Plate.Plates(b.of.Work[i].Portions)
		}
		task := t.ID + "/plates"
		if len(loads) > 1 {
			task += fmt.Sprintf("/load %d", n+1)
		}
		w := b.of.Work[load[0]]
		w.To = b.of.Work[load[len(load)-1]].To
		w.Wave, w.Component, w.Number, w.Portions, w.First = 0, "", 0, plates, 0
		from := b.chore(task, id, work.Ware, w, recipe.Step{ID: "plates", Name: strings.TrimSuffix(fmt.Sprintf("%s plates: %d × %s", verb, plates, ware.Name), " × "), Time: seconds(platesTake + platesEach*int64(plates)), Hands: recipe.Hands{Work: recipe.AllHands}})
		first := load[0]
		wanted := schedule.Link{From: from, To: b.id(first), Min: ptr(0), Max: ptr(platesWait), Over: ptr(priceSetup)}
		b.link(wanted, work.Link{Reason: work.Ready})
		for _, i := range load { // wave by wave they leave it
			taken := schedule.Link{From: from, To: b.id(i), Min: ptr(0)}
			if len(stores) > 0 {
				taken.Holds = []schedule.Use{{OneOf: storeIDs(stores), Units: int64(min(t.Dish.Plate.Plates(b.of.Work[i].Portions), stores[0].Places))}}
			}
			b.link(taken, work.Link{Reason: work.Ready})
		}
		b.link(schedule.Link{From: b.id(first), To: from, FromAt: schedule.Start, ToAt: schedule.End, Min: ptr(anyTime), Max: ptr(-platesReady), Over: ptr(priceSetup)}, work.Link{Reason: work.WarmThrough})
	}
}

// plateStores are the places for plates that are kept warm, or cold, of the one size
// that there is most of.
func (b *builder) plateStores(keeps string) (out []kitchen.Equipment) {
	for _, e := range b.In.Kitchen.Equipment {
		if e.Keeps == keeps && e.Heating == nil && words.Says(e.Kind, []string{"plate", "ware", "crockery"}) {
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
// plates fit into half of a store, so that the next ones warm while these are taken: all of them
// where there is none.
func (b *builder) plateLoads(t demand.Consumer, stores []kitchen.Equipment) (out [][]int) {
	room := 0 // what is left in the load
	for i, w := range b.of.Work {
		if !w.Placed() || w.Serving != t.Place || w.Number != 1 {
			continue
		}
		plates := t.Dish.Plate.Plates(w.Portions)
		if len(out) == 0 || (len(stores) > 0 && plates > room) {
			out, room = append(out, nil), 0
			if len(stores) > 0 {
				room = max(plates, stores[0].Places/2)
			}
		}
		out[len(out)-1] = append(out[len(out)-1], i)
		room -= plates
	}
	return out
}
