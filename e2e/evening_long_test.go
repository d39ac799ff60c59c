//go:build long

package e2e

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// The same with keys alone: every Tab counts.
func TestFromAnEmptyKitchenToAFiveCourseEveningWithKeysAlone(t *testing.T) {
	c := &counted{tablet: emptyHouse(t).stranger("/"), alone: true}
	c.evening()
	t.Logf("%d keys", c.keys)
	assert.Zero(t, c.clicks)
	assert.LessOrEqual(t, c.keys, 1800)
}
