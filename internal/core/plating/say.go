package plating

import (
	"fmt"
	"math"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"jointime/internal/core/units"
)

// Said is a placing as a line says it, with what it leaves in doubt.
type Said struct {
	Placing Placing  `json:"placing"`
	Where   string   `json:"where" doc:"its place, in words"`
	Doubt   []string `json:"doubt" nullable:"false" doc:"what is not said, or not understood; the placing has the usual in its place"`
}

var (
	counted = map[string]int{"a": 1, "an": 1, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9, "ten": 10, "a dozen": 12, "twelve": 12}
	hourAt  = regexp.MustCompile(`\b(\d{1,2})(?:[:.](\d{2})|(½|¼|¾))? ?o'?clock\b`)
	farAt   = regexp.MustCompile(`\b(\d+(?:\.\d+)?) ?mm (?:from the (?:centre|center|middle)|out)\b`)
	barely  = regexp.MustCompile(`\b(\d+(?:\.\d+)?) ?mm\b(?:\s*(high|tall|wide|long|across))?`)
	sizes   = regexp.MustCompile(`\b(\d+(?:\.\d+)?) ?(?:x|×|by) ?(\d+(?:\.\d+)?)(?: ?(?:x|×|by) ?(\d+(?:\.\d+)?))? ?mm\b`)
	howMuch = regexp.MustCompile(`\b(\d+(?:\.\d+)?) ?(g|ml)\b`)
	howMany = regexp.MustCompile(`^(\d{1,3}|[a-z]+)\b`)
	standOn = regexp.MustCompile(`\b(on|leaning on|against|round|between|from the middle of|in the middle of|from) (?:each of )?(?:the )?(?:pieces of )?(\d+\b|[a-z][a-z -]*)`)
	central = regexp.MustCompile(`\bin (?:the|its) (?:middle|centre|center)\b`)
	partOut = regexp.MustCompile(`(?:\b(half)|([½⅓⅔¼¾])|\b(\d+(?:\.\d+)?) ?%)(?: of the)?(?: way)? out\b`)
)

// formWords are the words by which cooks call the forms.
var formWords = []struct {
	words string
	form  Form
}{
	{"quenelles|quenelle|scoops|scoop", Quenelle}, {"dots|dot|drops|drop|beads", Dots}, {"pool|puddle", Pool}, {"swipe|swoosh|smear", Swipe}, {"line|lines|stripe", Line}, {"ring|disc|disk", Ring}, {"mound|heap|spoonful|spoon|dome", Mound},
	{"fan", Fan}, {"slices|slice", Slices}, {"block|brick|cube|cubes|bar", Block}, {"fillet|piece|steak|crown|breast", Piece}, {"roll|coil|cylinder", Roll}, {"nest|tangle", Nest}, {"leaf|leaves|shard|shards|sprig|petal|petals", Leaf},
	{"crumb|crumbs|crumble|scatter|scattering|sprinkle", Scatter}, {"drizzle|thread", Drizzle}, {"cone|cones|pyramid", Cone}, {"hollow|tube|savarin", Hollow}, {"foam|froth", Foam}, {"shavings|shaving|curls", Shavings}, {"grating|dust|zest", Grating}, {"poured|pour", Poured},
}

// usual measures and seconds of a form that nobody sized, in mm: common
// practice, no source.
var usual = map[Form]Placing{
	Quenelle: {Length: 42, Width: 22, Height: 22, Seconds: 8, Tool: "two spoons"}, Dots: {Length: 40, Width: 8, Height: 4, Seconds: 5, Tool: "squeeze bottle"}, Pool: {Length: 90, Seconds: 6, Tool: "ladle"}, Swipe: {Length: 90, Width: 30, Height: 2, Seconds: 6, Tool: "spoon"},
	Line: {Length: 80, Width: 8, Height: 4, Seconds: 6, Tool: "squeeze bottle"}, Ring: {Length: 70, Height: 20, Seconds: 14, Tool: "ring"}, Mound: {Length: 60, Height: 20, Seconds: 8, Tool: "spoon"}, Fan: {Length: 70, Width: 40, Height: 8, Seconds: 10, Tool: "palette knife"},
	Slices: {Length: 90, Width: 40, Height: 15, Seconds: 10, Tool: "slice"}, Block: {Length: 50, Width: 25, Height: 20, Seconds: 6, Tool: "tongs"}, Piece: {Length: 90, Width: 45, Height: 22, Seconds: 8, Tool: "fish slice"}, Roll: {Length: 60, Width: 20, Height: 20, Seconds: 6, Tool: "tongs"},
	Nest: {Length: 50, Width: 45, Height: 25, Seconds: 10, Tool: "fork"}, Leaf: {Length: 40, Width: 18, Height: 6, Seconds: 4, Tool: "tweezers"}, Scatter: {Length: 40, Width: 30, Height: 4, Seconds: 4, Tool: "fingers"}, Drizzle: {Length: 80, Width: 20, Seconds: 4, Tool: "spoon"},
	Cone: {Length: 40, Height: 45, Seconds: 10, Tool: "piping bag"}, Hollow: {Length: 70, Height: 25, Seconds: 8, Tool: "palette knife"},
	Foam: {Length: 50, Width: 40, Height: 15, Seconds: 6, Tool: "spoon"}, Shavings: {Length: 40, Width: 30, Height: 8, Seconds: 4, Tool: "peeler"}, Grating: {Length: 60, Width: 60, Seconds: 4, Tool: "grater"}, Poured: {Length: 110, Height: 10, Seconds: 6, Tool: "jug"},
}

