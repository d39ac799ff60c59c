package runup_test

import (
	"encoding/json"
	"fmt"
	"maps"
	"math/rand/v2"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/judge"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/service"
	"jointime/internal/size"
)

// judged is a day of one service, as a file has it: the run-up goes through JSON.
func judged(t testing.TB, in demand.Input, r planned) judge.Day {
	d := judge.Day{Kitchen: in.Kitchen, Dishes: in.Dishes, Components: in.Components, Ingredients: in.Ingredients, Zone: in.Zone, Services: []judge.Served{{Service: in.Service, Menu: in.Menu}}}
	text, err := json.Marshal(r.RunUp)
	require.NoError(t, err)
	require.NoError(t, json.Unmarshal(text, &d.Services[0].RunUp))
	return d
}

// untold are the promises that a plan breaks and does not say so.
func untold(t testing.TB, in demand.Input, r planned) (out []string) {
	for _, b := range judge.Judge(judged(t, in, r)) {
		if !b.Told {
			out = append(out, b.Promise+": "+b.Says)
		}
	}
	return out
}

func TestTheEveningsBreakNoPromiseWithoutAWord(t *testing.T) {
	t.Parallel()
	for name, e := range map[string]struct {
		in   demand.Input
		plan func(testing.TB) planned
	}{"winter supper": {dinner(t), dinnerPlan}, "banquet": {banquet(t), banquetPlan}, "for two": {forTwo(t), forTwoPlan}} {
		assert.Empty(t, untold(t, e.in, e.plan(t)), name)
	}
	in := demoInput(t)
	assert.Empty(t, untold(t, in, makePlan(t, in)))
}

// Random menus with sections, tables, loads and cures: nothing that is promised is broken
// without the run-up saying so.
func TestRandomMenusBreakNoPromiseWithoutAWord(t *testing.T) {
	t.Parallel()
	broken, plans := 0, 0
	for seed := range uint64(size.Of(20, 100, 2000)) {
		m := menuMaker{Rand: rand.New(rand.NewPCG(seed, 11)), scarce: seed%3 == 0}
		in := m.everything()
		r, err := attemptFirst(in)
		require.NoError(t, err, "seed %d", seed)
		if !r.Found {
			continue
		}
		plans++
		for _, b := range judge.Judge(judged(t, in, r)) {
			if broken++; !b.Told {
				assert.Fail(t, fmt.Sprintf("seed %d: %s: %s", seed, b.Promise, b.Says))
			}
		}
	}
	t.Logf("%d plans, %d promises broken, all of them told", plans, broken)
	assert.Positive(t, broken)
	assert.Greater(t, plans, size.Of(20, 100, 2000)*9/10)
}

// waits draws what can be said of waits and hours into a component: a length that is best, a
// second place, one over several steps, an hour not to be undercut, one by which it is over.
func (m menuMaker) waits(c *recipe.Component) {
	steps := c.Methods[0].Steps
	for k := range steps {
		w := &steps[k].Then
		if w.Most != nil && m.IntN(4) == 0 {
			best := w.Least + m.Int64N(*w.Most-w.Least+1)
			w.Best = &best
		}
		if m.IntN(6) == 0 && steps[k].Hands.Work == recipe.AllHands {
			most := int64(m.between(1, 60) * 60)
			w.Moved = &recipe.Moved{Least: m.Int64N(most), Most: &most, Soft: m.IntN(2) == 0, Reason: "kept warm"}
		}
	}
	if first := steps[0].ID; m.IntN(4) == 0 {
		least := int64(m.between(0, 120) * 60)
		most := least + int64(m.between(10, 600)*60)
		to := []recipe.Point{{Step: recipe.Plate}, {Step: steps[len(steps)-1].ID, End: true}}[m.IntN(2)]
		c.Methods[0].Chains = []recipe.Chain{{From: recipe.Point{Step: first, End: m.IntN(2) == 0}, To: to, Least: least, Most: &most, Soft: m.IntN(2) == 0, Reason: "on ice"}}
	}
	if m.IntN(6) == 0 {
		steps[len(steps)-1].NotBefore = &recipe.Deadline{Clock: fmt.Sprintf("%d:%02d", m.between(17, 18), m.IntN(60)), Reason: "it dries"}
	}
	if m.IntN(6) == 0 {
		steps[0].By = &recipe.Deadline{Clock: fmt.Sprintf("%d:30", m.between(16, 19)), Strict: m.IntN(2) == 0}
	}
}

