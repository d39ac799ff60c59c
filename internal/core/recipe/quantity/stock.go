package quantity

import (
	"strings"
	"time"

	"jointime/internal/core/fault"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
)

// Stock is so much of something that is there: bought, made, or left over; in
// one place, of one date.
type Stock struct {
	ID         string       `json:"id"`
	Kitchen    string       `json:"kitchen"`
	Ingredient string       `json:"ingredient,omitempty"`
	Component  string       `json:"component,omitempty" doc:"what was made; with byProduct, what leaves it over"`
	ByProduct  string       `json:"byProduct,omitempty"`
	Amount     units.Amount `json:"amount"`
	Place      string       `json:"place,omitempty" enum:"frozen,chilled,ambient,hot,"`
	Where      string       `json:"where,omitempty" maxLength:"80" doc:"which shelf, which box"`
	Since      string       `json:"since,omitempty" doc:"day on which it came or was made"`
	UseBy      string       `json:"useBy,omitempty" doc:"last day on which it is good; absent: it keeps"`
	Counted    time.Time    `json:"counted" doc:"when somebody looked"`
	After      string       `json:"after,omitempty" maxLength:"120" doc:"id of the service that left it over: it does not count for that one"`
}

// Validate finds what is malformed in an entry of the stock.
func (s Stock) Validate(b recipe.Book) error {
	var l fault.List
	c, made := b.Components[s.Component]
	_, bought := b.Ingredients[s.Ingredient]
	switch {
	case (s.Ingredient == "") == (s.Component == ""):
		l.Add("ingredient", "Choose an ingredient or a component.")
	case s.Ingredient != "" && !bought:
		l.Add("ingredient", "No such ingredient: “%s”.", s.Ingredient)
	case s.Component != "" && !made:
		l.Add("component", "No such component: “%s”.", s.Component)
	case s.ByProduct != "" && !leavesOver(c, s.ByProduct):
		l.Add("byProduct", "%s has no by-product “%s”.", c.Name, s.ByProduct)
	}
	if s.Amount.Quantity < 0 || s.Amount.Quantity > TooMuch {
		l.Add("amount", "Must be 0 or more, and no more than %g.", TooMuch)
	}
	if !s.Amount.Unit.Known() {
		l.Add("amount.unit", "“%s” is not a unit.", s.Amount.Unit)
	}
	for field, day := range map[string]string{"since": s.Since, "useBy": s.UseBy} {
		if _, err := time.Parse(DayLayout, day); day != "" && err != nil {
			l.Add(field, "“%s” is not a date. Write 2026-11-28.", day)
		}
	}
	return l.Err()
}

func leavesOver(c recipe.Component, byProduct string) bool {
	for _, p := range c.ByProducts {
		if p.ID == byProduct {
			return true
		}
	}
	return false
}

// Good tells whether it may still be used on a day.
func (s Stock) Good(day string) bool { return s.UseBy == "" || day == "" || s.UseBy >= day }

// shelves is what is there, found by what it is.
type shelves struct {
	day    string
	covers int
	stock  map[string][]Stock // kind/id, kind/id/by-product
	made   map[string][]Done
}

func newShelves(l Larder) *shelves {
	s := &shelves{day: l.Day, covers: l.Covers, stock: map[string][]Stock{}, made: map[string][]Done{}}
	for _, e := range l.Stock {
		s.stock[e.key()] = append(s.stock[e.key()], e)
	}
	for _, d := range l.Done {
		s.made[d.Component] = append(s.made[d.Component], d)
	}
	return s
}

func (s Stock) key() string {
	if s.Ingredient != "" {
		return "ingredient/" + s.Ingredient
	}
	return strings.TrimSuffix("component/"+s.Component+"/"+s.ByProduct, "/")
}

// on adds up what is there and good, no more than is wanted.
func (s *shelves) on(x *explosion, key, name string, want units.Amount, by units.Through) (sum float64) {
	for _, e := range s.stock[key] {
		if !e.Good(s.day) {
			continue
		}
		a, _, err := x.basic(e.Amount).As(want.Unit, by)
		if err != nil {
			x.problem(name+", in stock", "%s in stock, %s needed: %v.", e.Amount, want, err)
			continue
		}
		sum += a.Quantity
	}
	return min(sum, max(0, want.Quantity))
}

func (s *shelves) component(x *explosion, c recipe.Component, want units.Amount) float64 {
	return s.on(x, "component/"+c.ID, c.Name, want, through(c))
}

func (s *shelves) ingredient(x *explosion, i recipe.Ingredient, want units.Amount) float64 {
	return s.on(x, "ingredient/"+i.ID, i.Name, want, Through(i))
}

// past adds up what is there of an ingredient and no longer good on the day.
func (s *shelves) past(x *explosion, i recipe.Ingredient, unit units.Unit) (sum float64) {
	for _, e := range s.stock["ingredient/"+i.ID] {
		if e.Good(s.day) {
			continue
		}
		if a, _, err := x.basic(e.Amount).As(unit, Through(i)); err == nil {
			sum += a.Quantity
		}
	}
	return sum
}

func (s *shelves) leftOver(x *explosion, e LeftOver, want float64) float64 {
	return s.on(x, "component/"+e.Component+"/"+e.ByProduct, e.Name, units.Amount{Quantity: want, Unit: e.Taken.Unit}, e.through)
}

// done adds up what was made of a component for these plates.
func (s *shelves) done(x *explosion, c recipe.Component, unit units.Unit) (sum float64) {
	for _, d := range s.made[c.ID] {
		a, _, err := x.basic(d.Amount).As(unit, through(c))
		if d.Partly {
			continue
		}
		if err != nil {
			x.problem(c.Name+", made", "%s cannot be converted to %s: %v.", d.Amount, unit, err)
			continue
		}
		sum += a.Quantity
	}
	return sum
}

// share of what a component takes of an ingredient that went into what is made
// already, and was gone when the ingredient was last counted: what went since
// is in the count and in the need alike.
func (s *shelves) share(x *explosion, c recipe.Component, l recipe.Line, made *Made) float64 {
	if made.Make.Quantity <= 0 || len(s.made[c.ID]) == 0 {
		return 0
	}
	counted, ever := time.Time{}, false
	for _, e := range s.stock["ingredient/"+l.Ingredient] {
		if !ever || e.Counted.After(counted) {
			counted, ever = e.Counted, true
		}
	}
	sum := 0.0
	for _, d := range s.made[c.ID] {
		if ever && !d.At.Before(counted) || !d.took(c, l) {
			continue
		}
		if a, _, err := x.basic(d.Amount).As(made.Make.Unit, through(c)); err == nil {
			sum += a.Quantity
		}
	}
	return min(1, sum/made.Make.Quantity)
}

const DayLayout = "2006-01-02"
