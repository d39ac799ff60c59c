package api

import (
	"context"
	"slices"

	"jointime/internal/app"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/contents"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/recipe/review"
	"jointime/internal/store"
)

// DishView is a dish with its components and what the core says of them.
type DishView struct {
	Dish       recipe.Dish            `json:"dish"`
	Version    int64                  `json:"version"`
	Plates     int                    `json:"plates" doc:"of the next service that has the dish, which the figures are for"`
	Components []ComponentView        `json:"components" nullable:"false" doc:"those on the plate, then those that go into them"`
	Others     []Named                `json:"others" nullable:"false" doc:"components that only its versions have, by name"`
	Gaps       []recipe.Gap           `json:"gaps" nullable:"false"`
	Faults     []string               `json:"faults" nullable:"false" doc:"what is wrong wherever the dish is"`
	Versions   []contents.VersionView `json:"versions" nullable:"false" doc:"the dish as it stands, then its versions"`
	Rivals     []review.Rival         `json:"rivals" nullable:"false"`
	Ahead      []review.Ahead         `json:"ahead" nullable:"false"`
	Kitchen    kitchen.Kitchen        `json:"kitchen"`
	Plate      plating.Computed       `json:"plate" doc:"what is computed of its plate"`
	Announced  *contents.Announced    `json:"announced,omitempty" doc:"the words of the card and of a brief against what is built"`
	Build      int64                  `json:"build" doc:"seconds to build one plate"`
}

// ComponentView is a component on a dish, or in one that is.
type ComponentView struct {
	Component recipe.Component    `json:"component" doc:"as it is stored"`
	Made      recipe.Component    `json:"made" doc:"as it is made: a variant is its master with changes"`
	Version   int64               `json:"version"`
	Into      string              `json:"into,omitempty" doc:"name of the component that it goes into"`
	Dishes    []Named             `json:"dishes" nullable:"false" doc:"other dishes that use it"`
	Lead      recipe.Lead         `json:"lead"`
	Methods   []review.MethodView `json:"methods" nullable:"false"`
	TakeOuts  []review.StepFault  `json:"takeOuts" nullable:"false" doc:"objects that do not come out in time, steps that are too hot for what is in them"`
	Need      quantity.Need       `json:"need"`
	Chain     []quantity.Reduced  `json:"chain" nullable:"false" doc:"what happens to its liquid, where some of it is boiled down"`
	Strengths []quantity.Strength `json:"strengths" nullable:"false" doc:"salt, sugar and acid in what it makes"`
	Yielded   *quantity.Yielded   `json:"yielded,omitempty" doc:"what the list comes to by sums; absent: no loss and no pieces are said"`
	ChainWhy  string              `json:"chainWhy,omitempty" doc:"why that cannot be worked out"`
	Words     []StepWords         `json:"words" nullable:"false" doc:"what who builds the plate has to know of the steps that end on it"`
	Said      []string            `json:"said" nullable:"false" doc:"each step's time in words; empty: a gap"`
}

// StepWords is what whoever does a step has to know.
type StepWords struct {
	Step  string        `json:"step" doc:"its name"`
	Words []recipe.Word `json:"words" nullable:"false"`
}

// endWords are the words of the steps that end on the plate: the last of a method, and those
// that are done for each wave.
func endWords(c recipe.Component) []StepWords {
	out := []StepWords{}
	steps := c.Steps()
	for i, s := range steps {
		if words := append(c.TakeOutWords(s.ID, 1), s.Words()...); len(words) > 0 && (s.EachWave || i == len(steps)-1) {
			out = append(out, StepWords{s.Name, words})
		}
	}
	if words := append(c.TakeOutWords(recipe.Plate, 1), c.BroughtBack(recipe.Plate)...); len(words) > 0 {
		out = append(out, StepWords{"before it is plated", words})
	}
	return out
}

type dishInput struct {
	ID string `path:"id"`
}

type dishOutput struct{ Body DishView }

