package api_test

import (
	"net/url"
	"testing"
	"time"

	"github.com/alexedwards/scs/postgresstore"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/api"
)

// A browser that has joined stands in the list with when it was last here, and is put out:
// its cookie is worth nothing any more, and its stream ends, on whatever server it is.
func TestAJoinedTabletIsPutOut(t *testing.T) {
	h := newHouse(t)
	h.codes = true
	require.NoError(t, h.store.SetJoinCode(t.Context(), "ABCD2345"))
	h.server = h.serve()
	other := h.serve()
	join := func(name, base string) *cook {
		c := h.stranger()
		c.base = base
		assert.Equal(t, "/problems/not-joined", c.send("GET", "/api/services", nil).problem(t).Type)
		require.Equal(t, 200, c.send("POST", "/api/session/join", map[string]any{"code": "ABCD2345"}).status)
		require.Equal(t, 200, c.send("PUT", "/api/session", map[string]any{"name": name}).status)
		return c
	}
	chef, commis := join("Head chef", h.server.URL), join("Commis", other.URL)
	h.set(h.clock().Add(10 * time.Minute))
	type tablets struct {
		Tablets []api.TabletView `json:"tablets"`
		Codes   bool             `json:"codes"`
	}
	get[tablets](chef, "/api/tablets")
	list := get[tablets](chef, "/api/tablets")
	require.Len(t, list.Tablets, 2)
	assert.True(t, list.Codes)
	assert.Equal(t, "Head chef", list.Tablets[0].Name, "who was here last stands first")
	assert.True(t, list.Tablets[0].Own)
	assert.WithinDuration(t, h.clock(), list.Tablets[0].Last, 0)
	gone := list.Tablets[1]
	assert.Equal(t, "Commis", gone.Name)
	assert.WithinDuration(t, h.clock().Add(-10*time.Minute), gone.Last, time.Minute)
	assert.False(t, gone.Own)

	sessions := postgresstore.NewWithCleanupInterval(h.store.DB.DB, 0)
	at, err := url.Parse(commis.base)
	require.NoError(t, err)
	token := commis.client.Jar.Cookies(at)[0].Value
	read, found, err := sessions.Find(token) // as a request of its own does, before it is put out
	require.NoError(t, err)
	require.True(t, found)

	lines, end := commis.listen("")
	defer end()
	await(t, lines, "event: ready")
	require.Equal(t, 204, chef.send("DELETE", "/api/tablets/"+gone.ID, nil).status)
	for range lines { // until the stream ends
	}
	assert.Equal(t, 401, commis.send("GET", "/api/services", nil).status)
	assert.Equal(t, 401, commis.send("GET", "/api/events", nil).status)
	require.NoError(t, sessions.Commit(token, read, time.Now().Add(time.Hour)), "and writes after")
	assert.Equal(t, 401, commis.send("GET", "/api/services", nil).status, "it stays out")
	assert.Equal(t, 404, chef.send("DELETE", "/api/tablets/"+gone.ID, nil).status)
	assert.Len(t, get[tablets](chef, "/api/tablets").Tablets, 1)
	require.Equal(t, 200, commis.send("POST", "/api/session/join", map[string]any{"code": "ABCD2345"}).status, "it can join again")
}
