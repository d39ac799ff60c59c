package api

import (
	"crypto/sha256"
	"encoding/base64"
	"errors"
	"io/fs"
	"net/http"
	"strings"

	"jointime/internal/core/recipe/contents"
	"jointime/internal/formats/platecard"
	"jointime/internal/store"
)

func (s cards) routes(at *registry) {
	at.file(http.MethodGet, "/api/dishes/{id}/card.svg", "card-svg", "The build card of a dish as a picture", "image/svg+xml", s.cardFile)
}

// cardFile sends the build card of a dish, to hang on the wall.
func (s cards) cardFile(w http.ResponseWriter, r *http.Request) {
	id := pathID(r)
	b, d, err := s.dish(r.Context(), id)
	if err != nil {
		s.writeProblem(w, s.fail(err))
		return
	}
	plates, k := nextPlates(b, s.base, id)
	recipes := b.Recipes()
	c := platecard.Card{Title: d.Name, Revision: b.Version(store.Dish, id), Spec: d.Plate, Computed: d.Plate.Wiped(k.Wipes()).Compute(recipes.PlateScene(d, plates, k.PassWidth)), Name: func(id string) string { return b.Components[id].Name }}
	contents := contents.In(recipes, d, k)
	var names []string
	for _, a := range contents.Allergens {
		names = append(names, a.Name)
	}
	if len(names) > 0 {
		c.Cautions = append(c.Cautions, "contains "+strings.Join(names, ", "))
	}
	if len(contents.Unknown) > 0 {
		c.Cautions = append(c.Cautions, "allergens not all known")
	}
	if c.Photo, err = s.store.Picture(r.Context(), id); err != nil && !errors.Is(err, store.ErrNotFound) {
		s.writeProblem(w, s.fail(err))
		return
	}
	c.Font = s.cardFont()
	sum := sha256.Sum256([]byte(platecard.Style(c.Font)))
	w.Header().Set("Content-Security-Policy", "default-src 'none'; font-src data:; img-src data:; style-src 'sha256-"+base64.StdEncoding.EncodeToString(sum[:])+"'")
	w.Header().Set("Content-Type", "image/svg+xml; charset=utf-8")
	w.Header().Set("Content-Disposition", `inline; filename="`+strings.Map(plain, id)+`.card.svg"`)
	_, _ = w.Write([]byte(platecard.SVG(c))) // nobody may be listening
}

// cardFont is the typeface of the screens, which a card on its own carries
// along; nil where the front end was not built.
func (s cards) cardFont() []byte {
	if s.Screens == nil {
		return nil
	}
	names, _ := fs.Glob(s.Screens, "assets/atkinson-hyperlegible-next-latin-wght-normal-*.woff2")
	if len(names) == 0 {
		return nil
	}
	font, _ := fs.ReadFile(s.Screens, names[0]) // without it the reader's own is taken
	return font
}
