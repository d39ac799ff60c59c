package app

import (
	"context"
	"errors"
	"sync"
	"time"

	"jointime/internal/core/runup"
)

// betterings are the plans that are kept, and bettered while somebody looks: one for each
// service. They take only the processors that nobody else wants.
type betterings struct {
	mu   sync.Mutex
	of   map[string]*bettering // by service
	over map[string]bool       // keys of plans that it no longer pays to better, or that somebody stopped
}

// bettering is the search for better plans of one service.
type bettering struct {
	key    string
	cancel context.CancelFunc
	seen   time.Time // when somebody looked last
	began  time.Time
	found  int
	best   runup.Result
}

// A plan that was searched on is kept where that has brought enough, until so many stretches
// in a row have not, or nobody has looked for so long. For less no new plan is shown: each
// makes somebody look at what has moved.
const (
	pays          = 100 // a plan is kept that costs a hundredth less
	idleStretches = 3
	lookedAtFor   = 20 * time.Second
	mostOver      = 1000
)

// better searches on from a plan that is kept, or notes that somebody still looks at it.
func (pl *Planner) better(id string, rd *reading) {
	bs := &pl.betterings
	bs.mu.Lock()
	defer bs.mu.Unlock()
	if b := bs.of[id]; b != nil && b.key != rd.key { // nobody wants it any more: it must not be kept after the new one
		b.cancel()
		delete(bs.of, id)
	}
	r := rd.planned.Result
	if pl.stretch == 0 || !rd.settled || rd.scene.Past || !r.Found || r.Options.Seeds > 1 || r.Plan.Violation == 0 && r.Plan.Cost == 0 || rd.planned.RunUp.Message == haltedEarly {
		return
	}
	if bs.over[rd.key] {
		return
	}
	if b := bs.of[id]; b != nil {
		b.seen = time.Now()
		return
	}
	ctx, cancel := context.WithCancel(context.Background())
	b := &bettering{key: rd.key, cancel: cancel, seen: time.Now(), began: time.Now(), best: r}
	if bs.of == nil {
		bs.of, bs.over = map[string]*bettering{}, map[string]bool{}
	}
	bs.of[id] = b
	pins, origin, base, near := rd.scene.Pins, rd.service.Origin(), rd.base, rd.around.ids
	go func() {
		defer cancel()
		pl.goOn(ctx, b, origin, func(r runup.Result) error {
			_, err := pl.keepPlan(ctx, id, planKey{b.key, base}, pins, r, "")
			if err == nil {
				pl.tellNear(ctx, near)
			}
			return err
		})
		bs.mu.Lock()
		defer bs.mu.Unlock()
		if bs.of[id] == b {
			delete(bs.of, id)
		}
	}()
}

// goOn searches for a stretch at a time, with other seeds.
func (pl *Planner) goOn(ctx context.Context, b *bettering, origin time.Time, keep func(runup.Result) error) {
	idle := 0
	for seed := b.best.Seed + 1; idle < idleStretches; seed += 2 {
		pl.betterings.mu.Lock()
		alone := time.Since(b.seen) > lookedAtFor
		pl.betterings.mu.Unlock()
		if alone || ctx.Err() != nil {
			return
		}
		next, searched := pl.jobs.spare(ctx, pl.stretch, b.best, seed, int64(pl.now().Sub(origin)/time.Second))
		if !searched {
			wait(ctx, time.Second)
			continue
		}
		if !worthIt(next, b.best) {
			idle++
			continue
		}
		if ctx.Err() != nil || keep(next) != nil {
			return
		}
		idle = 0
		pl.betterings.mu.Lock()
		b.best = next
		b.found++
		pl.betterings.mu.Unlock()
	}
	pl.betterings.end(b.key)
}

// worthIt says that a plan is so much better that people should be shown another one.
func worthIt(next, best runup.Result) bool {
	if next.Plan.Violation != best.Plan.Violation {
		return next.Plan.Violation < best.Plan.Violation
	}
	return next.Plan.Cost <= best.Plan.Cost-max(1, best.Plan.Cost/pays)
}

func wait(ctx context.Context, long time.Duration) {
	select {
	case <-time.After(long):
	case <-ctx.Done():
	}
}

// end notes that it no longer pays to better a plan.
func (bs *betterings) end(key string) {
	bs.mu.Lock()
	defer bs.mu.Unlock()
	if len(bs.over) >= mostOver {
		clear(bs.over)
	}
	bs.over[key] = true
}

// stop ends the bettering of a service's plan, and it is not begun again; false where none
// is going on.
func (bs *betterings) stop(id string) bool {
	bs.mu.Lock()
	b := bs.of[id]
	bs.mu.Unlock()
	if b == nil {
		return false
	}
	bs.end(b.key)
	b.cancel()
	return true
}

// spare searches on for a stretch with each processor that nobody else wants, each with a
// seed of its own, and gives the best of what they find. It ends at once when somebody wants
// a plan that there is not. Searched is false where no processor was free, or the stretch was
// ended before its time with nothing found.
func (js *jobs) spare(ctx context.Context, stretch time.Duration, from runup.Result, seed uint64, now int64) (best runup.Result, searched bool) {
	ctx, cancel := context.WithTimeout(ctx, stretch)
	defer cancel()
	stop := context.AfterFunc(js.wanted(), cancel)
	defer stop()
	best = from
	var mu sync.Mutex
	var all sync.WaitGroup
	for n := uint64(0); n < uint64(js.most) && js.room.TryAcquire(1); n++ {
		searched = true
		all.Go(func() {
			defer js.room.Release(1)
			yield()
			next := from.Better(ctx, seed+n, now)
			mu.Lock()
			defer mu.Unlock()
			if worthIt(next, best) {
				best = next
			}
		})
	}
	all.Wait()
	return best, searched && (ctx.Err() == nil || errors.Is(ctx.Err(), context.DeadlineExceeded) || worthIt(best, from))
}
