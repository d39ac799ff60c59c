package api

import (
	"cmp"
	"context"
	"io"
	"net/http"
	"slices"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/recipe/supply"
	"jointime/internal/core/service"
	"jointime/internal/formats/lists"
)

// amountRoutes tell what a service needs.
func (s *Server) amountRoutes(api huma.API) {
	huma.Get(api, "/api/services/{id}/amounts", s.amounts)
}

// AmountsView is what a service needs, from its covers back to what is bought.
type AmountsView struct {
	Service  service.Service   `json:"service"`
	Exploded quantity.Exploded `json:"exploded"`
	Orders   []OrderView       `json:"orders" nullable:"false" doc:"what is to be ordered, by supplier; what must be ordered first stands first"`
	Unsold   []string          `json:"unsold" nullable:"false" doc:"what is missing and no supplier is known to have"`
	Costs    []supply.Cost     `json:"costs" nullable:"false"`
	Currency string            `json:"currency"`
	Now      time.Time         `json:"now"`
}

// OrderView is what is ordered from one supplier by one hour.
type OrderView struct {
	Supplier string   `json:"supplier"`
	Name     string   `json:"name"`
	Note     string   `json:"note,omitempty"`
	OrderBy  string   `json:"orderBy" format:"date-time"`
	Comes    string   `json:"comes" format:"date-time"`
	Late     bool     `json:"late"`
	Lines    []string `json:"lines" nullable:"false" doc:"ids of the ingredients"`
	Cost     *int64   `json:"cost,omitempty" doc:"in hundredths; absent: a price is not kept"`
}

type amountsOutput struct{ Body AmountsView }

func (s *Server) amounts(ctx context.Context, in *serviceInput) (*amountsOutput, error) {
	x, err := s.stocked(ctx, in.ID)
	if err != nil {
		return nil, s.fail(err)
	}
	v := AmountsView{Service: x.in.Service, Exploded: x.input.Exploded, Orders: []OrderView{}, Unsold: []string{}, Costs: x.costs(), Currency: x.in.Kitchen.Money(), Now: s.Now()}
	for _, b := range v.Exploded.Buy {
		switch {
		case b.Purchase != nil:
			v.add(b, x)
		case b.Missing.Quantity > 0:
			v.Unsold = append(v.Unsold, b.Name)
		}
	}
	sortOrders(v.Orders)
	return &amountsOutput{v}, nil
}

// add puts a purchase to what is ordered from the same supplier by the same
// hour.
func (v *AmountsView) add(b quantity.Buy, x stocked) {
	p := b.Purchase
	told := func(t time.Time) string { return t.In(x.in.Zone).Format(time.RFC3339) }
	at := -1
	for i, o := range v.Orders {
		if o.Supplier == p.Supplier && o.OrderBy == told(p.OrderBy) {
			at = i
		}
	}
	if at < 0 {
		v.Orders = append(v.Orders, OrderView{Supplier: p.Supplier, Name: p.Name, Note: x.book.suppliers[p.Supplier].Note, OrderBy: told(p.OrderBy), Comes: told(p.Comes), Lines: []string{}, Cost: new(int64)})
		at = len(v.Orders) - 1
	}
	o := &v.Orders[at]
	o.Lines = append(o.Lines, b.Ingredient)
	o.Late = o.Late || p.Late
	if p.Cost == nil {
		o.Cost = nil
	} else if o.Cost != nil {
		*o.Cost += *p.Cost
	}
}

// costs are those of a portion of each dish that has plates.
func (x stocked) costs() []supply.Cost {
	out := []supply.Cost{}
	book, orders := x.onTheDay()
	for _, o := range orders {
		c := supply.CostOf(book, o, x.input.Ways)
		for _, v := range book.Dishes[o.Dish].Versions {
			if v.ID == o.Version {
				c.Name += ", " + v.Name
			}
		}
		out = append(out, c)
	}
	return out
}

// onTheDay is the book in the states that were chosen on the day, and all
// plates of a service.
func (p planned) onTheDay() (recipe.Book, []quantity.Order) {
	var orders []quantity.Order
	for _, c := range p.in.Service.Courses {
		for _, n := range c.Covers {
			if n.Plates > 0 {
				orders = append(orders, quantity.Order{Dish: n.Dish, Version: n.Version, Plates: n.Plates})
			}
		}
	}
	book := p.book.recipes()
	for id, c := range p.in.Components {
		book = book.With(id, c)
	}
	return book, orders
}

// waysOf are the habits of a kitchen that sums depend on.
func waysOf(k kitchen.Kitchen) quantity.Ways {
	return quantity.Ways{Measures: k.Sizes(), Scales: k.Scales, Likes: k.Likes}
}

// orderFile sends what is bought as a table to keep.
func (s *Server) orderFile(w http.ResponseWriter, r *http.Request) {
	s.tableOf(w, r, "order", func(w io.Writer, x stocked) error { return lists.WriteOrder(w, x.input.Exploded.Buy, x.in.Zone) })
}

func writePrep(w io.Writer, x stocked) error { return lists.WritePrep(w, x.sheet) }

// tableOf sends a table of a service as a file.
func (s *Server) tableOf(w http.ResponseWriter, r *http.Request, name string, write func(io.Writer, stocked) error) {
	id := chi.URLParam(r, "id")
	x, err := s.stocked(r.Context(), id)
	if err != nil {
		s.writeProblem(w, s.fail(err))
		return
	}
	w.Header().Set("Content-Type", "text/csv; charset=utf-8; header=present")
	w.Header().Set("Content-Disposition", `attachment; filename="`+strings.Map(plain, id)+`.`+name+`.csv"`)
	_ = write(w, x) // nobody may be listening
}

func sortOrders(list []OrderView) {
	slices.SortFunc(list, func(a, b OrderView) int {
		return cmp.Or(cmp.Compare(a.OrderBy, b.OrderBy), cmp.Compare(a.Name, b.Name))
	})
}
