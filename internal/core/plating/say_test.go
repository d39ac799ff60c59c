package plating_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/plating"
	"jointime/internal/core/units"
)

func TestElementsAreSaid(t *testing.T) {
	portions := []plating.Portion{{Component: "gel", Name: "Plum gel"}, {Component: "swede", Name: "Crushed swede", Amount: &units.Amount{Quantity: 110, Unit: "g"}}, {Component: "hake", Name: "Hake"}, {Component: "oil", Name: "Tarragon oil"}, {Component: "crumb", Name: "Hazelnut crumb"}}
	s := spec(plating.Placing{ID: "swede", Component: "swede", Form: plating.Ring, Length: 70, Height: 20})
	for text, want := range map[string]plating.Placing{
		"three dots of plum gel, 4 o'clock, 15 mm":                         {Component: "gel", Form: plating.Dots, Count: 3, Hour: 4, Distance: 15},
		"a ring of crushed swede 77 x 25 mm, 9 o’clock, 22 mm":             {Component: "swede", Form: plating.Ring, Hour: 9, Distance: 22},
		"hake fillet on the swede, 9:30 o'clock, 14 mm from the centre":    {Component: "hake", Form: plating.Piece, Hour: 9.5, Distance: 14, On: "swede"},
		"quenelle of swede in the middle":                                  {Component: "swede", Form: plating.Quenelle, Hour: 12},
		"3 shards of hazelnut crumb leaning on the swede 12 o'clock 60 mm": {Component: "crumb", Form: plating.Leaf, Repeat: 3, Hour: 12, Distance: 60, Leans: "swede"},
		"drizzle of oil, 6½ o'clock, 50 mm":                                {Component: "oil", Form: plating.Drizzle, Hour: 6.5, Distance: 50},
	} {
		got := s.Say(text, portions)
		assert.Empty(t, got.Doubt, text)
		p := got.Placing
		assert.Equal(t, want, plating.Placing{Component: p.Component, Form: p.Form, Count: p.Count, Repeat: p.Repeat, Hour: p.Hour, Distance: p.Distance, On: p.On, Leans: p.Leans}, text)
		assert.NotEmpty(t, p.ID)
		assert.Positive(t, p.Length)
	}
	ring := s.Say("a ring of swede, 77 x 25 mm, 12 o'clock, 0 mm", portions).Placing
	assert.Equal(t, []float64{77, 0, 25}, []float64{ring.Length, ring.Width, ring.Height})
	assert.Equal(t, "swede-2", ring.ID, "the swede is placed a second time")
	assert.Equal(t, "110 g", ring.Amount.String(), "its portion, where no amount is said")
	tall := s.Say("mound of swede 30 g, 40 mm high, 3 o'clock, 50 mm", portions).Placing
	assert.Equal(t, []any{40.0, 50.0, "30 g"}, []any{tall.Height, tall.Distance, tall.Amount.String()})
}

func TestWhatIsNotSaidIsAsked(t *testing.T) {
	got := spec().Say("some of the unicorn", []plating.Portion{{Component: "gel", Name: "Plum gel"}})
	assert.Equal(t, []string{"What form? Mound for now.", "Of what? Not on the dish.", "Where? Middle for now."}, got.Doubt)
	assert.Equal(t, "placing", got.Placing.ID)
}

