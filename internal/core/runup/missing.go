package runup

import (
	"context"
	"fmt"
	"slices"
	"time"

	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule/short"
	"jointime/internal/core/schedule/solve"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// shortRounds are spent on what is missing, for each task.
const shortRounds = 5

// toldShort is how much of what is missing is told; the rest is counted.
const toldShort = 3

// none says that there is no plan, and what would make one.
type none [2]string

// Where none was found, and where it is proven that there is none.
var (
	notFound = none{"No plan found in time. Try fewer covers, or more cooks or equipment.", "No plan found. There is one with %s. Or try fewer covers, or more time."}
	cannotBe = none{"This cannot be done. Try fewer covers, or more cooks or equipment.", "This cannot be done. It can with %s. Or try fewer covers, or more time."}
)

// without goes on where there is no plan: what found no room on equipment is left out of the
// next attempt, with its reason. Where a cook is short too, or nothing is known, there is no
// plan, and it is said what would have to be there for one; then it is false.
func (s Service) without(ctx context.Context, r *Result, say none) bool {
	list := short.Of(ctx, r.Problem, solve.Options{Rounds: shortRounds * len(r.Problem.Tasks), Seed: r.Options.Seed})
	if len(list) > 0 && !slices.ContainsFunc(list, func(one short.Shortage) bool { return r.isCook(one.Resource) }) {
		left := false
		for _, one := range list {
			for _, w := range r.worksOf(one.Tasks) {
				if key := w.LeftOutKey(); r.Excluded.Steps[key] == "" && w.Kind != work.Placing {
					r.Excluded.Steps[key], left = "No room: it takes "+s.more(one, r.Map), true
				}
			}
		}
		if left {
			return true
		}
	}
	r.Why = s.missing(list, *r, say)
	return false
}

func (r *Result) isCook(resource string) bool {
	return slices.ContainsFunc(r.Map.Resources, func(o work.Resource) bool { return o.ID == resource && o.Cook != "" })
}

// missing says what would have to be there for a plan, in such a sentence.
func (s Service) missing(list []short.Shortage, r Result, say none) string {
	if len(list) == 0 {
		return say[0]
	}
	var told []string
	for _, one := range list[:min(toldShort, len(list))] {
		told = append(told, s.more(one, r.Map))
	}
	if left := len(list) - len(told); left > 0 {
		told = append(told, fmt.Sprintf("%d more", left))
	}
	return fmt.Sprintf(say[1], words.List(told))
}

// more names what is missing, how much, and when.
func (s Service) more(one short.Shortage, m work.Map) string {
	at := func(sec int64) string {
		t := s.demand.Origin.Add(time.Duration(sec) * time.Second).In(s.demand.In.Zone)
		if t.Format(time.DateOnly) != s.demand.In.Service.Day {
			return t.Format("Mon 15:04")
		}
		return t.Format("15:04")
	}
	when := fmt.Sprintf("%s–%s", at(one.Span[0]), at(one.Span[1]))
	for _, r := range m.Resources {
		switch {
		case r.ID != one.Resource:
		case r.Cook != "" && one.Units == 1:
			return fmt.Sprintf("another %s for %s (%s)", r.Name, units.FormatDuration(one.Seconds), when)
		case r.Cook != "":
			return fmt.Sprintf("%d more like %s for %s (%s)", one.Units, r.Name, units.FormatDuration(one.Seconds), when)
		default:
			return fmt.Sprintf("%s on %s (%s)", words.Count(int(one.Units), "more place"), r.Name, when)
		}
	}
	return one.Resource
}
