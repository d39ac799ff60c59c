package runup

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/runup/work"
)

func TestNamesTakeThePlaceOfIDsOnce(t *testing.T) {
	m := work.Map{Resources: []work.Resource{{ID: "cook.commis", Name: "Commis", Cook: "commis"}, {ID: "cook.commis-2", Name: "Second cook.commis", Cook: "commis-2"}, {ID: "oven", Name: "Deck oven"}}}
	assert.Equal(t, "no time is left for Second cook.commis and Commis at the Deck oven today", named("no time is left for cook.commis-2 and cook.commis at the oven today", m))
}
