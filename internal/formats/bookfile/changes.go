package bookfile

import (
	"encoding/json"

	"jointime/internal/core/revise"
)

// Item is a thing of a file against what is there now.
type Item struct {
	Kind        string              `json:"kind" enum:"kitchen,supplier,ingredient,component,dish,menu"`
	ID          string              `json:"id"`
	Name        string              `json:"name"`
	What        string              `json:"what" enum:"new,changed,same"`
	Differences []revise.Difference `json:"differences,omitempty" doc:"what taking it in changes"`
	Body        any                 `json:"-"`
}

// Changes says what taking a file in would change. What the file does not have
// stays as it is.
func Changes(now, file File) ([]Item, error) {
	was := map[string]Item{}
	for _, i := range now.items() {
		was[i.Kind+"/"+i.ID] = i
	}
	out := []Item{}
	for _, i := range file.items() {
		old, known := was[i.Kind+"/"+i.ID]
		i.What = "new"
		if known {
			var err error
			if i.Differences, err = differences(old.Body, i.Body); err != nil {
				return nil, err
			}
			i.What = "same"
			if len(i.Differences) > 0 {
				i.What = "changed"
			}
		}
		out = append(out, i)
	}
	return out, nil
}

func differences(a, b any) ([]revise.Difference, error) {
	x, err := json.Marshal(a)
	if err != nil {
		return nil, err
	}
	y, err := json.Marshal(b)
	if err != nil {
		return nil, err
	}
	return revise.Differences(x, y, nil)
}

// items lists everything in a file, what is used before what uses it.
func (f File) items() (out []Item) {
	for _, k := range f.Kitchens {
		out = append(out, Item{Kind: "kitchen", ID: k.ID, Name: k.Name, Body: k})
	}
	for _, s := range f.Suppliers {
		out = append(out, Item{Kind: "supplier", ID: s.ID, Name: s.Name, Body: s})
	}
	for _, i := range f.Ingredients {
		out = append(out, Item{Kind: "ingredient", ID: i.ID, Name: i.Name, Body: i})
	}
	for _, c := range f.Components {
		out = append(out, Item{Kind: "component", ID: c.ID, Name: c.Name, Body: c})
	}
	for _, d := range f.Dishes {
		out = append(out, Item{Kind: "dish", ID: d.ID, Name: d.Name, Body: d})
	}
	for _, m := range f.Menus {
		out = append(out, Item{Kind: "menu", ID: m.ID, Name: m.Name, Body: m})
	}
	return out
}
