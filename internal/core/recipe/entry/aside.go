package entry

import (
	"fmt"
	"math"
	"regexp"
	"slices"
	"strings"
	"unicode"

	"jointime/internal/core/reading"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
)

var (
	aToken = regexp.MustCompile(`[\pL\d'’½¼¾⅓⅔%°/.-]*[\pL\d½¼¾⅓⅔%°]|[,;.()]`)
	// saysNothing are words that join what is said and say nothing themselves.
	saysNothing = setOf(`a an the and or then for of at in on to it them its is are about approx approximately around roughly until till til by with into from
 up least most more than no be been being when that which you your we so just step each per between mark hands hand hands-on at max maximum minimum or longer less total another further again every let leave allow meanwhile first next now finally step fan c f deg degrees gas min mins minutes`)
)

// where are words that say nothing alone, and something beside another: lid on, no lid.
var where = setOf("on in off with no up")

// aside is what a line says and nothing that is shown holds: its words that belong to
// no time, heat, place, cue, hands or name, run by run. Shown are the texts that are.
func aside(l reading.StepLine, shown ...string) string {
	letters := []rune(l.Line)
	taken := make([]bool, len(letters)+1)
	on := make([]bool, len(letters)+1)
	for _, s := range l.Spans {
		if s.As == "equipment" { // "in a hot pan" stays together
			for i := max(s.From, 0); i < min(s.To, len(letters)); i++ {
				on[i] = true
			}
			continue
		}
		for i := max(s.From, 0); i < min(s.To, len(letters)); i++ {
			taken[i] = true
		}
	}
	has := " " + strings.ToLower(strings.Join(shown, " "))
	for _, t := range l.Then {
		has += " " + t.What
		if t.Note != nil {
			has += " " + strings.ToLower(*t.Note)
		}
	}
	known := map[string]bool{}
	for _, w := range aToken.FindAllString(has, -1) {
		known[w] = true
	}
	var runs, run []string
	end := func() {
		for len(run) > 0 && saysNothing[strings.ToLower(run[len(run)-1])] && !(len(run) > 1 && where[strings.ToLower(run[len(run)-1])]) {
			run = run[:len(run)-1]
		}
		for len(run) > 0 && saysNothing[strings.ToLower(run[0])] && !where[strings.ToLower(run[0])] {
			run = run[1:]
		}
		if len(run) > 0 && !(len(run) == 1 && saysNothing[strings.ToLower(run[0])]) {
			runs = append(runs, strings.Join(run, " "))
		}
		run = nil
	}
	begun := false
	for _, at := range aToken.FindAllStringIndex(l.Line, -1) {
		w := l.Line[at[0]:at[1]]
		begun = begun || !strings.EqualFold(w, "step") && strings.IndexFunc(w, unicode.IsLetter) >= 0
		switch {
		case on[len([]rune(l.Line[:at[0]]))] && !slices.ContainsFunc(run, func(w string) bool { return !saysNothing[strings.ToLower(w)] }):
			run = nil
		case !begun, strings.Contains(",;.()", w), taken[len([]rune(l.Line[:at[0]]))], known[strings.ToLower(w)] && !saysNothing[strings.ToLower(w)]:
			end()
		default:
			run = append(run, w)
		}
	}
	end()
	return strings.Join(runs, ", ")
}

// remark is what a line says and no field of its step holds: a heat that nothing in the
// kitchen is set to, and the words that are left over.
func remark(l reading.StepLine, s recipe.Step) string {
	text := aside(l, s.Name)
	set := slices.ContainsFunc(s.Equipment, func(n recipe.Needed) bool { return n.Setting != nil }) || s.Then.Place != nil && s.Then.Place.Setting != nil
	if l.Temperature != nil && !set && !strings.Contains(s.Cue(), fmt.Sprintf("%g", *l.Temperature)) {
		text = strings.TrimSuffix(units.SayCelsius(math.Round(*l.Temperature*10)/10)+", "+text, ", ")
	}
	return clipTo(text, 400)
}
