package label_test

import (
	"encoding/xml"
	"fmt"
	"html"
	"io"
	"regexp"
	"strconv"
	"strings"
	"testing"
	"time"
	"unicode/utf8"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/mise"
	"jointime/internal/formats/label"
)

var size = regexp.MustCompile(`<text x="[^"]*" y="([^"]*)" font-size="([^"]*)" font-weight="\d+">([^<]*)</text>`)

// A label is well-formed XML (XML 1.0, W3C), its lines fit into its 62 × 40 mm,
// and what is not known is left to be written in.
func TestLabelsFitAndAreWellFormed(t *testing.T) {
	made := time.Date(2026, 11, 27, 15, 30, 0, 0, time.UTC)
	until := made.AddDate(0, 0, 2)
	for name, l := range map[string]mise.Label{
		"plain":    {Name: "Thyme gravy", What: "brown bones, simmer", Section: "Sauce", Amount: "200 ml", Container: "squeeze bottle", Made: &made, By: "Sauce", UseBy: &until, For: "Guinea fowl", Allergens: "contains celery, sulphites"},
		"open":     {Name: "Stock", Allergens: "what is in it is not all known"},
		"awkward":  {Name: `<b>"Mayo" & more` + "\u0000", Allergens: "contains milk"},
		"too long": {Name: strings.Repeat("Very long name ", 20), What: strings.Repeat("x", 300), By: strings.Repeat("y", 99), Made: &made, For: strings.Repeat("dish ", 99), Allergens: "contains " + strings.Repeat("cereals containing gluten, ", 14)},
	} {
		t.Run(name, func(t *testing.T) {
			svg := label.SVG(l, time.UTC)
			d := xml.NewDecoder(strings.NewReader(svg))
			for {
				if _, err := d.Token(); err == io.EOF {
					break
				} else {
					require.NoError(t, err, svg)
				}
			}
			for _, m := range size.FindAllStringSubmatch(svg, -1) {
				y, _ := strconv.ParseFloat(m[1], 64)
				high, _ := strconv.ParseFloat(m[2], 64)
				assert.LessOrEqual(t, y, label.Height-1, m[3])
				assert.LessOrEqual(t, float64(utf8.RuneCountInString(html.UnescapeString(m[3])))*high*0.5, label.Width, m[3])
			}
		})
	}
	svg := label.SVG(mise.Label{Name: "A", Made: &made, By: "Sauce", UseBy: &until, Allergens: "x"}, time.FixedZone("", 3600))
	assert.Contains(t, svg, "made Fri 27 Nov 16:30 by Sauce")
	assert.Contains(t, svg, "use by Sun 29 Nov 16:30")
	assert.Contains(t, label.SVG(mise.Label{Name: "A"}, time.UTC), "use by ____")
	assert.Contains(t, svg, fmt.Sprintf(`width="%gmm"`, label.Width))
}
