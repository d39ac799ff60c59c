package api_test

import (
	"context"
	"encoding/json"
	"fmt"
	"log/slog"
	"net/http"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/api"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe/contents"
	"jointime/internal/core/recipe/entry"
	"jointime/internal/core/recipe/search"
	"jointime/internal/demo/demotest"
	"jointime/internal/pgdev/pgtest"
	"jointime/internal/store"
)

type found struct {
	Entries []search.Entry `json:"entries"`
	All     int            `json:"all"`
}

func TestTheBookIsSearchedOverTheAPI(t *testing.T) {
	chef := newHouse(t).cook("Head chef")
	f := get[found](chef, "/api/book?words=celeriac")
	assert.Equal(t, 9, f.All)
	assert.Empty(t, f.Entries, "it is part of a version only")
	f = get[found](chef, "/api/book?words=plum&without=gluten")
	assert.Empty(t, f.Entries)
	f = get[found](chef, "/api/book?words=plum&month=9")
	require.Len(t, f.Entries, 1)
	assert.Contains(t, f.Entries[0].Allergens, "milk")
	assert.Equal(t, 422, chef.send("GET", "/api/book?month=13", nil).status)

	doc, version := chef.component("swede")
	doc["name"] = "Crushed turnip"
	require.Equal(t, 200, chef.send("PUT", "/api/components/swede", edit(version, doc)).status)
	assert.Len(t, get[found](chef, "/api/book?words=turnip").Entries, 1, "what was just written is found")
}

// The versions of a dish are judged with all that they put in, which need not
// be on the menu.
func TestNoFaultIsToldWhereThereIsNone(t *testing.T) {
	chef := newHouse(t).cook("Head chef")
	for _, row := range get[api.ServiceView](chef, "/api/services/supper").Rows {
		for _, d := range row.Dishes {
			assert.Empty(t, d.Faults, d.Name)
		}
	}
	assert.Empty(t, get[api.RunUpView](chef, "/api/services/supper/runup").Faults)
}

func TestIngredientsAreToldAndADeliveryIsSentBack(t *testing.T) {
	chef := newHouse(t).cook("Head chef")
	refused := get[struct {
		Falls    []contents.Fall    `json:"falls"`
		StandIns []contents.StandIn `json:"standIns"`
	}](chef, "/api/ingredients/hake/refused")
	require.Len(t, refused.Falls, 1)
	assert.Equal(t, "coley", refused.StandIns[0].Ingredient)
	assert.Equal(t, 404, chef.send("GET", "/api/ingredients/gold/refused", nil).status)

	wrong := map[string]any{"id": "hake", "name": "hake", "allergens": []string{"dust"}, "loss": 0.4}
	p := chef.send("PUT", "/api/ingredients/hake", edit(1, wrong)).problem(t)
	assert.Equal(t, "body.value.allergens", p.Errors[0].Location)
	right := map[string]any{"id": "hake", "name": "hake", "allergens": []string{"fish", "sulphites"}, "animal": "fish"}
	require.Equal(t, 200, chef.send("PUT", "/api/ingredients/hake", edit(1, right)).status)
	v := get[api.DishView](chef, "/api/dishes/roast-hake")
	var names []string
	for _, a := range v.Versions[0].Contents.Allergens {
		names = append(names, a.ID)
	}
	assert.Contains(t, names, "sulphites", "it is in the dish at once")
}

