package runup

import (
	"fmt"

	"jointime/internal/core/schedule/reason"
)

// between says which two requirements clash where a task cannot be earlier: what it
// waits for is followed back to the first thing, or person, that is not to be had.
// The advice is the way out that goes with it.
func (r *reading) between(i int) (says, advice string) {
	for range len(r.works) {
		stop := r.scene.Earlier(i).Stop
		from := r.plan.Tasks[i].Start
		switch stop.Rule {
		case reason.LinkMin:
			if stop.Other < 0 {
				return "", ""
			}
			i = stop.Other
			continue
		case reason.Pause:
			if stop.Other < 0 {
				return fmt.Sprintf("%s is cold until then.", r.names[stop.Resource]), "light it earlier"
			}
			return fmt.Sprintf("%s–%s %s is wanted at %s for %s and at %s for %s.", r.hour(r.plan.Tasks[stop.Other].Start), r.hour(r.plan.Tasks[i].End), r.names[stop.Resource],
				r.settingOf(stop.Other, stop.Resource), r.callOne(stop.Other), r.settingOf(i, stop.Resource), r.callOne(i)), "another oven, or one of the two earlier"
		case reason.Busy:
			if stop.Other < 0 {
				return "", ""
			}
			return fmt.Sprintf("Until %s %s is taken by %s, and %s wants it too.", r.hour(from), r.names[stop.Resource], r.callOne(stop.Other), r.callOne(i)), "somebody else for one of the two, or one of them earlier"
		case reason.Window:
			return fmt.Sprintf("%s is not there before %s.", r.names[stop.Resource], r.hour(from)), fmt.Sprintf("ask %s to come earlier or to stay longer: overtime is yours to decide", r.names[stop.Resource])
		}
		return "", ""
	}
	return "", ""
}

func (r *reading) hour(at int64) string { return r.time(at).Format("15:04") }

// callOne is how one of several waves, batches or goes of a step is named.
func (r *reading) callOne(i int) string {
	name := r.call(i)
	switch w := r.works[i]; {
	case w.wave > 0:
		name += fmt.Sprintf(", wave %d", w.wave)
	case w.of > 1:
		name += fmt.Sprintf(", batch %d", w.batch)
	}
	return name
}
