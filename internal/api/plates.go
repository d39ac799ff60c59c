package api

import (
	"context"
	"fmt"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"jointime/internal/core/fault"
	"jointime/internal/core/plating"
	"jointime/internal/store"
)

// plateRoutes compute plates, as they are and as they would be, and understand
// what is said of them.
func (s *Server) plateRoutes(api huma.API) {
	huma.Post(api, "/api/dishes/{id}/plate", s.plate)
	huma.Get(api, "/api/dishes/{id}/placing", s.sayPlacing)
	huma.Get(api, "/api/dishes/{id}/versions/{version}/plate", s.versionPlate)
	huma.Get(api, "/api/dishes/{id}/place", s.readPlace)
	huma.Get(api, "/api/services/{id}/across", s.acrossMenu)
}

type plateInput struct {
	ID   string `path:"id"`
	Body plating.Spec
}

type plateOutput struct{ Body plating.Computed }

// plate computes a plate of a dish as it would be; nothing is kept.
func (s *Server) plate(ctx context.Context, in *plateInput) (*plateOutput, error) {
	var faults fault.List
	if in.Body.Validate("plate", &faults); len(faults) > 0 {
		return nil, s.fail(faults)
	}
	b, d, err := s.dish(ctx, in.ID)
	if err != nil {
		return nil, err
	}
	plates, k := b.nextPlates(s, in.ID)
	return &plateOutput{in.Body.Compute(b.recipes().PlateScene(d, plates, k.PassWidth))}, nil
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
func (s *Server) versionPlate(ctx context.Context, in *versionPlateInput) (*versionPlateOutput, error) {
	b, d, err := s.dish(ctx, in.ID)
	if err != nil {
		return nil, err
	}
	for _, v := range d.Versions {
		if v.ID != in.Version {
			continue
		}
		served, book, _ := b.recipes().Served(d, v)
		plates, k := b.nextPlates(s, in.ID)
		out := VersionPlate{Spec: d.PlateOf(v), Names: map[string]string{}}
		out.Computed = out.Spec.Compute(book.PlateScene(served, plates, k.PassWidth))
		for _, p := range out.Spec.Placings {
			out.Names[p.Component] = book.Components[p.Component].Name
		}
		return &versionPlateOutput{out}, nil
	}
	return nil, s.fail(fmt.Errorf("version %q of dish %q: %w", in.Version, in.ID, store.ErrNotFound))
}

type acrossOutput struct{ Body plating.Across }

// acrossMenu lays the plates of a service's menu side by side.
func (s *Server) acrossMenu(ctx context.Context, in *serviceInput) (*acrossOutput, error) {
	p, err := s.scene(ctx, in.ID)
	if err != nil {
		return nil, s.fail(err)
	}
	called := func(id string) string { return p.in.Components[id].Name }
	var plates []plating.Plated
	for n, course := range p.in.Menu.Courses {
		for _, id := range course.Dishes {
			plates = append(plates, plating.Plated{Dish: id, Name: p.in.Dishes[id].Name, Course: n, Spec: p.in.Dishes[id].Plate, Called: called})
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
func (s *Server) spoken(ctx context.Context, in *sayPlacingInput) (plating.Spec, []plating.Portion, error) {
	b, d, err := s.dish(ctx, in.ID)
	if err != nil {
		return plating.Spec{}, nil, err
	}
	for _, v := range d.Versions {
		if v.ID == in.Version {
			served, book, _ := b.recipes().Served(d, v)
			return d.PlateOf(v), book.PlateScene(served, 1, 1).Portions, nil
		}
	}
	if in.Version != "" {
		return plating.Spec{}, nil, s.fail(fmt.Errorf("version %q of dish %q: %w", in.Version, in.ID, store.ErrNotFound))
	}
	return d.Plate, b.recipes().PlateScene(d, 1, 1).Portions, nil
}

// sayPlacing reads a placing as a cook says it.
func (s *Server) sayPlacing(ctx context.Context, in *sayPlacingInput) (*sayPlacingOutput, error) {
	plate, portions, err := s.spoken(ctx, in)
	if err != nil {
		return nil, err
	}
	return &sayPlacingOutput{plate.Say(in.Text, portions)}, nil
}

type placeOutput struct{ Body plating.Place }

// readPlace reads a place on the plate of a dish; others on it are called by
// their number or their food.
func (s *Server) readPlace(ctx context.Context, in *sayPlacingInput) (*placeOutput, error) {
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
