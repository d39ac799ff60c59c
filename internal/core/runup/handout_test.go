package runup_test

import (
	"bytes"
	"encoding/csv"
	"encoding/xml"
	"errors"
	"io"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/room"
	"jointime/internal/core/runup/report"
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
	assert.Equal(t, "20:20", fish.Ready)
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
	for _, w := range fish.Sent {
		for _, p := range w.Plates {
			plates += p.Plates
		}
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
