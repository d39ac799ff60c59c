package kitchen

import (
	"jointime/internal/core/fault"
	"jointime/internal/core/words"
	"regexp"
	"strconv"
	"strings"
)

// known are the things of a kitchen that its first description may name, with
// the word of their kind, and how they heat.
var known = []struct {
	words *regexp.Regexp
	kind  string
	cooks bool
	heat  *Heater
}{
	{regexp.MustCompile(`combi`), "combination oven", true, &Heater{20, 5, 9, 5}},
	{regexp.MustCompile(`ovens?\b`), "oven", true, &Heater{20, 6, 8, 5}},
	{regexp.MustCompile(`burners?\b|rings?\b|stoves?\b|hobs?\b`), "burner", true, nil},
	{regexp.MustCompile(`planchas?\b`), "plancha", true, nil},
	{regexp.MustCompile(`grills?\b`), "grill", true, nil},
	{regexp.MustCompile(`fryers?\b`), "fryer", true, &Heater{20, 4, 20, 5}},
	{regexp.MustCompile(`water ?baths?\b`), "water bath", true, &Heater{20, 60, 120, 1}},
	{regexp.MustCompile(`steamers?\b`), "steamer", true, nil},
	{regexp.MustCompile(`blenders?\b`), "blender", false, nil},
	{regexp.MustCompile(`chillers?\b`), "blast chiller", false, nil},
	{regexp.MustCompile(`ice.cream`), "ice cream machine", false, nil},
	{regexp.MustCompile(`warm.*drawers?\b|hot ?cupboards?\b`), "warm drawer", false, nil},
	{regexp.MustCompile(`fridges?\b`), "fridge", false, nil},
	{regexp.MustCompile(`freezers?\b`), "freezer", false, nil},
	{regexp.MustCompile(`racks?\b`), "rack", false, nil},
}

var (
	countAt  = regexp.MustCompile(`^\s*(\d+)\s*(?:x|×)?\s*(.*)$`)
	placesAt = regexp.MustCompile(`(\d+)\s*(?:shel(?:f|ves)|places?|bags?|trays?|baskets?|levels?)`)
)

// FromLine reads a thing of the kitchen as it is said in one line: "4
// burners", "oven, 2 shelves", "blender". What it does not know is taken as a
// kind of its own, with one place. How fast things heat is common practice,
// no source, and for the kitchen to correct.
func FromLine(line string) (Equipment, error) {
	text := strings.ToLower(strings.TrimSpace(line))
	if text == "" {
		return Equipment{}, fault.Say("Name some equipment, like 4 burners.")
	}
	e := Equipment{Name: strings.TrimSpace(line), Places: 1}
	if m := countAt.FindStringSubmatch(text); m != nil {
		n, err := strconv.Atoi(m[1])
		if err != nil || n < 1 || n > 1000 || m[2] == "" {
			return e, fault.Say("“%s”: how many of what?", line)
		}
		e.Places, text = n, m[2]
		e.Name = words.Upper(m[2])
	}
	if m := placesAt.FindStringSubmatch(text); m != nil {
		n, err := strconv.Atoi(m[1])
		if err != nil || n < 1 || n > 1000 {
			return e, fault.Say("“%s”: how many shelves or places?", line)
		}
		e.Places *= n
	}
	e.Kind = strings.TrimSpace(strings.SplitN(text, ",", 2)[0])
	for _, k := range known {
		if k.words.MatchString(text) {
			e.Kind, e.Cooks, e.Heating = k.kind, k.cooks, k.heat
			break
		}
	}
	if len([]rune(e.Name)) > 100 || e.Kind == "" {
		return e, fault.Say("“%s” is not equipment.", line)
	}
	return e, nil
}
