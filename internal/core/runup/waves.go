package runup

import (
	"fmt"
	"slices"
	"time"

	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
)

// course is a course with its hour, as the plan sees it.
type course struct {
	service.CourseHour
	name   string
	at     time.Time
	dishes []serving
	waves  []wave // where the tables are known: what leaves together, in order
}

// serving is a dish in a course with the plates of each wave. A version is a
// serving of its own, under the id dish~version. Where the tables are known all
// servings of a course share its waves, and may have no plate in some of them.
type serving struct {
	dish  recipe.Dish
	total int
	waves []int
	hands int // pairs of them that build each wave side by side
}

// wave is what leaves the pass together.
type wave struct {
	tables []string
	at     time.Time // its hour; what is built after others of the same hour leaves later
	plates []int     // by serving
}

func (w wave) total() (sum int) {
	for _, n := range w.plates {
		sum += n
	}
	return sum
}

func (in Input) courses() ([]course, error) {
	var out []course
	for _, m := range in.Menu.Courses {
		for _, c := range in.Service.Courses {
			if c.Course != m.ID {
				continue
			}
			at, err := in.Service.At(c, in.Zone)
			if err != nil {
				return nil, fmt.Errorf("course %s: %w", m.Name, err)
			}
			k := course{CourseHour: c, name: m.Name, at: at, dishes: in.servings(c)}
			if len(in.Service.Tables) > 0 {
				if err := in.seat(&k, m); err != nil {
					return nil, fmt.Errorf("course %s: %w", m.Name, err)
				}
			} else {
				for i := range k.dishes {
					in.crew(&k.dishes[i])
				}
			}
			out = append(out, k)
		}
	}
	return out, nil
}

// side is how many plates are built side by side: as many as the pass holds, or as
// few as the service wants.
func (in Input) side() int {
	if n := in.Service.AtOnce; n > 0 {
		return min(n, in.Kitchen.PassWidth)
	}
	return in.Kitchen.PassWidth
}

// crew says in how many waves a serving is built, and by how many pairs of hands:
// the fewest with which the last wave leaves within the spread of the service
// after the first, or, where no number does it, all that there are.
func (in Input) crew(s *serving) {
	spec := s.dish.Plate
	for s.hands = 1; ; s.hands++ {
		s.waves = waves(s.total, spec.AtOnce(s.total, in.side(), s.hands).Plates*max(spec.Serves, 1))
		after := int64(0) // from the first wave to the last
		for _, portions := range s.waves[min(1, len(s.waves)):] {
			after += built(spec, portions, s.hands)
		}
		if after <= in.Service.Spread() || s.hands >= len(in.Kitchen.Cooks) {
			return
		}
	}
}

// seat puts the tables of a course into waves, with as many pairs of hands as the
// last needs to leave within the spread, as crew does without tables.
func (in Input) seat(k *course, m recipe.Course) error {
	loads, err := in.loads(*k, m)
	if err != nil {
		return err
	}
	for hands := 1; ; hands++ {
		most := make([]int, len(k.dishes)) // plates of a serving that can be built at once
		for i := range k.dishes {
			s := &k.dishes[i]
			s.hands = min(hands, max(1, s.total))
			most[i] = s.dish.Plate.AtOnce(s.total, in.side(), s.hands).Plates * max(s.dish.Plate.Serves, 1)
		}
		k.waves = pack(loads, most, in.side())
		if in.lasts(*k) <= in.Service.Spread() || hands >= len(in.Kitchen.Cooks) {
			break
		}
	}
	for i := range k.dishes {
		s := &k.dishes[i]
		s.waves = nil
		for _, w := range k.waves {
			s.waves = append(s.waves, w.plates[i])
		}
		s.hands = min(s.hands, max(1, slices.Max(append([]int{1}, s.waves...))))
	}
	return nil
}

// lasts is how long the waves that have the hour of the course take after the
// first of them, in seconds.
func (in Input) lasts(k course) (sum int64) {
	for _, w := range k.waves[min(1, len(k.waves)):] {
		if w.at.Equal(k.at) {
			sum += in.span(k, w)
		}
	}
	return sum
}

// span is how long a wave is built: as long as its slowest dish where there are
// hands for all of them side by side, and otherwise as long as the work divided by
// the hands that there are.
func (in Input) span(k course, w wave) (longest int64) {
	work := int64(0)
	for i, s := range k.dishes {
		one := built(s.dish.Plate, w.plates[i], s.hands)
		longest, work = max(longest, one), work+one*int64(s.hands)
	}
	return max(longest, shareOf(work, max(1, len(in.Kitchen.Cooks))))
}

// loads are the tables of a course with their plates by serving, by their hours.
func (in Input) loads(k course, m recipe.Course) (out []wave, err error) {
	for _, t := range in.Service.Tables {
		w := wave{tables: []string{t.Name}, plates: make([]int, len(k.dishes))}
		if w.at, err = in.Service.AtTable(k.CourseHour, t, in.Zone); err != nil {
			return nil, fmt.Errorf("%s: %w", t.Name, err)
		}
		for _, n := range t.Plates(m) {
			for i, s := range k.dishes {
				if s.dish.ID == in.servedAs(n) {
					w.plates[i] += n.Plates
				}
			}
		}
		if w.total() > 0 {
			out = append(out, w)
		}
	}
	slices.SortStableFunc(out, func(a, b wave) int { return a.at.Compare(b.at) })
	return out, nil
}

// pack puts tables into the first wave of their hour that has room: on the pass,
// and for as many plates of each serving as can be built at once. A table that is
// too large for a wave is split, evenly, into several that follow one another.
func pack(tables []wave, most []int, pass int) (out []wave) {
	fits := func(w wave) bool {
		for i, n := range w.plates {
			if n > most[i] {
				return false
			}
		}
		return w.total() <= max(pass, 1)
	}
	for _, t := range tables {
		joined := false
		for i := range out {
			both := wave{plates: make([]int, len(most))}
			for k := range most {
				both.plates[k] = out[i].plates[k] + t.plates[k]
			}
			if out[i].at.Equal(t.at) && fits(both) {
				out[i].tables, out[i].plates, joined = append(slices.Clone(out[i].tables), t.tables...), both.plates, true
				break
			}
		}
		if joined {
			continue
		}
		parts := []wave{t}
		for n := 2; !fits(parts[0]) && n <= t.total(); n++ {
			parts = divide(t, n)
		}
		out = append(out, parts...)
	}
	return out
}

// divide splits a table evenly into n waves.
func divide(t wave, n int) []wave {
	out := make([]wave, n)
	at := 0
	for i := range out {
		out[i] = wave{tables: t.tables, at: t.at, plates: make([]int, len(t.plates))}
	}
	for k, plates := range t.plates {
		for range plates {
			out[at%n].plates[k]++
			at++
		}
	}
	return out
}

// built is how long a wave takes so many pairs of hands, in seconds.
func built(spec plating.Spec, portions, hands int) (sum int64) {
	if portions == 0 {
		return 0
	}
	for _, p := range spec.Placings {
		sum += shareOf(p.Seconds*int64(spec.Plates(portions)), hands)
	}
	return sum
}

// shareOf is the time of work that several pairs of hands share, in whole seconds.
func shareOf(seconds int64, hands int) int64 {
	return (seconds + int64(hands) - 1) / int64(hands)
}

// waves splits plates into even groups of no more than can be built side by
// side.
func waves(plates, width int) []int {
	width = max(width, 1)
	n := (plates + width - 1) / width
	out := make([]int, n)
	for i := range out {
		out[i] = plates / n
		if i < plates%n {
			out[i]++
		}
	}
	return out
}
