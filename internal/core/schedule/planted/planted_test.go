package planted_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/planted"
)

// What is planted is a plan: it breaks no hard rule, and in loose and tight kitchens no
// limit either.
func TestThePlantedPlanIsOne(t *testing.T) {
	for kind := range planted.Kinds {
		for seed := range uint64(6) {
			o := planted.Options{Tasks: 60 + int(seed)*90, Kind: kind, Sections: seed%2 == 1, Fill: int64(seed%3) * 45, Slack: int64(seed)}
			p, plan := planted.Kitchen(seed, o)
			require.Empty(t, p.Validate(), p.Name)
			plan = check.Measured(p, plan)
			require.Empty(t, check.Plan(p, plan), p.Name)
			if kind == planted.Loose || kind == planted.Tight {
				assert.Zero(t, plan.Violation, p.Name)
			}
			assert.InDelta(t, o.Tasks, len(p.Tasks), 250, p.Name)
			t.Log(p.Name, len(p.Tasks), fmt.Sprintf("%d+%d", plan.Violation, plan.Cost), p.Horizon)
		}
	}
}
