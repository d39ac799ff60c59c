package app

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"sync/atomic"
	"time"

	"jointime/internal/core/runup"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/service"
	"jointime/internal/store"
)

// Scene is a service with what it is, or was, planned from.
type Scene struct {
	Book Book
	In   demand.Input
	Pins map[string]int64 // kind/id → revision
	Past bool
	kept *store.ServicePlan // of a service that is past: the plan that it had

	Unplanned []string // names of services of the kitchen on the day that have no plan yet

	apart []string // ids of services of the kitchen that have a plan around which it is not planned
}

// Planned is a plan with its run-up.
type Planned struct {
	runup.Result
	RunUp    report.RunUp
	Planning bool // a newer, or a better one is being made

	number int64 // of its reading: the same number is the same run-up
}

// Planner makes, keeps and reads the plans of services.
type Planner struct {
	store *store.Store
	books *Books
	now   func() time.Time
	jobs  *jobs
	read  readings

	bookings bookings

	betterings betterings
	stretch    time.Duration // for how long at a time a plan that is kept is searched on; 0: never
	patience   time.Duration // how long who only looks waits for a plan
}

// ErrNoTime is told to who needs a plan that is not made by then; its making goes on.
var ErrNoTime = errors.New("no plan was found in the time that a request may take")

// Scene reads a service: one to come with everything as it is now, one that is
// past with the revisions it was planned with.
func (pl *Planner) Scene(ctx context.Context, id string) (Scene, error) {
	b, err := pl.books.Book(ctx)
	if err != nil {
		return Scene{}, err
	}
	return pl.sceneIn(ctx, b, id)
}

func (pl *Planner) sceneIn(ctx context.Context, b Book, id string) (p Scene, err error) {
	p.Book = b
	svc, known := b.Services[id]
	if !known {
		return p, &store.Missing{Kind: store.Service, ID: id}
	}
	if p.Past = svc.Past(pl.now(), b.Zone(svc.Kitchen)); p.Past {
		if err := pl.asPlanned(ctx, &p, svc); err != nil {
			return p, err
		}
	}
	p.In, p.Pins, err = p.Book.input(id)
	return p, err
}

// asPlanned puts the revisions of a past service's plan in place of today's;
// where it was never planned, those of its last hour.
func (pl *Planner) asPlanned(ctx context.Context, p *Scene, svc service.Service) error {
	pins, err := pl.pinsOf(ctx, p, svc.ID)
	if err != nil {
		return err
	}
	var docs []store.Document
	if pins != nil {
		docs, err = pl.store.Pinned(ctx, pins)
	} else {
		zone := p.Book.Zone(svc.Kitchen)
		docs, err = pl.store.AllAt(ctx, svc.Last(zone).Add(time.Duration(svc.Spread())*time.Second))
	}
	if err != nil {
		return err
	}
	then, err := ReadBook(docs)
	if err != nil {
		return err
	}
	if _, known := then.Services[svc.ID]; known {
		p.Book = then
	}
	return nil
}

// pinsOf are the revisions that the last plan of a past service was made from, which it
// keeps in p; nil: it never had one.
func (pl *Planner) pinsOf(ctx context.Context, p *Scene, id string) (pins map[string]int64, err error) {
	kept, found, err := pl.store.LastPlan(ctx, id)
	if err != nil {
		return nil, err
	}
	text := kept.Pins
	if found {
		p.kept = &kept
	} else {
		before, there, err := pl.store.LastPlanBefore(ctx, id)
		if err != nil || !there {
			return nil, err
		}
		text = before.Pins
	}
	if err := json.Unmarshal(text, &pins); err != nil {
		return nil, fmt.Errorf("read the revisions of a plan: %w", err)
	}
	return pins, nil
}

// RunUp gives the run-up of a service: from the plan that is kept, or a new one, which
// is then kept. Where that takes longer than patience, it gives the best plan so far, or
// the one before the last change, or none, and says that it is being planned. A service
// that is past has the plan that it had: it is planned only where it never was.
func (pl *Planner) RunUp(ctx context.Context, id string) (Scene, Planned, error) {
	return pl.runUpIn(ctx, id, pl.patience)
}

// runUpIn waits so long for a plan.
func (pl *Planner) runUpIn(ctx context.Context, id string, patience time.Duration) (Scene, Planned, error) {
	soon, cancel := context.WithTimeout(ctx, patience)
	defer cancel()
	return pl.runUp(ctx, soon, id)
}

