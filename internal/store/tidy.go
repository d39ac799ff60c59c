package store

import (
	"context"
	"strconv"

	"github.com/jmoiron/sqlx"
)

// plansKept is how many plans of a service are kept: the newest is read, those before it
// are there for who wants to know what changed.
const plansKept = 10

// Tidy lets go of what nobody asks for any more: plans of a service beyond the newest, of
// which each has its whole problem, answers to requests of more than a month ago, sessions
// that have run out, and old tries to join. Documents, ticks and checks stay.
func (s *Store) Tidy(ctx context.Context) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		for _, act := range []string{
			`delete from service_plan s using (select service, plan, row_number() over (partition by service order by at desc) as n from service_plan) o
				where s.service = o.service and s.plan = o.plan and o.n > ` + strconv.Itoa(plansKept),
			`delete from plan where made_at < now() - interval '1 hour' and not exists (select from service_plan s where s.plan = plan.key)`,
			`delete from request where at < now() - interval '31 days'`,
			`delete from sessions where expiry < now()`,
			`delete from session_ended where at < now() - interval '1 day'`, // no request lasts that long
			`delete from join_try where at < now() - interval '1 day'`,
		} {
			if _, err := tx.ExecContext(ctx, act); err != nil {
				return wrap(err, "tidy up")
			}
		}
		return nil
	})
}
