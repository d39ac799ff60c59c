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
	"regexp"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"github.com/jackc/pgx/v5/pgconn"

	"jointime/internal/app"
	"jointime/internal/core/fault"
	"jointime/internal/core/revise"
	"jointime/internal/core/words"
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
	Missing   *Missing            `json:"missing,omitempty" doc:"404: the document that is not there; it may have been deleted, and can then be brought back"`

	Differences []revise.Difference `json:"differences,omitempty" doc:"409: what was sent against what is there now, where both changed the same"`
}

// Missing names a document that is not there, as addresses do.
type Missing struct {
	Kind string `json:"kind" enum:"dishes,components,ingredients,menus,services,kitchens,suppliers,stock"`
	ID   string `json:"id"`
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
	noAddress    = kind{"no-such-address", http.StatusNotFound, "Page not found"}
	noMethod     = kind{"no-such-method", http.StatusMethodNotAllowed, "This address does not take that method"}
	foreignName  = kind{"foreign-name", http.StatusMisdirectedRequest, "It is not served under that name"}
	notJoined    = kind{"not-joined", http.StatusUnauthorized, "This tablet has not joined"}
	wrongCode    = kind{"wrong-code", http.StatusForbidden, "Wrong code"}
	manyTries    = kind{"too-many-tries", http.StatusTooManyRequests, "Too many wrong codes"}
	noName       = kind{"no-name", http.StatusForbidden, "No name yet"}
	notFound     = kind{"not-found", http.StatusNotFound, "Not found"}
	isMalformed  = kind{"malformed", http.StatusUnprocessableEntity, "Something is wrong in it"}
	notWhole     = kind{"not-whole", http.StatusBadRequest, "It did not arrive whole"}
	tooLarge     = kind{"too-large", http.StatusRequestEntityTooLarge, "It is too large"}
	keyReused    = kind{"key-reused", http.StatusUnprocessableEntity, "This key was used for another request"}
	editConflict = kind{"edit-conflict", http.StatusConflict, "Changed meanwhile"}
	undoConflict = kind{"undo-conflict", http.StatusConflict, "Changed by someone else since"}
	noUndo       = kind{"nothing-to-undo", http.StatusNotFound, "Nothing to undo"}
	isPast       = kind{"past", http.StatusForbidden, "Past: read only"}
	noPlan       = kind{"no-plan", http.StatusNotFound, "There is no plan"}
	notPlanning  = kind{"not-planning", http.StatusNotFound, "Nothing is being planned"}
	noTime       = kind{"still-planning", http.StatusServiceUnavailable, "Still planning"}
	tookTooLong  = kind{"took-too-long", http.StatusServiceUnavailable, "It took too long"}
	givenUp      = kind{"given-up", http.StatusServiceUnavailable, "The request was given up"}
	noPrinter    = kind{"no-printer", http.StatusConflict, "No label printer is set up"}
	printerStop  = kind{"printer-stopped", http.StatusBadGateway, "The label printer stopped"}
	noDatabase   = kind{"no-database", http.StatusServiceUnavailable, "The server is not answering"}
	diskFull     = kind{"disk-full", http.StatusInsufficientStorage, "The disk is full"}
	ours         = kind{"internal", http.StatusInternalServerError, "Something went wrong"}
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
		p.Detail = "Something went wrong. Nothing saved was lost."
		return p
	}
	for _, err := range errs {
		var d *huma.ErrorDetail
		switch {
		case errors.As(err, &d):
			p.Errors = append(p.Errors, asTyped(d))
		case err != nil:
			p.Errors = append(p.Errors, &huma.ErrorDetail{Message: err.Error()})
		}
	}
	if status == http.StatusUnprocessableEntity && len(p.Errors) > 0 {
		p.Detail = p.Errors[0].Message
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
		p := problem(undoConflict, "Not undone: "+clash.Now.Who+" has since "+since(clash)+".")
		p.Conflicts, p.Current, p.Version, p.Who = clash.Places, clash.Now.Body, clash.Now.Version, clash.Now.Who
		return p
	case errors.As(err, &lost):
		p := problem(editConflict, lost.Now.Who+" has changed this meanwhile.")
		if lost.Now.Deleted() {
			p.Detail = lost.Now.Who + " has deleted this meanwhile. Save it once more to bring it back as you have it."
		}
		p.Current, p.Version, p.Who = lost.Now.Body, lost.Now.Version, lost.Now.Who
		return p
	case errors.Is(err, store.ErrNotFound):
		p := problem(notFound, noSuch(err))
		var missing *store.Missing
		if errors.As(err, &missing) {
			p.Missing = missingOf(missing)
		}
		return p
	case errors.Is(err, app.ErrNoTime):
		return problem(noTime, "Still planning. Try again in a moment.")
	case errors.Is(err, app.ErrPast):
		return problem(isPast, "Past service: read only. Copy it to a new day.")
	case errors.Is(err, store.ErrNothing):
		return problem(noUndo, "Nothing of yours to undo here.")
	case errors.Is(err, store.ErrKeyTaken):
		return problem(keyReused, "Already saved. Reload and try again.")
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
		return problem(diskFull, "The server’s disk is full: "+refused.Message+". What you typed is kept; free some space and try again.")
	}
	if databaseGone(err) {
		return problem(noDatabase, "The server is not answering. What you typed is kept; try again.")
	}
	if errors.Is(err, context.DeadlineExceeded) {
		return problem(tookTooLong, "This took too long. What you typed is kept; try again.")
	}
	return problem(ours, "Something went wrong. Nothing saved was lost.")
}

