package words

import (
	"fmt"
	"strconv"
	"strings"
)

// Count writes a number of things: "1 plate", "2 dishes".
func Count(n int, thing string) string {
	if n == 1 || n == -1 {
		return strconv.Itoa(n) + " " + thing
	}
	return strconv.Itoa(n) + " " + Plural(thing)
}

// Plural is a plain English rule for the nouns that the screens count.
func Plural(thing string) string {
	for _, end := range []string{"ch", "sh", "s", "x"} {
		if strings.HasSuffix(thing, end) {
			return thing + "es"
		}
	}
	if strings.HasSuffix(thing, "y") && len(thing) > 1 && !strings.ContainsRune("aeiou", rune(thing[len(thing)-2])) {
		return thing[:len(thing)-1] + "ies"
	}
	return thing + "s"
}

// List joins names: "A", "A and B", "A, B and C".
func List(names []string) string { return joined(names, " and ") }

// Ways joins what can be done about a fault into one sentence, the best way first, each
// given as a verb with its object: "Unpin it, start it earlier, or move the course."
func Ways(ways ...string) string {
	last := " or "
	if len(ways) > 2 {
		last = ", or "
	}
	return Upper(joined(ways, last)) + "."
}

func joined(list []string, last string) string {
	switch len(list) {
	case 0:
		return ""
	case 1:
		return list[0]
	}
	return strings.Join(list[:len(list)-1], ", ") + last + list[len(list)-1]
}

// Step is how a step is named everywhere: its component and its own name, as typed.
func Step(component, step string) string {
	switch {
	case component == "":
		return step
	case step == "":
		return component
	}
	return component + ": " + step
}

// Quote puts what somebody typed between quotation marks.
func Quote(typed string) string { return fmt.Sprintf("“%s”", typed) }
