package evening_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/runup/evening"
	"jointime/internal/core/runup/report"
)

var origin = time.Date(2026, 3, 12, 0, 0, 0, 0, time.UTC)

// at is a moment of the third day, in seconds from the origin.
func at(h, m, s int64) int64 { return 2*86400 + h*3600 + m*60 + s }

func ptr[T any](v T) *T { return &v }

// bar is a step, or of no step a placing, of a cook who has hands on it from its begin to its end.
func bar(component, step string, wave int, from, to int64) report.Bar {
	b := report.Bar{ID: fmt.Sprint(component, "/", step, "/", wave), Dish: "hake", For: []string{"hake"}, Component: component, Made: "Hake", Step: step, Wave: wave, Name: step, From: from, To: to, Portions: 6, Give: 60,
		Cooks: []string{"fish"}, With: []string{"Fish cook"}, Section: "fish", Hands: []report.HandsOn{{From: from, To: to, Cook: "fish", Who: "Fish cook"}}}
	if wave > 0 {
		b.Waves = []int{wave}
	}
	if step == "" {
		b.Placing, b.Name = component, "lay"
	}
	return b
}

// supper is hake for twelve in two waves at 20:25: filleted the day before, seared in rounds, laid.
func supper() report.RunUp {
	u := report.RunUp{Day: "2026-03-14", Origin: origin, Bars: []report.Bar{
		bar("hake", "fillet", 0, 86400+15*3600, 86400+16*3600),
		bar("hake", "sear", 1, at(20, 10, 0), at(20, 12, 30)),
		bar("hake", "sear", 2, at(20, 13, 0), at(20, 15, 30)),
		bar("hake", "", 1, at(20, 23, 0), at(20, 24, 0)),
		bar("hake", "", 2, at(20, 26, 0), at(20, 27, 0)),
	}}
	u.Strands = []report.Strand{{Dish: "hake", DishName: "Roast hake", Component: "hake", Name: "Hake", Bars: []int{0, 1, 2, 3, 4}}}
	u.Courses = []report.CourseRow{{ID: "fish", Name: "Roast hake", Leaves: at(20, 24, 0), Plates: 12, Waves: 2, Sent: []report.Departure{
		{Wave: 1, Tables: []string{"Table 1"}, At: at(20, 24, 0), Plates: []report.Sent{{Dish: "hake", Plates: 6}}},
		{Wave: 2, Tables: []string{"Table 2"}, At: at(20, 27, 0), Plates: []report.Sent{{Dish: "hake", Plates: 6}}}}}}
	u.Lanes = []report.Lane{{ID: "cook.fish", Name: "Fish cook", Cook: true, Blocks: []report.LaneBlock{{Bar: 1}}},
		{ID: "oven", Name: "Oven", Blocks: []report.LaneBlock{{Bar: 1, From: at(20, 12, 30), To: at(20, 19, 30), Setting: ptr(int64(200))}, {Bar: 2, From: at(20, 20, 0), To: at(20, 22, 0), Setting: ptr(int64(200))}},
			Pauses: []report.LanePause{{From: at(20, 2, 30), To: at(20, 12, 30), FromC: 20, ToC: 200}}}}
	return u
}

var fish = []kitchen.Section{{ID: "fish", Name: "Fish"}, {ID: "sauce", Name: "Sauce"}}

func TestACourseIsABandWithItsWaves(t *testing.T) {
	o := evening.Read(supper(), fish)
	require.Len(t, o.Bands, 1)
	assert.Equal(t, at(20, 0, 0), o.From, "with the first work, or the oven that is lit for it, in tens of minutes")
	assert.Equal(t, at(20, 32, 0), o.To)
	assert.Equal(t, 1, o.Hands)
	b := o.Bands[0]
	assert.Equal(t, []evening.Stroke{{1, at(20, 24, 0), "kept"}, {2, at(20, 27, 0), "kept"}}, b.Waves)
	assert.Contains(t, b.Load, evening.HandsLevel{At: at(20, 10, 0), Hands: 1})
	assert.Contains(t, b.Load, evening.HandsLevel{At: at(20, 12, 0), Hands: 0.5}, "half of the minute")
	assert.Zero(t, b.Load[len(b.Load)-1].Hands, "it ends at nothing")
	area := 0.0
	for k, l := range b.Load[:len(b.Load)-1] {
		area += l.Hands * float64(b.Load[k+1].At-l.At)
	}
	assert.InDelta(t, 2*150+2*60, area, 1, "all hands of the evening, in seconds; the filleting is mise")
}

