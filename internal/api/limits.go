package api

import (
	"context"
	"net/http"

	"jointime/internal/core/limits"
)

// routes tell of the published limits that a kitchen can choose from.
func (s limitLists) routes(at *registry) {
	operation(at, http.MethodGet, "/api/limits", "list-limits", "Published limits, with their sources", s.listLimits)
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
