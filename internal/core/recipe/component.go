// Package recipe is the book of a kitchen: ingredients, components with their
// methods, dishes with their versions, and menus; what a method leaves open,
// what is in a dish, and what so many covers need.
package recipe

import (
	"math"
	"slices"
	"strings"

	"jointime/internal/core/cutting"
	"jointime/internal/core/units"
)

// Component is what is made and can stand on a plate or go into another
// component.
type Component struct {
	ID         string        `json:"id"`
	Name       string        `json:"name" minLength:"1" maxLength:"120"`
	Yield      units.Amount  `json:"yield" doc:"what the ingredients make"`
	Between    *units.Bounds `json:"between,omitempty" doc:"what they make at the least and at the most"`
	Density    *float64      `json:"density,omitempty" minimum:"0" maximum:"25" doc:"grams in a millilitre"`
	Section    string        `json:"section,omitempty" maxLength:"60" doc:"id of the section that makes it"`
	Container  string        `json:"container,omitempty" maxLength:"80" doc:"what it is kept in; absent: what fits"`
	Lines      []Line        `json:"ingredients" nullable:"false" maxItems:"200"`
	Methods    []Method      `json:"methods" nullable:"false" maxItems:"20" doc:"ways of making it, side by side"`
	Chosen     string        `json:"chosen,omitempty" doc:"id of the method that is used; absent: the first"`
	Keeps      []Keep        `json:"keeps,omitempty"`
	Batching   *Batching     `json:"batching,omitempty"`
	Losses     []Loss        `json:"losses,omitempty" maxItems:"20" doc:"what the list loses on the way to what it makes, in their order"`
	Cut        *cutting.Cut  `json:"cut,omitempty" doc:"the sheet, tray or roll that it is set in, and what it is cut into"`
	Pars       []Par         `json:"pars,omitempty" maxItems:"20" doc:"how much is to be there, whatever is ordered: the most of those that hold"`
	Spare      *float64      `json:"spare,omitempty" minimum:"0" maximum:"100" doc:"per cent that is made beyond what is ordered; absent: as the kitchen has it"`
	ByProducts []ByProduct   `json:"byProducts,omitempty"`
	TakeOuts   []TakeOut     `json:"takeOuts,omitempty"`
	Conditions []Condition   `json:"conditions,omitempty"`
	Variant    *Variant      `json:"variant,omitempty" doc:"it is a master formula with changes"`
	Settled    []string      `json:"settled,omitempty" maxItems:"200" doc:"gaps that a cook has looked at and let stand, by key"`
}

// Line is a line of what goes in, for the yield: an ingredient, another
// component, or what one leaves over.
type Line struct {
	ID         string        `json:"id,omitempty"`
	Name       string        `json:"name" minLength:"1" maxLength:"200"`
	Ingredient string        `json:"ingredient,omitempty" doc:"id of what is bought"`
	Component  string        `json:"component,omitempty" doc:"id of what is made; with byProduct, of what leaves it over"`
	ByProduct  string        `json:"byProduct,omitempty" doc:"id of a by-product of that component"`
	Amount     *units.Amount `json:"amount,omitempty" doc:"absent: left open"`
	Between    *units.Bounds `json:"between,omitempty" doc:"between what the amount may lie"`
	Either     *units.Amount `json:"either,omitempty" doc:"what the same source says as well, until one of both is chosen"`
	Free       bool          `json:"free,omitempty" doc:"to taste, for frying: nothing is open"`
	Note       string        `json:"note,omitempty" maxLength:"200"`
	Step       string        `json:"step,omitempty" doc:"id of the step that uses it, where that is not clear from the words"`
	Scale      Scale         `json:"scale,omitempty" enum:"fixed,seasoning,whole," doc:"how it grows; absent: in proportion"`
	Per        *Ratio        `json:"per,omitempty" doc:"the amount is for so much of another line"`
	Gross      bool          `json:"gross,omitempty" doc:"as it is bought: what is lost in trimming is in the yield already"`
}

