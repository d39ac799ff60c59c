package api

import (
	"context"
	"encoding/json"
	"fmt"
	"maps"
	"net/http"
	"slices"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/recipe/review"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/service"
	"jointime/internal/store"
)

func (s *Server) serviceRoutes(api huma.API) {
	huma.Get(api, "/api/services", s.listServices)
	huma.Get(api, "/api/services/{id}", s.getService)
	huma.Put(api, "/api/services/{id}", s.putService)
	huma.Post(api, "/api/services/{id}/copy", s.copyService)
	huma.Get(api, "/api/services/{id}/runup", s.getRunUp)
	huma.Get(api, "/api/services/{id}/progress", s.getProgress)
}

// ServiceLine is a service in the list.
type ServiceLine struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Day  string `json:"day"`
	Past bool   `json:"past"`

	Kitchen string `json:"kitchen" doc:"id of the one that it is planned in"`
}

type servicesOutput struct {
	Body struct {
		Services []ServiceLine `json:"services" nullable:"false" doc:"the next one first, then later ones, then past ones"`
	}
}

func (s *Server) listServices(ctx context.Context, _ *struct{}) (*servicesOutput, error) {
	b, err := s.book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	out := &servicesOutput{}
	out.Body.Services = []ServiceLine{}
	for id, v := range b.services {
		out.Body.Services = append(out.Body.Services, ServiceLine{id, v.Name, v.Day, v.Past(s.Now(), b.zone(v.Kitchen)), v.Kitchen})
	}
	slices.SortFunc(out.Body.Services, func(a, b ServiceLine) int {
		switch {
		case a.Past != b.Past && a.Past:
			return 1
		case a.Past != b.Past:
			return -1
		case a.Past:
			return strings.Compare(b.Day+b.ID, a.Day+a.ID)
		}
		return strings.Compare(a.Day+a.ID, b.Day+b.ID)
	})
	return out, nil
}

// ServiceView is a service with what follows from its covers and hours.
type ServiceView struct {
	Service  service.Service `json:"service"`
	Version  int64           `json:"version"`
	Menu     recipe.Menu     `json:"menu"`
	Kitchen  kitchen.Kitchen `json:"kitchen"`
	ReadOnly bool            `json:"readOnly" doc:"it is past"`
	Rows     []CourseView    `json:"rows" nullable:"false"`
}

// CourseView is a course of a service.
type CourseView struct {
	Course string     `json:"course"`
	Name   string     `json:"name"`
	Hour   string     `json:"hour"`
	Dishes []DishLine `json:"dishes" nullable:"false"`
}

// DishLine is a dish in a course: its plates, its gaps, its amounts.
type DishLine struct {
	Dish     string          `json:"dish"`
	Name     string          `json:"name"`
	Plates   int             `json:"plates" doc:"of the dish itself"`
	Versions []VersionPlates `json:"versions" nullable:"false"`
	Gaps     []recipe.Gap    `json:"gaps" nullable:"false"`
	Faults   []string        `json:"faults" nullable:"false" doc:"objects that do not come out in time, versions that break their claim"`
	Needs    []quantity.Need `json:"needs" nullable:"false"`
	Build    int64           `json:"build" doc:"seconds to build one plate"`
	States   []StateChoice   `json:"states" nullable:"false" doc:"states in which its ingredients can come, chosen on the day"`
}

// VersionPlates is how many plates a version of a dish has.
type VersionPlates struct {
	ID     string `json:"id"`
	Name   string `json:"name"`
	Plates int    `json:"plates"`
}

// StateChoice is a component whose ingredient can come in several states.
type StateChoice struct {
	Component string     `json:"component"`
	Name      string     `json:"name"`
	Of        string     `json:"of" doc:"the ingredient"`
	Options   []DishName `json:"options" nullable:"false"`
	Chosen    string     `json:"chosen,omitempty"`
}

// states lists what can be chosen on the day for a dish.
func (p planned) states(d recipe.Dish) []StateChoice {
	out := []StateChoice{}
	for _, c := range p.book.recipes().Within(d) {
		if len(c.Conditions) == 0 {
			continue
		}
		s := StateChoice{Component: c.ID, Name: c.Name, Of: c.Conditions[0].Line, Options: []DishName{}, Chosen: p.in.Service.Condition(c.ID)}
		for _, k := range c.Conditions {
			s.Options = append(s.Options, DishName{k.ID, k.Name})
		}
		out = append(out, s)
	}
	return out
}

type serviceInput struct {
	ID string `path:"id"`
}

type serviceOutput struct{ Body ServiceView }

func (s *Server) getService(ctx context.Context, in *serviceInput) (*serviceOutput, error) {
	p, err := s.scene(ctx, in.ID)
	if err != nil {
		return nil, s.fail(err)
	}
	return &serviceOutput{serviceView(p)}, nil
}

