package runup_test

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/runup/report"
	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/size"
)

// Every cause of every clash on scarce random menus is taken away: then what clashes can move by
// a second with all that it says has to move for it, by the checker, which shares nothing with
// what finds the causes. With any one of the causes left, it cannot: or it would be no cause.
func TestEveryCauseIsOne(t *testing.T) {
	t.Parallel()
	clashes, causes := 0, 0
	menus := size.Of(20, 100, 500)
	for seed := range uint64(menus) {
		m := menuMaker{Rand: rand.New(rand.NewPCG(seed, 19)), scarce: true}
		in := m.everything()
		r, err := attemptFirst(in)
		require.NoError(t, err)
		if !r.Found {
			continue
		}
		for _, c := range r.RunUp.Clashes {
			if len(c.Causes) == 0 {
				assert.Empty(t, c.Why, "seed %d: %s", seed, c.What)
				continue
			}
			clashes++
			by := int64(-1)
			if strings.Contains(c.What, " early, ") {
				by = 1
			}
			about := fmt.Sprintf("seed %d: %s %s", seed, c.What, c.Why)
			assert.Empty(t, shiftedFaults(r, c, by, nil), about)
			for k := range c.Causes {
				causes++
				assert.NotEmpty(t, shiftedFaults(r, c, by, &c.Causes[k]), "%s: %+v is no cause", about, c.Causes[k])
			}
		}
	}
	t.Logf("%d clashes with %d causes on %d menus, each taken away", clashes, causes, menus)
	assert.Greater(t, clashes, menus/2)
}

// shiftedFaults is what is wrong with a plan in which everything that a clash says has to move
// has moved by so many seconds, where none of its causes is there but one, or none at all: hard
// rules that are broken, and wishes that were asked for and are missed by more.
func shiftedFaults(r planned, c report.Violation, by int64, but *report.Cause) []string {
	p, plan := r.Problem, r.Plan
	p.Resources, p.Tasks, p.Links, p.Targets, p.Together = slices.Clone(p.Resources), slices.Clone(p.Tasks), slices.Clone(p.Links), nil, nil
	for i := range p.Links { // waits are told by what has to move
		p.Links[i].Max = nil
	}
	plan.Tasks, plan.Links = slices.Clone(plan.Tasks), slices.Clone(plan.Links)
	gone := func(rule, resource string) bool {
		if but != nil && but.Rule == rule && but.Resource == resource {
			return false
		}
		return slices.ContainsFunc(c.Causes, func(o report.Cause) bool { return o.Rule == rule && o.Resource == resource })
	}
	for i := range p.Resources {
		x := &p.Resources[i]
		if gone("busy", x.ID) {
			x.Capacity = 1_000_000
		}
		if gone("window", x.ID) {
			x.Windows = nil
		}
		if x.Setting != nil && gone("pause", x.ID) {
			set := *x.Setting
			set.Tolerance = 1000
			x.Setting = &set
		}
	}
	var wishes []string
	for _, i := range c.With {
		plan.Tasks[i].Start += by
		plan.Tasks[i].End += by
		for _, rule := range []string{"earliest", "latest"} {
			free := slices.ContainsFunc(c.Causes, func(o report.Cause) bool {
				return o.Rule == rule && o.Bar == i && (but == nil || but.Rule != rule || but.Bar != i)
			})
			if free && rule == "earliest" {
				p.Tasks[i].Earliest = nil
			} else if free {
				p.Tasks[i].Latest = nil
			}
		}
		if but != nil && but.Bar == i && slices.Contains([]string{"target", "together", "latest"}, but.Rule) {
			wishes = append(wishes, but.Rule) // an hour, or the plates of a table: what was asked for, not a hard rule
		}
	}
	for k := range plan.Links {
		l := p.Links[plan.Links[k].Link]
		ends := func(id string) schedule.PlannedTask {
			return plan.Tasks[slices.IndexFunc(plan.Tasks, func(t schedule.PlannedTask) bool { return t.ID == id })]
		}
		plan.Links[k].Gap = l.Gap(ends(l.From), ends(l.To))
	}
	faults := check.Plan(p, check.Measured(p, plan))
	for _, i := range c.With { // what somebody else could do for no more is no cause
		for u, use := range p.Tasks[i].Uses {
			for _, id := range use.OneOf {
				if len(faults) == 0 || use.Same != "" {
					break
				}
				had := plan.Tasks[i].Resources
				plan.Tasks[i].Resources = slices.Clone(had)
				plan.Tasks[i].Resources[u] = id
				if now := check.Plan(p, check.Measured(p, plan)); use.Costs[id] <= use.Costs[had[u]] && len(now) < len(faults) {
					faults = now
				} else {
					plan.Tasks[i].Resources = had
				}
			}
		}
	}
	return append(faults, wishes...)
}
