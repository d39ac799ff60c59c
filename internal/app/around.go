package app

import (
	"cmp"
	"context"
	"slices"
	"sync"
	"time"

	"jointime/internal/core/runup"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/service"
	"jointime/internal/store"
)

// The services of a kitchen share its cooks and equipment: one that is planned keeps to what
// the others have booked by then. Prep begins up to three days before, and no more than so
// many services are looked at.
const (
	nearDays = 3
	mostNear = 24
)

// around is what a service is planned around.
type around struct {
	ids      []string         // the other services of the kitchen about its day, the first to go in front
	standing []store.Standing // the plans that they have, and the service itself
	apart    []string         // ids of those that have a plan which is not kept clear of
	carried  *runup.Result    // the plan that it had, around what the others have now; nil: it does not fit
	freed    bool             // they no longer have all that they had when it was made
	tried    *edition         // in which it was searched for last
}

// near are the other services of the kitchen about the day of one, in the order in which they go.
func (b Book) near(id string) (ids []string) {
	own := b.Services[id]
	day, err := time.Parse(service.DayLayout, own.Day)
	if err != nil {
		return nil
	}
	return slices.DeleteFunc(b.about(own.Kitchen, day), func(other string) bool { return other == id })
}

// about are the services of a kitchen about a day, in the order in which they go.
func (b Book) about(kitchen string, day time.Time) (ids []string) {
	all := b.days()
	at := func(by int) int {
		k, _ := slices.BinarySearchFunc(all, day.AddDate(0, 0, by).Format(service.DayLayout), func(id, day string) int { return cmp.Compare(b.Services[id].Day, day) })
		return k
	}
	away := map[string]time.Duration{}
	for _, id := range all[at(-nearDays):at(nearDays+1)] {
		if b.Services[id].Kitchen != kitchen {
			continue
		}
		when, err := time.ParseInLocation(service.DayLayout, b.Services[id].Day, day.Location())
		if err == nil {
			away[id] = when.Sub(day).Abs()
			ids = append(ids, id)
		}
	}
	slices.SortFunc(ids, func(x, y string) int { return cmp.Or(cmp.Compare(away[x], away[y]), b.goes(x, y)) })
	ids = ids[:min(mostNear+1, len(ids))]
	slices.SortFunc(ids, b.goes)
	return ids
}

// calledOn names a service to who looks at a day: that of another day with its weekday.
func (b Book) calledOn(id, day string) string {
	s := b.Services[id]
	if on, err := time.Parse(service.DayLayout, s.Day); err == nil && s.Day != day {
		return s.Name + on.Format(" (Mon)")
	}
	return s.Name
}

// goes compares two services by which goes first: one that is said to, or the earlier one.
func (b Book) goes(x, y string) int {
	p, q := b.Services[x], b.Services[y]
	if p.First != q.First {
		if p.First {
			return -1
		}
		return 1
	}
	hour := func(s service.Service) string {
		if len(s.Courses) == 0 {
			return ""
		}
		return s.Courses[0].Hour
	}
	return cmp.Or(cmp.Compare(p.Day, q.Day), cmp.Compare(hour(p), hour(q)), cmp.Compare(x, y))
}

// bookings are what the plans of services take, as they were read last.
type bookings struct {
	mu sync.Mutex
	of map[string]booking // by service
}

type booking struct {
	key  string
	made time.Time
	is   demand.Elsewhere
}

// booked is what the plan that a service has takes of the kitchen.
func (pl *Planner) booked(ctx context.Context, s store.Standing) (demand.Elsewhere, error) {
	pl.bookings.mu.Lock()
	had, known := pl.bookings.of[s.Service]
	pl.bookings.mu.Unlock()
	if known && had.key == s.Key && had.made.Equal(s.MadeAt) {
		return had.is, nil
	}
	saved, found, err := pl.store.PlanFor(ctx, s.Service, s.Key)
	if err != nil || !found {
		return demand.Elsewhere{}, err
	}
	r, err := readPlan(saved)
	if err != nil {
		return demand.Elsewhere{}, err
	}
	pl.bookings.mu.Lock()
	defer pl.bookings.mu.Unlock()
	if pl.bookings.of == nil || len(pl.bookings.of) >= mostRead && !known {
		pl.bookings.of = map[string]booking{}
	}
	is := r.Booked()
	pl.bookings.of[s.Service] = booking{s.Key, s.MadeAt, is}
	return is, nil
}

