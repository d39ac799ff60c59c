// Package schedule holds the planning problem: what must be done, with what,
// and when each plate is due, and the plan that answers it.
//
// The package is the model and its two text formats, jointime/problem and
// jointime/plan, version 1. All times are whole seconds counted from the
// problem's origin, and intervals are half-open: [a, b) holds a and not b.
// Finding a plan belongs to package solve; judging one belongs to package
// check, which shares no code with solve.
package schedule
