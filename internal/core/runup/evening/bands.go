package evening

import (
	"fmt"
	"math"
	"slices"

	"jointime/internal/core/runup/report"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// each is the length of a level of a band, in seconds: shorter ones nobody sees on an evening.
const each = 60

func band(u report.RunUp, c int, o Overview) Band {
	out := Band{Course: c, Load: load(u, c, o.From, o.To), Waves: []Stroke{}}
	for _, s := range u.Courses[c].Sent {
		out.Waves = append(out.Waves, Stroke{Wave: s.Wave, At: s.At, State: state(u, c, s)})
	}
	out.Worst = worst(u, c, o.Shortfalls)
	return out
}

// load is how many hands a course takes in each minute of a window, on average.
func load(u report.RunUp, c int, from, to int64) []HandsLevel {
	n := int((to-from)/each) + 1
	sum := make([]int64, n)
	for _, b := range u.Bars {
		if b.Course != c {
			continue
		}
		for _, h := range b.Hands {
			for at := max(h.From, from); at < min(h.To, to); {
				k := (at - from) / each
				end := min(h.To, from+(k+1)*each, to)
				sum[k], at = sum[k]+end-at, end
			}
		}
	}
	out, last := []HandsLevel{}, 0.0
	for k, s := range sum {
		if hands := math.Round(float64(s)/each*10) / 10; hands != last {
			out, last = append(out, HandsLevel{At: from + int64(k)*each, Hands: hands}), hands
		}
	}
	if last > 0 {
		out = append(out, HandsLevel{At: to})
	}
	return out
}

// tight is how little time to spare, in seconds, makes a wave a tight one.
const tight = 10

// state is how a wave stands at the pass.
func state(u report.RunUp, c int, s report.Departure) string {
	for _, v := range u.Clashes {
		if v.Bar != nil && v.Wave == s.Wave && u.Bars[*v.Bar].Course == c && (v.Rule == "late" || v.Rule == "early") {
			return v.Rule
		}
	}
	for _, p := range s.Plates {
		if stopOf(u, c, func(dish string) bool { return dish == p.Dish }) != nil {
			return "open"
		}
	}
	for _, b := range u.Bars {
		if b.Course == c && b.ServesApart(s.Wave) && b.Step != "" && b.Give < tight {
			return "tight"
		}
	}
	return "kept"
}

// stopOf is where the first strand stops of some dishes of a course; nil: none does.
func stopOf(u report.RunUp, c int, is func(dish string) bool) *report.UnplannedStep {
	for _, s := range u.Strands {
		if s.Course == c && s.Stop != nil && is(s.Dish) {
			return s.Stop
		}
	}
	return nil
}

// worst is what of a course is not planned, or is furthest over, or else has the least time to spare in the hour
// before its last plate.
func worst(u report.RunUp, c int, all []Shortfall) *WorstMoment {
	if stop := stopOf(u, c, func(string) bool { return true }); stop != nil {
		return &WorstMoment{Say: stop.Name + " is not planned"}
	}
	for _, t := range all {
		for _, e := range t.Effects {
			if e.Course == c && e.Bar != nil && e.Over > 0 {
				return &WorstMoment{Bar: e.Bar, Say: e.Short, Who: t.Short, Over: e.Over}
			}
		}
	}
	last := u.Courses[c].Leaves
	for _, s := range u.Courses[c].Sent {
		last = max(last, s.At)
	}
	at := leastRoom(u, c, last, func(b report.Bar) bool { return b.Step != "" })
	if at < 0 {
		at = leastRoom(u, c, last, func(b report.Bar) bool { return true })
	}
	if at < 0 {
		return nil
	}
	b := u.Bars[at]
	spare := "nothing to spare"
	if b.Give > 0 {
		spare = units.FormatDuration(b.Give) + " to spare"
	}
	return &WorstMoment{Bar: &at, Say: fmt.Sprintf("%s %s", named(b), spare), Who: words.List(cooksOf(b))}
}

// leastRoom is the bar of a course with the least time to spare in the hour before its last plate;
// -1: there is none.
func leastRoom(u report.RunUp, c int, last int64, is func(report.Bar) bool) int {
	at := -1
	for i, b := range u.Bars {
		if b.Course == c && is(b) && b.From > last-3600 && len(b.Hands) > 0 && (at < 0 || b.Give < u.Bars[at].Give) {
			at = i
		}
	}
	return at
}

// named is the component of a bar, or what is done where it is of none.
func named(b report.Bar) string {
	if b.Made != "" {
		return b.Made
	}
	return words.Upper(b.Name)
}

// cooksOf are the names of the cooks on a bar, each once.
func cooksOf(b report.Bar) (out []string) {
	for _, h := range b.Hands {
		if h.Who != "" && !slices.Contains(out, h.Who) {
			out = append(out, h.Who)
		}
	}
	return out
}
