package reading

import (
	"regexp"
	"slices"
	"strconv"
	"strings"
)

// SaidHour is a clock time that a line says of a step, on the day or so many days before.
type SaidHour struct {
	Clock  string `json:"clock"`
	Before int    `json:"days_before,omitempty"`
}

// hourSaid is when a step is begun at the earliest, or over at the latest: "not before 19:20",
// "from 19:20 on", "by 16:00 the day before", "done by 4 pm".
var hourSaid = regexp.MustCompile(`(?:,\s*)?\b(?:(not (?:before|until|earlier than)|no earlier than|earliest|from)|(?:(?:to be )?(?:done|over|ready|finished|finish|made|in|out) )?(by|no later than)) (?:about )?(?:(\d{1,2})(?:[:.h](\d{2}))?(?: ?(am|pm))?|(noon|midday))\b(?: on(?:wards)?\b)?(,? (?:on )?the (?:day|night|evening|afternoon) before\b)?(?:,? (\d|two|three|four) days before\b)?`)

// hourTo goes on with another hour: "from 19:20 to 19:30" is how long something is there.
var hourTo = regexp.MustCompile(`^ ?(?:to|-|until|till) ?\d`)

// hours takes the hours that a line says out of its text: what is left says how long.
func (r *stepReader) hours(start int) {
	for _, m := range hourSaid.FindAllStringSubmatchIndex(r.text[start:], -1) {
		said := func(k int) string { return group(r.text[start:], m, k) }
		if said(4) == "" && said(5) == "" && said(6) == "" || hourTo.MatchString(r.text[start+m[1]:]) {
			continue // "by 12", "from 19:20 to 19:30"
		}
		hour, _ := strconv.Atoi(said(3))
		minute, _ := strconv.Atoi(said(4))
		switch {
		case said(6) != "", said(5) == "pm" && hour < 12:
			hour = (hour + 12) % 24
		case said(5) == "am" && hour == 12:
			hour = 0
		}
		if hour > 23 || minute > 59 {
			continue
		}
		h := SaidHour{Clock: twoDigits(hour) + ":" + twoDigits(minute), Before: daysBefore(said(7), said(8))}
		if said(1) != "" {
			r.out.NotBefore = &h
		} else {
			r.out.By = &h
		}
		from, to := start+m[0], start+m[1]
		r.mark(from, to, "hour")
		r.text = r.text[:from] + strings.Repeat(" ", to-from) + r.text[to:]
	}
}

// daysBefore is on which day an hour is: the day before, or so many before.
func daysBefore(dayBefore, days string) int {
	if dayBefore != "" {
		return 1
	}
	if n, err := strconv.Atoi(days); err == nil {
		return n
	}
	return map[string]int{"two": 2, "three": 3, "four": 4}[days]
}

func twoDigits(n int) string {
	if n < 10 {
		return "0" + strconv.Itoa(n)
	}
	return strconv.Itoa(n)
}

var (
	// bestAt stands before how long something is best: "best 8 min", "ideally 8".
	bestAt = regexp.MustCompile(`\b(?:best|ideally|better|preferably|aim for|wanted)(?: at| after| is)? ?$`)
	// spanAfter is the span round a time, in brackets behind it: "8 min (5 to 12)".
	spanAfter = regexp.MustCompile(`^ ?\((\d+(?:\.\d+)?)(?: ?- ?| to )(\d+(?:\.\d+)?)(?: ?` + timeUnit + `)?\)`)
)

// best takes the time at which something is best out of those of a clause: it lies between the
// others. What stands in brackets behind a single time is the span round it.
func (r *stepReader) best(c clause) (clause, *float64) {
	for k, t := range c.times {
		word := bestAt.FindStringIndex(c.text[:t.from])
		if word == nil || len(c.times) < 2 || t.low == nil || t.high == nil || *t.low != *t.high {
			continue
		}
		r.mark(c.at+word[0], c.at+t.to, "time")
		c.text = c.text[:word[0]] + strings.Repeat(" ", t.to-word[0]) + c.text[t.to:]
		c.times = append(slices.Clone(c.times[:k]), c.times[k+1:]...)
		return c, t.low
	}
	if len(c.times) == 0 || c.times[0].low == nil || c.times[0].high == nil || *c.times[0].low != *c.times[0].high {
		return c, nil
	}
	t := c.times[0]
	m := spanAfter.FindStringSubmatchIndex(c.text[t.to:])
	unit := unitAtEnd.FindString(c.text[t.from:t.to])
	if m == nil || unit == "" {
		return c, nil
	}
	if own := group(c.text[t.to:], m, 3); own != "" {
		unit = own
	}
	a, _ := strconv.ParseFloat(group(c.text[t.to:], m, 1), 64)
	b, _ := strconv.ParseFloat(group(c.text[t.to:], m, 2), 64)
	low, high := a*unitSeconds[unit[0]], b*unitSeconds[unit[0]]
	if low > *t.low || high < *t.low {
		return c, nil
	}
	at := *t.low
	t.to += m[1]
	t.low, t.high = &low, &high
	c.times = append([]clockTime{t}, afterSpan(c.times[1:], t.to)...)
	return c, &at
}

// afterSpan are the times that begin behind a place in the text.
func afterSpan(list []clockTime, to int) (out []clockTime) {
	for _, t := range list {
		if t.from >= to {
			out = append(out, t)
		}
	}
	return out
}
