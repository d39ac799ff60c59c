package report

import (
	"cmp"
	"fmt"
	"slices"

	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/network"
	"jointime/internal/core/schedule/reason"
	"jointime/internal/core/units"
)

// Slot is a stretch in which somebody has both hands free, with the work that
// would fit into it: work of others, or of a fuller hour.
type Slot struct {
	Cook   string  `json:"cook" doc:"id"`
	Name   string  `json:"name"`
	From   int64   `json:"from"`
	To     int64   `json:"to"`
	Offers []Offer `json:"offers" nullable:"false"`
	Worth  int64   `json:"worth" doc:"seconds of work that it could take out of full hours"`
}

// Offer is a piece of work that could be done in a slot, and when it stands now.
type Offer struct {
	Bar int   `json:"bar" doc:"place in bars"`
	At  int64 `json:"at" doc:"when it would begin"`
}

const (
	shortestSlot = 8 * 60
	mostOffers   = 4
)

// slots finds on the day of the service who has hands free, and offers what needs
// hands and nothing else, may be done then by what comes before and after it, and
// stands in an hour in which all hands are taken.
func (r *reporter) slots(lanes []Lane, tight []Stretch) []Slot {
	out := []Slot{}
	first, last := r.of.Midnight, r.firstHour()
	movable := r.movable(tight)
	for _, l := range lanes {
		if !l.Cook || r.calls(l.ID) {
			continue
		}
		for _, gap := range free(r.windows(l.ID), l.all(), first, last) {
			s := Slot{Cook: l.ID[len("cook."):], Name: l.Name, From: gap[0], To: gap[1], Offers: []Offer{}}
			for _, i := range movable {
				if at, fits := r.fits(i, l.ID, gap); fits && len(s.Offers) < mostOffers {
					s.Offers = append(s.Offers, Offer{i, at})
					s.Worth = min(s.Worth+r.problem.Tasks[i].Duration, gap[1]-gap[0])
				}
			}
			if len(s.Offers) > 0 {
				out = append(out, s)
			}
		}
	}
	slices.SortStableFunc(out, func(a, b Slot) int { return cmp.Compare(a.From, b.From) })
	return out
}

// firstHour is that of the first course.
func (r *reporter) firstHour() (at int64) {
	for c, k := range r.of.Courses {
		if c == 0 || k.At < at {
			at = k.At
		}
	}
	return at
}

// free are the stretches of a shift, between two moments, in which nothing is done.
func free(windows []schedule.Span, blocks []LaneBlock, first, last int64) (out []schedule.Span) {
	var cuts []schedule.Span
	for _, b := range blocks {
		cuts = append(cuts, schedule.Span{b.From, b.To})
	}
	for _, s := range schedule.Without(windows, cuts) {
		s = schedule.Span{max(s[0], first), min(s[1], last)}
		if s[1]-s[0] >= shortestSlot {
			out = append(out, s)
		}
	}
	return out
}

// movable are the works that want hands all the time and no equipment, and stand
// where all hands are taken.
func (r *reporter) movable(tight []Stretch) (out []int) {
	for i, w := range r.of.Work {
		t := r.plan.Tasks[i]
		uses := r.problem.Tasks[i].Uses
		if w.Kind != work.Step || len(uses) != 1 || uses[0].Slices != nil || t.End-t.Start < 120 {
			continue
		}
		if slices.ContainsFunc(tight, func(s Stretch) bool { return s.From < t.End && t.Start < s.To }) {
			out = append(out, i)
		}
	}
	return out
}

// fits tells whether a work can begin in a gap of a cook, by its waits.
func (r *reporter) fits(i int, cook string, gap schedule.Span) (at int64, ok bool) {
	t := r.problem.Tasks[i]
	if u := t.Uses[0]; u.Costs[cook] > u.Costs[r.plan.Tasks[i].Resources[0]] {
		return 0, false // it is not theirs
	}
	if (r.of.Work[i].Fixed != "") || !slices.Contains(t.Uses[0].OneOf, cook) || t.Duration > gap[1]-gap[0] || (gap[0] <= r.plan.Tasks[i].Start && r.plan.Tasks[i].End <= gap[1]) {
		return 0, false
	}
	first, last := gap[0], gap[1]-t.Duration
	if t.Earliest != nil {
		first = max(first, *t.Earliest)
	}
	for _, l := range r.problem.Links {
		if (l.From != t.ID && l.To != t.ID) || l.From == l.To {
			continue
		}
		lo, hi := r.keptBy(l, t)
		first, last = max(first, lo), min(last, hi)
	}
	at = wholeMinute(first, last)
	return at, first <= last && r.freeElsewhere(i, at)
}

// freeElsewhere tells whether a work can begin at another moment as far as anything but the
// cook is concerned: what it leaves may keep a place that is taken then.
func (r *reporter) freeElsewhere(i int, at int64) bool {
	for stop := range r.scene.Breaks(i, at-r.plan.Tasks[i].Start) {
		if stop.Rule != reason.Target && !r.isCook(stop.Resource) {
			return false
		}
	}
	return true
}

// keptBy is between which starts of a task one of its links is kept, where all else
// stays as it is.
func (r *reporter) keptBy(l schedule.Link, t schedule.Task) (first, last int64) {
	const ever = int64(1) << 40
	most := ever
	if l.Max != nil {
		most = *l.Max
	}
	if l.To == t.ID {
		from := r.plan.Tasks[r.index[l.From]]
		at := from.End
		if l.FromAt == schedule.Start {
			at = from.Start
		}
		if l.ToAt == schedule.End {
			at -= t.Duration
		}
		return at + l.Least(), at + most
	}
	to := r.plan.Tasks[r.index[l.To]]
	at := to.Start
	if l.ToAt == schedule.End {
		at = to.End
	}
	if l.FromAt != schedule.Start {
		at -= t.Duration
	}
	return at - most, at - l.Least()
}

// wholeMinute is the last whole minute of a stretch, or its end where it has none.
func wholeMinute(first, last int64) int64 {
	if at := last - last%60; at >= first {
		return at
	}
	return last
}

// Critical is a step where a delay hurts: it may well take longer than there is to
// give before a plate is late.
type Critical struct {
	Bar  int    `json:"bar" doc:"place in bars"`
	Give int64  `json:"give" doc:"seconds that it may be late before a plate is"`
	Slow int64  `json:"slow" doc:"seconds that it may take longer than planned"`
	Say  string `json:"say"`
}

// maxCritical is how many of them are told.
const maxCritical = 8

// critical lists the steps that hurt first: by how far what they may take longer
// goes beyond what there is to give.
func (r *reporter) critical() []Critical {
	out := []Critical{}
	for i, w := range r.of.Work {
		if w.Placed() {
			continue
		}
		slow := w.Slow
		if slow == 0 || r.slack[i] >= network.NoEnd || slow <= r.slack[i]/2 {
			continue
		}
		c := Critical{Bar: i, Give: r.slack[i], Slow: slow}
		name := r.callOne(i)
		switch {
		case c.Give == 0:
			c.Say = fmt.Sprintf("%s, nothing to spare, may run %s over", name, units.FormatDuration(slow))
		default:
			c.Say = fmt.Sprintf("%s, %s to spare, may run %s over", name, units.FormatDuration(c.Give), units.FormatDuration(slow))
		}
		out = append(out, c)
	}
	slices.SortStableFunc(out, func(a, b Critical) int { return cmp.Compare(b.Slow-b.Give, a.Slow-a.Give) })
	return out[:min(len(out), maxCritical)]
}
