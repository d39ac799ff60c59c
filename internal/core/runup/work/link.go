package work

import (
	"slices"

	"jointime/internal/core/limits"
)

// Reason is why there is a link.
type Reason string

// The reasons of links.
const (
	After          Reason = "after"           // the wait between two steps, or from the last of them to the plate
	Input          Reason = "input"           // what goes into a component, before the step that uses it
	Order          Reason = "order"           // what a step asks to come before it
	Batches        Reason = "batches"         // one batch begins no earlier than the one before
	Building       Reason = "building"        // one placing of a plate, and the next
	NextWave       Reason = "next wave"       // a wave is built after the one before
	Spread         Reason = "spread"          // all waves of a course leave within so many minutes
	Ready          Reason = "ready"           // what must be ready before a step
	WarmThrough    Reason = "warm through"    // ware is in the warmer, or the cold, long enough
	ClearedAfter   Reason = "cleared after"   // a section is cleared after the last plate
	SamePan        Reason = "same pan"        // a pan is kept for the step that wants it
	PublishedLimit Reason = "published limit" // of standing, cooling or reheating
	Keeps          Reason = "keeps"           // how long the book says that something keeps
	Courses        Reason = "courses"         // of a table: in order, neither too close nor too far apart
	PlateLife      Reason = "plate life"      // how long something is good on the plate
	OneGo          Reason = "one go"          // a wave is built without a break
	Washed         Reason = "washed"          // what a step used is washed after it
	Carried        Reason = "carried"         // plates are carried to the room as they are ready
	Chain          Reason = "chain"           // a wait over several steps
	Wanted         Reason = "wanted"          // how long a wait had best be
	LastPiece      Reason = "last piece"      // of what is worked on piece by piece, the last has waited until it is done
)

// Link is why a link of the problem is there, and the figures that go with it.
type Link struct {
	Reason Reason        `json:"reason"`
	Buffer int64         `json:"buffer,omitempty"` // how much of its least is there because the step before may take longer
	Limit  *limits.Limit `json:"limit,omitempty"`  // that it keeps
	Keep   *Keep         `json:"keep,omitempty"`
	Table  string        `json:"table,omitempty"` // of Courses
	Life   *Life         `json:"life,omitempty"`  // of PlateLife
	Chain  *Span         `json:"chain,omitempty"` // of Chain
}

// Span is how long a wait over several steps is, at least and at most. The link counts so many
// seconds more than it, for it may begin or end inside a step.
type Span struct {
	Reason string `json:"reason,omitempty"`
	Least  int64  `json:"least,omitempty"`
	Most   *int64 `json:"most,omitempty"`
	Shift  int64  `json:"shift,omitempty"`
}

// Life is how long something is good on the plate.
type Life struct {
	Placing string `json:"placing"` // id
	Seconds int64  `json:"seconds"`
	Why     string `json:"why"`
}

// Beside tells a link that stands beside a wait from the wait itself.
func (l Link) Beside() bool {
	return l.Limit != nil || l.Keep != nil || slices.Contains([]Reason{LastPiece, Washed, SamePan, Carried, Chain, Wanted}, l.Reason)
}

// Keep is how long a component keeps in a place.
type Keep struct {
	Place string `json:"place"`
	For   int64  `json:"for"` // seconds
	Then  string `json:"then,omitempty"`
}