func serviceView(p planned) ServiceView {
	recipes := recipe.Book{Ingredients: p.book.ingredients, Components: p.in.Components, Dishes: p.in.Dishes}
	v := ServiceView{Service: p.in.Service, Version: p.pins["service/"+p.in.Service.ID], Menu: p.in.Menu, Kitchen: p.in.Kitchen, ReadOnly: p.past, Rows: []CourseView{}}
	for _, m := range p.in.Menu.Courses {
		row := CourseView{Course: m.ID, Name: m.Name, Dishes: []DishLine{}}
		var hour service.CourseHour
		for _, c := range p.in.Service.Courses {
			if c.Course == m.ID {
				row.Hour, hour = c.Hour, c
			}
		}
		for _, id := range m.Dishes {
			d := p.in.Dishes[id]
			line := DishLine{Dish: id, Name: d.Name, Plates: hour.Of(id, ""), Versions: []VersionPlates{}, Gaps: review.Gaps(recipes, d, p.in.Kitchen), Faults: p.faultsOf(id), Needs: quantity.Needs(recipes, d, hour.Of(id, ""), waysOf(p.in.Kitchen)), Build: d.Plate.Seconds(), States: p.states(d)}
			for _, v := range d.Versions {
				line.Versions = append(line.Versions, VersionPlates{v.ID, v.Name, hour.Of(id, v.ID)})
			}
			row.Dishes = append(row.Dishes, line)
		}
		v.Rows = append(v.Rows, row)
	}
	return v
}

type saveInput[T any] struct {
	ID     string `path:"id"`
	Key    string `header:"Idempotency-Key" maxLength:"100" doc:"a repeat with the same key does nothing"`
	Screen string `header:"Jointime-Screen" maxLength:"100" doc:"where it was done, for taking it back"`
	Body   struct {
		Version int64  `json:"version" minimum:"0" doc:"the version that it was made from"`
		What    string `json:"what,omitempty" maxLength:"200" doc:"in words, for the history"`
		Value   T      `json:"value"`
	}
}

// write makes a store.Write of what was sent.
func write[T any](s *Server, ctx context.Context, kind store.Kind, in *saveInput[T]) (store.Write, error) {
	who, person, err := s.author(ctx)
	return store.Write{Kind: kind, ID: in.ID, Base: in.Body.Version, Body: in.Body.Value, Who: who, Person: person, Screen: in.Screen, What: in.Body.What, Key: in.Key}, err
}

// put stores a document over the version it was made from, once it was judged
// among the others.
func put[T any](s *Server, ctx context.Context, kind store.Kind, in *saveInput[T], id string, judge func(book) error) (*savedOutput, error) {
	w, err := write(s, ctx, kind, in)
	if err != nil {
		return nil, err
	}
	if id != in.ID {
		return nil, problem(http.StatusUnprocessableEntity, "value.id: must be the id of the address")
	}
	b, err := s.book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	if err := judge(b); err != nil {
		return nil, s.fail(under("value", err))
	}
	return s.save(ctx, w)
}

// SavedView is what a write made.
type SavedView struct {
	ID      string `json:"id"`
	Version int64  `json:"version"`
}

type savedOutput struct{ Body SavedView }

// save stores a write; after a lost race it offers what the two would be
// together.
func (s *Server) save(ctx context.Context, w store.Write) (*savedOutput, error) {
	rev, err := s.store.Save(ctx, w)
	if err != nil {
		p := s.fail(err)
		if p.Status == http.StatusConflict {
			p = s.offer(ctx, p, w)
		}
		return nil, p
	}
	return &savedOutput{SavedView{rev.ID, rev.Version}}, nil
}

func (s *Server) putService(ctx context.Context, in *saveInput[service.Service]) (*savedOutput, error) {
	in.Body.Value = in.Body.Value.Said()
	return put(s, ctx, store.Service, in, in.Body.Value.ID, func(b book) error { return s.soundService(b, in.Body.Value) })
}

// soundService judges a service that is to take the place of the stored one.
func (s *Server) soundService(b book, next service.Service) error {
	old, known := b.services[next.ID]
	zone := b.zone(next.Kitchen)
	menu, hasMenu := b.menus[next.Menu]
	switch {
	case !known:
		return fmt.Errorf("service %q: %w", next.ID, store.ErrNotFound)
	case old.Past(s.Now(), zone):
		return problem(http.StatusForbidden, "This service is past and can only be read. Copy it to a new day.")
	case !hasMenu || next.Kitchen != old.Kitchen:
		return problem(http.StatusUnprocessableEntity, "value: menu and kitchen of a service stay as they are")
	}
	next = next.Resolved(menu)
	if err := next.Validate(menu, zone, s.Now()); err != nil {
		return err
	}
	return next.ValidateVersions(b.dishes)
}

type copyInput struct {
	ID   string `path:"id"`
	Key  string `header:"Idempotency-Key" maxLength:"100"`
	Body struct {
		Day string `json:"day" doc:"like 2026-11-28"`
	}
}

