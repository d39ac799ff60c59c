package standin

import (
	"fmt"
	"net"
	"net/http"
	"time"
)

// Serve lets a stand-in be reached on a free port of loopback, until stop is
// called.
func Serve(h http.Handler) (address string, stop func(), err error) {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return "", nil, fmt.Errorf("start a stand-in: %w", err)
	}
	s := &http.Server{Handler: h, ReadHeaderTimeout: 5 * time.Second}
	go func() { _ = s.Serve(l) }() // it ends when it is closed
	return "http://" + l.Addr().String(), func() { _ = s.Close() }, nil
}
