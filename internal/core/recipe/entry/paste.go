package entry

import (
	"regexp"
	"slices"
	"strings"
	"sync"

	"jointime/internal/core/reading"
	"jointime/internal/core/words"
)

// Pasted is a text, taken apart into components with their lines, for a cook
// to review before anything is kept.
type Pasted struct {
	Name       string            `json:"name" maxLength:"120" doc:"of the dish"`
	Serves     string            `json:"serves,omitempty" maxLength:"60" doc:"how many portions the lists are for, as typed"`
	Components []PastedComponent `json:"components" nullable:"false" maxItems:"60"`
	About      map[string]any    `json:"about,omitempty"`
}

// PastedComponent is what stands under one heading.
type PastedComponent struct {
	Name    string       `json:"name" maxLength:"120"`
	Portion string       `json:"portion,omitempty" maxLength:"60" doc:"on one plate, as typed"`
	Yield   string       `json:"yield,omitempty" maxLength:"60" doc:"what the lines make, as typed"`
	Keeps   string       `json:"keeps,omitempty" maxLength:"120" doc:"how long it keeps, as typed"`
	Lines   []PastedLine `json:"lines" nullable:"false" maxItems:"400"`
	Asks    []string     `json:"asks,omitempty" doc:"what does not fit together in it"`
}

// PastedLine is one line, and what it is taken for.
type PastedLine struct {
	Text       string                  `json:"text" maxLength:"900000"`
	As         string                  `json:"as" enum:"ingredient,step,skip"`
	Ask        string                  `json:"ask,omitempty" doc:"what is in doubt about what it is"`
	Splits     []string                `json:"splits,omitempty" doc:"the two lines that it may be"`
	Ingredient *reading.IngredientLine `json:"ingredient,omitempty"`
	Step       *reading.StepLine       `json:"step,omitempty"`
}

var (
	ingredientsHead = regexp.MustCompile(`(?i)^(?:ingredients?|you(?:'ll)? need|shopping|what you need)$`)
	methodHead      = regexp.MustCompile(`(?i)^(?:methods?|preparation|steps|directions|instructions|procedure|how(?: to)?|to (?:make|cook)(?: it)?|what to do)$`)
	forThe          = regexp.MustCompile(`(?i)^(?:for (?:the )?|the )`)
	yieldLine       = regexp.MustCompile(`(?i)^\s*(?:makes|yields?)[: ]+(?:about |approx\.? |around |roughly )?(.+)$`)
	servesLine      = regexp.MustCompile(`(?i)^\W*(?:(?:serves|feeds|portions|covers|for)[: ]+(?:about )?(\d{1,4})(?: (?:people|persons|portions|covers|as a .*))?|(\d{1,4}) (?:portions|covers|servings))\W*$`)
	yieldBehind     = regexp.MustCompile(`(?i)^(.*?)\s*\(((?:makes|yields?|serves|for|feeds) [^()]*\d[^()]*)\)\s*:?$`)
	keepsLine       = regexp.MustCompile(`(?i)(?:^|[.;,(]\s*)\s*(?:it |they |this |will )*keeps?(?: well)?(?: chilled| covered)?(?: (?:for|up to))* ((?:a |\d)[^.;)]*?(?:days?|weeks?|months?|hours?|hrs?|h|d)\b[^.;,)]*)[.;)]?\s*$`)
	timeFirst       = regexp.MustCompile(`(?i)^\W*[\d½¼¾][\d\s½¼¾.,–-]*(?:min|mins|minutes?|hours?|hrs?|h|secs?|seconds?|days?)\b`)
	portionLine     = regexp.MustCompile(`(?i)^\s*(?:portion|on the plate|a plate takes|per plate|plate)[: ]+(.+)$`)
)

// Paste takes a pasted text apart. A heading begins a component; the first
// line, where it is a heading with another right below it or stands alone
// above an empty line, is the name of the dish. A line is a step when it
// begins with what a cook does, and an ingredient when it begins with an
// amount or names a thing only.
func Paste(text string) Pasted {
	p := paster{lines: reading.Lines(text), out: Pasted{Components: []PastedComponent{}}}
	p.read()
	for i := range p.lines {
		p.line(i)
	}
	p.out.Components = slices.DeleteFunc(p.out.Components, func(c PastedComponent) bool { return len(c.Lines) == 0 && c.Name == p.out.Name })
	p.out.served()
	p.out.Check()
	return p.out
}

