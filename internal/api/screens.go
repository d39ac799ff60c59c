package api

import (
	"context"
	"encoding/json"
	"io/fs"
	"net/http"
	"path"
	"strings"
	"time"

	"github.com/go-chi/chi/v5"
)

// screens serves the built front end: assets for ever, for their names carry
// their content, and the page, never cached, for every other address.
func (s *Server) screens(r chi.Router) {
	files := http.FileServerFS(s.Screens)
	r.Get("/assets/*", func(w http.ResponseWriter, r *http.Request) {
		name := strings.TrimPrefix(path.Clean(r.URL.Path), "/")
		info, err := fs.Stat(s.Screens, name)
		if err != nil || info.IsDir() {
			s.writeProblem(w, problem(noAddress, "Page not found."))
			return
		}
		w.Header().Set("Cache-Control", "public, max-age=31536000, immutable")
		if s.zipped(w, r, name) {
			return
		}
		files.ServeHTTP(w, r)
	})
	r.Get("/*", func(w http.ResponseWriter, r *http.Request) {
		if strings.HasPrefix(r.URL.Path, "/api/") {
			s.writeProblem(w, problem(noAddress, "Page not found."))
			return
		}
		w.Header().Set("Cache-Control", "no-cache")
		name := strings.TrimPrefix(path.Clean(r.URL.Path), "/")
		if info, err := fs.Stat(s.Screens, name); err != nil || info.IsDir() || name == "" {
			name = "index.html"
		}
		http.ServeFileFS(w, r, s.Screens, name)
	})
}

// zipped serves the compressed twin of an asset, where the build made one.
func (s *Server) zipped(w http.ResponseWriter, r *http.Request, name string) bool {
	if !strings.Contains(r.Header.Get("Accept-Encoding"), "gzip") {
		return false
	}
	f, err := s.Screens.Open(name + ".gz")
	if err != nil {
		return false
	}
	defer f.Close()
	types := map[string]string{".js": "text/javascript; charset=utf-8", ".css": "text/css; charset=utf-8", ".svg": "image/svg+xml"}
	t, known := types[path.Ext(name)]
	if !known {
		return false
	}
	w.Header().Set("Content-Type", t)
	w.Header().Set("Content-Encoding", "gzip")
	w.Header().Add("Vary", "Accept-Encoding")
	http.ServeFileFS(w, r, s.Screens, name+".gz")
	return true
}

// health says whether the database answers.
func (s *Server) health(w http.ResponseWriter, r *http.Request) {
	ctx, cancel := context.WithTimeout(r.Context(), 2*time.Second)
	defer cancel()
	state, status := "answers", http.StatusOK
	if err := s.store.Ping(ctx); err != nil {
		state, status = "does not answer", http.StatusServiceUnavailable
	}
	w.Header().Set("Content-Type", "application/json")
	w.WriteHeader(status)
	_ = json.NewEncoder(w).Encode(map[string]string{"database": state}) // nobody may be listening
}
