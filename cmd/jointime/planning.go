package main

import (
	"context"
	"encoding/json"
	"errors"
	"flag"
	"fmt"
	"io"
	"os"
	"runtime"
	"time"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/solve"
)

// Exit statuses of the planning commands.
const (
	exitKept       = 0
	exitMalformed  = 2
	exitBroken     = 3
	exitImpossible = 4
	exitNotFound   = 5
)

// solveCommand writes a plan for a problem to standard output.
func solveCommand(ctx context.Context, args []string, in io.Reader, out, errs io.Writer) int {
	flags := flag.NewFlagSet("solve", flag.ContinueOnError)
	flags.SetOutput(errs)
	within := flags.Duration("time", 2*time.Second, "stop after this time")
	seed := flags.Uint64("seed", 1, "of chance")
	rounds := flags.Int("rounds", -1, "stop after so many rounds")
	if flags.Parse(args) != nil || flags.NArg() != 1 {
		fmt.Fprint(errs, usage)
		return exitMalformed
	}
	timed := *rounds < 0
	flags.Visit(func(f *flag.Flag) { timed = timed || f.Name == "time" })
	if timed { // reading counts
		var cancel context.CancelFunc
		ctx, cancel = context.WithTimeout(ctx, *within)
		defer cancel()
	}
	p, err := readFile(flags.Arg(0), in, schedule.ReadProblem)
	if err != nil {
		fmt.Fprintln(errs, err)
		return exitMalformed
	}
	plan, err := solve.Solve(ctx, p, solve.Options{Rounds: *rounds, Seed: *seed, Workers: runtime.NumCPU()})
	return answer(plan, err, out, errs)
}

// answer writes a plan, or says why there is none.
func answer(plan schedule.Plan, err error, out, errs io.Writer) int {
	var no *solve.Impossible
	switch {
	case errors.As(err, &no):
		fmt.Fprintln(errs, "no plan can exist:", no)
		return exitImpossible
	case err != nil:
		fmt.Fprintln(errs, err)
		return exitNotFound
	}
	enc := json.NewEncoder(out)
	enc.SetIndent("", "  ")
	if err := enc.Encode(plan); err != nil {
		fmt.Fprintln(errs, err)
		return 1
	}
	if plan.Status == schedule.Broken {
		return exitBroken
	}
	return exitKept
}

// checkCommand judges a plan, a line for each thing that is wrong.
func checkCommand(_ context.Context, args []string, in io.Reader, out, errs io.Writer) int {
	if len(args) != 2 {
		fmt.Fprint(errs, usage)
		return exitMalformed
	}
	p, err := readFile(args[0], in, schedule.ReadProblem)
	if err != nil {
		fmt.Fprintln(errs, err)
		return exitMalformed
	}
	plan, err := readFile(args[1], in, schedule.ReadPlan)
	if err != nil {
		fmt.Fprintln(errs, err)
		return exitMalformed
	}
	wrong := check.Plan(p, plan)
	for _, line := range wrong {
		fmt.Fprintln(out, line)
	}
	if len(wrong) > 0 {
		return exitBroken
	}
	return exitKept
}

// readFile reads a document from a file, or from in where the name is -.
func readFile[T any](name string, in io.Reader, read func(io.Reader) (T, error)) (T, error) {
	if name == "-" {
		return read(in)
	}
	f, err := os.Open(name)
	if err != nil {
		var none T
		return none, err
	}
	defer f.Close()
	return read(f)
}
