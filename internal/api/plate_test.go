package api_test

import (
	"bytes"
	"crypto/sha256"
	"encoding/base64"
	"encoding/json"
	"encoding/xml"
	"fmt"
	"image"
	"image/png"
	"net/http"
	"net/http/httptest"
	"net/url"
	"strings"
	"testing"
	"testing/fstest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/api"
	"jointime/internal/core/plating"
	"jointime/internal/formats/photo"
	"jointime/internal/formats/platecard"
	"jointime/internal/pgdev/pgtest"
)

func TestAPlateIsComputedAsItWouldBe(t *testing.T) {
	chef := newHouse(t).cook("Chef")
	v := get[api.DishView](chef, "/api/dishes/roast-hake")
	plate := v.Dish.Plate
	plate.Placings[0].Length = 70
	var c plating.Computed
	read(t, chef.send("POST", "/api/dishes/roast-hake/plate", plate), &c)
	require.Len(t, c.Findings, 1)
	assert.Equal(t, "form-amount", c.Findings[0].Code)
	assert.Len(t, c.Findings[0].Fixes, 3)
	assert.Empty(t, get[api.DishView](chef, "/api/dishes/roast-hake").Plate.Findings, "nothing is kept")
	plate.Placings[0].Hour = -1
	assert.Equal(t, 422, chef.send("POST", "/api/dishes/roast-hake/plate", plate).status)
	plate.Placings[0].Hour = 9
	assert.Equal(t, 404, chef.send("POST", "/api/dishes/ghost/plate", plate).status)
	said := get[plating.Said](chef, "/api/dishes/roast-hake/placing?text="+url.QueryEscape("three dots of fish broth, 4 o'clock, 15 mm"))
	assert.Equal(t, "fish-broth", said.Placing.Component)
	place := get[plating.Place](chef, "/api/dishes/roast-hake/place?text="+url.QueryEscape("2 o'clock, 40 mm"))
	assert.Equal(t, plating.Place{Hour: 2, Distance: 40}, place)
	swede := get[plating.Place](chef, "/api/dishes/roast-hake/place?text="+url.QueryEscape("in the middle of 1"))
	assert.Equal(t, plating.Place{Hour: 12, From: "swede"}, swede)
	assert.Equal(t, 422, chef.send("GET", "/api/dishes/roast-hake/place?text=there", nil).status)
}

func TestThePlateOfAVersionIsLaidBesideTheDish(t *testing.T) {
	chef := newHouse(t).cook("Chef")
	v := get[api.VersionPlate](chef, "/api/dishes/guinea-fowl/versions/meatless/plate")
	var ids []string
	for _, p := range v.Spec.Placings {
		ids = append(ids, p.Component)
	}
	assert.Equal(t, []string{"barley", "quince", "salt-baked-celeriac", "quince-and-barley-gravy", "hazelnut-crumb"}, ids)
	assert.Equal(t, "Salt-baked celeriac", v.Names["salt-baked-celeriac"])
	assert.Empty(t, v.Computed.Findings, "the crumb is placed by the version itself, and is the crunchy thing")
	said := get[plating.Said](chef, "/api/dishes/guinea-fowl/placing?version=meatless&text="+url.QueryEscape("hazelnut crumb on the salt-baked celeriac"))
	assert.Empty(t, said.Doubt)
	assert.Equal(t, []string{"hazelnut-crumb", "crown"}, []string{said.Placing.Component, said.Placing.On}, "the celeriac lies where the crown lay")
	assert.Equal(t, 404, chef.send("GET", "/api/dishes/guinea-fowl/placing?version=ghost&text=x", nil).status)
	d := get[api.DishView](chef, "/api/dishes/guinea-fowl")
	d.Dish.Versions[0].Placings = nil
	require.Equal(t, 200, chef.send("PUT", "/api/dishes/guinea-fowl", map[string]any{"version": d.Version, "what": "no crumb", "value": d.Dish}).status)
	bare := get[api.VersionPlate](chef, "/api/dishes/guinea-fowl/versions/meatless/plate")
	var codes []string
	for _, f := range bare.Computed.Findings {
		codes = append(codes, f.Code)
	}
	assert.Equal(t, []string{"never-placed", "nothing-crisp"}, codes, "the hazelnut crumb is added and placed nowhere, the croquette was the only crisp thing")
	plain := get[api.VersionPlate](chef, "/api/dishes/roast-hake/versions/no-shellfish/plate")
	assert.Empty(t, plain.Computed.Findings, "a changed butter is placed as the butter")
	assert.Equal(t, 404, chef.send("GET", "/api/dishes/guinea-fowl/versions/ghost/plate", nil).status)
}

