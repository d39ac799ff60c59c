package runup

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/reason"
	"jointime/internal/core/units"
)

// reading turns a plan back into the words of the kitchen.
type reading struct {
	*draft
	plan  schedule.Plan
	scene *reason.Scene
	net   network
	give  []int64           // by task: how late it may be before a plate is later
	names map[string]string // resource → name
	// strictest is the published limit between the end of one task and the start of
	// another, in seconds.
	strictest map[[2]string]int64
}

// read makes the run-up of a draft and its plan.
func (d *draft) read(plan schedule.Plan) RunUp {
	r := &reading{draft: d, plan: plan, scene: reason.NewScene(d.problem, plan), names: map[string]string{}, strictest: map[[2]string]int64{}}
	for _, e := range d.publishedLinks() {
		if l := d.problem.Links[e]; l.FromAt == "" && l.ToAt == "" {
			r.strictest[[2]string{l.From, l.To}] = *l.Max
		}
	}
	for _, c := range d.in.Kitchen.Cooks {
		r.names["cook."+c.ID] = c.Name
	}
	for _, e := range d.in.Kitchen.Equipment {
		r.names[e.ID] = e.Name
	}
	r.net = newNetwork(d.problem, plan, d.left)
	r.give = r.net.gives(d.plated())
	out := d.frame()
	out.Status = string(plan.Status)
	for i := range d.works {
		out.Bars = append(out.Bars, r.bar(i))
	}
	out.Strands = r.strands()
	out.Lanes = r.lanes()
	out.Turns = r.turns(out.Lanes)
	out.Loads = r.loads(out.Lanes)
	out.Critical = r.critical()
	out.Presses = r.presses()
	out.Slots = r.slots(out.Lanes, out.Loads[0].Tight)
	out.Folds = r.folds()
	out.Days = r.days()
	r.courseRows(&out)
	out.Clashes = append(append(r.clashes(), out.Clashes...), unlit(out.Turns)...)
	return out
}

// frame is what a run-up has without a plan.
func (d *draft) frame() RunUp {
	out := RunUp{Service: d.in.Service.ID, Name: d.in.Service.Name, Day: d.in.Service.Day, Origin: d.origin, Status: "none",
		Seed: max(d.seed, Seed), Rounds: rounds(d.problem), Courses: []CourseRow{}, Strands: []Strand{}, Bars: []Bar{}, Lanes: []Lane{}, Folds: []Fold{}, Days: []Day{}, Turns: []Turn{}, Loads: []Load{}, Presses: []Press{}, Critical: []Critical{}, Slots: []Slot{},
		Stops: append([]Stop{}, d.stops...), Clashes: append([]Clash{}, d.lostClashes()...), Lost: []string{}}
	for _, f := range d.lost {
		out.Lost = append(out.Lost, f.ID)
	}
	for _, c := range d.courses {
		row := CourseRow{ID: c.Course, Name: c.name, Hour: c.at, At: d.seconds(c.at), Leaves: d.seconds(c.at), Dishes: []string{}, Sent: []Sending{}}
		for _, s := range c.dishes {
			row.Dishes = append(row.Dishes, s.dish.Name)
			row.Plates += s.total
			row.Waves = max(row.Waves, len(s.waves))
		}
		out.Courses = append(out.Courses, row)
	}
	for _, s := range d.stops {
		if !s.Gap {
			out.Clashes = append(out.Clashes, Clash{What: fmt.Sprintf("%s: %s.", s.Name, s.Why), Advice: "change the step, the covers or the kitchen; the rest is planned without it", Strict: true})
		}
	}
	return out
}

// unplanned is a run-up without a plan, and why.
func (d *draft) unplanned(why string) RunUp {
	out := d.frame()
	out.Message = why
	return out
}

