package recipe

import (
	"fmt"
	"maps"
	"regexp"
	"slices"
	"strings"
	"unicode"

	"golang.org/x/text/unicode/norm"

	"jointime/internal/core/words"
)

var notSlug = regexp.MustCompile(`[^a-z0-9]+`)

// letters that Unicode does not take apart into a letter and its mark
var spelt = strings.NewReplacer("ß", "ss", "æ", "ae", "œ", "oe", "ø", "o", "ł", "l", "đ", "d", "ð", "d", "þ", "th", "ı", "i")

// Slug makes an id of a name, new among those that are taken: small letters, figures and
// hyphens, which no address needs to escape. A name in another script than Latin gives x.
func Slug(name string, taken map[string]bool) string {
	bare := strings.Map(func(r rune) rune {
		if unicode.Is(unicode.Mn, r) {
			return -1
		}
		return r
	}, norm.NFKD.String(strings.ToLower(name)))
	base := strings.Trim(notSlug.ReplaceAllString(spelt.Replace(bare), "-"), "-")
	if len(base) > 40 {
		base = strings.Trim(base[:40], "-")
	}
	if base == "" {
		base = "x"
	}
	id := base
	for n := 2; taken[id]; n++ {
		id = fmt.Sprintf("%s-%d", base, n)
	}
	taken[id] = true
	return id
}

// Find looks a thing up by its name, or another word for it: first what is
// bought under that very name, then what is made, then what differs from it
// only in the state that it is in. What differs in more is another thing, until a cook
// says that it is not.
func (b Book) Find(name string) (ingredient, component string) {
	for _, close := range []func(a, b string) bool{words.Same, words.SameThing} {
		for _, id := range slices.Sorted(maps.Keys(b.Ingredients)) {
			i := b.Ingredients[id]
			if close(i.Name, name) || slices.ContainsFunc(i.Also, func(also string) bool { return close(also, name) }) {
				return id, ""
			}
		}
		for _, id := range slices.Sorted(maps.Keys(b.Components)) {
			if close(b.Components[id].Name, name) {
				return "", id
			}
		}
	}
	for _, id := range slices.Sorted(maps.Keys(b.Ingredients)) {
		if b.Ingredients[id].partCalled(name) {
			return id, ""
		}
	}
	return "", ""
}
