package api

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"net/http"
	"strings"
	"time"

	"jointime/internal/app"
	"jointime/internal/core/revise"
	"jointime/internal/store"
)

// resources are the documents that can be deleted, by their part of an address.
var resources = []struct {
	path string
	kind store.Kind
	name string
}{
	{"dishes", store.Dish, "dish"}, {"components", store.Component, "component"}, {"ingredients", store.Ingredient, "ingredient"}, {"menus", store.Menu, "menu"},
	{"services", store.Service, "service"}, {"kitchens", store.Kitchen, "kitchen"}, {"suppliers", store.Supplier, "supplier"}, {"stock", store.Stock, "entry of stock"},
}

// routes delete documents, after telling what hangs on them, and make two ingredients one.
func (s deleting) routes(at *registry) {
	for _, r := range resources {
		operation(at, http.MethodGet, "/api/"+r.path+"/{id}/hangs", "get-"+string(r.kind)+"-hangs", "What hangs on this "+r.name+", and what becomes of that when it is deleted", s.hangs(r.kind))
		operation(at, http.MethodDelete, "/api/"+r.path+"/{id}", "delete-"+string(r.kind), "Delete this "+r.name+", with what hangs on it; it can be undone", s.delete(r.kind))
		operation(at, http.MethodGet, "/api/"+r.path+"/{id}/deleted", "get-"+string(r.kind)+"-deleted", "Who deleted this "+r.name+", and when", s.deleted(r.kind))
		operation(at, http.MethodPost, "/api/"+r.path+"/{id}/restore", "restore-"+string(r.kind), "Bring this "+r.name+" back, with what hung on it or alone", s.restore(r.kind))
	}
	operation(at, http.MethodGet, "/api/ingredients/{id}/merge", "get-merge", "What making this ingredient one with another changes", s.merging)
	operation(at, http.MethodPost, "/api/ingredients/{id}/merge", "merge-ingredient", "Make this ingredient one with another, which stays", s.merge)
}

type hangsOutput struct {
	Body struct {
		Hangs []app.Hanging `json:"hangs" nullable:"false"`
	}
}

func (s deleting) hangs(kind store.Kind) func(context.Context, *serviceInput) (*hangsOutput, error) {
	return func(ctx context.Context, in *serviceInput) (*hangsOutput, error) {
		b, err := s.app.Book(ctx)
		if err != nil {
			return nil, s.fail(err)
		}
		out := &hangsOutput{}
		if out.Body.Hangs, err = b.Deleting(kind, in.ID, s.Now()); err != nil {
			return nil, s.fail(err)
		}
		return out, nil
	}
}

type deleteInput struct {
	ID     string `path:"id"`
	Screen string `header:"Jointime-Screen" maxLength:"100" doc:"where it was done, for undoing it"`
}

func (s deleting) delete(kind store.Kind) func(context.Context, *deleteInput) (*savedOutput, error) {
	return func(ctx context.Context, in *deleteInput) (*savedOutput, error) {
		made, err := s.update(ctx, in.Screen, func(b app.Book) ([]store.Write, error) { return b.Removed(kind, in.ID, s.Now()) })
		if err != nil {
			return nil, s.fail(err)
		}
		return saved(made), nil
	}
}

// missingOf names what is not there by its part of an address; nil where it has none.
func missingOf(m *store.Missing) *Missing {
	for _, r := range resources {
		if r.kind == m.Kind {
			return &Missing{Kind: r.path, ID: m.ID}
		}
	}
	return nil
}

// Deletion says who deleted something, and when.
type Deletion struct {
	Name string    `json:"name"`
	Day  string    `json:"day,omitempty" doc:"of a service"`
	Who  string    `json:"who"`
	How  string    `json:"how,omitempty" doc:"in words, where it was more than deleted: merged into another, or its making undone"`
	At   time.Time `json:"at"`
}

type deletionOutput struct{ Body Deletion }

func (s deleting) deleted(kind store.Kind) func(context.Context, *serviceInput) (*deletionOutput, error) {
	return func(ctx context.Context, in *serviceInput) (*deletionOutput, error) {
		d, err := s.deletion(ctx, kind, in.ID)
		if err != nil {
			return nil, s.fail(err)
		}
		return &deletionOutput{d}, nil
	}
}

func (s deleting) deletion(ctx context.Context, kind store.Kind, id string) (Deletion, error) {
	gone, was, err := s.store.Deletion(ctx, kind, id)
	if err != nil {
		return Deletion{}, err
	}
	var named struct{ Name, Day string }
	if err := json.Unmarshal(was, &named); err != nil {
		return Deletion{}, err
	}
	d := Deletion{Name: cmp.Or(named.Name, "this entry"), Day: named.Day, Who: gone.Who, At: gone.At}
	if !strings.HasSuffix(gone.What, " deleted") {
		d.How = gone.What
	}
	return d, nil
}

type restoreInput struct {
	ID     string `path:"id"`
	Screen string `header:"Jointime-Screen" maxLength:"100" doc:"where it was done, for undoing it"`
	Body   struct {
		Alone bool `json:"alone,omitempty" doc:"not what hung on it: for when others have built on it since"`
	}
}

func (s deleting) restore(kind store.Kind) func(context.Context, *restoreInput) (*savedOutput, error) {
	return func(ctx context.Context, in *restoreInput) (*savedOutput, error) {
		q, err := s.asked(ctx)
		if err != nil {
			return nil, err
		}
		q.Screen = in.Screen
		d, err := s.deletion(ctx, kind, in.ID)
		if err != nil && !errors.Is(err, store.ErrNotFound) { // a request that comes again finds it there
			return nil, s.fail(err)
		}
		made, err := s.app.Restore(ctx, q, kind, in.ID, "brought back "+d.Name, in.Body.Alone, revise.Merge)
		var clash *store.Clash
		switch {
		case errors.As(err, &clash):
			p := s.fail(err)
			p.Detail = "Not brought back with all that hung on it: " + clash.Now.Who + " has since " + since(clash) + "."
			return nil, p
		case err != nil:
			return nil, s.fail(err)
		}
		return saved(made), nil
	}
}

type mergingInput struct {
	ID   string `path:"id"`
	Into string `query:"into" required:"true" doc:"id of the ingredient that stays"`
}

func (s deleting) merging(ctx context.Context, in *mergingInput) (*hangsOutput, error) {
	b, err := s.app.Book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	out := &hangsOutput{}
	if out.Body.Hangs, err = b.Merging(in.ID, in.Into, s.Now()); err != nil {
		return nil, s.fail(err)
	}
	return out, nil
}

type mergeInput struct {
	ID     string `path:"id"`
	Screen string `header:"Jointime-Screen" maxLength:"100" doc:"where it was done, for undoing it"`
	Body   struct {
		Into string `json:"into" minLength:"1" doc:"id of the ingredient that stays"`
	}
}

func (s deleting) merge(ctx context.Context, in *mergeInput) (*savedOutput, error) {
	made, err := s.update(ctx, in.Screen, func(b app.Book) ([]store.Write, error) { return b.Merged(in.ID, in.Body.Into, s.Now()) })
	if err != nil {
		return nil, s.fail(err)
	}
	return saved(made), nil
}
