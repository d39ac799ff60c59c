package schedule_test

import (
	"encoding/json"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/schedule"
)

func ExampleReadProblem() {
	_, err := schedule.ReadProblem(strings.NewReader(`{
		"format": "jointime/problem", "version": 1, "horizon": [0, 3600],
		"resources": [{"id": "oven", "capacity": 0}],
		"tasks": [{"id": "roast", "duration": 1.5}], "linkz": []}`))
	fmt.Println(err)
	// Output:
	// resources[0].capacity: must be 1 or more
	// tasks[0].duration: must be written without fraction or exponent
	// linkz: no known member
}

// The faulty samples come with the planning format; their README names the
// places.
func TestFaultySamplesAreToldWithTheirPlace(t *testing.T) {
	for name, place := range map[string]string{
		"bad-units": "tasks[1].uses[0].units", "bad-member": "links[0].maximum", "bad-costs": `tasks[1].uses[0].costs["cook.pastry"]`, "bad-keep": "tasks[1].uses[0].keep", "bad-weight": "keeps[1].weight", "bad-setting": "tasks[0].uses[0].setting",
		"bad-settle": "tasks[0].uses[0].settle", "bad-same": "tasks[1].uses[0].same", "bad-number": "tasks[0].duration",
	} {
		t.Run(name, func(t *testing.T) {
			f, err := os.Open(filepath.Join("testdata", name+".json"))
			require.NoError(t, err)
			defer f.Close()
			_, err = schedule.ReadProblem(f)
			var faults schedule.Faults
			require.ErrorAs(t, err, &faults)
			require.Len(t, faults, 1)
			assert.Equal(t, place, faults[0].Path)
		})
	}
}

// problem wraps parts into a document that is otherwise sound.
func problem(parts string) string {
	return `{"format":"jointime/problem","version":1,"horizon":[0,100],
		"resources":[{"id":"cook","capacity":1},{"id":"oven","capacity":2,"setting":{"initial":20,"up":4,"down":8,"tolerance":5}}],` + parts + `}`
}

func TestEveryRuleOfTheReaderHasItsPlace(t *testing.T) {
	task := func(s string) string {
		return problem(`"tasks":[{"id":"a","duration":10` + s + `},{"id":"b","duration":5}]`)
	}
	more := func(s string) string {
		return problem(`"tasks":[{"id":"a","duration":10},{"id":"b","duration":5}],` + s)
	}
	cases := map[string]struct{ doc, place string }{
		"not JSON":              {`{"format":`, ""},
		"text after it":         {problem(`"tasks":[]`) + `x`, ""},
		"a list":                {`[]`, ""},
		"another format":        {`{"format":"x","version":1,"horizon":[0,1],"resources":[],"tasks":[]}`, "format"},
		"another version":       {`{"format":"jointime/problem","version":2,"horizon":[0,1],"resources":[],"tasks":[]}`, "version"},
		"no horizon":            {`{"format":"jointime/problem","version":1,"resources":[],"tasks":[]}`, "horizon"},
		"a horizon backwards":   {`{"format":"jointime/problem","version":1,"horizon":[1,0],"resources":[],"tasks":[]}`, "horizon"},
		"no tasks":              {problem(`"name":"x"`), "tasks"},
		"a member twice":        {problem(`"name":"x","name":"y","tasks":[]`), "name"},
		"an id twice":           {problem(`"tasks":[{"id":"a","duration":1},{"id":"a","duration":1}]`), "tasks[1].id"},
		"an empty id":           {problem(`"tasks":[{"id":"","duration":1}]`), "tasks[0].id"},
		"a negative time":       {problem(`"tasks":[{"id":"a","duration":-1}]`), "tasks[0].duration"},
		"a number too great":    {problem(`"tasks":[{"id":"a","duration":99999999999999999999}]`), "tasks[0].duration"},
		"an exponent":           {problem(`"tasks":[{"id":"a","duration":1e3}]`), "tasks[0].duration"},
		"a number as text":      {problem(`"tasks":[{"id":"a","duration":"1"}]`), "tasks[0].duration"},
		"a weight too great":    {more(`"targets":[{"task":"a","at":1,"late":10001}]`), "targets[0].late"},
		"no such resource":      {task(`,"uses":[{"oneOf":["pan"]}]`), "tasks[0].uses[0].oneOf[0]"},
		"no resource":           {task(`,"uses":[{"oneOf":[]}]`), "tasks[0].uses[0].oneOf"},
		"settings mixed":        {task(`,"uses":[{"oneOf":["cook","oven"],"setting":9}]`), "tasks[0].uses[0].oneOf"},
		"a setting on a cook":   {task(`,"uses":[{"oneOf":["cook"],"setting":9}]`), "tasks[0].uses[0].setting"},
		"a slice outside":       {task(`,"uses":[{"oneOf":["cook"],"slices":[[5,11]]}]`), "tasks[0].uses[0].slices[0]"},
		"slices out of order":   {task(`,"uses":[{"oneOf":["cook"],"slices":[[5,8],[7,9]]}]`), "tasks[0].uses[0].slices[1]"},
		"a link to nothing":     {more(`"links":[{"from":"a","to":"c"}]`), "links[0].to"},
		"a max below the min":   {more(`"links":[{"from":"a","to":"b","min":5,"max":4}]`), "links[0].max"},
		"an unknown anchor":     {more(`"links":[{"from":"a","to":"b","fromAt":"middle"}]`), "links[0].fromAt"},
		"holds from the start":  {more(`"links":[{"from":"a","to":"b","fromAt":"start","holds":[{"oneOf":["cook"]}]}]`), "links[0].holds"},
		"holds below zero":      {more(`"links":[{"from":"a","to":"b","min":-1,"holds":[{"oneOf":["cook"]}]}]`), "links[0].min"},
		"holds with slices":     {more(`"links":[{"from":"a","to":"b","holds":[{"oneOf":["cook"],"slices":[]}]}]`), "links[0].holds[0].slices"},
		"a target of nothing":   {more(`"targets":[{"task":"c","at":1}]`), "targets[0].task"},
		"together alone":        {more(`"together":[{"tasks":["a"]}]`), "together[0].tasks"},
		"together with nothing": {more(`"together":[{"tasks":["a","c"]}]`), "together[0].tasks[1]"},
		"three of four of a setting": {`{"format":"jointime/problem","version":1,"horizon":[0,1],"tasks":[],
			"resources":[{"id":"o","capacity":1,"setting":{"initial":1,"up":1,"down":1}}]}`, "resources[0].setting.tolerance"},
	}
	for name, c := range cases {
		t.Run(name, func(t *testing.T) {
			_, err := schedule.ReadProblem(strings.NewReader(c.doc))
			var faults schedule.Faults
			require.ErrorAs(t, err, &faults)
			assert.Equal(t, c.place, faults[0].Path, "%v", faults)
		})
	}
}

