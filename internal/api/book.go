package api

import (
	"context"
	"encoding/json"
	"fmt"
	"time"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup"
	"jointime/internal/core/service"
	"jointime/internal/store"
)

// book is all documents, read into their types, with their versions.
type book struct {
	kitchens   map[string]kitchen.Kitchen
	components map[string]recipe.Component
	dishes     map[string]recipe.Dish
	menus      map[string]recipe.Menu
	services   map[string]service.Service
	versions   map[string]int64 // kind/id → version
}

func (s *Server) book(ctx context.Context) (book, error) {
	docs, err := s.store.All(ctx)
	if err != nil {
		return book{}, err
	}
	return readBook(docs)
}

func readBook(docs []store.Document) (book, error) {
	b := book{map[string]kitchen.Kitchen{}, map[string]recipe.Component{}, map[string]recipe.Dish{}, map[string]recipe.Menu{}, map[string]service.Service{}, map[string]int64{}}
	for _, d := range docs {
		var err error
		switch d.Kind {
		case store.Kitchen:
			err = into(b.kitchens, d)
		case store.Component:
			err = into(b.components, d)
		case store.Dish:
			err = into(b.dishes, d)
		case store.Menu:
			err = into(b.menus, d)
		case store.Service:
			err = into(b.services, d)
		}
		if err != nil {
			return b, fmt.Errorf("read %s %q: %w", d.Kind, d.ID, err)
		}
		b.versions[string(d.Kind)+"/"+d.ID] = d.Version
	}
	return b, nil
}

func into[T any](m map[string]T, d store.Document) error {
	var v T
	if err := json.Unmarshal(d.Body, &v); err != nil {
		return err
	}
	m[d.ID] = v
	return nil
}

func (b book) version(kind store.Kind, id string) int64 { return b.versions[string(kind)+"/"+id] }

// zone is the time zone of a kitchen; one that is not known counts as UTC.
func (b book) zone(id string) *time.Location {
	zone, err := time.LoadLocation(b.kitchens[id].Zone)
	if err != nil {
		return time.UTC
	}
	return zone
}

// input gathers what a service is planned from, and the revisions of that.
func (b book) input(id string) (runup.Input, map[string]int64, error) {
	svc, known := b.services[id]
	if !known {
		return runup.Input{}, nil, fmt.Errorf("service %q: %w", id, store.ErrNotFound)
	}
	in := runup.Input{Kitchen: b.kitchens[svc.Kitchen], Menu: b.menus[svc.Menu], Service: svc, Zone: b.zone(svc.Kitchen),
		Dishes: map[string]recipe.Dish{}, Components: map[string]recipe.Component{}}
	pins := map[string]int64{}
	pin := func(kind store.Kind, id string) { pins[string(kind)+"/"+id] = b.version(kind, id) }
	pin(store.Service, id)
	pin(store.Kitchen, svc.Kitchen)
	pin(store.Menu, svc.Menu)
	for _, c := range in.Menu.Courses {
		for _, dish := range c.Dishes {
			in.Dishes[dish] = b.dishes[dish]
			pin(store.Dish, dish)
			for _, p := range b.dishes[dish].Parts {
				in.Components[p.Component] = b.components[p.Component]
				pin(store.Component, p.Component)
			}
		}
	}
	return in, pins, nil
}
