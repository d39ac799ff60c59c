package api

import (
	"context"
	"crypto/rand"
	"net"
	"net/http"
	"strings"
	"unicode"

	"github.com/danielgtaylor/huma/v2"
)

// SessionView is who a browser says it is.
type SessionView struct {
	Name   string `json:"name" doc:"empty: not given yet"`
	Joined bool   `json:"joined" doc:"false: a code is wanted first"`
}

type sessionOutput struct{ Body SessionView }

func (s sessions) routes(at *registry) {
	operation(at, http.MethodGet, "/api/session", "get-session", "Who is at this browser", s.getSession)
	operation(at, http.MethodPut, "/api/session", "put-session", "Say who is at this browser", s.putSession)
	operation(at, http.MethodPost, "/api/session/join", "join", "Join with the code that the start printed", s.join)
}

func (s sessions) session(ctx context.Context) *sessionOutput {
	trusted, _ := ctx.Value(trustedKey{}).(bool)
	return &sessionOutput{SessionView{Name: s.sessions.GetString(ctx, "name"), Joined: trusted || s.sessions.GetBool(ctx, "joined")}}
}

func (s sessions) getSession(ctx context.Context, _ *struct{}) (*sessionOutput, error) {
	return s.session(ctx), nil
}

type nameInput struct {
	Body struct {
		Name string `json:"name" minLength:"1" maxLength:"40" doc:"a role, or initials"`
	}
}

func (s sessions) putSession(ctx context.Context, in *nameInput) (*sessionOutput, error) {
	name := strings.TrimSpace(in.Body.Name)
	if name == "" || strings.ContainsFunc(name, unicode.IsControl) {
		return nil, newProblem(http.StatusUnprocessableEntity, "", &huma.ErrorDetail{Location: "body.name", Message: "Enter your role or initials."})
	}
	if !s.session(ctx).Body.Joined {
		return nil, problem(notJoined, s.howToJoin())
	}
	s.sessions.Put(ctx, "name", name)
	if s.sessions.GetString(ctx, "person") == "" {
		s.sessions.Put(ctx, "person", rand.Text())
	}
	s.seen(ctx)
	return s.session(ctx), nil
}

type joinInput struct {
	Body struct {
		Code string `json:"code" minLength:"1" maxLength:"40"`
	}
}

func (s sessions) join(ctx context.Context, in *joinInput) (*sessionOutput, error) {
	address, _ := ctx.Value(addressKey{}).(string)
	if host, _, err := net.SplitHostPort(address); err == nil {
		address = host
	}
	ok, err := s.store.TryJoin(ctx, strings.ToUpper(strings.TrimSpace(in.Body.Code)), address)
	switch {
	case err != nil:
		return nil, s.fail(err)
	case !ok:
		return nil, problem(wrongCode, "Wrong code. It is shown where Jointime was started.")
	}
	if err := s.sessions.RenewToken(ctx); err != nil {
		return nil, s.fail(err)
	}
	s.sessions.Put(ctx, "joined", true)
	s.sessions.Put(ctx, "since", s.Now().Unix())
	s.seen(ctx)
	return s.session(ctx), nil
}
