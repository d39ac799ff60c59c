package api

import (
	"context"
	"encoding/json"
	"fmt"
	"maps"
	"net/http"
	"regexp"
	"slices"
	"strings"
	"time"

	"jointime/internal/app"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/recipe/review"
	"jointime/internal/core/runup/evening"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/service"
	"jointime/internal/core/told"
	"jointime/internal/core/words"
	"jointime/internal/store"
)

func (s services) routes(at *registry) {
	at.file(http.MethodGet, "/api/services/{id}/problem.json", "problem-json", "The planning problem of a service", "application/json", s.problemFile)
	at.file(http.MethodGet, "/api/services/{id}/plan.json", "plan-json", "The plan of a service", "application/json", s.planFile)
	operation(at, http.MethodGet, "/api/services", "list-services", "All services: the next one first, then later ones, then past ones", s.listServices)
	operation(at, http.MethodGet, "/api/services/{id}", "get-service", "A service with what follows from its covers and hours", s.getService)
	operation(at, http.MethodPut, "/api/services/{id}", "put-service", "Save a service over the version that it was made from", s.putService)
	operation(at, http.MethodPost, "/api/services/{id}/copy", "copy-service", "Serve the same on another day", s.copyService, creates("/api/services/"))
	operation(at, http.MethodGet, "/api/services/{id}/runup", "get-run-up", "The run-up of a service", s.getRunUp)
	operation(at, http.MethodGet, "/api/services/{id}/progress", "get-progress", "How far the planning of a service is", s.getProgress)
}

// ServiceLine is a service in the list.
type ServiceLine struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Day  string `json:"day"`
	Past bool   `json:"past"`

	Kitchen string `json:"kitchen" doc:"id of the one that it is planned in"`
}

type servicesInput struct{ Page }

type servicesOutput struct {
	Body struct {
		Services []ServiceLine `json:"services" nullable:"false" doc:"the next one first, then later ones, then past ones"`
		Next     string        `json:"next,omitempty" doc:"where the list goes on; absent: it is over"`
	}
}

func (s services) listServices(ctx context.Context, in *servicesInput) (*servicesOutput, error) {
	from, err := in.from()
	if err != nil {
		return nil, err
	}
	b, err := s.app.Book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	out := &servicesOutput{}
	out.Body.Services = []ServiceLine{}
	at := int64(0)
	for v, past := range b.Listed(s.Now()) {
		if at++; at <= from {
			continue
		}
		if len(out.Body.Services) == in.Limit {
			out.Body.Next = next(from + int64(in.Limit))
			break
		}
		out.Body.Services = append(out.Body.Services, ServiceLine{v.ID, v.Name, v.Day, past, v.Kitchen})
	}
	return out, nil
}

// ServiceView is a service with what follows from its covers and hours.
type ServiceView struct {
	Service  service.Service `json:"service"`
	Version  int64           `json:"version"`
	Menu     recipe.Menu     `json:"menu" doc:"as it is served, its courses named as somebody named them"`
	Kept     string          `json:"kept,omitempty" doc:"name of the kept menu that is served"`
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
	Optional []recipe.Freed  `json:"optional,omitempty" doc:"what a busy evening can leave out, and the hands that it frees"`
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
	Component string  `json:"component"`
	Name      string  `json:"name"`
	Of        string  `json:"of" doc:"the ingredient"`
	Options   []Named `json:"options" nullable:"false"`
	Chosen    string  `json:"chosen,omitempty"`
}

// states lists what can be chosen on the day for a dish.
func states(p app.Scene, d recipe.Dish) []StateChoice {
	out := []StateChoice{}
	for _, c := range p.Book.Recipes().Within(d) {
		if len(c.Conditions) == 0 {
			continue
		}
		s := StateChoice{Component: c.ID, Name: c.Name, Of: c.Conditions[0].Line, Options: []Named{}, Chosen: p.In.Service.Condition(c.ID)}
		for _, k := range c.Conditions {
			s.Options = append(s.Options, Named{k.ID, k.Name})
		}
		out = append(out, s)
	}
	return out
}

type serviceInput struct {
	ID string `path:"id"`
}

type serviceOutput struct{ Body ServiceView }

func (s services) getService(ctx context.Context, in *serviceInput) (*serviceOutput, error) {
	p, err := s.app.Scene(ctx, in.ID)
	if err != nil {
		return nil, s.fail(err)
	}
	return &serviceOutput{serviceView(p)}, nil
}

