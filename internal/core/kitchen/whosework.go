package kitchen

import (
	"slices"

	"jointime/internal/core/words"
)

// Who plates.
const (
	PassPlates    = ""        // the people of the pass
	SectionPlates = "section" // each section what it makes
	NamedPlate    = "named"   // Platers
)

// smallBrigade is how many cooks there may be where whoever calls cooks and plates too:
// common practice, without a source.
const smallBrigade = 3

// NobodyCalls stands for a kitchen in which nobody is kept free to call.
const NobodyCalls = "-"

// PassSection is the id of the section that is the pass; empty: there is none.
func (k Kitchen) PassSection() string {
	for _, s := range k.Sections {
		if words.Has(s.Name, "pass") {
			return s.ID
		}
	}
	return ""
}

// SectionName is the name of a section; empty: there is none with that id.
func (k Kitchen) SectionName(id string) string {
	for _, s := range k.Sections {
		if s.ID == id {
			return s.Name
		}
	}
	return ""
}

// Staffed are the names of the sections that have people, but for the pass, which cooks nothing.
func (k Kitchen) Staffed() (names []string) {
	for _, s := range k.Sections {
		if s.ID != k.PassSection() && k.hasPeople(s.ID) {
			names = append(names, s.Name)
		}
	}
	return names
}

// Calls is the id of the cook who calls and does nothing else: the one that the kitchen names,
// or the first of the pass where the brigade is not so small that whoever calls works like
// everybody. Empty: nobody.
func (k Kitchen) Calls() string {
	if k.Caller == "" && len(k.Cooks) <= smallBrigade || k.Caller == NobodyCalls {
		return ""
	}
	pass := k.PassSection()
	for _, c := range k.Cooks {
		if c.ID == k.Caller || k.Caller == "" && pass != "" && c.Section == pass {
			return c.ID
		}
	}
	return ""
}

// Part is what a cook has to do with some work.
type Part int

// The parts, in the order in which they are asked.
const (
	Own      Part = iota // it is their section's
	Floats               // they have no section: they lend a hand everywhere
	Helps                // their section helps that one
	Stranger             // it is neither
	Caller               // they call, and have no other work
)

// PartIn is what a cook has to do with the work of a section; where the work has none, or
// the section nobody, it is everybody's but the caller's.
func (k Kitchen) PartIn(c Cook, section string) Part {
	switch {
	case c.ID == k.Calls():
		return Caller
	case section == "" || c.Section == section || !k.hasPeople(section):
		return Own
	case c.Section == "":
		return Floats
	}
	for _, s := range k.Sections {
		if s.ID == c.Section && slices.Contains(s.Helps, section) {
			return Helps
		}
	}
	return Stranger
}

// hasPeople tells whether somebody works in a section.
func (k Kitchen) hasPeople(section string) bool {
	return slices.ContainsFunc(k.Cooks, func(c Cook) bool { return c.Section == section })
}

// PartInPlating is what a cook has to do with the placing of what a section makes.
func (k Kitchen) PartInPlating(c Cook, section string) Part {
	switch {
	case k.Plates == SectionPlates:
		return k.PartIn(c, section)
	case k.Plates == NamedPlate:
		if slices.Contains(k.Platers, c.ID) {
			return Own
		}
		return max(Stranger, k.PartIn(c, ""))
	}
	if !k.passHasHands() {
		return k.PartIn(c, "")
	}
	return k.PartIn(c, k.PassSection())
}

// passHasHands tells whether somebody plates at the pass: of its people but the caller, or
// without a section.
func (k Kitchen) passHasHands() bool {
	pass := k.PassSection()
	return pass != "" && slices.ContainsFunc(k.Cooks, func(c Cook) bool {
		return c.ID != k.Calls() && (c.Section == pass || c.Section == "")
	})
}
