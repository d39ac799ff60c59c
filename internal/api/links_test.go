package api_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// Ids that were made before they needed no escaping are found with their at sign as it
// stands and as it is escaped, by every address.
func TestAnIDWithAnAtSignIsFoundEitherWay(t *testing.T) {
	chef := newHouse(t).cook("Chef")
	for _, id := range []string{"supper@2026-02-28", "supper%402026-02-28"} {
		for _, path := range []string{"", "/runup", "/progress", "/amounts", "/mise", "/labels", "/sheets", "/across", "/problem.json", "/plan.json", "/order.csv", "/mise.csv", "/fire.csv", "/run-up.svg", "/calendar.ics"} {
			a := chef.send("GET", "/api/services/"+id+path, nil)
			assert.Equal(t, 200, a.status, "%s%s: %s", id, path, a.body)
		}
	}
}
