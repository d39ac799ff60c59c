package reading

import (
	"regexp"
	"strings"
)

var (
	breaks      = regexp.MustCompile(`;|[.!](?:\s+|$)|,?\s*(?:\band )?\bthen\b,?|,\s*and\b|,|\band\b|\s-\s|\s&\s|\bbefore (?:you )?`)
	leadWords   = regexp.MustCompile(`^(?:[\s,(]|\bto order:?|\b(?:for|at|during) service:|\b(?:[\pL]+ly|first|second|third|final|next|now|meanwhile|afterwards|then|very|just|also|again|straight away|at once|well|please|to|you|we|and|it|finally|soon as|quick|when ready|when needed|in the meantime|if needed|if necessary)\b)+`)
	letting     = regexp.MustCompile(`^(?:leave|allow|let|set aside|put aside|set)(?: (?:it|them|the [\pL ]+?|everything|this|to one side|aside|in the fridge|on a rack|somewhere [\pL]+|out))?(?: to)? ([\pL-]+)\b`)
	abbrev      = regexp.MustCompile(`\b(?:min|mins|approx|ca|tsp|tbsp|sec|secs|hr|hrs|no|deg)$`)
	wanted      = regexp.MustCompile(`^\s*(?:the|a|an|it|them|with|in|into|for|lightly|until|till|to|on|at|off|over|through|well|again|once|everything|each|out|up|down|all|about|\d|` + signs + `|half|under|gently|[,;.]|$)`)
	pointed     = regexp.MustCompile(`^\s*(?:the|it|them|lightly)\b`)
	endsInNouns = regexp.MustCompile(`\b(?:with|in|of|add|the|some)\s+[\pL ]*$`)
	untilWord   = regexp.MustCompile(`\b(?:until|till|'til|til)\b`)
	word        = regexp.MustCompile(`^[\pL][\pL'-]*`)
	preceded    = regexp.MustCompile(`\b(?:a|an|the|of|in|with|on|into|and|for|to|from|or|no|some|hot|cold|warm|dry|light|clean)\s$`)
)

var (
	// placeFirst is work that is said by what does it: "oven 180 for 4 min", "bath 64C".
	placeFirst = regexp.MustCompile(`^(oven|bath|fryer|steamer|fridge|freezer)\b(?:[^,;.]*\d)`)
	// onIce is what is put there at once and left until it is cold.
	onIce    = regexp.MustCompile(`^(?:in(?:to)? )?(?:the |an? )?iced?(?: water| bath)?\s*(?:$|[,;.])`)
	restOfIt = regexp.MustCompile(`^rest of\b`)
	// goesIn is work that is said by what goes in: "stock in", "butter in at the last minute".
	goesIn = regexp.MustCompile(`^\s*(?:the )?[\pL-]+(?: [\pL-]+)? (?:back )?in(?: (?:at|for) .*)?\s*$`)
)

// verbAt finds a verb at the start of a text, after words that say when and
// in what manner; how many bytes stand before it, and -1 if there is none.
func verbAt(text string) (verb string, at int) {
	at = len(leadWords.FindString(text))
	rest := text[at:]
	if m := letting.FindStringSubmatchIndex(rest); m != nil {
		if inner := rest[m[2]:m[3]]; known(inner) && inner != "the" {
			return inner, at + m[2]
		}
	}
	for _, p := range phrases {
		if strings.HasPrefix(rest, p) && word.FindString(rest[len(p):]) == "" {
			return p, at
		}
	}
	if m := placeFirst.FindStringSubmatch(rest); m != nil {
		return m[1], at
	}
	if onIce.MatchString(rest) {
		return "ice", at
	}
	w := word.FindString(rest)
	if w == "rest" && restOfIt.MatchString(rest) {
		return "", -1
	}
	if known(w) && !besideSkin(w, rest[len(w):]) {
		return w, at
	}
	if at > 0 { // "slowly" may itself hide nothing; "to finish" may be a verb
		if w := word.FindString(text); isVerb[w] {
			return w, 0
		}
	}
	return "", -1
}

// clauses parts a line into its actions.
func (r *stepReader) clauses(start int) []clause {
	var out []clause
	from := start
	cut := func(to, next int) {
		if strings.TrimSpace(r.text[from:to]) != "" {
			out = append(out, r.clause(from, to))
		}
		from = next
	}
	for _, b := range breaks.FindAllStringIndex(r.text[start:], -1) {
		at, next := b[0]+start, b[1]+start
		if at >= from && r.parts(from, at, next) {
			if strings.HasPrefix(r.text[at:next], "before") { // what comes before is said, what follows is another step
				continue
			}
			cut(at, next)
		}
	}
	cut(len(r.text), len(r.text))
	if len(out) == 0 {
		out = append(out, r.clause(start, len(r.text)))
	}
	return joined(out, r)
}

