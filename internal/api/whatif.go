package api

import (
	"context"
	"maps"
	"math"
	"net/http"
	"reflect"
	"slices"
	"time"

	"jointime/internal/app"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/service"
)

// routes plan a service as it would be with something changed, and keep
// nothing.
func (s comparing) routes(at *registry) {
	at.file(http.MethodPost, "/api/services/{id}/stop", "stop-planning", "Stop planning and keep the best plan so far", "", s.stopPlanning)
	operation(at, http.MethodPost, "/api/services/{id}/what-if", "what-if", "Plan a service as it would be, and keep nothing", s.whatIf)
	operation(at, http.MethodPost, "/api/services/{id}/methods", "compare-methods", "Plan a service with each method of its components", s.compareMethods)
}

type whatIfInput struct {
	ID   string `path:"id"`
	Body struct {
		Kitchen *kitchen.Kitchen  `json:"kitchen,omitempty"`
		Service *service.Service  `json:"service,omitempty"`
		Methods map[string]string `json:"methods,omitempty" doc:"component → method"`
	}
}

// WhatIfView is the plan as it is beside the plan as it would be: both searched for from
// the plan that is kept, equally long.
type WhatIfView struct {
	Service  string         `json:"service"`
	Now      report.Summary `json:"now"`
	Then     report.Summary `json:"then"`
	Searched int64          `json:"searched,omitempty" doc:"seconds after which the searches were ended; absent: both were gone through to their end"`
}

type whatIfOutput struct{ Body WhatIfView }

func (s comparing) whatIf(ctx context.Context, in *whatIfInput) (*whatIfOutput, error) {
	p, r, err := s.app.Settled(ctx, in.ID)
	if err != nil {
		return nil, s.fail(err)
	}
	next := p.In
	if k := in.Body.Kitchen; k != nil {
		if err := app.JudgeKitchen(*k); err != nil {
			return nil, s.fail(under("kitchen", err))
		}
		next.Kitchen = *k
	}
	if v := in.Body.Service; v != nil {
		next.Service = v.Resolved(next.Menu)
		if err := next.Service.Validate(next.Menu, next.Zone, s.Now()); err != nil {
			return nil, s.fail(under("service", err))
		}
	}
	next.Components = maps.Clone(next.Components)
	for id, method := range in.Body.Methods {
		next.Components[id] = next.Components[id].By(method)
	}
	now := r.Summary(r.RunUp)
	if asItIs(next, p.In) {
		return &whatIfOutput{WhatIfView{Service: in.ID, Now: now, Then: now}}, nil
	}
	then, was, cut, err := s.app.Beside(ctx, r, p.In, next, s.whatIfWithin())
	if err != nil {
		return nil, s.fail(err)
	}
	out := &whatIfOutput{WhatIfView{Service: in.ID, Now: was.Summary(was.RunUp), Then: then.Summary(then.RunUp)}}
	if cut {
		out.Body.Searched = int64(math.Ceil(s.whatIfWithin().Seconds()))
	}
	return out, nil
}

// whatIfWithin bounds the search for a plan that is only compared, to two fifths of what a
// request may take, for there may be two: where strict limits cannot all be kept it goes on
// for many times as long, and the best until then does.
func (s comparing) whatIfWithin() time.Duration { return s.Within * 2 / 5 }

// asItIs tells whether nothing of what a service is planned from is otherwise.
func asItIs(a, b demand.Input) bool {
	b.Service = b.Service.Resolved(b.Menu)
	return reflect.DeepEqual(a.Service, b.Service) && reflect.DeepEqual(a.Kitchen, b.Kitchen) && reflect.DeepEqual(a.Components, b.Components)
}

// MethodPlans is a component with the plan by each of its methods.
type MethodPlans struct {
	Component string       `json:"component"`
	Name      string       `json:"name"`
	Chosen    string       `json:"chosen" doc:"id of the method that is planned with"`
	Methods   []MethodPlan `json:"methods" nullable:"false"`
}

// MethodPlan is the plan of the service if a component is made by one method.
type MethodPlan struct {
	ID        string         `json:"id"`
	Name      string         `json:"name"`
	Hands     int64          `json:"hands" doc:"seconds of hands for the component"`
	Equipment []string       `json:"equipment" nullable:"false" doc:"kinds that it takes"`
	Lead      int64          `json:"lead" doc:"seconds from its first step to its first plate"`
	Plan      report.Summary `json:"plan"`
}

type methodsOutput struct {
	Body struct {
		Components []MethodPlans `json:"components" nullable:"false"`
	}
}

// compareMethods plans a service with each method of every component that has
// several.
func (s comparing) compareMethods(ctx context.Context, in *serviceInput) (*methodsOutput, error) {
	p, kept, err := s.app.Settled(ctx, in.ID)
	if err != nil {
		return nil, s.fail(err)
	}
	out := &methodsOutput{}
	out.Body.Components = []MethodPlans{}
	seen := map[string]bool{}
	for _, id := range slices.Sorted(maps.Keys(p.In.Dishes)) {
		dish := p.In.Dishes[id]
		for _, c := range p.Book.Recipes().Within(dish) {
			if len(c.Methods) < 2 || seen[c.ID] {
				continue
			}
			seen[c.ID] = true
			plans, err := s.methodPlans(ctx, p.In, kept, p.In.Components[c.ID])
			if err != nil {
				return nil, s.fail(err)
			}
			out.Body.Components = append(out.Body.Components, plans)
		}
	}
	return out, nil
}

func (s comparing) methodPlans(ctx context.Context, in demand.Input, kept app.Planned, c recipe.Component) (MethodPlans, error) {
	out := MethodPlans{Component: c.ID, Name: c.Name, Chosen: c.Method().ID, Methods: []MethodPlan{}}
	for _, m := range c.Methods {
		next := in
		next.Components = maps.Clone(in.Components)
		next.Components[c.ID] = c.By(m.ID)
		r, err := s.app.Once(ctx, next, kept, s.whatIfWithin())
		if err != nil {
			return out, err
		}
		one := MethodPlan{ID: m.ID, Name: m.Name, Plan: r.Summary(r.RunUp), Equipment: []string{}}
		one.Hands, one.Lead = r.RunUp.Effort(c.ID)
		for _, step := range m.Steps {
			for _, n := range step.Equipment {
				one.Equipment = append(one.Equipment, n.Kind)
			}
		}
		out.Methods = append(out.Methods, one)
	}
	return out, nil
}

func (s comparing) stopPlanning(w http.ResponseWriter, r *http.Request) {
	if !s.app.Stop(pathID(r)) {
		s.writeProblem(w, problem(notPlanning, "Nothing is being planned."))
		return
	}
	w.WriteHeader(http.StatusNoContent)
}
