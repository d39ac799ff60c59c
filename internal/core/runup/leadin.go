package runup

import (
	"slices"
	"strings"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/schedule"
)

// Times of what nobody writes down: common practice of a working kitchen, no
// published figures. A kitchen that knows better leaves them out and writes its own
// steps.
const (
	boilTakes   = 12 * 60 // a pot of water, on a burner
	boilWaits   = 20 * 60 // it may go on boiling
	iceTakes    = 2 * 60
	iceWaits    = 45 * 60 // until it has melted
	clearTakes  = 15 * 60
	temperTakes = 60 // common practice: out of the fridge 20 min before the pan
	temperReady = 20 * 60
	temperWaits = 60 * 60
	priceLeadIn = 1
)

// leadIns add what must be ready before a step, or after the last plate, and stands
// in no recipe.
func (d *draft) leadIns() {
	if len(d.cooks) == 0 {
		return
	}
	poured := map[string]bool{}
	for i, n := 0, len(d.works); i < n; i++ {
		w := d.works[i]
		if w.step == nil || w.wave > 1 || w.batch > 1 {
			continue
		}
		wanted := w.step.LeadIns()
		if c := d.in.Components[w.component]; c.Tempers(slices.IndexFunc(c.Steps(), func(s recipe.Step) bool { return s.ID == w.step.ID }), d.cold) {
			wanted = append(wanted, recipe.Temper)
		}
		for _, kind := range wanted {
			if id := string(kind) + "/" + w.component + "/" + w.step.ID; !poured[id+w.dish] && !d.leftOut(id) {
				poured[id+w.dish] = true
				d.ready(id, i, kind)
			}
		}
	}
	for _, t := range d.all {
		d.readyPlates(t)
	}
	d.clearDown()
}

// leftOut tells whether the service does without a lead-in.
func (d *draft) leftOut(id string) bool { return slices.Contains(d.in.Service.LeftOut, id) }

// chore adds a task that stands in no recipe.
func (d *draft) chore(id, leadIn string, like work, step recipe.Step) string {
	like.step, like.name, like.working, like.leadIn, like.early, like.batch, like.of = &step, step.Name, "put in by itself", leadIn, false, 0, 0
	d.add(schedule.Task{ID: id, Duration: step.Time.Usual, Uses: d.uses(step, like.portions, id)}, like)
	return id
}

func seconds(v int64) *recipe.Time {
	return &recipe.Time{Quick: v, Usual: v, Slow: v, Per: recipe.Once}
}

// ready puts boiling water, or ice, before a step.
func (d *draft) ready(leadIn string, before int, kind recipe.LeadIn) {
	w := d.works[before]
	step := recipe.Step{ID: string(kind), Name: "ice and water in a bowl", Time: seconds(iceTakes), Hands: recipe.Hands{Work: recipe.AllHands}}
	waits := int64(iceWaits)
	link := schedule.Link{To: d.id(before), Over: ptr(priceLeadIn)}
	if kind == recipe.Temper {
		waits, link.Min = temperWaits, ptr(temperReady)
		step = recipe.Step{ID: string(kind), Name: "out of the cold", Time: seconds(temperTakes), Hands: recipe.Hands{Work: recipe.AllHands}}
	}
	if kind == recipe.Boiling {
		if len(d.kinds["burner"]) == 0 {
			return
		}
		waits = boilWaits
		step = recipe.Step{ID: string(kind), Name: "water to the boil", Time: seconds(boilTakes), Hands: recipe.Hands{Work: recipe.SliceHands, Slices: []recipe.Slice{{At: 0, For: 30}}}, Equipment: []recipe.Needed{{Kind: "burner"}}}
	}
	link.Max = &waits
	link.From = d.chore(w.dish+"/"+leadIn, leadIn, w, step)
	d.problem.Links = append(d.problem.Links, link)
}

// cold tells whether a kind of place is kept cold.
func (d *draft) cold(kind string) bool {
	return slices.ContainsFunc(d.in.Kitchen.OfKind(kind), func(e kitchen.Equipment) bool { return e.Keeps == "cold" })
}

// clearDown lets every cook who has a section and is there long enough clear it
// after the last plate.
func (d *draft) clearDown() {
	last, ends := -1, int64(0)
	for i, t := range d.problem.Targets {
		if k := d.index(t.Task); d.works[k].placed() && t.At > ends {
			last, ends = i, t.At
		}
	}
	if last < 0 {
		return
	}
	after := d.problem.Targets[last].Task
	for _, c := range d.in.Kitchen.Cooks {
		id := "clear/" + c.ID
		if c.Section == "" || !d.there(c.ID, schedule.Span{ends, ends + 2*clearTakes}) || d.leftOut(id) {
			continue
		}
		w := d.works[d.index(after)]
		w.wave, w.placing, w.component, w.number, w.serving, w.dishes = 0, "", "", 0, -1, []string{}
		name := "clear down"
		for _, s := range d.in.Kitchen.Sections {
			if s.ID == c.Section {
				name += " " + lower(s.Name)
			}
		}
		task := d.chore(id, id, w, recipe.Step{ID: "clear", Name: name, Time: seconds(clearTakes), Hands: recipe.Hands{Work: recipe.AllHands, Cook: c.ID}})
		d.problem.Links = append(d.problem.Links, schedule.Link{From: after, To: task})
		d.problem.Targets = append(d.problem.Targets, schedule.Target{Task: task, At: ends + clearTakes, Late: priceLeadIn})
	}
}

// lower writes a name as it stands inside a sentence.
func lower(name string) string {
	if name == "" {
		return name
	}
	return strings.ToLower(name[:1]) + name[1:]
}
