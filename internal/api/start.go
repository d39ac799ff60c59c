package api

import (
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
	operation(at, http.MethodPost, "/api/services", "add-service", "Serve dishes on a day", s.newService, creates("/api/services/"))
}

type kitchenInput struct {
	Body struct {
		Name  string   `json:"name" minLength:"1" maxLength:"120"`
		Zone  string   `json:"zone,omitempty" doc:"IANA time zone; absent: UTC"`
		Cooks []string `json:"cooks" nullable:"false" maxItems:"60" doc:"roles, or initials"`
		From  string   `json:"from" doc:"when they begin, like 10:00"`
		To    string   `json:"to" doc:"when they end"`
		Pass  int      `json:"pass" minimum:"1" maximum:"100" doc:"plates that stand on the pass side by side"`
		Lines []string `json:"lines" nullable:"false" maxItems:"60" doc:"what there is, like 4 burners"`
	}
}

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
	k := kitchen.Kitchen{ID: recipe.Slug(in.Body.Name, ids), Name: in.Body.Name, Zone: in.Body.Zone, PassWidth: in.Body.Pass, Cooks: []kitchen.Cook{}, Equipment: []kitchen.Equipment{}}
	if k.Zone == "" {
		k.Zone = "UTC"
	}
	if _, err := time.LoadLocation(k.Zone); err != nil {
		faults.Add("zone", "“%s” is not a time zone. Write Europe/Dublin.", k.Zone)
	}
	used := map[string]bool{}
	for _, name := range in.Body.Cooks {
		if name = strings.TrimSpace(name); name != "" {
			k.Cooks = append(k.Cooks, kitchen.Cook{ID: recipe.Slug(name, used), Name: name, Shifts: []kitchen.Shift{{From: in.Body.From, To: in.Body.To}}})
		}
	}
	for i, line := range in.Body.Lines {
		if strings.TrimSpace(line) == "" {
			continue
		}
		e, err := kitchen.FromLine(line)
		if err != nil {
			faults.Add(fmt.Sprintf("lines[%d]", i), "%v", err)
			continue
		}
		e.ID = recipe.Slug(e.Name, used)
		k.Equipment = append(k.Equipment, e)
	}
	if err := k.Validate(); err != nil && len(faults) == 0 {
		faults.Add("cooks", "%v", err)
	}
	return k, faults
}

type newServiceInput struct {
	Body struct {
		Name   string   `json:"name,omitempty" maxLength:"120"`
		Dishes []string `json:"dishes" nullable:"false" minItems:"1" maxItems:"30" doc:"one course each, in order"`
		Day    string   `json:"day" doc:"like 2026-11-28"`
		Hour   string   `json:"hour" doc:"of the first course"`
		Apart  int64    `json:"apart,omitempty" minimum:"0" maximum:"14400" doc:"seconds between courses; 0: 25 min"`
		Plates int      `json:"plates" minimum:"1" maximum:"1000"`
		Record bool     `json:"record,omitempty" doc:"the day is past: it is kept as a record"`
	}
}

// newService puts dishes on a menu of their own and serves it on a day.
func (s start) newService(ctx context.Context, in *newServiceInput) (*savedOutput, error) {
	return s.create(ctx, func(b app.Book) ([]store.Write, error) {
		k := b.AnyKitchen()
		if k.ID == "" {
			return nil, problem(isMalformed, "Set up the kitchen first.")
		}
		menu, svc := menuOf(b, in, k)
		if err := menu.Validate(b.Dishes); err != nil {
			return nil, err
		}
		if err := s.ahead(menu, svc, b.Zone(k.ID), in.Body.Record); err != nil {
			return nil, err
		}
		return []store.Write{
			{Kind: store.Service, ID: svc.ID, Body: svc, What: svc.Name + ": new"},
			{Kind: store.Menu, ID: menu.ID, Body: menu, What: menu.Name + ": new"},
		}, nil
	})
}

func menuOf(b app.Book, in *newServiceInput, k kitchen.Kitchen) (recipe.Menu, service.Service) {
	name := in.Body.Name
	if name == "" {
		name = b.Dishes[in.Body.Dishes[0]].Name
	}
	menus := map[string]bool{}
	for id := range b.Menus {
		menus[id] = true
	}
	menu := recipe.Menu{ID: recipe.Slug(name, menus), Name: name, Courses: []recipe.Course{}}
	svc := service.Service{Name: name, Menu: menu.ID, Kitchen: k.ID, Day: in.Body.Day, Courses: []service.CourseHour{}}
	svc.ID = freeID(b, menu.ID, in.Body.Day)
	apart := in.Body.Apart
	if apart == 0 {
		apart = 25 * 60
	}
	courses := map[string]bool{}
	for i, dish := range in.Body.Dishes {
		c := recipe.Course{ID: recipe.Slug(dish, courses), Name: b.Dishes[dish].Name, Dishes: []string{dish}}
		menu.Courses = append(menu.Courses, c)
		svc.Courses = append(svc.Courses, service.CourseHour{Course: c.ID, Hour: later(in.Body.Hour, apart*int64(i)), Covers: []service.Covers{{Dish: dish, Plates: in.Body.Plates}}})
	}
	return menu, svc
}

// later is an hour so many seconds after another, as it is typed where that is
// no hour: the fault is told when the service is judged.
func later(hour string, seconds int64) string {
	at, err := time.Parse("15:04", hour)
	if err != nil || seconds == 0 {
		return hour
	}
	return at.Add(time.Duration(seconds) * time.Second).Format("15:04")
}