func TestAWaveIsLateEarlyOrTight(t *testing.T) {
	u := supper()
	u.Bars[1].Give = 5
	u.Clashes = []report.Violation{{What: "late", Rule: "late", Wave: 2, Over: 82, Plates: 6, Bar: ptr(4), Strict: true}}
	b := evening.Read(u, fish).Bands[0]
	assert.Equal(t, []string{"tight", "late"}, []string{b.Waves[0].State, b.Waves[1].State})
	assert.Equal(t, &evening.WorstMoment{Bar: ptr(4), Say: "1:22 late", Over: 82}, b.Worst)
	u.Clashes[0].Rule = "early"
	assert.Equal(t, "early", evening.Read(u, fish).Bands[0].Waves[1].State)
}

func TestTheWorstMomentOfACourseThatIsKeptHasTheLeastRoom(t *testing.T) {
	u := supper()
	u.Bars[0].Give, u.Bars[2].Give = 1, 17 // the filleting is of the day before
	assert.Equal(t, &evening.WorstMoment{Bar: ptr(2), Say: "Hake 17 s to spare", Who: "Fish cook"}, evening.Read(u, fish).Bands[0].Worst)
	u.Bars[2].Give = 0
	assert.Equal(t, "Hake nothing to spare", evening.Read(u, fish).Bands[0].Worst.Say)
}

// A course of which something is not planned has no room to be told of: what is open is told.
func TestWhatIsNotPlannedIsTheWorstOfItsCourse(t *testing.T) {
	u := supper()
	u.Strands = append(u.Strands, report.Strand{Dish: "hake", DishName: "Roast hake", Component: "broth", Name: "Broth", Stop: &report.UnplannedStep{Dish: "hake", Component: "broth", Name: "Broth: reduce", Why: "How long?", Gap: true}})
	b := evening.Read(u, fish).Bands[0]
	assert.Equal(t, &evening.WorstMoment{Say: "Broth: reduce is not planned"}, b.Worst)
	assert.Equal(t, []string{"open", "open"}, []string{b.Waves[0].State, b.Waves[1].State})
}

func TestStripsAreWhenASectionAndAnOvenAreBusy(t *testing.T) {
	strips := evening.Read(supper(), fish).Strips
	require.Len(t, strips, 2, "nothing is done at the sauce")
	assert.Equal(t, "Fish", strips[0].Name)
	assert.Equal(t, []evening.StripSpan{{From: at(20, 10, 0), To: at(20, 15, 30)}, {From: at(20, 23, 0), To: at(20, 24, 0)}, {From: at(20, 26, 0), To: at(20, 27, 0)}}, strips[0].Spans, "half a minute is no pause")
	assert.Equal(t, []evening.StripSpan{{From: at(20, 2, 30), To: at(20, 12, 30), Setting: ptr(int64(200)), Turning: true}, {From: at(20, 12, 30), To: at(20, 22, 0), Setting: ptr(int64(200))}}, strips[1].Spans)
}

func TestTheFoldedAxisEndsAtThePass(t *testing.T) {
	o := evening.Read(supper(), fish)
	require.NotEmpty(t, o.Opens)
	assert.Equal(t, []string{"course fish", "dish hake", "section fish", "cook fish", "thing oven", "table Table 1", "table Table 2"}, kinds(o))
	var labels []string
	for _, s := range o.Opens[0].Axis {
		labels = append(labels, s.Label)
	}
	assert.Equal(t, []string{"Fri 15:00–16:00", "20:10–20:19", "20:19–20:24", "20:24–20:27"}, labels)
	assert.Greater(t, o.Opens[0].Axis[1].Room, o.Opens[0].Axis[0].Room, "the rush has more room than the day before")
}

