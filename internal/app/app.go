// Package app is the application without the web: the book as it is now, plans and their
// making, what is to be made ready, and who is to hear of a change. It reads and writes
// the store and asks the core; it knows no request.
package app

import (
	"time"

	"jointime/internal/store"
)

// App is all of it, for one database.
type App struct {
	*Books
	*Planner
	*Prep
	Hub *Hub
}

// InBackground has plans that are kept searched on while somebody looks at them, for so long
// at a time.
func (a *App) InBackground(stretch time.Duration) { a.stretch = stretch }

// New makes an application. Who only looks waits so long for a plan, at the most, and gets
// what there is after that.
func New(st *store.Store, now func() time.Time, patience time.Duration) *App {
	books := newBooks(st, now)
	planner := &Planner{store: st, books: books, now: now, jobs: newJobs(), patience: patience}
	return &App{books, planner, &Prep{store: st, books: books, planner: planner, now: now}, newHub()}
}
