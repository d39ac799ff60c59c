package demo

import (
	"strings"
	"time"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/recipe/supply"
	"jointime/internal/core/units"
)

// suppliers of the demo are invented.
func suppliers() []supply.Supplier {
	return []supply.Supplier{
		{ID: "quay-boat", Name: "The quay boat", Delivers: []int{2, 3, 4, 5, 6}, At: "08:00", Before: 1, By: "22:00", Note: "leave a message on the slip"},
		{ID: "hill-farm", Name: "Hill farm", Delivers: []int{1, 3, 5}, At: "07:30", Before: 1, By: "12:00"},
		{ID: "market-hall", Name: "Market hall", Delivers: []int{1, 2, 3, 4, 5, 6}, At: "06:30", Before: 1, By: "15:00"},
		{ID: "dry-store", Name: "Rope store wholesale", Delivers: []int{2, 5}, At: "10:00", Before: 2, By: "16:00"},
	}
}

// packs of the demo: ingredient; supplier; size; price in hundredths; name.
const packs = `
hake; quay-boat; 1 kg; 1850; whole, gutted
brown shrimps; quay-boat; 100 g; 420; tub
mackerel; quay-boat; 1 kg; 700
guinea fowl; hill-farm; 1 piece; 1390
egg; hill-farm; 6 piece; 270; box
egg; hill-farm; 30 piece; 1150; tray
butter; hill-farm; 250 g; 240; block
butter; hill-farm; 1 kg; 880; slab
double cream; hill-farm; 1 l; 520
buttermilk; hill-farm; 500 ml; 140
milk; hill-farm; 1 l; 115
swede; market-hall; 1 piece; 110
gem lettuce; market-hall; 2 piece; 130; pair
quince; market-hall; 500 g; 310
shallot; market-hall; 250 g; 120; net
celeriac; market-hall; 1 piece; 260
thyme; market-hall; 20 g; 95; bunch
lemon; market-hall; 1 piece; 45
lemon; market-hall; 10 piece; 380; net
chestnut mushrooms; market-hall; 250 g; 195; punnet
plums; market-hall; 1 kg; 390
pearl barley; dry-store; 500 g; 120; bag
flour; dry-store; 1 kg; 95; bag
breadcrumbs; dry-store; 500 g; 180; bag
sugar; dry-store; 1 kg; 130; bag
salt; dry-store; 1 kg; 60; box
oil; dry-store; 1 l; 240; bottle
red wine; dry-store; 750 ml; 620; bottle
white wine; dry-store; 750 ml; 580; bottle
stock; dry-store; 1 l; 350; carton
`

// sold puts packs to the ingredients.
func (b *Book) sold() {
	for _, line := range strings.Split(strings.TrimSpace(packs), "\n") {
		cells := strings.Split(line, "; ")
		size, err := units.ParseAmount(cells[2])
		if err != nil {
			panic(err) // a test loads it
		}
		price := int64(number(cells[3]))
		p := recipe.Pack{Supplier: cells[1], Size: size, Price: &price}
		if len(cells) > 4 {
			p.Name = cells[4]
		}
		i := b.ingredient(cells[0])
		i.Packs = append(i.Packs, p)
	}
	b.ingredient("water").House = true
}

func (b *Book) ingredient(name string) *recipe.Ingredient {
	for k := range b.Ingredients {
		if b.Ingredients[k].Name == name {
			return &b.Ingredients[k]
		}
	}
	panic("the demo has no ingredient " + name)
}

// onHand is the stock two days before the supper.
func (b *Book) onHand() {
	day, err := time.Parse("2006-01-02", b.Service.Day)
	if err != nil {
		panic(err)
	}
	put := func(name string, a units.Amount, place, where string, days int) {
		s := quantity.Stock{ID: recipe.Slug(name, map[string]bool{}), Kitchen: b.Kitchen.ID, Ingredient: b.ingredient(name).ID, Amount: a, Place: place, Where: where, Counted: day.AddDate(0, 0, -4)}
		if days > 0 {
			s.UseBy = day.AddDate(0, 0, days-2).Format("2006-01-02")
		}
		b.Stock = append(b.Stock, s)
	}
	put("butter", grams(150), "chilled", "dairy shelf", 12)
	put("salt", grams(900), "ambient", "by the pass", 0)
	put("sugar", grams(700), "ambient", "dry store", 0)
	put("oil", ml(600), "ambient", "dry store", 0)
	put("flour", grams(400), "ambient", "dry store", 0)
	put("white wine", ml(300), "chilled", "door", 9)
	put("egg", pieces(2), "chilled", "dairy shelf", 8)
	put("brown shrimps", grams(80), "chilled", "fish box", 1)
	b.Stock = append(b.Stock, quantity.Stock{ID: "bones-frozen", Kitchen: b.Kitchen.ID, Component: "crown", ByProduct: "bones", Amount: grams(40), Place: "frozen", Where: "bag, top left", Since: day.AddDate(0, 0, -20).Format("2006-01-02"), UseBy: day.AddDate(0, 0, 60).Format("2006-01-02"), Counted: day.AddDate(0, 0, -4)})
}

// sections of the kitchen, and who makes what.
func (b *Book) sections() {
	b.Kitchen.Sections = []kitchen.Section{{ID: "pass", Name: "Pass"}, {ID: "sauce", Name: "Sauce"}, {ID: "fish", Name: "Fish"}, {ID: "larder", Name: "Larder"}, {ID: "pastry", Name: "Pastry"}}
	b.Kitchen.Boxes = []kitchen.Box{{Name: "squeeze bottle", Holds: 250}, {Name: "half-litre tub", Holds: 500}, {Name: "litre tub", Holds: 1000}, {Name: "2 l box", Holds: 2000}, {Name: "5 l box", Holds: 5000}, {Name: "10 l bucket", Holds: 10000}}
	for section, ids := range map[string]string{
		"sauce":  "gravy crown barley",
		"fish":   "hake fish-broth shrimp-butter smoked-mackerel-cream",
		"larder": "lettuce swede croquette",
		"pastry": "quince set-buttermilk-cream poached-plum plum-sorbet ginger-wafer rye-cracker",
	} {
		for _, id := range strings.Fields(ids) {
			b.of(id).Section = section
		}
	}
	b.of("gravy").Density = &gravyDensity
	b.of("swede").Density = at(0.95)
	b.of("crown").Container = "tray, uncovered"
	b.of("hake").Container = "perforated tray over ice"
	b.step("gravy", "bones").Hands.Slices[1].What = "skim, and top up to cover"
}

// gravyDensity is that of a thin stock, in g/ml: common practice, no source.
var gravyDensity = 1.0
