package api

import (
	"context"
	"net/http"

	"jointime/internal/app"
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
