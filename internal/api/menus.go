package api

import (
	"cmp"
	"context"
	"net/http"
	"slices"

	"jointime/internal/app"
	"jointime/internal/core/recipe"
	"jointime/internal/store"
)

// routes keep menus: courses with their dishes, to be served again.
func (s menus) routes(at *registry) {
	operation(at, http.MethodGet, "/api/menus", "list-menus", "All kept menus, by name", s.listMenus)
	operation(at, http.MethodGet, "/api/menus/{id}", "get-menu", "A kept menu", s.getMenu)
	operation(at, http.MethodPut, "/api/menus/{id}", "put-menu", "Save a menu over the version that it was made from", s.putMenu)
	operation(at, http.MethodPost, "/api/menus", "add-menu", "Keep a menu under a name", s.newMenu, creates("/api/menus/"))
}

// MenuView is a kept menu, with where it is served.
type MenuView struct {
	Menu     recipe.Menu `json:"menu"`
	Version  int64       `json:"version"`
	Dishes   []Named     `json:"dishes" nullable:"false" doc:"the names of its dishes"`
	Services []Named     `json:"services" nullable:"false" doc:"that serve it and are not past, by day: the name is the day"`
}

type menusOutput struct {
	Body struct {
		Menus []MenuView `json:"menus" nullable:"false"`
	}
}

func (s menus) listMenus(ctx context.Context, _ *struct{}) (*menusOutput, error) {
	b, err := s.app.Book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	out := &menusOutput{}
	out.Body.Menus = []MenuView{}
	for id := range b.Menus {
		out.Body.Menus = append(out.Body.Menus, s.menuView(b, id))
	}
	slices.SortFunc(out.Body.Menus, func(x, y MenuView) int {
		return cmp.Or(cmp.Compare(x.Menu.Name, y.Menu.Name), cmp.Compare(x.Menu.ID, y.Menu.ID))
	})
	return out, nil
}

func (s menus) menuView(b app.Book, id string) MenuView {
	v := MenuView{Menu: b.Menus[id], Version: b.Version(store.Menu, id), Dishes: []Named{}, Services: []Named{}}
	for _, c := range v.Menu.Courses {
		for _, d := range c.Dishes {
			v.Dishes = append(v.Dishes, Named{d, b.Dishes[d].Name})
		}
	}
	for _, svc := range b.Coming(s.Now()) {
		if svc.Menu == id {
			v.Services = append(v.Services, Named{svc.ID, svc.Day})
		}
	}
	return v
}

type menuOutput struct{ Body MenuView }

func (s menus) getMenu(ctx context.Context, in *serviceInput) (*menuOutput, error) {
	b, err := s.app.Book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	if _, known := b.Menus[in.ID]; !known {
		return nil, s.fail(&store.Missing{Kind: store.Menu, ID: in.ID})
	}
	return &menuOutput{s.menuView(b, in.ID)}, nil
}

func (s menus) putMenu(ctx context.Context, in *SaveInput[recipe.Menu]) (*savedOutput, error) {
	return put(s.base, ctx, store.Menu, in, in.Body.Value.ID)
}

type newMenuInput struct {
	Body struct {
		Name    string          `json:"name" minLength:"1" maxLength:"120"`
		Courses []recipe.Course `json:"courses" nullable:"false" maxItems:"30"`
	}
}

func (s menus) newMenu(ctx context.Context, in *newMenuInput) (*savedOutput, error) {
	return s.create(ctx, func(b app.Book) ([]store.Write, error) {
		taken := map[string]bool{}
		for id := range b.Menus {
			taken[id] = true
		}
		m := recipe.Menu{ID: recipe.Slug(in.Body.Name, taken), Name: in.Body.Name, Courses: in.Body.Courses}
		return []store.Write{{Kind: store.Menu, ID: m.ID, Body: m, What: m.Name + ": new"}}, nil
	})
}
