// Package web holds the built front end.
package web

import (
	"embed"
	"io/fs"
)

//go:embed all:dist
var dist embed.FS

// Screens is the built front end; ok is false where it was not built.
func Screens() (files fs.FS, ok bool) {
	files, err := fs.Sub(dist, "dist")
	if err != nil {
		return nil, false
	}
	_, err = fs.Stat(files, "index.html")
	return files, err == nil
}
