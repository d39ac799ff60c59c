package api

import (
	"cmp"
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
	operation(at, http.MethodGet, "/api/ingredients", "list-ingredients", "The ingredients, by name", s.listIngredients)
	operation(at, http.MethodGet, "/api/ingredients/{id}", "get-ingredient", "An ingredient, and in how many dishes it is", s.ingredient)
	operation(at, http.MethodGet, "/api/allergens", "list-allergens", "What is declared as an allergen", s.allergens)
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

type ingredientsInput struct {
	Words string `query:"words" maxLength:"200" doc:"each must begin a word of its name, or of another that it is called by"`
	Page
}

type ingredientsOutput struct {
	Body struct {
		Ingredients []IngredientView `json:"ingredients" nullable:"false" doc:"by name"`
		Next        string           `json:"next,omitempty" doc:"where the list goes on; absent: it is over"`
		All         int              `json:"all" doc:"how many ingredients there are"`
		Untold      int              `json:"untold" doc:"of how many the allergens are not recorded"`
	}
}

func (s shelf) listIngredients(ctx context.Context, in *ingredientsInput) (*ingredientsOutput, error) {
	b, err := s.app.Book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	var found []recipe.Ingredient
	out := &ingredientsOutput{}
	out.Body.All = len(b.Ingredients)
	words := strings.Fields(strings.ToLower(in.Words))
	for _, i := range b.Ingredients {
		if i.Allergens == nil {
			out.Body.Untold++
		}
		called := strings.ToLower(i.Name + "\n" + strings.Join(i.Also, "\n"))
		if !slices.ContainsFunc(words, func(w string) bool { return !search.Begins(called, w) }) {
			found = append(found, i)
		}
	}
	slices.SortFunc(found, func(x, y recipe.Ingredient) int {
		return cmp.Or(strings.Compare(strings.ToLower(x.Name), strings.ToLower(y.Name)), strings.Compare(x.ID, y.ID))
	})
	page, next, err := paged(found, in.Page)
	if err != nil {
		return nil, err
	}
	used := b.Recipes().Uses()
	out.Body.Ingredients, out.Body.Next = make([]IngredientView, len(page)), next
	for k, i := range page {
		out.Body.Ingredients[k] = IngredientView{i, b.Version(store.Ingredient, i.ID), used[i.ID]}
	}
	return out, nil
}

type ingredientOutput struct {
	Body struct {
		IngredientView
		StandIns []Named `json:"standIns" nullable:"false" doc:"its substitutes, by name"`
	}
}

func (s shelf) ingredient(ctx context.Context, in *dishInput) (*ingredientOutput, error) {
	b, err := s.app.Book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	i, known := b.Ingredients[in.ID]
	if !known {
		return nil, s.fail(&store.Missing{Kind: store.Ingredient, ID: in.ID})
	}
	out := &ingredientOutput{}
	out.Body.IngredientView = IngredientView{i, b.Version(store.Ingredient, i.ID), b.Recipes().Uses()[i.ID]}
	out.Body.StandIns = []Named{}
	for _, sub := range i.Substitutes {
		if other, known := b.Ingredients[sub.Ingredient]; known {
			out.Body.StandIns = append(out.Body.StandIns, Named{other.ID, other.Name})
		}
	}
	return out, nil
}

type allergensOutput struct {
	Body struct {
		Allergens []recipe.Allergen `json:"allergens" nullable:"false"`
	}
}

func (s shelf) allergens(context.Context, *struct{}) (*allergensOutput, error) {
	out := &allergensOutput{}
	out.Body.Allergens = recipe.Allergens
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
