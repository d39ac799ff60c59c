package api

import (
	"context"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/go-chi/chi/v5"
)

// registry is where a subject puts its operations: they are served, and stand in the
// OpenAPI document.
type registry struct {
	api    huma.API
	router chi.Router
	tag    string
}

// operation adds one that takes and gives JSON.
func operation[I, O any](at *registry, method, path, id, summary string, handle func(context.Context, *I) (*O, error), also ...func(*huma.Operation)) {
	o := huma.Operation{OperationID: id, Method: method, Path: path, Summary: summary, Tags: []string{at.tag}}
	for _, change := range also {
		change(&o)
	}
	huma.Register(at.api, o, handle)
}

// creates says of an operation that it makes something, which is then to be found below
// an address: 201 and Location.
func creates(below string) func(*huma.Operation) {
	return func(o *huma.Operation) {
		o.DefaultStatus = http.StatusCreated
		o.Metadata = map[string]any{locationKey: below}
	}
}

// locationKey is under which an operation keeps below what address it makes things.
const locationKey = "below"

// file adds one that sends something else than JSON, or takes it; content is its media
// type, empty where nothing is sent.
func (at *registry) file(method, path, id, summary, content string, handle http.HandlerFunc) {
	at.router.Method(method, path, handle)
	o := &huma.Operation{OperationID: id, Method: method, Path: path, Summary: summary, Tags: []string{at.tag}, Responses: map[string]*huma.Response{}}
	body := map[string]*huma.MediaType{content: {Schema: &huma.Schema{Type: huma.TypeString}}}
	switch {
	case content == "application/json":
		body[content].Schema = &huma.Schema{}
		o.Responses["200"] = &huma.Response{Description: "OK", Content: body}
	case method == http.MethodGet:
		o.Responses["200"] = &huma.Response{Description: "OK", Content: body}
	case content != "":
		o.RequestBody = &huma.RequestBody{Required: true, Content: body}
		o.Responses["204"] = &huma.Response{Description: "No Content"}
	default:
		o.Responses["204"] = &huma.Response{Description: "No Content"}
	}
	for _, part := range strings.Split(path, "/") {
		if name, is := strings.CutPrefix(part, "{"); is {
			o.Parameters = append(o.Parameters, &huma.Param{Name: strings.TrimSuffix(name, "}"), In: "path", Required: true, Schema: &huma.Schema{Type: huma.TypeString}})
		}
	}
	at.api.OpenAPI().AddOperation(o)
}

// describe adds all operations.
func (s *Server) describe(r chi.Router) {
	huma.NewError = newProblem
	c := huma.DefaultConfig("Jointime", "1")
	c.Info.Description = "What the screens of Jointime read and write. It is made for them and changes with them: a program of your own is best pinned to a version of Jointime.\n\n" +
		"Every document has a version. A write says from which version it was made; where that is no longer the newest, the answer is 409 with the document as it is now. A request that changes something may carry an Idempotency-Key: a repeat does nothing, and is answered as the first time.\n\n" +
		"Faults are application/problem+json (RFC 9457); their types are:\n\n" + listKinds()
	c.Servers = []*huma.Server{{URL: "/"}}
	c.Components.SecuritySchemes = map[string]*huma.SecurityScheme{"tablet": {Type: "apiKey", In: "cookie", Name: s.sessions.Cookie.Name, Description: "given to a browser that has joined; the demo, on loopback, needs none"}}
	c.Security = []map[string][]string{{"tablet": {}}}
	c.CreateHooks = nil
	c.DocsPath, c.SchemasPath = "", ""
	c.OpenAPIPath = "/api/openapi"
	c.Transformers = []huma.Transformer{located}
	api := humachi.New(r, c)
	s.doc = api.OpenAPI()
	for _, x := range s.subjects() {
		x.of.routes(&registry{api, r, x.tag})
	}
	s.complete()
}

// located adds to the answer that something was made where it is.
func located(ctx huma.Context, _ string, v any) (any, error) {
	below, is := ctx.Operation().Metadata[locationKey].(string)
	if made, ok := v.(SavedView); is && ok {
		ctx.SetHeader("Location", below+made.ID)
	}
	return v, nil
}

// complete adds to each operation what is the same for all: the key of those that change
// something, and the faults.
func (s *Server) complete() {
	longest := maxKey
	fault := &huma.MediaType{Schema: s.doc.Components.Schemas.Schema(problemType, true, "")}
	for path, at := range s.doc.Paths {
		for _, o := range []*huma.Operation{at.Get, at.Post, at.Put, at.Delete} {
			if o == nil {
				continue
			}
			if o.Method != http.MethodGet && !strings.HasPrefix(path, "/api/read/") {
				o.Parameters = append(o.Parameters, &huma.Param{Name: "Idempotency-Key", In: "header", Description: "a repeat with the same key does nothing, and is answered as the first time; another request under it is refused",
					Schema: &huma.Schema{Type: huma.TypeString, MaxLength: &longest}})
			}
			for _, status := range faultsIn(o) {
				o.Responses[status.code] = &huma.Response{Description: status.what, Content: map[string]*huma.MediaType{"application/problem+json": fault}}
			}
		}
	}
}

type faultStatus struct{ code, what string }

// faultsIn are the ways in which an operation can fail, by its shape.
func faultsIn(o *huma.Operation) []faultStatus {
	out := []faultStatus{{"401", "This tablet has not joined"}, {"422", "Something in it is malformed"}, {"503", "Not now: the database does not answer, or it took too long"}, {"default", "Another fault"}}
	if strings.Contains(o.Path, "{") {
		out = append(out, faultStatus{"404", "There is no such thing"})
	}
	if o.Method != http.MethodGet {
		out = append(out, faultStatus{"403", "Nobody has said who is at this browser, or it may not be changed"}, faultStatus{"409", "It is not as it was: the document as it is now stands in it"})
	}
	return out
}

// subject is what has operations, with the tag under which the document lists them.
type subject struct {
	tag string
	of  interface{ routes(*registry) }
}

// subjects in the order in which the document lists them.
func (s *Server) subjects() []subject {
	b := s.base
	return []subject{{"session", sessions{b}}, {"services", services{b}}, {"services", sheets{b}}, {"services", comparing{b}}, {"services", days{b}}, {"kitchens", limitLists{b}}, {"dishes", dishes{b}}, {"book", shelf{b}}, {"reading", readings{b}}, {"reading", pasting{b}},
		{"services", amounts{b}}, {"larder", larder{b}}, {"mise", prep{b}}, {"mise", labels{b}}, {"kitchens", kitchens{b}}, {"plates", plates{b}}, {"plates", checks{b}}, {"plates", photos{b}}, {"book", bookFiles{b}}, {"services", start{b}}, {"services", menus{b}}, {"services", guests{b}}, {"book", deleting{b}}, {"book", finding{b}}, {"undo", undo{b}}, {"plates", cards{b}}, {"session", live{b}}, {"session", tablets{b}}}
}
