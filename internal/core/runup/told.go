package runup

import (
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/limits"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
)

// Press is where the plan comes near a published limit, or passes it.
type Press struct {
	Bar    int    `json:"bar" doc:"place in bars: after this step"`
	Say    string `json:"say"`
	Source string `json:"source"`
	Over   bool   `json:"over" doc:"it is passed"`
}

// Decides stands beside every published limit.
const Decides = "Local food law, the kitchen's own safety plan and trained people decide."

// nearly is how much of a published limit a stretch may take before it is told.
func nearly(limit int64) int64 { return limit * 3 / 4 }

// presses are the limits that the plan comes near, or passes, of several waves and
// batches the one with the least left; and what no plan can keep.
func (r *reading) presses() []Press {
	out := []Press{}
	worst := map[string]int64{} // by component, step and limit: what is left
	for _, e := range r.publishedLinks() {
		l := r.published[e]
		gap := r.publishedGap(e)
		if gap < nearly(l.Within) {
			continue
		}
		from := r.index(r.problem.Links[e].From)
		key := r.keyOf(r.works[from]) + l.ID
		left, told := worst[key]
		if told && left <= l.Within-gap {
			continue
		}
		if told {
			out = slices.DeleteFunc(out, func(p Press) bool {
				return r.keyOf(r.works[p.Bar])+l.ID == key && strings.HasPrefix(p.Source, l.Source)
			})
		}
		worst[key] = l.Within - gap
		out = append(out, Press{Bar: from, Over: gap > l.Within, Say: r.sayPublished(e), Source: l.Source + ". " + Decides})
	}
	return append(out, r.unheld()...)
}

// publishedLinks are the places of the links that are published limits, in order.
func (d *draft) publishedLinks() (out []int) {
	for e := range d.problem.Links {
		if _, is := d.published[e]; is {
			out = append(out, e)
		}
	}
	return out
}

// publishedGap is how much of a published limit a plan takes, in seconds.
func (r *reading) publishedGap(e int) int64 {
	l := r.problem.Links[e]
	from, to := r.index(l.From), r.index(l.To)
	gap := r.plan.Tasks[to].Start - r.plan.Tasks[from].End + r.works[from].wash
	if l.ToAt != "" {
		gap += r.plan.Tasks[to].End - r.plan.Tasks[to].Start - r.works[to].wash
	}
	if from == to {
		gap = r.plan.Tasks[to].End - r.plan.Tasks[to].Start - r.works[to].wash
	}
	return gap
}

// sayPublished says what the plan makes of a published limit.
func (r *reading) sayPublished(e int) string {
	l, link := r.published[e], r.problem.Links[e]
	from, to := r.index(link.From), r.index(link.To)
	name, gap := r.in.Components[r.works[from].component].Name, units.FormatDuration(r.publishedGap(e))
	limit := fmt.Sprintf("; the published limit is %s.", units.FormatDuration(l.Within))
	switch {
	case l.Kind == limits.Reheat:
		return fmt.Sprintf("%s takes %s to be hot again in %s%s", name, gap, r.works[from].name, limit)
	case l.Kind == limits.Cool && link.ToAt != "" && r.in.chills(r.works[to].step):
		return fmt.Sprintf("%s is cooled through %s after %s%s", name, gap, r.works[from].name, limit)
	case l.Kind == limits.Cool:
		return fmt.Sprintf("%s is off the heat for %s after %s before it is in the cold; the first stage of cooling, from %g to %g °C, may take %s.", name, gap, r.works[from].name, *l.From, *l.Celsius, units.FormatDuration(l.Within))
	}
	return fmt.Sprintf("%s stands %s after %s, neither cold nor hot%s", name, gap, r.works[from].name, limit)
}

// unheld are the waits that have to be longer than the limit and of which nobody says
// where they are spent.
func (r *reading) unheld() (out []Press) {
	l, is := limits.OutOfControl(r.held, "")
	if !is {
		return nil
	}
	told := map[string]bool{}
	for _, w := range r.waited {
		from := r.works[w.from]
		comp := r.in.Components[from.component]
		if w.wait.Least < l.Within || !perishable(comp) || r.in.control(w.wait, r.held) != "" || told[r.keyOf(from)] {
			continue
		}
		told[r.keyOf(from)] = true
		out = append(out, Press{Bar: w.from, Over: true, Source: l.Source + ". " + Decides,
			Say: fmt.Sprintf("%s waits at least %s after %s, and nobody says where: neither cold nor hot it may stand %s.", comp.Name, units.FormatDuration(w.wait.Least), from.name, units.FormatDuration(l.Within))})
	}
	return out
}

// told are the published limits that a step comes under by what it does: food off the
// heat that is put into the cold is cooled in stages, what is kept hot is kept at a
// temperature, what was cooked and is warmed to be held hot is reheated, what is cooked
// reaches a temperature, fish that is eaten raw is frozen. They stand beside the step
// as its own cautions do.
func (r *reading) told(i int) (out []recipe.Caution) {
	w := r.works[i]
	if w.step == nil || w.leadIn != "" {
		return nil
	}
	comp := r.in.Components[w.component]
	if perishable(comp) {
		kept, heats := r.in.control(w.step.Then, r.held), r.in.heats(w.step)
		for _, l := range r.held {
			switch {
			case l.Kind == limits.Cool && heats && (kept == limits.Cold || kept == limits.Freeze),
				l.Kind == limits.Hot && kept == limits.Hot,
				l.Kind == limits.Reheat && heats && kept == limits.Hot && r.in.cookedBefore(comp, w.step.ID):
				out = append(out, caution(saying(l), l))
			}
		}
		out = append(out, r.placed(w.step.Then)...)
	}
	out = append(out, r.in.undercooked(comp, w.step, r.problem.Tasks[i].Duration-w.wash, r.held)...)
	return append(out, r.in.unfrozen(comp, w.step, r.held)...)
}

func caution(text string, l limits.Limit) recipe.Caution {
	return recipe.Caution{Text: text, Source: l.Source + ". " + Decides}
}

// placed tells of a place that is meant to keep food hot, or cold, and is not hot or
// cold enough: what is in it counts as out of control.
func (r *reading) placed(w recipe.Wait) (out []recipe.Caution) {
	if w.Place == nil {
		return nil
	}
	for _, e := range r.in.Kitchen.OfKind(w.Place.Kind) {
		kind := limits.Kind(e.Keeps)
		l, is := limits.Kept(r.held, kind)
		if !is || e.Celsius == nil || placeControl(e, nil, r.held) != "" {
			continue
		}
		side := "under"
		if kind == limits.Cold {
			side = "over"
		}
		out = append(out, caution(fmt.Sprintf("%s stands at %g °C, %s the published %g °C for what is %s: what is in it counts as out of control.", e.Name, *e.Celsius, side, *l.Celsius, l.What), l))
	}
	return out
}

// saying is a limit in a sentence.
func saying(l limits.Limit) string {
	text := strings.ToUpper(l.What[:1]) + l.What[1:] + ": "
	switch {
	case l.Kind == limits.Cool:
		text += fmt.Sprintf("from %g to %g °C within %s", *l.From, *l.Celsius, units.FormatDuration(l.Within))
	case l.Kind == limits.Reheat:
		text += fmt.Sprintf("%g °C for %s, within %s", *l.Celsius, units.FormatDuration(l.For), units.FormatDuration(l.Within))
	default:
		text += fmt.Sprintf("%g °C or more", *l.Celsius)
	}
	return text + "."
}
