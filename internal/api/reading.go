package api

import (
	"context"
	"fmt"
	"math"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"jointime/internal/core/fault"
	"jointime/internal/core/plating"
	"jointime/internal/core/reading"
	"jointime/internal/core/units"
	"jointime/internal/store"
)

// readRoutes understand what people type, and draw what is not saved yet.
func (s *Server) readRoutes(api huma.API) {
	huma.Get(api, "/api/read/duration", s.readDuration)
	huma.Get(api, "/api/read/amount", s.readAmount)
	huma.Get(api, "/api/read/heat", s.readHeat)
	huma.Post(api, "/api/dishes/{id}/plate", s.plate)
	huma.Get(api, "/api/dishes/{id}/placing", s.sayPlacing)
	huma.Get(api, "/api/dishes/{id}/versions/{version}/plate", s.versionPlate)
	huma.Get(api, "/api/read/place", s.readPlace)
}

type textInput struct {
	Text string `query:"text" maxLength:"100"`
}

// DurationView is a time as it was understood.
type DurationView struct {
	Quick int64  `json:"quick"`
	Usual int64  `json:"usual"`
	Slow  int64  `json:"slow"`
	Text  string `json:"text" doc:"the same, written back"`
}

type durationOutput struct{ Body DurationView }

func (s *Server) readDuration(_ context.Context, in *textInput) (*durationOutput, error) {
	r, err := units.ParseRange(in.Text)
	if err != nil {
		return nil, newProblem(http.StatusUnprocessableEntity, "", &huma.ErrorDetail{Location: "query.text", Message: err.Error()})
	}
	return &durationOutput{DurationView{r.Quick, r.Usual, r.Slow, units.FormatRange(r)}}, nil
}

// AmountView is an amount as it was understood.
type AmountView struct {
	Amount units.Amount `json:"amount"`
	Text   string       `json:"text"`
}

type amountOutput struct{ Body AmountView }

func (s *Server) readAmount(_ context.Context, in *textInput) (*amountOutput, error) {
	a, err := units.ParseAmount(in.Text)
	if err != nil {
		return nil, newProblem(http.StatusUnprocessableEntity, "", &huma.ErrorDetail{Location: "query.text", Message: err.Error()})
	}
	return &amountOutput{AmountView{a, a.String()}}, nil
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
	b, err := s.book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	d, known := b.dishes[in.ID]
	if !known {
		return nil, s.fail(fmt.Errorf("dish %q: %w", in.ID, store.ErrNotFound))
	}
	plates, k := b.nextPlates(s, in.ID)
	return &plateOutput{in.Body.Compute(b.recipes().PlateScene(d, plates, k.PassWidth))}, nil
}

type heatOutput struct{ Body units.Heat }

// readHeat reads a temperature as it is typed, to whole °C.
func (s *Server) readHeat(ctx context.Context, in *textInput) (*heatOutput, error) {
	celsius, err := reading.Heat(in.Text)
	if err != nil {
		return nil, newProblem(http.StatusUnprocessableEntity, "", &huma.ErrorDetail{Location: "query.text", Message: err.Error()})
	}
	b, err := s.book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	return &heatOutput{b.anyKitchen().Likes.HeatOf(math.Round(celsius))}, nil
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
	b, err := s.book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	d := b.dishes[in.ID]
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
	b, err := s.book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	d, known := b.dishes[in.ID]
	if !known {
		return nil, s.fail(fmt.Errorf("dish %q: %w", in.ID, store.ErrNotFound))
	}
	return &sayPlacingOutput{d.Plate.Say(in.Text, b.recipes().PlateScene(d, 1, 1).Portions)}, nil
}

// PlaceView is a place on a plate.
type PlaceView struct {
	Hour     float64 `json:"hour"`
	Distance float64 `json:"distance" doc:"mm from the centre"`
}

type placeOutput struct{ Body PlaceView }

func (s *Server) readPlace(_ context.Context, in *textInput) (*placeOutput, error) {
	hour, distance, err := plating.Where(in.Text)
	if err != nil {
		return nil, newProblem(http.StatusUnprocessableEntity, "", &huma.ErrorDetail{Location: "query.text", Message: err.Error()})
	}
	return &placeOutput{PlaceView{hour, distance}}, nil
}
