package api

import (
	"context"
	"errors"
	"fmt"
	"maps"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"jointime/internal/core/fault"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/store"
)

func (s *Server) dishRoutes(api huma.API) {
	huma.Get(api, "/api/dishes", s.listDishes)
	huma.Get(api, "/api/dishes/{id}", s.getDish)
	huma.Put(api, "/api/dishes/{id}", s.putDish)
	huma.Put(api, "/api/components/{id}", s.putComponent)
	huma.Get(api, "/api/history/{kind}/{id}", s.history)
}

// DishName is a dish in the list.
type DishName struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

type dishesOutput struct {
	Body struct {
		Dishes []DishName `json:"dishes" nullable:"false"`
	}
}

func (s *Server) listDishes(ctx context.Context, _ *struct{}) (*dishesOutput, error) {
	b, err := s.book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	out := &dishesOutput{}
	out.Body.Dishes = []DishName{}
	for id, d := range b.dishes {
		out.Body.Dishes = append(out.Body.Dishes, DishName{id, d.Name})
	}
	slices.SortFunc(out.Body.Dishes, func(a, b DishName) int { return strings.Compare(a.Name, b.Name) })
	return out, nil
}

// dish is a dish in its book, or the problem that says why not.
func (s *Server) dish(ctx context.Context, id string) (book, recipe.Dish, error) {
	b, err := s.book(ctx)
	if err != nil {
		return book{}, recipe.Dish{}, s.fail(err)
	}
	d, known := b.dishes[id]
	if !known {
		return book{}, recipe.Dish{}, s.fail(fmt.Errorf("dish %q: %w", id, store.ErrNotFound))
	}
	return b, d, nil
}

// nextPlates is how many plates of a dish the next service has, and its
// kitchen; one plate in any kitchen where there is none.
func (b book) nextPlates(s *Server, dish string) (int, kitchen.Kitchen) {
	first, plates, k := "", 1, b.anyKitchen()
	for id, svc := range b.services {
		n := svc.Plates(dish)
		if n > 0 && !svc.Past(s.Now(), b.zone(svc.Kitchen)) && (first == "" || svc.Day+id < first) {
			first, plates, k = svc.Day+id, n, b.kitchens[svc.Kitchen]
		}
	}
	return plates, k
}

func (s *Server) putDish(ctx context.Context, in *saveInput[recipe.Dish]) (*savedOutput, error) {
	return put(s, ctx, store.Dish, in, in.Body.Value.ID, func(b book) error { return in.Body.Value.Validate(b.components) })
}

func (s *Server) putComponent(ctx context.Context, in *saveInput[recipe.Component]) (*savedOutput, error) {
	return put(s, ctx, store.Component, in, in.Body.Value.ID, func(b book) error { return b.soundComponent(in.Body.Value) })
}

// soundComponent judges a component among the others.
func (b book) soundComponent(c recipe.Component) error {
	if err := c.Validate(); err != nil {
		return err
	}
	components := maps.Clone(b.components) // the book itself is kept, and shared
	components[c.ID] = c
	return recipe.Circles(c.ID, components)
}

// under puts the fields of faults below a member of the body.
func under(member string, err error) error {
	var faults fault.List
	if !errors.As(err, &faults) {
		return err
	}
	var out fault.List
	out.Under(member, faults)
	return out
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
}

type historyOutput struct {
	Body struct {
		Revisions []RevisionLine `json:"revisions" nullable:"false" doc:"newest first"`
	}
}

func (s *Server) history(ctx context.Context, in *historyInput) (*historyOutput, error) {
	list, err := s.store.History(ctx, store.Kind(in.Kind), in.ID)
	if err != nil {
		return nil, s.fail(err)
	}
	out := &historyOutput{}
	out.Body.Revisions = []RevisionLine{}
	for _, r := range list {
		out.Body.Revisions = append(out.Body.Revisions, RevisionLine{r.Version, r.Who, r.At.Format("2006-01-02T15:04:05Z07:00"), r.What})
	}
	return out, nil
}
