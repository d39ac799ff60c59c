package review

import (
	"fmt"
	"strings"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/contents"
)

// Faults lists what is wrong with a dish wherever it is: objects that do not
// come out in time, and those of some versions that are not without what they say.
func Faults(b recipe.Book, d recipe.Dish, k kitchen.Kitchen, versions []recipe.Version) []string {
	out := []string{}
	for _, c := range b.Within(d) {
		for _, f := range append(TakeOutFaults(c), TooHot(b, c)...) {
			out = append(out, c.Name+": "+f.What)
		}
	}
	for _, v := range versions {
		for _, claim := range contents.Version(b, d, v, k, 1).Broken {
			word := "contains"
			if claim.Answer == recipe.Unknown {
				word = "may contain"
			}
			out = append(out, fmt.Sprintf("“%s” %s %s: %s", v.Name, word, claim.What, strings.Join(claim.From, "; ")))
		}
	}
	return out
}
