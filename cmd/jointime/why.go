package main

import (
	"context"
	"encoding/json"
	"flag"
	"fmt"
	"io"
	"time"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/clash"
	"jointime/internal/core/schedule/instead"
	"jointime/internal/core/schedule/reason"
)

// reasons are why a plan is as it is, see docs/planning.md.
type reasons struct {
	Problem string           `json:"problem"`
	Tasks   []whyTask        `json:"tasks"`
	Hands   []instead.Choice `json:"hands"`
	Clashes []clash.Set      `json:"clashes"`
	// Cut says that the time was over before all was asked: hands and clashes may be missing.
	Cut bool `json:"cut"`
}

type whyTask struct {
	ID      string  `json:"id"`
	Later   whyRoom `json:"later"`
	Earlier whyRoom `json:"earlier"`
}

// whyRoom is how far a task could move, all others staying, and everything that stops it then.
type whyRoom struct {
	Seconds int64     `json:"seconds"`
	Stops   []whyStop `json:"stops"`
}

type whyStop struct {
	Rule     reason.Rule `json:"rule"`
	Task     string      `json:"task,omitempty"`
	Link     *int        `json:"link,omitempty"`
	Resource string      `json:"resource,omitempty"`
	Pause    int64       `json:"pause,omitempty"`
}

// searchRounds are spent on each other choice of hands, for each task.
const searchRounds = 20

// whyCommand says of a plan why it is as it is.
func whyCommand(ctx context.Context, args []string, in io.Reader, out, errs io.Writer) int {
	flags := flag.NewFlagSet("why", flag.ContinueOnError)
	flags.SetOutput(errs)
	within := flags.Duration("time", 30*time.Second, "stop after this time")
	seed := flags.Uint64("seed", 1, "of chance")
	if flags.Parse(args) != nil || flags.NArg() != 2 {
		fmt.Fprint(errs, usage)
		return exitMalformed
	}
	ctx, cancel := context.WithTimeout(ctx, *within)
	defer cancel()
	p, err := readFile(flags.Arg(0), in, schedule.ReadProblem)
	if err != nil {
		fmt.Fprintln(errs, err)
		return exitMalformed
	}
	plan, err := readFile(flags.Arg(1), in, schedule.ReadPlan)
	if err != nil {
		fmt.Fprintln(errs, err)
		return exitMalformed
	}
	if wrong := check.Plan(p, plan); len(wrong) > 0 {
		for _, line := range wrong {
			fmt.Fprintln(errs, line)
		}
		return exitBroken
	}
	enc := json.NewEncoder(out)
	enc.SetIndent("", "  ")
	if err := enc.Encode(why(ctx, p, plan, *seed)); err != nil {
		fmt.Fprintln(errs, err)
		return 1
	}
	return exitKept
}

// why asks everything.
func why(ctx context.Context, p schedule.Problem, plan schedule.Plan, seed uint64) reasons {
	r := reasons{Problem: p.Name, Tasks: []whyTask{}, Hands: []instead.Choice{}, Clashes: []clash.Set{}}
	scene := reason.NewScene(p, plan)
	room := func(i int, later bool) whyRoom {
		out := whyRoom{Seconds: scene.Earlier(i).Seconds, Stops: []whyStop{}}
		if later {
			out.Seconds = scene.Later(i).Seconds
		}
		for _, s := range scene.Stops(i, later) {
			told := whyStop{Rule: s.Rule, Resource: s.Resource, Pause: s.Pause}
			if s.Other >= 0 && s.Rule != reason.Window {
				told.Task = p.Tasks[s.Other].ID
			}
			if s.Link >= 0 && (s.Rule == reason.LinkMin || s.Rule == reason.LinkMax) {
				told.Link = &s.Link
			}
			out.Stops = append(out.Stops, told)
		}
		return out
	}
	for i, t := range p.Tasks {
		r.Tasks = append(r.Tasks, whyTask{t.ID, room(i, true), room(i, false)})
	}
	for _, limit := range plan.Broken {
		if ctx.Err() == nil {
			r.Clashes = append(r.Clashes, clash.Of(ctx, p, plan, limit, clash.Options{Seed: seed}))
		}
	}
	r.Hands = append(r.Hands, instead.Of(ctx, p, plan, searchRounds*len(p.Tasks), seed)...)
	r.Cut = ctx.Err() != nil
	return r
}
