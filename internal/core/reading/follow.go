package reading

import (
	"regexp"
	"strings"
)

var (
	peaks        = regexp.MustCompile(`\bto ((?:very )?(?:soft|stiff|firm|medium) peaks?|(?:the )?(?:ribbon|thread|soft[ -]ball|firm[ -]ball|hard[ -]ball|soft[ -]crack|hard[ -]crack)(?: stage)?|nappe|(?:an? )?(?:(?:light|pale|dark|deep|rich|golden|medium|nut|hazel)[ -])*(?:amber|caramel|golden|gold|brown|blonde?|noisette)|a (?:[\pL]+ )?(?:glaze|syrup|paste|foam|jam)|(?:a )?[\pL]+ consistency|sauce thickness)\b`)
	cooledTo     = regexp.MustCompile(`\bcool\b.*? to (room temp(?:erature)?|blood heat)\b`)
	inTheMiddle  = regexp.MustCompile(`^ ?(?:in|at) the (?:core|centre|center|middle|thickest part)`)
	side         = regexp.MustCompile(`(?:below|under|above|over|at least) $`)
	cuePhrase    = regexp.MustCompile(`(?:\bor )?\b(?:until|till|'til|til)\b(?: it is| it's| they are| they're| just)? ?([^;]*)`)
	cueEnd       = regexp.MustCompile(`\s*(?:[,;(]|\.\s|\.$|\bfor (?:about )?\d|\bthen\b|\babout \d|\b\d+(?:-\d+)? ?(?:mins?|minutes?|hours?|hrs?|h|secs?|s)\b| - ).*$`)
	noCue        = regexp.MustCompile(`^(?:needed|required|serving|service|ready to (?:serve|use)|use|the next day|wanted|called)\b`)
	completely   = regexp.MustCompile(`\b(?:cool|thaw|defrost|chill|dissolve|melt|dry|set)\b.*?\b(completely|fully)\b`)
	readyWhen    = regexp.MustCompile(`\b(?:done|ready|right|cooked) when ([^,;.]+)`)
	nowAndThen   = regexp.MustCompile(`^\s*(?:stir|skim|turn|baste|shake|toss|whisk|check|rotate|flip)\b[\pL ]*\b(?:now and (?:then|again)|occasionally|often|frequently|from time to time|regularly|half ?way|every|once or twice|twice|a few times)\b`)
	watched      = regexp.MustCompile(`^\s*(?:keep (?:an|your) eye on|watch(?:ing)?\b)`)
	otherDegrees = regexp.MustCompile(`^(?:1\d\d|2\d\d|[5-9]\d)$`) // "at 190 then 160 for an hour"
	danglingFor  = regexp.MustCompile(`\s+(?:for|for about|about)\s*$`)
	moreTime     = regexp.MustCompile(`\bmore\s*$`)
	someMore     = regexp.MustCompile(`\b(?:more|another|further|other side|second side)\b`)
	fillers      = regexp.MustCompile(`^(?:[\s,.:;-]|\b(?:for|about|and|then|it|them|a further|another)\b)+|(?:[\s,.:;-]|\b(?:for|about|and|at)\b)+$`)
)

// cue reads how the cook knows.
func (r *stepReader) cue(c clause) {
	take := func(from, to int) {
		said := c.text[from:to]
		if at := cueEnd.FindStringIndex(said); at != nil {
			to = from + at[0]
			said = said[:at[0]]
		}
		if said = strings.TrimSpace(said); said == "" || noCue.MatchString(said) || onlyTime(said) {
			return
		}
		r.mark(c.at+from, c.at+to, "cue")
		said = r.written(c.at+from, said)
		if r.out.Cue != nil {
			said = *r.out.Cue + "; " + said
		}
		r.out.Cue = &said
	}
	for _, re := range []*regexp.Regexp{cuePhrase, readyWhen, completely, peaks, cooledTo} {
		if m := re.FindStringSubmatchIndex(c.text); m != nil {
			take(m[2], m[3])
		}
	}
	for _, h := range c.heats {
		if h.core && (r.out.Cue == nil || !strings.Contains(strings.ToLower(*r.out.Cue), c.text[h.from:h.to])) {
			from, to := coreSpan(c, h)
			take(from, to)
		}
	}
}

// written gives a part of the text in the letters in which it was typed.
func (r *stepReader) written(at int, part string) string {
	typed := plain(r.out.Line)
	if len(typed) != len(r.text) {
		return part
	}
	if k := strings.Index(r.text[at:], part); k >= 0 {
		return typed[at+k : at+k+len(part)]
	}
	return part
}

