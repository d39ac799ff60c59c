package api

import (
	"context"
	"net/http"
	"slices"
	"strings"

	"jointime/internal/app"
	"jointime/internal/core/fault"
	"jointime/internal/core/needs"
	"jointime/internal/core/service"
	"jointime/internal/store"
)

// routes are about guests who must not have something.
func (s guests) routes(at *registry) {
	operation(at, http.MethodGet, "/api/read/need", "read-need", "Understand what a guest must not have", s.readNeed)
	operation(at, http.MethodPost, "/api/services/{id}/answers", "answer-need", "Name the answer for a guest's need in a course, or take it back", s.answer)
}

type readNeedInput struct {
	Text string `query:"text" maxLength:"200"`
}

// NeedReading is what a need was taken for.
type NeedReading struct {
	Without []string `json:"without" nullable:"false" doc:"what the book can answer: allergens by id, gluten, alcohol, meat, animal"`
	Words   []string `json:"words" nullable:"false" doc:"words that lines are searched for"`
}

type readNeedOutput struct{ Body NeedReading }

func (s guests) readNeed(_ context.Context, in *readNeedInput) (*readNeedOutput, error) {
	without, house := needs.Read(in.Text)
	return &readNeedOutput{NeedReading{append([]string{}, without...), append([]string{}, house...)}}, nil
}

type answerInput struct {
	ID     string `path:"id"`
	Screen string `header:"Jointime-Screen" maxLength:"100" doc:"where it was done, for undoing it"`
	Body   struct {
		Table   string `json:"table" doc:"id"`
		Need    string `json:"need" doc:"id"`
		Course  string `json:"course"`
		Dish    string `json:"dish,omitempty" doc:"absent: the guest has nothing in this course"`
		Version string `json:"version,omitempty"`
		Source  string `json:"source,omitempty" maxLength:"200" doc:"what was read, or who was asked, about what the book does not know"`
		Back    bool   `json:"back,omitempty" doc:"take the answer back: the plate is judged as if nobody had named one"`
	}
}

// answer names what a guest has in a course, with who names it and when.
func (s guests) answer(ctx context.Context, in *answerInput) (*savedOutput, error) {
	q, err := s.asked(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	made, err := s.update(ctx, in.Screen, func(b app.Book) ([]store.Write, error) {
		svc, known := b.Services[in.ID]
		if !known {
			return nil, &store.Missing{Kind: store.Service, ID: in.ID}
		}
		answer := service.NamedAnswer{Course: in.Body.Course, Dish: in.Body.Dish, Version: in.Body.Version, Source: strings.TrimSpace(in.Body.Source), Who: q.Who, At: s.Now()}
		svc, what, err := s.answered(b, svc, in, answer)
		if err != nil {
			return nil, err
		}
		return []store.Write{{Kind: store.Service, ID: svc.ID, Base: b.Version(store.Service, svc.ID), Body: svc.Said(), What: what}}, nil
	})
	if err != nil {
		return nil, s.fail(under("body", err))
	}
	return saved(made), nil
}

func (s guests) answered(b app.Book, svc service.Service, in *answerInput, answer service.NamedAnswer) (service.Service, string, error) {
	svc.Tables = slices.Clone(svc.Tables)
	for i, t := range svc.Tables {
		at := slices.IndexFunc(t.Needs, func(n service.GuestNeed) bool { return n.ID == in.Body.Need })
		if t.ID != in.Body.Table || at < 0 {
			continue
		}
		t.Needs = slices.Clone(t.Needs)
		n := t.Needs[at]
		n.Answers = slices.DeleteFunc(slices.Clone(n.Answers), func(a service.NamedAnswer) bool { return a.Course == in.Body.Course })
		what := t.Guest(n) + ": answer taken back"
		if !in.Body.Back {
			named, err := needs.Named(b.Recipes(), b.Kitchens[svc.Kitchen], b.MenuOf(svc), n, answer)
			if err != nil {
				return svc, "", err
			}
			n.Answers = append(n.Answers, named)
			what = t.Guest(n) + ": " + n.Said + " answered"
		}
		t.Needs[at] = n
		svc.Tables[i] = t
		return svc, what, nil
	}
	return svc, "", fault.List{{Field: "need", What: "Nobody at this table has this need any more."}}
}
