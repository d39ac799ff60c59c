package demand

import (
	"fmt"
	"slices"

	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
)

// Tables are put into the first wave of their hour that has room: on the pass, and for as
// many plates of each dish as can be built at once. A table leaves whole, unless it is
// wider than a wave.

// seat puts the tables of a course into waves, with as many pairs of hands as the
// last needs to leave within the spread, as crew does without tables.
func (in Input) seat(k *Course, m recipe.Course) error {
	loads, err := in.loads(*k, m)
	if err != nil {
		return err
	}
	for hands := 1; ; hands++ {
		most := make([]int, len(k.Servings)) // plates of a serving that can be built at once
		for i := range k.Servings {
			s := &k.Servings[i]
			s.Hands = min(hands, max(1, s.Portions))
			most[i] = s.Dish.Plate.AtOnce(s.Portions, in.side(), s.Hands).Plates * max(s.Dish.Plate.Serves, 1)
		}
		k.Waves = pack(loads, most, in.side())
		if in.lasts(*k) <= in.Service.Spread() || hands >= len(in.Kitchen.Cooks) {
			break
		}
	}
	for i := range k.Servings {
		s := &k.Servings[i]
		s.Waves = nil
		for _, w := range k.Waves {
			s.Waves = append(s.Waves, w.Plates[i])
		}
		s.Hands = min(s.Hands, max(1, slices.Max(append([]int{1}, s.Waves...))))
	}
	return nil
}

// loads are the tables of a course with their plates by serving, by their hours.
func (in Input) loads(k Course, m recipe.Course) (out []Wave, err error) {
	for _, t := range in.Service.Tables {
		w := Wave{Tables: []string{t.Name}, Plates: in.servedOf(k, t.Plates(m))}
		if w.At, err = in.Service.AtTable(k.CourseHour, t, in.Zone); err != nil {
			return nil, fmt.Errorf("%s: %w", t.Name, err)
		}
		if w.total() > 0 {
			out = append(out, w)
		}
	}
	slices.SortStableFunc(out, func(a, b Wave) int { return a.At.Compare(b.At) })
	return out, nil
}

// servedOf is how many plates of each serving some covers are.
func (in Input) servedOf(k Course, covers []service.Covers) []int {
	out := make([]int, len(k.Servings))
	for _, n := range covers {
		for i, s := range k.Servings {
			if s.Dish.ID == in.ServedAs(n) {
				out[i] += n.Plates
			}
		}
	}
	return out
}

// pack puts tables into the first wave of their hour that has room: on the pass,
// and for as many plates of each serving as can be built at once. A table that is
// too large for a wave is split, evenly, into several that follow one another.
func pack(tables []Wave, most []int, pass int) (out []Wave) {
	fits := func(w Wave) bool {
		for i, n := range w.Plates {
			if n > most[i] {
				return false
			}
		}
		return w.total() <= max(pass, 1)
	}
	for _, t := range tables {
		joined := false
		for i := range out {
			both := Wave{Plates: make([]int, len(most))}
			for k := range most {
				both.Plates[k] = out[i].Plates[k] + t.Plates[k]
			}
			if out[i].At.Equal(t.At) && fits(both) {
				out[i].Tables, out[i].Plates, joined = append(slices.Clone(out[i].Tables), t.Tables...), both.Plates, true
				break
			}
		}
		if joined {
			continue
		}
		parts := []Wave{t}
		for n := 2; !fits(parts[0]) && n <= t.total(); n++ {
			parts = divide(t, n)
		}
		out = append(out, parts...)
	}
	return out
}

// divide splits a table evenly into n waves.
func divide(t Wave, n int) []Wave {
	out := make([]Wave, n)
	at := 0
	for i := range out {
		out[i] = Wave{Tables: t.Tables, At: t.At, Plates: make([]int, len(t.Plates))}
	}
	for k, plates := range t.Plates {
		for range plates {
			out[at%n].Plates[k]++
			at++
		}
	}
	return out
}

// TablesOf are the tables of a wave, from 0, that have plates of a serving.
func (d *Demand) TablesOf(x Consumer, wave int) (out []string) {
	k := d.Courses[x.Course]
	serving := slices.IndexFunc(k.Servings, func(s Serving) bool { return s.Dish.ID == x.Dish.ID })
	at := slices.IndexFunc(d.In.Menu.Courses, func(m recipe.Course) bool { return m.ID == k.Course })
	for _, name := range k.Waves[wave].Tables {
		t := slices.IndexFunc(d.In.Service.Tables, func(t service.Table) bool { return t.Name == name })
		if at < 0 || t < 0 || d.In.servedOf(k, d.In.Service.Tables[t].Plates(d.In.Menu.Courses[at]))[serving] > 0 {
			out = append(out, name)
		}
	}
	return out
}
