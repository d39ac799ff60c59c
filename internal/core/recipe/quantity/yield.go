package quantity

import (
	"fmt"
	"math"
	"strings"

	"jointime/internal/core/cutting"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
)

// Yielded is what a list comes to by sums, beside the yield that somebody typed: what it weighs less
// what it loses on the way, and how many pieces are cut out of that.
type Yielded struct {
	Makes   *units.Amount  `json:"makes,omitempty" doc:"the list less its losses; absent: something in it has no weight, or no loss was said"`
	Gone    []Taker        `json:"gone" nullable:"false" doc:"what is lost of one list, in its order"`
	Percent float64        `json:"percent" doc:"of what the list weighs"`
	Working string         `json:"working"`
	Unknown []string       `json:"unknown" nullable:"false" doc:"what has no weight"`
	Pieces  int            `json:"pieces" doc:"0: it is not cut"`
	Each    *units.Amount  `json:"each,omitempty" doc:"what one piece weighs"`
	Offcut  float64        `json:"offcut" doc:"per cent of what is cut"`
	Left    *units.Amount  `json:"left,omitempty" doc:"what the offcut weighs"`
	Cutting string         `json:"cutting" doc:"the working of the pieces"`
	Sheet   cutting.Cut    `json:"sheet"`
	From    string         `json:"from" doc:"the sheet as it is typed"`
	Into    string         `json:"into" doc:"the piece, likewise"`
	Spots   []cutting.Spot `json:"spots" nullable:"false" doc:"where the pieces lie on it"`
	Yield   *units.Amount  `json:"yield,omitempty" doc:"what the sums say it makes: pieces where it is cut"`
	Differs string         `json:"differs,omitempty" doc:"a question, where the typed yield is another"`
}

// differs is the share by which a typed yield may be off what the sums say.
const differs = 0.05

// YieldOf works it out; false: nothing is said of losses or pieces.
func YieldOf(b recipe.Book, c recipe.Component, w Ways) (y Yielded, said bool) {
	y = Yielded{Unknown: []string{}, Spots: []cutting.Spot{}, Gone: []Taker{}}
	if len(c.Losses) == 0 && c.Cut == nil {
		return y, false
	}
	x := &explosion{book: b, ways: w, larder: newShelves(Larder{}), made: map[string]*Made{}, buy: map[string]*Buy{}, ledger: map[string]*LeftOver{}, season: map[string]bool{}}
	y.listed(x, c)
	if c.Cut != nil {
		y.cut(c)
	}
	y.Differs = y.differs(c, w)
	return y, true
}

// listed adds up the list, and takes off what is lost.
func (y *Yielded) listed(x *explosion, c recipe.Component) {
	made := &Made{Times: 1, Make: x.basic(c.Makes())}
	sum, terms := 0.0, []string{}
	for i, told := range x.amounts(c, made) {
		l := c.Lines[i]
		if l.Free && !told.known {
			continue
		}
		grams, _, err := x.basic(told.amount).As(units.Gram, x.throughOf(l))
		if !told.known || err != nil {
			y.Unknown = append(y.Unknown, l.Name)
			continue
		}
		sum += grams.Quantity
		terms = append(terms, grams.String())
	}
	if len(y.Unknown) > 0 || sum <= 0 {
		return
	}
	left := units.Amount{Quantity: sum, Unit: units.Gram}
	how := []string{fmt.Sprintf("%s = %s", strings.Join(terms, " + "), left)}
	for _, loss := range c.Losses {
		gone, counted := lost(x, c, loss, left)
		if counted {
			continue
		}
		if gone < 0 {
			y.Unknown = append(y.Unknown, fmt.Sprintf("%s (%s)", loss.Amount, loss.How))
			return
		}
		left.Quantity -= gone
		of := units.Amount{Quantity: gone, Unit: units.Gram}
		how = append(how, fmt.Sprintf("− %s %s = %s", of, loss.How, left))
		y.Gone = append(y.Gone, Taker{Name: loss.How, Amount: of})
	}
	if left.Quantity <= 0 {
		y.Unknown = append(y.Unknown, "what is left: more is lost than there is")
		return
	}
	y.Makes, y.Percent, y.Working = &left, 100*left.Quantity/sum, strings.Join(how, "; ")
	y.Yield = &left
	if yield := x.basic(c.Makes()); yield.Unit != units.Gram {
		if told, _, err := left.As(yield.Unit, through(c)); err == nil {
			y.Yield, y.Working = &told, fmt.Sprintf("%s; %s", y.Working, told)
		}
	}
}

