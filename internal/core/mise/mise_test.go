package mise_test

import (
	"math/rand/v2"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/keeping"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/mise"
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/units"
)

func ptr[T any](v T) *T { return &v }

func grams(q float64) units.Amount { return units.Amount{Quantity: q, Unit: units.Gram} }

func step(id string, minutes int64, then recipe.Wait) recipe.Step {
	return recipe.Step{ID: id, Name: id, Time: &recipe.Time{Quick: minutes * 60, Usual: minutes * 60, Slow: minutes * 60}, Then: then}
}

func upTo(hours int64, place string) recipe.Wait {
	w := recipe.Wait{Most: ptr(hours * 3600), Reason: "kept"}
	if place != "" {
		w.Place = &recipe.Needed{Kind: place}
	}
	return w
}

var begins = time.Date(2026, 11, 28, 19, 0, 0, 0, time.UTC)

func at(day, hour, minute int) time.Time {
	return time.Date(2026, 11, day, hour, minute, 0, 0, time.UTC)
}

// scene: a sauce from a stock, a dressing that fades, a fish that is filleted
// ahead and fired to order. Ten plates.
func scene() mise.Input {
	b := recipe.NewBook()
	line := func(name string, q float64) recipe.Line {
		return recipe.Line{ID: name, Name: name, Ingredient: name, Amount: ptr(grams(q))}
	}
	for _, i := range []string{"bones", "herbs", "whole fish"} {
		b.Ingredients[i] = recipe.Ingredient{ID: i, Name: i, Allergens: &[]string{}, Animal: "none"}
	}
	b.Ingredients["whole fish"] = recipe.Ingredient{ID: "whole fish", Name: "whole fish", Allergens: &[]string{"fish"}, Animal: "fish"}
	b.Components["stock"] = recipe.Component{ID: "stock", Name: "Stock", Section: "sauce", Yield: grams(1000), Density: ptr(1.0), Lines: []recipe.Line{line("bones", 1000)}, Methods: recipe.OneWay(step("simmer the bones", 240, upTo(72, "fridge")))}
	b.Components["sauce"] = recipe.Component{ID: "sauce", Name: "Sauce", Section: "sauce", Yield: grams(500), Lines: []recipe.Line{{ID: "s", Name: "stock", Component: "stock", Amount: ptr(grams(1000))}}, Methods: recipe.OneWay(step("reduce the stock", 60, upTo(24, "fridge")), step("warm", 5, upTo(0, "")))}
	b.Components["dressing"] = recipe.Component{ID: "dressing", Name: "Dressing", Section: "sauce", Container: "jug", Yield: grams(200), Lines: []recipe.Line{line("herbs", 50)}, Methods: recipe.OneWay(step("chop the herbs", 10, upTo(2, "")))}
	b.Components["fish"] = recipe.Component{ID: "fish", Name: "Fish", Section: "fish", Yield: grams(800), Lines: []recipe.Line{line("whole fish", 2000)}, Methods: recipe.OneWay(step("fillet the whole fish", 30, upTo(30, "fridge")), step("sear", 4, upTo(0, "")))}
	portion := func(c string, q float64) recipe.Part {
		return recipe.Part{Component: c, Portion: ptr(grams(q))}
	}
	b.Dishes["d"] = recipe.Dish{ID: "d", Name: "Fish and sauce", Parts: []recipe.Part{portion("fish", 160), portion("sauce", 50), portion("dressing", 20)}}
	bar := func(component, step string, start, end time.Time) report.Bar {
		return report.Bar{ID: "d/" + component + "/" + step, Dish: "d", Component: component, Step: step, Start: start, End: end, From: start.Unix(), To: end.Unix()}
	}
	cure := bar("stock", "simmer the bones", at(27, 9, 0), at(27, 13, 0))
	cure.Hands = []report.HandsOn{{From: cure.From, To: cure.From + 300}, {From: cure.From + 7200, To: cure.From + 7260}, {From: cure.To - 60, To: cure.To}}
	plan := report.RunUp{Bars: []report.Bar{cure,
		bar("sauce", "reduce the stock", at(27, 14, 0), at(27, 15, 0)), bar("sauce", "warm", at(28, 19, 20), at(28, 19, 25)),
		bar("dressing", "chop the herbs", at(28, 18, 0), at(28, 18, 10)),
		bar("fish", "fillet the whole fish", at(28, 10, 0), at(28, 10, 30)), bar("fish", "sear", at(28, 19, 20), at(28, 19, 24)),
		{ID: "d/plate/1", Dish: "d", Component: "dressing", Placing: "1", Start: at(28, 19, 26), End: at(28, 19, 27)}}}
	return mise.Input{Book: b, Plan: plan, Begins: begins, Now: at(26, 9, 0), Zone: time.UTC, Plates: 10, Hours: map[string]time.Time{"d": begins},
		Kitchen:  kitchen.Kitchen{Sections: []kitchen.Section{{ID: "fish", Name: "Fish"}, {ID: "sauce", Name: "Sauce"}}, Boxes: []kitchen.Box{{Name: "tub", Holds: 700}, {Name: "box", Holds: 2000}}},
		Exploded: quantity.Explode(b, []quantity.Order{{Dish: "d", Plates: 10}}, units.Metric)}
}

