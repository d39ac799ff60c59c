package main

import (
	"context"
	"encoding/json"
	"flag"
	"fmt"
	"io"
	"time"

	"jointime/internal/app"
	"jointime/internal/core/judge"
	"jointime/internal/formats/dayfile"
	"jointime/internal/store"
)

// dayCommand writes a day of a kitchen to standard output, planned.
func dayCommand(ctx context.Context, args []string, _ io.Reader, out, errs io.Writer) int {
	flags, database := bookFlags("day", errs)
	if flags.Parse(args) != nil || flags.NArg() != 2 {
		fmt.Fprint(errs, usage)
		return exitMalformed
	}
	return onBook(ctx, *database, errs, func(st *store.Store) error {
		f, err := app.New(st, time.Now, 0).Day(ctx, flags.Arg(0), flags.Arg(1))
		if err != nil {
			return err
		}
		return dayfile.Write(out, f)
	})
}

// judgeCommand says which promises the run-ups of a day break, a line each: first those that
// no run-up tells.
func judgeCommand(_ context.Context, args []string, in io.Reader, out, errs io.Writer) int {
	flags := flag.NewFlagSet("judge", flag.ContinueOnError)
	flags.SetOutput(errs)
	asJSON := flags.Bool("json", false, "write JSON")
	if flags.Parse(args) != nil || flags.NArg() != 1 {
		fmt.Fprint(errs, usage)
		return exitMalformed
	}
	day, err := readFile(flags.Arg(0), in, dayfile.Read)
	if err != nil {
		fmt.Fprintln(errs, "jointime:", err)
		return exitMalformed
	}
	found, status := judge.Judge(day), exitKept
	for _, told := range []bool{false, true} {
		for _, b := range found {
			if b.Told != told {
				continue
			}
			if !told {
				status = exitBroken
			}
			if !*asJSON {
				fmt.Fprintf(out, "%s: %s, %s: %s\n", map[bool]string{true: "told", false: "not told"}[told], b.Service, b.Promise, b.Says)
			}
		}
	}
	if *asJSON {
		if found == nil {
			found = []judge.Breach{}
		}
		enc := json.NewEncoder(out)
		enc.SetEscapeHTML(false)
		enc.SetIndent("", " ")
		if err := enc.Encode(found); err != nil {
			fmt.Fprintln(errs, "jointime:", err)
			return 1
		}
	}
	return status
}