// parts tells whether a sign or a word between two texts parts two actions.
func (r *stepReader) parts(from, at, next int) bool {
	sign := strings.TrimSpace(r.text[at:next])
	before, after := r.text[from:at], r.text[next:]
	switch {
	case strings.Count(before, "(") > strings.Count(before, ")"):
		return false
	case strings.Contains(sign, "then"):
		return !strings.HasSuffix(strings.TrimSpace(before), "now") // "now and then"
	case sign == ";":
		return true
	case sign[0] == '.' || sign[0] == '!':
		return !(abbrev.MatchString(before) && strings.TrimSpace(after) != "" && !known(word.FindString(strings.TrimSpace(after))))
	}
	verb, off := verbAt(after)
	if verb == "" || strings.HasPrefix(strings.TrimSpace(after), "no stopping") {
		return false
	}
	if onIce.MatchString(after[off:]) {
		return true
	}
	tail := after[off+len(verb):]
	if alsoNoun[verb] && !wanted.MatchString(tail) || foodNoun[verb] && !pointed.MatchString(tail) {
		return false
	}
	if alsoNoun[verb] && strings.Contains(sign, "and") && !strings.Contains(sign, ",") && !wanted.MatchString(tail) && verbless(before) {
		return false
	}
	cues := untilWord.FindAllStringIndex(before, -1)
	if len(cues) > 0 && !strings.Contains(sign, ",") && !strings.Contains(before[cues[len(cues)-1][1]:], ",") {
		return !states[verb] && !alsoNoun[verb]
	}
	if _, isPart := verbAt(before); isPart < 0 && sign != "," {
		return !alsoNoun[verb]
	}
	return true
}

// verbless tells a text that ends in "salt" or "the pepper": two nouns are
// being joined, not two actions.
func verbless(before string) bool {
	return endsInNouns.MatchString(before)
}

func (r *stepReader) clause(from, to int) clause {
	c := clause{text: r.text[from:to], at: from}
	c.verb, _ = verbAt(c.text)
	if (c.verb == "" || foodNoun[c.verb]) && goesIn.MatchString(c.text) {
		c.verb = "add"
	}
	c.heats = heats(c.text)
	c.weigh()
	hidden := []byte(c.text)
	for _, h := range c.heats {
		copy(hidden[h.from:h.to], strings.Repeat("#", h.to-h.from))
	}
	c.times = times(string(hidden))
	return c
}

// weigh tells the heat of the food from the heat round it.
func (c *clause) weigh() {
	for i := range c.heats {
		c.heats[i].core = c.ofFood(c.heats[i])
	}
}

// ofFood tells the temperature that the food has from the one that the heat
// has: of a core, or one that it is brought to.
func (c clause) ofFood(h heat) bool {
	before := c.text[:h.from]
	near := before[strings.LastIndexAny(before, ",;(")+1:]
	if coreWord.MatchString(near) || coreAfter.MatchString(c.text[h.to:]) {
		return true
	}
	if untilWord.MatchString(before) && strings.HasSuffix(before, "(") {
		return true
	}
	if !toHeat.MatchString(before) || bathWord.MatchString(c.text) {
		return false
	}
	switch c.verb {
	case "preheat", "turn down", "turn up", "turn", "set", "put back", "lower", "raise", "reduce", "increase", "drop":
		return false
	}
	return true
}

// joined puts a clause that only leads in ("in a heavy pan,") before the one
// that it leads to.
func joined(cs []clause, r *stepReader) []clause {
	for len(cs) > 1 && cs[0].verb == "" {
		first, second := cs[0], cs[1]
		if untilFirst.MatchString(first.text) {
			break // when something is done, and not what
		}
		if (second.verb == "" || turnsOver[second.verb]) && len(first.times)+len(first.heats) > 0 {
			break
		}
		c := r.clause(first.at, second.at+len(second.text))
		c.verb = second.verb
		c.weigh()
		cs = append([]clause{c}, cs[2:]...)
	}
	if cs[0].verb == "" {
		cs[0].verb = verbInside(cs[0].text)
	}
	if m := inPlace.FindStringSubmatch(cs[0].text); m != nil && cs[0].verb == "" && len(cs[0].times) > 0 {
		cs[0].verb = byPlace[strings.ReplaceAll(m[1], "-", " ")]
	}
	return cs
}

// turnsOver belongs to what was done before it, and tells nothing of that.
var turnsOver = map[string]bool{"flip": true, "turn": true, "turn over": true}

var untilFirst = regexp.MustCompile(`^\s*(?:until|till|'til|til)\b`)

// inPlace is a wait that is said by its place: "in the cure 24 to 72 h".
var inPlace = regexp.MustCompile(`^\s*(?:in|into|to) (?:the |a )?(cure|brine|marinade|blast[ -]chiller|fridge|walk-in|freezer)\b`)

var byPlace = map[string]string{"cure": "cure", "brine": "brine", "marinade": "marinate", "blast chiller": "chill", "fridge": "chill", "walk in": "chill", "freezer": "freeze"}

var gerund = regexp.MustCompile(`^\s*([\pL]+)ing\b`)

// verbInside finds the verb of a line that does not begin with one.
func verbInside(text string) string {
	if m := gerund.FindStringSubmatch(text); m != nil && !strings.HasPrefix(text[strings.Index(text, m[1])+len(m[1])+len("ing"):], ":") {
		stem := m[1]
		for _, v := range []string{stem, stem + "e", stem[:max(0, len(stem)-1)]} {
			if isVerb[v] {
				return v
			}
		}
	}
	for at := 0; at < len(text); {
		w := word.FindString(text[at:])
		if w == "" {
			at++
			continue
		}
		if isVerb[w] && !alsoNoun[w] && !preceded.MatchString(text[:at]) && at > 0 {
			return w
		}
		at += len(w)
	}
	return ""
}