// copyService makes a service of another day like this one.
func (s *Server) copyService(ctx context.Context, in *copyInput) (*savedOutput, error) {
	who, person, err := s.author(ctx)
	if err != nil {
		return nil, err
	}
	b, err := s.book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	if in.Key != "" {
		if done, ok, err := s.store.Done(ctx, in.Key); err != nil {
			return nil, s.fail(err)
		} else if ok {
			return &savedOutput{SavedView{done.ID, done.Version}}, nil
		}
	}
	old, known := b.services[in.ID]
	if !known {
		return nil, s.fail(fmt.Errorf("service %q: %w", in.ID, store.ErrNotFound))
	}
	next := old
	next.Day = in.Body.Day
	if err := next.Validate(b.menus[old.Menu], b.zone(old.Kitchen), s.Now()); err != nil {
		return nil, s.fail(err)
	}
	next.ID = b.freeID(old.ID, next.Day)
	return s.save(ctx, store.Write{Kind: store.Service, ID: next.ID, Body: next.Said(), Who: who, Person: person, What: "copied from " + old.Day, Key: in.Key})
}

// freeID makes an id for a service like another, on a day.
func (b book) freeID(like, day string) string {
	stem := strings.SplitN(like, "@", 2)[0] + "@" + day
	id := stem
	for n := 2; ; n++ {
		if _, taken := b.services[id]; !taken {
			return id
		}
		id = fmt.Sprintf("%s-%d", stem, n)
	}
}

// RunUpView is the run-up of a service.
type RunUpView struct {
	RunUp    report.RunUp `json:"runUp"`
	ReadOnly bool         `json:"readOnly"`
	Faults   []string     `json:"faults" nullable:"false" doc:"of its dishes: objects that do not come out in time, versions that break their claim"`
	Now      time.Time    `json:"now"`
	Changed  []string     `json:"changed" nullable:"false" doc:"of a service that is past: what is no longer as it was planned with"`
}

type runUpOutput struct{ Body RunUpView }

func (s *Server) getRunUp(ctx context.Context, in *serviceInput) (*runUpOutput, error) {
	p, r, err := s.runUp(ctx, in.ID)
	if err != nil {
		return nil, s.fail(err)
	}
	return &runUpOutput{RunUpView{r.RunUp, p.past, p.faults(), s.Now().In(p.in.Zone), s.changed(ctx, p)}}, nil
}

// changed names what has another revision now than a past service was planned with.
func (s *Server) changed(ctx context.Context, p planned) []string {
	out := []string{}
	now, err := s.book(ctx)
	if !p.past || err != nil {
		return out
	}
	for _, key := range slices.Sorted(maps.Keys(p.pins)) {
		kind, id, _ := strings.Cut(key, "/")
		if now.versions[key] == p.pins[key] {
			continue
		}
		switch store.Kind(kind) {
		case store.Dish:
			out = append(out, p.book.dishes[id].Name)
		case store.Component:
			out = append(out, p.book.components[id].Name)
		case store.Kitchen:
			out = append(out, p.book.kitchens[id].Name)
		}
	}
	return out
}

// faultsOf a dish that is served. A service that is past is shown as it was
// planned; its dishes are not judged again.
func (p planned) faultsOf(dish string) []string {
	if p.past {
		return []string{}
	}
	return review.Faults(p.book.recipes(), p.in.Dishes[dish], p.in.Kitchen)
}

// faults of all dishes that are served.
func (p planned) faults() []string {
	out := []string{}
	for _, c := range p.in.Menu.Courses {
		for _, id := range c.Dishes {
			for _, f := range p.faultsOf(id) {
				out = append(out, p.in.Dishes[id].Name+": "+f)
			}
		}
	}
	return out
}

func (s *Server) problemFile(w http.ResponseWriter, r *http.Request) {
	s.file(w, r, "problem", func(x made) any { return x.Problem })
}

func (s *Server) planFile(w http.ResponseWriter, r *http.Request) {
	s.file(w, r, "plan", func(x made) any {
		if !x.Found {
			return nil
		}
		return x.Plan
	})
}

// file sends problem or plan as a file to keep.
func (s *Server) file(w http.ResponseWriter, r *http.Request, name string, of func(made) any) {
	id := chi.URLParam(r, "id")
	_, x, err := s.runUp(r.Context(), id)
	if err != nil {
		s.writeProblem(w, s.fail(err))
		return
	}
	v := of(x)
	if v == nil {
		s.writeProblem(w, problem(http.StatusNotFound, "There is no plan: "+x.RunUp.Message))
		return
	}
	w.Header().Set("Content-Type", "application/json")
	w.Header().Set("Content-Disposition", fmt.Sprintf(`attachment; filename="%s.%s.json"`, strings.Map(plain, id), name))
	enc := json.NewEncoder(w)
	enc.SetIndent("", "  ")
	_ = enc.Encode(v) // nobody may be listening
}

// plain keeps letters, figures and hyphens of a file name.
func plain(r rune) rune {
	switch {
	case r >= 'a' && r <= 'z', r >= '0' && r <= '9', r == '-':
		return r
	}
	return '-'
}
