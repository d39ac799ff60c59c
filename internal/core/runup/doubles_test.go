package runup_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/runuptest"
	"jointime/internal/core/service"
)

// Two services of one kitchen at the same hour, each with one step of 30 min of its only cook,
// right before its plates: the cook is in two places, for as long as the two overlap. Of the
// stove with two places one is taken by each: that is no matter. Two hours apart nothing is.
func TestWhatTwoServicesBookAtOnceIsTold(t *testing.T) {
	of := func(name, hour string) planned {
		in := runuptest.Evening(4, runuptest.Step("stir", 30, func(s *recipe.Step) { s.Equipment = []recipe.Needed{{Kind: "burner"}} }))
		in.Service.ID, in.Service.Name, in.Service.Calm = name, name, service.Fresh
		in.Service.Courses[0].Hour = hour
		return makePlan(t, in)
	}
	dinner, party := of("Dinner", "20:00"), of("Party", "20:10")
	// dinner stirs from 19:29:20, plates until 20:00 and clears down until 20:15; the party
	// stirs from 19:39:20: the cook is in two places for 35:40
	assert.Equal(t, []string{"Cook is booked twice with Party: 36 min, first Sat 19:39 (Food: stir; there Food: stir)."}, dinner.RunUp.Doubles(party.RunUp))
	assert.Equal(t, []string{"Cook is booked twice with Dinner: 36 min, first Sat 19:39 (Food: stir; there Food: stir)."}, party.RunUp.Doubles(dinner.RunUp))
	assert.Empty(t, dinner.RunUp.Doubles(of("Late", "22:00").RunUp))
}

// One oven with three places, 200 °C here and 150 there.
func TestTwoTemperaturesOfTwoServicesAreTold(t *testing.T) {
	of := func(name string, degrees int64) planned {
		in := paper(1, does("bake", 30, recipe.NoHands, func(s *recipe.Step) { s.Equipment = []recipe.Needed{{Kind: "oven", Setting: &degrees}} }))
		in.Service.ID, in.Service.Name = name, name
		return makePlan(t, in)
	}
	told := of("Dinner", 200).RunUp.Doubles(of("Party", 150).RunUp)
	assert.NotEmpty(t, told)
}
