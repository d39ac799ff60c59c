package api

import (
	"context"
	"net/http"
	"slices"
	"strings"

	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/contents"
	"jointime/internal/core/recipe/search"
	"jointime/internal/core/revise"
	"jointime/internal/store"
)

// routes search the book, and know what is bought.
func (s shelf) routes(at *registry) {
	operation(at, http.MethodGet, "/api/book", "search-book", "Search the book of dishes", s.search)
	operation(at, http.MethodGet, "/api/ingredients", "list-ingredients", "All ingredients", s.listIngredients)
	operation(at, http.MethodPut, "/api/ingredients/{id}", "put-ingredient", "Save an ingredient over the version that it was made from", s.putIngredient)
	operation(at, http.MethodGet, "/api/ingredients/{id}/refused", "get-refused", "What a delivery that is sent back means", s.refused)
	operation(at, http.MethodGet, "/api/compare/{kind}/{id}", "compare-revisions", "Two revisions of a document compared", s.compare)
}

type searchInput struct {
	Words   string `query:"words" maxLength:"200"`
	Without string `query:"without" maxLength:"200" doc:"allergens by id, gluten, alcohol, meat, animal; with commas between"`
	Month   int    `query:"month" minimum:"0" maximum:"12"`
	Within  int64  `query:"within" minimum:"0" maximum:"5184000"`
	Page
}

type searchOutput struct {
	Body struct {
		Entries   []search.Entry    `json:"entries" nullable:"false"`
		Found     int               `json:"found" doc:"how many dishes are like that"`
		Next      string            `json:"next,omitempty" doc:"where the list goes on; absent: it is over"`
		All       int               `json:"all" doc:"how many dishes there are"`
		Allergens []recipe.Allergen `json:"allergens" nullable:"false" doc:"those that can be asked for"`
	}
}

func (s shelf) search(ctx context.Context, in *searchInput) (*searchOutput, error) {
	shelf, err := s.app.Shelf(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	from, err := in.from()
	if err != nil {
		return nil, err
	}
	q := search.Query{Words: in.Words, Month: in.Month, Within: in.Within, Skip: int(from), Most: in.Limit}
	for _, what := range strings.Split(in.Without, ",") {
		if what = strings.TrimSpace(what); what != "" {
			q.Without = append(q.Without, what)
		}
	}
	out := &searchOutput{}
	out.Body.Entries, out.Body.Found = shelf.Search(q)
	out.Body.All, out.Body.Allergens = shelf.Size(), recipe.Allergens
	if to := q.Skip + len(out.Body.Entries); to < out.Body.Found {
		out.Body.Next = next(int64(to))
	}
	return out, nil
}

// IngredientView is something bought, and where it is used.
type IngredientView struct {
	Ingredient recipe.Ingredient `json:"ingredient"`
	Version    int64             `json:"version"`
	Dishes     int               `json:"dishes" doc:"how many need it"`
}

type ingredientsOutput struct {
	Body struct {
		Ingredients []IngredientView  `json:"ingredients" nullable:"false"`
		Components  []DishName        `json:"components" nullable:"false" doc:"what is made, by name"`
		Allergens   []recipe.Allergen `json:"allergens" nullable:"false"`
	}
}

func (s shelf) listIngredients(ctx context.Context, _ *struct{}) (*ingredientsOutput, error) {
	b, err := s.app.Book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	used := b.Recipes().Uses()
	out := &ingredientsOutput{}
	out.Body.Ingredients, out.Body.Allergens = []IngredientView{}, recipe.Allergens
	out.Body.Components = []DishName{}
	for id, c := range b.Components {
		out.Body.Components = append(out.Body.Components, DishName{id, c.Name})
	}
	slices.SortFunc(out.Body.Components, func(x, y DishName) int { return strings.Compare(x.Name, y.Name) })
	for id, i := range b.Ingredients {
		out.Body.Ingredients = append(out.Body.Ingredients, IngredientView{i, b.Version(store.Ingredient, id), used[id]})
	}
	slices.SortFunc(out.Body.Ingredients, func(x, y IngredientView) int { return strings.Compare(x.Ingredient.Name, y.Ingredient.Name) })
	return out, nil
}

func (s shelf) putIngredient(ctx context.Context, in *SaveInput[recipe.Ingredient]) (*savedOutput, error) {
	return put(s.base, ctx, store.Ingredient, in, in.Body.Value.ID)
}

type refusedOutput struct {
	Body struct {
		Falls    []contents.Fall    `json:"falls" nullable:"false"`
		StandIns []contents.StandIn `json:"standIns" nullable:"false"`
	}
}

// refused says what a delivery that is sent back brings down.
func (s shelf) refused(ctx context.Context, in *dishInput) (*refusedOutput, error) {
	b, err := s.app.Book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	if _, known := b.Ingredients[in.ID]; !known {
		return nil, s.fail(&store.Missing{Kind: store.Ingredient, ID: in.ID})
	}
	out := &refusedOutput{}
	out.Body.Falls, out.Body.StandIns = contents.Refused(b.Recipes(), in.ID)
	return out, nil
}

type compareInput struct {
	Kind string `path:"kind" enum:"ingredient,component,dish,service,menu,kitchen"`
	ID   string `path:"id"`
	From int64  `query:"from" minimum:"1" required:"true"`
	To   int64  `query:"to" minimum:"1" required:"true"`
}

type compareOutput struct {
	Body struct {
		Changes []revise.Difference `json:"changes" nullable:"false"`
	}
}

// compare lays two revisions of a thing side by side.
func (s shelf) compare(ctx context.Context, in *compareInput) (*compareOutput, error) {
	from, err := s.store.At(ctx, store.Kind(in.Kind), in.ID, in.From)
	if err != nil {
		return nil, s.fail(err)
	}
	to, err := s.store.At(ctx, store.Kind(in.Kind), in.ID, in.To)
	if err != nil {
		return nil, s.fail(err)
	}
	out := &compareOutput{}
	if out.Body.Changes, err = revise.Differences(from.Body, to.Body, s.named(ctx)); err != nil {
		return nil, s.fail(err)
	}
	return out, nil
}
