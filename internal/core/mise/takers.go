package mise

import (
	"strings"

	"jointime/internal/core/recipe/quantity"
)

// takers tell for which dishes it is, and what waits for it.
func (m *maker) takers(t *Task, made quantity.Made) {
	dishes := map[string]bool{}
	for _, d := range m.Book.Dishes {
		dishes[d.Name] = true
	}
	seen := map[string]bool{}
	var follow func(made quantity.Made)
	follow = func(made quantity.Made) {
		for _, k := range made.Takers {
			if seen[k.Name] || k.Spare {
				continue
			}
			seen[k.Name] = true
			if name, _, _ := strings.Cut(k.Name, ", "); dishes[k.Name] || dishes[name] {
				if !seen[name] || dishes[k.Name] { // a version stands for itself only where the dish does not
					t.Dishes = append(t.Dishes, k.Name)
				}
				continue
			}
			t.Waiting = append(t.Waiting, k.Name)
			for _, other := range m.Exploded.Make {
				if other.Name == k.Name {
					follow(other)
				}
			}
		}
	}
	follow(made)
	for _, e := range m.Exploded.Ledger {
		if e.Component != base(made.Component) {
			continue
		}
		for _, k := range e.Takers {
			if !seen[k.Name] {
				seen[k.Name] = true
				t.Waiting = append(t.Waiting, k.Name)
			}
		}
	}
}
