package runup

import (
	"cmp"
	"slices"

	"jointime/internal/core/schedule"
)

// lanes lists cooks and equipment with what each does, in time.
func (r *reading) lanes() []Lane {
	blocks := map[string][]LaneBlock{}
	add := func(id string, u schedule.Use, i int, s schedule.Span, hold bool) {
		if s[0] < s[1] {
			blocks[id] = append(blocks[id], LaneBlock{Bar: i, From: s[0], To: s[1], Places: int(u.Need()), Hold: hold, Setting: u.Setting, Label: r.works[i].name})
		}
	}
	for i, t := range r.problem.Tasks {
		for k, u := range t.Uses {
			for _, s := range spans(u, r.plan.Tasks[i]) {
				add(r.plan.Tasks[i].Resources[k], u, i, s, false)
			}
		}
	}
	for _, l := range r.plan.Links {
		from, to := r.index(l.From), r.index(l.To)
		for h, u := range r.problem.Links[l.Link].Holds {
			add(l.Resources[h], u, from, schedule.Span{r.plan.Tasks[from].End, r.plan.Tasks[to].Start}, true)
		}
	}
	out := []Lane{}
	for k, res := range r.problem.Resources {
		lane := Lane{ID: res.ID, Name: r.names[res.ID], Cook: k < len(r.cooks), Capacity: int(res.Capacity), Blocks: blocks[res.ID], Pauses: []LanePause{}}
		if lane.Blocks == nil {
			lane.Blocks = []LaneBlock{}
		}
		rows(lane.Blocks)
		if res.Setting != nil {
			lane.Pauses = r.pauses(res, lane.Blocks)
		}
		out = append(out, lane)
	}
	return out
}

// rows gives each block the first place that is free for all of it.
func rows(blocks []LaneBlock) {
	slices.SortStableFunc(blocks, func(a, b LaneBlock) int { return cmp.Compare(a.From, b.From) })
	for i := range blocks {
		b := &blocks[i]
		for moved := true; moved; {
			moved = false
			for _, o := range blocks[:i] {
				if o.To > b.From && b.Row < o.Row+o.Places && o.Row < b.Row+b.Places {
					b.Row, moved = o.Row+o.Places, true
				}
			}
		}
	}
}

// pauses lists the heating and cooling between blocks that follow one another.
func (r *reading) pauses(res schedule.Resource, blocks []LaneBlock) []LanePause {
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
