package app

import (
	"context"
	"slices"

	"jointime/internal/core/service"
	"jointime/internal/formats/dayfile"
)

// Day is what a kitchen serves on a day, with the run-up of each service: planned now, where
// it is not yet.
func (pl *Planner) Day(ctx context.Context, kitchen, day string) (dayfile.KitchenDay, error) {
	book, err := pl.books.Book(ctx)
	if err != nil {
		return dayfile.KitchenDay{}, err
	}
	out := dayfile.KitchenDay{Day: day, Kitchen: kitchen, Zone: book.Zone(kitchen).String(), Book: book.File(), Services: []dayfile.ServedRunUp{}}
	var ids []string
	for id, s := range book.Services {
		if s.Kitchen == kitchen && s.Day == day {
			ids = append(ids, id)
		}
	}
	slices.SortFunc(ids, book.goes)
	for _, id := range ids { // who goes first may have moved for one that was there before it
		if _, _, err := pl.Settled(ctx, id); err != nil {
			return dayfile.KitchenDay{}, err
		}
	}
	for _, id := range ids {
		p, planned, err := pl.Settled(ctx, id)
		if err != nil {
			return dayfile.KitchenDay{}, err
		}
		out.Services = append(out.Services, dayfile.ServedRunUp{Service: resolved(p), Menu: p.In.Menu, RunUp: planned.RunUp, Told: []string{}})
	}
	for i := range out.Services {
		for k := range out.Services {
			if i != k {
				one := &out.Services[i]
				one.Told = append(one.Told, one.RunUp.Doubles(out.Services[k].RunUp)...)
			}
		}
	}
	return out, nil
}

// resolved is the service with the plates that follow from its tables.
func resolved(p Scene) service.Service { return p.In.Service.Resolved(p.In.Menu) }
