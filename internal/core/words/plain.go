package words

import (
	"slices"
	"strings"
	"unicode"
)

// Of are the words of a text, in small letters and in the singular.
func Of(text string) []string {
	words := strings.FieldsFunc(strings.ToLower(text), func(r rune) bool { return !unicode.IsLetter(r) })
	for i, w := range words {
		words[i] = Singular(w)
	}
	return words
}

// dull are words of an ingredient's name that do not tell it from others.
var dull = map[string]bool{"of": true, "and": true, "the": true, "fresh": true, "dried": true, "large": true, "small": true, "whole": true, "plain": true, "fine": true, "ground": true,
	"soft": true, "cold": true, "warm": true, "hot": true, "white": true, "red": true, "green": true, "black": true, "brown": true, "double": true, "from": true, "with": true, "for": true, "in": true,
	"smoked": true, "unsalted": true, "sea": true, "caster": true, "strong": true, "raw": true, "new": true, "good": true, "flat": true, "ripe": true, "baby": true}

// Telling are the words that tell a thing: "brown shrimps" is told by shrimp.
func Telling(name string) (out []string) {
	for _, w := range Of(name) {
		if !dull[w] && len(w) > 2 {
			out = append(out, w)
		}
	}
	return out
}

// Key is the telling words of a name in one text: equal for names that may be the same thing.
func Key(name string) string { return strings.Join(Telling(name), " ") }

// state are words that say in what state a thing is, and not which thing it is.
var state = map[string]bool{"fresh": true, "large": true, "medium": true, "small": true, "big": true, "ripe": true, "raw": true, "good": true, "nice": true, "cold": true, "warm": true, "hot": true, "soft": true,
	"new": true, "fine": true, "whole": true, "of": true, "the": true, "a": true, "an": true, "some": true, "few": true, "chopped": true, "diced": true, "sliced": true, "grated": true, "peeled": true, "crushed": true, "washed": true, "picked": true}

// SameThing tells whether two names are of one thing, whatever the state it is in: a large
// onion is an onion, a red onion is another.
func SameThing(a, b string) bool {
	bare := func(name string) string {
		return strings.Join(slices.DeleteFunc(Of(name), func(w string) bool { return state[w] }), " ")
	}
	return bare(a) != "" && bare(a) == bare(b)
}

// Singular is a plain English rule, good enough to find a word again.
func Singular(w string) string {
	switch {
	case strings.HasSuffix(w, "ies") && len(w) > 4:
		return w[:len(w)-3] + "y"
	case strings.HasSuffix(w, "oes"), strings.HasSuffix(w, "shes"), strings.HasSuffix(w, "ches"), strings.HasSuffix(w, "sses"), strings.HasSuffix(w, "xes"):
		return w[:len(w)-2]
	case strings.HasSuffix(w, "ves") && len(w) > 4:
		return w[:len(w)-3] + "f"
	case strings.HasSuffix(w, "s") && !strings.HasSuffix(w, "ss") && !strings.HasSuffix(w, "us") && len(w) > 3:
		return w[:len(w)-1]
	}
	return w
}

// Names tells whether a text speaks of a thing by any of its telling words.
func Names(text, thing string) bool { return AnyOf(Of(text), Telling(thing)) }

// Has tells whether a text has all words of a phrase in it, in any number and order.
func Has(text, phrase string) bool {
	said, wanted := Of(text), Of(phrase)
	return len(wanted) > 0 && !slices.ContainsFunc(wanted, func(w string) bool { return !slices.Contains(said, w) })
}

func AnyOf(said, wanted []string) bool {
	for _, w := range wanted {
		if slices.Contains(said, w) {
			return true
		}
	}
	return false
}

// Says tells whether a text has one of some words in it, as whole words in any number;
// the words are given in small letters and in the singular.
func Says(text string, words []string) bool { return AnyOf(Of(text), words) }

// Same compares two names as a cook would: letters alone, in any number.
func Same(a, b string) bool { return Plain(a) == Plain(b) }

func Plain(name string) string { return strings.Join(Of(name), " ") }
