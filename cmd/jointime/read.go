package main

import (
	"bufio"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"strings"

	"jointime/internal/core/reading"
)

// readCommand reads lines from standard input and writes what each says, one
// JSON object a line, in order.
func readCommand(_ context.Context, args []string, in io.Reader, out, errs io.Writer) int {
	readers := map[string]func(string) any{
		"ingredients": func(line string) any { return reading.Ingredient(line) },
		"steps":       func(line string) any { return reading.Step(line) },
	}
	if len(args) != 1 || readers[args[0]] == nil {
		fmt.Fprint(errs, usage)
		return exitMalformed
	}
	if err := readLines(in, out, readers[args[0]]); err != nil {
		fmt.Fprintln(errs, err)
		return exitMalformed
	}
	return exitKept
}

func readLines(in io.Reader, out io.Writer, read func(string) any) error {
	lines, w := bufio.NewReader(in), bufio.NewWriter(out)
	enc := json.NewEncoder(w)
	enc.SetEscapeHTML(false)
	for {
		line, err := lines.ReadString('\n')
		if line != "" {
			if said := read(strings.TrimRight(line, "\r\n")); said != nil {
				if err := enc.Encode(said); err != nil {
					return err
				}
			}
		}
		if errors.Is(err, io.EOF) {
			return w.Flush()
		}
		if err != nil {
			return fmt.Errorf("read standard input: %w", err)
		}
	}
}
