package main

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"text/tabwriter"
	"time"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/planted"
	"jointime/internal/core/schedule/serial"
	"jointime/internal/core/schedule/solve"
)

// changed is what came of one change.
type changed struct {
	tried, none, repaired int
	reached               []time.Duration // until a plan at least as good as the old one made valid
	moved, anew           []float64       // share of what had not begun that starts more than a minute elsewhere: from the plan, and planned anew
	cost, costAnew        float64         // at 60 a second of violation, summed up over those of which both are known
}

// after has so much time for the new plan, and for one from nothing.
const after = 500 * time.Millisecond

// changes plans kitchens, changes something in the middle of the plan, and plans again.
func changes(out *tabwriter.Writer, tasks, n int) error {
	var c changed
	for seed := range n {
		p, _ := planted.Kitchen(uint64(seed/10), planted.Options{Tasks: tasks, Kind: planted.Kind(seed % int(planted.Kinds)), Sections: seed%2 == 0, Slack: 15, Fill: int64(seed%3) * 30})
		ctx, cancel := context.WithTimeout(context.Background(), after)
		was, err := solve.Solve(ctx, p, solve.Options{Rounds: -1, Seed: 1})
		cancel()
		if err != nil {
			return fmt.Errorf("kitchen %d: %w", seed/10, err)
		}
		if err := c.one(planted.Happens(uint64(seed), p, was), was); err != nil {
			return fmt.Errorf("change %d: %w", seed, err)
		}
	}
	slices.Sort(c.reached)
	fmt.Fprintln(out, "tasks\tchanges\twithout a plan\trepaired\tas good after: median\t95 %\tworst\tmoved\tanew\tcost to anew\t")
	at := func(share int) float64 { return c.reached[(len(c.reached)-1)*share/100].Seconds() }
	fmt.Fprintf(out, "%d\t%d\t%d\t%d\t%.3f s\t%.3f s\t%.3f s\t%.0f %%\t%.0f %%\t%.2f\t\n", tasks, c.tried, c.none, c.repaired, at(50), at(95), at(100), 100*mean(c.moved), 100*mean(c.anew), c.cost/c.costAnew)
	return nil
}

func mean(list []float64) (sum float64) {
	for _, x := range list {
		sum += x / float64(len(list))
	}
	return sum
}

func (c *changed) one(x planted.Changed, was schedule.Plan) error {
	c.tried++
	stay := map[string]solve.Stay{}
	for _, t := range was.Tasks {
		stay[t.ID] = solve.Stay{Begun: x.Begun[t.ID], Second: 1, Other: 300}
	}
	old, can := serial.Repair(x.Problem, was)
	can = can && keepsBegun(x, was, old)
	good := func(p schedule.Plan) bool { return !can || worse(p, old) <= 0 }
	start, reached := time.Now(), time.Duration(0)
	plan, err := within(x.Problem, solve.Options{Rounds: -1, Seed: 1, From: &was, Stay: stay, Found: func(p schedule.Plan) {
		if reached == 0 && good(p) {
			reached = time.Since(start)
		}
	}})
	if err != nil {
		c.none++
		if can {
			return fmt.Errorf("%s: %w, and there is one", x.What, err)
		}
		return nil
	}
	if wrong := check.Plan(x.Problem, plan); len(wrong) > 0 {
		return fmt.Errorf("the checker refuses the plan: %s", strings.Join(wrong, "; "))
	}
	if can {
		c.repaired++
	}
	if reached == 0 { // not within its time
		reached = after
	}
	c.reached = append(c.reached, reached)
	c.moved = append(c.moved, moved(x, was, plan))
	for id, s := range stay { // what has begun stays as well where all else is planned anew
		stay[id] = solve.Stay{Begun: s.Begun}
	}
	nothing := schedule.Plan{}
	for _, t := range was.Tasks {
		if x.Begun[t.ID] {
			nothing.Tasks = append(nothing.Tasks, t)
		}
	}
	if anew, err := within(x.Problem, solve.Options{Rounds: -1, Seed: 1, From: &nothing, Stay: stay}); err == nil {
		c.anew = append(c.anew, moved(x, was, anew))
		c.cost += float64(60*plan.Violation + plan.Cost)
		c.costAnew += float64(60*anew.Violation + anew.Cost)
	}
	return nil
}

// keepsBegun tells whether a plan has what had begun as it was: the plain way knows nothing of it.
func keepsBegun(x planted.Changed, was, plan schedule.Plan) bool {
	had := map[string]schedule.PlannedTask{}
	for _, t := range was.Tasks {
		had[t.ID] = t
	}
	return !slices.ContainsFunc(plan.Tasks, func(t schedule.PlannedTask) bool {
		return x.Begun[t.ID] && (t.Start != had[t.ID].Start || !slices.Equal(t.Resources, had[t.ID].Resources))
	})
}

func within(p schedule.Problem, o solve.Options) (schedule.Plan, error) {
	ctx, cancel := context.WithTimeout(context.Background(), after)
	defer cancel()
	return solve.Solve(ctx, p, o)
}

// moved is the share of what had not begun that now starts more than a minute elsewhere.
func moved(x planted.Changed, was, plan schedule.Plan) float64 {
	at := map[string]int64{}
	for _, t := range plan.Tasks {
		at[t.ID] = t.Start
	}
	n, all := 0, 0
	for _, t := range was.Tasks {
		if x.Begun[t.ID] {
			continue
		}
		all++
		if by := at[t.ID] - t.Start; by < -60 || by > 60 {
			n++
		}
	}
	return float64(n) / float64(max(1, all))
}
