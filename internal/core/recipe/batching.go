package recipe

import (
	"math"

	"jointime/internal/core/units"
)

// Batching says in what portions a component can be made: no less than a
// blender takes hold of, no more than a pan holds, whole lists only.
type Batching struct {
	Least *units.Amount `json:"least,omitempty" doc:"the smallest batch"`
	Most  *units.Amount `json:"most,omitempty" doc:"the largest batch"`
	Whole bool          `json:"whole,omitempty" doc:"the list is made once, twice, three times, and not in between"`
}

// times is how many times a list is made for a need, both in basic units, and
// in how many batches; 0 batches where nothing is said of them.
func (b *Batching) times(need, yield float64, m units.Measures) (times float64, batches int) {
	times = need / yield
	if b == nil || need <= 0 {
		return times, 0
	}
	if b.Whole {
		times = math.Ceil(times - 1e-9)
	}
	if b.Least != nil {
		times = max(times, b.Least.Basic(m).Quantity/yield)
	}
	batches = 1
	if b.Most != nil && b.Most.Quantity > 0 {
		batches = int(math.Ceil(times*yield/b.Most.Basic(m).Quantity - 1e-9))
	}
	return times, batches
}
