package reading

import (
	"regexp"
	"strings"
	"unicode"
	"unicode/utf8"
)

// IngredientLine is what a line of an ingredient list says. Low and High are
// equal for one figure; one of them is nil for "at least" and "up to", both
// where no amount is said. Unit is one of the units in measures, or nil.
type IngredientLine struct {
	Line  string   `json:"line"`
	Kind  Kind     `json:"kind" enum:"ingredient,heading,empty,unread"`
	Low   *float64 `json:"low" required:"true"`
	High  *float64 `json:"high" required:"true"`
	Unit  *string  `json:"unit" required:"true"`
	Item  *string  `json:"item" required:"true"`
	Note  *string  `json:"note" required:"true"`
	Doubt bool     `json:"doubt" doc:"a cook should look"`
	Why   []string `json:"why,omitempty" doc:"what is in doubt"`
	Spans []Span   `json:"spans,omitempty"`
}

var (
	bullet       = regexp.MustCompile(`^\s*(?:(?:[-*•·▪◦+>]|\[[ xX]?\]|☐)\s*)*`)
	numbered     = regexp.MustCompile(`^\d{1,2}(?:\)|\.)\s+`)
	quantityAt   = regexp.MustCompile(`^(?i:` + quantity + `)`)
	multiplied   = regexp.MustCompile(`^(?i: ?[x×] ?)`)
	sizeAt       = regexp.MustCompile(`^(?i:` + number + `(?:` + between + number + `)? ?(?:kg|g|ml|cl|l|oz|lb|cm|mm|inch|in)\b)(?:[ -]?(?i:each|pieces?|piece of)\b)?`)
	otherUnit    = regexp.MustCompile(`^ ?/ ?(?i:` + number + ` ?(?:fl\.? ?oz|oz|lbs?|kg|g|ml|cl|l|cups?|tbsp|tsp|pints?)\b\.?(?: ` + number + ` ?(?:oz|g|ml|tbsp|tsp)\b)?)`)
	measureSize  = regexp.MustCompile(`^(?i:heaped|heaping|rounded|level|scant|generous|good|nice|big|small|large|medium|thick|thin|whole|full|fat)\b `)
	ofWord       = regexp.MustCompile(`^(?i:\s*of(?: the)?\b)?\s*`)
	pressedOut   = regexp.MustCompile(`^(?i:((?:the )?(?:[\pL-]+ly )?(?:[\pL]+ed |[\pL]+ )?(?:juice and zest|zest and juice|juice|zest|peel|rind|whites?|yolks?|flesh|seeds|leaves))(?: of | from | (?:\d|½|¼|¾|half)))`)
	dessertSpoon = regexp.MustCompile(`^(?i:dessert ?spoons?|dsp)\b`)
	eachOf       = regexp.MustCompile(`^(?i:each(?: of)?)\s+`)
	optional     = regexp.MustCompile(`^(?i:optional(?:ly)?\s*[:,-]\s*)`)
	fewOf        = regexp.MustCompile(`^(?i:(a few|few|several|some|a little|a bit of|plenty of|lots of|a lot of|enough|more|extra|another))\b `)
	tailNote     = regexp.MustCompile(`(?i:\s+(per [\pL]+|(?:for|to|as|plus|at|with|from|in|on|if|without|divided)\s(?:(?:the |a |your )?[\pL-]+ing\b.*|the .*|a .*|taste|serve|finish|garnish|decorate|cover|needed|required|necessary|desired|extra .*|more .*|room .*|skin .*|bone .*|brine|oil|water|syrup|season.*)))$`)
	partWord     = regexp.MustCompile(`^(?i:(.*\S)\s+(cloves?|lea(?:f|ves)|sticks?|stalks?|sprigs?|heads?|slices?|sheets?))$`)
	trailing     = regexp.MustCompile(`(?i:^(.*?\pL.*?)(?:\s*[,:=-]\s*|\s+|\s*\()(` + quantity + `) ?(kilos?|kgs?|grammes?|grams?|gms?|gr|g|mg|ml|cl|dl|litres?|liters?|l|tsps?|tbsps?|tbs|teaspoons?|tablespoons?|cups?|fl\.? ?oz|oz|lbs?|pints?|pts?|%|percent|pieces?|pcs|bunch(?:es)?|sprigs?|cloves?|leaves|slices?)\.?\)?(?:\s*,\s*(.*)|\s+((?:for|to|at|from) .*))?)$`)
	bareTrail    = regexp.MustCompile(`^(.*?\pL.*?)(\s*[:=-]\s*|\s+[x×]\s*|\s+)(\d{1,3})$`)
	headingLine  = regexp.MustCompile(`^(?i:#+ .*|\*.*\*:?|.*[:-]|(?:for|to) (?:the |serve|finish|garnish|decorate|plate).*|ingredients|method|garnish(?:es)?|toppings?|filling|dressing|marinade|crust|icing|glaze|assembly)$`)
	notBought    = regexp.MustCompile(`^(?i:serves?|makes|yields?|feeds)\b[: ]+(?:about |approx\.? )?\d.*$`)
	noteBreak    = regexp.MustCompile(`\s*(?:,|;|->|→| - | \+ |\()\s*`)
	adjectives   = regexp.MustCompile(`^(?i:(?:(?:very )?(?:[\pL]+less|fresh|dried|large|small|medium|ripe|raw|cold|hot|warm|soft|firm|free-range|organic|unsalted|salted|smoked|young|thick|thin|whole|dry|sweet|sour|sharp|lean|fatty|floury|waxy|green|red|white|black|dark|plain|strong|mild|good)\s*)+)$`)
	frontSize    = regexp.MustCompile(`^(?i:(?:an? )?(` + number + `(?:` + between + number + `)?[ -]?(?:cm|mm|inch(?:es)?|in|"))[ -](?:piece|knob|chunk|length|lump|thumb)s?\b)`)
	splash       = regexp.MustCompile(`^(?i:((?:an? )?(?:(?:good|small|large|big|generous|little|tiny) )*(?:splash(?:es)?|glugs?|squeeze|drizzles?|thumb|lump|dollop|scattering|scraping|grating|grind|twist|dusting)) of )`)
	tinOf        = regexp.MustCompile(`^(?i:\s*(?:cans?|tins?)\b)`)
	packOf       = regexp.MustCompile(`^(?i:\s*((?:packet|pack|jar|bottle|tub|bag|box|punnet|carton)s?) (?:of )?)`)
	figureLeft   = regexp.MustCompile(`\d|` + signs)
	richness     = regexp.MustCompile(`\d+(?:[.,]\d+)? ?%`)
	alternative  = regexp.MustCompile(`(?i:\bor\b)`)
)

