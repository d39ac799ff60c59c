package reading

import (
	"regexp"
	"strings"
	"unicode"
	"unicode/utf8"

	"jointime/internal/core/units"
)

// IngredientLine is what a line of an ingredient list says. Low and High are
// equal for one figure; one of them is nil for "at least" and "up to", both
// where no amount is said. Unit is one of the units in measures, or nil.
type IngredientLine struct {
	Line     string         `json:"line"`
	Kind     Kind           `json:"kind" enum:"ingredient,heading,empty,unread"`
	Low      *float64       `json:"low" required:"true"`
	High     *float64       `json:"high" required:"true"`
	Unit     *string        `json:"unit" required:"true"`
	Item     *string        `json:"item" required:"true"`
	Note     *string        `json:"note" required:"true"`
	Measures units.Measures `json:"measures,omitempty" doc:"in which measures the line says that it counts"`
	Doubt    bool           `json:"doubt" doc:"a cook should look"`
	Why      []string       `json:"why,omitempty" doc:"what is in doubt"`
	Spans    []Span         `json:"spans,omitempty"`
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
	dessertSpoon = regexp.MustCompile(`^(?i:dessert ?spoons?|dsps?|dstspns?)\b`)
	eachOf       = regexp.MustCompile(`^(?i:each(?: of)?)\s+`)
	optional     = regexp.MustCompile(`^(?i:optional(?:ly)?\s*[:,-]\s*)`)
	fewOf        = regexp.MustCompile(`^(?i:(a few|few|several|some|a little|a bit of|plenty of|lots of|a lot of|enough|more|extra|another))\b `)
	tailNote     = regexp.MustCompile(`(?i:\s+(per [\pL]+|(?:for|to|as|plus|at|with|from|in|on|if|without|divided)\s(?:(?:the |a |your )?[\pL-]+ing\b.*|the .*|a .*|taste|serve|finish|garnish|decorate|cover|needed|required|necessary|desired|extra .*|more .*|room .*|skin .*|bone .*|brine|oil|water|syrup|season.*)))$`)
	partWord     = regexp.MustCompile(`^(?i:(.*\S)\s+(cloves?|lea(?:f|ves)|sticks?|stalks?|sprigs?|heads?|slices?|sheets?))$`)
	trailing     = regexp.MustCompile(`(?i:^(.*?\pL.*?)(?:\s*[,:=-]\s*|\s+|\s*\()(` + quantity + `) ?(kilos?|kgs?|grammes?|grams?|gms?|gr|g|mg|ml|cl|dl|litres?|liters?|l|tsps?|tbsps?|tbs|teaspoons?|tablespoons?|cups?|fl\.? ?oz|oz|lbs?|pints?|pts?|%|percent|pieces?|pcs|bunch(?:es)?|sprigs?|cloves?|leaves|slices?)\.?\)?(?:\s*,\s*(.*)|\s+((?:for|to|at|from|of|by|per) .*)|\s*\(([^()]*)\))?)$`)
	commaFigure  = regexp.MustCompile(`\d,\d{1,2}(?:\D|$)`)
	bareTrail    = regexp.MustCompile(`^(.*?\pL.*?)(\s*[:=-]\s*|\s+[x×]\s*|\s+)(\d{1,3})$`)
	headingLine  = regexp.MustCompile(`^(?i:#+ .*|\*.*\*:?|.*[:-]|(?:for|to) (?:the |serve|finish|garnish|decorate|plate).*|ingredients|method|garnish(?:es)?|toppings?|filling|dressing|marinade|crust|icing|glaze|assembly)$`)
	notBought    = regexp.MustCompile(`^(?i:(?:serves?|makes|yields?|feeds)\b[: ]+(?:about |approx\.? )?\d.*|(?:see|as|same as|as for|as per|use)\b.*\b(?:page|p\.) ?\d+.*|(?:see|same as|as per|as for|as in) [\pL' ]+|as (?:above|below|before|usual)|[\pL' ]+ as (?:before|above|usual|per [\pL' ]+|for [\pL' ]+|in [\pL' ]+))$`)
	restOf       = regexp.MustCompile(`^(?i:((?:the )?(?:rest of the|remaining|remainder of the|rest of)) )`)
	alsoHere     = regexp.MustCompile(`^(?i:(.*?\pL.*?)((?:\s+(?:and|plus|&)|\s*\+)\s+\d.*|\s+\d+ \pL.*))$`)
	anotherLine  = regexp.MustCompile(`^(?i:` + number + ` ?([\pL]+)\b(?:,.*| .*)?)$`)
	saysMore     = regexp.MustCompile(`^(?i:cm|mm|inch(?:es)?|in|kg|g|ml|l|oz|lbs?|tbsp|tsp|mins?|minutes?|hours?|hrs?|h|days?|d|x|per|each|pieces?|slices?|wedges?|cubes?|strips?|ways?|times?|halves|portions?|large|medium|small|big|whole|thick|thin|more|extra|for|to|at|of|or|and|by|cut|every|in|with|about)$`)
	orSo         = regexp.MustCompile(`^(?i:\s*or (?:so|thereabouts)\b)`)
	shortSize    = regexp.MustCompile(`^(?i:(lrg|lge|lg|med|sml|sm)\b\.? )`)
	madeReady    = regexp.MustCompile(`^(?i:(.*\pL)\s+((?:finely |thinly |roughly |coarsely |freshly )?(?:split|washed|peeled|chopped|diced|sliced|grated|crushed|trimmed|halved|quartered|toasted|picked|drained|shredded|minced|zested|juiced|pitted|cored|deseeded|rinsed|beaten|melted|softened|scrubbed|skinned|boned|filleted|julienned)(?:\s+(?:with|w/|w\.|into|in)\s.*)?))$`)
	systemAt     = regexp.MustCompile(`^(?i:(uk|u\.k\.|us|u\.s\.|imperial|metric|british|american)(?: |$))`)
	grouped      = regexp.MustCompile(`^(\d{1,3})((?: \d{3})+)( ?(?i:kg|g|ml|l)\b)`)
	thousands    = regexp.MustCompile(`\b(\d{1,3}) (000)( ?(?i:kg|g|ml|l)\b)`)
	ofOne        = regexp.MustCompile(`(?i:\b(?:tins?|cans?|packs?|packets?|jars?|bags?|bottles?|pieces?|portions?|fillets?|steaks?|each|blocks?|bars?|tubs?)\b)`)
	noteBreak    = regexp.MustCompile(`\s*(?:,|;|->|→| - | \+ |\()\s*`)
	adjectives   = regexp.MustCompile(`^(?i:(?:(?:very )?(?:[\pL]+less|fresh|dried|large|small|medium|ripe|raw|cold|hot|warm|soft|firm|free-range|organic|unsalted|salted|smoked|young|thick|thin|whole|dry|sweet|sour|sharp|lean|fatty|floury|waxy|green|red|white|black|dark|plain|strong|mild|good)\s*)+)$`)
	frontSize    = regexp.MustCompile(`^(?i:(?:an? )?(` + number + `(?:` + between + number + `)?[ -]?(?:cm|mm|inch(?:es)?|in|"))[ -](?:piece|knob|chunk|length|lump|thumb)s?\b)`)
	splash       = regexp.MustCompile(`^(?i:((?:an? )?(?:(?:good|small|large|big|generous|little|tiny) )*(?:splash(?:es)?|glugs?|squeeze|drizzles?|thumb|lump|dollop|scattering|scraping|grating|grind|twist|dusting)) of )`)
	tinOf        = regexp.MustCompile(`^(?i:\s*(?:cans?|tins?)\b)`)
	packOf       = regexp.MustCompile(`^(?i:\s*((?:packet|pack|jar|bottle|tub|bag|box|punnet|carton)s?) (?:of )?)`)
	figureLeft   = regexp.MustCompile(`\d|` + signs)
	richness     = regexp.MustCompile(`\d+(?:[.,]\d+)? ?%|['‘’"]?\b00\b['‘’"]?`)
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
	r.rest = thousands.ReplaceAllString(r.rest, "$1$2$3")
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
	case heading.MatchString(strings.Trim(text, " ~")) && !figureLeft.MatchString(text):
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
		r.doubt("Is the first number the line’s own, or an amount?")
	}
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