// Method is one way of making a component.
type Method struct {
	ID     string        `json:"id" minLength:"1" maxLength:"60"`
	Name   string        `json:"name" minLength:"1" maxLength:"120"`
	Steps  []Step        `json:"steps" nullable:"false" maxItems:"200"`
	Chains []Chain       `json:"chains,omitempty" maxItems:"40" doc:"waits over several steps"`
	Orders []StepOrder   `json:"orders,omitempty" maxItems:"40" doc:"which step always comes before which"`
	Yield  *units.Amount `json:"yield,omitempty" doc:"absent: the component's"`
	Reason string        `json:"reason,omitempty" maxLength:"400"`
	Bought *Bought       `json:"bought,omitempty" doc:"it comes ready: its steps are what is left to do"`
}

// Bought says what is known of a component that comes ready made.
type Bought struct {
	Order     int64     `json:"order,omitempty" minimum:"0" maximum:"5184000" doc:"seconds between ordering and having it"`
	Allergens *[]string `json:"allergens,omitempty" doc:"absent: never told"`
	Animal    string    `json:"animal,omitempty"`
	Alcohol   bool      `json:"alcohol,omitempty"`
}

// Keep is how long a component stays good in one place, and what happens then.
type Keep struct {
	Place string `json:"place" enum:"frozen,chilled,ambient,hot"`
	For   int64  `json:"for" minimum:"0" maximum:"63072000" doc:"seconds"`
	Then  string `json:"then,omitempty" maxLength:"200"`
}

// ByProduct is what making a component leaves over, for its yield.
type ByProduct struct {
	ID      string        `json:"id" minLength:"1" maxLength:"60"`
	Name    string        `json:"name" minLength:"1" maxLength:"120"`
	Amount  *units.Amount `json:"amount,omitempty"`
	Step    string        `json:"step,omitempty" doc:"the step that leaves it"`
	Density *float64      `json:"density,omitempty" minimum:"0" maximum:"25" doc:"grams in a millilitre"`
}

// Loss is what a list loses on the way to what it makes: an amount, or a percentage of what is there.
type Loss struct {
	How    string       `json:"how" enum:"trimmed,strained,boiled away,clings,tasted"`
	Amount units.Amount `json:"amount"`
}

// LeavesAt finds the step that leaves a by-product over in the method that is used, by its place:
// the first, where the book names none. There is none where the method has no such step, or the
// component comes ready made: then nothing is left over.
func (c Component) LeavesAt(byProduct string) (step int, gives bool) {
	for _, p := range c.ByProducts {
		if p.ID != byProduct || len(c.Steps()) == 0 {
			continue
		}
		if p.Step == "" {
			return 0, true
		}
		step = c.StepAt(p.Step)
		return step, step >= 0
	}
	return -1, false
}

// OneWay is the methods of a component that is made in one way only.
func OneWay(steps ...Step) []Method {
	return []Method{{ID: "method", Name: "house method", Steps: append([]Step{}, steps...)}}
}

// Method finds the method that is used; the zero method where there is none.
func (c Component) Method() Method {
	for _, m := range c.Methods {
		if m.ID == c.Chosen {
			return m
		}
	}
	if len(c.Methods) > 0 {
		return c.Methods[0]
	}
	return Method{}
}

// By is the component made by another of its methods.
func (c Component) By(method string) Component {
	c.Chosen = method
	return c
}

// Steps are those of the method that is used.
func (c Component) Steps() []Step { return c.Method().Steps }

// Makes is what the ingredients make by the method that is used.
func (c Component) Makes() units.Amount {
	if y := c.Method().Yield; y != nil {
		return *y
	}
	return c.Yield
}

// Step finds a step of the method that is used by its id.
func (c Component) Step(id string) (Step, bool) {
	for _, s := range c.Steps() {
		if s.ID == id {
			return s, true
		}
	}
	return Step{}, false
}

// With is the component with one step of the method that is used changed.
func (c Component) With(step int, change func(*Step)) Component {
	c.Methods = slices.Clone(c.Methods)
	at := max(0, slices.IndexFunc(c.Methods, func(m Method) bool { return m.ID == c.Chosen }))
	c.Methods[at].Steps = slices.Clone(c.Methods[at].Steps)
	change(&c.Methods[at].Steps[step])
	return c
}

// Spans are the waits over several steps of the method that is used: those that are said, and how long
// what goes into the food may stay there.
func (c Component) Spans() []Chain {
	out := slices.Clone(c.Method().Chains)
	for _, t := range c.TakeOuts {
		if stays, is := t.Stays(); is && c.StepAt(t.In) >= 0 {
			out = append(out, stays)
		}
	}
	return out
}

