package quantity

import (
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// Above double a batch, salt, spice and acid are begun with two thirds, and tasted (common practice,
// without a source): what is lost in a pot does not grow as the list does.
const (
	seasonAbove = 2
	seasonFirst = 2.0 / 3
)

// spices are words of what seasons, beside salt and what has acid in it by the book.
var spices = []string{"pepper", "chilli", "chili", "cayenne", "cumin", "cinnamon", "nutmeg", "mace", "clove", "allspice", "paprika", "turmeric", "cardamom", "saffron", "mustard", "horseradish", "vinegar", "verjuice"}

// notSpice are words of what is only called so: a red pepper is a vegetable.
var notSpice = []string{"bell", "red", "green", "yellow", "orange", "sweet", "garlic"}

// begun is with how much of a line is begun, where a list is made more than twice; what has a rule of
// its own for growing keeps to that.
func (x *explosion) begun(l recipe.Line, told lineAmount, made *Made) string {
	if made.Times <= seasonAbove || l.Scale != recipe.Linear || l.Component != "" || l.Per != nil {
		return ""
	}
	i, known := x.book.Ingredients[l.Ingredient]
	if !known {
		i = recipe.Ingredient{Name: l.Name}
	}
	key := i.ID + "/" + i.Name
	does, asked := x.season[key] // words are read once, however many lines take it
	if !asked {
		does = seasons(i)
		x.season[key] = does
	}
	if !does {
		return ""
	}
	first, _ := x.ways.Scales.Weighed(units.Amount{Quantity: told.amount.Quantity * seasonFirst, Unit: told.amount.Unit})
	return first.String()
}

// seasons tells whether an ingredient is salt, spice or acid.
func seasons(i recipe.Ingredient) bool {
	if contentOf(i, "salt") >= 0.05 || contentOf(i, "acid") >= 0.02 {
		return true
	}
	return words.Says(i.Name, spices) && !words.Says(i.Name, notSpice)
}
