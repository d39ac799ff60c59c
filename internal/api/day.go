package api

import (
	"context"
	"math"
	"net/http"
	"time"

	"jointime/internal/core/fault"
	"jointime/internal/core/kitchenday"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/service"
)

type days struct{ base }

// routes lay the services of a kitchen on one clock.
func (s days) routes(at *registry) {
	operation(at, http.MethodGet, "/api/kitchens/{id}/days/{day}", "get-day", "A day of a kitchen: all its services on one clock", s.day)
	operation(at, http.MethodPost, "/api/services/{id}/first", "goes-first", "What it would do if a service went first, and the others made way", s.goesFirst)
}

type dayInput struct {
	ID  string `path:"id"`
	Day string `path:"day" doc:"like 2026-11-28"`
}

type dayOutput struct{ Body kitchenday.DaySheet }

// day lays a day of a kitchen on one clock.
func (s days) day(ctx context.Context, in *dayInput) (*dayOutput, error) {
	if _, err := time.Parse(service.DayLayout, in.Day); err != nil {
		return nil, s.fail(fault.List{{Field: "day", What: "“" + in.Day + "” is not a date. Write 2026-11-28."}})
	}
	sheet, err := s.app.KitchenDay(ctx, in.ID, in.Day)
	if err != nil {
		return nil, s.fail(err)
	}
	return &dayOutput{sheet}, nil
}

// FirstView is what it would do if a service went first.
type FirstView struct {
	Services []WayView `json:"services" nullable:"false" doc:"the service itself, then each that would have to make way"`
	Searched int64     `json:"searched,omitempty" doc:"seconds after which a search was ended; absent: all were gone through to their end"`
}

// WayView is a service as it is and as it would be.
type WayView struct {
	ID   string         `json:"id"`
	Name string         `json:"name"`
	Now  report.Summary `json:"now"`
	Then report.Summary `json:"then"`
}

type firstOutput struct{ Body FirstView }

func (s days) goesFirst(ctx context.Context, in *serviceInput) (*firstOutput, error) {
	ways, cut, err := s.app.GoesFirst(ctx, in.ID, s.firstWithin())
	if err != nil {
		return nil, s.fail(err)
	}
	out := &firstOutput{FirstView{Services: []WayView{}}}
	for _, w := range ways {
		out.Body.Services = append(out.Body.Services, WayView(w))
	}
	if cut {
		out.Body.Searched = int64(math.Ceil(s.firstWithin().Seconds()))
	}
	return out, nil
}

// firstWithin bounds each search: there may be four, of two services.
func (s days) firstWithin() time.Duration { return s.Within / 5 }
