package api

import (
	"context"
	"math"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"jointime/internal/core/reading"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
)

// routes understand what people type.
func (s readings) routes(at *registry) {
	operation(at, http.MethodGet, "/api/read/duration", "read-duration", "Understand a typed length of time", s.readDuration)
	operation(at, http.MethodGet, "/api/read/amount", "read-amount", "Understand a typed amount", s.readAmount)
	operation(at, http.MethodGet, "/api/read/heat", "read-heat", "Understand a typed temperature", s.readHeat)
	operation(at, http.MethodGet, "/api/read/cut", "read-cut", "Understand what is cut into what", s.readCut)
	operation(at, http.MethodPost, "/api/yield", "yield", "What a list comes to, less what it loses, and how many pieces", s.yield)
	operation(at, http.MethodGet, "/api/sums", "list-sums", "Kinds of sums", s.listSums)
	operation(at, http.MethodPost, "/api/sums", "reckon", "Answer a sum", s.reckon)
	operation(at, http.MethodPost, "/api/read/ids", "make-ids", "Ids for names", s.readIDs)
}

type textInput struct {
	Text string `query:"text" maxLength:"100"`
}

// DurationView is a time as it was understood.
type DurationView struct {
	Quick int64  `json:"quick"`
	Usual int64  `json:"usual"`
	Slow  int64  `json:"slow"`
	Text  string `json:"text" doc:"the same, written back"`
}

type durationOutput struct{ Body DurationView }

func (s readings) readDuration(_ context.Context, in *textInput) (*durationOutput, error) {
	r, err := units.ParseRange(in.Text)
	if err != nil {
		return nil, newProblem(http.StatusUnprocessableEntity, "", &huma.ErrorDetail{Location: "query.text", Message: err.Error()})
	}
	return &durationOutput{DurationView{r.Quick, r.Usual, r.Slow, units.FormatRange(r)}}, nil
}

// AmountView is an amount as it was understood.
type AmountView struct {
	Amount  units.Amount  `json:"amount" doc:"of two figures the middle"`
	Text    string        `json:"text"`
	Between *units.Bounds `json:"between,omitempty" doc:"the two figures"`
	Either  *units.Amount `json:"either,omitempty" doc:"the other of two that do not agree: 10 g and 12 g"`
}

type amountOutput struct{ Body AmountView }

func (s readings) readAmount(_ context.Context, in *textInput) (*amountOutput, error) {
	a, between, err := units.ParseAmounts(in.Text)
	if one, other, is := units.ParseEither(in.Text); err != nil && is {
		return &amountOutput{AmountView{Amount: one, Text: one.String() + " / " + other.String(), Either: &other}}, nil
	}
	if err != nil {
		return nil, newProblem(http.StatusUnprocessableEntity, "", &huma.ErrorDetail{Location: "query.text", Message: err.Error()})
	}
	return &amountOutput{AmountView{Amount: a, Text: a.String(), Between: between}}, nil
}

type idsInput struct {
	Body struct {
		Names []string `json:"names" maxItems:"200"`
		Taken []string `json:"taken,omitempty" maxItems:"10000"`
		Of    string   `json:"of,omitempty" enum:"component" doc:"and none that the book has of this kind"`
	}
}

// IDsView is an id for each name, in their order.
type IDsView struct {
	IDs []string `json:"ids" nullable:"false"`
}

type idsOutput struct{ Body IDsView }

// readIDs makes ids of names that differ from one another and from those that are taken.
func (s readings) readIDs(ctx context.Context, in *idsInput) (*idsOutput, error) {
	taken := map[string]bool{}
	if in.Body.Of == "component" {
		b, err := s.app.Book(ctx)
		if err != nil {
			return nil, s.fail(err)
		}
		for id := range b.Components {
			taken[id] = true
		}
	}
	for _, id := range in.Body.Taken {
		taken[id] = true
	}
	out := &idsOutput{IDsView{IDs: []string{}}}
	for _, name := range in.Body.Names {
		out.Body.IDs = append(out.Body.IDs, recipe.Slug(name, taken))
	}
	return out, nil
}

type heatOutput struct{ Body units.Heat }

// readHeat reads a temperature as it is typed, to whole °C.
func (s readings) readHeat(ctx context.Context, in *textInput) (*heatOutput, error) {
	celsius, err := reading.Heat(in.Text)
	if err != nil {
		return nil, newProblem(http.StatusUnprocessableEntity, "", &huma.ErrorDetail{Location: "query.text", Message: err.Error()})
	}
	b, err := s.app.Book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	return &heatOutput{b.AnyKitchen().Likes.HeatOf(math.Round(celsius))}, nil
}
