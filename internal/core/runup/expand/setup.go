package expand

import (
	"slices"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/core/words"
)

// What must be ready before a step and stands in no recipe: water at the boil, ice,
// meat out of the cold, warm plates; and clearing down after the last of them. A
// kitchen that knows better leaves it out and writes its own steps.

// setups add what must be ready before a step, or after the last plate.
func (b *builder) setups() {
	if len(b.cooks) == 0 {
		return
	}
	added := map[string]bool{}
	for i, n := 0, len(b.of.Work); i < n; i++ {
		w, step := b.of.Work[i], b.steps[i]
		if step == nil || w.Wave > 1 || w.Batch > 1 {
			continue
		}
		wanted := step.LeadIns()
		if b.tempers(w.Component, step) {
			wanted = append(wanted, recipe.Temper)
		}
		for _, kind := range wanted {
			id := string(kind) + "/" + w.Component + "/" + w.Step
			before, known := setupOf[kind]
			if !known || added[id+w.Dish] {
				continue
			}
			if added[id+w.Dish] = true; !b.leftOut(id) {
				before(b, id, i)
			} else {
				b.noRoom(id, w.Dish, words.Step(b.In.Components[w.Component].Name, setupNames[kind]+" before “"+w.Name+"”"))
			}
		}
	}
	for _, t := range b.Consumers {
		b.warmWare(t)
	}
	b.clearDown()
}

// setupOf are the rules by what is wanted: each puts it before a task, under an id.
var setupOf = map[recipe.LeadIn]func(b *builder, id string, before int){
	recipe.Boiling: (*builder).boilWater,
	recipe.Ice:     (*builder).makeIce,
	recipe.Temper:  (*builder).temper,
}

// setupNames are what is wanted, as it is told where there is no room for it.
var setupNames = map[recipe.LeadIn]string{recipe.Boiling: "water at the boil", recipe.Ice: "ice bath", recipe.Temper: "out of the fridge"}

// noRoom tells of what stands in no recipe and is left out because it has no place; what the
// service does without is not told.
func (b *builder) noRoom(id, dish, name string) {
	if why := b.excluded.Steps[work.LeadInKey(id)]; why != "" {
		b.unplanned(work.Unplanned{Dish: dish, Name: name, Why: why, For: []string{dish}})
	}
}

// leftOut tells whether the service does without a setup, or has no room for it.
func (b *builder) leftOut(id string) bool {
	return slices.Contains(b.In.Service.LeftOut, id) || b.excluded.Steps[work.LeadInKey(id)] != ""
}

// setup puts a step that stands in no recipe before a task. It may wait for so long at
// most, and at least.
func (b *builder) setup(id string, before int, step recipe.Step, least, most int64) {
	w := b.of.Work[before]
	l := schedule.Link{To: b.id(before), Max: &most, Over: ptr(priceSetup)}
	if least > 0 {
		l.Min = &least
	}
	l.From = b.chore(w.Dish+"/"+id, id, work.Setup, w, step)
	b.link(l, work.Link{Reason: work.Ready})
}

// chore adds a task that stands in no recipe, for the plates of another one.
func (b *builder) chore(id, leadIn string, kind work.Kind, like work.Work, step recipe.Step) string {
	like.Kind, like.Step, like.Name, like.Working, like.LeadIn = kind, step.ID, step.Name, "lead-in, added by the plan", leadIn
	like.Hands, like.Shared = nil, false
	like.Placing, like.Early, like.Batch, like.Batches, like.Buffer = "", false, 0, 0, 0
	b.task(schedule.Task{ID: id, Duration: step.Time.Usual, Uses: b.uses(step, like.Portions, id)}, like, &step)
	return id
}

// seconds is a time that is known.
func seconds(v int64) *recipe.Time {
	return &recipe.Time{Quick: v, Usual: v, Slow: v, Per: recipe.Once}
}

// Water is at the boil, and ice in its bowl, before the step that wants it. Common
// practice of a working kitchen, no published figures: a pot of water takes twelve
// minutes on a burner and may go on boiling for twenty; a bowl of ice takes two
// minutes and is water again after three quarters of an hour.
const (
	boilTakes = 12 * 60
	boilWaits = 20 * 60
	iceTakes  = 2 * 60
	iceWaits  = 45 * 60
)

// boilWater puts a pot on the heat before a task, in a kitchen that has a burner.
func (b *builder) boilWater(id string, before int) {
	if len(b.kinds["burner"]) == 0 {
		return
	}
	b.setup(id, before, recipe.Step{ID: string(recipe.Boiling), Name: "bring water to the boil", Time: seconds(boilTakes),
		Hands: recipe.Hands{Work: recipe.SliceHands, Slices: []recipe.Slice{{At: 0, For: 30}}}, Equipment: []recipe.Needed{{Kind: "burner"}}}, 0, boilWaits)
}

// makeIce puts ice and water into a bowl before a task.
func (b *builder) makeIce(id string, before int) {
	b.setup(id, before, recipe.Step{ID: string(recipe.Ice), Name: "ice bath", Time: seconds(iceTakes), Hands: recipe.Hands{Work: recipe.AllHands}}, 0, iceWaits)
}

// Meat comes out of the cold before it goes onto the heat. Common practice: twenty
// minutes before, and not for longer than an hour; a minute of hands.
const (
	temperTakes = 60
	temperReady = 20 * 60
	temperWaits = 60 * 60
)

// tempers tells whether a step is the first on the heat of what was kept cold.
func (b *builder) tempers(component string, step *recipe.Step) bool {
	c := b.In.Components[component]
	at := slices.IndexFunc(c.Steps(), func(s recipe.Step) bool { return s.ID == step.ID })
	return c.Tempers(at, b.cold)
}

// temper takes meat out of the cold before a task, and after what is done with it before: it is
// tied first, and then it stands out.
func (b *builder) temper(id string, before int) {
	first := len(b.problem.Tasks)
	var done []string
	for _, w := range b.waits {
		if w.to == before && (w.wait.Most == nil || *w.wait.Most >= temperTakes+temperReady) {
			done = append(done, b.id(w.from))
		}
	}
	b.setup(id, before, recipe.Step{ID: string(recipe.Temper), Name: "out of the fridge", Time: seconds(temperTakes), Hands: recipe.Hands{Work: recipe.AllHands}}, temperReady, temperWaits)
	for _, from := range done {
		b.link(schedule.Link{From: from, To: b.id(first)}, work.Link{Reason: work.Order})
	}
}

// cold tells whether a kind of place is kept cold.
func (b *builder) cold(kind string) bool {
	return slices.ContainsFunc(b.In.Kitchen.OfKind(kind), func(e kitchen.Equipment) bool { return e.Keeps == "cold" })
}
