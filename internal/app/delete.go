package app

import (
	"cmp"
	"fmt"
	"slices"
	"time"

	"jointime/internal/core/fault"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/cleanup"
	"jointime/internal/core/service"
	"jointime/internal/core/words"
	"jointime/internal/store"
)

// Hanging is what hangs on something that is to be deleted, and what becomes of it.
type Hanging struct {
	What  string   `json:"what" doc:"what becomes of them, like Removed from menus"`
	Names []string `json:"names" nullable:"false"`
	Stops bool     `json:"stops,omitempty" doc:"it cannot be deleted while they are there"`
}

// removal is what deleting something writes, and what is told of it first.
type removal struct {
	Book
	now    time.Time
	writes map[string]store.Write
	order  []string
	tells  []Hanging
}

// Deleting says what hangs on something, and what becomes of that when it is deleted.
func (b Book) Deleting(kind store.Kind, id string, now time.Time) ([]Hanging, error) {
	r, err := b.removalOf(kind, id, now)
	if err != nil {
		return nil, err
	}
	return r.tells, nil
}

// Removed are the writes that delete something, with all that hangs on it.
func (b Book) Removed(kind store.Kind, id string, now time.Time) ([]store.Write, error) {
	r, err := b.removalOf(kind, id, now)
	if err != nil {
		return nil, err
	}
	for _, h := range r.tells {
		if h.Stops {
			return nil, fault.List{{Field: string(kind), What: h.What + ": " + words.List(h.Names) + "."}}
		}
	}
	writes := make([]store.Write, 0, len(r.order))
	for _, key := range r.order {
		writes = append(writes, r.writes[key])
	}
	return writes, nil
}

func (b Book) removalOf(kind store.Kind, id string, now time.Time) (*removal, error) {
	r := &removal{Book: b, now: now, writes: map[string]store.Write{}, tells: []Hanging{}}
	name, known := b.name(kind, id)
	if !known {
		return nil, &store.Missing{Kind: kind, ID: id}
	}
	r.write(kind, id, nil, name+" deleted")
	switch kind {
	case store.Dish:
		r.dish(id)
	case store.Component:
		r.component(id)
	case store.Ingredient:
		r.ingredient(id)
	case store.Menu:
		r.menu(id)
	case store.Kitchen:
		r.kitchen(id)
	case store.Supplier:
		r.supplier(id)
	}
	return r, nil
}

// name is what a document is called.
func (b Book) name(kind store.Kind, id string) (name string, known bool) {
	switch kind {
	case store.Dish:
		d, ok := b.Dishes[id]
		return d.Name, ok
	case store.Component:
		c, ok := b.Components[id]
		return c.Name, ok
	case store.Ingredient:
		i, ok := b.Ingredients[id]
		return i.Name, ok
	case store.Menu:
		m, ok := b.Menus[id]
		return m.Name, ok
	case store.Kitchen:
		k, ok := b.Kitchens[id]
		return k.Name, ok
	case store.Supplier:
		s, ok := b.Suppliers[id]
		return s.Name, ok
	case store.Service:
		s, ok := b.Services[id]
		return s.Name + ", " + s.Day, ok
	case store.Stock:
		s, ok := b.Stock[id]
		return cmp.Or(b.Ingredients[s.Ingredient].Name, b.Components[s.Component].Name), ok
	}
	return "", false
}

// Named is the name of what has an id, whatever it is; empty where there is nothing.
func (b Book) Named(id string) string {
	for _, kind := range []store.Kind{store.Dish, store.Component, store.Ingredient, store.Menu, store.Kitchen, store.Supplier} {
		if name, known := b.name(kind, id); known {
			return name
		}
	}
	return ""
}

// write notes what a document becomes; a later one of the same takes its place.
func (r *removal) write(kind store.Kind, id string, body any, what string) {
	key := string(kind) + "/" + id
	if _, noted := r.writes[key]; !noted {
		r.order = append(r.order, key)
	}
	r.writes[key] = store.Write{Kind: kind, ID: id, Base: r.Version(kind, id), Body: body, What: what}
}

// tell says what becomes of some things, named in order.
func (r *removal) tell(what string, stops bool, names []string) {
	if len(names) > 0 {
		slices.Sort(names)
		r.tells = append(r.tells, Hanging{What: what, Names: names, Stops: stops})
	}
}

// called is a service in a list: its name and its day.
func called(s service.Service) string {
	day, err := time.Parse(time.DateOnly, s.Day)
	if err != nil {
		return s.Name
	}
	return s.Name + ", " + day.Format("Mon 2 Jan")
}

func (r *removal) dish(id string) {
	var menus, services []string
	for _, m := range r.Menus {
		if next, was := cleanup.WithoutDish(m, id); was {
			menus = append(menus, m.Name)
			r.write(store.Menu, m.ID, next, m.Name+": "+r.Dishes[id].Name+" removed")
		}
	}
	for _, s := range r.Coming(r.now) {
		menu, has := cleanup.WithoutDish(r.MenuOf(s), id)
		if !has {
			continue
		}
		services = append(services, called(s))
		if s.Own != nil {
			s.Own = &menu
		}
		r.write(store.Service, s.ID, s.Fit(menu).Said(), s.Name+": "+r.Dishes[id].Name+" removed")
	}
	r.tell("Removed from menus", false, menus)
	r.tell("Removed from services", false, services)
}

