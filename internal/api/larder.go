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

type stockInput struct {
	Place string `query:"place" enum:"chilled,frozen,ambient,hot" doc:"only what is kept so"`
	Page
}

type stockOutput struct {
	Body struct {
		Stock  []StockView `json:"stock" nullable:"false" doc:"what must be used first stands first; what is used up is left out"`
		Next   string      `json:"next,omitempty" doc:"where the list goes on; absent: it is over"`
		Places []string    `json:"places" nullable:"false" doc:"where there is something"`
	}
}

func (s larder) listStock(ctx context.Context, in *stockInput) (*stockOutput, error) {
	b, err := s.app.Book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	today := s.Now().In(b.Zone(b.AnyKitchen().ID)).Format("2006-01-02")
	out := &stockOutput{}
	out.Body.Places = []string{}
	list := []StockView{}
	for id, e := range b.Stock {
		if e.Amount.Quantity <= 0 {
			continue
		}
		if !slices.Contains(out.Body.Places, e.Place) {
			out.Body.Places = append(out.Body.Places, e.Place)
		}
		if in.Place == "" || in.Place == e.Place {
			list = append(list, StockView{e, b.Version(store.Stock, id), stockName(b, e), !e.Good(today)})
		}
	}
	slices.Sort(out.Body.Places)
	last := func(v StockView) string { return cmp.Or(v.Stock.UseBy, "9999") }
	slices.SortFunc(list, func(x, y StockView) int {
		return cmp.Or(cmp.Compare(last(x), last(y)), cmp.Compare(x.Name, y.Name), cmp.Compare(x.Stock.ID, y.Stock.ID))
	})
	out.Body.Stock, out.Body.Next, err = paged(list, in.Page)
	return out, err
}

// stockName says what there is: something bought, made, or left over of what is made. What is no
// longer in the book goes by its id.
func stockName(b app.Book, e quantity.Stock) string {
	if e.Ingredient != "" {
		return cmp.Or(b.Ingredients[e.Ingredient].Name, e.Ingredient)
	}
	c, known := b.Components[e.Component]
	switch {
	case !known:
		return e.Component
	case e.ByProduct == "":
		return c.Name + " (made)"
	}
	for _, p := range c.ByProducts {
		if p.ID == e.ByProduct {
			return p.Name + " of " + c.Name
		}
	}
	return e.Component
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
