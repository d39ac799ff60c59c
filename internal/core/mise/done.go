package mise

import (
	"cmp"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// tick adds up what was ticked.
func (m *maker) tick(t *Task) {
	t.Made = units.Amount{Unit: t.Make.Unit}
	through := units.Through{}
	if d := m.Book.Made(base(t.Component)).Density; d != nil {
		through.Density = *d
	}
	for _, k := range m.ticks[t.ID] {
		k.At, k.Received = k.At.In(m.Zone), k.Received.In(m.Zone)
		t.Ticks = append(t.Ticks, k)
		if a, _, err := k.Amount.Basic(m.Ways.Measures).As(t.Make.Unit, through); err == nil {
			t.Made.Quantity += a.Quantity
		}
	}
	need := m.need(t.Component)
	t.Missing = units.Amount{Quantity: max(0, need.Quantity-t.Made.Quantity), Unit: t.Make.Unit}
	if t.Missing.Quantity < 0.005*need.Quantity {
		t.Missing.Quantity = 0
	}
	t.Done = len(t.Ticks) > 0 && t.Missing.Quantity == 0
	if t.Done && t.KeepsFor > 0 { // of what was made in parts, the oldest decides
		until := t.Ticks[0].At.Add(time.Duration(t.KeepsFor) * time.Second)
		t.Keeps = &until
	}
	if len(t.Ticks) > 0 && !t.Done {
		t.Still, _ = m.Ways.Read(t.Missing)
	}
	t.Twice = twice(t.Ticks, t.Made, need)
}

// Stray is a tick of a task that is no longer on the sheet.
type Stray struct {
	Tick
	Name string `json:"name" doc:"of the component that it was of"`
}

// stray are ticks of tasks that are no longer on the sheet: the menu or a dish
// has changed since. They are shown, and never lost.
func (m *maker) stray(tasks []Task, visits []Visit) []Stray {
	on := map[string]bool{}
	for _, t := range tasks {
		on[t.ID] = true
		for _, o := range t.Outs {
			on[o.ID] = true
		}
	}
	for _, v := range visits {
		on[v.ID] = true
	}
	out := []Stray{}
	for task, list := range m.ticks {
		if on[task] {
			continue
		}
		component, _, _ := strings.Cut(task, "/")
		name := m.Book.Components[base(component)].Name
		for _, t := range list {
			out = append(out, Stray{t, cmp.Or(name, words.Upper(strings.ReplaceAll(base(component), "-", " ")))})
		}
	}
	slices.SortFunc(out, func(a, b Stray) int { return cmp.Or(a.At.Compare(b.At), cmp.Compare(a.ID, b.ID)) })
	return out
}

// Ticked are the makings that were ticked, for the sums.
func (s Sheet) Ticked() (out []quantity.Done) {
	for _, d := range s.Days {
		for _, x := range d.Sections {
			for _, t := range x.Tasks {
				for _, k := range t.Ticks {
					out = append(out, quantity.Done{Component: t.Component, Amount: k.Amount, At: k.At, From: t.from, To: t.to, Partly: !t.Last})
				}
			}
		}
	}
	return out
}