// Ingredient reads a line of an ingredient list.
func Ingredient(line string) IngredientLine {
	r := ingredientReader{out: IngredientLine{Line: line, Kind: IngredientKind}}
	r.read()
	return r.out
}

// ingredientReader takes a line apart from the front; rest is what is not
// understood yet.
type ingredientReader struct {
	out   IngredientLine
	text  string
	rest  string
	notes []string
}

func (r *ingredientReader) doubt(why string) {
	r.out.Doubt = true
	r.out.Why = append(r.out.Why, why)
}

func (r *ingredientReader) read() {
	if kind := lineKind(r.out.Line, headingLine); kind != "" {
		r.out.Kind, r.out.Doubt = kind, kind == Unread
		return
	}
	if notBought.MatchString(strings.TrimSpace(plain(r.out.Line))) {
		r.out.Kind, r.out.Doubt = Unread, true
		return
	}
	r.text = strings.TrimRight(plain(r.out.Line), " .")
	r.rest = r.text[len(bullet.FindString(r.text)):]
	r.numbering()
	if m := optional.FindString(r.rest); m != "" {
		r.notes, r.rest = append(r.notes, "optional"), r.rest[len(m):]
	}
	if m := pressedOut.FindStringSubmatch(r.rest); m != nil {
		r.notes, r.rest = append(r.notes, m[1]), strings.TrimPrefix(strings.TrimPrefix(strings.TrimLeft(r.rest[len(m[1]):], " "), "of "), "from ")
	}
	if !r.leading() && !r.trailing() {
		r.withoutFigure()
	}
	r.item()
	r.judge()
}

