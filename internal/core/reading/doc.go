// Package reading understands lines as cooks write them: an ingredient with
// its amount, a step with its time, heat, cue, hands and what follows.
//
// It works by pattern, not by guess. Each reader takes what it knows out of
// the line, remembers where that stood, and leaves the rest as it was typed.
// A line is marked as doubtful when a figure is left over, when two figures
// would both fit, or when a word has no fixed size ("overnight", "a glug").
// Only what the line says is told: that a roast wants an oven is said by the
// word, whose hands it needs is not, and stays open.
//
// All patterns are RE2 expressions, so the time grows with the length of the
// line and not faster.
package reading

import "strings"

// Kind says what a line is.
type Kind string

// The kinds of line. A line that says nothing that is understood is unread,
// and is never thrown away.
const (
	IngredientKind Kind = "ingredient"
	StepKind       Kind = "step"
	Heading        Kind = "heading"
	Empty          Kind = "empty"
	Unread         Kind = "unread"
)

// LongestLine is how many bytes of one line are read; a longer one stays
// unread as a whole.
const LongestLine = 2000

// Span is a part of a line that was understood, in characters from its start,
// To not included, and what it was taken for.
type Span struct {
	From int    `json:"from"`
	To   int    `json:"to"`
	As   string `json:"as"`
}

// Lines splits a paste into lines, whichever line ends it has.
func Lines(text string) []string {
	return strings.Split(strings.NewReplacer("\r\n", "\n", "\r", "\n", "\u2028", "\n").Replace(text), "\n")
}

// IsHeading reports whether a line is the heading of a list or of a method.
func IsHeading(line string) bool {
	return lineKind(line, headingLine) == Heading || lineKind(line, stepHeading) == Heading
}
