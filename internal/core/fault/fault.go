// Package fault is how the core says that something typed is wrong: which
// field, and what a cook can do about it.
package fault

import (
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
