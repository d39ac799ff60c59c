package api

import (
	"context"
	"database/sql/driver"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"net"
	"net/http"
	"reflect"
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

// kind is a kind of fault: its type is /problems/ and its name.
type kind struct {
	name   string
	status int
	title  string
}

// The kinds of faults.
var (
	noAddress    = kind{"no-such-address", http.StatusNotFound, "There is nothing at this address"}
	noMethod     = kind{"no-such-method", http.StatusMethodNotAllowed, "This address does not take that method"}
	foreignName  = kind{"foreign-name", http.StatusMisdirectedRequest, "It is not served under that name"}
	notJoined    = kind{"not-joined", http.StatusUnauthorized, "This tablet has not joined"}
	wrongCode    = kind{"wrong-code", http.StatusForbidden, "That is not the code"}
	manyTries    = kind{"too-many-tries", http.StatusTooManyRequests, "Too many wrong codes"}
	noName       = kind{"no-name", http.StatusForbidden, "Nobody has said who is here"}
	notFound     = kind{"not-found", http.StatusNotFound, "There is no such thing"}
	isMalformed  = kind{"malformed", http.StatusUnprocessableEntity, "Something in it is malformed"}
	notWhole     = kind{"not-whole", http.StatusBadRequest, "It did not arrive whole"}
	tooLarge     = kind{"too-large", http.StatusRequestEntityTooLarge, "It is too large"}
	keyReused    = kind{"key-reused", http.StatusUnprocessableEntity, "This key was used for another request"}
	editConflict = kind{"edit-conflict", http.StatusConflict, "It was changed in the meantime"}
	undoConflict = kind{"undo-conflict", http.StatusConflict, "Somebody else has changed the same since"}
	noUndo       = kind{"nothing-to-undo", http.StatusNotFound, "There is nothing to take back"}
	isPast       = kind{"past", http.StatusForbidden, "It is past and can only be read"}
	noPlan       = kind{"no-plan", http.StatusNotFound, "There is no plan"}
	notPlanning  = kind{"not-planning", http.StatusNotFound, "Nothing is being planned"}
	noTime       = kind{"no-plan-in-time", http.StatusServiceUnavailable, "No plan was found in time"}
	tookTooLong  = kind{"took-too-long", http.StatusServiceUnavailable, "It took too long"}
	givenUp      = kind{"given-up", http.StatusServiceUnavailable, "The request was given up"}
	noPrinter    = kind{"no-printer", http.StatusConflict, "No label printer is set up"}
	printerStop  = kind{"printer-stopped", http.StatusBadGateway, "The label printer stopped"}
	noDatabase   = kind{"no-database", http.StatusServiceUnavailable, "The database does not answer"}
	diskFull     = kind{"disk-full", http.StatusInsufficientStorage, "The disk is full"}
	ours         = kind{"internal", http.StatusInternalServerError, "Something went wrong here"}
)

var kinds = []kind{noAddress, noMethod, foreignName, notJoined, wrongCode, manyTries, noName, notFound, isMalformed, notWhole, tooLarge, keyReused, editConflict, undoConflict, noUndo, isPast, noPlan, notPlanning, noTime, tookTooLong, givenUp, noPrinter, printerStop, noDatabase, diskFull, ours}

// listKinds lists them for the document.
func listKinds() string {
	var out strings.Builder
	for _, k := range kinds {
		fmt.Fprintf(&out, "- /problems/%s (%d): %s\n", k.name, k.status, k.title)
	}
	return out.String()
}

func problem(k kind, detail string) *Problem {
	return &Problem{Type: "/problems/" + k.name, Title: k.title, Status: k.status, Detail: detail}
}

// kindOf is that of a fault that only has a status: one that the framework found.
func kindOf(status int) kind {
	switch {
	case status >= 500:
		return ours
	case status == http.StatusUnprocessableEntity || status == http.StatusUnsupportedMediaType || status == http.StatusNotAcceptable:
		return kind{isMalformed.name, status, isMalformed.title}
	case status == http.StatusRequestEntityTooLarge:
		return tooLarge
	case status == http.StatusNotFound:
		return notFound
	}
	return kind{notWhole.name, status, notWhole.title}
}

var problemType = reflect.TypeFor[Problem]()

// newProblem is how huma makes its errors. What is ours to know stays here:
// the cause of a 500 is in the log only.
func newProblem(status int, detail string, errs ...error) huma.StatusError {
	p := problem(kindOf(status), detail)
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
		p := problem(undoConflict, clash.Now.Who+" has changed the same since: "+strings.Join(clash.Places, ", ")+". It was not taken back.")
		p.Conflicts, p.Current, p.Version, p.Who = clash.Places, clash.Now.Body, clash.Now.Version, clash.Now.Who
		return p
	case errors.As(err, &lost):
		p := problem(editConflict, lost.Now.Who+" has changed this in the meantime.")
		p.Current, p.Version, p.Who = lost.Now.Body, lost.Now.Version, lost.Now.Who
		return p
	case errors.Is(err, store.ErrNotFound):
		return problem(notFound, err.Error())
	case errors.Is(err, app.ErrNoTime):
		return problem(noTime, "No plan was found in the time that a request may take. Fewer covers, or more hands and equipment, make it easier.")
	case errors.Is(err, app.ErrPast):
		return problem(isPast, "This service is past and can only be read. Copy it to a new day.")
	case errors.Is(err, store.ErrNothing):
		return problem(noUndo, "There is nothing of yours to take back on this screen.")
	case errors.Is(err, store.ErrKeyTaken):
		return problem(keyReused, "This write key was used for another write.")
	case errors.Is(err, store.ErrTooManyTries):
		return problem(manyTries, "Too many wrong codes from this tablet. Wait ten minutes.")
	case errors.Is(err, context.Canceled): // who asked has gone, and nobody reads this
		s.Log.Debug("request was given up", "error", err)
		return problem(givenUp, "The request was given up.")
	}
	var panicked *app.Panic
	if errors.As(err, &panicked) {
		s.Log.Error("panic", "value", panicked.What, "stack", string(panicked.Stack))
	}
	s.Log.Error("request failed", "error", err)
	var refused *pgconn.PgError
	if errors.As(err, &refused) && strings.HasPrefix(refused.Code, "53") {
		return problem(diskFull, "The database has no room left: "+refused.Message+". What you typed is kept here and can be sent again once there is.")
	}
	if databaseGone(err) {
		return problem(noDatabase, "The database does not answer. What you typed is kept here and can be sent again.")
	}
	if errors.Is(err, context.DeadlineExceeded) {
		return problem(tookTooLong, "This took longer than a request may take. What you typed is kept here and can be sent again.")
	}
	return problem(ours, "Something went wrong here. Nothing stored was lost.")
}

func malformed(faults fault.List) *Problem {
	p := problem(isMalformed, faults[0].Field+": "+faults[0].What)
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
