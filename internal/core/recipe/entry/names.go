package entry

import (
	"regexp"
	"strings"

	"jointime/internal/core/reading"
	"jointime/internal/core/words"
)

var notName = regexp.MustCompile(`(?i)\s*(?:[,;(]|\bfor\b|\bat\b|\buntil\b|\btill?\b|\babout\b|\bin the\b|\bin a\b|\bunder\b|\bwith\b|\bover\b|\bto a core\b|\bup to\b|\d).*$`)

var joining = regexp.MustCompile(`(?i)[\s,;]*(?:\b(?:and|then|and then)\b)?[\s,;]*$`)

var notInName = regexp.MustCompile(`(?i)\s*(?:[,;(]|\bfor (?:about )?\d|\bat \d|\buntil\b|\btill\b|\bup to\b|\d).*$`)

var (
	// dangling are words that a figure followed: "reduce the stock by", "chill for at least".
	dangling = regexp.MustCompile(`(?i)(?:\s+(?:by|to|up to|at|about|least|most|max|maximum|min|minimum|for|every|for the last|for the first|into|under|the|in|with|of|from|off in|a|an))+$`)
	isoStart = regexp.MustCompile(`(?i)\s+pt?$`)
)

// cutName is a text up to what is no part of a name.
func cutName(text string, not *regexp.Regexp) string {
	name := strings.Trim(not.ReplaceAllString(text, ""), " .:")
	if rest := strings.TrimLeft(text[min(len(name), len(text)):], " "); rest != "" && rest[0] >= '0' && rest[0] <= '9' {
		name = isoStart.ReplaceAllString(name, "")
		name = dangling.ReplaceAllString(name, "")
	}
	return strings.TrimSpace(strings.TrimSuffix(name, " all"))
}

// hurried says that nothing may wait before it.
var hurried = regexp.MustCompile(`(?i)\b(?:at once|immediately|straight away|straight (?:on|onto|to) the (?:plate|pass))\b`)

// cuttingName is the knife's work in one go: "peel, core & chop the apples".
var cuttingName = regexp.MustCompile(`^(?i)` + aCut + `(?:(?:, | and | & |, and )` + aCut + `)+(?: [\pL]+){1,4}`)

const aCut = `(?:peel|core|pit|stone|deseed|trim|top|tail|wash|scrub|halve|quarter|dice|chop|slice|cut|mince|pick|shred|grate)`

// listName is an action on several things: "whisk eggs, yolks and sugar".
var listName = regexp.MustCompile(`^(?i)[\pL-]+(?: (?:the|some))?(?: [\pL-]+){1,3}(?:, [\pL-]+(?: [\pL-]+){0,2})+,? (?:and|&) [\pL-]+`)

// nameOf is a short name for a line: its verb and what it is done to, up to
// the action that follows the first one and those that were taken with it.
func nameOf(l reading.StepLine, taken int) string {
	letters := []rune(l.Line)
	from, to := 0, len(letters)
	for _, s := range l.Spans {
		switch {
		case s.As == "verb" && from == 0:
			from = s.From
		case s.As == "then" && taken > 0:
			taken--
		case s.As == "then" && s.From < to && s.From > from:
			to = s.From
		}
	}
	text := strings.TrimSpace(joining.ReplaceAllString(string(letters[from:to]), ""))
	if m := cuttingName.FindString(text); m != "" {
		return clip(words.Lower(strings.TrimSpace(m)))
	}
	if m := listName.FindString(text); m != "" && len(l.Then) == 0 {
		return clip(words.Lower(m))
	}
	name := cutName(text, notName)
	if !strings.Contains(name, " ") {
		name = cutName(text, notInName)
	}
	if m := hurried.FindString(text); m != "" && !strings.HasSuffix(strings.ToLower(name), strings.ToLower(m)) && strings.HasPrefix(text[len(name):], " ") && strings.TrimSpace(text[len(name):]) == m {
		name += " " + m
	}
	if name == "" && l.Verb != nil {
		name = *l.Verb
	}
	if name == "" {
		name = text
	}
	if name == strings.ToUpper(name) {
		name = strings.ToLower(name)
	}
	return clip(words.Lower(name))
}

func clip(name string) string { return clipTo(name, 80) }

func clipTo(text string, most int) string {
	r := []rune(strings.TrimSpace(text))
	if len(r) > most {
		r = append(r[:most-1], '…')
	}
	return string(r)
}
