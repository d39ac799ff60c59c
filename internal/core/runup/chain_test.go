package runup_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/judge"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/runup/runuptest"
)

// method is a small evening with waits over several steps of its one method.
func method(in demand.Input, chains ...recipe.Chain) demand.Input {
	in.Components["food"].Methods[0].Chains = chains
	return in
}

func starts(r planned, id string) string { return bars(r)["dish/food/"+id].Start.Format("02 15:04:05") }

// Four plates of 10 s before 20:00 are begun at 19:59:20, carved in 5 min from 19:54:20. A rest of
// 5 to 12 min would be 5 long, for later is fresher: out at 19:49:20, in 20 min before that, at
// 19:29:20. It is best at 8: in at 19:26:20.
func TestARestIsAsLongAsItIsBest(t *testing.T) {
	evening := func(best *int64) demand.Input {
		return runuptest.Evening(4, runuptest.Step("roast", 20, func(s *recipe.Step) {
			s.Then = recipe.Wait{Least: 300, Best: best, Most: minutesOf(12), Reason: "rest"}
		}), runuptest.Step("carve", 5, nil))
	}
	assert.Equal(t, "14 19:29:20", starts(makePlan(t, evening(nil)), "roast"))
	r := makePlan(t, evening(minutesOf(8)))
	assert.Equal(t, "14 19:26:20", starts(r, "roast"))
	assert.True(t, r.RunUp.OnPlan)
	hold := r.RunUp.Strands[0].Holds[0]
	assert.Equal(t, "rest 5–12 min, best 8 min", hold.Text)
}

// It rests 6 min and is then kept warm, up to 20 min: carved from 19:54:20, moved in 30 s before
// that, out at 19:47:50, in at 19:27:50. With the cook at a briefing from 19:40 to 19:50 it is out
// by 19:40, and 14:20 pass until it is carved: 12 would be too many for the rest alone.
func TestItRestsAndIsThenKeptWarm(t *testing.T) {
	evening := func() demand.Input {
		return runuptest.Evening(4, runuptest.Step("roast", 20, func(s *recipe.Step) {
			s.Then = recipe.Wait{Least: 360, Most: minutesOf(12), Reason: "rest", Moved: &recipe.Moved{Most: minutesOf(20), Reason: "the warm shelf"}}
		}), runuptest.Step("carve", 5, nil))
	}
	r := makePlan(t, evening())
	assert.Equal(t, "14 19:27:50", starts(r, "roast"))
	moved := bars(r)["dish/food/roast-moved"]
	assert.Equal(t, "move to the warm shelf", moved.Name)
	assert.Equal(t, "19:53:50", moved.Start.Format("15:04:05"))

	r = makePlan(t, with(evening(), kitchen.Event{ID: "briefing", Name: "Briefing", Before: minutes(20), Minutes: 10}))
	require.True(t, r.RunUp.OnPlan, "%v", r.RunUp.Clashes)
	b := bars(r)
	roast, moved, carve := b["dish/food/roast"], b["dish/food/roast-moved"], b["dish/food/carve"]
	assert.LessOrEqual(t, roast.End.Format("15:04"), "19:40")
	assert.GreaterOrEqual(t, moved.From-roast.To, int64(360))
	assert.LessOrEqual(t, moved.From-roast.To, int64(720))
	assert.LessOrEqual(t, carve.From-moved.To, int64(1200))
	assert.GreaterOrEqual(t, carve.From-roast.To, int64(14*60+20))
}

