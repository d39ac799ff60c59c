package api

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"sync"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"jointime/internal/core/fault"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/mise"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/recipe/supply"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/service"
	"jointime/internal/store"
)

// miseRoutes tell what is to be made ready, and take what is ticked off.
func (s *Server) miseRoutes(api huma.API) {
	huma.Get(api, "/api/services/{id}/mise", s.getMise)
	huma.Post(api, "/api/services/{id}/ticks", s.postTicks)
}

// MiseView is what a service has ready before it begins.
type MiseView struct {
	Service  service.Service   `json:"service"`
	Kitchen  string            `json:"kitchen"`
	Sections []kitchen.Section `json:"sections" nullable:"false"`
	Begins   time.Time         `json:"begins" doc:"hour of the first course"`
	Sheet    mise.Sheet        `json:"sheet"`
	Message  string            `json:"message,omitempty" doc:"why there is no plan to take hours from"`
	Problems []quantity.Hitch  `json:"problems" nullable:"false"`
}

type miseOutput struct{ Body MiseView }

// stocked is a service worked out from what is there and what was ticked.
type stocked struct {
	planned
	input mise.Input
	plan  report.RunUp
	sheet mise.Sheet
}

// keptSheets holds the newest working out of each service; it is good as long
// as nothing was written or ticked, and for a minute of the clock.
type keptSheets struct {
	sync.Mutex
	of map[string]*keptSheet
}

type keptSheet struct {
	sync.Mutex
	key  string
	made stocked
}

func (k *keptSheets) find(service string) *keptSheet {
	k.Lock()
	defer k.Unlock()
	if k.of == nil {
		k.of = map[string]*keptSheet{}
	}
	if k.of[service] == nil {
		k.of[service] = &keptSheet{}
	}
	return k.of[service]
}

// stocked works a service out once for all who ask at the same time.
func (s *Server) stocked(ctx context.Context, id string) (stocked, error) {
	b, err := s.book(ctx)
	if err != nil {
		return stocked{}, err
	}
	if _, known := b.services[id]; !known {
		return stocked{}, fmt.Errorf("service %q: %w", id, store.ErrNotFound)
	}
	kept := s.sheets.find(id)
	kept.Lock()
	defer kept.Unlock()
	place, err := s.store.Newest(ctx)
	if err != nil {
		return stocked{}, err
	}
	key := fmt.Sprintf("%s %d", place, s.Now().Unix()/60)
	if kept.key == key {
		return kept.made, nil
	}
	made, err := s.workOut(ctx, id)
	if err == nil {
		kept.key, kept.made = key, made
	}
	return made, err
}

// workOut makes the sums twice: without what was ticked, to know to what steps
// the ticks belong, and with it.
func (s *Server) workOut(ctx context.Context, id string) (x stocked, err error) {
	p, plan, err := s.planOrNone(ctx, id)
	if err != nil {
		return x, err
	}
	ticks, err := s.store.Ticks(ctx, id)
	if err != nil {
		return x, err
	}
	ways := waysOf(p.in.Kitchen)
	book, orders := p.onTheDay()
	larder := quantity.Larder{Day: p.in.Service.Day}
	for _, e := range p.book.stock {
		if e.Kitchen == "" || e.Kitchen == p.in.Kitchen.ID {
			larder.Stock = append(larder.Stock, e)
		}
	}
	x = stocked{planned: p, plan: plan, input: mise.Input{Book: book, Kitchen: p.in.Kitchen, Plan: plan, Ways: ways, Begins: p.begins(), Hours: p.hours(), Now: s.Now(), Zone: p.in.Zone}}
	for _, o := range orders {
		x.input.Plates += o.Plates
	}
	for _, t := range ticks {
		tick, err := readTick(t)
		if err != nil {
			return x, err
		}
		x.input.Ticks = append(x.input.Ticks, tick)
	}
	x.input.Exploded = quantity.ExplodeFrom(book, larder, orders, ways)
	larder.Done = mise.Make(x.input).Ticked()
	x.input.Exploded = quantity.ExplodeFrom(book, larder, orders, ways)
	needed, leaves := mise.Needed(x.input)
	supply.Purchases(&x.input.Exploded, book, ways, p.book.suppliers, needed, x.input.Begins, s.Now())
	for k, e := range x.input.Exploded.Ledger {
		if when, planned := leaves[e.Component+"/"+e.Step]; planned {
			x.input.Exploded.Ledger[k].When = &when
		}
	}
	x.sheet = mise.Make(x.input)
	return x, nil
}

