package app

import (
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"strings"
	"sync"
	"time"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/needs"
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
	written     map[string]service.Service // as they were written: Services are those that follow their menus
	versions    map[string]int64           // kind/id → version
	made        map[string]time.Time
	days        func() []string // ids of the services by their days, sorted when they are asked for
}

// Recipes is the part of the book that is about food.
func (b Book) Recipes() recipe.Book {
	return recipe.Book{Ingredients: b.Ingredients, Components: b.Components, Dishes: b.Dishes}
}

// MenuOf is what a service serves: its own menu where it has been changed for it alone,
// otherwise the kept one.
func (b Book) MenuOf(svc service.Service) recipe.Menu {
	if svc.Own != nil {
		return *svc.Own
	}
	return b.Menus[svc.Menu]
}

// Judged is a service with what its guests with needs have, by the book and by what was answered.
func (b Book) Judged(svc service.Service) service.Service {
	menu := b.MenuOf(svc)
	return needs.Judged(b.Recipes(), b.Kitchens[svc.Kitchen], menu, svc).Resolved(menu)
}

// AnyKitchen is the first kitchen by its id; an empty one where there is none.
func (b Book) AnyKitchen() kitchen.Kitchen {
	for _, id := range slices.Sorted(maps.Keys(b.Kitchens)) {
		return b.Kitchens[id]
	}
	return kitchen.Kitchen{Cooks: []kitchen.Cook{}, Equipment: []kitchen.Equipment{}}
}

// ReadBook reads documents into their types.
func ReadBook(docs []store.Document) (Book, error) { return Book{}.with(docs, followed) }

// with is the book with some documents in place of what it has under their ids. The book
// itself stays as it is.
func (b Book) with(docs []store.Document, follow func(Book, service.Service) service.Service) (Book, error) {
	b.Ingredients, b.Kitchens, b.Components, b.Dishes = copied(b.Ingredients), copied(b.Kitchens), copied(b.Components), copied(b.Dishes)
	b.Menus, b.Services, b.Suppliers, b.Stock = copied(b.Menus), copied(b.Services), copied(b.Suppliers), copied(b.Stock)
	b.written, b.versions, b.made = copied(b.written), copied(b.versions), copied(b.made)
	menus := false
	for _, d := range docs {
		if d.Deleted() {
			b.drop(d)
		} else if err := b.put(d); err != nil {
			return b, fmt.Errorf("read %s %q: %w", d.Kind, d.ID, err)
		}
		b.versions[string(d.Kind)+"/"+d.ID] = d.Version
		if !d.Made.IsZero() {
			b.made[string(d.Kind)+"/"+d.ID] = d.Made
		}
		menus = menus || d.Kind == store.Menu
	}
	changed := func(id string) bool {
		return menus || slices.ContainsFunc(docs, func(d store.Document) bool { return d.Kind == store.Service && d.ID == id })
	}
	for id, svc := range b.written {
		if changed(id) {
			b.Services[id] = follow(b, svc)
		}
	}
	b.days = sync.OnceValue(b.byDay)
	return b, nil
}

// followed is a service with the courses of the menu it follows, which may have changed since
// the service was written.
func followed(b Book, svc service.Service) service.Service {
	if menu, kept := b.Menus[svc.Menu]; svc.Own == nil && kept {
		svc = svc.Fit(menu)
	}
	return asWritten(b, svc)
}

// asWritten is a service as it was written: where it does not fit its menu, that is a fault.
func asWritten(b Book, svc service.Service) service.Service { return svc.Resolved(b.MenuOf(svc)) }

// copied is never nil.
func copied[M ~map[K]V, K comparable, V any](m M) M {
	if m == nil {
		return M{}
	}
	return maps.Clone(m)
}

func (b Book) put(d store.Document) error {
	switch d.Kind {
	case store.Ingredient:
		return parse(b.Ingredients, d)
	case store.Kitchen:
		return parse(b.Kitchens, d)
	case store.Component:
		return parse(b.Components, d)
	case store.Dish:
		return parse(b.Dishes, d)
	case store.Menu:
		return parse(b.Menus, d)
	case store.Service:
		return parse(b.written, d)
	case store.Supplier:
		return parse(b.Suppliers, d)
	case store.Stock:
		return parse(b.Stock, d)
	}
	return nil
}

// drop takes out what was deleted.
func (b Book) drop(d store.Document) {
	switch d.Kind {
	case store.Ingredient:
		delete(b.Ingredients, d.ID)
	case store.Kitchen:
		delete(b.Kitchens, d.ID)
	case store.Component:
		delete(b.Components, d.ID)
	case store.Dish:
		delete(b.Dishes, d.ID)
	case store.Menu:
		delete(b.Menus, d.ID)
	case store.Service:
		delete(b.Services, d.ID)
		delete(b.written, d.ID)
	case store.Supplier:
		delete(b.Suppliers, d.ID)
	case store.Stock:
		delete(b.Stock, d.ID)
	}
}

func parse[T any](m map[string]T, d store.Document) error {
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
	name := b.Kitchens[id].Zone
	if zone, known := zones.Load(name); known {
		return zone.(*time.Location)
	}
	zone, err := time.LoadLocation(name)
	if err != nil {
		return time.UTC
	}
	zones.Store(name, zone)
	return zone
}

// zones are those that were read from the machine's tables, by name.
var zones sync.Map

// input gathers what a service is planned from, and the revisions of that.
func (b Book) input(id string) (demand.Input, map[string]int64, error) {
	svc, known := b.Services[id]
	if !known {
		return demand.Input{}, nil, &store.Missing{Kind: store.Service, ID: id}
	}
	svc = b.Judged(svc)
	menu := b.MenuOf(svc)
	in := demand.Input{Kitchen: b.Kitchens[svc.Kitchen], Menu: menu.Named(b.Dishes), Service: svc, Zone: b.Zone(svc.Kitchen),
		Dishes: map[string]recipe.Dish{}, Components: map[string]recipe.Component{}, Ingredients: map[string]recipe.Ingredient{}}
	pins := map[string]int64{}
	pin := func(kind store.Kind, id string) { pins[string(kind)+"/"+id] = b.Version(kind, id) }
	pin(store.Service, id)
	pin(store.Kitchen, svc.Kitchen)
	if _, kept := b.Menus[svc.Menu]; kept {
		pin(store.Menu, svc.Menu)
	}
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
