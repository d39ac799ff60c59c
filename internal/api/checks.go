package api

import (
	"context"
	"net/http"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"jointime/internal/store"
)

// routes keep what is decided of plates at the pass.
func (s checks) routes(at *registry) {
	operation(at, http.MethodGet, "/api/dishes/{id}/checks", "list-checks", "What was decided of plates of a dish at the pass", s.listChecks)
	operation(at, http.MethodPost, "/api/dishes/{id}/checks", "add-check", "Note a plate that was sent, or sent back and why", s.postCheck)
}

// CheckView is one plate, sent or sent back.
type CheckView struct {
	Sent   bool      `json:"sent"`
	Reason string    `json:"reason,omitempty"`
	Who    string    `json:"who"`
	At     time.Time `json:"at"`
}

// Reason is why plates were sent back, and how often.
type Reason struct {
	Reason string `json:"reason"`
	Times  int    `json:"times"`
}

type checksInput struct {
	ID string `path:"id"`
	Page
}

type checksOutput struct {
	Body struct {
		Checks  []CheckView `json:"checks" nullable:"false" doc:"newest first"`
		Next    string      `json:"next,omitempty" doc:"where the list goes on; absent: it is over"`
		Sent    int         `json:"sent" doc:"of all"`
		Back    int         `json:"back" doc:"of all"`
		Reasons []Reason    `json:"reasons" nullable:"false" doc:"of all, the most frequent first"`
	}
}

func (s checks) listChecks(ctx context.Context, in *checksInput) (*checksOutput, error) {
	before, err := in.from()
	if err != nil {
		return nil, err
	}
	list, err := s.store.PlateChecks(ctx, in.ID, before, in.Limit+1)
	if err != nil {
		return nil, s.fail(err)
	}
	tally, err := s.store.TallyChecks(ctx, in.ID)
	if err != nil {
		return nil, s.fail(err)
	}
	out := &checksOutput{}
	out.Body.Checks, out.Body.Reasons = []CheckView{}, []Reason{}
	if len(list) > in.Limit {
		list = list[:in.Limit]
		out.Body.Next = next(list[in.Limit-1].Seq)
	}
	for _, c := range list {
		out.Body.Checks = append(out.Body.Checks, CheckView{c.Sent, c.Reason, c.Who, c.At})
	}
	for _, t := range tally {
		if t.Sent {
			out.Body.Sent = t.Times
			continue
		}
		out.Body.Back += t.Times
		out.Body.Reasons = append(out.Body.Reasons, Reason{t.Reason, t.Times})
	}
	return out, nil
}

type checkInput struct {
	ID   string `path:"id"`
	Body struct {
		ID     string `json:"id" minLength:"8" maxLength:"60" doc:"made by the tablet; a repeat does nothing"`
		Sent   bool   `json:"sent"`
		Reason string `json:"reason,omitempty" maxLength:"120" doc:"why it is sent back"`
	}
}

func (s checks) postCheck(ctx context.Context, in *checkInput) (*struct{}, error) {
	q, err := s.asked(ctx)
	if err != nil {
		return nil, err
	}
	if _, _, err := s.dish(ctx, in.ID); err != nil {
		return nil, err
	}
	reason := strings.TrimSpace(in.Body.Reason)
	if !in.Body.Sent && reason == "" {
		return nil, newProblem(http.StatusUnprocessableEntity, "", &huma.ErrorDetail{Location: "body.reason", Message: "Why is it sent back?"})
	}
	if err := s.store.AddPlateCheck(ctx, store.PlateCheck{ID: in.Body.ID, Dish: in.ID, Sent: in.Body.Sent, Reason: reason, Who: q.Who, Person: q.Person}); err != nil {
		return nil, s.fail(err)
	}
	return nil, nil
}
