package entry_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/entry"
	"jointime/internal/core/units"
)

// outline is a paste in short: components, and what each line is taken for.
func outline(p entry.Pasted) (out []string) {
	for _, c := range p.Components {
		out = append(out, "# "+c.Name)
		for _, l := range c.Lines {
			mark := ""
			if l.Ask != "" {
				mark = "?"
			}
			out = append(out, l.As[:2]+mark+" "+l.Text)
		}
	}
	return out
}

// From memory of how cooks write, no source.
func TestNamesOnLinesOfTheirOwnBeginComponents(t *testing.T) {
	p := entry.Paste("Skate, capers, greens\nServes 4\n\nBrown butter\n100 g butter\n20 g capers\nbrown the butter 5 min\n\nGreens (makes 600 g)\n400 g chard\nwilt 3 min\n\nMash\n800g potatoes\nboil 20 min, pass\n")
	assert.Equal(t, "Skate, capers, greens", p.Name)
	assert.Equal(t, []string{"# Brown butter", "in 100 g butter", "in 20 g capers", "st brown the butter 5 min", "# Greens", "in 400 g chard", "st wilt 3 min", "# Mash", "in 800g potatoes", "st boil 20 min, pass"}, outline(p))
	assert.Equal(t, "4 portions", p.Components[0].Yield)
	assert.Equal(t, "600 g", p.Components[1].Yield, "its own holds")
}

func TestStepsWithoutATimeAreNoIngredients(t *testing.T) {
	p := entry.Paste("Stew\n\nIngredients\n4 fillets\nsaffron threads\n\nMethod\ndust the fillets\nsteep the threads\nspatchgrill the lot\n2 tbsp oil\n")
	assert.Equal(t, []string{"in 4 fillets", "in saffron threads", "st dust the fillets", "st steep the threads", "st? spatchgrill the lot", "in? 2 tbsp oil"}, outline(p)[1:])
	// without headings, by the words alone
	p = entry.Paste("Stew\n\nStew:\n4 fillets\nsalt\ndust the fillets\nsteep the threads\ndice pears 1cm\npeel, core & chop the apples\n")
	assert.Equal(t, []string{"in 4 fillets", "in salt", "st dust the fillets", "st steep the threads", "st dice pears 1cm", "st peel, core & chop the apples"}, outline(p)[1:])
	// a word that is not known for work is a step to be timed, and not lost
	p = entry.Paste("Stew\n\nMethod\nspatchgrill the lot\n")
	_, components, _ := entry.Keep(recipe.NewBook(), p, backKitchen)
	require.Len(t, components[0].Steps(), 1)
	assert.Equal(t, "spatchgrill the lot", components[0].Steps()[0].Name)
}

func TestNumberedStepsAreSteps(t *testing.T) {
	p := entry.Paste("Stew\n\nIngredients:\n500 g mussels\n2 leeks\n\nMethod:\n1. Debeard the mussels, chuck any that stay open.\n2. Slice the leeks.\n3) Strain the liquor, pick the mussels.\nStep 4: return the mussels\n")
	assert.Equal(t, []string{"in 500 g mussels", "in 2 leeks", "st 1. Debeard the mussels, chuck any that stay open.", "st 2. Slice the leeks.", "st 3) Strain the liquor, pick the mussels.", "st Step 4: return the mussels"}, outline(p)[1:])
}

func TestALineThatMeansTwoThingsIsSplit(t *testing.T) {
	p := entry.Paste("Stew\n\nStew:\nsalt and pepper\nthyme, garlic, butter\n2 eggs, boil 6 min\n1 leek 1 carrot\n200 g flour and butter\n")
	assert.Equal(t, []string{"in salt", "in pepper", "in thyme", "in garlic", "in butter", "in 2 eggs", "st boil 6 min", "in 1 leek", "in 1 carrot", "in 200 g flour and butter"}, outline(p)[1:])
}

func TestWhatIsNeitherIsHandedBackAndKept(t *testing.T) {
	p := entry.Paste("Stew\n\nStew:\n200 g leeks\nsweat 10 min\nsee page 4\nsame as Friday\n")
	assert.Equal(t, []string{"sk see page 4", "sk same as Friday"}, outline(p)[3:])
	d, _, _ := entry.Keep(recipe.NewBook(), p, backKitchen)
	assert.Equal(t, []any{"see page 4", "same as Friday"}, d.About[entry.Aside])
}

func TestPortionsAreCountedAndWhatKeepsIsTold(t *testing.T) {
	p := entry.Paste("Slaw\n\nSlaw:\nmakes 4 portions\n1 carrot\nshred 5 min\ntoss with the dressing. Keeps 2 days.\n")
	d, components, _ := entry.Keep(recipe.NewBook(), p, backKitchen)
	assert.Equal(t, units.Amount{Quantity: 4, Unit: units.Piece}, components[0].Yield)
	assert.Equal(t, units.Amount{Quantity: 1, Unit: units.Piece}, *d.Parts[0].Portion)
	assert.Equal(t, []recipe.Keep{{Place: "chilled", For: 2 * 86400}}, components[0].Keeps)
	assert.Equal(t, "toss with the dressing", components[0].Steps()[1].Said)
	// a yield that is not understood is asked and not taken for one part without a word
	p = entry.Paste("Slaw\n\nSlaw:\nmakes a good bowl\n1 carrot\nshred 5 min\n")
	assert.Contains(t, strings.Join(p.Components[0].Asks, " "), "Yield “a good bowl”")
	_, components, _ = entry.Keep(recipe.NewBook(), p, backKitchen)
	assert.Equal(t, recipe.YieldNotSaid, components[0].Yield)
}

// Whatever share of a list no step names, and whatever a step takes that is not listed, is told.
func TestAPasteTellsWhatItsListAndItsMethodDoNotAgreeOn(t *testing.T) {
	p := entry.Paste("Sauce\n\nSauce:\n200 ml stock\n50 g butter\n1 bay leaf\nreduce 10 min\nadd the cream\n")
	assert.Equal(t, []string{"No step names butter or bay.", "Not on the list: cream."}, p.Components[0].Asks)
	p = entry.Paste("Sauce\n\nSauce:\n200 ml stock\n50 g butter\nput everything in and reduce 10 min\n")
	assert.Empty(t, p.Components[0].Asks)
}
