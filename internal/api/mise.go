package api

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"time"

	"jointime/internal/core/fault"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/mise"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/service"
	"jointime/internal/store"
)

// routes tell what is to be made ready, and take what is ticked off.
func (s prep) routes(at *registry) {
	at.file(http.MethodGet, "/api/services/{id}/mise.csv", "mise-csv", "The prep list of a service as a table", "text/csv", s.miseFile)
	operation(at, http.MethodGet, "/api/services/{id}/mise", "get-mise", "What is to be made ready for a service", s.getMise)
	operation(at, http.MethodPost, "/api/services/{id}/ticks", "add-ticks", "Tick off what was made", s.postTicks)
}

// MiseView is what a service has ready before it begins.
type MiseView struct {
	Service  service.Service   `json:"service"`
	Kitchen  string            `json:"kitchen"`
	Sections []kitchen.Section `json:"sections" nullable:"false"`
	Begins   time.Time         `json:"begins" doc:"hour of the first course"`
	Sheet    mise.Sheet        `json:"sheet"`
	Message  string            `json:"message,omitempty" doc:"why there is no plan to take hours from"`
	Problems []quantity.Hitch  `json:"problems" nullable:"false"`
}

type miseOutput struct{ Body MiseView }

func (s prep) getMise(ctx context.Context, in *serviceInput) (*miseOutput, error) {
	x, err := s.app.Stocked(ctx, in.ID)
	if err != nil {
		return nil, s.fail(err)
	}
	v := MiseView{Service: x.In.Service, Kitchen: x.In.Kitchen.Name, Sections: append([]kitchen.Section{}, x.In.Kitchen.Sections...), Begins: x.Input.Begins, Sheet: x.Sheet, Message: x.Plan.Message, Problems: x.Input.Exploded.Problems}
	return &miseOutput{v}, nil
}

type ticksInput struct {
	ID   string `path:"id"`
	Body struct {
		Ticks []mise.Tick `json:"ticks" nullable:"false" minItems:"1" maxItems:"500"`
	}
}

type ticksOutput struct {
	Body struct {
		Added int64 `json:"added" doc:"how many were not there yet"`
	}
}

// postTicks keeps what a tablet ticked off, be it now or hours ago: all of it,
// or, where something is malformed, nothing.
func (s prep) postTicks(ctx context.Context, in *ticksInput) (*ticksOutput, error) {
	q, err := s.asked(ctx)
	if err != nil {
		return nil, err
	}
	b, err := s.app.Book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	if _, known := b.Services[in.ID]; !known {
		return nil, s.fail(&store.Missing{Kind: store.Service, ID: in.ID})
	}
	var faults fault.List
	rows := make([]store.Tick, len(in.Body.Ticks))
	for i, t := range in.Body.Ticks {
		at := fmt.Sprintf("ticks[%d]", i)
		faults.Under(at, t.Validate())
		faults.Under(at, t.ValidateIn(b.Components))
		amount, err := json.Marshal(t.Amount)
		if err != nil {
			return nil, s.fail(err)
		}
		rows[i] = store.Tick{ID: t.ID, Service: in.ID, Task: t.Task, Act: string(t.Act), Takes: t.Of, Amount: amount, Who: q.Who, Person: q.Person, At: t.At}
	}
	if err := faults.Err(); err != nil {
		return nil, s.fail(err)
	}
	out := &ticksOutput{}
	if out.Body.Added, err = s.store.AddTicks(ctx, rows); err != nil {
		return nil, s.fail(err)
	}
	return out, nil
}

// miseFile sends the prep list as a table to keep.
func (s prep) miseFile(w http.ResponseWriter, r *http.Request) {
	s.tableOf(w, r, "mise", writePrep)
}