func TestNotesAreFreeEverywhere(t *testing.T) {
	_, err := schedule.ReadProblem(strings.NewReader(problem(`"note":{"a":[1.5]},"tasks":[{"id":"a","duration":1,"note":null}]`)))
	assert.NoError(t, err)
}

func TestADeepDocumentIsRefusedAndNotFollowed(t *testing.T) {
	_, err := schedule.ReadProblem(strings.NewReader(strings.Repeat(`{"note":`, 100000)))
	assert.ErrorContains(t, err, "nested")
}

// What is written is read back as it was.
func TestSamplesSurviveWritingAndReading(t *testing.T) {
	files, err := filepath.Glob("testdata/*.json")
	require.NoError(t, err)
	read := 0
	for _, name := range files {
		text, err := os.ReadFile(name)
		require.NoError(t, err)
		if strings.HasSuffix(name, ".plan.json") {
			again(t, name, text, schedule.ReadPlan)
			read++
		} else if !strings.Contains(name, "bad-") && !strings.Contains(name, "known") {
			again(t, name, text, schedule.ReadProblem)
			read++
		}
	}
	assert.Greater(t, read, 25)
}

func again[T any](t *testing.T, name string, text []byte, read func(io.Reader) (T, error)) {
	t.Helper()
	first, err := read(strings.NewReader(string(text)))
	require.NoError(t, err, name)
	written, err := json.Marshal(first)
	require.NoError(t, err)
	second, err := read(strings.NewReader(string(written)))
	require.NoError(t, err, name)
	twice, err := json.Marshal(second)
	require.NoError(t, err)
	assert.JSONEq(t, string(written), string(twice), name)
}

func FuzzReadProblem(f *testing.F) {
	for _, name := range []string{"tiny-settle", "bad-same", "impossible-cycle"} {
		text, err := os.ReadFile(filepath.Join("testdata", name+".json"))
		require.NoError(f, err)
		f.Add(string(text))
	}
	f.Fuzz(func(t *testing.T, text string) {
		p, err := schedule.ReadProblem(strings.NewReader(text))
		if err != nil {
			return
		}
		written, err := json.Marshal(p)
		require.NoError(t, err)
		_, err = schedule.ReadProblem(strings.NewReader(string(written)))
		require.NoError(t, err)
	})
}

func FuzzReadPlan(f *testing.F) {
	text, err := os.ReadFile("testdata/tiny-shelf.plan.json")
	require.NoError(f, err)
	f.Add(string(text))
	f.Fuzz(func(t *testing.T, text string) { _, _ = schedule.ReadPlan(strings.NewReader(text)) })
}
