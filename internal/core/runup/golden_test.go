package runup_test

import (
	"bytes"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"jointime/internal/core/room"
	"jointime/internal/core/runup/demand"
	"jointime/internal/demo"
	"jointime/internal/formats/calendar"
	"jointime/internal/formats/lists"
	"jointime/internal/formats/runupsvg"
	"jointime/internal/golden"
)

// What is made of the three evenings does not change unless somebody means it to:
// problem, plan, run-up and every hand-out, byte for byte.
func TestTheEveningsAreUnchanged(t *testing.T) {
	book := demo.Load(time.Date(2026, 3, 10, 9, 0, 0, 0, time.UTC)).Recipes()
	for _, e := range []struct {
		in demand.Input
		of func(testing.TB) planned
	}{{dinner(t), dinnerPlan}, {banquet(t), banquetPlan}, {forTwo(t), forTwoPlan}} {
		in, r := e.in, e.of(t)
		f := golden.Of(t, "testdata/golden.json", in.Service.Name)
		f.JSON("problem", r.Problem)
		f.JSON("plan", r.Plan)
		f.JSON("run-up", r.RunUp)
		f.JSON("calls", r.RunUp.Calls())
		f.JSON("summary", r.Summary(r.RunUp))
		f.Text("picture", []byte(runupsvg.SVG(r.RunUp)))
		var fire, events bytes.Buffer
		require.NoError(t, lists.WriteFire(&fire, r.RunUp.Calls()))
		f.Text("fire list", fire.Bytes())
		require.NoError(t, calendar.Write(&events, calendar.Calendar{Name: in.Service.Name, Service: in.Service.ID, Made: time.Date(2026, 3, 10, 9, 0, 0, 0, time.UTC),
			Calls: r.RunUp.Calls(), Heat: func(celsius int64) string { return in.Kitchen.Likes.HeatOf(float64(celsius)).Text }}))
		f.Text("calendar", events.Bytes())
		f.JSON("room", room.Make(book, in.Kitchen, in.Menu, in.Service.Resolved(in.Menu), r.RunUp))
	}
}