func TestAPasteIsReviewedKeptOnceAndPlanned(t *testing.T) {
	chef := newHouse(t).cook("Head chef")
	var answer struct {
		Pasted entry.Pasted `json:"pasted"`
	}
	a := chef.send("POST", "/api/read/paste", map[string]any{"text": "Toast\n\nToast:\n2 slices bread\ntoast 3 min under the grill until brown\nmakes 2\nportion: 1\n"})
	require.Equal(t, 200, a.status, string(a.body))
	require.NoError(t, json.Unmarshal(a.body, &answer))
	first := chef.send("POST", "/api/dishes", answer.Pasted, "Idempotency-Key", "once")
	again := chef.send("POST", "/api/dishes", answer.Pasted, "Idempotency-Key", "once")
	require.Equal(t, 201, first.status, string(first.body))
	assert.Equal(t, "/api/dishes/toast", first.header.Get("Location"))
	assert.JSONEq(t, string(first.body), string(again.body), "a repeat makes no second dish")
	assert.Equal(t, 10, get[found](chef, "/api/book").All)
	made := chef.send("POST", "/api/services", map[string]any{"kitchen": "back-kitchen", "dishes": []string{"toast"}, "day": "2026-03-12", "hour": "19:30", "plates": 2})
	require.Equal(t, 201, made.status, string(made.body))
	var saved api.SavedView
	require.NoError(t, json.Unmarshal(made.body, &saved))
	run := get[api.RunUpView](chef, "/api/services/"+saved.ID+"/runup")
	assert.NotEmpty(t, run.RunUp.Bars)

	for name, body := range map[string]any{
		"no dish like that":  map[string]any{"kitchen": "back-kitchen", "dishes": []string{"ghost"}, "day": "2026-03-12", "hour": "19:30", "plates": 2},
		"a day that is past": map[string]any{"kitchen": "back-kitchen", "dishes": []string{"toast"}, "day": "2020-03-12", "hour": "19:30", "plates": 2},
		"no hour":            map[string]any{"kitchen": "back-kitchen", "dishes": []string{"toast"}, "day": "2026-03-12", "hour": "soon", "plates": 2},
	} {
		p := chef.send("POST", "/api/services", body).problem(t)
		assert.Equal(t, 422, p.Status, name)
		assert.NotEmpty(t, p.Detail, name)
	}
}

func TestBadLinesAndPastesAreToldAndNothingIsLost(t *testing.T) {
	chef := newHouse(t).cook("Head chef")
	paste := func(text string) answer { return chef.send("POST", "/api/read/paste", map[string]any{"text": text}) }
	p := paste("{\"@type\":\"Recipe\",\n\"name\": }").problem(t)
	assert.Contains(t, p.Detail, "line 2, column 9")
	p = paste("<p>no recipe</p>").problem(t)
	assert.Contains(t, p.Detail, "No recipe found")
	p = paste(strings.Repeat("1 egg\n", 3000)).problem(t)
	assert.Contains(t, p.Detail, "2,000 lines")
	assert.Equal(t, 413, paste(strings.Repeat("x", 2<<20)).status)
	long := paste("Soup\n\nSoup:\n" + strings.Repeat("roast 3 min ", 70000) + "\n2 eggs\n")
	require.Equal(t, 200, long.status)
	assert.Contains(t, string(long.body), "2 eggs", "a line of a megabyte is left as it is")
	marked := paste("Pie\n\nPie:\n<b>2 eggs</b>\nboil 9 to 3 min\n1 bucket of salt\n")
	assert.Contains(t, string(marked.body), `"as":"skip"`)
	assert.Equal(t, 2, strings.Count(string(marked.body), `"doubt":true`))

	doc, version := chef.component("swede")
	doc["ingredients"] = []any{map[string]any{"name": "broth", "component": "fish-broth", "amount": map[string]any{"quantity": 1, "unit": "bucket"}}}
	assert.Equal(t, "body.value.ingredients[0].amount.unit", chef.send("PUT", "/api/components/swede", edit(version, doc)).problem(t).Errors[0].Location)
	doc["ingredients"] = []any{map[string]any{"name": "broth", "component": "fish-broth", "amount": map[string]any{"quantity": 1, "unit": "l"}}}
	require.Equal(t, 200, chef.send("PUT", "/api/components/swede", edit(version, doc)).status)
	broth, version := chef.component("fish-broth")
	broth["ingredients"] = append(broth["ingredients"].([]any), map[string]any{"name": "swede", "component": "swede"})
	p = chef.send("PUT", "/api/components/fish-broth", edit(version, broth)).problem(t)
	assert.Contains(t, p.Detail, "Fish broth in Crushed swede in Fish broth")
}

