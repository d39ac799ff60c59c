package app

import (
	"context"
	"sync"
	"sync/atomic"
	"time"

	"jointime/internal/core/runup"
)

// readings are the services as they were read last: making the problem and reading a plan
// of some hundred tasks costs more than sending it, and many tablets ask for the same.
type readings struct {
	mu sync.Mutex
	of map[string]*reading // by service
}

// mostRead bounds them: those of one evening are far fewer.
const mostRead = 64

// reading is a service as it was read last. Those who come while one reads wait for it.
type reading struct {
	busy chan struct{} // full while one reads

	edition *edition // of the book; the rest is good as long as it is the newest
	scene   Scene
	service runup.Service
	key     string // of its plan

	made    time.Time // when the plan that is kept was made
	settled bool      // planned is the plan that is kept
	planned Planned   // the newest that there was, if only so far, or before the last change
	job     *job      // that found it so far
	found   int       // how many that had found
	at      time.Time // when planned was read

	shown atomic.Pointer[shown] // for those who do not wait
}

// shown is a service and its plan as they were read last.
type shown struct {
	edition *edition
	scene   Scene
	planned Planned
	settled bool
	key     string
	made    time.Time
}

// readEach is how often, at the most, a plan is read while it is being bettered: reading
// one of 300 tasks with its reasons takes a third of a second.
const readEach = 2 * time.Second

func (rs *readings) find(id string) *reading {
	rs.mu.Lock()
	defer rs.mu.Unlock()
	if rs.of == nil || len(rs.of) >= mostRead && rs.of[id] == nil {
		rs.of = map[string]*reading{}
	}
	if rs.of[id] == nil {
		rs.of[id] = &reading{busy: make(chan struct{}, 1)}
	}
	return rs.of[id]
}

func (rd *reading) lock(ctx context.Context) error {
	select {
	case rd.busy <- struct{}{}:
		return nil
	case <-ctx.Done():
		return ctx.Err()
	}
}

// unlock shows what was read, and lets the next one read.
func (rd *reading) unlock() {
	if rd.edition != nil {
		rd.shown.Store(&shown{rd.edition, rd.scene, rd.planned, rd.settled, rd.key, rd.made})
	}
	<-rd.busy
}

// atHand is a service as it is now with the plan that was read last, be it of before the
// last change, without waiting for anything. The new plan is looked after meanwhile; false
// where none was ever read.
func (pl *Planner) atHand(ctx context.Context, id string) (Scene, Planned, bool, error) {
	e, err := pl.books.in(ctx, pl.store.Reader)
	if err != nil {
		return Scene{}, Planned{}, false, err
	}
	rd := pl.read.find(id)
	was := rd.shown.Load()
	svc := e.book.Services[id]
	past := svc.Past(pl.now(), e.book.Zone(svc.Kitchen))
	if was == nil || past || was.scene.Past || !was.planned.Found {
		return Scene{}, Planned{}, false, nil
	}
	if was.edition == e && was.settled {
		made, err := pl.store.PlanMade(ctx, was.key)
		return was.scene, was.planned, made.Equal(was.made), err // another server may have kept a better one
	}
	if len(rd.busy) == 0 {
		go pl.look(context.WithoutCancel(ctx), id) //nolint:errcheck // who waits for the plan is told
	}
	p, r := was.scene, was.planned
	if was.edition != e {
		if p, err = pl.sceneIn(ctx, e.book, id); err != nil {
			return p, Planned{}, false, err
		}
		r.RunUp.Message = replanned
	}
	r.Planning = true
	return p, r, true, nil
}

