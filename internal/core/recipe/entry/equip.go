package entry

import (
	"math"
	"strings"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/reading"
	"jointime/internal/core/recipe"
)

// onHeat are actions that want a flame where nothing else is named.
var onHeat = setOf(`simmer boil blanch poach reduce fry sear sauté sweat brown caramelise braise steam wilt melt heat warm scald deglaze confit bring cook parboil render flambé glaze toast temper reheat`)

func setOf(words string) map[string]bool {
	m := map[string]bool{}
	for _, w := range strings.Fields(words) {
		m[w] = true
	}
	return m
}

// instead names what does the work of an equipment that a kitchen does not
// have under that word.
var instead = map[string][]string{
	"pan": {"burner", "plancha"}, "pot": {"burner"}, "fryer": {"burner"}, "grill": {"oven"}, "salamander": {"grill", "oven"}, "steamer": {"combination oven", "burner"},
	"oven": {"combination oven", "deck oven"}, "plancha": {"burner"}, "blast chiller": {"fridge"}, "warming drawer": {"warm drawer"}, "flame": {"burner"}, "wok": {"burner"},
	"liquidiser": {"blender"}, "food processor": {"blender"}, "dehydrator": {"oven"}, "smoker": {"burner"}, "barbecue": {"grill", "oven"},
}

// equip finds the equipment of the kitchen that does what the line names.
func equip(s *recipe.Step, l reading.StepLine, verb string, k kitchen.Kitchen) {
	word := ""
	switch {
	case l.Equipment != nil && (*l.Equipment == "pot" || *l.Equipment == "pan") && l.Temperature != nil && *l.Temperature >= 120 && onHeat[verb] && verb != "fry" && verb != "sear", verb == "pot roast":
		word = "oven" // and the pot in it
	case l.Equipment != nil:
		word = *l.Equipment
	case onHeat[verb] && l.Temperature != nil && *l.Temperature >= 120 && verb != "fry" && verb != "caramelise":
		word = "oven"
	case onHeat[verb]:
		word = "flame"
	}
	if word == "" {
		return
	}
	kind := kindOf(word, k)
	if kind == "" {
		return
	}
	n := recipe.Needed{Kind: kind, Flame: flameOf(l.Line, kind)}
	if l.Temperature != nil {
		for _, e := range k.OfKind(kind) {
			if e.Heating != nil {
				setting := int64(math.Round(*l.Temperature))
				n.Setting = &setting
				if float64(setting) != *l.Temperature {
					mark(s, "setting") // whole degrees are what an oven can be set to
				}
			}
		}
	}
	s.Equipment = append(s.Equipment, n)
}

// kindOf is the kind by which a kitchen calls an equipment; the word itself
// where it has none, so that the plan can say what is missing; empty for
// cold places that it does not count.
func kindOf(word string, k kitchen.Kitchen) string {
	for _, kind := range append([]string{word}, instead[word]...) {
		if len(k.OfKind(kind)) > 0 {
			return kind
		}
	}
	if word == "fridge" || word == "freezer" || word == "flame" {
		return ""
	}
	return word
}
