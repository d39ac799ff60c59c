package kitchen

import (
	"fmt"
	"regexp"
	"strconv"
	"strings"

	"jointime/internal/core/fault"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// Line is a line in which somebody says what there is in a kitchen, and what it was taken for.
// One of cook, equipment, pass and event is there.
type Line struct {
	Text      string     `json:"text"`
	Cook      *Cook      `json:"cook,omitempty"`
	Equipment *Equipment `json:"equipment,omitempty"`
	Pass      int        `json:"pass,omitempty" doc:"plates that the pass holds"`
	Event     *Event     `json:"event,omitempty" doc:"of the day, beside food work"`
	Count     int        `json:"count,omitempty" doc:"so many cooks of that name, or so many things that each have a temperature; absent: one"`
	Assumed   []string   `json:"assumed" nullable:"false" doc:"what nobody said, as is usual"`
	Open      []string   `json:"open" nullable:"false" doc:"what was not understood"`
}

// As says what somebody says that a line is, where it could be either.
type As string

// What a line can be.
const (
	Either      As = ""
	AsCook      As = "cook"
	AsEquipment As = "equipment"
)

var (
	cookWords = regexp.MustCompile(`\b(?:cooks?|chefs?|commis|porters?|apprentices?|kitchen (?:hand|porter)s?|trainees?|helpers?)\b|^sous$`)
	initials  = regexp.MustCompile(`^[A-Z]{1,3}$`)
	passAt    = regexp.MustCompile(`^(?:the )?pass\b\D*(\d{1,3})?(?:\s*plates?)?(?: wide)?$`)
	platesAt  = regexp.MustCompile(`^(?:holds |for |of )?(\d{1,3})\s*plates?(?: wide)?$`)
)

// ReadLine reads what there is in a kitchen as one tells it to a new cook, a thing or a person
// a line: "combi oven, 5 shelves, 250 °C at most", "larder cook, Tue to Sat, 14–23, not the
// fryer", "pass, 6 plates". What it does not understand it says.
func ReadLine(text string, as As) (Line, error) {
	parts := partsOf(text)
	if len(parts) == 0 {
		return Line{}, fault.Say("Name some equipment, like 4 burners, or somebody, like fish cook.")
	}
	if len([]rune(text)) > 300 {
		return Line{}, fault.Say("“%s …”: one thing a line, please.", string([]rune(text)[:40]))
	}
	parts = headed(parts)
	l := Line{Text: text, Assumed: []string{}, Open: []string{}}
	if m := passAt.FindStringSubmatch(strings.ToLower(parts[0])); m != nil && as == Either {
		return l, l.readPass(m[1], parts[1:])
	}
	if name, when, is := eventOf(text); is && as == Either {
		var err error
		l.Event, err = readEvent(name, when)
		return l, err
	}
	if as == AsCook || as == Either && isCook(parts) {
		l.readCook(parts)
		return l, nil
	}
	return l, l.readEquipment(parts)
}

// readPass reads how many plates the pass holds.
func (l *Line) readPass(plates string, parts []string) error {
	for _, p := range parts {
		if m := platesAt.FindStringSubmatch(strings.ToLower(p)); m != nil && plates == "" {
			plates = m[1]
		} else {
			l.Open = append(l.Open, p)
		}
	}
	if l.Pass, _ = strconv.Atoi(plates); l.Pass < 1 || l.Pass > 100 {
		l.Pass = 0
		return fault.Say("The pass holds 1 to 100 plates. Write: pass, 6 plates.")
	}
	return nil
}

// Say is what a line was taken for, in words.
func (l Line) Say() string {
	var out []string
	switch {
	case l.Pass > 0:
		return "Pass: " + words.Count(l.Pass, "plate")
	case l.Event != nil:
		return l.Event.say()
	case l.Cook != nil:
		c := l.Cook
		who := "Cook"
		if l.Count > 1 {
			who = words.Count(l.Count, "cook")
		}
		out = append(out, who, SayShifts(c.Shifts))
		if c.Section != "" {
			out = append(out, "section "+c.Section)
		}
		if len(c.Not) > 0 {
			out = append(out, "not "+words.List(c.Not))
		}
	case l.Equipment != nil:
		if out = l.Equipment.say(); l.Count > 1 {
			out[0], out[1] = words.Count(l.Count, l.Equipment.Kind), out[1]+" each"
		}
	}
	return strings.Join(out, " · ")
}

// say writes the fields of a thing: what it is, how much it holds, how warm, how fast.
func (e Equipment) say() []string {
	out := []string{words.Upper(e.Kind), words.Count(e.Places, "place")}
	if e.Portions > 0 {
		out = append(out, words.Count(e.Portions, "portion")+" on each")
	}
	if e.Celsius != nil {
		out = append(out, fmt.Sprintf("%s, %g °C", map[string]string{"cold": "cold", "frozen": "frozen", "hot": "hot", "": "held"}[e.Keeps], *e.Celsius))
	}
	if e.Most != nil {
		out = append(out, fmt.Sprintf("to %d °C", *e.Most))
	}
	if h := e.Heating; h != nil {
		out = append(out, fmt.Sprintf("%d s a degree up, %d s down", h.Up, h.Down))
	}
	if e.Wash > 0 {
		out = append(out, "wash "+units.FormatDuration(e.Wash))
	}
	return out
}

// isCook tells a person from a thing.
func isCook(parts []string) bool {
	head := strings.ToLower(parts[0])
	person, thing := lastOf(cookWords, head), lastThing(head)
	switch { // the last word says what it is: an oven cook, the chef's fridge
	case thing > person:
		return false
	case person >= 0 || initials.MatchString(parts[0]):
		return true
	}
	for _, p := range parts[1:] {
		if _, ok := readHours(p); ok {
			return true
		}
		if _, ok := readDays(p); ok {
			return true
		}
	}
	return false
}

// lastOf is where the last match in a text ends; -1: there is none.
func lastOf(r *regexp.Regexp, text string) int {
	all := r.FindAllStringIndex(text, -1)
	if len(all) == 0 {
		return -1
	}
	return all[len(all)-1][1]
}

// partsOf takes a line apart at its commas. A hyphen, or any space, is as good as another.
func partsOf(text string) (out []string) {
	for _, p := range strings.FieldsFunc(text, func(r rune) bool { return r == ',' || r == ';' }) {
		if p = strings.Join(strings.Fields(p), " "); p != "" {
			out = append(out, p)
		}
	}
	return out
}

func number(text string) (int, bool) {
	n, err := strconv.Atoi(text)
	return n, err == nil && n >= 1 && n <= 1000
}

// plainKind is a kind of equipment in the singular, as steps name it.
func plainKind(name string) string {
	list := strings.Fields(name)
	if len(list) == 0 {
		return ""
	}
	list[len(list)-1] = words.Singular(list[len(list)-1])
	return strings.Join(list, " ")
}