// lineKind tells empty lines, headings and lines without a word; "" is a line
// to be read.
func lineKind(line string, heading *regexp.Regexp) Kind {
	text := strings.TrimSpace(plain(line))
	letters, upper := 0, true
	for _, c := range text {
		if unicode.IsLetter(c) {
			letters++
			upper = upper && unicode.IsUpper(c)
		}
	}
	switch {
	case strings.Trim(text, "-_=*.#~ ") == "" && utf8.ValidString(line):
		return Empty
	case letters == 0 || len(line) > LongestLine || !utf8.ValidString(line) || strings.ContainsAny(text, "<>{}\x00") && !strings.Contains(text, "->"):
		return Unread
	case heading.MatchString(strings.TrimSpace(text)) && !figureLeft.MatchString(text):
		return Heading
	case upper && letters > 3 && !figureLeft.MatchString(text):
		return Heading
	}
	return ""
}

// numbering takes a list's number off, where a figure or a word follows it.
func (r *ingredientReader) numbering() {
	m := numbered.FindString(r.rest)
	if m == "" {
		return
	}
	after := r.rest[len(m):]
	if quantityAt.MatchString(after) {
		r.rest = after
	} else if strings.Contains(m, ")") {
		r.rest = after
		r.doubt("is the first figure the line's number or an amount?")
	}
}

// leading reads an amount at the front.
func (r *ingredientReader) leading() bool {
	if m := fewOf.FindStringSubmatch(r.rest); m != nil {
		unit, n := measure(r.rest[len(m[0]):])
		if unit == "" {
			return false
		}
		r.out.Unit, r.notes = &unit, append(r.notes, m[1])
		r.rest = r.rest[len(m[0])+n:]
		return true
	}
	if m := splash.FindStringSubmatch(r.rest); m != nil {
		r.notes, r.rest = append(r.notes, m[1]), r.rest[len(m[0]):]
		r.doubt("how much is it?")
		return true
	}
	if m := frontSize.FindStringSubmatch(r.rest); m != nil {
		one, piece := 1.0, "piece"
		r.out.Low, r.out.High, r.out.Unit = &one, &one, &piece
		r.notes, r.rest = append(r.notes, m[1]), r.rest[len(m[0]):]
		return true
	}
	m := quantityAt.FindStringSubmatch(r.rest)
	if m == nil || richFirst.MatchString(r.rest) && trailing.MatchString(r.rest) {
		return false
	}
	s, ok := bounds(m[1], m[2], m[3], m[4])
	if !ok {
		return false
	}
	r.amount(s)
	r.spanOf(m[0], "amount")
	r.rest = r.rest[len(m[0]):]
	r.orMore()
	r.unit()
	r.orMore()
	r.packed()
	r.compound()
	return true
}

// orMore reads the plus of "100 g+".
func (r *ingredientReader) orMore() {
	if strings.HasPrefix(r.rest, "+") && r.out.Low != nil {
		r.out.High, r.rest = nil, r.rest[1:]
	}
}

// packed reads "400 g tin" as one tin, and leaves "500 g pack of" in grams.
func (r *ingredientReader) packed() {
	if *r.out.Unit == "piece" {
		return
	}
	if m := tinOf.FindString(r.rest); m != "" {
		one, can := 1.0, "can"
		r.notes = append(r.notes, strings.TrimSpace(r.text[:len(r.text)-len(r.rest)]))
		r.out.Low, r.out.High, r.out.Unit, r.rest = &one, &one, &can, r.rest[len(m):]
	} else if m := packOf.FindStringSubmatch(r.rest); m != nil {
		r.notes, r.rest = append(r.notes, m[1]), r.rest[len(m[0]):]
	}
}

// amount keeps a figure or two.
func (r *ingredientReader) amount(s span) {
	r.out.Low, r.out.High = s.low, s.high
	if s.about {
		r.notes = append(r.notes, "about")
	}
	if !s.sure {
		r.doubt("the figure can be read in two ways")
	}
}

