package runup

import (
	"time"

	"jointime/internal/core/limits"
	"jointime/internal/core/recipe"
	"jointime/internal/core/schedule"
	"jointime/internal/core/service"
)

// work is what a task of the problem stands for.
type work struct {
	course    int
	dish      string
	dishes    []string // for which it is done: more than one where they share it
	serving   int      // place among all servings; -1: for several
	own       bool     // for several, all of its own course
	component string
	step      *recipe.Step // nil for a placing
	placing   string       // id; empty for a step
	name      string
	number    int // of the placing
	wave      int // from 1; 0: for several waves at once
	from, to  int // the waves for which it is done; 0: for all of them
	portions  int
	first     int    // of its portions, among those of its serving
	batch, of int    // from 1, and how many there are; 0: it is not done in batches
	working   string // of its time
	early     bool   // it keeps, and has a place before the rush
	leadIn    string // id, where nobody wrote it down
	wash      int64  // seconds at its end in which what it used is washed
}

// placed tells a placing on a plate from other work.
func (w work) placed() bool { return w.placing != "" }

// Stop is where a strand stops: a gap, or something that cannot be.
type Stop struct {
	Dish      string `json:"dish"`
	Component string `json:"component"`
	Step      string `json:"step,omitempty"`
	Name      string `json:"name"`
	Why       string `json:"why"`
	Gap       bool   `json:"gap" doc:"true: left open; false: it cannot be"`
	dishes    []string
}

// draft is a problem in the making.
type draft struct {
	in      Input
	blocked map[string]string // dish/component/step → why it cannot be
	courses []course
	all     []taker
	groups  map[string]*group
	strands map[string]strand // by component
	seed    int               // of the plan
	day     time.Time         // midnight of the service's day
	origin  time.Time
	problem schedule.Problem
	works   []work           // by task
	places  map[string]int   // id → task
	made    map[string][]int // dish/component/step → tasks
	margin  map[int]int64    // task → seconds left after it because it may take longer
	left    map[int]int64    // link → how much of its shortest wait is such a margin
	waited  []waited         // the waits of the problem, in the order of their tasks
	// held are the published limits of the kitchen, published the links that are one.
	held      []limits.Limit
	published map[int]limits.Limit
	best      map[int]recipe.Keep   // link → how long the book says that something keeps
	fixed     map[int]service.Fixed // by task
	lost      []service.Fixed       // what was fixed and is no step of this plan
	stops     []Stop
	kinds     map[string][]string // equipment kind → resources
	cooks     []string
}

// newDraft expands a service into a problem. Steps named in blocked are left
// out with all that leads to them, and stand as stops.
func newDraft(in Input, blocked map[string]string) (*draft, error) {
	in.Service = in.Service.Resolved(in.Menu)
	in = in.withVersions()
	in.Kitchen.Cooks = in.present()
	in.Components = in.rested()
	held := in.Kitchen.Held()
	in.Components = in.frozen(held)
	d := &draft{held: held, in: in, blocked: blocked, made: map[string][]int{}, places: map[string]int{}, margin: map[int]int64{}, left: map[int]int64{}, published: map[int]limits.Limit{}, best: map[int]recipe.Keep{}, fixed: map[int]service.Fixed{}, kinds: map[string][]string{}, strands: map[string]strand{}}
	var err error
	if d.courses, err = in.courses(); err != nil {
		return nil, err
	}
	if d.day, err = time.ParseInLocation("2006-01-02", in.Service.Day, in.Zone); err != nil {
		return nil, err
	}
	d.origin = d.day.AddDate(0, 0, -in.leadDays(d.courses))
	d.group()
	last := d.day.AddDate(0, 0, 1)
	for _, c := range d.courses {
		if end := c.at.Add(time.Duration(in.Service.Spread()+3600) * time.Second); end.After(last) {
			last = end
		}
	}
	d.problem = schedule.Problem{Name: in.Service.Name, Origin: d.origin.Format(time.RFC3339), Horizon: schedule.Span{0, d.seconds(last)}}
	d.resources()
	for c := range d.courses {
		d.course(c)
	}
	d.afters()
	d.pans()
	d.leadIns()
	d.limited()
	d.keeps()
	d.fix()
	return d, nil
}

// seconds are counted from the origin.
func (d *draft) seconds(t time.Time) int64 { return int64(t.Sub(d.origin) / time.Second) }

func (d *draft) time(seconds int64) time.Time {
	return d.origin.Add(time.Duration(seconds) * time.Second).In(d.in.Zone)
}

// add puts a task into the problem and returns its index.
func (d *draft) add(t schedule.Task, w work) int {
	d.problem.Tasks = append(d.problem.Tasks, t)
	d.works = append(d.works, w)
	d.places[t.ID] = len(d.works) - 1
	return len(d.works) - 1
}

func (d *draft) id(i int) string { return d.problem.Tasks[i].ID }

// plated tells which tasks finish a plate.
func (d *draft) plated() []bool {
	out := make([]bool, len(d.works))
	for i, w := range d.works {
		out[i] = w.placed()
	}
	return out
}

func ptr(v int64) *int64 { return &v }

// afters adds the order that steps ask for across components.
func (d *draft) afters() {
	for i := range d.works {
		if d.works[i].step == nil {
			continue
		}
		for _, ref := range d.works[i].step.After {
			for _, from := range d.find(d.works[i].dish, ref) {
				if d.works[from].wave == 0 || d.works[i].wave == 0 || d.works[from].wave == d.works[i].wave {
					d.problem.Links = append(d.problem.Links, schedule.Link{From: d.id(from), To: d.id(i)})
				}
			}
		}
	}
}

// find looks a component/step up, on the same dish first, then on any.
func (d *draft) find(dish, ref string) []int {
	if own := d.made[dish+"/"+ref]; own != nil {
		return own
	}
	for _, c := range d.courses {
		for _, s := range c.dishes {
			if other := d.made[s.dish.ID+"/"+ref]; other != nil {
				return other
			}
		}
	}
	return nil
}
