package reading

import (
	"regexp"
	"slices"
	"sort"
	"strings"
	"unicode"
	"unicode/utf8"
)

// StepLine is what a line of a method says. Seconds are of the main action,
// all sides together, one batch; nil sides are open. Temperatures are of the
// oven, fat, bath or room, never of the core: that is a cue.
type StepLine struct {
	Line          string        `json:"line"`
	Kind          Kind          `json:"kind" enum:"step,heading,empty,unread"`
	Verb          *string       `json:"verb" required:"true"`
	Low           *float64      `json:"low_s" required:"true"`
	High          *float64      `json:"high_s" required:"true"`
	Temperature   *float64      `json:"temperature_c" required:"true"`
	TemperatureTo *float64      `json:"temperature_high_c,omitempty"`
	Fan           bool          `json:"fan,omitempty"`
	Equipment     *string       `json:"equipment" required:"true"`
	Cue           *string       `json:"cue" required:"true"`
	Hands         *string       `json:"hands" required:"true" enum:"all,start,start and end,slices,none"`
	HandsFor      *float64      `json:"hands_s" required:"true"`
	HandsAssumed  *string       `json:"hands_assumed" required:"true" enum:"all,start,start and end,slices,none" doc:"whose hands a cook takes as said, where the line does not say it"`
	Stretches     []HandStretch `json:"stretches" nullable:"false" doc:"when hands are needed, each said or assumed"`
	Then          []Then        `json:"then" nullable:"false"`
	UntilFraction *float64      `json:"until_fraction" required:"true"`
	Best          *float64      `json:"best_s,omitempty" doc:"how long it is best, between the two sides"`
	NotBefore     *SaidHour     `json:"not_before,omitempty" doc:"it is begun no earlier"`
	By            *SaidHour     `json:"by,omitempty" doc:"it is over by then"`
	Doubt         bool          `json:"doubt"`
	Why           []string      `json:"why,omitempty"`
	Spans         []Span        `json:"spans,omitempty"`
}

// Then is what follows the main action.
type Then struct {
	What string   `json:"what"`
	Low  *float64 `json:"low_s" required:"true"`
	High *float64 `json:"high_s" required:"true"`
	Best *float64 `json:"best_s,omitempty"`
	Note *string  `json:"note" required:"true"`
}

var (
	stepNumber  = regexp.MustCompile(`^(?:step )?\d{1,2} ?[.):]\s+|^step \d{1,2} ?[-:.]?\s*`)
	stepHeading = regexp.MustCompile(`^(?i:#+ .*|\*.*\*:?|[^.;]*:|for (?:the |\pL+$).*|to (?:serve|finish|plate|garnish)|ingredients|methods?|preparation|(?:the )?(?:day|night|evening|morning)s? before|on the day|(?:one|two|three|1|2|3) days? (?:before|ahead)|to order|mise en place)$`)
	labelAt     = regexp.MustCompile(`^[\pL' -]{2,30}:\s+`)
	notAStep    = regexp.MustCompile(`^(?:serves?|makes|yields?|prep(?:aration)? time|cook(?:ing)? time|total time|rating|source|notes?|difficulty)\b[: ]+(?:\d|about|approx|for \d)`)
)

// Step reads a line of a method.
func Step(line string) StepLine {
	r := stepReader{out: StepLine{Line: line, Kind: StepKind, Then: []Then{}, Stretches: []HandStretch{}}}
	r.read()
	return r.out
}

// stepReader works on text: the line in plain small letters, sign for sign.
type stepReader struct {
	out  StepLine
	text string
}

// clause is one action of a line, from offset at of the text.
type clause struct {
	text, verb string
	at         int
	times      []clockTime
	heats      []heat
}

func (r *stepReader) read() {
	if kind := lineKind(r.out.Line, stepHeading); kind != "" {
		r.out.Kind, r.out.Doubt = kind, kind == Unread
		return
	}
	r.text = strings.Map(unicode.ToLower, plain(r.out.Line))
	if notAStep.MatchString(strings.TrimSpace(r.text)) {
		r.unread()
		return
	}
	start := len(bullet.FindString(r.text))
	start += len(stepNumber.FindString(r.text[start:]))
	if label := labelAt.FindString(r.text[start:]); label != "" {
		if verb, _ := verbAt(r.text[start+len(label):]); verb != "" && !(foodNoun[verb] && known(word.FindString(label))) {
			start += len(label)
		}
	}
	r.hours(start)
	r.hands(start)
	clauses := r.clauses(start)
	r.main(clauses[0])
	r.follow(clauses[1:])
	r.settle()
	if r.out.Kind == StepKind {
		r.unsure(clauses)
		r.stretches()
	}
	sort.SliceStable(r.out.Spans, func(i, k int) bool { return r.out.Spans[i].From < r.out.Spans[k].From })
}

