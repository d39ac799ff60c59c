package api

import (
	"context"
	"encoding/json"
	"net/http"

	"jointime/internal/app"
	"jointime/internal/core/revise"
	"jointime/internal/store"
)

type saveInput[T any] struct {
	ID     string `path:"id"`
	Key    string `header:"Idempotency-Key" maxLength:"100" doc:"a repeat with the same key does nothing"`
	Screen string `header:"Jointime-Screen" maxLength:"100" doc:"where it was done, for taking it back"`
	Body   struct {
		Version int64  `json:"version" minimum:"0" doc:"the version that it was made from"`
		What    string `json:"what,omitempty" maxLength:"200" doc:"in words, for the history"`
		Value   T      `json:"value"`
	}
}

// write makes a store.Write of what was sent.
func write[T any](s base, ctx context.Context, kind store.Kind, in *saveInput[T]) (store.Write, error) {
	who, person, err := s.author(ctx)
	return store.Write{Kind: kind, ID: in.ID, Base: in.Body.Version, Body: in.Body.Value, Who: who, Person: person, Screen: in.Screen, What: in.Body.What, Key: in.Key}, err
}

// put stores a document over the version it was made from, once it was judged
// among the others.
func put[T any](s base, ctx context.Context, kind store.Kind, in *saveInput[T], id string, judge func(app.Book) error) (*savedOutput, error) {
	w, err := write(s, ctx, kind, in)
	if err != nil {
		return nil, err
	}
	if id != in.ID {
		return nil, problem(http.StatusUnprocessableEntity, "value.id: must be the id of the address")
	}
	b, err := s.app.Book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	if err := judge(b); err != nil {
		return nil, s.fail(under("value", err))
	}
	return s.save(ctx, w)
}

// SavedView is what a write made.
type SavedView struct {
	ID      string `json:"id"`
	Version int64  `json:"version"`
}

type savedOutput struct{ Body SavedView }

// save stores a write; after a lost race it offers what the two would be
// together.
func (s base) save(ctx context.Context, w store.Write) (*savedOutput, error) {
	rev, err := s.store.Save(ctx, w)
	if err != nil {
		p := s.fail(err)
		if p.Status == http.StatusConflict {
			p = s.offer(ctx, p, w)
		}
		return nil, p
	}
	return &savedOutput{SavedView{rev.ID, rev.Version}}, nil
}

// offer adds to a lost race what the two changes would be together.
func (s base) offer(ctx context.Context, p *Problem, w store.Write) *Problem {
	base, err := s.store.At(ctx, w.Kind, w.ID, w.Base)
	if err != nil {
		return p
	}
	mine, err := json.Marshal(w.Body)
	if err != nil {
		return p
	}
	if p.Merged, p.Conflicts, err = revise.Merge(base.Body, mine, p.Current); err != nil {
		p.Merged = nil
	}
	return p
}