// paster is a text on its way into components.
type paster struct {
	lines   []string
	section string // what a heading says that its lines are
	both    map[string]twice
	out     Pasted
}

// twice is a line read as an ingredient and as a step.
type twice struct {
	in   reading.IngredientLine
	step reading.StepLine
}

func readTwice(line string) twice {
	line = strings.TrimSpace(line)
	t := twice{in: reading.Ingredient(line)}
	if verb, _ := reading.Begins(line); verb == "" && t.in.Kind == reading.IngredientKind && t.in.Low != nil && t.in.Unit != nil && startsWithFigure(line) && !reading.MayHaveTime(leadFigure.ReplaceAllString(line, "")) {
		t.step = reading.StepLine{Line: line, Kind: reading.Unread} // so much of something, and nothing that is done
		return t
	}
	t.step = reading.Step(line)
	return t
}

// readers is how many lines of a paste are read side by side.
const readers = 4

// read reads all lines side by side: that is most of the work of a long paste.
func (p *paster) read() {
	out := make([]twice, len(p.lines))
	var wait sync.WaitGroup
	for h := range readers {
		wait.Go(func() {
			for i := h; i < len(p.lines); i += readers {
				out[i] = readTwice(p.lines[i])
			}
		})
	}
	wait.Wait()
	p.both = make(map[string]twice, len(p.lines))
	for i, line := range p.lines {
		p.both[strings.TrimSpace(line)] = out[i]
	}
}

// of is what a line is read as, also one that was cut out of another.
func (p *paster) of(line string) twice {
	line = strings.TrimSpace(line)
	if t, known := p.both[line]; known {
		return t
	}
	return readTwice(line)
}

func (p *paster) line(i int) {
	line := p.lines[i]
	if m := yieldBehind.FindStringSubmatch(line); m != nil && !startsWithFigure(line) { // "Fondant (makes 8)"
		p.lines[i] = strings.TrimSpace(m[1])
		if p.lines[i] != "" {
			p.line(i)
		}
		p.makes(m[2])
		return
	}
	head := headingText(line)
	switch {
	case strings.TrimSpace(line) == "":
	case servesLine.MatchString(line):
		p.serves(line)
	case ingredientsHead.MatchString(head):
		p.section = "ingredient"
	case methodHead.MatchString(head):
		p.section = "step"
	case p.out.Name == "" && len(p.out.Components) == 0 && titleOf(p.lines, i):
		p.out.Name = calm(strings.Trim(line, "#* "))
	case head != "":
		p.begin(head)
	case p.nameOf(i):
		name := calm(strings.Trim(line, "#*-: "))
		if p.out.Name == "" && len(p.out.Components) == 0 {
			p.out.Name = name
		}
		p.begin(name)
	default:
		p.add(line)
	}
}

// makes takes what stands in brackets behind a heading.
func (p *paster) makes(text string) {
	if servesLine.MatchString(text) || len(p.out.Components) == 0 {
		if m := yieldLine.FindStringSubmatch(text); m != nil {
			text = "serves " + m[1]
		}
		if servesLine.MatchString(text) {
			p.serves(text)
		}
		return
	}
	p.out.Components[len(p.out.Components)-1].facts(text)
}

// begin begins a component.
func (p *paster) begin(name string) {
	p.section = ""
	p.out.Components = append(p.out.Components, PastedComponent{Name: name, Lines: []PastedLine{}})
}

// add puts a line to the component at hand.
func (p *paster) add(line string) {
	if len(p.out.Components) == 0 {
		p.out.Components = append(p.out.Components, PastedComponent{Lines: []PastedLine{}})
	}
	c := &p.out.Components[len(p.out.Components)-1]
	if c.facts(line) {
		return
	}
	if m := keepsLine.FindStringSubmatchIndex(line); m != nil && c.Keeps == "" {
		c.Keeps = strings.TrimSpace(line[m[2]:m[3]])
		if line = strings.TrimRight(line[:m[0]], " ,;("); strings.TrimSpace(line) == "" {
			return
		}
	}
	one := pastedLine(line, p.of(line), p.section, !p.out.begun())
	if parts := one.sure(p.section); parts != nil {
		c.Lines = append(c.Lines, parts...)
		return
	}
	c.Lines = append(c.Lines, one)
}

