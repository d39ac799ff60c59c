package schedule

import (
	"maps"
	"slices"
	"strconv"
)

// Validate judges what one member cannot: references, ids that occur twice,
// settings, slices, links and labels. Reading calls it; a problem built in
// memory can be judged with it before it is solved.
func (p Problem) Validate() Faults {
	v := &validator{resources: map[string]*Resource{}, tasks: map[string]*Task{}, labels: map[string]label{}, keeps: map[string]bool{}}
	v.index(p)
	for i, k := range p.Keeps {
		v.unique(item("keeps", i)+".label", k.Label, v.keeps[k.Label])
		v.keeps[k.Label] = true
	}
	for i := range p.Tasks {
		v.task(item("tasks", i), &p.Tasks[i])
	}
	for i := range p.Links {
		v.link(item("links", i), &p.Links[i])
	}
	for i, t := range p.Targets {
		v.refer(item("targets", i)+".task", t.Task)
	}
	for i, t := range p.Together {
		path := item("together", i) + ".tasks"
		if len(t.Tasks) < 2 {
			v.fault(path, "must name at least two tasks")
		}
		for k, id := range t.Tasks {
			v.refer(item(path, k), id)
		}
	}
	return v.faults
}

type label struct {
	left  map[string]bool // resources common to all uses so far
	first string          // where the label was met first
}

type validator struct {
	walker
	resources map[string]*Resource
	tasks     map[string]*Task
	labels    map[string]label
	keeps     map[string]bool
}

func (v *validator) index(p Problem) {
	for i := range p.Resources {
		v.unique(item("resources", i)+".id", p.Resources[i].ID, v.resources[p.Resources[i].ID] != nil)
		v.resources[p.Resources[i].ID] = &p.Resources[i]
	}
	for i := range p.Tasks {
		v.unique(item("tasks", i)+".id", p.Tasks[i].ID, v.tasks[p.Tasks[i].ID] != nil)
		v.tasks[p.Tasks[i].ID] = &p.Tasks[i]
	}
}

func (v *validator) unique(path, id string, seen bool) {
	if seen && id != "" {
		v.fault(path, "%q occurs twice", id)
	}
}

// refer checks a reference to a task. Empty ids were told when they were read.
func (v *validator) refer(path, id string) {
	if id != "" && v.tasks[id] == nil {
		v.fault(path, "there is no task %q", id)
	}
}

func (v *validator) task(path string, t *Task) {
	for i := range t.Uses {
		at := item(path+".uses", i)
		v.use(at, &t.Uses[i])
		v.slices(at+".slices", t, t.Uses[i].Slices)
	}
}

func (v *validator) slices(path string, t *Task, slices []Span) {
	last := int64(0)
	for i, s := range slices {
		switch {
		case s[0] < 0 || s[1] > t.Duration:
			v.fault(item(path, i), "must lie inside the task, 0 to %d", t.Duration)
		case s[0] < last:
			v.fault(item(path, i), "must not begin before the slice before it ends")
		}
		last = max(last, s[1])
	}
}

func (v *validator) use(path string, u *Use) {
	if u.OneOf != nil && len(u.OneOf) == 0 {
		v.fault(path+".oneOf", "must name a resource")
	}
	set, unset := false, false
	for i, id := range u.OneOf {
		r := v.resources[id]
		if r == nil {
			if id != "" {
				v.fault(item(path+".oneOf", i), "there is no resource %q", id)
			}
			continue
		}
		set = set || r.Setting != nil
		unset = unset || r.Setting == nil
	}
	v.setting(path, u, set, unset)
	v.same(path, u)
	v.choice(path, u)
}

// choice judges what it costs to choose a resource.
func (v *validator) choice(path string, u *Use) {
	for _, id := range slices.Sorted(maps.Keys(u.Costs)) {
		if !slices.Contains(u.OneOf, id) && id != "" {
			v.fault(path+".costs["+strconv.Quote(id)+"]", "is not in oneOf")
		}
		if c := u.Costs[id]; c < 0 || c > maxChoice {
			v.fault(path+".costs["+strconv.Quote(id)+"]", "must be 0 to %d", maxChoice)
		}
	}
	for _, label := range u.Keep {
		if !v.keeps[label] && label != "" {
			v.fault(path+".keep", "%q does not stand in keeps", label)
		}
	}
}

func (v *validator) setting(path string, u *Use, set, unset bool) {
	switch {
	case set && unset:
		v.fault(path+".oneOf", "all of these must have a setting, or none")
	case set && u.Setting == nil:
		v.fault(path+".setting", "is missing: %s has a setting", u.OneOf[0])
	case unset && u.Setting != nil:
		v.fault(path+".setting", "%s has no setting", u.OneOf[0])
	}
	if u.Settle && u.Setting == nil {
		v.fault(path+".settle", "only with a setting")
	}
}

func (v *validator) same(path string, u *Use) {
	if u.Same == "" {
		return
	}
	own := map[string]bool{}
	for _, id := range u.OneOf {
		own[id] = true
	}
	seen, met := v.labels[u.Same]
	if !met {
		v.labels[u.Same] = label{own, path}
		return
	}
	for id := range seen.left {
		if !own[id] {
			delete(seen.left, id)
		}
	}
	if len(seen.left) == 0 {
		v.fault(path+".same", "no resource is common to all %q, first at %s", u.Same, seen.first)
		v.labels[u.Same] = label{own, path}
	}
}

func (v *validator) link(path string, l *Link) {
	v.refer(path+".from", l.From)
	v.refer(path+".to", l.To)
	if l.Max != nil && *l.Max < l.Least() {
		v.fault(path+".max", "must be %d or more, the least gap", l.Least())
	}
	for i := range l.Holds {
		v.use(item(path+".holds", i), &l.Holds[i])
	}
	if len(l.Holds) == 0 {
		return
	}
	if (l.FromAt != "" && l.FromAt != End) || (l.ToAt != "" && l.ToAt != Start) {
		v.fault(path+".holds", "only from the end of one task to the start of another")
	}
	if l.Least() < 0 {
		v.fault(path+".min", "must be 0 or more, as something is held")
	}
}
