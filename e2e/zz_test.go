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
	chef := h.open("Head chef", "/menu/supper")
	chef.see("Guinea fowl")
	chef.click("Thyme gravy")
	chef.picture("/tmp/z1.png")
	chef.go_("/dish/slow-cooked-egg-mushroom-broth?side=boiled%20down")
	chef.see("so much is to come out")
	chef.see("about ")
	chef.picture("/tmp/z2.png")
	chef.go_("/dish/guinea-fowl?side=component&of=gravy")
	chef.see("Save the component")
	chef.picture("/tmp/z3.png")
	chef.go_("/order/supper?side=suppliers")
	chef.see("who brings it")
	chef.click("Hill farm")
	chef.picture("/tmp/z4.png")
}
