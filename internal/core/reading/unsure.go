package reading

import (
	"regexp"
	"strings"
	"unicode/utf8"
)

var (
	// quickWork is over in a moment: a longer time behind its comma is of something else.
	quickWork   = wordSet(`skim cover stir turn flip season add wrap seal bag vac uncover swirl crack`)
	quickPhrase = map[string]bool{"vac pack": true, "vacuum pack": true, "turn off": true}
	behindComma = regexp.MustCompile(`[,;:] ?(?:for |about |another |a further )*$`)
	lessThan    = regexp.MustCompile(`^ ?(?:less|more|longer|shorter|over|under) than\b`)
	atMostHeat  = regexp.MustCompile(`\b(?:not|never|no|do not|don't|without|nothing)(?: [\pL]+){0,3} (?:over|above|hotter than|more than|past|exceed\w*|beyond|to) ?$|\b(?:max(?:imum)?|at most|no more than|under|below|not above) ?(?:of )?$`)
	// bareFigure may be a time or a temperature, and does not say which.
	bareFigure = regexp.MustCompile(`(?:^|[,;:(] ?|\b(?:at|on|for|fan|gas|oven|bath|every|then|to|min|mins|c) )(\d{2,3})(?:-\d{2,3})?(?:$|[,;.)]| (?:at|for|then|more|until|till|and|on|in the)\b)`)
	besideTime = regexp.MustCompile(`\b(?:mins?|minutes?|hours?|hrs?|h|secs?|s) (\d{2,3}) \pL|\b(\d{2,3}) \d{1,2}(?:-\d{1,2})? ?(?:mins?|minutes?|hours?|hrs?|h|secs?|s)\b`)
	warmsTo    = regexp.MustCompile(`\b(?:warm|heat|hold|keep|reheat|roast|bake|fry|grill|braise|confit)\b[^,;.\d]* (\d{2,3})(?:$|[,;.]| (?:till|until|covered|lid)\b)`)
)

const quickWorkLasts = 120 // s, in which work of a moment is over: common practice, no source

// unsure marks what the line says and nothing else shows, and what can be meant two ways.
func (r *stepReader) unsure(clauses []clause) {
	for _, c := range clauses {
		r.quick(c)
		for _, h := range c.heats {
			if !h.core && atMostHeat.MatchString(c.text[:h.from]) {
				r.doubt("At that temperature, or at most?")
			}
		}
		for _, t := range c.times {
			if lessThan.MatchString(c.text[t.to:]) {
				r.doubt("How long?")
			}
		}
	}
	for _, re := range []*regexp.Regexp{bareFigure, besideTime, warmsTo} {
		for _, m := range re.FindAllStringSubmatchIndex(r.text, -1) {
			from, to := m[2], m[3]
			if from < 0 {
				from, to = m[4], m[5]
			}
			if figure := r.text[from:to]; !r.shows(from, figure) && !measured.MatchString(r.text[to:]) {
				r.doubt("What is " + figure + "?")
				return
			}
		}
	}
}

// quick asks whose time it is that stands behind work of a moment: "skim, 45 min".
func (r *stepReader) quick(c clause) {
	if !quickWork[c.verb] && !quickPhrase[c.verb] {
		return
	}
	for _, t := range c.times {
		if t.low != nil && *t.low > quickWorkLasts && (behindComma.MatchString(c.text[:t.from]) || len(c.heats) > 0) {
			r.doubt("Is that the time for “" + c.verb + "”?")
			return
		}
	}
}

// shows tells that a figure at an offset of the text was taken for something, or is told with
// what follows.
func (r *stepReader) shows(at int, figure string) bool {
	from := utf8.RuneCountInString(r.text[:at])
	for _, s := range r.out.Spans {
		if s.From <= from && from < s.To {
			return true
		}
	}
	for _, t := range r.out.Then {
		if t.Note != nil && strings.Contains(*t.Note, figure) {
			return true
		}
	}
	return false
}

// besideSkin is a side that lies down, and no work: "skin side down, 4 min".
func besideSkin(verb, rest string) bool {
	return verb == "skin" && strings.HasPrefix(strings.TrimLeft(rest, " -"), "side")
}
