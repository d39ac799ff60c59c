package runup_test

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"
)

// A hundred services drawn by chance with all that a kitchen has, of fewer than 60 tasks each,
// as planning problems for another solver: make drawn.
func TestDrawnServicesAreWritten(t *testing.T) {
	folder := os.Getenv("JOINTIME_DRAWN")
	if folder == "" {
		t.Skip("JOINTIME_DRAWN names no folder")
	}
	require.NoError(t, os.MkdirAll(folder, 0o755))
	for seed, n := uint64(0), 0; n < 100; seed++ {
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
	}
}
