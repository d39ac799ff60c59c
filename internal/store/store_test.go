package store_test

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
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
	made, err := s.Save(context.Background(), on(person), store.Write{Kind: store.Component, ID: "hake", Base: base, Body: body, What: "change"})
	require.NoError(t, err)
	return made[0]
}

// on is a request of a person on the screen of a dish.
func on(person string) store.Request {
	return store.Request{Who: person, Person: person, Screen: "dish"}
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
	list, err := s.History(context.Background(), store.Component, "hake", 0, 10)
	require.NoError(t, err)
	require.Len(t, list, 2)
	assert.Equal(t, "commis", list[0].Who)
	list, err = s.History(context.Background(), store.Component, "hake", 2, 10)
	require.NoError(t, err)
	require.Len(t, list, 1, "those before the second")
	first, err := s.At(context.Background(), store.Component, "hake", 1)
	require.NoError(t, err)
	assert.JSONEq(t, `{"name":"one","steps":null}`, string(first.Body))
}

func TestALostRaceSaysWhatIsThereNow(t *testing.T) {
	s := pgtest.Store(t)
	save(t, s, 0, "chef", doc{Name: "one"})
	save(t, s, 1, "chef", doc{Name: "two"})
	_, err := s.Save(context.Background(), on("commis"), store.Write{Kind: store.Component, ID: "hake", Base: 1, Body: doc{Name: "three"}})
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
			_, err := s.Save(context.Background(), on("x"), store.Write{Kind: store.Component, ID: "hake", Base: 1, Body: doc{Name: "mine"}})
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
	ctx := context.Background()
	w := store.Write{Kind: store.Dish, ID: "d", Body: doc{Name: "one"}}
	asked := store.Request{Who: "chef", Key: "k1", Digest: "one"}
	first, err := s.Save(ctx, asked, w)
	require.NoError(t, err)
	again, err := s.Update(ctx, asked, func(store.Reader) ([]store.Write, error) {
		t.Error("nothing is decided anew")
		return nil, nil
	})
	require.NoError(t, err)
	assert.Equal(t, first, again)
	asked.Digest = "other"
	_, err = s.Save(ctx, asked, w)
	assert.ErrorIs(t, err, store.ErrKeyTaken)
}

// What a write is decided from stays as it is until it is written.
func TestNobodyWritesBetweenDecidingAndWriting(t *testing.T) {
	s := pgtest.Store(t)
	other, err := store.Open(t.Context(), s.URL)
	require.NoError(t, err)
	defer other.Close()
	var wg sync.WaitGroup
	for _, st := range []*store.Store{s, other} {
		for range 10 {
			wg.Go(func() {
				_, err := st.Update(t.Context(), on("x"), func(r store.Reader) ([]store.Write, error) {
					seq, err := r.LastSeq(t.Context())
					return []store.Write{{Kind: store.Component, ID: fmt.Sprint(seq), Body: doc{}}}, err
				})
				assert.NoError(t, err)
			})
		}
	}
	wg.Wait()
	list, err := s.All(t.Context())
	require.NoError(t, err)
	assert.Len(t, list, 20, "each saw what the one before it wrote")
}

func TestAPlateCheckIsThereOnceAndAnotherOneIsRefused(t *testing.T) {
	s := pgtest.Store(t)
	c := store.PlateCheck{ID: "check-1", Dish: "hake", Sent: true, Who: "chef"}
	require.NoError(t, s.AddPlateCheck(t.Context(), c))
	require.NoError(t, s.AddPlateCheck(t.Context(), c))
	c.Sent = false
	require.ErrorIs(t, s.AddPlateCheck(t.Context(), c), store.ErrKeyTaken)
	list, err := s.PlateChecks(t.Context(), "hake", 0, 10)
	require.NoError(t, err)
	assert.Len(t, list, 1)
	for i, reason := range []string{"cold", "rim smeared", "cold"} {
		require.NoError(t, s.AddPlateCheck(t.Context(), store.PlateCheck{ID: fmt.Sprint("back-", i), Dish: "hake", Reason: reason}))
	}
	tally, err := s.TallyChecks(t.Context(), "hake")
	require.NoError(t, err)
	assert.Equal(t, []store.CheckTally{{Reason: "cold", Times: 2}, {Reason: "rim smeared", Times: 1}, {Sent: true, Times: 1}}, tally)
}

