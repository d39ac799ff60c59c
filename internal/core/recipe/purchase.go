package recipe

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/fault"
	"jointime/internal/core/units"
)

// Supplier is who brings things, and when one has to ask.
type Supplier struct {
	ID       string `json:"id"`
	Name     string `json:"name" minLength:"1" maxLength:"120"`
	Delivers []int  `json:"delivers" nullable:"false" maxItems:"7" doc:"days of the week, 1 is Monday"`
	At       string `json:"at" doc:"clock hour at which it comes"`
	Before   int    `json:"before" minimum:"0" maximum:"60" doc:"days before that on which one orders"`
	By       string `json:"by" doc:"clock hour until which one orders"`
	Note     string `json:"note,omitempty" maxLength:"400" doc:"how one orders"`
}

// Pack is a size in which a supplier sells an ingredient.
type Pack struct {
	Supplier string       `json:"supplier" minLength:"1"`
	Name     string       `json:"name,omitempty" maxLength:"80"`
	Size     units.Amount `json:"size"`
	Price    *int64       `json:"price,omitempty" minimum:"0" maximum:"1000000000" doc:"in hundredths; absent: not kept"`
}

// Validate finds what is malformed in a supplier.
func (s Supplier) Validate() error {
	var l fault.List
	if strings.TrimSpace(s.Name) == "" {
		l.Add("name", "is missing")
	}
	if len(s.Delivers) == 0 {
		l.Add("delivers", "say on which days it comes")
	}
	for i, d := range s.Delivers {
		if d < 1 || d > 7 {
			l.Add(fmt.Sprintf("delivers[%d]", i), "%d is no day of the week: Monday is 1, Sunday 7", d)
		}
	}
	for field, text := range map[string]string{"at": s.At, "by": s.By} {
		if _, err := units.ParseClock(text); err != nil {
			l.Add(field, "%v", err)
		}
	}
	return l.Err()
}

// delivery is when something comes, and until when it is ordered.
type delivery struct{ comes, orderBy time.Time }

// horizon is how many days back, and on, deliveries are looked for.
const horizon = 60

// on is the delivery on the day that is so many days after another; false: none
// comes on that day.
func (s Supplier) on(day time.Time, plus int) (d delivery, ok bool) {
	y, m, n := day.AddDate(0, 0, plus).Date()
	at := time.Date(y, m, n, 0, 0, 0, 0, day.Location())
	week := int(at.Weekday())
	if week == 0 {
		week = 7
	}
	if !slices.Contains(s.Delivers, week) {
		return d, false
	}
	comes, err := units.ParseClock(s.At)
	by, err2 := units.ParseClock(s.By)
	if err != nil || err2 != nil {
		return d, false
	}
	clock := func(day int, c int64) time.Time {
		return time.Date(y, m, n-day, int(c/3600), int(c%3600/60), 0, 0, at.Location())
	}
	return delivery{clock(0, comes), clock(s.Before, by)}, true
}

// inTime finds the last delivery that is there when something is needed; late
// says that it can no longer be ordered, and that the one told is the next.
func (s Supplier) inTime(needed, now time.Time) (d delivery, late, ok bool) {
	for back := 0; back <= horizon; back++ {
		if d, ok := s.on(needed, -back); ok && !d.comes.After(needed) {
			if !d.orderBy.Before(now) {
				return d, false, true
			}
			break // what came earlier had to be ordered earlier still
		}
	}
	for on := 0; on <= horizon; on++ {
		if d, ok := s.on(now, on); ok && !d.orderBy.Before(now) {
			return d, d.comes.After(needed), true
		}
	}
	return delivery{}, true, false
}

