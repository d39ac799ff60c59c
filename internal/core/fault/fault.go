// Package fault is how the core says that something typed is wrong: which
// field, and what a cook can do about it.
package fault

import (
	"errors"
	"fmt"
	"strings"
)

// Fault is one thing wrong with one field.
type Fault struct {
	Field string `json:"field"` // like steps[3].time
	What  string `json:"what"`
}

// List gathers faults. The empty list is no error.
type List []Fault

// Add notes a fault.
func (l *List) Add(field, format string, args ...any) {
	*l = append(*l, Fault{field, fmt.Sprintf(format, args...)})
}

// Err is the list as an error, nil where it is empty.
func (l List) Err() error {
	if len(l) == 0 {
		return nil
	}
	return l
}

// Error gives one fault a line.
func (l List) Error() string {
	lines := make([]string, len(l))
	for i, f := range l {
		lines[i] = f.Field + ": " + f.What
	}
	return strings.Join(lines, "\n")
}

// Under notes the faults of a part below the field that the part stands in;
// another error is noted as a fault of that field. Nil notes nothing.
func (l *List) Under(field string, err error) {
	var inner List
	switch {
	case err == nil:
	case errors.As(err, &inner):
		for _, f := range inner {
			*l = append(*l, Fault{field + "." + f.Field, f.What})
		}
	default:
		l.Add(field, "%v", err)
	}
}

// Say is an error told in sentences to whoever typed what is wrong, with its way out; it may
// wrap another one, as fmt.Errorf does.
func Say(format string, args ...any) error { return fmt.Errorf(format, args...) }
