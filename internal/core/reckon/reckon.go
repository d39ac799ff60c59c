// Package reckon answers the sums of a kitchen, each from a few named amounts: what a cook does
// on the back of a docket. Nothing is rounded: an answer is as exact as its figures, and comes
// with its working in words. What cannot be, or could be meant in two ways, is refused with the
// member that is to blame; nothing is guessed.
package reckon

import (
	"encoding/json"
	"fmt"
	"slices"
	"time"

	"jointime/internal/core/units"
)

// Question is what is asked, with what is known.
type Question struct {
	Ask   string                     `json:"ask"`
	Given map[string]json.RawMessage `json:"given"`
}

// Reply has an answer with its working, or a refusal.
type Reply struct {
	Ask     string   `json:"ask"`
	Answer  any      `json:"answer,omitempty"` // a Figure, or a list of them
	Working string   `json:"working,omitempty"`
	Refusal *Refusal `json:"refusal,omitempty"`
}

// Figure is an amount of an answer, unrounded.
type Figure struct {
	Name  string  `json:"name,omitempty"`
	Value float64 `json:"value"`
	Unit  string  `json:"unit"`
}

// Refusal says why there is no answer, and which member is to blame: "stages[1].lost".
type Refusal struct {
	Reason string `json:"reason"`
	Field  string `json:"field"`
}

// Ask is a kind of question.
type Ask struct {
	Name    string
	What    string
	Members []Member
	Example string // a question, as a line of JSON
	do      func(g *given) answer
}

// answer is what an ask gives: figures, one or several, and their working.
type answer struct {
	figures []Figure
	one     bool
	working string
}

func one(f Figure, working string, args ...any) answer {
	return answer{[]Figure{f}, true, fmt.Sprintf(working, args...)}
}

func several(figures []Figure, working string, args ...any) answer {
	return answer{figures, false, fmt.Sprintf(working, args...)}
}

// Zones finds a time zone by its name in the time zone database.
type Zones func(name string) (*time.Location, error)

// Line answers a question that is written as one JSON object.
func Line(text string, zones Zones) Reply {
	var q Question
	if err := json.Unmarshal([]byte(text), &q); err != nil {
		return Reply{Refusal: &Refusal{Reason: "This is not a question: " + err.Error(), Field: ""}}
	}
	return Reckon(q, zones)
}

// Reckon answers a question, or refuses it.
func Reckon(q Question, zones Zones) (out Reply) {
	out.Ask = q.Ask
	for _, a := range Asks() {
		if a.Name != q.Ask {
			continue
		}
		defer func() {
			switch r := recover().(type) { // of the readers, wherever they stand
			case nil:
			case Refusal:
				out = Reply{Ask: q.Ask, Refusal: &r}
			default:
				panic(r)
			}
		}()
		g := &given{raw: q.Given, members: slices.Clone(a.Members), family: &spoons{measures: units.UnitedStates}, zones: zones}
		g.known()
		g.measures()
		got := a.do(g)
		for _, f := range got.figures {
			if !finite(f.Value) {
				refuse("", "That comes to no number.")
			}
		}
		if out.Working = got.working; g.family.taken {
			out.Working += "; spoons, cups and pints of the United States, as nothing is said"
		}
		if got.one {
			out.Answer = got.figures[0]
		} else {
			out.Answer = got.figures
		}
		return out
	}
	out.Refusal = &Refusal{Reason: fmt.Sprintf("There is no ask “%s”. See jointime reckon --list.", q.Ask), Field: "ask"}
	return out
}

// Asks are all kinds of questions, in the order in which they are listed.
func Asks() []Ask {
	return []Ask{
		convert, temperature, temperatureDifference, ovenMark, density,
		scale, yield, batches, packs, pieces,
		percentOf, baker, preferment, brine,
		reduceChain, concentrate, boilDown, cooling, runs, ledger, parts, between,
		volumeOf, fill, height, areaOf, overlapOf, cover, overhang, overRim,
		place, ringOf, massCentre, stack, swipe, dots, platesAtOnce,
	}
}