// planWithin is how long the mise waits for a plan: two fifths of what a request may
// take.
func (s *Server) planWithin() time.Duration { return s.Within * 2 / 5 }

// planOrNone gives the run-up of a service, or, where none is found, why: what
// is to be made ready is known without it. One that was not found before is not
// looked for again.
func (s *Server) planOrNone(ctx context.Context, id string) (planned, report.RunUp, error) {
	p, err := s.scene(ctx, id)
	if err != nil {
		return p, report.RunUp{}, err
	}
	soon, cancel := context.WithTimeout(ctx, s.planWithin())
	defer cancel()
	planned, r, err := s.runUp(soon, id)
	if err != nil && soon.Err() != nil && ctx.Err() == nil {
		return p, report.RunUp{Message: "No plan was found in the time that there was."}, nil
	}
	return planned, r.RunUp, err
}

// begins is the hour of the first course; the end of its day where none has a
// valid one.
func (p planned) begins() (first time.Time) {
	for _, c := range p.in.Service.Courses {
		if at, err := p.in.Service.At(c, p.in.Zone); err == nil && (first.IsZero() || at.Before(first)) {
			first = at
		}
	}
	if first.IsZero() {
		day, _ := time.ParseInLocation(service.DayLayout, p.in.Service.Day, p.in.Zone)
		first = day.Add(24 * time.Hour)
	}
	return first
}

// hours are those of the course of each dish that has plates.
func (p planned) hours() map[string]time.Time {
	out := map[string]time.Time{}
	for _, c := range p.in.Service.Courses {
		at, err := p.in.Service.At(c, p.in.Zone)
		for _, n := range c.Covers {
			if n.Plates > 0 && err == nil {
				out[n.Dish] = at
			}
		}
	}
	return out
}

func (s *Server) getMise(ctx context.Context, in *serviceInput) (*miseOutput, error) {
	x, err := s.stocked(ctx, in.ID)
	if err != nil {
		return nil, s.fail(err)
	}
	v := MiseView{Service: x.in.Service, Kitchen: x.in.Kitchen.Name, Sections: append([]kitchen.Section{}, x.in.Kitchen.Sections...), Begins: x.input.Begins, Sheet: x.sheet, Message: x.plan.Message, Problems: x.input.Exploded.Problems}
	return &miseOutput{v}, nil
}

type ticksInput struct {
	ID   string `path:"id"`
	Body struct {
		Ticks []mise.Tick `json:"ticks" nullable:"false" minItems:"1" maxItems:"500"`
	}
}

type ticksOutput struct {
	Body struct {
		Added int64 `json:"added" doc:"how many were not there yet"`
	}
}

// postTicks keeps what a tablet ticked off, be it now or hours ago: all of it,
// or, where something is malformed, nothing.
func (s *Server) postTicks(ctx context.Context, in *ticksInput) (*ticksOutput, error) {
	who, person, err := s.author(ctx)
	if err != nil {
		return nil, err
	}
	b, err := s.book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	if _, known := b.services[in.ID]; !known {
		return nil, s.fail(fmt.Errorf("service %q: %w", in.ID, store.ErrNotFound))
	}
	var faults fault.List
	rows := make([]store.Tick, len(in.Body.Ticks))
	for i, t := range in.Body.Ticks {
		faults.Under(fmt.Sprintf("ticks[%d]", i), t.Validate())
		amount, err := json.Marshal(t.Amount)
		if err != nil {
			return nil, s.fail(err)
		}
		rows[i] = store.Tick{ID: t.ID, Service: in.ID, Task: t.Task, Act: string(t.Act), Takes: t.Of, Amount: amount, Who: who, Person: person, At: t.At}
	}
	if err := faults.Err(); err != nil {
		return nil, s.fail(err)
	}
	out := &ticksOutput{}
	if out.Body.Added, err = s.store.AddTicks(ctx, rows); err != nil {
		return nil, s.fail(err)
	}
	return out, nil
}

func readTick(t store.Tick) (mise.Tick, error) {
	out := mise.Tick{ID: t.ID, Task: t.Task, Act: mise.Act(t.Act), Of: t.Takes, Who: t.Who, At: t.At, Received: t.Received}
	if err := json.Unmarshal(t.Amount, &out.Amount); err != nil {
		return out, fmt.Errorf("read tick %q: %w", t.ID, err)
	}
	return out, nil
}

// miseFile sends the prep list as a table to keep.
func (s *Server) miseFile(w http.ResponseWriter, r *http.Request) {
	s.tableOf(w, r, "mise", writePrep)
}
