package recipe

import (
	"slices"
	"strings"
	"unicode"

	"jointime/internal/core/plating"
)

type placing = plating.Placing

// wordsOf are the words of a text, in small letters and in the singular.
func wordsOf(text string) []string {
	words := strings.FieldsFunc(strings.ToLower(text), func(r rune) bool { return !unicode.IsLetter(r) })
	for i, w := range words {
		words[i] = singular(w)
	}
	return words
}

// dull are words of an ingredient's name that do not tell it from others.
var dull = map[string]bool{"of": true, "and": true, "the": true, "fresh": true, "dried": true, "large": true, "small": true, "whole": true, "plain": true, "fine": true, "ground": true,
	"soft": true, "cold": true, "warm": true, "hot": true, "white": true, "red": true, "green": true, "black": true, "brown": true, "double": true, "from": true, "with": true, "for": true, "in": true,
	"smoked": true, "unsalted": true, "sea": true, "caster": true, "strong": true, "raw": true, "new": true, "good": true, "flat": true, "ripe": true, "baby": true}

// telling are the words that tell a thing: "brown shrimps" is told by shrimp.
func telling(name string) (out []string) {
	for _, w := range wordsOf(name) {
		if !dull[w] && len(w) > 2 {
			out = append(out, w)
		}
	}
	return out
}

// singular is a plain English rule, good enough to find a word again.
func singular(w string) string {
	switch {
	case strings.HasSuffix(w, "ies") && len(w) > 4:
		return w[:len(w)-3] + "y"
	case strings.HasSuffix(w, "oes"), strings.HasSuffix(w, "shes"), strings.HasSuffix(w, "ches"), strings.HasSuffix(w, "sses"):
		return w[:len(w)-2]
	case strings.HasSuffix(w, "ves") && len(w) > 4:
		return w[:len(w)-3] + "f"
	case strings.HasSuffix(w, "s") && !strings.HasSuffix(w, "ss") && !strings.HasSuffix(w, "us") && len(w) > 3:
		return w[:len(w)-1]
	}
	return w
}

// names tells whether a text speaks of a thing by any of its telling words.
func names(text, thing string) bool { return anyOf(wordsOf(text), telling(thing)) }

func anyOf(said, wanted []string) bool {
	for _, w := range wanted {
		if slices.Contains(said, w) {
			return true
		}
	}
	return false
}

// Says tells whether a text has one of some words in it, as whole words in any number;
// the words are given in small letters and in the singular.
func Says(text string, words []string) bool { return anyOf(wordsOf(text), words) }

// sameName compares two names as a cook would: letters alone, in any number.
func sameName(a, b string) bool { return plainName(a) == plainName(b) }

func plainName(name string) string { return strings.Join(wordsOf(name), " ") }

// without are what a step takes without naming it.
var without = map[string][]string{
	"salt": {"season", "cure", "brine", "boil", "blanch"}, "oil": {"fry", "sear", "brown", "sweat", "roast", "dress"}, "butter": {"baste", "sweat", "fry"},
	"water": {"simmer", "boil", "poach", "soak", "blanch", "steam", "cover"}, "pepper": {"season"},
}

// takes tells whether the words of a step take a thing in, by name or without
// it.
func takes(said []string, thing string) bool {
	wanted := telling(thing)
	for _, w := range wanted {
		if anyOf(said, without[w]) {
			return true
		}
	}
	return anyOf(said, wanted)
}

// UsedAt is the place of the step that uses a line; -1: none speaks of it.
func (c Component) UsedAt(l Line) int {
	if l.Step != "" {
		return c.stepAt(l.Step)
	}
	for i, s := range c.Steps() {
		if takes(s.words(), l.Name) {
			return i
		}
	}
	return -1
}

// lexicon is every name of a book in plain words, to be looked up at once.
type lexicon struct {
	ingredients []named
	components  map[string][]string // plain name → ids
	bought      map[string]string   // plain name of an ingredient → id
}

type named struct{ id, name, plain string }

func (b Book) lexicon() lexicon {
	l := lexicon{components: map[string][]string{}, bought: map[string]string{}}
	for _, id := range sortedKeys(b.Ingredients) {
		i := b.Ingredients[id]
		n := named{id, i.Name, plainName(i.Name)}
		l.ingredients = append(l.ingredients, n)
		l.bought[n.plain] = id
	}
	for _, id := range sortedKeys(b.Components) {
		plain := plainName(b.Components[id].Name)
		l.components[plain] = append(l.components[plain], id)
	}
	return l
}
