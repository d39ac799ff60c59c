package e2e

import (
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"

	"jointime/internal/demo/demotest"
)

// A plan that is kept is bettered while somebody looks at it, until they have had enough.
func TestAPlanIsBetteredInView(t *testing.T) {
	beside(t)
	h := &house{TB: t, store: demotest.Store(t), now: new(atomic.Pointer[time.Time]), background: true}
	h.begin()
	chef := h.open("Chef", "/run-up/winter-supper")
	chef.see("Looking for a better plan")
	chef.click("Stop looking")
	chef.gone("Looking for a better plan")
	chef.see("Export plan")
}

// What a new plan has moved is marked until it is seen, on the run-up and on the sheets.
func TestWhatANewPlanHasMovedIsMarked(t *testing.T) {
	h := newHouse(t)
	chef := h.open("Chef", "/run-up/supper")
	chef.see("Export plan")
	sous := h.open("Sous-chef", "/service/supper")
	sous.see("Nobody is seated yet")
	sous.type_("#hour-main", "20:45\r")

	chef.see("moved since")
	assert.Positive(t, js[int](chef, `document.querySelectorAll('.bar .was').length`), "where it stood is drawn")
	chef.click("Show next")
	chef.see("was ")
	chef.go_("/sheets/supper")
	chef.see("moved since")
	chef.until("a line says where it stood", `document.querySelectorAll('.call-at .was-at').length > 0`)
	chef.click("Seen")
	chef.gone("moved since")
	chef.go_("/run-up/supper")
	chef.see("Export plan")
	assert.Zero(t, js[int](chef, `document.querySelectorAll('.bar .was').length`))
}