// serves reads for how many a list is: of the component at hand, or of all.
func (p *paster) serves(line string) {
	m := servesLine.FindStringSubmatch(line)
	n := m[1] + m[2] + " portions"
	if len(p.out.Components) == 0 || len(p.out.Components) == 1 && len(p.out.Components[0].Lines) == 0 {
		p.out.Serves = n
		return
	}
	if c := &p.out.Components[len(p.out.Components)-1]; c.Yield == "" {
		c.Yield = n
	}
}

// served gives every component without a yield of its own what the whole recipe is for.
func (p *Pasted) served() {
	for i := range p.Components {
		if p.Serves != "" && p.Components[i].Yield == "" {
			p.Components[i].Yield = p.Serves
		}
	}
}

// nameOf tells the name of a component that stands on a line of its own, right above its
// list or its method: a few words without a figure, that are no action.
func (p *paster) nameOf(i int) bool {
	line := strings.TrimSpace(p.lines[i])
	if i > 0 && strings.TrimSpace(p.lines[i-1]) != "" || i+1 >= len(p.lines) || len(strings.Fields(line)) > 7 || strings.ContainsAny(line, "0123456789½¼¾.;!?") || strings.HasSuffix(line, ",") {
		return false
	}
	next := strings.TrimSpace(p.lines[i+1])
	if next == "" || len(strings.Fields(line)) == 0 {
		return false
	}
	if p.of(line).step.Low != nil {
		return false
	}
	amount := p.of(next).in
	listed := amount.Kind == reading.IngredientKind && amount.Low != nil
	verb, sure := reading.Begins(line)
	if sure && !(listed && len(strings.Fields(line)) <= 2 && !strings.Contains(line, " the ")) {
		return false
	}
	_, acts := reading.Begins(next)
	below := headingText(next)
	return listed || verb == "" && acts || ingredientsHead.MatchString(below) || methodHead.MatchString(below) || servesLine.MatchString(next) || yieldLine.MatchString(next)
}

// PasteSection is a component whose ingredients and steps are told apart
// already.
func PasteSection(name string, ingredients, steps []string) PastedComponent {
	c := PastedComponent{Name: name, Lines: []PastedLine{}}
	for _, text := range ingredients {
		c.Lines = append(c.Lines, pastedLine(text, readTwice(text), "ingredient", true))
	}
	for _, text := range steps {
		c.Lines = append(c.Lines, pastedLine(text, readTwice(text), "step", false))
	}
	return c
}

// headingText is the text of a heading, without its marks; empty: it is none.
func headingText(line string) string {
	if !reading.IsHeading(line) {
		return ""
	}
	text := strings.Trim(line, "#*:- \t")
	return calm(forThe.ReplaceAllString(text, ""))
}

// calm writes a heading as a name: with a large letter first, and not in large letters alone.
func calm(text string) string {
	text = strings.TrimSpace(text)
	if text == strings.ToUpper(text) {
		text = strings.ToLower(text)
	}
	return words.Upper(text)
}

// titleOf tells the title of a dish: the first line that says anything, if it
// is no amount and no step, and an empty line or a heading comes next.
func titleOf(lines []string, i int) bool {
	for _, before := range lines[:i] {
		if strings.TrimSpace(before) != "" {
			return false
		}
	}
	line := lines[i]
	if strings.HasSuffix(strings.TrimSpace(line), ":") || strings.ContainsAny(line, "0123456789") || reading.Step(line).Kind == reading.StepKind && reading.Step(line).Low != nil {
		return false
	}
	if i+1 >= len(lines) {
		return false
	}
	next := lines[i+1]
	return strings.TrimSpace(next) == "" || headingText(next) != "" || servesLine.MatchString(next) || yieldLine.MatchString(next) || yieldBehind.MatchString(next)
}
