package demand

import (
	"maps"
	"slices"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
)

// What does not fit at once is done in loads: side by side on all things of a kind that
// have room, and in rounds where there are more loads than that.

// Load is the most portions of a step that go in at once: into the largest thing of each
// kind that it takes, and onto the one on which they wait. 0: whatever the number.
func (d *Demand) Load(step recipe.Step) (most int) {
	needed := step.Equipment
	if p := step.Then.Place; p != nil {
		needed = append(needed[:len(needed):len(needed)], *p)
	}
	for _, n := range needed {
		largest := 0
		for _, e := range d.fit(n) {
			largest = max(largest, e.Places)
		}
		if hold := largest * n.Holds; hold > 0 && (most == 0 || hold < most) {
			most = hold
		}
	}
	if t := step.Time; t != nil && t.Per == recipe.PerBatch && t.Batch > 0 && (most == 0 || t.Batch < most) {
		most = t.Batch
	}
	return most
}

// Loads are the portions of each load of a step: as even and as few as can be, or a few
// more where they are then in and out in fewer rounds over all things of the kind. Where
// hands stay with it the fewest loads are the least work.
func (d *Demand) Loads(step recipe.Step, portions int) []int {
	most := d.Load(step)
	if most == 0 || portions <= most {
		return []int{portions}
	}
	best := SplitEvenly(portions, most)
	if step.Hands.Work == recipe.AllHands {
		return best
	}
	for n, least := len(best)+1, len(best); n <= 2*least && d.rounds(step, best) > 1; n++ {
		more := SplitEvenly(portions, (portions+n-1)/n)
		if d.rounds(step, more) < d.rounds(step, best) {
			best = more
		}
	}
	return best
}

// rounds is in how many rounds some loads are done, where those that have room are in at
// the same time.
func (d *Demand) rounds(step recipe.Step, loads []int) (most int) {
	for _, n := range step.Equipment {
		beside := 0 // loads that are in at the same time
		for _, e := range d.fit(n) {
			beside += e.Places / n.Places(loads[0])
		}
		if beside > 0 {
			most = max(most, (len(loads)+beside-1)/beside)
		}
	}
	return most
}

// fit are the things of a kind that reach what is needed.
func (d *Demand) fit(n recipe.Needed) (out []kitchen.Equipment) {
	for _, e := range d.In.Kitchen.OfKind(n.Kind) {
		if e.Reaches(n.Setting) {
			out = append(out, e)
		}
	}
	return out
}

// fits tells whether so many portions are in at once, on all things of a kind together.
func (d *Demand) fits(n recipe.Needed, portions int) bool {
	room := 0
	for _, e := range d.fit(n) {
		room += e.Places
	}
	return n.Places(portions) <= room
}

// portioned are the components with how much goes onto a place as the kitchen says it, where
// a step does not.
func (in Input) portioned() map[string]recipe.Component {
	out := maps.Clone(in.Components)
	for id, c := range out {
		for at, s := range c.Steps() {
			c = c.With(at, func(x *recipe.Step) {
				x.Equipment = slices.Clone(s.Equipment)
				for e := range x.Equipment {
					in.portion(&x.Equipment[e])
				}
				if p := s.Then.Place; p != nil {
					place := *p
					in.portion(&place)
					x.Then.Place = &place
				}
			})
		}
		out[id] = c
	}
	return out
}

// portion says how many portions fit on a place: the fewest of the things of the kind, where
// it is said of all of them.
func (in Input) portion(n *recipe.Needed) {
	if n.Holds > 0 {
		return
	}
	least := 0
	for _, e := range in.Kitchen.OfKind(n.Kind) {
		if e.Portions == 0 {
			return
		}
		if least == 0 || e.Portions < least {
			least = e.Portions
		}
	}
	n.Holds = least
}
