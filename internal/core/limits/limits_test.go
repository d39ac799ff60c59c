package limits_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/limits"
)

const (
	minute = 60
	hour   = 3600
)

func at(v float64) *float64  { return &v }
func seconds(v int64) *int64 { return &v }

// Figures of the documents, from memory: FDA Food Code 2022, 3-401.11 to 3-501.19;
// Food Safety and Hygiene (England) Regulations 2013, schedule 4; Regulation (EC)
// 853/2004; Food Standards Agency, guidance on cooking.
func TestEveryLimitHasItsSourceAndTheFiguresOfIt(t *testing.T) {
	figures := map[string]limits.Limit{}
	for _, s := range limits.Sets() {
		assert.NotEmpty(t, s.Edition)
		for _, l := range s.Limits {
			assert.NotEmpty(t, l.Source)
			assert.NotContains(t, strings.ToLower(l.What), "safe")
			assert.NotContains(t, figures, l.ID, "ids occur once")
			figures[l.ID] = l
		}
	}
	for id, celsius := range map[string]float64{
		"fda-cook-poultry": 74, "fda-cook-minced": 68, "fda-cook-meat": 63, "fda-cook-other": 63, "fda-hot": 57, "fda-cold": 5, "fda-cool-first": 21, "fda-cool-whole": 5,
		"fda-reheat": 74, "fda-freeze": -20, "fda-freeze-blast": -35, "uk-hot": 63, "uk-cold": 8, "uk-cook": 70, "eu-freeze": -20, "eu-freeze-blast": -35,
	} {
		require.Contains(t, figures, id)
		assert.InDelta(t, celsius, *figures[id].Celsius, 0.01, id)
	}
	for id, within := range map[string]int64{"fda-out": 4 * hour, "fda-cool-first": 2 * hour, "fda-cool-whole": 6 * hour, "fda-reheat": 2 * hour, "uk-out-cold": 4 * hour, "uk-out-hot": 2 * hour} {
		assert.Equal(t, within, figures[id].Within, id)
	}
	for id, held := range map[string]int64{"fda-freeze": 7 * 24 * hour, "fda-freeze-blast": 15 * hour, "eu-freeze": 24 * hour, "eu-freeze-blast": 15 * hour, "fda-cook-minced": 17, "uk-cook": 2 * minute} {
		assert.Equal(t, held, figures[id].For, id)
	}
}

func TestTheStrictestOfTheChosenCounts(t *testing.T) {
	fda := limits.Chosen(nil)
	out, is := limits.OutOfControl(fda, limits.Hot)
	require.True(t, is)
	assert.Equal(t, int64(4*hour), out.Within)
	both := limits.Chosen([]string{"fda-2022", "uk-2013"})
	for before, within := range map[limits.Kind]int64{limits.Hot: 2 * hour, limits.Cold: 4 * hour, "": 2 * hour} {
		out, _ = limits.OutOfControl(both, before)
		assert.Equal(t, within, out.Within, "after %q", before)
	}
	hot, _ := limits.Kept(both, limits.Hot)
	cold, _ := limits.Kept(both, limits.Cold)
	assert.InDelta(t, 63, *hot.Celsius, 0.01)
	assert.InDelta(t, 5, *cold.Celsius, 0.01)
	first, whole, _ := limits.Stages(fda)
	assert.Equal(t, []int64{2 * hour, 6 * hour}, []int64{first.Within, whole.Within})
	for _, none := range []bool{second(limits.OutOfControl(limits.Chosen([]string{"eu-853"}), "")), second(limits.ToReheat(limits.Chosen([]string{"uk-2013"}))), second(limits.ToCook(limits.Chosen([]string{"eu-853"}), limits.Meat))} {
		assert.False(t, none)
	}
}

func second(_ limits.Limit, is bool) bool { return is }

