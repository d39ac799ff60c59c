package runup_test

import (
	"bytes"
	"encoding/csv"
	"encoding/xml"
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/handout"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/room"
	"jointime/internal/core/runup/evening"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/runup/runuptest"
	"jointime/internal/core/service"
	"jointime/internal/demo"
	"jointime/internal/formats/lists"
	"jointime/internal/formats/runupsvg"
)

// Everything that is planned is on the call sheets, in the order of the clock; what
// a cook does is on theirs, and nothing else.
func TestCallSheetsHaveEverything(t *testing.T) {
	r := dinnerPlan(t)
	calls := r.RunUp.Calls()
	again, day := 0, 0 // times at which somebody comes back to a step; lines of the day
	for _, c := range calls {
		if strings.Contains(c.ID, "/hands ") {
			again++
		}
		if strings.HasPrefix(c.ID, "day ") {
			day++
		}
	}
	assert.Positive(t, again)
	assert.Equal(t, 5, day, "the staff meal of two days, line check, briefing and counting of one")
	changes := 0
	for _, c := range calls {
		if strings.HasPrefix(c.ID, "change ") {
			changes++
		}
	}
	assert.Positive(t, changes, "hands are cleaned after raw food")
	assert.Len(t, calls, len(r.RunUp.Bars)+len(r.RunUp.Turns)+again+day+changes)
	assert.True(t, slices.IsSortedFunc(calls, func(a, b report.SheetLine) int { return int(a.At - b.At) }))
	byID := map[string]report.SheetLine{}
	for _, c := range calls {
		byID[c.ID] = c
		assert.Len(t, c.Who, len(c.Cooks), c.ID)
	}
	roast := byID["roast-hake/hake/roast/wave 1"]
	assert.Equal(t, "Hake: roast, wave 1", roast.What)
	assert.Equal(t, "fish", roast.Section)
	assert.Equal(t, "rest 2–4 min", roast.Next)
	assert.Equal(t, "core 50 °C, taken out a little under: the rest finishes it", roast.Until)
	require.Len(t, roast.Care, 1)
	assert.Contains(t, roast.Care[0], "below 63 °C (145 °F), the published figure for fish")
	mind := byID["roast-hake~no-shellfish/plate/hake/wave 1"].Mind
	require.Len(t, mind, 1)
	assert.Contains(t, mind[0], "Table 2, 1 ×: ")
	assert.Contains(t, mind[0], "crustaceans")
	assert.Equal(t, []string{"Table 1", "Table 2"}, byID["roast-hake/plate/hake/wave 1"].Tables)
	lit := slices.IndexFunc(calls, func(c report.SheetLine) bool { return c.What == "Deck oven: on," })
	require.GreaterOrEqual(t, lit, 0)
	assert.Len(t, calls[lit].Who, 1, "somebody turns the knob")
	for _, u := range r.RunUp.Turns {
		told := slices.ContainsFunc(r.RunUp.Clashes, func(c report.Violation) bool {
			return strings.HasPrefix(c.What, "No cook free at "+u.Start.Format("15:04"))
		})
		assert.Equal(t, u.Cook == "", told, "where nobody can, it is told")
	}
}

func TestTheFireListIsReadBackAsATable(t *testing.T) {
	r := supperPlan(t)
	var b bytes.Buffer
	require.NoError(t, lists.WriteFire(&b, r.RunUp.Calls()))
	rows, err := csv.NewReader(&b).ReadAll()
	require.NoError(t, err)
	assert.Len(t, rows, 1+len(r.RunUp.Calls()))
	assert.Equal(t, "starts", rows[0][0])
	_, err = time.Parse(time.RFC3339, rows[1][0])
	assert.NoError(t, err)
}

// The picture is well-formed XML, has every step, and names with markup do it no
// harm.
func TestTheRunUpAsAPicture(t *testing.T) {
	in := demoInput(t)
	d := in.Dishes["roast-hake"]
	d.Name = `<script>"&`
	in.Dishes["roast-hake"] = d
	r := makePlan(t, in)
	svg := runupsvg.SVG(r.RunUp)
	dec := xml.NewDecoder(strings.NewReader(svg))
	titles := 0
	for {
		token, err := dec.Token()
		if errors.Is(err, io.EOF) {
			break
		}
		require.NoError(t, err)
		if e, is := token.(xml.StartElement); is {
			assert.NotEqual(t, "script", e.Name.Local)
			if e.Name.Local == "title" {
				titles++
			}
		}
	}
	strand := 0
	for _, s := range r.RunUp.Strands {
		strand += len(s.Bars)
	}
	assert.Equal(t, 1+strand, titles)
	assert.NotPanics(t, func() { runupsvg.SVG(report.RunUp{}) })
}

