package network

import (
	"fmt"

	"jointime/internal/core/schedule"
)

// Split makes a task of each slice of the tasks from one on: what is booked here and there all
// day is not late as a whole because one of its slices is. Of says, of each task that comes out,
// which one it was.
func Split(p schedule.Problem, plan schedule.Plan, from int) (out schedule.Problem, split schedule.Plan, of []int) {
	out, split = p, plan
	out.Tasks, split.Tasks = p.Tasks[:from:from], plan.Tasks[:from:from]
	for i := range from {
		of = append(of, i)
	}
	for i := from; i < len(p.Tasks); i++ {
		for k, u := range p.Tasks[i].Uses {
			for n, s := range Spans(u, plan.Tasks[i]) {
				id := fmt.Sprintf("%s %d %d", p.Tasks[i].ID, k, n)
				part := u
				part.Slices = nil
				out.Tasks = append(out.Tasks, schedule.Task{ID: id, Duration: s[1] - s[0], Uses: []schedule.Use{part}})
				split.Tasks = append(split.Tasks, schedule.PlannedTask{ID: id, Start: s[0], End: s[1], Resources: plan.Tasks[i].Resources[k : k+1]})
				of = append(of, i)
			}
		}
	}
	return out, split, of
}