func serviceView(p app.Scene) ServiceView {
	recipes := recipe.Book{Ingredients: p.Book.Ingredients, Components: p.In.Components, Dishes: p.In.Dishes}
	v := ServiceView{Service: p.In.Service, Version: p.Pins["service/"+p.In.Service.ID], Kept: p.Book.Menus[p.In.Service.Menu].Name, Menu: p.Book.MenuOf(p.In.Service), Kitchen: p.In.Kitchen, ReadOnly: p.Past, Rows: []CourseView{}}
	for _, m := range p.In.Menu.Courses {
		row := CourseView{Course: m.ID, Name: m.Name, Dishes: []DishLine{}}
		var hour service.CourseHour
		for _, c := range p.In.Service.Courses {
			if c.Course == m.ID {
				row.Hour, hour = c.Hour, c
			}
		}
		for _, id := range m.Dishes {
			d := p.In.Dishes[id]
			line := DishLine{Dish: id, Name: d.Name, Plates: hour.Of(id, ""), Versions: []VersionPlates{}, Gaps: review.Gaps(recipes, d, p.In.Kitchen), Faults: faultsOf(p, id), Needs: quantity.Needs(recipes, d, hour.Of(id, ""), quantity.WaysOf(p.In.Kitchen)), Build: d.Plate.Seconds(), Optional: recipes.Frees(d, p.In.Service.Plates(id)), States: states(p, d)}
			for _, v := range d.Versions {
				line.Versions = append(line.Versions, VersionPlates{v.ID, v.Name, hour.Of(id, v.ID)})
			}
			row.Dishes = append(row.Dishes, line)
		}
		v.Rows = append(v.Rows, row)
	}
	return v
}

type progressOutput struct{ Body app.Progress }

func (s services) getProgress(_ context.Context, in *serviceInput) (*progressOutput, error) {
	return &progressOutput{s.app.Progress(in.ID)}, nil
}

type saveServiceInput struct {
	SaveInput[service.Service]
	Fit bool `query:"fit" doc:"its menu is another one: hours, covers and orders are fitted to that; absent: what does not fit is a fault"`
}

func (s services) putService(ctx context.Context, in *saveServiceInput) (*savedOutput, error) {
	b, err := s.app.Book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	svc := in.Body.Value
	if in.Fit {
		svc = svc.Fit(b.MenuOf(svc))
	}
	in.Body.Value = svc.Said().KeepingAnswers(b.Services[in.ID]) // those are named elsewhere
	return put(s.base, ctx, store.Service, &in.SaveInput, svc.ID)
}

type copyInput struct {
	ID   string `path:"id"`
	Body struct {
		Day    string `json:"day" doc:"like 2026-11-28"`
		Record bool   `json:"record,omitempty" doc:"the day is past: it is kept as a record"`
	}
}

// copyService makes a service of another day like this one.
func (s services) copyService(ctx context.Context, in *copyInput) (*savedOutput, error) {
	return s.create(ctx, func(b app.Book) ([]store.Write, error) {
		next, known := b.Services[in.ID]
		if !known {
			return nil, &store.Missing{Kind: store.Service, ID: in.ID}
		}
		was := next.Day
		next.Day = in.Body.Day
		next.Tables = slices.Clone(next.Tables)
		for i := range next.Tables {
			next.Tables[i].Needs = nil // other guests sit there
		}
		next.ID = freeID(b, in.ID, next.Day)
		if err := s.ahead(b.MenuOf(next), next, b.Zone(next.Kitchen), in.Body.Record); err != nil {
			return nil, err
		}
		return []store.Write{{Kind: store.Service, ID: next.ID, Body: next.Said(), What: "copied from " + was}}, nil
	})
}

// ahead judges the day of a new service, which may be past only where it is said to be a
// record.
func (s base) ahead(menu recipe.Menu, svc service.Service, zone *time.Location, record bool) error {
	if record {
		return nil
	}
	return svc.Validate(menu, zone, s.Now())
}

// freeID makes an id for a service like another, on a day.
func freeID(b app.Book, like, day string) string {
	taken := map[string]bool{}
	for id := range b.Services {
		taken[id] = true
	}
	stem := dated.ReplaceAllString(like, "")
	return recipe.Slug(stem+" "+day, taken)
}

// dated is what a service's id has of its day; older ones have an at sign before it.
var dated = regexp.MustCompile(`[@-]\d{4}-\d{2}-\d{2}(-\d+)?$`)

// RunUpView is the run-up of a service.
type RunUpView struct {
	RunUp    report.RunUp     `json:"runUp"`
	ReadOnly bool             `json:"readOnly"`
	Evening  evening.Overview `json:"evening"`
	Faults   []string         `json:"faults" nullable:"false" doc:"of its dishes: objects that do not come out in time, versions that break their claim"`
	Told     []string         `json:"told" nullable:"false" doc:"what the service cannot have: out of season, too late to begin, empty"`
	Planning bool             `json:"planning,omitempty" doc:"a newer, or a better plan is being made; it is told when it is there"`
	Changed  []string         `json:"changed" nullable:"false" doc:"of a service that is past: what is no longer as it was planned with"`
}

