// Command bench-planner solves a folder of planning problems, checks every
// plan, and prints what was found beside what is known.
package main

import (
	"context"
	"encoding/json"
	"errors"
	"flag"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"text/tabwriter"
	"time"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/solve"
)

// known is what others have found for a problem.
type known struct {
	Best   [2]int64  `json:"best"` // violation, cost
	Greedy *[2]int64 `json:"greedy"`
	Proven bool      `json:"proven"`
	Time   float64   `json:"time"` // seconds that the target gives
}

func main() {
	folder := flag.String("folder", "internal/core/schedule/testdata", "of problems, with known.json beside them if there is one")
	seeds := flag.Int("seeds", 1, "solve each with so many seeds and print the median")
	within := flag.Duration("time", 0, "for each; 0: as known.json says, or 2s")
	only := flag.String("only", "", "part of the names to solve")
	chance := flag.Bool("planted", false, "kitchens made by chance instead, with the plain way beside it")
	after := flag.Int("changes", 0, "so many changes of plans instead")
	tasks := flag.Int("tasks", 300, "of the kitchens that are changed")
	flag.Parse()
	out := tabwriter.NewWriter(os.Stdout, 0, 0, 2, ' ', tabwriter.AlignRight)
	defer out.Flush()
	err := error(nil)
	switch {
	case *after > 0:
		err = changes(out, *tasks, *after)
	case *chance:
		err = kinds(out, *only, *seeds, *within)
	default:
		err = run(out, *folder, *only, *seeds, *within)
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

func run(out *tabwriter.Writer, folder, only string, seeds int, within time.Duration) error {
	all, err := readKnown(filepath.Join(folder, "known.json"))
	if err != nil {
		return err
	}
	files, err := filepath.Glob(filepath.Join(folder, "*.json"))
	if err != nil {
		return err
	}
	fmt.Fprintln(out, "problem\ttasks\tfound\tbound\tknown\tratio\tgreedy\tfirst\tfound at\ttime\t")
	for _, file := range files {
		name := strings.TrimSuffix(filepath.Base(file), ".json")
		if name == "known" || strings.HasSuffix(name, ".plan") || strings.HasPrefix(name, "bad-") || !strings.Contains(name, only) {
			continue
		}
		if err := bench(out, file, name, all[name], seeds, within); err != nil {
			return fmt.Errorf("%s: %w", name, err)
		}
		out.Flush()
	}
	return nil
}

func readKnown(file string) (map[string]*known, error) {
	text, err := os.ReadFile(file)
	if errors.Is(err, os.ErrNotExist) {
		return nil, nil
	}
	if err != nil {
		return nil, err
	}
	var doc struct{ Problems map[string]*known }
	return doc.Problems, json.Unmarshal(text, &doc)
}

// attempt is one solve.
type attempt struct {
	plan        schedule.Plan
	first, last time.Duration // when the first and the best plan were found
	took        time.Duration
}

func bench(out *tabwriter.Writer, file, name string, k *known, seeds int, within time.Duration) error {
	f, err := os.Open(file)
	if err != nil {
		return err
	}
	defer f.Close()
	p, err := schedule.ReadProblem(f)
	if err != nil {
		return err
	}
	if within == 0 {
		within = 2 * time.Second
		if k != nil && k.Time > 0 {
			within = time.Duration(k.Time * float64(time.Second))
		}
	}
	a, err := middling(p, seeds, within)
	var no *solve.Impossible
	if errors.As(err, &no) {
		fmt.Fprintf(out, "%s\t%d\timpossible: %v\t\t\t\t\t\t\t\t\n", name, len(p.Tasks), no)
		return nil
	}
	if err != nil {
		return err
	}
	line(out, name, len(p.Tasks), a, k)
	return nil
}

// middling solves with so many seeds, and gives the median.
func middling(p schedule.Problem, seeds int, within time.Duration) (attempt, error) {
	var tries []attempt
	for seed := range seeds {
		a, err := solveOnce(p, uint64(seed+1), within)
		if err != nil {
			return a, err
		}
		tries = append(tries, a)
	}
	slices.SortFunc(tries, func(a, b attempt) int { return worse(a.plan, b.plan) })
	return tries[len(tries)/2], nil
}

func worse(a, b schedule.Plan) int {
	if a.Violation != b.Violation {
		return int(min(1, max(-1, a.Violation-b.Violation)))
	}
	return int(min(1, max(-1, a.Cost-b.Cost)))
}

// solveOnce solves within a time, and holds the plan against the checker.
func solveOnce(p schedule.Problem, seed uint64, within time.Duration) (a attempt, err error) {
	ctx, cancel := context.WithTimeout(context.Background(), within)
	defer cancel()
	start := time.Now()
	a.plan, err = solve.Solve(ctx, p, solve.Options{Rounds: -1, Seed: seed, Workers: 2, Found: func(schedule.Plan) {
		a.last = time.Since(start)
		if a.first == 0 {
			a.first = a.last
		}
	}})
	a.took = time.Since(start)
	if err != nil {
		return a, err
	}
	if wrong := check.Plan(p, a.plan); len(wrong) > 0 {
		return a, fmt.Errorf("the checker refuses the plan: %s", strings.Join(wrong, "; "))
	}
	return a, nil
}

func line(out *tabwriter.Writer, name string, tasks int, a attempt, k *known) {
	best, ratio, greedy := "", "", ""
	if k != nil {
		best = value(k.Best[0], k.Best[1])
		if k.Proven {
			best += "*"
		}
		switch {
		case a.plan.Violation != k.Best[0]:
			ratio = fmt.Sprintf("%+d s", a.plan.Violation-k.Best[0])
		case k.Best[1] > 0:
			ratio = fmt.Sprintf("%.3f", float64(a.plan.Cost)/float64(k.Best[1]))
		}
		if k.Greedy != nil {
			greedy = value(k.Greedy[0], k.Greedy[1])
		}
	}
	bound := ""
	if a.plan.ViolationBound != nil && a.plan.Bound != nil {
		bound = value(*a.plan.ViolationBound, *a.plan.Bound)
	}
	fmt.Fprintf(out, "%s\t%d\t%s\t%s\t%s\t%s\t%s\t%.3f s\t%.2f s\t%.2f s\t\n", name, tasks, value(a.plan.Violation, a.plan.Cost), bound, best, ratio, greedy,
		a.first.Seconds(), a.last.Seconds(), a.took.Seconds())
}

// value writes violation and cost as the samples do: 810+1350, or the cost.
func value(violation, cost int64) string {
	if violation == 0 {
		return fmt.Sprint(cost)
	}
	return fmt.Sprintf("%d+%d", violation, cost)
}
