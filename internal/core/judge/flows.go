package judge

import (
	"fmt"
	"slices"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
)

// What is hot, and nobody said how long it may wait, waits ten minutes at most: common
// practice, without a source.
const hotWaits = 600

// lot is so many portions at a moment.
type lot struct {
	at       int64
	portions int
	bar      int
}

// handed is so many portions from one bar to another: what is made first is used first, which
// makes the longest wait as short as it can be.
type handed struct{ from, to lot }

// hand matches what is made with what is used, in time; false where it is not the same
// amount, for then it is not known whose is whose.
func hand(made, used []lot) (out []handed, ok bool) {
	sum := 0
	for _, m := range made {
		sum += m.portions
	}
	for _, u := range used {
		sum -= u.portions
	}
	if sum != 0 || len(made) == 0 {
		return nil, false
	}
	k, left := 0, made[0].portions
	for _, u := range used {
		for need := u.portions; need > 0; {
			if left == 0 {
				k++
				left = made[k].portions
				continue
			}
			n := min(need, left)
			out = append(out, handed{made[k], lot{u.at, n, u.bar}})
			need, left = need-n, left-n
		}
	}
	return out, true
}

// flows follows each component from step to step, and to the plate.
func (j *judging) flows() {
	for _, id := range j.componentsMade() {
		c, is := j.component(id)
		if !is {
			continue
		}
		steps := c.Steps()
		for k := range steps {
			made := j.ends(id, steps[k].ID)
			if len(made) == 0 || j.parts(id, steps[k].ID) {
				continue
			}
			next := j.placed(id)
			if k+1 < len(steps) {
				next = j.begins(id, steps[k+1].ID)
			}
			w := steps[k].Then
			if m := w.Moved; m != nil { // somebody takes it to where it waits next
				there := steps[k].ID + "-moved"
				j.wait(c, k, w, made, j.begins(id, there))
				made, w = j.ends(id, there), recipe.Wait{Least: m.Least, Most: m.Most, Place: m.Place, Reason: m.Reason}
				if len(made) == 0 {
					j.breach(Breach{Promise: NotMade, about: []string{c.Name}, Says: fmt.Sprintf("%s: nobody moves it after “%s”.", c.Name, steps[k].Name)})
				}
			}
			j.wait(c, k, w, made, next)
		}
		j.chains(c)
		j.windows(c)
	}
}

// componentsMade are the ids of the components of which something is made, in order.
func (j *judging) componentsMade() (out []string) {
	for _, b := range j.RunUp.Bars {
		if b.Component != "" && b.Step != "" && !slices.Contains(out, b.Component) {
			out = append(out, b.Component)
		}
	}
	slices.Sort(out)
	return out
}

// ends are the portions that a step gives, when it is over.
func (j *judging) ends(component, step string) (out []lot) {
	for _, i := range j.barsOf(component, step) {
		b := j.RunUp.Bars[i]
		out = append(out, lot{b.To, b.Portions, i})
	}
	slices.SortStableFunc(out, func(a, b lot) int { return int(a.at - b.at) })
	return out
}

// begins are the portions that a step takes, when it begins.
func (j *judging) begins(component, step string) (out []lot) {
	for _, i := range j.barsOf(component, step) {
		out = append(out, lot{j.RunUp.Bars[i].From, j.RunUp.Bars[i].Portions, i})
	}
	return out
}

func (j *judging) barsOf(component, step string) (out []int) {
	for i, b := range j.RunUp.Bars {
		if b.Component == component && b.Step == step && b.LeadIn == "" {
			out = append(out, i)
		}
	}
	return byTime(j.RunUp.Bars, out)
}

// placed are the portions of a component that are laid on plates, when they are: of several
// placings on a plate the first.
func (j *judging) placed(component string) (out []lot) {
	type plates struct {
		dish         string
		course, wave int
	}
	first := map[plates]int{}
	for i, b := range j.RunUp.Bars {
		if b.Component != component || b.Placing == "" {
			continue
		}
		k := plates{b.Dish, b.Course, b.Wave}
		if was, is := first[k]; !is || b.From < j.RunUp.Bars[was].From {
			first[k] = i
		}
	}
	var list []int
	for _, i := range first {
		list = append(list, i)
	}
	slices.Sort(list)
	for _, i := range byTime(j.RunUp.Bars, list) {
		out = append(out, lot{j.RunUp.Bars[i].From, j.RunUp.Bars[i].Portions, i})
	}
	return out
}

// wait judges what passes from a step to what follows it.
func (j *judging) wait(c recipe.Component, step int, w recipe.Wait, made, used []lot) {
	pairs, ok := hand(made, used)
	if !ok {
		return
	}
	s := c.Steps()[step]
	var of []int
	for _, m := range made {
		of = append(of, m.bar)
	}
	for _, p := range pairs {
		gap, from := p.to.at-p.from.at, j.RunUp.Bars[p.from.bar]
		x := Breach{bars: of} // which of them it is, is told by what the plan takes for whose
		switch {
		case gap < w.Least:
			x.Promise, x.By = Before, w.Least-gap
			x.Says = fmt.Sprintf("%s begins %s before %s may be used.", j.say(j.RunUp.Bars[p.to.bar]), over(x.By), j.say(from))
		case w.Most != nil && gap > *w.Most:
			x.Promise, x.By = Waited, gap-*w.Most
			x.Says = fmt.Sprintf("%s: waits %s, %s at most.", j.say(from), over(gap), over(*w.Most))
		case w.Most == nil && step == len(c.Steps())-1 && gap > hotWaits && j.hot(c, s):
			x.Promise, x.By = Hot, gap-hotWaits
			x.Says = fmt.Sprintf("%s: hot, and waits %s for the plate.", j.say(from), over(gap))
		default:
			continue
		}
		j.breach(x)
	}
}

// hot tells whether a step leaves food hot that nobody says may be kept so, cool, or rest.
func (j *judging) hot(c recipe.Component, s recipe.Step) bool {
	if s.Then.Least > 0 || s.Then.Reason != "" || s.Then.Place != nil || slices.ContainsFunc(c.Keeps, func(k recipe.Keep) bool { return k.Place == "hot" || k.Place == "ambient" }) || slices.Contains(c.Settled, recipe.Gap{Field: recipe.GapWait, Step: s.ID}.Key()) {
		return false
	}
	return slices.ContainsFunc(s.Kinds(), func(kind string) bool {
		return slices.ContainsFunc(j.Kitchen.OfKind(kind), func(e kitchen.Equipment) bool { return e.Cooks })
	})
}

// made finds steps of a component that nobody does, and of which it is not said that they
// stop.
func (j *judging) made() {
	for _, id := range j.componentsAsked() {
		c, is := j.component(id)
		if !is || slices.ContainsFunc(j.RunUp.Stops, func(s Stop) bool { return s.Component == id }) {
			continue
		}
		for _, s := range c.Steps() {
			if len(j.barsOf(id, s.ID)) == 0 && j.wanted(id, s.ID) {
				j.breach(Breach{Promise: NotMade, about: []string{c.Name}, Says: fmt.Sprintf("%s: nobody does “%s”.", c.Name, s.Name)})
			}
		}
	}
}
