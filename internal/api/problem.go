package api

import (
	"context"
	"database/sql/driver"
	"encoding/json"
	"errors"
	"io"
	"net"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"github.com/jackc/pgx/v5/pgconn"

	"jointime/internal/app"
	"jointime/internal/core/fault"
	"jointime/internal/store"
)

// Problem is an error as RFC 9457 has it, with the fields that are wrong, and,
// after a lost race, what is there now.
type Problem struct {
	Type      string              `json:"type,omitempty"`
	Title     string              `json:"title"`
	Status    int                 `json:"status"`
	Detail    string              `json:"detail"`
	Errors    []*huma.ErrorDetail `json:"errors,omitempty"`
	Current   json.RawMessage     `json:"current,omitempty" doc:"409: the document as it is now"`
	Version   int64               `json:"version,omitempty" doc:"409: its version"`
	Who       string              `json:"who,omitempty" doc:"409: who changed it"`
	Conflicts []string            `json:"conflicts,omitempty" doc:"409: places that both changed; none: merged can be saved as it is"`
	Merged    json.RawMessage     `json:"merged,omitempty" doc:"409: both changes joined; where both changed the same, with what was sent"`
}

// Error is the detail.
func (p *Problem) Error() string { return p.Detail }

// GetStatus is the HTTP status.
func (p *Problem) GetStatus() int { return p.Status }

// ContentType is that of RFC 9457.
func (p *Problem) ContentType(string) string { return "application/problem+json" }

func problem(status int, detail string) *Problem {
	return &Problem{Title: http.StatusText(status), Status: status, Detail: detail}
}

// newProblem is how huma makes its errors. What is ours to know stays here:
// the cause of a 500 is in the log only.
func newProblem(status int, detail string, errs ...error) huma.StatusError {
	p := problem(status, detail)
	if status >= 500 {
		p.Detail = "Something went wrong here. Nothing stored was lost."
		return p
	}
	for _, err := range errs {
		var d *huma.ErrorDetail
		switch {
		case errors.As(err, &d):
			p.Errors = append(p.Errors, d)
		case err != nil:
			p.Errors = append(p.Errors, &huma.ErrorDetail{Message: err.Error()})
		}
	}
	if status == http.StatusUnprocessableEntity && len(p.Errors) > 0 {
		p.Detail = strings.TrimPrefix(p.Errors[0].Location+": ", ": ") + p.Errors[0].Message
	}
	return p
}

// fail turns an error of the layers below into a problem.
func (s base) fail(err error) *Problem {
	var faults fault.List
	var known *Problem
	var lost *store.Conflict
	var clash *store.Clash
	switch {
	case errors.As(err, &known):
		return known
	case errors.As(err, &faults):
		return malformed(faults)
	case errors.As(err, &clash):
		p := problem(http.StatusConflict, clash.Now.Who+" has changed the same since: "+strings.Join(clash.Places, ", ")+". It was not taken back.")
		p.Conflicts, p.Current, p.Version, p.Who = clash.Places, clash.Now.Body, clash.Now.Version, clash.Now.Who
		return p
	case errors.As(err, &lost):
		p := problem(http.StatusConflict, lost.Now.Who+" has changed this in the meantime.")
		p.Current, p.Version, p.Who = lost.Now.Body, lost.Now.Version, lost.Now.Who
		return p
	case errors.Is(err, store.ErrNotFound):
		return problem(http.StatusNotFound, err.Error())
	case errors.Is(err, app.ErrNoTime):
		return problem(http.StatusServiceUnavailable, "No plan was found in the time that a request may take. Fewer covers, or more hands and equipment, make it easier.")
	case errors.Is(err, app.ErrPast):
		return problem(http.StatusForbidden, "This service is past and can only be read. Copy it to a new day.")
	case errors.Is(err, store.ErrNothing):
		return problem(http.StatusNotFound, "There is nothing of yours to take back on this screen.")
	case errors.Is(err, store.ErrKeyTaken):
		return problem(http.StatusUnprocessableEntity, "This write key was used for another write.")
	case errors.Is(err, store.ErrTooManyTries):
		return problem(http.StatusTooManyRequests, "Too many wrong codes from this tablet. Wait ten minutes.")
	case errors.Is(err, context.Canceled): // who asked has gone, and nobody reads this
		s.Log.Debug("request was given up", "error", err)
		return problem(http.StatusServiceUnavailable, "The request was given up.")
	}
	var panicked *app.Panic
	if errors.As(err, &panicked) {
		s.Log.Error("panic", "value", panicked.What, "stack", string(panicked.Stack))
	}
	s.Log.Error("request failed", "error", err)
	if databaseGone(err) {
		return problem(http.StatusServiceUnavailable, "The database does not answer. What you typed is kept here and can be sent again.")
	}
	if errors.Is(err, context.DeadlineExceeded) {
		return problem(http.StatusServiceUnavailable, "This took longer than a request may take. What you typed is kept here and can be sent again.")
	}
	return problem(http.StatusInternalServerError, "Something went wrong here. Nothing stored was lost.")
}

func malformed(faults fault.List) *Problem {
	p := problem(http.StatusUnprocessableEntity, faults[0].Field+": "+faults[0].What)
	for _, f := range faults {
		p.Errors = append(p.Errors, &huma.ErrorDetail{Location: "body." + f.Field, Message: f.What})
	}
	return p
}

// databaseGone tells a database that cannot be reached, or does not answer in time, from
// one that refuses, and from a time-out of our own.
func databaseGone(err error) bool {
	var refused *pgconn.PgError
	if errors.As(err, &refused) {
		return strings.HasPrefix(refused.Code, "57P") || strings.HasPrefix(refused.Code, "08")
	}
	var network net.Error
	lost := errors.As(err, &network) && !errors.Is(err, context.DeadlineExceeded)
	return lost || pgconn.SafeToRetry(err) || pgconn.Timeout(err) || errors.Is(err, driver.ErrBadConn) || errors.Is(err, io.ErrUnexpectedEOF)
}

func (s base) writeProblem(w http.ResponseWriter, p *Problem) {
	w.Header().Set("Content-Type", p.ContentType(""))
	w.WriteHeader(p.Status)
	if err := json.NewEncoder(w).Encode(p); err != nil {
		s.Log.Debug("answer not delivered", "error", err)
	}
}

// under puts the fields of faults below a member of the body.
func under(member string, err error) error {
	var faults fault.List
	if !errors.As(err, &faults) {
		return err
	}
	var out fault.List
	out.Under(member, faults)
	return out
}
