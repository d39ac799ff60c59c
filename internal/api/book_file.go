package api

import (
	"bytes"
	"context"
	"errors"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"jointime/internal/core/fault"
	"jointime/internal/formats/bookfile"
	"jointime/internal/store"
)

// bookFileRoutes take a whole book in; it is taken out as a plain file.
func (s *Server) bookFileRoutes(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "import-book", Method: http.MethodPost, Path: "/api/book/import", MaxBodyBytes: bookfile.MaxSize, SkipValidateBody: true}, s.importBook)
}

// file is the book as it is taken out.
func (b book) file() bookfile.File {
	f := bookfile.New()
	for _, k := range b.kitchens {
		f.Kitchens = append(f.Kitchens, k)
	}
	for _, i := range b.ingredients {
		f.Ingredients = append(f.Ingredients, i)
	}
	for _, c := range b.components {
		f.Components = append(f.Components, c)
	}
	for _, d := range b.dishes {
		f.Dishes = append(f.Dishes, d)
	}
	for _, m := range b.menus {
		f.Menus = append(f.Menus, m)
	}
	for _, s := range b.suppliers {
		f.Suppliers = append(f.Suppliers, s)
	}
	return f
}

func (s *Server) exportBook(w http.ResponseWriter, r *http.Request) {
	b, err := s.book(r.Context())
	if err != nil {
		s.writeProblem(w, s.fail(err))
		return
	}
	var text bytes.Buffer
	if err := bookfile.Write(&text, b.file()); err != nil {
		s.writeProblem(w, s.fail(err))
		return
	}
	w.Header().Set("Content-Type", "application/json")
	w.Header().Set("Content-Disposition", `attachment; filename="book.jointime.json"`)
	_, _ = w.Write(text.Bytes()) // nobody may be listening
}

// BookFile reads the whole book of a database.
func BookFile(ctx context.Context, st *store.Store) (bookfile.File, error) {
	docs, err := st.All(ctx)
	if err != nil {
		return bookfile.File{}, err
	}
	b, err := readBook(docs)
	return b.file(), err
}

// ImportBook says what a file would change in the book of a database, and,
// where it is applied, takes it in.
func ImportBook(ctx context.Context, st *store.Store, file bookfile.File, apply bool) ([]bookfile.Item, error) {
	docs, err := st.All(ctx)
	if err != nil {
		return nil, err
	}
	b, err := readBook(docs)
	if err != nil {
		return nil, err
	}
	items, err := bookfile.Changes(b.file(), file)
	if err != nil || !apply {
		return items, err
	}
	return items, st.SaveAll(ctx, bookWrites(items, b.versions, "import", "import", ""))
}

type importInput struct {
	Apply   bool   `query:"apply" doc:"take it in; otherwise only say what that would change"`
	Key     string `header:"Idempotency-Key" maxLength:"100"`
	RawBody []byte `contentType:"application/json"`
}

type importOutput struct {
	Body struct {
		Items   []bookfile.Item `json:"items" nullable:"false"`
		Applied bool            `json:"applied"`
	}
}

func (s *Server) importBook(ctx context.Context, in *importInput) (*importOutput, error) {
	file, err := bookfile.Read(bytes.NewReader(in.RawBody))
	if err != nil {
		var faults fault.List
		if errors.As(err, &faults) {
			return nil, s.fail(faults)
		}
		return nil, newProblem(http.StatusUnprocessableEntity, "", &huma.ErrorDetail{Location: "body", Message: err.Error()})
	}
	b, err := s.book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	out := &importOutput{}
	if out.Body.Items, err = bookfile.Changes(b.file(), file); err != nil {
		return nil, s.fail(err)
	}
	if !in.Apply {
		return out, nil
	}
	who, person, err := s.author(ctx)
	if err != nil {
		return nil, err
	}
	if err := s.store.SaveAll(ctx, bookWrites(out.Body.Items, b.versions, who, person, in.Key)); err != nil {
		return nil, s.fail(err)
	}
	out.Body.Applied = true
	return out, nil
}

// bookWrites are the writes that take the items of a file in which differ.
func bookWrites(items []bookfile.Item, versions map[string]int64, who, person, key string) (writes []store.Write) {
	for _, i := range items {
		if i.What != "same" {
			writes = append(writes, store.Write{Kind: store.Kind(i.Kind), ID: i.ID, Base: versions[i.Kind+"/"+i.ID], Body: i.Body, Who: who, Person: person, What: i.Name + ": taken in from a file", Key: key})
		}
	}
	return writes
}
