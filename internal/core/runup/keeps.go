package runup

import (
	"fmt"

	"jointime/internal/core/limits"
	"jointime/internal/core/recipe"
	"jointime/internal/core/schedule"
	"jointime/internal/core/units"
)

// priceKeep is that of a second beyond which a component is no longer at its best.
const priceKeep = 1

// keepNames are the places of the book by how a wait is spent.
var keepNames = map[limits.Kind]string{limits.Cold: "chilled", limits.Freeze: "frozen", limits.Hot: "hot", "": "ambient"}

// keeps prices what the book says of how long a component keeps: from its last step
// until the last of it is taken. The wait's own limit counts before it, where it is
// shorter; published limits stand beside both.
func (d *draft) keeps() {
	last := map[int]waited{} // by the task that a wait is after: the one that ends last
	for _, w := range d.waited {
		c := d.in.Components[d.works[w.from].component]
		steps := c.Steps()
		if len(steps) > 0 && d.works[w.from].step.ID == steps[len(steps)-1].ID {
			last[w.from] = w
		}
	}
	for i := range d.works {
		w, is := last[i]
		if !is {
			continue
		}
		k, known := d.keep(d.in.Components[d.works[w.from].component], w.wait)
		if !known || k.For >= d.problem.Horizon[1]-d.problem.Horizon[0] || w.wait.Least >= k.For || (w.wait.Most != nil && *w.wait.Most <= k.For) {
			continue
		}
		d.best[len(d.problem.Links)] = k
		d.problem.Links = append(d.problem.Links, schedule.Link{From: d.id(w.from), To: d.id(w.to), Min: ptr(-d.works[i].wash), Max: ptr(k.For - d.works[i].wash), Over: ptr(priceKeep)})
	}
}

// keep is how long a component keeps where it waits after its last step, or, where
// nobody says where that is, where it keeps longest.
func (d *draft) keep(c recipe.Component, w recipe.Wait) (best recipe.Keep, known bool) {
	where := keepNames[d.in.control(w, d.held)]
	for _, k := range c.Keeps {
		if k.Place == where {
			return k, true
		}
		if k.For > best.For {
			best, known = k, true
		}
	}
	return best, known
}

// stale says that a component waits longer than it keeps.
func (r *reading) stale(b schedule.Breach, k recipe.Keep) Clash {
	from := r.index(b.From)
	says := fmt.Sprintf("%s waits %s after %s; %s it keeps %s", r.in.Components[r.works[from].component].Name, units.FormatDuration(k.For+b.By), r.works[from].name, k.Place, units.FormatDuration(k.For))
	if k.Then != "" {
		says += ", then: " + k.Then
	}
	return Clash{What: says + ".", Advice: "make it later, or in two batches", Bar: &from}.because(r, from)
}
