package api

import (
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"time"

	"jointime/internal/core/runup"
	"jointime/internal/core/schedule"
	"jointime/internal/core/service"
	"jointime/internal/store"
)

// planned is a service with what it is, or was, planned from.
type planned struct {
	book   book
	in     runup.Input
	pins   map[string]int64
	past   bool
	saved  store.SavedPlan
	stored bool // saved holds the plan of these revisions
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
	if p.in, p.pins, err = p.book.input(id); err != nil {
		return p, err
	}
	if !p.stored {
		p.saved, p.stored, err = s.store.PlanFor(ctx, id, planKey(p.pins))
	}
	return p, err
}

// asPlanned puts the revisions of a past service's plan in place of today's;
// where it was never planned, those of its last hour.
func (s *Server) asPlanned(ctx context.Context, p *planned, svc service.Service) (err error) {
	var docs []store.Document
	p.saved, p.stored, err = s.store.LastPlan(ctx, svc.ID)
	if err != nil {
		return err
	}
	if p.stored {
		var pins map[string]int64
		if err := json.Unmarshal(p.saved.Pins, &pins); err != nil {
			return fmt.Errorf("read the revisions of a plan: %w", err)
		}
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

// planKey is a digest of the revisions and of how plans are made.
func planKey(pins map[string]int64) string {
	text, _ := json.Marshal(pins) // keys are sorted
	h := sha256.Sum256(fmt.Appendf(text, " method %d seed %d", runup.Method, runup.Seed))
	return hex.EncodeToString(h[:])
}

// runUp gives the run-up of a service: from the plan that is kept, or a new
// one, which is then kept.
func (s *Server) runUp(ctx context.Context, id string) (planned, runup.Result, error) {
	p, err := s.scene(ctx, id)
	if err != nil {
		return p, runup.Result{}, err
	}
	if p.stored {
		if r, ok := restore(p); ok {
			return p, r, nil
		}
	}
	r, halted, err := s.progress.plan(ctx, id, planKey(p.pins), func(work context.Context, found func(schedule.Plan)) (runup.Result, error) {
		return runup.MakeWatched(work, p.in, found)
	})
	switch {
	case errors.Is(err, errPassed) && ctx.Err() == nil:
		return s.runUp(ctx, id)
	case ctx.Err() != nil:
		return p, r, problem(http.StatusServiceUnavailable, "No plan was found in the time that a request may take. Fewer covers, or more hands and equipment, make it easier.")
	case err != nil:
		return p, r, fmt.Errorf("plan service %s: %w", id, err)
	}
	if halted {
		r.RunUp.Message = haltedEarly
	}
	if !p.past {
		err = s.keepPlan(ctx, id, p, r)
	}
	return p, r, err
}

// haltedEarly is told of a plan whose making was stopped.
const haltedEarly = "Planning was stopped: this is the best plan until then. A change of anything makes it anew."

func (s *Server) keepPlan(ctx context.Context, id string, p planned, r runup.Result) error {
	save := store.SavedPlan{Service: id, Key: planKey(p.pins), Message: r.RunUp.Message}
	for _, part := range []struct {
		v    any
		into *json.RawMessage
	}{{p.pins, &save.Pins}, {r.Blocked, &save.Blocked}, {r.Problem, &save.Problem}} {
		text, err := json.Marshal(part.v)
		if err != nil {
			return err
		}
		*part.into = text
	}
	if r.Found {
		text, err := json.Marshal(r.Plan)
		if err != nil {
			return err
		}
		save.Plan = (*json.RawMessage)(&text)
	}
	return s.store.SavePlan(ctx, save)
}

// restore reads a kept plan back into a run-up.
func restore(p planned) (r runup.Result, ok bool) {
	if p.saved.Plan == nil {
		return r, false
	}
	var err error
	if r.Problem, err = schedule.ReadProblem(bytes.NewReader(p.saved.Problem)); err != nil {
		return r, false
	}
	if r.Plan, err = schedule.ReadPlan(bytes.NewReader(*p.saved.Plan)); err != nil {
		return r, false
	}
	if err := json.Unmarshal(p.saved.Blocked, &r.Blocked); err != nil {
		return r, false
	}
	if r.RunUp, r.Found = runup.Restore(p.in, r.Blocked, r.Plan); r.Found {
		r.RunUp.Message = p.saved.Message
	}
	return r, r.Found
}
