package api_test

import (
	"bytes"
	"compress/gzip"
	"fmt"
	"io"
	"net/http"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/api"
)

// What is read is sent compressed, and not at all to those who have it.
func TestWhatIsReadIsSentOnce(t *testing.T) {
	chef := newHouse(t).cook("Head chef")
	at := "/api/services/supper/runup"
	plain := chef.send("GET", at, nil, "Accept-Encoding", "identity")
	zipped := chef.send("GET", at, nil, "Accept-Encoding", "gzip")
	require.Equal(t, "gzip", zipped.header.Get("Content-Encoding"))
	assert.Contains(t, zipped.header.Values("Vary"), "Accept-Encoding")
	unzip, err := gzip.NewReader(bytes.NewReader(zipped.body))
	require.NoError(t, err)
	text, err := io.ReadAll(unzip)
	require.NoError(t, err)
	assert.Equal(t, string(plain.body), string(text))
	assert.Less(t, len(zipped.body), len(plain.body)/5)

	tag := zipped.header.Get("ETag")
	require.NotEmpty(t, tag)
	assert.Equal(t, tag, plain.header.Get("ETag"))
	again := chef.send("GET", at, nil, "If-None-Match", tag)
	assert.Equal(t, http.StatusNotModified, again.status)
	assert.Empty(t, again.body)
	doc, version := chef.component("hake")
	doc["name"] = "Ling"
	require.Equal(t, 200, chef.send("PUT", "/api/components/hake", edit(version, doc)).status)
	changed := chef.send("GET", at, nil, "If-None-Match", tag)
	assert.Equal(t, 200, changed.status)
	assert.NotEqual(t, tag, changed.header.Get("ETag"))
	assert.Empty(t, chef.send("GET", "/api/services/ghost", nil).header.Get("ETag"), "a fault is not kept")
}

// A text that PostgreSQL cannot keep, or that would garble a picture, a calendar or a
// label, is refused with its field, and an address with one is none.
func TestControlCharactersAreRefused(t *testing.T) {
	chef := newHouse(t).cook("Head chef")
	for name, text := range map[string]string{"nothing": "\x00", "escape": "\x1b[31m", "half a line's end": "a\rb", "delete": "\x7f", "C1": "\u0085"} {
		doc, version := chef.component("hake")
		doc["name"] = "Hake" + text
		p := chef.send("PUT", "/api/components/hake", edit(version, doc)).problem(t)
		assert.Equal(t, 422, p.Status, name)
		assert.Contains(t, p.Detail, "has a character that cannot be written", name)
		p = chef.send("PUT", "/api/session", map[string]any{"name": "chef" + text}).problem(t)
		assert.Equal(t, 422, p.Status, name)
		body := map[string]any{"name": "Annexe" + text, "lines": said("2 burners")}
		assert.Equal(t, 422, chef.send("POST", "/api/kitchens", body).problem(t).Status, name)
	}
	for _, at := range []string{"/api/dishes/%2500/photo.jpg", "/api/dishes/hake%00", "/api/dishes/%ff", "/api/services/%1b"} {
		assert.Equal(t, 404, chef.send("GET", at, nil).problem(t).Status, at)
		assert.Contains(t, []int{404, 422}, chef.send("PUT", at, map[string]any{}).problem(t).Status, at)
	}
	assert.Equal(t, 404, chef.send("GET", "/api/book?words=%00", nil).problem(t).Status)
	before := get[api.ServiceView](chef, "/api/services/supper")
	before.Service.Name = "Supper\tfor\nfour"
	assert.Equal(t, 200, chef.send("PUT", "/api/services/supper", edit(before.Version, before.Service)).status, "a tab and a new line are text")
}

// A session that cannot be kept is the answer, and nothing else comes after it.
func TestASessionThatCannotBeKeptIsTheAnswer(t *testing.T) {
	chef := newHouse(t).stranger()
	_, err := chef.store.DB.Exec(`drop table sessions`)
	require.NoError(t, err)
	a := chef.send("PUT", "/api/session", map[string]any{"name": "Chef"})
	assert.Equal(t, 500, a.status)
	assert.Equal(t, "/problems/internal", a.problem(t).Type)
}

// Those who read the same at the same time are answered once, and nobody is given what was
// there before a write that was answered, a tick, or a minute.
func TestASharedAnswerIsNeverOlderThanTheLastWrite(t *testing.T) {
	h := newHouse(t)
	h.shared = time.Hour
	h.server = h.serve()
	chef := h.cook("Chef")
	at := "/api/services/supper/mise"
	open := func() int { return get[api.MiseView](chef, at).Sheet.Open }
	before := open()
	_, err := h.store.DB.Exec(`update thing set body = jsonb_set(body, '{name}', '"By hand"') where kind = 'service' and id = 'supper'`)
	require.NoError(t, err)
	assert.Equal(t, "Small supper", get[api.MiseView](chef, at).Service.Name, "it was shared")
	for i, task := range []string{"gravy/bones", "quince/poach"} {
		require.Equal(t, 200, chef.send("POST", "/api/services/supper/ticks", ticks(made(fmt.Sprint("tick-000", i), task, 5000, map[string]string{"gravy/bones": "ml", "quince/poach": "g"}[task]))).status)
		assert.Equal(t, before-1-i, open(), "the tick counts at once")
	}
	for n := range 5 {
		view := get[api.ServiceView](chef, "/api/services/supper")
		view.Service.Name = fmt.Sprint("Supper ", n)
		require.Equal(t, 200, chef.send("PUT", "/api/services/supper", edit(view.Version, view.Service)).status)
		assert.Equal(t, view.Service.Name, get[api.ServiceView](chef, "/api/services/supper").Service.Name)
		assert.Equal(t, view.Service.Name, get[api.MiseView](chef, at).Service.Name)
	}
	other := h.stranger()
	other.client.Jar = nil
	assert.Equal(t, http.StatusOK, other.send("GET", at, nil).status, "this machine needs no name to read")
}
