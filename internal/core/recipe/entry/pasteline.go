package entry

import (
	"regexp"
	"slices"
	"strings"

	"jointime/internal/core/reading"
)

// pastedLine reads a line under a heading that says what its lines are; listing: the list of
// ingredients is not over yet.
func pastedLine(line string, read twice, section string, listing bool) PastedLine {
	l := PastedLine{Text: strings.TrimSpace(line)}
	l.As, l.Ask = taken(l.Text, read.in, read.step, section, listing)
	l.as(read.in, read.step)
	return l
}

// taken is what a line is taken for, and what is in doubt about that.
func taken(line string, in reading.IngredientLine, step reading.StepLine, section string, listing bool) (as, ask string) {
	verb, sure := reading.Begins(line)
	listed := in.Kind == reading.IngredientKind
	switch {
	case yieldLine.MatchString(line) || portionLine.MatchString(line):
		return "skip", ""
	case section == "" && timeFirst.MatchString(line) && step.Low != nil:
		return "step", ""
	case section != "step" && startsWithFigure(line) && isSplit(line):
		return "ingredient", ""
	case section == "ingredient" && listed:
		if sure && in.Low == nil && len(strings.Fields(line)) > 2 {
			return "step", "In the list of ingredients: a step?"
		}
		return "ingredient", ""
	case section == "step":
		return underMethod(in, step)
	case sure && step.Kind == reading.StepKind && !startsWithFigure(line) && (step.Low != nil || step.Temperature != nil || step.Cue != nil || in.Low == nil):
		return "step", ""
	case listed && in.Low != nil && !(step.Kind == reading.StepKind && step.Verb != nil && step.Low != nil), listed && in.High != nil && step.Verb == nil:
		return "ingredient", ""
	case listing && listed && !sure && (bare(step) || verb != "" && len(reading.Foods("the "+verb)) > 0 && nothingDone(step)):
		return "ingredient", doubtful(verb)
	case step.Kind == reading.StepKind && step.Verb != nil:
		return "step", ""
	case listed && listing:
		return "ingredient", ""
	case listed && bare(step):
		return "ingredient", "An ingredient, or a step?"
	case listed: // after the first step, without an amount and without a verb that is known
		return "step", "A step, or an ingredient?"
	}
	return "skip", ""
}

func startsWithFigure(line string) bool { return figureFirst.MatchString(line) }

var (
	figureFirst = regexp.MustCompile(`^\W*[\d½¼¾⅓⅔]`)
	leadFigure  = regexp.MustCompile(`^\W*[\d½¼¾⅓⅔.,/ –-]+`)
)

// underMethod reads a line under the heading of a method. Only an amount of something, with
// no word for what is done, may be an ingredient there, and that is asked.
func underMethod(in reading.IngredientLine, step reading.StepLine) (as, ask string) {
	switch {
	case step.Kind == reading.Empty || step.Kind == reading.Heading:
		return "skip", ""
	case in.Kind == reading.IngredientKind && in.Low != nil && in.Unit != nil && step.Verb == nil && step.Low == nil:
		return "ingredient", "Under the method: an ingredient?"
	case step.Kind == reading.StepKind:
		return "step", ""
	case strings.IndexFunc(step.Line, isLetter) >= 0 && in.Kind == reading.IngredientKind:
		return "step", "Do what?"
	}
	return "skip", ""
}

// doubtful asks about a bare word that is food and work: "chill", "toast".
func doubtful(verb string) string {
	if verb == "" || verb == "salt" || verb == "butter" || verb == "oil" || verb == "flour" || verb == "cream" || verb == "water" || verb == "spice" || verb == "zest" {
		return ""
	}
	return "An ingredient, or a step?"
}