// Of two services on one day it is always the same that a dish is worked out for;
// a dish that only one of them has, for that one, in its kitchen.
func TestADishIsWorkedOutForTheNextServiceThatHasIt(t *testing.T) {
	chef := newHouse(t).cook("Chef")
	for range 5 {
		v := get[api.DishView](chef, "/api/dishes/roast-hake")
		assert.Equal(t, []any{4, "back-kitchen"}, []any{v.Plates, v.Kitchen.ID})
	}
	v := get[api.DishView](chef, "/api/dishes/rye-cracker-smoked-mackerel-cream")
	assert.Equal(t, []any{36, "lantern-quay"}, []any{v.Plates, v.Kitchen.ID})
	assert.Equal(t, 8, get[api.DishView](chef, "/api/dishes/split-pea-broth-warm-bun").Plates, "with that of a guest whose need it meets")
	require.Equal(t, 200, chef.remove("/api/services/sunday-lunch", "menu").status)
	v = get[api.DishView](chef, "/api/dishes/split-pea-broth-warm-bun")
	assert.Equal(t, []any{1, "back-kitchen"}, []any{v.Plates, v.Kitchen.ID}, "no service has it")
}

func TestThePlatesOfAMenuSideBySide(t *testing.T) {
	chef := newHouse(t).cook("Chef")
	a := get[plating.Across](chef, "/api/services/supper/across")
	require.Len(t, a.Plates, 2)
	assert.Equal(t, []string{"Roast hake", "Guinea fowl"}, []string{a.Plates[0].Name, a.Plates[1].Name})
	assert.Len(t, a.Plates[0].Drawing.Shapes, 5)
	assert.Equal(t, []string{}, a.Advice)
	assert.Equal(t, 404, chef.send("GET", "/api/services/ghost/across", nil).status)
}

// The card brings its typeface and its photograph along, and allows nothing else.
func TestTheBuildCardStandsAlone(t *testing.T) {
	h := newHouse(t)
	h.screens = fstest.MapFS{"index.html": {}, "assets/atkinson-hyperlegible-next-latin-wght-normal-x.woff2": {Data: []byte("font")}}
	h.server = h.serve()
	chef := h.cook("Chef")
	plain := chef.send("GET", "/api/dishes/roast-hake/card.svg", nil)
	assert.NotContains(t, string(plain.body), "<image")
	sum := sha256.Sum256([]byte(platecard.Style([]byte("font"))))
	assert.Contains(t, string(plain.body), "<style>"+platecard.Style([]byte("font"))+"</style>")
	assert.Contains(t, plain.header.Get("Content-Security-Policy"), "style-src 'sha256-"+base64.StdEncoding.EncodeToString(sum[:])+"'")
	assert.NotContains(t, plain.header.Get("Content-Security-Policy"), "unsafe")
	var picture bytes.Buffer
	require.NoError(t, png.Encode(&picture, image.NewRGBA(image.Rect(0, 0, 300, 200))))
	require.Equal(t, 204, chef.send("PUT", "/api/dishes/roast-hake/photo.jpg", picture.Bytes()).status)
	with := chef.send("GET", "/api/dishes/roast-hake/card.svg", nil)
	assert.Contains(t, string(with.body), `href="data:image/jpeg;base64,`)
	require.NoError(t, xml.Unmarshal(with.body, new(struct{})))
}

func TestTheBuildCardIsAPicture(t *testing.T) {
	chef := newHouse(t).cook("Chef")
	a := chef.send("GET", "/api/dishes/roast-hake/card.svg", nil)
	assert.Equal(t, "image/svg+xml; charset=utf-8", a.header.Get("Content-Type"))
	require.NoError(t, xml.Unmarshal(a.body, new(struct{})))
	for _, words := range []string{"Before the first plate", "ring 77 mm, 25 mm high", "9 o’clock, 22 mm", "contains "} {
		assert.True(t, strings.Contains(string(a.body), words), words)
	}
	assert.Equal(t, 404, chef.send("GET", "/api/dishes/ghost/card.svg", nil).status)
}