func (r *reading) bar(i int) Bar {
	w, t := r.works[i], r.plan.Tasks[i]
	b := Bar{ID: t.ID, Dish: w.dish, For: w.dishes, Component: w.component, Placing: w.placing, Number: w.number, Wave: w.wave, Name: w.name,
		Start: r.time(t.Start), End: r.time(t.End), From: t.Start, To: t.End, Portions: w.portions, Working: w.working,
		Fixed: r.isFixed(i), Hands: []Stretch{}, With: []string{}, Cooks: []string{}, Section: r.in.Components[w.component].Section, Mind: r.mind(i), Why: r.why(i), Early: w.early, Give: r.give[i]}
	if w.placed() && r.seated(w.course) {
		b.Tables = r.courses[w.course].waves[max(w.wave, 1)-1].tables
	}
	if w.step != nil {
		b.Slow, b.LeadIn, b.Wash = uncertain(*w.step, w.portions), w.leadIn, w.wash
		b.Step, b.Cue, b.Cautions = w.step.ID, w.step.Cue(), append(slices.Clone(w.step.Cautions), r.told(i)...)
	}
	for k, u := range r.problem.Tasks[i].Uses {
		id := t.Resources[k]
		b.With = append(b.With, r.names[id])
		if u.Setting != nil {
			b.Setting = u.Setting
		}
		if cook, is := strings.CutPrefix(id, "cook."); is {
			b.Cooks = append(b.Cooks, cook)
			for _, s := range spans(u, t) {
				b.Hands = append(b.Hands, Stretch{s[0], s[1]})
			}
		}
	}
	return b
}

// spans are the parts of a planned task in which a use is taken.
func spans(u schedule.Use, t schedule.PlannedTask) []schedule.Span {
	if u.Slices == nil {
		return []schedule.Span{{t.Start, t.End}}
	}
	out := make([]schedule.Span, len(u.Slices))
	for i, s := range u.Slices {
		out[i] = s.Shift(t.Start)
	}
	return out
}

func (r *reading) strands() []Strand {
	out := []Strand{}
	for c, k := range r.courses {
		for _, s := range k.dishes {
			listed := map[string]bool{}
			for _, p := range s.dish.Parts {
				out = append(out, r.strand(c, s, p.Component, p.Portion, ""))
				listed[p.Component] = true
			}
			for _, comp := range r.in.book().Within(s.dish) {
				if !listed[comp.ID] {
					out = append(out, r.strand(c, s, comp.ID, nil, r.into(s, comp.ID)))
				}
			}
		}
	}
	return out
}

func (r *reading) strand(c int, s serving, component string, portion *units.Amount, into string) Strand {
	comp := r.in.Components[component]
	x := Strand{Dish: s.dish.ID, DishName: s.dish.Name, Plates: s.total, Course: c, Component: component, Name: comp.Name, Into: into, Bars: []int{}, Holds: []Hold{}}
	if portion != nil {
		x.Amount = portion.Times(float64(s.total)).String()
	}
	r.fill(&x)
	return x
}

// into names the component that another one goes into.
func (r *reading) into(s serving, component string) string {
	for _, c := range r.in.book().Within(s.dish) {
		for _, l := range c.Lines {
			if l.Component == component {
				return c.Name
			}
		}
	}
	return ""
}

// fill gives a strand its bars in time, its waits and its stop.
func (r *reading) fill(x *Strand) {
	for i, w := range r.works {
		if slices.Contains(w.dishes, x.Dish) && (w.serving < 0 || w.course == x.Course) && w.component == x.Component {
			x.Bars = append(x.Bars, i)
		}
	}
	slices.SortStableFunc(x.Bars, func(a, b int) int { return cmp.Compare(r.plan.Tasks[a].Start, r.plan.Tasks[b].Start) })
	for _, i := range x.Bars {
		for e, l := range r.problem.Links {
			if r.beside(e) || l.From != r.id(i) || l.FromAt != "" || l.ToAt != "" {
				continue
			}
			if to := r.index(l.To); r.works[to].component == x.Component && slices.Contains(r.works[to].dishes, x.Dish) {
				x.Holds = append(x.Holds, r.hold(e, i, to))
			}
		}
	}
	for k, s := range r.stops {
		if slices.Contains(s.dishes, x.Dish) && s.Component == x.Component && x.Stop == nil {
			x.Stop = &r.stops[k]
		}
	}
}

