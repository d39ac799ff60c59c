package recipe

import (
	"slices"

	"jointime/internal/core/units"
)

// HoldsUp says what a gap makes impossible.
type HoldsUp string

// What a gap holds up. The last is the lesser one: the dish can be planned.
const (
	CannotBeTimed  HoldsUp = "Until then it cannot be planned."
	CannotBeSet    HoldsUp = "Until then it cannot be set."
	CannotBeBought HoldsUp = "Until then it cannot be ordered."
	CannotBeMade   HoldsUp = "Until then it cannot be planned."
	CannotBeJudged HoldsUp = "Until then it cannot be judged."
	AnybodyMakesIt HoldsUp = "Until then anybody makes it."
)

// GapField is what a gap leaves to be decided.
type GapField string

// The gaps, in the order in which they are asked: what stops the plan, what the cook has to
// judge, what only the order wants.
const (
	GapSteps     GapField = "steps"
	GapTime      GapField = "time"
	GapSetting   GapField = "setting"
	GapTwice     GapField = "twice"     // two figures for one thing
	GapLink      GapField = "link"      // the same as another thing of the book, or not?
	GapName      GapField = "name"      // one name for two things
	GapCore      GapField = "core"      // the temperature in the middle
	GapWait      GapField = "wait"      // how long it may wait at most
	GapCue       GapField = "cue"       // how the cook knows
	GapSize      GapField = "size"      // of pieces that are cut
	GapSection   GapField = "section"   // whose work it is
	GapKeeps     GapField = "keeps"     // what is made ahead or left over
	GapUnused    GapField = "unused"    // listed, and no step takes it
	GapUnlisted  GapField = "unlisted"  // a step takes it, and it is not listed
	GapPlate     GapField = "plate"     // not placed on the plate
	GapYield     GapField = "yield"     // what the list makes
	GapPortion   GapField = "portion"   // on one plate
	GapAmount    GapField = "amount"    // of a line
	GapByProduct GapField = "byProduct" // wanted, and nothing gives it
	GapLoss      GapField = "loss"      // in trimming, of what was put in for something else
	GapAssumed   GapField = "assumed"   // a cook takes it as said; the line is the field
)

var askedIn = []GapField{GapSteps, GapTime, GapSetting, GapTwice, GapLink, GapName, GapCore, GapWait, GapCue, GapSize, GapSection, GapKeeps, GapUnused, GapUnlisted, GapPlate, GapYield, GapPortion, GapAmount, GapByProduct, GapLoss, GapAssumed}

// Gap is what a method leaves open and somebody has to decide.
type Gap struct {
	Component string   `json:"component,omitempty" doc:"absent: the dish itself"`
	Step      string   `json:"step,omitempty"`
	Line      string   `json:"line,omitempty" doc:"name of the ingredient line; of what is assumed: the field"`
	Field     GapField `json:"field" enum:"steps,time,setting,twice,link,name,core,wait,cue,size,section,keeps,unused,unlisted,plate,yield,portion,amount,byProduct,loss,assumed" doc:"what is to be decided"`
	Group     string   `json:"group" enum:"plan,check,order,assumed" doc:"it stops the plan; it is to be checked; only the order wants it; it was assumed and is right until somebody says otherwise"`
	Title     string   `json:"title"`
	Question  string   `json:"question"`
	HoldsUp   HoldsUp  `json:"holdsUp"`
	Lesser    bool     `json:"lesser,omitempty"`
	Default   string   `json:"default,omitempty" doc:"an answer that is common practice, to be used for now"`
	Example   string   `json:"example,omitempty" doc:"what an answer looks like"`
	Options   []string `json:"options,omitempty" doc:"the answers to choose from"`
	Of        string   `json:"of,omitempty" doc:"id of the other thing that is asked about; of what a component leaves over, with that of the component before it: crown/bones"`
}

// Key tells a gap of a component, or of a dish, from its others.
func (g Gap) Key() string { return string(g.Field) + "/" + g.Step + "/" + g.Line }

// InOrder sorts gaps by what stops the plan first, and puts each into its group.
func InOrder(gaps []Gap) []Gap {
	for i := range gaps {
		g := &gaps[i]
		switch {
		case g.Field == GapAssumed:
			g.Group = "assumed"
		case !g.Lesser && g.HoldsUp != CannotBeBought:
			g.Group = "plan"
		case g.HoldsUp == CannotBeBought && g.Field != GapUnlisted:
			g.Group = "order"
		default:
			g.Group = "check"
		}
	}
	groups := []string{"plan", "check", "order", "assumed"}
	slices.SortStableFunc(gaps, func(a, b Gap) int {
		if by := slices.Index(groups, a.Group) - slices.Index(groups, b.Group); by != 0 {
			return by
		}
		return slices.Index(askedIn, a.Field) - slices.Index(askedIn, b.Field)
	})
	return gaps
}

// YieldNotSaid is the yield of a component for which nobody has said what its list makes.
var YieldNotSaid = units.Amount{Quantity: 1, Unit: "part"}

// Takes tells whether an ingredient is on the component's own list: what is
// made of dill may be called dill.
func (c Component) Takes(ingredient string) bool {
	for _, l := range c.Lines {
		if l.Ingredient == ingredient {
			return true
		}
	}
	return false
}
