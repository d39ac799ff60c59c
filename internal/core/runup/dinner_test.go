package runup_test

import (
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/service"
	"jointime/internal/demo"
)

// dinner is the winter supper: five courses for 36, in the kitchen of the house.
func dinner(t testing.TB) demand.Input {
	b := demo.Load(time.Date(2026, 3, 10, 9, 0, 0, 0, time.UTC))
	b.Kitchen, b.Menu, b.Service = b.House, b.Winter, b.Supper
	return input(t, b)
}

// Five courses for 36, some of them in versions: every strict limit is kept, and
// the first plates of every course leave at its hour.
func TestTheWinterSupperIsKept(t *testing.T) {
	r := dinnerPlan(t)
	assert.Equal(t, "kept", r.RunUp.Status)
	assert.Zero(t, r.Plan.Violation)
	plates := 0
	for _, c := range r.RunUp.Courses {
		assert.LessOrEqual(t, c.Late, int64(30), c.Name)
		plates += c.Plates
	}
	assert.Equal(t, 5*36, plates)
	var held []string
	for _, s := range r.RunUp.Stops {
		held = append(held, s.Name)
	}
	assert.Equal(t, []string{"Fish broth: reduce by half"}, held, "the gap that is left on purpose")
	built := map[string]int{}
	for _, b := range r.RunUp.Bars {
		if b.Placing != "" {
			built[b.Dish+"/"+b.Placing] += b.Portions
		}
	}
	assert.Equal(t, []int{33, 3, 33, 3}, []int{built["guinea-fowl/quince"], built["guinea-fowl~meatless/quince"], built["roast-hake/hake"], built["roast-hake~no-shellfish/hake"]})
}

// On paper: the fowl is built in 10 + 8 + 14 + 8 + 6 = 46 s. Six at once take one
// pair of hands 6 × 46 s = 4:36, and five waves after the first 23:00, longer than
// the 15 minutes in which a course leaves; two pairs take 2:18 and 11:30. The
// first step of a wave takes 6 × 10 s ÷ 2 = 30 s, of two cooks.
func TestSoManyHandsBuildAWaveThatTheLastLeavesInTime(t *testing.T) {
	in := dinner(t)
	in.Service.Tables = nil
	in.Menu.Courses, in.Service.Courses = in.Menu.Courses[3:4], []service.CourseHour{{Course: "main", Hour: "21:00", Covers: []service.Covers{{Dish: "guinea-fowl", Plates: 36}}}}
	r := makePlan(t, in)
	first := slices.IndexFunc(r.RunUp.Bars, func(b report.Bar) bool { return b.Placing == "barley" && b.Wave == 1 })
	require.GreaterOrEqual(t, first, 0)
	bar := r.RunUp.Bars[first]
	assert.Equal(t, int64(30), bar.To-bar.From)
	assert.Len(t, bar.With, 2)
	assert.NotEqual(t, bar.With[0], bar.With[1])
	assert.True(t, strings.HasSuffix(bar.Working, " ÷ 2 cooks"), bar.Working)
	last := int64(0)
	for _, b := range r.RunUp.Bars {
		if b.Placing != "" {
			last = max(last, b.To)
		}
	}
	assert.LessOrEqual(t, last-r.RunUp.Courses[0].Leaves, int64(15*60))
	in.Service.Courses[0].Covers[0].Plates = 6
	r = makePlan(t, in)
	first = slices.IndexFunc(r.RunUp.Bars, func(b report.Bar) bool { return b.Placing == "barley" })
	assert.Len(t, r.RunUp.Bars[first].With, 1, "one wave is built by one pair")
	in.Kitchen.Cooks = in.Kitchen.Cooks[:1]
	in.Service.Courses[0].Covers[0].Plates = 12
	one, err := attempt(in)
	require.NoError(t, err)
	for _, b := range one.RunUp.Bars {
		if b.Placing != "" {
			assert.Len(t, b.With, 1, "there is nobody else")
		}
	}
}

// The winter supper, planned and read back with all its reasons; the growth with
// the covers is BenchmarkMakeByCovers.
func BenchmarkWinterSupper(b *testing.B) { benchmarkMake(b, dinner(b)) }