func tasks(s mise.Sheet) (ids []string, by map[string]mise.Task) {
	by = map[string]mise.Task{}
	for _, d := range s.Days {
		for _, x := range d.Sections {
			for _, t := range x.Tasks {
				ids = append(ids, d.Day[8:]+" "+x.Name+": "+t.ID)
				by[t.ID] = t
			}
		}
	}
	return ids, by
}

func TestWhatKeepsIsMiseAndWhatIsEatenAtOnceIsNot(t *testing.T) {
	ids, by := tasks(mise.Make(scene()))
	assert.Equal(t, []string{"27 Sauce: stock/simmer the bones", "27 Sauce: sauce/reduce the stock", "28 Fish: fish/fillet the whole fish", "28 Sauce: dressing/chop the herbs"}, ids)
	stock := by["stock/simmer the bones"]
	assert.Equal(t, "1 kg", stock.Figure)
	assert.Equal(t, at(27, 14, 0), *stock.By, "the sauce wants it")
	assert.Equal(t, at(30, 13, 0), *stock.Keeps)
	assert.Equal(t, []string{"Sauce"}, stock.Waiting)
	assert.Equal(t, []string{"Fish and sauce"}, stock.Dishes)
	assert.Equal(t, "keeps 3 days; Sauce waits for it", stock.Why)
	assert.Equal(t, "box", stock.Container, "1 kg at 1 g/ml")
	assert.Equal(t, "tub, about", by["sauce/reduce the stock"].Container, "of what density, nobody said")
	assert.Equal(t, "jug", by["dressing/chop the herbs"].Container)
	assert.Equal(t, "6 × box, about", func() string {
		in := scene()
		in.Exploded = quantity.Explode(in.Book, []quantity.Order{{Dish: "d", Plates: 70}}, units.Metric)
		_, by := tasks(mise.Make(in))
		return by["fish/fillet the whole fish"].Container
	}(), "11.2 kg of fish in boxes of 2 l")
	assert.Equal(t, at(28, 19, 20), *by["sauce/reduce the stock"].By, "its own next step")
	assert.Equal(t, at(28, 19, 26), *by["dressing/chop the herbs"].By, "the plate")
	assert.Equal(t, []string{"fish"}, by["fish/fillet the whole fish"].Allergens)
	assert.Equal(t, []string{"whole fish"}, []string{by["fish/fillet the whole fish"].Weigh[0].Line})
	assert.Equal(t, "4 kg", by["fish/fillet the whole fish"].Weigh[0].Text)
}

