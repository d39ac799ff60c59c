package api

import (
	"cmp"
	"context"
	"crypto/rand"
	"fmt"
	"net/http"
	"slices"
	"time"

	"jointime/internal/store"
)

// routes tell which browsers have joined, and put one out.
func (s tablets) routes(at *registry) {
	operation(at, http.MethodGet, "/api/tablets", "list-tablets", "The browsers that have joined or have a name, the one that was here last first", s.listTablets)
	operation(at, http.MethodDelete, "/api/tablets/{id}", "put-out-tablet", "Put a browser out: it has to join again", s.putOut)
}

// TabletView is a browser that has joined, or has a name.
type TabletView struct {
	ID    string    `json:"id"`
	Name  string    `json:"name" doc:"empty: not given yet"`
	Since time.Time `json:"since,omitzero" doc:"when it joined; absent: it needed no code"`
	Last  time.Time `json:"last" doc:"when it was here last, to a minute"`
	Own   bool      `json:"own" doc:"it is the one that asks"`
}

type tabletsOutput struct {
	Body struct {
		Tablets []TabletView `json:"tablets" nullable:"false"`
		Codes   bool         `json:"codes" doc:"browsers join with a code"`
		Now     time.Time    `json:"now"`
	}
}

// seen notes that a browser is here, once a minute.
func (s base) seen(ctx context.Context) {
	if s.sessions.GetString(ctx, "name") == "" && !s.sessions.GetBool(ctx, "joined") {
		return // nobody yet
	}
	if s.sessions.GetString(ctx, "tablet") == "" {
		s.sessions.Put(ctx, "tablet", rand.Text())
	}
	if now := s.Now(); now.Sub(s.when(ctx, "last")).Abs() >= time.Minute {
		s.sessions.Put(ctx, "last", now.Unix())
	}
}

// when is a moment that a session keeps; zero where it keeps none.
func (s base) when(ctx context.Context, name string) time.Time {
	if at := s.sessions.GetInt64(ctx, name); at > 0 {
		return time.Unix(at, 0).UTC()
	}
	return time.Time{}
}

func (s tablets) listTablets(ctx context.Context, _ *struct{}) (*tabletsOutput, error) {
	out := &tabletsOutput{}
	out.Body.Tablets, out.Body.Codes, out.Body.Now = []TabletView{}, s.Codes, s.Now()
	own := s.sessions.GetString(ctx, "tablet")
	err := s.sessions.Iterate(ctx, func(ctx context.Context) error {
		if id := s.sessions.GetString(ctx, "tablet"); id != "" {
			out.Body.Tablets = append(out.Body.Tablets, TabletView{id, s.sessions.GetString(ctx, "name"), s.when(ctx, "since"), s.when(ctx, "last"), id == own})
		}
		return nil
	})
	if err != nil {
		return nil, s.fail(err)
	}
	slices.SortFunc(out.Body.Tablets, func(a, b TabletView) int { return cmp.Or(b.Last.Compare(a.Last), cmp.Compare(a.ID, b.ID)) })
	return out, nil
}

type tabletInput struct {
	ID string `path:"id"`
}

func (s tablets) putOut(ctx context.Context, in *tabletInput) (*struct{}, error) {
	if _, err := s.asked(ctx); err != nil {
		return nil, err
	}
	found := false
	err := s.sessions.Iterate(ctx, func(ctx context.Context) error {
		if s.sessions.GetString(ctx, "tablet") != in.ID {
			return nil
		}
		found = true
		return s.sessions.Destroy(ctx)
	})
	if err != nil {
		return nil, s.fail(err)
	}
	if !found {
		return nil, s.fail(fmt.Errorf("tablet %q: %w", in.ID, store.ErrNotFound))
	}
	if err := s.store.TellOut(ctx, in.ID); err != nil { // its next request is refused all the same
		s.Log.Warn("a tablet that was put out was not told", "error", err)
	}
	return nil, nil
}
