package runup_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"

	"jointime/internal/core/schedule"
)

// Services drawn by chance with all that a kitchen has, of fewer than 60 tasks each, are written
// as planning problems for another solver, and read back as they were: a hundred by make drawn.
func TestDrawnServicesAreWritten(t *testing.T) {
	folder, wanted := os.Getenv("JOINTIME_DRAWN"), 100
	if folder == "" {
		folder, wanted = t.TempDir(), 3
	}
	require.NoError(t, os.MkdirAll(folder, 0o755))
	for seed, n := uint64(0), 0; n < wanted; seed++ {
		m := menuMaker{Rand: rand.New(rand.NewPCG(seed, 23)), scarce: seed%3 == 0}
		r, err := attemptFirst(m.everything())
		require.NoError(t, err)
		if len(r.Problem.Tasks) >= 60 || !r.Found {
			continue
		}
		n++
		r.Problem.Name = fmt.Sprintf("drawn-%03d", seed)
		text, err := json.Marshal(r.Problem)
		require.NoError(t, err)
		require.NoError(t, os.WriteFile(filepath.Join(folder, r.Problem.Name+".json"), text, 0o600))
		back, err := schedule.ReadProblem(bytes.NewReader(text))
		require.NoError(t, err)
		again, err := json.Marshal(back)
		require.NoError(t, err)
		require.JSONEq(t, string(text), string(again))
	}
}
