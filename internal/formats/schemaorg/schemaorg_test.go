package schemaorg_test

import (
	"encoding/json"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/entry"
	"jointime/internal/formats/schemaorg"
)

// The first example of schema.org/Recipe, from memory; its author's name is
// left out.
const bananaBread = `{
  "@context": "https://schema.org", "@type": "Recipe",
  "cookTime": "PT1H", "datePublished": "2009-05-08",
  "description": "This classic banana bread recipe comes from my mom -- the walnuts add a nice texture and flavor to the banana bread.",
  "image": "bananabread.jpg",
  "recipeIngredient": ["3 or 4 ripe bananas, smashed", "1 egg", "3/4 cup of sugar"],
  "interactionStatistic": {"@type": "InteractionCounter", "interactionType": "https://schema.org/Comment", "userInteractionCount": "140"},
  "name": "Mom's World Famous Banana Bread",
  "nutrition": {"@type": "NutritionInformation", "calories": "240 calories", "fatContent": "9 grams fat"},
  "prepTime": "PT15M",
  "recipeInstructions": "Preheat the oven to 350 degrees. Mix in the ingredients in a bowl. Add the flour last. Pour the mixture into a loaf pan and bake for one hour.",
  "recipeYield": "1 loaf",
  "suitableForDiet": "https://schema.org/LowFatDiet"
}`

func one(t *testing.T, text string) schemaorg.Recipe {
	t.Helper()
	list, err := schemaorg.Read(text)
	require.NoError(t, err)
	require.Len(t, list, 1)
	return list[0]
}

func TestTheExampleOfTheVocabularyIsRead(t *testing.T) {
	r := one(t, bananaBread)
	assert.Equal(t, "Mom's World Famous Banana Bread", r.Name)
	assert.Equal(t, "PT1H", r.CookTime)
	assert.Equal(t, []string{"1 loaf"}, r.Yield)
	assert.Equal(t, []string{"3 or 4 ripe bananas, smashed", "1 egg", "3/4 cup of sugar"}, r.Ingredients)
	require.Len(t, r.Sections, 1)
	assert.Equal(t, []string{"Preheat the oven to 350 degrees.", "Mix in the ingredients in a bowl.", "Add the flour last.", "Pour the mixture into a loaf pan and bake for one hour."}, r.Sections[0].Steps)
	assert.Contains(t, r.About, "nutrition")

	p := r.Pasted()
	require.Len(t, p.Components, 1)
	assert.Len(t, p.Components[0].Lines, 7)
	preheat := p.Components[0].Lines[3]
	assert.Equal(t, "step", preheat.As)
	assert.True(t, preheat.Step.Doubt, "350 degrees of which scale?")
	bake := p.Components[0].Lines[6].Step.Then
	assert.InDelta(t, 3600, *bake[0].Low, 0)
}

func TestSectionsGraphsListsAndPages(t *testing.T) {
	sections := `{"@type":["Thing","Recipe"],"name":"Pie","recipeInstructions":[
		{"@type":"HowToSection","name":"Dough","itemListElement":[{"@type":"HowToStep","text":"Rub in the butter."},{"@type":"HowToStep","name":"Rest 1 h"}]},
		{"@type":"HowToSection","name":"Filling","itemListElement":{"@type":"HowToStep","text":"Cook 20 min &amp; cool"}}]}`
	for name, text := range map[string]string{
		"alone":   sections,
		"a list":  "[" + sections + "]",
		"a graph": `{"@context":"https://schema.org","@graph":[{"@type":"WebPage"},` + sections + `]}`,
		"a page":  `<html><head><script>var x = {"@type":"Recipe"}</script><script type="application/ld+json">{"@type":"Organization"}</script><script type='application/ld+json'>` + sections + `</script></head></html>`,
		"nested":  `{"@type":"WebPage","mainEntity":` + sections + `}`,
	} {
		t.Run(name, func(t *testing.T) {
			r := one(t, text)
			require.Len(t, r.Sections, 2)
			assert.Equal(t, schemaorg.Section{Name: "Dough", Steps: []string{"Rub in the butter.", "Rest 1 h"}}, r.Sections[0])
			assert.Equal(t, []string{"Cook 20 min & cool"}, r.Sections[1].Steps)
			p := r.Pasted()
			assert.Equal(t, "Pie", p.Name)
			require.Len(t, p.Components, 2)
			assert.Equal(t, "Filling", p.Components[1].Name)
		})
	}
}

func TestMissingAndMalformedPartsAreToldAndNothingElseIsLost(t *testing.T) {
	_, err := schemaorg.Read(`{"@type":"Recipe",` + "\n" + ` "name": }`)
	assert.ErrorContains(t, err, "line 2, column 10")
	_, err = schemaorg.Read(`<p>hello</p>`)
	assert.ErrorIs(t, err, schemaorg.ErrNone)
	_, err = schemaorg.Read(strings.Repeat("x", schemaorg.MaxSize+1))
	assert.ErrorContains(t, err, "longer")
	r := one(t, `{"@type":"Recipe","recipeIngredient":"1 egg","recipeInstructions":[3,null,{"text":"<b>Boil</b> 6 min"},["Peel"]],"recipeYield":4}`)
	assert.Equal(t, []string{"1 egg"}, r.Ingredients)
	assert.Equal(t, []string{"4"}, r.Yield)
	assert.Equal(t, []string{"Boil 6 min", "Peel"}, r.Sections[0].Steps, "marks are taken out, words kept")
	assert.Equal(t, "New dish", r.Pasted().Name)
	deep := strings.Repeat("[", 3000) + strings.Repeat("]", 3000)
	_, err = schemaorg.Read(deep)
	assert.Error(t, err)
}

// Read, kept, written and read again: what the vocabulary can say is the same.
func TestARecipeGoesInAndOutWithoutLoss(t *testing.T) {
	r := one(t, bananaBread)
	d, components, bought := entry.Keep(recipe.NewBook(), r.Pasted(), kitchen.Kitchen{})
	b := recipe.NewBook()
	for _, c := range components {
		b.Components[c.ID] = c
	}
	for _, i := range bought {
		b.Ingredients[i.ID] = i
	}
	text, err := schemaorg.Write(b, d)
	require.NoError(t, err)
	back := one(t, string(text))
	assert.Equal(t, r.Name, back.Name)
	assert.Equal(t, r.About, back.About)
	assert.Equal(t, []string{"3 or 4 ripe bananas, smashed", "1 egg", "¾ cup sugar"}, back.Ingredients)
	assert.Equal(t, r.Sections[0].Steps[:3], back.Sections[0].Steps[:3], "a step is written as it was typed")
	assert.True(t, json.Valid(text))
}

func FuzzRead(f *testing.F) {
	f.Add(bananaBread)
	f.Add(`<script type="application/ld+json">[{"@type":"Recipe","recipeInstructions":{"itemListElement":[{"itemListElement":"x"}]}}]</script>`)
	f.Fuzz(func(t *testing.T, text string) {
		list, err := schemaorg.Read(text)
		if err != nil || len(text) > 2000 {
			return
		}
		for _, r := range list {
			p := r.Pasted()
			_, components, _ := entry.Keep(recipe.NewBook(), p, kitchen.Kitchen{})
			for _, c := range components {
				require.NoError(t, c.Validate())
			}
		}
	})
}
