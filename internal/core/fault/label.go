package fault

import (
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"
)

// labels are what the forms call the members of documents; what is not here is called as
// it is written, its words apart.
var labels = map[string]string{
	"after": "after", "also": "also called", "animal": "animal source", "atOnce": "plates at a time", "atTable": "done at the table", "batch": "portions in a batch", "batching": "batch size",
	"byProducts": "by-products", "calm": "calm or fresh", "celsius": "set at", "chosen": "method in use", "component": "component", "conditions": "arrives as", "cues": "done when", "dishes": "dishes",
	"finish": "finish at the pass", "fixed": "pinned steps", "former": "ring or mould", "formers": "rings and moulds", "from": "from", "guests": "guests", "have": "have", "heating": "heats / cools",
	"hour": "time", "hours": "own times", "in": "goes in at", "ingredients": "ingredients", "keeps": "shelf life", "least": "at least", "leftOut": "lead-ins left out", "likes": "units", "loss": "trim loss",
	"menu": "menu", "most": "up to", "name": "name", "notYet": "not yet when", "off": "cooks off", "on": "on", "orders": "orders", "out": "comes out at", "parts": "components on the plate",
	"passWidth": "plates the pass holds", "per": "per", "piece": "weight of one", "placings": "placings", "plate": "plate", "portion": "portion", "rest": "where roasts rest", "room": "for the room",
	"setting": "temperature", "short": "taken out early, because", "slices": "hands-on times", "soft": "can run over", "takeOuts": "take-outs", "then": "hold", "tolerance": "swing", "tooFar": "too far when",
	"unbroken": "cannot be left", "until": "reduce to", "usual": "usual time", "variant": "variant", "ware": "plate", "wash": "wash", "ways": "platings", "with": "with", "within": "within", "without": "without",
	"work": "needed", "yield": "yield", "zone": "time zone", "courses": "courses", "covers": "plates", "plates": "plates", "tables": "tables", "methods": "methods", "steps": "steps", "time": "how long",
}

// hidden are members of which a form shows the inside alone.
var hidden = map[string]bool{"body": true, "value": true, "methods": true, "steps": true, "courses": true, "placings": true, "parts": true, "versions": true, "own": true}

// Label says where in a document a place is, as the forms name it: from the outside in,
// "Sear: hold, up to" for "methods[oven].steps[sear].then.most", "Equipment, row 2: places" for
// "equipment[1].places". Named gives the name of an entry by its id; it may be nil.
func Label(place string, named func(id string) string) string {
	var outer, inner []string
	for _, part := range strings.FieldsFunc(place, func(r rune) bool { return r == '.' || r == ' ' }) {
		member, key, keyed := strings.Cut(strings.TrimSuffix(part, ","), "[")
		key = strings.TrimSuffix(key, "]")
		switch n, err := strconv.Atoi(key); {
		case keyed && err == nil:
			outer = append(outer, labelOf(member)+", row "+strconv.Itoa(n+1))
		case keyed:
			outer = append(outer, nameOf(key, named))
		case !hidden[member]:
			inner = append(inner, labelOf(member))
		}
	}
	text := strings.Join(outer, ": ")
	if len(inner) > 0 {
		text = strings.TrimPrefix(text+": "+strings.Join(inner, ", "), ": ")
	}
	return firstLarge(text)
}

func nameOf(id string, named func(id string) string) string {
	if named != nil {
		if name := named(id); name != "" {
			return name
		}
	}
	return firstLarge(strings.ReplaceAll(id, "-", " "))
}

// labelOf is what a form calls a member.
func labelOf(member string) string {
	if l, known := labels[member]; known {
		return l
	}
	var b strings.Builder
	for _, r := range member {
		if unicode.IsUpper(r) {
			b.WriteByte(' ')
		}
		b.WriteRune(unicode.ToLower(r))
	}
	return b.String()
}

func firstLarge(text string) string {
	r, size := utf8.DecodeRuneInString(text)
	return string(unicode.ToUpper(r)) + text[min(size, len(text)):]
}
