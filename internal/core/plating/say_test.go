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
	assert.Equal(t, []string{"in which form? a mound for now", "of what? it is not on the dish", "where? in the middle for now"}, got.Doubt)
	assert.Equal(t, "placing", got.Placing.ID)
	_, _, err := plating.Where("over there")
	require.Error(t, err)
	hour, distance, err := plating.Where("2 o'clock, 40 mm")
	require.NoError(t, err)
	assert.Equal(t, []float64{2, 40}, []float64{hour, distance})
	_, _, err = plating.Where("25 o'clock, 40 mm")
	assert.Error(t, err)
}

func FuzzSay(f *testing.F) {
	f.Add("three dots of plum gel, 4 o'clock, 15 mm")
	f.Add("9999999 quenelles 1e999 mm x 0 by 4 mm on the on the")
	f.Fuzz(func(t *testing.T, text string) {
		said := spec().Say(text, []plating.Portion{{Component: "gel", Name: "Plum gel"}})
		s := spec(said.Placing)
		s.Compute(plating.Scene{})
	})
}
