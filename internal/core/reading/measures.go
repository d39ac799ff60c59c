package reading

import (
	"regexp"
	"strings"

	"jointime/internal/core/units"
)

// measures are the words for a unit, longest first, and what they are called
// here. A single letter counts only as it stands: t is a teaspoon, T a
// tablespoon.
var measures = []struct{ words, unit string }{
	{`fl\.? ?oz\.?|fluid ounces?|floz`, "fl oz"},
	{`kilogrammes?|kilograms?|kilos?|kgs?\.?`, "kg"},
	{`milligrams?|mgs?`, "mg"},
	{`millilitres?|milliliters?|mls?|cc`, "ml"},
	{`centilitres?|centiliters?|cls?`, "cl"},
	{`decilitres?|deciliters?|dls?`, "dl"},
	{`grammes?|grams?|gra?ms?|gms?|grs?\.?|g\.?`, "g"},
	{`litres?|liters?|ltrs?|lts?|l`, "l"},
	{`tea ?spoonfuls?|tea ?spoons?|teasp\.?|teapoons?|tspns?\.?|tsps?\.?`, "tsp"},
	{`table ?spoonfuls?|table ?spoons?|tabelspoons?|tblspoons?|tbspoons?|tblespoons?|tbspns?\.?|tbsps?\.?|tbs\.?|tblsps?\.?|tbls?\.?`, "tbsp"},
	{`cupfuls?|cups?|c\.`, "cup"},
	{`pints?|pts?\.?`, "pint"},
	{`quarts?|qts?\.?`, "quart"},
	{`gallons?|gals?\.?`, "gallon"},
	{`ounces?|ozs?\.?`, "oz"},
	{`pounds?|lbs?\.?`, "lb"},
	{`pinch(?:es)?`, "pinch"},
	{`dash(?:es)?`, "dash"},
	{`handfuls?`, "handful"},
	{`bunch(?:es)?`, "bunch"},
	{`sprigs?`, "sprig"},
	{`cloves?`, "clove"},
	{`slices?|rashers?`, "slice"},
	{`leaf|leaves`, "leaf"},
	{`sticks?|stalks?|ribs?`, "stick"},
	{`cans?|tins?`, "can"},
	{`pieces?|pcs?\.?|no\.|ea\.|each`, "piece"},
	{`heads?|bulbs?`, "head"},
	{`knobs?`, "knob"},
	{`sheets?`, "sheet"},
	{`drops?`, "drop"},
	{`parts?|quantity|quantities|qtys?|batch(?:es)? of|recipes? of`, "part"},
	{`percent|per cent|%`, "percent"},
}

// systems are measures as they are named in a line, and liquid what differs between them.
var (
	systems = map[string]units.Measures{"uk": units.Imperial, "british": units.Imperial, "imperial": units.Imperial, "us": units.UnitedStates, "american": units.UnitedStates, "metric": units.Metric}
	liquid  = map[string]bool{"tsp": true, "tbsp": true, "fl oz": true, "cup": true, "pint": true, "quart": true, "gallon": true}
)

// vague units stand for one of themselves when no figure is said.
var vague = map[string]bool{"pinch": true, "dash": true, "handful": true, "bunch": true, "sprig": true, "knob": true, "head": true, "stick": true, "can": true}

// containers have no size that is known: they are counted, and doubtful.
var containers = regexp.MustCompile(`^(?i:packets?|packs?|pkgs?\.?|pkts?\.?|jars?|bottles?|tubs?|bags?|boxe?s?|glass(?:es)?|punnets?|cartons?|sachets?|glugs?|splash(?:es)?|drizzles?|ladles?|mugs?|bowls?|scoops?)\b`)

var measureAt = compileMeasures()

func compileMeasures() *regexp.Regexp {
	all := make([]string, len(measures))
	for i, m := range measures {
		all[i] = `(` + m.words + `)`
	}
	return regexp.MustCompile(`^(?:([Tt]\.?)(?: |$)|([Cc])(?: \pL|$)|(?i:` + strings.Join(all, "|") + `)(?:[^\pL\pN]|$))`)
}

// measure finds a unit at the start of a text, and its length.
func measure(text string) (unit string, length int) {
	m := measureAt.FindStringSubmatchIndex(text)
	switch {
	case m == nil:
		return "", 0
	case m[2] >= 0:
		return map[byte]string{'T': "tbsp", 't': "tsp"}[text[m[2]]], m[3]
	case m[4] >= 0:
		return "cup", m[5]
	}
	for i := range measures {
		if m[6+2*i] >= 0 {
			return measures[i].unit, m[7+2*i]
		}
	}
	return "", 0
}

// larger gives, for units that are said together ("1 lb 4 oz"), how many of
// the smaller make one of the larger.
var larger = map[[2]string]float64{
	{"kg", "g"}: 1000, {"lb", "oz"}: 16, {"l", "ml"}: 1000, {"l", "dl"}: 10, {"l", "cl"}: 100,
	{"cup", "tbsp"}: 16, {"cup", "tsp"}: 48, {"tbsp", "tsp"}: 3, {"pint", "fl oz"}: 16, {"quart", "cup"}: 4, {"quart", "pint"}: 2, {"gallon", "quart"}: 4,
}
