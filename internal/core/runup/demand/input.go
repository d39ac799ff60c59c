// Package demand says who is served what, when and in which waves, what each serving
// takes, and what is made once for several of them. It knows the book, the kitchen and
// the service, and nothing of planning problems.

package demand

import (
	"time"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
)

// Input is all that a run-up is computed from.
type Input struct {
	Kitchen    kitchen.Kitchen
	Menu       recipe.Menu
	Service    service.Service
	Dishes     map[string]recipe.Dish
	Components map[string]recipe.Component
	// Ingredients are what the components are made of, as far as that is known: what
	// they come from says which published limits concern them.
	Ingredients map[string]recipe.Ingredient
	Zone        *time.Location
	// Elsewhere is what other services of the kitchen have booked, around which this one is
	// planned. Those in front were there first.
	Elsewhere []Elsewhere
}

// Book is what the run-up is made from, as a book: variants are resolved in
// it already.
func (in Input) Book() recipe.Book {
	return recipe.Book{Components: in.Components, Dishes: in.Dishes}
}
