package app

import (
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/recipe/supply"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/service"
	"jointime/internal/store"
)

// Book is all documents, read into their types, with their versions.
type Book struct {
	Ingredients map[string]recipe.Ingredient
	Kitchens    map[string]kitchen.Kitchen
	Components  map[string]recipe.Component
	Dishes      map[string]recipe.Dish
	Menus       map[string]recipe.Menu
	Services    map[string]service.Service
	Suppliers   map[string]supply.Supplier
	Stock       map[string]quantity.Stock
	versions    map[string]int64 // kind/id → version
}

// Recipes is the part of the book that is about food.
func (b Book) Recipes() recipe.Book {
	return recipe.Book{Ingredients: b.Ingredients, Components: b.Components, Dishes: b.Dishes}
}

// AnyKitchen is the first kitchen by its id; an empty one where there is none.
func (b Book) AnyKitchen() kitchen.Kitchen {
	for _, id := range slices.Sorted(maps.Keys(b.Kitchens)) {
		return b.Kitchens[id]
	}
	return kitchen.Kitchen{Cooks: []kitchen.Cook{}, Equipment: []kitchen.Equipment{}}
}

// ReadBook reads documents into their types.
func ReadBook(docs []store.Document) (Book, error) {
	b := Book{map[string]recipe.Ingredient{}, map[string]kitchen.Kitchen{}, map[string]recipe.Component{}, map[string]recipe.Dish{}, map[string]recipe.Menu{}, map[string]service.Service{}, map[string]supply.Supplier{}, map[string]quantity.Stock{}, map[string]int64{}}
	for _, d := range docs {
		var err error
		switch d.Kind {
		case store.Ingredient:
			err = read(b.Ingredients, d)
		case store.Kitchen:
			err = read(b.Kitchens, d)
		case store.Component:
			err = read(b.Components, d)
		case store.Dish:
			err = read(b.Dishes, d)
		case store.Menu:
			err = read(b.Menus, d)
		case store.Service:
			err = read(b.Services, d)
		case store.Supplier:
			err = read(b.Suppliers, d)
		case store.Stock:
			err = read(b.Stock, d)
		}
		if err != nil {
			return b, fmt.Errorf("read %s %q: %w", d.Kind, d.ID, err)
		}
		b.versions[string(d.Kind)+"/"+d.ID] = d.Version
	}
	for id, svc := range b.Services {
		b.Services[id] = svc.Resolved(b.Menus[svc.Menu])
	}
	return b, nil
}

func read[T any](m map[string]T, d store.Document) error {
	var v T
	if err := json.Unmarshal(d.Body, &v); err != nil {
		return err
	}
	m[d.ID] = v
	return nil
}

// Version is that of a document as it was read; 0: there is none.
func (b Book) Version(kind store.Kind, id string) int64 { return b.versions[string(kind)+"/"+id] }

// Zone is the time zone of a kitchen; one that is not known counts as UTC.
func (b Book) Zone(id string) *time.Location {
	zone, err := time.LoadLocation(b.Kitchens[id].Zone)
	if err != nil {
		return time.UTC
	}
	return zone
}

// input gathers what a service is planned from, and the revisions of that.
func (b Book) input(id string) (demand.Input, map[string]int64, error) {
	svc, known := b.Services[id]
	if !known {
		return demand.Input{}, nil, fmt.Errorf("service %q: %w", id, store.ErrNotFound)
	}
	in := demand.Input{Kitchen: b.Kitchens[svc.Kitchen], Menu: b.Menus[svc.Menu], Service: svc, Zone: b.Zone(svc.Kitchen),
		Dishes: map[string]recipe.Dish{}, Components: map[string]recipe.Component{}, Ingredients: map[string]recipe.Ingredient{}}
	pins := map[string]int64{}
	pin := func(kind store.Kind, id string) { pins[string(kind)+"/"+id] = b.Version(kind, id) }
	pin(store.Service, id)
	pin(store.Kitchen, svc.Kitchen)
	pin(store.Menu, svc.Menu)
	for _, c := range in.Menu.Courses {
		for _, dish := range c.Dishes {
			in.Dishes[dish] = b.Dishes[dish]
			pin(store.Dish, dish)
			for _, c := range b.madeFor(svc, b.Dishes[dish]) {
				in.Components[c.ID] = c.Under(svc.Condition(c.ID))
				pin(store.Component, c.ID)
				for _, l := range c.Lines {
					if i, known := b.Ingredients[l.Ingredient]; known {
						in.Ingredients[i.ID] = i
						pin(store.Ingredient, i.ID)
					}
				}
				for master := b.Components[c.ID].Variant; master != nil; master = b.Components[master.Of].Variant {
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
func (b Book) madeFor(svc service.Service, d recipe.Dish) []recipe.Component {
	recipes := b.Recipes()
	out := recipes.Within(d)
	for _, v := range d.Versions {
		if !slices.ContainsFunc(svc.Courses, func(c service.CourseHour) bool { return c.Of(d.ID, v.ID) > 0 }) {
			continue
		}
		served, changed, _ := recipes.Served(d, v)
		for _, c := range changed.Within(served) {
			id, _, _ := strings.Cut(c.ID, "~")
			if _, known := b.Components[id]; known && !slices.ContainsFunc(out, func(o recipe.Component) bool { return o.ID == id }) {
				out = append(out, recipes.Made(id))
			}
		}
	}
	return out
}
