package api_test

import (
	"context"
	"encoding/json"
	"fmt"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/api"
	"jointime/internal/core/mise"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/reckon"
	"jointime/internal/core/service"
	"jointime/internal/demo/demotest"
)

func ticks(list ...map[string]any) map[string]any { return map[string]any{"ticks": list} }

func made(id, task string, q float64, unit string) map[string]any {
	return map[string]any{"id": id, "task": task, "act": "made", "amount": map[string]any{"quantity": q, "unit": unit}, "at": "2026-03-13T15:30:00+01:00"}
}

func task(t *testing.T, s mise.Sheet, id string) mise.Task {
	t.Helper()
	for _, d := range s.Days {
		for _, x := range d.Sections {
			for _, k := range x.Tasks {
				if k.ID == id {
					return k
				}
			}
		}
	}
	require.Fail(t, "not on the sheet", id)
	return mise.Task{}
}

func TestTheMiseOfAServiceAndItsTicks(t *testing.T) {
	h := newHouse(t)
	chef, commis := h.cook("Chef"), h.cook("Commis")
	v := get[api.MiseView](chef, "/api/services/supper/mise")
	assert.Len(t, v.Sections, 5)
	assert.Equal(t, []string{"2026-03-13", "2026-03-14"}, []string{v.Sheet.Days[0].Day, v.Sheet.Days[1].Day})
	assert.Contains(t, v.Sheet.Short[0].What, "20 g short for Thyme gravy", "of 60 g, 40 g are in the freezer")
	bones := task(t, v.Sheet, "gravy/bones")
	assert.Equal(t, "Thyme gravy", bones.Name)
	assert.Equal(t, "squeeze bottle", bones.Container)

	lines, end := commis.listen("")
	defer end()
	await(t, lines, "event: ready")
	a := chef.send("POST", "/api/services/supper/ticks", ticks(made("tick-0001", "gravy/bones", 150, "ml"), made("tick-0002", "hake/fillet", 660, "g")))
	require.Equal(t, 200, a.status, string(a.body))
	assert.JSONEq(t, `{"added": 2}`, string(a.body))
	assert.Contains(t, await(t, lines, `"kind":"tick"`), `"who":"Chef"`)
	a = chef.send("POST", "/api/services/supper/ticks", ticks(made("tick-0001", "gravy/bones", 150, "ml"), made("tick-0003", "gravy/bones", 20, "ml")))
	assert.JSONEq(t, `{"added": 1}`, string(a.body), "what was sent before is there once")

	v = get[api.MiseView](commis, "/api/services/supper/mise")
	bones = task(t, v.Sheet, "gravy/bones")
	assert.Equal(t, "30 ml", bones.Still)
	assert.Equal(t, "Chef", bones.Ticks[0].Who)
	assert.True(t, task(t, v.Sheet, "hake/fillet").Done)
	amounts := get[api.AmountsView](commis, "/api/services/supper/amounts")
	for _, m := range amounts.Exploded.Make {
		if m.Component == "gravy" {
			assert.InDelta(t, 30, m.Missing.Quantity, 1e-9)
		}
	}
	back := map[string]any{"id": "tick-0004", "task": "hake/fillet", "act": "back", "of": "tick-0002", "at": "2026-03-13T15:40:00+01:00"}
	require.Equal(t, 200, commis.send("POST", "/api/services/supper/ticks", ticks(back)).status)
	assert.False(t, task(t, get[api.MiseView](chef, "/api/services/supper/mise").Sheet, "hake/fillet").Done)
}

func TestTicksThatAreMalformedAreToldAndNoneIsKept(t *testing.T) {
	h := newHouse(t)
	chef := h.cook("Chef")
	a := chef.send("POST", "/api/services/supper/ticks", ticks(made("tick-0001", "gravy/bones", 150, "ml"), made("tick-0002", "gravy/bones", 0, "ml")))
	assert.Equal(t, "body.ticks[1].amount", a.problem(t).Errors[0].Location)
	list, err := h.store.Ticks(context.Background(), "supper")
	require.NoError(t, err)
	assert.Empty(t, list)
	assert.Equal(t, 422, chef.send("POST", "/api/services/supper/ticks", ticks()).status)
	assert.Equal(t, 404, chef.send("POST", "/api/services/ghost/ticks", ticks(made("tick-0001", "x", 1, "g"))).status)
	assert.Equal(t, 404, chef.send("GET", "/api/services/ghost/mise", nil).status)
	assert.Equal(t, 403, h.stranger().send("POST", "/api/services/supper/ticks", ticks(made("tick-0001", "x", 1, "g"))).status)
}

