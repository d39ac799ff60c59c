package plating_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/plating"
)

// Three plates on paper: two brown and soft in a row with the same purée, and a
// last one, cold and sharp.
func TestAMenuIsComparedFromTheFirstPlateToTheLast(t *testing.T) {
	called := func(id string) string { return map[string]string{"puree": "Celeriac purée"}[id] }
	brown := func(id string, also ...plating.Placing) plating.Spec {
		return spec(append([]plating.Placing{{ID: id, Component: id, Form: plating.Ring, Length: 100, Height: 20, Texture: plating.Soft, Colour: "#7a4a24", Warmth: plating.Hot, Tastes: []string{"rich"}}}, also...)...)
	}
	puree := plating.Placing{ID: "puree", Component: "puree", Form: plating.Mound, Length: 40, Hour: 3, Distance: 75, Texture: plating.Soft, Colour: "#f0e6cf", Warmth: plating.Hot}
	ice := spec(plating.Placing{ID: "ice", Component: "ice", Form: plating.Ring, Length: 50, Texture: plating.Firm, Colour: "#4f8d4a", Warmth: plating.Frozen, Tastes: []string{"sharp"}}, plating.Placing{ID: "tuile", Component: "tuile", Form: plating.Block, Length: 50, Width: 20, Texture: plating.Crisp, Colour: "#c29a5c"})
	a := plating.AcrossMenu([]plating.Plated{{Dish: "beef", Name: "Beef", Course: 0, Spec: brown("beef", puree), Called: called}, {Dish: "game", Name: "Game", Course: 1, Spec: brown("game", puree), Called: called}, {Dish: "ice", Name: "Ice", Course: 2, Spec: ice, Called: called}})
	assert.Equal(t, []string{
		"Beef and then Game: nothing crisp on either.",
		"Beef and then Game: both mostly brown.",
		"Beef and then Game: all hot.",
		"Nothing is fresh from the first plate to the last.",
		"Celeriac purée is on Beef and on Game.",
	}, a.Advice)
	require.Len(t, a.Plates, 3)
	require.Len(t, a.Plates[0].Contrast.Colours, 2)
	assert.InDelta(t, 7854./(7854+1257), a.Plates[0].Contrast.Colours[0].Share, 0.02, "π·50² beside π·20², neither over the other")
	assert.Len(t, a.Plates[2].Drawing.Shapes, 2)
}

// Two dishes to choose from in one course are not in a row, and may share.
func TestDishesOfOneCourseAreNotInARow(t *testing.T) {
	s := spec(plating.Placing{ID: "a", Component: "a", Form: plating.Ring, Length: 50, Texture: plating.Soft, Colour: "#7a4a24"})
	called := func(id string) string { return id }
	a := plating.AcrossMenu([]plating.Plated{{Name: "One", Spec: s, Called: called}, {Name: "Other", Spec: s, Called: called}})
	assert.Equal(t, []string{"Nothing is crisp from the first plate to the last."}, a.Advice)
	assert.Empty(t, plating.AcrossMenu([]plating.Plated{{Name: "Empty"}, {Name: "Empty too", Course: 1}}).Plates[0].Contrast.Colours)
	assert.Empty(t, plating.AcrossMenu(nil).Advice)
}

// What covers counts, and what is covered does not; a pool lies under all.
func TestOnlyWhatIsSeenCounts(t *testing.T) {
	s := spec(plating.Placing{ID: "bed", Component: "bed", Form: plating.Ring, Length: 60, Colour: "#4f8d4a"}, plating.Placing{ID: "fish", Component: "fish", Form: plating.Ring, Length: 60, Colour: "#ffffff"}, plating.Placing{ID: "broth", Component: "broth", Form: plating.Pool, Length: 60 * 1.4142, Colour: "#7a4a24"})
	seen := plating.AcrossMenu([]plating.Plated{{Name: "A", Spec: s}}).Plates[0].Contrast.Colours
	require.Len(t, seen, 3)
	assert.Equal(t, "white", seen[0].Name+seen[1].Name[len(seen[1].Name):])
	assert.InDelta(t, 0.5, seen[0].Share, 0.02)
	assert.InDelta(t, 0, seen[2].Share, 0.001, "the bed is under the fish")
}

func TestColoursHaveTheNamesPeopleGiveThem(t *testing.T) {
	for hex, want := range map[string]string{"#ffffff": "white", "#000000": "black", "#808080": "grey", "#7a4a24": "brown", "#b0526a": "red", "#9dbb7c": "green", "#f0e6cf": "cream", "#f2c230": "yellow", "#e8843c": "orange", "#5a2d7a": "purple", "": "white", "nonsense": "white"} {
		assert.Equal(t, want, plating.ColourName(hex), hex)
	}
}

// On white, a dark red disc at 3 o'clock draws the look, and a white one of the
// same size does not.
func TestWhereTheLookGoes(t *testing.T) {
	s := spec(plating.Placing{ID: "white", Component: "w", Form: plating.Ring, Length: 60, Hour: 9, Distance: 50, Height: 5, Colour: "#fdfdfd"}, plating.Placing{ID: "red", Component: "r", Form: plating.Ring, Length: 60, Hour: 3, Distance: 50, Height: 5, Colour: "#701020"})
	r := s.Compute(plating.Scene{}).Room
	assert.Equal(t, "red", r.Eye)
	assert.InDelta(t, 3, r.EyeHour, 0.01)
	assert.Greater(t, r.EyeFar, 45.0)
	s.Ware.Colour = "#701020"
	assert.Equal(t, "white", s.Compute(plating.Scene{}).Room.Eye, "on a plate of the red one's colour it is the other way round")
	assert.Empty(t, spec().Compute(plating.Scene{}).Room.Eye)
}
