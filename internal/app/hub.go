package app

import (
	"slices"
	"sync"
	"sync/atomic"

	"jointime/internal/store"
)

// Hub wakes the event streams when something was written.
type Hub struct {
	mu      sync.Mutex
	streams map[*Stream]bool
	heard   chan struct{}
	first   sync.Once
	closed  chan struct{}
	once    sync.Once
	told    atomic.Int64
}

// Stream is one of them. Wake has something in it when there is news.
type Stream struct {
	Wake chan struct{}
	hub  *Hub
	news []store.News
}

func newHub() *Hub {
	return &Hub{streams: map[*Stream]bool{}, heard: make(chan struct{}), closed: make(chan struct{})}
}

// Tell wakes all; a stream that is busy is woken once afterwards.
func (h *Hub) Tell(news store.News) {
	h.told.Add(1)
	h.mu.Lock()
	defer h.mu.Unlock()
	for s := range h.streams {
		if news != (store.News{}) && !slices.Contains(s.news, news) {
			s.news = append(s.news, news)
		}
		select {
		case s.Wake <- struct{}{}:
		default:
		}
	}
	if news.Missed { // last: who waited for it joins afterwards, and has missed nothing
		h.first.Do(func() { close(h.heard) })
	}
}

// Hears is closed once the database is listened to: before, a stream would miss what is told.
func (h *Hub) Hears() <-chan struct{} { return h.heard }

// Told is how often something was told.
func (h *Hub) Told() int64 { return h.told.Load() }

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

// News is what was told since it was asked last, but for documents and ticks, which the
// store lists.
func (s *Stream) News() []store.News {
	s.hub.mu.Lock()
	defer s.hub.mu.Unlock()
	out := s.news
	s.news = nil
	return out
}

// Close ends all streams.
func (h *Hub) Close() { h.once.Do(func() { close(h.closed) }) }

// Closed is closed when no stream is to go on.
func (h *Hub) Closed() <-chan struct{} { return h.closed }
