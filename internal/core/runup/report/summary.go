package report

import (
	"slices"
	"time"

	"jointime/internal/core/schedule"
)

// Summary is what one compares two plans by.
type Summary struct {
	Planned   bool      `json:"planned" doc:"there is a plan"`
	Violation int64     `json:"violation" doc:"seconds by which strict limits are passed"`
	Cost      int64     `json:"cost"`
	Late      int64     `json:"late" doc:"seconds by which the latest wave is late"`
	Lates     int       `json:"lates" doc:"waves that leave late"`
	Early     int       `json:"early" doc:"waves that leave more than 2 minutes early"`
	Begins    time.Time `json:"begins" doc:"of the first step"`
	Lead      int64     `json:"lead" doc:"seconds from there to the first plate"`
	Work      int64     `json:"work" doc:"seconds of hands, all cooks together"`
	Cooks     int       `json:"cooks" doc:"who have anything to do"`
	Longest   int64     `json:"longest" doc:"seconds from the first work of a cook to the last on one day, of the longest such day"`
	Tight     int64     `json:"tight" doc:"seconds in which all hands are taken"`
	Share     float64   `json:"share" doc:"of plates within 2 minutes of their time, where every uncertain step takes as long as chance has it"`
	Clashes   []string  `json:"clashes" nullable:"false"`
	Stops     []string  `json:"stops" nullable:"false" doc:"what cannot be done"`
}

// Summary sums a run-up up. Share is that of the plates in time, which the run-up itself
// does not know; without a plan only what clashes and stops is told.
func (u RunUp) Summary(plan schedule.Plan, share float64) Summary {
	s := Summary{Planned: u.Status != none, Violation: plan.Violation, Cost: plan.Cost, Clashes: []string{}, Stops: []string{}}
	for _, c := range u.Clashes {
		s.Clashes = append(s.Clashes, c.What)
	}
	for _, p := range u.Stops {
		if !p.Gap {
			s.Stops = append(s.Stops, p.Name+": "+p.Why)
		}
	}
	if !s.Planned || len(u.Bars) == 0 {
		return s
	}
	s.Share = share
	first := slices.MinFunc(u.Bars, func(a, b Bar) int { return int(a.From - b.From) })
	s.Begins = first.Start
	for i, c := range u.Courses {
		for _, sent := range c.Sent {
			s.Late = max(s.Late, sent.Late)
			if sent.Late < -tooEarly {
				s.Early++
			}
			if sent.Late > punctual {
				s.Lates++
			}
		}
		if i == 0 {
			s.Lead = c.Leaves - first.From
		}
	}
	for _, l := range u.Lanes {
		if l.Cook && len(l.Blocks) > 0 {
			s.Cooks++
			s.Work += busy(l)
		}
	}
	for _, t := range u.Loads[0].Tight {
		s.Tight += t.To - t.From
	}
	s.Longest = longestDay(u)
	return s
}

// busy is for how many seconds a lane is taken.
func busy(l Lane) (sum int64) {
	for _, b := range l.Blocks {
		sum += b.To - b.From
	}
	return sum
}

// longestDay is the longest time from the first to the last work of a cook on a day of
// the plan; what is done after midnight counts to the evening before.
func longestDay(u RunUp) (longest int64) {
	const dayBreaks = 5 * 3600
	for _, l := range u.Lanes {
		first, last := map[int64]int64{}, map[int64]int64{}
		for _, b := range l.all() {
			day := (b.From - dayBreaks) / 86400
			if at, met := first[day]; !met || b.From < at {
				first[day] = b.From
			}
			last[day] = max(last[day], b.To)
		}
		for day := range first {
			if l.Cook {
				longest = max(longest, last[day]-first[day])
			}
		}
	}
	return longest
}

// Effort is what a component takes in a plan: seconds of hands, and the time from its
// first step to its first plate.
func (u RunUp) Effort(component string) (hands, lead int64) {
	first, plate := int64(-1), int64(-1)
	for _, b := range u.Bars {
		if b.Component != component {
			continue
		}
		switch {
		case b.Placing != "":
			if plate < 0 || b.From < plate {
				plate = b.From
			}
		default:
			if first < 0 || b.From < first {
				first = b.From
			}
			for _, h := range b.Hands {
				hands += h.To - h.From
			}
		}
	}
	if first >= 0 && plate > first {
		lead = plate - first
	}
	return hands, lead
}
