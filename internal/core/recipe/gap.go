package recipe

// HoldsUp says what a gap makes impossible.
type HoldsUp string

// What a gap holds up. The last is the lesser one: the dish can be planned.
const (
	CannotBeTimed  HoldsUp = "Until then it cannot be planned."
	CannotBeSet    HoldsUp = "Until then it cannot be set."
	CannotBeBought HoldsUp = "Until then it cannot be ordered."
	CannotBeMade   HoldsUp = "Until then it cannot be planned."
	CannotBeJudged HoldsUp = "Until then it cannot be judged."
)

// Gap is what a method leaves open and somebody has to decide.
type Gap struct {
	Component string  `json:"component"`
	Step      string  `json:"step,omitempty"`
	Line      string  `json:"line,omitempty" doc:"name of the ingredient line"`
	Field     string  `json:"field" enum:"time,setting,portion,steps,cue,amount,unused,unlisted,twice,byProduct,name" doc:"what is to be decided"`
	Title     string  `json:"title"`
	Question  string  `json:"question"`
	HoldsUp   HoldsUp `json:"holdsUp"`
	Lesser    bool    `json:"lesser,omitempty"`
	Default   string  `json:"default,omitempty" doc:"what the kitchen's own defaults would put in"`
}

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
