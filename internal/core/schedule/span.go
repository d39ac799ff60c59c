package schedule

import (
	"cmp"
	"slices"
)

// Without cuts some stretches out of others, and gives what is left in order.
func Without(spans, cuts []Span) []Span {
	out := slices.Clone(spans)
	for _, c := range cuts {
		next := []Span{}
		for _, s := range out {
			if !s.Overlaps(c) {
				next = append(next, s)
				continue
			}
			for _, part := range []Span{{s[0], min(s[1], c[0])}, {max(s[0], c[1]), s[1]}} {
				if part[0] < part[1] {
					next = append(next, part)
				}
			}
		}
		out = next
	}
	slices.SortFunc(out, func(a, b Span) int { return cmp.Compare(a[0], b[0]) })
	return out
}
