package reading

import (
	"regexp"
	"slices"
	"strconv"
	"strings"
)

const timeUnit = `(weeks?|wks?|days?|d|hours?|hrs?|h|minutes?|mins?|min|m|seconds?|secs?|sec|s)\b\.?`

var (
	// timed: qualifier, ~, low, low's unit, high, unit, more, more's unit.
	timed = timeOf(number)
	// timedFigures is the same where no figure is a word: most lines, and several times as fast.
	timedFigures = timeOf(figures)
	wordFigure   = regexp.MustCompile(`\b(?:half|quarters?|third|doz|couple|` + counted + `|an? (?:hour|minute|min|second|sec|day|week))\b`)
	colon        = regexp.MustCompile(`\b(\d{1,2}):(\d{2})\b(?: ?(h|hours?|min|minutes?)\b)?`)
	// isoSpan is a duration as ISO 8601 writes it, in small letters: pt1h30m.
	isoSpan    = regexp.MustCompile(`\bp(?:(\d+)d)?(?:t(?:(\d+)h)?(?:(\d+)m)?(?:(\d+)s)?)?\b`)
	hoursAnd   = regexp.MustCompile(`\b(\d{1,2}) ?h ?(\d{1,2})(?: ?m(?:in)?s?)?\b`)
	spoken     = regexp.MustCompile(`\b(?:(an?|one|two|three|four|five|six) (hour|minute)s? and (a half|a quarter|three quarters)|(half|a quarter|quarter|three quarters) of an hour|half an hour|half[ -]hour|overnight|all night|(?:a few|several|some|a couple of) (minutes|hours|seconds|days)|a moment)\b`)
	orLonger   = regexp.MustCompile(`^ ?(?:or (?:more|longer|overnight|so longer)|\+|min(?:imum)?\b|at least)`)
	atMostEnd  = regexp.MustCompile(`^ ?(?:or less|max(?:imum)?|at most)\b`)
	eachSide   = regexp.MustCompile(`^,? ?(?:on |for )?(?:each|per|a|either|every|both|the) ?sides?\b(?: each)?`)
	bothBefore = regexp.MustCompile(`\b(?:each|both|either|per) sides?(?: for| about|,|:)? ?$`)
	timesOver  = regexp.MustCompile(`\b([2-9]) ?[x×] ?$`)
	fourSides  = regexp.MustCompile(`^,? ?(?:on |for )?(?:each|all) (?:of (?:the )?)?(?:4|four) sides`)
)

func timeOf(number string) *regexp.Regexp {
	return regexp.MustCompile(`(?:\b(` + least + `|` + most + `|` + about + `|between) ?|(~) ?)?(` + number + `)(?: ?` + timeUnit + `)?(?:(?:` + between + `| and )(` + number + `))? ?-?(?:(?:more|further|extra|good) )?` + timeUnit +
		`(?: ?(?:and )?(` + number + `) ?(?:(minutes?|mins?|min|m|seconds?|secs?|sec|s)\b|\b))?`)
}

var unitSeconds = map[byte]float64{'w': 604800, 'd': 86400, 'h': 3600, 'm': 60, 's': 1}

// clockTime is one time in a text.
type clockTime struct {
	from, to int
	span
	why string // what is in doubt
}

// times finds the times in a text, in order, sides taken together.
func times(text string) (out []clockTime) {
	if !MayHaveTime(text) {
		return nil
	}
	for _, m := range isoSpan.FindAllStringSubmatchIndex(text, -1) {
		if t, ok := isoTime(text, m); ok {
			out = append(out, t)
		}
	}
	for _, m := range spoken.FindAllStringSubmatchIndex(text, -1) {
		out = append(out, spokenTime(text, m))
	}
	for _, m := range colon.FindAllStringSubmatchIndex(text, -1) {
		out = append(out, colonTime(text, m))
	}
	for _, m := range hoursAnd.FindAllStringSubmatchIndex(text, -1) {
		out = append(out, colonTime(text, append(m, -1, -1)).hours())
	}
	blank := []byte(text)
	for _, t := range out {
		copy(blank[t.from:t.to], strings.Repeat("#", t.to-t.from))
	}
	find := timed
	if !wordFigure.MatchString(text) {
		find = timedFigures
	}
	for at := firstTime(text); ; {
		m := find.FindStringSubmatchIndex(string(blank[at:]))
		if m == nil {
			break
		}
		t, ok := figuredTime(text[at:], m)
		next := at + m[1]
		if ok { // what the time gave back may be the next one
			next = at + t.to
			t.from, t.to = t.from+at, t.to+at
			out = append(out, t)
		}
		at = next
	}
	for i := range out {
		out[i].tail(text)
		for k := i; k > 0 && out[k].from < out[k-1].from; k-- {
			out[k], out[k-1] = out[k-1], out[k]
		}
	}
	return upTo(text, out)
}

