//go:build long

package runup_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/service"
)

// evenings is the share of plates within two minutes of their time, over 1,000
// evenings on which every uncertain step takes a time between quick and slow.
func evenings(r planned) float64 { return r.Punctuality(1000, 120, 7) }

// The calm setting, chosen on 200 evenings, is held against the usual one on 1,000
// others.
func TestTheCalmSettingOnOtherEvenings(t *testing.T) {
	usual, calm := evenings(dinnerPlan(t)), evenings(makePlan(t, calmly(dinner(t), service.MoreCalm)))
	t.Logf("plates within 2 minutes of their time over 1,000 evenings: as planned %.1f %%, calm %.1f %%", 100*usual, 100*calm)
	assert.Greater(t, calm, usual)
}

// What a little calm is worth: at least ten plates in a hundred more within two minutes.
func TestCalmIsMeasured(t *testing.T) {
	in := dinner(t)
	in.Kitchen.Day = nil // what is to be seen is what the margins do
	fresh, usual := evenings(makePlan(t, calmly(in, service.Fresh))), evenings(makePlan(t, calmly(in, service.SomeCalm)))
	t.Logf("plates within 2 minutes of their time over 1,000 evenings: fresh %.1f %%, as planned %.1f %%", 100*fresh, 100*usual)
	assert.GreaterOrEqual(t, usual, fresh+0.10)
}