// said are lines of which nobody says what they are.
func said(lines ...string) []api.SaidLine {
	out := []api.SaidLine{}
	for _, text := range lines {
		out = append(out, api.SaidLine{Text: text})
	}
	return out
}

func TestAKitchenIsSetUpInAFewLines(t *testing.T) {
	h := newHouse(t)
	chef := h.cook("Head chef")
	body := map[string]any{"name": "Annexe", "lines": said("pass, 6 plates", "head chef, 10–22, on the pass", "larder cook, Tue to Sat, 14–23, not the fryer", "2 burners", "2 ovens, 3 shelves", "")}
	a := chef.send("POST", "/api/kitchens", body)
	require.Equal(t, 201, a.status, string(a.body))
	d, err := h.store.Get(context.Background(), store.Kitchen, "annexe")
	require.NoError(t, err)
	var k kitchen.Kitchen
	require.NoError(t, json.Unmarshal(d.Body, &k))
	assert.Equal(t, 6, k.PassWidth)
	assert.Equal(t, "Head chef", k.Cooks[0].Name)
	assert.Equal(t, []kitchen.Section{{ID: k.Cooks[0].Section, Name: "Pass"}, {ID: k.Cooks[1].Section, Name: "Larder"}}, k.Sections)
	assert.Equal(t, []string{"fryer"}, k.Cooks[1].Not)
	assert.Equal(t, "burner", k.Equipment[0].Kind)
	assert.Equal(t, [2]string{"Oven 1", "Oven 2"}, [2]string{k.Equipment[1].Name, k.Equipment[2].Name}, "each has a temperature of its own")
	assert.Equal(t, 3, k.Equipment[2].Places)
	read := posted[struct{ Lines []api.ReadKitchenLine }](chef, "/api/read/kitchen", map[string]any{"lines": said("walk-in", "Robin", "0 ovens")}).Lines
	assert.Equal(t, "Fridge · 40 places · cold, 3 °C", read[0].Said)
	assert.Equal(t, []string{"40 places", "3 °C"}, read[0].Assumed)
	assert.NotEmpty(t, read[1].Assumed, "it is taken for a thing, and says so")
	assert.NotEmpty(t, read[2].Wrong)
	hours := posted[struct{ Shifts []kitchen.Shift }](chef, "/api/read/hours", map[string]any{"text": "Tue–Sat 14–23"})
	assert.Len(t, hours.Shifts[0].Days, 5)
	assert.Equal(t, 422, chef.send("POST", "/api/read/hours", map[string]any{"text": "all day"}).status)
	body["lines"] = said("2 burners", "0 ovens")
	assert.Equal(t, "body.lines[1]", chef.send("POST", "/api/kitchens", body).problem(t).Errors[0].Location)
	body["lines"], body["zone"] = said(), "Atlantis"
	assert.Equal(t, "body.zone", chef.send("POST", "/api/kitchens", body).problem(t).Errors[0].Location)
}

func TestTwoRevisionsAreComparedAndARecipeIsTakenOut(t *testing.T) {
	chef := newHouse(t).cook("Head chef")
	doc, version := chef.component("swede")
	step(doc, 0)["name"] = "boil hard"
	require.Equal(t, 200, chef.send("PUT", "/api/components/swede", edit(version, doc)).status)
	c := get[struct {
		Changes []struct{ Where, Was, Is string } `json:"changes"`
	}](chef, fmt.Sprintf("/api/compare/component/swede?from=%d&to=%d", version, version+1))
	require.Len(t, c.Changes, 1)
	assert.Equal(t, "House method: boil hard: name", c.Changes[0].Where)
	assert.Equal(t, 404, chef.send("GET", "/api/compare/component/swede?from=1&to=99", nil).status)
	a := chef.send("GET", "/api/dishes/roast-hake/recipe.jsonld", nil)
	assert.Equal(t, "application/ld+json", a.header.Get("Content-Type"))
	assert.Contains(t, string(a.body), `"HowToSection"`)
	assert.Equal(t, 404, chef.send("GET", "/api/dishes/ghost/recipe.jsonld", nil).status)
}

