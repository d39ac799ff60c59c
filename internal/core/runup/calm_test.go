package runup_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/runup/demand"
	"jointime/internal/core/service"
)

// evenings is the share of plates within two minutes of their time, over 1,000
// evenings on which every uncertain step takes a time between quick and slow.
func evenings(t testing.TB, in demand.Input, calm service.Calm) float64 {
	in.Service.Calm = calm
	r := makePlan(t, in)
	return r.Punctuality(1000, 120, 7)
}

func TestCalmIsMeasured(t *testing.T) {
	in := dinner(t)
	fresh, usual, calm := evenings(t, in, service.Fresh), evenings(t, in, service.SomeCalm), evenings(t, in, service.MoreCalm)
	t.Logf("plates within 2 minutes of their time over 1,000 evenings: fresh %.1f %%, as planned %.1f %%, calm %.1f %%", 100*fresh, 100*usual, 100*calm)
	assert.GreaterOrEqual(t, usual, fresh+0.10)
	assert.Greater(t, calm, usual-0.02, "the calmest of several plans: chosen on other evenings than these")
}
