package api

import (
	"context"
	"net/http"
	"strings"

	"jointime/internal/app"
)

// routes find anything by its name.
func (s finding) routes(at *registry) {
	operation(at, http.MethodGet, "/api/find", "find", "Find dishes, components, ingredients, services, menus, kitchens and suppliers by name and by what is in them", s.find)
}

type findInput struct {
	Words string `query:"words" maxLength:"200"`
	Kinds string `query:"kinds" maxLength:"100" doc:"those that are looked for, with commas between; empty: all"`
	Limit int    `query:"limit" minimum:"1" maximum:"100" default:"12"`
}

type findOutput struct {
	Body struct {
		Found []app.Match `json:"found" nullable:"false"`
		All   int         `json:"all" doc:"how many there are"`
	}
}

func (s finding) find(ctx context.Context, in *findInput) (*findOutput, error) {
	var kinds []string
	for _, k := range strings.Split(in.Kinds, ",") {
		if k = strings.TrimSpace(k); k != "" {
			kinds = append(kinds, k)
		}
	}
	out := &findOutput{}
	found, all, err := s.app.Find(ctx, strings.Fields(strings.ToLower(in.Words)), kinds, in.Limit)
	if err != nil {
		return nil, s.fail(err)
	}
	out.Body.Found, out.Body.All = append([]app.Match{}, found...), all
	return out, nil
}
