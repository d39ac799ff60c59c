package serial

import (
	"slices"
	"sort"

	"jointime/internal/core/schedule"
)

// Busy is what a resource does in a span.
type Busy struct {
	Span    schedule.Span
	Units   int64
	Setting int64
	Settle  bool // it may begin while the resource heats or cools
}

// Room is what one resource does, by start.
type Room struct {
	Resource schedule.Resource
	Used     []Busy
	longest  int64
}

// Free tells whether something finds its units, and the setting that it wants.
func (r *Room) Free(x Busy) bool {
	s := x.Span
	if s[0] >= s[1] {
		return true
	}
	reach := int64(0)
	if r.Resource.Setting != nil {
		reach = longestPause
	}
	near := r.Used[r.from(s[0]-r.longest-reach):r.from(s[1]+reach)]
	for _, b := range near {
		if r.apart(x, b) {
			return false
		}
	}
	return peak(near, s)+x.Units <= r.Resource.Capacity
}

// longestPause is what no resource needs from one setting to another, in seconds.
const longestPause = 3 * 3600

// from is the first taking that begins at a moment or later.
func (r *Room) from(t int64) int {
	return sort.Search(len(r.Used), func(k int) bool { return r.Used[k].Span[0] >= t })
}

// apart tells whether two settings do not go with one another.
func (r *Room) apart(x, b Busy) bool {
	s, set := x.Span, r.Resource.Setting
	if set == nil {
		return false
	}
	switch {
	case b.Span.Overlaps(s):
		return max(b.Setting-x.Setting, x.Setting-b.Setting) > set.Tolerance
	case b.Span[1] <= s[0]:
		return !x.Settle && s[0]-b.Span[1] < set.Pause(b.Setting, x.Setting)
	}
	return !b.Settle && b.Span[0]-s[1] < set.Pause(x.Setting, b.Setting)
}

// peak is the most that is in use at a moment of a span.
func peak(near []Busy, s schedule.Span) (most int64) {
	at := func(t int64) (sum int64) {
		for _, b := range near {
			if b.Span[0] <= t && t < b.Span[1] {
				sum += b.Units
			}
		}
		return sum
	}
	most = at(s[0])
	for _, b := range near {
		if s[0] < b.Span[0] && b.Span[0] < s[1] {
			most = max(most, at(b.Span[0]))
		}
	}
	return most
}

// Put notes what a resource does.
func (r *Room) Put(b Busy) {
	r.longest = max(r.longest, b.Span[1]-b.Span[0])
	r.Used = slices.Insert(r.Used, r.from(b.Span[0]), b)
}

// Drop takes back what was put in.
func (r *Room) Drop(b Busy) {
	k := r.from(b.Span[0]) + slices.Index(r.Used[r.from(b.Span[0]):], b)
	r.Used = slices.Delete(r.Used, k, k+1)
}
