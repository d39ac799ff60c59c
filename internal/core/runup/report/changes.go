package report

import "jointime/internal/core/schedule"

// What a cook does between two pieces of work.
const (
	cleansHands = "clean hands, board, knife"
	clearsReady = "clear ready food away, raw board out"
	walks       = "walk"
)

// changes lists what a cook needs between blocks that follow one another: after raw work hands,
// board and knife are clean at once, and raw work is begun when what is ready is put away. The
// settings of a cook are no temperatures, and are taken off the blocks.
func (r *reporter) changes(res schedule.Resource, blocks []LaneBlock) []LanePause {
	out := []LanePause{}
	before := -1
	for i, b := range blocks {
		if b.Setting == nil || b.From == b.To {
			continue
		}
		if before >= 0 && blocks[before].To <= b.From {
			if p, is := r.change(res, blocks[before], b); is {
				out = append(out, p)
			}
		}
		if before < 0 || b.To >= blocks[before].To {
			before = i
		}
	}
	for i := range blocks {
		blocks[i].Setting = nil
	}
	return out
}

// putAwayWithin is how long after work with what is ready it still has to be put away, in seconds.
const putAwayWithin = 3600

// change is what a cook needs between one block and the next; false: nothing, or others see to it.
func (r *reporter) change(res schedule.Resource, before, b LaneBlock) (LanePause, bool) {
	pause := res.Setting.Pause(*before.Setting, *b.Setting)
	p := LanePause{From: b.From - pause, To: b.From, Available: b.From - before.To, Bar: b.Bar, What: walks}
	switch was, is := r.rawSetting(*before.Setting), r.rawSetting(*b.Setting); {
	case was && !is: // at once, whatever comes next
		p.What, p.From, p.To, p.Bar = cleansHands, before.To, before.To+pause, max(before.Bar, b.Bar)
	case is && !was:
		p.What = clearsReady
		if p.Available > putAwayWithin || before.Bar < 0 {
			return p, false
		}
	}
	return p, pause > 0 && p.Bar >= 0
}

// between is what a cook does between one task and a later one.
func (r *reporter) between(first, second int, resource string) string {
	was, is := r.cookSetting(first, resource), r.cookSetting(second, resource)
	switch {
	case r.rawSetting(was) && !r.rawSetting(is):
		return cleansHands
	case r.rawSetting(is) && !r.rawSetting(was):
		return clearsReady
	}
	return walks
}

// cookSetting is the setting that a task needs of a cook; 0: none.
func (r *reporter) cookSetting(i int, resource string) int64 {
	for k, u := range r.whole.problem.Tasks[i].Uses {
		if r.whole.plan.Tasks[i].Resources[k] == resource && u.Setting != nil {
			return *u.Setting
		}
	}
	return 0
}

// rawSetting tells whether a cook with a setting has raw food in hand.
func (r *reporter) rawSetting(setting int64) bool { return r.of.Raw > 0 && setting >= r.of.Raw }
