package expand

import (
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// What a step used is washed before it is used for something else, by whoever is free: work of
// its own, after the step. Until then nobody else has it. Where the next use wants it as it is,
// and where there is none, it is not washed: what comes next is seen from a first plan, and told
// by Exclusions.AsIs. Until that is known it is washed after each use.

// washing puts in what is washed after each step.
func (b *builder) washing() {
	if len(b.cooks) == 0 {
		return
	}
	for i, n := 0, len(b.of.Work); i < n; i++ {
		step := b.steps[i]
		if step == nil || b.of.Work[i].Kind != work.Step {
			continue
		}
		for k, e := range step.Equipment {
			own := step.Then.Place != nil && step.Then.Own && step.Then.Place.Kind == e.Kind // it rests in it
			if wash, name := b.washed(e); wash > 0 && b.shared(e.Kind) && !own && !b.kept(i, k) && !b.leftOut("wash/"+e.Kind) {
				b.wash(i, k, wash, name)
			}
		}
	}
}

// shared tells whether a kind of equipment is used for more than one component, or wanted clean, or
// has another service before or after this one.
func (b *builder) shared(kind string) bool {
	first := ""
	for i, step := range b.steps {
		if step == nil || b.of.Work[i].Kind != work.Step || !slices.Contains(step.Kinds(), kind) {
			continue
		}
		if clean := step.Pan != nil && step.Pan.Clean; clean || first != "" && first != b.of.Work[i].Component {
			return true
		}
		first = b.of.Work[i].Component
	}
	return slices.ContainsFunc(b.In.Elsewhere, func(o demand.Elsewhere) bool {
		return slices.ContainsFunc(o.Bookings, func(x demand.Booking) bool { return slices.Contains(b.kinds[kind], x.Resource) })
	})
}

// washed is how long a kind of equipment is washed, and how the first of the kind is called.
func (b *builder) washed(n recipe.Needed) (seconds int64, name string) {
	for _, e := range b.In.Kitchen.OfKind(n.Kind) {
		if e.Wash > seconds {
			seconds, name = e.Wash, e.Name
		}
	}
	return seconds, name
}

// kept tells whether the nth equipment of a task is kept for the step that wants what is in it.
func (b *builder) kept(i, nth int) bool {
	label := b.equipmentUse(i, nth).Same
	return label != "" && slices.ContainsFunc(b.problem.Links, func(l schedule.Link) bool {
		return l.From == b.id(i) && len(l.Holds) > 0 && l.Holds[0].Same == label
	})
}

// wash lets somebody wash the nth equipment of a task, or keeps it as it is for the next one.
func (b *builder) wash(i, nth int, lasts int64, name string) {
	id := b.id(i) + "/wash " + b.steps[i].Equipment[nth].Kind
	next, asIs := b.excluded.AsIs[id]
	to := b.index(next)
	if asIs && next == "" {
		b.usedLast(i, b.steps[i].Equipment[nth].Kind)
		return
	}
	asIs = asIs && to >= 0
	used := b.equipmentUse(i, nth)
	if used.Same == "" {
		used.Same = "used by " + b.id(i)
	}
	hold := *used
	hold.Slices = nil
	if asIs {
		if k := slices.IndexFunc(b.steps[to].Equipment, func(n recipe.Needed) bool { return n.Kind == b.steps[i].Equipment[nth].Kind }); k >= 0 && b.equipmentUse(to, k).Same == "" {
			b.equipmentUse(to, k).Same = used.Same
			b.link(schedule.Link{From: b.id(i), To: next, Holds: []schedule.Use{hold}}, work.Link{Reason: work.SamePan})
			return
		}
	}
	w := b.of.Work[i]
	w.Tables = nil
	task := b.chore(id, "wash/"+b.steps[i].Equipment[nth].Kind, work.Wash, w, recipe.Step{ID: "wash", Name: "wash " + words.Lower(name), Time: seconds(lasts), Hands: recipe.Hands{Work: recipe.AllHands}})
	t := &b.problem.Tasks[b.index(task)]
	again := hold
	again.Settle = again.Setting != nil
	t.Uses = append(t.Uses, again)
	b.of.Work[b.index(task)].Washes = b.id(i)
	b.link(schedule.Link{From: b.id(i), To: task, Holds: []schedule.Use{hold}}, work.Link{Reason: work.Washed})
}

// usedLast lets a task be the last one that takes a kind of equipment, of which there is one: what
// it leaves in it is not washed.
func (b *builder) usedLast(i int, kind string) {
	for k, step := range b.steps {
		if k != i && step != nil && b.of.Work[k].Kind == work.Step && slices.Contains(step.Kinds(), kind) {
			b.link(schedule.Link{From: b.id(k), To: b.id(i)}, work.Link{Reason: work.Order})
		}
	}
}

// washesHands is how long somebody takes at the pass to wash hands, and to take a clean board and
// spoon: 20 s of hand-washing (FDA Food Code 2022, 2-301.12, from memory), and 10 for the tools,
// common practice. A kitchen that changes faster after raw food is as fast here.
const washesHands = 30

// cleanHands lets whoever begins on the plates of a version that is without an allergen have
// hands, board and spoon clean first; before is what is on the plates already. Who has begun on
// them and goes on has clean hands. It is a part of the placing, so that nothing comes between.
func (b *builder) cleanHands(i int, before []int) {
	t, w := &b.problem.Tasks[i], &b.of.Work[i]
	lasts := min(washesHands, b.In.Kitchen.Changes())
	if lasts == 0 || t.Uses[0].Same == "" || !b.forAllergy(w.Dish) ||
		slices.ContainsFunc(before, func(k int) bool { return b.problem.Tasks[k].Uses[0].Same == t.Uses[0].Same }) {
		return
	}
	t.Duration, b.cleaned[i] = t.Duration+lasts, lasts
	w.Working += fmt.Sprintf(" + %s for clean hands", units.FormatDuration(lasts))
	w.Words = append(w.Words, work.Advice{When: "first", Then: "clean hands, board, spoon"})
}

// cleanMaking does the same where something is made for such plates alone: whoever sets to work
// on it, or on a batch of it, has clean hands, board and knife, but for what follows at once on
// work that had.
func (b *builder) cleanMaking(made []int, step recipe.Step, before []recipe.Step, dishes []string) {
	lasts := min(washesHands, b.In.Kitchen.Changes())
	if lasts == 0 || step.Hands.Work != recipe.AllHands || recipe.GoesOn(before, lasts) ||
		slices.ContainsFunc(dishes, func(d string) bool { return !b.forAllergy(d) }) {
		return
	}
	for _, i := range made {
		w := &b.of.Work[i]
		b.problem.Tasks[i].Duration += lasts
		for h := range w.Hands {
			w.Hands[h].To += lasts
		}
		w.Working += fmt.Sprintf(" + %s for clean hands", units.FormatDuration(lasts))
		w.Words = append(w.Words, work.Advice{When: "first", Then: "clean hands, board, knife"})
	}
}

// forAllergy tells whether the plates of a dish are a version that is without an allergen.
func (b *builder) forAllergy(id string) bool {
	dish, version, _ := strings.Cut(id, "~")
	return slices.ContainsFunc(b.In.Dishes[dish].Versions, func(v recipe.Version) bool { return v.ID == version && v.ForAllergy() })
}

// A section is cleared after the last plate by the cook who has it. Common practice: a
// quarter of an hour.
const clearTakes = 15 * 60

// clearDown lets every cook who has a section and is there long enough clear it
// after the last plate.
func (b *builder) clearDown() {
	last, ends := -1, int64(0)
	for i, t := range b.problem.Targets {
		if k := b.index(t.Task); b.of.Work[k].Placed() && t.At > ends {
			last, ends = i, t.At
		}
	}
	if last < 0 {
		return
	}
	after := b.problem.Targets[last].Task
	for _, c := range b.In.Kitchen.Cooks {
		id := "clear/" + c.ID
		if c.Section == "" || !b.there(c.ID, schedule.Span{ends, ends + 2*clearTakes}) || b.leftOut(id) {
			continue
		}
		w := b.of.Work[b.index(after)]
		w.Wave, w.Component, w.Number, w.Serving, w.For = 0, "", 0, -1, []string{}
		name := "clear down"
		if section := b.In.Kitchen.SectionName(c.Section); section != "" {
			name += " " + section + " section"
		}
		task := b.chore(id, id, work.ClearDown, w, recipe.Step{ID: "clear", Name: name, Time: seconds(clearTakes), Hands: recipe.Hands{Work: recipe.AllHands, Cook: c.ID}})
		b.link(schedule.Link{From: after, To: task}, work.Link{Reason: work.ClearedAfter})
		b.target(schedule.Target{Task: task, At: ends + clearTakes, Late: priceSetup})
	}
}
