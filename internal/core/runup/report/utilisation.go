package report

import (
	"cmp"
	"slices"

	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
)

// Utilisation is how much of the hands, or of the things of one kind, is taken when.
type Utilisation struct {
	Kind  string            `json:"kind" doc:"of equipment; cooks: their hands"`
	Names []string          `json:"names" nullable:"false"`
	Steps []UtilisationStep `json:"steps" nullable:"false" doc:"in time; each holds until the next one"`
	Tight []Stretch         `json:"tight" nullable:"false" doc:"when all that there is is taken"`
}

// UtilisationStep is what is taken, and what there is, from a moment on.
type UtilisationStep struct {
	At    int64 `json:"at"`
	Taken int   `json:"taken"`
	Have  int   `json:"have"`
}

// hands is the kind of the cooks.
const hands = "cooks"

// loads sums what is taken up over the cooks and over the things of each kind.
func (r *reporter) loads(lanes []Lane) []Utilisation {
	out := []Utilisation{{Kind: hands, Names: []string{}, Tight: []Stretch{}}}
	kinds := map[string]string{}
	for _, x := range r.of.Resources {
		kinds[x.ID] = x.Kind
	}
	members := map[string][]Lane{}
	for _, l := range lanes {
		kind := kinds[l.ID]
		if l.Cook {
			kind = hands
		}
		if members[kind] == nil && kind != hands {
			out = append(out, Utilisation{Kind: kind, Names: []string{}, Tight: []Stretch{}})
		}
		members[kind] = append(members[kind], l)
	}
	for i := range out {
		r.load(&out[i], members[out[i].Kind])
	}
	return slices.DeleteFunc(out, func(l Utilisation) bool {
		return l.Kind != hands && !slices.ContainsFunc(l.Steps, func(s UtilisationStep) bool { return s.Taken > 0 })
	})
}

func (r *reporter) load(l *Utilisation, lanes []Lane) {
	change := map[int64]UtilisationStep{}
	add := func(at int64, taken, have int) {
		s := change[at]
		change[at] = UtilisationStep{at, s.Taken + taken, s.Have + have}
	}
	for _, lane := range lanes {
		l.Names = append(l.Names, lane.Name)
		windows := r.windows(lane.ID)
		if windows == nil {
			windows = []schedule.Span{r.problem.Horizon}
		}
		if r.calls(lane.ID) { // kept free to call: hands only where they help
			windows = nil
			for _, b := range lane.all() {
				windows = append(windows, schedule.Span{b.From, b.To})
			}
		}
		for _, w := range windows {
			add(w[0], 0, lane.Capacity)
			add(w[1], 0, -lane.Capacity)
		}
		for _, b := range lane.all() {
			add(b.From, b.Places, 0)
			add(b.To, -b.Places, 0)
		}
	}
	l.Steps = []UtilisationStep{}
	for _, s := range change {
		l.Steps = append(l.Steps, s)
	}
	slices.SortFunc(l.Steps, func(a, b UtilisationStep) int { return cmp.Compare(a.At, b.At) })
	taken, have := 0, 0
	for i := range l.Steps {
		s := &l.Steps[i]
		taken, have = taken+s.Taken, have+s.Have
		s.Taken, s.Have = taken, have
		if i > 0 {
			if p := l.Steps[i-1]; p.Taken > 0 && p.Taken >= p.Have {
				l.Tight = joined(l.Tight, Stretch{p.At, s.At})
			}
		}
	}
}

// calls tells whether a resource is the cook who calls.
func (r *reporter) calls(id string) bool {
	return slices.ContainsFunc(r.of.Resources, func(x work.Resource) bool { return x.ID == id && x.Calls })
}

// joined adds a stretch, to the last one where it follows on it.
func joined(list []Stretch, s Stretch) []Stretch {
	if n := len(list); n > 0 && list[n-1].To == s.From {
		list[n-1].To = s.To
		return list
	}
	return append(list, s)
}
