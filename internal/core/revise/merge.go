// Package revise joins two changes of one document that were made from the
// same revision: what only one side changed is kept, what both changed
// differently is a conflict.
//
// Documents are JSON values. Lists whose entries are objects with an "id" (or
// a "component", for the parts of a dish) are joined entry by entry; an entry
// that both sides changed is one conflict, whatever its members (save that of
// a method, whose steps are joined in turn), so that two
// cooks never make one step between them that neither of them meant. Other
// lists are taken whole.
package revise

import (
	"encoding/json"
	"fmt"
	"reflect"
	"slices"
	"strings"
)

// Merge joins mine and theirs, both made from base. The second result names
// the places that both changed, like steps[rest]; there the joined document
// has mine, and it is for the caller to say whether that may stand.
func Merge(base, mine, theirs []byte) (merged []byte, conflicts []string, err error) {
	var b, m, t any
	for _, doc := range []struct {
		text []byte
		into *any
	}{{base, &b}, {mine, &m}, {theirs, &t}} {
		if err := json.Unmarshal(doc.text, doc.into); err != nil {
			return nil, nil, fmt.Errorf("merge: %w", err)
		}
	}
	j := &joiner{}
	merged, err = json.Marshal(j.join("", b, m, t))
	return merged, j.conflicts, err
}

type joiner struct{ conflicts []string }

func (j *joiner) join(path string, b, m, t any) any {
	switch {
	case reflect.DeepEqual(m, t), reflect.DeepEqual(b, t):
		return m
	case reflect.DeepEqual(b, m):
		return t
	}
	if mo, to, ok := both[map[string]any](m, t); ok && (path == "" || path == "plate" || path == "own") {
		bo, _ := b.(map[string]any)
		if path != "" {
			path += "."
		}
		return j.object(path, bo, mo, to)
	}
	if ml, tl, ok := both[[]any](m, t); ok {
		if bl, is := b.([]any); is && keyed(bl) && keyed(ml) && keyed(tl) {
			return j.list(path, bl, ml, tl)
		}
	}
	j.conflicts = append(j.conflicts, path)
	return m
}

func both[T any](m, t any) (T, T, bool) {
	x, ok1 := m.(T)
	y, ok2 := t.(T)
	return x, y, ok1 && ok2
}

func (j *joiner) object(path string, b, m, t map[string]any) map[string]any {
	out := map[string]any{}
	for _, name := range names(m, t) {
		if v := j.join(path+name, b[name], m[name], t[name]); v != nil {
			out[name] = v
		}
	}
	return out
}

func names(maps ...map[string]any) (out []string) {
	for _, m := range maps {
		for name := range m {
			if !slices.Contains(out, name) {
				out = append(out, name)
			}
		}
	}
	slices.Sort(out)
	return out
}

// keyOf is what tells an entry of a list; empty for others.
func keyOf(entry any) string {
	o, _ := entry.(map[string]any)
	for _, name := range []string{"id", "component", "course"} {
		if s, ok := o[name].(string); ok && s != "" {
			return s
		}
	}
	return ""
}

func keyed(list []any) bool {
	seen := map[string]bool{}
	for _, e := range list {
		k := keyOf(e)
		if k == "" || seen[k] {
			return false
		}
		seen[k] = true
	}
	return true
}

// list joins entry by entry. The order is that of the side that moved entries,
// or mine; what only the other has follows the entry that it follows there.
// Where both sides moved entries, differently, that is a conflict.
func (j *joiner) list(path string, b, m, t []any) []any {
	if moved(b, m) && moved(b, t) && !reflect.DeepEqual(order(m), order(t)) {
		j.conflicts = append(j.conflicts, path)
	}
	first, second := m, t
	if !moved(b, m) && moved(b, t) {
		first, second = t, m // the side that moved entries gives the order
	}
	bm, mm, tm := byKey(b), byKey(m), byKey(t)
	out := []any{}
	for _, k := range order(first) {
		if v := j.entry(fmt.Sprintf("%s[%s]", path, k), bm[k], mm[k], tm[k]); v != nil {
			out = append(out, v)
		}
	}
	seen := byKey(first)
	for i, k := range order(second) {
		if seen[k] != nil {
			continue
		}
		if v := j.entry(fmt.Sprintf("%s[%s]", path, k), bm[k], mm[k], tm[k]); v != nil {
			out = slices.Insert(out, placeAfter(out, second, i), v)
		}
	}
	return out
}

// placeAfter is where an entry goes that only one list has: after the entry
// that it follows there.
func placeAfter(out, list []any, i int) int {
	if i == 0 {
		return 0
	}
	before := keyOf(list[i-1])
	return slices.IndexFunc(out, func(o any) bool { return keyOf(o) == before }) + 1
}

// entry joins one entry; nil: it is gone.
func (j *joiner) entry(path string, b, m, t any) any {
	switch {
	case reflect.DeepEqual(m, t), reflect.DeepEqual(b, t):
		return m
	case reflect.DeepEqual(b, m):
		return t
	}
	bo, _ := b.(map[string]any)
	if mo, to, ok := both[map[string]any](m, t); ok && bo != nil && opens(path) {
		return j.object(path+".", bo, mo, to)
	}
	j.conflicts = append(j.conflicts, path)
	return m
}

// opens tells the entries that are joined member by member: a method is a
// list of steps, and two cooks may each change one.
func opens(path string) bool {
	return strings.HasPrefix(path, "methods[") && !strings.Contains(path, "].")
}

func byKey(list []any) map[string]any {
	out := map[string]any{}
	for _, e := range list {
		out[keyOf(e)] = e
	}
	return out
}

func order(list []any) (out []string) {
	for _, e := range list {
		out = append(out, keyOf(e))
	}
	return out
}

// moved reports whether the entries that both lists have stand in another
// order.
func moved(b, x []any) bool {
	only := func(a, o []any) (out []string) {
		has := byKey(o)
		for _, k := range order(a) {
			if has[k] != nil {
				out = append(out, k)
			}
		}
		return out
	}
	return !slices.Equal(only(b, x), only(x, b))
}
