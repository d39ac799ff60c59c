package api

import (
	"context"
	"encoding/json"
	"time"

	"jointime/internal/core/reckon"
)

// SumView is a kind of sum, with what is given for it.
type SumView struct {
	Ask     string         `json:"ask"`
	What    string         `json:"what"`
	Members []SumMember    `json:"members" nullable:"false"`
	Example map[string]any `json:"example" doc:"of what is given"`
}

// SumMember is something that is given for a sum.
type SumMember struct {
	Name  string      `json:"name"`
	What  string      `json:"what"`
	Form  string      `json:"form" doc:"which kind of amount, or word, it is"`
	Of    []SumMember `json:"of,omitempty" doc:"it is a list of such"`
	Texts []string    `json:"texts,omitempty" doc:"that it can be"`
	Flag  bool        `json:"flag,omitempty" doc:"yes or no"`
}

type sumsOutput struct {
	Body struct {
		Sums []SumView `json:"sums" nullable:"false"`
	}
}

type sumInput struct {
	Body struct {
		Ask   string         `json:"ask" maxLength:"40"`
		Given map[string]any `json:"given" doc:"as it is typed: texts, and lists of objects of texts"`
	}
}

// SumAnswer is the answer to a sum, or why there is none.
type SumAnswer struct {
	Figures []reckon.Figure `json:"figures" nullable:"false"`
	Working string          `json:"working,omitempty"`
	Refusal *reckon.Refusal `json:"refusal,omitempty"`
}

type sumOutput struct{ Body SumAnswer }

func (s readings) listSums(context.Context, *struct{}) (*sumsOutput, error) {
	out := &sumsOutput{}
	out.Body.Sums = []SumView{}
	for _, a := range reckon.Asks() {
		var q struct {
			Given map[string]any `json:"given"`
		}
		if err := json.Unmarshal([]byte(a.Example), &q); err != nil {
			return nil, s.fail(err)
		}
		out.Body.Sums = append(out.Body.Sums, SumView{a.Name, a.What, sumMembers(a.Members), q.Given})
	}
	return out, nil
}

func sumMembers(list []reckon.Member) []SumMember {
	out := []SumMember{}
	for _, m := range list {
		one := SumMember{Name: m.Name, What: m.What, Form: m.Form(), Texts: m.Texts, Flag: m.Flag}
		if m.Of != nil {
			one.Of = sumMembers(m.Of)
		}
		out = append(out, one)
	}
	return out
}

func (s readings) reckon(_ context.Context, in *sumInput) (*sumOutput, error) {
	q := reckon.Question{Ask: in.Body.Ask, Given: map[string]json.RawMessage{}}
	for name, v := range in.Body.Given {
		text, err := json.Marshal(v)
		if err != nil {
			return nil, s.fail(err)
		}
		q.Given[name] = text
	}
	got := reckon.Reckon(q, time.LoadLocation)
	out := &sumOutput{SumAnswer{Figures: []reckon.Figure{}, Working: got.Working, Refusal: got.Refusal}}
	switch a := got.Answer.(type) {
	case reckon.Figure:
		out.Body.Figures = []reckon.Figure{a}
	case []reckon.Figure:
		out.Body.Figures = a
	}
	return out, nil
}
