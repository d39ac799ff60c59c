package reckon

import (
	"cmp"
	"fmt"
	"slices"
	"strings"
)

var packs = Ask{
	Name: "packs", What: "which packs to buy: the cheapest where all have a price, or else those of which least is over; of equals, the fewest",
	Members: []Member{
		{Name: "wanted", Kinds: amounts},
		{Name: "packs", What: "the sizes that there are", Of: []Member{{Name: "name"}, {Name: "value"}, {Name: "unit"}, {Name: "price", Kinds: []kind{money, number}}}},
	},
	Example: `{"ask": "packs", "given": {"wanted": {"value": 2.3, "unit": "kg"}, "packs": [{"value": 1, "unit": "kg", "price": {"value": 4.1, "unit": "€"}}, {"value": 250, "unit": "g", "price": {"value": 1.3, "unit": "€"}}]}}`,
	do: func(g *given) answer {
		w := g.quantity("wanted")
		var list []pack
		priced, currency := true, ""
		for k, item := range g.some("packs") {
			size := item.self(amounts...)
			item.alike("value", w, size)
			if size.base <= 0 {
				refuse(item.at("value"), "A pack holds more than nothing.")
			}
			p := pack{size: size.base, name: item.name(size.String())}
			if item.has("price") {
				price := item.quantity("price")
				p.price = price.base
				if k > 0 && priced && price.unit.name != currency {
					refuse(item.at("price"), "%s is another currency.", price)
				}
				currency = price.unit.name
			} else {
				priced = false
			}
			list = append(list, p)
		}
		best := choosePacks(w.base, list, priced)
		var figures []Figure
		var sums []string
		bought, cost := 0.0, 0.0
		for k, p := range list {
			n := best[k]
			bought, cost = bought+float64(n)*p.size, cost+float64(n)*p.price
			figures = append(figures, Figure{p.name, float64(n), "pack"})
			if n > 0 {
				sums = append(sums, fmt.Sprintf("%d × %s", n, p.name))
			}
		}
		figures = append(figures, w.of(bought).own("bought"), w.of(bought-w.base).own("over"))
		if priced {
			figures = append(figures, Figure{"cost", cost, currency})
		}
		return several(figures, "%s = %s; − %s = %s over", cmp.Or(strings.Join(sums, " + "), "none"), w.of(bought), w, w.of(bought-w.base))
	},
}

type pack struct {
	size, price float64
	name        string
}

// mostTried bounds how many ways of buying are looked at.
const mostTried = 5_000_000

// choosePacks tries all ways of buying of which no pack could be left off: how many of each.
func choosePacks(wanted float64, list []pack, priced bool) []int {
	order := make([]int, len(list)) // the largest first
	for k := range order {
		order[k] = k
	}
	slices.SortFunc(order, func(a, b int) int { return cmp.Compare(list[b].size, list[a].size) })
	ways := 1.0
	for _, k := range order[:len(order)-1] {
		if ways *= ceil(wanted/list[k].size) + 1; ways > mostTried {
			refuse("packs", "There are too many ways to buy that; leave the smallest packs out.")
		}
	}
	now, best := make([]int, len(list)), []int(nil)
	var bestCost, bestOver float64
	bestNumber := 0
	var try func(at int, rest, cost float64, number int)
	try = func(at int, rest, cost float64, number int) {
		p := list[order[at]]
		most := int(max(0, ceil(rest/p.size)))
		for n := most; n >= 0; n-- {
			if at == len(order)-1 && n < most {
				break
			}
			now[order[at]] = n
			left, paid := rest-float64(n)*p.size, cost+float64(n)*p.price
			if at < len(order)-1 {
				try(at+1, left, paid, number+n)
				continue
			}
			if !priced {
				paid = 0
			}
			better := cmp.Or(compare(paid, bestCost), compare(-left, bestOver), cmp.Compare(number+n, bestNumber))
			if best == nil || better < 0 {
				best, bestCost, bestOver, bestNumber = slices.Clone(now), paid, -left, number+n
			}
		}
	}
	try(0, wanted, 0, 0)
	return best
}

// compare compares figures that are the same but for noise.
func compare(a, b float64) int {
	if d := a - b; d < noise*max(1, a) && -d < noise*max(1, a) {
		return 0
	}
	return cmp.Compare(a, b)
}
