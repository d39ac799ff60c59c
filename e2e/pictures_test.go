package e2e

import (
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"
)

// views are the main views with the demo data, each with a text that shows
// that it has been read.
var views = []struct{ file, path, shows string }{
	{"menu.png", "/menu/supper", "Guinea fowl"},
	{"dish.png", "/dish/roast-hake", "before the plate"},
	{"dish-step.png", "/dish/roast-hake?step=hake/sear", "Save the step"},
	{"run-up.png", "/run-up/supper", "Save the plan"},
	{"run-up-cooks.png", "/run-up/supper?view=lanes", "Commis"},
	{"plate.png", "/plate/roast-hake", "Build"},
}

// TestPictures opens every main view; with JOINTIME_PICTURES set it also
// writes their pictures there.
func TestPictures(t *testing.T) {
	h := newHouse(t)
	chef := h.open("Head chef", "/")
	dir := os.Getenv("JOINTIME_PICTURES")
	for _, v := range views {
		t.Run(v.file, func(t *testing.T) {
			chef := &tablet{&house{T: t, store: h.store, server: h.server, now: h.now}, chef.ctx}
			chef.go_(v.path)
			chef.see(v.shows)
			chef.see("changes arrive")
			if v.file == "run-up.png" || v.file == "run-up-cooks.png" {
				js[bool](chef, `document.querySelector('[data-bar="roast-hake/hake/sear"], [aria-label*=", Oven, Roast crown"]').dispatchEvent(new MouseEvent('click', {bubbles: true}))`)
				chef.see("Why does")
			}
			if dir != "" {
				require.NoError(t, os.MkdirAll(dir, 0o755))
				chef.picture(filepath.Join(dir, v.file))
			}
		})
	}
}

// At a tablet's size nothing is cut off: no view is wider than the screen, and
// no drawing wider than its page.
func TestNothingIsCutOffOnATablet(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/")
	chef.size(1024, 768)
	for _, v := range views {
		chef.go_(v.path)
		chef.see(v.shows)
		chef.until(v.path+" fits", `[document.documentElement, ...document.querySelectorAll('main svg')].every(e => (e.scrollWidth || 0) <= 1024 && e.getBoundingClientRect().right <= 1024)`)
	}
}
