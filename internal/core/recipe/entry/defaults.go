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
	cue     string
}

var defaults = []assumed{
	{"rest", 300, 0, "relaxed to the touch"},
	{"sear brown colour", 240, 0, "even brown"},
	{"roast", 1500, 190, "browned, juices clear"},
	{"bake", 1500, 180, ""},
	{"braise confit", 7200, 150, "a spoon cuts it without effort"},
	{"simmer poach", 1200, 0, "a needle goes in"},
	{"boil blanch", 240, 0, "tender with a bite"},
	{"reduce", 900, 0, "coats a spoon"},
	{"fry sauté sweat", 300, 160, "golden"},
	{"toast", 600, 160, "golden to the middle"},
	{"chill set freeze cool", 7200, 0, "cold to the middle"},
	{"soak marinate infuse steep", 1800, 0, "evenly soaked"},
	{"blend blitz pass strain sieve", 180, 0, "smooth"},
	{"warm heat reheat", 240, 0, "hot throughout"},
	{"peel dice chop slice pick trim shape cut mix fold whisk season dress joint carve", 300, 0, "even"},
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

// DefaultCueWords is the usual sign of a step; empty: there is none.
func DefaultCueWords(s recipe.Step) string {
	d, _ := assume(s)
	return d.cue
}

// quickWork is how long small work by hand takes, in seconds, where nobody says it: common
// practice, no source. What takes longer the more there is of it is not among it, and is asked.
var quickWork = map[string]int64{
	"add": 20, "return": 20, "put": 20, "place": 20, "cover": 20, "uncover": 15, "pour": 30, "tip": 20, "transfer": 30, "remove": 30, "lift out": 30, "take out": 20, "take off": 20, "lift": 30, "stir": 30, "season": 30,
	"sprinkle": 20, "drizzle": 15, "brush": 30, "drain": 60, "toss": 30, "dress": 40, "dust": 60, "deglaze": 60, "refresh": 60, "flip": 20, "turn": 20, "turn over": 20, "finish": 60, "garnish": 30, "squeeze out": 60, "rinse": 60, "pat": 60, "dry": 60,
	"serve": 20, "plate": 20, "strain": 120, "pass": 180, "sieve": 180, "discard": 20, "chuck": 20, "bin": 20, "check": 30, "taste": 30, "turn out": 60, "unmould": 60, "turn down": 10, "turn up": 10, "score": 60, "ladle": 30, "wrap": 60, "tie": 60, "set aside": 15, "beat in": 60, "stir in": 30, "fold in": 60, "whisk in": 30, "mix": 60, "start": 30, "put in": 20, "let": 60, "put back": 20,
}

// quick gives small work by hand the time that it takes as a rule, marked as assumed.
func quick(s *recipe.Step, verb string) {
	if s.Time != nil || s.Left != nil || s.Until != nil || slices.ContainsFunc(s.Equipment, func(n recipe.Needed) bool { return n.Setting != nil }) || onHeat[verb] && verb != "deglaze" {
		return
	}
	all := strings.ToLower(s.Name)
	if verb == "add" && !strings.HasPrefix(all, verb) {
		all = verb // "stock in"
	}
	for n := 2; n > 0; n-- {
		first := strings.Join(firstWords(all, n), " ")
		if seconds, known := quickWork[first]; known {
			s.Time = &recipe.Time{Quick: seconds, Usual: seconds, Slow: seconds, Per: recipe.Once}
			mark(s, "time")
			return
		}
	}
}

func firstWords(text string, n int) []string {
	all := strings.FieldsFunc(text, func(r rune) bool { return r == ' ' || r == ',' })
	return all[:min(n, len(all))]
}
