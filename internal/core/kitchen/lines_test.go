package kitchen_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
)

// thing reads a line as a thing.
func thing(line string) (kitchen.Equipment, error) {
	l, err := kitchen.ReadLine(line, kitchen.AsEquipment)
	if err != nil {
		return kitchen.Equipment{}, err
	}
	return *l.Equipment, nil
}

func TestAKitchenIsSaidInLines(t *testing.T) {
	for line, want := range map[string]struct {
		kind   string
		places int
		heats  bool
	}{
		"4 burners":                {"burner", 4, false},
		"oven, 2 shelves":          {"oven", 2, true},
		"2 ovens":                  {"oven", 1, true},
		"combination oven 5 trays": {"oven", 5, true},
		"Water bath, 8 bags":       {"water bath", 8, true},
		"blender":                  {"blender", 1, false},
		"smoke box":                {"smoke box", 1, false},
	} {
		e, err := thing(line)
		require.NoError(t, err, line)
		assert.Equal(t, want.kind, e.Kind, line)
		assert.Equal(t, want.places, e.Places, line)
		assert.Equal(t, want.heats, e.Heating != nil, line)
	}
	for _, line := range []string{"", "4", "0 burners", "99999999999999999999 ovens", ","} {
		_, err := thing(line)
		assert.Error(t, err, line)
	}
}

// What is said of a thing is taken in; what was not said is marked as assumed, and what was not
// understood is there to be asked.
func TestALineOfEquipmentIsReadInFields(t *testing.T) {
	read := func(text string) (kitchen.Line, kitchen.Equipment) {
		l, err := kitchen.ReadLine(text, kitchen.Either)
		require.NoError(t, err, text)
		require.NotNil(t, l.Equipment, text)
		return l, *l.Equipment
	}
	for text, want := range map[string][2]int{"2 frying pans, 6 portions each": {2, 6}, "charcoal grill, 8 portions": {1, 8}, "fryer, 2 baskets, for 4 portions a basket": {2, 4}, "4 pans, 24 portions in all": {4, 6}, "paella pan, 12 covers": {1, 12}} {
		l, e := read(text)
		assert.Equal(t, want, [2]int{e.Places, e.Portions}, text)
		assert.Empty(t, l.Open, text)
	}
	l, e := read("combi oven, 5 shelves, 250 °C at most, 6 s a degree up")
	assert.Equal(t, "Combi oven", e.Name)
	assert.Equal(t, 5, e.Places)
	assert.Equal(t, 250, *e.Most)
	assert.Equal(t, kitchen.Heater{Cold: 20, Up: 6, Down: 9, Tolerance: 5}, *e.Heating)
	assert.Equal(t, []string{"cools 9 s a degree"}, l.Assumed)
	assert.Empty(t, l.Open)

	_, e = read("blender, 3 min to wash")
	assert.Equal(t, int64(180), e.Wash)
	_, e = read("blender, wash 3 min")
	assert.Equal(t, int64(180), e.Wash)
	_, e = read("walk-in, 3 °C")
	assert.Equal(t, [3]any{"fridge", "cold", 3.0}, [3]any{e.Kind, e.Keeps, *e.Celsius})
	l, e = read("fridge, 40 shelves")
	assert.Equal(t, [3]any{40, "cold", 3.0}, [3]any{e.Places, e.Keeps, *e.Celsius})
	assert.Equal(t, []string{"3 °C"}, l.Assumed, "nobody said how cold")
	_, e = read("chest freezer −22 °C")
	assert.Equal(t, "frozen", e.Keeps)
	_, e = read("warm drawer, with 4 places, 70 °C")
	assert.Equal(t, [4]any{"warm drawer", "hot", 4, 70.0}, [4]any{e.Kind, e.Keeps, e.Places, *e.Celsius})
	_, e = read("hand blender")
	assert.Equal(t, "hand blender", e.Kind, "it is no jug")
	_, e = read("2 pans")
	assert.Equal(t, [2]any{"pan", 2}, [2]any{e.Kind, e.Places})
	l, e = read("2 deck ovens with 3 shelves")
	assert.Equal(t, [4]any{"Deck oven", "oven", 3, 2}, [4]any{e.Name, e.Kind, e.Places, l.Count}, "each has a temperature of its own")
	assert.Contains(t, l.Say(), "2 ovens · 3 places each · ")
	l, e = read("3 fryers")
	assert.Equal(t, [3]any{"Fryer", 1, 3}, [3]any{e.Name, e.Places, l.Count})
	l, e = read("4 burners, 6 portions each")
	assert.Equal(t, [2]any{4, 0}, [2]any{e.Places, l.Count}, "one thing with four places")
	_, e = read("oven, 2 shelves, 4 s per degree, max 280")
	assert.Equal(t, [2]int{4, 280}, [2]int{e.Heating.Up, *e.Most})
	l, e = read("2 smoke boxes, made of oak")
	assert.Equal(t, "smoke box", e.Kind)
	assert.Equal(t, []string{"made of oak"}, l.Open)
	assert.NotEmpty(t, l.Assumed)
}

