package api

import (
	"context"
	"errors"
	"fmt"
	"io"
	"net/http"
	"strings"
	"time"

	"jointime/internal/core/mise"
	"jointime/internal/formats/label"
)

// routes draw labels and send them to the printer.
func (s labels) routes(at *registry) {
	operation(at, http.MethodGet, "/api/services/{id}/labels", "list-labels", "Labels for what is made ready", s.getLabels)
	operation(at, http.MethodPost, "/api/services/{id}/labels", "print-labels", "Send labels to the printer", s.printLabels)
}

// LabelView is a label and its drawing.
type LabelView struct {
	Label mise.Label `json:"label"`
	SVG   string     `json:"svg"`
}

type labelsInput struct {
	ID    string   `path:"id"`
	Tasks []string `query:"tasks,explode" maxItems:"200" doc:"absent: all"`
}

type labelsOutput struct {
	Body struct {
		Labels  []LabelView `json:"labels" nullable:"false"`
		Printer bool        `json:"printer" doc:"there is one to send them to"`
	}
}

func (s labels) getLabels(ctx context.Context, in *labelsInput) (*labelsOutput, error) {
	list, err := s.labels(ctx, in.ID, in.Tasks)
	if err != nil {
		return nil, s.fail(err)
	}
	out := &labelsOutput{}
	out.Body.Labels, out.Body.Printer = list, s.Printer != ""
	return out, nil
}

func (s labels) labels(ctx context.Context, id string, tasks []string) ([]LabelView, error) {
	x, err := s.app.Stocked(ctx, id)
	if err != nil {
		return nil, err
	}
	out := []LabelView{}
	for _, l := range x.Sheet.Labels(tasks) {
		out = append(out, LabelView{l, label.SVG(l, x.In.Zone)})
	}
	return out, nil
}

type printInput struct {
	ID   string `path:"id"`
	Body struct {
		Tasks []string `json:"tasks" nullable:"false" minItems:"1" maxItems:"200"`
	}
}

type printOutput struct {
	Body struct {
		Printed int `json:"printed"`
	}
}

// printLabels sends labels one after the other; where the printer stops, the answer says
// how many came out. Asked again under the same key, it prints those that did not.
func (s labels) printLabels(ctx context.Context, in *printInput) (*printOutput, error) {
	q, err := s.asked(ctx)
	if err != nil {
		return nil, err
	}
	if s.Printer == "" {
		return nil, problem(noPrinter, "No label printer set up. Print on paper.")
	}
	list, err := s.labels(ctx, in.ID, in.Body.Tasks)
	if err != nil {
		return nil, s.fail(err)
	}
	out := &printOutput{}
	if _, err := s.store.Answered(ctx, q, &out.Body.Printed); err != nil {
		return nil, s.fail(err)
	}
	for _, l := range list[min(out.Body.Printed, len(list)):] {
		if err := send(ctx, s.Printer, l.SVG); err != nil {
			s.Log.Warn("a label was not printed", "error", err)
			return nil, problem(printerStop, fmt.Sprintf("Label printer stopped after %d of %d: %v. Print the rest again, or use paper.", out.Body.Printed, len(list), err))
		}
		out.Body.Printed++
		if err := s.store.Answer(ctx, q, out.Body.Printed); err != nil { // it is printed all the same
			s.Log.Warn("a printed label was not noted", "error", err)
		}
	}
	return out, nil
}

// printerWithin bounds one label.
const printerWithin = 5 * time.Second

func send(ctx context.Context, printer, svg string) error {
	ctx, cancel := context.WithTimeout(ctx, printerWithin)
	defer cancel()
	r, err := http.NewRequestWithContext(ctx, http.MethodPost, strings.TrimSuffix(printer, "/")+"/print", strings.NewReader(svg))
	if err != nil {
		return err
	}
	r.Header.Set("Content-Type", "image/svg+xml")
	resp, err := http.DefaultClient.Do(r)
	if err != nil {
		return errors.New("no answer")
	}
	defer resp.Body.Close()
	if resp.StatusCode >= 300 {
		why, _ := io.ReadAll(io.LimitReader(resp.Body, 200)) // only to be told
		return fmt.Errorf("“%s”", strings.TrimSpace(string(why)))
	}
	return nil
}