func kinds(o evening.Overview) (out []string) {
	for _, x := range o.Opens {
		out = append(out, x.Kind+" "+x.ID)
	}
	return out
}

// Seven waves wait too long after one roast, for cooks who are busy: one cause, one line.
func TestOneCauseIsToldOnce(t *testing.T) {
	u := supper()
	busy := []report.Cause{{Bar: 4, Rule: "busy", Resource: "cook.fish"}}
	rest := func(over int64, wave int, why string) report.Violation {
		return report.Violation{What: fmt.Sprintf("Hake: rest %d s after sear.", over), Rule: "after", Over: over, Plates: 6, Wave: wave, Bar: ptr(1), Why: why, Causes: busy, Advice: "Put someone else on one."}
	}
	u.Clashes = []report.Violation{rest(30, 1, "Fish cook is on A."), rest(90, 2, "Fish cook is on B."),
		{What: "Hake: laid in two goes.", Rule: "one go", Over: 12, Plates: 6, Wave: 2, Bar: ptr(4), Why: "Fish cook is on B.", Causes: busy},
		{What: "Pinned at 9:00, now gone.", Advice: "Clear lost pins."}}
	list := evening.Read(u, fish).Shortfalls
	require.Len(t, list, 2)
	assert.Equal(t, "Fish cook short, 20:26–20:27", list[0].Say)
	assert.Equal(t, []int{0}, list[0].Courses)
	assert.Equal(t, 12, list[0].Plates, "those of a wave once")
	assert.Equal(t, int64(90), list[0].Over)
	require.Len(t, list[0].Effects, 2)
	first := list[0].Effects[0]
	assert.Equal(t, "Hake: rest 90 s after sear.", first.Say)
	assert.Equal(t, "Hake 1½ min over", first.Short)
	assert.Equal(t, 2, first.Times)
	assert.Equal(t, []string{"Fish cook is on A.", "Fish cook is on B."}, first.Why)
	assert.Empty(t, list[1].Courses, "a lost pin is of no course")
}

func TestWhatCannotBePlannedIsOfItsCourse(t *testing.T) {
	u := supper()
	u.Strands[0].Plates = 12
	u.Clashes = []report.Violation{{What: "late", Rule: "late", Over: 3600, Plates: 12, Bar: ptr(3), Strict: true}, {What: "Hake: fry. No fryer in this kitchen.", Dish: "hake", Strict: true}}
	first := evening.Read(u, fish).Shortfalls[0]
	assert.Equal(t, "Hake: fry. No fryer in this kitchen.", first.Effects[0].Say, "before what is only late")
	assert.Equal(t, []int{0}, first.Courses)
	assert.Equal(t, 12, first.Plates)
}

func TestWhatMustBeKeptIsToldFirstThenWhatHangsMostOn(t *testing.T) {
	u := supper()
	u.Clashes = []report.Violation{{What: "small", Rule: "after", Over: 10, Plates: 1, Bar: ptr(1)}, {What: "large", Rule: "keeps", Over: 60, Plates: 12, Bar: ptr(1)}, {What: "strict", Rule: "late", Over: 1, Plates: 1, Bar: ptr(3), Strict: true}}
	var said []string
	for _, s := range evening.Read(u, fish).Shortfalls {
		said = append(said, s.Effects[0].Say)
	}
	assert.Equal(t, []string{"strict", "large", "small"}, said)
}

func TestAnEveningWithoutAPlanIsEmpty(t *testing.T) {
	o := evening.Read(report.RunUp{Clashes: []report.Violation{{What: "No plan found.", Strict: true}}}, fish)
	assert.Empty(t, o.Bands)
	assert.Empty(t, o.Opens)
	require.Len(t, o.Shortfalls, 1)
}