func TestALineOfAPersonIsRead(t *testing.T) {
	read := func(text string) (kitchen.Line, kitchen.Cook) {
		l, err := kitchen.ReadLine(text, kitchen.Either)
		require.NoError(t, err, text)
		require.NotNil(t, l.Cook, text)
		return l, *l.Cook
	}
	l, c := read("larder cook, Tue to Sat, 14–23, not the fryer")
	assert.Equal(t, kitchen.Cook{Name: "Larder cook", Section: "Larder", Shifts: []kitchen.Shift{{From: "14:00", To: "23:00", Days: []int{2, 3, 4, 5, 6}}}, Not: []string{"fryer"}}, c)
	assert.Empty(t, l.Open)
	assert.Equal(t, []string{"section Larder"}, l.Assumed)
	assert.False(t, c.Does("fry the croquettes", []string{"fryer"}))
	assert.True(t, c.Does("sear", []string{"burner"}))

	l, c = read("KP")
	assert.Equal(t, []kitchen.Shift{kitchen.UsualShift}, c.Shifts)
	assert.Equal(t, []string{"10:00–23:00"}, l.Assumed)
	_, c = read("head chef, 9 to 5")
	assert.Equal(t, []kitchen.Shift{{From: "09:00", To: "17:00"}}, c.Shifts)
	_, c = read("sous chef, 10-15 and 17:30-midnight, on sauce")
	assert.Equal(t, []kitchen.Shift{{From: "10:00", To: "15:00"}, {From: "17:30", To: "00:00"}}, c.Shifts)
	assert.Equal(t, "Sauce", c.Section)
	_, c = read("pastry, Mon, Wed, Fri, 6–14, Sun 8–12, never oysters or eels")
	assert.Equal(t, []kitchen.Shift{{From: "06:00", To: "14:00", Days: []int{1, 3, 5}}, {From: "08:00", To: "12:00", Days: []int{7}}}, c.Shifts)
	assert.Equal(t, []string{"oyster", "eel"}, c.Not)
	assert.False(t, c.Does("open the oysters", nil))
	l, _ = read("commis, weekends, left-handed")
	assert.Equal(t, []string{"left-handed"}, l.Open)
	for text, want := range map[string][2]string{
		"Maria, sous chef, grill, 11–23": {"Maria, sous chef", "Grill"}, "Tom, sauce, 12–23": {"Tom", "Sauce"}, "Ann, pastry, 9–17:30": {"Ann", "Pastry"},
		"Jo, garde manger, 12–22": {"Jo", "Larder"}, "veg cook": {"Veg cook", "Vegetables"}, "chef de partie fish": {"Chef de partie fish", "Fish"}, "Bo, the pass, 15–23": {"Bo", "Pass"}, "head chef": {"Head chef", ""},
	} {
		l, c = read(text)
		assert.Equal(t, want, [2]string{c.Name, c.Section}, text)
		assert.Empty(t, l.Open, text)
	}
	l, err := kitchen.ReadLine("pass, 6 plates", kitchen.Either)
	require.NoError(t, err)
	assert.Equal(t, 6, l.Pass)
	l, err = kitchen.ReadLine("Robin", kitchen.AsCook)
	require.NoError(t, err)
	assert.Equal(t, "Robin", l.Cook.Name, "somebody says that it is a person")
}

// The last word says whether it is a person or a thing; what the pass is beside its width is
// not taken for equipment.
func TestAPersonIsToldFromAThingByTheLastWord(t *testing.T) {
	for line, kind := range map[string]string{"2 sous vides": "water bath", "sous-vide, 58 °C": "water bath", "chef's fridge": "fridge", "cook's pans": "pan"} {
		l, err := kitchen.ReadLine(line, kitchen.Either)
		require.NoError(t, err, line)
		require.NotNil(t, l.Equipment, line)
		assert.Equal(t, kind, l.Equipment.Kind, line)
	}
	for _, line := range []string{"sous chef, 10–23", "sous", "oven cook", "grill chef, Tue to Sat", "pot porter"} {
		l, err := kitchen.ReadLine(line, kitchen.Either)
		require.NoError(t, err, line)
		assert.NotNil(t, l.Cook, line)
	}
	l, err := kitchen.ReadLine("the pass, 6 plates, marble", kitchen.Either)
	require.NoError(t, err)
	assert.Equal(t, 6, l.Pass)
	assert.Equal(t, []string{"marble"}, l.Open)
	_, err = kitchen.ReadLine("pass", kitchen.Either)
	assert.EqualError(t, err, "The pass holds 1 to 100 plates. Write: pass, 6 plates.")
}

