package search_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"
	"unicode"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/contents"
	"jointime/internal/core/recipe/recipetest"
	"jointime/internal/core/recipe/search"
)

func found(entries []search.Entry, _ int) (out []string) {
	for _, e := range entries {
		out = append(out, e.Name)
	}
	return out
}

func TestABookIsSearched(t *testing.T) {
	b := recipetest.SmallBook()
	prawn := b.Ingredients["prawn"]
	prawn.Season = []int{6, 7}
	b.Ingredients["prawn"] = prawn
	for id, name := range map[string]string{"sauce": "Fish in sauce", "mash": "Mash on toast", "bun": "Bun with cream"} {
		d := recipetest.On(id)
		d.ID, d.Name = id, name
		b.Dishes[id] = d
	}
	shelf := search.NewShelf(b, kitchen.Kitchen{})
	for name, c := range map[string]struct {
		query search.Query
		want  []string
	}{
		"everything":            {search.Query{}, []string{"Bun with cream", "Fish in sauce", "Mash on toast"}},
		"a word of the name":    {search.Query{Words: "mas"}, []string{"Mash on toast"}},
		"an ingredient":         {search.Query{Words: "prawn"}, []string{"Fish in sauce"}},
		"name before contents":  {search.Query{Words: "cream"}, []string{"Bun with cream", "Fish in sauce"}},
		"an allergen":           {search.Query{Words: "crust"}, []string{"Fish in sauce"}},
		"two words":             {search.Query{Words: "fish wine"}, []string{"Fish in sauce"}},
		"inside of a word":      {search.Query{Words: "ash"}, nil},
		"surely without milk":   {search.Query{Without: []string{"milk"}}, []string{"Mash on toast"}},
		"in season in december": {search.Query{Month: 12}, []string{"Bun with cream", "Mash on toast"}},
		"begun within an hour":  {search.Query{Within: 3600}, []string{"Fish in sauce", "Mash on toast"}},
	} {
		t.Run(name, func(t *testing.T) { assert.Equal(t, c.want, found(shelf.Search(c.query))) })
	}
	because := func(words string) string {
		list, all := shelf.Search(search.Query{Words: words})
		require.Len(t, list, all)
		return list[0].Because
	}
	assert.Equal(t, "prawn in Broth", because("prawn"))
	assert.Equal(t, "crustaceans from Sauce › Broth › prawn", because("crust"))
	page, all := shelf.Search(search.Query{Skip: 1, Most: 1})
	assert.Equal(t, []string{"Fish in sauce"}, found(page, all))
	assert.Equal(t, 3, all)
	page, _ = shelf.Search(search.Query{Skip: 9, Most: 1})
	assert.Empty(t, page)
}

func TestARefusedDeliveryShowsWhatFallsAndWhatStandsIn(t *testing.T) {
	b := recipetest.SmallBook()
	cream := b.Ingredients["cream"]
	cream.Substitutes = []recipe.Substitute{{Ingredient: "oat cream", Factor: 1.2}, {Ingredient: "spice"}}
	b.Ingredients["cream"] = cream
	d := recipetest.On("sauce")
	d.Versions = []recipe.Version{{ID: "n", Name: "No dairy", Changes: []recipe.Change{{Do: "swap", Component: "sauce", Line: "cream", With: "oat cream", Ingredient: "oat cream"}}}}
	b.Dishes["dish"] = d
	falls, standIns := contents.Refused(b, "cream")
	require.Len(t, falls, 1)
	assert.Equal(t, []string{"Sauce"}, falls[0].By)
	assert.Equal(t, []string{"No dairy"}, falls[0].Versions)
	assert.Equal(t, []string{"oats"}, standIns[0].Brings)
	assert.True(t, standIns[1].Unknown)
	falls, _ = contents.Refused(b, "spice")
	assert.Empty(t, falls)
}

// Search in a book of 600 components and 3,000 lines, and in one ten times as
// large: median and 95th percentile, warm. Making it ready is measured by
// itself.
func BenchmarkShelf(b *testing.B) {
	for _, n := range []int{600, 6000} {
		book := recipetest.LargeBook(n)
		shelf := search.NewShelf(book, kitchen.Kitchen{})
		b.Run(fmt.Sprint("search-", n), func(b *testing.B) {
			var took []time.Duration
			for b.Loop() {
				start := time.Now()
				if _, all := shelf.Search(search.Query{Words: "thing c comp", Without: []string{"milk"}}); all == 0 {
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
				search.NewShelf(book, kitchen.Kitchen{})
			}
		})
	}
}

// A word begins with some letters where Begins says that it does, in any text.
func FuzzWords(f *testing.F) {
	f.Add("brown-shrimp butter, 2 × 30 g\ncrème", "sh")
	f.Add("dish 77", "7")
	f.Fuzz(func(t *testing.T, text, w string) {
		if text, w = strings.ToLower(text), strings.ToLower(w); w == "" || strings.ContainsFunc(text+w, func(r rune) bool { return unicode.IsSpace(r) && r != ' ' && r != '\n' }) || strings.ContainsAny(w, " \n") {
			return // no words as somebody types them
		}
		found := false
		for word := range search.Words(text) {
			found = found || strings.HasPrefix(word, w)
		}
		assert.Equal(t, search.Begins(text, w), found)
	})
}
