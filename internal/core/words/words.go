// Package words is about text as people write it, and about nothing else.
package words

import (
	"unicode"
	"unicode/utf8"
)

// Lower writes a name as it stands inside a sentence: its first letter small.
func Lower(name string) string {
	first, size := utf8.DecodeRuneInString(name)
	if size == 0 {
		return name
	}
	return string(unicode.ToLower(first)) + name[size:]
}
