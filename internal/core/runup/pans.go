package runup

import (
	"jointime/internal/core/recipe"
	"jointime/internal/core/schedule"
)

// pans keep what a step left in one for the step that wants it: both on the same
// thing of a kind that both need, which nobody else has in between.
func (d *draft) pans() {
	for i := range d.works {
		step := d.works[i].step
		if step == nil || step.Pan == nil || step.Pan.Of == "" {
			continue
		}
		for _, from := range d.find(d.works[i].dish, step.Pan.Of) {
			if d.works[from].feeds(d.works[i]) && from != i {
				d.keepPan(from, i)
			}
		}
	}
}

// keepPan holds the first equipment that two steps have in common, of one kind,
// from the end of the one to the start of the other.
func (d *draft) keepPan(from, to int) {
	a, b := d.works[from].step, d.works[to].step
	for x := range a.Equipment {
		for y := range b.Equipment {
			if a.Equipment[x].Kind != b.Equipment[y].Kind {
				continue
			}
			first, second := d.equipmentUse(from, x), d.equipmentUse(to, y)
			if first.Same == "" {
				first.Same = "pan of " + d.id(from)
			}
			if second.Same != "" && second.Same != first.Same {
				return // it has another pan to come from already
			}
			second.Same = first.Same
			hold := *first
			hold.Slices = nil
			d.problem.Links = append(d.problem.Links, schedule.Link{From: d.id(from), To: d.id(to), Holds: []schedule.Use{hold}})
			return
		}
	}
}

// equipmentUse is the use of the nth equipment of a step's task, which comes after
// its hands.
func (d *draft) equipmentUse(task, n int) *schedule.Use {
	uses := d.problem.Tasks[task].Uses
	return &uses[len(uses)-len(d.works[task].step.Equipment)+n]
}

// washes is how long what a step used is washed afterwards, by the same hands or by
// whoever is free: the time is part of the step's, and nobody has the thing until
// then. What it is called comes with it.
func (d *draft) washes(step recipe.Step) (longest int64, what string) {
	for _, e := range step.Equipment {
		if seconds, name := d.washing(e); seconds > longest && !d.leftOut("wash/"+e.Kind) {
			longest, what = seconds, name
		}
	}
	if len(d.cooks) == 0 {
		return 0, ""
	}
	return longest, what
}

// washing is how long a kind of equipment is washed after every use, and how the
// first of the kind is called.
func (d *draft) washing(n recipe.Needed) (seconds int64, name string) {
	for _, e := range d.in.Kitchen.OfKind(n.Kind) {
		if e.Wash > seconds {
			seconds, name = e.Wash, lower(e.Name)
		}
	}
	return seconds, name
}
