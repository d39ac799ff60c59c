package app

import (
	"context"
	"encoding/json"
	"fmt"
	"sync"
	"sync/atomic"
	"time"

	"jointime/internal/core/recipe/search"
	"jointime/internal/store"
)

// Books is the book as it is now. What was written since it was read last is read, and
// nothing else.
type Books struct {
	store *store.Store
	now   func() time.Time
	have  atomic.Pointer[edition]
	whole chan struct{} // full while one reads all of it

	imports sync.Map // key of the request → Importing
}

// edition is the book at a place in the sequence of changes. It is never changed.
type edition struct {
	seq   int64
	book  Book
	shelf func() search.Shelf
	names func() finder
}

func newBooks(st *store.Store, now func() time.Time) *Books {
	return &Books{store: st, now: now, whole: make(chan struct{}, 1)}
}

// Book is the book as it is now. Nobody may change what is in it.
func (k *Books) Book(ctx context.Context) (Book, error) {
	e, err := k.in(ctx, k.store.Reader)
	if err != nil {
		return Book{}, err
	}
	return e.book, nil
}

// Shelf is the book made ready for searching, in its first kitchen.
func (k *Books) Shelf(ctx context.Context) (search.Shelf, error) {
	e, err := k.in(ctx, k.store.Reader)
	if err != nil {
		return search.Shelf{}, err
	}
	return e.shelf(), nil
}

// Find lists what has names with words that begin with all of some words, or has such a thing
// in it: names first, and of services the newest.
func (k *Books) Find(ctx context.Context, words, kinds []string, most int) ([]Match, int, error) {
	e, err := k.in(ctx, k.store.Reader)
	if err != nil {
		return nil, 0, err
	}
	found, all := e.names().find(words, kinds, most)
	return found, all, nil
}

// in is the newest edition of what is read.
func (k *Books) in(ctx context.Context, r store.Reader) (*edition, error) {
	if k.have.Load() == nil {
		select { // those who come at the start wait for the first of them
		case k.whole <- struct{}{}:
			defer func() { <-k.whole }()
		case <-ctx.Done():
			return nil, ctx.Err()
		}
	}
	have := k.have.Load()
	seq, err := r.LastSeq(ctx)
	switch {
	case err != nil:
		return nil, err
	case have != nil && have.seq == seq:
		return have, nil
	}
	next := &edition{seq: seq}
	if next.book, err = read(ctx, r, have, seq); err != nil {
		return nil, err
	}
	next.shelf = sync.OnceValue(func() search.Shelf { return search.NewShelf(next.book.Recipes(), next.book.AnyKitchen()) })
	next.names = sync.OnceValue(func() finder { return newFinder(next.book) })
	k.have.CompareAndSwap(have, next) // where somebody else was faster, theirs stands
	return next, nil
}

// read reads what has changed since an edition, or, where there is none, or the database
// was put back to an earlier state, all of the book.
func read(ctx context.Context, r store.Reader, have *edition, seq int64) (Book, error) {
	if have == nil || have.seq > seq {
		docs, err := r.All(ctx)
		if err != nil {
			return Book{}, err
		}
		return ReadBook(docs)
	}
	docs, err := r.ChangedSince(ctx, have.seq)
	if err != nil {
		return Book{}, err
	}
	return have.book.with(docs, followed)
}

// Update lets decide see the book and say what is to be written. That is judged in the
// book as it then is, and written, all of it or none; nobody writes in between.
func (k *Books) Update(ctx context.Context, q store.Request, decide func(Book) ([]store.Write, error)) ([]store.Revision, error) {
	return k.store.Update(ctx, q, func(r store.Reader) ([]store.Write, error) {
		e, err := k.in(ctx, r)
		if err != nil {
			return nil, err
		}
		writes, err := decide(e.book)
		if err != nil {
			return nil, err
		}
		docs := make([]store.Document, len(writes))
		for i, w := range writes {
			body, err := json.Marshal(w.Body)
			if err != nil {
				return nil, fmt.Errorf("write %s %q: %w", w.Kind, w.ID, err)
			}
			docs[i] = store.Document{Kind: w.Kind, ID: w.ID, Version: w.Base + 1, Body: body}
		}
		return writes, e.book.judge(docs, asWritten, k.now())
	})
}

// Undo takes back the newest change that somebody made on a screen, or does it again,
// where what comes of it is judged to be sound.
func (k *Books) Undo(ctx context.Context, q store.Request, again bool, join store.Joiner) ([]store.Revision, error) {
	return k.store.Undo(ctx, q, again, join, k.allowed(ctx))
}

// Restore brings back what somebody deleted, with what was written with it or alone, where
// what comes of it is judged to be sound.
func (k *Books) Restore(ctx context.Context, q store.Request, kind store.Kind, id, what string, alone bool, join store.Joiner) ([]store.Revision, error) {
	return k.store.Restore(ctx, q, kind, id, what, alone, join, k.allowed(ctx))
}

// allowed judges what would come of some revisions.
func (k *Books) allowed(ctx context.Context) func(store.Reader, []store.Revision) error {
	return func(r store.Reader, list []store.Revision) error {
		e, err := k.in(ctx, r)
		if err != nil {
			return err
		}
		docs := make([]store.Document, len(list))
		for i, rev := range list {
			docs[i] = store.Document{Kind: rev.Kind, ID: rev.ID, Version: rev.Version, Body: rev.Body}
		}
		return e.book.judge(docs, followed, k.now()) // its menu may have changed since
	}
}
