package entry

import (
	"math"
	"regexp"
	"strconv"
	"strings"

	"jointime/internal/core/recipe"
)

var (
	flameSaid = regexp.MustCompile(`(?i)\b(very low|low|gentle|slow|medium[ -]high|medium|moderate|high|full|fierce|strong) (?:heat|flame)\b`)
	flames    = map[string]string{"very low": "low", "low": "low", "gentle": "low", "slow": "low", "medium": "medium", "moderate": "medium", "medium high": "medium", "medium-high": "medium", "high": "high", "full": "high", "fierce": "high", "strong": "high"}
	// notOver is a heat that food may not pass: "not over 60 °C".
	notOver  = regexp.MustCompile(`(?i)\b(?:not|never|no) (?:over|above|hotter than|more than) (\d{2,3}) ?(?:°|deg(?:rees)?)? ?(c|f)?\b`)
	noDegree = regexp.MustCompile(`(?i)^ ?(?:min|h\b|hours?|s\b|sec|g\b|kg|ml|l\b|cm|mm|%|days?|weeks?|portions?|pieces?|at a time)`)

	optionalSaid = regexp.MustCompile(`(?i)\b(?:optional(?:ly)?|if there is time|if time allows|when there is time)\b`)
	// byCooks is how many do so much a portion together: "by two", "two cooks".
	byCooks = regexp.MustCompile(`(?i)\b(?:by (two|three|four)(?: (?:cooks|people|pairs of hands))?|(two|three|four) (?:cooks|people|pairs of hands))\b`)
	howMany = map[string]int{"two": 2, "three": 3, "four": 4}
)

// flameOf is how high the flame is that a line asks for, of what has one.
func flameOf(line, kind string) string {
	if m := flameSaid.FindStringSubmatch(line); m != nil && kind == "burner" {
		return flames[strings.ToLower(m[1])]
	}
	return ""
}

// ceilingOf is the temperature that a line says food may not pass, in °C; nil: it says none.
func ceilingOf(line string) *int64 {
	at := notOver.FindStringSubmatchIndex(line)
	if at == nil || noDegree.MatchString(line[at[1]:]) {
		return nil
	}
	t, _ := strconv.ParseFloat(line[at[2]:at[3]], 64)
	if at[4] >= 0 && strings.EqualFold(line[at[4]:at[5]], "f") {
		t = (t - 32) / 1.8
	}
	celsius := int64(math.Floor(t))
	return &celsius
}

// eachPlate is a time for each: "40 s a plate", "1 min per portion".
var eachPlate = regexp.MustCompile(`(?i)\d ?(?:s|secs?|seconds?|min|mins|minutes?)\.?,? (?:a|per|for each|each|every) (?:plate|portion)\b`)

// shareWork notes that a step takes so much a portion, and how many do it together.
func shareWork(s *recipe.Step, line string) {
	if s.Time != nil && s.Time.Per == recipe.Once && eachPlate.MatchString(line) {
		s.Time.Per = recipe.PerPortion
	}
	m := byCooks.FindStringSubmatch(line)
	if m == nil || s.Time == nil || s.Time.Per != recipe.PerPortion && s.Time.Per != recipe.PerPiece {
		return
	}
	s.Time.Cooks = howMany[strings.ToLower(m[1]+m[2])]
}
