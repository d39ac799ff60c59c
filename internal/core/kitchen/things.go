package kitchen

import (
	"fmt"
	"regexp"
	"strconv"
	"strings"

	"jointime/internal/core/fault"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// thing is a kind of equipment that a line may name. How fast things heat, how cold a fridge
// is, how hot a cupboard, and how much they hold: common practice, no source; for the kitchen to correct.
type thing struct {
	words *regexp.Regexp
	kind  string
	cooks bool
	heat  *Heater
	keeps string
	at    float64
	holds int // places where nobody says how many
}

var things = []thing{
	{words: regexp.MustCompile(`\bplate warmers?\b`), kind: "plate warmer", keeps: "hot", at: 60, holds: 40},
	{words: regexp.MustCompile(`\b(?:warm\w*|hot) (?:drawers?|cupboards?|holds?|cabinets?)\b|\bbains?[ -]marie\b|\bheat lamps?\b`), kind: "warm drawer", keeps: "hot", at: 65, holds: 6},
	{words: regexp.MustCompile(`\bblast[ -](?:chillers?|freezers?)\b`), kind: "blast chiller", keeps: "cold", at: -10, holds: 5},
	{words: regexp.MustCompile(`\bice[ -]cream\b|\bchurns?\b`), kind: "ice cream machine"},
	{words: regexp.MustCompile(`\bfreezers?\b`), kind: "freezer", keeps: "frozen", at: -18, holds: 20},
	{words: regexp.MustCompile(`\bfridges?\b|\brefrigerators?\b|\bwalk[ -]?ins?\b|\bcold (?:rooms?|stores?|drawers?)\b|\blowboys?\b`), kind: "fridge", keeps: "cold", at: 3, holds: 40},
	{words: regexp.MustCompile(`\bmicrowaves?\b`), kind: "microwave", cooks: true},
	{words: regexp.MustCompile(`\bcombi`), kind: "oven", cooks: true, heat: &Heater{20, 5, 9, 5}},
	{words: regexp.MustCompile(`\bovens?\b`), kind: "oven", cooks: true, heat: &Heater{20, 6, 8, 5}},
	{words: regexp.MustCompile(`\b(?:burners?|rings?|stoves?|hobs?|hotplates?)\b`), kind: "burner", cooks: true},
	{words: regexp.MustCompile(`\bplanchas?\b`), kind: "plancha", cooks: true},
	{words: regexp.MustCompile(`\bsalamanders?\b`), kind: "salamander", cooks: true},
	{words: regexp.MustCompile(`\bgrills?\b`), kind: "grill", cooks: true},
	{words: regexp.MustCompile(`\bfryers?\b`), kind: "fryer", cooks: true, heat: &Heater{20, 4, 20, 5}},
	{words: regexp.MustCompile(`\b(?:water ?|sous[ -]vide )baths?\b|\bsous[ -]vides?\b|\bcirculators?\b`), kind: "water bath", cooks: true, heat: &Heater{20, 60, 120, 1}},
	{words: regexp.MustCompile(`\bsteamers?\b`), kind: "steamer", cooks: true},
	{words: regexp.MustCompile(`\b(?:hand|stick|immersion)[ -]blenders?\b`), kind: "hand blender"},
	{words: regexp.MustCompile(`\bblenders?\b`), kind: "blender"},
	{words: regexp.MustCompile(`\bchillers?\b`), kind: "blast chiller", keeps: "cold", at: -10, holds: 5},
	{words: regexp.MustCompile(`\b(?:frying ?|sauté |sauce ?)?pans?\b`), kind: "pan", cooks: true},
	{words: regexp.MustCompile(`\bpots?\b`), kind: "pot", cooks: true},
	{words: regexp.MustCompile(`\bracks?\b`), kind: "rack", holds: 8},
}

func kindOf(text string) (thing, bool) {
	for _, k := range things {
		if k.words.MatchString(text) {
			return k, true
		}
	}
	return thing{}, false
}

// KindNamed is the kind of equipment that a text names first in the list of things; empty:
// it names none.
func KindNamed(text string) string {
	k, _ := kindOf(text)
	return k.kind
}

// lastThing is where the last equipment that is known ends in a text; -1: there is none.
func lastThing(text string) int {
	last := -1
	for _, k := range things {
		last = max(last, lastOf(k.words, text))
	}
	return last
}

var (
	countAt    = regexp.MustCompile(`^(\d+)\s*(?:x|×|-)?\s*(.*)$`)
	portionsAt = regexp.MustCompile(`^(?:for |holds? |with |of |up to )?(\d+) ?(?:portions?|covers|pieces|people|pax)( each| a (?:pan|shelf|tray|basket|place|time)| at (?:once|a time)| in all| together| total)?$`)
	placesAt   = regexp.MustCompile(`^(.*?)\b(?:with |of |holds )?(\d+)\s*(?:shel(?:f|ves)|places?|bags?|trays?|baskets?|levels?|plates?|rings?|zones?|racks?)(?: each)?$`)
	mostAt     = regexp.MustCompile(`^(?:(?:up to|to|max\.?(?:imum)?(?: of)?) (-?\d+) ?°? ?c?|(-?\d+) ?°? ?c? (?:at (?:the )?most|max\.?(?:imum)?))$`)
	perAt      = regexp.MustCompile(`^(\d+) ?s(?:ec(?:onds?)?)? (?:a|per|for each|each) (?:degree|°c?)(?:c)?(?: (up|down|heating|cooling))?$|^(?:heats|cools) ?(?:in )?(\d+) ?s(?:ec(?:onds?)?)? (?:a|per) (?:degree|°c?)$`)
	washAt     = regexp.MustCompile(`^(?:(.+) (?:to|of|for) wash(?:ing)?|wash(?:ing|ed)?(?: in)? (.+)|(.+) wash)$`)
	coldAt     = regexp.MustCompile(`^(?:kept |held |holds |set )?(?:at )?([-−]?\d+(?:[.,]\d+)?) ?(?:°|degrees?)? ?c$|^(?:kept |held )?(?:at )?([-−]?\d+(?:[.,]\d+)?) ?°$`)
	swingAt    = regexp.MustCompile(`^(?:±|\+/-|swings?|within) ?(\d+) ?°? ?c?$`)
	roomAt     = regexp.MustCompile(`^(hot|cold|frozen|warm)$`)
)

// readEquipment reads a thing: its count and its name first, then what is said of it.
func (l *Line) readEquipment(parts []string) error {
	e := Equipment{Name: words.Upper(parts[0]), Places: 1}
	head := strings.ToLower(parts[0])
	counted := false
	if m := countAt.FindStringSubmatch(parts[0]); m != nil {
		counted = true
		n, ok := number(m[1])
		if !ok || m[2] == "" {
			return fault.Say("“%s”: how many of what?", l.Text)
		}
		e.Places, e.Name, head = n, words.Upper(m[2]), strings.ToLower(m[2])
	}
	k, known := kindOf(head)
	if k.heat != nil && e.Places > 1 { // each has a temperature of its own
		l.Count, e.Places, counted = e.Places, 1, false
		e.Name = words.Upper(plainKind(e.Name))
	}
	if e.Kind = k.kind; !known {
		e.Kind = plainKind(head)
	}
	if e.Kind == "" || len([]rune(e.Name)) > 100 {
		return fault.Say("“%s” is not equipment.", l.Text)
	}
	e.Cooks, e.Keeps = k.cooks, k.keeps
	heat := k.heat
	if heat != nil {
		copied := *heat
		heat = &copied
	}
	r := equipmentReader{Line: l, e: &e, heat: heat, usual: k, placed: counted}
	for _, p := range parts[1:] {
		if !r.read(strings.ToLower(p)) {
			l.Open = append(l.Open, p)
		}
	}
	r.end(known)
	l.Equipment = &e
	return nil
}

// equipmentReader reads what is said of a thing, part by part.
type equipmentReader struct {
	*Line
	e                *Equipment
	heat             *Heater
	usual            thing
	up, down, placed bool
	portions         int  // that fit on one place
	inAll            bool // on all of them
}

func (r *equipmentReader) read(p string) bool {
	first := func(m []string) string {
		for _, g := range m[1:] {
			if g != "" {
				return strings.ReplaceAll(strings.ReplaceAll(g, "−", "-"), ",", ".")
			}
		}
		return ""
	}
	if m := placesAt.FindStringSubmatch(p); m != nil && (strings.TrimSpace(m[1]) == "" || strings.TrimSpace(m[1]) == "with" || strings.TrimSpace(m[1]) == "holds") {
		n, ok := number(m[2])
		if ok {
			r.e.Places *= n
			r.placed = true
		}
		return ok
	}
	if m := portionsAt.FindStringSubmatch(p); m != nil {
		n, ok := number(m[1])
		r.portions, r.inAll = n, strings.HasPrefix(m[2], " in") || m[2] == " together" || m[2] == " total"
		return ok
	}
	if m := mostAt.FindStringSubmatch(p); m != nil {
		n, err := strconv.Atoi(first(m))
		r.e.Most = &n
		return err == nil && n >= -100 && n <= 2000
	}
	if m := perAt.FindStringSubmatch(p); m != nil {
		return r.heats(p, m)
	}
	if m := swingAt.FindStringSubmatch(p); m != nil && r.heat != nil {
		r.heat.Tolerance, _ = strconv.Atoi(m[1])
		return true
	}
	if m := washAt.FindStringSubmatch(p); m != nil {
		s, err := units.ParseDuration(first(m))
		r.e.Wash = s
		return err == nil && s <= 7200
	}
	if m := coldAt.FindStringSubmatch(p); m != nil {
		return r.holds(first(m))
	}
	if m := roomAt.FindStringSubmatch(p); m != nil {
		r.e.Keeps = map[string]string{"hot": "hot", "warm": "hot", "cold": "cold", "frozen": "frozen"}[m[1]]
		return true
	}
	return false
}

func (r *equipmentReader) heats(p string, m []string) bool {
	n, err := strconv.Atoi(m[1] + m[3])
	if err != nil || n > 100000 {
		return false
	}
	if r.heat == nil {
		r.heat = &Heater{20, n, n, 5}
	}
	down := m[2] == "down" || m[2] == "cooling" || strings.HasPrefix(p, "cools")
	if down {
		r.heat.Down, r.down = n, true
	} else {
		r.heat.Up, r.up = n, true
	}
	return true
}

// holds reads a temperature: of a fridge or a hot cupboard the one at which it holds, of an oven
// the highest.
func (r *equipmentReader) holds(text string) bool {
	v, err := strconv.ParseFloat(text, 64)
	if err != nil || v < -100 || v > 2000 {
		return false
	}
	if r.heat != nil {
		n := int(v)
		r.e.Most = &n
		r.Assumed = append(r.Assumed, fmt.Sprintf("%d °C is the highest", n))
		return true
	}
	r.e.Celsius = &v
	switch {
	case v <= -5 && r.e.Keeps == "":
		r.e.Keeps = "frozen"
	case v <= 12 && r.e.Keeps == "":
		r.e.Keeps = "cold"
	case v >= 45 && r.e.Keeps == "":
		r.e.Keeps = "hot"
	}
	return true
}

// end adds what nobody said, as is usual, and says so.
func (r *equipmentReader) end(known bool) {
	e := r.e
	if !known {
		r.Assumed = append(r.Assumed, "its own kind: steps find it as "+e.Kind)
	}
	switch {
	case !r.placed && r.usual.holds > 0:
		e.Places = r.usual.holds
		r.Assumed = append(r.Assumed, words.Count(e.Places, "place"))
	case !r.placed && e.Cooks:
		r.Assumed = append(r.Assumed, "1 place")
	}
	if e.Portions = r.portions; r.inAll {
		e.Portions = max(1, r.portions/e.Places)
	}
	if e.Celsius == nil && e.Keeps != "" && r.usual.keeps == e.Keeps {
		at := r.usual.at
		e.Celsius = &at
		r.Assumed = append(r.Assumed, fmt.Sprintf("%g °C", at))
	}
	if r.heat != nil {
		e.Heating = r.heat
		if !r.up {
			r.Assumed = append(r.Assumed, fmt.Sprintf("heats %d s a degree", r.heat.Up))
		}
		if !r.down {
			r.Assumed = append(r.Assumed, fmt.Sprintf("cools %d s a degree", r.heat.Down))
		}
	}
}
