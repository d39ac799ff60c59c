package handout

import (
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
	out, waves := []RoundService{}, map[int]int{}
	for _, b := range best {
		k, met := waves[b.Wave]
		if !met || b.Wave == 0 {
			k = len(out)
			waves[b.Wave], out = k, append(out, RoundService{Tables: []string{}})
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
	case b.Wave > 0 && b.Placing == "":
		return 2
	case b.Wave > 0:
		return 1
	}
	return 0
}

// tablesOf are the tables for which a bar of a wave is done: those of the plates of its dishes in
// that wave.
func (in Input) tablesOf(c int, b report.Bar) (out []string) {
	if len(b.Tables) > 0 || b.Wave == 0 {
		return b.Tables
	}
	for _, p := range in.Plan.Bars {
		if p.Course == c && p.Wave == b.Wave && p.Placing != "" && slices.Contains(b.For, p.Dish) {
			for _, t := range p.Tables {
				if !slices.Contains(out, t) {
					out = append(out, t)
				}
			}
		}
	}
	return out
}
