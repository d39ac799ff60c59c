package report

import (
	"cmp"
	"slices"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/network"
)

// lanes lists cooks and equipment with what each does, in time.
func (r *reporter) lanes() []Lane {
	blocks, elsewhere := map[string][]LaneBlock{}, r.elsewhere()
	add := func(id string, u schedule.Use, i int, s schedule.Span, hold bool) {
		if s[0] < s[1] {
			blocks[id] = append(blocks[id], LaneBlock{Bar: i, From: s[0], To: s[1], Places: int(u.Need()), Hold: hold, Setting: u.Setting, Label: r.of.Work[i].Name})
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
		if res.Setting != nil {
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
				out[t.Resources[k]] = append(out[t.Resources[k]], LaneBlock{Bar: -1, From: s[0], To: s[1], Places: int(u.Need()), Setting: u.Setting, Label: r.whole.of.Work[i].Name})
			}
		}
	}
	return out
}

// all is when a lane is taken, for this service or for another one.
func (l Lane) all() []LaneBlock { return slices.Concat(l.Blocks, l.Elsewhere) }

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
		if pause := res.Setting.Pause(from, *b.Setting); pause > 0 {
			out = append(out, LanePause{b.From - pause, b.From, from, *b.Setting, b.From - ends, b.Bar})
		}
	}
	return out
}
