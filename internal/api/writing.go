package api

import (
	"context"
	"encoding/json"
	"net/http"

	"jointime/internal/app"
	"jointime/internal/core/revise"
	"jointime/internal/store"
)

// SaveInput is a document as it is to be, over the version that it was made from.
type SaveInput[T any] struct {
	ID     string `path:"id"`
	Screen string `header:"Jointime-Screen" maxLength:"100" doc:"where it was done, for taking it back"`
	Body   struct {
		Version int64  `json:"version" minimum:"0" doc:"the version that it was made from; 0: it is new"`
		What    string `json:"what,omitempty" maxLength:"200" doc:"in words, for the history"`
		Value   T      `json:"value"`
	}
}

// put stores a document over the version it was made from, once it was judged among the
// others. After a lost race it offers what the two would be together.
func put[T any](s base, ctx context.Context, kind store.Kind, in *SaveInput[T], id string) (*savedOutput, error) {
	if id != in.ID {
		return nil, problem(isMalformed, "value.id: must be the id of the address")
	}
	w := store.Write{Kind: kind, ID: in.ID, Base: in.Body.Version, Body: in.Body.Value, What: in.Body.What}
	made, err := s.update(ctx, in.Screen, func(app.Book) ([]store.Write, error) { return []store.Write{w}, nil })
	if err != nil {
		p := s.fail(under("value", err))
		if p.Status == http.StatusConflict {
			p = s.offer(ctx, p, w)
		}
		return nil, p
	}
	return saved(made), nil
}

// update lets decide say what is to be written, in the name of who asks.
func (s base) update(ctx context.Context, screen string, decide func(app.Book) ([]store.Write, error)) ([]store.Revision, error) {
	q, err := s.asked(ctx)
	if err != nil {
		return nil, err
	}
	q.Screen = screen
	return s.app.Update(ctx, q, decide)
}

// create writes new documents, of which the first is answered for.
func (s base) create(ctx context.Context, decide func(app.Book) ([]store.Write, error)) (*savedOutput, error) {
	made, err := s.update(ctx, "", decide)
	if err != nil {
		return nil, s.fail(err)
	}
	return saved(made), nil
}

// SavedView is what a write made.
type SavedView struct {
	ID      string `json:"id"`
	Version int64  `json:"version"`
}

type savedOutput struct{ Body SavedView }

func saved(made []store.Revision) *savedOutput {
	return &savedOutput{SavedView{made[0].ID, made[0].Version}}
}

// offer adds to a lost race what the two changes would be together.
func (s base) offer(ctx context.Context, p *Problem, w store.Write) *Problem {
	if string(p.Current) == "null" { // it was deleted: there is nothing to join with
		return p
	}
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
	if all, err := revise.Differences(mine, p.Current, s.named(ctx)); err == nil {
		p.Differences = revise.At(all, p.Conflicts)
	}
	return p
}

// named gives the names of documents by their ids.
func (s base) named(ctx context.Context) func(id string) string {
	b, err := s.app.Book(ctx)
	if err != nil {
		return nil
	}
	return b.Named
}