// beside tells links that stand beside a wait from the wait itself.
func (d *draft) beside(e int) bool {
	_, published := d.published[e]
	_, best := d.best[e]
	return published || best
}

func (r *reading) hold(e, from, to int) Hold {
	l := r.problem.Links[e]
	wash := r.works[from].wash // the wait began before it
	h := Hold{From: from, To: to, Margin: r.left[e], Gap: r.plan.Tasks[to].Start - r.plan.Tasks[from].End + wash}
	if most := r.most(e); most != nil {
		end := r.plan.Tasks[from].End + *most
		h.Limit, h.Over = &end, max(0, h.Gap-wash-*most)
		l.Max = ptr(*most + wash)
	}
	if step := r.works[from].step; step != nil {
		l.Min = ptr(max(0, l.Least()-h.Margin+wash))
		h.Why = r.whyWait(h, from, to)
		h.Text = waitText(step.Then.Reason, l, step.Then.Place != nil && step.Then.Reason == "", r)
	}
	return h
}

// most is the longest that a wait may be: by its own limit, or by a published one that
// is stricter.
func (r *reading) most(e int) *int64 {
	l := r.problem.Links[e]
	out := l.Max
	if most, is := r.strictest[[2]string{l.From, l.To}]; is && (out == nil || most < *out) {
		return &most
	}
	return out
}

// waitText says a wait: "rest 2–4 min", "on ice, at most 36 h".
func waitText(reason string, l schedule.Link, place bool, r *reading) string {
	if place && len(l.Holds) > 0 {
		reason = r.names[l.Holds[0].OneOf[0]]
	}
	least := l.Least()
	if reason != "" {
		reason += ", "
	}
	switch {
	case l.Max == nil && least == 0:
		return strings.TrimSuffix(reason, ", ")
	case l.Max != nil && *l.Max == 0:
		return reason + "at once"
	case l.Max == nil:
		return fmt.Sprintf("%sat least %s", reason, units.FormatDuration(least))
	case least == 0:
		return fmt.Sprintf("%sat most %s", reason, units.FormatDuration(*l.Max))
	}
	return fmt.Sprintf("%s%s", reason, units.FormatRange(units.Range{Quick: least, Usual: (least + *l.Max) / 2, Slow: *l.Max}))
}

func (r *reading) courseRows(out *RunUp) {
	for c := range out.Courses {
		row := &out.Courses[c]
		first := int64(1 << 60)
		for i, w := range r.works {
			if t := r.plan.Tasks[i]; w.course == c && t.Start < first {
				first, row.First = t.Start, t.ID
			}
		}
		row.Sent = r.sendings(c)
		for _, s := range row.Sent {
			if s.Head && s.Asked.Equal(r.courses[c].at) {
				row.Leaves, row.Late = s.At, s.Late
			}
		}
	}
}

// sendings are the waves of a course as they are planned.
func (r *reading) sendings(c int) []Sending {
	out := []Sending{}
	k := r.courses[c]
	n := len(k.waves)
	for _, s := range k.dishes {
		n = max(n, len(s.waves))
	}
	for w := range n {
		s := Sending{Wave: w + 1, Asked: r.waveAt(c, w), Tables: []string{}, Plates: []Sent{}, At: -1, First: 1 << 60}
		s.Head = w == 0 || !s.Asked.Equal(r.waveAt(c, w-1))
		if r.seated(c) {
			s.Tables = k.waves[w].tables
		}
		for _, d := range k.dishes {
			if end := r.ends(d, c, w); end >= 0 {
				s.Plates = append(s.Plates, Sent{d.dish.ID, d.dish.Name, d.waves[w]})
				s.At, s.First = max(s.At, end), min(s.First, end)
			}
		}
		if s.At < 0 {
			continue // its plates cannot be planned
		}
		s.Leaves = r.time(s.At)
		if s.Head {
			s.Late = s.At - r.seconds(s.Asked)
		}
		out = append(out, s)
	}
	return out
}

