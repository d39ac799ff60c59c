package revise

import (
	"encoding/json"
	"fmt"
	"reflect"
)

// Difference is one place in which two revisions of a document differ.
type Difference struct {
	Where string `json:"where" doc:"names and keys from the outside in, like methods[oven] steps[roast] time"`
	Was   string `json:"was" doc:"empty: it was not there"`
	Is    string `json:"is" doc:"empty: it is gone"`
}

// Differences lists where a later revision of a document differs from an earlier
// one, member by member, entries of lists by their ids.
func Differences(earlier, later []byte) ([]Difference, error) {
	var a, b any
	if err := json.Unmarshal(earlier, &a); err != nil {
		return nil, fmt.Errorf("compare: %w", err)
	}
	if err := json.Unmarshal(later, &b); err != nil {
		return nil, fmt.Errorf("compare: %w", err)
	}
	out := []Difference{}
	compare("", a, b, &out)
	return out, nil
}

func compare(where string, a, b any, out *[]Difference) {
	if reflect.DeepEqual(a, b) {
		return
	}
	if ao, bo, ok := both[map[string]any](a, b); ok {
		for _, name := range names(ao, bo) {
			compare(join(where, name), ao[name], bo[name], out)
		}
		return
	}
	if al, bl, ok := both[[]any](a, b); ok && keyed(al) && keyed(bl) {
		am, bm := byKey(al), byKey(bl)
		for _, k := range order(bl) {
			compare(fmt.Sprintf("%s[%s]", where, k), am[k], bm[k], out)
		}
		for _, k := range order(al) {
			if bm[k] == nil {
				compare(fmt.Sprintf("%s[%s]", where, k), am[k], nil, out)
			}
		}
		if moved(al, bl) {
			*out = append(*out, Difference{where + ", order", said(order(al)), said(order(bl))})
		}
		return
	}
	*out = append(*out, Difference{where, said(a), said(b)})
}

func join(where, name string) string {
	if where == "" {
		return name
	}
	return where + " " + name
}

// said writes a value as short as it can be: a name for what has one.
func said(v any) string {
	switch v := v.(type) {
	case nil:
		return ""
	case string:
		return v
	case map[string]any:
		if name, ok := v["name"].(string); ok {
			return name
		}
	}
	text, _ := json.Marshal(v) // it came from JSON
	return string(text)
}
