package runup

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule/solve"
)

func TestWhatCannotBeIsToldInTheKitchensWords(t *testing.T) {
	m := work.Map{Resources: []work.Resource{{ID: "cook.commis", Name: "Commis", Cook: "commis"}, {ID: "oven", Name: "Deck oven"}}}
	works := []work.Work{{Made: "Hake", Name: "sear"}, {Made: "Fish broth", Name: "reduce"}}
	for want, no := range map[string]solve.Impossible{
		"These wait for each other: Hake: sear and Fish broth: reduce": {Kind: solve.Circle},
		"Hake: sear does not fit before the plate":                     {Kind: solve.TooLate},
		"Needs 4 places, Deck oven has 2":                              {Kind: solve.TooFew, Lack: solve.Lack{Resource: "oven", Need: 4, Have: 2}},
		"Needs 20 min, but Commis is there for 10 min at most":         {Kind: solve.TooShort, Lack: solve.Lack{Resource: "cook.commis", Need: 1200, Have: 600}},
		"Its hold needs 1 place, Deck oven has 0":                      {Kind: solve.NoHold, Lack: solve.Lack{Resource: "oven", Need: 1}},
		"5 min too long in a row: Hake: sear and Fish broth: reduce":   {Kind: solve.TooLong, Lack: solve.Lack{Need: 300}},
		"Hake: sear waits for itself":                                  {Kind: solve.Itself},
	} {
		assert.Equal(t, want, cannot(works, m, &no))
	}
}