func (r *stepReader) unread() {
	r.out.Kind, r.out.Doubt = Unread, true
}

func (r *stepReader) doubt(why ...string) {
	for _, w := range why {
		if w != "" {
			r.out.Doubt = true
			r.out.Why = append(r.out.Why, w)
		}
	}
}

// mark remembers that a part of the text was understood, in bytes.
func (r *stepReader) mark(from, to int, as string) {
	a := utf8.RuneCountInString(r.text[:from])
	r.out.Spans = append(r.out.Spans, Span{a, a + utf8.RuneCountInString(r.text[from:to]), as})
}

// main reads the first action.
func (r *stepReader) main(c clause) {
	o := &r.out
	if c.verb != "" {
		o.Verb = text(c.verb)
		if at := strings.Index(c.text, c.verb); at >= 0 && word.FindString(c.text[at+len(c.verb):]) == "" { // "chill" is not written in "chiller"
			r.mark(c.at+at, c.at+at+len(c.verb), "verb")
		}
	}
	r.cue(c)
	r.heat(c)
	r.fraction(c)
	c, o.Best = r.best(c)
	low, high, why := r.duration(c)
	o.Low, o.High = low, high
	r.doubt(why...)
	o.Equipment = r.equipment(c)
}

func text(s string) *string { return &s }

// duration is the time of a clause: one time, or several that are parts of it.
func (r *stepReader) duration(c clause) (low, high *float64, why []string) {
	var own []clockTime
	for _, t := range c.times {
		if r.moment(c, t) {
			continue
		}
		own = append(own, t)
		r.mark(c.at+t.from, c.at+t.to, "time")
		if t.why != "" {
			why = append(why, t.why)
		}
		if ofEach.MatchString(c.text[t.to:]) && !batched.MatchString(c.text) {
			why = append(why, "Is that for each piece, or for all?")
		}
	}
	if len(own) == 0 {
		return nil, nil, why
	}
	if len(own) > 1 && own[0].why != "" && own[1].why == "" { // "overnight (at least 8 h)"
		own = own[1:]
	}
	if len(own) == 2 && own[0].high == nil && own[1].low == nil && own[0].low != nil && own[1].high != nil && *own[0].low <= *own[1].high {
		return own[0].low, own[1].high, why // "at least 2 h, up to 2 days"
	}
	total := own[0]
	for _, t := range own[1:] {
		if strings.Contains(c.text[t.to:], "total") || strings.Contains(c.text[t.to:], "altogether") || strings.Contains(c.text[:t.from], "total") {
			total = t
			break
		}
		if !anotherPart.MatchString(c.text[own[0].to:]) || total.low == nil || t.low == nil || total.high == nil || t.high == nil {
			why = append(why, "Which of the times?")
			break
		}
		a, b := *total.low+*t.low, *total.high+*t.high
		total.low, total.high = &a, &b
	}
	return total.low, total.high, why
}

var (
	anotherPart = regexp.MustCompile(`\b(?:turn(?:ed)?|flip|more|another|further|other side|second side|flesh side|skin side|again)\b`)
	beforeTime  = regexp.MustCompile(`\b(every|at|after|each|first|last|final|within the (?:first|last))(?: for)? ?$`)
	lastOf      = regexp.MustCompile(`\b(?:for|in|during) the (?:last|final|first) ?$`)
	ofEach      = regexp.MustCompile(`^,? ?(?:each\b|apiece\b|(?:a|per|for each) (?:piece|guest|one)\b)`)
	batched     = regexp.MustCompile(`\bbatch(?:es)?\b|\bat a time\b`)
	aheadOf     = regexp.MustCompile(`^ ?(?:before|ahead|in advance|prior)\b`)
	waits       = regexp.MustCompile(`^(?:leave|rest|soak|temper|stand|bring|chill|freeze|salt|cure|marinate)$`)
)

