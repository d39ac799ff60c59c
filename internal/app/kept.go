package app

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"reflect"
	"strconv"
	"strings"

	"jointime/internal/core/runup"
	"jointime/internal/core/runup/expand"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/store"
)

// readPlan reads a kept plan: with its map, where the service had it already.
func readPlan(saved store.ServicePlan) (r runup.Result, err error) {
	if r.Problem, r.Plan, err = readSchedule(saved.Problem, saved.Plan.Plan); err != nil {
		return r, err
	}
	for _, part := range []struct {
		text json.RawMessage
		into any
	}{{saved.Options, &r.Options}, {saved.Excluded, &r.Excluded}, {saved.Map, &r.Map}} {
		if err := json.Unmarshal(part.text, part.into); err != nil {
			return r, fmt.Errorf("read the kept plan %s: %w", saved.Key, err)
		}
	}
	r.Found, r.Seed, r.CutShort = saved.Plan.Plan != nil, uint64(saved.Seed), saved.CutShort
	if !r.Found {
		r.Why = saved.Message
	}
	if r.Map.Format == work.Format {
		err = r.Map.Check(r.Problem)
	}
	return r, err
}

func readSchedule(problem json.RawMessage, plan *json.RawMessage) (p schedule.Problem, x schedule.Plan, err error) {
	if p, err = schedule.ReadProblem(bytes.NewReader(problem)); err != nil || plan == nil {
		return p, x, err
	}
	x, err = schedule.ReadPlan(bytes.NewReader(*plan))
	return p, x, err
}

// planBefore takes a plan over that was kept before plans were found by their problem:
// for a service to come where it is a plan of the same problem; for one that is past in
// any case, in the words of its own day or, where those cannot be had, in none.
func (pl *Planner) planBefore(ctx context.Context, id string, p Scene, x runup.Service, key planKey) (Planned, bool, error) {
	before, found, err := pl.store.LastPlanBefore(ctx, id)
	if err != nil || !found || before.Plan == nil {
		return Planned{}, false, err
	}
	kept := runup.Result{Found: true, Seed: 1, Excluded: excludedBefore(before.Blocked)}
	var problem schedule.Problem
	if problem, kept.Plan, err = readSchedule(before.Problem, before.Plan); err != nil {
		return Planned{}, false, err
	}
	if seed, is := seedBefore(before.Blocked); is {
		kept.Seed = seed
	}
	r, fits := x.Again(kept)
	r.Options = x.Options()
	message := before.Message
	switch {
	case fits && (p.Past || reflect.DeepEqual(r.Problem, problem)):
	case p.Past:
		r.Problem, r.Map, message = problem, work.Bare(problem), bareWords
		r.Map.Service, r.Map.Name, r.Map.Day, r.Map.Origin = id, p.In.Service.Name, p.In.Service.Day, x.Origin()
	default:
		return Planned{}, false, nil
	}
	if p.Past { // what its problem was belongs to it alone
		key.key = "before " + before.Key
	}
	if _, err := pl.keepPlan(ctx, id, key, p.Pins, r, message); err != nil {
		return Planned{}, false, err
	}
	return p.reported(r, message), true, nil
}

// bareWords is told of a past plan whose words cannot be had any more.
const bareWords = "Plan from an older version: times as planned, steps named by their ids."

// excludedBefore are what an older plan had left out.
func excludedBefore(blocked json.RawMessage) expand.Exclusions {
	out := expand.Exclusions{Steps: map[string]string{}, NoBuffer: map[string]bool{}}
	for key, why := range blockedBefore(blocked) {
		if step, bare := strings.CutPrefix(key, "no margin after "); bare {
			out.NoBuffer[step] = true
		} else if key != "seed" {
			out.Steps[key] = why
		}
	}
	return out
}

func seedBefore(blocked json.RawMessage) (uint64, bool) {
	seed, err := strconv.ParseUint(blockedBefore(blocked)["seed"], 10, 64)
	return seed, err == nil
}

func blockedBefore(text json.RawMessage) (out map[string]string) {
	if json.Unmarshal(text, &out) != nil {
		return nil // then nothing was left out, and the plan fits or does not
	}
	return out
}
