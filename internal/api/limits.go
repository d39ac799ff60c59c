package api

import (
	"context"

	"github.com/danielgtaylor/huma/v2"

	"jointime/internal/core/limits"
)

// routes tell of the published limits that a kitchen can choose from.
func (s limitLists) routes(api huma.API) {
	huma.Get(api, "/api/limits", s.listLimits)
}

type limitsOutput struct {
	Body struct {
		Sets []limits.Set `json:"sets" nullable:"false"`
	}
}

func (s limitLists) listLimits(context.Context, *struct{}) (*limitsOutput, error) {
	out := &limitsOutput{}
	out.Body.Sets = limits.Sets()
	return out, nil
}
