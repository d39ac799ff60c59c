package runup

// Work that somebody reads on a sheet stands at round figures where that costs nothing: to five
// minutes, or whole ones, as long as it is prep, and to half minutes from an hour before the
// first course on, or where what it makes does not wait long. Where everything is asked for as
// late as it may be, the last hour stays as it is.
var (
	prepGrid = []int64{300, 60}
	rushGrid = []int64{30}
)

const (
	rushFrom  = 3600    // seconds before the first course
	shortWait = 15 * 60 // the longest wait after a step that is not relaxed
)

// Grid gives the seconds to a whole number of which the start of a task is moved.
func (r *Result) Grid() func(task string, start int64) []int64 {
	first, short := int64(1)<<60, map[string]bool{}
	for _, c := range r.Map.Courses {
		first = min(first, c.At)
	}
	for _, l := range r.Problem.Links {
		if l.Max != nil && *l.Max <= shortWait && l.FromAt == "" && l.ToAt == "" {
			short[l.From] = true
		}
	}
	return func(task string, start int64) []int64 {
		switch {
		case r.Options.Latest && start >= first-rushFrom:
			return nil
		case short[task] || start >= first-rushFrom:
			return rushGrid
		}
		return prepGrid
	}
}
