package quantity

import (
	"time"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
)

// Order is so many plates of a dish in one of its versions.
type Order struct {
	Dish    string `json:"dish"`
	Version string `json:"version,omitempty"`
	Plates  int    `json:"plates"`
}

// Exploded is what so many plates need, backwards through portions, yields,
// by-products and shared components.
type Exploded struct {
	Make     []Made     `json:"make" nullable:"false" doc:"what goes into others comes first"`
	Buy      []Buy      `json:"buy" nullable:"false"`
	Ledger   []LeftOver `json:"ledger" nullable:"false"`
	Problems []Hitch    `json:"problems" nullable:"false" doc:"what cannot be worked out, and why"`
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

// Made is a component that has to be made.
type Made struct {
	Component string        `json:"component"`
	Name      string        `json:"name"`
	Need      units.Amount  `json:"need" doc:"what is taken of it"`
	Have      units.Amount  `json:"have" doc:"of that, taken from what is there"`
	Par       *units.Amount `json:"par,omitempty" doc:"what is to be there when the service begins; absent: what is needed"`
	Make      units.Amount  `json:"make" doc:"what its batches make"`
	Done      units.Amount  `json:"done" doc:"of that, made already"`
	Missing   units.Amount  `json:"missing" doc:"what is still to be made of what is needed"`
	Surplus   units.Amount  `json:"surplus"`
	Short     units.Amount  `json:"short" doc:"what is wanted beyond what is made, where the list is made once as it is"`
	Ways      []string      `json:"ways" nullable:"false" doc:"out of being short"`
	Times     float64       `json:"times" doc:"how many times its list of ingredients"`
	Batches   int           `json:"batches" doc:"0: it is not made in batches"`
	Takers    []Taker       `json:"takers" nullable:"false"`
	Weigh     []Weigh       `json:"weigh" nullable:"false"`
	Gone      []Taker       `json:"gone" nullable:"false" doc:"what its list loses on the way: trimmed, strained, boiled away"`
	CouldUse  []string      `json:"couldUse" nullable:"false" doc:"what else in the book takes it, where there is a surplus"`
	Working   string        `json:"working"`
	Figure    string        `json:"figure" doc:"what is made, as the kitchen likes to read it"`
	Other     string        `json:"other,omitempty" doc:"the same in the other system"`
	Between   *units.Bounds `json:"between,omitempty" doc:"what is taken of it at the least and at the most, where amounts of the book lie between two"`
}

// Taker is what takes of something, and how much.
type Taker struct {
	Name    string       `json:"name"`
	Amount  units.Amount `json:"amount"`
	Working string       `json:"working"`
	Part    string       `json:"part,omitempty" doc:"of an ingredient: which part it takes"`
	Spare   bool         `json:"spare,omitempty" doc:"nobody ordered it: it is made in case"`
}

// Hitch is something that cannot be worked out.
type Hitch struct {
	Where string `json:"where"`
	What  string `json:"what"`
}

// TooMuch bounds what is reckoned with: more than this of anything is a slip
// of the finger.
const TooMuch = 1e12

// Ways are the habits of a kitchen that sums depend on.
type Ways struct {
	Measures units.Measures
	Scales   units.Scales
	Likes    units.Likes
	Spares   *kitchen.Spares
}

// WaysOf are those of a kitchen.
func WaysOf(k kitchen.Kitchen) Ways {
	return Ways{Measures: k.Sizes(), Scales: k.Scales, Likes: k.Likes, Spares: k.Spares}
}

// Read writes a basic amount as the kitchen measures it and likes to read it, and in the other
// system.
func (w Ways) Read(a units.Amount) (text, other string) {
	if a.Unit.Kind() != units.Count {
		a, _ = w.Scales.Weighed(a)
	}
	return w.Likes.Read(a, w.Measures)
}

// Larder is what the sums begin with: what is on hand, and what has been made
// for these plates already. The zero value is an empty one.
type Larder struct {
	Stock  []Stock
	Done   []Done
	Day    string // on which the plates are eaten: what does not keep until then does not count
	Covers int    // of that service, for what stands at a par
}

// Done is so much of a component that was made for these plates, or brought as
// far as some of its steps do: what those take has gone into it.
type Done struct {
	Component string
	Amount    units.Amount
	At        time.Time
	From, To  int  // places of the first of these steps, and of the one after the last; both 0: all of them
	Partly    bool // more is to be done to it
}

// took tells whether what a line names has gone into it.
func (d Done) took(c recipe.Component, l recipe.Line) bool {
	if d.From == 0 && d.To == 0 {
		return true
	}
	at := max(0, c.UsedAt(l))
	return at >= d.From && at < d.To
}