// Settled is the run-up of a service once it is planned; ErrNoTime where the context ends
// before that.
func (pl *Planner) Settled(ctx context.Context, id string) (Scene, Planned, error) {
	p, r, err := pl.runUp(ctx, ctx, id)
	if err == nil && r.Planning || errors.Is(err, context.DeadlineExceeded) {
		return p, Planned{}, ErrNoTime
	}
	return p, r, err
}

// runUp waits for a plan until soon ends.
func (pl *Planner) runUp(ctx, soon context.Context, id string) (Scene, Planned, error) {
	for last := ""; ; {
		p, r, j, err := pl.look(ctx, id)
		if err != nil || j == nil {
			return p, r, err
		}
		if j.key == last {
			return p, Planned{}, fmt.Errorf("the plan %s was made and is not kept", last)
		}
		select {
		case <-j.done:
		case <-soon.Done():
			if ctx.Err() != nil {
				return p, Planned{}, ctx.Err()
			}
			return pl.meanwhile(ctx, id, j)
		}
		switch {
		case j.passed:
		case j.err != nil:
			return p, Planned{}, fmt.Errorf("plan service %s: %w", id, j.err)
		default:
			last = j.key
		}
	}
}

const (
	bettered     = "Still improving this plan."
	replanned    = "Planning again; this is the plan before the last change."
	beingPlanned = "Planning …"
)

// endedEarly says why a plan is not what the whole search would have found; empty: it is.
func endedEarly(r runup.Result, halted bool) string {
	switch {
	case halted:
		return haltedEarly
	case r.CutShort:
		return cutShort
	}
	return ""
}

// reported reads a plan. The message is told where there is one.
func (p Scene) reported(r runup.Result, message string) Planned {
	m := Planned{Result: r, RunUp: r.RunUp(p.In.Zone), number: readSoFar.Add(1)}
	if r.Found {
		m.RunUp.Message = message
	}
	return m
}

// readSoFar numbers the run-ups that were read.
var readSoFar atomic.Int64

// haltedEarly is told of a plan whose making was stopped.
const haltedEarly = "Stopped: best plan so far. Any change plans again."

// cutShort is told of a plan whose making took longer than it may in one go.
const cutShort = "Best plan so far."

// planKey is under what a plan is kept: the digest of what was planned, and of what of that
// the service itself asks for.
type planKey struct{ key, base string }

// keptPlan is the plan that is kept under a key, in today's words, with when it was made;
// false where there is none.
func (pl *Planner) keptPlan(ctx context.Context, id string, p Scene, x runup.Service, key planKey) (Planned, time.Time, bool, error) {
	saved, found, err := pl.store.PlanFor(ctx, id, key.key)
	if err != nil {
		return Planned{}, time.Time{}, false, err
	}
	if !found {
		r, found, err := pl.planBefore(ctx, id, p, x, key)
		return r, time.Time{}, found, err
	}
	r, err := readPlan(saved)
	if err != nil {
		return Planned{}, time.Time{}, false, err
	}
	r, ok := x.Again(r)
	if !ok {
		return Planned{}, time.Time{}, false, fmt.Errorf("the plan %s does not fit its problem", key.key)
	}
	return p.reported(r, saved.Message), saved.MadeAt, true, pl.point(ctx, saved, key.base, p.Pins, r)
}

// point notes that a kept plan is the one that a service has.
func (pl *Planner) point(ctx context.Context, saved store.ServicePlan, base string, pins map[string]int64, r runup.Result) error {
	text, err := json.Marshal(pins)
	if err != nil {
		return err
	}
	saved.Pins, saved.Base = text, base
	if saved.Map, err = json.Marshal(r.Map); err != nil {
		return err
	}
	return pl.store.PointTo(ctx, saved)
}

// keepPlan keeps a plan for a service; false where there is a better one of the same
// problem already.
func (pl *Planner) keepPlan(ctx context.Context, id string, key planKey, pins map[string]int64, r runup.Result, message string) (bool, error) {
	save := store.ServicePlan{Service: id, Base: key.base, Plan: store.Plan{Key: key.key, Seed: int64(r.Seed), Violation: r.Plan.Violation, Cost: r.Plan.Cost, CutShort: r.CutShort, Message: message}}
	var plan json.RawMessage
	for _, part := range []struct {
		v    any
		into *json.RawMessage
	}{{pins, &save.Pins}, {r.Map, &save.Map}, {r.Options, &save.Options}, {r.Excluded, &save.Excluded}, {r.Problem, &save.Problem}, {r.Plan, &plan}} {
		text, err := json.Marshal(part.v)
		if err != nil {
			return false, err
		}
		*part.into = text
	}
	if save.Message == "" {
		save.Message = r.Why
	}
	if r.Found {
		save.Plan.Plan = &plan
	}
	return pl.store.SavePlan(ctx, save)
}
