package app

import (
	"context"
	"errors"
	"sync"
	"time"

	"jointime/internal/core/runup"
	"jointime/internal/core/schedule"
)

// jobs are the plans that are being made on this server. Whoever asks for one
// that is being made waits for it, and one asker who leaves does not end it.
type jobs struct {
	mu sync.Mutex
	of map[string]*job // by service
}

// job is the making of one plan.
type job struct {
	key    string // of what it is made from
	cancel context.CancelFunc
	done   chan struct{}
	view   Progress
	at     time.Time
	halted bool // somebody stopped it: the best plan so far is kept
	passed bool // what it is made from has changed: nobody wants it any more
	result runup.Result
	err    error
}

func newJobs() *jobs { return &jobs{of: map[string]*job{}} }

// errPassed is told to who waited for a plan of what has changed meanwhile.
var errPassed = errors.New("what the plan is made from has changed")

// longestPlanning bounds how long a plan is made for when everybody has left.
const longestPlanning = 2 * time.Minute

// plan makes a plan, or waits for the one that is being made from the same.
func (js *jobs) plan(ctx context.Context, id, key string, made func(context.Context, func(schedule.Plan)) (runup.Result, error)) (runup.Result, bool, error) {
	js.mu.Lock()
	j := js.of[id]
	if j == nil || j.key != key {
		if j != nil {
			j.passed = true
			j.cancel()
		}
		work, cancel := context.WithTimeout(context.WithoutCancel(ctx), longestPlanning)
		j = &job{key: key, cancel: cancel, done: make(chan struct{}), view: Progress{Planning: true}, at: time.Now()}
		js.of[id] = j
		go js.run(work, id, j, made)
	}
	js.mu.Unlock()
	select {
	case <-j.done:
		if j.passed {
			return runup.Result{}, false, errPassed
		}
		return j.result, j.halted, j.err
	case <-ctx.Done():
		return runup.Result{}, false, ctx.Err()
	}
}

func (js *jobs) run(ctx context.Context, id string, j *job, made func(context.Context, func(schedule.Plan)) (runup.Result, error)) {
	defer j.cancel()
	j.result, j.err = made(ctx, func(plan schedule.Plan) {
		js.mu.Lock()
		defer js.mu.Unlock()
		j.view.Found++
		j.view.Violation, j.view.Cost = plan.Violation, plan.Cost
	})
	js.mu.Lock()
	defer js.mu.Unlock()
	if js.of[id] == j {
		delete(js.of, id)
	}
	close(j.done)
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
}

// Progress tells how far the planning of a service is.
func (pl *Planner) Progress(service string) (out Progress) {
	pl.jobs.mu.Lock()
	defer pl.jobs.mu.Unlock()
	if j := pl.jobs.of[service]; j != nil {
		out = j.view
		out.Seconds = time.Since(j.at).Seconds()
	}
	return out
}

// Stop ends the planning of a service with the best plan so far; false where none is
// being made, or there is none yet.
func (pl *Planner) Stop(service string) bool { return pl.jobs.stop(service) }