// Places are read as they are written: from the centre, in parts of the way, from
// another placing, between its pieces, in ware of its own.
func TestPlacesAreRead(t *testing.T) {
	portions := []plating.Portion{{Component: "gel", Name: "Plum gel"}, {Component: "swede", Name: "Crushed swede"}, {Component: "egg", Name: "Slow-cooked egg"}}
	s := spec(plating.Placing{ID: "swede", Component: "swede", Form: plating.Ring, Length: 70, Height: 20}, plating.Placing{ID: "dots", Component: "gel", Form: plating.Dots, Count: 4, Length: 60, Width: 8}, plating.Placing{ID: "egg", Component: "egg", Form: plating.Mound, Length: 60, Width: 50, Height: 30})
	s.Sides = []plating.Ware{{Name: "small bowl", Diameter: 110, Well: 80}}
	for text, want := range map[string]plating.Place{
		"2 o'clock, 40 mm":                               {Hour: 2, Distance: 40},
		"2:30 o'clock, 40 mm from the centre":            {Hour: 2.5, Distance: 40},
		"2 o’clock, half way out":                        {Hour: 2, Part: 0.5},
		"9½ o'clock, ⅓ out":                              {Hour: 9.5, Part: 1. / 3},
		"9 o'clock, 85 % out":                            {Hour: 9, Part: 0.85},
		"in the middle":                                  {Hour: 12},
		"in the middle of 1":                             {Hour: 12, From: "swede"},
		"2 o'clock, 46 mm from the middle of 1":          {Hour: 2, Distance: 46, From: "swede"},
		"2 o'clock, 46 mm from the swede":                {Hour: 2, Distance: 46, From: "swede"},
		"between the pieces of 2":                        {Hour: 12, From: "dots", Between: true},
		"between each of the dots of plum gel":           {Hour: 12, From: "dots", Between: true},
		"round the egg":                                  {Hour: 12, Distance: 30, From: "egg"},
		"round the egg, 55 mm":                           {Hour: 12, Distance: 55, From: "egg"},
		"in the small bowl: in the middle":               {Hour: 12, In: "small bowl"},
		"in the small bowl: 3 o'clock, 20 mm":            {Hour: 3, Distance: 20, In: "small bowl"},
		"in the small bowl: 3 o'clock, ½ of the way out": {Hour: 3, Part: 0.5, In: "small bowl"},
	} {
		got, err := s.Where(text, portions)
		require.NoError(t, err, text)
		assert.Equal(t, want, got, text)
		p := plating.Placing{ID: "new", Form: plating.Leaf, Length: 9, In: got.In, From: got.From, Between: got.Between, Hour: got.Hour, Distance: got.Distance, Part: got.Part}
		with := s
		with.Placings = append(with.Placings[:3:3], p)
		again, err := s.Where(with.Place(3), portions)
		require.NoError(t, err, "%s was said as %s", text, with.Place(3))
		assert.Equal(t, got, again, "what is said is read as it was meant: %s", with.Place(3))
	}
	for _, text := range []string{"over there", "25 o'clock, 40 mm", "2 o'clock", "40 mm", "2 o'clock, from 9", "2 o'clock, 0 % out", ""} {
		_, err := s.Where(text, portions)
		assert.Error(t, err, text)
	}
}

// What leans on something, or goes round it, has its place by that alone.
func TestElementsAreSaidByOthers(t *testing.T) {
	portions := []plating.Portion{{Component: "gel", Name: "Plum gel"}, {Component: "swede", Name: "Crushed swede"}, {Component: "crisp", Name: "Rye crisp"}}
	s := spec(plating.Placing{ID: "swede", Component: "swede", Form: plating.Ring, Hour: 9, Distance: 20, Length: 70, Height: 20})
	on := s.Say("quenelle of plum gel on the swede", portions)
	assert.Empty(t, on.Doubt)
	assert.Equal(t, []any{"swede", "swede", 0.0}, []any{on.Placing.On, on.Placing.From, on.Placing.Distance})
	leans := s.Say("a shard of rye crisp leaning on the swede", portions)
	assert.Empty(t, leans.Doubt)
	assert.Equal(t, []any{"swede", "swede", 40.0}, []any{leans.Placing.Leans, leans.Placing.From, leans.Placing.Distance})
	round := s.Say("six drops of plum gel round the swede", portions)
	assert.Empty(t, round.Doubt)
	assert.Equal(t, []any{"", "swede", 35.0}, []any{round.Placing.On, round.Placing.From, round.Placing.Distance})
}

func FuzzSay(f *testing.F) {
	f.Add("three dots of plum gel, 4 o'clock, 15 mm")
	f.Add("9999999 quenelles 1e999 mm x 0 by 4 mm on the on the")
	f.Fuzz(func(t *testing.T, text string) {
		said := spec().Say(text, []plating.Portion{{Component: "gel", Name: "Plum gel"}})
		s := spec(said.Placing)
		_, _ = s.Where(text, nil)
		s.Compute(plating.Scene{})
	})
}
