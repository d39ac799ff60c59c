package app

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/store"
)

// A stream that waited until the database is heard has missed nothing.
func TestWhoWaitedToHearHasMissedNothing(t *testing.T) {
	for range 500 {
		h := newHub()
		told := make(chan bool)
		go func() { h.Tell(store.News{Missed: true}); close(told) }()
		<-h.Hears()
		s := h.Join()
		<-told
		assert.Empty(t, s.News())
	}
}
