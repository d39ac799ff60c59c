package app

import (
	"context"
	"sync"

	"jointime/internal/core/recipe/search"
	"jointime/internal/store"
)

// Books is the book as it was at a place in the sequence of changes. It is never changed,
// and read again when anybody has written.
type Books struct {
	store *store.Store

	mu    sync.Mutex
	seq   int64
	book  *Book
	shelf *search.Shelf
}

// Book is the book as it is now. Nobody may change what is in it.
func (k *Books) Book(ctx context.Context) (Book, error) {
	seq, err := k.store.LastSeq(ctx)
	if err != nil {
		return Book{}, err
	}
	k.mu.Lock()
	defer k.mu.Unlock()
	if k.book != nil && k.seq == seq {
		return *k.book, nil
	}
	docs, err := k.store.All(ctx)
	if err != nil {
		return Book{}, err
	}
	b, err := ReadBook(docs)
	if err == nil {
		k.seq, k.book, k.shelf = seq, &b, nil
	}
	return b, err
}

// Shelf is the book made ready for searching, in its first kitchen.
func (k *Books) Shelf(ctx context.Context) (search.Shelf, error) {
	b, err := k.Book(ctx)
	if err != nil {
		return search.Shelf{}, err
	}
	k.mu.Lock()
	defer k.mu.Unlock()
	if k.shelf == nil {
		made := search.NewShelf(b.Recipes(), b.AnyKitchen())
		k.shelf = &made
	}
	return *k.shelf, nil
}
