package api_test

import (
	"bytes"
	"context"
	"encoding/json"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/api"
	"jointime/internal/core/service"
	"jointime/internal/store"
)

func TestAWriteWantsAName(t *testing.T) {
	h := newHouse(t)
	c := h.stranger()
	doc, version := c.component("hake")
	assert.Equal(t, 403, c.send("PUT", "/api/components/hake", edit(version, doc)).status)
	assert.Equal(t, 422, c.send("PUT", "/api/session", map[string]any{"name": " "}).status)
	require.Equal(t, 200, c.send("PUT", "/api/session", map[string]any{"name": "Commis"}).status)
	require.Equal(t, 200, c.send("PUT", "/api/components/hake", edit(version, doc)).status)
	history := get[struct{ Revisions []api.RevisionLine }](c, "/api/history/component/hake")
	assert.Equal(t, "Commis", history.Revisions[0].Who)
	assert.Equal(t, "a change", history.Revisions[0].What)
}

func TestALostRaceAnswersWithWhatIsThereNow(t *testing.T) {
	h := newHouse(t)
	chef, commis := h.cook("Chef"), h.cook("Commis")
	mine, version := chef.component("hake")
	theirs, _ := chef.component("hake")
	step(theirs, 2)["said"] = "theirs"
	require.Equal(t, 200, commis.send("PUT", "/api/components/hake", edit(version, theirs)).status)

	step(mine, 2)["said"] = "mine"
	a := chef.send("PUT", "/api/components/hake", edit(version, mine))
	require.Equal(t, 409, a.status)
	p := a.problem(t)
	assert.Equal(t, "Commis", p.Who)
	assert.Equal(t, version+1, p.Version)
	assert.Equal(t, []string{"methods[method].steps[sear]"}, p.Conflicts)
	assert.Contains(t, string(p.Current), `"theirs"`)
	now, _ := chef.component("hake")
	assert.Equal(t, "theirs", step(now, 2)["said"], "neither is overwritten silently")
}

func TestChangesOfDifferentStepsAreOfferedTogether(t *testing.T) {
	h := newHouse(t)
	chef, commis := h.cook("Chef"), h.cook("Commis")
	mine, version := chef.component("hake")
	theirs, _ := chef.component("hake")
	step(theirs, 1)["said"] = "theirs"
	step(mine, 2)["said"] = "mine"
	require.Equal(t, 200, commis.send("PUT", "/api/components/hake", edit(version, theirs)).status)
	p := chef.send("PUT", "/api/components/hake", edit(version, mine)).problem(t)
	require.Empty(t, p.Conflicts)
	require.Equal(t, 200, chef.send("PUT", "/api/components/hake", edit(p.Version, p.Merged)).status)
	now, _ := chef.component("hake")
	assert.Equal(t, "theirs", step(now, 1)["said"])
	assert.Equal(t, "mine", step(now, 2)["said"])
}

func TestAWriteCanBeRepeated(t *testing.T) {
	h := newHouse(t)
	c := h.cook("Chef")
	doc, version := c.component("hake")
	doc["name"] = "Ling"
	for range 3 {
		a := c.send("PUT", "/api/components/hake", edit(version, doc), "Idempotency-Key", "k")
		require.Equal(t, 200, a.status, string(a.body))
	}
	_, now := c.component("hake")
	assert.Equal(t, version+1, now)
	doc["name"] = "Cod"
	assert.Equal(t, 422, c.send("PUT", "/api/components/hake", edit(version+1, doc), "Idempotency-Key", "k").status)
}

// Bad input: each is refused with the field or the cause, and nothing is
// stored.
func TestBadInputIsToldWithItsField(t *testing.T) {
	h := newHouse(t)
	c := h.cook("Chef")
	before, version := c.component("gravy")
	with := func(spoil func(s map[string]any)) any {
		doc, _ := c.component("gravy")
		spoil(step(doc, 0))
		return edit(version, doc)
	}
	for name, bad := range map[string]struct {
		body   any
		status int
		says   string
	}{
		"malformed JSON":    {[]byte(`{"version": 1, "value":`), 400, "unexpected end"},
		"not even JSON":     {[]byte(`hello`), 400, "invalid character"},
		"an unknown member": {with(func(s map[string]any) { s["durration"] = 5 }), 422, "body.value.methods[0].steps[0].durration"},
		"a negative time":   {with(func(s map[string]any) { s["time"].(map[string]any)["quick"] = -1 }), 422, "body.value.methods[0].steps[0].time.quick"},
		"times reversed":    {with(func(s map[string]any) { s["time"].(map[string]any)["quick"] = 5183999 }), 422, "body.value.methods[0].steps[0].time"},
		"a time too long":   {with(func(s map[string]any) { s["time"].(map[string]any)["slow"] = 99999999999 }), 422, "body.value.methods[0].steps[0].time.slow"},
		"a text for a time": {with(func(s map[string]any) { s["time"] = "soon" }), 422, "body.value.methods[0].steps[0].time"},
		"a cycle of waits":  {with(func(s map[string]any) { s["after"] = []string{"gravy/reduce"} }), 422, "body.value.methods[0].steps[0].after[0]"},
		"no name":           {with(func(s map[string]any) { s["name"] = "" }), 422, "body.value.methods[0].steps[0].name"},
		"another id":        {edit(version, map[string]any{"id": "x", "name": "x", "yield": map[string]any{"quantity": 1, "unit": "g"}, "ingredients": []any{}, "methods": []any{}}), 422, "value.id"},
		"a body of 10 MB":   {bytes.Repeat([]byte(" "), 10<<20), 413, "too large"},
	} {
		t.Run(name, func(t *testing.T) {
			a := c.send("PUT", "/api/components/gravy", bad.body)
			assert.Equal(t, bad.status, a.status, string(a.body))
			assert.Contains(t, string(a.body), bad.says)
			a.problem(t)
		})
	}
	after, now := c.component("gravy")
	assert.Equal(t, version, now)
	assert.Equal(t, before, after)
}

