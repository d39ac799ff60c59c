package recipe

import (
	"strings"

	"jointime/internal/core/limits"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// Step is one action of a method.
type Step struct {
	ID        string           `json:"id" minLength:"1" maxLength:"60"`
	Name      string           `json:"name" minLength:"1" maxLength:"120"`
	Said      string           `json:"said,omitempty" maxLength:"2000" doc:"the line as it was typed"`
	Note      string           `json:"note,omitempty" maxLength:"400" doc:"what the line says and no other field holds: lid ajar, cut side down"`
	Time      *Time            `json:"time,omitempty" doc:"absent: a gap, the step cannot be planned"`
	Hands     Hands            `json:"hands"`
	Equipment []Needed         `json:"equipment" nullable:"false"`
	Then      Wait             `json:"then" doc:"the wait after this step, until the next one or the plate"`
	After     []string         `json:"after,omitempty" doc:"steps of other components that must end first, each as component/step"`
	EachWave  bool             `json:"eachWave,omitempty" doc:"done for each wave of plates, not once for all"`
	NotBefore *Deadline        `json:"notBefore,omitempty" doc:"it is begun no earlier"`
	By        *Deadline        `json:"by,omitempty" doc:"when it should be over, so that it is not in the rush"`
	Cues      []Cue            `json:"cues,omitempty" maxItems:"12"`
	Troubles  []Trouble        `json:"troubles,omitempty" maxItems:"20" doc:"what commonly goes wrong"`
	Optional  bool             `json:"optional,omitempty" doc:"left out on a busy evening"`
	Ceiling   *int64           `json:"ceiling,omitempty" minimum:"-300" maximum:"2000" doc:"°C that it may not pass in this step, nor what comes of it in any later one"`
	Unbroken  bool             `json:"unbroken,omitempty" doc:"it may not be interrupted"`
	Short     string           `json:"short,omitempty" maxLength:"200" doc:"it is stopped short on purpose, and why"`
	Pan       *Pan             `json:"pan,omitempty"`
	Left      *float64         `json:"left,omitempty" minimum:"0" maximum:"1" doc:"share that is left after a reduction"`
	Until     *units.Amount    `json:"until,omitempty" doc:"amount that is left after a reduction"`
	Ours      []string         `json:"ours,omitempty" doc:"fields that were filled for now with the kitchen's own defaults"`
	Cautions  []limits.Caution `json:"cautions,omitempty"`

	Not  []string `json:"-"` // ids of the dishes, as they are served, for which it is not done
	Only []string `json:"-"` // of those for which alone it is; nil: all
}

// Kinds are those of the equipment that it takes.
func (s Step) Kinds() (out []string) {
	for _, n := range s.Equipment {
		out = append(out, n.Kind)
	}
	return out
}

// Pan is the state of a pan that a step wants.
type Pan struct {
	Of    string `json:"of,omitempty" doc:"component/step whose pan is wanted, with what that left in it"`
	Clean bool   `json:"clean,omitempty" doc:"the pan of the step before is refused"`
}

// Cue is how a cook knows: by one sense, with what it says.
type Cue struct {
	Sense      string `json:"sense,omitempty" enum:"see,hear,smell,feel,taste,measure"`
	How        string `json:"how,omitempty" maxLength:"200" doc:"how the test is done"`
	Right      string `json:"right,omitempty" maxLength:"400"`
	NotYet     string `json:"notYet,omitempty" maxLength:"200"`
	More       int64  `json:"more,omitempty" minimum:"0" maximum:"86400" doc:"seconds more when it is not yet right"`
	TooFar     string `json:"tooFar,omitempty" maxLength:"200"`
	Then       string `json:"then,omitempty" maxLength:"200" doc:"what is done when it went too far"`
	LooksWrong string `json:"looksWrong,omitempty" maxLength:"200" doc:"what looks wrong and is not"`
}

// Trouble is what commonly goes wrong with a step.
type Trouble struct {
	What    string `json:"what" minLength:"1" maxLength:"200"`
	Follows string `json:"follows,omitempty" maxLength:"200"`
	Rescue  string `json:"rescue,omitempty" maxLength:"200"`
}

// Cue is what the step's cues say when it is right, in one line.
func (s Step) Cue() string {
	var right []string
	for _, c := range s.Cues {
		if c.Right != "" {
			right = append(right, c.Right)
		}
	}
	return strings.Join(right, "; ")
}

// Hands are needed throughout, in slices, or not at all.
const (
	AllHands   Work = "all"
	SliceHands Work = "slices"
	NoHands    Work = "none"
)

// Work says how a step keeps hands busy.
type Work string

// Hands says whose hands a step needs, and when.
type Hands struct {
	Work   Work    `json:"work" enum:"all,slices,none"`
	Cook   string  `json:"cook,omitempty" doc:"id of the cook; absent: whoever is free"`
	Slices []Slice `json:"slices,omitempty"`
}

// Slice is a part of a step in which hands are needed: so many seconds from
// its start, or, below zero, from its end.
type Slice struct {
	At   int64  `json:"at" minimum:"-5184000" maximum:"5184000" doc:"seconds from the start; below zero: from the end"`
	What string `json:"what,omitempty" maxLength:"120" doc:"what the hand does: turn it, change the ice"`
	For  int64  `json:"for" minimum:"1" maximum:"5184000"`
	// Assumed: nobody said it, a cook takes it as said.
	Assumed bool `json:"assumed,omitempty" doc:"nobody said it; it is shorter in a short step"`
}

// Needed is equipment that a step takes while it lasts.
type Needed struct {
	Kind    string `json:"kind" minLength:"1"`
	Setting *int64 `json:"setting,omitempty" minimum:"-300" maximum:"2000" doc:"°C"`
	Holds   int    `json:"holds,omitempty" minimum:"0" maximum:"100000" doc:"portions that fit on one place; 0: one place whatever the number"`
	Cold    bool   `json:"cold,omitempty" doc:"it goes in while the oven is still on its way to the setting: a cold start"`
	Flame   string `json:"flame,omitempty" enum:"low,medium,high," doc:"of a burner: how high it is"`
}

// Places is how many places so many portions take.
func (n Needed) Places(portions int) int {
	if n.Holds <= 0 {
		return 1
	}
	return batches(portions, n.Holds)
}

// Moment is a part of a step in which hands are needed, in seconds from its start.
type Moment struct {
	From, To int64
	What     string // what the hand does; empty: nobody said
	Assumed  bool   // that hands are needed: a cook takes it as said
}

// Moments are the parts of a step with so many portions in which hands are needed, in
// order. Nil without a time.
func (s Step) Moments(portions int) (out []Moment) {
	if s.Time == nil || s.Hands.Work == NoHands {
		return nil
	}
	whole, _ := s.Time.For(portions)
	if s.Hands.Work == AllHands {
		return []Moment{{To: whole}}
	}
	for _, p := range s.Hands.Slices {
		from, lasts := p.At, p.For
		if p.Assumed { // it was taken for a longer step, or for one whose time nobody knew
			lasts = min(lasts, max(whole/4, 1))
			from = max(from, -lasts)
		}
		if from < 0 {
			from += whole
		}
		if p.Assumed && (from < 0 || from+lasts > whole || len(out) > 0 && from < out[len(out)-1].To) {
			continue // there is no room for it beside what was said
		}
		out = append(out, Moment{from, from + lasts, p.What, p.Assumed})
	}
	return out
}

// HandSpans are the moments as offsets [from, to).
func (s Step) HandSpans(portions int) (out [][2]int64) {
	for _, m := range s.Moments(portions) {
		out = append(out, [2]int64{m.From, m.To})
	}
	return out
}

// words is everything of a step that is written in words, word by word.
func (s Step) words() []string {
	parts := []string{s.Name, s.Said, s.Cue(), s.Then.Reason}
	for _, c := range s.Cautions {
		parts = append(parts, c.Text)
	}
	return words.Of(strings.Join(parts, " "))
}
