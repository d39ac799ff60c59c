package app

import (
	"context"
	"sync"
	"time"

	"jointime/internal/core/kitchenday"
	"jointime/internal/core/runup"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/service"
	"jointime/internal/store"
)

// KitchenDay lays a day of a kitchen on one clock: its services, and those of the days about it
// that are planned and have work on it.
func (pl *Planner) KitchenDay(ctx context.Context, id, day string) (kitchenday.DaySheet, error) {
	b, err := pl.books.Book(ctx)
	if err != nil {
		return kitchenday.DaySheet{}, err
	}
	k, known := b.Kitchens[id]
	if !known {
		return kitchenday.DaySheet{}, &store.Missing{Kind: store.Kitchen, ID: id}
	}
	midnight, err := time.ParseInLocation(service.DayLayout, day, b.Zone(id))
	if err != nil {
		return kitchenday.DaySheet{}, err
	}
	ids := b.about(id, midnight)
	stand, err := pl.store.Standing(ctx, ids)
	if err != nil {
		return kitchenday.DaySheet{}, err
	}
	planned := map[string]bool{}
	for _, s := range stand {
		planned[s.Service] = true
	}
	served, faults := make([]*kitchenday.Served, len(ids)), make([]error, len(ids))
	var all sync.WaitGroup
	for n, id := range ids {
		svc := b.Services[id]
		if !planned[id] && svc.Day != day {
			continue
		}
		all.Go(func() {
			var r Planned
			if _, r, faults[n] = pl.RunUp(ctx, id); faults[n] == nil {
				served[n] = &kitchenday.Served{First: svc.First, Planning: r.Planning, Spread: svc.Spread(), RunUp: r.RunUp}
			}
		})
	}
	all.Wait()
	var list []kitchenday.Served
	for n, s := range served {
		if faults[n] != nil {
			return kitchenday.DaySheet{}, faults[n]
		}
		if s != nil {
			list = append(list, *s)
		}
	}
	return kitchenday.Make(k, midnight, list), nil
}

// GoesFirst is what it would do if a service went first: to itself, and to each other service
// of its day that would have to make way.
func (pl *Planner) GoesFirst(ctx context.Context, id string, within time.Duration) (out []Way, cut bool, err error) {
	p, has, err := pl.Settled(ctx, id)
	if err != nil {
		return nil, false, err
	}
	would := p.In
	would.Elsewhere = nil
	for _, o := range p.In.Elsewhere { // those that go first stay where they are
		if s := p.Book.Services[o.Service]; s.First {
			would.Elsewhere = append(would.Elsewhere, o)
		}
	}
	then, now, cut, err := pl.Beside(ctx, has, p.In, would, within)
	if err != nil {
		return nil, cut, err
	}
	out = append(out, Way{ID: id, Name: p.In.Service.Name, Now: summed(now), Then: summed(then)})
	takes := then.Booked()
	for _, o := range p.In.Elsewhere {
		if p.Book.Services[o.Service].First {
			continue
		}
		way, moved, short, err := pl.makesWay(ctx, o.Service, takes, within)
		if err != nil {
			return nil, cut, err
		}
		if cut = cut || short; moved {
			out = append(out, way)
		}
	}
	return out, cut, nil
}

// Way is a service as it is and as it would be.
type Way struct {
	ID   string
	Name string
	Now  report.Summary
	Then report.Summary
}

func summed(r Planned) report.Summary { return r.Summary(r.RunUp) }

// makesWay is what a service would be if another one took something else; it is not moved where
// its plan fits that as it is.
func (pl *Planner) makesWay(ctx context.Context, id string, takes demand.Elsewhere, within time.Duration) (out Way, moved, cut bool, err error) {
	p, has, err := pl.Settled(ctx, id)
	if err != nil || p.Past {
		return out, false, false, err
	}
	would := p.In
	would.Elsewhere = nil
	for _, o := range p.In.Elsewhere {
		if o.Service != takes.Service {
			would.Elsewhere = append(would.Elsewhere, o)
		}
	}
	would.Elsewhere = append([]demand.Elsewhere{takes}, would.Elsewhere...)
	x, err := runup.Prepare(would)
	if err != nil {
		return out, false, false, err
	}
	if _, fits := x.Carried(has.Result); fits {
		return out, false, false, nil
	}
	then, now, cut, err := pl.Beside(ctx, has, p.In, would, within)
	return Way{ID: id, Name: p.In.Service.Name, Now: summed(now), Then: summed(then)}, true, cut, err
}