func TestTheRoomIsTold(t *testing.T) {
	b := demo.Load(time.Date(2026, 3, 10, 9, 0, 0, 0, time.UTC))
	in, r := dinner(t), dinnerPlan(t)
	in.Service = in.Service.Resolved(in.Menu)
	s := room.Make(b.Recipes(), in.Kitchen, in.Menu, in.Service, r.RunUp)
	assert.Equal(t, 36, s.Guests)
	require.Len(t, s.Courses, 5)
	assert.Equal(t, []room.TableNote{{Table: "Table 4", Text: "a birthday"}}, s.Notes)
	fish := s.Courses[2]
	assert.Equal(t, "20:25", fish.Hour)
	first := fish.Sent[0]
	assert.Equal(t, []string{"Table 1", "Table 2"}, first.Tables)
	assert.Less(t, first.Seated, "20:10", "they sit before the fish goes in")
	assert.Equal(t, "Hake", first.Goes)
	for _, c := range s.Courses {
		for _, l := range c.Sent {
			assert.GreaterOrEqual(t, l.Seated, l.Leaves.Add(-20*time.Minute).Format("15:04"), "nobody is seated for what is begun on the forecast")
		}
	}
	assert.Contains(t, s.Courses[1].Dishes[0].Alcohol, "white wine")
	assert.Empty(t, s.Courses[0].Dishes[0].Alcohol)
	require.Len(t, fish.Dishes, 2)
	assert.Equal(t, 33, fish.Dishes[0].Portions)
	assert.Contains(t, fish.Dishes[0].Contains, "crustaceans")
	assert.Equal(t, []string{"Table 2, 1 ×", "Table 9, 2 ×"}, fish.Dishes[1].Tables)
	assert.NotContains(t, fish.Dishes[1].Contains, "crustaceans")
	assert.Equal(t, []string{"crustaceans", "molluscs"}, fish.Dishes[1].Without)
	assert.Empty(t, fish.Dishes[1].Broken)
	assert.Equal(t, "", fish.Dishes[0].AtTable)
	assert.Equal(t, "good for 2 min", s.Courses[4].Hold, "sorbet waits for nobody")
	plates := 0
	for k, w := range fish.Sent {
		plates += w.Plates
		assert.False(t, k > 0 && w.Leaves.Before(fish.Sent[k-1].Leaves), "in the order in which they leave")
	}
	assert.Equal(t, 36, plates)
}

// On paper: two cooks; one works 10 min to the plate, the other 4 of them too. All
// hands are taken while both work. A step of 2 to 12 min that takes 4 as a rule, with
// a wait of at most 6 min after it: a margin of half of 8 = 4 min, which is two thirds
// of the wait; so it has 4 min to give, and may take 8 longer. From 19:51:40 it is moved to
// 19:51:30, a round figure, and has 10 s more to give.
func TestWhereItIsTightAndWhereADelayHurts(t *testing.T) {
	x := paper(1, does("stir", 10, recipe.AllHands, func(s *recipe.Step) { s.Then.Most = minutesOf(0) }))
	x.Service.Calm = ""
	d := x.Dishes["dish"]
	d.Parts = append(d.Parts, recipe.Part{Component: "sauce"})
	x.Dishes["dish"] = d
	x.Components["sauce"] = recipe.Component{ID: "sauce", Name: "Sauce", Yield: x.Components["food"].Yield, Methods: recipe.OneWay(does("whisk", 4, recipe.AllHands, func(s *recipe.Step) {
		s.Time.Quick, s.Time.Slow, s.Then.Most = 120, 720, minutesOf(6)
	}))}
	x.Kitchen.Cooks = append(x.Kitchen.Cooks, kitchen.Cook{ID: "d", Name: "Other", Shifts: x.Kitchen.Cooks[0].Shifts})
	r := makePlan(t, x)
	assert.Equal(t, "19:51:30 19:55:30", times(t, r, "dish/sauce/whisk"))
	require.Len(t, r.RunUp.Critical, 1)
	c := r.RunUp.Critical[0]
	assert.Equal(t, []int64{250, 480}, []int64{c.Give, c.Slow})
	assert.Equal(t, "Sauce: whisk, 4:10 to spare, may run 8 min over", c.Say)
	hands := r.RunUp.Loads[0]
	assert.Equal(t, "cooks", hands.Kind)
	require.Len(t, hands.Tight, 1)
	whisk := bars(r)["dish/sauce/whisk"]
	assert.Equal(t, report.Stretch{From: whisk.From, To: whisk.To}, hands.Tight[0])
}

