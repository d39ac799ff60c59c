package schedule

import (
	"encoding/json"
	"fmt"
	"io"
	"strings"
)

// Fault is one thing wrong with a document, and its place in it.
type Fault struct {
	Path string // like tasks[3].uses[0].units; empty for the whole document
	What string
}

// Faults lists everything wrong with a document. It is the error that the
// readers return for malformed input.
type Faults []Fault

// Error gives one fault a line, each as "place: what".
func (f Faults) Error() string {
	lines := make([]string, len(f))
	for i, fault := range f {
		lines[i] = fault.What
		if fault.Path != "" {
			lines[i] = fault.Path + ": " + fault.What
		}
	}
	return strings.Join(lines, "\n")
}

// maxDepth bounds the nesting of a document, so that a hostile one cannot
// exhaust the stack.
const maxDepth = 200

// node is one JSON value with its members in the order of the text, so that
// members that occur twice can be told.
type node struct {
	value   any // json.Number, string, bool, nil, []node or []member
	members []member
	items   []node
	kind    byte // '{', '[', or 0
}

type member struct {
	name string
	node node
}

// parse reads one JSON value and nothing after it.
func parse(text io.Reader) (node, error) {
	dec := json.NewDecoder(text)
	dec.UseNumber()
	n, err := parseValue(dec, 0)
	if err == nil {
		if _, end := dec.Token(); end != io.EOF {
			err = fmt.Errorf("there is more text after the document")
		}
	}
	if err != nil {
		return n, Faults{{"", fmt.Sprintf("not JSON at byte %d: %v", dec.InputOffset(), err)}}
	}
	return n, nil
}

func parseValue(dec *json.Decoder, depth int) (node, error) {
	if depth > maxDepth {
		return node{}, fmt.Errorf("nested more than %d deep", maxDepth)
	}
	token, err := dec.Token()
	if err == io.EOF {
		err = io.ErrUnexpectedEOF
	}
	if err != nil {
		return node{}, err
	}
	open, isDelim := token.(json.Delim)
	if !isDelim {
		return node{value: token}, nil
	}
	n := node{kind: byte(open)}
	for dec.More() {
		if err := n.parseEntry(dec, depth); err != nil {
			return n, err
		}
	}
	_, err = dec.Token()
	return n, err
}

// parseEntry reads the next item of a list or the next member of an object.
func (n *node) parseEntry(dec *json.Decoder, depth int) error {
	if n.kind == '[' {
		item, err := parseValue(dec, depth+1)
		n.items = append(n.items, item)
		return err
	}
	name, err := dec.Token()
	if err != nil {
		return err
	}
	value, err := parseValue(dec, depth+1)
	n.members = append(n.members, member{name.(string), value})
	return err
}
