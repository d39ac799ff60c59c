package entry

import (
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// assumed is what the kitchen's own defaults put into a step that says
// nothing: common practice, no source, and marked as ours wherever it stands.
type assumed struct {
	verbs   string
	seconds int64
	celsius int64
	hands   recipe.Work
	cue     string
}

var defaults = []assumed{
	{"rest", 300, 0, recipe.NoHands, "relaxed to the touch"},
	{"sear brown colour", 240, 0, recipe.SliceHands, "even brown"},
	{"roast", 1500, 190, recipe.NoHands, "browned, juices clear"},
	{"bake", 1500, 180, recipe.NoHands, "a needle comes out clean"},
	{"braise confit", 7200, 150, recipe.NoHands, "a spoon cuts it without effort"},
	{"simmer poach", 1200, 0, recipe.NoHands, "a needle goes in"},
	{"boil blanch", 240, 0, recipe.NoHands, "tender with a bite"},
	{"reduce", 900, 0, recipe.SliceHands, "coats a spoon"},
	{"fry sauté sweat", 300, 160, recipe.SliceHands, "golden"},
	{"toast", 600, 160, recipe.NoHands, "golden to the middle"},
	{"chill set freeze cool", 7200, 0, recipe.NoHands, "cold to the middle"},
	{"soak marinate infuse steep", 1800, 0, recipe.NoHands, "evenly soaked"},
	{"blend blitz pass strain sieve", 180, 0, recipe.AllHands, "smooth"},
	{"warm heat reheat", 240, 0, recipe.SliceHands, "hot throughout"},
	{"peel dice chop slice pick trim shape cut mix fold whisk season dress joint carve", 300, 0, recipe.AllHands, "even"},
}

func assume(s recipe.Step) (assumed, bool) {
	for _, w := range words.Of(s.Name) {
		for _, d := range defaults {
			if slices.Contains(strings.Fields(d.verbs), w) {
				return d, true
			}
		}
	}
	return assumed{seconds: 300}, false
}

func DefaultTimeWords(s recipe.Step) string {
	d, _ := assume(s)
	return units.FormatDuration(d.seconds)
}

func DefaultSettingWords(s recipe.Step) string {
	d, _ := assume(s)
	if d.celsius == 0 {
		d.celsius = 180
	}
	return fmt.Sprintf("%d °C", d.celsius)
}

// FillGap puts the kitchen's own default into a field of a step that is left
// open, and marks it as ours. Other fields are the cook's to decide.
func FillGap(s recipe.Step, field string) recipe.Step {
	d, _ := assume(s)
	switch field {
	case "time":
		s.Time = &recipe.Time{Quick: d.seconds, Usual: d.seconds, Slow: d.seconds, Per: recipe.Once}
	case "setting":
		celsius := d.celsius
		if celsius == 0 {
			celsius = 180
		}
		s.Equipment = slices.Clone(s.Equipment)
		for i, n := range s.Equipment {
			if n.Setting == nil {
				s.Equipment[i].Setting = &celsius
			}
		}
	case "cue":
		s.Cues = append(slices.Clone(s.Cues), recipe.Cue{Right: d.cue})
	default:
		return s
	}
	if !slices.Contains(s.Ours, field) {
		s.Ours = append(slices.Clone(s.Ours), field)
	}
	return s
}