// Salted for 24 to 30 h in all, and turned, no sooner than 8 h after the one and before the other.
// Rinsed in 5 min from 19:54:20 at the latest, it is salted 24 h before that, by 19:54:20 the day
// before: from 19:44:20, or, in round figures, from 19:40. Without the chain it would be salted on
// the same morning.
func TestItIsCuredForSoLongInAll(t *testing.T) {
	steps := []recipe.Step{
		runuptest.Step("salt", 10, func(s *recipe.Step) { s.Then = recipe.Wait{Least: 8 * 3600, Reason: "in the cure"} }),
		runuptest.Step("turn", 2, func(s *recipe.Step) { s.Then = recipe.Wait{Least: 8 * 3600, Reason: "in the cure"} }),
		runuptest.Step("rinse", 5, nil),
	}
	cure := recipe.Chain{From: recipe.Point{Step: "salt", End: true}, To: recipe.Point{Step: "rinse"}, Least: 24 * 3600, Most: minutesOf(30 * 60), Reason: "cured"}
	r := makePlan(t, method(runuptest.Evening(4, steps...), cure))
	b := bars(r)
	gap := b["dish/food/rinse"].From - b["dish/food/salt"].To
	assert.GreaterOrEqual(t, gap, int64(24*3600))
	assert.LessOrEqual(t, gap, int64(30*3600))
	assert.Equal(t, "13 19:40:00", starts(r, "salt"))
	assert.GreaterOrEqual(t, b["dish/food/turn"].From-b["dish/food/salt"].To, int64(8*3600))
	assert.GreaterOrEqual(t, b["dish/food/rinse"].From-b["dish/food/turn"].To, int64(8*3600))
	assert.True(t, r.RunUp.OnPlan, "%v", r.RunUp.Clashes)
}

// The butter goes in after 8 of 10 min, and 2 min later, at 19:59:20, the first plate is begun. It
// may be 2 min; where it may be 1 min, no plan keeps it, and that is told: a minute too long.
func TestAWaitCountsFromAMomentInsideAStep(t *testing.T) {
	evening := func(most int64) demand.Input {
		return method(runuptest.Evening(4, runuptest.Step("sauce", 10, nil)),
			recipe.Chain{From: recipe.Point{Step: "sauce", At: 480}, To: recipe.Point{Step: recipe.Plate}, Most: minutesOf(most), Reason: "the butter is in"})
	}
	assert.True(t, makePlan(t, evening(2)).RunUp.OnPlan)
	r := makePlan(t, evening(1))
	assert.False(t, r.RunUp.OnPlan)
	require.Len(t, r.RunUp.Clashes, 1)
	assert.Equal(t, "Food: the butter is in, from “sauce” to the plate, 2 min in all, limit 1 min.", r.RunUp.Clashes[0].What)
	assert.True(t, r.RunUp.Clashes[0].Strict)
}

// To the end of work on the last piece: twelve portions at 30 s each are sliced in 6 min, laid
// from 19:58:00 (twelve plates of 10 s). Out of the cold from 19:52:00 on at the latest, the last
// slice is 6 min out: within 7.
func TestAWaitCountsToTheLastPiece(t *testing.T) {
	evening := func(most int64) demand.Input {
		in := runuptest.Evening(12, runuptest.Step("unwrap", 1, nil), runuptest.Step("slice", 0, func(s *recipe.Step) {
			s.Time = &recipe.Time{Quick: 30, Usual: 30, Slow: 30, Per: recipe.PerPortion}
		}))
		in.Kitchen.PassWidth = 12
		return method(in, recipe.Chain{From: recipe.Point{Step: "unwrap", End: true}, To: recipe.Point{Step: "slice", End: true}, Most: minutesOf(most), Reason: "out of the cold"})
	}
	assert.True(t, makePlan(t, evening(7)).RunUp.OnPlan)
	r := makePlan(t, evening(5))
	require.Len(t, r.RunUp.Clashes, 1)
	assert.Equal(t, "Food: out of the cold, from “unwrap” to “slice”, 6 min in all, limit 5 min.", r.RunUp.Clashes[0].What)
}

