package entry

import (
	"math"
	"strings"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/reading"
	"jointime/internal/core/recipe"
)

// waiting are actions that are the wait after the step before them.
var waiting = map[string]bool{"rest": true, "cool": true, "chill": true, "set": true, "hold": true, "keep": true, "stand": true, "prove": true, "freeze": true, "refrigerate": true}

// byHand are actions that nothing but hands can do.
var byHand = setOf(`peel dice chop slice cut pick trim shape mix fold whisk season dress joint carve bone fillet truss tie stuff fill roll crumb coat knead rub
 portion wrap scrape grate zest crush mash pass strain sieve beat butcher core devein shell shuck scoop score skin spread sprinkle weigh wash gut halve quarter quenelle
 pipe mince line layer julienne hull hang drain dip crack clean brush baste arrange assemble blend blitz pulse toss stir cover pour put place add lift remove turn`)

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
	n := recipe.Needed{Kind: kind}
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

// hold says whose hands the step needs: as the line says, or by habit.
func hold(s *recipe.Step, l reading.StepLine, verb string) {
	whole := int64(0)
	if s.Time != nil {
		whole = s.Time.Usual
	}
	part := min(60, max(whole/4, 1))
	if l.HandsFor != nil {
		part = int64(*l.HandsFor)
	}
	said := ""
	if l.Hands != nil {
		said = *l.Hands
	} else {
		mark(s, "hands")
	}
	slices := func(at ...int64) {
		s.Hands = recipe.Hands{Work: recipe.SliceHands}
		for _, a := range at {
			s.Hands.Slices = append(s.Hands.Slices, recipe.Slice{At: a, For: part})
		}
	}
	switch {
	case said == "all", said == "" && byHand[verb], said == "" && whole > 0 && whole <= 180 && !waiting[verb]:
		s.Hands = recipe.Hands{Work: recipe.AllHands}
	case said == "none", said == "" && (waiting[verb] || verb == "soak" || verb == "marinate" || verb == "cure" || verb == "infuse"):
		s.Hands = recipe.Hands{Work: recipe.NoHands}
	case said == "start":
		slices(0)
	case whole == 0:
		s.Hands = recipe.Hands{Work: recipe.AllHands}
	case said == "slices":
		slices(0, max(part, whole/2-part/2), -part)
	default:
		slices(0, -part)
	}
	if s.Hands.Work == recipe.SliceHands && 3*part > whole {
		s.Hands = recipe.Hands{Work: recipe.AllHands}
	}
	if said == "all" && strings.Contains(strings.ToLower(l.Line), "stop") {
		s.Unbroken = true
	}
}
