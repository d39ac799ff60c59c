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