// Ticks of two servers on one database, all sent twice.
func TestTicksFromManyTabletsAreThereOnce(t *testing.T) {
	h := newHouse(t)
	other := h.serve()
	var all sync.WaitGroup
	for n := range 8 {
		c := h.cook(fmt.Sprintf("Tablet %d", n))
		if n%2 == 1 {
			c.base = other.URL
			require.Equal(t, 200, c.send("PUT", "/api/session", map[string]any{"name": fmt.Sprintf("Tablet %d", n)}).status)
		}
		all.Go(func() {
			for i := range 10 {
				body := ticks(made(fmt.Sprintf("tick-%d-%03d", n, i), "gravy/bones", 1, "ml"))
				for range 2 {
					assert.Equal(t, 200, c.send("POST", "/api/services/supper/ticks", body).status)
				}
			}
		})
	}
	all.Wait()
	v := get[api.MiseView](h.cook("Chef"), "/api/services/supper/mise")
	assert.Len(t, task(t, v.Sheet, "gravy/bones").Ticks, 80)
	assert.InDelta(t, 80, task(t, v.Sheet, "gravy/bones").Made.Quantity, 1e-9)
}

func TestTheOrderGoesBySupplierInPacksAndInTime(t *testing.T) {
	h := newHouse(t)
	chef := h.cook("Chef")
	v := get[api.AmountsView](chef, "/api/services/supper/amounts")
	require.NotEmpty(t, v.Orders)
	assert.Equal(t, "EUR", v.Currency)
	byName := map[string]quantity.Buy{}
	for _, b := range v.Exploded.Buy {
		byName[b.Name] = b
	}
	assert.Equal(t, "2 × 1 kg = 2 kg: 1.45 kg needed, 550 g left over", byName["hake"].Purchase.Working)
	assert.Equal(t, "43.3 g", byName["butter"].Still, "193.3 g, and 150 g are there")
	assert.Nil(t, byName["salt"].Purchase, "there is enough of it")
	assert.Zero(t, byName["water"].Missing.Quantity, "it comes from the tap")
	for i, o := range v.Orders {
		assert.NotEmpty(t, o.Lines)
		if i > 0 {
			assert.LessOrEqual(t, v.Orders[i-1].OrderBy, o.OrderBy, "what must be ordered first stands first")
		}
		assert.False(t, o.Late)
	}
	require.Len(t, v.Costs, 2)
	assert.Greater(t, v.Costs[0].Portion, int64(100))

	h.set(time.Date(2026, 3, 13, 22, 30, 0, 0, time.UTC))
	v = get[api.AmountsView](chef, "/api/services/supper/amounts")
	late := ""
	for _, o := range v.Orders {
		if o.Late {
			late += o.Name + " "
		}
	}
	assert.Contains(t, late, "The quay boat", "the evening before it is too late for fish that was to be filleted")
}

func TestStockAndSuppliersAreKept(t *testing.T) {
	h := newHouse(t)
	chef := h.cook("Chef")
	type stock struct{ Stock []api.StockView }
	list := get[stock](chef, "/api/stock").Stock
	require.NotEmpty(t, list)
	assert.LessOrEqual(t, list[0].Stock.UseBy, list[1].Stock.UseBy, "what must be used first")
	assert.Equal(t, 200, chef.send("PUT", "/api/stock/hake-1", edit(0, map[string]any{"id": "hake-1", "kitchen": "back-kitchen", "ingredient": "hake", "amount": map[string]any{"quantity": 1, "unit": "kg"}, "place": "chilled", "useBy": "2026-03-14", "counted": "0001-01-01T00:00:00Z"})).status)
	for _, b := range get[api.AmountsView](chef, "/api/services/supper/amounts").Exploded.Buy {
		if b.Name == "hake" {
			assert.Equal(t, "450 g", b.Still)
		}
	}
	list = get[stock](chef, "/api/stock").Stock
	for _, e := range list {
		if e.Name == "hake" {
			assert.Equal(t, h.now, e.Stock.Counted.UTC(), "counted when it was written")
		}
	}
	a := chef.send("PUT", "/api/stock/x", edit(0, map[string]any{"id": "x", "kitchen": "k", "ingredient": "unicorn", "amount": map[string]any{"quantity": 1, "unit": "kg"}, "counted": "2026-03-10T00:00:00Z"}))
	assert.Equal(t, "body.value.ingredient", a.problem(t).Errors[0].Location)
	assert.Equal(t, 422, chef.send("PUT", "/api/stock/y", edit(0, map[string]any{"id": "x", "kitchen": "k", "ingredient": "hake", "amount": map[string]any{"quantity": 1, "unit": "kg"}, "counted": "2026-03-10T00:00:00Z"})).status)
	assert.Len(t, get[struct{ Suppliers []api.SupplierView }](chef, "/api/suppliers").Suppliers, 4)
	s := map[string]any{"id": "new", "name": "New", "delivers": []int{9}, "at": "07:00", "before": 1, "by": "noon"}
	assert.Contains(t, chef.send("PUT", "/api/suppliers/new", edit(0, s)).problem(t).Detail, "“9” is not a weekday")
	s["delivers"], s["by"] = []int{1}, "12:00"
	assert.Equal(t, 200, chef.send("PUT", "/api/suppliers/new", edit(0, s)).status)
}

