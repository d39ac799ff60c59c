// Package told says in time what a service cannot have: what is out of season on its day, what
// could no longer be begun, and dishes and plates on which there is nothing.
package told

import (
	"cmp"
	"fmt"
	"slices"
	"time"

	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/words"
)

// Season names ingredients of a menu that are out of season in the month of a day, with the
// months in which they are to be had.
func Season(b recipe.Book, menu recipe.Menu, day time.Time) (out []string) {
	seen := map[string]bool{}
	for _, c := range menu.Courses {
		for _, id := range c.Dishes {
			for _, made := range b.Within(b.Dishes[id]) {
				for _, l := range made.Lines {
					i, known := b.Ingredients[l.Ingredient]
					if !known || seen[i.ID] || i.InSeason(int(day.Month())) {
						continue
					}
					seen[i.ID] = true
					out = append(out, fmt.Sprintf("%s: out of season in %s (%s). %s needs it.", words.Upper(i.Name), day.Month(), Months(i.Season), b.Dishes[id].Name))
				}
			}
		}
	}
	return out
}

// Months writes months as one says them: September to November; June, August.
func Months(list []int) string {
	months := slices.Clone(list)
	slices.Sort(months)
	at := 0 // a season over the new year begins after its gap
	for i := 1; i < len(months) && months[0] == 1 && months[len(months)-1] == 12; i++ {
		if months[i] > months[i-1]+1 {
			at = i
		}
	}
	months = append(months[at:], months[:at]...)
	var out []string
	for i := 0; i < len(months); {
		k := i
		for k+1 < len(months) && months[k+1] == months[k]%12+1 {
			k++
		}
		text := time.Month(months[i]).String()
		if k > i {
			text += " to " + time.Month(months[k]).String()
		}
		out = append(out, text)
		i = k + 1
	}
	return words.List(out)
}

// Empty names the dishes of a menu that are made of nothing, and those whose plate nobody has
// built.
func Empty(menu recipe.Menu, dishes map[string]recipe.Dish) (out []string) {
	for _, c := range menu.Courses {
		for _, id := range c.Dishes {
			switch d := dishes[id]; {
			case len(d.Parts) == 0:
				out = append(out, d.Name+": empty, no components. It is not planned.")
			case len(d.Plate.Placings) == 0:
				out = append(out, d.Name+": nothing is placed on its plate yet. The plan leaves no time to build it.")
			}
		}
		if len(c.Dishes) == 0 {
			out = append(out, c.Name+": no dish in this course.")
		}
	}
	return out
}

// TooLate names what would have to have begun before a moment, with the latest at which it
// could: the first step of each component, but those that were made already.
func TooLate(plan report.RunUp, made map[string]bool, now time.Time) (out []string) {
	first := map[string]report.Bar{}
	for _, b := range plan.Bars {
		latest := b.Start.Add(time.Duration(b.Give) * time.Second)
		if b.Placing != "" || made[b.Component] || !latest.Before(now) {
			continue
		}
		if was, there := first[b.Component]; !there || b.Start.Before(was.Start) {
			first[b.Component] = b
		}
	}
	var bars []report.Bar
	for _, b := range first {
		bars = append(bars, b)
	}
	slices.SortFunc(bars, func(x, y report.Bar) int { return cmp.Or(x.Start.Compare(y.Start), cmp.Compare(x.ID, y.ID)) })
	for _, b := range bars {
		latest := b.Start.Add(time.Duration(b.Give) * time.Second)
		out = append(out, fmt.Sprintf("%s: can no longer be begun in time, the latest was %s. Tick it on Mise if it is made.", b.Name, latest.Format("Mon 2 Jan 15:04")))
	}
	return out
}
