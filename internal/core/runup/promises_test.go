package runup_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/judge"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/runup/runuptest"
	"jointime/internal/core/service"
)

func shares(r planned) (kept, of []int) {
	for _, p := range r.RunUp.Promises {
		kept, of = append(kept, p.Kept), append(of, p.Of)
	}
	return kept, of
}

// The winter supper: 10 plates of versions, 10 tables in 5 courses, 36 plates in each, and
// each table goes from course to course 4 times; 7 waves a course. What is not kept is as
// much as the judge finds.
func TestWhatIsKeptOfWhatMattersIsTold(t *testing.T) {
	t.Parallel()
	in, r := dinner(t), dinnerPlan(t)
	kept, of := shares(r)
	assert.Equal(t, []int{10, 50, 180, 40, 35}, of)
	found := map[string]int{}
	for _, b := range judge.Judge(judged(t, in, r)) {
		found[b.Promise]++
	}
	assert.Equal(t, 10, kept[0])
	assert.Equal(t, found[judge.TableApart], of[1]-kept[1])
	assert.LessOrEqual(t, found[judge.OutOfOrder]+found[judge.CoursesGap], of[3]-kept[3])
	assert.False(t, r.RunUp.OnPlan)
}

// An evening of one dish for four, with nothing in its way, is on plan: a plate, a wave and a
// life each. With one guest whose need nobody has answered, three of the four are planned and
// the fourth is stopped; and where the cook comes at 19:58, it is late: 5 min of frying and
// 40 s of laying end at 20:03:40, 40 s beyond the 3 min that a first wave may be.
func TestAnEveningIsOnPlanOrSaysWhatIsNot(t *testing.T) {
	in := runuptest.Evening(4, runuptest.Step("fry", 5, atOnce))
	r := makePlan(t, in)
	kept, of := shares(r)
	assert.Equal(t, []int{0, 1, 4, 0, 1}, of)
	assert.Equal(t, of, kept)
	assert.True(t, r.RunUp.OnPlan)

	in.Service.Tables = []service.Table{{Name: "Table 1", Guests: 4, Needs: []service.GuestNeed{{Without: []string{"nuts"}, Served: []service.Served{{Course: "main", Stopped: true}}}}}}
	r = makePlan(t, in)
	assert.Equal(t, report.Promise{Name: "needs answered", What: "plates", Kept: 0, Of: 1}, r.RunUp.Promises[0])

	in = runuptest.Evening(4, runuptest.Step("fry", 5, func(s *recipe.Step) { atOnce(s) }))
	in.Kitchen.Cooks[0].Shifts[0].From = "19:58"
	r = makePlan(t, in)
	assert.Equal(t, report.Promise{Name: "on the clock", What: "waves", Kept: 0, Of: 1}, r.RunUp.Promises[4])
	assert.False(t, r.RunUp.OnPlan)
}

// Eight guests at a table and a pass of six: the table leaves in two parts, and it is said.
func TestATableWiderThanThePassLeavesInParts(t *testing.T) {
	in := runuptest.Evening(8, runuptest.Step("fry", 10, atOnce))
	in.Kitchen.PassWidth = 6
	in.Service.Tables = []service.Table{{ID: "t9", Name: "Table 9", Guests: 8}}
	sent := makePlan(t, in).RunUp.Courses[0].Sent
	require.Len(t, sent, 2)
	for k, s := range sent {
		assert.Equal(t, []report.TablePart{{Table: "Table 9", Part: k + 1, Of: 2}}, s.Parts)
	}
}
