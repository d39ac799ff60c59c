package api

import (
	"context"

	"github.com/danielgtaylor/huma/v2"

	"jointime/internal/core/limits"
)

// limitRoutes tell of the published limits that a kitchen can choose from.
func (s *Server) limitRoutes(api huma.API) {
	huma.Get(api, "/api/limits", s.listLimits)
}

type limitsOutput struct {
	Body struct {
		Sets []limits.Set `json:"sets" nullable:"false"`
	}
}

func (s *Server) listLimits(context.Context, *struct{}) (*limitsOutput, error) {
	out := &limitsOutput{}
	out.Body.Sets = limits.Sets()
	return out, nil
}
