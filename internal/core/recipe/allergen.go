package recipe

import (
	"strings"

	"jointime/internal/core/fault"
)

// Allergen is a substance that both lists can be told from: a cereal each,
// for the United States name wheat alone where the Union names all that
// contain gluten.
type Allergen struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	EU   string `json:"eu,omitempty" doc:"name in Annex II of Regulation (EU) No 1169/2011"`
	EUNo int    `json:"euNo,omitempty" doc:"number there"`
	US   string `json:"us,omitempty" doc:"name in the law of the United States; empty: it is not on that list"`
}

const gluten = "cereals containing gluten"

// Allergens are the fourteen of Regulation (EU) No 1169/2011, Annex II, and
// the nine major food allergens of the United States (21 U.S.C. 321(qq): the
// eight of FALCPA 2004, and sesame by the FASTER Act of 2021), mapped onto one
// another. Both from memory.
var Allergens = []Allergen{
	{"wheat", "wheat", gluten, 1, "wheat"},
	{"rye", "rye", gluten, 1, ""},
	{"barley", "barley", gluten, 1, ""},
	{"oats", "oats", gluten, 1, ""},
	{"crustaceans", "crustaceans", "crustaceans", 2, "crustacean shellfish"},
	{"egg", "egg", "eggs", 3, "eggs"},
	{"fish", "fish", "fish", 4, "fish"},
	{"peanut", "peanut", "peanuts", 5, "peanuts"},
	{"soya", "soya", "soybeans", 6, "soybeans"},
	{"milk", "milk", "milk", 7, "milk"},
	{"nuts", "nuts", "nuts", 8, "tree nuts"},
	{"celery", "celery", "celery", 9, ""},
	{"mustard", "mustard", "mustard", 10, ""},
	{"sesame", "sesame", "sesame seeds", 11, "sesame"},
	{"sulphites", "sulphites", "sulphur dioxide and sulphites", 12, ""},
	{"lupin", "lupin", "lupin", 13, ""},
	{"molluscs", "molluscs", "molluscs", 14, ""},
}

// AllergenOf finds an allergen by its id.
func AllergenOf(id string) (Allergen, bool) {
	for _, a := range Allergens {
		if a.ID == id {
			return a, true
		}
	}
	return Allergen{}, false
}

// allergenIDs lists all, in the order of the annex.
func allergenIDs() (out []string) {
	for _, a := range Allergens {
		out = append(out, a.ID)
	}
	return out
}

func validAllergens(field string, ids *[]string, l *fault.List) {
	if ids == nil {
		return
	}
	for _, id := range *ids {
		if _, known := AllergenOf(id); !known {
			l.Add(field, "“%s” is not an allergen here: %s.", id, strings.Join(allergenIDs(), ", "))
		}
	}
}

// Answer is yes, no, or that nobody has said.
type Answer string

// The three answers. What was never told is unknown, and never shown as free.
const (
	Yes     Answer = "yes"
	No      Answer = "no"
	Unknown Answer = "unknown"
)
