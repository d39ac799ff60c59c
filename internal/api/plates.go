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

type sayPlacingInput struct {
	ID   string `path:"id"`
	Text string `query:"text" maxLength:"300"`
}

type sayPlacingOutput struct{ Body plating.Said }

// sayPlacing reads a placing as a cook says it.
func (s *Server) sayPlacing(ctx context.Context, in *sayPlacingInput) (*sayPlacingOutput, error) {
	b, d, err := s.dish(ctx, in.ID)
	if err != nil {
		return nil, err
	}
	return &sayPlacingOutput{d.Plate.Say(in.Text, b.recipes().PlateScene(d, 1, 1).Portions)}, nil
}

type placeOutput struct{ Body plating.Place }

// readPlace reads a place on the plate of a dish; others on it are called by
// their number or their food.
func (s *Server) readPlace(ctx context.Context, in *sayPlacingInput) (*placeOutput, error) {
	b, d, err := s.dish(ctx, in.ID)
	if err != nil {
		return nil, err
	}
	at, err := d.Plate.Where(in.Text, b.recipes().PlateScene(d, 1, 1).Portions)
	if err != nil {
		return nil, newProblem(http.StatusUnprocessableEntity, "", &huma.ErrorDetail{Location: "query.text", Message: err.Error()})
	}
	return &placeOutput{at}, nil
}
