package report

import (
	"cmp"
	"slices"
	"strings"

	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/network"
)

// lanes lists cooks and equipment with what each does, in time.
func (r *reporter) lanes() []Lane {
	blocks, elsewhere := map[string][]LaneBlock{}, r.elsewhere()
	add := func(id string, u schedule.Use, i int, s schedule.Span, hold bool) {
		if s[0] < s[1] {
			blocks[id] = append(blocks[id], LaneBlock{Bar: i, From: s[0], To: s[1], Places: int(u.Need()), Hold: hold, Setting: u.Setting, Label: r.of.Work[i].Name, settles: u.Settle})
		}
	}
	for i, t := range r.problem.Tasks {
		for k, u := range t.Uses {
			for _, s := range network.Spans(u, r.plan.Tasks[i]) {
				add(r.plan.Tasks[i].Resources[k], u, i, s, false)
			}
		}
	}
	for _, l := range r.plan.Links {
		from, to := r.index[l.From], r.index[l.To]
		for h, u := range r.problem.Links[l.Link].Holds {
			add(l.Resources[h], u, from, schedule.Span{r.plan.Tasks[from].End, r.plan.Tasks[to].Start}, true)
		}
	}
	out := []Lane{}
	for k, res := range r.problem.Resources {
		lane := Lane{ID: res.ID, Name: r.names[res.ID], Cook: r.of.Resources[k].Cook != "", Capacity: int(res.Capacity), Blocks: []LaneBlock{}, Pauses: []LanePause{}}
		all := slices.Concat(blocks[res.ID], elsewhere[res.ID])
		setRows(all)
		switch {
		case lane.Cook:
			lane.Pauses = r.changes(res, all)
		case res.Setting != nil:
			lane.Pauses = r.pauses(res, all)
		}
		for _, b := range all {
			if b.Bar < 0 {
				lane.Elsewhere = append(lane.Elsewhere, b)
			} else {
				lane.Blocks = append(lane.Blocks, b)
			}
		}
		out = append(out, lane)
	}
	return out
}

// elsewhere is what other services of the kitchen have, by resource.
func (r *reporter) elsewhere() map[string][]LaneBlock {
	out := map[string][]LaneBlock{}
	for i := len(r.of.Work); i < len(r.whole.of.Work); i++ {
		t := r.whole.plan.Tasks[i]
		for k, u := range r.whole.problem.Tasks[i].Uses {
			for _, s := range network.Spans(u, t) {
				out[t.Resources[k]] = append(out[t.Resources[k]], LaneBlock{Bar: -1, From: s[0], To: s[1], Places: int(u.Need()), Setting: u.Setting, Label: r.whole.of.Work[i].Name, OfDay: r.ofDay(i)})
			}
		}
	}
	return out
}

// ofDay tells whether what a task stands for is a line of the day, and no other service.
func (r *reporter) ofDay(i int) bool { return strings.HasPrefix(r.whole.problem.Tasks[i].ID, "day.") }

// all is when a lane is taken, for this service or for another one, or between the two.
func (l Lane) all() []LaneBlock {
	out := slices.Concat(l.Blocks, l.Elsewhere)
	for _, p := range l.Pauses {
		if l.Cook {
			out = append(out, LaneBlock{Bar: p.Bar, From: p.From, To: p.To, Places: 1, Label: p.What})
		}
	}
	return out
}

// setRows gives each block, in the order in which they begin, the first place that is
// free for all of it.
func setRows(blocks []LaneBlock) {
	slices.SortStableFunc(blocks, func(a, b LaneBlock) int { return cmp.Compare(a.From, b.From) })
	spans, places := make([]schedule.Span, len(blocks)), make([]int, len(blocks))
	for i, b := range blocks {
		spans[i], places[i] = schedule.Span{b.From, b.To}, b.Places
	}
	for i, row := range network.Rows(spans, places) {
		blocks[i].Row = row
	}
}

