package api

import (
	"cmp"
	"context"
	"net/http"
	"slices"
	"strconv"

	"jointime/internal/core/heat"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/units"
	"jointime/internal/store"
)

// routes tell what there is to cook with and how a kitchen likes to read
// figures, and reckon with its heat.
func (s kitchens) routes(at *registry) {
	operation(at, http.MethodGet, "/api/kitchens", "list-kitchens", "All kitchens", s.listKitchens)
	operation(at, http.MethodPut, "/api/kitchens/{id}", "put-kitchen", "Save a kitchen over the version that it was made from", s.putKitchen)
	operation(at, http.MethodGet, "/api/heats", "list-heats", "Temperatures as the kitchen writes them", s.heats)
	operation(at, http.MethodPost, "/api/reduce", "reduce", "How long a liquid takes to boil down", s.reduce)
}

// KitchenView is a kitchen.
type KitchenView struct {
	Kitchen kitchen.Kitchen `json:"kitchen"`
	Version int64           `json:"version"`
}

type kitchensOutput struct {
	Body struct {
		Kitchens []KitchenView   `json:"kitchens" nullable:"false"`
		UsualDay []kitchen.Event `json:"usualDay" nullable:"false" doc:"what most kitchens have in a day beside food work, for one to begin from"`
	}
}

func (s kitchens) listKitchens(ctx context.Context, _ *struct{}) (*kitchensOutput, error) {
	b, err := s.app.Book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	out := &kitchensOutput{}
	out.Body.Kitchens, out.Body.UsualDay = []KitchenView{}, kitchen.UsualDay()
	for id, k := range b.Kitchens {
		out.Body.Kitchens = append(out.Body.Kitchens, KitchenView{k, b.Version(store.Kitchen, id)})
	}
	slices.SortFunc(out.Body.Kitchens, func(x, y KitchenView) int { return cmp.Compare(x.Kitchen.ID, y.Kitchen.ID) })
	return out, nil
}

func (s kitchens) putKitchen(ctx context.Context, in *SaveInput[kitchen.Kitchen]) (*savedOutput, error) {
	return put(s.base, ctx, store.Kitchen, in, in.Body.Value.ID)
}

type heatsOutput struct {
	Body struct {
		Heats map[string]units.Heat `json:"heats" doc:"by whole °C, from -30 to 300"`
	}
}

// heats tells temperatures in all ways, as the first kitchen likes them.
func (s kitchens) heats(ctx context.Context, _ *struct{}) (*heatsOutput, error) {
	b, err := s.app.Book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	likes := b.AnyKitchen().Likes
	out := &heatsOutput{}
	out.Body.Heats = map[string]units.Heat{}
	for c := -30; c <= 300; c++ {
		out.Body.Heats[strconv.Itoa(c)] = likes.HeatOf(float64(c))
	}
	return out, nil
}

type reduceInput struct {
	Body struct {
		Stages []quantity.Stage `json:"stages" nullable:"false" minItems:"1" maxItems:"100"`
		Out    *units.Amount    `json:"out,omitempty" doc:"so much is to come out: tells what goes in; absent: tells what comes out"`
		Pan    *heat.Vessel     `json:"pan,omitempty" doc:"what it boils away in; absent: no times are told"`
		Start  float64          `json:"start,omitempty" minimum:"0" maximum:"100" doc:"°C at the start of the first boiling; absent or 0: it boils already"`
	}
}

// ReductionView is a chain of reductions with how long each takes.
type ReductionView struct {
	Stages   []quantity.Reduced `json:"stages" nullable:"false"`
	Takes    []*heat.Takes      `json:"takes" nullable:"false" doc:"seconds of each stage, an estimate; null: nothing boils away in it, or it cannot be told"`
	Workings []string           `json:"workings" nullable:"false" doc:"of the times, as lines of sums"`
	Why      string             `json:"why,omitempty" doc:"why a time cannot be told"`
}

type reduceOutput struct{ Body ReductionView }

// reduce works a chain of reductions out, forwards or backwards.
func (s kitchens) reduce(ctx context.Context, in *reduceInput) (*reduceOutput, error) {
	b, err := s.app.Book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	measures := b.AnyKitchen().Sizes()
	v := ReductionView{}
	if in.Body.Out != nil {
		v.Stages, err = quantity.ReduceTo(*in.Body.Out, in.Body.Stages, measures)
	} else {
		v.Stages, err = quantity.Reduce(in.Body.Stages, measures)
	}
	if err != nil {
		return nil, s.fail(err)
	}
	v.times(in.Body.Pan, in.Body.Start)
	return &reduceOutput{v}, nil
}

// times tells how long each stage boils. Mass is taken for that of water.
func (v *ReductionView) times(pan *heat.Vessel, start float64) {
	v.Takes, v.Workings = make([]*heat.Takes, len(v.Stages)), make([]string, len(v.Stages))
	if start == 0 {
		start = 100
	}
	for i, r := range v.Stages {
		if pan == nil || r.Add != nil || r.Out.Quantity >= r.In.Quantity {
			continue
		}
		span, err := pan.BoilDown(r.In.Quantity/1000, r.Out.Quantity/1000, start)
		if err != nil {
			v.Why = err.Error()
			continue
		}
		v.Takes[i], v.Workings[i], start = &span, pan.Working(r.In.Quantity/1000, r.Out.Quantity/1000), 100
	}
}