func TestThePrepListIsAFile(t *testing.T) {
	chef := newHouse(t).cook("Chef")
	a := chef.send("GET", "/api/services/supper/mise.csv", nil)
	assert.Equal(t, `attachment; filename="supper.mise.csv"`, a.header.Get("Content-Disposition"))
	assert.Contains(t, string(a.body), "\r\n2026-03-13,Sauce,Roast crown,\"joint, tie, salt\",560,g,")
	assert.GreaterOrEqual(t, strings.Count(string(a.body), "\r\n"), 10)
}

// Versions at the tables are ordered with what they take, and planned as they are.
func TestVersionsOfAServiceAreOrdered(t *testing.T) {
	h := newHouse(t)
	chef := h.cook("Chef")
	doc, err := h.store.Get(context.Background(), "service", "supper")
	require.NoError(t, err)
	text := strings.Replace(string(doc.Body), `{"dish": "guinea-fowl", "plates": 4}`, `{"dish": "guinea-fowl", "plates": 3}, {"dish": "guinea-fowl", "version": "meatless", "plates": 1}`, 1)
	require.NotEqual(t, string(doc.Body), text)
	require.Equal(t, 200, chef.send("PUT", "/api/services/supper", []byte(fmt.Sprintf(`{"version": %d, "value": %s}`, doc.Version, text))).status)
	names := map[string]quantity.Buy{}
	for _, b := range get[api.AmountsView](chef, "/api/services/supper/amounts").Exploded.Buy {
		names[b.Name] = b
	}
	assert.Contains(t, names, "celeriac")
	assert.InDelta(t, 1.5, names["guinea fowl"].Amount.Quantity, 1e-9)
	portions := map[string]int{}
	for _, b := range get[api.RunUpView](chef, "/api/services/supper/runup").RunUp.Bars {
		portions[b.Component] = max(portions[b.Component], b.Portions)
	}
	assert.Equal(t, []int{1, 3, 4}, []int{portions["salt-baked-celeriac"], portions["croquette"], portions["quince"]})
	planned := 0
	for _, day := range get[api.MiseView](chef, "/api/services/supper/mise").Sheet.Days {
		for _, section := range day.Sections {
			for _, task := range section.Tasks {
				if task.Component == "salt-baked-celeriac" || task.Component == "barley~meatless" {
					assert.True(t, task.Planned, "%s has the hour of the plan", task.Name)
					planned++
				}
			}
		}
	}
	assert.Positive(t, planned)
	bad := strings.Replace(text, `"version": "meatless"`, `"version": "ghost"`, 1)
	assert.Equal(t, 422, chef.send("PUT", "/api/services/supper", []byte(fmt.Sprintf(`{"version": %d, "value": %s}`, doc.Version+1, bad))).status)
}

// plates writes other plates for all dishes of the supper.
func (c *cook) plates(n string) answer {
	c.Helper()
	doc, err := c.store.Get(context.Background(), "service", "supper")
	require.NoError(c, err)
	text := strings.ReplaceAll(string(doc.Body), `"plates": 4`, `"plates": `+n)
	return c.send("PUT", "/api/services/supper", []byte(fmt.Sprintf(`{"version": %d, "value": %s}`, doc.Version, text)))
}

// Where no plan is found, what is to be made is known all the same, with the
// latest hours; so is what must be ordered by when.
func TestMiseAndOrderAreKnownWithoutAPlan(t *testing.T) {
	chef := newHouse(t).cook("Chef")
	require.Equal(t, 200, chef.plates("60").status)
	v := get[api.MiseView](chef, "/api/services/supper/mise")
	for end := time.Now().Add(demotest.Patience); !strings.Contains(v.Message, "No plan found"); v = get[api.MiseView](chef, "/api/services/supper/mise") {
		require.True(t, time.Now().Before(end), v.Message) // a search that a busy machine has not ended
		time.Sleep(100 * time.Millisecond)
	}
	crown := task(t, v.Sheet, "crown/joint")
	assert.Equal(t, "8.4 kg", crown.Figure)
	assert.False(t, crown.Planned)
	require.NotNil(t, crown.Start)
	assert.Equal(t, "2026-03-13 15:05", crown.Start.Format("2006-01-02 15:04"), "25 min before its deadline of 15:30 on the day before")
	require.Equal(t, 200, chef.send("POST", "/api/services/supper/ticks", ticks(made("tick-000001", "crown/joint", 1, "kg"))).status)
	assert.InDelta(t, 1000.0, task(t, get[api.MiseView](chef, "/api/services/supper/mise").Sheet, "crown/joint").Made.Quantity, 1e-9)
	assert.NotEmpty(t, get[api.AmountsView](chef, "/api/services/supper/amounts").Orders)
}

