package api

import (
	"cmp"
	"context"
	"net/http"
	"slices"
	"strings"

	"jointime/internal/app"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/store"
)

func (s dishes) routes(at *registry) {
	operation(at, http.MethodGet, "/api/dishes", "list-dishes", "All dishes, by name", s.listDishes)
	operation(at, http.MethodGet, "/api/dishes/{id}", "get-dish", "A dish with its components, gaps and working times", s.getDish)
	operation(at, http.MethodPut, "/api/dishes/{id}", "put-dish", "Save a dish over the version that it was made from", s.putDish)
	operation(at, http.MethodPut, "/api/components/{id}", "put-component", "Save a component over the version that it was made from", s.putComponent)
	operation(at, http.MethodGet, "/api/history/{kind}/{id}", "get-history", "The revisions of a document, newest first", s.history)
}

// Named is something by its name.
type Named struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

type dishesOutput struct {
	Body struct {
		Dishes []Named `json:"dishes" nullable:"false"`
		Next   string  `json:"next,omitempty" doc:"where the list goes on; absent: it is over"`
	}
}

func (s dishes) listDishes(ctx context.Context, in *Page) (*dishesOutput, error) {
	b, err := s.app.Book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	list := []Named{}
	for id, d := range b.Dishes {
		list = append(list, Named{id, d.Name})
	}
	slices.SortFunc(list, func(a, b Named) int { return cmp.Or(strings.Compare(a.Name, b.Name), strings.Compare(a.ID, b.ID)) })
	out := &dishesOutput{}
	out.Body.Dishes, out.Body.Next, err = paged(list, *in)
	return out, err
}

// nextPlates is how many plates of a dish the next service has, and its
// kitchen; one plate in any kitchen where there is none.
func nextPlates(b app.Book, s base, dish string) (int, kitchen.Kitchen) {
	for _, svc := range b.Coming(s.Now()) {
		if n := b.Judged(svc).Plates(dish); n > 0 {
			return n, b.Kitchens[svc.Kitchen]
		}
	}
	return 1, b.AnyKitchen()
}

func (s dishes) putDish(ctx context.Context, in *SaveInput[recipe.Dish]) (*savedOutput, error) {
	return put(s.base, ctx, store.Dish, in, in.Body.Value.ID)
}

func (s dishes) putComponent(ctx context.Context, in *SaveInput[recipe.Component]) (*savedOutput, error) {
	return put(s.base, ctx, store.Component, in, in.Body.Value.ID)
}

// RevisionLine is one revision in a history.
type RevisionLine struct {
	Version int64  `json:"version"`
	Who     string `json:"who"`
	At      string `json:"at" format:"date-time"`
	What    string `json:"what"`
}

type historyInput struct {
	Kind string `path:"kind" enum:"ingredient,component,dish,service,menu,kitchen"`
	ID   string `path:"id"`
	Page
}

type historyOutput struct {
	Body struct {
		Revisions []RevisionLine `json:"revisions" nullable:"false" doc:"newest first"`
		Next      string         `json:"next,omitempty" doc:"where the list goes on; absent: it is over"`
	}
}

func (s dishes) history(ctx context.Context, in *historyInput) (*historyOutput, error) {
	before, err := in.from()
	if err != nil {
		return nil, err
	}
	list, err := s.store.History(ctx, store.Kind(in.Kind), in.ID, before, in.Limit+1)
	if err != nil {
		return nil, s.fail(err)
	}
	out := &historyOutput{}
	if len(list) > in.Limit {
		list = list[:in.Limit]
		out.Body.Next = next(list[in.Limit-1].Version)
	}
	out.Body.Revisions = []RevisionLine{}
	for _, r := range list {
		out.Body.Revisions = append(out.Body.Revisions, RevisionLine{r.Version, r.Who, r.At.Format("2006-01-02T15:04:05Z07:00"), r.What})
	}
	return out, nil
}