// Filled in 3 min, no earlier than 19:58, for the shell softens: the plates, of 40 s, are ready at
// 20:01:40, and why is told. What is to be over by 10:20 and takes 30 min from 10:00, when the cook
// comes, is not, and that is told; as a wish it is not.
func TestAStepHasAWindow(t *testing.T) {
	r := makePlan(t, runuptest.Evening(4, runuptest.Step("fill", 3, func(s *recipe.Step) {
		s.NotBefore = &recipe.Deadline{Clock: "19:58", Reason: "the shell softens"}
	})))
	require.Len(t, r.RunUp.Clashes, 1)
	assert.Equal(t, "Main: 1:40 late, leaves 20:01.", r.RunUp.Clashes[0].What)
	assert.Contains(t, r.RunUp.Clashes[0].Why, "Food: fill: not before 19:58 (the shell softens).")
	assert.Equal(t, "14 19:58:00", starts(r, "fill"))

	evening := func(strict bool) demand.Input {
		return runuptest.Evening(4, runuptest.Step("brine", 30, func(s *recipe.Step) {
			s.By = &recipe.Deadline{Clock: "10:20", Reason: "the van leaves", Strict: strict}
			s.NotBefore = &recipe.Deadline{Clock: "09:00"}
		}))
	}
	assert.Empty(t, makePlan(t, evening(false)).RunUp.Clashes)
	r = makePlan(t, evening(true))
	require.Len(t, r.RunUp.Clashes, 1)
	assert.Equal(t, "Food: brine is over at 10:30:00, wanted by 10:20 (the van leaves).", r.RunUp.Clashes[0].What)
}

// bar is the one bar of a step.
func (r planned) bar(step string) report.Bar {
	for _, b := range r.RunUp.Bars {
		if b.Step == step {
			return b
		}
	}
	return report.Bar{}
}

// Thyme goes into a stock 3 min before its end and comes out when it is strained, within 5 min. With
// the only cook at a briefing from 19:41 to 19:51, which the stock does not need, it would be strained
// 10 min after it was off the heat: the whole of it moves to the other side of the briefing.
func TestWhatGoesInComesOutWithin(t *testing.T) {
	evening := func(within *int64) demand.Input {
		in := with(runuptest.Evening(4, runuptest.Step("simmer", 20, func(s *recipe.Step) {
			s.Hands = recipe.Hands{Work: recipe.SliceHands, Slices: []recipe.Slice{{At: 0, For: 30}, {At: -180, For: 30, What: "thyme in"}}}
		}), runuptest.Step("strain", 6, nil)), kitchen.Event{ID: "briefing", Name: "Briefing", Before: minutes(19), Minutes: 10})
		c := in.Components["food"]
		c.TakeOuts = []recipe.TakeOut{{Name: "thyme", In: "simmer", At: -180, Out: "strain", Within: within}}
		in.Components["food"] = c
		return in
	}
	in := func(r planned) int64 { return r.bar("strain").From - (r.bar("simmer").To - 180) }
	r := makePlan(t, evening(minutesOf(5)))
	assert.LessOrEqual(t, in(r), int64(300))
	assert.Empty(t, r.RunUp.Clashes)
	assert.Greater(t, in(makePlan(t, evening(nil))), int64(0))

	spoiled := judged(t, evening(minutesOf(5)), r)
	shifted(&spoiled.Services[0].RunUp, -600, isStep("food", "simmer"))
	assert.Contains(t, fmt.Sprint(judge.Judge(spoiled)), "5 min at most")
}

// What is fried and then kept warm may not lie 20 min before it is moved there, though nobody said how
// long it may: it is moved within 2 min, or that is told. With the cook free it is moved at once: out at
// 19:38:50 for 20 min of keeping warm at the least, moved in 30 s, laid from 19:59:20.
func TestHotFoodDoesNotLieBeforeItIsMoved(t *testing.T) {
	r := makePlan(t, runuptest.Evening(4, runuptest.Step("fry", 5, func(s *recipe.Step) {
		s.Equipment = []recipe.Needed{{Kind: "burner"}}
		s.Then.Moved = &recipe.Moved{Least: 1200, Most: minutesOf(40), Reason: "the warm shelf"}
	})))
	fry, moved := r.bar("fry"), r.bar("fry-moved")
	assert.LessOrEqual(t, moved.From-fry.To, int64(120))
	assert.Equal(t, "19:38:50", moved.Start.Format("15:04:05"))
	assert.Contains(t, r.RunUp.Strands[0].Holds[0].Text, "assumed")
	assert.Empty(t, r.RunUp.Clashes)
}
