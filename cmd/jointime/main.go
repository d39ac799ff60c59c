// Command jointime is the whole of Jointime: it serves the screens, loads the
// demo, and solves and checks planning problems.
package main

import (
	"context"
	"fmt"
	"io"
	"os"
	"os/signal"
	"syscall"
	_ "time/tzdata" // time zones, wherever it runs
)

const usage = `jointime brings food to the pass on time.

  jointime demo  [--port N] [--listen ADDRESS]                 serve the demo, with a database of its own
  jointime serve [--port N] [--listen ADDRESS] [--database URL] [--printer URL] serve a kitchen
  jointime solve [--time 2s] [--seed 1] [--rounds N] FILE       plan a problem; - is standard input
  jointime check PROBLEM PLAN                                   judge a plan
  jointime why   [--time 30s] [--seed 1] PROBLEM PLAN           say why a plan is as it is
  jointime read ingredients|steps                               understand lines from standard input, one JSON object each
  jointime reckon [--list]                                      answer sums from standard input, one JSON object each; --list: which
  jointime export [--database URL]                              write the whole book to standard output
  jointime import [--database URL] [--yes] FILE                 say what a book would change; with --yes take it in
  jointime day   [--database URL] KITCHEN DAY                   write a day with its run-ups, planned
  jointime judge [--json] FILE                                  say which promises the run-ups of a day break
  jointime schema [day|reckon]                                         print the JSON Schema of a book, or of a day
  jointime openapi                                              print the description of the API
`

// commands by name; each returns its exit status.
var commands = map[string]func(ctx context.Context, args []string, in io.Reader, out, errs io.Writer) int{
	"demo": func(ctx context.Context, args []string, _ io.Reader, out, errs io.Writer) int {
		return serve(ctx, true, args, out, errs)
	},
	"serve": func(ctx context.Context, args []string, _ io.Reader, out, errs io.Writer) int {
		return serve(ctx, false, args, out, errs)
	},
	"solve":   solveCommand,
	"check":   checkCommand,
	"why":     whyCommand,
	"read":    readCommand,
	"reckon":  reckonCommand,
	"export":  exportCommand,
	"import":  importCommand,
	"day":     dayCommand,
	"judge":   judgeCommand,
	"schema":  schemaCommand,
	"openapi": openAPICommand,
}

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	os.Exit(run(ctx, os.Args[1:], os.Stdin, os.Stdout, os.Stderr))
}

func run(ctx context.Context, args []string, in io.Reader, out, errs io.Writer) int {
	if len(args) == 0 {
		fmt.Fprint(errs, usage)
		return 2
	}
	command, known := commands[args[0]]
	if !known {
		fmt.Fprintf(errs, "jointime: there is no command %q\n\n%s", args[0], usage)
		return 2
	}
	return command(ctx, args[1:], in, out, errs)
}
