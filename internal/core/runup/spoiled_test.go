package runup_test

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/judge"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/runup/demand"
)

// spoiling breaks one promise of a run-up, the nth of its kind that there is to break.
type spoiling struct {
	promise string
	times   int
	spoil   func(d *judge.Day, n int)
}

// shifted are bars moved by so many seconds, with their hands.
func shifted(r *judge.RunUp, by int64, which func(judge.Bar) bool) {
	for i := range r.Bars {
		if b := &r.Bars[i]; which(*b) {
			b.From, b.To = b.From+by, b.To+by
			b.Hands = slices.Clone(b.Hands)
			for k := range b.Hands {
				b.Hands[k].From, b.Hands[k].To = b.Hands[k].From+by, b.Hands[k].To+by
			}
		}
	}
}

// nth is the nth bar of a kind, counted over the whole evening in strides, so that they
// are of different dishes.
func nth(r judge.RunUp, n int, which func(judge.Bar) bool) int {
	var all []int
	for i, b := range r.Bars {
		if which(b) {
			all = append(all, i)
		}
	}
	return all[(n*7)%len(all)]
}

func isStep(component, step string) func(judge.Bar) bool {
	return func(b judge.Bar) bool { return b.Component == component && b.Step == step }
}

// plates are those of a dish in a wave.
func platesIn(dish string, wave int) func(judge.Bar) bool {
	return func(b judge.Bar) bool {
		return b.Placing != "" && b.Wave == wave && (dish == "" || strings.HasPrefix(b.Dish, dish))
	}
}

func ofTheDay(b judge.Bar) bool { return len(b.Hands) > 0 && b.Step != "" && b.LeadIn == "" }

var spoilings = []spoiling{
	{judge.TwoPlaces, 4, func(d *judge.Day, n int) { // at the same time as somebody's other work
		r := &d.Services[0].RunUp
		one := r.Bars[nth(*r, n, ofTheDay)].Hands[0]
		k := slices.IndexFunc(r.Bars, func(b judge.Bar) bool {
			return ofTheDay(b) && b.Hands[0].Cook != one.Cook
		})
		r.Bars[k].Hands = []judge.Hands{one}
	}},
	{judge.TwoPlaces, 1, func(d *judge.Day, _ int) { // in two services
		also := d.Services[0]
		also.Service.ID, also.Service.Name = "also", "Also"
		d.Services = append(d.Services, also)
	}},
	{judge.OffShift, 4, func(d *judge.Day, n int) {
		r := &d.Services[0].RunUp
		i := nth(*r, n, ofTheDay)
		night := 5*3600 - (r.Bars[i].From+int64(r.Origin.Hour())*3600)%86400
		shifted(r, night, func(b judge.Bar) bool { return b.ID == r.Bars[i].ID })
	}},
	{judge.TheDay, 2, func(d *judge.Day, n int) { // moved to where the cook is at work
		r := d.Services[0].RunUp
		h := r.Bars[nth(r, n, ofTheDay)].Hands[0]
		d.Kitchen.Day = []kitchen.Event{{ID: "delivery", Name: "Delivery", Minutes: 1, From: r.Origin.Add(time.Duration(h.From) * time.Second).Format("15:04")}}
	}},
	{judge.Stranger, 3, func(d *judge.Day, n int) {
		r := &d.Services[0].RunUp
		i := nth(*r, n, func(b judge.Bar) bool { return ofTheDay(b) && b.Section == "fish" && b.Hands[0].Cook == "fish" })
		r.Bars[i].Hands = []judge.Hands{{From: r.Bars[i].From, To: r.Bars[i].From + 1, Cook: "pastry"}}
	}},
	{judge.Room, 2, func(d *judge.Day, n int) {
		l := heatedLane(d.Services[0].RunUp, n)
		l.Blocks[0].Places += 100
	}},
	{judge.TwoHeats, 2, func(d *judge.Day, n int) {
		l := heatedLane(d.Services[0].RunUp, n)
		other := *l.Blocks[0].Setting + 100
		also := l.Blocks[0]
		also.Setting = &other
		l.Blocks = append(l.Blocks, also)
	}},
	{judge.Before, 4, func(d *judge.Day, n int) {
		step := []string{"hake/roast", "crown/carve", "swede/crush", "hake/sear"}[n]
		component, name, _ := strings.Cut(step, "/")
		shifted(&d.Services[0].RunUp, -3*3600, isStep(component, name))
	}},
	{judge.Waited, 4, func(d *judge.Day, n int) {
		step := []string{"hake/roast", "swede/crush", "shrimp-butter/brown", "hake/sear"}[n]
		component, name, _ := strings.Cut(step, "/")
		shifted(&d.Services[0].RunUp, -3*3600, isStep(component, name))
	}},
	{judge.NotMade, 3, func(d *judge.Day, n int) {
		step := []string{"hake/roast", "swede/boil", "lettuce/trim"}[n]
		component, name, _ := strings.Cut(step, "/")
		r := &d.Services[0].RunUp
		r.Bars = slices.DeleteFunc(r.Bars, isStep(component, name))
	}},
	{judge.NotPlated, 3, func(d *judge.Day, n int) {
		r := &d.Services[0].RunUp
		r.Bars = slices.DeleteFunc(r.Bars, platesIn([]string{"roast-hake", "guinea-fowl", "set-buttermilk"}[n], n+2))
	}},
	{judge.Early, 3, func(d *judge.Day, n int) {
		course := n + 2
		shifted(&d.Services[0].RunUp, -1200, func(b judge.Bar) bool { return b.Placing != "" && b.Course == course })
	}},
	{judge.Late, 3, func(d *judge.Day, n int) {
		course := n + 2
		shifted(&d.Services[0].RunUp, 1800, func(b judge.Bar) bool { return b.Placing != "" && b.Course == course })
	}},
	{judge.Life, 2, func(d *judge.Day, n int) {
		for id, dish := range d.Dishes {
			for k, life := range dish.Plate.LivesOf() {
				if life.Seconds > 0 && k < len(dish.Plate.Placings)-1 {
					shifted(&d.Services[0].RunUp, -life.Seconds-60, func(b judge.Bar) bool { return b.Dish == id && b.Wave == n+1 && b.Placing == life.Placing })
				}
			}
		}
	}},
	{judge.Broken, 2, func(d *judge.Day, n int) {
		shifted(&d.Services[0].RunUp, 400, func(b judge.Bar) bool {
			return b.Placing != "" && b.Number > 2 && strings.HasPrefix(b.Dish, []string{"guinea-fowl", "roast-hake"}[n])
		})
	}},
	{judge.TableApart, 2, func(d *judge.Day, n int) {
		shifted(&d.Services[0].RunUp, 240, func(b judge.Bar) bool { return strings.Contains(b.Dish, "~") && b.Placing != "" })
	}},
	{judge.OutOfOrder, 2, func(d *judge.Day, n int) {
		shifted(&d.Services[0].RunUp, -4000, platesIn("guinea-fowl", n+1))
	}},
	{judge.CoursesGap, 2, func(d *judge.Day, n int) {
		shifted(&d.Services[0].RunUp, 6000, platesIn("guinea-fowl", n+1))
	}},
}

