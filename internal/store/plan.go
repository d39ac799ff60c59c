package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"time"
)

// SavedPlan is a plan as a service keeps it.
type SavedPlan struct {
	Service string           `db:"service"`
	Key     string           `db:"key"`
	Pins    json.RawMessage  `db:"pins"`    // kind/id → version
	Blocked json.RawMessage  `db:"blocked"` // step → why it cannot be
	Problem json.RawMessage  `db:"problem"`
	Plan    *json.RawMessage `db:"plan"` // nil: none was found
	Message string           `db:"message"`
	MadeAt  time.Time        `db:"made_at"`
}

// SavePlan keeps a plan; one with the same key stays as it is.
func (s *Store) SavePlan(ctx context.Context, p SavedPlan) error {
	var plan any
	if p.Plan != nil {
		plan = string(*p.Plan)
	}
	_, err := s.DB.ExecContext(ctx, `insert into plan (service, key, pins, blocked, problem, plan, message) values ($1, $2, $3, $4, $5, $6, $7)
		on conflict (service, key) do update set made_at = now()`, p.Service, p.Key, string(p.Pins), string(p.Blocked), string(p.Problem), plan, p.Message)
	return wrap(err, "keep the plan of %q", p.Service)
}

// PlanFor finds the plan of a service with a key; false where there is none.
func (s *Store) PlanFor(ctx context.Context, service, key string) (SavedPlan, bool, error) {
	return s.onePlan(ctx, `select * from plan where service = $1 and key = $2`, service, key)
}

// LastPlan finds the newest plan of a service; false where there is none.
func (s *Store) LastPlan(ctx context.Context, service string) (SavedPlan, bool, error) {
	return s.onePlan(ctx, `select * from plan where service = $1 order by made_at desc limit 1`, service)
}

func (s *Store) onePlan(ctx context.Context, query string, args ...any) (p SavedPlan, ok bool, err error) {
	err = s.DB.GetContext(ctx, &p, query, args...)
	if errors.Is(err, sql.ErrNoRows) {
		return p, false, nil
	}
	return p, err == nil, wrap(err, "read a plan")
}
