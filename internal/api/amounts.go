package api

import (
	"context"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
	"jointime/internal/formats/lists"
)

// amountRoutes tell what a service needs.
func (s *Server) amountRoutes(api huma.API) {
	huma.Get(api, "/api/services/{id}/amounts", s.amounts)
}

// AmountsView is what a service needs, from its covers back to what is bought.
type AmountsView struct {
	Service  service.Service `json:"service"`
	Exploded recipe.Exploded `json:"exploded"`
}

type amountsOutput struct{ Body AmountsView }

func (s *Server) amounts(ctx context.Context, in *serviceInput) (*amountsOutput, error) {
	p, err := s.scene(ctx, in.ID)
	if err != nil {
		return nil, s.fail(err)
	}
	return &amountsOutput{AmountsView{p.in.Service, p.exploded()}}, nil
}

// exploded works out the amounts of all plates of a service.
func (p planned) exploded() recipe.Exploded {
	var orders []recipe.Order
	for _, c := range p.in.Service.Courses {
		for _, n := range c.Covers {
			if n.Plates > 0 {
				orders = append(orders, recipe.Order{Dish: n.Dish, Version: n.Version, Plates: n.Plates})
			}
		}
	}
	book := p.book.recipes()
	for id, c := range p.in.Components { // in the states that were chosen on the day
		book = book.With(id, c)
	}
	return book.ExplodeFrom(recipe.Larder{}, orders, waysOf(p.in.Kitchen))
}

// orderFile sends what is bought as a table to keep.
func (s *Server) orderFile(w http.ResponseWriter, r *http.Request) {
	id := chi.URLParam(r, "id")
	p, err := s.scene(r.Context(), id)
	if err != nil {
		s.writeProblem(w, s.fail(err))
		return
	}
	w.Header().Set("Content-Type", "text/csv; charset=utf-8; header=present")
	w.Header().Set("Content-Disposition", `attachment; filename="`+strings.Map(plain, id)+`.order.csv"`)
	_ = lists.WriteOrder(w, p.exploded().Buy) // nobody may be listening
}

// waysOf are the habits of a kitchen that sums depend on.
func waysOf(k kitchen.Kitchen) recipe.Ways {
	return recipe.Ways{Measures: k.Sizes(), Scales: k.Scales, Likes: k.Likes}
}
