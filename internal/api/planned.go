package api

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"time"

	"jointime/internal/core/runup"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/service"
	"jointime/internal/store"
)

// planned is a service with what it is, or was, planned from.
type planned struct {
	book book
	in   demand.Input
	pins map[string]int64
	past bool
	kept *store.ServicePlan // of a service that is past: the plan that it had
}

// made is a plan with its run-up.
type made struct {
	runup.Result
	RunUp report.RunUp
}

// scene reads a service: one to come with everything as it is now, one that is
// past with the revisions it was planned with.
func (s *Server) scene(ctx context.Context, id string) (planned, error) {
	b, err := s.book(ctx)
	if err != nil {
		return planned{}, err
	}
	p := planned{book: b}
	svc, known := b.services[id]
	if !known {
		return p, fmt.Errorf("service %q: %w", id, store.ErrNotFound)
	}
	if p.past = svc.Past(s.Now(), b.zone(svc.Kitchen)); p.past {
		if err := s.asPlanned(ctx, &p, svc); err != nil {
			return p, err
		}
	}
	p.in, p.pins, err = p.book.input(id)
	return p, err
}

// asPlanned puts the revisions of a past service's plan in place of today's;
// where it was never planned, those of its last hour.
func (s *Server) asPlanned(ctx context.Context, p *planned, svc service.Service) error {
	pins, err := s.pinsOf(ctx, p, svc.ID)
	if err != nil {
		return err
	}
	var docs []store.Document
	if pins != nil {
		docs, err = s.store.Pinned(ctx, pins)
	} else {
		zone := p.book.zone(svc.Kitchen)
		docs, err = s.store.AllAt(ctx, svc.Last(zone).Add(time.Duration(svc.Spread())*time.Second))
	}
	if err != nil {
		return err
	}
	then, err := readBook(docs)
	if err != nil {
		return err
	}
	if _, known := then.services[svc.ID]; known {
		p.book = then
	}
	return nil
}

// pinsOf are the revisions that the last plan of a past service was made from, which it
// keeps in p; nil: it never had one.
func (s *Server) pinsOf(ctx context.Context, p *planned, id string) (pins map[string]int64, err error) {
	kept, found, err := s.store.LastPlan(ctx, id)
	if err != nil {
		return nil, err
	}
	text := kept.Pins
	if found {
		p.kept = &kept
	} else {
		before, there, err := s.store.LastPlanBefore(ctx, id)
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

// runUp gives the run-up of a service: from the plan that is kept, or a new one, which
// is then kept. A service that is past has the plan that it had: it is planned only
// where it never was.
func (s *Server) runUp(ctx context.Context, id string) (planned, made, error) {
	p, err := s.scene(ctx, id)
	if err != nil {
		return p, made{}, err
	}
	if p.kept != nil {
		r, err := readPlan(*p.kept)
		return p, p.reported(r, p.kept.Message), err
	}
	x, err := runup.Prepare(p.in)
	if err != nil {
		return p, made{}, err
	}
	key, err := x.Key()
	if err != nil {
		return p, made{}, err
	}
	if r, found, err := s.keptPlan(ctx, id, p, x, key); err != nil || found {
		return p, r, err
	}
	r, halted, err := s.progress.plan(ctx, id, key, x.Plan)
	switch {
	case errors.Is(err, errPassed) && ctx.Err() == nil:
		return s.runUp(ctx, id)
	case ctx.Err() != nil:
		return p, made{}, problem(http.StatusServiceUnavailable, "No plan was found in the time that a request may take. Fewer covers, or more hands and equipment, make it easier.")
	case err != nil:
		return p, made{}, fmt.Errorf("plan service %s: %w", id, err)
	}
	message := ""
	switch {
	case halted:
		message = haltedEarly
	case r.CutShort:
		message = cutShort
	}
	taken, err := s.keepPlan(ctx, id, key, p.pins, r, message)
	if err == nil && !taken { // somebody else had a better one by then
		if r, found, err := s.keptPlan(ctx, id, p, x, key); err != nil || found {
			return p, r, err
		}
	}
	return p, p.reported(r, message), err
}

// reported reads a plan. The message is told where there is one.
func (p planned) reported(r runup.Result, message string) made {
	m := made{r, r.RunUp(p.in.Zone)}
	if r.Found {
		m.RunUp.Message = message
	}
	return m
}

// haltedEarly is told of a plan whose making was stopped.
const haltedEarly = "Planning was stopped: this is the best plan until then. A change of anything makes it anew."

// cutShort is told of a plan whose making took longer than planning may.
const cutShort = "Planning took too long and was ended: this is the best plan until then. Fewer covers, or more hands and equipment, make it easier."

// keptPlan is the plan that is kept under a key, in today's words; false where there is
// none.
func (s *Server) keptPlan(ctx context.Context, id string, p planned, x runup.Service, key string) (made, bool, error) {
	saved, found, err := s.store.PlanFor(ctx, id, key)
	if err != nil {
		return made{}, false, err
	}
	if !found {
		return s.planBefore(ctx, id, p, x, key)
	}
	r, err := readPlan(saved)
	if err != nil {
		return made{}, false, err
	}
	r, ok := x.Again(r)
	if !ok {
		return made{}, false, fmt.Errorf("the plan %s does not fit its problem", key)
	}
	return p.reported(r, saved.Message), true, s.point(ctx, saved, p.pins, r)
}

// point notes that a service has a kept plan, where that is not noted yet.
func (s *Server) point(ctx context.Context, saved store.ServicePlan, pins map[string]int64, r runup.Result) error {
	text, err := json.Marshal(pins)
	if err != nil {
		return err
	}
	if sameJSON(text, saved.Pins) {
		return nil
	}
	saved.Pins = text
	if saved.Map, err = json.Marshal(r.Map); err != nil {
		return err
	}
	return s.store.PointTo(ctx, saved)
}

// keepPlan keeps a plan for a service; false where there is a better one of the same
// problem already.
func (s *Server) keepPlan(ctx context.Context, id, key string, pins map[string]int64, r runup.Result, message string) (bool, error) {
	save := store.ServicePlan{Service: id, Plan: store.Plan{Key: key, Seed: int64(r.Seed), Violation: r.Plan.Violation, Cost: r.Plan.Cost, CutShort: r.CutShort, Message: message}}
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
	return s.store.SavePlan(ctx, save)
}
