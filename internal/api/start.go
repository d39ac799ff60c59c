package api

import (
	"cmp"
	"context"
	"fmt"
	"net/http"
	"strings"
	"time"

	"jointime/internal/app"
	"jointime/internal/core/fault"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
	"jointime/internal/store"
)

// routes are the way from nothing to a first run-up.
func (s start) routes(at *registry) {
	operation(at, http.MethodPost, "/api/kitchens", "add-kitchen", "Set a kitchen up from a few lines", s.newKitchen, creates("/api/kitchens/"))
	operation(at, http.MethodPost, "/api/read/kitchen", "read-kitchen", "Understand lines that say what there is in a kitchen", s.readKitchen)
	operation(at, http.MethodPost, "/api/read/hours", "read-hours", "Understand the hours of a week", s.readHours)
	operation(at, http.MethodPost, "/api/services", "add-service", "Serve dishes on a day", s.newService, creates("/api/services/"))
}

type kitchenInput struct {
	Body struct {
		Name  string     `json:"name" minLength:"1" maxLength:"120"`
		Zone  string     `json:"zone,omitempty" doc:"IANA time zone; absent: UTC"`
		Lines []SaidLine `json:"lines" nullable:"false" maxItems:"120" doc:"what there is, a thing or a person each"`
	}
}

// SaidLine is a line in which somebody says what there is.
type SaidLine struct {
	Text string     `json:"text" maxLength:"400"`
	As   kitchen.As `json:"as,omitempty" enum:",cook,equipment" doc:"where somebody says what it is; absent: as it reads"`
}

// usualPass is how many plates a pass holds where nobody says.
const usualPass = 4

// newKitchen sets a kitchen up from a few lines.
func (s start) newKitchen(ctx context.Context, in *kitchenInput) (*savedOutput, error) {
	return s.create(ctx, func(b app.Book) ([]store.Write, error) {
		ids := map[string]bool{}
		for id := range b.Kitchens {
			ids[id] = true
		}
		k, faults := kitchenFrom(in, ids)
		return []store.Write{{Kind: store.Kitchen, ID: k.ID, Body: k, What: k.Name + ": added"}}, faults.Err()
	})
}

func kitchenFrom(in *kitchenInput, ids map[string]bool) (kitchen.Kitchen, fault.List) {
	var faults fault.List
	k := kitchen.Kitchen{ID: recipe.Slug(in.Body.Name, ids), Name: in.Body.Name, Zone: cmp.Or(in.Body.Zone, "UTC"), PassWidth: usualPass, Cooks: []kitchen.Cook{}, Equipment: []kitchen.Equipment{}}
	if _, err := time.LoadLocation(k.Zone); err != nil {
		faults.Add("zone", "“%s” is not a time zone. Write Europe/Dublin.", k.Zone)
	}
	used, sections := map[string]bool{}, map[string]string{}
	for i, said := range in.Body.Lines {
		if strings.TrimSpace(said.Text) == "" {
			continue
		}
		line, err := kitchen.ReadLine(said.Text, said.As)
		switch {
		case err != nil:
			faults.Add(fmt.Sprintf("lines[%d]", i), "%v", err)
		case line.Pass > 0:
			k.PassWidth = line.Pass
		case line.Event != nil:
			e := *line.Event
			e.ID = recipe.Slug(e.Name, used)
			k.Day = append(k.Day, e)
		case line.Cook != nil:
			c := *line.Cook
			if name := c.Section; name != "" {
				if sections[name] == "" {
					sections[name] = recipe.Slug("section "+name, used)
					k.Sections = append(k.Sections, kitchen.Section{ID: sections[name], Name: name})
				}
				c.Section = sections[name]
			}
			for _, named := range several(c.Name, line.Count, used) {
				c.Name, c.ID = named[0], named[1]
				k.Cooks = append(k.Cooks, c)
			}
		case line.Equipment != nil:
			e := *line.Equipment
			for _, named := range several(e.Name, line.Count, used) {
				e.Name, e.ID = named[0], named[1]
				k.Equipment = append(k.Equipment, e)
			}
		}
	}
	if err := k.Validate(); err != nil && len(faults) == 0 {
		faults.Add("lines", "%v", err)
	}
	return k, faults
}

// several are the names and ids of so many cooks, or things, of one name, numbered.
func several(name string, count int, used map[string]bool) (out [][2]string) {
	for i := range max(1, count) {
		one := name
		if count > 1 {
			one = fmt.Sprintf("%s %d", name, i+1)
		}
		out = append(out, [2]string{one, recipe.Slug(one, used)})
	}
	return out
}

// ReadKitchenLine is a line as it was taken for, or why it cannot be.
type ReadKitchenLine struct {
	kitchen.Line
	Said  string `json:"said" doc:"in words"`
	Wrong string `json:"wrong,omitempty"`
}

type readKitchenInput struct {
	Body struct {
		Lines []SaidLine `json:"lines" nullable:"false" maxItems:"120"`
	}
}

type readKitchenOutput struct {
	Body struct {
		Lines []ReadKitchenLine `json:"lines" nullable:"false" doc:"one for each, in order"`
	}
}