// unit reads what is counted: a size in between ("1 x 400 g tin"), a unit in
// another system behind a stroke, and the unit.
func (r *ingredientReader) unit() {
	times := multiplied.FindString(r.rest)
	r.rest = strings.TrimLeft(r.rest[len(times):], " -")
	if strings.HasPrefix(r.rest, "(") {
		if inside, after, closed := strings.Cut(r.rest[1:], ")"); closed {
			r.notes, r.rest = append(r.notes, inside), strings.TrimLeft(after, " ")
			times = "x"
		}
	} else if size := sizeAt.FindString(r.rest); size != "" {
		r.sized(size)
		times = ""
	}
	if m := measureSize.FindString(r.rest); m != "" {
		if unit, _ := measure(r.rest[len(m):]); unit != "" {
			r.notes, r.rest = append(r.notes, strings.TrimSpace(m)), r.rest[len(m):]
		}
	}
	r.named(times)
}

// sized reads the size of one of several: "1 x 400g can", "a 5 cm piece of".
func (r *ingredientReader) sized(size string) {
	r.rest = strings.TrimLeft(r.rest[len(size):], " -")
	said := strings.TrimSpace(size)
	for _, word := range []string{"piece of", "pieces", "piece"} {
		if cut, had := strings.CutSuffix(said, word); had {
			said, r.rest = strings.Trim(cut, " -"), "piece "+r.rest
		}
	}
	if unit, _ := measure(r.rest); unit == "" && !strings.HasSuffix(said, "each") {
		said += " each"
	}
	r.notes = append(r.notes, said)
}

func (r *ingredientReader) named(times string) {
	unit, n := measure(r.rest)
	after := strings.TrimLeft(r.rest[n:], " ")
	if unit == "percent" && after == "" && times == "" {
		unit = "percent"
	}
	lone := after == "" || noteBreak.FindStringIndex(after) != nil && noteBreak.FindStringIndex(after)[0] == 0
	if unit == "clove" && lone { // the spice
		unit = ""
	}
	if unit == "" {
		unit = "piece"
		if containers.MatchString(r.rest) {
			r.doubt("how much is in one?")
		}
		if m := dessertSpoon.FindString(r.rest); m != "" {
			s := span{low: r.out.Low, high: r.out.High}.scaled(2)
			unit, r.out.Low, r.out.High = "tsp", s.low, s.high
			r.notes, r.rest = append(r.notes, "a dessertspoon is 2 tsp"), r.rest[len(m):]
			r.doubt("a dessertspoon is taken as 2 tsp")
		}
	} else {
		r.spanOf(r.rest[:n], "unit")
		r.rest = r.rest[n:]
		r.aside()
	}
	r.out.Unit = &unit
}

// aside reads what stands behind a unit: the same in another one.
func (r *ingredientReader) aside() {
	if m := otherUnit.FindString(r.rest); m != "" {
		r.notes, r.rest = append(r.notes, strings.Trim(m, "/ ")), r.rest[len(m):]
	}
	text := strings.TrimLeft(r.rest, " ")
	if !strings.HasPrefix(text, "(") {
		return
	}
	if inside, after, closed := strings.Cut(text[1:], ")"); closed && strings.TrimLeft(after, " ,") != "" {
		r.notes, r.rest = append(r.notes, inside), after
	}
}

var richFirst = regexp.MustCompile(`^\d+(?:[.,]\d+)? ?%`)

var compoundAt = regexp.MustCompile(`^(?i:\s*(?:plus|and|\+|,)?\s*(` + number + `) ?)`)

// compound adds a second amount in a smaller unit: "1 lb 4 oz".
func (r *ingredientReader) compound() {
	m := compoundAt.FindStringSubmatch(r.rest)
	if m == nil || r.out.Low == nil || r.out.High == nil {
		return
	}
	unit, n := measure(r.rest[len(m[0]):])
	many, known := larger[[2]string{*r.out.Unit, unit}]
	more, _, ok := figure(m[1])
	if !known || !ok {
		return
	}
	low, high := *r.out.Low+more/many, *r.out.High+more/many
	r.out.Low, r.out.High = &low, &high
	r.spanOf(r.rest[:len(m[0])+n], "amount")
	r.rest = r.rest[len(m[0])+n:]
}

