package runup_test

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/service"
	"jointime/internal/core/units"
	"jointime/internal/size"
)

// Random small menus, a third of them scarce and a tenth impossible: every
// plan passes the checker, what is impossible is refused with the reason that
// was put in, and nothing else is called impossible.
func TestRandomSmallMenus(t *testing.T) {
	t.Parallel()
	menus := size.Of(20, 100, 400)
	kept, broken, refused := 0, 0, 0
	for seed := range uint64(menus) {
		m := menuMaker{Rand: rand.New(rand.NewPCG(seed, 7)), scarce: seed%3 == 0}
		in := m.menu()
		reason := ""
		if seed%10 == 3 {
			reason = m.spoil(&in)
		}
		r, err := attemptFirst(in)
		require.NoError(t, err, "seed %d", seed)
		if r.Found {
			require.Empty(t, check.Plan(r.Problem, r.Plan), "seed %d", seed)
		}
		said := []string{}
		for _, s := range r.RunUp.Stops {
			said = append(said, s.Why)
		}
		if reason == "" {
			require.True(t, r.Found, "seed %d: %s", seed, r.Why)
			assert.Empty(t, said, "seed %d", seed)
			if r.RunUp.Status == "kept" {
				kept++
			} else {
				broken++
			}
			continue
		}
		refused++
		assert.Contains(t, strings.Join(said, "\n"), reason, "seed %d", seed)
	}
	t.Logf("%d kept, %d broken, %d refused with the true reason", kept, broken, refused)
	assert.Equal(t, menus/10, refused)
	assert.Greater(t, kept, menus*2/5)
}

// menuMaker invents menus.
type menuMaker struct {
	*rand.Rand
	scarce bool
}

func (m menuMaker) between(low, high int) int { return low + m.IntN(high-low+1) }

func (m menuMaker) menu() demand.Input {
	in := demand.Input{Zone: time.UTC, Kitchen: m.kitchen(), Dishes: map[string]recipe.Dish{}, Components: map[string]recipe.Component{}}
	in.Service = service.Service{ID: "s", Name: "random", Day: "2026-03-14", Rest: []service.Resting{"", service.InTheOpen, service.InItsOven}[m.IntN(3)]}
	for c := range m.between(1, 3) {
		id := fmt.Sprint("dish", c)
		in.Dishes[id] = m.dish(id, in.Components)
		in.Menu.Courses = append(in.Menu.Courses, recipe.Course{ID: id, Name: id, Dishes: []string{id}})
		in.Service.Courses = append(in.Service.Courses, service.CourseHour{Course: id, Hour: fmt.Sprintf("%d:%02d", 19+c/2, m.between(0, 59)),
			Covers: []service.Covers{{Dish: id, Plates: m.between(1, 9)}}})
	}
	return in
}

func (m menuMaker) kitchen() kitchen.Kitchen {
	k := kitchen.Kitchen{PassWidth: m.between(2, 6), Equipment: []kitchen.Equipment{
		{ID: "stove", Name: "Stove", Kind: "burner", Places: 3, Cooks: true}, {ID: "rack", Name: "Rack", Kind: "rack", Places: 20},
		{ID: "fridge", Name: "Fridge", Kind: "fridge", Places: 30, Keeps: "cold"}, {ID: "warmer", Name: "Plate warmer", Kind: "plate warmer", Places: m.between(3, 12), Keeps: "hot"},
		{ID: "oven1", Name: "Oven 1", Kind: "oven", Places: 1, Cooks: true, Heating: &kitchen.Heater{Cold: 20, Up: 5, Down: 10, Tolerance: 5}},
	}}
	cooks := m.between(2, 3)
	if m.scarce {
		cooks = 1
	} else {
		k.Equipment = append(k.Equipment, kitchen.Equipment{ID: "oven2", Name: "Oven 2", Kind: "oven", Places: 2, Heating: &kitchen.Heater{Cold: 20, Up: 5, Down: 10, Tolerance: 5}})
	}
	for c := range cooks {
		k.Cooks = append(k.Cooks, kitchen.Cook{ID: fmt.Sprint(c), Name: fmt.Sprint("Cook ", c), Shifts: []kitchen.Shift{{From: "09:00", To: "23:30"}}})
	}
	return k
}

