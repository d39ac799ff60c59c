package demo

import (
	"context"
	"fmt"
	"time"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
	"jointime/internal/store"
)

// LoadInto puts the demo into an empty store; one that holds anything already
// is left as it is.
func LoadInto(ctx context.Context, st *store.Store, now time.Time) error {
	if seq, err := st.LastSeq(ctx); err != nil || seq > 0 {
		return err
	}
	b := Load(now)
	var writes []store.Write
	put := func(kind store.Kind, id string, body any) {
		writes = append(writes, store.Write{Kind: kind, ID: id, Body: body, What: "the demo"})
	}
	for _, k := range []kitchen.Kitchen{b.Kitchen, b.House} {
		put(store.Kitchen, k.ID, k)
	}
	for _, i := range b.Ingredients {
		put(store.Ingredient, i.ID, i)
	}
	for _, c := range b.Components {
		put(store.Component, c.ID, c)
	}
	for _, d := range b.Dishes {
		put(store.Dish, d.ID, d)
	}
	for _, v := range b.Suppliers {
		put(store.Supplier, v.ID, v)
	}
	for _, v := range b.Stock {
		put(store.Stock, v.ID, v)
	}
	for _, m := range []recipe.Menu{b.Menu, b.Winter, b.Sunday, b.Harbour} {
		put(store.Menu, m.ID, m)
	}
	for _, s := range []service.Service{b.Service, lastWeek(b.Service), b.Supper, b.Lunch, b.Table} {
		put(store.Service, s.ID, s)
	}
	if _, err := st.Save(ctx, store.Request{Who: "demo", Person: "demo"}, writes...); err != nil {
		return fmt.Errorf("load the demo: %w", err)
	}
	return nil
}

// lastWeek is the same supper two weeks before, which is past.
func lastWeek(s service.Service) service.Service {
	if day, err := time.Parse(service.DayLayout, s.Day); err == nil {
		s.Day = day.AddDate(0, 0, -14).Format(service.DayLayout)
	}
	s.ID += "@" + s.Day
	return s
}
