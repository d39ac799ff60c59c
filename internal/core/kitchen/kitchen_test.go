package kitchen_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/fault"
	"jointime/internal/core/kitchen"
)

func TestMalformedKitchensAreToldWithTheirField(t *testing.T) {
	k := kitchen.Kitchen{
		Cooks:     []kitchen.Cook{{ID: "a", Name: "A", Shifts: []kitchen.Shift{{From: "10:00", To: "late"}}}, {ID: "a", Away: []kitchen.Away{{Day: "Monday", Shift: kitchen.Shift{From: "10:00", To: "11:00"}}}}},
		Equipment: []kitchen.Equipment{{ID: "oven"}, {ID: "", Kind: "x", Places: 1}},
	}
	var faults fault.List
	require.ErrorAs(t, k.Validate(), &faults)
	var fields []string
	for _, f := range faults {
		fields = append(fields, f.Field)
	}
	assert.Equal(t, []string{"passWidth", "cooks[0].shifts[0].to", "cooks[1].id", "cooks[1].away[0].day", "cooks[1].name", "equipment[0].kind", "equipment[0].places", "equipment[1].id"}, fields)
	assert.Contains(t, faults.Error(), "passWidth: Plates the pass holds: must be 1 or more.\n")
}

func TestThingsOfAKindStandInForOneAnother(t *testing.T) {
	k := kitchen.Kitchen{Equipment: []kitchen.Equipment{{ID: "1", Kind: "oven"}, {ID: "2", Kind: "burner"}, {ID: "3", Kind: "oven"}}}
	assert.Len(t, k.OfKind("oven"), 2)
	assert.Empty(t, k.OfKind("smoker"))
}
