package e2e

import (
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"

	"jointime/internal/demo/demotest"
)

// A plan is bettered while somebody looks at it, and what a new one has moved is marked until
// it is seen, on the run-up and on the sheets.
func TestWhatANewPlanHasMovedIsMarked(t *testing.T) {
	beside(t)
	h := &house{TB: t, store: demotest.Store(t), now: new(atomic.Pointer[time.Time]), background: true}
	h.begin()
	chef := h.open("Chef", "/run-up/winter-supper")
	chef.see("Looking for a better plan")
	chef.click("Stop looking")
	chef.gone("Looking for a better plan")

	sous := h.open("Sous-chef", "/service/winter-supper")
	sous.see("Guests")
	sous.type_("#hour-main", "21:10\r")

	chef.see("steps moved")
	chef.see("Looking for a better plan")
	chef.click("Stop looking")
	chef.gone("Looking for a better plan")
	marked := js[int](chef, `document.querySelectorAll('.bar .was').length`)
	assert.Positive(t, marked, "where it stood is drawn")
	chef.click("Show next")
	chef.see("was ")
	chef.go_("/sheets/winter-supper")
	chef.see("steps moved")
	chef.click("Sat 14 Mar, 21–24 h")
	chef.until("a line says where it stood", `document.querySelectorAll('.call-at .was-at').length > 0`)
	chef.click("Seen")
	chef.gone("steps moved")
	chef.go_("/run-up/winter-supper")
	chef.see("Export plan")
	assert.Zero(t, js[int](chef, `document.querySelectorAll('.bar .was').length`))
}
