// Package bookfile reads and writes the whole book of a kitchen (ingredients,
// components, dishes, menus, kitchens) as one JSON file. docs/book.schema.json
// describes it; the schema is made from the Go types, and files are held
// against it when they are read.
package bookfile

import (
	"bytes"
	"cmp"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"reflect"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"jointime/internal/core/fault"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/supply"
)

// Format and Version say what kind of file it is.
const (
	Format  = "jointime book"
	Version = 1
)

// MaxSize bounds what is read, in bytes.
const MaxSize = 32 << 20

// File is a whole book.
type File struct {
	Format      string              `json:"format" enum:"jointime book"`
	Version     int                 `json:"version" minimum:"1" maximum:"1"`
	Kitchens    []kitchen.Kitchen   `json:"kitchens" nullable:"false"`
	Ingredients []recipe.Ingredient `json:"ingredients" nullable:"false"`
	Components  []recipe.Component  `json:"components" nullable:"false"`
	Dishes      []recipe.Dish       `json:"dishes" nullable:"false"`
	Menus       []recipe.Menu       `json:"menus" nullable:"false"`
	Suppliers   []supply.Supplier   `json:"suppliers,omitempty"`
}

// New is an empty file.
func New() File {
	return File{Format, Version, []kitchen.Kitchen{}, []recipe.Ingredient{}, []recipe.Component{}, []recipe.Dish{}, []recipe.Menu{}, []supply.Supplier{}}
}

// Write writes a file, everything in the order of its id, so that the same
// book is always the same text.
func Write(w io.Writer, f File) error {
	f.Format, f.Version = Format, Version
	f.Kitchens = sorted(f.Kitchens, func(k kitchen.Kitchen) string { return k.ID })
	f.Ingredients = sorted(f.Ingredients, func(i recipe.Ingredient) string { return i.ID })
	f.Components = sorted(f.Components, func(c recipe.Component) string { return c.ID })
	f.Dishes = sorted(f.Dishes, func(d recipe.Dish) string { return d.ID })
	f.Menus = sorted(f.Menus, func(m recipe.Menu) string { return m.ID })
	f.Suppliers = sorted(f.Suppliers, func(s supply.Supplier) string { return s.ID })
	enc := json.NewEncoder(w)
	enc.SetEscapeHTML(false)
	enc.SetIndent("", " ")
	return enc.Encode(f)
}

func sorted[T any](list []T, id func(T) string) []T {
	out := append([]T{}, list...)
	slices.SortFunc(out, func(a, b T) int { return cmp.Compare(id(a), id(b)) })
	return out
}

// Read reads a file. A text that is cut off or malformed is told with its line,
// a member that is wrong with its place, and nothing is half taken.
func Read(r io.Reader) (File, error) {
	text, err := io.ReadAll(io.LimitReader(r, MaxSize+1))
	if err != nil {
		return File{}, fmt.Errorf("read the book: %w", err)
	}
	if len(text) > MaxSize {
		return File{}, fmt.Errorf("the file is longer than %d MB", MaxSize>>20)
	}
	var any_ any
	if err := json.Unmarshal(text, &any_); err != nil {
		return File{}, Located(text, err)
	}
	if err := rightKind(any_); err != nil {
		return File{}, err
	}
	if err := heldAgainstSchema(any_); err != nil {
		return File{}, err
	}
	var f File
	if err := json.Unmarshal(text, &f); err != nil {
		return File{}, Located(text, err)
	}
	return f, f.Validate()
}

// Located adds the line to a fault of JSON.
func Located(text []byte, err error) error {
	var syntax *json.SyntaxError
	var kind *json.UnmarshalTypeError
	offset := int64(len(text))
	switch {
	case errors.As(err, &syntax):
		offset = syntax.Offset
	case errors.As(err, &kind):
		offset = kind.Offset
	}
	line := bytes.Count(text[:min(offset, int64(len(text)))], []byte("\n")) + 1
	if offset >= int64(len(text)) {
		return fault.Say("Line %d: the file is cut off.", line)
	}
	return fault.Say("Line %d: %w", line, err)
}

