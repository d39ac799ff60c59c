// Package standin holds small stand-ins for the devices outside: here, a label
// printer that takes SVG over HTTP and shows what it has printed.
package standin

import (
	"encoding/xml"
	"errors"
	"fmt"
	"io"
	"net/http"
	"strings"
	"sync"
)

// Printer is a simulated label printer. POST /print takes one label, GET /
// shows all; POST /paper?out=true takes its paper away, and ?out=false gives it
// back. The zero value is ready.
type Printer struct {
	mu      sync.Mutex
	labels  []string
	noPaper bool
}

// maxLabel is the largest label that is taken, in bytes.
const maxLabel = 64 << 10

// ServeHTTP answers as the printer.
func (p *Printer) ServeHTTP(w http.ResponseWriter, r *http.Request) {
	switch r.Method + " " + r.URL.Path {
	case "POST /print":
		p.print(w, r)
	case "POST /paper":
		p.mu.Lock()
		p.noPaper = r.URL.Query().Get("out") == "true"
		p.mu.Unlock()
	case "GET /":
		w.Header().Set("Content-Type", "text/html; charset=utf-8")
		fmt.Fprintf(w, `<!doctype html><title>Label printer</title><body style="display:grid;gap:4mm;margin:8mm;font-family:sans-serif">%s`, strings.Join(p.Labels(), "\n"))
	default:
		http.NotFound(w, r)
	}
}

func (p *Printer) print(w http.ResponseWriter, r *http.Request) {
	text, err := io.ReadAll(io.LimitReader(r.Body, maxLabel+1))
	switch {
	case err != nil || len(text) > maxLabel:
		http.Error(w, "the label is too long", http.StatusRequestEntityTooLarge)
		return
	case r.Header.Get("Content-Type") != "image/svg+xml" || !isSVG(text):
		http.Error(w, "only SVG is printed here", http.StatusUnsupportedMediaType)
		return
	}
	p.mu.Lock()
	defer p.mu.Unlock()
	if p.noPaper {
		http.Error(w, "out of paper", http.StatusConflict)
		return
	}
	p.labels = append(p.labels, string(text))
	w.WriteHeader(http.StatusNoContent)
}

// isSVG tells a whole SVG document from anything else.
func isSVG(text []byte) bool {
	d, root := xml.NewDecoder(strings.NewReader(string(text))), false
	for {
		t, err := d.Token()
		if errors.Is(err, io.EOF) {
			return root
		}
		if err != nil {
			return false
		}
		if e, is := t.(xml.StartElement); is && !root {
			if root = e.Name.Local == "svg"; !root {
				return false
			}
		}
	}
}

// Labels are those that were printed, in their order.
func (p *Printer) Labels() []string {
	p.mu.Lock()
	defer p.mu.Unlock()
	return append([]string{}, p.labels...)
}
