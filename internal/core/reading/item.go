package reading

import (
	"math"
	"regexp"
	"strings"
)

// item parts what is bought from what is said about it.
func (r *ingredientReader) item() {
	r.rest = strings.Trim(r.rest[len(ofWord.FindString(r.rest)):], " ,;:-")
	if m := restOf.FindStringSubmatch(r.rest); m != nil {
		r.notes, r.rest = append(r.notes, m[1]), r.rest[len(m[0]):]
	}
	if m := shortSize.FindStringSubmatch(r.rest); m != nil {
		size := map[byte]string{'l': "large", 'm': "medium", 's': "small"}[strings.ToLower(m[1])[0]]
		r.rest = size + " " + r.rest[len(m[0]):]
	}
	if m := forEach.FindStringSubmatch(r.rest); m != nil {
		r.doubt("For each of how many?")
		r.notes, r.rest = append(r.notes, m[1]), r.rest[len(m[0]):]
	}
	if m := eachOf.FindString(r.rest); m != "" {
		r.notes, r.rest = append(r.notes, "each"), r.rest[len(m):]
	}
	item := r.rest
	if at := breakAt(item); at != nil {
		if note := strings.Trim(unbracket(item[at[0]:]), " ,;()->→+"); note != "" {
			if m := anotherLine.FindStringSubmatch(note); m != nil && r.out.Low != nil && !strings.Contains(item[at[0]:at[1]], "(") && !saysMore.MatchString(m[1]) {
				r.doubt("Two ingredients in one line?")
			}
			r.notes = append(r.notes, note)
		}
		item = item[:at[0]]
	}
	if m := tailNote.FindStringSubmatchIndex(item); m != nil && m[0] > 0 {
		r.notes = append(r.notes, item[m[2]:m[3]])
		item = item[:m[0]]
	}
	item = r.second(item)
	if m := madeReady.FindStringSubmatch(item); m != nil {
		item = m[1]
		r.notes = append(r.notes, m[2])
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

// second takes off what stands behind an item with a figure of its own: another ingredient,
// "1 leek 1 carrot", which is doubtful, or the size of each.
func (r *ingredientReader) second(item string) string {
	m := alsoHere.FindStringSubmatch(item)
	if m == nil || r.out.Low == nil || richness.MatchString(m[2]) || saysMore.MatchString(m[1][strings.LastIndex(m[1], " ")+1:]) {
		return item
	}
	r.notes = append([]string{strings.TrimSpace(m[2])}, r.notes...)
	if len(r.notes) > 1 { // it goes on behind the comma
		r.notes = append([]string{r.notes[0] + ", " + r.notes[1]}, r.notes[2:]...)
	}
	if !sizeOnly.MatchString(r.notes[0]) {
		r.doubt("Two ingredients in one line?")
	}
	return m[1]
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

// forEach is an amount that is not of the whole: "20 g per portion samphire".
var forEach = regexp.MustCompile(`^(?i:((?:per|a|each) (?:portion|person|head|plate|guest|cover)|pp)\b ?(?:of )?)`)

// eachOfTwo is two things of which so much each is taken: "100 g each sugar and water".
var eachOfTwo = regexp.MustCompile(`(?i)\band\b|&`)

// sizeOnly is the size of each: "4 lamb shanks 350 g each".
var sizeOnly = regexp.MustCompile(`^(?i:` + number + ` ?(?:kg|g|ml|l|oz|lb|cm|mm)\b(?: each| apiece)?)$`)

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
		r.doubt("Of what?")
	case figureLeft.MatchString(richness.ReplaceAllString(*o.Item, "")):
		r.doubt("There is a second number.")
	case o.Unit != nil && *o.Unit == "piece" && strangeUnit(*o.Item):
		r.doubt("Is that a unit?")
	case strings.HasPrefix(*o.Item, "/"), strings.HasSuffix(*o.Item, "/"):
		r.doubt("So much to how much?")
	case eachOfTwo.MatchString(*o.Item) && o.Note != nil && strings.HasPrefix(*o.Note, "each"):
		r.doubt("Two ingredients in one line?")
	case o.Low != nil && alternative.MatchString(*o.Item):
		r.doubt("Which of the two?")
	}
	if commaFigure.MatchString(r.text) && o.Low != nil && *o.Low == math.Trunc(*o.Low) && (o.High == nil || *o.High == math.Trunc(*o.High)) {
		r.doubt("Does the comma separate two numbers?")
	}
	if strings.HasPrefix(strings.TrimSpace(o.Line), "-") && len(strings.TrimSpace(o.Line)) > 1 && figureLeft.MatchString(strings.TrimSpace(o.Line)[1:2]) {
		r.doubt("A minus sign?")
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
