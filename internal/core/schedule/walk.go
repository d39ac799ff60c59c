package schedule

import (
	"encoding/json"
	"fmt"
	"regexp"
	"strconv"
)

// Ranges of the numbers of the formats.
const (
	maxTime     = 1_000_000_000
	maxWeight   = 10_000
	maxChoice   = 1_000_000 // of what a resource costs, and of keeping to one
	maxUnits    = 1_000_000
	minDegrees  = -300
	maxDegrees  = 2_000
	maxRate     = 100_000
	maxTolerate = 1_000
)

// walker visits a document and gathers faults.
type walker struct{ faults Faults }

func (w *walker) fault(path, format string, args ...any) {
	w.faults = append(w.faults, Fault{path, fmt.Sprintf(format, args...)})
}

func (w *walker) err() error {
	if len(w.faults) == 0 {
		return nil
	}
	return w.faults
}

// field is one known member of an object: its name and what to do with it.
type field struct {
	name     string
	required bool
	read     func(path string, n node)
}

// object visits the members of an object: each once, all known, none of the
// required ones missing. The member note is free.
func (w *walker) object(path string, n node, fields []field) {
	if n.kind != '{' {
		w.fault(path, "must be an object")
		return
	}
	seen := map[string]bool{}
	for _, m := range n.members {
		at := join(path, m.name)
		if seen[m.name] {
			w.fault(at, "occurs twice")
			continue
		}
		seen[m.name] = true
		if m.name == "note" {
			continue
		}
		if f := find(fields, m.name); f != nil {
			f.read(at, m.node)
		} else {
			w.fault(at, "no known member")
		}
	}
	for _, f := range fields {
		if f.required && !seen[f.name] {
			w.fault(join(path, f.name), "is missing")
		}
	}
}

func find(fields []field, name string) *field {
	for i := range fields {
		if fields[i].name == name {
			return &fields[i]
		}
	}
	return nil
}

func join(path, name string) string {
	if path == "" {
		return name
	}
	return path + "." + name
}

func item(path string, i int) string { return path + "[" + strconv.Itoa(i) + "]" }

func (w *walker) list(path string, n node, each func(path string, n node)) {
	if n.kind != '[' {
		w.fault(path, "must be a list")
		return
	}
	for i, entry := range n.items {
		each(item(path, i), entry)
	}
}

func (w *walker) text(path string, n node) string {
	s, ok := n.value.(string)
	if !ok || n.kind != 0 {
		w.fault(path, "must be a text")
	}
	return s
}

func (w *walker) id(path string, n node) string {
	s := w.text(path, n)
	if _, ok := n.value.(string); ok && s == "" {
		w.fault(path, "must not be empty")
	}
	return s
}

func (w *walker) truth(path string, n node) bool {
	b, ok := n.value.(bool)
	if !ok {
		w.fault(path, "must be true or false")
	}
	return b
}

var wholeNumber = regexp.MustCompile(`^-?[0-9]+$`)

// number reads a whole number within [low, high].
func (w *walker) number(path string, n node, low, high int64) int64 {
	literal, ok := n.value.(json.Number)
	switch {
	case !ok:
		w.fault(path, "must be a number")
		return low
	case !wholeNumber.MatchString(literal.String()):
		w.fault(path, "must be written without fraction or exponent")
		return low
	}
	v, err := strconv.ParseInt(literal.String(), 10, 64)
	switch {
	case err != nil || v > high:
		if literal.String()[0] != '-' {
			w.fault(path, "must be %d or less", high)
			return high
		}
		fallthrough
	case v < low:
		w.fault(path, "must be %d or more", low)
		return low
	}
	return v
}

func (w *walker) time(path string, n node) int64 { return w.number(path, n, -maxTime, maxTime) }

// span reads an interval [a, b] with a no later than b.
func (w *walker) span(path string, n node) Span {
	if n.kind != '[' || len(n.items) != 2 {
		w.fault(path, "must be a list of two times")
		return Span{}
	}
	s := Span{w.time(item(path, 0), n.items[0]), w.time(item(path, 1), n.items[1])}
	if s[0] > s[1] {
		w.fault(path, "must not end before it begins")
		s[1] = s[0]
	}
	return s
}

// The setters below make a field that stores what it reads.

func (w *walker) setText(name string, into *string) field {
	return field{name, false, func(p string, n node) { *into = w.text(p, n) }}
}

func (w *walker) setID(name string, into *string) field {
	return field{name, true, func(p string, n node) { *into = w.id(p, n) }}
}

func (w *walker) setNumber(name string, required bool, into *int64, low, high int64) field {
	return field{name, required, func(p string, n node) { *into = w.number(p, n, low, high) }}
}

func (w *walker) setOptional(name string, into **int64, low, high int64) field {
	return field{name, false, func(p string, n node) { v := w.number(p, n, low, high); *into = &v }}
}

func (w *walker) setTruth(name string, into *bool) field {
	return field{name, false, func(p string, n node) { *into = w.truth(p, n) }}
}

// readList gathers the entries of a list member; the result is empty, never
// nil, when the member is there.
func readList[T any](w *walker, name string, required bool, into *[]T, read func(path string, n node) T) field {
	return field{name, required, func(p string, n node) {
		*into = []T{}
		w.list(p, n, func(p string, n node) { *into = append(*into, read(p, n)) })
	}}
}

// setFormat checks the two members that say what a document is.
func (w *walker) setFormat(want string) []field {
	return []field{
		{"format", true, func(p string, n node) {
			if s, _ := n.value.(string); s != want {
				w.fault(p, "must be %q", want)
			}
		}},
		{"version", true, func(p string, n node) {
			if v, _ := n.value.(json.Number); v.String() != strconv.Itoa(Version) {
				w.fault(p, "must be %d", Version)
			}
		}},
	}
}
