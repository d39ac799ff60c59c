package api

import (
	"context"
	"errors"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"jointime/internal/core/cutting"
	"jointime/internal/core/fault"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
)

type cutInput struct {
	From string `query:"from" maxLength:"100"`
	Into string `query:"into" maxLength:"100"`
	Gap  string `query:"gap" maxLength:"40"`
	Ends string `query:"ends" maxLength:"40"`
}

type cutOutput struct{ Body cutting.Cut }

// readCut reads what is cut into what, as it is typed.
func (s readings) readCut(_ context.Context, in *cutInput) (*cutOutput, error) {
	c, err := cutting.Typed(in.From, in.Into, in.Gap, in.Ends)
	var l fault.List
	if errors.As(err, &l) {
		return nil, newProblem(http.StatusUnprocessableEntity, "", &huma.ErrorDetail{Location: l[0].Field, Message: l[0].What})
	}
	return &cutOutput{c}, nil
}

type yieldInput struct{ Body recipe.Component }

type yieldOutput struct{ Body quantity.Yielded }

// yield works out what a component comes to that is not kept yet.
func (s readings) yield(ctx context.Context, in *yieldInput) (*yieldOutput, error) {
	b, err := s.app.Book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	if err := in.Body.Validate(); err != nil {
		return nil, s.fail(err)
	}
	y, _ := quantity.YieldOf(b.Recipes(), in.Body, quantity.WaysOf(b.AnyKitchen()))
	return &yieldOutput{y}, nil
}
