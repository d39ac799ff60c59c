// Package planted makes kitchens of any size by chance, each with a plan that is known:
// first the work is put somewhere, then horizon, shifts, hours and limits are laid around
// what stands. It shares nothing with the solver, so that its plan proves that the hard
// rules can be kept. It is for tests and benchmarks.
//
// The kitchens are of the same kinds as the samples of the planning format: dishes of
// several components whose chains of steps end on a plate, in courses; ovens and baths that
// hold one temperature, shelves that hold what waits, cooks in shifts.
package planted

import "jointime/internal/core/schedule"

// Kind is how hard a kitchen has it.
type Kind int

// The kinds. In loose and tight kitchens the planted plan keeps every limit; in overloaded
// ones the guests want everything in half the time, and all limits are strict; in priced
// ones most limits have a price.
const (
	Loose Kind = iota
	Tight
	Overloaded
	Priced
	Kinds // how many there are
)

// String names a kind.
func (k Kind) String() string { return [...]string{"loose", "tight", "overloaded", "priced"}[k] }

// Options say what kitchen is wanted.
type Options struct {
	Tasks    int // about so many
	Kind     Kind
	Sections bool  // anybody may do anything, at a price; one thing stays in one pair of hands
	Fill     int64 // percent of the cooks' idle time that is filled with work of no fixed hour
	Slack    int64 // percent by which the horizon is longer than the planted plan
}

// Kitchen makes a problem, and its planted plan without figures. The same seed and options
// give the same kitchen.
func Kitchen(seed uint64, o Options) (schedule.Problem, schedule.Plan) {
	m := newMaker(seed, o)
	for m.short() {
		m.course()
	}
	m.fill()
	m.around()
	return m.p, m.plan()
}
