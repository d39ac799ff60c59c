package serial_test

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/serial"
)

func TestWhatThePlainWayFindsIsAPlan(t *testing.T) {
	found := 0
	files, err := filepath.Glob("../testdata/*.json")
	require.NoError(t, err)
	for _, file := range files {
		name := strings.TrimSuffix(filepath.Base(file), ".json")
		if name == "known" || strings.HasPrefix(name, "bad") || strings.HasPrefix(name, "impossible") || strings.HasSuffix(name, ".plan") {
			continue
		}
		f, err := os.Open(file)
		require.NoError(t, err)
		p, err := schedule.ReadProblem(f)
		require.NoError(t, err)
		require.NoError(t, f.Close())
		plan, ok := serial.Plan(p)
		if !ok {
			continue
		}
		found++
		assert.Empty(t, check.Plan(p, plan), name)
		again, ok := serial.Repair(p, plan)
		require.True(t, ok, name)
		assert.Equal(t, plan.Tasks, again.Tasks, "%s: nothing has changed, nothing moves", name)
	}
	assert.Greater(t, found, 20)
}
