package reading

import (
	"regexp"
	"strings"
)

var (
	handsClause = regexp.MustCompile(`^(?:(?:with )?hands\b|no hands\b|hands-on\b|unattended\b)`)
	// handPhrases in order; the first that fits holds.
	handPhrases = []struct {
		words *regexp.Regexp
		hands string
	}{
		{regexp.MustCompile(`\bhands? (?:on )?(?:needed )?at (?:the )?(?:start|beginning) and (?:at )?(?:the )?end\b`), "start and end"},
		{regexp.MustCompile(`\bhands? (?:on )?(?:needed )?(?:only )?(?:at|for|in) (?:the )?(?:start|beginning|first)\b`), "start"},
		{regexp.MustCompile(`\b(?:hands? (?:on )?(?:at|for|in) (?:the )?(?:end|last)|hands? now and then|hands? (?:on )?every|hands? twice|hands? in slices|hands? half ?way)\b`), "slices"},
		{regexp.MustCompile(`\b(?:unattended|hands[ -](?:off|free)|no hands|without hands|leave (?:it |them )?(?:alone|be|undisturbed)|undisturbed|untouched|on its own|by itself|walk away|nobody (?:needed|near it))\b`), "none"},
		{regexp.MustCompile(`\b(?:hands[ -]on(?: throughout)?|all hands|hands throughout|hands all the time|(?:constant|continuous|non-?stop)(?:ly)?(?: (?:stirring|whisking|attention))?|all the (?:time|while)|without (?:stopping|a break|pause|leaving)|no stopping|never (?:stop|leave)\w*|(?:don't|do not) (?:stop|leave)\b(?: it)?|unbroken|uninterrupted|keep (?:stirring|whisking|tossing|moving|shaking|basting)|watching(?: (?:it|them|closely|carefully))?|watch (?:it|them)|keep(?:ing)? (?:an|your) eye on (?:it|them))\b|\b(?:stirring|whisking|tossing|swirling|shaking)(?: it| them)?\s*(?:$|[,;.])`), "all"},
		{regexp.MustCompile(`\b(?:(?:stirr?|skimm?|turn|bast|shak|toss|whisk|rotat|flipp|brush|check|spoon|swirl|top)ing(?: it| them| the [\pL]+| [\pL]+)?(?: over)?(?: with [\pL ]+?)? (?:now and (?:then|again)|occasionally|often|frequently|from time to time|regularly|once|twice|half ?way|every|at|a few times|in between)|(?:stir|skim|turn|baste|shake|toss|whisk|check|rotate|flip|burp|feed|stirred|turned|basted)(?: it| them| the [\pL]+| [\pL]+)? (?:now and (?:then|again)|occasionally|often|frequently|from time to time|regularly|once|twice|half ?way|every|daily)|(?:now and then|occasionally|from time to time|basting|skimming as|turning (?:it|them)? ?half ?way|half ?way through))\b`), "slices"},
	}
)

// hands reads whose hands are needed when, where the line says so, and takes
// it out of the text so that its time is not taken for the step's.
func (r *stepReader) hands(start int) {
	for _, p := range handPhrases {
		at := p.words.FindStringIndex(r.text[start:])
		if at == nil {
			continue
		}
		from, to := start+at[0], start+at[1]
		r.out.Hands = text(p.hands)
		if strings.HasPrefix(strings.TrimPrefix(r.text[from:], "no "), "hand") {
			to = r.handTime(to)
			r.mark(from, to, "hands")
			r.text = r.text[:from] + strings.Repeat(" ", to-from) + r.text[to:]
			return
		}
		r.mark(from, to, "hands")
		return
	}
}

// handTime reads for how long hands are needed, right behind.
func (r *stepReader) handTime(to int) int {
	end := strings.IndexAny(r.text[to:], ",;")
	rest := r.text[to:]
	if end >= 0 {
		rest = rest[:end]
	}
	if cut := strings.Index(rest, " then "); cut >= 0 {
		rest = rest[:cut]
	}
	for _, t := range times(rest) {
		if t.low != nil {
			seconds := *t.low
			r.out.HandsFor = &seconds
			return to + t.to
		}
	}
	return to
}
