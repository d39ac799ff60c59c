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
	save := func(kind store.Kind, id string, body any) error {
		_, err := st.Save(ctx, store.Write{Kind: kind, ID: id, Body: body, Who: "demo", Person: "demo", What: "the demo"})
		if err != nil {
			return fmt.Errorf("load the demo: %w", err)
		}
		return nil
	}
	for _, k := range []kitchen.Kitchen{b.Kitchen, b.House} {
		if err := save(store.Kitchen, k.ID, k); err != nil {
			return err
		}
	}
	for _, i := range b.Ingredients {
		if err := save(store.Ingredient, i.ID, i); err != nil {
			return err
		}
	}
	for _, c := range b.Components {
		if err := save(store.Component, c.ID, c); err != nil {
			return err
		}
	}
	for _, d := range b.Dishes {
		if err := save(store.Dish, d.ID, d); err != nil {
			return err
		}
	}
	for _, v := range b.Suppliers {
		if err := save(store.Supplier, v.ID, v); err != nil {
			return err
		}
	}
	for _, v := range b.Stock {
		if err := save(store.Stock, v.ID, v); err != nil {
			return err
		}
	}
	for _, m := range []recipe.Menu{b.Menu, b.Winter} {
		if err := save(store.Menu, m.ID, m); err != nil {
			return err
		}
	}
	for _, s := range []service.Service{b.Service, lastWeek(b.Service), b.Supper} {
		if err := save(store.Service, s.ID, s); err != nil {
			return err
		}
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
