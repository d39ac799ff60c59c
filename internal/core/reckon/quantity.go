package reckon

import (
	"strconv"
	"strings"

	"jointime/internal/core/units"
)

// kind is what is measured.
type kind string

// The kinds, each with the unit that its base is in.
const (
	mass    kind = "mass"             // g
	volume  kind = "volume"           // ml
	count   kind = "count"            // of pieces, leaves, portions
	thing   kind = "number of things" // whatever they are called: lemons
	length  kind = "length"           // mm
	area    kind = "area"             // mm²
	heat    kind = "temperature"      // °C
	degrees kind = "difference of temperature"
	span    kind = "time"    // s
	power   kind = "power"   // W
	energy  kind = "energy"  // J
	dense   kind = "density" // g/ml
	percent kind = "percentage"
	money   kind = "price"
	number  kind = "plain number"
	latent  kind = "heat of boiling" // J/g
	signed  kind = "below 0 as well" // beside another one: a place, an angle
)

func kindsSaid(kinds []kind) string {
	if len(kinds) > len(amounts)+1 {
		return "any amount"
	}
	var words []string
	also := ""
	for _, k := range kinds {
		if k == signed {
			also = ", " + string(k)
			continue
		}
		words = append(words, string(k))
	}
	return strings.Join(words, " or ") + also
}

// unit is a unit: a value in it times the factor, plus the offset, is in the base of its kind.
type unit struct {
	name   string
	kind   kind
	factor float64
	offset float64
}

// quantity is an amount, in the base of its kind, with the unit in which it was given.
type quantity struct {
	base float64
	unit unit
}

// in is the value in another unit of the same kind.
func (q quantity) in(u unit) float64 { return (q.base - u.offset) / u.factor }

func (q quantity) figure(name string, u unit) Figure { return Figure{name, q.in(u), u.name} }

// of is another amount of the kind, said in the unit of this one.
func (q quantity) of(base float64) quantity { return quantity{base, q.unit} }

// own is the amount as a figure in its own unit.
func (q quantity) own(name string) Figure { return q.figure(name, q.unit) }

func (q quantity) String() string { return figured(q.in(q.unit), q.unit.name) }

func figured(v float64, unit string) string {
	if others[unit].kind == count || units.Unit(unit).Known() && units.Unit(unit).Kind() == units.Count {
		unit = plural(v, unit)
	}
	return strings.TrimSpace(say(v) + " " + unit)
}

// plural is what so many are called.
func plural(v float64, one string) string {
	switch {
	case v == 1 || one == "":
		return one
	case one == "leaf":
		return "leaves"
	case strings.HasSuffix(one, "ch") || strings.HasSuffix(one, "sh"):
		return one + "es"
	}
	return one + "s"
}

// say writes a figure of a working: with all that is known of it, but for the noise of floating
// point in its last places.
func say(v float64) string {
	return strings.Replace(strconv.FormatFloat(v, 'g', 12, 64), "-", "−", 1)
}

// others are the units that amounts of a kitchen's book do not have. An inch is 25.4 mm, a British
// thermal unit 1,055.05585262 J, a calorie 4.184 J (NIST SP 811, from memory).
var others = map[string]unit{
	"mm": {"mm", length, 1, 0}, "cm": {"cm", length, 10, 0}, "m": {"m", length, 1000, 0}, "in": {"in", length, 25.4, 0}, "ft": {"ft", length, 304.8, 0},
	"mm²": {"mm²", area, 1, 0}, "cm²": {"cm²", area, 100, 0}, "m²": {"m²", area, 1e6, 0}, "in²": {"in²", area, 645.16, 0},
	"°c": {"°C", heat, 1, 0}, "°f": {"°F", heat, 5.0 / 9, -160.0 / 9}, "k": {"K", heat, 1, absoluteZero},
	"s": {"s", span, 1, 0}, "min": {"min", span, 60, 0}, "h": {"h", span, 3600, 0}, "d": {"d", span, 86400, 0},
	"w": {"W", power, 1, 0}, "kw": {"kW", power, 1000, 0}, "btu/h": {"BTU/h", power, 1055.05585262 / 3600, 0},
	"j": {"J", energy, 1, 0}, "kj": {"kJ", energy, 1000, 0}, "kcal": {"kcal", energy, 4184, 0}, "kwh": {"kWh", energy, 3.6e6, 0},
	"g/ml": {"g/ml", dense, 1, 0}, "kg/l": {"kg/l", dense, 1, 0}, "g/l": {"g/l", dense, 0.001, 0}, "kg/m³": {"kg/m³", dense, 0.001, 0}, "g/cm³": {"g/cm³", dense, 1, 0},
	"kj/kg": {"kJ/kg", latent, 1, 0}, "j/g": {"J/g", latent, 1, 0},
	"%": {"%", percent, 0.01, 0}, "‰": {"‰", percent, 0.001, 0}, "°bx": {"°Bx", percent, 0.01, 0},
	"cm³": {"cm³", volume, 1, 0}, "mm³": {"mm³", volume, 0.001, 0}, "µg": {"µg", mass, 1e-6, 0}, "st": {"st", mass, 14 * 453.59237, 0},
	"": {"", number, 1, 0}, "°": {"°", number, 1, 0}, "plate": {"plate", count, 1, 0}, "run": {"run", count, 1, 0}, "times": {"times", number, 1, 0},
	"portion": {"portion", count, 1, 0}, "batch": {"batch", count, 1, 0}, "cover": {"cover", count, 1, 0}, "egg": {"egg", count, 1, 0}, "dot": {"dot", count, 1, 0}, "cube": {"cube", count, 1, 0}, "disc": {"disc", count, 1, 0}, "pack": {"pack", count, 1, 0}, "tray": {"tray", count, 1, 0},
	"€": {"€", money, 1, 0}, "$": {"$", money, 1, 0}, "£": {"£", money, 1, 0}, "eur": {"€", money, 1, 0}, "usd": {"$", money, 1, 0}, "gbp": {"£", money, 1, 0},
}

