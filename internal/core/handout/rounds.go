package handout

import (
	"fmt"
	"slices"

	"jointime/internal/core/runup/report"
)

// rounds are the rounds of the step that is done in the most of them. What is done for the same
// wave, for the dish and for a version of it, is one.
func (in Input) rounds(c int, bars []int) []RoundService {
	var best []report.Bar
	byStep := map[string][]report.Bar{}
	for _, i := range bars {
		b := in.Plan.Bars[i]
		key := b.Step + "/" + b.Placing
		byStep[key] = append(byStep[key], b)
		if list := byStep[key]; len(best) == 0 || kind(b) > kind(best[0]) || kind(b) == kind(best[0]) && len(list) >= len(best) {
			best = list
		}
	}
	out, waves := []RoundService{}, map[string]int{}
	for _, b := range best {
		wave := fmt.Sprint(b.Waves)
		k, met := waves[wave]
		if !met || len(b.Waves) == 0 {
			k = len(out)
			waves[wave], out = k, append(out, RoundService{Tables: []string{}})
		}
		out[k].Portions += b.Portions
		for _, t := range in.tablesOf(c, b) {
			if !slices.Contains(out[k].Tables, t) {
				out[k].Tables = append(out[k].Tables, t)
			}
		}
	}
	return out
}

// kind puts what is cooked for a wave before what is laid for one, and that before what is done at
// once for all.
func kind(b report.Bar) int {
	switch {
	case len(b.Waves) > 0 && b.Placing == "":
		return 2
	case len(b.Waves) > 0:
		return 1
	}
	return 0
}

// tablesOf are the tables for which a bar of some waves is done: those of the plates of its dishes
// in them; where nobody said how these are built, those of the waves in which nothing else leaves.
func (in Input) tablesOf(c int, b report.Bar) (out []string) {
	if len(b.Tables) > 0 || len(b.Waves) == 0 {
		return b.Tables
	}
	add := func(tables []string) {
		for _, t := range tables {
			if !slices.Contains(out, t) {
				out = append(out, t)
			}
		}
	}
	for _, p := range in.Plan.Bars {
		if p.Course == c && p.Wave > 0 && b.Serves(p.Wave) && p.Placing != "" && slices.Contains(b.For, p.Dish) {
			add(p.Tables)
		}
	}
	if out != nil {
		return out
	}
	for _, s := range inTime(in.Plan.Courses[c]) {
		other := slices.ContainsFunc(s.Plates, func(p report.Sent) bool { return !slices.Contains(b.For, p.Dish) })
		if b.Serves(s.Wave) && !other {
			add(s.Tables)
		}
	}
	return out
}
