package runup_test

import (
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/service"
	"jointime/internal/demo"
)

func of(t testing.TB, e demo.Evening) demand.Input {
	b := demo.Load(time.Date(2026, 3, 10, 9, 0, 0, 0, time.UTC))
	b.Kitchen, b.Menu, b.Service = e.Kitchen, e.Menu, e.Service
	return input(t, b)
}

func banquet(t testing.TB) demand.Input { return of(t, demo.Banquet("2026-03-14")) }

func forTwo(t testing.TB) demand.Input { return of(t, demo.ForTwo("2026-03-14")) }

// The winter supper, a banquet of 120 and a supper for two are kept, and with the
// longest of a named wait halved, which the plan then breaks, there is one that keeps it.
func TestThreeEveningsAndWhatAHalvedWaitDoes(t *testing.T) {
	t.Parallel()
	for _, c := range []struct {
		in    demand.Input
		of    func(testing.TB) planned
		waits []string
	}{
		{dinner(t), dinnerPlan, []string{"hake/roast", "hake/temper", "quince/warm"}},
		{banquet(t), banquetPlan, []string{"croquette/fry"}},
		{forTwo(t), forTwoPlan, []string{"hake/roast", "hake/temper", "swede/crush"}},
	} {
		t.Run(c.in.Service.Name, func(t *testing.T) {
			t.Parallel()
			before := c.of(t)
			assert.Zero(t, before.Plan.Violation)
			for _, k := range before.RunUp.Courses {
				assert.LessOrEqual(t, k.Late, int64(30), k.Name)
			}
			changed := 0
			for _, ref := range c.waits {
				in := c.in
				in.Components = halved(in.Components, ref)
				after, err := attemptKept(in)
				require.NoError(t, err)
				require.True(t, after.Found, after.Why)
				require.Empty(t, check.Plan(after.Problem, after.Plan))
				assert.Zero(t, after.Plan.Violation, ref)
				if len(check.Plan(after.Problem, before.Plan)) > 0 {
					changed++
				}
			}
			assert.GreaterOrEqual(t, changed, (len(c.waits)+1)/2, "most of what is halved the plan before does not keep")
		})
	}
}

// halved is the book with the longest wait after a step halved; it is strict.
func halved(in map[string]recipe.Component, ref string) map[string]recipe.Component {
	out := map[string]recipe.Component{}
	for id, c := range in {
		if strings.HasPrefix(ref, id+"/") {
			c.Methods = slices.Clone(c.Methods)
			c.Methods[0].Steps = slices.Clone(c.Methods[0].Steps)
			for i, s := range c.Methods[0].Steps {
				if ref == id+"/"+s.ID {
					half := max(s.Then.Least, *s.Then.Most/2)
					c.Methods[0].Steps[i].Then.Most = &half
				}
			}
		}
		out[id] = c
	}
	return out
}

// What a cook who times each dish backwards alone does not see: the plans of the
// single dishes, laid over one another, want so many things twice at once.
func TestEachDishTimedAloneBooksTwice(t *testing.T) {
	t.Parallel()
	for _, c := range []struct {
		in    demand.Input
		of    func(testing.TB) planned
		least int
	}{{dinner(t), dinnerPlan, 20}, {banquet(t), banquetPlan, 5}, {forTwo(t), forTwoPlan, 1}} {
		together := c.of(t)
		assert.Zero(t, doubles(together.Problem, together.Plan), "the plan for all has none")
		var tasks []schedule.Task
		var planned []schedule.PlannedTask
		for k := range c.in.Service.Courses {
			alone := c.in
			alone.Service.Courses = []service.CourseHour{c.in.Service.Courses[k]}
			r, err := attemptFirst(alone)
			require.NoError(t, err)
			tasks, planned = append(tasks, r.Problem.Tasks...), append(planned, moved(r, together)...)
		}
		n := doubles(schedule.Problem{Resources: together.Problem.Resources, Tasks: tasks}, schedule.Plan{Tasks: planned})
		t.Logf("%s: %d double bookings when each dish is timed backwards alone", c.in.Service.Name, n)
		assert.GreaterOrEqual(t, n, c.least)
	}
}

// moved are the tasks of a plan on the clock of another one, whose days may begin
// earlier.
func moved(r, other planned) (out []schedule.PlannedTask) {
	by := int64(r.RunUp.Origin.Sub(other.RunUp.Origin) / time.Second)
	for _, t := range r.Plan.Tasks {
		t.Start, t.End = t.Start+by, t.End+by
		out = append(out, t)
	}
	return out
}

// doubles counts how often a cook or a thing is wanted beyond what there is: at
// every start of a use, whether it is one too many.
func doubles(p schedule.Problem, plan schedule.Plan) (n int) {
	type span struct{ from, to, units int64 }
	on := map[string][]span{}
	for i, t := range p.Tasks {
		for k, u := range t.Uses {
			slices := u.Slices
			if slices == nil {
				slices = []schedule.Span{{0, t.Duration}}
			}
			for _, s := range slices {
				if s[0] < s[1] {
					on[plan.Tasks[i].Resources[k]] = append(on[plan.Tasks[i].Resources[k]], span{plan.Tasks[i].Start + s[0], plan.Tasks[i].Start + s[1], u.Need()})
				}
			}
		}
	}
	for _, r := range p.Resources {
		for _, s := range on[r.ID] {
			sum := int64(0)
			for _, o := range on[r.ID] {
				if o.from <= s.from && s.from < o.to {
					sum += o.units
				}
			}
			if sum > r.Capacity {
				n++
			}
		}
	}
	return n
}

// The first plan and the settled one of the two other evenings; that of the winter
// supper is BenchmarkWinterSupper.
func BenchmarkBanquet(b *testing.B) { benchmarkMake(b, banquet(b)) }

func BenchmarkForTwo(b *testing.B) { benchmarkMake(b, forTwo(b)) }