// A clash says which two requirements clash: the oven of the soufflé is wanted at
// two temperatures, or a cook at two places.
func TestAClashNamesWhatClashes(t *testing.T) {
	x := paper(1, does("bake", 12, recipe.NoHands, func(s *recipe.Step) {
		s.Equipment, s.Then.Most = []recipe.Needed{in("oven", 220)}, minutesOf(1)
	}))
	d := x.Dishes["dish"]
	d.Parts = append(d.Parts, recipe.Part{Component: "low"})
	x.Dishes["dish"] = d
	x.Components["low"] = recipe.Component{ID: "low", Name: "Low", Yield: x.Components["food"].Yield, Methods: recipe.OneWay(does("dry", 20, recipe.NoHands, func(s *recipe.Step) {
		s.Equipment, s.Then.Most = []recipe.Needed{in("oven", 150)}, minutesOf(2)
	}))}
	r := makePlan(t, x)
	require.Positive(t, r.Plan.Violation)
	require.Len(t, r.RunUp.Clashes, 1)
	assert.Regexp(t, `^\d\d:\d\d–\d\d:\d\d Oven: .* needs \d+ °C, .* \d+ °C\.$`, r.RunUp.Clashes[0].Why)
	assert.Contains(t, r.RunUp.Clashes[0].Advice, "another oven")
}

// Somebody has hands free before noon's work is over: what keeps and stands in a full
// hour is offered to them.
func TestASlotIsOffered(t *testing.T) {
	x := paper(1, does("chop", 20, recipe.AllHands, func(s *recipe.Step) { s.Then.Most = minutesOf(300) }))
	d := x.Dishes["dish"]
	d.Parts = append(d.Parts, recipe.Part{Component: "other"})
	x.Dishes["dish"] = d
	x.Components["other"] = recipe.Component{ID: "other", Name: "Other", Yield: x.Components["food"].Yield, Methods: recipe.OneWay(does("stir", 30, recipe.AllHands, func(s *recipe.Step) { s.Then.Most = minutesOf(1) }))}
	r := makePlan(t, x)
	require.Len(t, r.RunUp.Slots, 1)
	s := r.RunUp.Slots[0]
	assert.Equal(t, "Cook", s.Name)
	require.Len(t, s.Offers, 1)
	chop := r.RunUp.Bars[s.Offers[0].Bar]
	assert.Equal(t, "chop", chop.Name)
	assert.GreaterOrEqual(t, s.Offers[0].At, s.From)
	assert.LessOrEqual(t, s.Offers[0].At+20*60, s.To)
}

// papers are the sheets of the winter supper.
func papers(t testing.TB) handout.Input {
	in := dinner(t)
	return handout.Input{Plan: dinnerPlan(t).RunUp, Service: in.Service.Resolved(in.Menu), Menu: in.Menu, Sections: in.Kitchen.Sections}
}

// Above the stove: the plates of the evening, the tables in order with who must not have what, the
// components with their minutes before the plate and their rounds. What is cooked is in a round
// once, and all rounds together are all plates.
func TestTheServiceOfASectionIsOneSheet(t *testing.T) {
	sheets := handout.Services(papers(t))
	names := []string{}
	for _, s := range sheets {
		names = append(names, s.Name)
	}
	assert.Equal(t, []string{"Sauce", "Fish", "Larder", "Pastry", "No section"}, names)
	fish := sheets[1]
	assert.Contains(t, fish.Counts, handout.PlateCount{Name: "Roast hake", Plates: 33})
	assert.Contains(t, fish.Counts, handout.PlateCount{Name: "Roast hake, no shellfish", Plates: 3})
	course := fish.Courses[slices.IndexFunc(fish.Courses, func(c handout.CourseService) bool { return c.Name == "Roast hake" })]
	assert.Equal(t, 36, course.Plates)
	sum := 0
	for _, table := range course.Tables {
		sum += table.Plates
	}
	assert.Equal(t, 36, sum)
	two := course.Tables[slices.IndexFunc(course.Tables, func(x handout.TableService) bool { return x.Name == "Table 2" })]
	assert.Equal(t, []handout.PlateCount{{Name: "no shellfish", Plates: 1}}, two.Other)
	hake := course.Rows[slices.IndexFunc(course.Rows, func(r handout.RowService) bool { return r.Name == "Hake" })]
	what := []string{}
	for k, s := range hake.Steps {
		what = append(what, s.What)
		assert.True(t, k == 0 || s.Before <= hake.Steps[k-1].Before, "in time")
	}
	assert.Equal(t, []string{"temper", "sear", "roast", "lay"}, slices.DeleteFunc(what, func(w string) bool { return w != "temper" && w != "sear" && w != "roast" && w != "lay" }))
	portions := 0
	for _, r := range hake.Rounds {
		portions += r.Portions
		assert.NotEmpty(t, r.Tables)
	}
	assert.Equal(t, 36, portions)
	assert.Equal(t, "Deck oven", fish.Turns[0].Name)
	assert.Equal(t, int64(200), fish.Turns[0].ToC)
	for _, s := range sheets {
		assert.Len(t, s.Cautions, len(slices.Compact(slices.Sorted(slices.Values(s.Cautions)))), "each once")
	}
}

