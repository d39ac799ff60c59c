package app

import (
	"context"
	"sync"
	"time"

	"jointime/internal/store"
)

// seenRunUps are the newest run-ups that were read, by service: making the problem and
// reading a plan of some hundred tasks costs more than sending it.
type seenRunUps struct {
	mu sync.Mutex
	of map[string]seenRunUp
}

// seenRunUp is good as long as the book is the same edition, the service has not become
// past meanwhile, and no better plan of its problem was kept.
type seenRunUp struct {
	edition *edition
	plan    string // its key
	made    time.Time
	scene   Scene
	planned Planned
}

// seenRunUp is what was read of a service before, where it is still so.
func (pl *Planner) seenRunUp(ctx context.Context, e *edition, id string) (Scene, Planned, bool, error) {
	pl.seen.mu.Lock()
	s, has := pl.seen.of[id]
	pl.seen.mu.Unlock()
	svc := e.book.Services[id]
	if !has || s.edition != e || s.scene.Past != svc.Past(pl.now(), e.book.Zone(svc.Kitchen)) {
		return Scene{}, Planned{}, false, nil
	}
	made, err := pl.store.PlanMade(ctx, s.plan)
	if err != nil || !made.Equal(s.made) {
		return Scene{}, Planned{}, false, err
	}
	return s.scene, s.planned, true, nil
}

// note keeps a run-up for those who read it next.
func (pl *Planner) note(e *edition, id string, from store.Plan, p Scene, r Planned) Planned {
	pl.seen.mu.Lock()
	defer pl.seen.mu.Unlock()
	if pl.seen.of == nil {
		pl.seen.of = map[string]seenRunUp{}
	}
	if len(pl.seen.of) >= mostSeen {
		clear(pl.seen.of)
	}
	pl.seen.of[id] = seenRunUp{e, from.Key, from.MadeAt, p, r}
	return r
}

// mostSeen bounds them: those of one evening are far fewer.
const mostSeen = 32
