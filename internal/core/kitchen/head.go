package kitchen

import (
	"regexp"
	"slices"
	"strconv"
	"strings"

	"jointime/internal/core/words"
)

var (
	hasLetter = regexp.MustCompile(`\pL`)
	bareSmall = regexp.MustCompile(`^\d{1,2}$`)
	counts    = []string{"", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"}
)

// headed takes the name of a thing or a person apart from what is said of it without a comma:
// "fish cook tue-sat 14-23", "oven with 2 shelves", "pizza oven 450". A small number at the
// end is part of the name: "oven 2". A count in words becomes one in figures.
func headed(parts []string) []string {
	tokens := strings.Fields(parts[0])
	if n := slices.Index(counts, strings.ToLower(tokens[0])); n > 0 && len(tokens) > 1 {
		tokens[0] = strconv.Itoa(n)
	}
	person := cookWords.MatchString(strings.ToLower(parts[0]))
	named := false
	for i, t := range tokens {
		cut := named && t[0] >= '0' && t[0] <= '9' && (i < len(tokens)-1 || !bareSmall.MatchString(t))
		if _, day := readDays(t); day && named && person {
			cut = true
		}
		if !cut {
			named = named || hasLetter.MatchString(t) && strings.ToLower(t) != "x"
			continue
		}
		head := tokens[:i]
		for len(head) > 1 && slices.Contains([]string{"with", "of", "holds", "from", "for", "on", "at", "to"}, strings.ToLower(head[len(head)-1])) {
			head = head[:len(head)-1]
		}
		return append([]string{strings.Join(head, " "), strings.Join(tokens[i:], " ")}, parts[1:]...)
	}
	return append([]string{strings.Join(tokens, " ")}, parts[1:]...)
}

// people reads how many persons of one name a line has: "2 commis".
func people(head string) (count int, name string) {
	m := countAt.FindStringSubmatch(head)
	if m == nil || m[2] == "" {
		return 1, head
	}
	n, ok := number(m[1])
	if !ok || n > 40 {
		return 1, head
	}
	list := strings.Fields(m[2])
	if last := len(list) - 1; n > 1 && !strings.EqualFold(list[last], "commis") {
		list[last] = words.Singular(list[last])
	}
	return n, strings.Join(list, " ")
}