func TestAServiceIsWorkedOutBackToWhatIsBought(t *testing.T) {
	chef := newHouse(t).cook("Head chef")
	v := get[api.AmountsView](chef, "/api/services/supper/amounts")
	assert.Empty(t, v.Exploded.Problems)
	bought := map[string]string{}
	for _, b := range v.Exploded.Buy {
		bought[b.Name] = b.Text
	}
	assert.Equal(t, "2", bought["guinea fowl"])
	assert.Equal(t, "1.45 kg", bought["hake"])
	short := ""
	for _, e := range v.Exploded.Ledger {
		if e.Short.Quantity > 0 {
			short += e.Name + " " + e.Short.String()
		}
	}
	assert.Equal(t, "fowl bones and trimmings 20 g", short, "the gravy wants 60 g more than the fowl give, and 40 g are in the freezer")
	a := chef.send("GET", "/api/services/supper/order.csv", nil)
	assert.Equal(t, "text/csv; charset=utf-8; header=present", a.header.Get("Content-Type"))
	assert.Contains(t, string(a.body), "hake,1450,g,0,0,1450,")
	assert.Equal(t, 404, chef.send("GET", "/api/services/ghost/order.csv", nil).status)
}

func TestTheWholeBookIsTakenOutAndIn(t *testing.T) {
	chef := newHouse(t).cook("Head chef")
	out := chef.send("GET", "/api/book/export.json", nil)
	require.Equal(t, 200, out.status)
	type answer struct {
		Items   []struct{ Kind, ID, What string }
		Applied bool
	}
	taken := func(text []byte, query string) (v answer) {
		a := chef.send("POST", "/api/book/import"+query, text)
		require.Equal(t, 200, a.status, string(a.body[:min(len(a.body), 600)]))
		require.NoError(t, json.Unmarshal(a.body, &v))
		return v
	}
	what := func(v answer) map[string]int {
		n := map[string]int{}
		for _, i := range v.Items {
			n[i.What]++
		}
		return n
	}
	assert.Equal(t, 0, what(taken(out.body, ""))["changed"]+what(taken(out.body, ""))["new"], "it is the same book")

	changed := strings.Replace(string(out.body), `"name": "Crushed swede"`, `"name": "Crushed turnip"`, 1)
	v := taken([]byte(changed), "")
	assert.Equal(t, 1, what(v)["changed"])
	assert.False(t, v.Applied)
	assert.Empty(t, get[found](chef, "/api/book?words=turnip").Entries, "looking changes nothing")
	assert.True(t, taken([]byte(changed), "?apply=true").Applied)
	assert.Len(t, get[found](chef, "/api/book?words=turnip").Entries, 1)

	empty := newHouse(t)
	_, err := empty.store.DB.Exec(`truncate thing, revision, plan, service_plan, plan_before`)
	require.NoError(t, err)
	other := empty.cook("Head chef")
	a := other.send("POST", "/api/book/import?apply=true", []byte(changed))
	require.Equal(t, 200, a.status, string(a.body))
	assert.Equal(t, changed, string(other.send("GET", "/api/book/export.json", nil).body), "out and in again it is identical")

	half := chef.send("POST", "/api/book/import", out.body[:len(out.body)/2]).problem(t)
	assert.Contains(t, half.Detail, "is cut off")
	assert.Contains(t, chef.send("POST", "/api/book/import", []byte(`{"format":"jointime book","version":2}`)).problem(t).Detail, "is not supported")
}

