package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"time"

	"github.com/jmoiron/sqlx"
)

// Plan is a plan with the problem that it solves, under the key of what was asked.
type Plan struct {
	Key       string           `db:"key"`
	Options   json.RawMessage  `db:"options"`
	Seed      int64            `db:"seed"`
	Excluded  json.RawMessage  `db:"excluded"`
	Problem   json.RawMessage  `db:"problem"`
	Plan      *json.RawMessage `db:"plan"` // nil: none was found
	Violation int64            `db:"violation"`
	Cost      int64            `db:"cost"`
	CutShort  bool             `db:"cut_short"`
	Message   string           `db:"message"`
	MadeAt    time.Time        `db:"made_at"`
}

// ServicePlan is a plan as a service has, or had, it.
type ServicePlan struct {
	Plan
	Service string          `db:"service"`
	Base    string          `db:"base"` // digest of what the service itself asks for, whatever other services have
	Pins    json.RawMessage `db:"pins"` // kind/id → version, of what it was made from
	Map     json.RawMessage `db:"map"`  // what its tasks and links stood for
}

// SavePlan keeps a plan for a service. One of the same problem that is there already is
// replaced only by a better one, that passes strict limits less or costs less; taken is
// false where it is not, and the service then has nothing of it yet.
func (s *Store) SavePlan(ctx context.Context, p ServicePlan) (taken bool, err error) {
	var plan any
	if p.Plan.Plan != nil {
		plan = string(*p.Plan.Plan)
	}
	err = s.inTx(ctx, func(tx *sqlx.Tx) error {
		done, err := tx.ExecContext(ctx, `insert into plan (key, options, seed, excluded, problem, plan, violation, cost, cut_short, message) values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)
			on conflict (key) do update set options = excluded.options, seed = excluded.seed, excluded = excluded.excluded, problem = excluded.problem, plan = excluded.plan, violation = excluded.violation, cost = excluded.cost, cut_short = excluded.cut_short, message = excluded.message, made_at = now()
			where excluded.plan is not null and (plan.plan is null or (excluded.violation, excluded.cost) < (plan.violation, plan.cost))`,
			p.Key, string(p.Options), p.Seed, string(p.Excluded), string(p.Problem), plan, p.Violation, p.Cost, p.CutShort, p.Message)
		if err != nil {
			return err
		}
		rows, err := done.RowsAffected()
		if taken = rows > 0; err != nil || !taken {
			return err
		}
		if err := pointTo(ctx, tx, p); err != nil {
			return err
		}
		return tell(ctx, tx, planned+p.Service)
	})
	return taken, wrap(err, "keep the plan of %q", p.Service)
}

// PointTo notes that a service has a plan that is kept already.
func (s *Store) PointTo(ctx context.Context, p ServicePlan) error {
	return wrap(pointTo(ctx, s.DB, p), "keep the plan of %q", p.Service)
}

func pointTo(ctx context.Context, db sqlx.ExecerContext, p ServicePlan) error {
	_, err := db.ExecContext(ctx, `insert into service_plan (service, plan, base, pins, map) values ($1, $2, $3, $4, $5)
		on conflict (service, plan) do update set base = excluded.base, pins = excluded.pins, map = excluded.map, at = excluded.at`, p.Service, p.Key, p.Base, string(p.Pins), string(p.Map))
	return err
}

// PlanFor finds a plan by its key, with what a service had of it, which is empty where
// that has not had it yet; false where there is none.
func (s *Store) PlanFor(ctx context.Context, service, key string) (ServicePlan, bool, error) {
	return s.onePlan(ctx, `select p.*, $1 as service, coalesce(s.base, '') as base, coalesce(s.pins, 'null') as pins, coalesce(s.map, 'null') as map
		from plan p left join service_plan s on s.plan = p.key and s.service = $1 where p.key = $2`, service, key)
}

// Standing is which plan a service has.
type Standing struct {
	Service string    `db:"service"`
	Key     string    `db:"key"`
	Base    string    `db:"base"`
	MadeAt  time.Time `db:"made_at"`
	Planned bool      `db:"planned"` // false: no plan was found
}

// Standing finds which plans some services have, in the order of their ids; of one that has
// none there is nothing.
func (s *Store) Standing(ctx context.Context, services []string) (list []Standing, err error) {
	if len(services) == 0 {
		return nil, nil
	}
	text, err := json.Marshal(services)
	if err != nil {
		return nil, err
	}
	err = s.DB.SelectContext(ctx, &list, `select distinct on (s.service) s.service, p.key, s.base, p.made_at, p.plan is not null as planned
		from service_plan s join plan p on p.key = s.plan where s.service in (select jsonb_array_elements_text($1::jsonb)) order by s.service, s.at desc`, string(text))
	return list, wrap(err, "look for plans")
}

// LastPlan finds the newest plan of a service; false where there is none.
func (s *Store) LastPlan(ctx context.Context, service string) (ServicePlan, bool, error) {
	return s.onePlan(ctx, `select p.*, s.service, s.base, s.pins, s.map from service_plan s join plan p on p.key = s.plan where s.service = $1 order by s.at desc limit 1`, service)
}

func (s *Store) onePlan(ctx context.Context, query string, args ...any) (p ServicePlan, ok bool, err error) {
	err = s.DB.GetContext(ctx, &p, query, args...)
	if errors.Is(err, sql.ErrNoRows) {
		return p, false, nil
	}
	return p, err == nil, wrap(err, "read a plan")
}

// PlanBefore is a plan as it was kept until plans were found by their problem: without
// what its tasks stand for.
type PlanBefore struct {
	Service string           `db:"service"`
	Key     string           `db:"key"`
	Pins    json.RawMessage  `db:"pins"`
	Blocked json.RawMessage  `db:"blocked"` // dish/component/step → why it cannot be; other keys for buffers and the seed
	Problem json.RawMessage  `db:"problem"`
	Plan    *json.RawMessage `db:"plan"`
	Message string           `db:"message"`
	MadeAt  time.Time        `db:"made_at"`
}

// LastPlanBefore finds the newest of them for a service; false where there is none.
func (s *Store) LastPlanBefore(ctx context.Context, service string) (p PlanBefore, ok bool, err error) {
	err = s.DB.GetContext(ctx, &p, `select * from plan_before where service = $1 order by made_at desc limit 1`, service)
	if errors.Is(err, sql.ErrNoRows) {
		return p, false, nil
	}
	return p, err == nil, wrap(err, "read a plan of before")
}
