// Package revise joins two changes of one document that were made from the
// same revision: what only one side changed is kept, what both changed
// differently is a conflict.
//
// Documents are JSON values. Lists whose entries are objects with an "id" (or
// a "component", for the parts of a dish) are joined entry by entry; an entry
// that both sides changed is one conflict, whatever its members, so that two
// cooks never make one step between them that neither of them meant. Other
// lists are taken whole.
package revise

import (
	"encoding/json"
	"fmt"
	"reflect"
	"slices"
)

// Merge joins mine and theirs, both made from base. The second result names
// the places that both changed, like steps[rest]; where there are any, the
// joined document is nil.
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
	out := j.join("", b, m, t)
	if len(j.conflicts) > 0 {
		return nil, j.conflicts, nil
	}
	merged, err = json.Marshal(out)
	return merged, nil, err
}

type joiner struct{ conflicts []string }

func (j *joiner) join(path string, b, m, t any) any {
	switch {
	case reflect.DeepEqual(m, t), reflect.DeepEqual(b, t):
		return m
	case reflect.DeepEqual(b, m):
		return t
	}
	if mo, to, ok := both[map[string]any](m, t); ok && path == "" {
		bo, _ := b.(map[string]any)
		return j.object(path, bo, mo, to)
	}
	if ml, tl, ok := both[[]any](m, t); ok {
		if bl, is := b.([]any); is && keyed(bl) && keyed(ml) && keyed(tl) {
			return j.list(path, bl, ml, tl)
		}
	}
	j.conflicts = append(j.conflicts, path)
	return nil
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

// list joins entry by entry. The order is mine; what only theirs has follows
// the entry that it follows there. Where both sides moved entries, differently,
// that is a conflict.
func (j *joiner) list(path string, b, m, t []any) []any {
	if moved(b, m) && moved(b, t) && !reflect.DeepEqual(order(m), order(t)) {
		j.conflicts = append(j.conflicts, path)
		return nil
	}
	if !moved(b, m) && moved(b, t) {
		m, t = t, m // the side that moved entries gives the order; joining is the same both ways
	}
	bm, tm := byKey(b), byKey(t)
	out := []any{}
	for _, e := range m {
		k := keyOf(e)
		if v := j.entry(fmt.Sprintf("%s[%s]", path, k), bm[k], e, tm[k]); v != nil {
			out = append(out, v)
		}
	}
	return j.insertMissing(path, out, bm, byKey(m), t)
}

// entry joins one entry; nil: it is gone.
func (j *joiner) entry(path string, b, m, t any) any {
	switch {
	case reflect.DeepEqual(m, t), reflect.DeepEqual(b, t):
		return m
	case reflect.DeepEqual(b, m):
		return t
	}
	j.conflicts = append(j.conflicts, path)
	return nil
}

func (j *joiner) insertMissing(path string, out []any, bm, mm map[string]any, t []any) []any {
	for i, e := range t {
		k := keyOf(e)
		if mm[k] != nil {
			continue
		}
		if v := j.entry(fmt.Sprintf("%s[%s]", path, k), bm[k], nil, e); v != nil {
			at := 0
			if i > 0 {
				before := keyOf(t[i-1])
				at = slices.IndexFunc(out, func(o any) bool { return keyOf(o) == before }) + 1
			}
			out = slices.Insert(out, at, v)
		}
	}
	return out
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
