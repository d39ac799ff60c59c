package entry

import (
	"regexp"
	"strings"

	"jointime/internal/core/reading"
	"jointime/internal/core/words"
)

// Pasted is a text, taken apart into components with their lines, for a cook
// to review before anything is kept.
type Pasted struct {
	Name       string            `json:"name" maxLength:"120" doc:"of the dish"`
	Components []PastedComponent `json:"components" nullable:"false" maxItems:"60"`
	About      map[string]any    `json:"about,omitempty"`
}

// PastedComponent is what stands under one heading.
type PastedComponent struct {
	Name    string       `json:"name" maxLength:"120"`
	Portion string       `json:"portion,omitempty" maxLength:"60" doc:"on one plate, as typed"`
	Yield   string       `json:"yield,omitempty" maxLength:"60" doc:"what the lines make, as typed"`
	Lines   []PastedLine `json:"lines" nullable:"false" maxItems:"400"`
}

// PastedLine is one line, and what it is taken for.
type PastedLine struct {
	Text       string                  `json:"text" maxLength:"900000"`
	As         string                  `json:"as" enum:"ingredient,step,skip"`
	Ingredient *reading.IngredientLine `json:"ingredient,omitempty"`
	Step       *reading.StepLine       `json:"step,omitempty"`
}

var (
	ingredientsHead = regexp.MustCompile(`(?i)^(?:ingredients?|you need|shopping)$`)
	methodHead      = regexp.MustCompile(`(?i)^(?:methods?|preparation|steps|directions|how)$`)
	forThe          = regexp.MustCompile(`(?i)^(?:for (?:the )?|the )`)
	yieldLine       = regexp.MustCompile(`(?i)^\s*(?:makes|yields?)[: ]+(.+)$`)
	timeFirst       = regexp.MustCompile(`(?i)^\W*[\d½¼¾][\d\s½¼¾.,–-]*(?:min|mins|minutes?|hours?|hrs?|h|secs?|seconds?|days?)\b`)
	portionLine     = regexp.MustCompile(`(?i)^\s*(?:portion|on the plate|a plate takes|per plate|plate)[: ]+(.+)$`)
)

// Paste takes a pasted text apart. A heading begins a component; the first
// line, where it is a heading with another right below it or stands alone
// above an empty line, is the name of the dish. A line is a step when it
// begins with what a cook does, and an ingredient when it begins with an
// amount or names a thing only.
func Paste(text string) Pasted {
	out := Pasted{Components: []PastedComponent{}}
	section := ""
	add := func(l PastedLine) {
		if len(out.Components) == 0 {
			out.Components = append(out.Components, PastedComponent{Lines: []PastedLine{}})
		}
		c := &out.Components[len(out.Components)-1]
		c.Lines = append(c.Lines, l)
	}
	lines := reading.Lines(text)
	for i, line := range lines {
		head := headingText(line)
		switch {
		case strings.TrimSpace(line) == "":
		case ingredientsHead.MatchString(head):
			section = "ingredient"
		case methodHead.MatchString(head):
			section = "step"
		case out.Name == "" && len(out.Components) == 0 && titleOf(lines, i):
			out.Name = strings.TrimSpace(strings.Trim(line, "#* "))
		case head != "":
			section = ""
			out.Components = append(out.Components, PastedComponent{Name: head, Lines: []PastedLine{}})
		default:
			if len(out.Components) == 0 || !out.Components[len(out.Components)-1].facts(line) {
				add(pastedLine(line, section, !out.begun()))
			}
		}
	}
	return out
}

// begun reports whether the component at hand has a step already: its list of
// ingredients is then over.
func (p Pasted) begun() bool {
	if len(p.Components) == 0 {
		return false
	}
	for _, l := range p.Components[len(p.Components)-1].Lines {
		if l.As == "step" {
			return true
		}
	}
	return false
}

// PasteSection is a component whose ingredients and steps are told apart
// already.
func PasteSection(name string, ingredients, steps []string) PastedComponent {
	c := PastedComponent{Name: name, Lines: []PastedLine{}}
	for _, text := range ingredients {
		c.Lines = append(c.Lines, pastedLine(text, "ingredient", true))
	}
	for _, text := range steps {
		c.Lines = append(c.Lines, pastedLine(text, "step", false))
	}
	return c
}

// facts reads what a component makes and what a plate takes of it; false: the
// line says neither.
func (c *PastedComponent) facts(line string) bool {
	if m := yieldLine.FindStringSubmatch(line); m != nil && c.Yield == "" {
		c.Yield = strings.TrimSpace(m[1])
		return true
	}
	if m := portionLine.FindStringSubmatch(line); m != nil && c.Portion == "" {
		c.Portion = strings.TrimSpace(m[1])
		return true
	}
	return false
}

// headingText is the text of a heading, without its marks; empty: it is none.
func headingText(line string) string {
	if !reading.IsHeading(line) {
		return ""
	}
	text := strings.Trim(line, "#*:- \t")
	text = forThe.ReplaceAllString(text, "")
	if text == strings.ToUpper(text) {
		text = strings.ToLower(text)
	}
	if text == "" {
		return ""
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
	return strings.TrimSpace(next) == "" || headingText(next) != ""
}

func pastedLine(line, section string, listing bool) PastedLine {
	in, step := reading.Ingredient(line), reading.Step(line)
	l := PastedLine{Text: strings.TrimSpace(line), As: "skip"}
	switch {
	case yieldLine.MatchString(line) || portionLine.MatchString(line):
	case section == "" && timeFirst.MatchString(line) && step.Low != nil:
		l.As = "step"
	case section == "ingredient" && in.Kind == reading.IngredientKind:
		l.As = "ingredient"
	case section == "step" && step.Kind == reading.StepKind:
		l.As = "step"
	case in.Kind == reading.IngredientKind && in.Low != nil && !(step.Kind == reading.StepKind && step.Verb != nil && step.Low != nil),
		in.Kind == reading.IngredientKind && in.High != nil && step.Verb == nil:
		l.As = "ingredient"
	case listing && in.Kind == reading.IngredientKind && bare(step):
		l.As = "ingredient"
	case step.Kind == reading.StepKind && step.Verb != nil:
		l.As = "step"
	case in.Kind == reading.IngredientKind:
		l.As = "ingredient"
	}
	l.read()
	return l
}

// LooksLike says what a line on its own would be taken for: ingredient, step
// or skip.
func LooksLike(line string) string { return pastedLine(line, "", false).As }

// bare tells a line of a word or two that says nothing but a verb: "salt",
// "oil and butter".
func bare(s reading.StepLine) bool {
	return len(strings.Fields(s.Line)) <= 3 && s.Low == nil && s.High == nil && s.Temperature == nil && s.Cue == nil
}

// Read understands every line again as what it is taken for now.
func (p *Pasted) Read() {
	for c := range p.Components {
		for l := range p.Components[c].Lines {
			p.Components[c].Lines[l].read()
		}
	}
}

// read understands the line as what it is taken for.
func (l *PastedLine) read() {
	l.Ingredient, l.Step = nil, nil
	switch l.As {
	case "ingredient":
		in := reading.Ingredient(l.Text)
		l.Ingredient = &in
	case "step":
		s := reading.Step(l.Text)
		l.Step = &s
	}
}
