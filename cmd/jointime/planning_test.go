package main

import (
	"bytes"
	"context"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

const samples = "../../internal/core/schedule/testdata"

// call runs the command line and gives its status and what it wrote.
func call(t *testing.T, in string, args ...string) (status int, out, errs string) {
	t.Helper()
	var o, e bytes.Buffer
	status = run(context.Background(), args, strings.NewReader(in), &o, &e)
	return status, o.String(), e.String()
}

func TestSolveAndCheckGoTogether(t *testing.T) {
	problem := filepath.Join(samples, "tiny-oven.json")
	status, plan, errs := call(t, "", "solve", "--rounds", "500", problem)
	require.Equal(t, 0, status, errs)
	status, out, _ := call(t, plan, "check", problem, "-")
	assert.Equal(t, 0, status, out)
	text, err := os.ReadFile(problem)
	require.NoError(t, err)
	status, again, _ := call(t, string(text), "solve", "--rounds", "500", "-")
	assert.Equal(t, 0, status)
	assert.Equal(t, plan, again, "the same seed and rounds give the same bytes")
}

func TestExitStatuses(t *testing.T) {
	good := filepath.Join(samples, "tiny-oven.json")
	for name, c := range map[string]struct {
		status int
		args   []string
		says   string
	}{
		"malformed problem":        {2, []string{"solve", filepath.Join(samples, "bad-units.json")}, "tasks[1].uses[0].units: must be 1 or more"},
		"a cycle":                  {4, []string{"solve", filepath.Join(samples, "impossible-cycle.json")}, "boil"},
		"too few units":            {4, []string{"solve", filepath.Join(samples, "impossible-units.json")}, "goose: needs 3 units, oven has 2"},
		"a window too short":       {4, []string{"solve", filepath.Join(samples, "impossible-window.json")}, "shape: needs 1500 s, the windows of baker have 900"},
		"strict limits broken":     {3, []string{"solve", "--rounds", "50", filepath.Join(samples, "kitchen-20-overloaded.json")}, `"broken"`},
		"another problem's plan":   {3, []string{"check", good, filepath.Join(samples, "tiny-shelf.plan.json")}, "the plan is for"},
		"a plan of the wrong kind": {2, []string{"check", good, good}, "format"},
		"no such file":             {2, []string{"solve", "nowhere.json"}, "nowhere.json"},
		"no file":                  {2, []string{"solve"}, "jointime solve"},
		"no command":               {2, nil, "jointime demo"},
		"an unknown command":       {2, []string{"cook"}, `no command "cook"`},
	} {
		t.Run(name, func(t *testing.T) {
			status, out, errs := call(t, "", c.args...)
			assert.Equal(t, c.status, status)
			assert.Contains(t, out+errs, c.says)
		})
	}
}

// So many rounds would take days: it ends because its time is over.
func TestSolveStopsInTime(t *testing.T) {
	status, out, errs := call(t, "", "solve", "--time", "300ms", "--rounds", "1000000000", filepath.Join(samples, "kitchen-12-loose.json"))
	require.Equal(t, 0, status, errs)
	assert.Contains(t, out, `"jointime/plan"`)
}

func TestOpenAPIIsPrinted(t *testing.T) {
	status, out, _ := call(t, "", "openapi")
	assert.Equal(t, 0, status)
	assert.True(t, strings.HasPrefix(out, "{"))
	assert.Contains(t, out, `"openapi":"3.1`)
}

// Why is asked of a plan that passes limits, and of one with prices on who does what.
func TestWhy(t *testing.T) {
	for name, want := range map[string]struct {
		status int
		has    []string
	}{
		"kitchen-20-overloaded": {3, []string{`"rule": "busy"`, `"kind": "use"`, `"proven": true`, `"cut": false`}},
		"tiny-hands":            {0, []string{`"rule": "target"`, `"saves": `, `"verdict": "dearer"`, `"clashes": []`}},
	} {
		problem := filepath.Join(samples, name+".json")
		status, plan, errs := call(t, "", "solve", "--rounds", "500", problem)
		require.Equal(t, want.status, status, errs)
		status, out, errs := call(t, plan, "why", problem, "-")
		require.Equal(t, 0, status, errs)
		for _, text := range want.has {
			assert.Contains(t, out, text, name)
		}
	}
	status, _, errs := call(t, "", "why", filepath.Join(samples, "tiny-oven.json"), filepath.Join(samples, "tiny-shelf.plan.json"))
	assert.Equal(t, 3, status)
	assert.Contains(t, errs, "the plan is for")
}
