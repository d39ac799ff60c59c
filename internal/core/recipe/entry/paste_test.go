package entry_test

import (
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/reading"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/entry"
)

const pasted = `Roast mackerel with crushed potato

Mackerel:
4 mackerel fillets, pin bones out
1 tbsp oil
salt
makes 4
portion: 1
- oil and salt the skin, 2 min
- sear skin side down 3 min until the rim pales, turn, 30 s more, rest 1 min

Crushed potato:
600 g floury potatoes
50 g butter
boil the potatoes 20 min until a needle goes in
crush with the butter, 3 min, then hold covered 5 to 20 min

For the dressing
2 tbsp cider vinegar
4 tbsp oil
1 tsp mustard
whisk 2 min
`

var backKitchen = kitchen.Kitchen{Equipment: []kitchen.Equipment{{ID: "stove", Name: "Burners", Kind: "burner", Places: 4, Cooks: true},
	{ID: "oven", Name: "Oven", Kind: "oven", Places: 1, Heating: &kitchen.Heater{}}}}

func TestAPastedDishIsTakenApart(t *testing.T) {
	p := entry.Paste(pasted)
	assert.Equal(t, "Roast mackerel with crushed potato", p.Name)
	require.Len(t, p.Components, 3)
	assert.Equal(t, []string{"Mackerel", "Crushed potato", "Dressing"}, []string{p.Components[0].Name, p.Components[1].Name, p.Components[2].Name})
	assert.Equal(t, "4", p.Components[0].Yield)
	assert.Equal(t, "1", p.Components[0].Portion)
	var as []string
	for _, l := range p.Components[0].Lines {
		as = append(as, l.As)
	}
	assert.Equal(t, []string{"ingredient", "ingredient", "ingredient", "step", "step"}, as)

	d, components, bought := entry.Keep(recipe.NewBook(), p, backKitchen)
	require.Len(t, components, 3)
	require.NoError(t, components[0].Validate())
	assert.Len(t, d.Parts, 3)
	assert.Equal(t, "roast-mackerel-with-crushed-potato", d.ID)
	sear := components[0].Steps()[1]
	assert.Equal(t, int64(210), sear.Time.Usual)
	assert.Equal(t, int64(60), sear.Then.Least)
	assert.Equal(t, []string{"hands"}, sear.Ours)
	assert.Equal(t, "burner", sear.Equipment[0].Kind)
	assert.Equal(t, "the rim pales", sear.Cue())
	hold := components[1].Steps()[1].Then
	assert.Equal(t, int64(300), hold.Least)
	assert.Equal(t, int64(1200), *hold.Most)
	assert.Len(t, bought, 7, "oil is bought once")
	assert.Nil(t, bought[0].Allergens, "nothing is told of what is new")
}

func TestWhatGoesIntoAnotherComponentIsNotOnThePlateItself(t *testing.T) {
	d, components, _ := entry.Keep(recipe.NewBook(), entry.Paste("Soup\n\nStock:\n1 kg bones\nsimmer 45 min\n\nBroth:\n500 ml stock\nreduce by half, 10 min\n"), backKitchen)
	require.Len(t, d.Parts, 1)
	assert.Equal(t, "broth", d.Parts[0].Component)
	assert.Equal(t, "stock", components[1].Lines[0].Component)
	assert.InDelta(t, 0.5, *components[1].Steps()[0].Left, 1e-9)
}

func TestALineFindsWhatItNames(t *testing.T) {
	b := recipe.NewBook()
	b.Ingredients["shrimp"] = recipe.Ingredient{ID: "shrimp", Name: "brown shrimps", Also: []string{"potted shrimp"}}
	b.Components["stock"] = recipe.Component{ID: "stock", Name: "Fowl stock"}
	for text, want := range map[string]string{"100 g brown shrimp": "shrimp", "50 g potted shrimps": "shrimp", "200 ml fowl stock": "stock", "1 carrot": ""} {
		l, ok := entry.LineFrom(b, reading.Ingredient(text), map[string]bool{}, nil)
		require.True(t, ok)
		assert.Equal(t, want, l.Ingredient+l.Component, text)
	}
	l, _ := entry.LineFrom(b, reading.Ingredient("160–170 g hake, skin on"), map[string]bool{}, nil)
	assert.InDelta(t, 165, l.Amount.Quantity, 1e-9)
	assert.Equal(t, "skin on", l.Note)
	require.NotNil(t, l.Between)
	assert.Equal(t, "160–170 g", l.Between.String())
	l, _ = entry.LineFrom(b, reading.Ingredient("oil for frying"), map[string]bool{}, nil)
	assert.True(t, l.Free)
}

func TestEquipmentIsFoundUnderTheKitchensOwnWord(t *testing.T) {
	for line, want := range map[string]string{"roast 20 min at 190 C": "oven", "simmer 20 min": "burner", "grill 3 min": "oven", "chill 2 h": "", "cook 40 min in the water bath at 60 C": "water bath"} {
		steps := entry.StepsFrom(reading.Step(line), backKitchen, map[string]bool{})
		require.NotEmpty(t, steps)
		got := ""
		if len(steps[0].Equipment) > 0 {
			got = steps[0].Equipment[0].Kind
		}
		assert.Equal(t, want, got, line)
	}
}

// said are words that a paste turns into what they say: headings, and what leads in a fact.
var said = regexp.MustCompile(`^(?i:ingredients?|you|need|shopping|what|methods?|preparation|steps|directions|instructions|procedure|how|make|cook|makes|yields?|serves|feeds|portions?|covers|servings|people|persons|for|the|about|approx|around|roughly|plate|per|takes|keeps?|well|chilled|covered|they|this|will)$`)

// Whatever is pasted, nothing is lost, and what is kept is well formed.
func FuzzPaste(f *testing.F) {
	f.Add(pasted)
	f.Add("a:\n\nb:\n2 a\n1 b\n")
	f.Add("\r\n#\n***\nroast 12 min, then rest 3 min, then chill, rest 4 min")
	f.Fuzz(func(t *testing.T, text string) {
		if len(text) > 400 {
			return
		}
		p := entry.Paste(text)
		got := p.Name + " " + p.Serves
		for _, c := range p.Components {
			got += " " + strings.Join([]string{c.Name, c.Yield, c.Portion, c.Keeps}, " ")
			for _, l := range c.Lines {
				got += " " + l.Text
			}
		}
		for _, w := range regexp.MustCompile(`[\pL\d]{3,}`).FindAllString(text, -1) {
			if !said.MatchString(w) {
				require.Contains(t, strings.ToLower(got), strings.ToLower(w), text)
			}
		}
		d, components, _ := entry.Keep(recipe.NewBook(), p, backKitchen)
		all := map[string]recipe.Component{}
		for _, c := range components {
			require.NoError(t, c.Validate())
			all[c.ID] = c
		}
		require.NoError(t, d.Validate(all))
	})
}

// A paste of 200 lines is read, and its components are checked.
func BenchmarkPasteOf200Lines(b *testing.B) {
	lines := strings.Split(strings.TrimSpace(pasted), "\n")
	var text strings.Builder
	for n := 0; n < 200; n++ {
		text.WriteString(lines[n%len(lines)] + "\n")
	}
	for b.Loop() {
		entry.Paste(text.String())
	}
}
