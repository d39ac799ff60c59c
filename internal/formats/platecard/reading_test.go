package platecard_test

import (
	"encoding/json"
	"fmt"
	"math"
	"math/rand/v2"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/plating"
	"jointime/internal/core/units"
	"jointime/internal/formats/platecard"
)

// chance makes a plate of six placings, each of another form.
func chance(r *rand.Rand) plating.Spec {
	forms := []plating.Form{plating.Pool, plating.Ring, plating.Mound, plating.Quenelle, plating.Piece, plating.Block, plating.Slices, plating.Fan, plating.Roll, plating.Nest, plating.Leaf, plating.Swipe, plating.Line, plating.Drizzle, plating.Dots, plating.Scatter, plating.Shavings, plating.Grating, plating.Foam}
	textures := []plating.Texture{plating.Crisp, plating.Crunchy, plating.Firm, plating.Soft, plating.Moist, plating.Wet}
	colours := []string{"#d9cba3", "#9dbb7c", "#b0526a", "#c4924f", "#f2ead2", "#8c6a45"}
	s := plating.Spec{Ware: plating.Ware{Name: "plate", Diameter: 280, Well: 210}}
	for i, f := range r.Perm(len(forms))[:6] {
		long := 40 + float64(r.IntN(40))
		p := plating.Placing{ID: fmt.Sprint("p", i), Component: fmt.Sprint("food ", i+1), Form: forms[f], Hour: float64(1 + r.IntN(12)), Distance: float64(20 + 5*r.IntN(11)), Turn: float64(15 * r.IntN(12)),
			Length: long, Width: long * (0.35 + 0.2*r.Float64()), Height: 10, Count: 3 + r.IntN(4), Texture: textures[r.IntN(6)], Colour: colours[i], Tool: "spoon", Amount: &units.Amount{Quantity: 10, Unit: units.Gram}}
		switch p.Form {
		case plating.Ring, plating.Mound, plating.Nest, plating.Foam, plating.Grating:
			p.Width = 0
		case plating.Pool:
			p.Length, p.Width, p.Distance = 120, 0, 10
		case plating.Dots, plating.Line, plating.Drizzle:
			p.Width = 10
		}
		s.Placings = append(s.Placings, p)
	}
	return s
}

// Plates made by chance give cards on which every number can be read: none lies
// on another one. With JOINTIME_CARDS set to a folder, twelve of them are written
// there with their list covered, and what is on them beside, to be read by
// somebody who has not seen it: forms, hours, distances and order from the drawing
// alone.
func TestPlatesByChanceCanBeRead(t *testing.T) {
	dir := os.Getenv("JOINTIME_CARDS")
	for seed := range uint64(60) {
		s := chance(rand.New(rand.NewPCG(seed, 99)))
		c := s.Compute(plating.Scene{})
		svg := platecard.SVG(platecard.Card{Title: "To be read", Spec: s, Computed: c, Name: func(id string) string { return id }})
		wellFormed(t, svg)
		for i, a := range c.Drawing.Shapes {
			for _, b := range c.Drawing.Shapes[:i] {
				assert.Greater(t, math.Hypot(a.LabelX-b.LabelX, a.LabelY-b.LabelY), 14.0, "seed %d: %d and %d", seed, b.Number, a.Number)
			}
		}
		if dir == "" || seed >= 12 {
			continue
		}
		require.NoError(t, os.MkdirAll(dir, 0o755))
		covered := strings.Replace(svg, "</svg>", `<rect x="134" y="0" width="170" height="170" fill="#ddd"/></svg>`, 1)
		require.NoError(t, os.WriteFile(filepath.Join(dir, fmt.Sprintf("covered-%d.svg", seed+1)), []byte(covered), 0o644))
		answer, err := json.MarshalIndent(s.Placings, "", " ")
		require.NoError(t, err)
		require.NoError(t, os.WriteFile(filepath.Join(dir, fmt.Sprintf("answer-%d.json", seed+1)), answer, 0o644))
	}
}
