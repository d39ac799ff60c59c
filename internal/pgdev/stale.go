package pgdev

import (
	"bytes"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"syscall"
	"time"
)

// clearStale deals with what a killed run left: a server of ours that still
// runs is stopped, and the note of one that does not is removed.
func (c *Cluster) clearStale() error {
	note := filepath.Join(c.data, "postmaster.pid")
	text, err := os.ReadFile(note)
	if errors.Is(err, os.ErrNotExist) {
		return nil
	}
	if err != nil {
		return fmt.Errorf("look for a server left behind: %w", err)
	}
	pid, err := strconv.Atoi(strings.TrimSpace(strings.SplitN(string(text), "\n", 2)[0]))
	if err == nil && c.isOurs(pid) {
		for _, sig := range []syscall.Signal{syscall.SIGINT, syscall.SIGQUIT} {
			_ = syscall.Kill(pid, sig) // it may end by itself
			for range 200 {
				if !c.isOurs(pid) {
					break
				}
				time.Sleep(50 * time.Millisecond)
			}
		}
		if c.isOurs(pid) {
			return fmt.Errorf("a database server left behind (process %d) does not stop", pid)
		}
	}
	if err := os.Remove(note); err != nil && !errors.Is(err, os.ErrNotExist) {
		return fmt.Errorf("remove the note of a server left behind: %w", err)
	}
	return nil
}

// isOurs reports whether a process is a server of this cluster, by its
// command line.
func (c *Cluster) isOurs(pid int) bool {
	line, err := os.ReadFile(fmt.Sprintf("/proc/%d/cmdline", pid))
	return err == nil && bytes.Contains(line, []byte("postgres")) && bytes.Contains(line, []byte(c.data))
}
