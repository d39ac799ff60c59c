// Package demo is Lantern Quay, a made-up dining room on a made-up harbour:
// a small supper for four, cooked in its back kitchen. All of it is invented;
// times and amounts are common practice, with no source.
package demo

import (
	"slices"
	"time"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/limits"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/recipe/supply"
	"jointime/internal/core/service"
	"jointime/internal/core/units"
)

// Book is all that the demo loads.
type Book struct {
	Kitchen     kitchen.Kitchen
	Ingredients []recipe.Ingredient
	Components  []recipe.Component
	Dishes      []recipe.Dish
	Menu        recipe.Menu
	Service     service.Service
	Suppliers   []supply.Supplier
	Stock       []quantity.Stock
	House       kitchen.Kitchen // of the dining room, which is served the same evening
	Winter      recipe.Menu
	Supper      service.Service
	Sunday      recipe.Menu // a lunch with a choice of two mains, and a guest whose plate is stopped
	Lunch       service.Service
	Harbour     recipe.Menu // three dishes with what no plain recipe has a place for
	Table       service.Service
}

// Recipes is the demo as a book of recipes.
func (b Book) Recipes() recipe.Book {
	out := recipe.NewBook()
	for _, i := range b.Ingredients {
		out.Ingredients[i.ID] = i
	}
	for _, c := range b.Components {
		out.Components[c.ID] = c
	}
	for _, d := range b.Dishes {
		out.Dishes[d.ID] = d
	}
	return out
}

// Zone of the demo kitchen; a zone that names no place.
const Zone = "CET"

// Load makes the demo for the first Saturday after now.
func Load(now time.Time) Book {
	b := Book{
		Ingredients: ingredients(),
		Kitchen:     backKitchen(),
		Components:  slices.Concat(hakeComponents(), fowlComponents(), harbourComponents()),
		Dishes:      append([]recipe.Dish{hakeDish(), fowlDish()}, harbourDishes()...),
		Menu: recipe.Menu{ID: "small-supper", Name: "Small supper", Courses: []recipe.Course{
			{ID: "fish", Name: "Roast hake", Dishes: []string{"roast-hake"}},
			{ID: "main", Name: "Guinea fowl", Dishes: []string{"guinea-fowl"}},
		}},
		Service: service.Service{ID: "supper", Name: "Small supper", Menu: "small-supper", Kitchen: "back-kitchen", Day: nextSaturday(now),
			Courses: []service.CourseHour{
				{Course: "fish", Hour: "20:25", Covers: []service.Covers{{Dish: "roast-hake", Plates: 4}}},
				{Course: "main", Hour: "21:00", Covers: []service.Covers{{Dish: "guinea-fowl", Plates: 4}}},
			}},
	}
	b.typed()
	b.link()
	b.adorn()
	b.Suppliers = suppliers()
	b.sold()
	b.sections()
	b.onHand()
	b.House = house(b.Kitchen)
	b.Winter, b.Supper = winter(b.Service.Day)
	b.Sunday, b.Lunch = sunday(b.Service.Day)
	b.Harbour, b.Table = harbour(b.Service.Day)
	return b
}

// nextSaturday is a Saturday at least one day after now, so that what is done
// the day before can still be done.
func nextSaturday(now time.Time) string {
	zone, err := time.LoadLocation(Zone)
	if err != nil {
		zone = time.UTC
	}
	day := now.In(zone).AddDate(0, 0, 2)
	for day.Weekday() != time.Saturday {
		day = day.AddDate(0, 0, 1)
	}
	return day.Format(service.DayLayout)
}

func backKitchen() kitchen.Kitchen {
	shift := []kitchen.Shift{{From: "10:00", To: "23:30"}}
	return kitchen.Kitchen{ID: "back-kitchen", Name: "Lantern Quay, back kitchen", Zone: Zone, PassWidth: 4,
		Cooks: []kitchen.Cook{{ID: "chef", Name: "Head chef", Shifts: shift}, {ID: "commis", Name: "Commis", Shifts: shift}},
		Equipment: []kitchen.Equipment{
			{ID: "stove", Name: "Burners", Kind: "burner", Places: 4, Cooks: true},
			{ID: "oven", Name: "Oven", Kind: "oven", Places: 1, Cooks: true, Heating: &kitchen.Heater{Cold: 20, Up: 6, Down: 8, Tolerance: 5}},
			{ID: "rack", Name: "Resting rack", Kind: "rack", Places: 3},
			{ID: "drawer", Name: "Warm drawer", Kind: "warm drawer", Keeps: "hot", Places: 3},
			{ID: "fridge", Name: "Fridge", Kind: "fridge", Keeps: "cold", Places: 20},
			{ID: "bath", Name: "Water bath", Kind: "water bath", Places: 8, Cooks: true, Heating: &kitchen.Heater{Cold: 20, Up: 60, Down: 120, Tolerance: 1}},
			{ID: "blender", Name: "Blender", Kind: "blender", Places: 1},
			{ID: "churn", Name: "Ice cream machine", Kind: "ice cream machine", Places: 1},
			{ID: "freezer", Name: "Freezer", Kind: "freezer", Keeps: "frozen", Places: 10},
			{ID: "bench", Name: "Floured bench", Kind: "floured bench", Places: 1, Carries: []string{"wheat"}},
		}}
}

