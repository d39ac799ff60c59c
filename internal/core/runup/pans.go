package runup

import (
	"jointime/internal/core/recipe"
	"jointime/internal/core/schedule"
)

const (
	washSoon  = 15 * 60 // seconds in which what was used is washed
	priceWash = 1       // a second later
)

// pans keep what a step left in one for the step that wants it: both on the same
// thing of a kind that both need, which nobody else has in between. And what has to
// be washed after every use is washed.
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
	for i, n := 0, len(d.works); i < n; i++ {
		d.wash(i)
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

// wash adds the washing of what a step used, where the kitchen washes it after
// every use: nobody has it until then.
func (d *draft) wash(i int) {
	step := d.works[i].step
	if step == nil {
		return
	}
	for n, e := range step.Equipment {
		seconds, name := d.washing(e)
		if seconds == 0 || len(d.cooks) == 0 || d.leftOut("wash/"+e.Kind) {
			continue
		}
		use := d.equipmentUse(i, n)
		if use.Same == "" {
			use.Same = "wash after " + d.id(i)
		}
		dirty := *use
		dirty.Slices = nil
		id := d.id(i) + "/wash " + e.Kind
		w := d.works[i]
		w.step = &recipe.Step{ID: step.ID + "/wash", Name: "wash the " + name, Time: &recipe.Time{Quick: seconds, Usual: seconds, Slow: seconds, Per: recipe.Once}, Hands: recipe.Hands{Work: recipe.AllHands}}
		w.name, w.working, w.leadIn, w.early = w.step.Name, "after every use", "wash/"+e.Kind, false
		d.add(schedule.Task{ID: id, Duration: seconds, Uses: []schedule.Use{{OneOf: d.cooks, Units: 1}, dirty}}, w)
		d.problem.Links = append(d.problem.Links, schedule.Link{From: d.id(i), To: id, Max: ptr(washSoon), Over: ptr(priceWash), Weight: priceWash, Holds: []schedule.Use{dirty}})
	}
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
