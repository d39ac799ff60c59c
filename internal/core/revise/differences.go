package revise

import (
	"cmp"
	"encoding/json"
	"fmt"
	"reflect"
	"slices"
	"strings"

	"jointime/internal/core/fault"
	"jointime/internal/core/units"
)

// Difference is one place in which two revisions of a document differ.
type Difference struct {
	Where string `json:"where" doc:"as the forms name it: Sear: hold, up to"`
	Was   string `json:"was" doc:"empty: it was not there"`
	Is    string `json:"is" doc:"empty: it is gone"`

	place string // names and keys from the outside in, like methods[oven] steps[roast] time
}

// Differences lists where a later revision of a document differs from an earlier
// one, member by member, entries of lists by their ids. Named gives the
// names of other documents by their ids, empty for what is none; it may be nil.
func Differences(earlier, later []byte, named func(id string) string) ([]Difference, error) {
	var a, b any
	if err := json.Unmarshal(earlier, &a); err != nil {
		return nil, fmt.Errorf("compare: %w", err)
	}
	if err := json.Unmarshal(later, &b); err != nil {
		return nil, fmt.Errorf("compare: %w", err)
	}
	called := map[string]string{}
	collect(a, called)
	collect(b, called)
	c := comparison{out: []Difference{}, named: func(id string) string {
		if name := called[id]; name != "" || named == nil {
			return name
		}
		return named(id)
	}}
	c.compare("", a, b)
	for i, d := range c.out {
		c.out[i].Where = fault.Label(d.place, c.named)
	}
	return c.out, nil
}

// comparison is of two documents, of whose members named gives the names by their ids.
type comparison struct {
	out   []Difference
	named func(id string) string
}

// At are those of some differences that lie in one of some places, given as Merge gives them.
func At(list []Difference, places []string) []Difference {
	return slices.DeleteFunc(list, func(d Difference) bool {
		return !slices.ContainsFunc(places, func(p string) bool { return strings.HasPrefix(d.place, strings.ReplaceAll(p, ".", " ")) })
	})
}

// Labels are places, given as Merge gives them, as the forms name them, with the names that
// a document has.
func Labels(places []string, document []byte) (out []string) {
	var doc any
	called := map[string]string{}
	if json.Unmarshal(document, &doc) == nil {
		collect(doc, called)
	}
	for _, p := range places {
		out = append(out, fault.Label(p, func(id string) string { return called[id] }))
	}
	return out
}

// collect gathers the names of all entries by their ids.
func collect(v any, into map[string]string) {
	switch v := v.(type) {
	case map[string]any:
		id, _ := v["id"].(string)
		if name, named := v["name"].(string); named && id != "" {
			into[id] = name
		}
		for _, inner := range v {
			collect(inner, into)
		}
	case []any:
		for _, inner := range v {
			collect(inner, into)
		}
	}
}

func (c *comparison) compare(where string, a, b any) {
	if reflect.DeepEqual(a, b) {
		return
	}
	if ao, bo, ok := both[map[string]any](a, b); ok && !amount(ao) && !amount(bo) {
		for _, name := range names(ao, bo) {
			c.compare(join(where, name), ao[name], bo[name])
		}
		return
	}
	if al, bl, ok := both[[]any](a, b); ok && keyed(al) && keyed(bl) {
		am, bm := byKey(al), byKey(bl)
		for _, k := range order(bl) {
			c.compare(fmt.Sprintf("%s[%s]", where, k), am[k], bm[k])
		}
		for _, k := range order(al) {
			if bm[k] == nil {
				c.compare(fmt.Sprintf("%s[%s]", where, k), am[k], nil)
			}
		}
		if moved(al, bl) {
			c.out = append(c.out, Difference{place: where + " order", Was: c.list(order(al)), Is: c.list(order(bl))})
		}
		return
	}
	c.out = append(c.out, Difference{place: where, Was: c.said(where, a), Is: c.said(where, b)})
}

func join(where, name string) string {
	if where == "" {
		return name
	}
	return where + " " + name
}

func amount(v map[string]any) bool {
	_, is := v["quantity"].(float64)
	return is
}

// inSeconds are the members that are lengths of time.
var inSeconds = []string{"quick", "usual", "slow", "least", "most", "seconds", "for", "at", "more", "wash", "within", "order"}

// said writes a value as short as it can be: a name for what has one, times and amounts as
// people write them.
func (c *comparison) said(where string, v any) string {
	switch v := v.(type) {
	case nil:
		return ""
	case string:
		return c.name(v)
	case bool:
		return map[bool]string{true: "yes", false: "no"}[v]
	case float64:
		if member := where[strings.LastIndexByte(where, ' ')+1:]; slices.Contains(inSeconds, member) {
			return units.FormatDuration(int64(v))
		}
	case map[string]any:
		if name, ok := v["name"].(string); ok {
			return name
		}
		if amount(v) {
			unit, _ := v["unit"].(string)
			return units.Amount{Quantity: v["quantity"].(float64), Unit: units.Unit(unit)}.String()
		}
		if id, ok := v["component"].(string); ok {
			return c.name(id)
		}
	case []any:
		var list []string
		for _, x := range v {
			list = append(list, c.said(where, x))
		}
		return strings.Join(list, ", ")
	}
	text, _ := json.Marshal(v) // it came from JSON
	return string(text)
}

// name is that of what has an id; other text stays as it is.
func (c *comparison) name(id string) string { return cmp.Or(c.named(id), id) }

func (c *comparison) list(ids []string) string {
	out := make([]string, len(ids))
	for i, id := range ids {
		out[i] = c.name(id)
	}
	return strings.Join(out, ", ")
}
