package app

import (
	"context"
	"encoding/json"
	"fmt"
	"sync"
	"time"

	"jointime/internal/core/mise"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/recipe/supply"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/service"
	"jointime/internal/store"
)

// Stocked is a service worked out from what is there and what was ticked.
type Stocked struct {
	Scene
	Input mise.Input
	Plan  report.RunUp
	Sheet mise.Sheet

	Planning bool // the hours are those of a plan that is being made anew, or are not there yet
}

// Prep works out what services have to make ready and to buy.
type Prep struct {
	store   *store.Store
	books   *Books
	planner *Planner
	now     func() time.Time
	sheets  keptSheets
}

// keptSheets holds the newest working out of each service; it is good as long
// as nothing was written or ticked, no other plan is there, and for a minute of the clock.
type keptSheets struct {
	mu sync.Mutex
	of map[string]*keptSheet
}

type keptSheet struct {
	busy chan struct{} // full while one works it out
	key  string
	made Stocked
}

func (k *keptSheets) find(service string) *keptSheet {
	k.mu.Lock()
	defer k.mu.Unlock()
	if k.of == nil || len(k.of) >= mostRead && k.of[service] == nil {
		k.of = map[string]*keptSheet{}
	}
	if k.of[service] == nil {
		k.of[service] = &keptSheet{busy: make(chan struct{}, 1)}
	}
	return k.of[service]
}

// Stocked works a service out once for all who ask at the same time. It does not wait for a
// plan that is being made anew: until that is there, the hours are those of the one before.
func (pr *Prep) Stocked(ctx context.Context, id string) (Stocked, error) {
	p, planned, there, err := pr.planner.atHand(ctx, id)
	if err == nil && !there {
		p, planned, err = pr.planner.RunUp(ctx, id)
	}
	if err != nil {
		return Stocked{}, err
	}
	kept := pr.sheets.find(id)
	select {
	case kept.busy <- struct{}{}:
		defer func() { <-kept.busy }()
	case <-ctx.Done():
		return Stocked{}, ctx.Err()
	}
	place, err := pr.store.Newest(ctx)
	if err != nil {
		return Stocked{}, err
	}
	key := fmt.Sprintf("%s %d %d %v", place, pr.now().Unix()/60, planned.number, planned.Planning)
	if kept.key == key {
		return kept.made, nil
	}
	made, err := pr.workOut(ctx, id, p, planned)
	if err == nil {
		kept.key, kept.made = key, made
	}
	return made, err
}

// workOut makes the sums twice: without what was ticked, to know to what steps
// the ticks belong, and with it.
func (pr *Prep) workOut(ctx context.Context, id string, p Scene, planned Planned) (x Stocked, err error) {
	ticks, err := pr.store.Ticks(ctx, id)
	if err != nil {
		return x, err
	}
	ways := quantity.WaysOf(p.In.Kitchen)
	book, orders := p.OnTheDay()
	larder := quantity.Larder{Day: p.In.Service.Day, Covers: p.In.Service.Most()}
	for _, e := range p.Book.Stock {
		if (e.Kitchen == "" || e.Kitchen == p.In.Kitchen.ID) && e.After != p.In.Service.ID {
			larder.Stock = append(larder.Stock, e)
		}
	}
	x = Stocked{Scene: p, Plan: planned.RunUp, Planning: planned.Planning, Input: mise.Input{Book: book, Kitchen: p.In.Kitchen, Plan: planned.RunUp, Ways: ways, Covers: p.In.Service.Most(), Begins: p.begins(), Hours: p.hours(), Now: pr.now(), Zone: p.In.Zone}}
	for _, o := range orders {
		x.Input.Plates += o.Plates
	}
	for _, t := range ticks {
		tick, err := readTick(t)
		if err != nil {
			return x, err
		}
		x.Input.Ticks = append(x.Input.Ticks, tick)
	}
	x.Input.Exploded = quantity.ExplodeFrom(book, larder, orders, ways)
	larder.Done = mise.Make(x.Input).Ticked()
	x.Input.Exploded = quantity.ExplodeFrom(book, larder, orders, ways)
	needed, leaves := mise.Needed(x.Input)
	x.Input.Exploded.Buy = supply.Purchases(x.Input.Exploded.Buy, book, ways, p.Book.Suppliers, needed, x.Input.Begins, pr.now())
	for k, e := range x.Input.Exploded.Ledger {
		if when, planned := leaves[e.Component+"/"+e.Step]; planned {
			x.Input.Exploded.Ledger[k].When = &when
		}
	}
	x.Sheet = mise.Make(x.Input)
	return x, nil
}

// begins is the hour of the first course; the end of its day where none has a
// valid one.
func (p Scene) begins() (first time.Time) {
	for _, c := range p.In.Service.Courses {
		if at, err := p.In.Service.At(c, p.In.Zone); err == nil && (first.IsZero() || at.Before(first)) {
			first = at
		}
	}
	if first.IsZero() {
		day, _ := time.ParseInLocation(service.DayLayout, p.In.Service.Day, p.In.Zone)
		first = day.Add(24 * time.Hour)
	}
	return first
}

// hours are those of the course of each dish that has plates.
func (p Scene) hours() map[string]time.Time {
	out := map[string]time.Time{}
	for _, c := range p.In.Service.Courses {
		at, err := p.In.Service.At(c, p.In.Zone)
		for _, n := range c.Covers {
			if n.Plates > 0 && err == nil {
				out[n.Dish] = at
			}
		}
	}
	return out
}

func readTick(t store.Tick) (mise.Tick, error) {
	out := mise.Tick{ID: t.ID, Task: t.Task, Act: mise.Act(t.Act), Of: t.Takes, Who: t.Who, At: t.At, Received: t.Received}
	if err := json.Unmarshal(t.Amount, &out.Amount); err != nil {
		return out, fmt.Errorf("read tick %q: %w", t.ID, err)
	}
	return out, nil
}

// OnTheDay is the book in the states that were chosen on the day, and all
// plates of a service.
func (p Scene) OnTheDay() (recipe.Book, []quantity.Order) {
	var orders []quantity.Order
	for _, c := range p.In.Service.Courses {
		for _, n := range c.Covers {
			if n.Plates > 0 {
				orders = append(orders, quantity.Order{Dish: n.Dish, Version: n.Version, Plates: n.Plates})
			}
		}
	}
	book := p.Book.Recipes()
	for id, c := range p.In.Components {
		book = book.With(id, c)
	}
	if p.In.Service.Lean {
		book = book.Lean()
	}
	return book, orders
}