// moment tells a time that says when something is done, and not how long:
// "turning at 12 h", "every 5 min", "10 min before serving".
func (r *stepReader) moment(c clause, t clockTime) bool {
	before := strings.TrimSuffix(c.text[:t.from], "the ")
	switch {
	case lastOf.MatchString(c.text[:t.from]):
		if len(c.times) == 1 {
			return false
		}
		r.slices()
		return true
	case beforeTime.MatchString(before):
		word := beforeTime.FindStringSubmatch(before)[1]
		if word == "every" || word == "at" {
			r.mark(c.at+t.from, c.at+t.to, "hands")
			r.slices()
		} else {
			r.doubt("Time of day, or how long?")
		}
		return true
	case aheadOf.MatchString(c.text[t.to:]) && !waits.MatchString(c.verb):
		r.doubt("Time of day, or how long?")
		return true
	}
	return false
}

func (r *stepReader) slices() {
	if r.out.Hands == nil {
		r.out.Hands = text("slices")
	}
}

// equipment is what the clause names, or what its verb cannot do without.
func (r *stepReader) equipment(c clause) *string {
	best, word := len(c.text), ""
	if !slices.ContainsFunc(applianceStems, func(stem string) bool { return strings.Contains(c.text, stem) }) {
		return r.implied(c)
	}
	for _, a := range appliances {
		for _, at := range a.words.FindAllStringIndex(c.text, -1) {
			if at[0] < best && !strings.HasSuffix(c.text[:at[0]], "ice ") && !outOf.MatchString(c.text[:at[0]]) && !goesOn(c.text[at[1]:]) {
				best, word = at[0], a.word
				r.mark(c.at+at[0], c.at+at[1], "equipment")
			}
		}
	}
	if word != "" {
		if intoOven.MatchString(c.text) {
			word = "oven"
		}
		return &word
	}
	return r.implied(c)
}

// implied is what the verb cannot do without.
func (r *stepReader) implied(c clause) *string {
	fried := c.verb == "fry" || c.verb == "stir-fry" || c.verb == "stir fry"
	switch {
	case impliedBy[c.verb] != "":
		return text(impliedBy[c.verb])
	case fried && r.out.Temperature != nil && *r.out.Temperature >= 130:
		return text("fryer")
	case fried && !strings.Contains(c.text, "batches"):
		return text("pan")
	case gasMark.MatchString(c.text):
		return text("oven")
	}
	return nil
}

var intoOven = regexp.MustCompile(`\b(?:into?|in) (?:the|a|your) (?:[\pL]+ )?oven\b`)

var outOf = regexp.MustCompile(`\b(?:out of|from|off|into a cold|before the|for the) (?:the |a |an )?$`)

// settle says what the line is when everything is read.
func (r *stepReader) settle() {
	o := &r.out
	nothing := o.Low == nil && o.High == nil && o.Temperature == nil && o.UntilFraction == nil && len(o.Then) == 0
	switch {
	case o.Verb == nil && nothing:
		r.unread()
		r.doubt("Do what?")
	case o.Verb == nil:
		r.doubt("Do what?")
	}
	if leftFor.MatchString(r.text) || bareTime.MatchString(r.text) {
		r.doubt("How long? No unit.")
	}
}

// bareTime is a figure without a unit where a time would stand: "oven 200 6 min, rest 6".
var bareTime = regexp.MustCompile(`\b(?:rest|stand|hold|roast|simmer|boil|bake|chill|cook|poach|fry|steam|braise|prove|proof|last|sweat|sear|grill|knead|whisk|blend|blitz|churn|freeze|cool|soak|infuse|reduce|confit|toast|salt|cure|brine|marinate|steep|smoke|more|another) \d{1,3}(?:-\d{1,3})?(?:[,;.]\s|[,;.]?$| @| at \d)|\b(?:rest|prove|proof|sweat|knead|chill|soak) (?:the )?\pL+ \d{1,3}(?: ?\+ ?\d{1,3})*(?:[,;.]\s|[,;.]?$)`)

var leftFor = regexp.MustCompile(`\bfor (?:about )?\d+(?:-\d+)?(?:[,;.]\s|[,;.]?$)`)

// goesOn tells that a word has not ended: "pan" is not in "pané", whose last letter ends a word
// for a pattern.
func goesOn(rest string) bool { return word.FindString(rest) != "" }
