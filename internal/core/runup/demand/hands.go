package demand

import (
	"jointime/internal/core/plating"
)

// A wave is built by as few pairs of hands as let the last wave of the course leave in
// time after the first.

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
func (in Input) crew(s *Serving) {
	spec := s.Dish.Plate
	for s.Hands = 1; ; s.Hands++ {
		s.Waves = SplitEvenly(s.Portions, spec.AtOnce(s.Portions, in.side(), s.Hands).Plates*max(spec.Serves, 1))
		after := int64(0) // from the first wave to the last
		for _, portions := range s.Waves[min(1, len(s.Waves)):] {
			after += in.BuildingTime(spec, portions, s.Hands)
		}
		if after <= in.Service.Spread() || s.Hands >= len(in.Kitchen.Cooks) {
			return
		}
	}
}

// lasts is how long the waves that have the hour of the course take after the
// first of them, in seconds.
func (in Input) lasts(k Course) (sum int64) {
	for _, w := range k.Waves[min(1, len(k.Waves)):] {
		if w.At.Equal(k.At) {
			sum += in.span(k, w)
		}
	}
	return sum
}

// span is how long a wave is built: as long as its slowest dish where there are
// hands for all of them side by side, and otherwise as long as the work divided by
// the hands that there are.
func (in Input) span(k Course, w Wave) (longest int64) {
	work := int64(0)
	for i, s := range k.Servings {
		one := in.BuildingTime(s.Dish.Plate, w.Plates[i], s.Hands)
		longest, work = max(longest, one), work+one*int64(s.Hands)
	}
	return max(longest, ShareOf(work, max(1, len(in.Kitchen.Cooks))))
}

// BuildingTime is how long a wave takes so many pairs of hands, in seconds. Its plates are wiped
// and checked meanwhile where there is somebody for it.
func (in Input) BuildingTime(spec plating.Spec, portions, hands int) (sum int64) {
	if portions == 0 {
		return 0
	}
	for _, p := range spec.Placings {
		sum += ShareOf(p.Seconds*int64(spec.Plates(portions)), hands)
	}
	if in.Kitchen.WipesAlone() {
		return sum
	}
	return sum + ShareOf(spec.Finishing()*int64(spec.Plates(portions)), hands)
}

// ShareOf is the time of work that several pairs of hands share, in whole seconds.
func ShareOf(seconds int64, hands int) int64 {
	return (seconds + int64(hands) - 1) / int64(hands)
}