// 3-401.11(B)(2): 54.4 °C for 112 min, 60 °C for 12 min; nothing below. Fish has no
// such table.
func TestCookingColderForLonger(t *testing.T) {
	fda := limits.Chosen(nil)
	meat, _ := limits.ToCook(fda, limits.Meat)
	for _, x := range []struct {
		celsius float64
		held    int64
		need    int64
		reaches bool
	}{{63, 0, 15, true}, {60, 12 * minute, 12 * minute, true}, {60, 11 * minute, 12 * minute, false}, {56, 50 * minute, 89 * minute, false}, {54.4, 112 * minute, 112 * minute, true}, {54, 5 * hour, 0, false}} {
		need, ok := meat.Reaches(x.celsius, x.held)
		assert.Equal(t, x.need, need, "%v", x)
		assert.Equal(t, x.reaches, ok, "%v", x)
	}
	fish, _ := limits.ToCook(fda, limits.Other)
	_, ok := fish.Reaches(56, 5*hour)
	assert.False(t, ok)
	poultry, _ := limits.ToCook(fda, limits.Poultry)
	assert.InDelta(t, 74, *poultry.Celsius, 0.01)
}

// A domestic freezer at −18 °C is not what either document asks for; at −20 °C the
// two differ by six days, and the longer counts where a kitchen holds to both.
func TestFreezingFishThatIsEatenRaw(t *testing.T) {
	both := limits.Chosen([]string{"fda-2022", "eu-853"})
	for _, x := range []struct {
		sets    []limits.Limit
		celsius float64
		held    int64
		met     bool
	}{{both, -20, 168 * hour, true}, {both, -40, 15 * hour, true}, {limits.Chosen([]string{"eu-853"}), -22, 24 * hour, true}, {both, -18, 168 * hour, false}} {
		l, is, met := limits.ToFreeze(x.sets, x.celsius)
		assert.True(t, is)
		assert.Equal(t, x.met, met, "%v", x.celsius)
		assert.Equal(t, x.held, l.For, "%v", x.celsius)
	}
	_, is, _ := limits.ToFreeze(limits.Chosen([]string{"uk-2013"}), -20)
	assert.False(t, is)
}

func TestAKitchenMayBeStricterAndNotLooser(t *testing.T) {
	own := []limits.Own{{Limit: "fda-out", Seconds: seconds(2 * hour)}, {Limit: "fda-hot", Celsius: at(65)}, {Limit: "fda-cold", Celsius: at(3)}, {Limit: "fda-freeze", Seconds: seconds(200 * hour)}, {Limit: "fda-cook-meat", Celsius: at(70)}}
	held := limits.In(nil, own)
	out, _ := limits.OutOfControl(held, "")
	assert.Equal(t, int64(2*hour), out.Within)
	assert.Equal(t, "our own plan, stricter than FDA Food Code 2022, 3-501.19(B)", out.Source)
	hot, _ := limits.Kept(held, limits.Hot)
	cold, _ := limits.Kept(held, limits.Cold)
	assert.Equal(t, []float64{65, 3}, []float64{*hot.Celsius, *cold.Celsius})
	frozen, _, _ := limits.ToFreeze(held, -20)
	assert.Equal(t, int64(200*hour), frozen.For)
	meat, _ := limits.ToCook(held, limits.Meat)
	_, ok := meat.Reaches(60, hour)
	assert.False(t, ok, "its own figure has no table of longer times")
	for want, o := range map[string]limits.Own{
		"ours must be stricter than":                    {Limit: "fda-out", Seconds: seconds(5 * hour)},
		"out of temperature control, from 5 or 57 °C: ": {Limit: "fda-out", Celsius: at(4)},
		"held hot: ours must be stricter":               {Limit: "fda-hot", Celsius: at(50)},
		"held hot: give a temperature, not a time.":     {Limit: "fda-hot", Seconds: seconds(3)},
		"fish to be eaten raw":                          {Limit: "eu-freeze", Seconds: seconds(hour)},
		"is not a food safety limit":                    {Limit: "mine"},
		"give a time or a temperature":                  {Limit: "fda-hot"},
	} {
		assert.ErrorContains(t, o.Check(), want)
		assert.Equal(t, limits.Chosen(nil), limits.In(nil, []limits.Own{o}), "what is not stricter changes nothing")
	}
}
