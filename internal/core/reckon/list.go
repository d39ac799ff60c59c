package reckon

import (
	"encoding/json"
	"fmt"
	"strings"
)

// List writes every ask with its members, as a page that one reads.
func List(zones Zones) string {
	var b strings.Builder
	for _, a := range Asks() {
		fmt.Fprintf(&b, "%s: %s\n", a.Name, a.What)
		listMembers(&b, a.Members, "  ")
		reply, _ := json.Marshal(Line(a.Example, zones))
		fmt.Fprintf(&b, "  %s\n  -> %s\n\n", a.Example, reply)
	}
	b.WriteString("Any question may have \"measures\": us (where nothing is said), imperial or metric, for its spoons, cups and pints.\n")
	return b.String()
}

func listMembers(b *strings.Builder, members []Member, indent string) {
	for _, m := range members {
		says := []string{m.Form()}
		if m.What != "" {
			says = append(says, m.What)
		}
		fmt.Fprintf(b, "%s%s: %s\n", indent, m.Name, strings.Join(says, "; "))
		listMembers(b, m.Of, indent+"    ")
	}
}

// Form is what kind of thing a member is.
func (m Member) Form() string {
	switch {
	case m.Of != nil:
		return "list, each with"
	case m.Flag:
		return "true or false"
	case m.Texts != nil:
		return strings.Join(m.Texts, ", ")
	case m.Kinds != nil:
		return kindsSaid(m.Kinds)
	case m.Name == "value":
		return "number"
	}
	return "text"
}

// Schema is the JSON Schema of a question.
func Schema() ([]byte, error) {
	var all []any
	for _, a := range Asks() {
		given := object(a.Members)
		given["properties"].(map[string]any)["measures"] = map[string]any{"enum": []string{"us", "imperial", "metric"}, "default": "us", "description": "whose spoons, cups and pints"}
		all = append(all, map[string]any{
			"type": "object", "title": a.Name, "description": a.What, "required": []string{"ask", "given"}, "additionalProperties": false,
			"properties": map[string]any{"ask": map[string]any{"const": a.Name}, "given": given},
			"examples":   []json.RawMessage{json.RawMessage(a.Example)},
		})
	}
	return json.MarshalIndent(map[string]any{
		"$schema": "https://json-schema.org/draft/2020-12/schema", "title": "A question for jointime reckon, one a line", "oneOf": all,
		"$defs": map[string]any{"amount": map[string]any{
			"description": "an amount; a bare number is one without a unit",
			"oneOf": []any{map[string]any{"type": "number"}, map[string]any{
				"type": "object", "required": []string{"value"}, "additionalProperties": false,
				"properties": map[string]any{"value": map[string]any{"type": "number"}, "unit": map[string]any{"type": "string"}},
			}},
		}},
	}, "", "  ")
}

func object(members []Member) map[string]any {
	properties := map[string]any{}
	for _, m := range members {
		properties[m.Name] = m.schema()
	}
	return map[string]any{"type": "object", "additionalProperties": false, "properties": properties}
}

func (m Member) schema() map[string]any {
	out := map[string]any{}
	if m.What != "" {
		out["description"] = m.What
	}
	switch {
	case m.Of != nil:
		out["type"], out["items"] = "array", object(m.Of)
	case m.Flag:
		out["type"] = "boolean"
	case m.Texts != nil:
		out["enum"] = m.Texts
	case m.Kinds != nil:
		out["$ref"], out["title"] = "#/$defs/amount", kindsSaid(m.Kinds)
	case m.Name == "value":
		out["type"] = "number"
	case m.Name == "from" || m.Name == "until":
		out["oneOf"] = []any{map[string]any{"type": "string"}, map[string]any{"type": "object", "required": []string{"value"}, "properties": map[string]any{"value": map[string]any{"type": "string"}, "zone": map[string]any{"type": "string"}}}}
	default:
		out["type"] = "string"
	}
	return out
}
