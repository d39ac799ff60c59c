package platecard_test

import (
	"encoding/xml"
	"html"
	"io"
	"strings"
	"testing"
	"time"
	_ "time/tzdata"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/plating"
	"jointime/internal/demo"
	"jointime/internal/formats/platecard"
)

func wellFormed(t *testing.T, svg string) {
	t.Helper()
	d := xml.NewDecoder(strings.NewReader(svg))
	for {
		tok, err := d.Token()
		if err == io.EOF {
			return
		}
		require.NoError(t, err)
		if e, is := tok.(xml.StartElement); is {
			assert.Contains(t, []string{"svg", "g", "rect", "circle", "path", "text", "defs", "pattern", "style", "image"}, e.Name.Local)
			for _, a := range e.Attr {
				assert.False(t, strings.HasPrefix(a.Name.Local, "on") || a.Name.Local == "href" && !strings.HasPrefix(a.Value, "data:image/jpeg;base64,"), "nothing that acts: %s", a.Name.Local)
			}
		}
	}
}

// Every dish of the demo has a card that names every component, form, place and
// tool in the order of building.
func TestTheCardOfEveryDish(t *testing.T) {
	b := demo.Load(time.Date(2026, 3, 10, 9, 0, 0, 0, time.UTC))
	book := b.Recipes()
	for _, d := range b.Dishes {
		svg := platecard.SVG(platecard.Card{Title: d.Name, Revision: 3, Spec: d.Plate, Computed: d.Plate.Compute(book.PlateScene(d, 4, 4)), Name: func(id string) string { return book.Components[id].Name }, Cautions: []string{"contains fish"}})
		wellFormed(t, svg)
		svg = html.UnescapeString(svg)
		at := strings.Index(svg, "Before the first plate")
		for i, p := range d.Plate.Placings {
			name := strings.Index(svg[at:], book.Components[p.Component].Name+"  ")
			require.Positive(t, name, "%s comes in its order", p.ID)
			at += name
			assert.Contains(t, svg[at:], d.Plate.Place(i))
			for _, tool := range strings.Split(p.Tool, ", ") {
				assert.Contains(t, svg[at:], tool)
			}
		}
	}
}

// Names with markup, huge values and zero sizes give a card that is valid and
// does nothing.
func TestTheCardIsSafe(t *testing.T) {
	evil := `</text><script>alert(1)</script>" onload="x` + "\x00\uFFFF"
	spec := plating.Spec{Ware: plating.Ware{Name: evil, Note: evil}, Placings: []plating.Placing{{ID: evil, Component: evil, Form: "ring", Tool: evil, Note: evil, Colour: `"/><script>`, Texture: `"><x`, Length: 1e9, Distance: 1e9, Hour: 1e9}, {ID: "b", Component: "b", Form: "unheard"}}, Formers: []plating.Former{{Name: evil}}}
	for range 60 {
		spec.Placings = append(spec.Placings, plating.Placing{ID: "c", Component: strings.Repeat("long ", 100), Form: plating.Dots, Length: 5, Count: 200})
	}
	svg := platecard.SVG(platecard.Card{Title: evil, Spec: spec, Computed: spec.Compute(plating.Scene{}), Name: func(id string) string { return id }, Cautions: []string{evil}})
	assert.NotContains(t, svg, "<script")
	wellFormed(t, svg)
	assert.NotContains(t, svg, "NaN")
	assert.NotContains(t, svg, "Inf")
	assert.NotContains(t, svg, "<style", "none but with a font")
	wellFormed(t, platecard.SVG(platecard.Card{Title: evil, Spec: spec, Computed: spec.Compute(plating.Scene{}), Name: func(id string) string { return id }, Font: []byte(evil), Photo: []byte(evil)}))
	wellFormed(t, platecard.SVG(platecard.Card{Name: func(id string) string { return id }}))
}
