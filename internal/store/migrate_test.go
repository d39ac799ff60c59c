package store_test

import (
	"context"
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/pgdev/pgtest"
	"jointime/internal/store"
)

// before is a component as it was stored when it had one method and a step
// had one cue.
const before = `{"id": "hake", "name": "Hake", "yield": {"quantity": 660, "unit": "g"}, "ingredients": [{"name": "hake", "amount": {"quantity": 1450, "unit": "g"}}],
	"steps": [{"id": "sear", "name": "sear", "hands": {"work": "all"}, "equipment": [], "then": {}, "cue": "pale rim"}, {"id": "roast", "name": "roast", "hands": {"work": "none"}, "equipment": [], "then": {}}]}`

func TestComponentsFromBeforeMethodsAreConvertedWithTheirRevisions(t *testing.T) {
	ctx := context.Background()
	s := pgtest.Store(t)
	require.NoError(t, s.Down(ctx, 1))
	s.DB.MustExecContext(ctx, `insert into thing (kind, id, version, body) values ('component', 'hake', 1, $1), ('dish', 'd', 1, '{"steps": []}')`, before)
	s.DB.MustExecContext(ctx, `insert into revision (kind, id, version, body, who, person) values ('component', 'hake', 1, $1, 'chef', 'p')`, before)
	again, err := store.Open(ctx, s.URL)
	require.NoError(t, err)
	defer again.Close()
	for name, body := range map[string]func() (json.RawMessage, error){
		"thing": func() (json.RawMessage, error) { d, err := again.Get(ctx, store.Component, "hake"); return d.Body, err },
		"revision": func() (json.RawMessage, error) {
			r, err := again.At(ctx, store.Component, "hake", 1)
			return r.Body, err
		},
	} {
		text, err := body()
		require.NoError(t, err, name)
		var c recipe.Component
		require.NoError(t, json.Unmarshal(text, &c), name)
		require.Len(t, c.Steps(), 2, name)
		assert.Equal(t, "pale rim", c.Steps()[0].Cue(), name)
		assert.Equal(t, "roast", c.Steps()[1].ID, "in their order")
		assert.Empty(t, c.Steps()[1].Cues)
		assert.InDelta(t, 1450, c.Lines[0].Amount.Quantity, 0)
		require.NoError(t, c.Validate())
	}
	dish, err := again.Get(ctx, store.Dish, "d")
	require.NoError(t, err)
	assert.JSONEq(t, `{"steps": []}`, string(dish.Body), "other kinds are left alone")
}

func TestAKitchensOwnTimeOutOfControlIsKeptAsItsOwnLimits(t *testing.T) {
	ctx := context.Background()
	s := pgtest.Store(t)
	require.NoError(t, s.Down(ctx, 5))
	for _, k := range []string{`{"id": "k", "tighter": 10800}`, `{"id": "plain"}`} {
		s.DB.MustExecContext(ctx, `insert into thing (kind, id, version, body) values ('kitchen', $1::jsonb ->> 'id', 1, $1)`, k)
	}
	again, err := store.Open(ctx, s.URL)
	require.NoError(t, err)
	defer again.Close()
	for id, want := range map[string]string{"k": `{"id": "k", "own": [{"limit": "fda-out", "seconds": 10800}, {"limit": "uk-out-cold", "seconds": 10800}, {"limit": "uk-out-hot", "seconds": 7200}]}`, "plain": `{"id": "plain"}`} {
		d, err := again.Get(ctx, store.Kitchen, id)
		require.NoError(t, err)
		assert.JSONEq(t, want, string(d.Body))
		var k kitchen.Kitchen
		require.NoError(t, json.Unmarshal(d.Body, &k))
		for _, o := range k.Own {
			assert.NoError(t, o.Check())
		}
	}
}

func TestSeveralChangesAreStoredTogetherOrNotAtAll(t *testing.T) {
	ctx := context.Background()
	s := pgtest.Store(t)
	write := func(id string) store.Write { return store.Write{Kind: store.Component, ID: id, Body: doc{Name: id}} }
	asked := store.Request{Who: "chef", Person: "p", Key: "k"}
	first, err := s.Save(ctx, asked, write("a"), write("b"))
	require.NoError(t, err)
	again, err := s.Save(ctx, asked, write("a"), write("b"))
	require.NoError(t, err, "a repeat does nothing")
	assert.Equal(t, first, again)
	seq, err := s.LastSeq(ctx)
	require.NoError(t, err)
	assert.Equal(t, int64(2), seq)
	var lost *store.Conflict
	_, err = s.Save(ctx, store.Request{}, write("c"), write("a"))
	require.ErrorAs(t, err, &lost)
	_, err = s.Get(ctx, store.Component, "c")
	require.ErrorIs(t, err, store.ErrNotFound, "none of them is stored")
	_, err = s.Save(ctx, store.Request{}, store.Write{Kind: store.Component, ID: "x", Body: func() {}})
	require.Error(t, err)
}