func isLetter(r rune) bool { return r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z' || r > 127 }

// LooksLike says what a line on its own would be taken for: ingredient, step
// or skip.
func LooksLike(line string) string {
	as, _ := taken(line, reading.Ingredient(line), reading.Step(line), "", false)
	return as
}

// bare tells a line of a word or two that says nothing but a verb: "salt",
// "oil and butter".
func bare(s reading.StepLine) bool {
	return len(strings.Fields(s.Line)) <= 3 && nothingDone(s)
}

func nothingDone(s reading.StepLine) bool {
	return s.Low == nil && s.High == nil && s.Temperature == nil && s.Cue == nil && !slices.ContainsFunc(s.Then, func(t reading.Then) bool { return t.Low != nil || t.High != nil })
}

// Read understands every line again as what it is taken for now.
func (p *Pasted) Read() {
	for c := range p.Components {
		for l := range p.Components[c].Lines {
			p.Components[c].Lines[l].read()
		}
	}
	p.Check()
}

// read understands the line as what it is taken for.
func (l *PastedLine) read() {
	switch l.As {
	case "ingredient":
		l.as(reading.Ingredient(l.Text), reading.StepLine{})
	case "step":
		l.as(reading.IngredientLine{}, reading.Step(l.Text))
	default:
		l.as(reading.IngredientLine{}, reading.StepLine{})
	}
}

// as keeps what was read of the line as what it is taken for.
func (l *PastedLine) as(in reading.IngredientLine, s reading.StepLine) {
	l.Ingredient, l.Step, l.Splits = nil, nil, nil
	switch l.As {
	case "ingredient":
		l.Ingredient, l.Splits = &in, split(in)
	case "step":
		if s.Kind == reading.Unread && len(l.Text) <= reading.LongestLine && strings.IndexFunc(l.Text, isLetter) >= 0 { // a word for work that is not known
			s.Kind, s.Doubt = reading.StepKind, true
		}
		l.Step = &s
	}
}

var (
	// andMore is a second amount in one line: "1 leek, 2 carrots".
	andMore = regexp.MustCompile(`(?i)^(.+?\pL)\s*(?:,|;|\+|&|\band\b|\bplus\b|\s)\s*((?:\d|[½¼¾]|an? ).*\pL.*)$`)
	// twoBare are two things without amounts: "salt and pepper".
	twoBare = regexp.MustCompile(`(?i)^((?:sea |table |rock )?salt|[\pL ]*oil|butter|[\pL ]*pepper|thyme|rosemary|bay|garlic|sugar)\s*(?:&|\band\b|,|\+)\s*([\pL ]*(?:salt|pepper|oil|butter|thyme|rosemary|bay|garlic|sugar|lemon|vinegar|flour))$`)
	// thenWork is work behind an ingredient: "2 eggs, boil 6 min".
	thenWork = regexp.MustCompile(`^(.+?\pL)\s*[,;:]\s*(\pL.*\d.*)$`)
)

var betweenFoods = regexp.MustCompile(`\s*(?:,|&|\+|\band\b)\s*`)

// severalFoods are the parts of a list on one line: "thyme, garlic, butter".
func severalFoods(text string) []string {
	parts := betweenFoods.Split(text, -1)
	for _, part := range parts {
		if len(strings.Fields(part)) > 2 || len(reading.Foods("the "+part)) == 0 && !strings.EqualFold(part, "salt") && !strings.EqualFold(part, "pepper") {
			return nil
		}
	}
	return parts
}

// sure is what a line is split into where every part is understood by itself; nil: it is one
// line, or a cook has to say.
func (l PastedLine) sure(section string) (out []PastedLine) {
	for _, text := range l.Splits {
		part := pastedLine(text, readTwice(text), section, true)
		if part.As == "skip" || part.Ask != "" || part.Ingredient != nil && part.Ingredient.Doubt || part.Step != nil && part.Step.Doubt {
			return nil
		}
		out = append(out, part)
	}
	return out
}

// isSplit tells an ingredient with work behind it.
func isSplit(line string) bool {
	m := thenWork.FindStringSubmatch(strings.TrimSpace(line))
	if m == nil {
		return false
	}
	first, then := reading.Ingredient(m[1]), reading.Step(m[2])
	return first.Low != nil && !first.Doubt && !timeFirst.MatchString(m[1]) && then.Verb != nil && then.Low != nil
}

// split is the two lines that a line may be: two ingredients, or an ingredient and what is
// done to it.
func split(in reading.IngredientLine) []string {
	text := strings.TrimSpace(in.Line)
	if in.Doubt && strings.Contains(strings.Join(in.Why, " "), "Two ingredients") {
		if m := andMore.FindStringSubmatch(text); m != nil {
			return m[1:3]
		}
	}
	if m := twoBare.FindStringSubmatch(text); m != nil && in.Low == nil {
		return m[1:3]
	}
	if parts := severalFoods(text); in.Low == nil && len(parts) > 1 {
		return parts
	}
	if m := thenWork.FindStringSubmatch(text); m != nil {
		if s := reading.Step(m[2]); s.Kind == reading.StepKind && s.Verb != nil && s.Low != nil {
			return m[1:3]
		}
	}
	return nil
}