func heatedLane(r judge.RunUp, n int) *judge.Lane {
	seen := 0
	for i := range r.Lanes {
		if l := &r.Lanes[i]; len(l.Blocks) > 0 && l.Blocks[0].Setting != nil {
			if seen == n {
				return l
			}
			seen++
		}
	}
	return nil
}

// Forty evenings spoiled by hand: the judge finds what was done to each, and would not have
// found it before.
func TestEachSpoiledEveningIsFound(t *testing.T) {
	t.Parallel()
	assert.GreaterOrEqual(t, spoiledOf(t, dinner(t), dinnerPlan(t), spoilings), 40)
}

// Thirty more, of the supper whose book says what no plain recipe has a place for.
func TestEachSpoiledTableIsFound(t *testing.T) {
	t.Parallel()
	assert.GreaterOrEqual(t, spoiledOf(t, harbourTable(t), harbourPlan(t), tableSpoilings), 30)
}

// spoiledOf spoils an evening in each of some ways, and wants each found.
func spoiledOf(t *testing.T, in demand.Input, r planned, ways []spoiling) (spoiled int) {
	clean, err := json.Marshal(judged(t, in, r))
	require.NoError(t, err)
	fresh := func() (d judge.Day) {
		require.NoError(t, json.Unmarshal(clean, &d))
		d.Zone = in.Zone
		return d
	}
	told := func(d judge.Day, promise string) (lines []judge.Breach) {
		return slices.DeleteFunc(judge.Judge(d), func(b judge.Breach) bool { return b.Promise != promise })
	}
	for _, s := range ways {
		before := told(fresh(), s.promise)
		for n := range s.times {
			d := fresh()
			s.spoil(&d, n)
			assert.NotSubset(t, before, told(d, s.promise), fmt.Sprintf("%s, %d", s.promise, n+1))
			spoiled++
		}
	}
	return spoiled
}
