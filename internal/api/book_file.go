package api

import (
	"bytes"
	"context"
	"errors"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"jointime/internal/app"
	"jointime/internal/core/fault"
	"jointime/internal/formats/bookfile"
	"jointime/internal/store"
)

// routes take a whole book in; it is taken out as a plain file.
func (s bookFiles) routes(at *registry) {
	at.file(http.MethodGet, "/api/book/export.json", "export-book", "The whole book as a file", "application/json", s.exportBook)
	operation(at, http.MethodPost, "/api/book/import", "import-book", "Say what a book file would change, or take it in", s.importBook, func(o *huma.Operation) {
		o.MaxBodyBytes, o.SkipValidateBody = bookfile.MaxSize, true
	})
	operation(at, http.MethodGet, "/api/book/import", "get-import", "How far an import is", s.getImport)
}

func (s bookFiles) exportBook(w http.ResponseWriter, r *http.Request) {
	b, err := s.app.Book(r.Context())
	if err != nil {
		s.writeProblem(w, s.fail(err))
		return
	}
	var text bytes.Buffer
	if err := bookfile.Write(&text, b.File()); err != nil {
		s.writeProblem(w, s.fail(err))
		return
	}
	w.Header().Set("Content-Type", "application/json")
	w.Header().Set("Content-Disposition", `attachment; filename="book.jointime.json"`)
	_, _ = w.Write(text.Bytes()) // nobody may be listening
}

type importingInput struct {
	Key string `query:"key" doc:"the Idempotency-Key of the import"`
}

type importingOutput struct{ Body app.Importing }

func (s bookFiles) getImport(_ context.Context, in *importingInput) (*importingOutput, error) {
	return &importingOutput{s.app.Imported(in.Key)}, nil
}

type importInput struct {
	Apply   bool   `query:"apply" doc:"take it in; otherwise only say what that would change"`
	RawBody []byte `contentType:"application/json"`
}

type importOutput struct {
	Body struct {
		Items   []bookfile.Item `json:"items" nullable:"false"`
		Applied bool            `json:"applied"`
	}
}

func (s bookFiles) importBook(ctx context.Context, in *importInput) (*importOutput, error) {
	file, err := bookfile.Read(bytes.NewReader(in.RawBody))
	if err != nil {
		var faults fault.List
		if errors.As(err, &faults) {
			return nil, s.fail(faults)
		}
		return nil, newProblem(http.StatusUnprocessableEntity, "", &huma.ErrorDetail{Location: "body", Message: err.Error()})
	}
	var q store.Request
	if in.Apply {
		if q, err = s.asked(ctx); err != nil {
			return nil, err
		}
	}
	out := &importOutput{}
	if out.Body.Items, err = s.app.Import(ctx, q, file, in.Apply); err != nil {
		return nil, s.fail(err)
	}
	out.Body.Applied = in.Apply
	return out, nil
}
