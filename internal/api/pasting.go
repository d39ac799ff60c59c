package api

import (
	"context"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"jointime/internal/app"
	"jointime/internal/core/reading"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/entry"
	"jointime/internal/formats/schemaorg"
	"jointime/internal/store"
)

// routes understand lines and whole texts, and keep what was reviewed.
func (s pasting) routes(at *registry) {
	at.file(http.MethodGet, "/api/dishes/{id}/recipe.jsonld", "recipe-jsonld", "A dish as a schema.org Recipe", "application/ld+json", s.recipeFile)
	operation(at, http.MethodGet, "/api/read/line", "read-line", "Understand a typed line", s.readLine)
	operation(at, http.MethodPost, "/api/read/paste", "read-paste", "Understand a pasted recipe", s.readPaste)
	operation(at, http.MethodPost, "/api/read/again", "read-again", "Read the lines of a review again", s.readAgain)
	operation(at, http.MethodPost, "/api/dishes/{id}/answer", "answer-gap", "What an answer to a gap changes", s.answerGap)
	operation(at, http.MethodPost, "/api/dishes", "add-dish", "Make a dish with its components of a reviewed paste", s.keepPaste, creates("/api/dishes/"))
}

type lineInput struct {
	Text  string   `query:"text" maxLength:"2000"`
	As    string   `query:"as" enum:"ingredient,step," doc:"what it is to be read as; empty: what it looks like"`
	Into  string   `query:"into" maxLength:"120" doc:"id of the component that it goes into, which it cannot be itself"`
	Under bool     `query:"under" doc:"it is typed under the steps of the component, and may be the wait of the last of them"`
	IDs   []string `query:"ids" maxItems:"400" doc:"of steps and lines that are there already"`
}

// LineReading is a typed line as it is understood.
type LineReading struct {
	As         string             `json:"as" enum:"ingredient,step,component,skip"`
	Step       *StepReading       `json:"step,omitempty"`
	Ingredient *IngredientReading `json:"ingredient,omitempty"`
	About      *AboutSteps        `json:"about,omitempty" doc:"it is about several steps of the component under which it is typed"`
}

// AboutSteps is a component with what a line says of several of its steps: a wait in all, an order, what
// goes in and comes out.
type AboutSteps struct {
	Waited
	Said string `json:"said"`
}

// StepReading is a typed step as it is understood.
type StepReading struct {
	Read  reading.StepLine `json:"read"`
	Steps []recipe.Step    `json:"steps" nullable:"false" doc:"what it would become"`
	Said  []string         `json:"said" nullable:"false" doc:"each in words"`
	Waits *Waited          `json:"waits,omitempty" doc:"it is a wait of the step before it, which stands first among the steps, with its id"`
}

// Waited is a component whose last step waits as a line says, and the version that it was
// made from: who types fast is not ahead of what is kept.
type Waited struct {
	Component recipe.Component `json:"component"`
	Version   int64            `json:"version"`
}

// IngredientReading is a typed ingredient as it is understood.
type IngredientReading struct {
	Read  reading.IngredientLine `json:"read"`
	Line  *recipe.Line           `json:"line,omitempty" doc:"what it would become; absent: nothing"`
	Found string                 `json:"found,omitempty" doc:"what the book calls it"`
	Made  bool                   `json:"made,omitempty" doc:"that is something made"`
	New   *recipe.Ingredient     `json:"new,omitempty" doc:"the book does not know it yet: to be put in first"`
}

type lineOutput struct{ Body LineReading }

// readLine understands a line while it is typed.
func (s pasting) readLine(ctx context.Context, in *lineInput) (*lineOutput, error) {
	b, err := s.app.Book(ctx)
	if err != nil {
		return nil, s.fail(err)
	}
	out := LineReading{As: in.As}
	if out.As == "" {
		if next, said, is := entry.AboutSteps(b.Components[in.Into], in.Text); is && in.Under {
			return &lineOutput{LineReading{As: "component", About: &AboutSteps{Waited{next, b.Version(store.Component, in.Into)}, said}}}, nil
		}
		out.As = entry.LooksLike(in.Text)
	}
	switch out.As {
	case "step":
		out.Step = stepReading(in, b)
	case "ingredient":
		out.Ingredient = ingredientReading(in, b.Recipes())
	}
	return &lineOutput{out}, nil
}

func stepReading(in *lineInput, b app.Book) *StepReading {
	out := StepReading{Read: reading.Step(in.Text), Steps: []recipe.Step{}, Said: []string{}}
	before := lastStep(b.Components[in.Into])
	if in.Under && before != nil {
		all := entry.After(*before, out.Read, b.AnyKitchen(), taken(in.IDs))
		if all[0].Then == before.Then && all[0].Note == before.Note {
			all = all[1:]
		} else {
			out.Waits = &Waited{b.Components[in.Into].Ending(all), b.Version(store.Component, in.Into)}
		}
		out.Steps = append(out.Steps, all...)
	} else {
		out.Steps = append(out.Steps, entry.StepsFrom(out.Read, b.AnyKitchen(), taken(in.IDs))...)
	}
	for _, step := range out.Steps {
		out.Said = append(out.Said, entry.SayStep(step))
	}
	return &out
}

