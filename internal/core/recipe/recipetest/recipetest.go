// Package recipetest has small books for tests of the packages of recipe.
package recipetest

import (
	"fmt"

	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
)

// Told is a list of allergens that was told, if only as none.
func Told(ids ...string) *[]string { return &ids }

func Uses(ingredient string) recipe.Line {
	a := Grams(100)
	return recipe.Line{Name: ingredient, Ingredient: ingredient, Amount: &a}
}

func GoesIn(component string) recipe.Line {
	a := Grams(100)
	return recipe.Line{Name: component, Component: component, Amount: &a}
}

// smallBook: gravy of bones that a crown leaves over, a broth of shellfish
// that goes into a sauce, a bun that is bought in.
func SmallBook() recipe.Book {
	b := recipe.NewBook()
	for _, i := range []recipe.Ingredient{
		{ID: "fowl", Name: "guinea fowl", Allergens: Told(), Animal: "meat"},
		{ID: "prawn", Name: "prawn shells", Allergens: Told("crustaceans"), Animal: "shellfish"},
		{ID: "cream", Name: "cream", Allergens: Told("milk"), Animal: "milk"},
		{ID: "wine", Name: "white wine", Allergens: Told("sulphites"), Animal: "none", Alcohol: true},
		{ID: "swede", Name: "swede", Allergens: Told(), Animal: "none"},
		{ID: "rye", Name: "rye flour", Allergens: Told("rye"), Animal: "none"},
		{ID: "spice", Name: "spice mix", Animal: "none"},
		{ID: "oat cream", Name: "oat cream", Allergens: Told("oats"), Animal: "none"},
	} {
		b.Ingredients[i.ID] = i
	}
	fry := Simple("fry")
	fry.Equipment = []recipe.Needed{{Kind: "fryer"}}
	sauceStep := Simple("mount")
	sauceStep.Pan = &recipe.Pan{Of: "crown/sear"}
	for _, c := range []recipe.Component{
		{ID: "crown", Name: "Crown", Yield: Grams(500), Lines: []recipe.Line{Uses("fowl")}, Methods: recipe.OneWay(Simple("joint"), Simple("sear")), ByProducts: []recipe.ByProduct{{ID: "bones", Name: "bones", Step: "joint"}}},
		{ID: "broth", Name: "Broth", Yield: Grams(500), Lines: []recipe.Line{Uses("prawn"), Uses("wine")}, Methods: recipe.OneWay(Simple("simmer"))},
		{ID: "sauce", Name: "Sauce", Yield: Grams(200), Lines: []recipe.Line{GoesIn("broth"), Uses("cream")}, Methods: recipe.OneWay(Simple("reduce"))},
		{ID: "gravy", Name: "Gravy", Yield: Grams(200), Lines: []recipe.Line{{Name: "bones", Component: "crown", ByProduct: "bones"}}, Methods: recipe.OneWay(Simple("bones"))},
		{ID: "mounted", Name: "Mounted sauce", Yield: Grams(200), Lines: []recipe.Line{Uses("swede")}, Methods: recipe.OneWay(sauceStep)},
		{ID: "crisp", Name: "Crisp", Yield: Grams(50), Lines: []recipe.Line{Uses("swede")}, Methods: recipe.OneWay(fry)},
		{ID: "mash", Name: "Mash", Yield: Grams(300), Lines: []recipe.Line{Uses("swede")}, Methods: recipe.OneWay(Simple("boil"))},
		{ID: "dusted", Name: "Dusted", Yield: Grams(300), Lines: []recipe.Line{Uses("swede"), Uses("spice")}, Methods: recipe.OneWay(Simple("dust"))},
		{ID: "bun", Name: "Bun", Yield: Grams(300), Methods: []recipe.Method{{ID: "shop", Name: "bought in", Bought: &recipe.Bought{Order: 86400, Allergens: Told("wheat", "milk"), Animal: "milk"}}}},
		{ID: "bag", Name: "Bag of stock", Yield: Grams(300), Methods: []recipe.Method{{ID: "shop", Name: "bought in", Bought: &recipe.Bought{}}}},
	} {
		b.Components[c.ID] = c
	}
	return b
}

func On(components ...string) recipe.Dish {
	d := recipe.Dish{ID: "dish", Name: "Dish"}
	for _, id := range components {
		a := Grams(50)
		d.Parts = append(d.Parts, recipe.Part{Component: id, Portion: &a})
		d.Plate.Placings = append(d.Plate.Placings, plating.Placing{ID: id, Component: id})
	}
	return d
}

func Grams(q float64) units.Amount { return units.Amount{Quantity: q, Unit: units.Gram} }

func Ptr[T any](v T) *T { return &v }

func Simple(id string) recipe.Step {
	return recipe.Step{ID: id, Name: id, Time: &recipe.Time{Quick: 60, Usual: 120, Slow: 180, Per: recipe.Once}, Hands: recipe.Hands{Work: recipe.AllHands}, Cues: []recipe.Cue{{Right: "done"}}}
}

// LargeBook is a book of so many components with five lines each, four to a
// dish, every third made of the one before it.
func LargeBook(components int) recipe.Book {
	b := recipe.NewBook()
	for i := range 400 {
		id := fmt.Sprint("i", i)
		b.Ingredients[id] = recipe.Ingredient{ID: id, Name: fmt.Sprintf("thing %c%c%c", 'a'+i%26, 'a'+i/26, 'x'), Allergens: Told(), Animal: "none"}
		if i%40 == 0 {
			b.Ingredients[id] = recipe.Ingredient{ID: id, Name: fmt.Sprint("milky ", i), Allergens: Told("milk"), Animal: "milk"}
		}
	}
	for i := range components {
		c := recipe.Component{ID: fmt.Sprint("c", i), Name: fmt.Sprintf("component %c%c%c", 'a'+i%26, 'a'+i/26%26, 'a'+i/676), Yield: Grams(100), Methods: recipe.OneWay(Simple(fmt.Sprint("s", i)), Simple(fmt.Sprint("t", i)))}
		for l := range 5 {
			line := Uses(fmt.Sprint("i", (i*7+l)%400))
			line.Name = b.Ingredients[line.Ingredient].Name
			c.Lines = append(c.Lines, line)
		}
		if i%3 == 2 {
			c.Lines[0] = GoesIn(fmt.Sprint("c", i-1))
		}
		b.Components[c.ID] = c
	}
	for d := range components / 4 {
		dish := On(fmt.Sprint("c", 4*d), fmt.Sprint("c", 4*d+1), fmt.Sprint("c", 4*d+2), fmt.Sprint("c", 4*d+3))
		dish.ID, dish.Name = fmt.Sprint("d", d), fmt.Sprint("dish ", d)
		b.Dishes[dish.ID] = dish
	}
	return b
}