// Prep is an order. What is left to itself is on by an hour and out by another; the rest is ready
// by one; none is earlier than the plan has it, and none in the last hour.
func TestPrepHasAnOrderAndHoursThatAreKept(t *testing.T) {
	in := papers(t)
	bars := map[string]report.Bar{}
	for _, b := range in.Plan.Bars {
		bars[b.ID] = b
	}
	days := handout.Prep(in)
	require.Len(t, days, 2)
	assert.Equal(t, "2026-03-13", days[0].Day)
	met := 0
	for _, d := range days {
		for _, s := range d.Sections {
			for _, l := range s.Lines {
				met++
				b := bars[l.ID]
				if l.Ready == "" {
					assert.NotEmpty(t, l.On, l.ID)
					assert.NotEmpty(t, l.Out, l.ID)
					continue
				}
				assert.Empty(t, l.On, l.ID)
				if b.End.Format(time.DateOnly) == d.Day {
					assert.GreaterOrEqual(t, l.Ready, b.End.Format("15:04"), l.ID)
				}
			}
		}
	}
	want := 0
	for _, b := range in.Plan.Bars {
		c := in.Plan.Courses[b.Course]
		if b.Placing == "" && b.Wave == 0 && b.To <= c.Sent[0].At-3600 {
			want++
		}
	}
	assert.Equal(t, want, met, "nothing is left out, and nothing is there twice")
	assert.Empty(t, handout.Prep(handout.Input{}))
	assert.Empty(t, handout.Services(handout.Input{}))
}

// What the sheet of the winter supper costs, each time that its run-up is asked for, and its papers.
func BenchmarkTheEveningOnOneSheet(b *testing.B) {
	in := papers(b)
	b.Run("overview", func(b *testing.B) {
		for b.Loop() {
			evening.Read(in.Plan, in.Sections)
		}
	})
	b.Run("papers", func(b *testing.B) {
		for b.Loop() {
			handout.Services(in)
			handout.Prep(in)
		}
	})
}

// A soufflé that cannot wait is baked in goes, for some tables each: the room seats them before it
// goes in, and the sheet above the stove has a round a go.
func TestTheRoomSeatsForWhatIsBakedInGoes(t *testing.T) {
	in := runuptest.Evening(20, runuptest.Step("bake", 11, func(s *recipe.Step) {
		s.Hands.Work, s.Then.Most = recipe.NoHands, minutesOf(0)
	}))
	in.Kitchen.PassWidth = 5
	in.Service.Tables = nil
	for i := range 4 {
		in.Service.Tables = append(in.Service.Tables, service.Table{ID: fmt.Sprint(i + 1), Name: fmt.Sprint("Table ", i+1), Guests: 5})
	}
	r := makePlan(t, in)
	s := room.Make(in.Book(), in.Kitchen, in.Menu, in.Service.Resolved(in.Menu), r.RunUp)
	require.Len(t, s.Courses[0].Sent, 4)
	for _, l := range s.Courses[0].Sent {
		assert.Equal(t, "Food", l.Goes)
		assert.LessOrEqual(t, l.Seated, l.Leaves.Add(-11*time.Minute).Format("15:04"))
	}
	rows := handout.Services(handout.Input{Plan: r.RunUp, Service: in.Service.Resolved(in.Menu), Menu: in.Menu})[0].Courses[0].Rows
	require.Len(t, rows[0].Rounds, 4)
	for k, round := range rows[0].Rounds {
		assert.Equal(t, handout.RoundService{Portions: 5, Tables: []string{fmt.Sprint("Table ", k+1)}}, round)
	}
}
