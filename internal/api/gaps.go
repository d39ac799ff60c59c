package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/answer"
	"jointime/internal/store"
)

type gapInput struct {
	ID   string `path:"id"`
	Body struct {
		Gap     recipe.Gap `json:"gap"`
		Text    string     `json:"text" maxLength:"2000" doc:"as typed"`
		Usual   bool       `json:"usual,omitempty" doc:"it is the usual answer, taken for now"`
		Settled bool       `json:"settled,omitempty" doc:"it stands as it is, and is not asked again"`
	}
}

// Answered is what an answer to a gap changes, to be put into the book; absent: nothing of
// that kind. The version is the one that it was changed from.
type Answered struct {
	Component  *recipe.Component  `json:"component,omitempty"`
	Dish       *recipe.Dish       `json:"dish,omitempty"`
	Ingredient *recipe.Ingredient `json:"ingredient,omitempty"`
	Versions   struct {
		Component  int64 `json:"component"`
		Dish       int64 `json:"dish"`
		Ingredient int64 `json:"ingredient"`
	} `json:"versions"`
}

type gapOutput struct{ Body Answered }

// answerGap puts an answer where it belongs; it is kept when what it changes is saved.
func (s pasting) answerGap(ctx context.Context, in *gapInput) (*gapOutput, error) {
	b, d, err := s.dish(ctx, in.ID)
	if err != nil {
		return nil, err
	}
	ch, err := answer.Give(b.Recipes(), d, b.AnyKitchen(), answer.Given{Gap: in.Body.Gap, Text: in.Body.Text, Usual: in.Body.Usual, Settled: in.Body.Settled})
	if err != nil {
		return nil, newProblem(http.StatusUnprocessableEntity, "", &huma.ErrorDetail{Location: "body.text", Message: err.Error()})
	}
	out := &gapOutput{Answered{Component: ch.Component, Dish: ch.Dish, Ingredient: ch.Ingredient}}
	v := &out.Body.Versions
	v.Component, v.Dish = b.Version(store.Component, in.Body.Gap.Component), b.Version(store.Dish, d.ID)
	if ch.Ingredient != nil {
		v.Ingredient = b.Version(store.Ingredient, ch.Ingredient.ID)
	}
	return out, nil
}
