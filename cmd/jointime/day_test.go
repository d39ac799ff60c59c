package main

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A cook who is in two places in a day of one step twice is told, a line, and the status
// says so; without that the day is as it should be.
func TestADayIsJudgedFromTheCommandLine(t *testing.T) {
	day := func(hands string) string {
		return `{"format": "jointime day", "version": 1, "zone": "Etc/UTC", "kitchen": "k",
		"book": {"kitchens": [{"id": "k", "cooks": [{"id": "c", "name": "Cook", "shifts": [{"from": "10:00", "to": "23:00"}]}]}]},
		"services": [{"service": {"id": "s", "day": "2026-03-14"}, "runUp": {"origin": "2026-03-14T00:00:00Z", "status": "kept",
		"bars": [{"id": "a", "name": "chop", "from": 36000, "to": 36600, "hands": [{"cook": "c", "from": 36000, "to": 36600}]}` + hands + `]}}]}`
	}
	also := `, {"id": "b", "name": "peel", "from": 36300, "to": 36900, "hands": [{"cook": "c", "from": 36300, "to": 36900}]}`
	for text, want := range map[string]struct {
		status int
		says   string
	}{day(""): {exitKept, ""}, day(also): {exitBroken, "not told: s, hands in two places: Cook is on chop and on peel from 10:05:00.\n"}, "{": {exitMalformed, ""}} {
		file := filepath.Join(t.TempDir(), "day.json")
		require.NoError(t, os.WriteFile(file, []byte(text), 0o644))
		var out, errs strings.Builder
		assert.Equal(t, want.status, run(t.Context(), []string{"judge", file}, strings.NewReader(""), &out, &errs), errs.String())
		assert.Equal(t, want.says, out.String())
	}
}
