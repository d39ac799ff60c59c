package supply

import (
	"math"
	"slices"

	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
)

// Cost is what a dish costs to buy, trimming and surplus included; what is left
// over on the way costs nothing more.
type Cost struct {
	Dish    string     `json:"dish"`
	Name    string     `json:"name"`
	Portion int64      `json:"portion" doc:"of one portion, in hundredths"`
	Lines   []CostLine `json:"lines" nullable:"false" doc:"dearest first"`
	Open    []string   `json:"open" nullable:"false" doc:"what has no price, and is not in it"`
}

// CostLine is what one ingredient costs in one portion.
type CostLine struct {
	Name    string  `json:"name"`
	Cost    float64 `json:"cost" doc:"of one portion, in hundredths"`
	Working string  `json:"working"`
}

// CostOf works out what a portion costs when so many are made, each ingredient
// from the pack that is cheapest for what it holds.
func CostOf(b recipe.Book, o quantity.Order, w quantity.Ways) Cost {
	out := Cost{Dish: o.Dish, Name: b.Dishes[o.Dish].Name, Lines: []CostLine{}, Open: []string{}}
	if o.Plates < 1 {
		o.Plates = 1
	}
	sum := 0.0
	for _, buy := range quantity.ExplodeFrom(b, quantity.Larder{}, []quantity.Order{o}, w).Buy {
		pack, each, ok := cheapest(b.Ingredients[buy.Ingredient], buy, w)
		if b.Ingredients[buy.Ingredient].House {
			continue
		}
		if !ok {
			out.Open = append(out.Open, buy.Name)
			continue
		}
		cost := buy.Amount.Quantity * each / float64(o.Plates)
		sum += cost
		out.Lines = append(out.Lines, CostLine{buy.Name, cost, buy.Text + " ÷ " + quantity.CoversOf(o.Plates) + ", from " + pack})
	}
	slices.SortStableFunc(out.Lines, func(a, b CostLine) int { return int(math.Copysign(1, b.Cost-a.Cost)) })
	out.Portion = int64(math.Round(sum))
	return out
}

// cheapest is the pack that costs least for what it holds, and what one gram,
// millilitre or piece of it costs.
func cheapest(i recipe.Ingredient, buy quantity.Buy, w quantity.Ways) (pack string, each float64, ok bool) {
	for _, p := range i.Packs {
		size, _, err := p.Size.Basic(w.Measures).As(buy.Amount.Unit, quantity.Through(i))
		if p.Price == nil || err != nil || size.Quantity <= 0 {
			continue
		}
		if e := float64(*p.Price) / size.Quantity; !ok || e < each {
			pack, each, ok = sized{p, 0}.text(), e, true
		}
	}
	return pack, each, ok
}
