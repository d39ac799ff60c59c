package mise

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/words"
)

// lineCheck is how long before its course a jug stands ready: with the check of the line.
// Common practice, without a source.
const lineCheck = 40 * time.Minute

// jugs are what is poured or laid at the table goes out in: one for each table, or, where the
// tables are not known, for each wave.
func (m *maker) jugs() []Visit {
	out := []Visit{}
	for c, course := range m.Plan.Courses {
		seen := map[string]int{} // by component: how many
		for _, s := range course.Sent {
			for _, p := range s.Plates {
				dish, _, _ := strings.Cut(p.Dish, "~")
				for _, id := range m.Book.Dishes[dish].Plate.AtTable() {
					seen[id] += max(1, len(s.Tables))
				}
			}
		}
		ids := []string{}
		for id := range seen {
			ids = append(ids, id)
		}
		slices.Sort(ids)
		at := course.Hour.Add(-lineCheck).In(m.Zone)
		for _, id := range ids {
			made := m.Book.Made(id)
			out = append(out, m.ticked(Visit{ID: fmt.Sprintf("jug/%d/%s", c, id), Name: made.Name, What: words.Count(seen[id], "jug") + " for the table", At: at, Ticks: []Tick{}, section: made.Section, day: at.Format(dayLayout)}))
		}
	}
	return out
}

// otherwise is a step that only some guests have, before the service: it stands in no task of the
// component, which is made for all.
func (m *maker) otherwise(b report.Bar, c recipe.Component) (Visit, bool) {
	if b.LeadIn != "" || !strings.Contains(b.Step, "~") || b.Start.After(m.Begins.Add(-lineCheck)) {
		return Visit{}, false
	}
	at := b.Start.In(m.Zone)
	return Visit{ID: b.ID + "/visit 1", Name: words.Step(c.Name, b.Name), What: words.Count(b.Portions, "portion") + ": " + strings.Join(b.Mind, "; "), At: at, For: b.To - b.From, Ticks: []Tick{}, section: c.Section, day: at.Format(dayLayout)}, true
}
