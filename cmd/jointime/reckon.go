package main

import (
	"context"
	"fmt"
	"io"
	"strings"
	"time"

	"jointime/internal/core/reckon"
)

// reckonCommand reads a question a line and writes its answer, or why there is none, a line
// each; empty lines are passed over.
func reckonCommand(_ context.Context, args []string, in io.Reader, out, errs io.Writer) int {
	switch {
	case len(args) == 1 && args[0] == "--list":
		fmt.Fprint(out, reckon.List(time.LoadLocation))
		return exitKept
	case len(args) > 0:
		fmt.Fprint(errs, usage)
		return exitMalformed
	}
	if err := readLines(in, out, func(line string) any {
		if strings.TrimSpace(line) == "" {
			return nil
		}
		return reckon.Line(line, time.LoadLocation)
	}); err != nil {
		fmt.Fprintln(errs, err)
		return exitMalformed
	}
	return exitKept
}
