package api_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/api"
	"jointime/internal/app"
)

type someIngredients struct {
	Ingredients []api.IngredientView
	Next        string
	All, Untold int
}

// Long lists come a page at a time, and together the pages are the list.
func TestIngredientsComeInPages(t *testing.T) {
	c := newHouse(t).cook("Chef")
	whole := get[someIngredients](c, "/api/ingredients?limit=500")
	require.Empty(t, whole.Next)
	require.Len(t, whole.Ingredients, whole.All)
	var ids, again []string
	for _, i := range whole.Ingredients {
		ids = append(ids, i.Ingredient.ID)
	}
	for next := ""; ; {
		page := get[someIngredients](c, "/api/ingredients?limit=7&next="+next)
		assert.LessOrEqual(t, len(page.Ingredients), 7)
		assert.Equal(t, whole.All, page.All)
		for _, i := range page.Ingredients {
			again = append(again, i.Ingredient.ID)
		}
		if next = page.Next; next == "" {
			break
		}
	}
	assert.Equal(t, ids, again)
	assert.Equal(t, "butter", get[someIngredients](c, "/api/ingredients?words=BUT").Ingredients[0].Ingredient.ID)
	assert.Empty(t, get[someIngredients](c, "/api/ingredients?words=utter").Ingredients, "words begin so")
	assert.Equal(t, 422, c.send("GET", "/api/ingredients?next=!", nil).status)
}

func TestStockComesInPagesAndByPlace(t *testing.T) {
	c := newHouse(t).cook("Chef")
	type some struct {
		Stock  []api.StockView
		Next   string
		Places []string
	}
	whole := get[some](c, "/api/stock")
	require.Greater(t, len(whole.Stock), 2)
	first := get[some](c, "/api/stock?limit=2")
	rest := get[some](c, "/api/stock?next="+first.Next)
	assert.Equal(t, whole.Stock, append(first.Stock, rest.Stock...))
	for _, place := range whole.Places {
		there := get[some](c, "/api/stock?place="+place)
		assert.NotEmpty(t, there.Stock)
		assert.Equal(t, whole.Places, there.Places)
		for _, e := range there.Stock {
			assert.Equal(t, place, e.Stock.Place)
		}
	}
}

// What can be on hand or on a dish is found by its kind; what cannot be opened is not found
// otherwise.
func TestWhatCannotBeOpenedIsFoundByItsKindAlone(t *testing.T) {
	c := newHouse(t).cook("Chef")
	find := func(query string) []app.Match {
		return get[struct{ Found []app.Match }](c, "/api/find?words=fowl+bones"+query).Found
	}
	require.NotEmpty(t, find("&kinds=by-product"))
	assert.Equal(t, "by-product", find("&kinds=by-product")[0].Kind)
	for _, m := range find("") {
		assert.NotEqual(t, "by-product", m.Kind)
	}
	made := posted[struct{ IDs []string }](c, "/api/read/ids", map[string]any{"names": []string{"Barley"}, "of": "component"})
	assert.Equal(t, []string{"barley-2"}, made.IDs, "the book has barley")
	lone := map[string]any{"id": "lone", "name": "Lone crumb", "yield": map[string]any{"quantity": 1, "unit": "kg"}, "ingredients": []any{}, "methods": []any{map[string]any{"id": "m", "name": "m", "steps": []any{}}}}
	require.Equal(t, 200, c.send("PUT", "/api/components/lone", edit(0, lone)).status)
	assert.Empty(t, get[struct{ Found []app.Match }](c, "/api/find?words=lone").Found)
	assert.Len(t, get[struct{ Found []app.Match }](c, "/api/find?words=lone&kinds=component").Found, 1)
}
