// Package schemaorg reads and writes the Recipe of the schema.org vocabulary
// as JSON-LD: a file, a paste, or a saved page that has it inside.
package schemaorg

import (
	"encoding/json"
	"errors"
	"fmt"
	"html"
	"jointime/internal/core/fault"
	"regexp"
	"slices"
	"strings"

	nethtml "golang.org/x/net/html"
)

// MaxSize bounds what is read, in bytes.
const MaxSize = 4 << 20

// Recipe is what a Recipe says that a kitchen works with. About holds all its
// other members as they were.
type Recipe struct {
	Name         string
	Yield        []string
	Ingredients  []string
	Sections     []Section
	TotalTime    string // ISO 8601
	PrepTime     string
	CookTime     string
	About        map[string]any
	Instructions any // as they were
}

// Section is a part of the instructions; its name may be empty.
type Section struct {
	Name  string
	Steps []string
}

// ErrNone says that there is no recipe in a text.
var ErrNone = fault.Say("No recipe found in this.")

// Read finds the recipes in a JSON-LD text, or in a page that has such texts
// inside. Errors say where the text is malformed.
func Read(text string) ([]Recipe, error) {
	if len(text) > MaxSize {
		return nil, fmt.Errorf("this is longer than %d MB", MaxSize>>20)
	}
	blocks := []string{text}
	if trimmed := strings.TrimSpace(text); !strings.HasPrefix(trimmed, "{") && !strings.HasPrefix(trimmed, "[") {
		blocks = scripts(text)
	}
	var out []Recipe
	var faults []error
	for _, b := range blocks {
		var v any
		if err := json.Unmarshal([]byte(b), &v); err != nil {
			faults = append(faults, located(b, err))
			continue
		}
		collect(v, &out, 0)
	}
	switch {
	case len(out) > 0:
		return out, nil
	case len(faults) > 0:
		return nil, errors.Join(faults...)
	}
	return nil, ErrNone
}

// located adds the line and column to a fault of JSON.
func located(text string, err error) error {
	var at *json.SyntaxError
	if !errors.As(err, &at) {
		return err
	}
	before := text[:min(int(at.Offset), len(text))]
	line := strings.Count(before, "\n") + 1
	return fmt.Errorf("line %d, column %d: %w", line, len(before)-strings.LastIndex(before, "\n")-1, err)
}

// scripts are the JSON-LD blocks of a page.
func scripts(page string) (out []string) {
	z := nethtml.NewTokenizer(strings.NewReader(page))
	inside := false
	for {
		switch z.Next() {
		case nethtml.ErrorToken:
			return out
		case nethtml.StartTagToken:
			t := z.Token()
			inside = t.Data == "script" && slices.ContainsFunc(t.Attr, func(a nethtml.Attribute) bool {
				return a.Key == "type" && strings.EqualFold(strings.TrimSpace(a.Val), "application/ld+json")
			})
		case nethtml.TextToken:
			if inside {
				out = append(out, string(z.Raw()))
			}
		case nethtml.EndTagToken:
			inside = false
		}
	}
}

const deepest = 20

// collect finds every Recipe in a value, in order: alone, in a list, in a
// @graph, as the main entity of a page.
func collect(v any, out *[]Recipe, depth int) {
	if depth > deepest {
		return
	}
	switch v := v.(type) {
	case []any:
		for _, e := range v {
			collect(e, out, depth+1)
		}
	case map[string]any:
		if isA(v, "Recipe") {
			*out = append(*out, recipeOf(v))
			return
		}
		for _, name := range []string{"@graph", "mainEntity", "mainEntityOfPage", "itemListElement", "item"} {
			collect(v[name], out, depth+1)
		}
	}
}

func isA(v map[string]any, kind string) bool {
	for _, t := range texts(v["@type"]) {
		if t == kind || strings.HasSuffix(t, "/"+kind) || strings.HasSuffix(t, ":"+kind) {
			return true
		}
	}
	return false
}

