package timing

import "jointime/internal/core/schedule"

// resource keeps what is taken on a resource in the order in which it stands: what is over
// before something else begins, stays so. Then no more overlaps than did, and there is room.
func (r *reader) resource(x *schedule.Resource) {
	taken := sorted(r.taken[x.ID])
	units := int64(0)
	for _, t := range taken {
		units += t.units
		if x.Setting != nil && t.setting != nil && !t.settle {
			r.low[t.from.node] = max(r.low[t.from.node], r.p.Horizon[0]+x.Setting.Pause(x.Setting.Initial, *t.setting)-t.from.offset)
		}
	}
	if units <= x.Capacity && x.Setting == nil {
		return
	}
	each := x.Setting != nil && pausesAddUp(x, taken)
	for k, t := range taken {
		latest := latestBefore(taken[:k], t)
		for _, o := range taken[:k] {
			if o.to.at > t.from.at {
				continue
			}
			pause := pauseBetween(x, o, t)
			if o.to.at > latest || each && pause > 0 {
				r.after(o.to, t.from, pause)
			}
		}
	}
}

// latestBefore is when the last of what is over before something begins, began: whatever is
// over before that is kept before it by that.
func latestBefore(taken []taking, t taking) int64 {
	latest := -infinite
	for _, o := range taken {
		if o.to.at <= t.from.at {
			latest = max(latest, o.from.at)
		}
	}
	return latest
}

// pausesAddUp tells whether the pause between two can be longer than those by way of a third:
// where differences are tolerated, or something settles.
func pausesAddUp(x *schedule.Resource, taken []taking) bool {
	for _, t := range taken {
		if t.settle {
			return true
		}
	}
	return x.Setting.Tolerance > 0
}

func pauseBetween(x *schedule.Resource, before, after taking) int64 {
	if x.Setting == nil || after.settle || before.setting == nil || after.setting == nil {
		return 0
	}
	return x.Setting.Pause(*before.setting, *after.setting)
}

func (r *reader) after(end, start edge, pause int64) {
	if end.node != start.node {
		r.apart = append(r.apart, apart{end.node, start.node, end.offset + pause - start.offset})
	}
}
