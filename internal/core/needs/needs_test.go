package needs_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/needs"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/recipetest"
	"jointime/internal/core/service"
)

func TestWhatIsToldOfAGuestIsTakenForWhatTheBookCanAnswer(t *testing.T) {
	for text, want := range map[string][2][]string{
		"no gluten":                   {{"gluten"}, nil},
		"gluten-free, vegan":          {{"gluten", "animal"}, nil},
		"coeliac":                     {{"gluten"}, nil},
		"nut allergy":                 {{"nuts", "peanut"}, nil},
		"no alcohol and no shellfish": {{"alcohol", "crustaceans", "molluscs"}, nil},
		"vegetarian":                  {{"meat"}, nil},
		"allergic to eggs":            {{"egg"}, nil},
		"pine nuts":                   {nil, []string{"pine nuts"}},
		"no coriander, no milk":       {{"milk"}, []string{"coriander"}},
		"no eggplant":                 {nil, []string{"eggplant"}},
		"dairy products":              {{"milk"}, nil},
		"sesame; prawns":              {{"sesame", "crustaceans"}, nil},
		" , ":                         {nil, nil},
	} {
		without, house := needs.Read(text)
		assert.Equal(t, want, [2][]string{without, house}, text)
	}
}

// book has a cracker with wheat, a broth of which nobody told what is in its seasoning, a salad
// that is free of everything on the lists, and a version of the cracker without wheat.
func book() recipe.Book {
	b := recipe.NewBook()
	ingredient := func(name string, allergens *[]string) {
		b.Ingredients[name] = recipe.Ingredient{ID: name, Name: name, Allergens: allergens, Animal: "none"}
	}
	ingredient("flour", recipetest.Told("wheat"))
	ingredient("rice flour", recipetest.Told())
	ingredient("seasoning", nil)
	ingredient("leaves", recipetest.Told())
	b.Ingredients["pesto"] = recipe.Ingredient{ID: "pesto", Name: "pesto", Also: []string{"pine nut paste"}, Allergens: recipetest.Told(), Animal: "none"}
	dish := func(id string, lines ...string) {
		c := recipe.Component{ID: id, Name: id, Methods: []recipe.Method{{ID: "m"}}}
		for _, l := range lines {
			c.Lines = append(c.Lines, recipe.Line{Name: l, Ingredient: l})
		}
		b.Components[id] = c
		b.Dishes[id] = recipe.Dish{ID: id, Name: id, Parts: []recipe.Part{{Component: id}}}
	}
	dish("cracker", "flour")
	dish("broth", "seasoning")
	dish("salad", "leaves", "pesto")
	d := b.Dishes["cracker"]
	d.Versions = []recipe.Version{{ID: "rice", Name: "rice cracker", Without: []string{"gluten"}, Changes: []recipe.Change{{Do: "swap", Component: "cracker", Line: "flour", With: "rice flour", Ingredient: "rice flour"}}}}
	b.Dishes["cracker"] = d
	return b
}

var menu = recipe.Menu{Courses: []recipe.Course{{ID: "first", Dishes: []string{"cracker"}}, {ID: "second", Dishes: []string{"broth", "salad"}}, {ID: "third", Dishes: []string{"salad"}}}}

func seated(n service.GuestNeed) service.Service {
	courses := []service.CourseHour{}
	for _, c := range menu.Courses {
		courses = append(courses, service.CourseHour{Course: c.ID, Hour: "19:30"})
	}
	menu.Courses[2].Dishes = []string{"salad2"}
	return service.Service{Courses: courses, Tables: []service.Table{{ID: "t7", Name: "Table 7", Guests: 4, Needs: []service.GuestNeed{n}}}}
}

func plates(s service.Service, course, dish, version string) int {
	for _, c := range s.Resolved(menu).Courses {
		if c.Course == course {
			return c.Of(dish, version)
		}
	}
	return -1
}

