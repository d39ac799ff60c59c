package app

import (
	"errors"
	"fmt"
	"time"

	"jointime/internal/core/fault"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
	"jointime/internal/store"
)

// ErrPast says that a service is past and can only be read.
var ErrPast = errors.New("this service is past")

// judge says what is wrong with documents that are to take their places in the book: one
// by itself, and with what it names. Those that are written together may name each other.
// Every write, whoever makes it, comes through here.
func (b Book) judge(docs []store.Document, follow func(Book, service.Service) service.Service, now time.Time) error {
	next, err := b.with(docs, follow)
	if err != nil {
		return err
	}
	for _, d := range docs {
		if d.Deleted() {
			if err := b.judgeDeleted(next, d, now); err != nil {
				return err
			}
			continue
		}
		if err := b.judgeOne(next, d, now); err != nil {
			var faults fault.List
			if len(docs) > 1 && errors.As(err, &faults) {
				var out fault.List
				out.Under(fmt.Sprintf("%s %s", d.Kind, d.ID), faults)
				return out
			}
			return err
		}
	}
	return nil
}

func (b Book) judgeOne(next Book, d store.Document, now time.Time) error {
	switch d.Kind {
	case store.Ingredient:
		return next.Ingredients[d.ID].Validate()
	case store.Kitchen:
		return JudgeKitchen(next.Kitchens[d.ID])
	case store.Component:
		c := next.Components[d.ID]
		if err := c.Validate(); err != nil {
			return err
		}
		return recipe.Circles(c.ID, next.Components)
	case store.Dish:
		return next.Dishes[d.ID].Validate(next.Components)
	case store.Menu:
		return next.Menus[d.ID].Validate(next.Dishes)
	case store.Service:
		return b.judgeService(next, next.Services[d.ID], now)
	case store.Supplier:
		return next.Suppliers[d.ID].Validate()
	case store.Stock:
		return next.Stock[d.ID].Validate(next.Recipes())
	}
	return fmt.Errorf("%q is no kind of document", d.Kind)
}

// JudgeKitchen says what is wrong with a kitchen; whether a time zone is one, only the machine knows.
func JudgeKitchen(k kitchen.Kitchen) error {
	if _, err := time.LoadLocation(k.Zone); err != nil || k.Zone == "" {
		return fault.List{{Field: "zone", What: fmt.Sprintf("“%s” is not a time zone. Write Europe/Dublin.", k.Zone)}}
	}
	return k.Validate()
}

// judgeService judges a service in the next book against the one that it takes the place
// of. A new one may be of a day that is past: so a history is brought in.
func (b Book) judgeService(next Book, svc service.Service, now time.Time) error {
	menu := next.MenuOf(svc)
	if _, has := next.Kitchens[svc.Kitchen]; !has {
		return fault.List{{Field: "kitchen", What: "No such kitchen."}}
	}
	if _, kept := next.Menus[svc.Menu]; svc.Menu != "" && !kept || svc.Menu == "" && svc.Own == nil {
		return fault.List{{Field: "menu", What: "No such menu."}}
	}
	if err := menu.Validate(next.Dishes); err != nil {
		return err
	}
	zone := next.Zone(svc.Kitchen)
	if old, known := b.Services[svc.ID]; known {
		if old.Past(now, b.Zone(old.Kitchen)) {
			return ErrPast
		}
	} else if svc.Past(now, zone) {
		now = time.Time{} // no hour of it is too early
	}
	if err := svc.Validate(menu, zone, now); err != nil {
		return err
	}
	return svc.ValidateVersions(next.Dishes)
}