// What is said without a comma is read as with one; nothing that has figures disappears in a
// name.
func TestALineNeedsNoCommas(t *testing.T) {
	for line, said := range map[string]string{
		"fish cook tue-sat 14-23":      "Fish cook: Cook · Tue–Sat 14:00–23:00 · section Fish",
		"night baker 8 to 5am":         "Night baker: Cook · 08:00–05:00",
		"lunch cook 11 to 3":           "Lunch cook: Cook · 11:00–15:00",
		"bar cook 12 to 1":             "Bar cook: Cook · 12:00–01:00",
		"pastry chef Mon-Fri 8 to 4pm": "Pastry chef: Cook · Mon–Fri 08:00–16:00 · section Pastry",
		"sauce cook mon wed fri 10-22": "Sauce cook: Cook · Mon, Wed, Fri 10:00–22:00 · section Sauce",
		"2 commis, 10-23":              "Commis: 2 cooks · 10:00–23:00",
		"two cooks, 9am-5pm":           "Cook: 2 cooks · 09:00–17:00",
		"two planchas":                 "Planchas: Plancha · 2 places",
		"6-burner range":               "Burner range: Burner · 6 places",
		"hot cupboard for 20 plates":   "Hot cupboard: Warm drawer · 20 places · hot, 65 °C",
		"walk-in fridge at 2 °C":       "Walk-in fridge: Fridge · 40 places · cold, 2 °C",
		"salamander 2":                 "Salamander 2: Salamander · 1 place",
	} {
		l, err := kitchen.ReadLine(line, kitchen.Either)
		require.NoError(t, err, line)
		assert.Empty(t, l.Open, line)
		name := ""
		if l.Cook != nil {
			name = l.Cook.Name
		} else {
			name = l.Equipment.Name
		}
		assert.Equal(t, said, name+": "+l.Say())
	}
	for line, open := range map[string]string{"pizza oven 450": "450", "dishwasher 3 min": "3 min"} {
		l, err := kitchen.ReadLine(line, kitchen.Either)
		require.NoError(t, err, line)
		assert.Equal(t, []string{open}, l.Open, line)
	}
}

func TestTheHoursOfAWeekAreTypedAndWrittenTheSame(t *testing.T) {
	for _, text := range []string{"09:00–15:00, 17:00–23:30", "Tue–Sat 14:00–23:00, Sun 10:00–16:00", "Mon, Thu 06:00–14:00"} {
		list, err := kitchen.ReadShifts(text)
		require.NoError(t, err, text)
		assert.Equal(t, text, kitchen.SayShifts(list))
	}
	_, err := kitchen.ReadShifts("all day")
	assert.Error(t, err)
	_, err = kitchen.ReadShifts("Mon")
	assert.Error(t, err)
}

func TestOneDayHasOtherHours(t *testing.T) {
	c := kitchen.Cook{Shifts: []kitchen.Shift{{From: "09:00", To: "17:00", Days: []int{6}}}, On: []kitchen.OnDay{{Day: "2026-12-12", Shifts: []kitchen.Shift{}}, {Day: "2026-12-14", Shifts: []kitchen.Shift{{From: "12:00", To: "15:00"}}}}}
	on := func(day int) []kitchen.Shift { return c.ShiftsOn(time.Date(2026, 12, day, 0, 0, 0, 0, time.UTC)) }
	assert.Len(t, on(5), 1, "a Saturday")
	assert.Empty(t, on(6))
	assert.Empty(t, on(12), "that Saturday is off")
	assert.Equal(t, "12:00", on(14)[0].From, "and comes on Monday")
}

func FuzzReadLine(f *testing.F) {
	for _, line := range []string{"4 burners", "oven, 2 shelves", "99 x", ", ,"} {
		f.Add(line)
	}
	f.Fuzz(func(t *testing.T, line string) {
		e, err := thing(line)
		if err == nil && (e.Places < 1 || e.Kind == "") {
			t.Fatalf("%q is %+v", line, e)
		}
		l, err := kitchen.ReadLine(line, kitchen.Either)
		if err == nil && l.Cook == nil && l.Equipment == nil && l.Pass == 0 {
			t.Fatalf("%q is nothing", line)
		}
	})
}
