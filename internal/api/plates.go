package api

import (
	"context"
	"fmt"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"jointime/internal/app"
	"jointime/internal/core/fault"
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/store"
)

// routes compute plates, as they are and as they would be, and understand
// what is said of them.
func (s plates) routes(at *registry) {
	operation(at, http.MethodPost, "/api/dishes/{id}/plate", "compute-plate", "Compute a plate as it would be", s.plate)
	operation(at, http.MethodGet, "/api/dishes/{id}/placing", "describe-placing", "A placing in words", s.sayPlacing)
	operation(at, http.MethodGet, "/api/dishes/{id}/versions/{version}/plate", "get-version-plate", "The plate of a version beside that of its dish", s.versionPlate)
	operation(at, http.MethodGet, "/api/dishes/{id}/place", "read-place", "Understand a typed place on a plate", s.readPlace)
	operation(at, http.MethodGet, "/api/services/{id}/across", "list-plates", "The plates of a menu side by side", s.acrossMenu)
}

type plateInput struct {
	ID   string `path:"id"`
	Body plating.Spec
}

type plateOutput struct{ Body plating.Computed }

// plate computes a plate of a dish as it would be; nothing is kept.
func (s plates) plate(ctx context.Context, in *plateInput) (*plateOutput, error) {
	var faults fault.List
	if in.Body.Validate("plate", &faults); len(faults) > 0 {
		return nil, s.fail(faults)
	}
	b, d, err := s.dish(ctx, in.ID)
	if err != nil {
		return nil, err
	}
	plates, k := nextPlates(b, s.base, in.ID)
	return &plateOutput{in.Body.Wiped(k.Wipes()).Compute(b.Recipes().PlateScene(d, plates, k.PassWidth))}, nil
}

type versionPlateInput struct {
	ID      string `path:"id"`
	Version string `path:"version"`
}

// VersionPlate is the plate of a version.
type VersionPlate struct {
	Spec     plating.Spec      `json:"spec"`
	Computed plating.Computed  `json:"computed"`
	Names    map[string]string `json:"names" doc:"of its components, by id"`
}

type versionPlateOutput struct{ Body VersionPlate }

// versionPlate computes the plate of a dish in one of its versions, to lay
// beside the dish itself.
func (s plates) versionPlate(ctx context.Context, in *versionPlateInput) (*versionPlateOutput, error) {
	b, d, err := s.dish(ctx, in.ID)
	if err != nil {
		return nil, err
	}
	spec, served, book, err := s.inVersion(b, d, in.Version)
	if err != nil {
		return nil, err
	}
	plates, k := nextPlates(b, s.base, in.ID)
	out := VersionPlate{Spec: spec, Computed: spec.Wiped(k.Wipes()).Compute(book.PlateScene(served, plates, k.PassWidth)), Names: map[string]string{}}
	for _, p := range spec.Placings {
		out.Names[p.Component] = book.Components[p.Component].Name
	}
	return &versionPlateOutput{out}, nil
}

// inVersion is the plate of a dish in one of its versions, with the dish and the
// book as they are then; 404 where it has no such version.
func (s plates) inVersion(b app.Book, d recipe.Dish, version string) (plating.Spec, recipe.Dish, recipe.Book, error) {
	for _, v := range d.Versions {
		if v.ID == version {
			served, book, _ := b.Recipes().Served(d, v)
			return d.PlateOf(v), served, book, nil
		}
	}
	return plating.Spec{}, d, recipe.Book{}, s.fail(fmt.Errorf("version %q of dish %q: %w", version, d.ID, store.ErrNotFound))
}

type acrossOutput struct{ Body plating.Across }

// acrossMenu lays the plates of a service's menu side by side.
func (s plates) acrossMenu(ctx context.Context, in *serviceInput) (*acrossOutput, error) {
	p, err := s.app.Scene(ctx, in.ID)
	if err != nil {
		return nil, s.fail(err)
	}
	called := func(id string) string { return p.In.Components[id].Name }
	var plates []plating.Plated
	for n, course := range p.In.Menu.Courses {
		for _, id := range course.Dishes {
			plates = append(plates, plating.Plated{Dish: id, Name: p.In.Dishes[id].Name, Course: n, Spec: p.In.Dishes[id].Plate, Called: called})
		}
	}
	return &acrossOutput{plating.AcrossMenu(plates)}, nil
}

type sayPlacingInput struct {
	ID      string `path:"id"`
	Text    string `query:"text" maxLength:"300"`
	Version string `query:"version" maxLength:"60" doc:"on the plate of that version; absent: of the dish"`
}

type sayPlacingOutput struct{ Body plating.Said }

// spoken is the plate of which somebody speaks, and the food that is on it.
func (s plates) spoken(ctx context.Context, in *sayPlacingInput) (plating.Spec, []plating.Portion, error) {
	b, d, err := s.dish(ctx, in.ID)
	if err != nil {
		return plating.Spec{}, nil, err
	}
	if in.Version != "" {
		spec, served, book, err := s.inVersion(b, d, in.Version)
		return spec, book.PlateScene(served, 1, 1).Portions, err
	}
	return d.Plate, b.Recipes().PlateScene(d, 1, 1).Portions, nil
}

// sayPlacing reads a placing as a cook says it.
func (s plates) sayPlacing(ctx context.Context, in *sayPlacingInput) (*sayPlacingOutput, error) {
	plate, portions, err := s.spoken(ctx, in)
	if err != nil {
		return nil, err
	}
	return &sayPlacingOutput{plate.Say(in.Text, portions)}, nil
}

type placeOutput struct{ Body plating.Place }

// readPlace reads a place on the plate of a dish; others on it are called by
// their number or their food.
func (s plates) readPlace(ctx context.Context, in *sayPlacingInput) (*placeOutput, error) {
	plate, portions, err := s.spoken(ctx, in)
	if err != nil {
		return nil, err
	}
	at, err := plate.Where(in.Text, portions)
	if err != nil {
		return nil, newProblem(http.StatusUnprocessableEntity, "", &huma.ErrorDetail{Location: "query.text", Message: err.Error()})
	}
	return &placeOutput{at}, nil
}