// trailing reads an amount at the end: "butter 50 g", "salt 2%".
func (r *ingredientReader) trailing() bool {
	if m := trailing.FindStringSubmatch(r.rest); m != nil {
		s, ok := bounds(m[3], m[4], m[5], m[6])
		if ok && strings.ToLower(m[5]) != "a" {
			unit, _ := measure(m[7])
			r.amount(s)
			r.spanOf(m[2], "amount")
			r.spanOf(m[7], "unit")
			r.out.Unit, r.rest = &unit, m[1]
			if behind := m[8] + m[9]; behind != "" {
				r.rest += ", " + behind
			}
			return true
		}
	}
	if m := bareTrail.FindStringSubmatch(r.rest); m != nil {
		s, _ := bounds("", "", m[3], "")
		unit := "piece"
		if strings.TrimSpace(m[2]) == "" {
			r.doubt("is the last figure the amount?")
		}
		r.amount(s)
		r.out.Unit, r.rest = &unit, m[1]
		return true
	}
	return false
}

// withoutFigure reads "pinch of salt" as one, and leaves "salt" without an
// amount.
func (r *ingredientReader) withoutFigure() {
	if m := measureSize.FindString(r.rest); m != "" {
		if unit, _ := measure(r.rest[len(m):]); vague[unit] {
			r.notes, r.rest = append(r.notes, strings.TrimSpace(m)), r.rest[len(m):]
		}
	}
	unit, n := measure(r.rest)
	if vague[unit] && strings.TrimSpace(r.rest[n:]) != "" {
		one := 1.0
		r.out.Low, r.out.High, r.out.Unit = &one, &one, &unit
		r.rest = r.rest[n:]
	} else if containers.MatchString(r.rest) {
		r.doubt("how much is it?")
	}
	if m := fewOf.FindStringSubmatch(r.rest); m != nil {
		r.notes, r.rest = append(r.notes, m[1]), r.rest[len(m[0]):]
	}
}

// item parts what is bought from what is said about it.
func (r *ingredientReader) item() {
	r.rest = strings.Trim(r.rest[len(ofWord.FindString(r.rest)):], " ,;:-")
	if m := eachOf.FindString(r.rest); m != "" {
		r.notes, r.rest = append(r.notes, "each"), r.rest[len(m):]
	}
	item := r.rest
	if at := breakAt(item); at != nil {
		if note := strings.Trim(unbracket(item[at[0]:]), " ,;()->→+"); note != "" {
			r.notes = append(r.notes, note)
		}
		item = item[:at[0]]
	}
	if m := tailNote.FindStringSubmatchIndex(item); m != nil && m[0] > 0 {
		r.notes = append(r.notes, item[m[2]:m[3]])
		item = item[:m[0]]
	}
	item = r.counted(strings.TrimSpace(articleAt.ReplaceAllString(item, "")))
	r.pinchBehind()
	r.countBehind()
	r.spanOf(item, "item")
	if item = spaces.ReplaceAllString(item, " "); item != "" {
		r.out.Item = &item
	}
	for _, n := range r.notes {
		r.spanOf(n, "note")
	}
	if len(r.notes) > 0 {
		note := spaces.ReplaceAllString(strings.Join(r.notes, ", "), " ")
		r.out.Note = &note
	}
}

// breakAt finds where the item ends and what is said about it begins: not
// between adjectives ("boneless, skinless thighs").
func breakAt(text string) []int {
	for _, at := range noteBreak.FindAllStringIndex(text, -1) {
		if at[0] > 0 && !(adjectives.MatchString(text[:at[0]]) && text[at[0]] == ',') {
			return at
		}
	}
	return nil
}

var (
	articleAt      = regexp.MustCompile(`^(?i:an? )`)
	countInTheRear = regexp.MustCompile(`^(\d{1,3}|[½¼¾])(?: +((?:large|small|medium|big|whole|ripe|fresh)\b.*?))?(?:, *(.*))?$`)
)