// Purchase is what is ordered of an ingredient.
type Purchase struct {
	Supplier string       `json:"supplier"`
	Name     string       `json:"name" doc:"of the supplier"`
	Packs    []Packs      `json:"packs" nullable:"false"`
	Total    units.Amount `json:"total"`
	Over     units.Amount `json:"over" doc:"what is left of the packs"`
	Cost     *int64       `json:"cost,omitempty" doc:"in hundredths; absent: a price is not kept"`
	OrderBy  time.Time    `json:"orderBy"`
	Comes    time.Time    `json:"comes"`
	Late     bool         `json:"late" doc:"it comes after it is needed"`
	Working  string       `json:"working"`
}

// Packs is so many packs of one size.
type Packs struct {
	Text  string `json:"text"`
	Count int64  `json:"count"`
	Cost  *int64 `json:"cost,omitempty"`
}

// Purchases puts what is missing into packs: from who brings it in time, then
// from who is cheaper, then from who leaves less over. Needed tells when an
// ingredient has to be there; what is not in it must be there at the latest
// hour, by.
func (x *Exploded) Purchases(b Book, w Ways, suppliers map[string]Supplier, needed map[string]time.Time, by, now time.Time) {
	for k := range x.Buy {
		buy := &x.Buy[k]
		buy.Purchase = nil
		if buy.Missing.Quantity <= 0 {
			continue
		}
		at, known := needed[buy.Ingredient]
		if !known {
			at = by
		}
		i := b.Ingredients[buy.Ingredient]
		for _, id := range i.suppliers() {
			p, ok := i.from(suppliers[id], buy.Missing, w, at, now)
			if ok && (buy.Purchase == nil || p.before(*buy.Purchase)) {
				buy.Purchase = &p
			}
		}
	}
}

// mostPacks bounds a purchase: nobody carries more of a pack.
const mostPacks = 1e6

// suppliers that have an ingredient, each once.
func (i Ingredient) suppliers() (out []string) {
	for _, p := range i.Packs {
		if !slices.Contains(out, p.Supplier) {
			out = append(out, p.Supplier)
		}
	}
	return out
}

// from is a purchase of so much of an ingredient from one supplier; false where
// none of its packs can be measured against what is missing.
func (i Ingredient) from(s Supplier, missing units.Amount, w Ways, needed, now time.Time) (Purchase, bool) {
	var packs []sized
	for _, p := range i.Packs {
		size, _, err := p.Size.Basic(w.Measures).As(missing.Unit, i.through())
		if p.Supplier == s.ID && err == nil && size.Quantity*mostPacks >= missing.Quantity {
			packs = append(packs, sized{p, size.Quantity})
		}
	}
	d, late, ok := s.inTime(needed, now)
	if len(packs) == 0 || !ok {
		return Purchase{}, false
	}
	counts := cover(packs, missing.Quantity)
	out := Purchase{Supplier: s.ID, Name: s.Name, Packs: []Packs{}, Total: units.Amount{Unit: missing.Unit}, OrderBy: d.orderBy, Comes: d.comes, Late: late, Cost: new(int64)}
	var sums []string
	for k, n := range counts {
		if n == 0 {
			continue
		}
		p := packs[k]
		line := Packs{Text: p.text(), Count: n}
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
	out.Working = fmt.Sprintf("%s = %s, for %s; %s over", strings.Join(sums, " + "), out.Total, missing, out.Over)
	return out, true
}

// before tells whether a purchase is to be preferred.
func (p Purchase) before(q Purchase) bool {
	cost := func(p Purchase) int64 {
		if p.Cost == nil {
			return math.MaxInt64
		}
		return *p.Cost
	}
	late := func(p Purchase) int {
		if p.Late {
			return 1
		}
		return 0
	}
	return cmp.Or(cmp.Compare(late(p), late(q)), cmp.Compare(cost(p), cost(q)), cmp.Compare(p.Over.Quantity, q.Over.Quantity), cmp.Compare(p.Name, q.Name)) < 0
}

// sized is a pack with its size in the unit of what is missing.
type sized struct {
	Pack
	size float64
}

func (s sized) text() string {
	if s.Name != "" {
		return s.Name + ", " + s.Size.String()
	}
	return s.Size.String()
}

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
