package app

import (
	"context"
	"errors"
	"fmt"
	"runtime"
	"runtime/debug"
	"sync"
	"syscall"
	"time"

	"golang.org/x/sync/semaphore"
	"golang.org/x/sync/singleflight"

	"jointime/internal/core/runup"
	"jointime/internal/core/runup/demand"
)

// jobs are the plans that are being made on this server: one for each service, joined by
// all who ask for it, and no more at once than there are processors. A job keeps what it
// made by itself; who asked may have gone by then.
type jobs struct {
	mu   sync.Mutex
	of   map[string]*job // by service
	room *semaphore.Weighted
	most int                // searches at once
	once singleflight.Group // plans that are only compared, by their key

	want context.Context // ends when somebody wants a plan that there is not
	told context.CancelFunc
}

// job is the making of one plan.
type job struct {
	key    string // of what it is made from
	cancel context.CancelFunc
	done   chan struct{}
	view   Progress
	at     time.Time
	halted bool          // somebody stopped it: the best plan so far is kept
	passed bool          // what it is made from has changed: nobody wants it any more
	best   *runup.Result // so far
	err    error
}

func newJobs() *jobs {
	n := runtime.NumCPU()
	return &jobs{of: map[string]*job{}, room: semaphore.NewWeighted(int64(n)), most: n}
}

// wanted is a context that ends when somebody wants a plan that there is not.
func (js *jobs) wanted() context.Context {
	js.mu.Lock()
	defer js.mu.Unlock()
	if js.want == nil || js.want.Err() != nil {
		js.want, js.told = context.WithCancel(context.Background())
	}
	return js.want
}

// makeRoom ends what is searched only because nobody wanted the processors.
func (js *jobs) makeRoom() {
	js.mu.Lock()
	defer js.mu.Unlock()
	if js.told != nil {
		js.told()
	}
}

// longestPlanning bounds how long a plan is made for.
const longestPlanning = 2 * time.Minute

// start makes a plan and keeps it, or joins the making of the one that is being made from
// the same. One of the same service that is made from something else ends.
func (js *jobs) start(id, key string, x runup.Service, keep func(context.Context, runup.Result, bool) error) *job {
	js.mu.Lock()
	defer js.mu.Unlock()
	if j := js.of[id]; j != nil {
		if j.key == key {
			return j
		}
		j.passed = true
		j.cancel()
	}
	ctx, cancel := context.WithCancel(context.Background())
	j := &job{key: key, cancel: cancel, done: make(chan struct{}), view: Progress{Planning: true}, at: time.Now()}
	js.of[id] = j
	go func() {
		defer cancel()
		r, err := js.make(ctx, x, longestPlanning, func(r runup.Result) { js.better(j, r) })
		js.mu.Lock()
		halted, passed := j.halted, j.passed
		js.mu.Unlock()
		if err == nil && !passed {
			err = keep(context.WithoutCancel(ctx), r, halted)
		}
		js.mu.Lock()
		defer js.mu.Unlock()
		j.err = err
		if js.of[id] == j {
			delete(js.of, id)
		}
		close(j.done)
	}()
	return j
}

// make plans when there is room for it, and from then on for so long at most. A panic in
// the planning is its error.
func (js *jobs) make(ctx context.Context, x runup.Service, within time.Duration, found func(runup.Result)) (r runup.Result, err error) {
	js.makeRoom()
	if err := js.room.Acquire(ctx, 1); err != nil {
		return r, err
	}
	defer js.room.Release(1)
	ctx, cancel := context.WithTimeout(ctx, within)
	defer cancel()
	done := make(chan struct{})
	go func() {
		defer close(done)
		defer func() {
			if what := recover(); what != nil {
				err = &Panic{What: what, Stack: debug.Stack()}
			}
		}()
		yield()
		r, err = plan(x, ctx, found)
	}()
	<-done
	return r, err
}

// yield has the thread of a search give way to those that serve tablets. The thread ends
// with its goroutine, for only root may raise its priority again. The program has one
// processor more than the machine (cmd/jointime), so that a search takes none away from
// who serves.
func yield() {
	runtime.LockOSThread()
	_ = syscall.Setpriority(syscall.PRIO_PROCESS, syscall.Gettid(), searchNice) // where it may not, it is as it was
}

// searchNice is how nice a search is to others: 0 as usual, 19 the most.
const searchNice = 10

// plan is what makes one; tests put a fault in its place.
var plan = runup.Service.Plan

