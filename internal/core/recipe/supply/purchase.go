package supply

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/units"
)

// Purchases puts what is missing into packs: from who brings it in time, then from who is
// cheaper, then from who leaves less over. Needed tells when an ingredient has to be
// there; what is not in it must be there at the latest hour, by. What is handed in stays
// as it is.
func Purchases(list []quantity.Buy, b recipe.Book, w quantity.Ways, suppliers map[string]Supplier, needed map[string]time.Time, by, now time.Time) []quantity.Buy {
	out := slices.Clone(list)
	for k := range out {
		buy := &out[k]
		buy.Purchase = nil
		if buy.Missing.Quantity <= 0 {
			continue
		}
		at, known := needed[buy.Ingredient]
		if !known {
			at = by
		}
		i := b.Ingredients[buy.Ingredient]
		for _, id := range suppliersOf(i) {
			p, ok := from(i, suppliers[id], buy.Missing, w, at, now)
			if ok && (buy.Purchase == nil || before(p, *buy.Purchase)) {
				buy.Purchase = &p
			}
		}
	}
	return out
}

// mostPacks bounds a purchase: nobody carries more of a pack.
const mostPacks = 1e6

// suppliersOf that have an ingredient, each once.
func suppliersOf(i recipe.Ingredient) (out []string) {
	for _, p := range i.Packs {
		if !slices.Contains(out, p.Supplier) {
			out = append(out, p.Supplier)
		}
	}
	return out
}

// from is a purchase of so much of an ingredient from one supplier; false where
// none of its packs can be measured against what is missing.
func from(i recipe.Ingredient, s Supplier, missing units.Amount, w quantity.Ways, needed, now time.Time) (quantity.Purchase, bool) {
	var packs []sized
	for _, p := range i.Packs {
		size, _, err := p.Size.Basic(w.Measures).As(missing.Unit, quantity.Through(i))
		if p.Supplier == s.ID && err == nil && size.Quantity*mostPacks >= missing.Quantity {
			packs = append(packs, sized{p, size.Quantity})
		}
	}
	d, late, ok := s.inTime(needed, now)
	if len(packs) == 0 || !ok {
		return quantity.Purchase{}, false
	}
	counts := cover(packs, missing.Quantity)
	out := quantity.Purchase{Supplier: s.ID, Name: s.Name, Packs: []quantity.Packs{}, Total: units.Amount{Unit: missing.Unit}, OrderBy: d.orderBy, Comes: d.comes, Late: late, Cost: new(int64)}
	var sums []string
	for k, n := range counts {
		if n == 0 {
			continue
		}
		p := packs[k]
		line := quantity.Packs{Text: p.text(), Count: n}
		if p.Price == nil {
			out.Cost = nil
		} else {
			cost := *p.Price * n
			line.Cost = &cost
			if out.Cost != nil {
				*out.Cost += cost
			}
		}
		out.Packs = append(out.Packs, line)
		out.Total.Quantity += p.size * float64(n)
		sums = append(sums, fmt.Sprintf("%d × %s", n, p.Size))
	}
	out.Over = units.Amount{Quantity: max(0, out.Total.Quantity-missing.Quantity), Unit: missing.Unit}
	out.Working = fmt.Sprintf("%s = %s: %s needed, %s left over", strings.Join(sums, " + "), out.Total, missing, out.Over)
	return out, true
}

// before tells whether a purchase is to be preferred.
func before(p quantity.Purchase, q quantity.Purchase) bool {
	cost := func(p quantity.Purchase) int64 {
		if p.Cost == nil {
			return math.MaxInt64
		}
		return *p.Cost
	}
	late := func(p quantity.Purchase) int {
		if p.Late {
			return 1
		}
		return 0
	}
	return cmp.Or(cmp.Compare(late(p), late(q)), cmp.Compare(cost(p), cost(q)), cmp.Compare(p.Over.Quantity, q.Over.Quantity), cmp.Compare(p.Name, q.Name)) < 0
}

// sized is a pack with its size in the unit of what is missing.
type sized struct {
	recipe.Pack
	size float64
}

func (s sized) text() string {
	if s.Name != "" {
		return s.Name + ", " + s.Size.String()
	}
	return s.Size.String()
}
