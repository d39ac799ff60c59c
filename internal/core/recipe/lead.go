package recipe

import "jointime/internal/core/units"

// Lead is how long before the plate a component's steps stand when nothing
// else is in the way: each as late as its waits allow.
type Lead struct {
	Component string     `json:"component"`
	Name      string     `json:"name"`
	Must      int64      `json:"must" doc:"seconds before the plate at which it must be begun at the latest"`
	May       *int64     `json:"may,omitempty" doc:"seconds before the plate at which it may be begun at the earliest; absent: no limit is said"`
	Hands     int64      `json:"hands" doc:"seconds of hands for so many portions"`
	Steps     []LeadStep `json:"steps" nullable:"false" doc:"from the last gap on"`
	Open      bool       `json:"open,omitempty" doc:"a gap stands before the first of the steps"`
}

// LeadStep is one step, in seconds before the plate.
type LeadStep struct {
	Step    string `json:"step"`
	Name    string `json:"name"`
	From    int64  `json:"from"`
	To      int64  `json:"to"`
	Hands   bool   `json:"hands" doc:"hands are needed throughout"`
	Wait    int64  `json:"wait" doc:"shortest wait after it"`
	Most    *int64 `json:"most,omitempty" doc:"longest wait after it"`
	Working string `json:"working"`
}

// Lead works backwards from the plate for so many portions. A step without a
// time ends the way back: what is before it cannot be timed.
func (c Component) Lead(portions int) Lead {
	l := Lead{Component: c.ID, Name: c.Name, Steps: []LeadStep{}}
	at, may, bounded := int64(0), int64(0), true
	for i := len(c.Steps) - 1; i >= 0; i-- {
		s := c.Steps[i]
		if s.Time == nil {
			l.Open, bounded = true, false
			break
		}
		lasts, working := s.Time.For(portions)
		to := at + s.Then.Least
		at = to + lasts
		if s.Then.Most == nil {
			bounded = bounded && s.Then.Reason == ""
		} else {
			may += *s.Then.Most
		}
		may += lasts
		for _, p := range s.HandSpans(portions) {
			l.Hands += p[1] - p[0]
		}
		l.Steps = append([]LeadStep{{s.ID, s.Name, at, to, s.Hands.Work == AllHands, s.Then.Least, s.Then.Most, working}}, l.Steps...)
	}
	l.Must = at
	if bounded && len(l.Steps) > 0 {
		l.May = &may
	}
	return l
}

// Say writes a time as a cook would: "6–8 min", "4 min each".
func (t Time) Say() string {
	text := units.FormatRange(units.Range{Quick: t.Quick, Usual: t.Usual, Slow: t.Slow})
	switch t.Per {
	case PerPortion:
		return text + " each"
	case PerBatch:
		return text + " a batch"
	}
	return text
}