// What keeps longest and blocks most comes first, what fades comes last.
func TestTheOrderOfTheDay(t *testing.T) {
	in := scene()
	for i := range in.Plan.Bars { // all on one day
		if in.Plan.Bars[i].Start.Day() == 27 {
			in.Plan.Bars[i].Start, in.Plan.Bars[i].End = in.Plan.Bars[i].Start.AddDate(0, 0, 1), in.Plan.Bars[i].End.AddDate(0, 0, 1)
		}
	}
	for id, c := range in.Book.Components {
		c.Section = ""
		in.Book.Components[id] = c
	}
	ids, _ := tasks(mise.Make(in))
	assert.Equal(t, []string{"28 No section: stock/simmer the bones", "28 No section: fish/fillet the whole fish", "28 No section: sauce/reduce the stock", "28 No section: dressing/chop the herbs"}, ids)
}

func TestVisitsStandInTheirHours(t *testing.T) {
	s := mise.Make(scene())
	require.Len(t, s.Days[0].Sections[0].Visits, 1, "those at the start and the end are no visits")
	v := s.Days[0].Sections[0].Visits[0]
	assert.Equal(t, at(27, 11, 0), v.At)
	assert.Equal(t, "Stock: simmer the bones", v.Name)
	assert.Equal(t, "check", v.What)
}

// The stock has a herb bundle and six skewers, two a portion for three portions of the step: both
// are ticked by themselves. What is made and not ticked out is told on top.
func TestWhatMustComeOutIsTicked(t *testing.T) {
	in := scene()
	stock := in.Book.Components["stock"]
	stock.TakeOuts = []recipe.TakeOut{{Name: "bundle", Pieces: 1, In: "simmer the bones", Out: "simmer the bones"}, {Name: "skewer", Pieces: 2, Each: true, In: "simmer the bones", Out: "simmer the bones"}, {Name: "ghost", In: "gone", Out: "simmer the bones"}}
	in.Book.Components["stock"] = stock
	for i, b := range in.Plan.Bars {
		if b.Component == "stock" && b.Step == "simmer the bones" {
			in.Plan.Bars[i].Portions = 3
		}
	}
	task := "stock/simmer the bones"
	in.Ticks = []mise.Tick{tick("aaaaaaaa", task, 1000, "Sauce", 12), {ID: "bbbbbbbb", Task: task + "/out/bundle", Act: mise.DidLook, Who: "Sauce", At: at(27, 12, 0)}}
	s := mise.Make(in)
	_, by := tasks(s)
	require.Len(t, by[task].Outs, 2)
	assert.Equal(t, "1 × bundle", by[task].Outs[0].What)
	assert.Len(t, by[task].Outs[0].Ticks, 1)
	assert.Equal(t, "6 × skewer", by[task].Outs[1].What)
	assert.Equal(t, "Stock: made, and 6 × skewer not ticked out", s.Short[0].What)
	assert.Empty(t, s.Stray)
}

func tick(id, task string, q float64, who string, hour int) mise.Tick {
	return mise.Tick{ID: id, Task: task, Act: mise.DidMake, Amount: grams(q), Who: who, At: at(27, hour, 0)}
}

func TestTicksAddUpToWhatIsMade(t *testing.T) {
	in := scene()
	task := "stock/simmer the bones"
	in.Ticks = []mise.Tick{tick("aaaaaaaa", task, 600, "Sauce", 12), tick("bbbbbbbb", task, 100, "Commis", 11), tick("cccccccc", "gone/away", 1, "Sauce", 10),
		{ID: "dddddddd", Act: mise.DidLook, Task: "d/stock/simmer the bones/visit 2", Who: "Sauce", At: at(27, 11, 0)}}
	s := mise.Make(in)
	_, by := tasks(s)
	assert.Equal(t, "300 g", by[task].Still)
	assert.False(t, by[task].Done)
	assert.Equal(t, "Commis", by[task].Ticks[0].Who, "in the order in which they were ticked")
	assert.Equal(t, "Stock: 300 g short (700 g made)", s.Short[0].What, "what will be short is on top")
	assert.Len(t, s.Stray, 1, "a tick of what is no longer there is not lost")
	assert.Len(t, s.Days[0].Sections[0].Visits[0].Ticks, 1)
	done := s.Ticked()
	require.Len(t, done, 2)
	assert.False(t, done[0].Partly)
	in.Exploded = quantity.ExplodeFrom(in.Book, quantity.Larder{Done: done}, []quantity.Order{{Dish: "d", Plates: 10}}, quantity.Ways{})
	for _, m := range in.Exploded.Make {
		if m.Component == "stock" {
			assert.InDelta(t, 300, m.Missing.Quantity, 1e-9, "it flows into the sums")
		}
	}
	in.Ticks = append(in.Ticks, tick("eeeeeeee", task, 300, "Sauce", 13))
	_, by = tasks(mise.Make(in))
	assert.True(t, by[task].Done)
	in.Ticks = append(in.Ticks, mise.Tick{ID: "ffffffff", Task: task, Act: mise.Undone, Of: "eeeeeeee"})
	_, by = tasks(mise.Make(in))
	assert.False(t, by[task].Done)
}