// ours are the members that become fields; the others are kept as they are.
var ours = []string{"@context", "@type", "name", "recipeYield", "yield", "recipeIngredient", "ingredients", "recipeInstructions", "totalTime", "prepTime", "cookTime"}

func recipeOf(v map[string]any) Recipe {
	r := Recipe{Name: first(texts(v["name"])), Yield: texts(v["recipeYield"]), Ingredients: texts(v["recipeIngredient"]), About: map[string]any{}, Instructions: v["recipeInstructions"],
		TotalTime: first(texts(v["totalTime"])), PrepTime: first(texts(v["prepTime"])), CookTime: first(texts(v["cookTime"]))}
	if len(r.Yield) == 0 {
		r.Yield = texts(v["yield"])
	}
	if len(r.Ingredients) == 0 {
		r.Ingredients = texts(v["ingredients"]) // an older name
	}
	for name, value := range v {
		if !slices.Contains(ours, name) {
			r.About[name] = value
		}
	}
	r.instructions(v["recipeInstructions"], 0)
	return r
}

func (r *Recipe) step(text string) {
	if text = strings.TrimSpace(text); text == "" {
		return
	}
	if len(r.Sections) == 0 {
		r.Sections = append(r.Sections, Section{})
	}
	last := &r.Sections[len(r.Sections)-1]
	last.Steps = append(last.Steps, text)
}

// instructions reads a text, steps, sections of steps, and lists of these.
func (r *Recipe) instructions(v any, depth int) {
	if depth > deepest {
		return
	}
	switch v := v.(type) {
	case string:
		for _, line := range sentences(v) {
			r.step(line)
		}
	case []any:
		for _, e := range v {
			r.instructions(e, depth+1)
		}
	case map[string]any:
		list, has := v["itemListElement"]
		if !has {
			list, has = v["steps"]
		}
		if has {
			if isA(v, "HowToSection") {
				r.Sections = append(r.Sections, Section{Name: first(texts(v["name"]))})
			}
			if one, is := list.(string); is {
				r.step(clean(one))
				return
			}
			r.instructions(list, depth+1)
			return
		}
		text := first(texts(v["text"]))
		if text == "" {
			text = first(texts(v["name"]))
		}
		r.step(text)
	}
}

var lineEnds = regexp.MustCompile(`(?i)<br\s*/?>|</p>|</li>|\r\n|\r`)

var sentenceEnds = regexp.MustCompile(`([.!])\s+(\p{Lu})`)

// sentences parts one long text into its lines.
func sentences(text string) (out []string) {
	text = sentenceEnds.ReplaceAllString(lineEnds.ReplaceAllString(text, "\n"), "$1\n$2")
	for _, line := range strings.Split(text, "\n") {
		if line = clean(line); line != "" {
			out = append(out, line)
		}
	}
	return out
}

var tags = regexp.MustCompile(`<[^<>]*>`)

// clean takes marks and escapes out of a text: only words are kept.
func clean(text string) string {
	text = tags.ReplaceAllString(html.UnescapeString(html.UnescapeString(text)), " ")
	return strings.Join(strings.Fields(text), " ")
}

// texts reads a text, a number, a thing with a name, or a list of these.
func texts(v any) (out []string) {
	switch v := v.(type) {
	case string:
		if t := clean(v); t != "" {
			out = append(out, t)
		}
	case float64:
		out = append(out, strings.TrimSuffix(fmt.Sprintf("%g", v), ".0"))
	case []any:
		for _, e := range v {
			out = append(out, texts(e)...)
		}
	case map[string]any:
		for _, name := range []string{"@value", "name", "value", "text"} {
			if t := texts(v[name]); len(t) > 0 {
				return t
			}
		}
	}
	return out
}

func first(list []string) string {
	if len(list) == 0 {
		return ""
	}
	return list[0]
}
