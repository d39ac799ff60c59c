package api

import (
	"context"
	"sync"
	"time"

	"jointime/internal/core/schedule"
)

// progress is what the plans that are being made on this server have come to.
// It is gone when they are made.
type progress struct {
	mu   sync.Mutex
	jobs map[string]*ProgressView
	at   map[string]time.Time
}

func newProgress() *progress {
	return &progress{jobs: map[string]*ProgressView{}, at: map[string]time.Time{}}
}

// ProgressView is how far the planning of a service is.
type ProgressView struct {
	Planning  bool    `json:"planning" doc:"a plan is being made"`
	Found     int     `json:"found" doc:"plans found so far, each better than the one before"`
	Violation int64   `json:"violation" doc:"of the best: seconds by which strict limits are passed"`
	Cost      int64   `json:"cost"`
	Seconds   float64 `json:"seconds" doc:"since it began"`
}

// begin notes that a service is being planned, until end is called.
func (p *progress) begin(id string) (end func()) {
	p.mu.Lock()
	defer p.mu.Unlock()
	mine := &ProgressView{Planning: true}
	p.jobs[id], p.at[id] = mine, time.Now()
	return func() {
		p.mu.Lock()
		defer p.mu.Unlock()
		if p.jobs[id] == mine {
			delete(p.jobs, id)
			delete(p.at, id)
		}
	}
}

func (p *progress) found(id string, plan schedule.Plan) {
	p.mu.Lock()
	defer p.mu.Unlock()
	if j := p.jobs[id]; j != nil {
		j.Found++
		j.Violation, j.Cost = plan.Violation, plan.Cost
	}
}

type progressOutput struct{ Body ProgressView }

func (s *Server) getProgress(_ context.Context, in *serviceInput) (*progressOutput, error) {
	s.progress.mu.Lock()
	defer s.progress.mu.Unlock()
	out := &progressOutput{}
	if j := s.progress.jobs[in.ID]; j != nil {
		out.Body = *j
		out.Body.Seconds = time.Since(s.progress.at[in.ID]).Seconds()
	}
	return out, nil
}
