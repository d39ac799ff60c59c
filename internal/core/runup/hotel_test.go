package runup_test

import (
	"encoding/json"
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/judge"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/service"
	"jointime/internal/size"
)

// Evenings of the demo's five courses for more and more guests: 80 at 16 tables with twelve
// cooks, 150 in two seatings with eighteen, 300 in three with twenty-four. No table out of order,
// and no promise broken that is not told.
func TestLargeEveningsBreakNoPromiseWithoutAWord(t *testing.T) {
	t.Parallel()
	sizes := [][3]int{{16, 2, 1}, {30, 3, 2}, {60, 4, 3}}
	for _, s := range sizes[:size.Of(1, 2, 3)] {
		in := large(t, s[0], s[1], s[2])
		r, err := attemptFirst(in)
		require.NoError(t, err)
		require.True(t, r.Found, "%s: %s", in.Service.Name, r.Why)
		for _, b := range judge.Judge(judged(t, in, r)) {
			assert.NotEqual(t, judge.OutOfOrder, b.Promise, b.Says)
			assert.True(t, b.Told, "%s: %s: %s", in.Service.Name, b.Promise, b.Says)
		}
	}
}

// of is the demo's dinner as another service: these courses at those hours, for so many guests.
func (h hotel) of(name string, guests int, hours map[string]string) demand.Input {
	in := dinner(h.TB)
	in.Kitchen = h.kitchen
	in.Service.ID, in.Service.Name = name, name
	in.Service.Courses, in.Service.Tables = nil, nil
	in.Menu.Courses = slices.DeleteFunc(slices.Clone(in.Menu.Courses), func(c recipe.Course) bool { return hours[c.ID] == "" })
	for _, c := range in.Menu.Courses {
		in.Service.Courses = append(in.Service.Courses, service.CourseHour{Course: c.ID, Hour: hours[c.ID]})
	}
	for i := range guests / 4 {
		in.Service.Tables = append(in.Service.Tables, service.Table{ID: fmt.Sprint("t", i+1), Name: fmt.Sprint("Table ", i+1), Guests: 4})
	}
	return in
}

type hotel struct {
	testing.TB
	kitchen kitchen.Kitchen
}

// A hotel's day in the demo's kitchen, its cooks there from six: breakfast for 40 and lunch for
// 24, a party for 12 at the hours of the supper, and the supper for 36, each planned around those
// before it. Nobody is booked twice, nobody works over the staff meal or the line check, and
// nothing that is promised is broken without a word.
func TestAHotelsDay(t *testing.T) {
	t.Parallel()
	in := dinner(t)
	h := hotel{t, in.Kitchen}
	h.kitchen.Cooks = slices.Clone(h.kitchen.Cooks)
	for i := range h.kitchen.Cooks {
		h.kitchen.Cooks[i].Shifts = []kitchen.Shift{{From: "06:00", To: "23:30"}}
	}
	supper := in
	supper.Kitchen = h.kitchen
	supper.Service.ID = "supper"
	day := judge.Day{Kitchen: h.kitchen, Dishes: in.Dishes, Components: in.Components, Ingredients: in.Ingredients, Zone: in.Zone}
	var before []planned
	for _, in := range []demand.Input{
		h.of("Breakfast", 40, map[string]string{"egg": "08:00"}), h.of("Lunch", 24, map[string]string{"egg": "12:30", "main": "13:00"}),
		h.of("Party", 12, map[string]string{"fish": "19:40", "sweet": "20:10"}), supper,
	} {
		for _, o := range before {
			in.Elsewhere = append(in.Elsewhere, o.Booked())
		}
		r, err := attemptFirst(in)
		require.NoError(t, err)
		require.True(t, r.Found, "%s: %s", in.Service.Name, r.Why)
		require.False(t, r.Map.Alone, in.Service.Name)
		for _, o := range before {
			require.Empty(t, r.RunUp.Doubles(o.RunUp))
		}
		served := judge.Served{Service: in.Service, Menu: in.Menu}
		text, err := json.Marshal(r.RunUp)
		require.NoError(t, err)
		require.NoError(t, json.Unmarshal(text, &served.RunUp))
		day.Services = append(day.Services, served)
		before = append(before, r)
	}
	promises := map[string]int{}
	for _, b := range judge.Judge(day) {
		promises[b.Promise]++
		assert.True(t, b.Told, "%s: %s: %s", b.Service, b.Promise, b.Says)
	}
	assert.Zero(t, promises[judge.TwoPlaces]+promises[judge.Room]+promises[judge.TwoHeats]+promises[judge.OutOfOrder])
	t.Log(promises)
}