func TestMarkupInNamesStaysText(t *testing.T) {
	h := newHouse(t)
	c := h.cook("Chef")
	doc, version := c.component("hake")
	doc["name"] = `<script>alert("x")</script>`
	require.Equal(t, 200, c.send("PUT", "/api/components/hake", edit(version, doc)).status)
	a := c.send("GET", "/api/dishes/roast-hake", nil)
	assert.Contains(t, a.header.Get("Content-Type"), "application/json")
	assert.Equal(t, "nosniff", a.header.Get("X-Content-Type-Options"))
	view := get[api.DishView](c, "/api/dishes/roast-hake")
	assert.Equal(t, doc["name"], view.Components[0].Component.Name)
}

func TestAServiceFollowsItsHoursAndCovers(t *testing.T) {
	h := newHouse(t)
	c := h.cook("Chef")
	view := get[api.ServiceView](c, "/api/services/supper")
	plan := get[api.RunUpView](c, "/api/services/supper/runup").RunUp
	assert.Equal(t, "660 g", view.Rows[0].Dishes[0].Needs[0].Make.Text)

	svc := view.Service
	svc.Courses[0].Hour, svc.Courses[0].Covers[0].Plates = "20:15", 3
	require.Equal(t, 200, c.send("PUT", "/api/services/supper", edit(view.Version, svc)).status)
	view = get[api.ServiceView](c, "/api/services/supper")
	assert.Equal(t, "495 g", view.Rows[0].Dishes[0].Needs[0].Make.Text)
	next := get[api.RunUpView](c, "/api/services/supper/runup").RunUp
	assert.Equal(t, int64(-600), next.Courses[0].At-plan.Courses[0].At)
	assert.Equal(t, 3, next.Courses[0].Plates)
}

func TestAnHourThatIsPastIsRefused(t *testing.T) {
	h := newHouse(t)
	c := h.cook("Chef")
	view := get[api.ServiceView](c, "/api/services/supper")
	view.Service.Day = "2026-03-01"
	p := c.send("PUT", "/api/services/supper", edit(view.Version, view.Service)).problem(t)
	assert.Equal(t, 422, p.Status)
	assert.Equal(t, "body.value.courses[0].hour", p.Errors[0].Location)
	assert.Contains(t, p.Errors[0].Message, "in the past")
}

func TestAPastServiceIsReadOnlyAndAsItWasPlanned(t *testing.T) {
	h := newHouse(t)
	c := h.cook("Chef")
	planned := get[api.RunUpView](c, "/api/services/supper/runup")
	h.set(time.Date(2026, 3, 14, 20, 0, 0, 0, time.UTC)) // during the supper
	assert.False(t, get[api.ServiceView](c, "/api/services/supper").ReadOnly)
	h.set(time.Date(2026, 3, 16, 9, 0, 0, 0, time.UTC))

	doc, version := c.component("hake")
	step(doc, 3)["time"].(map[string]any)["usual"] = 450
	doc["name"] = "Ling"
	require.Equal(t, 200, c.send("PUT", "/api/components/hake", edit(version, doc)).status)

	view := get[api.ServiceView](c, "/api/services/supper")
	assert.True(t, view.ReadOnly)
	assert.Equal(t, "Hake", view.Rows[0].Dishes[0].Needs[0].Make.Name)
	then := get[api.RunUpView](c, "/api/services/supper/runup")
	assert.True(t, then.ReadOnly)
	assert.Equal(t, planned.RunUp, then.RunUp)
	assert.Equal(t, 403, c.send("PUT", "/api/services/supper", edit(view.Version, view.Service)).status)

	a := c.send("POST", "/api/services/supper/copy", map[string]any{"day": "2026-03-21"})
	require.Equal(t, 201, a.status, string(a.body))
	next := get[api.ServiceView](c, "/api/services/supper-2026-03-21")
	assert.False(t, next.ReadOnly)
	assert.Equal(t, "Ling", next.Rows[0].Dishes[0].Needs[0].Make.Name, "the new one has the dishes of today")
	p := c.send("POST", "/api/services/supper/copy", map[string]any{"day": "2026-03-02"}).problem(t)
	assert.Contains(t, p.Detail, "in the past")
}

