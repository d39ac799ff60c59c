package plating_test

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"os"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/plating"
	"jointime/internal/core/units"
)

// deliberate is a plate with one fault, committed before the checks.
type deliberate struct {
	Code, Placing, Why string
	Spec               plating.Spec
	Portions           []struct {
		Component, Name string
		Amount          *units.Amount
		Density         float64
	}
	Covers int
}

func deliberates(t testing.TB) (list []deliberate) {
	for _, file := range []string{"testdata/faults.json", "testdata/through.json"} {
		var some []deliberate
		text, err := os.ReadFile(file)
		require.NoError(t, err)
		require.NoError(t, json.Unmarshal(text, &some))
		list = append(list, some...)
	}
	require.Len(t, list, 25+41)
	return list
}

func (d deliberate) scene() plating.Scene {
	s := plating.Scene{Covers: d.Covers, Pass: 6}
	for _, p := range d.Portions {
		s.Portions = append(s.Portions, plating.Portion{Component: p.Component, Name: p.Name, Amount: p.Amount, Density: p.Density})
	}
	return s
}

// Every deliberate fault is found, at its placing, and nothing else is called a
// fault.
func TestDeliberateFaultsAreFound(t *testing.T) {
	for i, d := range deliberates(t) {
		t.Run(fmt.Sprintf("%02d %s", i+1, d.Code), func(t *testing.T) {
			found := false
			for _, f := range d.Spec.Findings(d.scene()) {
				if f.Code == d.Code && f.Placing == d.Placing {
					found = true
					assert.NotEmpty(t, f.Advice)
					continue
				}
				assert.NotEqual(t, plating.IsFault, f.Kind, "a false fault: %s %s", f.Code, f.What)
			}
			assert.True(t, found, "%s: %+v", d.Why, d.Spec.Findings(d.scene()))
		})
	}
}

// Where another order mends it, one is offered, and it does.
func TestABetterOrderIsOffered(t *testing.T) {
	offered := 0
	for _, d := range deliberates(t) {
		ids := d.Spec.Better()
		if ids == nil {
			continue
		}
		offered++
		byID := map[string]plating.Placing{}
		for _, p := range d.Spec.Placings {
			byID[p.ID] = p
		}
		next := d.Spec
		next.Placings = nil
		for _, id := range ids {
			next.Placings = append(next.Placings, byID[id])
		}
		require.Len(t, next.Placings, len(d.Spec.Placings))
		for _, f := range next.Findings(d.scene()) {
			assert.NotEqual(t, d.Code, f.Code, d.Why)
		}
	}
	assert.GreaterOrEqual(t, offered, 5)
}

// A fix that is offered mends what it is offered for.
func TestFixesMendWhatTheyAreOfferedFor(t *testing.T) {
	fixes := 0
	for _, d := range deliberates(t) {
		for _, f := range d.Spec.Findings(d.scene()) {
			for _, fix := range f.Fixes {
				fixes++
				next := d.Spec
				next.Placings = nil
				for _, p := range d.Spec.Placings {
					if p.ID == fix.Placing.ID {
						p = fix.Placing
					}
					next.Placings = append(next.Placings, p)
				}
				for _, g := range next.Findings(d.scene()) {
					assert.False(t, g.Code == "form-amount" && g.Placing == f.Placing, "%s: %s leaves %s", d.Why, fix.Label, g.What)
				}
			}
		}
	}
	assert.GreaterOrEqual(t, fixes, 12)
}

func TestAdviceCanBeTurnedOff(t *testing.T) {
	s := spec(plating.Placing{ID: "a", Component: "a", Form: plating.Mound, Length: 40, Texture: plating.Soft}, plating.Placing{ID: "b", Component: "b", Form: plating.Dots, Length: 60, Width: 5, Count: 4, Hour: 3, Distance: 60, Texture: plating.Soft})
	scene := plating.Scene{Portions: []plating.Portion{{Component: "a", Name: "A"}, {Component: "b", Name: "B"}}}
	var codes []string
	for _, f := range s.Findings(scene) {
		codes = append(codes, f.Code)
	}
	assert.ElementsMatch(t, []string{"nothing-crisp", "even"}, codes)
	s.Quiet = codes
	assert.Empty(t, s.Findings(scene))
}

// Two hundred plates as a careful cook would build them, drawn by chance: what is loose or crisp comes
// after what is wet, nothing lies in one place with another, hot and frozen are apart. None has a fault.
func TestGoodPlatesHaveNoFaults(t *testing.T) {
	for seed := range uint64(200) {
		r := rand.New(rand.NewPCG(seed, 22))
		s, scene := goodPlate(r)
		for _, f := range s.Findings(scene) {
			assert.NotEqual(t, plating.IsFault, f.Kind, "plate %d: %s %s", seed, f.Code, f.What)
		}
	}
}

// goodPlate has a pool or none, some things that stand on the plate, each in its own sixth of it, and what
// lies on them.
func goodPlate(r *rand.Rand) (plating.Spec, plating.Scene) {
	s := plating.Spec{Ware: plating.Ware{Name: "plate", Diameter: 300, Well: 240, Depth: 14}, Finish: []plating.Finish{{Text: "wipe", Seconds: 6}}}
	var scene plating.Scene
	add := func(p plating.Placing) {
		p.Component, p.Colour, p.Seconds = p.ID, "#c0a080", int64(2+r.IntN(10))
		s.Placings = append(s.Placings, p)
		scene.Portions = append(scene.Portions, plating.Portion{Component: p.ID, Name: p.ID})
	}
	scene.Covers = 4
	if r.IntN(2) == 0 {
		add(plating.Placing{ID: "sauce", Form: plating.Pool, Hour: 12, Length: 60, Height: 2, Texture: plating.Wet, Warmth: []plating.Warmth{plating.Hot, plating.Warm}[r.IntN(2)]})
	}
	solid := []plating.Form{plating.Ring, plating.Mound, plating.Block, plating.Piece, plating.Quenelle, plating.Roll, plating.Slices}
	loose := []plating.Form{plating.Leaf, plating.Scatter, plating.Shavings, plating.Dots, plating.Grating, plating.Foam}
	for k := range 2 + r.IntN(5) {
		id := fmt.Sprint("thing ", k)
		p := plating.Placing{ID: id, Form: solid[r.IntN(len(solid))], Hour: float64(2 * k), Distance: 78, Length: 30 + r.Float64()*22, Height: 12 + r.Float64()*20, Texture: []plating.Texture{plating.Soft, plating.Firm, plating.Crisp, plating.Moist}[r.IntN(4)], Turn: float64(r.IntN(90))}
		p.Width = p.Length * (0.5 + r.Float64()*0.4)
		add(p)
		if r.IntN(2) == 0 {
			top := plating.Placing{ID: id + " top", Form: loose[r.IntN(len(loose))], From: id, On: id, Hour: 12, Length: p.Width * 0.6, Width: p.Width * 0.4, Height: 3, Count: 3, Texture: []plating.Texture{plating.Soft, plating.Crisp}[r.IntN(2)]}
			add(top)
		}
	}
	return s, scene
}
