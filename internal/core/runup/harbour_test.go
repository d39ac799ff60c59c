package runup_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/runup/demand"
	"jointime/internal/demo"
)

// harbourTable is a supper for eight of the demo, with a cure of a day, a joint that two guests have
// otherwise, and apples with skewers in them.
func harbourTable(t testing.TB) demand.Input {
	b := demo.Load(time.Date(2026, 3, 10, 9, 0, 0, 0, time.UTC))
	b.Kitchen, b.Menu, b.Service = b.House, b.Harbour, b.Table
	return input(t, b)
}

var harbourPlan = once(harbourTable)

// The supper is on plan, and keeps what its book says.
func TestTheHarbourTableKeepsWhatItsBookSays(t *testing.T) {
	r := harbourPlan(t)
	assert.Empty(t, r.RunUp.Stops)
	assert.Empty(t, r.RunUp.Clashes)
	assert.Empty(t, untold(t, harbourTable(t), r))
}
