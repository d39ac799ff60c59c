package expand_test

import (
	"fmt"
	"math/rand/v2"
	"sort"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/runuptest"
	"jointime/internal/core/schedule"
	"jointime/internal/core/service"
	"jointime/internal/core/units"
)

// bones is an evening on which a crown is jointed (20 min) and leaves bones, of which a
// sauce is simmered (60 min); the parts stand in the order given.
func bones(parts ...string) demand.Input {
	in := runuptest.Evening(2, runuptest.Step("warm", 5, nil))
	one := units.Amount{Quantity: 1, Unit: units.Piece}
	in.Components = map[string]recipe.Component{
		"crown": {ID: "crown", Name: "Crown", Yield: one, ByProducts: []recipe.ByProduct{{ID: "bones", Name: "bones", Step: "joint"}}, Methods: recipe.OneWay(runuptest.Step("joint", 20, nil), runuptest.Step("roast", 10, nil))},
		"sauce": {ID: "sauce", Name: "Sauce", Yield: one, Lines: []recipe.Line{{ID: "bones", Name: "bones", Component: "crown", ByProduct: "bones", Amount: &one}}, Methods: recipe.OneWay(runuptest.Step("simmer", 60, nil))},
	}
	in.Dishes["dish"] = served("dish", parts...)
	return in
}

func served(id string, parts ...string) recipe.Dish {
	d := recipe.Dish{ID: id, Name: id, Plate: plating.Spec{Ware: plating.Ware{Diameter: 270, Well: 190}}}
	one := units.Amount{Quantity: 1, Unit: units.Piece}
	for _, p := range parts {
		d.Parts = append(d.Parts, recipe.Part{Component: p, Portion: &one})
		d.Plate.Placings = append(d.Plate.Placings, plating.Placing{ID: p, Component: p, Form: plating.Mound, Length: 40, Seconds: 10})
	}
	return d
}

func linked(p schedule.Problem, from, to string) bool {
	for _, l := range p.Links {
		if strings.HasSuffix(l.From, from) && strings.HasSuffix(l.To, to) {
			return true
		}
	}
	return false
}

// The bones are there before they are simmered, in whatever order the parts, the dishes
// or the courses stand.
func TestAByProductIsThereBeforeItIsUsed(t *testing.T) {
	two := bones("sauce")
	two.Dishes["later"] = served("later", "crown")
	two.Menu.Courses = append(two.Menu.Courses, recipe.Course{ID: "last", Name: "Last", Dishes: []string{"later"}})
	two.Service.Courses = append(two.Service.Courses, service.CourseHour{Course: "last", Hour: "20:30", Covers: []service.Covers{{Dish: "later", Plates: 2}}})
	for name, in := range map[string]demand.Input{"source first": bones("crown", "sauce"), "source last": bones("sauce", "crown"), "source in a later course": two} {
		p, m := problem(in)
		require.NoError(t, m.Check(p), name)
		assert.True(t, linked(p, "crown/joint", "sauce/simmer"), name)
	}
}

// Whatever goes into whatever, in random books: each line whose source is planned has its
// link, and the problem is the same, but for its order, when the parts are shuffled.
func TestWhatGoesInIsTiedInAnyOrder(t *testing.T) {
	for seed := range uint64(200) {
		rng := rand.New(rand.NewPCG(seed, 5))
		in, wanted := randomBook(rng)
		p, _ := problem(in)
		for _, w := range wanted {
			assert.True(t, linked(p, w[0], w[1]), "seed %d: %s → %s", seed, w[0], w[1])
		}
		first := unordered(p)
		d := in.Dishes["dish"]
		rng.Shuffle(len(d.Parts), func(i, k int) { d.Parts[i], d.Parts[k] = d.Parts[k], d.Parts[i] })
		in.Dishes["dish"] = d
		p, _ = problem(in)
		assert.Equal(t, first, unordered(p), "seed %d", seed)
	}
}

// randomBook has three to eight components of two steps each, some of which go into
// later ones, whole or as what they leave over; and the links that there are for that.
func randomBook(rng *rand.Rand) (demand.Input, [][2]string) {
	in := runuptest.Evening(2, runuptest.Step("warm", 5, nil))
	one := units.Amount{Quantity: 1, Unit: units.Piece}
	in.Components = map[string]recipe.Component{}
	var ids []string
	var wanted [][2]string
	for i := range 3 + rng.IntN(6) {
		id := fmt.Sprintf("c%d", i)
		c := recipe.Component{ID: id, Name: id, Yield: one, ByProducts: []recipe.ByProduct{{ID: "rest", Name: "rest", Step: "a"}}, Methods: recipe.OneWay(runuptest.Step("a", 2, nil), runuptest.Step("b", 3, nil))}
		if i > 0 && rng.IntN(2) == 0 {
			from := ids[rng.IntN(len(ids))]
			l := recipe.Line{ID: "in", Name: from, Component: from, Amount: &one}
			step := "b"
			if rng.IntN(2) == 0 {
				l.ByProduct, step = "rest", "a"
			}
			c.Lines = append(c.Lines, l)
			wanted = append(wanted, [2]string{from + "/" + step, id + "/a"})
		}
		in.Components[id], ids = c, append(ids, id)
	}
	rng.Shuffle(len(ids), func(i, k int) { ids[i], ids[k] = ids[k], ids[i] })
	in.Dishes["dish"] = served("dish", ids...)
	return in, wanted
}

// unordered are the tasks and links of a problem, sorted.
func unordered(p schedule.Problem) (out []string) {
	for _, t := range p.Tasks {
		out = append(out, fmt.Sprint(t.ID, t.Duration))
	}
	for _, l := range p.Links {
		least, most := int64(-1), int64(-1)
		if l.Min != nil {
			least = *l.Min
		}
		if l.Max != nil {
			most = *l.Max
		}
		out = append(out, fmt.Sprint(l.From, l.FromAt, l.To, l.ToAt, least, most))
	}
	sort.Strings(out)
	return out
}