// synonyms are other ways in which units are written, in lower case.
var synonyms = map[string]string{
	"gram": "g", "grams": "g", "gramme": "g", "grammes": "g", "gr": "g", "kilogram": "kg", "kilograms": "kg", "kilo": "kg", "kilos": "kg", "milligram": "mg", "milligrams": "mg", "ug": "µg", "mcg": "µg",
	"ounce": "oz", "ounces": "oz", "pound": "lb", "pounds": "lb", "lbs": "lb", "stone": "st",
	"millilitre": "ml", "millilitres": "ml", "milliliter": "ml", "milliliters": "ml", "centilitre": "cl", "centilitres": "cl", "decilitre": "dl", "decilitres": "dl", "litre": "l", "litres": "l", "liter": "l", "liters": "l", "cc": "cm³", "cm3": "cm³", "mm3": "mm³",
	"teaspoon": "tsp", "teaspoons": "tsp", "tablespoon": "tbsp", "tablespoons": "tbsp", "cups": "cup", "pints": "pint", "pt": "pint", "quarts": "quart", "qt": "quart", "gallons": "gallon", "gal": "gallon", "floz": "fl oz", "fl. oz": "fl oz", "fluid ounce": "fl oz", "fluid ounces": "fl oz",
	"millimetre": "mm", "millimetres": "mm", "centimetre": "cm", "centimetres": "cm", "metre": "m", "metres": "m", "inch": "in", "inches": "in", "\"": "in", "foot": "ft", "feet": "ft",
	"mm2": "mm²", "cm2": "cm²", "m2": "m²", "in2": "in²", "sq in": "in²", "kg/m3": "kg/m³", "g/cm3": "g/cm³", "g/cc": "g/cm³", "kg/litre": "kg/l",
	"c": "°c", "celsius": "°c", "degc": "°c", "f": "°f", "fahrenheit": "°f", "degf": "°f", "kelvin": "k",
	"sec": "s", "second": "s", "seconds": "s", "secs": "s", "minute": "min", "minutes": "min", "mins": "min", "hour": "h", "hours": "h", "hr": "h", "hrs": "h", "day": "d", "days": "d",
	"watt": "w", "watts": "w", "kilowatt": "kw", "kilowatts": "kw", "btu": "btu/h", "joule": "j", "joules": "j", "kilojoule": "kj",
	"percent": "%", "pct": "%", "per cent": "%", "permille": "‰", "brix": "°bx", "bx": "°bx",
	"pieces": "piece", "pc": "piece", "pcs": "piece", "each": "piece", "portions": "portion", "batches": "batch", "covers": "cover", "eggs": "egg", "dots": "dot", "cubes": "cube", "discs": "disc", "packs": "pack", "plates": "plate", "runs": "run", "deg": "°", "degrees": "°", "degree": "°", "pairs": "", "hands": "", "trays": "tray", "leaves": "leaf", "loaf": "piece",
	"euro": "€", "euros": "€", "pound sterling": "£", "dollar": "$", "dollars": "$",
}

// families are the words that say whose cups and pints are meant.
var families = map[string]family{"us ": {"US ", units.UnitedStates}, "u.s. ": {"US ", units.UnitedStates}, "imperial ": {"imperial ", units.Imperial}, "uk ": {"imperial ", units.Imperial}, "british ": {"imperial ", units.Imperial}, "metric ": {"metric ", units.Metric}}

type family struct {
	sign     string
	measures units.Measures
}

// unit finds a unit by what it is called.
func (g *given) unit(name string) (unit, bool) {
	word := strings.ToLower(strings.TrimSpace(name))
	measures, said := g.family.measures, ""
	for prefix, f := range families {
		if rest, is := strings.CutPrefix(word, prefix); is {
			word, measures, said = rest, f.measures, f.sign
		}
	}
	if other, is := synonyms[word]; is {
		word = other
	}
	if u, is := others[word]; is && said == "" {
		return u, true
	}
	u := units.Unit(word)
	if !u.Known() {
		if u = units.Unit(strings.TrimSuffix(word, "s")); !u.Known() {
			return unit{}, false
		}
	}
	basic := units.Amount{Quantity: 1, Unit: u}.Basic(measures)
	switch u.Kind() {
	case units.Mass:
		return unit{string(u), mass, basic.Quantity, 0}, said == ""
	case units.Volume:
		if said == "" && basic.Quantity != (units.Amount{Quantity: 1, Unit: u}).Basic(units.Metric).Quantity {
			g.family.taken = !g.family.said
		}
		return unit{said + string(u), volume, basic.Quantity, 0}, true
	}
	if u == "percent" {
		return others["%"], true
	}
	return unit{string(u), count, 1, 0}, said == ""
}

// named is a unit that is known to be one.
func named(name string) unit {
	u, _ := (&given{family: &spoons{measures: units.UnitedStates}}).unit(name)
	return u
}

// to is the unit that is asked for, or another where none is; it must be of one of some kinds.
func (g *given) to(name string, otherwise unit, kinds ...kind) unit {
	if !g.has(name) {
		return otherwise
	}
	word := g.text(name)
	u, is := g.unit(word)
	if !is {
		refuse(g.at(name), "“%s” is not a unit that is known here.", word)
	}
	for _, k := range kinds {
		if u.kind == k {
			return u
		}
	}
	refuse(g.at(name), "“%s” is no unit of %s.", word, kindsSaid(kinds))
	return u
}
