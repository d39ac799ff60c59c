package api

import (
	"cmp"
	"context"
	"net/http"
	"slices"

	"jointime/internal/app"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/recipe/supply"
	"jointime/internal/store"
)

// routes keep what is there, and who brings it.
func (s larder) routes(at *registry) {
	operation(at, http.MethodGet, "/api/stock", "list-stock", "What is in stock", s.listStock)
	operation(at, http.MethodPut, "/api/stock/{id}", "put-stock", "Save an entry of the stock", s.putStock)
	operation(at, http.MethodGet, "/api/suppliers", "list-suppliers", "All suppliers", s.listSuppliers)
	operation(at, http.MethodPut, "/api/suppliers/{id}", "put-supplier", "Save a supplier", s.putSupplier)
}

// StockView is so much of something that is there.
type StockView struct {
	Stock   quantity.Stock `json:"stock"`
	Version int64          `json:"version"`
	Name    string         `json:"name"`
	Past    bool           `json:"past" doc:"its last day is over"`
}

type stockOutput struct {
	Body struct {
		Stock []StockView `json:"stock" nullable:"false" doc:"what must be used first stands first; what is used up is left out"`
		Can   []Holdable  `json:"can" nullable:"false" doc:"what can be on hand"`
	}
}

// Holdable is something that can be on hand.
type Holdable struct {
	Name       string `json:"name"`
	Ingredient string `json:"ingredient,omitempty"`
	Component  string `json:"component,omitempty"`
	ByProduct  string `json:"byProduct,omitempty"`
}

func (s larder) listStock(ctx context.Context, _ *struct{}) (*stockOutput, error) {
	b, err := s.app.Book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	today := s.Now().In(b.Zone(b.AnyKitchen().ID)).Format("2006-01-02")
	out := &stockOutput{}
	out.Body.Stock, out.Body.Can = []StockView{}, holdable(b)
	for id, e := range b.Stock {
		if e.Amount.Quantity > 0 {
			out.Body.Stock = append(out.Body.Stock, StockView{e, b.Version(store.Stock, id), stockName(b, e), !e.Good(today)})
		}
	}
	last := func(v StockView) string { return cmp.Or(v.Stock.UseBy, "9999") }
	slices.SortFunc(out.Body.Stock, func(x, y StockView) int {
		return cmp.Or(cmp.Compare(last(x), last(y)), cmp.Compare(x.Name, y.Name), cmp.Compare(x.Stock.ID, y.Stock.ID))
	})
	return out, nil
}

func stockName(b app.Book, e quantity.Stock) string {
	for _, h := range holdable(b) {
		if h.Ingredient == e.Ingredient && h.Component == e.Component && h.ByProduct == e.ByProduct {
			return h.Name
		}
	}
	return cmp.Or(e.Ingredient, e.Component) // it is no longer in the book
}

// holdable lists what can be on hand: all that is bought, made or left over.
func holdable(b app.Book) []Holdable {
	out := []Holdable{}
	for id, i := range b.Ingredients {
		out = append(out, Holdable{Name: i.Name, Ingredient: id})
	}
	for id, c := range b.Components {
		out = append(out, Holdable{Name: c.Name + " (made)", Component: id})
		for _, p := range c.ByProducts {
			out = append(out, Holdable{Name: p.Name + " of " + c.Name, Component: id, ByProduct: p.ID})
		}
	}
	slices.SortFunc(out, func(x, y Holdable) int {
		return cmp.Or(cmp.Compare(x.Name, y.Name), cmp.Compare(x.Ingredient+x.Component, y.Ingredient+y.Component))
	})
	return out
}

func (s larder) putStock(ctx context.Context, in *SaveInput[quantity.Stock]) (*savedOutput, error) {
	if in.Body.Value.Counted.IsZero() {
		in.Body.Value.Counted = s.Now()
	}
	return put(s.base, ctx, store.Stock, in, in.Body.Value.ID)
}

// SupplierView is who brings things.
type SupplierView struct {
	Supplier supply.Supplier `json:"supplier"`
	Version  int64           `json:"version"`
}

type suppliersOutput struct {
	Body struct {
		Suppliers []SupplierView `json:"suppliers" nullable:"false"`
	}
}

func (s larder) listSuppliers(ctx context.Context, _ *struct{}) (*suppliersOutput, error) {
	b, err := s.app.Book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	out := &suppliersOutput{}
	out.Body.Suppliers = []SupplierView{}
	for id, v := range b.Suppliers {
		out.Body.Suppliers = append(out.Body.Suppliers, SupplierView{v, b.Version(store.Supplier, id)})
	}
	slices.SortFunc(out.Body.Suppliers, func(x, y SupplierView) int { return cmp.Compare(x.Supplier.Name, y.Supplier.Name) })
	return out, nil
}

func (s larder) putSupplier(ctx context.Context, in *SaveInput[supply.Supplier]) (*savedOutput, error) {
	return put(s.base, ctx, store.Supplier, in, in.Body.Value.ID)
}
