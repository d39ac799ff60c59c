package api

import (
	"cmp"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"io"
	"net/http"
	"slices"
	"strings"
	"time"

	"jointime/internal/app"
	"jointime/internal/core/mise"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/recipe/supply"
	"jointime/internal/core/service"
	"jointime/internal/core/units"
	"jointime/internal/formats/lists"
	"jointime/internal/store"
)

// routes tell what a service needs.
func (s amounts) routes(at *registry) {
	at.file(http.MethodGet, "/api/services/{id}/order.csv", "order-csv", "The order of a service as a table", "text/csv", s.orderFile)
	operation(at, http.MethodGet, "/api/services/{id}/amounts", "get-amounts", "What a service makes, buys and has left over", s.amounts)
}

// AmountsView is what a service needs, from its covers back to what is bought.
type AmountsView struct {
	Service  service.Service   `json:"service"`
	Exploded quantity.Exploded `json:"exploded"`
	Orders   []OrderView       `json:"orders" nullable:"false" doc:"what is to be ordered, by supplier; what must be ordered first stands first"`
	Unsold   []string          `json:"unsold" nullable:"false" doc:"what is missing and no supplier is known to have"`
	Costs    []supply.Cost     `json:"costs" nullable:"false"`
	Currency string            `json:"currency"`
	Left     []LeftView        `json:"left" nullable:"false" doc:"what may be left over, to be counted after the service"`
	Now      time.Time         `json:"now"`
}

// LeftView is what may be left of something, with what somebody counted.
type LeftView struct {
	mise.Left
	Stock   string        `json:"stock" doc:"id of its entry in the stock"`
	Version int64         `json:"version" doc:"of that; 0: it is not counted"`
	Counted *units.Amount `json:"counted,omitempty"`
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

func (s amounts) amounts(ctx context.Context, in *serviceInput) (*amountsOutput, error) {
	x, err := s.app.Stocked(ctx, in.ID)
	if err != nil {
		return nil, s.fail(err)
	}
	v := AmountsView{Service: x.In.Service, Exploded: x.Input.Exploded, Left: []LeftView{}, Orders: []OrderView{}, Unsold: []string{}, Costs: costs(x), Currency: x.In.Kitchen.Money(), Now: s.Now()}
	for _, b := range v.Exploded.Buy {
		switch {
		case b.Purchase != nil:
			v.add(b, x)
		case b.Missing.Quantity > 0:
			v.Unsold = append(v.Unsold, b.Name)
		}
	}
	sortOrders(v.Orders)
	v.Left = leftViews(x)
	return &amountsOutput{v}, nil
}

// leftViews are what may be left over, each with its count. Its entry has an id of its own for each
// service, so that it is counted once, however often.
func leftViews(x app.Stocked) []LeftView {
	out := []LeftView{}
	for _, l := range mise.LeftAfter(x.Input, x.Sheet) {
		v := LeftView{Left: l, Stock: leftID(x.In.Service.ID, l)}
		if e, is := x.Book.Stock[v.Stock]; is && e.After == x.In.Service.ID {
			v.Version, v.Counted = x.Book.Version(store.Stock, v.Stock), &e.Amount
		}
		out = append(out, v)
	}
	return out
}

func leftID(service string, l mise.Left) string {
	of := []string{service, l.Component, l.ByProduct}
	if l.Ingredient != "" {
		of = append(of, l.Ingredient)
	}
	sum := sha256.Sum256([]byte(strings.Join(of, "\x00")))
	return "left-" + hex.EncodeToString(sum[:8])
}

// add puts a purchase to what is ordered from the same supplier by the same
// hour.
func (v *AmountsView) add(b quantity.Buy, x app.Stocked) {
	p := b.Purchase
	told := func(t time.Time) string { return t.In(x.In.Zone).Format(time.RFC3339) }
	at := -1
	for i, o := range v.Orders {
		if o.Supplier == p.Supplier && o.OrderBy == told(p.OrderBy) {
			at = i
		}
	}
	if at < 0 {
		v.Orders = append(v.Orders, OrderView{Supplier: p.Supplier, Name: p.Name, Note: x.Book.Suppliers[p.Supplier].Note, OrderBy: told(p.OrderBy), Comes: told(p.Comes), Lines: []string{}, Cost: new(int64)})
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
func costs(x app.Stocked) []supply.Cost {
	out := []supply.Cost{}
	book, orders := x.OnTheDay()
	for _, o := range orders {
		c := supply.CostOf(book, o, x.Input.Ways)
		for _, v := range book.Dishes[o.Dish].Versions {
			if v.ID == o.Version {
				c.Name += ", " + v.Name
			}
		}
		out = append(out, c)
	}
	return out
}

// orderFile sends what is bought as a table to keep.
func (s amounts) orderFile(w http.ResponseWriter, r *http.Request) {
	s.tableOf(w, r, "order", func(w io.Writer, x app.Stocked) error { return lists.WriteOrder(w, x.Input.Exploded.Buy, x.In.Zone) })
}

func writePrep(w io.Writer, x app.Stocked) error { return lists.WritePrep(w, x.Sheet) }

// tableOf sends a table of a service as a file.
func (s base) tableOf(w http.ResponseWriter, r *http.Request, name string, write func(io.Writer, app.Stocked) error) {
	id := pathID(r)
	x, err := s.app.Stocked(r.Context(), id)
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
