package solve

import (
	"context"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/require"

	"jointime/internal/core/schedule/planted"
)

// ends is a context that ends when it was asked so many times.
type ends struct {
	context.Context
	after *int
}

func (e ends) Err() error {
	if *e.after--; *e.after < 0 {
		return context.Canceled
	}
	return nil
}

// Wherever a search is stopped, what it keeps as the best plan is worth what it is said to be.
func TestTheBestPlanIsWorthWhatIsSaid(t *testing.T) {
	p, _ := planted.Kitchen(1, planted.Options{Tasks: 60, Kind: planted.Loose, Slack: 20})
	m := compile(p)
	left := 1 << 30
	settled := func(asked int) *search {
		left = 1 << 30
		ctx := ends{context.Background(), &left}
		s := newSearch(ctx, m, rand.New(rand.NewPCG(1, 1)))
		s.bounds.all(nil, nil, nil, nil)
		require.True(t, s.first(ctx, false))
		left = asked
		s.settle(ctx)
		return s
	}
	settled(1 << 30)
	whole := 1<<30 - left
	for asked := 0; asked < whole; asked += 3 {
		s := settled(asked)
		said := s.value
		s.now.load(&s.best)
		require.Equal(t, said, s.now.whole(), "stopped after it was asked %d times", asked)
	}
}