func TestMorePlatesThanAnybodyServesAreRefused(t *testing.T) {
	chef := newHouse(t).cook("Chef")
	for _, n := range []string{"1000000000000", "-1", "2.5", "1e99", "1001"} {
		assert.Equal(t, 422, chef.plates(n).status, n)
	}
	view := get[api.ServiceView](chef, "/api/services/supper")
	course := &view.Service.Courses[0]
	course.Covers = []service.Covers{{Dish: course.Covers[0].Dish, Plates: 600}, {Dish: course.Covers[0].Dish, Plates: 401}}
	p := chef.send("PUT", "/api/services/supper", edit(view.Version, view.Service)).problem(t)
	assert.Equal(t, "1001 plates: a course has 1000 at most. Serve the rest as a second service.", p.Detail)
	assert.Len(t, get[api.MiseView](chef, "/api/services/supper/mise").Sheet.Days, 2, "nothing was lost")
}

// What is left is counted once for its service, and does not count for it: by hand, hake bones 450 g given and 225 taken.
func TestWhatIsLeftAfterAServiceIsForTheNext(t *testing.T) {
	h := newHouse(t)
	chef := h.cook("Chef")
	left := func() (out map[string]api.LeftView, make map[string]quantity.Made) {
		v := get[api.AmountsView](chef, "/api/services/supper/amounts")
		out, make = map[string]api.LeftView{}, map[string]quantity.Made{}
		for _, l := range v.Left {
			out[l.Name] = l
		}
		for _, m := range v.Exploded.Make {
			make[m.Component] = m
		}
		return out, make
	}
	before, made := left()
	bones, gravy := before["Hake bones"], before["Thyme gravy"]
	assert.InDelta(t, 225, bones.Expect.Quantity, 1e-9)
	assert.Equal(t, "2026-03-15", gravy.UseBy, "made on Friday, and keeps 2 days")
	assert.Zero(t, gravy.Version)
	value := map[string]any{"id": gravy.Stock, "kitchen": "back-kitchen", "component": gravy.Component, "amount": map[string]any{"quantity": 120, "unit": "ml"}, "place": "chilled", "useBy": gravy.UseBy, "after": "supper", "counted": "2026-03-14T23:30:00Z"}
	require.Equal(t, 200, chef.send("PUT", "/api/stock/"+gravy.Stock, edit(0, value)).status)
	after, now := left()
	assert.InDelta(t, 120, after["Thyme gravy"].Counted.Quantity, 1e-9)
	assert.Equal(t, made["gravy"].Make, now["gravy"].Make, "it was left over by this supper")
	value["id"], value["after"] = "other", "lunch"
	require.Equal(t, 200, chef.send("PUT", "/api/stock/other", edit(0, value)).status)
	_, now = left()
	assert.InDelta(t, made["gravy"].Make.Quantity-120, now["gravy"].Make.Quantity, 1e-9, "what another left is used first")
}

// A sum is answered as it is typed, or refused with the field that is to blame.
func TestASumIsAnswered(t *testing.T) {
	chef := newHouse(t).cook("Chef")
	type list struct{ Sums []api.SumView }
	sums := get[list](chef, "/api/sums").Sums
	require.Len(t, sums, len(reckon.Asks()))
	answer := func(body map[string]any) (out api.SumAnswer) {
		got := chef.send("POST", "/api/sums", body)
		require.Equal(t, 200, got.status)
		require.NoError(t, json.Unmarshal(got.body, &out))
		return out
	}
	for _, s := range sums {
		assert.NotEmpty(t, answer(map[string]any{"ask": s.Ask, "given": s.Example}).Figures, s.Ask)
	}
	typed := answer(map[string]any{"ask": "reduce-chain", "given": map[string]any{"wanted": "1.6 l", "stages": []map[string]any{{"left": "25 %"}, {"added": "400 ml"}, {"lost": "20 %"}}}})
	assert.InDelta(t, 6.4, typed.Figures[0].Value, 1e-12)
	assert.Equal(t, "amount", answer(map[string]any{"ask": "convert", "given": map[string]any{"amount": "some", "to": "g"}}).Refusal.Field)
}
