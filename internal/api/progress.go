package api

import (
	"context"
	"errors"
	"sync"
	"time"

	"jointime/internal/core/runup"
	"jointime/internal/core/schedule"
)

// progress is the plans that are being made on this server. Whoever asks for one
// that is being made waits for it, and one asker who leaves does not end it.
type progress struct {
	mu   sync.Mutex
	jobs map[string]*job // by service
}

// job is the making of one plan.
type job struct {
	key    string // of what it is made from
	cancel context.CancelFunc
	done   chan struct{}
	view   ProgressView
	at     time.Time
	halted bool // somebody stopped it: the best plan so far is kept
	passed bool // what it is made from has changed: nobody wants it any more
	result runup.Result
	err    error
}

func newProgress() *progress { return &progress{jobs: map[string]*job{}} }

// errPassed is told to who waited for a plan of what has changed meanwhile.
var errPassed = errors.New("what the plan is made from has changed")

// longestPlanning bounds how long a plan is made for when everybody has left.
const longestPlanning = 2 * time.Minute

// plan makes a plan, or waits for the one that is being made from the same.
func (p *progress) plan(ctx context.Context, id, key string, made func(context.Context, func(schedule.Plan)) (runup.Result, error)) (runup.Result, bool, error) {
	p.mu.Lock()
	j := p.jobs[id]
	if j == nil || j.key != key {
		if j != nil {
			j.passed = true
			j.cancel()
		}
		work, cancel := context.WithTimeout(context.WithoutCancel(ctx), longestPlanning)
		j = &job{key: key, cancel: cancel, done: make(chan struct{}), view: ProgressView{Planning: true}, at: time.Now()}
		p.jobs[id] = j
		go p.run(work, id, j, made)
	}
	p.mu.Unlock()
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

func (p *progress) run(ctx context.Context, id string, j *job, made func(context.Context, func(schedule.Plan)) (runup.Result, error)) {
	defer j.cancel()
	j.result, j.err = made(ctx, func(plan schedule.Plan) {
		p.mu.Lock()
		defer p.mu.Unlock()
		j.view.Found++
		j.view.Violation, j.view.Cost = plan.Violation, plan.Cost
	})
	p.mu.Lock()
	defer p.mu.Unlock()
	if p.jobs[id] == j {
		delete(p.jobs, id)
	}
	close(j.done)
}

// stop ends the making of a plan with the best found so far; false where none is
// being made, or there is none yet.
func (p *progress) stop(id string) bool {
	p.mu.Lock()
	defer p.mu.Unlock()
	j := p.jobs[id]
	if j == nil || j.view.Found == 0 {
		return false
	}
	j.halted = true
	j.cancel()
	return true
}

// ProgressView is how far the planning of a service is.
type ProgressView struct {
	Planning  bool    `json:"planning" doc:"a plan is being made"`
	Found     int     `json:"found" doc:"plans found so far, each better than the one before"`
	Violation int64   `json:"violation" doc:"of the best: seconds by which strict limits are passed"`
	Cost      int64   `json:"cost"`
	Seconds   float64 `json:"seconds" doc:"since it began"`
}

type progressOutput struct{ Body ProgressView }

func (s *Server) getProgress(_ context.Context, in *serviceInput) (*progressOutput, error) {
	s.progress.mu.Lock()
	defer s.progress.mu.Unlock()
	out := &progressOutput{}
	if j := s.progress.jobs[in.ID]; j != nil {
		out.Body = j.view
		out.Body.Seconds = time.Since(j.at).Seconds()
	}
	return out, nil
}
