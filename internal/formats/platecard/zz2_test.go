package platecard_test

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"jointime/internal/core/plating"
	"jointime/internal/core/units"
	"jointime/internal/formats/platecard"
)

// random plates, the list covered
func TestZZBlind(t *testing.T) {
	names, _ := filepath.Glob("../../../web/dist/assets/atkinson-hyperlegible-next-latin-wght-normal-*.woff2")
	font, _ := os.ReadFile(names[0])
	forms := []plating.Form{plating.Pool, plating.Ring, plating.Mound, plating.Quenelle, plating.Piece, plating.Block, plating.Slices, plating.Fan, plating.Roll, plating.Nest, plating.Leaf, plating.Swipe, plating.Line, plating.Drizzle, plating.Dots, plating.Scatter, plating.Shavings, plating.Grating, plating.Foam}
	tex := []plating.Texture{plating.Crisp, plating.Crunchy, plating.Firm, plating.Soft, plating.Moist, plating.Wet}
	for seed := range 6 {
		r := rand.New(rand.NewPCG(uint64(seed)+4711, 99))
		s := plating.Spec{Ware: plating.Ware{Name: "plate", Diameter: 280, Well: 210}}
		taken := map[plating.Form]bool{}
		for len(s.Placings) < 6 {
			f := forms[r.IntN(len(forms))]
			if taken[f] {
				continue
			}
			taken[f] = true
			i := len(s.Placings)
			l := 40 + float64(r.IntN(40))
			p := plating.Placing{ID: fmt.Sprint("p", i), Component: "c", Form: f, Hour: float64(1 + r.IntN(12)), Distance: float64(20 + 5*r.IntN(11)), Turn: float64(15 * r.IntN(12)), Length: l, Width: l * (0.35 + 0.2*r.Float64()), Height: 10, Count: 3 + r.IntN(4), Texture: tex[r.IntN(6)], Colour: []string{"#d9cba3", "#9dbb7c", "#b0526a", "#c4924f", "#f2ead2", "#8c6a45"}[i], Tool: "spoon", Amount: &units.Amount{Quantity: 10, Unit: "g"}}
			switch f {
			case plating.Ring, plating.Mound, plating.Nest, plating.Foam, plating.Grating:
				p.Width = 0
			case plating.Pool:
				p.Length, p.Width, p.Distance = 120, 0, 10
			case plating.Dots:
				p.Width = 9
			case plating.Line, plating.Drizzle:
				p.Width = 10
			}
			s.Placings = append(s.Placings, p)
		}
		c := s.Compute(plating.Scene{})
		svg := platecard.SVG(platecard.Card{Title: "Blind", Spec: s, Computed: c, Name: func(string) string { return "x" }, Font: font})
		svg = strings.Replace(svg, "</svg>", `<rect x="134" y="0" width="170" height="182" fill="#ddd"/></svg>`, 1)
		os.WriteFile(fmt.Sprintf("/tmp/cards/blind%d.html", seed), []byte(`<body style="margin:0">`+svg+`</body>`), 0o644)
		b, _ := json.Marshal(s.Placings)
		os.WriteFile(fmt.Sprintf("/tmp/cards/blind%d.json", seed), b, 0o644)
	}
}
