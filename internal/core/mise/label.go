package mise

import (
	"slices"
	"strings"
	"time"
)

// Label is what stands on a container: what is in it, made when and by whom,
// until when it is to be used, and what must not be forgotten of it.
type Label struct {
	Task      string     `json:"task"`
	Name      string     `json:"name"`
	What      string     `json:"what" doc:"the steps that it has had"`
	Section   string     `json:"section"`
	Amount    string     `json:"amount"`
	Container string     `json:"container,omitempty"`
	Made      *time.Time `json:"made,omitempty" doc:"absent: it is not ticked yet"`
	By        string     `json:"by,omitempty" doc:"who ticked it"`
	UseBy     *time.Time `json:"useBy,omitempty" doc:"absent: how long it keeps was never said, or it is not made"`
	For       string     `json:"for"`
	Allergens string     `json:"allergens"`
}

// Labels are those of tasks, in the order of the sheet; of all where none is
// named. What is not made yet has no dates: they are written in by hand.
func (s Sheet) Labels(tasks []string) []Label {
	out := []Label{}
	for _, d := range s.Days {
		for _, x := range d.Sections {
			for _, t := range x.Tasks {
				if len(tasks) == 0 || slices.Contains(tasks, t.ID) {
					out = append(out, t.label(x.Name))
				}
			}
		}
	}
	return out
}

func (t Task) label(section string) Label {
	l := Label{Task: t.ID, Name: t.Name, What: t.What, Section: section, Amount: t.Figure, Container: t.Container, For: strings.Join(t.Dishes, ", "), Allergens: t.allergens()}
	if len(t.Ticks) == 0 {
		return l
	}
	first, last := t.Ticks[0], t.Ticks[len(t.Ticks)-1]
	made := last.At
	l.Made, l.By, l.Amount = &made, last.Who, t.Made.String()
	if t.KeepsFor > 0 {
		until := first.At.Add(time.Duration(t.KeepsFor) * time.Second)
		l.UseBy = &until
	}
	return l
}

// allergens in words. What was never told is never shown as free of anything.
func (t Task) allergens() string {
	text := strings.Join(t.Allergens, ", ")
	switch {
	case text != "" && t.Unknown:
		return "contains " + text + "; others unknown"
	case text != "":
		return "contains " + text
	case t.Unknown:
		return "allergens not all known"
	}
	return "no listed allergens in its ingredients"
}
