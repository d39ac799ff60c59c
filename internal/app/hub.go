package app

import (
	"slices"
	"sync"
)

// Hub wakes the event streams when something was written, or a plan was kept.
type Hub struct {
	mu      sync.Mutex
	streams map[*Stream]bool
	closed  chan struct{}
	once    sync.Once
}

// Stream is one of them. Wake has something in it when there is news.
type Stream struct {
	Wake    chan struct{}
	hub     *Hub
	planned []string
}

func newHub() *Hub { return &Hub{streams: map[*Stream]bool{}, closed: make(chan struct{})} }

// Tell wakes all; a stream that is busy is woken once afterwards. Planned is the id of a
// service whose plan was kept; empty: something else was written.
func (h *Hub) Tell(planned string) {
	h.mu.Lock()
	defer h.mu.Unlock()
	for s := range h.streams {
		if planned != "" && !slices.Contains(s.planned, planned) {
			s.planned = append(s.planned, planned)
		}
		select {
		case s.Wake <- struct{}{}:
		default:
		}
	}
}

// Join begins a stream.
func (h *Hub) Join() *Stream {
	s := &Stream{Wake: make(chan struct{}, 1), hub: h}
	h.mu.Lock()
	defer h.mu.Unlock()
	h.streams[s] = true
	return s
}

// Leave ends it.
func (s *Stream) Leave() {
	s.hub.mu.Lock()
	defer s.hub.mu.Unlock()
	delete(s.hub.streams, s)
}

// Planned are the services of which plans were kept since it was asked last.
func (s *Stream) Planned() []string {
	s.hub.mu.Lock()
	defer s.hub.mu.Unlock()
	out := s.planned
	s.planned = nil
	return out
}

// Close ends all streams.
func (h *Hub) Close() { h.once.Do(func() { close(h.closed) }) }

// Closed is closed when no stream is to go on.
func (h *Hub) Closed() <-chan struct{} { return h.closed }