// The helpers below keep the recipes readable.

const minute = 60

func grams(q float64) units.Amount  { return units.Amount{Quantity: q, Unit: units.Gram} }
func ml(q float64) units.Amount     { return units.Amount{Quantity: q, Unit: units.Millilitre} }
func pieces(q float64) units.Amount { return units.Amount{Quantity: q, Unit: units.Piece} }

func line(name string, a units.Amount, note string) recipe.Line {
	return recipe.Line{Name: name, Amount: &a, Note: note}
}

func part(component string, a units.Amount) recipe.Part {
	return recipe.Part{Component: component, Portion: &a}
}

// takes is a time in minutes: quick, usual, slow.
func takes(quick, usual, slow float64) *recipe.Time {
	return &recipe.Time{Quick: int64(quick * minute), Usual: int64(usual * minute), Slow: int64(slow * minute), Per: recipe.Once}
}

func (s stepMaker) each() stepMaker { s.Time.Per = recipe.PerPortion; return s }

// stepMaker adds to a step what it has, one call each.
type stepMaker struct{ recipe.Step }

func step(id, name string, t *recipe.Time) stepMaker {
	return stepMaker{recipe.Step{ID: id, Name: name, Time: t, Hands: recipe.Hands{Work: recipe.NoHands}, Equipment: []recipe.Needed{}}}
}

func (s stepMaker) hands() stepMaker { s.Hands.Work = recipe.AllHands; return s }

func (s stepMaker) slices(p ...recipe.Slice) stepMaker {
	s.Hands = recipe.Hands{Work: recipe.SliceHands, Slices: p}
	return s
}

func (s stepMaker) on(kind string) stepMaker {
	s.Equipment = append(s.Equipment, recipe.Needed{Kind: kind})
	return s
}

// pan is a burner with a pan that holds so many portions.
func (s stepMaker) pan(holds int) stepMaker {
	s.Equipment = append(s.Equipment, recipe.Needed{Kind: "burner", Holds: holds})
	return s
}

func (s stepMaker) in(kind string, degrees int64, holds int) stepMaker {
	s.Equipment = append(s.Equipment, recipe.Needed{Kind: kind, Setting: &degrees, Holds: holds})
	return s
}

// rest is the wait after the step, in minutes; most below 0: no limit.
func (s stepMaker) rest(reason, place string, least, most float64) stepMaker {
	s.Then = recipe.Wait{Least: int64(least * minute), Reason: reason}
	if most >= 0 {
		m := int64(most * minute)
		s.Then.Most = &m
	}
	if place != "" {
		s.Then.Place = &recipe.Needed{Kind: place}
	}
	return s
}

func (s stepMaker) soft() stepMaker { s.Then.Soft = true; return s }
func (s stepMaker) cue(text string) stepMaker {
	s.Cues = []recipe.Cue{{Right: text}}
	return s
}
func (s stepMaker) after(refs ...string) stepMaker { s.After = refs; return s }
func (s stepMaker) wave() stepMaker                { s.EachWave = true; return s }
func (s stepMaker) by(days int, at string) stepMaker {
	s.By = &recipe.Deadline{DaysBefore: days, Clock: at}
	return s
}

func (s stepMaker) care(text, source string) stepMaker {
	s.Cautions = append(s.Cautions, limits.Caution{Text: text, Source: source})
	return s
}

func component(id, name string, yield units.Amount, in []recipe.Line, steps ...stepMaker) recipe.Component {
	c := recipe.Component{ID: id, Name: name, Yield: yield, Lines: in, Methods: recipe.OneWay()}
	for _, s := range steps {
		c.Methods[0].Steps = append(c.Methods[0].Steps, s.Step)
	}
	return c
}
