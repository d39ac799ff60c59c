package api

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"time"

	"jointime/internal/store"
)

func (s live) routes(at *registry) {
	at.file(http.MethodGet, eventsPath, "events", "Changes as they are made, as server-sent events; Last-Event-ID says from where on", "text/event-stream", s.events)
}

// eventsPath is where changes are streamed.
const eventsPath = "/api/events"

// change is what a stream tells: what changed, to which version, by whom.
type change struct {
	Kind    string    `json:"kind"`
	ID      string    `json:"id"`
	Version int64     `json:"version"`
	Who     string    `json:"who"`
	What    string    `json:"what"`
	At      time.Time `json:"at"`
}

// writeWithin bounds how long a stream may take to write what is new.
const writeWithin = 10 * time.Second

// events streams changes from where a screen left off.
func (s live) events(w http.ResponseWriter, r *http.Request) {
	place, known := store.ParsePlace(r.Header.Get("Last-Event-ID"))
	if !known {
		var err error
		if place, err = s.store.Newest(r.Context()); err != nil {
			s.writeProblem(w, s.fail(err))
			return
		}
	}
	out := http.NewResponseController(w)
	w.Header().Set("Content-Type", "text/event-stream")
	w.Header().Set("X-Accel-Buffering", "no")
	select {
	case <-s.app.Hub.Hears():
	case <-s.app.Hub.Closed():
		return
	case <-r.Context().Done():
		return
	}
	news := s.app.Hub.Join()
	defer news.Leave()
	ping := time.NewTicker(s.PingEach)
	defer ping.Stop()
	fmt.Fprintf(w, "id: %s\nevent: ready\ndata: {}\n\n", place)
	for {
		_ = out.SetWriteDeadline(time.Now().Add(writeWithin)) // a tablet out of reach is let go
		if err := s.sendSince(w, r, &place); err != nil {
			return
		}
		for _, n := range news.News() {
			if n.Out != "" && n.Out == s.sessions.GetString(r.Context(), "tablet") {
				return
			}
			if n.Missed {
				if err := tell(w, place, change{Kind: "missed", At: s.Now()}); err != nil {
					return
				}
			}
			for kind, id := range map[string]string{"plan": n.Planned, "pass": n.Pass} {
				if id == "" {
					continue
				}
				if err := tell(w, place, change{Kind: kind, ID: id, At: s.Now()}); err != nil {
					return
				}
			}
		}
		if out.Flush() != nil {
			return
		}
		select {
		case <-r.Context().Done():
			return
		case <-s.app.Hub.Closed():
			return
		case <-news.Wake:
		case <-ping.C:
			if s.leftSince(r.Context()) {
				return
			}
			fmt.Fprint(w, ": still here\n\n")
		}
	}
}

// leftSince says that the browser of a stream was put out, should it not have been told.
func (s live) leftSince(ctx context.Context) bool {
	token := s.sessions.Token(ctx)
	if token == "" {
		return false // it needs no session
	}
	_, found, err := s.sessions.Store.Find(token)
	return err == nil && !found
}

// sendSince tells all that was changed and ticked since a place.
func (s live) sendSince(w http.ResponseWriter, r *http.Request, place *store.Place) error {
	for more := true; more; {
		changes, err := s.store.Since(r.Context(), place.Revision)
		if err != nil {
			return err
		}
		for _, rev := range changes {
			place.Revision = rev.Seq
			if err := tell(w, *place, change{string(rev.Kind), rev.ID, rev.Version, rev.Who, rev.What, rev.At}); err != nil {
				return err
			}
		}
		ticks, err := s.store.TicksSince(r.Context(), place.Tick)
		if err != nil {
			return err
		}
		for _, t := range ticks {
			place.Tick = t.Seq
			if err := tell(w, *place, change{"tick", t.Service, t.Seq, t.Who, t.Task, t.Received}); err != nil {
				return err
			}
		}
		more = len(changes) == store.AtOnce || len(ticks) == store.AtOnce
	}
	return nil
}

func tell(w http.ResponseWriter, at store.Place, c change) error {
	data, err := json.Marshal(c)
	if err != nil {
		return err
	}
	_, err = fmt.Fprintf(w, "id: %s\nevent: change\ndata: %s\n\n", at, data)
	return err
}