// losses are what is lost of as much as is made.
func (x *explosion) losses(c recipe.Component, made *Made) {
	if len(c.Losses) == 0 {
		return
	}
	y, _ := YieldOf(x.book, c, x.ways)
	for _, g := range y.Gone {
		all := g.Amount.Times(made.Times)
		made.Gone = append(made.Gone, Taker{Name: g.Name, Amount: all, Working: fmt.Sprintf("%s × %s = %s", g.Amount, figure(made.Times), all)})
	}
}

// lost is what a loss takes of what is there, in grams; below 0: it has no weight. What is counted in pieces
// is lost of the pieces.
func lost(x *explosion, c recipe.Component, loss recipe.Loss, of units.Amount) (grams float64, counted bool) {
	a := loss.Amount
	if a.Unit == "percent" {
		return of.Quantity * a.Quantity / 100, false
	}
	if a = x.basic(a); a.Unit.Kind() == units.Count {
		return 0, true
	}
	by := through(c)
	if loss.How == "boiled away" { // it is water
		by.Density = 1
	}
	told, _, err := a.As(units.Gram, by)
	if err != nil {
		return -1, false
	}
	return told.Quantity, false
}

// cut counts the pieces.
func (y *Yielded) cut(c recipe.Component) {
	y.Sheet, y.From, y.Into, y.Spots = *c.Cut, c.Cut.From(), c.Cut.Into(), c.Cut.Spots()
	if y.Spots == nil {
		y.Spots = []cutting.Spot{}
	}
	fit := len(y.Spots)
	y.Offcut = 100 * c.Cut.Offcut(fit)
	y.Cutting = fmt.Sprintf("%s into %s: %d", y.From, y.Into, fit)
	y.Pieces = fit
	for _, l := range c.Losses {
		if l.Amount.Unit != "percent" && l.Amount.Unit.Kind() == units.Count {
			n := int(math.Ceil(l.Amount.Quantity))
			y.Pieces -= n
			y.Cutting += fmt.Sprintf("; − %d %s = %d", n, l.How, y.Pieces)
		}
	}
	y.Pieces = max(0, y.Pieces)
	pieces := units.Amount{Quantity: float64(y.Pieces), Unit: units.Piece}
	y.Yield = &pieces
	if y.Makes == nil || fit == 0 {
		return
	}
	each, left := y.Makes.Times((1-y.Offcut/100)/float64(fit)), y.Makes.Times(y.Offcut/100)
	y.Each, y.Left = &each, &left
	y.Cutting += fmt.Sprintf("; offcut %.3g %% of %s = %s; a piece (%s − %s) ÷ %d = %s", y.Offcut, y.Makes, left, y.Makes, left, fit, each)
}

// differs asks which is right, where the typed yield is another.
func (y Yielded) differs(c recipe.Component, w Ways) string {
	if y.Yield == nil {
		return ""
	}
	part, same := c.Makes().Basic(w.Measures).Per(*y.Yield)
	if !same {
		return ""
	}
	if y.Pieces > 0 && math.Abs(part-1) > 1e-9 {
		return fmt.Sprintf("%s gives %s, the yield says %s: which?", y.From, pieces(y.Pieces), c.Makes())
	}
	if y.Pieces == 0 && math.Abs(part-1) > differs {
		return fmt.Sprintf("The list less what it loses is %s, the yield says %s: which?", *y.Yield, c.Makes())
	}
	return ""
}

func pieces(n int) string {
	if n == 1 {
		return "1 piece"
	}
	return fmt.Sprintf("%d pieces", n)
}

// YieldsApart is a gap where a typed yield is not what the list less its losses, or the sheet that is
// cut, comes to.
func YieldsApart(b recipe.Book, c recipe.Component, w Ways) (gaps []recipe.Gap) {
	y, said := YieldOf(b, c, w)
	if said && y.Differs != "" {
		gaps = append(gaps, recipe.Gap{Component: c.ID, Field: recipe.GapTwice, Title: c.Name, Question: y.Differs, HoldsUp: recipe.CannotBeJudged, Lesser: true, Options: []string{y.Yield.String(), c.Makes().String()}})
	}
	return gaps
}