func (r *removal) component(id string) {
	var variants, dishes, into []string
	for _, c := range r.Components {
		if c.Variant != nil && c.Variant.Of == id {
			variants = append(variants, c.Name)
		}
		next, linked := cleanup.Unlinked(c, func(l recipe.Line) bool { return l.Component == id })
		next, waits := cleanup.Forgetting(next, id)
		if c.ID != id && (linked || waits) {
			into = append(into, c.Name)
			r.write(store.Component, c.ID, next, c.Name+": "+r.Components[id].Name+" not linked any more")
		}
	}
	for _, d := range r.Dishes {
		if next, has := cleanup.WithoutComponent(d, id); has {
			dishes = append(dishes, d.Name)
			r.write(store.Dish, d.ID, next, d.Name+": "+r.Components[id].Name+" removed")
		}
	}
	r.stockOf(func(component, _ string) bool { return component == id })
	r.tell("Its variants need it. Delete or change them first", true, variants)
	r.tell("Removed from dishes, with its placings", false, dishes)
	r.tell("Stays by name, as a gap, in", false, into)
}

func (r *removal) ingredient(id string) {
	var into, others []string
	for _, c := range r.Components {
		if next, has := cleanup.RenamedIn(c, id, ""); has {
			into = append(into, c.Name)
			r.write(store.Component, c.ID, next, c.Name+": "+r.Ingredients[id].Name+" not linked any more")
		}
	}
	for _, d := range r.Dishes {
		if next, has := cleanup.RenamedOn(d, id, ""); has {
			into = append(into, d.Name)
			r.write(store.Dish, d.ID, next, d.Name+": "+r.Ingredients[id].Name+" not linked any more")
		}
	}
	for _, i := range r.Ingredients {
		kept := slices.DeleteFunc(slices.Clone(i.Substitutes), func(s recipe.Substitute) bool { return s.Ingredient == id })
		if i.ID != id && len(kept) < len(i.Substitutes) {
			others = append(others, i.Name)
			i.Substitutes = kept
			r.write(store.Ingredient, i.ID, i, i.Name+": substitute removed")
		}
	}
	r.stockOf(func(_, ingredient string) bool { return ingredient == id })
	r.tell("Stays by name, allergens unknown, in", false, into)
	r.tell("Removed as a substitute for", false, others)
}

// stockOf deletes what is in stock of something.
func (r *removal) stockOf(is func(component, ingredient string) bool) {
	n := 0
	for _, s := range r.Stock {
		if is(s.Component, s.Ingredient) {
			r.write(store.Stock, s.ID, nil, "stock deleted")
			n++
		}
	}
	if n > 0 {
		r.tell("Deleted from stock", false, []string{words.Count(n, "entry")})
	}
}

func (r *removal) menu(id string) {
	var services []string
	menu := r.Menus[id]
	for _, s := range r.Coming(r.now) {
		if s.Menu != id {
			continue
		}
		services = append(services, called(s))
		if s.Own == nil {
			own := menu
			s.Own = &own
		}
		s.Menu = ""
		r.write(store.Service, s.ID, s.Said(), s.Name+": keeps its courses")
	}
	r.tell("Keep their courses", false, services)
}

func (r *removal) kitchen(id string) {
	var services []string
	for _, s := range r.Coming(r.now) {
		if s.Kitchen == id {
			services = append(services, called(s))
		}
	}
	r.tell("Planned here. Move or delete them first", true, services)
}

func (r *removal) supplier(id string) {
	var names []string
	for _, i := range r.Ingredients {
		kept := slices.DeleteFunc(slices.Clone(i.Packs), func(p recipe.Pack) bool { return p.Supplier == id })
		if len(kept) < len(i.Packs) {
			names = append(names, i.Name)
			i.Packs = kept
			r.write(store.Ingredient, i.ID, i, i.Name+": packs removed")
		}
	}
	r.tell("Lose their packs", false, names)
}

// judgeDeleted refuses to delete what others in the next book still name.
func (b Book) judgeDeleted(next Book, d store.Document, now time.Time) error {
	r := &removal{Book: next, now: now, writes: map[string]store.Write{}}
	if d.Kind == store.Service {
		if old, known := b.Services[d.ID]; known && old.Past(now, b.Zone(old.Kitchen)) {
			return nil // a record may be deleted
		}
	}
	switch d.Kind {
	case store.Dish:
		r.dish(d.ID)
	case store.Component:
		r.component(d.ID)
	case store.Ingredient:
		r.ingredient(d.ID)
	case store.Menu:
		r.menu(d.ID)
	case store.Kitchen:
		r.kitchen(d.ID)
	case store.Supplier:
		r.supplier(d.ID)
	}
	if len(r.tells) == 0 {
		return nil
	}
	name, _ := b.name(d.Kind, d.ID)
	return fault.List{{Field: string(d.Kind), What: fmt.Sprintf("%s is still used: %s.", name, words.List(r.tells[0].Names))}}
}