// Panic is a fault of ours in the making of a plan.
type Panic struct {
	What  any
	Stack []byte
}

func (p *Panic) Error() string { return fmt.Sprintf("planning failed: %v", p.What) }

// better notes the best plan so far.
func (js *jobs) better(j *job, r runup.Result) {
	js.mu.Lock()
	defer js.mu.Unlock()
	j.best = &r
	j.view.Found++
	j.view.Violation, j.view.Cost = r.Plan.Violation, r.Plan.Cost
}

// sofar is the best plan of a job, and how many it has found; nil: it has none.
func (js *jobs) sofar(j *job) (best *runup.Result, found int) {
	js.mu.Lock()
	defer js.mu.Unlock()
	return j.best, j.view.Found
}

// stop ends the making of a plan with the best found so far; false where none is
// being made, or there is none yet.
func (js *jobs) stop(id string) bool {
	js.mu.Lock()
	defer js.mu.Unlock()
	j := js.of[id]
	if j == nil || j.view.Found == 0 {
		return false
	}
	j.halted = true
	j.cancel()
	return true
}

// Progress is how far the planning of a service is.
type Progress struct {
	Planning  bool    `json:"planning" doc:"a plan is being made"`
	Found     int     `json:"found" doc:"plans found so far, each better than the one before"`
	Violation int64   `json:"violation" doc:"of the best: seconds by which strict limits are passed"`
	Cost      int64   `json:"cost"`
	Seconds   float64 `json:"seconds" doc:"since it began"`
	Bettering bool    `json:"bettering" doc:"a plan is kept, and better ones are looked for while somebody looks at it"`
}

// Progress tells how far the planning of a service is, to somebody who looks at its plan.
func (pl *Planner) Progress(service string) (out Progress) {
	pl.jobs.mu.Lock()
	defer pl.jobs.mu.Unlock()
	if j := pl.jobs.of[service]; j != nil {
		out = j.view
		out.Seconds = time.Since(j.at).Seconds()
		return out
	}
	pl.betterings.mu.Lock()
	defer pl.betterings.mu.Unlock()
	if b := pl.betterings.of[service]; b != nil {
		b.seen = time.Now()
		out = Progress{Bettering: true, Found: b.found, Violation: b.best.Plan.Violation, Cost: b.best.Plan.Cost, Seconds: time.Since(b.began).Seconds()}
	}
	return out
}

// Stop ends the planning of a service with the best plan so far; false where none is
// being made, or there is none yet.
func (pl *Planner) Stop(service string) bool {
	return pl.jobs.stop(service) || pl.betterings.stop(service)
}

// Once plans what is only compared, beginning from a plan that is kept, and keeps nothing.
// Who asks for the same at the same time gets the same plan. The search ends with the
// context, or when it has lasted as long as it may; the best until then is what there is.
func (pl *Planner) Once(ctx context.Context, in demand.Input, from Planned, within time.Duration) (Planned, error) {
	x, err := runup.Prepare(in)
	if err != nil {
		return Planned{}, err
	}
	key, err := x.Key()
	if err != nil {
		return Planned{}, err
	}
	if from.Found {
		x = x.From(from.Plan)
		key += fmt.Sprint(" from ", from.number)
	}
	made := pl.jobs.once.DoChan(key, func() (any, error) {
		waits, cancel := context.WithTimeout(context.WithoutCancel(ctx), 3*within) // for room, and then it plans
		defer cancel()
		return pl.jobs.make(waits, x, within, nil)
	})
	select {
	case got := <-made:
		if errors.Is(got.Err, context.DeadlineExceeded) {
			return Planned{}, ErrNoTime
		}
		if got.Err != nil {
			return Planned{}, got.Err
		}
		r := got.Val.(runup.Result)
		return Planned{Result: r, RunUp: r.RunUp(in.Zone), number: readSoFar.Add(1)}, nil
	case <-ctx.Done():
		return Planned{}, ctx.Err()
	}
}

// Beside plans what a service would be, and what it is: both from the plan that it has,
// for equally many rounds and equally long, so that a choice is not better only because
// more was tried. Cut says that the searches had to end before they were over.
func (pl *Planner) Beside(ctx context.Context, has Planned, in, would demand.Input, within time.Duration) (then, now Planned, cut bool, err error) {
	if then, err = pl.Once(ctx, would, has, within); err != nil {
		return then, has, false, err
	}
	now, err = pl.Once(ctx, in, has, within)
	return then, now, then.CutShort || now.CutShort, err
}