var (
	onlyMost  = regexp.MustCompile(`^,? ?(?:but |and )?$`)
	bareMost  = regexp.MustCompile(`^,? ?(?:but |and )?(?:` + most + `) (\d{1,3})(?:[,;.]\s|[,;.]?$)`)
	unitAtEnd = regexp.MustCompile(`(?:` + timeUnit + `)$`)
)

// upTo takes a time and the most of it that follows for one of two sides: "3 min, at most 6",
// "20 min, no more than 25 min".
func upTo(text string, found []clockTime) (out []clockTime) {
	for _, t := range found {
		k := len(out) - 1
		if k >= 0 && single(out[k]) && t.low == nil && t.high != nil && *t.high > *out[k].high && onlyMost.MatchString(text[out[k].to:t.from]) {
			out[k].high, out[k].to = t.high, t.to
			continue
		}
		out = append(out, t)
	}
	for k, t := range out {
		m := bareMost.FindStringSubmatchIndex(text[t.to:])
		unit := unitAtEnd.FindString(text[t.from:t.to])
		if m == nil || unit == "" || !single(t) {
			continue
		}
		n, _ := strconv.ParseFloat(text[t.to+m[2]:t.to+m[3]], 64) // figures, by the pattern
		if high := n * unitSeconds[unit[0]]; high > *t.high {
			out[k].high, out[k].to = &high, t.to+m[3]
		}
	}
	return out
}

// single tells a time of one figure.
func single(t clockTime) bool { return t.low != nil && t.high != nil && *t.low == *t.high }

// firstTime is where a time can begin at the earliest: some words before the first figure or
// the first word for a time.
func firstTime(text string) int {
	first := strings.IndexAny(text, anyFigure)
	for _, w := range timeWords {
		if at := strings.Index(text, w); at >= 0 && (first < 0 || at < first) {
			first = at
		}
	}
	const words = 40 // "no longer than one and a half "
	if first -= words; first <= 0 {
		return 0
	}
	return first + max(strings.IndexByte(text[first:], ' '), 0)
}

// timeWords are in every time that is said without a figure; small ones stand in larger ones.
var timeWords = []string{"min", "hour", "sec", "day", "week", "night", "moment"}

// MayHaveTime is a quick look before the slow one: false for a text that surely says no time.
func MayHaveTime(text string) bool {
	return strings.ContainsAny(text, anyFigure) || slices.ContainsFunc(timeWords, func(w string) bool { return strings.Contains(text, w) })
}

func group(text string, m []int, i int) string {
	if m[2*i] < 0 {
		return ""
	}
	return text[m[2*i]:m[2*i+1]]
}

func figuredTime(text string, m []int) (clockTime, bool) {
	s, ok := bounds(group(text, m, 1), group(text, m, 2), group(text, m, 3), group(text, m, 5))
	if !ok {
		return clockTime{}, false
	}
	t := clockTime{from: m[0], to: m[1], span: s}
	unit := group(text, m, 6)
	own := group(text, m, 4)
	switch each := unitSeconds[unit[0]]; {
	case own == "":
		t.span = s.scaled(each)
	case group(text, m, 5) == "": // "1 h 30 min" came apart: the first unit is the time's own
		if t.span = s.scaled(unitSeconds[own[0]]); unit == "min" && own[0] != 'm' { // "1 hr min"
			t.high = nil
		}
	default: // "30 s to 1 min"
		low, high := *s.low*unitSeconds[own[0]], *s.high*each
		t.low, t.high, t.sure = &low, &high, low <= high
	}
	t.more(text, m, unit)
	if !t.sure {
		t.why = "Second time shorter than the first."
	}
	return t, true
}