type runUpOutput struct{ Body RunUpView }

func (s services) getRunUp(ctx context.Context, in *serviceInput) (*runUpOutput, error) {
	p, r, err := s.app.RunUp(ctx, in.ID)
	if err != nil {
		return nil, s.fail(err)
	}
	return &runUpOutput{RunUpView{RunUp: r.RunUp, Evening: evening.Read(r.RunUp, p.In.Kitchen.Sections), ReadOnly: p.Past, Faults: faultsOfAll(p), Told: s.told(ctx, p, r), Planning: r.Planning, Changed: s.changed(ctx, p)}}, nil
}

// told says in time what a service that is still to come cannot have.
func (s base) told(ctx context.Context, p app.Scene, r app.Planned) []string {
	out := []string{}
	if p.Past {
		return out
	}
	if others, err := s.app.Alongside(ctx, p, r); err == nil { // where they cannot be read they are told by themselves
		for _, other := range others {
			out = append(out, r.RunUp.Doubles(other)...)
		}
	}
	if len(p.Unplanned) > 0 {
		out = append(out, fmt.Sprintf("Not planned yet, and not seen here: %s.", words.List(p.Unplanned)))
	}
	out = append(out, told.Empty(p.In.Menu, p.In.Dishes)...)
	if day, err := time.Parse(service.DayLayout, p.In.Service.Day); err == nil {
		out = append(out, told.Season(p.Book.Recipes(), p.In.Menu, day)...)
	}
	return append(out, told.TooLate(r.RunUp, s.made(ctx, p.In.Service.ID), s.Now().In(p.In.Zone))...)
}

// made are the components of which something was ticked as made for a service.
func (s base) made(ctx context.Context, id string) map[string]bool {
	out := map[string]bool{}
	ticks, err := s.store.Ticks(ctx, id)
	if err != nil {
		return out // they are all told then
	}
	for _, t := range ticks {
		component, _, _ := strings.Cut(t.Task, "/")
		out[component] = true
	}
	return out
}

// changed names what has another revision now than a past service was planned with.
func (s services) changed(ctx context.Context, p app.Scene) []string {
	out := []string{}
	now, err := s.app.Book(ctx)
	if !p.Past || err != nil {
		return out
	}
	for _, key := range slices.Sorted(maps.Keys(p.Pins)) {
		kind, id, _ := strings.Cut(key, "/")
		if now.Version(store.Kind(kind), id) == p.Pins[key] {
			continue
		}
		switch store.Kind(kind) {
		case store.Dish:
			out = append(out, p.Book.Dishes[id].Name)
		case store.Component:
			out = append(out, p.Book.Components[id].Name)
		case store.Kitchen:
			out = append(out, p.Book.Kitchens[id].Name)
		}
	}
	return out
}

// faultsOf a dish that is served. A service that is past is shown as it was
// planned; its dishes are not judged again.
func faultsOf(p app.Scene, dish string) []string {
	if p.Past {
		return []string{}
	}
	d := p.In.Dishes[dish]
	ordered := slices.DeleteFunc(slices.Clone(d.Versions), func(v recipe.Version) bool {
		return !slices.ContainsFunc(p.In.Service.Courses, func(c service.CourseHour) bool { return c.Of(dish, v.ID) > 0 })
	})
	return review.Faults(p.Book.Recipes(), d, p.In.Kitchen, ordered)
}

// faults of all dishes that are served.
func faultsOfAll(p app.Scene) []string {
	out := []string{}
	for _, c := range p.In.Menu.Courses {
		for _, id := range c.Dishes {
			for _, f := range faultsOf(p, id) {
				out = append(out, p.In.Dishes[id].Name+": "+f)
			}
		}
	}
	return out
}

func (s services) problemFile(w http.ResponseWriter, r *http.Request) {
	s.file(w, r, "problem", func(x app.Planned) any { return x.Problem })
}

func (s services) planFile(w http.ResponseWriter, r *http.Request) {
	s.file(w, r, "plan", func(x app.Planned) any {
		if !x.Found {
			return nil
		}
		return x.Plan
	})
}

// file sends problem or plan as a file to keep.
func (s services) file(w http.ResponseWriter, r *http.Request, name string, of func(app.Planned) any) {
	id := pathID(r)
	_, x, err := s.app.Settled(r.Context(), id)
	if err != nil {
		s.writeProblem(w, s.fail(err))
		return
	}
	v := of(x)
	if v == nil {
		s.writeProblem(w, problem(noPlan, "No plan: "+x.RunUp.Message))
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
