package main

import (
	"fmt"
	"strings"
	"text/tabwriter"
	"time"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/planted"
	"jointime/internal/core/schedule/serial"
)

// kinds solves kitchens made by chance, of every kind and of several sizes, and prints what
// the plain way makes of them beside it.
func kinds(out *tabwriter.Writer, only string, seeds int, within time.Duration) error {
	if within == 0 {
		within = 2 * time.Second
	}
	fmt.Fprintln(out, "kitchen\ttasks\tfound\tserial\tfirst\tfound at\tserial took\t")
	for _, tasks := range []int{40, 100, 300, 1000, 3000} {
		for kind := range planted.Kinds {
			for _, sections := range []bool{false, true} {
				name := fmt.Sprintf("%d %s", tasks, kind)
				if sections {
					name += " sections"
				}
				if !strings.Contains(name, only) {
					continue
				}
				p, _ := planted.Kitchen(uint64(tasks), planted.Options{Tasks: tasks, Kind: kind, Sections: sections, Slack: 20})
				if err := oneKind(out, name, p, seeds, within); err != nil {
					return fmt.Errorf("%s: %w", name, err)
				}
				out.Flush()
			}
		}
	}
	return nil
}

func oneKind(out *tabwriter.Writer, name string, p schedule.Problem, seeds int, within time.Duration) error {
	a, err := middling(p, seeds, within)
	if err != nil {
		return err
	}
	start := time.Now()
	plain := "none"
	if plan, ok := serial.Plan(p); ok {
		if wrong := check.Plan(p, plan); len(wrong) > 0 {
			return fmt.Errorf("the checker refuses the plain plan: %s", strings.Join(wrong, "; "))
		}
		plain = value(plan.Violation, plan.Cost)
	}
	fmt.Fprintf(out, "%s\t%d\t%s\t%s\t%.3f s\t%.2f s\t%.2f s\t\n", name, len(p.Tasks), value(a.plan.Violation, a.plan.Cost), plain, a.first.Seconds(), a.last.Seconds(), time.Since(start).Seconds())
	return nil
}