// lastStep is the step that a line typed under a component comes after; nil: there is none.
func lastStep(c recipe.Component) *recipe.Step {
	if steps := c.Steps(); len(steps) > 0 {
		return &steps[len(steps)-1]
	}
	return nil
}

func ingredientReading(in *lineInput, b recipe.Book) *IngredientReading {
	out := IngredientReading{Read: reading.Ingredient(in.Text)}
	if line, ok := entry.LineFrom(b, out.Read, taken(in.IDs), b.Components[in.Into].Lines); ok {
		if line.Component != "" && line.Component == in.Into {
			line.Component = ""
		}
		out.Line, out.Made = &line, line.Component != ""
		out.Found = b.Ingredients[line.Ingredient].Name + b.Components[line.Component].Name
		if line.Ingredient == "" && line.Component == "" {
			ids := map[string]bool{}
			for id := range b.Ingredients {
				ids[id] = true
			}
			out.New = &recipe.Ingredient{ID: recipe.Slug(line.Name, ids), Name: line.Name}
			line.Ingredient = out.New.ID
		}
	}
	return &out
}

func taken(ids []string) map[string]bool {
	m := map[string]bool{}
	for _, id := range ids {
		m[id] = true
	}
	return m
}

type pasteInput struct {
	Body struct {
		Text string `json:"text" maxLength:"900000" doc:"a method or a list as it was written, or a schema.org Recipe: JSON-LD, or a page that has it inside"`
	}
}

type pastedOutput struct {
	Body struct {
		Pasted entry.Pasted `json:"pasted"`
		Kind   string       `json:"kind" enum:"text,recipe"`
		More   int          `json:"more,omitempty" doc:"further recipes in it that are not shown"`
	}
}

func (s pasting) readPaste(_ context.Context, in *pasteInput) (*pastedOutput, error) {
	out := &pastedOutput{}
	if text := strings.TrimSpace(in.Body.Text); strings.HasPrefix(text, "{") || strings.HasPrefix(text, "[{") || strings.HasPrefix(text, "<") || strings.Contains(text, "application/ld+json") {
		list, err := schemaorg.Read(text)
		if err != nil {
			return nil, newProblem(http.StatusUnprocessableEntity, "", &huma.ErrorDetail{Location: "body.text", Message: err.Error()})
		}
		out.Body.Kind, out.Body.Pasted, out.Body.More = "recipe", list[0].Pasted(), len(list)-1
		return out, nil
	}
	if n := strings.Count(in.Body.Text, "\n"); n > 2000 {
		return nil, newProblem(http.StatusUnprocessableEntity, "", &huma.ErrorDetail{Location: "body.text", Message: "Over 2,000 lines: paste one dish at a time."})
	}
	out.Body.Kind, out.Body.Pasted = "text", entry.Paste(in.Body.Text)
	return out, nil
}

type pastedInput struct {
	Body entry.Pasted
}

// readAgain reads the lines of a review after some were changed.
func (s pasting) readAgain(_ context.Context, in *pastedInput) (*pastedOutput, error) {
	out := &pastedOutput{}
	out.Body.Kind, out.Body.Pasted = "text", in.Body
	out.Body.Pasted.Read()
	return out, nil
}

// keepPaste makes a dish with its components of a reviewed paste.
func (s pasting) keepPaste(ctx context.Context, in *pastedInput) (*savedOutput, error) {
	for i, c := range in.Body.Components {
		if strings.TrimSpace(c.Name) == "" {
			in.Body.Components[i].Name = in.Body.Name
		}
	}
	return s.create(ctx, func(b app.Book) ([]store.Write, error) {
		d, components, bought := entry.Keep(b.Recipes(), in.Body, b.AnyKitchen())
		writes := []store.Write{{Kind: store.Dish, ID: d.ID, Body: d, What: d.Name + ": added"}}
		for _, c := range components {
			writes = append(writes, store.Write{Kind: store.Component, ID: c.ID, Body: c, What: c.Name + ": added"})
		}
		for _, i := range bought {
			writes = append(writes, store.Write{Kind: store.Ingredient, ID: i.ID, Body: i, What: i.Name + ": new"})
		}
		return writes, nil
	})
}

// recipeFile sends a dish as a schema.org Recipe.
func (s pasting) recipeFile(w http.ResponseWriter, r *http.Request) {
	b, d, err := s.dish(r.Context(), pathID(r))
	if err != nil {
		s.writeProblem(w, s.fail(err))
		return
	}
	text, err := schemaorg.Write(b.Recipes(), d)
	if err != nil {
		s.writeProblem(w, s.fail(err))
		return
	}
	w.Header().Set("Content-Type", "application/ld+json")
	w.Header().Set("Content-Disposition", `attachment; filename="`+strings.Map(plain, d.ID)+`.recipe.jsonld"`)
	_, _ = w.Write(text) // nobody may be listening
}
