package needs

import (
	"regexp"
	"slices"
	"strings"

	"jointime/internal/core/recipe"
	"jointime/internal/core/words"
)

// lists are the words for what the book can answer, in the singular, with what they stand for.
// Where a word can mean two things, both are kept out: a nut allergy may be one to peanuts.
var lists = []struct {
	words string
	ids   []string
}{
	{"gluten coeliac celiac", []string{"gluten"}}, {"wheat", []string{"wheat"}}, {"rye", []string{"rye"}}, {"barley", []string{"barley"}}, {"oat", []string{"oats"}},
	{"dairy lactose milk", []string{"milk"}}, {"egg", []string{"egg"}}, {"peanut groundnut", []string{"peanut"}}, {"nut", []string{"nuts", "peanut"}},
	{"shellfish seafood", []string{"crustaceans", "molluscs"}}, {"crustacean prawn shrimp crab lobster", []string{"crustaceans"}}, {"mollusc mussel oyster clam squid", []string{"molluscs"}},
	{"fish", []string{"fish"}}, {"soya soy", []string{"soya"}}, {"celery celeriac", []string{"celery"}}, {"mustard", []string{"mustard"}}, {"sesame", []string{"sesame"}},
	{"sulphite sulfite", []string{"sulphites"}}, {"lupin", []string{"lupin"}}, {"alcohol", []string{"alcohol"}}, {"vegetarian veggie meatless meat", []string{"meat"}}, {"vegan", []string{"animal"}},
}

var (
	between = regexp.MustCompile(`(?i)\s*(?:[,;+&/]|\band\b|\bor\b|\bnor\b)\s*`)
	filler  = regexp.MustCompile(`(?i)^(?:(?:no|not|without|never|nothing with|free of|allergic to|allergy to|allergy|intolerant of|intolerance to|is|are|a|an|the|any|strictly|severe)\b[: ]*)+|(?:[- ]free|[- ]allergy|[- ]allergic|[- ]intolerant|[- ]intolerance|[- ]products?)+$`)
	small   = map[string]bool{"pine nut": true, "coconut": true, "nutmeg": true, "chestnut": true, "water chestnut": true, "butternut": true, "eggplant": true, "buckwheat": true} // no members of the lists by their names
)

// Read takes what was told of a guest for what the book can answer, and for words of the house
// that lines are searched for: "no gluten, vegan, pine nuts".
func Read(text string) (without, house []string) {
	add := func(list []string, items ...string) []string {
		for _, i := range items {
			if !slices.Contains(list, i) {
				list = append(list, i)
			}
		}
		return list
	}
	for _, p := range between.Split(text, -1) {
		p = strings.Join(strings.Fields(filler.ReplaceAllString(strings.TrimSpace(p), "")), " ")
		if p == "" {
			continue
		}
		if ids := listed(p); len(ids) > 0 {
			without = add(without, ids...)
			continue
		}
		house = add(house, strings.ToLower(p))
	}
	return without, house
}

// listed are the ids that a phrase stands for: one word of a list in it, and no other that
// tells more.
func listed(phrase string) []string {
	plain := words.Plain(phrase)
	if small[plain] {
		return nil
	}
	if _, is := recipe.AllergenOf(strings.ToLower(phrase)); is && plain != "nut" {
		return []string{strings.ToLower(phrase)}
	}
	said := words.Of(phrase)
	for _, l := range lists {
		for _, w := range strings.Fields(l.words) {
			if len(said) == 1 && said[0] == w || len(said) == 2 && (said[0] == "tree" && said[1] == "nut" && w == "nut" || said[0] == "dairy" && w == said[0]) {
				return l.ids
			}
		}
	}
	return nil
}
