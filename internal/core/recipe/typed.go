package recipe

import (
	"fmt"
	"math"
	"regexp"
	"slices"
	"strings"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/reading"
	"jointime/internal/core/units"
)

// waiting are actions that are the wait after the step before them.
var waiting = map[string]bool{"rest": true, "cool": true, "chill": true, "set": true, "hold": true, "keep": true, "stand": true, "prove": true, "freeze": true, "refrigerate": true}

// byHand are actions that nothing but hands can do.
var byHand = setOf(`peel dice chop slice cut pick trim shape mix fold whisk season dress joint carve bone fillet truss tie stuff fill roll crumb coat knead rub
 portion wrap scrape grate zest crush mash pass strain sieve beat butcher core devein shell shuck scoop score skin spread sprinkle weigh wash gut halve quarter quenelle
 pipe mince line layer julienne hull hang drain dip crack clean brush baste arrange assemble blend blitz pulse toss stir cover pour put place add lift remove turn`)

// onHeat are actions that want a flame where nothing else is named.
var onHeat = setOf(`simmer boil blanch poach reduce fry sear sauté sweat brown caramelise braise steam wilt melt heat warm scald deglaze confit bring cook parboil render flambé glaze toast temper reheat`)

func setOf(words string) map[string]bool {
	m := map[string]bool{}
	for _, w := range strings.Fields(words) {
		m[w] = true
	}
	return m
}

// instead names what does the work of an equipment that a kitchen does not
// have under that word.
var instead = map[string][]string{
	"pan": {"burner", "plancha"}, "pot": {"burner"}, "fryer": {"burner"}, "grill": {"oven"}, "salamander": {"grill", "oven"}, "steamer": {"combination oven", "burner"},
	"oven": {"combination oven", "deck oven"}, "plancha": {"burner"}, "blast chiller": {"fridge"}, "warming drawer": {"warm drawer"}, "flame": {"burner"}, "wok": {"burner"},
	"liquidiser": {"blender"}, "food processor": {"blender"}, "dehydrator": {"oven"}, "smoker": {"burner"}, "barbecue": {"grill", "oven"},
}

// StepsFrom makes the steps that a line says: its main action, and what
// follows that is more than a wait. What the line leaves open and the kitchen
// fills by its own habit is marked as ours. The ids are new among taken.
func StepsFrom(l reading.StepLine, k kitchen.Kitchen, taken map[string]bool) []Step {
	if l.Kind != reading.StepKind {
		return nil
	}
	verb := ""
	if l.Verb != nil {
		verb = *l.Verb
	}
	l = together(l)
	s := Step{Name: nameOf(l), Said: l.Line, Equipment: []Needed{}, Left: l.UntilFraction}
	s.Time = timeOf(l.Low, l.High)
	if l.Cue != nil {
		s.Cues = []Cue{{Sense: senseOf(*l.Cue), Right: *l.Cue}}
	}
	s.equip(l, verb, k)
	s.hold(l, verb)
	s.id(taken)
	out := []Step{s}
	for _, t := range l.Then {
		last := &out[len(out)-1]
		if waiting[t.What] && (t.Low != nil || t.High != nil) && last.Then == (Wait{}) {
			last.Then = waitOf(t)
			if t.High == nil || t.Low != nil && *t.High == *t.Low {
				last.mark("wait")
			}
			continue
		}
		out = append(out, stepOf(t, k, taken))
	}
	return out
}

// bothTimed is a time that stands behind two actions, after a comma.
var bothTimed = regexp.MustCompile(`^[^,;.]*\band [^,;.]*, (?:about )?\d`)

// together takes two verbs that share what is done and its time for one
// action: "oil and salt the skin, 2 min", "crack the crust and carve, 6 min".
func together(l reading.StepLine) reading.StepLine {
	if l.Verb == nil || len(l.Then) == 0 || l.Low != nil || l.High != nil || l.Cue != nil {
		return l
	}
	t := l.Then[0]
	line := strings.ToLower(l.Line)
	if strings.Contains(line, *l.Verb+" and "+t.What) || bothTimed.MatchString(line) && strings.Contains(line, " and "+t.What) {
		l.Low, l.High, l.Then = t.Low, t.High, l.Then[1:]
		if t.Note != nil {
			l.Cue = reading.Step(t.What + " " + *t.Note).Cue
		}
		if onHeat[t.What] {
			what := t.What
			l.Verb = &what
		}
	}
	return l
}

