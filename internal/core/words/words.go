// Package words is about text as people write it, and about nothing else.
package words

import (
	"unicode"
	"unicode/utf8"
)

// Lower writes a name as it stands inside a sentence: its first letter small.
func Lower(name string) string { return first(name, unicode.ToLower) }

// Upper writes a name as it begins a sentence: its first letter large.
func Upper(name string) string { return first(name, unicode.ToUpper) }

func first(name string, change func(rune) rune) string {
	letter, size := utf8.DecodeRuneInString(name)
	if size == 0 || letter == utf8.RuneError {
		return name
	}
	return string(change(letter)) + name[size:]
}
