package runup

import (
	"cmp"
	"context"
	"maps"
	"slices"

	"jointime/internal/core/runup/expand"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/network"
)

// What is washed hangs on what comes next, and that is seen from a plan. The search washes after
// each use; where nothing follows in its plan, or the next use wants the thing as it is, there is
// no washing in another one, which is searched for from it for a while and is no worse.

// glance is the part of the rounds for the plan without what is washed for nothing.
const glance = 10

// sorted begins with what of the washing before a change does not matter after it either.
func (s Service) sorted(r *Result) {
	if len(s.asIs) > 0 {
		r.Excluded.AsIs = s.known()
		r.Problem, r.Map = expand.Problem(s.demand, r.Excluded)
	}
}

// known are those whose uses are still there.
func (s Service) known() map[string]string {
	there := map[string]bool{"": true}
	for _, t := range s.problem.Tasks {
		there[t.ID] = true
	}
	return maps.Collect(func(yield func(string, string) bool) {
		for id, next := range s.asIs {
			if there[id] && there[next] && !yield(id, next) {
				return
			}
		}
	})
}

// unwashed plans again without the washing that the plan shows to be for nothing.
func (s Service) unwashed(ctx context.Context, r *Result, found func(Result)) {
	asIs, next := r.asIs(), *r
	if len(asIs) == 0 || ctx.Err() != nil {
		return
	}
	maps.Copy(asIs, r.Excluded.AsIs)
	next.Excluded.AsIs, next.from, next.stay = asIs, &r.Plan, nil
	next.Options.Seeds, next.Options.Rounds = 1, max(1, r.Options.Rounds/glance)
	next.Problem, next.Map = expand.Problem(s.demand, next.Excluded)
	if err := next.search(ctx, next.telling(found)); err == nil && next.Plan.Violation <= r.Plan.Violation {
		next.Options, next.from, next.stay, next.Seed = r.Options, r.from, r.stay, r.Seed
		*r = next
	}
}

// washSoon lets what is washed be washed as soon after its use as somebody has both hands free: in
// the problem it may wait until the next use, and what costs nothing comes as late as it can.
func (r *Result) washSoon() {
	for i, w := range r.Map.Work {
		if w.Kind != work.Wash {
			continue
		}
		e := slices.IndexFunc(r.Problem.Links, func(l schedule.Link) bool { return l.To == r.Problem.Tasks[i].ID && len(l.Holds) > 0 })
		used := slices.IndexFunc(r.Problem.Tasks, func(t schedule.Task) bool { return t.ID == w.Washes })
		if e >= 0 && used >= 0 {
			r.washAt(i, e, r.Plan.Tasks[used].End)
		}
	}
}

// soonTried are how many moments are tried for a washing.
const soonTried = 12

// washAt moves a washing to the first moment after a use at which a cook is free.
func (r *Result) washAt(i, link int, after int64) {
	k := slices.IndexFunc(r.Plan.Links, func(l schedule.PlannedLink) bool { return l.Link == link })
	for _, at := range r.moments(after, r.Plan.Tasks[i].Start) {
		for _, cook := range r.Problem.Tasks[i].Uses[0].OneOf {
			p := r.Plan
			p.Tasks, p.Links = slices.Clone(p.Tasks), slices.Clone(p.Links)
			t := &p.Tasks[i]
			t.Resources = slices.Clone(t.Resources)
			t.Start, t.End, t.Resources[0] = at, at+r.Problem.Tasks[i].Duration, cook
			p.Links[k].Gap = at - after
			if len(check.Plan(r.Problem, p)) == 0 { // the plan says what it breaks and costs: it is the same
				r.Plan = p
				return
			}
		}
	}
}

// moments are those from one on and before another at which a task ends, the first of them.
func (r *Result) moments(from, before int64) []int64 {
	out := []int64{from}
	for _, t := range r.Plan.Tasks[:r.Map.Own()] {
		if t.End > from && t.End < before {
			out = append(out, t.End)
		}
	}
	slices.Sort(out)
	out = slices.DeleteFunc(slices.Compact(out), func(at int64) bool { return at >= before })
	return out[:min(len(out), soonTried)]
}

// asIs is, of each washing, the use that wants the thing as it is; empty: none comes after it.
func (r Result) asIs() map[string]string {
	out, uses := map[string]string{}, r.uses()
	for i, w := range r.Map.Work {
		if w.Kind != work.Wash {
			continue
		}
		resource := r.Plan.Tasks[i].Resources[len(r.Plan.Tasks[i].Resources)-1]
		if r.several(resource) {
			continue // which of its places it is, nobody knows
		}
		next := slices.IndexFunc(uses, func(u used) bool {
			return u.resource == resource && u.span[0] >= r.Plan.Tasks[i].End && r.Map.Work[u.task].Kind != work.Wash
		})
		switch {
		case next < 0 && !r.onlyOne(i):
		case next < 0 && !r.elsewhere(resource, r.Plan.Tasks[i].End):
			out[r.Problem.Tasks[i].ID] = ""
		case next >= 0 && wanted(r.Map.Work[uses[next].task], w):
			out[r.Problem.Tasks[i].ID] = r.Problem.Tasks[uses[next].task].ID
		}
	}
	return out
}

// wanted tells whether a use wants a thing as it was left before it would be washed.
func wanted(use, wash work.Work) bool {
	return use.Kind == work.Step && use.Component == wash.Component && !use.Clean
}

// used is a stretch in which a task has a resource.
type used struct {
	resource string
	task     int
	span     schedule.Span
}

// uses are those of the service itself, in time.
func (r Result) uses() (out []used) {
	for i, t := range r.Problem.Tasks[:r.Map.Own()] {
		for k, u := range t.Uses {
			for _, span := range network.Spans(u, r.Plan.Tasks[i]) {
				out = append(out, used{r.Plan.Tasks[i].Resources[k], i, span})
			}
		}
	}
	slices.SortStableFunc(out, func(a, b used) int { return cmp.Compare(a.span[0], b.span[0]) })
	return out
}

// several tells whether a resource has more than one place.
func (r Result) several(id string) bool {
	return slices.ContainsFunc(r.Problem.Resources, func(x schedule.Resource) bool { return x.ID == id && x.Capacity > 1 })
}

// onlyOne tells whether there is one thing of the kind that a task washes.
func (r Result) onlyOne(i int) bool {
	uses := r.Problem.Tasks[i].Uses
	return len(uses[len(uses)-1].OneOf) == 1
}

// elsewhere tells whether another service has a thing after a moment.
func (r Result) elsewhere(id string, after int64) bool {
	for _, t := range r.Problem.Tasks[r.Map.Own():] {
		for _, u := range t.Uses {
			if u.OneOf[0] == id && slices.ContainsFunc(u.Parts(t.Duration), func(s schedule.Span) bool { return s[1] > after }) {
				return true
			}
		}
	}
	return false
}