// pauses lists the heating and cooling between blocks that follow one another.
func (r *reporter) pauses(res schedule.Resource, blocks []LaneBlock) []LanePause {
	out := []LanePause{}
	for i, b := range blocks {
		from, ends := res.Setting.Initial, int64(0)
		for _, o := range blocks[:i] {
			if o.To > ends && o.Setting != nil {
				from, ends = *o.Setting, o.To
			}
		}
		if b.Setting == nil || b.From < ends || b.Bar < 0 { // others turn it for themselves
			continue
		}
		if pause := res.Setting.Pause(from, *b.Setting); pause > 0 && b.settles { // turned when it begins
			out = append(out, LanePause{From: b.From, To: b.From + pause, FromC: from, ToC: *b.Setting, Available: b.From + pause - ends, Bar: b.Bar})
		} else if pause > 0 {
			out = append(out, LanePause{From: b.From - pause, To: b.From, FromC: from, ToC: *b.Setting, Available: b.From - ends, Bar: b.Bar})
		}
	}
	return out
}

// bar is a task at its time.
func (r *reporter) bar(i int) Bar {
	w, t := r.of.Work[i], r.plan.Tasks[i]
	b := Bar{ID: t.ID, Dish: w.Dish, For: w.For, Course: w.Course, Component: w.Component, Made: w.Made, Placing: w.Placing, Number: w.Number, Wave: w.Wave, Name: w.Name,
		Start: r.moment(t.Start), End: r.moment(t.End), From: t.Start, To: t.End, Portions: w.Portions, Working: w.Working,
		Fixed: w.Fixed != "", Hands: []HandsOn{}, With: []string{}, Cooks: []string{}, Section: w.Section, Tables: w.Tables, Mind: w.Notes, Why: r.why(i), Early: w.Early, Give: r.slack[i], Help: r.helps(i), Words: w.Words}
	for k := w.From; k > 0 && k <= w.To; k++ {
		b.Waves = append(b.Waves, k)
	}
	if w.Wave > 0 {
		b.Waves = []int{w.Wave}
	}
	if !w.Placed() {
		b.Slow, b.LeadIn = w.Slow, w.LeadIn
		b.Step, b.Cue, b.Words, b.Cautions = w.Step, w.Cue, slices.Concat(r.othersLeft(i), w.Words), w.Cautions
	}
	for k, u := range r.problem.Tasks[i].Uses {
		id := t.Resources[k]
		if !slices.Contains(b.With, r.names[id]) {
			b.With = append(b.With, r.names[id])
		}
		if u.Setting != nil && !r.isCook(id) {
			b.Setting = u.Setting
		}
		if cook, is := strings.CutPrefix(id, "cook."); is {
			if !slices.Contains(b.Cooks, cook) {
				b.Cooks = append(b.Cooks, cook)
			}
			for _, s := range network.Spans(u, t) {
				b.Hands = append(b.Hands, r.hands(i, cook, s))
			}
		}
	}
	return b
}

// hands are a cook's on a task, with what they do.
func (r *reporter) hands(i int, cook string, s schedule.Span) HandsOn {
	out := HandsOn{From: s[0], To: s[1], Start: r.moment(s[0]), Cook: cook, Who: r.names["cook."+cook]}
	at := s[0] - r.plan.Tasks[i].Start
	if k := slices.IndexFunc(r.of.Work[i].Hands, func(h work.Hand) bool { return h.From == at }); k >= 0 {
		out.What, out.Assumed = r.of.Work[i].Hands[k].What, r.of.Work[i].Hands[k].Assumed
	}
	return out
}

// Serves tells whether a bar is done for a wave of its course.
func (b Bar) Serves(wave int) bool { return len(b.Waves) == 0 || slices.Contains(b.Waves, wave) }

// ServesApart tells whether a bar is done for a wave of its course, and not for all of them.
func (b Bar) ServesApart(wave int) bool { return len(b.Waves) > 0 && b.Serves(wave) }
