package api

import (
	"encoding/json"
	"errors"
	"fmt"
	"maps"
	"net/http"
	"time"

	"jointime/internal/app"
	"jointime/internal/core/fault"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
	"jointime/internal/store"
)

// soundService judges a service that is to take the place of the stored one.
func (s base) soundService(b app.Book, next service.Service) error {
	old, known := b.Services[next.ID]
	zone := b.Zone(next.Kitchen)
	menu, hasMenu := b.Menus[next.Menu]
	switch {
	case !known:
		return fmt.Errorf("service %q: %w", next.ID, store.ErrNotFound)
	case old.Past(s.Now(), zone):
		return problem(http.StatusForbidden, "This service is past and can only be read. Copy it to a new day.")
	case !hasMenu || next.Kitchen != old.Kitchen:
		return problem(http.StatusUnprocessableEntity, "value: menu and kitchen of a service stay as they are")
	}
	next = next.Resolved(menu)
	if err := next.Validate(menu, zone, s.Now()); err != nil {
		return err
	}
	return next.ValidateVersions(b.Dishes)
}

// soundComponent judges a component among the others.
func soundComponent(b app.Book, c recipe.Component) error {
	if err := c.Validate(); err != nil {
		return err
	}
	components := maps.Clone(b.Components) // the book itself is kept, and shared
	components[c.ID] = c
	return recipe.Circles(c.ID, components)
}

// soundKitchen judges a kitchen; whether a time zone is one, only the machine knows.
func soundKitchen(k kitchen.Kitchen) error {
	if _, err := time.LoadLocation(k.Zone); err != nil || k.Zone == "" {
		return fault.List{{Field: "zone", What: fmt.Sprintf("%q is no time zone: write it like Europe/Dublin", k.Zone)}}
	}
	return k.Validate()
}

// sound judges a document as a write of it would be judged.
func (s base) sound(b app.Book, r store.Revision) error {
	switch r.Kind {
	case store.Component:
		var c recipe.Component
		if err := json.Unmarshal(r.Body, &c); err != nil {
			return err
		}
		return soundComponent(b, c)
	case store.Dish:
		var d recipe.Dish
		if err := json.Unmarshal(r.Body, &d); err != nil {
			return err
		}
		return d.Validate(b.Components)
	case store.Service:
		var v service.Service
		if err := json.Unmarshal(r.Body, &v); err != nil {
			return err
		}
		return s.soundService(b, v)
	}
	return nil
}

// under puts the fields of faults below a member of the body.
func under(member string, err error) error {
	var faults fault.List
	if !errors.As(err, &faults) {
		return err
	}
	var out fault.List
	out.Under(member, faults)
	return out
}
