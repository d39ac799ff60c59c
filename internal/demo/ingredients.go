package demo

import (
	"strings"

	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
)

// bought is what the demo buys: name; allergens (- is none, ? was never told);
// what it comes from; then what else is known of it. Weights, losses and
// seasons are common practice, with no source.
const bought = `
almond milk; nuts; none
bay; -; none; also bay leaf, bay leaves
breadcrumbs; wheat; none
brown shrimps; crustaceans; shellfish; also brown shrimps peeled; delivery sweet smell, no ammonia, firm and curled; instead smoked mackerel
butter; milk; milk; piece 250; instead rapeseed oil:0.8
buttermilk; milk; milk; density 1.03
carrot; -; none; piece 110; loss 15
celeriac; celery; none; piece 900; loss 25; season 9,10,11,12,1,2,3
celery; celery; none; piece 60; loss 20
chestnut mushrooms; -; none; loss 4; delivery closed caps, dry, no slime
cider; sulphites; none; alcohol
cider vinegar; sulphites; none
cinnamon; -; none
cream cheese; milk; milk
dill; -; none; delivery upright, no yellow tips
double cream; milk; milk; density 1.01
dried mushrooms; -; none
egg; egg; egg; also eggs; piece 55; parts yolk 18 g, white 33 g; delivery clean shells, dated, none cracked
fish bones; fish; fish; delivery no gills, no blood, smell of the sea
flat parsley; -; none; loss 40
flour; wheat; none; also wheat flour, plain flour; density 0.53
fresh yeast; -; none
gelatine; -; meat; delivery leaves of 1.6 g
gem lettuce; -; none; loss 12; piece 140
ginger; -; none; also ground ginger
golden syrup; -; none; density 1.4
gooseberries; -; none; season 6,7
guinea fowl; -; meat; piece 1400; delivery skin dry and whole, core under 4 °C; instead chicken:1.1
chicken; -; meat; piece 1600
hake; fish; fish; also hake, whole; loss 45; delivery eyes clear, gills red, flesh springs back; instead coley
coley; fish; fish
hazelnuts; nuts; none; instead sunflower seeds
lemon; -; none; also lemons; piece 100; parts zest 6 g, juice 40 ml
mackerel; fish; fish
milk; milk; milk; density 1.03; instead almond milk
mushroom seasoning; ?; none
oil; -; none; density 0.92
onion; -; none; piece 120; loss 12
pearl barley; barley; none
pepper; -; none; also black pepper
plums; -; none; loss 10; season 8,9,10,11
quince; -; none; loss 30; season 10,11,12
quince peelings; -; none; season 10,11,12
rapeseed oil; -; none; density 0.92
red wine; sulphites; none; alcohol; density 0.99
rye flour; rye; none; density 0.5
salt; -; none; density 1.2
shallot; -; none; also shallots; piece 25; loss 12
smoked mackerel; fish; fish; delivery dry, golden, no sticky film
split peas; -; none
stale bread; wheat; none; also bread
stock; celery; meat
sugar; -; none; density 0.85
sunflower seeds; -; none
swede; -; none; loss 18; piece 700; season 9,10,11,12,1,2,3
thyme; -; none; by sprig; piece 0.7
vegetable stock; celery; none
water; -; none; density 1
white wine; sulphites; none; alcohol; density 0.99
sea trout; fish; fish; delivery eyes clear, flesh springs back
beetroot; -; none; piece 150
lamb shoulder; -; meat; delivery core under 4 °C
honey; -; honey
mustard; mustard; none
apple; -; none; also apples; piece 160
sage; -; none
`

// ingredients reads the table.
func ingredients() (out []recipe.Ingredient) {
	ids := map[string]bool{}
	names := map[string]string{}
	for _, line := range strings.Split(strings.TrimSpace(bought), "\n") {
		cells := strings.Split(line, "; ")
		i := recipe.Ingredient{ID: recipe.Slug(cells[0], ids), Name: cells[0], Animal: cells[2]}
		if cells[1] != "?" {
			i.Allergens = list(strings.TrimPrefix(cells[1], "-"))
		}
		for _, more := range cells[3:] {
			know(&i, more)
		}
		names[i.Name] = i.ID
		out = append(out, i)
	}
	for k := range out {
		for s, sub := range out[k].Substitutes {
			if id, known := names[sub.Ingredient]; known {
				out[k].Substitutes[s].Ingredient = id
			}
		}
	}
	return out
}

// list parts a text at its commas; empty for an empty one.
func list(text string) *[]string {
	out := []string{}
	for _, t := range strings.Split(text, ",") {
		if t = strings.TrimSpace(t); t != "" {
			out = append(out, t)
		}
	}
	return &out
}

// know adds one more fact to an ingredient.
func know(i *recipe.Ingredient, fact string) {
	word, rest, _ := strings.Cut(fact, " ")
	switch word {
	case "also":
		i.Also = *list(rest)
	case "by":
		i.Unit = units.Unit(rest)
	case "alcohol":
		i.Alcohol = true
	case "density":
		v := number(rest)
		i.Density = &v
	case "piece":
		v := number(rest)
		i.Piece = &v
	case "loss":
		i.Loss = number(rest) / 100
	case "season":
		for _, m := range *list(rest) {
			i.Season = append(i.Season, int(number(m)))
		}
	case "parts":
		for _, part := range *list(rest) {
			name, amount, _ := strings.Cut(part, " ")
			one, _ := units.ParseAmount(amount)
			i.Parts = append(i.Parts, recipe.IngredientPart{Name: name, Amount: one})
		}
	case "delivery":
		i.Delivery = rest
	case "instead":
		name, factor, _ := strings.Cut(rest, ":")
		s := recipe.Substitute{Ingredient: name, Factor: number(factor)}
		i.Substitutes = append(i.Substitutes, s)
	}
}
