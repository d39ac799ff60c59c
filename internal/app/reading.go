package app

import (
	"context"
	"slices"
	"sync"
	"sync/atomic"
	"time"

	"jointime/internal/core/runup"
	"jointime/internal/store"
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
	around  around
	service runup.Service
	base    string // digest of what the service itself asks for
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
	ids     []string // of the services whose plans matter: it and those near it
	stand   []store.Standing
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

// has tells whether a service was ever read.
func (rs *readings) has(id string) bool {
	rs.mu.Lock()
	defer rs.mu.Unlock()
	return rs.of[id] != nil && rs.of[id].shown.Load() != nil
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
		rd.shown.Store(&shown{rd.edition, rd.scene, rd.planned, rd.settled, rd.matter(), rd.around.standing})
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
		stand, err := pl.store.Standing(ctx, was.ids) // another server may have kept a better one
		if err != nil || slices.EqualFunc(stand, was.stand, sameStanding) {
			return was.scene, was.planned, true, err
		}
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
	if rd.settled && rd.stands(id) {
		return rd.scene, rd.planned, nil, nil
	}
	if found, err := pl.readKept(ctx, rd, id); err != nil || found {
		return rd.scene, rd.planned, nil, err
	}
	p, key, base, near := rd.scene, rd.key, rd.base, rd.around.ids
	rd.around.tried = rd.edition
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
		_, err := pl.keepPlan(ctx, id, planKey{key, base}, p.Pins, r, endedEarly(r, halted))
		if err == nil {
			pl.tellNear(ctx, near)
		}
		return err
	}), nil
}

// readKept reads the plan that is kept, be it the one from before others had moved, which is
// then kept as it is: unless something clashes in it and there may be room now. It is searched
// for once in an edition of the book, or two services could take turns for ever.
func (pl *Planner) readKept(ctx context.Context, rd *reading, id string) (found bool, err error) {
	r, made, found, err := pl.keptPlan(ctx, id, rd.scene, rd.service, planKey{rd.key, rd.base})
	if err == nil && !found && rd.around.carried != nil {
		carried := *rd.around.carried
		if rd.around.freed && rd.around.tried != rd.edition && len(carried.RunUp(rd.scene.In.Zone).Clashes) > 0 {
			return false, nil
		}
		if _, err := pl.keepPlan(ctx, id, planKey{rd.key, rd.base}, rd.scene.Pins, carried, ""); err != nil {
			return false, err
		}
		r, made, found, err = pl.keptPlan(ctx, id, rd.scene, rd.service, planKey{rd.key, rd.base})
	}
	if err != nil || !found {
		return false, err
	}
	rd.planned, rd.made, rd.settled, rd.job = r, made, !made.IsZero(), nil
	rd.around.standing, err = pl.store.Standing(ctx, rd.matter()) // it may be the newest of the service only now
	return true, err
}

// matter are the ids of the services whose plans decide what is read: itself, and those near.
func (rd *reading) matter() []string {
	return append(slices.Clone(rd.around.ids), rd.scene.In.Service.ID)
}

// stands tells whether the plan that was read is the one that the service has.
func (rd *reading) stands(id string) bool {
	return slices.ContainsFunc(rd.around.standing, func(s store.Standing) bool {
		return s.Service == id && s.Key == rd.key && s.MadeAt.Equal(rd.made)
	})
}

func sameStanding(a, b store.Standing) bool {
	return a.Service == b.Service && a.Key == b.Key && a.MadeAt.Equal(b.MadeAt)
}

// others are the standings of all but one.
func others(list []store.Standing, id string) []store.Standing {
	return slices.DeleteFunc(slices.Clone(list), func(s store.Standing) bool { return s.Service == id })
}

// renew reads a service anew where the book has changed, the service has become past, or
// another one of the kitchen has another plan. The plan that it had stays, until there is one
// for what it is now.
func (pl *Planner) renew(ctx context.Context, rd *reading, e *edition, id string) error {
	svc := e.book.Services[id]
	near := e.book.near(id)
	stand, err := pl.store.Standing(ctx, append(slices.Clone(near), id))
	if err != nil {
		return err
	}
	was := rd.around.standing
	rd.around.ids, rd.around.standing = near, stand
	if rd.edition == e && rd.scene.Past == svc.Past(pl.now(), e.book.Zone(svc.Kitchen)) {
		if rd.scene.kept != nil || slices.EqualFunc(others(was, id), others(stand, id), sameStanding) {
			return nil
		}
		rd.settled = false
		if err := pl.arranged(ctx, rd, id); err != nil {
			rd.edition = nil
			return err
		}
		return nil
	}
	rd.edition, rd.settled, rd.job = nil, false, nil
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
	if err := pl.arranged(ctx, rd, id); err != nil {
		return err
	}
	rd.edition = e
	return nil
}

// arranged decides around which others a service is planned, and notes it for who looks.
func (pl *Planner) arranged(ctx context.Context, rd *reading, id string) error {
	if err := pl.arrange(ctx, rd, id); err != nil {
		return err
	}
	rd.scene.apart, rd.scene.Unplanned = rd.around.apart, nil
	for _, other := range rd.around.ids {
		s := rd.scene.Book.Services[other]
		has := slices.ContainsFunc(rd.around.standing, func(x store.Standing) bool { return x.Service == other })
		if !has && s.Day == rd.scene.In.Service.Day {
			rd.scene.Unplanned = append(rd.scene.Unplanned, s.Name)
		}
	}
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