func (s dishes) getDish(ctx context.Context, in *dishInput) (*dishOutput, error) {
	b, d, err := s.dish(ctx, in.ID)
	if err != nil {
		return nil, err
	}
	plates, k := nextPlates(b, s.base, in.ID)
	recipes := b.Recipes()
	v := DishView{Dish: d, Version: b.Version(store.Dish, in.ID), Plates: plates, Components: componentViews(b, d, k, plates), Others: others(b, d), Kitchen: k,
		Gaps: review.Asked(recipes, d, k), Faults: review.Faults(recipes, d, k, nil), Versions: []contents.VersionView{contents.Plain(recipes, d, k)}, Ahead: review.AheadOf(recipes, d),
		Rivals: review.Rivals(recipes, d, places(k), plates), Build: d.Plate.Seconds()}
	for _, version := range d.Versions {
		v.Versions = append(v.Versions, contents.Version(recipes, d, version, k, plates))
	}
	v.Announced = contents.AnnouncedOf(recipes, d)
	v.Plate = d.Plate.Wiped(k.Wipes()).Compute(recipes.PlateScene(d, plates, k.PassWidth))
	return &dishOutput{v}, nil
}

// others are the components that changes of a dish's versions put in.
func others(b app.Book, d recipe.Dish) []Named {
	out := []Named{}
	for _, v := range d.Versions {
		for _, c := range v.Changes {
			if put, known := b.Components[c.With]; known && !slices.Contains(out, Named{put.ID, put.Name}) {
				out = append(out, Named{put.ID, put.Name})
			}
		}
	}
	return out
}

// places counts what a kitchen has of a kind.
func places(k kitchen.Kitchen) func(kind string) int {
	return func(kind string) (n int) {
		for _, e := range k.OfKind(kind) {
			n += e.Places
		}
		return n
	}
}

// componentViews lists the parts of a dish in its own order, and then what
// goes into them.
func componentViews(b app.Book, d recipe.Dish, k kitchen.Kitchen, plates int) []ComponentView {
	out, listed := []ComponentView{}, map[string]bool{}
	needs := quantity.Needs(b.Recipes(), d, plates, quantity.WaysOf(k))
	add := func(c recipe.Component, into string) *ComponentView {
		listed[c.ID] = true
		out = append(out, componentView(b, d, c, into, plates))
		return &out[len(out)-1]
	}
	for i, p := range d.Parts {
		add(b.Recipes().Made(p.Component), "").Need = needs[i]
	}
	within := b.Recipes().Within(d)
	for _, c := range within {
		if !listed[c.ID] {
			add(c, goesInto(within, c.ID))
		}
	}
	return out
}

func componentView(b app.Book, d recipe.Dish, c recipe.Component, into string, plates int) ComponentView {
	recipes := b.Recipes()
	v := ComponentView{Component: b.Components[c.ID], Made: c, Version: b.Version(store.Component, c.ID), Into: into, Dishes: []Named{}, Lead: recipes.Lead(c, plates),
		Methods: review.Compare(recipes, c, plates), TakeOuts: append(review.TakeOutFaults(c), review.TooHot(recipes, c)...), Words: endWords(c), Said: []string{}, Need: quantity.Need{Component: c.ID, Ingredients: []quantity.Scaled{}}}
	v.Strengths = quantity.Strengths(recipes, c, quantity.WaysOf(b.AnyKitchen()))
	if y, said := quantity.YieldOf(recipes, c, quantity.WaysOf(b.AnyKitchen())); said {
		v.Yielded = &y
	}
	v.Chain, v.ChainWhy = quantity.Reductions(recipes, c, quantity.WaysOf(b.AnyKitchen()))
	for _, step := range c.Steps() {
		said := ""
		if step.Time != nil {
			said = step.Time.Say()
		}
		v.Said = append(v.Said, said)
	}
	for _, id := range recipes.UsedBy(c.ID) {
		if id != d.ID {
			v.Dishes = append(v.Dishes, Named{id, b.Dishes[id].Name})
		}
	}
	return v
}

// goesInto names the component that another one goes into.
func goesInto(within []recipe.Component, id string) string {
	for _, c := range within {
		for _, l := range c.Lines {
			if l.Component == id {
				return c.Name
			}
		}
	}
	return ""
}
