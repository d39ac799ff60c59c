package prove_test

import (
	"context"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/prove"
	"jointime/internal/core/schedule/scheduletest"
	"jointime/internal/size"
)

// Tiny problems, tried out start by start by a program that shares nothing with this: what is
// kept can be, and what cannot be is not.
func TestAgainstTryingEverything(t *testing.T) {
	var met [3]int
	for seed := range uint64(size.Of(200, 1000, 20_000)) {
		p := scheduletest.Random(rand.New(rand.NewPCG(seed, 1)))
		v, plan := prove.Limits(context.Background(), p, 100_000)
		met[v]++
		best, exists := scheduletest.TryEverything(p)
		want := prove.Cannot
		if exists && best[0] == 0 {
			want = prove.Kept
		}
		require.Equal(t, want, v, "seed %d", seed)
		if v == prove.Kept {
			plan = check.Measured(p, plan)
			require.Empty(t, check.Plan(p, plan), "seed %d", seed)
			require.Zero(t, plan.Violation, "seed %d", seed)
		}
	}
	assert.Zero(t, met[prove.Unknown])
	assert.Greater(t, met[prove.Kept], met[prove.Cannot]/2)
	assert.Greater(t, met[prove.Cannot], met[prove.Kept]/10)
}