func stepOf(t reading.Then, k kitchen.Kitchen, taken map[string]bool) Step {
	note := ""
	if t.Note != nil {
		note = *t.Note
	}
	again := reading.Step(strings.TrimSpace(t.What + " " + note))
	s := Step{Name: clip(strings.TrimSpace(t.What + " " + note)), Time: timeOf(t.Low, t.High), Equipment: []Needed{}}
	if again.Cue != nil {
		s.Cues = []Cue{{Sense: senseOf(*again.Cue), Right: *again.Cue}}
	}
	s.equip(again, t.What, k)
	s.hold(again, t.What)
	s.id(taken)
	return s
}

func timeOf(low, high *float64) *Time {
	switch {
	case low == nil && high == nil:
		return nil
	case low == nil:
		low = high
	case high == nil:
		high = low
	}
	q, s := int64(math.Round(*low)), int64(math.Round(*high))
	if q > s {
		return nil
	}
	return &Time{Quick: q, Usual: (q + s) / 2, Slow: s, Per: Once}
}

// waitOf is a rest. Where only one figure is said, twice as long is still
// borne: the kitchen's own habit.
func waitOf(t reading.Then) Wait {
	w := Wait{Reason: t.What}
	if t.Note != nil {
		w.Reason = clip(t.What + ", " + *t.Note)
	}
	if t.Low == nil {
		most := int64(*t.High)
		w.Most = &most
		return w
	}
	w.Least = int64(*t.Low)
	most := int64(*t.Low) * 2
	if t.High != nil && *t.High > *t.Low {
		most = int64(*t.High)
	} else {
		w.Soft = true
	}
	if t.High == nil {
		return w
	}
	w.Most = &most
	return w
}

func (s *Step) mark(field string) {
	if !slices.Contains(s.Ours, field) {
		s.Ours = append(s.Ours, field)
	}
}

// equip finds the equipment of the kitchen that does what the line names.
func (s *Step) equip(l reading.StepLine, verb string, k kitchen.Kitchen) {
	word := ""
	switch {
	case l.Equipment != nil:
		word = *l.Equipment
	case onHeat[verb] && l.Temperature != nil && *l.Temperature >= 120 && verb != "fry" && verb != "caramelise":
		word = "oven"
	case onHeat[verb]:
		word = "flame"
	}
	if word == "" {
		return
	}
	kind := kindOf(word, k)
	if kind == "" {
		return
	}
	n := Needed{Kind: kind}
	if l.Temperature != nil {
		for _, e := range k.OfKind(kind) {
			if e.Heating != nil {
				setting := int64(math.Round(*l.Temperature))
				n.Setting = &setting
				if float64(setting) != *l.Temperature {
					s.mark("setting") // whole degrees are what an oven can be set to
				}
			}
		}
	}
	s.Equipment = append(s.Equipment, n)
}

// kindOf is the kind by which a kitchen calls an equipment; the word itself
// where it has none, so that the plan can say what is missing; empty for
// cold places that it does not count.
func kindOf(word string, k kitchen.Kitchen) string {
	for _, kind := range append([]string{word}, instead[word]...) {
		if len(k.OfKind(kind)) > 0 {
			return kind
		}
	}
	if word == "fridge" || word == "freezer" || word == "flame" {
		return ""
	}
	return word
}

// hold says whose hands the step needs: as the line says, or by habit.
func (s *Step) hold(l reading.StepLine, verb string) {
	whole := int64(0)
	if s.Time != nil {
		whole = s.Time.Usual
	}
	part := min(60, max(whole/4, 1))
	if l.HandsFor != nil {
		part = int64(*l.HandsFor)
	}
	said := ""
	if l.Hands != nil {
		said = *l.Hands
	} else {
		s.mark("hands")
	}
	slices := func(at ...int64) {
		s.Hands = Hands{Work: SliceHands}
		for _, a := range at {
			s.Hands.Slices = append(s.Hands.Slices, Slice{At: a, For: part})
		}
	}
	switch {
	case said == "all", said == "" && byHand[verb], said == "" && whole > 0 && whole <= 180 && !waiting[verb]:
		s.Hands = Hands{Work: AllHands}
	case said == "none", said == "" && (waiting[verb] || verb == "soak" || verb == "marinate" || verb == "cure" || verb == "infuse"):
		s.Hands = Hands{Work: NoHands}
	case said == "start":
		slices(0)
	case whole == 0:
		s.Hands = Hands{Work: AllHands}
	case said == "slices":
		slices(0, max(part, whole/2-part/2), -part)
	default:
		slices(0, -part)
	}
	if s.Hands.Work == SliceHands && 3*part > whole {
		s.Hands = Hands{Work: AllHands}
	}
	if said == "all" && strings.Contains(strings.ToLower(l.Line), "stop") {
		s.Unbroken = true
	}
}

var notName = regexp.MustCompile(`(?i)\s*(?:[,;(]|\bfor\b|\bat\b|\buntil\b|\btill\b|\babout\b|\bin the\b|\bin a\b|\bunder\b|\bwith\b|\bover\b|\bto a core\b|\d).*$`)