// What is contained and what nobody knows stops the plate, alike; what the book is sure of is
// planned. An answer with a name lets it go, and stops again when the book changes under it.
func TestAPlateIsStoppedUntilSomebodyNamesTheAnswer(t *testing.T) {
	b := book()
	b.Dishes["salad2"] = recipe.Dish{ID: "salad2", Name: "salad", Parts: b.Dishes["salad"].Parts}
	need := service.GuestNeed{ID: "n1", Seat: "2", Said: "no gluten", Without: []string{"gluten"}}
	s := needs.Judged(b, kitchen.Kitchen{}, menu, seated(need))
	first, second, third := s.Tables[0].Needs[0].Of("first"), s.Tables[0].Needs[0].Of("second"), s.Tables[0].Needs[0].Of("third")
	assert.True(t, first.Stopped)
	assert.Equal(t, []string{"gluten from cracker › flour"}, first.Contains)
	assert.Equal(t, []service.Alternative{{Dish: "cracker", Version: "rice", Name: "cracker, rice cracker"}}, first.Offers)
	assert.True(t, second.Stopped)
	assert.Equal(t, []string{"broth › seasoning"}, second.Unknown)
	assert.Equal(t, "salad", second.Offers[0].Dish, "that of which the book is sure comes first")
	assert.False(t, third.Stopped)
	assert.Equal(t, 3, plates(s, "first", "cracker", ""), "a stopped plate is not planned")
	assert.Equal(t, 3, plates(s, "second", "broth", ""))
	assert.Equal(t, 4, plates(s, "third", "salad2", ""), "a free one is")
	assert.Empty(t, s.Said().Tables[0].Orders, "what follows is not kept")
	assert.Empty(t, s.Said().Tables[0].Needs[0].Served)

	now := time.Date(2026, 12, 5, 18, 2, 0, 0, time.UTC)
	_, err := needs.Named(b, kitchen.Kitchen{}, menu, need, service.NamedAnswer{Course: "first", Dish: "cracker"})
	assert.ErrorContains(t, err, "cannot be the answer: gluten from cracker › flour")
	_, err = needs.Named(b, kitchen.Kitchen{}, menu, need, service.NamedAnswer{Course: "second", Dish: "broth"})
	assert.ErrorContains(t, err, "about broth › seasoning")
	_, err = needs.Named(b, kitchen.Kitchen{}, menu, need, service.NamedAnswer{Course: "second", Dish: "cracker"})
	assert.Error(t, err, "it is in another course")
	rice, err := needs.Named(b, kitchen.Kitchen{}, menu, need, service.NamedAnswer{Course: "first", Dish: "cracker", Version: "rice", Who: "Head chef", At: now})
	require.NoError(t, err)
	read, err := needs.Named(b, kitchen.Kitchen{}, menu, need, service.NamedAnswer{Course: "second", Dish: "broth", Source: "label of the seasoning", Who: "Head chef", At: now})
	require.NoError(t, err)
	need.Answers = []service.NamedAnswer{rice, read}
	s = needs.Judged(b, kitchen.Kitchen{}, menu, seated(need))
	assert.Equal(t, 1, plates(s, "first", "cracker", "rice"))
	assert.Equal(t, 4, plates(s, "second", "broth", ""))
	assert.Equal(t, 4, s.Tables[0].Guests)

	b.Components["broth"] = recipe.Component{ID: "broth", Name: "broth", Methods: []recipe.Method{{ID: "m"}}, Lines: []recipe.Line{{Name: "seasoning", Ingredient: "seasoning"}, {Name: "soy sauce"}}}
	s = needs.Judged(b, kitchen.Kitchen{}, menu, seated(need))
	assert.Equal(t, []string{"broth › soy sauce"}, s.Tables[0].Needs[0].Of("second").Unknown, "what came in since was not read")
	assert.True(t, s.Tables[0].Needs[0].Of("second").Stopped)
	b.Ingredients["rice flour"] = recipe.Ingredient{ID: "rice flour", Name: "rice flour", Allergens: recipetest.Told("barley")}
	s = needs.Judged(b, kitchen.Kitchen{}, menu, seated(need))
	assert.True(t, s.Tables[0].Needs[0].Of("first").Stopped, "it holds it now, whatever was named")
}

func TestAWordOfTheHouseIsLookedForAndNeverTakenForAbsent(t *testing.T) {
	b := book()
	b.Dishes["salad2"] = recipe.Dish{ID: "salad2", Name: "salad", Parts: b.Dishes["salad"].Parts}
	s := needs.Judged(b, kitchen.Kitchen{}, menu, seated(service.GuestNeed{ID: "n1", Said: "pine nuts", Words: []string{"pine nuts"}}))
	third := s.Tables[0].Needs[0].Of("third")
	assert.Equal(t, []string{"pine nuts in salad › pesto"}, third.Contains, "by another name of it")
	first := s.Tables[0].Needs[0].Of("first")
	assert.True(t, first.Stopped)
	assert.Equal(t, []string{"pine nuts: no line names it; check what is bought in"}, first.Unknown)
}

func TestAGuestWhoHasNothingInACourseHasNoPlate(t *testing.T) {
	b := book()
	b.Dishes["salad2"] = recipe.Dish{ID: "salad2", Name: "salad", Parts: b.Dishes["salad"].Parts}
	s := needs.Judged(b, kitchen.Kitchen{}, menu, seated(service.GuestNeed{ID: "n1", Said: "no gluten", Without: []string{"gluten"}, Answers: []service.NamedAnswer{{Course: "first", Who: "Head chef"}}}))
	assert.False(t, s.Tables[0].Needs[0].Of("first").Stopped)
	assert.Equal(t, 3, plates(s, "first", "cracker", ""))
}

// Before anything was worked out, every plate of a guest with a need is stopped.
func TestAServiceThatNobodyHasJudgedSendsNothing(t *testing.T) {
	s := seated(service.GuestNeed{ID: "n1", Said: "no gluten", Without: []string{"gluten"}})
	assert.Equal(t, 3, plates(s, "third", "salad2", ""))
}

func TestAnswersAreNamedByNobodyElse(t *testing.T) {
	old := seated(service.GuestNeed{ID: "n1", Said: "no gluten", Without: []string{"gluten"}, Answers: []service.NamedAnswer{{Course: "first", Who: "Head chef"}}})
	forged := seated(service.GuestNeed{ID: "n1", Said: "no gluten", Without: []string{"gluten"}, Answers: []service.NamedAnswer{{Course: "third", Who: "Head chef"}}})
	assert.Equal(t, "first", forged.KeepingAnswers(old).Tables[0].Needs[0].Answers[0].Course)
	other := seated(service.GuestNeed{ID: "n1", Said: "no egg", Without: []string{"egg"}})
	assert.Empty(t, other.KeepingAnswers(old).Tables[0].Needs[0].Answers, "another need was not answered")
}
