package mise

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// Left is what should be left of something after a service, if all went as planned and no spare was
// taken: it is counted, and used first the next day.
type Left struct {
	Component  string       `json:"component,omitempty"`
	Ingredient string       `json:"ingredient,omitempty" doc:"in place of a component: what is left of its packs"`
	ByProduct  string       `json:"byProduct,omitempty"`
	Name       string       `json:"name"`
	Expect     units.Amount `json:"expect" doc:"surplus, spares and what is beyond need of a par; of a by-product what nobody takes"`
	Text       string       `json:"text" doc:"the same, as the kitchen measures it"`
	Working    string       `json:"working"`
	Place      string       `json:"place" enum:"chilled,frozen,ambient,hot"`
	UseBy      string       `json:"useBy,omitempty" doc:"last day on which it is good, from when it was made; absent: nobody said how long it keeps"`
}

// LeftAfter lists what may be left over: what is made, and what that leaves over.
func LeftAfter(in Input, s Sheet) []Left {
	out := []Left{}
	keeps := map[string]Task{} // the last stretch of each component
	for _, d := range s.Days {
		for _, x := range d.Sections {
			for _, t := range x.Tasks {
				if t.Last {
					keeps[t.Component] = t
				}
			}
		}
	}
	for _, m := range in.Exploded.Make {
		if m.Make.Quantity <= 0 && m.Have.Quantity <= 0 {
			continue
		}
		l := Left{Component: base(m.Component), Name: m.Name, Expect: m.Surplus, Place: "chilled"}
		parts := []string{}
		if m.Surplus.Quantity > 1e-6*m.Make.Quantity {
			parts = append(parts, m.Surplus.String()+" surplus")
		}
		for _, k := range m.Takers {
			if k.Spare {
				l.Expect.Quantity += k.Amount.Quantity
				parts = append(parts, k.Amount.String()+" "+k.Name)
			}
		}
		l.Working = strings.Join(parts, " + ")
		l.Text, _ = in.Ways.Read(l.Expect)
		l.UseBy = in.goodUntil(m, keeps[m.Component])
		if at := slices.IndexFunc(out, func(o Left) bool { return o.Component == l.Component }); at >= 0 { // a version of it
			out[at].Expect, _ = out[at].Expect.Plus(l.Expect)
			out[at].Text, _ = in.Ways.Read(out[at].Expect)
			continue
		}
		out = append(out, l)
	}
	for _, e := range in.Exploded.Ledger {
		if e.Given.Quantity <= 0 {
			continue
		}
		text, _ := in.Ways.Read(e.Left)
		out = append(out, Left{Component: e.Component, ByProduct: e.ByProduct, Name: words.Upper(e.Name), Expect: e.Left, Text: text, Working: e.Given.String() + " from " + e.From + " − " + e.Taken.String() + " used", Place: "chilled"})
	}
	out = append(out, in.packsLeft()...)
	slices.SortStableFunc(out, func(a, b Left) int { // what should be left stands first
		switch some, other := a.Expect.Quantity > 0, b.Expect.Quantity > 0; {
		case some && !other:
			return -1
		case other && !some:
			return 1
		}
		return 0
	})
	return out
}

// packsLeft is what is left of what was bought in packs.
func (in Input) packsLeft() (out []Left) {
	for _, b := range in.Exploded.Buy {
		if b.Purchase == nil || b.Ingredient == "" || b.Purchase.Over.Quantity <= 1e-6*b.Amount.Quantity {
			continue
		}
		text, _ := in.Ways.Read(b.Purchase.Over)
		out = append(out, Left{Ingredient: b.Ingredient, Name: words.Upper(b.Name), Expect: b.Purchase.Over, Text: text, Working: fmt.Sprintf("%s bought − %s needed", b.Purchase.Total, b.Missing), Place: "chilled"})
	}
	return out
}

// goodUntil is the last day on which what is left of something is good, chilled: from when it was made,
// or, where that is not known, from the service.
func (in Input) goodUntil(m quantity.Made, t Task) string {
	for _, k := range in.Book.Made(base(m.Component)).Keeps {
		if k.Place != "chilled" {
			continue
		}
		made := in.Begins
		if t.End != nil && t.End.Before(made) {
			made = *t.End
		}
		return made.Add(time.Duration(k.For) * time.Second).In(in.Zone).Format(dayLayout)
	}
	return ""
}
