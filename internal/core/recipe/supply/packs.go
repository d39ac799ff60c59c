package supply

import (
	"cmp"
	"math"
	"slices"
)

// cover finds how many of each pack hold at least so much: at the least price
// where all prices are kept, else with the least left over, and then with the
// fewest packs. The bulk is taken in the pack that is cheapest for what it
// holds (the largest, without prices); the last few of it are tried against
// all the others.
func cover(packs []sized, want float64) []int64 {
	priced := !slices.ContainsFunc(packs, func(p sized) bool { return p.Price == nil })
	worth := func(p sized) float64 {
		if priced {
			return float64(*p.Price) / p.size
		}
		return 1 / p.size
	}
	bulk := 0
	for k := range packs {
		if worth(packs[k]) < worth(packs[bulk]) {
			bulk = k
		}
	}
	c := covering{packs: packs, priced: priced, counts: make([]int64, len(packs))}
	c.counts[bulk] = int64(max(0, math.Floor(want/packs[bulk].size)-2))
	c.try(0, want-float64(c.counts[bulk])*packs[bulk].size)
	return c.best
}

// mostTries bounds the number of mixtures of packs that are tried.
const mostTries = 20000

type covering struct {
	packs  []sized
	priced bool
	counts []int64
	best   []int64
	tries  int
}

// try adds 0, 1, 2 … of the k-th pack and of those after it, until no more is
// wanted.
func (c *covering) try(k int, want float64) {
	if c.tries++; c.tries > mostTries && c.best != nil {
		return
	}
	enough := want <= 1e-9*math.Max(1, c.packs[k].size)
	if enough || k == len(c.packs)-1 {
		more := int64(0)
		if !enough {
			more = int64(math.Ceil(want/c.packs[k].size - 1e-9))
		}
		c.counts[k] += more
		if c.best == nil || c.better() {
			c.best = slices.Clone(c.counts)
		}
		c.counts[k] -= more
		return
	}
	most := int64(math.Ceil(want/c.packs[k].size - 1e-9))
	for n := most; n >= 0; n-- {
		c.counts[k] += n
		c.try(k+1, want-float64(n)*c.packs[k].size)
		c.counts[k] -= n
	}
}

func (c *covering) better() bool {
	return slices.CompareFunc([]float64{c.price(c.counts), c.held(c.counts), c.number(c.counts)}, []float64{c.price(c.best), c.held(c.best), c.number(c.best)}, func(a, b float64) int {
		if math.Abs(a-b) < 1e-9*math.Max(1, math.Abs(a)) {
			return 0
		}
		return cmp.Compare(a, b)
	}) < 0
}

func (c *covering) price(counts []int64) (sum float64) {
	if !c.priced {
		return 0
	}
	for k, n := range counts {
		sum += float64(n * *c.packs[k].Price)
	}
	return sum
}

func (c *covering) held(counts []int64) (sum float64) {
	for k, n := range counts {
		sum += float64(n) * c.packs[k].size
	}
	return sum
}

func (c *covering) number(counts []int64) (sum float64) {
	for _, n := range counts {
		sum += float64(n)
	}
	return sum
}