// However ticks come in, and however often, the sheet is the same.
func TestTheOrderInWhichTicksArriveDoesNotMatter(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 8))
	in := scene()
	names := []string{"stock/simmer the bones", "sauce/reduce the stock", "fish/fillet the whole fish"}
	for i := range 40 {
		id := string(rune('a'+i%26)) + string(rune('a'+i/26)) + "-tick-"
		in.Ticks = append(in.Ticks, tick(id, names[r.IntN(3)], float64(1+r.IntN(50)), "x", 1+r.IntN(20)))
		if r.IntN(4) == 0 {
			in.Ticks = append(in.Ticks, mise.Tick{ID: id + "back", Task: in.Ticks[len(in.Ticks)-1].Task, Act: mise.Undone, Of: id, At: at(27, 22, 0)})
		}
	}
	want := mise.Make(in)
	for range 20 {
		r.Shuffle(len(in.Ticks), func(i, k int) { in.Ticks[i], in.Ticks[k] = in.Ticks[k], in.Ticks[i] })
		assert.Equal(t, want, mise.Make(in))
	}
}

func TestTheSameMakingTickedByTwoIsAsked(t *testing.T) {
	in := scene()
	task := "dressing/chop the herbs"
	in.Ticks = []mise.Tick{tick("aaaaaaaa", task, 200, "Sauce", 12), tick("bbbbbbbb", task, 200, "Fish", 13)}
	_, by := tasks(mise.Make(in))
	assert.Equal(t, "Ticked twice? 200 g by Sauce, 200 g by Fish. If made once, undo one.", by[task].Twice)
	in.Ticks[1].Amount = grams(20)
	_, by = tasks(mise.Make(in))
	assert.Empty(t, by[task].Twice)
}

func TestTicksRefuseWhatIsMalformed(t *testing.T) {
	good := tick("aaaaaaaa", "x", 1, "x", 9)
	require.NoError(t, good.Validate())
	for field, spoil := range map[string]func(*mise.Tick){
		"amount": func(t *mise.Tick) { t.Amount.Quantity = 0 }, "of": func(t *mise.Tick) { t.Act = mise.Undone }, "at": func(t *mise.Tick) { t.At = time.Time{} },
	} {
		bad := good
		spoil(&bad)
		assert.ErrorContains(t, bad.Validate(), field+": ")
	}
}

// Without a plan a task has the latest hour that its own times allow: the
// sauce's stock 72 h at most before, and at the latest 1 h + 5 min before seven.
func TestWithoutAPlanHoursAreTheLatest(t *testing.T) {
	in := scene()
	in.Plan = report.RunUp{}
	c := in.Book.Components["fish"]
	c.Methods[0].Steps[0].By = &recipe.Deadline{DaysBefore: 1, Clock: "16:00"}
	s := mise.Make(in)
	_, by := tasks(s)
	assert.Equal(t, at(28, 17, 55), *by["sauce/reduce the stock"].Start)
	assert.Equal(t, at(28, 13, 55), *by["stock/simmer the bones"].Start)
	assert.False(t, by["stock/simmer the bones"].Planned)
	assert.Equal(t, at(27, 15, 30), *by["fish/fillet the whole fish"].Start, "its deadline is the day before")
	assert.Equal(t, at(28, 18, 56), *by["fish/fillet the whole fish"].By)
	ingredients, _ := mise.Needed(in)
	assert.Equal(t, at(27, 15, 30), ingredients["whole fish"])
}

