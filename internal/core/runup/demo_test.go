package runup_test

import (
	"context"
	"encoding/json"
	"os"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"jointime/internal/core/recipe"
	"jointime/internal/core/runup"
	"jointime/internal/demo"
)

func demoInput(t testing.TB) runup.Input {
	t.Helper()
	zone, err := time.LoadLocation(demo.Zone)
	require.NoError(t, err)
	book := demo.Load(time.Date(2026, 3, 10, 9, 0, 0, 0, zone))
	in := runup.Input{Kitchen: book.Kitchen, Menu: book.Menu, Service: book.Service, Zone: zone,
		Dishes: map[string]recipe.Dish{}, Components: map[string]recipe.Component{}}
	for _, d := range book.Dishes {
		in.Dishes[d.ID] = d
	}
	for _, c := range book.Components {
		require.NoError(t, c.Validate())
		in.Components[c.ID] = c
	}
	return in
}

func TestX(t *testing.T) {
	in := demoInput(t)
	r, err := runup.Make(context.Background(), in)
	require.NoError(t, err)
	for _, b := range r.RunUp.Bars {
		t.Logf("%-34s %s–%s %v  | %s | later %d %s | earlier %d %s", b.ID, b.Start.Format("Mon 15:04:05"), b.End.Format("15:04:05"), b.With, b.Why.Sum, b.Why.Later, b.Why.LaterTo, b.Why.Early, b.Why.EarlyTo)
	}
	t.Log(r.RunUp.Status, r.Plan.Violation, r.Plan.Cost, r.RunUp.Clashes, r.RunUp.Stops)
	for _, f := range r.RunUp.Folds {
		t.Log(f)
	}
	for _, b := range r.Plan.Broken {
		t.Log(b)
	}
	x, _ := json.Marshal(r.Problem)
	os.WriteFile("/tmp/p.json", x, 0o644)
}

func BenchmarkMake(b *testing.B) {
	in := demoInput(b)
	for b.Loop() {
		_, err := runup.Make(context.Background(), in)
		require.NoError(b, err)
	}
}
