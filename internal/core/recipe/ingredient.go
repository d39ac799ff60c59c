package recipe

import (
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/fault"
	"jointime/internal/core/limits"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// Ingredient is what is bought.
type Ingredient struct {
	ID          string           `json:"id"`
	Name        string           `json:"name" minLength:"1" maxLength:"120"`
	Also        []string         `json:"also,omitempty" maxItems:"20" doc:"other words for it"`
	Unit        units.Unit       `json:"unit,omitempty" doc:"in which it is bought"`
	Density     *float64         `json:"density,omitempty" minimum:"0" maximum:"25" doc:"grams in a millilitre"`
	Piece       *float64         `json:"piece,omitempty" minimum:"0" maximum:"1000000" doc:"grams of one: a piece, or what it is bought by (unit)"`
	Loss        float64          `json:"loss,omitempty" minimum:"0" maximum:"0.99" doc:"share lost in trimming"`
	Allergens   *[]string        `json:"allergens,omitempty" doc:"absent: never told, which is not the same as none"`
	Animal      string           `json:"animal,omitempty" enum:"none,milk,egg,honey,fish,shellfish,meat" doc:"what it comes from; absent: never told"`
	Salt        *float64         `json:"salt,omitempty" minimum:"0" maximum:"100" doc:"per cent by weight; absent: never told, and by its name where it is salt"`
	Sugar       *float64         `json:"sugar,omitempty" minimum:"0" maximum:"100" doc:"likewise"`
	Acid        *float64         `json:"acid,omitempty" minimum:"0" maximum:"100" doc:"likewise: a vinegar has 5 or 6"`
	Alcohol     bool             `json:"alcohol,omitempty"`
	Season      []int            `json:"season,omitempty" maxItems:"12" doc:"months, 1 to 12; absent: the whole year"`
	Delivery    string           `json:"delivery,omitempty" maxLength:"400" doc:"what to look for when it comes"`
	Substitutes []Substitute     `json:"substitutes,omitempty" maxItems:"20"`
	House       bool             `json:"house,omitempty" doc:"always there and never ordered: water, ice"`
	Packs       []Pack           `json:"packs,omitempty" maxItems:"20" doc:"sizes in which it is sold"`
	Parts       []IngredientPart `json:"parts,omitempty" maxItems:"20" doc:"what is taken of one apart, in the order in which it is to be had: rind, juice, flesh"`
	Cautions    []limits.Caution `json:"cautions,omitempty"`
}

// waters are the ways in which water stands in a recipe.
var waters = []string{"water", "cold water", "hot water", "warm water", "boiling water", "tap water", "iced water", "ice water", "ice-cold water", "water, cold", "water, hot", "water, boiling"}

// Water tells whether it is water by its name: it comes from the tap, and a litre of it is a kilogram.
func (i Ingredient) Water() bool {
	return slices.Contains(waters, strings.ToLower(strings.TrimSpace(i.Name)))
}

// IngredientPart is what one of an ingredient gives that is taken apart from the rest of it. A line takes
// it that is linked to the ingredient and names it: "lemon juice", "zest of 2 lemons".
type IngredientPart struct {
	Name    string       `json:"name" minLength:"1" maxLength:"60"`
	Amount  units.Amount `json:"amount" doc:"of one"`
	Density *float64     `json:"density,omitempty" minimum:"0" maximum:"25" doc:"grams in a millilitre"`
}

// Part is what a line takes of an ingredient by its words, "lemon juice", "egg, the yolks"; none: the
// whole of it, which is also meant where several parts are named, or one is left out.
func (i Ingredient) Part(l Line) (p IngredientPart, is bool) {
	text, found := l.Name+", "+l.Note, 0
	for _, one := range i.Parts {
		if words.Has(text, one.Name) {
			p, found = one, found+1
		}
	}
	if found != 1 || words.Says(text, []string{"without", "no", "not"}) {
		return IngredientPart{}, false
	}
	return p, true
}

// partCalled tells whether a name is that of a part of it: lemon juice, juice of a lemon.
func (i Ingredient) partCalled(name string) bool {
	for _, called := range append([]string{i.Name}, i.Also...) {
		for _, p := range i.Parts {
			if words.SameThing(called+" "+p.Name, name) || words.SameThing(p.Name+" "+called, name) {
				return true
			}
		}
	}
	return false
}

// Substitute is what can stand in for an ingredient.
type Substitute struct {
	Ingredient string  `json:"ingredient" minLength:"1"`
	Factor     float64 `json:"factor,omitempty" minimum:"0" maximum:"100" doc:"how much of it for one; absent: as much"`
	Note       string  `json:"note,omitempty" maxLength:"200"`
}

// Animals are what an ingredient can come from.
var Animals = []string{"none", "milk", "egg", "honey", "fish", "shellfish", "meat"}

// Validate finds what is malformed in an ingredient.
func (i Ingredient) Validate() error {
	var l fault.List
	if strings.TrimSpace(i.Name) == "" {
		l.Add("name", "Name the ingredient.")
	}
	if i.Loss < 0 || i.Loss >= 1 {
		l.Add("loss", "Trim loss: 0 or more, and less than 100 %%.")
	}
	if i.Density != nil && *i.Density <= 0 {
		l.Add("density", "Must be more than 0.")
	}
	if i.Piece != nil && *i.Piece <= 0 {
		l.Add("piece", "Must be more than 0.")
	}
	if i.Unit != "" && !i.Unit.Known() {
		l.Add("unit", "“%s” is not a unit.", i.Unit)
	}
	for _, m := range i.Season {
		if m < 1 || m > 12 {
			l.Add("season", "“%d” is not a month.", m)
		}
	}
	for k, p := range i.Packs {
		if !p.Size.Unit.Known() || p.Size.Quantity <= 0 {
			l.Add(fmt.Sprintf("packs[%d].size", k), "Pack size: more than 0, in a unit such as g, ml or a count.")
		}
	}
	for k, p := range i.Parts {
		at := fmt.Sprintf("parts[%d]", k)
		if strings.TrimSpace(p.Name) == "" {
			l.Add(at+".name", "Which part of it?")
		}
		if !p.Amount.Unit.Known() || p.Amount.Quantity <= 0 || p.Amount.Unit == "percent" && i.Piece == nil {
			l.Add(at+".amount", "How much does one give? Write 45 ml; or a percentage, with the weight of one.")
		}
	}
	validAllergens("allergens", i.Allergens, &l)
	return l.Err()
}

// InSeason tells whether it is to be had in a month (1 to 12).
func (i Ingredient) InSeason(month int) bool {
	if len(i.Season) == 0 {
		return true
	}
	for _, m := range i.Season {
		if m == month {
			return true
		}
	}
	return false
}

// Pack is a size in which a supplier sells an ingredient.
type Pack struct {
	Supplier string       `json:"supplier" minLength:"1"`
	Name     string       `json:"name,omitempty" maxLength:"80"`
	Size     units.Amount `json:"size"`
	Price    *int64       `json:"price,omitempty" minimum:"0" maximum:"1000000000" doc:"in hundredths; absent: not kept"`
}
