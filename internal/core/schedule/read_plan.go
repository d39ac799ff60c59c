package schedule

import "io"

// maxTotal bounds violation and cost in a plan: the largest whole number that
// every JSON reader keeps exactly is smaller, but sums may grow past it.
const maxTotal = 1<<63 - 1

// ReadPlan reads a jointime/plan document. It judges the shape only; whether
// the plan fits its problem is for package check.
func ReadPlan(text io.Reader) (Plan, error) {
	var p Plan
	root, err := parse(text)
	if err != nil {
		return p, err
	}
	w := &walker{}
	w.object("", root, append(w.setFormat(PlanFormat),
		field{"problem", true, func(path string, n node) { p.Problem = w.text(path, n) }},
		field{"status", true, func(path string, n node) {
			p.Status = Status(w.text(path, n))
			if p.Status != Kept && p.Status != Broken {
				w.fault(path, `must be "kept" or "broken"`)
			}
		}},
		w.setNumber("violation", true, &p.Violation, 0, maxTotal),
		w.setNumber("cost", true, &p.Cost, 0, maxTotal),
		w.setOptional("violationBound", &p.ViolationBound, 0, maxTotal),
		w.setOptional("bound", &p.Bound, 0, maxTotal),
		readList(w, "tasks", true, &p.Tasks, w.plannedTask),
		readList(w, "links", true, &p.Links, w.plannedLink),
		readList(w, "broken", true, &p.Broken, w.breach),
	))
	return p, w.err()
}

func (w *walker) plannedTask(path string, n node) (t PlannedTask) {
	w.object(path, n, []field{
		w.setID("id", &t.ID),
		w.setNumber("start", true, &t.Start, -maxTotal, maxTotal),
		w.setNumber("end", true, &t.End, -maxTotal, maxTotal),
		readList(w, "resources", true, &t.Resources, w.id),
	})
	return t
}

func (w *walker) plannedLink(path string, n node) (l PlannedLink) {
	w.object(path, n, []field{
		{"link", true, func(p string, n node) { l.Link = int(w.number(p, n, 0, maxTime)) }},
		w.setID("from", &l.From),
		w.setID("to", &l.To),
		w.setNumber("gap", true, &l.Gap, -maxTotal, maxTotal),
		readList(w, "resources", true, &l.Resources, w.id),
	})
	return l
}

func (w *walker) breach(path string, n node) (b Breach) {
	place := func(name string, into **int) field {
		return field{name, false, func(p string, n node) { i := int(w.number(p, n, 0, maxTime)); *into = &i }}
	}
	w.object(path, n, []field{
		{"limit", true, func(p string, n node) {
			b.Limit = Limit(w.text(p, n))
			if b.Limit != LinkMax && b.Limit != TaskLatest && b.Limit != TogetherWithin {
				w.fault(p, "must be %q, %q or %q", LinkMax, TaskLatest, TogetherWithin)
			}
		}},
		place("link", &b.Link),
		w.setText("from", &b.From),
		w.setText("to", &b.To),
		w.setText("task", &b.Task),
		place("together", &b.Together),
		w.setNumber("by", true, &b.By, 1, maxTotal),
		{"priced", true, func(p string, n node) { b.Priced = w.truth(p, n) }},
	})
	return b
}
