package store_test

import (
	"context"
	"encoding/json"
	"errors"
	"log/slog"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/revise"
	"jointime/internal/pgdev/pgtest"
	"jointime/internal/store"
)

func TestMain(m *testing.M) { pgtest.Main(m) }

type doc struct {
	Name  string  `json:"name"`
	Steps []entry `json:"steps"`
}

type entry struct {
	ID   string `json:"id"`
	Time int    `json:"time"`
}

func save(t *testing.T, s *store.Store, base int64, person string, body doc) store.Revision {
	t.Helper()
	rev, err := s.Save(context.Background(), store.Write{Kind: store.Component, ID: "hake", Base: base, Body: body, Who: person, Person: person, Screen: "dish", What: "change"})
	require.NoError(t, err)
	return rev
}

func now(t *testing.T, s *store.Store) (d doc, version int64) {
	t.Helper()
	got, err := s.Get(context.Background(), store.Component, "hake")
	require.NoError(t, err)
	require.NoError(t, json.Unmarshal(got.Body, &d))
	return d, got.Version
}

func TestSaveKeepsEveryRevision(t *testing.T) {
	s := pgtest.Store(t)
	save(t, s, 0, "chef", doc{Name: "one"})
	save(t, s, 1, "commis", doc{Name: "two"})
	list, err := s.History(context.Background(), store.Component, "hake")
	require.NoError(t, err)
	require.Len(t, list, 2)
	assert.Equal(t, "commis", list[0].Who)
	first, err := s.At(context.Background(), store.Component, "hake", 1)
	require.NoError(t, err)
	assert.JSONEq(t, `{"name":"one","steps":null}`, string(first.Body))
}

func TestALostRaceSaysWhatIsThereNow(t *testing.T) {
	s := pgtest.Store(t)
	save(t, s, 0, "chef", doc{Name: "one"})
	save(t, s, 1, "chef", doc{Name: "two"})
	_, err := s.Save(context.Background(), store.Write{Kind: store.Component, ID: "hake", Base: 1, Body: doc{Name: "three"}, Who: "commis"})
	var lost *store.Conflict
	require.True(t, errors.As(err, &lost))
	assert.Equal(t, int64(2), lost.Now.Version)
	assert.Equal(t, "chef", lost.Now.Who)
	d, _ := now(t, s)
	assert.Equal(t, "two", d.Name)
}

func TestOfManyAtOnceOneWins(t *testing.T) {
	s := pgtest.Store(t)
	save(t, s, 0, "chef", doc{Name: "one"})
	var wg sync.WaitGroup
	won := make(chan bool, 20)
	for range 20 {
		wg.Go(func() {
			_, err := s.Save(context.Background(), store.Write{Kind: store.Component, ID: "hake", Base: 1, Body: doc{Name: "mine"}, Who: "x"})
			won <- err == nil
		})
	}
	wg.Wait()
	close(won)
	n := 0
	for w := range won {
		if w {
			n++
		}
	}
	assert.Equal(t, 1, n)
}

func TestARepeatedWriteDoesNothing(t *testing.T) {
	s := pgtest.Store(t)
	w := store.Write{Kind: store.Dish, ID: "d", Body: doc{Name: "one"}, Who: "chef", Key: "k1"}
	first, err := s.Save(context.Background(), w)
	require.NoError(t, err)
	again, err := s.Save(context.Background(), w)
	require.NoError(t, err)
	assert.Equal(t, first.Seq, again.Seq)
	w.Body = doc{Name: "other"}
	_, err = s.Save(context.Background(), w)
	assert.ErrorIs(t, err, store.ErrKeyTaken)
}

func always(store.Revision) error { return nil }

func TestUndoIsOnesOwnAndKeepsWhatOthersDid(t *testing.T) {
	s := pgtest.Store(t)
	ctx := context.Background()
	save(t, s, 0, "chef", doc{Steps: []entry{{"sear", 1}, {"roast", 1}}})
	save(t, s, 1, "chef", doc{Steps: []entry{{"sear", 2}, {"roast", 1}}})
	save(t, s, 2, "commis", doc{Steps: []entry{{"sear", 2}, {"roast", 9}}})

	_, err := s.Undo(ctx, "chef", "chef", "dish", false, revise.Merge, always)
	require.NoError(t, err)
	d, _ := now(t, s)
	assert.Equal(t, []entry{{"sear", 1}, {"roast", 9}}, d.Steps)

	back, again, err := s.Own(ctx, "chef", "dish")
	require.NoError(t, err)
	assert.Empty(t, back)
	assert.Equal(t, "change", again)

	_, err = s.Undo(ctx, "chef", "chef", "dish", true, revise.Merge, always)
	require.NoError(t, err)
	d, _ = now(t, s)
	assert.Equal(t, []entry{{"sear", 2}, {"roast", 9}}, d.Steps)
}

func TestUndoRefusesWhatSomebodyElseChangedSince(t *testing.T) {
	s := pgtest.Store(t)
	save(t, s, 0, "chef", doc{Steps: []entry{{"sear", 1}}})
	save(t, s, 1, "chef", doc{Steps: []entry{{"sear", 2}}})
	save(t, s, 2, "commis", doc{Steps: []entry{{"sear", 3}}})
	_, err := s.Undo(context.Background(), "chef", "chef", "dish", false, revise.Merge, always)
	var clash *store.Clash
	require.True(t, errors.As(err, &clash), "got %v", err)
	assert.Equal(t, []string{"steps[sear]"}, clash.Places)
	d, _ := now(t, s)
	assert.Equal(t, 3, d.Steps[0].Time)
}

func TestUndoThatIsNotAllowedChangesNothing(t *testing.T) {
	s := pgtest.Store(t)
	save(t, s, 0, "chef", doc{Name: "one"})
	save(t, s, 1, "chef", doc{Name: "two"})
	no := errors.New("no")
	_, err := s.Undo(context.Background(), "chef", "chef", "dish", false, revise.Merge, func(store.Revision) error { return no })
	assert.ErrorIs(t, err, no)
	_, version := now(t, s)
	assert.Equal(t, int64(2), version)
}

func TestSomebodyElsesChangeCannotBeTakenBack(t *testing.T) {
	s := pgtest.Store(t)
	save(t, s, 0, "chef", doc{Name: "one"})
	save(t, s, 1, "chef", doc{Name: "two"})
	_, err := s.Undo(context.Background(), "commis", "commis", "dish", false, revise.Merge, always)
	assert.ErrorIs(t, err, store.ErrNothing)
}

func TestChangesAreTold(t *testing.T) {
	s := pgtest.Store(t)
	ctx, cancel := context.WithCancel(context.Background())
	defer cancel()
	told := make(chan bool, 10)
	go s.Listen(ctx, slog.New(slog.DiscardHandler), func(string) { told <- true })
	<-told // it listens
	save(t, s, 0, "chef", doc{Name: "one"})
	select {
	case <-told:
	case <-time.After(2 * time.Minute):
		t.Fatal("nothing was told")
	}
}

func TestJoiningIsRateLimited(t *testing.T) {
	s := pgtest.Store(t)
	ctx := context.Background()
	require.NoError(t, s.SetJoinCode(ctx, "right"))
	for range 8 {
		ok, err := s.TryJoin(ctx, "wrong", "10.0.0.1")
		require.NoError(t, err)
		assert.False(t, ok)
	}
	_, err := s.TryJoin(ctx, "right", "10.0.0.1")
	assert.ErrorIs(t, err, store.ErrTooManyTries)
	ok, err := s.TryJoin(ctx, "right", "10.0.0.2")
	require.NoError(t, err)
	assert.True(t, ok)
}
