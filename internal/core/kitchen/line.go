package kitchen

// Where the sections stand along the line, and how long a cook takes from one to another:
// common practice, without a source.

// usualChange is how many seconds hands, board and knife are changed in.
const usualChange = 60

// Line is where the sections stand, in seconds of walking from the first of the list: who stands
// beside another reaches across, unless the kitchen says how far it is.
func (k Kitchen) Line() map[string]int64 {
	out, at := map[string]int64{}, int64(0)
	for i, s := range k.Sections {
		if i > 0 && s.Walk != nil {
			at += *s.Walk
		}
		out[s.ID] = at
	}
	return out
}

// PassAt is where plates are built: at the section that is the pass, or before the middle of
// the line.
func (k Kitchen) PassAt() int64 {
	line := k.Line()
	if at, is := line[k.PassSection()]; is {
		return at
	}
	far := int64(0)
	for _, at := range line {
		far = max(far, at)
	}
	return far / 2
}

const (
	usualWipe   = 6   // seconds in which a plate is wiped and checked
	usualPlates = 2   // that one person carries
	usualTrip   = 120 // seconds to the room and back
)

// Wipes is how many seconds a plate is wiped and checked.
func (k Kitchen) Wipes() int64 {
	if k.Wipe == nil {
		return usualWipe
	}
	return *k.Wipe
}

// WipesAlone tells whether somebody wipes and checks plates while others build on: whoever calls,
// or one of those who plate where there are more than a few.
func (k Kitchen) WipesAlone() bool { return k.Calls() != "" || len(k.Cooks) > smallBrigade }

// For is how many of them carry so many plates, and for how many seconds they are away.
func (c Carry) For(plates int) (people int, away int64) {
	each, trip := c.Plates, c.Trip
	if each == 0 {
		each = usualPlates
	}
	if trip == 0 {
		trip = usualTrip
	}
	hands := (plates + each - 1) / each
	trips := (hands + c.People - 1) / c.People
	return (hands + trips - 1) / trips, int64(trips) * trip
}

// Changes is how many seconds a cook takes between raw food and what is ready to eat.
func (k Kitchen) Changes() int64 {
	if k.Change == nil {
		return usualChange
	}
	return *k.Change
}
