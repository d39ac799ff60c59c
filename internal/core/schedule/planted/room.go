package planted

import (
	"slices"
	"sort"

	"jointime/internal/core/schedule"
)

// busy is what a resource does in a span.
type busy struct {
	span    schedule.Span
	units   int64
	setting int64
}

// room is what one resource does, by start.
type room struct {
	res     schedule.Resource
	used    []busy
	longest int64
}

const hour = 3600

// free tells whether a span finds units, and the setting that it wants.
func (r *room) free(s schedule.Span, units, setting int64) bool {
	if s[0] >= s[1] {
		return true
	}
	reach := int64(0)
	if r.res.Setting != nil {
		reach = 3 * hour // no pause is longer
	}
	near := r.used[r.from(s[0]-r.longest-reach):r.from(s[1]+reach)]
	for _, b := range near {
		if r.apart(s, setting, b) {
			return false
		}
	}
	return peak(near, s)+units <= r.res.Capacity
}

// from is the first taking that begins at a moment or later.
func (r *room) from(t int64) int {
	return sort.Search(len(r.used), func(k int) bool { return r.used[k].span[0] >= t })
}

// apart tells whether a setting and that of a taking do not go with one another.
func (r *room) apart(s schedule.Span, setting int64, b busy) bool {
	set := r.res.Setting
	if set == nil {
		return false
	}
	switch {
	case b.span.Overlaps(s):
		return max(b.setting-setting, setting-b.setting) > set.Tolerance
	case b.span[1] <= s[0]:
		return s[0]-b.span[1] < set.Pause(b.setting, setting)
	}
	return b.span[0]-s[1] < set.Pause(setting, b.setting)
}

// peak is the most that is in use at a moment of a span.
func peak(near []busy, s schedule.Span) (most int64) {
	at := func(t int64) (sum int64) {
		for _, b := range near {
			if b.span[0] <= t && t < b.span[1] {
				sum += b.units
			}
		}
		return sum
	}
	most = at(s[0])
	for _, b := range near {
		if s[0] < b.span[0] && b.span[0] < s[1] {
			most = max(most, at(b.span[0]))
		}
	}
	return most
}

func (r *room) put(b busy) {
	r.longest = max(r.longest, b.span[1]-b.span[0])
	r.used = slices.Insert(r.used, r.from(b.span[0]), b)
}

func (r *room) drop(b busy) {
	k := r.from(b.span[0]) + slices.Index(r.used[r.from(b.span[0]):], b)
	r.used = slices.Delete(r.used, k, k+1)
}