// look reads a service, and the plan that is kept; where there is none, it has one made,
// which is the job.
func (pl *Planner) look(ctx context.Context, id string) (Scene, Planned, *job, error) {
	e, err := pl.books.in(ctx, pl.store.Reader)
	if err != nil {
		return Scene{}, Planned{}, nil, err
	}
	rd := pl.read.find(id)
	if err := rd.lock(ctx); err != nil {
		return Scene{}, Planned{}, nil, err
	}
	defer rd.unlock()
	if err := pl.renew(ctx, rd, e, id); err != nil {
		return rd.scene, Planned{}, nil, err
	}
	if rd.scene.kept != nil {
		return rd.scene, rd.planned, nil, nil
	}
	defer pl.better(id, rd)
	if rd.settled {
		made, err := pl.store.PlanMade(ctx, rd.key)
		if err != nil || made.Equal(rd.made) {
			return rd.scene, rd.planned, nil, err
		}
	}
	r, made, found, err := pl.keptPlan(ctx, id, rd.scene, rd.service, rd.key)
	if err != nil {
		return rd.scene, Planned{}, nil, err
	}
	if found {
		rd.planned, rd.made, rd.settled, rd.job = r, made, !made.IsZero(), nil
		return rd.scene, r, nil, nil
	}
	p, key := rd.scene, rd.key
	if !rd.planned.Found {
		if err := pl.lastPlan(ctx, rd, id); err != nil {
			return rd.scene, Planned{}, nil, err
		}
	}
	x := rd.service
	if rd.planned.Found {
		x = x.After(rd.planned.Result, pl.now())
	}
	return p, Planned{}, pl.jobs.start(id, key, x, func(ctx context.Context, r runup.Result, halted bool) error {
		_, err := pl.keepPlan(ctx, id, key, p.Pins, r, endedEarly(r, halted))
		return err
	}), nil
}

// renew reads a service anew where the book has changed, or the service has become past.
// The plan that it had stays, until there is one for what it is now.
func (pl *Planner) renew(ctx context.Context, rd *reading, e *edition, id string) error {
	svc := e.book.Services[id]
	if rd.edition == e && rd.scene.Past == svc.Past(pl.now(), e.book.Zone(svc.Kitchen)) {
		return nil
	}
	rd.edition, rd.settled, rd.job = nil, false, nil
	var err error
	if rd.scene, err = pl.sceneIn(ctx, e.book, id); err != nil {
		return err
	}
	if rd.scene.kept != nil {
		r, err := readPlan(*rd.scene.kept)
		if err != nil {
			return err
		}
		rd.planned = rd.scene.reported(r, rd.scene.kept.Message)
		rd.edition = e
		return nil
	}
	if rd.service, err = runup.Prepare(rd.scene.In); err != nil {
		return err
	}
	if rd.key, err = rd.service.Key(); err != nil {
		return err
	}
	rd.edition = e
	return nil
}

// meanwhile is what there is while a plan is being made: the best so far, the one before
// the last change, or none.
func (pl *Planner) meanwhile(ctx context.Context, id string, j *job) (Scene, Planned, error) {
	rd := pl.read.find(id)
	if err := rd.lock(ctx); err != nil {
		return Scene{}, Planned{}, err
	}
	defer rd.unlock()
	if best, found := pl.jobs.sofar(j); best != nil && j.key == rd.key {
		if rd.job != j || rd.found != found && time.Since(rd.at) > readEach {
			rd.planned, rd.job, rd.found, rd.at = rd.scene.reported(*best, bettered), j, found, time.Now()
			rd.planned.Planning = true
		}
		return rd.scene, rd.planned, nil
	}
	if !rd.planned.Found {
		if err := pl.lastPlan(ctx, rd, id); err != nil {
			return rd.scene, Planned{}, err
		}
	}
	m := rd.planned
	m.Planning = true
	if m.Found {
		m.RunUp.Message = replanned
	}
	return rd.scene, m, nil
}

// lastPlan reads the plan that a service had last; where there is none, that is told.
func (pl *Planner) lastPlan(ctx context.Context, rd *reading, id string) error {
	kept, found, err := pl.store.LastPlan(ctx, id)
	if err != nil {
		return err
	}
	if found && kept.Plan.Plan != nil {
		if r, err := readPlan(kept); err == nil { // one that cannot be read is no help here
			rd.planned = rd.scene.reported(r, replanned)
			return nil
		}
	}
	rd.planned = rd.scene.reported(rd.service.Unplanned(beingPlanned), "")
	return nil
}
