package report

import (
	"cmp"
	"fmt"
	"slices"
	"time"

	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// Doubles says what a run-up and another one of the same kitchen have at the same time, each
// cook and thing once: somebody in two places, more than there is room for, two temperatures.
func (u RunUp) Doubles(other RunUp) (out []string) {
	by := int64(other.Origin.Sub(u.Origin) / time.Second)
	theirs := map[string]Lane{}
	for _, l := range other.Lanes {
		theirs[l.ID] = l
	}
	for _, mine := range u.Lanes {
		l, both := theirs[mine.ID]
		if !both {
			continue
		}
		if d, is := doubled(mine, l, by); is {
			out = append(out, u.sayDouble(other, mine, d))
		}
	}
	return out
}

// double is what is too much of a lane: for how long, how often, and the first of it.
type double struct {
	seconds, times int64
	first          int64 // from the origin
	mine, theirs   int   // bars of the first
	heat           bool  // the first is two temperatures at once, and there would be room
}

// doubled adds up where the blocks of two run-ups on one lane are too many together. Theirs
// begin by so many seconds later.
func doubled(mine, theirs Lane, by int64) (d double, is bool) {
	var stretches []Stretch
	for _, a := range mine.Blocks {
		for _, b := range theirs.Blocks {
			from, to := max(a.From, b.From+by), min(a.To, b.To+by)
			if from >= to {
				continue
			}
			full := together(mine.Blocks, from, 0)+together(theirs.Blocks, from, by) > mine.Capacity
			heat := a.Setting != nil && b.Setting != nil && abs(*a.Setting-*b.Setting) > sameHeat
			if !full && !heat {
				continue
			}
			if !is || from < d.first {
				d.first, d.mine, d.theirs, d.heat = from, a.Bar, b.Bar, !full
			}
			is = true
			stretches = append(stretches, Stretch{from, to})
		}
	}
	slices.SortFunc(stretches, func(a, b Stretch) int { return cmp.Compare(a.From, b.From) })
	until := int64(-1 << 60) // of the one that was counted last
	for _, s := range stretches {
		if s.From > until {
			d.times++
		}
		d.seconds += max(0, s.To-max(s.From, until))
		until = max(until, s.To)
	}
	return d, is
}

// sameHeat is by how many degrees two uses of an oven may differ and be told as one.
const sameHeat = 5

func abs(x int64) int64 { return max(x, -x) }

// together is how many places are taken at a moment.
func together(blocks []LaneBlock, at, by int64) (sum int) {
	for _, b := range blocks {
		if b.From+by <= at && at < b.To+by {
			sum += b.Places
		}
	}
	return sum
}

func (u RunUp) sayDouble(other RunUp, l Lane, d double) string {
	what := "is booked twice"
	switch {
	case d.heat:
		what = "is wanted at two temperatures"
	case !l.Cook && l.Capacity > 1:
		what = "is over its places"
	}
	times := ""
	if d.times > 1 {
		times = fmt.Sprintf(" in %d stretches", d.times)
	}
	return fmt.Sprintf("%s %s with %s: %s%s, first %s (%s; there %s).", l.Name, what, other.Name, units.FormatDuration(d.seconds-d.seconds%60+60*min(1, d.seconds%60)), times,
		u.Origin.Add(time.Duration(d.first)*time.Second).Format("Mon 15:04"), u.Called(d.mine), other.Called(d.theirs))
}

// Called is how a bar is told to somebody who looks at another run-up.
func (u RunUp) Called(bar int) string {
	b := u.Bars[bar]
	at := slices.IndexFunc(u.Strands, func(s Strand) bool { return s.Component == b.Component })
	if at < 0 {
		return b.Name
	}
	return words.Step(u.Strands[at].Name, b.Name)
}