// coreSpan is the phrase round a temperature of the food.
func coreSpan(c clause, h heat) (from, to int) {
	for _, at := range coreCue.FindAllStringIndex(c.text, -1) {
		if at[0] <= h.from && at[1] >= h.to {
			return at[0], at[1]
		}
	}
	to = h.to
	if m := inTheMiddle.FindString(c.text[h.to:]); m != "" {
		to += len(m)
	}
	from = h.from
	if m := side.FindStringIndex(c.text[:from]); m != nil {
		from = m[0]
	}
	return from, to
}

func onlyTime(said string) bool {
	t := times(said)
	return len(t) == 1 && t[0].from == 0 && t[0].to == len(said)
}

// follow reads the actions after the first: the other side belongs to it, the
// rest comes in order.
func (r *stepReader) follow(cs []clause) {
	turned := false
	for _, c := range cs {
		switch {
		case turnsOver[c.verb]:
			turned = true
			r.add(c)
			continue
		case (turned && (someMore.MatchString(c.text) || r.out.Verb != nil && c.verb == *r.out.Verb) || c.verb == "" && someMore.MatchString(c.text)) && r.add(c):
			continue
		case handsClause.MatchString(strings.TrimSpace(c.text)), nowAndThen.MatchString(c.text), watched.MatchString(c.text):
			for _, t := range c.times {
				r.mark(c.at+t.from, c.at+t.to, "hands")
			}
			continue
		}
		turned = false
		r.out.Then = append(r.out.Then, r.then(c))
	}
}

// add puts the time of another side to the main action's.
func (r *stepReader) add(c clause) bool {
	if len(c.times) != 1 || r.out.Low == nil || r.out.High == nil || c.times[0].low == nil || c.times[0].high == nil {
		return false
	}
	t := c.times[0]
	low, high := *r.out.Low+*t.low, *r.out.High+*t.high
	r.out.Low, r.out.High = &low, &high
	r.mark(c.at+t.from, c.at+t.to, "time")
	if r.out.Cue == nil {
		r.cue(c)
	}
	return true
}

// then reads one action that follows.
func (r *stepReader) then(c clause) Then {
	c, best := r.best(c)
	low, high, why := r.duration(c)
	r.doubt(why...)
	if low != nil && moreTime.MatchString(c.text) && r.out.Low != nil {
		r.doubt("Is the second time part of the first action?")
	}
	if r.out.UntilFraction == nil {
		if r.fraction(c); r.out.UntilFraction != nil {
			r.doubt("The reduction comes after the first action.")
		}
	}
	t := Then{What: c.verb, Low: low, High: high, Best: best}
	note := c.text
	for i := len(c.times) - 1; i >= 0; i-- {
		note = strings.TrimRight(danglingFor.ReplaceAllString(note[:c.times[i].from], ""), " ") + " " + strings.TrimLeft(note[c.times[i].to:], " ,")
	}
	if c.verb != "" {
		if at := strings.Index(note, c.verb); at >= 0 {
			r.mark(c.at+strings.Index(c.text, c.verb), c.at+strings.Index(c.text, c.verb)+len(c.verb), "then")
			note = note[at+len(c.verb):]
		}
	}
	note = fillersOff(note)
	switch {
	case c.verb == "" && low != nil && r.out.Temperature != nil && otherDegrees.MatchString(note):
		t.What = "turn down"
		if number64(note) > *r.out.Temperature {
			t.What = "turn up"
		}
	case foodNoun[c.verb] && c.verb != "ice" && c.verb != "water" && c.verb != "salt" && note == "" && r.out.Verb != nil: // "fold in the chocolate, then flour"
		t.What, note = *r.out.Verb, c.verb
	case c.verb == "" && r.out.Verb != nil && len(c.times)+len(c.heats) > 0:
		t.What = *r.out.Verb
		r.doubt("Is the second time another step?")
	case c.verb == "":
		t.What, note = strings.TrimPrefix(note, "straight "), ""
	}
	if note != "" {
		note = r.written(c.at, note)
		t.Note = &note
	}
	return t
}

func fillersOff(s string) string {
	s = spaces.ReplaceAllString(s, " ")
	for {
		cut := strings.TrimSpace(fillers.ReplaceAllString(s, ""))
		if cut == s {
			return s
		}
		s = cut
	}
}