func TestAPhotographIsTakenOffAndPutBack(t *testing.T) {
	s := pgtest.Store(t)
	ctx := t.Context()
	require.ErrorIs(t, s.AddPhoto(ctx, on("chef"), store.Photo{Dish: "hake"}, nil), store.ErrNotFound, "there is none")
	require.NoError(t, s.AddPhoto(ctx, on("chef"), store.Photo{Dish: "hake", Width: 4}, []byte("jpeg")))
	require.NoError(t, s.AddPhoto(ctx, on("chef"), store.Photo{Dish: "hake"}, nil))
	require.ErrorIs(t, s.AddPhoto(ctx, on("chef"), store.Photo{Dish: "hake"}, nil), store.ErrNotFound, "it is taken off already")
	require.NoError(t, s.PutPhotoBack(ctx, on("commis"), "hake"))
	require.NoError(t, s.PutPhotoBack(ctx, on("commis"), "hake"))
	p, err := s.Photo(ctx, "hake")
	require.NoError(t, err)
	assert.Equal(t, 4, p.Width)
	assert.Equal(t, "commis", p.Who)
	jpeg, err := s.Picture(ctx, "hake")
	require.NoError(t, err)
	assert.Equal(t, "jpeg", string(jpeg))
}

func always(store.Reader, []store.Revision) error { return nil }

func TestUndoIsOnesOwnAndKeepsWhatOthersDid(t *testing.T) {
	s := pgtest.Store(t)
	ctx := context.Background()
	save(t, s, 0, "chef", doc{Steps: []entry{{"sear", 1}, {"roast", 1}}})
	save(t, s, 1, "chef", doc{Steps: []entry{{"sear", 2}, {"roast", 1}}})
	save(t, s, 2, "commis", doc{Steps: []entry{{"sear", 2}, {"roast", 9}}})

	_, err := s.Undo(ctx, on("chef"), false, revise.Merge, always)
	require.NoError(t, err)
	d, _ := now(t, s)
	assert.Equal(t, []entry{{"sear", 1}, {"roast", 9}}, d.Steps)

	back, again, err := s.Own(ctx, "chef", "dish")
	require.NoError(t, err)
	assert.Empty(t, back)
	assert.Equal(t, "change", again)

	_, err = s.Undo(ctx, on("chef"), true, revise.Merge, always)
	require.NoError(t, err)
	d, _ = now(t, s)
	assert.Equal(t, []entry{{"sear", 2}, {"roast", 9}}, d.Steps)
}

func TestUndoRefusesWhatSomebodyElseChangedSince(t *testing.T) {
	s := pgtest.Store(t)
	save(t, s, 0, "chef", doc{Steps: []entry{{"sear", 1}}})
	save(t, s, 1, "chef", doc{Steps: []entry{{"sear", 2}}})
	save(t, s, 2, "commis", doc{Steps: []entry{{"sear", 3}}})
	_, err := s.Undo(context.Background(), on("chef"), false, revise.Merge, always)
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
	_, err := s.Undo(context.Background(), on("chef"), false, revise.Merge, func(store.Reader, []store.Revision) error { return no })
	assert.ErrorIs(t, err, no)
	_, version := now(t, s)
	assert.Equal(t, int64(2), version)
}

func TestSomebodyElsesChangeCannotBeTakenBack(t *testing.T) {
	s := pgtest.Store(t)
	save(t, s, 0, "chef", doc{Name: "one"})
	save(t, s, 1, "chef", doc{Name: "two"})
	_, err := s.Undo(context.Background(), on("commis"), false, revise.Merge, always)
	assert.ErrorIs(t, err, store.ErrNothing)
}

func TestChangesAreTold(t *testing.T) {
	s := pgtest.Store(t)
	ctx, cancel := context.WithCancel(context.Background())
	defer cancel()
	told := make(chan store.News, 10)
	go s.Listen(ctx, slog.New(slog.DiscardHandler), func(n store.News) { told <- n })
	<-told // it listens
	hears := func(want store.News) {
		t.Helper()
		select {
		case n := <-told:
			assert.Equal(t, want, n)
		case <-time.After(2 * time.Minute):
			t.Fatal("nothing was told")
		}
	}
	save(t, s, 0, "chef", doc{Name: "one"})
	hears(store.News{})
	require.NoError(t, s.AddPlateCheck(ctx, store.PlateCheck{ID: "check-1", Dish: "hake", Sent: true}))
	hears(store.News{Pass: "hake"})
	require.NoError(t, s.AddPhoto(ctx, on("chef"), store.Photo{Dish: "quince"}, []byte("jpeg")))
	hears(store.News{Pass: "quince"})
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