var notInName = regexp.MustCompile(`(?i)\s*(?:[,;(]|\bfor (?:about )?\d|\bat \d|\buntil\b|\btill\b|\d).*$`)

// nameOf is a short name for a line: its verb and what it is done to.
func nameOf(l reading.StepLine) string {
	text := strings.TrimSpace(l.Line)
	for _, s := range l.Spans {
		if s.As == "verb" {
			text = string([]rune(l.Line)[s.From:])
			break
		}
	}
	name := strings.Trim(notName.ReplaceAllString(text, ""), " .:")
	if !strings.Contains(name, " ") {
		name = strings.Trim(notInName.ReplaceAllString(text, ""), " .:")
	}
	if name == "" && l.Verb != nil {
		name = *l.Verb
	}
	if name == "" {
		name = text
	}
	return clip(strings.ToLower(name[:1]) + name[1:])
}

func clip(name string) string {
	r := []rune(strings.TrimSpace(name))
	if len(r) > 80 {
		r = append(r[:79], '…')
	}
	return string(r)
}

var measuring = regexp.MustCompile(`(?i)\b(?:core|°|probe|reads|needle|temperature)\b|°`)

// senseOf guesses the sense of a cue by words that leave no doubt.
func senseOf(cue string) string {
	switch {
	case measuring.MatchString(cue):
		return "measure"
	case names(cue, "golden brown pale colour clear translucent foam bubble foaming bubbles smooth mahogany"):
		return "see"
	case names(cue, "tender soft springy firm crisp flakes"):
		return "feel"
	case names(cue, "smell smells"):
		return "smell"
	}
	return ""
}

var notSlug = regexp.MustCompile(`[^a-z0-9]+`)

// Slug makes an id of a name, new among those that are taken.
func Slug(name string, taken map[string]bool) string {
	base := strings.Trim(notSlug.ReplaceAllString(strings.ToLower(name), "-"), "-")
	if len(base) > 40 {
		base = strings.Trim(base[:40], "-")
	}
	if base == "" {
		base = "x"
	}
	id := base
	for n := 2; taken[id]; n++ {
		id = fmt.Sprintf("%s-%d", base, n)
	}
	taken[id] = true
	return id
}

func (s *Step) id(taken map[string]bool) { s.ID = Slug(s.Name, taken) }

// LineFrom makes the line of a component that a typed line says, and finds
// what it names in the book. Two figures mean their middle.
func (b Book) LineFrom(l reading.IngredientLine, taken map[string]bool) (Line, bool) {
	if l.Kind != reading.IngredientKind || l.Item == nil {
		return Line{}, false
	}
	out := Line{ID: Slug(*l.Item, taken), Name: *l.Item}
	if l.Note != nil {
		out.Note = *l.Note
	}
	low, high := l.Low, l.High
	if low == nil {
		low = high
	}
	if high == nil {
		high = low
	}
	if low != nil && l.Unit != nil {
		out.Amount = &units.Amount{Quantity: (*low + *high) / 2, Unit: units.Unit(*l.Unit)}
		if *low != *high {
			out.Note = strings.TrimPrefix(out.Note+fmt.Sprintf(", %g to %g", *low, *high), ", ")
		}
	}
	out.Free = out.Amount == nil && (freely.MatchString(*l.Item) || freely.MatchString(out.Note))
	out.Ingredient, out.Component = b.Find(out.Name)
	return out, true
}

var freely = regexp.MustCompile(`(?i)\b(?:to taste|for frying|for the (?:mould|tin|pan)|for greasing|for dusting|salt|pepper|water|ice)\b`)

// Find looks a thing up by its name, or another word for it: first what is
// bought under that very name, then what is made, then what differs from it
// only in adjectives that tell nothing.
func (b Book) Find(name string) (ingredient, component string) {
	alike := func(a, b string) bool { return len(telling(a)) > 0 && slices.Equal(telling(a), telling(b)) }
	for _, close := range []func(a, b string) bool{sameName, alike} {
		for _, id := range sortedKeys(b.Ingredients) {
			i := b.Ingredients[id]
			if close(i.Name, name) || slices.ContainsFunc(i.Also, func(also string) bool { return close(also, name) }) {
				return id, ""
			}
		}
		for _, id := range sortedKeys(b.Components) {
			if close(b.Components[id].Name, name) {
				return "", id
			}
		}
	}
	return "", ""
}

func sortedKeys[T any](m map[string]T) []string {
	out := make([]string, 0, len(m))
	for k := range m {
		out = append(out, k)
	}
	slices.Sort(out)
	return out
}
