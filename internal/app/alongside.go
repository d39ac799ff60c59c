package app

import (
	"cmp"
	"context"
	"slices"
	"time"

	"jointime/internal/core/runup/report"
	"jointime/internal/core/service"
)

// Services whose days lie so near share the prep, and no more than so many are looked at.
const (
	nearDays = 2
	mostNear = 8
)

// Alongside are the run-ups of the other services of a kitchen about the same day, as they were
// planned last; one that nobody has planned yet books nobody.
func (pl *Planner) Alongside(ctx context.Context, p Scene) (out []report.RunUp, err error) {
	for _, id := range p.near() {
		_, planned, there, err := pl.atHand(ctx, id)
		if err == nil && !there {
			if _, kept, e := pl.store.LastPlan(ctx, id); e != nil || !kept {
				continue
			}
			_, planned, err = pl.RunUp(ctx, id)
		}
		if err != nil {
			return nil, err
		}
		if planned.Found {
			out = append(out, planned.RunUp)
		}
	}
	return out, nil
}

// near are the other services of the kitchen about its day, the nearest in front.
func (p Scene) near() (ids []string) {
	day, err := time.Parse(service.DayLayout, p.In.Service.Day)
	if err != nil {
		return nil
	}
	away := map[string]time.Duration{}
	for id, s := range p.Book.Services {
		other, err := time.Parse(service.DayLayout, s.Day)
		if by := other.Sub(day).Abs(); err == nil && id != p.In.Service.ID && s.Kitchen == p.In.Service.Kitchen && by <= nearDays*24*time.Hour {
			away[id] = by
			ids = append(ids, id)
		}
	}
	slices.SortFunc(ids, func(a, b string) int { return cmp.Or(cmp.Compare(away[a], away[b]), cmp.Compare(a, b)) })
	return ids[:min(mostNear, len(ids))]
}