// Say reads a line like “three dots of plum gel, 4 o'clock, 15 mm”: how many, in
// which form, of what, where. Of what is looked for among the portions; the
// first millimetres that no other word belongs to are from the centre.
func (s Spec) Say(text string, portions []Portion) Said {
	plain := " " + strings.NewReplacer("’", "'", ",", " , ").Replace(strings.ToLower(strings.TrimSpace(text))) + " "
	out := Said{Placing: Placing{Form: Mound, Texture: Soft, Colour: "#d9cba3"}, Doubt: []string{}}
	p := &out.Placing
	doubt := func(what string) { out.Doubt = append(out.Doubt, what) }
	if !p.formed(plain) {
		doubt("What form? Mound for now.")
	}
	if u, known := usual[p.Form]; known {
		p.Length, p.Width, p.Height, p.Seconds, p.Tool = u.Length, u.Width, u.Height, u.Seconds, u.Tool
	}
	p.number(plain)
	if portion, ok := named(standOn.ReplaceAllString(plain, " "), portions); ok {
		p.Component, p.Amount = portion.Component, portion.Amount
	} else {
		doubt("Of what? Not on the dish.")
	}
	if m := howMuch.FindStringSubmatch(plain); m != nil {
		q, _ := strconv.ParseFloat(m[1], 64)
		p.Amount = &units.Amount{Quantity: q, Unit: units.Unit(m[2])}
	}
	plain = p.sized(plain)
	at, told := s.readPlace(plain, portions, p.Component)
	p.In, p.From, p.Between, p.Hour, p.Distance, p.Part = at.In, at.From, at.Between, at.Hour, at.Distance, at.Part
	s.stands(p, plain, portions)
	switch {
	case told:
	case p.Leans != "" || p.On != "":
		s.beside(p)
	default:
		doubt("Where? Middle for now.")
	}
	p.ID = s.freeID(p.Component)
	s.Placings = append(slices.Clone(s.Placings), *p)
	out.Where = s.Place(len(s.Placings) - 1)
	return out
}

// formed finds the form; false where no word says it.
func (p *Placing) formed(plain string) bool {
	first := len(plain)
	for _, f := range formWords {
		if at := regexp.MustCompile(`\b(?:` + f.words + `)\b`).FindStringIndex(plain); at != nil && at[0] < first {
			first, p.Form = at[0], f.form
		}
	}
	return first < len(plain)
}

// number finds how many.
func (p *Placing) number(plain string) {
	m := howMany.FindString(strings.TrimSpace(plain))
	n, known := counted[m]
	if v, err := strconv.Atoi(m); err == nil {
		n, known = v, true
	}
	if !known || n < 2 || n > 200 || strings.HasPrefix(strings.TrimSpace(plain), m+" g") || strings.HasPrefix(strings.TrimSpace(plain), m+" ml") {
		return
	}
	switch p.Form {
	case Dots, Slices, Fan, Scatter, Quenelle, Shavings:
		p.Count = n
	default:
		p.Repeat = min(n, 24)
	}
}

// named finds the portion whose name the words hold; the longest name wins.
func named(plain string, portions []Portion) (best Portion, ok bool) {
	for _, q := range portions {
		name := strings.ToLower(q.Name)
		words := strings.Fields(name)
		if !strings.Contains(plain, " "+name+" ") && !(len(words) > 1 && strings.Contains(plain, " "+words[len(words)-1]+" ")) {
			continue
		}
		if !ok || len(q.Name) > len(best.Name) {
			best, ok = q, true
		}
	}
	return best, ok
}

