package e2e

import (
	"os"
	"testing"
)

func TestZ(t *testing.T) {
	if os.Getenv("Z") == "" {
		return
	}
	h := newHouse(t)
	chef := h.open("Head chef", "/order/supper")
	chef.see("order by")
	chef.picture("/tmp/z1.png")
	chef.go_("/order/supper?side=made")
	chef.see("to make")
	chef.picture("/tmp/z2.png")
	chef.go_("/order/supper?side=stock")
	chef.see("counted")
	chef.picture("/tmp/z3.png")
	chef.go_("/order/supper?side=costs")
	chef.see("for one portion")
	chef.picture("/tmp/z4.png")
}
