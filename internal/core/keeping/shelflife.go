package keeping

import (
	"jointime/internal/core/limits"
	"jointime/internal/core/recipe"
)

// places are those of the book by how a wait is spent.
var places = map[limits.Kind]string{limits.Cold: "chilled", limits.Freeze: "frozen", limits.Hot: "hot", "": "ambient"}

// ShelfLife is how long a component keeps where it waits after its last step, or, where
// nobody says where that is, where it keeps longest; known is false where the book says
// nothing.
func (h House) ShelfLife(c recipe.Component, w recipe.Wait) (best recipe.Keep, known bool) {
	where := places[h.Control(w)]
	for _, k := range c.Keeps {
		if k.Place == where {
			return k, true
		}
		if k.For > best.For {
			best, known = k, true
		}
	}
	return best, known
}

// UseWithin is for how many seconds what a step leaves may be used, which a label says:
// for as long as it may wait, and, after the last step, no longer than the component
// keeps where it waits. Where nothing says how that is, it is taken to be chilled; where
// it is in a place in which the book does not say how long it keeps, known is false unless
// the wait has an end.
func (h House) UseWithin(c recipe.Component, s recipe.Step) (seconds int64, known bool) {
	steps := c.Steps()
	last := len(steps) > 0 && steps[len(steps)-1].ID == s.ID
	if s.Then.Most != nil && !last {
		return *s.Then.Most, true
	}
	seconds, known = h.keeps(c, s.Then)
	if s.Then.Most != nil && (!known || *s.Then.Most < seconds) {
		return *s.Then.Most, true
	}
	return seconds, known
}

func (h House) keeps(c recipe.Component, w recipe.Wait) (seconds int64, known bool) {
	where := places[h.Control(w)]
	if w.Place == nil && wordControl(w.Reason) == "" {
		where = "chilled"
	}
	for _, k := range c.Keeps {
		if k.Place == where || w.Place == nil && len(c.Keeps) == 1 {
			return k.For, true
		}
	}
	return 0, false
}
