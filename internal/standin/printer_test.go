package standin_test

import (
	"io"
	"net/http"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/standin"
)

func TestThePrinterTakesOnlySVGAndRunsOutOfPaper(t *testing.T) {
	p := &standin.Printer{}
	address, stop, err := standin.Serve(p)
	require.NoError(t, err)
	defer stop()
	post := func(path, kind, body string) int {
		resp, err := http.Post(address+path, kind, strings.NewReader(body))
		require.NoError(t, err)
		resp.Body.Close()
		return resp.StatusCode
	}
	const svg = `<svg xmlns="http://www.w3.org/2000/svg"><text>Gravy</text></svg>`
	assert.Equal(t, 204, post("/print", "image/svg+xml", svg))
	assert.Equal(t, 415, post("/print", "image/svg+xml", "<svg>"))
	assert.Equal(t, 415, post("/print", "image/svg+xml", "<html></html>"))
	assert.Equal(t, 415, post("/print", "text/plain", svg))
	assert.Equal(t, 413, post("/print", "image/svg+xml", strings.Repeat("x", 70<<10)))
	assert.Equal(t, 404, post("/elsewhere", "", ""))
	assert.Equal(t, 200, post("/paper?out=true", "", ""))
	assert.Equal(t, 409, post("/print", "image/svg+xml", svg))
	assert.Equal(t, 200, post("/paper?out=false", "", ""))
	assert.Equal(t, 204, post("/print", "image/svg+xml", svg))
	assert.Equal(t, []string{svg, svg}, p.Labels())
	resp, err := http.Get(address)
	require.NoError(t, err)
	defer resp.Body.Close()
	page, err := io.ReadAll(resp.Body)
	require.NoError(t, err)
	assert.Equal(t, 2, strings.Count(string(page), "Gravy"))
}
