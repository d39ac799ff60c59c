package api_test

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/require"

	"jointime/internal/golden"
)

// What the screens read of the demo does not change unless somebody means it to, byte
// for byte.
func TestWhatIsReadIsUnchanged(t *testing.T) {
	chef := newHouse(t).cook("Chef")
	f := golden.Of(t, "testdata/golden.json", "demo")
	for _, path := range []string{
		"/api/book", "/api/book/export.json", "/api/ingredients", "/api/ingredients/butter/refused", "/api/kitchens", "/api/limits", "/api/heats", "/api/stock", "/api/suppliers",
		"/api/services", "/api/dishes/roast-hake", "/api/dishes/guinea-fowl", "/api/dishes/slow-cooked-egg-mushroom-broth", "/api/dishes/set-buttermilk-cream-poached-plum",
		"/api/dishes/guinea-fowl/versions/meatless/plate", "/api/dishes/roast-hake/card.svg", "/api/dishes/guinea-fowl/card.svg", "/api/dishes/roast-hake/recipe.jsonld",
		"/api/dishes/roast-hake/place?placing=hake&at=2%20o%27clock,%2040%20mm", "/api/dishes/roast-hake/placing?say=three%20dots%20of%20dill,%204%20o%27clock,%2015%20mm",
		"/api/read/line?kind=step&text=roast%2012%20min%20at%20220%20C,%20then%20rest%204%20to%208%20min%20covered", "/api/read/amount?text=2%20tbsp", "/api/read/heat?text=gas%204", "/api/read/duration?text=1%20h%2030",
	} {
		read := chef.send("GET", path, nil)
		f.Text(path, read.body)
	}
	for _, id := range []string{"supper", "winter-supper"} {
		for _, path := range []string{"", "/across", "/amounts", "/runup", "/sheets", "/mise", "/labels", "/problem.json", "/plan.json", "/order.csv", "/mise.csv", "/fire.csv", "/run-up.svg", "/calendar.ics"} {
			a := chef.send("GET", "/api/services/"+id+path, nil)
			require.Equal(t, 200, a.status, path)
			f.Text("/api/services/"+id+path, a.body)
		}
	}
	paste := chef.send("POST", "/api/read/paste", map[string]any{"text": pasted})
	f.Text("a paste", paste.body)
	what := chef.send("POST", "/api/services/supper/what-if", json.RawMessage(`{"methods":{}}`))
	f.Text("what if nothing is otherwise", what.body)
}

// pasted is a dish as somebody might have written it.
const pasted = `Beet salad
serves 4
600 g beetroot
2 tbsp cider vinegar
30 g walnuts, toasted
Boil the beetroot 50 min until a knife slides in.
Peel and slice, 10 min.
Dress and leave 20 min to 2 h.`