func TestLateAndMissingIsOnTop(t *testing.T) {
	in := scene()
	in.Now = at(28, 18, 30)
	in.Exploded.Buy[0].Purchase = &quantity.Purchase{Name: "Market", Late: true, Comes: at(30, 7, 0)}
	in.Exploded.Buy[0].Still = "1 kg"
	var what []string
	for _, s := range mise.Make(in).Short {
		what = append(what, s.What)
	}
	assert.Equal(t, []string{"Stock was due at 14:00", "Bones: 1 kg short, Market delivers Monday 07:00 at the earliest"}, what)
}

// The "use by" of a label is right for any equipment that holds hot, cold or frozen,
// whatever its name, and no later than the run-up lets it wait.
func TestUseByIsRightWhateverTheEquipmentIsCalled(t *testing.T) {
	warm, cool := 70.0, 8.0
	keeps := []recipe.Keep{{Place: "chilled", For: 3 * 86400}, {Place: "hot", For: 7200}, {Place: "frozen", For: 90 * 86400}}
	oven := &kitchen.Heater{}
	for name, c := range map[string]struct {
		thing kitchen.Equipment
		wait  recipe.Wait
		want  int64
	}{
		"a fridge of another name":   {kitchen.Equipment{Kind: "walk-in", Keeps: "cold"}, recipe.Wait{}, 3 * 86400},
		"a warm drawer":              {kitchen.Equipment{Kind: "warm drawer", Keeps: "hot"}, recipe.Wait{}, 7200},
		"a hot cupboard":             {kitchen.Equipment{Kind: "hot cupboard", Keeps: "hot", Celsius: &warm}, recipe.Wait{}, 7200},
		"a bain-marie":               {kitchen.Equipment{Kind: "bain-marie", Keeps: "hot"}, recipe.Wait{}, 7200},
		"a freezer":                  {kitchen.Equipment{Kind: "freezer", Keeps: "frozen"}, recipe.Wait{}, 90 * 86400},
		"a blast freezer":            {kitchen.Equipment{Kind: "blast freezer", Keeps: "frozen"}, recipe.Wait{}, 90 * 86400},
		"an oven turned low":         {kitchen.Equipment{Kind: "oven", Heating: oven}, recipe.Wait{Place: &recipe.Needed{Setting: ptr(int64(75))}}, 7200},
		"a shelf, as the room is":    {kitchen.Equipment{Kind: "shelf"}, recipe.Wait{}, 0},
		"a cupboard not hot enough":  {kitchen.Equipment{Kind: "hot cupboard", Keeps: "hot", Celsius: ptr(50.0)}, recipe.Wait{}, 0},
		"a fridge not cold enough":   {kitchen.Equipment{Kind: "fridge", Keeps: "cold", Celsius: &cool}, recipe.Wait{}, 0},
		"no place, and words":        {kitchen.Equipment{}, recipe.Wait{Reason: "in the freezer"}, 90 * 86400},
		"nothing said":               {kitchen.Equipment{}, recipe.Wait{}, 3 * 86400},
		"a shorter wait than it may": {kitchen.Equipment{Kind: "hot cupboard", Keeps: "hot"}, recipe.Wait{Most: ptr(int64(5400))}, 5400},
		"a longer wait than it may":  {kitchen.Equipment{Kind: "hot cupboard", Keeps: "hot"}, recipe.Wait{Most: ptr(int64(14400))}, 7200},
	} {
		t.Run(name, func(t *testing.T) {
			in := scene()
			c.thing.ID, c.thing.Places = "thing", 4
			in.Kitchen.Equipment = append(in.Kitchen.Equipment, c.thing)
			dressing := in.Book.Components["dressing"]
			dressing.Keeps = keeps
			if c.thing.Kind != "" {
				place := recipe.Needed{}
				if c.wait.Place != nil {
					place = *c.wait.Place
				}
				place.Kind = c.thing.Kind
				c.wait.Place = &place
			}
			dressing.Methods[0].Steps[0].Then = c.wait
			in.Book.Components["dressing"] = dressing
			in.Ticks = []mise.Tick{tick("aaaaaaaa", "dressing/chop the herbs", 200, "Sauce", 10)}
			label := mise.Make(in).Labels([]string{"dressing/chop the herbs"})
			if len(label) == 0 {
				label = []mise.Label{{}} // what does not keep is no mise, and has no label
			}
			if c.want == 0 {
				assert.Nil(t, label[0].UseBy)
				return
			}
			require.NotNil(t, label[0].UseBy)
			assert.Equal(t, time.Duration(c.want)*time.Second, label[0].UseBy.Sub(*label[0].Made))

			house := keeping.House{Kitchen: in.Kitchen, Components: in.Book.Components, Ingredients: in.Book.Ingredients, Limits: in.Kitchen.Held()}
			planned, known := house.ShelfLife(dressing, c.wait)
			require.True(t, known)
			if c.wait.Place != nil {
				assert.LessOrEqual(t, c.want, planned.For, "the run-up lets it wait no longer than the label says, or as long")
			}
		})
	}
}