// countBehind reads "onions, 2 large, sliced" and "eggs (3)".
func (r *ingredientReader) countBehind() {
	if r.out.Low != nil || r.out.High != nil || r.out.Unit != nil || len(r.notes) == 0 {
		return
	}
	m := countInTheRear.FindStringSubmatch(r.notes[len(r.notes)-1])
	if m == nil {
		return
	}
	s, ok := bounds("", "", m[1], "")
	if !ok {
		return
	}
	piece := "piece"
	r.amount(s)
	r.out.Unit = &piece
	r.notes = r.notes[:len(r.notes)-1]
	for _, note := range m[2:] {
		if note != "" {
			r.notes = append(r.notes, note)
		}
	}
}

// pinchBehind reads "salt, pinch".
func (r *ingredientReader) pinchBehind() {
	if r.out.Unit != nil || len(r.notes) != 1 {
		return
	}
	if unit, n := measure(strings.TrimPrefix(r.notes[0], "a ")); vague[unit] && n == len(strings.TrimPrefix(r.notes[0], "a ")) {
		one := 1.0
		r.out.Low, r.out.High, r.out.Unit, r.notes = &one, &one, &unit, nil
	}
}

// unbracket writes "(a) b, c" as "a, b, c" would be.
func unbracket(text string) string {
	text = strings.ReplaceAll(text, "),", ",")
	return spaces.ReplaceAllString(strings.NewReplacer(" (", ", ", ")", "").Replace(text), " ")
}

// counted reads "garlic cloves" as cloves of garlic.
func (r *ingredientReader) counted(item string) string {
	m := partWord.FindStringSubmatch(item)
	if m == nil || r.out.Unit == nil || *r.out.Unit != "piece" || r.out.Low == nil && r.out.High == nil {
		return item
	}
	unit, _ := measure(m[2])
	r.out.Unit = &unit
	r.spanOf(m[2], "unit")
	return m[1]
}

// judge marks what was not understood for sure.
func (r *ingredientReader) judge() {
	o := &r.out
	switch {
	case o.Item == nil:
		r.doubt("of what?")
	case figureLeft.MatchString(richness.ReplaceAllString(*o.Item, "")):
		r.doubt("there is a second figure")
	case o.Unit != nil && *o.Unit == "piece" && strangeUnit(*o.Item):
		r.doubt("is that a measure?")
	case o.Low != nil && alternative.MatchString(*o.Item):
		r.doubt("one or the other")
	}
	if strings.HasPrefix(strings.TrimSpace(o.Line), "-") && len(strings.TrimSpace(o.Line)) > 1 && figureLeft.MatchString(strings.TrimSpace(o.Line)[1:2]) {
		r.doubt("is the dash a sign of less than nothing?")
	}
}

var (
	unitOf       = regexp.MustCompile(`^(?i:([\pL-]+) of\b)`)
	naturalPiece = regexp.MustCompile(`^(?i:fillets?|legs?|shoulders?|breasts?|loins?|racks?|wedges?|cubes?|strips?|balls?|thighs?|ends?|stems?|pods?|ears?|tails?|rounds?|joints?|saddles?|sides?|cheeks?|necks?|cutlets?|chops?|fronds?|spears?|florets?|segments?|halves|hearts?|blades?|whites?|yolks?|wings?|bones?|rings?|shards?|crowns?|portions?)$`)
)

// strangeUnit tells "bucket of salt": a word that counts and has no size.
func strangeUnit(item string) bool {
	m := unitOf.FindStringSubmatch(item)
	return m != nil && !naturalPiece.MatchString(m[1])
}

// spanOf remembers where a part of the line stands.
func (r *ingredientReader) spanOf(part, as string) {
	part = strings.TrimSpace(part)
	at := strings.Index(r.text, part)
	if part == "" || at < 0 {
		return
	}
	from := utf8.RuneCountInString(r.text[:at])
	r.out.Spans = append(r.out.Spans, Span{from, from + utf8.RuneCountInString(part), as})
}