// more adds minutes to hours and seconds to minutes.
func (t *clockTime) more(text string, m []int, unit string) {
	more := group(text, m, 7)
	if more == "" {
		return
	}
	value, _, ok := figure(more)
	small := group(text, m, 8)
	if small == "" {
		small = map[byte]string{'h': "m", 'm': "s", 'd': "h"}[unit[0]]
	}
	if !ok || value >= 60 || small == "" || unitSeconds[small[0]] >= unitSeconds[unit[0]] || !digitsOnly(more) {
		t.to = m[2*7] // it belongs to what follows
		for t.to > t.from && text[t.to-1] == ' ' {
			t.to--
		}
		return
	}
	add := func(v *float64) *float64 {
		if v == nil {
			return nil
		}
		w := *v + value*unitSeconds[small[0]]
		return &w
	}
	t.low, t.high = add(t.low), add(t.high)
}

func digitsOnly(s string) bool { return strings.Trim(s, "0123456789") == "" }

func colonTime(text string, m []int) clockTime {
	a, _, _ := digits(group(text, m, 1))
	b, _, _ := digits(group(text, m, 2))
	unit := group(text, m, 3)
	v := a*60 + b
	t := clockTime{from: m[0], to: m[1], span: span{low: &v, high: &v, sure: true}}
	if strings.HasPrefix(unit, "h") {
		return t.hours()
	}
	return t
}

// hours takes minutes and seconds for hours and minutes.
func (t clockTime) hours() clockTime {
	t.span = t.scaled(60)
	return t
}

func isoTime(text string, m []int) (clockTime, bool) {
	v := 0.0
	for i, each := range []float64{86400, 3600, 60, 1} {
		n, _, _ := digits("0" + group(text, m, i+1))
		v += n * each
	}
	return clockTime{from: m[0], to: m[1], span: span{low: &v, high: &v, sure: true}}, v > 0
}

func spokenTime(text string, m []int) clockTime {
	said := text[m[0]:m[1]]
	at := func(low, high float64, why string) clockTime {
		return clockTime{from: m[0], to: m[1], span: span{low: &low, high: &high, sure: true}, why: why}
	}
	one := func(v float64) clockTime { return at(v, v, "") }
	switch {
	case said == "overnight" || said == "all night":
		return at(8*3600, 12*3600, "Overnight taken as 8–12 h.")
	case strings.HasPrefix(said, "half"):
		return one(1800)
	case group(text, m, 4) != "":
		v, _, _ := figure(group(text, m, 4))
		return one(v * 3600)
	case group(text, m, 1) != "":
		v, _, _ := figure(group(text, m, 1))
		part := map[string]float64{"a half": .5, "a quarter": .25, "three quarters": .75}[group(text, m, 3)]
		return one((v + part) * unitSeconds[group(text, m, 2)[0]])
	}
	return clockTime{from: m[0], to: m[1], why: "How long is " + said + "?"}
}

// tail reads what stands behind a time: "or more", "each side".
func (t *clockTime) tail(text string) {
	if at := orLonger.FindString(text[t.to:]); at != "" && t.low != nil {
		t.high = nil
		t.to += len(at)
	} else if at := atMostEnd.FindString(text[t.to:]); at != "" && t.high != nil {
		t.low = nil
		t.to += len(at)
	}
	if m := timesOver.FindStringSubmatch(text[:t.from]); m != nil {
		t.span = t.scaled(float64(m[1][0] - '0'))
	}
	rest := text[t.to:]
	if at := fourSides.FindString(rest); at != "" {
		t.span, t.to = t.scaled(4), t.to+len(at)
	} else if at := eachSide.FindString(rest); at != "" && !strings.Contains(at, "the ") {
		t.span, t.to = t.scaled(2), t.to+len(at)
	} else if bothBefore.MatchString(text[:t.from]) {
		t.span = t.scaled(2)
	}
}
