package entry

import (
	"fmt"
	"regexp"
	"strconv"
	"strings"

	"jointime/internal/core/reading"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// Some lines that are typed under the steps of a component are about several of them: a wait in
// all, an order that always holds, what goes in and comes out again.
var (
	inAll       = regexp.MustCompile(`(?i)^(.*?)[ ,]*\b((?:at least |up to |at most |not more than |no more than )?\d.*?)[ ,]+(?:in all|in total|altogether)(?:,? +from (.+?) to (.+?))?\.?$`)
	alwaysFirst = regexp.MustCompile(`(?i)^(.+?)[ ,]+always (?:comes? |goes )?before (.+?)(?:[:,;] *(?:because |for )?(.+?))?\.?$`)
	comesOut    = regexp.MustCompile(`(?i)^(?:(\d+|one|two|three|four|five|six|eight|ten|twelve) )?(.+?)( each| a portion| per portion| a piece)?(?:,? (?:goes? )?in (?:at|with) (.+?))?,? (?:comes? )?out (?:at|with|before) (.+?)(?:,? within (.+?))?\.?$`)
	countWords  = map[string]int{"one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "eight": 8, "ten": 10, "twelve": 12}
)

// AboutSteps is a component with what a line says of several of its steps, and that in words. False
// where it is no such line, or names steps that are not there: it is then read as anything else.
func AboutSteps(c recipe.Component, line string) (changed recipe.Component, said string, is bool) {
	line = strings.TrimSpace(line)
	if len(c.Steps()) == 0 {
		return c, "", false
	}
	if m := comesOut.FindStringSubmatch(line); m != nil && reading.Step(m[2]).Verb == nil { // "lift it out with a slice" is a step
		return takeOutOf(c, m)
	}
	if m := inAll.FindStringSubmatch(line); m != nil {
		return chainOf(c, m)
	}
	if m := alwaysFirst.FindStringSubmatch(line); m != nil {
		return orderOf(c, m)
	}
	return c, "", false
}

// stepNamed finds the step that words mean: the one with the most of them in its name.
func stepNamed(c recipe.Component, said string) (recipe.Step, bool) {
	wanted, best, found := words.Telling(said), 0, recipe.Step{}
	for _, s := range c.Steps() {
		n := 0
		for _, w := range wanted {
			if words.AnyOf(words.Of(s.Name), []string{w}) {
				n++
			}
		}
		if n > best {
			best, found = n, s
		}
	}
	return found, best > 0
}

// methodOf is the component with its method changed.
func methodOf(c recipe.Component, change func(*recipe.Method)) recipe.Component {
	c = c.Done(c.Steps())
	for i := range c.Methods {
		if c.Methods[i].ID == c.Method().ID {
			change(&c.Methods[i])
		}
	}
	return c
}

// chainOf reads a wait in all: from the end of the first step to the start of the last, where the line
// does not say from what to what.
func chainOf(c recipe.Component, m []string) (recipe.Component, string, bool) {
	l := reading.Step("rest " + m[2])
	if l.Low == nil && l.High == nil || l.Doubt {
		return c, "", false
	}
	steps := c.Steps()
	from, to := steps[0], steps[len(steps)-1]
	known := true
	if m[3] != "" {
		from, known = stepNamed(c, m[3])
	}
	chain := recipe.Chain{Reason: strings.TrimRight(strings.TrimSpace(m[1]), ",:"), Best: seconds(l.Best)}
	w := waitOf(l.Low, l.High)
	chain.Least, chain.Most = w.Least, w.Most
	switch toKnown := true; {
	case m[4] != "" && words.Says(m[4], []string{"plate", "pass"}):
		chain.To.Step = recipe.Plate
	case m[4] != "":
		to, toKnown = stepNamed(c, m[4])
		known = known && toKnown
		fallthrough
	default:
		chain.To.Step = to.ID
	}
	chain.From = recipe.Point{Step: from.ID, End: true}
	if !known || chain.To.Step != recipe.Plate && c.StepAt(chain.To.Step) <= c.StepAt(from.ID) {
		return c, "", false
	}
	end := "the plate"
	if chain.To.Step != recipe.Plate {
		end = "the start of " + to.Name
	}
	said := fmt.Sprintf("%s %s in all, from the end of %s to %s", orRest(chain.Reason, "wait"), strings.TrimSpace(m[2]), from.Name, end)
	if m[3] == "" {
		said += ", assumed"
	}
	return methodOf(c, func(x *recipe.Method) { x.Chains = append(append([]recipe.Chain{}, x.Chains...), chain) }), said, true
}

func orderOf(c recipe.Component, m []string) (recipe.Component, string, bool) {
	first, one := stepNamed(c, m[1])
	then, other := stepNamed(c, m[2])
	if !one || !other || first.ID == then.ID {
		return c, "", false
	}
	o := recipe.StepOrder{First: first.ID, Then: then.ID, Reason: strings.TrimSpace(m[3])}
	said := fmt.Sprintf("always %s before %s", first.Name, then.Name)
	return methodOf(c, func(x *recipe.Method) { x.Orders = append(append([]recipe.StepOrder{}, x.Orders...), o) }), said, true
}

// takeOutOf reads what goes in and comes out again: with the first step that names it, or else with the
// first, where the line does not say with which.
func takeOutOf(c recipe.Component, m []string) (recipe.Component, string, bool) {
	t := recipe.TakeOut{Name: strings.TrimSpace(m[2]), Each: m[3] != ""}
	if t.Pieces = countWords[strings.ToLower(m[1])]; t.Pieces == 0 && m[1] != "" {
		t.Pieces, _ = strconv.Atoi(m[1])
	}
	in, named := c.Steps()[0], false
	if m[4] != "" {
		if in, named = stepNamed(c, m[4]); !named {
			return c, "", false
		}
	} else if s, is := stepNamed(c, t.Name); is {
		in, named = s, true
	}
	t.In, t.Out = in.ID, recipe.Plate
	out := "before the plate"
	if !words.Says(m[5], []string{"plate", "plating", "plated", "pass", "serving"}) {
		s, is := stepNamed(c, m[5])
		if !is || c.StepAt(s.ID) < c.StepAt(in.ID) || s.ID == in.ID && m[6] == "" {
			return c, "", false
		}
		t.Out, out = s.ID, "at "+s.Name
	}
	if m[6] != "" {
		l := reading.Step("rest " + m[6])
		if l.High == nil {
			return c, "", false
		}
		n := int64(*l.High)
		t.Within = &n
		out += ", within " + units.FormatDuration(n)
	}
	c.TakeOuts = append(append([]recipe.TakeOut{}, c.TakeOuts...), t)
	what := t.Counted(1)
	if t.Each {
		what += " for each portion"
	}
	said := fmt.Sprintf("%s: in at %s, out %s", what, in.Name, out)
	if !named {
		said += ", assumed"
	}
	return c, said, true
}
