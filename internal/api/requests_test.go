package api_test

import (
	"bytes"
	"fmt"
	"image"
	"image/png"
	"net/url"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/api"
	"jointime/internal/core/recipe/entry"
	"jointime/internal/store"
)

// Every request that changes something takes a key: a repeat does nothing and is answered
// as the first time, and another request under the same key is refused.
func TestEveryChangeIsMadeOnceForItsKey(t *testing.T) {
	h := newHouse(t)
	chef := h.cook("Head chef")
	doc, version := chef.component("hake")
	doc["name"] = "Ling"
	other := map[string]any{}
	for k, v := range doc {
		other[k] = v
	}
	other["name"] = "Pollack"
	pasted := func(name string) entry.Pasted {
		var out struct{ Pasted entry.Pasted }
		read(t, chef.send("POST", "/api/read/paste", map[string]any{"text": name + "\n\n" + name + ":\n2 slices bread\ntoast 3 min\n"}), &out)
		return out.Pasted
	}
	service := map[string]any{"kitchen": "back-kitchen", "dishes": []string{"roast-hake"}, "day": "2026-03-20", "hour": "19:30", "plates": 2}
	for _, c := range []struct {
		method, path string
		body, other  any
	}{
		{"PUT", "/api/components/hake", edit(version, doc), edit(version+1, other)},
		{"POST", "/api/undo", map[string]any{"screen": "fish"}, map[string]any{"screen": "fish", "again": true}},
		{"POST", "/api/services", service, map[string]any{"kitchen": "back-kitchen", "dishes": []string{"guinea-fowl"}, "day": "2026-03-20", "hour": "19:30", "plates": 2}},
		{"POST", "/api/services/supper/copy", map[string]any{"day": "2026-03-21"}, map[string]any{"day": "2026-03-22"}},
		{"POST", "/api/kitchens", map[string]any{"name": "Annexe", "lines": said("2 burners")}, map[string]any{"name": "Other", "lines": said("2 burners")}},
		{"POST", "/api/dishes", pasted("Toast"), pasted("Rusk")},
		{"PUT", "/api/dishes/roast-hake/photo.jpg", picture(t, 300), picture(t, 301)},
		{"DELETE", "/api/dishes/roast-hake/photo", nil, map[string]any{}},
		{"POST", "/api/dishes/roast-hake/photo/back", nil, map[string]any{}},
		{"POST", "/api/menus", map[string]any{"name": "Lunch", "courses": []any{}}, map[string]any{"name": "Brunch", "courses": []any{}}},
		{"POST", "/api/ingredients/oil/merge", map[string]any{"into": "rapeseed-oil"}, map[string]any{"into": "butter"}},
		{"DELETE", "/api/dishes/guinea-fowl", nil, map[string]any{}},
	} {
		name := c.method + " " + c.path
		key := []string{"Idempotency-Key", name, "Jointime-Screen", "fish"}
		first := chef.send(c.method, c.path, c.body, key...)
		require.Less(t, first.status, 300, "%s: %s", name, first.body)
		before := everything(t, h.store)
		again := chef.send(c.method, c.path, c.body, key...)
		assert.Equal(t, first.status, again.status, name)
		assert.Equal(t, string(first.body), string(again.body), name)
		assert.Equal(t, first.header.Get("Location"), again.header.Get("Location"), name)
		refused := chef.send(c.method, c.path, c.other, key...).problem(t)
		assert.Equal(t, "/problems/key-reused", refused.Type, name)
		assert.Equal(t, 422, refused.Status, name)
		assert.Equal(t, before, everything(t, h.store), "%s: neither changed anything", name)
	}
}

// picture is a photograph of so many pixels across.
func picture(t *testing.T, across int) []byte {
	t.Helper()
	var out bytes.Buffer
	require.NoError(t, png.Encode(&out, image.NewRGBA(image.Rect(0, 0, across, 200))))
	return out.Bytes()
}

// everything is how much is kept.
func everything(t *testing.T, st *store.Store) (out string) {
	t.Helper()
	for _, table := range []string{"revision", "plate_photo", "plate_check", "tick"} {
		var n, last int64
		require.NoError(t, st.DB.QueryRowx(`select count(*), coalesce(max(seq), 0) from `+table).Scan(&n, &last))
		out += fmt.Sprintln(table, n, last)
	}
	return out
}

// A tick and a check have ids of their own, made by the tablet.
func TestAnotherTickOrCheckUnderTheSameIDIsRefused(t *testing.T) {
	chef := newHouse(t).cook("Head chef")
	send := func(amount float64) answer {
		return chef.send("POST", "/api/services/supper/ticks", ticks(made("tick-0001", "gravy/bones", amount, "ml")))
	}
	require.Equal(t, 200, send(200).status)
	assert.JSONEq(t, `{"added": 0}`, string(send(200).body))
	assert.Equal(t, "/problems/key-reused", send(300).problem(t).Type)
	check := func(sent bool) answer {
		return chef.send("POST", "/api/dishes/roast-hake/checks", map[string]any{"id": "check-0001", "sent": sent, "reason": "cold"})
	}
	require.Equal(t, 204, check(true).status)
	require.Equal(t, 204, check(true).status)
	assert.Equal(t, "/problems/key-reused", check(false).problem(t).Type)
}