// ends is when the plates of a serving are planned to be built, of one of its
// waves; below 0: it has none there.
func (r *reading) ends(s serving, c, wave int) int64 {
	if wave >= len(s.waves) || s.waves[wave] == 0 {
		return -1
	}
	end := int64(-1)
	for i, w := range r.works {
		if w.placed() && w.course == c && w.dish == s.dish.ID && (w.wave == 0 || w.wave == wave+1) {
			end = max(end, r.plan.Tasks[i].End)
		}
	}
	return end
}

// clashes says what the plan breaks, and which course is late.
func (r *reading) clashes() []Clash {
	out := []Clash{}
	for _, b := range r.plan.Broken {
		if c, ok := r.clash(b); ok {
			out = append(out, c)
		}
	}
	for c, k := range r.courses {
		for _, s := range r.sendings(c) {
			if s.Late <= punctual {
				continue
			}
			name := k.name
			if !s.Asked.Equal(k.at) {
				name += " for " + strings.Join(s.Tables, " and ")
			}
			at := r.lastOf(c, s)
			out = append(out, Clash{What: fmt.Sprintf("%s leaves %s late, at %s.", name, units.FormatDuration(s.Late), r.clock(s.At)),
				Advice: "move the hour, begin earlier, or take hands or equipment to it", Bar: &at, Strict: true}.because(r, at))
		}
	}
	return out
}

// punctual is how late a wave may be, in seconds, before anybody is told.
const punctual = 30

// lastOf is the placing that a wave waits for.
func (r *reading) lastOf(c int, s Sending) (at int) {
	for i, w := range r.works {
		if w.course == c && w.placed() && (w.wave == 0 || w.wave == s.Wave) && r.plan.Tasks[i].End == s.At {
			at = i
		}
	}
	return at
}

func (r *reading) clash(b schedule.Breach) (Clash, bool) {
	if b.Limit == schedule.TaskLatest {
		return r.unfixed(b)
	}
	if b.Limit != schedule.LinkMax {
		return Clash{What: fmt.Sprintf("The plates of one table leave more than %s apart.", units.FormatDuration(tableWithin)), Advice: "more hands at the pass, or fewer dishes at once"}, b.Limit == schedule.TogetherWithin
	}
	from, to := r.index(b.From), r.index(b.To)
	w := r.works[from]
	if w.step == nil {
		if r.problem.Links[*b.Link].FromAt == schedule.End {
			return Clash{What: fmt.Sprintf("%s takes %s longer to leave than it may.", r.courses[w.course].name, units.FormatDuration(b.By)), Advice: "a wider pass, or more hands", Bar: &from}, true
		}
		return r.coldPlates(b)
	}
	if k, is := r.best[*b.Link]; is {
		return r.stale(b, k), true
	}
	if l, is := r.published[*b.Link]; is {
		return Clash{What: r.sayPublished(*b.Link), Advice: l.Source + ". " + Decides, Bar: &from, Strict: true}.because(r, to), true
	}
	limit := *r.problem.Links[*b.Link].Max + w.wash
	name := r.in.Components[w.component].Name
	return Clash{What: fmt.Sprintf("%s waits %s after %s, %s longer than it may (%s).", name, units.FormatDuration(limit+b.By), w.name, units.FormatDuration(b.By), units.FormatDuration(limit)),
		Advice: fmt.Sprintf("lengthen the wait, free what %s needs, or move the hour", r.works[to].name), Bar: &from, Strict: !b.Priced}.because(r, to), true
}

// because adds which requirements clash before a task, and the way out.
func (c Clash) because(r *reading, task int) Clash {
	why, advice := r.between(task)
	if c.Why = why; advice != "" {
		c.Advice += "; or " + advice
	}
	return c
}

func (r *reading) clock(seconds int64) string { return r.time(seconds).Format("15:04:05") }
