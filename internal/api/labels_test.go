package api_test

import (
	"net/url"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/api"
	"jointime/internal/standin"
)

type labels struct {
	Labels  []api.LabelView
	Printer bool
}

func TestLabelsGoToThePrinterOrToPaper(t *testing.T) {
	h := newHouse(t)
	printer := &standin.Printer{}
	address, stop, err := standin.Serve(printer)
	require.NoError(t, err)
	defer stop()
	h.printer = address
	h.server = h.serve()
	chef := h.cook("Chef")
	require.Equal(t, 200, chef.send("POST", "/api/services/supper/ticks", ticks(made("tick-0001", "gravy/bones", 200, "ml"))).status)
	got := get[labels](chef, "/api/services/supper/labels?tasks="+url.QueryEscape("gravy/bones"))
	require.Len(t, got.Labels, 1)
	assert.True(t, got.Printer)
	assert.Equal(t, "contains milk, celery, sulphites", got.Labels[0].Label.Allergens, "the pan of the crown had butter in it")
	assert.Contains(t, got.Labels[0].SVG, "made Fri 13 Mar 15:30 by Chef")
	assert.Greater(t, len(get[labels](chef, "/api/services/supper/labels").Labels), 8, "all, where none is named")

	send := func(tasks ...string) answer {
		return chef.send("POST", "/api/services/supper/labels", map[string]any{"tasks": tasks})
	}
	assert.JSONEq(t, `{"printed": 2}`, string(send("gravy/bones", "quince/poach").body))
	require.Len(t, printer.Labels(), 2)
	assert.True(t, strings.Contains(printer.Labels()[0]+printer.Labels()[1], "Thyme gravy"))
	chef.base = address
	chef.send("POST", "/paper?out=true", nil)
	chef.base = h.server.URL
	p := send("gravy/bones").problem(t)
	assert.Equal(t, 502, p.Status)
	assert.Contains(t, p.Detail, "stopped after 0 of 1: “out of paper”")
	stop()
	assert.Contains(t, send("gravy/bones").problem(t).Detail, "no answer")
	h.printer = ""
	other := h.serve()
	chef.base = other.URL
	require.Equal(t, 200, chef.send("PUT", "/api/session", map[string]any{"name": "Chef"}).status)
	assert.Contains(t, send("gravy/bones").problem(t).Detail, "on paper")
}

func TestHeatsAndReductionsAreTold(t *testing.T) {
	chef := newHouse(t).cook("Chef")
	heats := get[struct {
		Heats map[string]struct {
			Fahrenheit float64
			Gas        string
		}
	}](chef, "/api/heats").Heats
	assert.Equal(t, "4", heats["180"].Gas)
	assert.InDelta(t, 32, heats["0"].Fahrenheit, 0)
	chain := []map[string]any{{"add": map[string]any{"quantity": 600, "unit": "ml"}}, {"left": 0.25}}
	pan := map[string]any{"width": 240, "burner": "gas", "power": 3000}
	var v api.ReductionView
	a := chef.send("POST", "/api/reduce", map[string]any{"stages": chain, "pan": pan})
	require.Equal(t, 200, a.status, string(a.body))
	read(t, a, &v)
	assert.InDelta(t, 150, v.Stages[1].Out.Quantity, 1e-9)
	assert.Nil(t, v.Takes[0])
	require.NotNil(t, v.Takes[1])
	assert.Greater(t, v.Takes[1].Usual, 600.0)
	a = chef.send("POST", "/api/reduce", map[string]any{"stages": chain, "out": map[string]any{"quantity": 3, "unit": "dl"}})
	read(t, a, &v)
	assert.InDelta(t, 1200, v.Stages[0].Out.Quantity, 1e-9)
	chain[1] = map[string]any{"left": 0.5, "loss": 0.5}
	assert.Equal(t, "body.stages[1]", chef.send("POST", "/api/reduce", map[string]any{"stages": chain}).problem(t).Errors[0].Location)
	pan["power"] = 100
	chain[1] = map[string]any{"left": 0.5}
	chain[0] = map[string]any{"add": map[string]any{"quantity": 9, "unit": "l"}}
	read(t, chef.send("POST", "/api/reduce", map[string]any{"stages": chain, "pan": pan}), &v)
	assert.Contains(t, v.Why, "does not keep it at the boil")
}

func TestAKitchenIsChanged(t *testing.T) {
	chef := newHouse(t).cook("Chef")
	type list struct{ Kitchens []api.KitchenView }
	k := get[list](chef, "/api/kitchens").Kitchens[0]
	k.Kitchen.Likes.Customary, k.Kitchen.Likes.Heat = true, "f"
	require.Equal(t, 200, chef.send("PUT", "/api/kitchens/back-kitchen", edit(k.Version, k.Kitchen)).status)
	for _, b := range get[api.AmountsView](chef, "/api/services/supper/amounts").Exploded.Buy {
		if b.Name == "hake" {
			assert.Equal(t, "3.2 lb", b.Text)
			assert.Equal(t, "1.45 kg", b.Other)
		}
	}
	k.Kitchen.PassWidth = 0
	assert.Equal(t, 422, chef.send("PUT", "/api/kitchens/back-kitchen", edit(k.Version+1, k.Kitchen)).status)
	assert.Equal(t, 422, chef.send("PUT", "/api/kitchens/other", edit(0, k.Kitchen)).status)
}