func TestACopyCanBeRepeated(t *testing.T) {
	h := newHouse(t)
	c := h.cook("Chef")
	for _, want := range []string{"supper-2026-03-21", "supper-2026-03-21", "supper-2026-03-21-2"} {
		key := "k1"
		if strings.HasSuffix(want, "-2") {
			key = "k2"
		}
		a := c.send("POST", "/api/services/supper/copy", map[string]any{"day": "2026-03-21"}, "Idempotency-Key", key)
		require.Equal(t, 201, a.status, string(a.body))
		var saved api.SavedView
		require.NoError(t, json.Unmarshal(a.body, &saved))
		assert.Equal(t, want, saved.ID)
	}
}

func TestTakingBackIsOnesOwnAndOnItsScreen(t *testing.T) {
	h := newHouse(t)
	chef, commis := h.cook("Chef"), h.cook("Commis")
	doc, version := chef.component("hake")
	doc["name"] = "Ling"
	require.Equal(t, 200, chef.send("PUT", "/api/components/hake", edit(version, doc), "Jointime-Screen", "dish:roast-hake").status)
	undo := func(c *cook, screen string, again bool) int {
		return c.send("POST", "/api/undo", map[string]any{"screen": screen, "again": again}).status
	}
	assert.Equal(t, 404, undo(commis, "dish:roast-hake", false))
	assert.Equal(t, 404, undo(chef, "menu:supper", false))
	assert.Equal(t, "a change", get[api.UndoView](chef, "/api/undo?screen=dish:roast-hake").Back)
	require.Equal(t, 200, undo(chef, "dish:roast-hake", false))
	now, _ := chef.component("hake")
	assert.Equal(t, "Hake", now["name"])
	require.Equal(t, 200, undo(chef, "dish:roast-hake", true))
	now, _ = chef.component("hake")
	assert.Equal(t, "Ling", now["name"])
}

func TestWhatIsPastCannotBeTakenBack(t *testing.T) {
	h := newHouse(t)
	c := h.cook("Chef")
	view := get[api.ServiceView](c, "/api/services/supper")
	view.Service.Courses[0].Hour = "20:15"
	require.Equal(t, 200, c.send("PUT", "/api/services/supper", edit(view.Version, view.Service), "Jointime-Screen", "menu:supper").status)
	h.set(time.Date(2026, 3, 16, 9, 0, 0, 0, time.UTC))
	assert.Equal(t, 403, c.send("POST", "/api/undo", map[string]any{"screen": "menu:supper"}).problem(t).Status)
}

func TestADishIsChangedAndItsPlateFollows(t *testing.T) {
	h := newHouse(t)
	c := h.cook("Chef")
	view := get[api.DishView](c, "/api/dishes/roast-hake")
	assert.Empty(t, view.Plate.Findings)
	x := view.Plate.Drawing.Shapes[1].X
	view.Dish.Plate.Placings[1].Distance = 70
	view.Dish.Plate.Placings[1].Amount.Quantity = 1
	require.Equal(t, 200, c.send("PUT", "/api/dishes/roast-hake", edit(view.Version, view.Dish)).status)
	view = get[api.DishView](c, "/api/dishes/roast-hake")
	assert.Greater(t, view.Plate.Drawing.Shapes[1].X, x)
	require.Len(t, view.Plate.Findings, 1)
	assert.Equal(t, "Gem lettuce: 1 on the plate, the portion says ½.", view.Plate.Findings[0].What)
}

func TestAStoredServiceOfANewerKindOfBookIsNotLost(t *testing.T) {
	h := newHouse(t)
	doc, err := h.store.Get(context.Background(), store.Service, "supper")
	require.NoError(t, err)
	var svc service.Service
	require.NoError(t, json.Unmarshal(doc.Body, &svc))
	svc.Courses[0].Covers[0].Dish = "gone"
	_, err = h.store.Save(context.Background(), store.Request{Who: "import"}, store.Write{Kind: store.Service, ID: "supper", Base: doc.Version, Body: svc})
	require.NoError(t, err)
	c := h.cook("Chef")
	assert.Equal(t, 200, c.send("GET", "/api/services/supper/runup", nil).status, "a dish that is gone leaves its course empty")
}
