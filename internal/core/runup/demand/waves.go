package demand

import (
	"fmt"
	"time"

	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
)

// Course is a course with its hour, as the plan sees it.
type Course struct {
	service.CourseHour
	Name     string
	At       time.Time
	Servings []Serving
	Waves    []Wave // where the tables are known: what leaves together, in order
}

// Serving is a dish in a course with the plates of each wave. A version is a
// serving of its own, under the id dish~version. Where the tables are known all
// servings of a course share its waves, and may have no plate in some of them.
type Serving struct {
	Dish     recipe.Dish
	Portions int
	Waves    []int
	Hands    int // pairs of them that build each wave side by side
}

// Wave is what leaves the pass together.
type Wave struct {
	Tables []string
	At     time.Time // its hour; what is built after others of the same hour leaves later
	Plates []int     // by serving
}

func (w Wave) total() (sum int) {
	for _, n := range w.Plates {
		sum += n
	}
	return sum
}

func (in Input) Courses() ([]Course, error) {
	var out []Course
	for _, m := range in.Menu.Courses {
		for _, c := range in.Service.Courses {
			if c.Course != m.ID {
				continue
			}
			at, err := in.Service.At(c, in.Zone)
			if err != nil {
				return nil, fmt.Errorf("course %s: %w", m.Name, err)
			}
			k := Course{CourseHour: c, Name: m.Name, At: at, Servings: in.Servings(c)}
			if len(in.Service.Tables) > 0 {
				if err := in.seat(&k, m); err != nil {
					return nil, fmt.Errorf("course %s: %w", m.Name, err)
				}
			} else {
				for i := range k.Servings {
					in.crew(&k.Servings[i])
				}
			}
			out = append(out, k)
		}
	}
	return out, nil
}

// SplitEvenly splits plates into even groups of no more than can be built side by
// side.
func SplitEvenly(plates, width int) []int {
	width = max(width, 1)
	n := (plates + width - 1) / width
	out := make([]int, n)
	for i := range out {
		out[i] = plates / n
		if i < plates%n {
			out[i]++
		}
	}
	return out
}