// A condition that is chosen on the day changes the plan: small birds braise a
// sixth shorter.
func TestAConditionChosenOnTheDayChangesThePlan(t *testing.T) {
	chef := newHouse(t).cook("Head chef")
	braise := func() int64 {
		for _, b := range get[api.RunUpView](chef, "/api/services/supper/runup").RunUp.Bars {
			if b.ID == "guinea-fowl/croquette/braise" {
				return b.To - b.From
			}
		}
		return 0
	}
	assert.Equal(t, int64(5400), braise())
	var doc map[string]any
	d, err := chef.store.Get(context.Background(), store.Service, "supper")
	require.NoError(t, err)
	require.NoError(t, json.Unmarshal(d.Body, &doc))
	doc["conditions"] = []any{map[string]any{"component": "croquette", "condition": "small"}}
	require.Equal(t, 200, chef.send("PUT", "/api/services/supper", edit(d.Version, doc)).status)
	assert.Equal(t, int64(4590), braise())
}

// shelf is a database with a book of so many components.
func shelf(b *testing.B, components int) *store.Store {
	b.Helper()
	st := pgtest.Store(b)
	demotest.Grow(b, st, components, 0)
	return st
}

// BenchmarkSearch is a search from the request to the answer, the book read
// from the database when somebody has written.
func BenchmarkSearch(b *testing.B) { benchmarkPath(b, shelf(b, 600), "/api/book?words=thing+ab") }

// BenchmarkReadAfterWrite is what the next reader waits after somebody has written into a
// book of 3,000 components: one who opens a dish, and one who searches.
func BenchmarkReadAfterWrite(b *testing.B) {
	st := shelf(b, 3000)
	d, err := st.Get(context.Background(), store.Dish, "d7")
	require.NoError(b, err)
	write := func(http.Handler) []byte {
		made, err := st.Save(context.Background(), store.Request{Who: "bench"}, store.Write{Kind: store.Dish, ID: "d7", Base: d.Version, Body: d.Body})
		require.NoError(b, err)
		d.Version = made[0].Version
		return nil
	}
	for _, path := range []string{"/api/dishes/d3", "/api/book?words=thing+ab"} {
		b.Run(path, func(b *testing.B) { benchmarkRequest(b, st, "GET", path, write) })
	}
}

// BenchmarkImport takes a whole book of 3,000 components in, 3 MB.
func BenchmarkImport(b *testing.B) {
	s := api.New(shelf(b, 3000), api.Options{Log: slog.New(slog.DiscardHandler)})
	out := from(s, "127.0.0.1", "GET", "/api/book/export.json", "", nil)
	require.Equal(b, 200, out.Code)
	for b.Loop() {
		b.StopTimer()
		empty := api.New(pgtest.Store(b), api.Options{Log: slog.New(slog.DiscardHandler), Within: time.Minute})
		w := from(empty, "127.0.0.1", "PUT", "/api/session", `{"name":"x"}`, nil)
		b.StartTimer()
		w = from(empty, "127.0.0.1", "POST", "/api/book/import?apply=true", out.Body.String(), w.Result().Cookies())
		require.Equal(b, 200, w.Code, w.Body.String()[:min(400, w.Body.Len())])
	}
	b.ReportMetric(float64(out.Body.Len())/1e6, "MB")
}

// BenchmarkFind is a letter in the finder, with a book of 5,000 components and 2,000 services of
// the past: what everything has in it, and what has a name.
func BenchmarkFind(b *testing.B) {
	st := demotest.Store(b)
	demotest.Grow(b, st, 5000, 2000)
	for _, words := range []string{"t", "thing+ab", "dish+77", "supper"} {
		b.Run(words, func(b *testing.B) { benchmarkPath(b, st, "/api/find?words="+words) })
	}
}

// BenchmarkServicesOfYears is the first page of the services, after one year and after eight.
func BenchmarkServicesOfYears(b *testing.B) {
	for _, past := range []int{250, 2000} {
		st := demotest.Store(b)
		demotest.Grow(b, st, 100, past)
		for _, path := range []string{"/api/services?limit=40", "/api/menus", "/api/dishes/roast-hake", "/api/services/supper"} {
			b.Run(fmt.Sprint(past, path), func(b *testing.B) { benchmarkPath(b, st, path) })
		}
	}
}