func (m menuMaker) dish(id string, components map[string]recipe.Component) recipe.Dish {
	d := recipe.Dish{ID: id, Name: id, Plate: plating.Spec{Ware: plating.Ware{Diameter: 280, Well: 200}}}
	one := units.Amount{Quantity: 1, Unit: units.Piece}
	if hot := 60.0; m.IntN(2) == 0 {
		d.Plate.Ware.Celsius = &hot
	}
	for p := range m.between(1, 3) {
		c := recipe.Component{ID: fmt.Sprint(id, "c", p), Name: fmt.Sprint("part ", p), Yield: one, Methods: recipe.OneWay()}
		for s := range m.between(1, 4) {
			c.Methods[0].Steps = append(c.Steps(), m.step(s))
		}
		if m.IntN(4) == 0 { // something goes into it
			base := recipe.Component{ID: c.ID + "base", Name: "base of " + c.Name, Yield: one, Methods: recipe.OneWay(m.step(9))}
			base.Methods[0].Steps[0].EachWave = false
			components[base.ID] = base
			c.Lines = []recipe.Line{{Name: base.Name, Component: base.ID, Amount: &one, Step: c.Steps()[0].ID}}
		}
		if m.IntN(3) == 0 {
			c.Keeps = []recipe.Keep{{Place: "chilled", For: 86400}}
		}
		components[c.ID] = c
		d.Parts = append(d.Parts, recipe.Part{Component: c.ID, Portion: &one})
		d.Plate.Placings = append(d.Plate.Placings, plating.Placing{ID: c.ID, Component: c.ID, Form: plating.Mound, Length: 40, Seconds: int64(m.between(3, 20))})
		if m.IntN(8) == 0 {
			d.Plate.Placings[p].Stands = &plating.Standing{Least: int64(m.between(1, 30) * 60), Where: "rack"}
		}
	}
	return d
}

func (m menuMaker) step(n int) recipe.Step {
	usual := int64(m.between(60, 2400))
	s := recipe.Step{ID: fmt.Sprint("s", n), Name: fmt.Sprint("step ", n), Time: &recipe.Time{Quick: usual / 2, Usual: usual, Slow: usual * 2, Per: recipe.Once}, Cues: []recipe.Cue{{Right: "done"}}, EachWave: m.IntN(3) == 0}
	switch m.IntN(3) {
	case 0:
		s.Hands.Work, s.Time.Usual, s.Time.Quick = recipe.AllHands, min(usual, 600), min(usual, 600)/2
	case 1:
		s.Hands = recipe.Hands{Work: recipe.SliceHands, Slices: []recipe.Slice{{At: 0, For: 20}, {At: -20, For: 20}}}
	default:
		s.Hands.Work = recipe.NoHands
	}
	switch m.IntN(3) {
	case 0:
		degrees := int64(m.between(12, 22) * 10)
		s.Equipment = []recipe.Needed{{Kind: "oven", Setting: &degrees}}
	case 1:
		s.Equipment = []recipe.Needed{{Kind: "burner"}}
	}
	s.Then.Least = int64(m.IntN(5) * 60)
	if m.IntN(2) == 0 {
		most := s.Then.Least + int64(m.between(2, 90)*60)
		s.Then.Most, s.Then.Soft = &most, m.IntN(2) == 0
	}
	if m.IntN(4) == 0 && s.Then.Most != nil {
		s.Then.Place, s.Then.Reason = &recipe.Needed{Kind: []string{"rack", "fridge"}[m.IntN(2)]}, "rest"
	}
	return s
}

// spoil makes one thing impossible and says what must be told.
func (m menuMaker) spoil(in *demand.Input) string {
	c := in.Components["dish0c0"]
	step := &c.Steps()[0]
	defer func() { in.Components["dish0c0"] = c }()
	switch m.IntN(5) {
	case 0:
		step.Then.Least, step.Then.Place = 60, &recipe.Needed{Kind: "burner", Holds: 1}
		in.Service.Courses[0].Covers[0].Plates, in.Kitchen.PassWidth = 9, 9
		return "Its hold: 9 portions at once; 3 fit on Stove"
	case 1:
		step.Equipment = []recipe.Needed{{Kind: "smoker"}}
		return "No smoker in this kitchen"
	case 2:
		step.Hands = recipe.Hands{Work: recipe.AllHands, Cook: "nobody"}
		return `The cook set for this step is not in this kitchen`
	case 3:
		step.After = []string{"dish0c0/" + c.Steps()[len(c.Steps())-1].ID}
		if len(c.Steps()) == 1 {
			return "must wait for itself"
		}
		return "wait for each other"
	}
	step.Hands = recipe.Hands{Work: recipe.AllHands}
	step.Time = &recipe.Time{Quick: 60000, Usual: 60000, Slow: 60000, Per: recipe.Once}
	return "Needs 16 h 40 min, but "
}
