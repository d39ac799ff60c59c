// Package dayfile reads and writes a day of a kitchen as one JSON file: the book, the
// services of the day, and the run-up of each as the API gives it. It is what a judge holds
// against the book. docs/runup.schema.json describes it; the schema is made from the Go types.
package dayfile

import (
	"encoding/json"
	"fmt"
	"io"
	"reflect"
	"slices"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"jointime/internal/core/fault"
	"jointime/internal/core/judge"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/service"
	"jointime/internal/formats/bookfile"
)

// Format and Version say what kind of file it is.
const (
	Format  = "jointime day"
	Version = 1
)

// MaxSize bounds what is read, in bytes.
const MaxSize = 256 << 20

// KitchenDay is a day.
type KitchenDay struct {
	Format   string        `json:"format" enum:"jointime day"`
	Version  int           `json:"version" minimum:"1" maximum:"1"`
	Day      string        `json:"day" doc:"like 2026-11-28"`
	Kitchen  string        `json:"kitchen" doc:"id of a kitchen in the book"`
	Zone     string        `json:"zone" doc:"its time zone, like Etc/UTC"`
	Book     bookfile.File `json:"book"`
	Services []ServedRunUp `json:"services" nullable:"false"`
}

// ServedRunUp is a service with the menu that it serves, its run-up, and what is told beside that.
type ServedRunUp struct {
	Service service.Service `json:"service"`
	Menu    recipe.Menu     `json:"menu"`
	RunUp   report.RunUp    `json:"runUp"`
	Told    []string        `json:"told" nullable:"false" doc:"what is booked twice with another service of the day, and whatever else is told of it"`
}

// Write writes a file.
func Write(w io.Writer, f KitchenDay) error {
	f.Format, f.Version = Format, Version
	enc := json.NewEncoder(w)
	enc.SetEscapeHTML(false)
	return enc.Encode(f)
}

// Read reads what a judge wants of a file: members that it does not know are left alone, so
// that a run-up of another program need have no more than is judged.
func Read(r io.Reader) (judge.Day, error) {
	var f struct {
		Format   string         `json:"format"`
		Version  int            `json:"version"`
		Kitchen  string         `json:"kitchen"`
		Zone     string         `json:"zone"`
		Book     bookfile.File  `json:"book"`
		Services []judge.Served `json:"services"`
	}
	text, err := io.ReadAll(io.LimitReader(r, MaxSize+1))
	switch {
	case err != nil:
		return judge.Day{}, fmt.Errorf("read the day: %w", err)
	case len(text) > MaxSize:
		return judge.Day{}, fault.Say("The file is longer than %d MB.", MaxSize>>20)
	}
	if err := json.Unmarshal(text, &f); err != nil {
		return judge.Day{}, bookfile.Located(text, err)
	}
	if f.Format != Format || f.Version != Version {
		return judge.Day{}, fault.List{{Field: "format", What: "Not a Jointime day."}}
	}
	zone, err := time.LoadLocation(f.Zone)
	if err != nil {
		return judge.Day{}, fault.List{{Field: "zone", What: fmt.Sprintf("No time zone “%s”.", f.Zone)}}
	}
	k := slices.IndexFunc(f.Book.Kitchens, func(k kitchen.Kitchen) bool { return k.ID == f.Kitchen })
	if k < 0 {
		return judge.Day{}, fault.List{{Field: "kitchen", What: fmt.Sprintf("No kitchen “%s” in the book.", f.Kitchen)}}
	}
	d := judge.Day{Kitchen: f.Book.Kitchens[k], Zone: zone, Services: f.Services, Dishes: map[string]recipe.Dish{}, Components: map[string]recipe.Component{}, Ingredients: map[string]recipe.Ingredient{}}
	for _, x := range f.Book.Dishes {
		d.Dishes[x.ID] = x
	}
	for _, x := range f.Book.Components {
		d.Components[x.ID] = x
	}
	for _, x := range f.Book.Ingredients {
		d.Ingredients[x.ID] = x
	}
	return d, d.Validate()
}

// Schema is the JSON Schema (draft 2020-12) of a file.
func Schema() ([]byte, error) {
	r := huma.NewMapRegistry("#/$defs/", huma.DefaultSchemaNamer)
	s := r.Schema(reflect.TypeFor[KitchenDay](), true, "Day")
	return json.MarshalIndent(map[string]any{"$schema": "https://json-schema.org/draft/2020-12/schema", "title": "A day of a kitchen", "$ref": s.Ref, "$defs": r.Map()}, "", "  ")
}
