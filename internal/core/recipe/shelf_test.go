package recipe_test

import (
	"fmt"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
)

func found(entries []recipe.Entry) (out []string) {
	for _, e := range entries {
		out = append(out, e.Name)
	}
	return out
}

func TestABookIsSearched(t *testing.T) {
	b := smallBook()
	prawn := b.Ingredients["prawn"]
	prawn.Season = []int{6, 7}
	b.Ingredients["prawn"] = prawn
	for id, name := range map[string]string{"sauce": "Fish in sauce", "mash": "Mash on toast", "bun": "Bun with cream"} {
		d := on(id)
		d.ID, d.Name = id, name
		b.Dishes[id] = d
	}
	shelf := recipe.NewShelf(b, kitchen.Kitchen{})
	for name, c := range map[string]struct {
		query recipe.Query
		want  []string
	}{
		"everything":            {recipe.Query{}, []string{"Bun with cream", "Fish in sauce", "Mash on toast"}},
		"a word of the name":    {recipe.Query{Words: "mas"}, []string{"Mash on toast"}},
		"an ingredient":         {recipe.Query{Words: "prawn"}, []string{"Fish in sauce"}},
		"name before contents":  {recipe.Query{Words: "cream"}, []string{"Bun with cream", "Fish in sauce"}},
		"an allergen":           {recipe.Query{Words: "crust"}, []string{"Fish in sauce"}},
		"two words":             {recipe.Query{Words: "fish wine"}, []string{"Fish in sauce"}},
		"inside of a word":      {recipe.Query{Words: "ash"}, nil},
		"surely without milk":   {recipe.Query{Without: []string{"milk"}}, []string{"Mash on toast"}},
		"in season in december": {recipe.Query{Month: 12}, []string{"Bun with cream", "Mash on toast"}},
		"begun within an hour":  {recipe.Query{Within: 3600}, []string{"Fish in sauce", "Mash on toast"}},
	} {
		t.Run(name, func(t *testing.T) { assert.Equal(t, c.want, found(shelf.Search(c.query))) })
	}
	assert.Equal(t, "prawn in Broth", shelf.Search(recipe.Query{Words: "prawn"})[0].Because)
	assert.Equal(t, "crustaceans from Sauce › Broth › prawn", shelf.Search(recipe.Query{Words: "crust"})[0].Because)
}

func TestARefusedDeliveryShowsWhatFallsAndWhatStandsIn(t *testing.T) {
	b := smallBook()
	cream := b.Ingredients["cream"]
	cream.Substitutes = []recipe.Substitute{{Ingredient: "oat cream", Factor: 1.2}, {Ingredient: "spice"}}
	b.Ingredients["cream"] = cream
	d := on("sauce")
	d.Versions = []recipe.Version{{ID: "n", Name: "No dairy", Changes: []recipe.Change{{Do: "swap", Component: "sauce", Line: "cream", With: "oat cream", Ingredient: "oat cream"}}}}
	b.Dishes["dish"] = d
	falls, standIns := b.Refused("cream")
	require.Len(t, falls, 1)
	assert.Equal(t, []string{"Sauce"}, falls[0].By)
	assert.Equal(t, []string{"No dairy"}, falls[0].Versions)
	assert.Equal(t, []string{"oats"}, standIns[0].Brings)
	assert.True(t, standIns[1].Unknown)
	falls, _ = b.Refused("spice")
	assert.Empty(t, falls)
}

// largeBook is a book of so many components with five lines each, four to a
// dish, every third made of the one before it.
func largeBook(components int) recipe.Book {
	b := recipe.NewBook()
	for i := range 400 {
		id := fmt.Sprint("i", i)
		b.Ingredients[id] = recipe.Ingredient{ID: id, Name: fmt.Sprintf("thing %c%c%c", 'a'+i%26, 'a'+i/26, 'x'), Allergens: told(), Animal: "none"}
		if i%40 == 0 {
			b.Ingredients[id] = recipe.Ingredient{ID: id, Name: fmt.Sprint("milky ", i), Allergens: told("milk"), Animal: "milk"}
		}
	}
	for i := range components {
		c := recipe.Component{ID: fmt.Sprint("c", i), Name: fmt.Sprintf("component %c%c%c", 'a'+i%26, 'a'+i/26%26, 'a'+i/676), Yield: grams(100), Methods: recipe.OneWay(simple(fmt.Sprint("s", i)), simple(fmt.Sprint("t", i)))}
		for l := range 5 {
			line := uses(fmt.Sprint("i", (i*7+l)%400))
			line.Name = b.Ingredients[line.Ingredient].Name
			c.Lines = append(c.Lines, line)
		}
		if i%3 == 2 {
			c.Lines[0] = goesIn(fmt.Sprint("c", i-1))
		}
		b.Components[c.ID] = c
	}
	for d := range components / 4 {
		dish := on(fmt.Sprint("c", 4*d), fmt.Sprint("c", 4*d+1), fmt.Sprint("c", 4*d+2), fmt.Sprint("c", 4*d+3))
		dish.ID, dish.Name = fmt.Sprint("d", d), fmt.Sprint("dish ", d)
		b.Dishes[dish.ID] = dish
	}
	return b
}

// Search in a book of 600 components and 3,000 lines, and in one ten times as
// large: median and 95th percentile, warm. Making it ready is measured by
// itself.
func BenchmarkShelf(b *testing.B) {
	for _, n := range []int{600, 6000} {
		book := largeBook(n)
		shelf := recipe.NewShelf(book, kitchen.Kitchen{})
		b.Run(fmt.Sprint("search-", n), func(b *testing.B) {
			var took []time.Duration
			for b.Loop() {
				start := time.Now()
				if len(shelf.Search(recipe.Query{Words: "thing c comp", Without: []string{"milk"}})) == 0 {
					b.Fatal("nothing found")
				}
				took = append(took, time.Since(start))
			}
			slices.Sort(took)
			b.ReportMetric(float64(took[len(took)/2].Microseconds())/1000, "ms-median")
			b.ReportMetric(float64(took[len(took)*95/100].Microseconds())/1000, "ms-p95")
		})
		b.Run(fmt.Sprint("ready-", n), func(b *testing.B) {
			for b.Loop() {
				recipe.NewShelf(book, kitchen.Kitchen{})
			}
		})
	}
}