// rightKind tells a file of another kind or version before anything else.
func rightKind(v any) error {
	o, _ := v.(map[string]any)
	switch {
	case o["format"] != Format:
		return fault.List{{Field: "format", What: "Not a Jointime book."}}
	case o["version"] != float64(Version):
		return fault.List{{Field: "version", What: fmt.Sprintf("Book version %v is not supported.", o["version"])}}
	}
	return nil
}

// types is the schema of a file and of all that is in it.
func types() (huma.Registry, *huma.Schema) {
	r := huma.NewMapRegistry("#/$defs/", huma.DefaultSchemaNamer)
	return r, r.Schema(reflect.TypeFor[File](), true, "Book")
}

func heldAgainstSchema(v any) error {
	r, s := types()
	path, res := huma.NewPathBuffer(nil, 0), &huma.ValidateResult{}
	huma.Validate(r, s, path, huma.ModeWriteToServer, v, res)
	var l fault.List
	for _, err := range res.Errors {
		var d *huma.ErrorDetail
		if errors.As(err, &d) {
			l.Add(strings.TrimPrefix(d.Location, "."), "%s", d.Message)
		}
	}
	return l.Err()
}

// Schema is the JSON Schema (draft 2020-12) of a file.
func Schema() ([]byte, error) {
	r, s := types()
	return json.MarshalIndent(map[string]any{"$schema": "https://json-schema.org/draft/2020-12/schema", "title": "The book of a kitchen", "$ref": s.Ref, "$defs": r.Map()}, "", "  ")
}

// Validate finds what is malformed, and what names something that is not in
// the file.
func (f File) Validate() error {
	var l fault.List
	ingredients, components, dishes := map[string]bool{}, map[string]recipe.Component{}, map[string]recipe.Dish{}
	seen := map[string]bool{}
	once := func(field, kind, id string) {
		if id == "" || seen[kind+id] {
			l.Add(field+".id", "Id “%s” missing or used twice.", id)
		}
		seen[kind+id] = true
	}
	for i, k := range f.Kitchens {
		once(at("kitchens", i), "k", k.ID)
		l.Under(at("kitchens", i), k.Validate())
	}
	suppliers := map[string]bool{}
	for i, s := range f.Suppliers {
		once(at("suppliers", i), "s", s.ID)
		l.Under(at("suppliers", i), s.Validate())
		suppliers[s.ID] = true
	}
	for i, in := range f.Ingredients {
		for k, p := range in.Packs {
			if !suppliers[p.Supplier] {
				l.Add(fmt.Sprintf("%s.packs[%d].supplier", at("ingredients", i), k), "No supplier “%s” in the file.", p.Supplier)
			}
		}
		once(at("ingredients", i), "i", in.ID)
		l.Under(at("ingredients", i), in.Validate())
		ingredients[in.ID] = true
	}
	for i, c := range f.Components {
		once(at("components", i), "c", c.ID)
		l.Under(at("components", i), c.Validate())
		components[c.ID] = c
	}
	for i, c := range f.Components {
		l.Under(at("components", i), recipe.Circles(c.ID, components))
		for k, line := range c.Lines {
			if line.Component != "" && components[line.Component].ID == "" {
				l.Add(fmt.Sprintf("%s.ingredients[%d].component", at("components", i), k), "No component “%s” in the file.", line.Component)
			}
			if line.Ingredient != "" && !ingredients[line.Ingredient] {
				l.Add(fmt.Sprintf("%s.ingredients[%d].ingredient", at("components", i), k), "No ingredient “%s” in the file.", line.Ingredient)
			}
		}
	}
	for i, d := range f.Dishes {
		once(at("dishes", i), "d", d.ID)
		l.Under(at("dishes", i), d.Validate(components))
		dishes[d.ID] = d
	}
	for i, m := range f.Menus {
		once(at("menus", i), "m", m.ID)
		l.Under(at("menus", i), m.Validate(dishes))
	}
	return l.Err()
}

func at(list string, i int) string { return fmt.Sprintf("%s[%d]", list, i) }