func TestLabelsSayWhatIsKnownAndNoMore(t *testing.T) {
	in := scene()
	in.Ticks = []mise.Tick{tick("aaaaaaaa", "stock/simmer the bones", 600, "Sauce", 13), tick("bbbbbbbb", "stock/simmer the bones", 400, "Commis", 15)}
	stock := mise.Make(in).Labels([]string{"stock/simmer the bones"})
	require.Len(t, stock, 1)
	assert.Equal(t, at(27, 15, 0), *stock[0].Made)
	assert.Equal(t, at(30, 13, 0), *stock[0].UseBy, "72 h after the older part")
	assert.Equal(t, "Commis", stock[0].By)
	assert.Equal(t, "1 kg", stock[0].Amount)
	assert.Equal(t, "no listed allergens in its ingredients", stock[0].Allergens)
	i := in.Book.Ingredients["bones"]
	i.Allergens = nil
	in.Book.Ingredients["bones"] = i
	all := mise.Make(in).Labels(nil)
	require.Len(t, all, 4)
	by := map[string]mise.Label{}
	for _, l := range all {
		by[l.Name] = l
	}
	assert.Equal(t, "allergens not all known", by["Sauce"].Allergens)
	assert.Nil(t, by["Sauce"].UseBy, "it is not made yet")
	assert.Equal(t, "contains fish", by["Fish"].Allergens)
}

// What is poured at the table goes out in a jug: one for each of the three tables that have the
// dish, ready forty minutes before its course, and ticked.
func TestAJugForEachTable(t *testing.T) {
	in := scene()
	d := in.Book.Dishes["d"]
	d.Plate.Placings = []plating.Placing{{ID: "fish", Component: "fish"}, {ID: "sauce", Component: "sauce", AtTable: true}}
	in.Book.Dishes["d"] = d
	in.Plan.Courses = []report.CourseRow{{ID: "main", Name: "Main", Hour: at(28, 20, 0), Sent: []report.Departure{
		{Wave: 1, Tables: []string{"Table 1", "Table 4"}, Plates: []report.Sent{{Dish: "d", Plates: 6}}}, {Wave: 2, Tables: []string{"Table 2"}, Plates: []report.Sent{{Dish: "d~plain", Plates: 4}}}}}}
	in.Ticks = []mise.Tick{{ID: "1", Task: "jug/0/sauce", Act: mise.DidLook, At: at(28, 19, 10)}}
	var jugs []mise.Visit
	for _, day := range mise.Make(in).Days {
		for _, s := range day.Sections {
			for _, v := range s.Visits {
				if v.Name == "Sauce" {
					jugs = append(jugs, v)
				}
			}
		}
	}
	require.Len(t, jugs, 1)
	assert.Equal(t, "3 jugs for the table", jugs[0].What)
	assert.Equal(t, at(28, 19, 20), jugs[0].At)
	assert.Len(t, jugs[0].Ticks, 1)
}
