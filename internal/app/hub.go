package app

import "sync"

// Hub wakes the event streams when something was written.
type Hub struct {
	mu     sync.Mutex
	wakes  map[chan struct{}]bool
	closed chan struct{}
	once   sync.Once
}

func newHub() *Hub { return &Hub{wakes: map[chan struct{}]bool{}, closed: make(chan struct{})} }

// Tell wakes all; a stream that is busy is woken once afterwards.
func (h *Hub) Tell() {
	h.mu.Lock()
	defer h.mu.Unlock()
	for c := range h.wakes {
		select {
		case c <- struct{}{}:
		default:
		}
	}
}

// Close ends all streams.
func (h *Hub) Close() { h.once.Do(func() { close(h.closed) }) }

// Join gives what a stream is woken by, until it leaves.
func (h *Hub) Join() (wake chan struct{}, leave func()) {
	wake = make(chan struct{}, 1)
	h.mu.Lock()
	defer h.mu.Unlock()
	h.wakes[wake] = true
	return wake, func() {
		h.mu.Lock()
		defer h.mu.Unlock()
		delete(h.wakes, wake)
	}
}

// Closed is closed when no stream is to go on.
func (h *Hub) Closed() <-chan struct{} { return h.closed }
