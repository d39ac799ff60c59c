package api

import (
	"bytes"
	"context"
	"net/http"
	"slices"
	"strings"
	"time"

	"jointime/internal/app"
	"jointime/internal/core/handout"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/room"
	"jointime/internal/core/runup/report"
	"jointime/internal/formats/calendar"
	"jointime/internal/formats/lists"
	"jointime/internal/formats/runupsvg"
)

// routes hand a plan out: what each cook and each section does when, what is
// done before the day, and what the room must know.
func (s sheets) routes(at *registry) {
	at.file(http.MethodGet, "/api/services/{id}/fire.csv", "fire-csv", "The fire list of a service as a table", "text/csv", s.handOut("fire.csv", "text/csv; charset=utf-8; header=present", fireFile))
	at.file(http.MethodGet, "/api/services/{id}/run-up.svg", "run-up-svg", "The run-up of a service as a picture", "image/svg+xml", s.handOut("run-up.svg", "image/svg+xml; charset=utf-8", runUpFile))
	at.file(http.MethodGet, "/api/services/{id}/calendar.ics", "calendar-ics", "The day of a service as a calendar", "text/calendar", s.handOut("ics", "text/calendar; charset=utf-8", s.calendarFile))
	operation(at, http.MethodGet, "/api/services/{id}/sheets", "get-sheets", "The sheets of a service, for each cook, section and the room", s.getSheets)
}

// SheetsView is all that is handed out of a plan.
type SheetsView struct {
	Service  string                 `json:"service"`
	Name     string                 `json:"name"`
	Day      string                 `json:"day"`
	Message  string                 `json:"message,omitempty" doc:"why there is no plan"`
	Planning bool                   `json:"planning,omitempty" doc:"a newer, or a better plan is being made"`
	Past     bool                   `json:"past,omitempty"`
	Calls    []report.SheetLine     `json:"calls" nullable:"false" doc:"in the order of the clock"`
	Cooks    []kitchen.Cook         `json:"cooks" nullable:"false"`
	Sections []kitchen.Section      `json:"sections" nullable:"false"`
	Told     []string               `json:"told" nullable:"false" doc:"what the service cannot have"`
	Open     []string               `json:"open" nullable:"false" doc:"what is not planned, and on no sheet: step, and why"`
	Room     room.Briefing          `json:"room"`
	Services []handout.ServiceSheet `json:"serviceSheets" nullable:"false" doc:"of the sections"`
	Prep     []handout.PrepDay      `json:"prep" nullable:"false"`
}

type sheetsOutput struct{ Body SheetsView }

func (s sheets) getSheets(ctx context.Context, in *serviceInput) (*sheetsOutput, error) {
	p, r, err := s.app.RunUp(ctx, in.ID)
	if err != nil {
		return nil, s.fail(err)
	}
	open := []string{}
	for _, stop := range r.RunUp.Stops {
		if text := stop.Name + ": " + stop.Why; !slices.Contains(open, text) {
			open = append(open, text)
		}
	}
	paper := handout.Input{Plan: r.RunUp, Service: p.In.Service, Menu: p.In.Menu, Sections: p.In.Kitchen.Sections}
	v := SheetsView{Service: in.ID, Name: p.In.Service.Name, Day: p.In.Service.Day, Message: r.RunUp.Message, Planning: r.Planning, Past: p.Past, Calls: r.RunUp.Calls(), Cooks: p.In.Kitchen.Cooks,
		Sections: append([]kitchen.Section{}, p.In.Kitchen.Sections...), Told: s.told(ctx, p, r), Open: open, Room: room.Make(p.Book.Recipes(), p.In.Kitchen, p.In.Menu, p.In.Service, r.RunUp), Services: handout.Services(paper), Prep: handout.Prep(paper)}
	return &sheetsOutput{v}, nil
}

// handOut sends a plan as a file of one of the open formats.
func (s sheets) handOut(name, kind string, write func(w *bytes.Buffer, r *http.Request, p app.Scene, u report.RunUp) error) http.HandlerFunc {
	return func(w http.ResponseWriter, r *http.Request) {
		id := pathID(r)
		p, x, err := s.app.Settled(r.Context(), id)
		if err != nil {
			s.writeProblem(w, s.fail(err))
			return
		}
		if !x.Found {
			s.writeProblem(w, problem(noPlan, "No plan: "+x.RunUp.Message))
			return
		}
		var b bytes.Buffer
		if err := write(&b, r, p, x.RunUp); err != nil {
			s.writeProblem(w, s.fail(err))
			return
		}
		w.Header().Set("Content-Type", kind)
		w.Header().Set("Content-Disposition", `attachment; filename="`+strings.Map(plain, id)+`.`+name+`"`)
		_, _ = w.Write(b.Bytes()) // nobody may be listening
	}
}

// picked are the calls of the cook or the section that the address names; of all
// where it names none.
func picked(r *http.Request, calls []report.SheetLine) []report.SheetLine {
	cook, section := r.URL.Query().Get("cook"), r.URL.Query().Get("section")
	return slices.DeleteFunc(calls, func(c report.SheetLine) bool {
		return (cook != "" && !slices.Contains(c.Cooks, cook)) || (section != "" && c.Section != section)
	})
}

func fireFile(w *bytes.Buffer, r *http.Request, _ app.Scene, u report.RunUp) error {
	return lists.WriteFire(w, picked(r, u.Calls()))
}

func runUpFile(w *bytes.Buffer, _ *http.Request, _ app.Scene, u report.RunUp) error {
	_, err := w.WriteString(runupsvg.SVG(u))
	return err
}

// alarmBefore is how long before a step its alarm rings.
const alarmBefore = 2 * time.Minute

func (s sheets) calendarFile(w *bytes.Buffer, r *http.Request, p app.Scene, u report.RunUp) error {
	c := calendar.Calendar{Name: u.Name, Service: u.Service, Made: s.Now(), Calls: picked(r, u.Calls()), Alarm: alarmBefore,
		Heat: func(celsius int64) string { return p.In.Kitchen.Likes.HeatOf(float64(celsius)).Text }}
	for _, k := range p.In.Kitchen.Cooks {
		if k.ID == r.URL.Query().Get("cook") {
			c.Name += ", " + k.Name
		}
	}
	for _, k := range p.In.Kitchen.Sections {
		if k.ID == r.URL.Query().Get("section") {
			c.Name += ", " + k.Name
		}
	}
	return calendar.Write(w, c)
}
