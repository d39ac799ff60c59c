package report

import (
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/limits"
	"jointime/internal/core/units"
)

// LimitWarning is where the plan comes near a published limit, or passes it.
type LimitWarning struct {
	Bar    int    `json:"bar" doc:"place in bars: after this step"`
	Say    string `json:"say"`
	Source string `json:"source"`
	Over   bool   `json:"over" doc:"it is passed"`
}

// nearly is how much of a published limit a stretch may take before it is told.
func nearly(limit int64) int64 { return limit * 3 / 4 }

// presses are the limits that the plan comes near, or passes, of several waves and
// batches the one with the least left; and what no plan can keep.
func (r *reporter) presses() []LimitWarning {
	out := []LimitWarning{}
	worst := map[string]int64{} // by component, step and limit: what is left
	for _, e := range r.publishedLinks() {
		l := *r.of.Links[e].Limit
		gap := r.publishedGap(e)
		if gap < nearly(l.Within) {
			continue
		}
		from := r.index[r.problem.Links[e].From]
		key := r.of.Work[from].Key() + l.ID
		left, told := worst[key]
		if told && left <= l.Within-gap {
			continue
		}
		if told {
			out = slices.DeleteFunc(out, func(p LimitWarning) bool {
				return r.of.Work[p.Bar].Key()+l.ID == key && strings.HasPrefix(p.Source, l.Source)
			})
		}
		worst[key] = l.Within - gap
		out = append(out, LimitWarning{Bar: from, Over: gap > l.Within, Say: r.sayPublished(e), Source: l.Source})
	}
	return append(out, r.unplaced()...)
}

// publishedLinks are the places of the links that are published limits, in order.
func (r *reporter) publishedLinks() (out []int) {
	for e, l := range r.of.Links {
		if l.Limit != nil {
			out = append(out, e)
		}
	}
	return out
}

// publishedGap is how much of a published limit a plan takes, in seconds.
func (r *reporter) publishedGap(e int) int64 {
	l := r.problem.Links[e]
	from, to := r.index[l.From], r.index[l.To]
	gap := r.plan.Tasks[to].Start - r.plan.Tasks[from].End
	if l.ToAt != "" {
		gap += r.plan.Tasks[to].End - r.plan.Tasks[to].Start
	}
	if from == to {
		gap = r.plan.Tasks[to].End - r.plan.Tasks[to].Start
	}
	return gap
}

// sayPublished says what the plan makes of a published limit.
func (r *reporter) sayPublished(e int) string {
	l, link := *r.of.Links[e].Limit, r.problem.Links[e]
	from, to := r.index[link.From], r.index[link.To]
	name, gap := r.of.Work[from].Made, units.FormatDuration(r.publishedGap(e))
	if r.publishedGap(e) > l.Within {
		gap = units.FormatOver(r.publishedGap(e))
	}
	limit := fmt.Sprintf(", limit %s.", units.FormatDuration(l.Within))
	switch {
	case l.Kind == limits.Reheat:
		return fmt.Sprintf("%s: %s to reheat in %s%s", name, gap, r.of.Work[from].Name, limit)
	case l.Kind == limits.Cool && link.ToAt != "" && r.of.Work[to].Chills:
		return fmt.Sprintf("%s: %s to cool after %s%s", name, gap, r.of.Work[from].Name, limit)
	case l.Kind == limits.Cool:
		return fmt.Sprintf("%s: %s from heat to fridge after %s; first stage (%g to %g °C) limit %s.", name, gap, r.of.Work[from].Name, *l.From, *l.Celsius, units.FormatDuration(l.Within))
	}
	return fmt.Sprintf("%s: %s out of temperature control after %s%s", name, gap, r.of.Work[from].Name, limit)
}

// unplaced are the waits that have to be longer than the limit and of which nobody says
// where they are spent.
func (r *reporter) unplaced() (out []LimitWarning) {
	for _, u := range r.of.Unplaced {
		from := r.of.Work[u.After]
		out = append(out, LimitWarning{Bar: u.After, Over: true, Source: u.Limit.Source,
			Say: fmt.Sprintf("%s: held %s or more after %s, place not set. Out of temperature control: limit %s.", from.Made, units.FormatDuration(u.Least), from.Name, units.FormatDuration(u.Limit.Within))})
	}
	return out
}
