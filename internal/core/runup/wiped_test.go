package runup_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/plating"
	"jointime/internal/core/runup/runuptest"
)

// Four plates of one thing, 10 s each, wiped and checked in 6 s each by the only cook: 24 s until
// 20:00:00, so the last is laid by 19:59:36, from 19:58:56. Where the plate says 3 s for the rim and
// 2 s for the check it is 20 s, and so it is called.
func TestAPlateEndsWithWipeAndCheck(t *testing.T) {
	in := runuptest.Evening(4, runuptest.Step("fry", 5, atOnce))
	in.Kitchen.Wipe = nil
	b := bars(makePlan(t, in))
	start, end := at(b["dish/plate/food"])
	assert.Equal(t, [2]string{"19:58:56", "19:59:36"}, [2]string{start, end})
	start, end = at(b["dish/plate/-wipe"])
	assert.Equal(t, [3]string{"19:59:36", "20:00:00", "wipe and check"}, [3]string{start, end, b["dish/plate/-wipe"].Name})
	dish := in.Dishes["dish"]
	dish.Plate.Finish = []plating.Finish{{Text: "Wipe the rim", Seconds: 3}, {Text: "check", Seconds: 2}}
	in.Dishes["dish"] = dish
	r := makePlan(t, in)
	start, _ = at(bars(r)["dish/plate/-wipe"])
	assert.Equal(t, [2]string{"19:59:40", "wipe the rim, check"}, [2]string{start, bars(r)["dish/plate/-wipe"].Name})
	assert.Empty(t, untold(t, in, r))
}

// With somebody who calls, that is their work, plate by plate while the last thing is laid on the
// next: 4 × 10 s of it, then 6 s for the last plate. So it is laid from 19:59:14 to 19:59:54, and
// the chef wipes for 24 s until 20:00:00.
func TestWhoCallsWipes(t *testing.T) {
	in := brigade(4, "pastry", "fish", "pastry", "")
	in.Kitchen.Wipe = nil
	r := makePlan(t, in)
	b := bars(r)
	start, end := at(b["dish/plate/more"])
	assert.Equal(t, [2]string{"19:59:14", "19:59:54"}, [2]string{start, end})
	start, end = at(b["dish/plate/-wipe"])
	assert.Equal(t, [2]string{"19:59:36", "20:00:00"}, [2]string{start, end})
	assert.Equal(t, []string{"chef"}, b["dish/plate/-wipe"].Cooks)
	assert.Empty(t, untold(t, in, r))
}

// Eight plates in two waves of four, and one person who carries two plates and is away for a
// minute: four plates are two trips, until 20:02:00. The second wave could leave at 20:00:40; it is
// built later, and its plates do not wait. With two people it leaves at 20:01:00, with four at 20:00:40.
func TestPlatesAreBuiltForTheHandsThatCarryThem(t *testing.T) {
	for people, want := range map[int]string{1: "20:02:00", 2: "20:01:00", 4: "20:00:40"} {
		in := runuptest.Evening(8, runuptest.Step("stir", 5, nil))
		in.Kitchen.Carry = &kitchen.Carry{People: people, Trip: 60}
		r := makePlan(t, in)
		_, end := at(bars(r)["dish/plate/food/wave 2"])
		assert.Equal(t, want, end, "%d people", people)
		start, _ := at(bars(r)["dish/plate/food/wave 2/carry"])
		assert.Equal(t, want, start)
	}
}

// People and seconds for some plates: six at two each are three people for one trip, by two people
// two trips, and at three each two people for one.
func TestHowManyCarry(t *testing.T) {
	for _, c := range []struct {
		carry        kitchen.Carry
		people, away int
	}{{kitchen.Carry{People: 5}, 3, 120}, {kitchen.Carry{People: 2}, 2, 240}, {kitchen.Carry{People: 2, Plates: 3, Trip: 90}, 2, 90}, {kitchen.Carry{People: 1, Plates: 3}, 1, 240}} {
		people, away := c.carry.For(6)
		assert.Equal(t, []int{c.people, c.away}, []int{people, int(away)})
	}
}