// A tick of something that the book does not have, or in a unit that cannot be added to
// what is made, would be counted as nothing: it is refused.
func TestATickThatCountsForNothingIsRefused(t *testing.T) {
	chef := newHouse(t).cook("Head chef")
	send := func(task string, unit string) api.Problem {
		return chef.send("POST", "/api/services/supper/ticks", ticks(made("tick-0001", task, 2, unit))).problem(t)
	}
	assert.Equal(t, "Ticks, row 1: task: “ghost” is not on this list.", send("ghost", "ml").Detail)
	assert.Contains(t, send("gravy/bones", "piece").Detail, "Thyme gravy is made in ml")
}

// An import and an undo are judged as any write is.
func TestImportAndUndoAreJudged(t *testing.T) {
	h := newHouse(t)
	chef := h.cook("Head chef")
	p := chef.send("POST", "/api/book/import?apply=true", []byte(`{"format":"jointime book","version":1,"kitchens":[{"id":"moon","name":"Moon","zone":"Luna/Base","passWidth":4,"cooks":[],"equipment":[]}],"suppliers":[],"ingredients":[],"components":[],"dishes":[],"menus":[]}`)).problem(t)
	assert.Contains(t, p.Detail, "is not a time zone")
	assert.Equal(t, "/problems/malformed", p.Type)

	// a zone that was one when it was typed, and is none any more when it comes back
	kitchen := get[map[string]any](chef, "/api/book/export.json")["kitchens"].([]any)[0].(map[string]any)
	id := kitchen["id"].(string)
	now, err := h.store.Get(t.Context(), store.Kitchen, id)
	require.NoError(t, err)
	kitchen["zone"] = "Luna/Base"
	_, err = h.store.Save(t.Context(), store.Request{Who: "before", Person: "before"}, store.Write{Kind: store.Kitchen, ID: id, Base: now.Version, Body: kitchen})
	require.NoError(t, err)
	kitchen["zone"] = "Europe/Dublin"
	require.Equal(t, 200, chef.send("PUT", "/api/kitchens/"+url.PathEscape(id), edit(now.Version+1, kitchen), "Jointime-Screen", "kitchen").status)
	p = chef.send("POST", "/api/undo", map[string]any{"screen": "kitchen"}).problem(t)
	assert.Contains(t, p.Detail, "is not a time zone", "what would be stored is no kitchen")
}

// What is past can be entered as a record, and is read only from then on.
func TestAServiceOfThePastIsEntered(t *testing.T) {
	chef := newHouse(t).cook("Head chef")
	body := map[string]any{"kitchen": "back-kitchen", "dishes": []string{"roast-hake"}, "day": "2025-06-01", "hour": "19:30", "plates": 6}
	assert.Contains(t, chef.send("POST", "/api/services", body).problem(t).Detail, "in the past")
	body["record"] = true
	a := chef.send("POST", "/api/services", body)
	require.Equal(t, 201, a.status, string(a.body))
	view := get[api.RunUpView](chef, a.header.Get("Location")+"/runup")
	assert.True(t, view.ReadOnly)
	assert.NotEmpty(t, view.RunUp.Bars)
	svc := get[api.ServiceView](chef, a.header.Get("Location"))
	p := chef.send("PUT", a.header.Get("Location"), edit(svc.Version, svc.Service)).problem(t)
	assert.Equal(t, "/problems/past", p.Type)
	copied := chef.send("POST", a.header.Get("Location")+"/copy", map[string]any{"day": "2025-06-08", "record": true})
	assert.Equal(t, 201, copied.status, string(copied.body))
}

// Photographs and checks are told to all who listen.
func TestWhatIsDecidedAtThePassIsTold(t *testing.T) {
	chef := newHouse(t).cook("Head chef")
	lines, end := chef.listen("")
	defer end()
	await(t, lines, "event: ready")
	require.Equal(t, 204, chef.send("PUT", "/api/dishes/roast-hake/photo.jpg", picture(t, 300)).status)
	assert.Contains(t, await(t, lines, `"kind":"pass"`), `"id":"roast-hake"`)
	require.Equal(t, 204, chef.send("POST", "/api/dishes/guinea-fowl/checks", map[string]any{"id": "check-0001", "sent": true}).status)
	assert.Contains(t, await(t, lines, `"kind":"pass"`), `"id":"guinea-fowl"`)
}