// sized takes the measures that are said, and gives back what is left.
func (p *Placing) sized(plain string) string {
	number := func(s string) float64 { v, _ := strconv.ParseFloat(s, 64); return v }
	if m := sizes.FindStringSubmatch(plain); m != nil {
		p.Length, p.Width = number(m[1]), number(m[2])
		if m[3] != "" {
			p.Height = number(m[3])
		} else if p.Form == Ring {
			p.Width, p.Height = 0, number(m[2])
		}
		plain = strings.Replace(plain, m[0], " ", 1)
	}
	for _, m := range barely.FindAllStringSubmatch(plain, -1) {
		switch m[2] {
		case "high", "tall":
			p.Height = number(m[1])
		case "wide", "across":
			p.Width = number(m[1])
		case "long":
			p.Length = number(m[1])
		default:
			continue
		}
		plain = strings.Replace(plain, m[0], " ", 1)
	}
	return plain
}

// stands finds on what it stands or leans, among what is placed already.
func (s Spec) stands(p *Placing, plain string, portions []Portion) {
	for _, m := range standOn.FindAllStringSubmatch(plain, -1) {
		to, ok := s.refer(m[2], portions, p.Component)
		switch {
		case !ok:
		case m[1] == "on":
			p.On = to
		case m[1] == "leaning on" || m[1] == "against":
			p.Leans = to
		}
	}
}

// beside gives a placing that stands on another one, or leans on it, its place
// there, where none was said: in its middle, or at its edge towards 12 o'clock.
func (s Spec) beside(p *Placing) {
	p.From = p.On
	if p.Leans == "" {
		return
	}
	p.From = p.Leans
	for _, q := range s.Placings {
		if q.ID == p.Leans {
			p.Distance = math.Round(q.width()/2 + p.width()/4)
		}
	}
}

// refer finds the placing that a word or a number means: the last one of that
// food.
func (s Spec) refer(words string, portions []Portion, but string) (id string, ok bool) {
	words = strings.TrimSpace(words)
	if n, err := strconv.Atoi(words); err == nil {
		if n < 1 || n > len(s.Placings) {
			return "", false
		}
		return s.Placings[n-1].ID, true
	}
	q, known := named(" "+words+" ", portions)
	if !known || q.Component == but {
		return "", false
	}
	for _, p := range s.Placings {
		if p.Component == q.Component {
			id, ok = p.ID, true
		}
	}
	return id, ok
}

// freeID is an id for a placing of a component.
func (s Spec) freeID(component string) string {
	if component == "" {
		component = "placing"
	}
	id := component
	for n := 2; ; n++ {
		taken := false
		for _, p := range s.Placings {
			taken = taken || p.ID == id
		}
		if !taken {
			return id
		}
		id = fmt.Sprintf("%s-%d", component, n)
	}
}

// Measured says a form with its measures: “ring 77 mm, 25 mm high”, “3 dots of
// 8 mm”.
func (p Placing) Measured() string {
	mm := func(v float64) string { return strings.TrimSuffix(fmt.Sprintf("%.1f", v), ".0") }
	text := string(p.Form)
	switch {
	case p.Form == Poured && p.round():
		text = "poured round,"
	case p.Form == Poured:
		text = "poured over,"
	case p.Form == Pool && !p.round():
		text = "pool over it,"
	}
	switch p.Form {
	case Dots:
		text = fmt.Sprintf("%d dots of %s mm", max(p.Count, 1), mm(p.dot()))
		if p.Count < 2 {
			text = fmt.Sprintf("dot of %s mm", mm(p.dot()))
		}
	case Quenelle, Slices, Fan, Shavings:
		if p.Count > 1 && p.inFile() {
			text = fmt.Sprintf("%d quenelles one behind the other,", p.Count)
		} else if p.Count > 1 {
			text = fmt.Sprintf(map[Form]string{Quenelle: "%d quenelles side by side,", Slices: "%d slices in a row,", Fan: "fan of %d,", Shavings: "%d shavings,"}[p.Form], p.Count)
		}
		fallthrough
	default:
		text += " " + mm(p.Length)
		if p.Width > 0 && p.Width != p.Length {
			text += " × " + mm(p.Width)
		}
		text += " mm"
	}
	if p.Form == Hollow {
		text += ", hole " + mm(p.hole()) + " mm"
	}
	if p.Height > 0 && p.Form != Dots {
		text += ", " + mm(p.Height) + " mm high"
	}
	if p.Repeat > 1 {
		text = fmt.Sprintf("%d times %s", p.Repeat, text)
		if p.Arc > 0 && p.Arc < 360 {
			text += fmt.Sprintf(", over %s°", mm(p.Arc))
		} else {
			text += ", all round"
		}
	}
	return text
}