// readKitchen understands lines while they are typed.
func (s start) readKitchen(_ context.Context, in *readKitchenInput) (*readKitchenOutput, error) {
	out := &readKitchenOutput{}
	out.Body.Lines = []ReadKitchenLine{}
	for _, said := range in.Body.Lines {
		r := ReadKitchenLine{Line: kitchen.Line{Text: said.Text, Assumed: []string{}, Open: []string{}}}
		if strings.TrimSpace(said.Text) != "" {
			line, err := kitchen.ReadLine(said.Text, said.As)
			if err != nil {
				r.Wrong = err.Error()
			} else {
				r.Line, r.Said = line, line.Say()
			}
		}
		out.Body.Lines = append(out.Body.Lines, r)
	}
	return out, nil
}

type hoursInput struct {
	Body struct {
		Text string `json:"text" maxLength:"400" doc:"like 09:00–15:00, 17:00–23:30, or Tue–Sat 14–23"`
	}
}

type hoursOutput struct {
	Body struct {
		Shifts []kitchen.Shift `json:"shifts" nullable:"false"`
	}
}

// readHours understands the hours of a week as they stand in a field.
func (s start) readHours(_ context.Context, in *hoursInput) (*hoursOutput, error) {
	shifts, err := kitchen.ReadShifts(in.Body.Text)
	if err != nil {
		return nil, problem(isMalformed, err.Error())
	}
	out := &hoursOutput{}
	out.Body.Shifts = shifts
	return out, nil
}

type newServiceInput struct {
	Body struct {
		Name    string   `json:"name,omitempty" maxLength:"120" doc:"absent: that of the menu, or of the first dish"`
		Menu    string   `json:"menu,omitempty" doc:"id of a kept menu that is served"`
		Dishes  []string `json:"dishes,omitempty" maxItems:"30" doc:"without a menu: one course each, in order"`
		Kitchen string   `json:"kitchen,omitempty" doc:"id; absent: the only one"`
		Day     string   `json:"day" doc:"like 2026-11-28"`
		Hour    string   `json:"hour,omitempty" doc:"of the first course; absent: as the menu has it, or 19:30"`
		Apart   int64    `json:"apart,omitempty" minimum:"0" maximum:"14400" doc:"seconds between courses; 0: as the menu has it, or 25 min"`
		Plates  int      `json:"plates" minimum:"0" maximum:"1000" doc:"covers"`
		Record  bool     `json:"record,omitempty" doc:"the day is past: it is kept as a record"`
	}
}

// newService serves a kept menu, some dishes or nothing yet, on a day in a kitchen.
func (s start) newService(ctx context.Context, in *newServiceInput) (*savedOutput, error) {
	return s.create(ctx, func(b app.Book) ([]store.Write, error) {
		k, err := kitchenOf(b, in.Body.Kitchen)
		if err != nil {
			return nil, err
		}
		svc, err := serviceOf(b, in, k)
		if err != nil {
			return nil, err
		}
		menu := b.MenuOf(svc)
		if err := menu.Validate(b.Dishes); err != nil {
			return nil, err
		}
		if err := s.ahead(menu, svc.Resolved(menu), b.Zone(k.ID), in.Body.Record); err != nil {
			return nil, err
		}
		return []store.Write{{Kind: store.Service, ID: svc.ID, Body: svc.Said(), What: svc.Name + ": new"}}, nil
	})
}

// kitchenOf is the kitchen that is asked for, or the only one.
func kitchenOf(b app.Book, id string) (kitchen.Kitchen, error) {
	k, known := b.Kitchens[id]
	switch {
	case known:
		return k, nil
	case len(b.Kitchens) == 0:
		return k, problem(isMalformed, "Set up the kitchen first.")
	case id != "":
		return k, fault.List{{Field: "kitchen", What: "No such kitchen."}}
	case len(b.Kitchens) > 1:
		return k, fault.List{{Field: "kitchen", What: "Choose a kitchen."}}
	}
	return b.AnyKitchen(), nil
}

func serviceOf(b app.Book, in *newServiceInput, k kitchen.Kitchen) (service.Service, error) {
	menu, kept := b.Menus[in.Body.Menu]
	if in.Body.Menu != "" && !kept {
		return service.Service{}, fault.List{{Field: "menu", What: "No such menu."}}
	}
	if !kept {
		menu = menuOf(b, in.Body.Dishes)
	}
	name := cmp.Or(strings.TrimSpace(in.Body.Name), menu.Name, "New service")
	svc := service.Service{Name: name, Menu: menu.ID, Kitchen: k.ID, Day: in.Body.Day}
	svc.ID = freeID(b, recipe.Slug(name, map[string]bool{}), in.Body.Day)
	if !kept {
		menu.ID, menu.Name, svc.Menu = svc.ID, name, ""
		svc.Own = &menu
	}
	svc.Covers = in.Body.Plates
	svc = svc.Fit(menu)
	for i := range svc.Courses {
		c := &svc.Courses[i]
		switch {
		case i == 0:
			c.Hour, c.After = cmp.Or(in.Body.Hour, c.Hour), nil
		case in.Body.Apart >= 60:
			minutes := in.Body.Apart / 60
			c.Hour, c.After = "", &minutes
		}
	}
	return svc, nil
}

// menuOf makes a menu of dishes, one course each.
func menuOf(b app.Book, dishes []string) recipe.Menu {
	menu := recipe.Menu{Courses: []recipe.Course{}}
	courses := map[string]bool{}
	for i, dish := range dishes {
		name := b.Dishes[dish].Name
		if i == 0 {
			menu.Name = name
		}
		id := recipe.Slug(dish, courses)
		menu.Courses = append(menu.Courses, recipe.Course{ID: id, Name: name, Dishes: []string{dish}})
	}
	return menu
}
