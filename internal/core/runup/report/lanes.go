package report

import (
	"cmp"
	"slices"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/network"
)

// lanes lists cooks and equipment with what each does, in time.
func (r *reporter) lanes() []Lane {
	blocks := map[string][]LaneBlock{}
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
		lane := Lane{ID: res.ID, Name: r.names[res.ID], Cook: r.of.Resources[k].Cook != "", Capacity: int(res.Capacity), Blocks: blocks[res.ID], Pauses: []LanePause{}}
		if lane.Blocks == nil {
			lane.Blocks = []LaneBlock{}
		}
		setRows(lane.Blocks)
		if res.Setting != nil {
			lane.Pauses = r.pauses(res, lane.Blocks)
		}
		out = append(out, lane)
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
		if b.Setting == nil || b.From < ends {
			continue
		}
		if pause := res.Setting.Pause(from, *b.Setting); pause > 0 {
			out = append(out, LanePause{b.From - pause, b.From, from, *b.Setting, b.From - ends, b.Bar})
		}
	}
	return out
}