func TestPlatesAreCheckedAtThePass(t *testing.T) {
	chef := newHouse(t).cook("Head chef")
	check := func(id string, sent bool, reason string) int {
		return chef.send("POST", "/api/dishes/roast-hake/checks", map[string]any{"id": id, "sent": sent, "reason": reason}).status
	}
	assert.Equal(t, 204, check("check-001", true, ""))
	assert.Equal(t, 204, check("check-002", false, "rim smeared"))
	assert.Equal(t, 204, check("check-002", false, "rim smeared"), "once")
	assert.Equal(t, 204, check("check-003", false, "cold"))
	assert.Equal(t, 204, check("check-004", false, "cold"))
	assert.Equal(t, 422, check("check-005", false, " "))
	assert.Equal(t, 404, chef.send("POST", "/api/dishes/ghost/checks", map[string]any{"id": "check-006", "sent": true}).status)
	v := get[struct {
		Sent, Back int
		Reasons    []api.Reason
		Checks     []api.CheckView
	}](chef, "/api/dishes/roast-hake/checks")
	assert.Equal(t, []int{1, 3}, []int{v.Sent, v.Back})
	assert.Equal(t, []api.Reason{{Reason: "cold", Times: 2}, {Reason: "rim smeared", Times: 1}}, v.Reasons)
	assert.Equal(t, "Head chef", v.Checks[0].Who)
}

// A photograph is taken in, shown, taken off and put back; what is none is
// refused with the reason, and one without a name may hand none in.
func TestAPhotographStandsBesideThePlate(t *testing.T) {
	h := newHouse(t)
	chef := h.cook("Chef")
	const at, file = "/api/dishes/roast-hake/photo", "/api/dishes/roast-hake/photo.jpg"
	assert.False(t, get[api.PhotoView](chef, at).There)
	assert.Equal(t, 404, chef.send("GET", file, nil).status)
	assert.Equal(t, 404, chef.send("DELETE", at, nil).status)
	var picture bytes.Buffer
	require.NoError(t, png.Encode(&picture, image.NewRGBA(image.Rect(0, 0, 300, 200))))
	assert.Equal(t, 204, chef.send("PUT", file, picture.Bytes()).status)
	v := get[api.PhotoView](chef, at)
	assert.Equal(t, [2]int{300, 200}, [2]int{v.Width, v.Height})
	assert.Equal(t, "Chef", v.Who)
	a := chef.send("GET", v.Address, nil)
	assert.Equal(t, "image/jpeg", http.DetectContentType(a.body))
	assert.Equal(t, 404, chef.send("PUT", "/api/dishes/ghost/photo.jpg", picture.Bytes()).status)
	a = chef.send("PUT", file, []byte("<svg onload='alert(1)'/>"))
	assert.Equal(t, 422, a.status)
	assert.Contains(t, string(a.body), "not a JPEG or PNG")
	a = chef.send("PUT", file, make([]byte, photo.MaxSize+5000))
	assert.Equal(t, 413, a.status)
	assert.Contains(t, string(a.body), "12 MB")
	assert.Equal(t, 204, chef.send("DELETE", at, nil).status)
	assert.True(t, get[api.PhotoView](chef, at).TakenOff)
	assert.Equal(t, 404, chef.send("GET", file, nil).status)
	assert.Equal(t, 204, chef.send("POST", at+"/back", nil).status)
	assert.True(t, get[api.PhotoView](chef, at).There)
	assert.Equal(t, 204, chef.send("POST", at+"/back", nil).status, "there is nothing more to put back")
	assert.True(t, get[api.PhotoView](chef, at).There)
}

// A plate of 40 elements, computed over the API: a key's worth of work on the
// server.
func BenchmarkPlateOf40(b *testing.B) {
	st := pgtest.Store(b)
	path, body := "/api/dishes/guinea-fowl/plate", []byte(nil)
	benchmarkRequest(b, st, "POST", path, func(s http.Handler) []byte {
		if body == nil {
			w := httptest.NewRecorder()
			r := httptest.NewRequest("GET", "http://localhost/api/dishes/guinea-fowl", nil)
			r.RemoteAddr = "127.0.0.1:4711" // the kitchen's own machine needs no code
			s.ServeHTTP(w, r)
			var v api.DishView
			require.NoError(b, json.Unmarshal(w.Body.Bytes(), &v))
			for i := len(v.Dish.Plate.Placings); i < 40; i++ {
				p := v.Dish.Plate.Placings[1]
				p.ID, p.Hour, p.Distance, p.Length, p.Width, p.Height = fmt.Sprint("more-", i), float64(i%12), float64(30+i), 12, 8, 4
				v.Dish.Plate.Placings = append(v.Dish.Plate.Placings, p)
			}
			body, _ = json.Marshal(v.Dish.Plate)
		}
		return body
	})
}