// Done is the component with other steps in the method that is used.
func (c Component) Done(steps []Step) Component {
	c.Methods = slices.Clone(c.Methods)
	at := max(0, slices.IndexFunc(c.Methods, func(m Method) bool { return m.ID == c.Chosen }))
	c.Methods[at].Steps = steps
	return c
}

// Ending is the component with its last step, by the method that is used, and what follows it.
func (c Component) Ending(steps []Step) Component {
	was := c.Steps()
	return c.Done(append(slices.Clone(was[:max(0, len(was)-1)]), steps...))
}

// StepAt is the place of a step in the method that is used; -1: none.
func (c Component) StepAt(id string) int {
	return slices.IndexFunc(c.Steps(), func(s Step) bool { return s.ID == id })
}

// Par is how much of something is to be there when a service begins, by its weekday and its covers.
type Par struct {
	Days   []int        `json:"days,omitempty" maxItems:"7" doc:"1 Monday to 7 Sunday; absent: every day"`
	Covers int          `json:"covers,omitempty" minimum:"0" maximum:"100000" doc:"from so many on"`
	Amount units.Amount `json:"amount"`
}

// ParOn is the par of a component on a weekday (1 to 7; 0: none is known) with so many covers, the largest that
// holds; false: it has none.
func (c Component) ParOn(weekday, covers int, m units.Measures) (most units.Amount, is bool) {
	for _, p := range c.Pars {
		if len(p.Days) > 0 && !slices.Contains(p.Days, weekday) || covers < p.Covers {
			continue
		}
		if a := p.Amount.Basic(m); !is || a.Unit == most.Unit && a.Quantity > most.Quantity {
			most, is = a, true
		}
	}
	return most, is
}

// Batching says in what portions a component can be made: no less than a
// blender takes hold of, no more than a pan holds, whole lists only.
type Batching struct {
	Least *units.Amount `json:"least,omitempty" doc:"the smallest batch"`
	Most  *units.Amount `json:"most,omitempty" doc:"the largest batch"`
	Whole bool          `json:"whole,omitempty" doc:"the list is made once, twice, three times, and not in between"`
	Once  bool          `json:"once,omitempty" doc:"the list is made once as it is, whatever is wanted: what is short, or over, is told"`
}

// Times is how many times a list is made for a need, both in basic units, and
// in how many batches; 0 batches where nothing is said of them.
func (b *Batching) Times(need, yield float64, m units.Measures) (times float64, batches int) {
	times = need / yield
	if b == nil || need <= 0 {
		return times, 0
	}
	if b.Once {
		return 1, 1
	}
	if b.Whole {
		times = math.Ceil(times - 1e-9)
	}
	if b.Least != nil {
		times = max(times, b.Least.Basic(m).Quantity/yield)
	}
	batches = 1
	if b.Most != nil && b.Most.Quantity > 0 {
		batches = int(math.Ceil(times*yield/b.Most.Basic(m).Quantity - 1e-9))
	}
	return times, batches
}

// Plate stands for the plate where a step's id is wanted.
const Plate = "plate"

// Scale says how a line grows with its component.
type Scale string

// A line grows in proportion; stays as it is, once for each time that it is
// made; grows with the square root, as seasoning and spice in a stock do; or
// is rounded up to whole pieces.
const (
	Linear  Scale = ""
	Fixed   Scale = "fixed"
	Seasons Scale = "seasoning"
	Whole   Scale = "whole"
)

// Ratio ties a line to another one: its amount is for so much of that, or, in
// percent, a share of its weight. It then grows as that does.
type Ratio struct {
	To   string        `json:"to,omitempty" maxLength:"200" doc:"id or name of the other line; absent: what the component makes"`
	Each *units.Amount `json:"each,omitempty" doc:"the amount is for so much of it; absent: the amount is in percent"`
}

// LineAt is the place of a line by its id or name; -1: there is none.
func (c Component) LineAt(to string) int {
	if at := slices.IndexFunc(c.Lines, func(l Line) bool { return l.ID == to }); at >= 0 {
		return at
	}
	return slices.IndexFunc(c.Lines, func(l Line) bool { return strings.EqualFold(l.Name, to) })
}