// everything is a menu with a brigade in sections, guests at tables, pans that do not hold
// all of it at once, and something that cures for a day.
func (m menuMaker) everything() demand.Input {
	in := m.menu()
	in.Service.Rest = service.AsItIsSaid // the judge reads methods as they are written
	in.Kitchen.Sections = []kitchen.Section{{ID: "pass", Name: "Pass"}, {ID: "hot", Name: "Hot"}, {ID: "cold", Name: "Cold", Helps: []string{"hot"}}}
	for i := range in.Kitchen.Cooks {
		in.Kitchen.Cooks[i].Section = []string{"hot", "cold", ""}[m.IntN(3)]
	}
	if m.IntN(2) == 0 {
		in.Kitchen.Plates = kitchen.SectionPlates
	}
	for _, id := range slices.Sorted(maps.Keys(in.Components)) {
		c := in.Components[id]
		c.Section = []string{"hot", "cold"}[m.IntN(2)]
		for k := range c.Methods[0].Steps {
			s := &c.Methods[0].Steps[k]
			for e := range s.Equipment {
				s.Equipment[e].Holds = m.IntN(5)
			}
		}
		if m.IntN(6) == 0 {
			cure := recipe.Step{ID: "cure", Name: "cure", Time: &recipe.Time{Quick: 72000, Usual: 86400, Slow: 90000, Per: recipe.Once}, Equipment: []recipe.Needed{{Kind: "fridge"}},
				Hands: recipe.Hands{Work: recipe.SliceHands, Slices: []recipe.Slice{{At: 0, For: 60}, {At: 55800, For: 60, What: "turn"}}}}
			c.Methods[0].Steps = append([]recipe.Step{cure}, c.Methods[0].Steps...)
		}
		m.waits(&c)
		in.Components[id] = c
	}
	for c := range in.Service.Courses {
		in.Service.Courses[c].Hour = fmt.Sprintf("%d:%02d", 19+c/2, 30*(c%2)+m.IntN(10))
	}
	if m.IntN(2) == 0 {
		for k := range m.between(2, 4) {
			in.Service.Tables = append(in.Service.Tables, service.Table{Name: fmt.Sprintf("Table %d", k+1), Guests: m.between(1, 4)})
		}
	}
	if m.IntN(3) == 0 {
		in.Kitchen.Day = kitchen.UsualDay()[m.IntN(4):]
	}
	m.otherwise(&in)
	return in
}

// otherwise draws guests whose plates are made otherwise at a step, what is optional on a busy
// evening, what is poured at the table, and what two do together.
func (m menuMaker) otherwise(in *demand.Input) {
	in.Service.Lean = m.IntN(3) == 0
	for _, id := range slices.Sorted(maps.Keys(in.Dishes)) {
		d := in.Dishes[id]
		for k := range d.Plate.Placings {
			p := &d.Plate.Placings[k]
			p.Optional, p.AtTable = m.IntN(8) == 0, k > 0 && m.IntN(8) == 0
		}
		c := in.Components[d.Parts[m.IntN(len(d.Parts))].Component]
		steps := c.Steps()
		k := m.IntN(len(steps))
		steps[k].Optional = len(steps) > 1 && m.IntN(4) == 0
		if s := &steps[m.IntN(len(steps))]; s.Hands.Work == recipe.AllHands && !m.scarce && m.IntN(3) == 0 {
			s.Time = &recipe.Time{Quick: 20, Usual: 30, Slow: 40, Per: recipe.PerPortion, Cooks: 2}
		}
		in.Components[c.ID] = c
		if len(in.Service.Tables) == 0 && m.IntN(2) == 0 {
			more := recipe.Step{ID: "more", Name: "longer", Time: &recipe.Time{Quick: 60, Usual: 120, Slow: 180, Per: recipe.Once}, Hands: recipe.Hands{Work: recipe.AllHands}}
			v := recipe.Version{ID: "v", Name: "otherwise", Changes: []recipe.Change{{Do: "add", Component: c.ID, Step: steps[m.IntN(len(steps))].ID, New: &more}}}
			if len(steps) > 1 {
				v.Changes = append(v.Changes, recipe.Change{Do: "leave out", Component: c.ID, Step: steps[k].ID})
			}
			d.Versions = []recipe.Version{v}
			for n := range in.Service.Courses {
				if in.Service.Courses[n].Course == id {
					in.Service.Courses[n].Covers = append(in.Service.Courses[n].Covers, service.Covers{Dish: id, Version: "v", Plates: m.between(1, 3)})
				}
			}
		}
		in.Dishes[id] = d
	}
}