// arrange decides around which others a service is planned, and prepares it. One that is to be
// planned anew keeps clear of all that stands, or, where it goes first, of those that go before
// it. One that stands as it was asked for is moved for those before it alone: who comes after
// it makes way.
func (pl *Planner) arrange(ctx context.Context, rd *reading, id string) error {
	rd.around.apart, rd.around.carried = nil, nil
	var all, before []demand.Elsewhere
	later := map[string]bool{}
	stands := map[string]store.Standing{}
	for _, s := range rd.around.standing {
		stands[s.Service] = s
	}
	b := rd.scene.Book
	for _, other := range rd.around.ids {
		s, has := stands[other]
		if !has || !s.Planned {
			continue
		}
		is, err := pl.booked(ctx, s)
		if err != nil {
			return err
		}
		is.Service, is.Name = other, b.calledOn(other, b.Services[id].Day)
		all = append(all, is)
		if later[other] = b.goes(other, id) > 0; !later[other] {
			before = append(before, is)
		}
	}
	around := all
	if b.Services[id].First {
		around = before
	}
	mine, has := stands[id]
	if err := rd.prepare(around); err != nil {
		return err
	}
	if has && mine.Planned && mine.Base == rd.base && mine.Key != rd.key {
		if err := pl.carry(ctx, rd, mine, around, later); err != nil {
			return err
		}
	}
	for _, o := range all {
		if !slices.ContainsFunc(rd.scene.In.Elsewhere, func(x demand.Elsewhere) bool { return x.Service == o.Service }) {
			rd.around.apart = append(rd.around.apart, o.Service)
		}
	}
	return nil
}

// carry looks whether the plan that a service has fits what the others have now. Where it does
// not because of those that go after it, it is not held to them.
func (pl *Planner) carry(ctx context.Context, rd *reading, mine store.Standing, around []demand.Elsewhere, later map[string]bool) error {
	if _, kept, err := pl.store.PlanFor(ctx, mine.Service, rd.key); err != nil || kept {
		return err
	}
	saved, found, err := pl.store.PlanFor(ctx, mine.Service, mine.Key)
	if err != nil || !found {
		return err
	}
	was, err := readPlan(saved)
	if err != nil {
		return err
	}
	if rd.takes(was) {
		return nil
	}
	var clear []demand.Elsewhere
	for _, o := range around {
		if later[o.Service] {
			if err := rd.prepare([]demand.Elsewhere{o}); err != nil {
				return err
			}
			if _, fits := rd.service.Carried(was); !fits {
				continue
			}
		}
		clear = append(clear, o)
	}
	if len(clear) == len(around) {
		return rd.prepare(around)
	}
	if err := rd.prepare(clear); err != nil {
		return err
	}
	if rd.takes(was) {
		return nil
	}
	return rd.prepare(around)
}

// takes notes that a plan fits the service as it is prepared; false where it does not.
func (rd *reading) takes(was runup.Result) bool {
	r, fits := rd.service.Carried(was)
	if fits {
		rd.around.carried, rd.around.freed = &r, rd.service.Freed(was)
	}
	return fits
}

// prepare prepares a service around others.
func (rd *reading) prepare(others []demand.Elsewhere) (err error) {
	rd.scene.In.Elsewhere = others
	if rd.service, err = runup.Prepare(rd.scene.In); err != nil {
		return err
	}
	if rd.base, err = rd.service.Base(); err != nil {
		return err
	}
	rd.key, err = rd.service.Key()
	return err
}

// Alongside are the run-ups of those services of the kitchen that may have the same cooks and
// things as a service at the same time: those around which it is not planned, or all where
// there was no plan around them.
func (pl *Planner) Alongside(ctx context.Context, p Scene, plan Planned) (out []report.RunUp, err error) {
	ids := slices.Clone(p.apart)
	for _, o := range plan.Map.Around {
		if plan.Map.Alone || o.Partly {
			ids = append(ids, o.Service)
		}
	}
	for _, id := range ids {
		_, planned, there, err := pl.atHand(ctx, id)
		if err == nil && !there {
			_, planned, err = pl.RunUp(ctx, id)
		}
		if err != nil {
			return nil, err
		}
		if planned.Found {
			out = append(out, planned.RunUp)
		}
	}
	return out, nil
}

// tellNear has the services near one looked at again whose plans were read here: what it has
// booked may be what they had.
func (pl *Planner) tellNear(ctx context.Context, ids []string) {
	for _, id := range ids {
		if pl.read.has(id) {
			go pl.look(context.WithoutCancel(ctx), id) //nolint:errcheck // who waits for the plan is told
		}
	}
}
