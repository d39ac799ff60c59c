package schedule

import (
	"io"
	"slices"
	"strconv"
)

// ReadProblem reads and validates a jointime/problem document. Malformed input
// gives Faults, all of them, each with its place.
func ReadProblem(text io.Reader) (Problem, error) {
	var p Problem
	root, err := parse(text)
	if err != nil {
		return p, err
	}
	w := &walker{}
	w.object("", root, append(w.setFormat(ProblemFormat),
		w.setText("name", &p.Name),
		w.setText("origin", &p.Origin),
		field{"horizon", true, func(path string, n node) { p.Horizon = w.span(path, n) }},
		readList(w, "resources", true, &p.Resources, w.resource),
		readList(w, "tasks", true, &p.Tasks, w.task),
		readList(w, "links", false, &p.Links, w.link),
		readList(w, "targets", false, &p.Targets, w.target),
		readList(w, "together", false, &p.Together, w.together),
		readList(w, "keeps", false, &p.Keeps, w.keep),
	))
	w.faults = append(w.faults, p.Validate()...)
	return p, w.err()
}

func (w *walker) resource(path string, n node) (r Resource) {
	w.object(path, n, []field{
		w.setID("id", &r.ID),
		w.setNumber("capacity", true, &r.Capacity, 1, maxUnits),
		readList(w, "windows", false, &r.Windows, w.span),
		{"setting", false, func(p string, n node) { r.Setting = w.setting(p, n) }},
	})
	return r
}

func (w *walker) setting(path string, n node) *Setting {
	var s Setting
	w.object(path, n, []field{
		w.setNumber("initial", true, &s.Initial, minDegrees, maxDegrees),
		w.setNumber("up", true, &s.Up, 0, maxRate),
		w.setNumber("down", true, &s.Down, 0, maxRate),
		w.setNumber("tolerance", true, &s.Tolerance, 0, maxTolerate),
	})
	return &s
}

func (w *walker) task(path string, n node) (t Task) {
	w.object(path, n, []field{
		w.setID("id", &t.ID),
		w.setNumber("duration", true, &t.Duration, 0, maxTime),
		w.setOptional("earliest", &t.Earliest, -maxTime, maxTime),
		w.setOptional("latest", &t.Latest, -maxTime, maxTime),
		w.setOptional("latestOver", &t.LatestOver, 0, maxWeight),
		readList(w, "uses", false, &t.Uses, func(p string, n node) Use { return w.use(p, n, true) }),
	})
	return t
}

// use reads a use of a task, or (sliced false) a hold of a link.
func (w *walker) use(path string, n node, sliced bool) (u Use) {
	fields := []field{
		readList(w, "oneOf", true, &u.OneOf, w.id),
		w.setNumber("units", false, &u.Units, 1, maxUnits),
		w.setOptional("setting", &u.Setting, minDegrees, maxDegrees),
		w.setTruth("settle", &u.Settle),
		{"same", false, func(p string, n node) { u.Same = w.id(p, n) }},
		{"costs", false, func(p string, n node) { u.Costs = w.costs(p, n) }},
		{"keep", false, func(p string, n node) { u.Keep = w.labels(p, n) }},
	}
	if sliced {
		fields = append(fields, readList(w, "slices", false, &u.Slices, w.span))
	}
	w.object(path, n, fields)
	return u
}

// costs reads an object whose members are ids, also one called note.
func (w *walker) costs(path string, n node) map[string]int64 {
	out := map[string]int64{}
	if n.kind != '{' {
		w.fault(path, "must be an object")
		return out
	}
	for _, m := range n.members {
		at := path + "[" + strconv.Quote(m.name) + "]"
		if _, seen := out[m.name]; seen {
			w.fault(at, "occurs twice")
			continue
		}
		if m.name == "" {
			w.fault(at, "must not be empty")
		}
		out[m.name] = w.number(at, m.node, 0, maxChoice)
	}
	return out
}

// labels reads one label, or a list of different ones.
func (w *walker) labels(path string, n node) (out Labels) {
	if n.kind != '[' {
		return Labels{w.id(path, n)}
	}
	if len(n.items) == 0 {
		w.fault(path, "must not be empty")
	}
	w.list(path, n, func(p string, n node) {
		label := w.id(p, n)
		if slices.Contains(out, label) && label != "" {
			w.fault(p, "%q occurs twice", label)
		}
		out = append(out, label)
	})
	return out
}

func (w *walker) keep(path string, n node) (k Keep) {
	w.object(path, n, []field{
		w.setID("label", &k.Label),
		w.setNumber("weight", true, &k.Weight, 0, maxChoice),
	})
	return k
}

func (w *walker) anchor(name string, into *Anchor) field {
	return field{name, false, func(p string, n node) {
		*into = Anchor(w.text(p, n))
		if *into != Start && *into != End {
			w.fault(p, `must be "start" or "end"`)
		}
	}}
}

func (w *walker) link(path string, n node) (l Link) {
	w.object(path, n, []field{
		w.setID("from", &l.From),
		w.setID("to", &l.To),
		w.anchor("fromAt", &l.FromAt),
		w.anchor("toAt", &l.ToAt),
		w.setOptional("min", &l.Min, -maxTime, maxTime),
		w.setOptional("max", &l.Max, -maxTime, maxTime),
		w.setOptional("over", &l.Over, 0, maxWeight),
		w.setNumber("weight", false, &l.Weight, 0, maxWeight),
		readList(w, "holds", false, &l.Holds, func(p string, n node) Use { return w.use(p, n, false) }),
	})
	return l
}

func (w *walker) target(path string, n node) (t Target) {
	w.object(path, n, []field{
		w.setID("task", &t.Task),
		w.setNumber("at", true, &t.At, -maxTime, maxTime),
		w.setNumber("early", false, &t.Early, 0, maxWeight),
		w.setNumber("late", false, &t.Late, 0, maxWeight),
	})
	return t
}

func (w *walker) together(path string, n node) (t Together) {
	w.object(path, n, []field{
		readList(w, "tasks", true, &t.Tasks, w.id),
		w.setOptional("within", &t.Within, -maxTime, maxTime),
		w.setOptional("over", &t.Over, 0, maxWeight),
		w.setNumber("weight", false, &t.Weight, 0, maxWeight),
	})
	return t
}
