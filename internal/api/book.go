package api

import (
	"context"
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"strings"
	"sync"
	"time"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/recipe/search"
	"jointime/internal/core/recipe/supply"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/service"
	"jointime/internal/store"
)

// book is all documents, read into their types, with their versions.
type book struct {
	ingredients map[string]recipe.Ingredient
	kitchens    map[string]kitchen.Kitchen
	components  map[string]recipe.Component
	dishes      map[string]recipe.Dish
	menus       map[string]recipe.Menu
	services    map[string]service.Service
	suppliers   map[string]supply.Supplier
	stock       map[string]quantity.Stock
	versions    map[string]int64 // kind/id → version
}

// keptBook is the book as it was at a place in the sequence of changes. It is
// never changed, and read again when anybody has written.
type keptBook struct {
	sync.Mutex
	seq   int64
	book  *book
	shelf *search.Shelf
}

func (s *Server) book(ctx context.Context) (book, error) {
	seq, err := s.store.LastSeq(ctx)
	if err != nil {
		return book{}, err
	}
	s.kept.Lock()
	defer s.kept.Unlock()
	if s.kept.book != nil && s.kept.seq == seq {
		return *s.kept.book, nil
	}
	docs, err := s.store.All(ctx)
	if err != nil {
		return book{}, err
	}
	b, err := readBook(docs)
	if err == nil {
		s.kept.seq, s.kept.book, s.kept.shelf = seq, &b, nil
	}
	return b, err
}

// shelf is the book made ready for searching, in its first kitchen.
func (s *Server) shelf(ctx context.Context) (search.Shelf, error) {
	b, err := s.book(ctx)
	if err != nil {
		return search.Shelf{}, err
	}
	s.kept.Lock()
	defer s.kept.Unlock()
	if s.kept.shelf == nil {
		made := search.NewShelf(b.recipes(), b.anyKitchen())
		s.kept.shelf = &made
	}
	return *s.kept.shelf, nil
}

// recipes is the part of the book that is about food.
func (b book) recipes() recipe.Book {
	return recipe.Book{Ingredients: b.ingredients, Components: b.components, Dishes: b.dishes}
}

// anyKitchen is the first kitchen by its id; an empty one where there is none.
func (b book) anyKitchen() kitchen.Kitchen {
	for _, id := range slices.Sorted(maps.Keys(b.kitchens)) {
		return b.kitchens[id]
	}
	return kitchen.Kitchen{Cooks: []kitchen.Cook{}, Equipment: []kitchen.Equipment{}}
}

func readBook(docs []store.Document) (book, error) {
	b := book{map[string]recipe.Ingredient{}, map[string]kitchen.Kitchen{}, map[string]recipe.Component{}, map[string]recipe.Dish{}, map[string]recipe.Menu{}, map[string]service.Service{}, map[string]supply.Supplier{}, map[string]quantity.Stock{}, map[string]int64{}}
	for _, d := range docs {
		var err error
		switch d.Kind {
		case store.Ingredient:
			err = into(b.ingredients, d)
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
		case store.Supplier:
			err = into(b.suppliers, d)
		case store.Stock:
			err = into(b.stock, d)
		}
		if err != nil {
			return b, fmt.Errorf("read %s %q: %w", d.Kind, d.ID, err)
		}
		b.versions[string(d.Kind)+"/"+d.ID] = d.Version
	}
	for id, svc := range b.services {
		b.services[id] = svc.Resolved(b.menus[svc.Menu])
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
func (b book) input(id string) (demand.Input, map[string]int64, error) {
	svc, known := b.services[id]
	if !known {
		return demand.Input{}, nil, fmt.Errorf("service %q: %w", id, store.ErrNotFound)
	}
	in := demand.Input{Kitchen: b.kitchens[svc.Kitchen], Menu: b.menus[svc.Menu], Service: svc, Zone: b.zone(svc.Kitchen),
		Dishes: map[string]recipe.Dish{}, Components: map[string]recipe.Component{}, Ingredients: map[string]recipe.Ingredient{}}
	pins := map[string]int64{}
	pin := func(kind store.Kind, id string) { pins[string(kind)+"/"+id] = b.version(kind, id) }
	pin(store.Service, id)
	pin(store.Kitchen, svc.Kitchen)
	pin(store.Menu, svc.Menu)
	for _, c := range in.Menu.Courses {
		for _, dish := range c.Dishes {
			in.Dishes[dish] = b.dishes[dish]
			pin(store.Dish, dish)
			for _, c := range b.madeFor(svc, b.dishes[dish]) {
				in.Components[c.ID] = c.Under(svc.Condition(c.ID))
				pin(store.Component, c.ID)
				for _, l := range c.Lines {
					if i, known := b.ingredients[l.Ingredient]; known {
						in.Ingredients[i.ID] = i
						pin(store.Ingredient, i.ID)
					}
				}
				for master := b.components[c.ID].Variant; master != nil; master = b.components[master.Of].Variant {
					if _, pinned := pins["component/"+master.Of]; pinned {
						break
					}
					pin(store.Component, master.Of)
				}
			}
		}
	}
	return in, pins, nil
}

// madeFor lists what is made for a dish and for those of its versions that a
// service has, each component as the book has it.
func (b book) madeFor(svc service.Service, d recipe.Dish) []recipe.Component {
	recipes := b.recipes()
	out := recipes.Within(d)
	for _, v := range d.Versions {
		if !slices.ContainsFunc(svc.Courses, func(c service.CourseHour) bool { return c.Of(d.ID, v.ID) > 0 }) {
			continue
		}
		served, changed, _ := recipes.Served(d, v)
		for _, c := range changed.Within(served) {
			id, _, _ := strings.Cut(c.ID, "~")
			if _, known := b.components[id]; known && !slices.ContainsFunc(out, func(o recipe.Component) bool { return o.ID == id }) {
				out = append(out, recipes.Made(id))
			}
		}
	}
	return out
}
