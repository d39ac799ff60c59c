package expand_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/expand"
	"jointime/internal/core/runup/runuptest"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/core/service"
	"jointime/internal/core/units"
)

// problem expands an evening.
func problem(in demand.Input) (schedule.Problem, work.Map) {
	d, err := demand.New(in)
	if err != nil {
		panic(err) // the examples have an hour
	}
	return expand.Problem(d, expand.Exclusions{})
}

// list prints the tasks: what they stand for, and how long they take.
func list(in demand.Input) {
	p, m := problem(in)
	for i, t := range p.Tasks {
		fmt.Println(m.Work[i].Kind, "·", m.Work[i].Name, "·", units.FormatDuration(t.Duration))
	}
}

func Example_washing() {
	in := runuptest.Evening(2, runuptest.Step("blend", 2, func(s *recipe.Step) { s.Equipment = []recipe.Needed{{Kind: "blender"}} }),
		runuptest.Step("blend again", 2, func(s *recipe.Step) {
			s.Equipment, s.Pan = []recipe.Needed{{Kind: "blender"}}, &recipe.Pan{Clean: true}
		}))
	list(in)
	// Output:
	// step · blend · 2 min
	// step · blend again · 2 min
	// placing · spoon · 20 s
	// wash · wash blender · 3 min
	// wash · wash blender · 3 min
	// clear-down · clear down Fish section · 15 min
}

func Example_tempering() {
	in := runuptest.Evening(2, runuptest.Step("trim", 5, func(s *recipe.Step) { s.Then.Place = &recipe.Needed{Kind: "fridge"} }), runuptest.Step("sear", 3, func(s *recipe.Step) { s.Equipment = []recipe.Needed{{Kind: "burner"}} }))
	list(in)
	in.Service.LeftOut = []string{"temper/food/sear", "clear/cook"}
	fmt.Println("left out:")
	list(in)
	// Output:
	// step · trim · 5 min
	// step · sear · 3 min
	// placing · spoon · 20 s
	// setup · out of the fridge · 1 min
	// clear-down · clear down Fish section · 15 min
	// left out:
	// step · trim · 5 min
	// step · sear · 3 min
	// placing · spoon · 20 s
}

func Example_boiling() {
	list(runuptest.Evening(2, runuptest.Step("blanch, into ice", 2, func(s *recipe.Step) { s.Equipment = []recipe.Needed{{Kind: "burner"}} })))
	// Output:
	// step · blanch, into ice · 2 min
	// placing · spoon · 20 s
	// setup · bring water to the boil · 12 min
	// setup · ice bath · 2 min
	// clear-down · clear down Fish section · 15 min
}

func Example_warmWare() {
	in := runuptest.Evening(6, runuptest.Step("warm", 5, nil))
	hot := 60.0
	d := in.Dishes["dish"]
	d.Plate.Ware.Name, d.Plate.Ware.Celsius = "270 mm plate", &hot
	in.Dishes["dish"] = d
	_, m := problem(in)
	for _, w := range m.Work {
		if w.Kind == work.Ware {
			fmt.Println(w.Name)
		}
	}
	// Output: Warm plates: 6 × 270 mm plate
}

func Example_batches() {
	list(runuptest.Evening(10, runuptest.Step("fry", 2, func(s *recipe.Step) {
		s.Equipment = []recipe.Needed{{Kind: "pan"}}
		s.Time.Per, s.Time.Batch = recipe.PerBatch, 4
	})))
	// Output:
	// step · fry · 2 min
	// step · fry · 2 min
	// step · fry · 2 min
	// placing · spoon · 40 s
	// placing · spoon · 30 s
	// placing · spoon · 30 s
	// clear-down · clear down Fish section · 15 min
}

func Example_pans() {
	p, m := problem(runuptest.Evening(2, runuptest.Step("sear", 3, func(s *recipe.Step) { s.Equipment = []recipe.Needed{{Kind: "pan"}} }), runuptest.Step("deglaze", 2, func(s *recipe.Step) {
		s.Equipment, s.Pan = []recipe.Needed{{Kind: "pan"}}, &recipe.Pan{Of: "food/sear"}
	})))
	for e, l := range p.Links {
		if m.Links[e].Reason == work.SamePan {
			fmt.Println(l.From, "→", l.To, "keeps", l.Holds[0].OneOf[0])
		}
	}
	// Output: dish/food/sear → dish/food/deglaze keeps pan
}