// found are what the framework says of a value that the API's own description does not allow,
// and how it is told to whoever typed it.
var found = []struct {
	says *regexp.Regexp
	tell string
}{
	{regexp.MustCompile(`^expected number >= (.+)$`), "must be $1 or more"},
	{regexp.MustCompile(`^expected number <= (.+)$`), "must be $1 or less"},
	{regexp.MustCompile(`^expected length >= .+$`), "must not be blank"},
	{regexp.MustCompile(`^expected length <= (.+)$`), "must be $1 characters or fewer"},
	{regexp.MustCompile(`^expected array length >= .+$`), "add at least one"},
	{regexp.MustCompile(`^expected array length <= (.+)$`), "must be $1 or fewer"},
	{regexp.MustCompile(`^expected (?:number|integer)$`), "is not a number"},
	{regexp.MustCompile(`^expected value to be one of "(.*)"$`), "must be one of: $1"},
	{regexp.MustCompile(`^expected required property (\S+) to be present$`), "$1 is missing"},
}

// asTyped says what the framework found as a form would: with the name of the field.
func asTyped(d *huma.ErrorDetail) *huma.ErrorDetail {
	if !strings.HasPrefix(d.Message, "expected ") {
		return d
	}
	out := *d
	for _, f := range found {
		if f.says.MatchString(d.Message) {
			out.Message = f.says.ReplaceAllString(d.Message, f.tell)
			break
		}
	}
	if where := fault.Label(d.Location, nil); where != "" {
		out.Message = where + ": " + out.Message + "."
	}
	return &out
}

// bare is how a fault begins that does not say by itself of what it is.
var bare = regexp.MustCompile(`^(“|Must |Has a |No such |Unknown|Less than|More than|Name |Kind |How |Add )`)

// atField is a fault with the name of its field, where it does not name it by itself.
func atField(f fault.Fault) string {
	if !bare.MatchString(f.What) {
		return f.What
	}
	if where := fault.Label(f.Field, nil); where != "" {
		return where + ": " + words.Lower(f.What)
	}
	return f.What
}

func malformed(faults fault.List) *Problem {
	p := problem(isMalformed, atField(faults[0]))
	for _, f := range faults {
		p.Errors = append(p.Errors, &huma.ErrorDetail{Location: "body." + f.Field, Message: atField(f)})
	}
	return p
}

// noSuch says that something is not there, by its kind where that is known.
func noSuch(err error) string {
	for _, kind := range []string{"service", "dish", "ingredient", "component", "menu", "kitchen", "supplier", "version", "photograph", "tablet"} {
		if strings.HasPrefix(err.Error(), kind+" ") {
			return "No such " + kind + ". It may have been deleted."
		}
	}
	return "Not found. It may have been deleted."
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

// since says what somebody did to a document that is to be undone.
func since(c *store.Clash) string {
	if c.Now.Deleted() {
		return "deleted it"
	}
	return "changed " + strings.Join(revise.Labels(c.Places, c.Now.Body), ", ")
}
