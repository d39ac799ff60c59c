package report

import (
	"fmt"
	"slices"

	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// clashes says what the plan breaks, and which course is late.
func (r *reporter) clashes() []Violation {
	out := []Violation{}
	for _, b := range r.plan.Broken {
		if c, ok := r.clash(b); ok {
			out = append(out, r.weighed(c, b))
		}
	}
	for c := range r.of.Courses {
		for _, s := range r.sendings(c) {
			if v, is := r.untimely(c, s); is {
				v.Rule, v.Over, v.Wave = "late", s.Late, s.Wave
				if s.Late < 0 {
					v.Rule, v.Over = "early", -s.Late
				}
				for _, p := range s.Plates {
					v.Plates += p.Plates
				}
				out = append(out, v)
			}
		}
	}
	return out
}

// weighed says of a violation what is passed, by how much, and how many plates hang on it: those
// of the wave that waits, or of all where the wait is for all.
func (r *reporter) weighed(v Violation, b schedule.Breach) Violation {
	v.Over = b.By
	switch b.Limit {
	case schedule.LinkMax:
		v.Rule = string(r.of.Links[*b.Link].Reason)
		w := r.of.Work[r.index[b.From]]
		if to := r.of.Work[r.index[b.To]]; to.Wave > 0 {
			w = to
		}
		v.Plates, v.Wave = w.Portions, w.Wave
	case schedule.TogetherWithin:
		v.Rule = "together"
		dishes := map[string]bool{}
		for _, id := range r.problem.Together[*b.Together].Tasks {
			if w := r.of.Work[r.index[id]]; !dishes[w.Dish] {
				dishes[w.Dish] = true
				v.Plates, v.Wave = v.Plates+w.Portions, w.Wave
			}
		}
	default:
		v.Rule, v.Plates = "pinned", r.of.Work[r.index[b.Task]].Portions
	}
	return v
}

func (r *reporter) clash(b schedule.Breach) (Violation, bool) {
	if b.Limit == schedule.TaskLatest {
		return r.unfixed(b)
	}
	if b.Limit != schedule.LinkMax && b.Limit != schedule.TogetherWithin {
		return Violation{}, false
	}
	if b.Limit == schedule.TogetherWithin {
		return r.apart(*b.Together), true
	}
	if r.of.Links[*b.Link].Reason == work.Wanted {
		return Violation{}, false // it is only not at its best
	}
	if c := r.of.Links[*b.Link].Chain; c != nil {
		return r.overall(b, *c), true
	}
	from, to := r.index[b.From], r.index[b.To]
	w := r.of.Work[from]
	if w.Placed() {
		return r.atThePass(b)
	}
	if k := r.of.Links[*b.Link].Keep; k != nil {
		return r.stale(b, *k), true
	}
	if l := r.of.Links[*b.Link].Limit; l != nil {
		return Violation{What: r.sayPublished(*b.Link), Source: l.Source, Bar: &from, Strict: true}.because(r, to), true
	}
	if r.of.Links[*b.Link].Reason == work.LastPiece {
		return r.lastPiece(b), true
	}
	limit := *r.problem.Links[*b.Link].Max
	hold := holdName(w.Wait.Reason)
	return Violation{What: fmt.Sprintf("%s: %s %s after %s, limit %s.", w.Made, hold, units.FormatOver(limit+b.By), w.Name, units.FormatBeside(limit, limit+b.By)), Bar: &from, Strict: !b.Priced}.
		because(r, to, "allow a longer "+holdWord(w.Wait.Reason), "move the course"), true
}

// lastPiece says that the last of what is worked on piece by piece has waited too long.
func (r *reporter) lastPiece(b schedule.Breach) Violation {
	from, to := r.index[b.From], r.index[b.To]
	w, next := r.of.Work[from], r.of.Work[to]
	limit := *r.problem.Links[*b.Link].Max
	v := Violation{What: fmt.Sprintf("%s: the last of %d has waited %s after %s when %s is done, limit %s.", w.Made, next.Portions, units.FormatOver(limit+b.By), w.Name, next.Name, units.FormatDuration(limit)), Bar: &to, Strict: !b.Priced}
	ways := []string{"do it in smaller batches", "put another cook on it", "allow a longer " + holdWord(w.Wait.Reason)}
	if r.plan.Tasks[to].Start-r.plan.Tasks[from].End <= r.problem.Tasks[from].Duration && r.problem.Tasks[to].Duration > limit {
		v.Why = fmt.Sprintf("%s takes %s.", r.callOne(to), units.FormatDuration(r.problem.Tasks[to].Duration))
		v.Advice = words.Ways(ways...)
		return v
	}
	return v.because(r, to, ways...)
}

// apart says that the plates of one table leave at different times.
func (r *reporter) apart(group int) Violation {
	rule := r.problem.Together[group]
	var tables []string
	for k, id := range rule.Tasks {
		at := r.of.Work[r.index[id]].Tables
		if k == 0 {
			tables = slices.Clone(at)
		}
		tables = slices.DeleteFunc(tables, func(t string) bool { return !slices.Contains(at, t) })
	}
	name := words.List(tables)
	if name == "" {
		name = r.of.Courses[r.of.Work[r.index[rule.Tasks[0]]].Course].Name
	}
	return Violation{What: fmt.Sprintf("%s: plates more than %s apart.", name, units.FormatDuration(*rule.Within)), Advice: words.Ways("put more cooks at the pass", "serve fewer dishes at a time")}
}

// letFirst is the way out of what another service has.
const letFirst = "let this service go first"

// makeWay is the way out of what another service, or the day, has.
func (r *reporter) makeWay(i int) string {
	if r.ofDay(i) {
		return "move " + words.Lower(r.call(i)) + " on Kitchen"
	}
	return letFirst
}

// unfixed says that a step cannot be at the time that it was given, or be over by its hour.
func (r *reporter) unfixed(b schedule.Breach) (Violation, bool) {
	i := r.index[b.Task]
	kept := r.of.Work[i].Fixed
	if by := r.of.Work[i].OverBy; kept == "" && by != nil {
		return Violation{What: fmt.Sprintf("%s is over at %s, wanted by %s.", r.callOne(i), r.clock(r.plan.Tasks[i].End), sayHour(*by)), Bar: &i, Strict: true}.because(r, i, "allow a later hour"), true
	}
	if kept == "" {
		return Violation{}, false
	}
	return Violation{What: fmt.Sprintf("%s is pinned at %s but can start at %s.", r.callOne(i), kept, r.clock(r.plan.Tasks[i].Start)), Bar: &i, Strict: true}.because(r, i, "unpin it"), true
}

// stale says that a component waits longer than it keeps.
func (r *reporter) stale(b schedule.Breach, k work.Keep) Violation {
	from := r.index[b.From]
	says := fmt.Sprintf("%s: %s after %s, shelf life %s %s", r.of.Work[from].Made, units.FormatOver(k.For+b.By), r.of.Work[from].Name, units.FormatBeside(k.For, k.For+b.By), k.Place)
	if k.Then != "" {
		says += " (" + k.Then + ")"
	}
	return Violation{What: says + ".", Bar: &from}.because(r, from, "make it later", "make it in two batches")
}

// atThePass says what is passed between two placings, or between a plate and its ware.
func (r *reporter) atThePass(b schedule.Breach) (Violation, bool) {
	from, to, why := r.index[b.From], r.index[b.To], r.of.Links[*b.Link]
	w, most := r.of.Work[from], *r.problem.Links[*b.Link].Max
	switch why.Reason {
	case work.Courses:
		first, second := r.of.Courses[w.Course].Name, r.of.Courses[r.of.Work[to].Course].Name
		if most < 0 { // from the later course to the earlier one
			return Violation{What: fmt.Sprintf("%s: %s only %s after %s, at least %s.", why.Table, first, units.FormatDuration(-most-b.By), second, units.FormatDuration(-most)), Bar: &from}.because(r, to, "move the course"), true
		}
		return Violation{What: fmt.Sprintf("%s: %s %s after %s, limit %s.", why.Table, second, units.FormatOver(most+b.By), first, units.FormatDuration(most)), Bar: &to}.because(r, to, "move the course", "add a cook or equipment"), true
	case work.PlateLife:
		return Violation{What: fmt.Sprintf("%s: on the plate %s when it leaves, good for %s (%s).", r.called(from), units.FormatOver(why.Life.Seconds+b.By), units.FormatDuration(why.Life.Seconds), why.Life.Why), Bar: &from}.
			because(r, to, "lay it later", "build fewer plates at once", "put another cook on the plates"), true
	case work.Carried:
		return Violation{What: fmt.Sprintf("%s: the plates wait %s for hands to carry.", r.called(from), units.FormatOver(b.By)), Bar: &from}.because(r, to, "ask for more people to carry", "build them later"), true
	case work.OneGo:
		return Violation{What: fmt.Sprintf("%s: built with a break of %s.", r.called(from), units.FormatOver(r.brokeOff(b))), Bar: &from}.because(r, to, "put another cook on the plates"), true
	}
	return r.coldPlates(b)
}

// called names a placing with the tables, or the wave, that it is for.
func (r *reporter) called(i int) string {
	w := r.of.Work[i]
	if len(w.Tables) > 0 {
		return fmt.Sprintf("%s (%s)", r.call(i), words.List(w.Tables))
	}
	return r.callOne(i)
}

// coldPlates says that plates are in the warmer, or the cold, for less than it takes.
func (r *reporter) coldPlates(b schedule.Breach) (Violation, bool) {
	from, to := r.index[b.From], r.index[b.To]
	if r.of.Links[*b.Link].Reason != work.WarmThrough || b.By < 60 {
		return Violation{}, false
	}
	return Violation{What: fmt.Sprintf("%s: %s short for the %s wave.", r.of.Work[to].Name, units.FormatOver(b.By), r.hour(r.plan.Tasks[from].Start)),
		Advice: words.Ways("start them earlier", "use a bigger warmer", "use ware at room temperature"), Bar: &to}, true
}

// brokeOff is how long the hands that build a wave are off it.
func (r *reporter) brokeOff(b schedule.Breach) (sum int64) {
	from, to := r.index[b.From], r.index[b.To]
	sum = r.plan.Tasks[to].End - r.plan.Tasks[from].Start
	for i := from; i <= to; i++ { // the placings of a wave stand one after the other
		sum -= r.plan.Tasks[i].End - r.plan.Tasks[i].Start
	}
	return sum
}