func Example_margins() {
	in := runuptest.Evening(2, runuptest.Step("roast", 20, func(s *recipe.Step) { s.Time.Slow = 30 * 60 }))
	in.Service.Calm = service.SomeCalm
	_, m := problem(in)
	fmt.Println("it may take", units.FormatDuration(m.Work[0].Slow), "longer; the plan leaves", units.FormatDuration(m.Work[0].Buffer))
	// Output: it may take 10 min longer; the plan leaves 5 min
}

func Example_publishedLimits() {
	in := runuptest.Evening(2, runuptest.Step("simmer", 30, func(s *recipe.Step) { s.Equipment = []recipe.Needed{{Kind: "burner"}} }))
	c := in.Components["food"]
	c.Keeps = []recipe.Keep{{Place: "chilled", For: 3 * 86400}}
	in.Components["food"] = c
	p, m := problem(in)
	for e, l := range p.Links {
		if m.Links[e].Limit != nil {
			fmt.Printf("%s to %s within %s (%s)\n", l.From, l.To, units.FormatDuration(*l.Max), m.Links[e].Limit.ID)
		}
	}
	// Output: dish/food/simmer to dish/plate/food within 4 h (fda-out)
}

func Example_clearDown() {
	p, m := problem(runuptest.Evening(2, runuptest.Step("warm", 5, nil)))
	for i, t := range p.Tasks {
		if m.Work[i].Kind == work.ClearDown {
			fmt.Println(m.Work[i].Name, "·", units.FormatDuration(t.Duration))
		}
	}
	// Output: clear down Fish section · 15 min
}

func Example_keepingTime() {
	in := runuptest.Evening(2, runuptest.Step("blend", 5, func(s *recipe.Step) { s.Then.Place = &recipe.Needed{Kind: "fridge"} }))
	c := in.Components["food"]
	c.Keeps = []recipe.Keep{{Place: "chilled", For: 3 * 86400}}
	in.Components["food"] = c
	p, m := problem(in)
	for e, l := range p.Links {
		if k := m.Links[e].Keep; k != nil {
			fmt.Println("best within", units.FormatDuration(*l.Max), "·", k.Place)
		}
	}
	// Output: best within 3 days · chilled
}

// Whatever is expanded, the map fits its problem; each step of the book is planned or
// stands as unplanned; and the portions of a step add up to those that are served.
func TestTheMapFitsItsProblem(t *testing.T) {
	for _, plates := range []int{1, 2, 7, 23} {
		in := runuptest.Evening(plates, runuptest.Step("trim", 5, nil), runuptest.Step("fry", 2, func(s *recipe.Step) { s.Time.Per, s.Time.Batch = recipe.PerBatch, 3 }), runuptest.Step("finish", 1, func(s *recipe.Step) { s.EachWave = true }))
		p, m := problem(in)
		require.NoError(t, m.Check(p))
		require.Empty(t, p.Validate())
		portions := map[string]int{}
		for _, w := range m.Work {
			if w.Kind == work.Step || w.Placed() {
				portions[w.Step+w.Placing] += w.Portions
			}
		}
		assert.Equal(t, map[string]int{"trim": plates, "fry": plates, "finish": plates, "food": plates}, portions)
		for i, l := range p.Links {
			assert.NotEmpty(t, m.Links[i].Reason, "%s → %s", l.From, l.To)
		}
	}
}

// What is excluded is left out with all that leads to it, and says why.
func TestWhatIsExcludedStandsAsUnplanned(t *testing.T) {
	d, err := demand.New(runuptest.Evening(2, runuptest.Step("trim", 5, nil), runuptest.Step("fry", 2, nil), runuptest.Step("rest", 1, nil)))
	require.NoError(t, err)
	p, m := expand.Problem(d, expand.Exclusions{Steps: map[string]string{"dish/food/fry": "there is no pan"}})
	var left []string
	for _, t := range p.Tasks {
		left = append(left, t.ID)
	}
	assert.Equal(t, "dish/food/rest dish/plate/food clear/cook", strings.Join(left, " "))
	require.Len(t, m.Unplanned, 1)
	assert.Equal(t, "there is no pan", m.Unplanned[0].Why)
	assert.False(t, m.Unplanned[0].Gap)
}
