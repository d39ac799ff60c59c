package solve

import (
	"cmp"
	"slices"

	"jointime/internal/core/schedule"
)

// model is a problem with indices in place of ids and defaults filled in.
type model struct {
	p         schedule.Problem
	tasks     []task
	links     []link
	resources []schedule.Resource
	linksOf   [][]int // links that touch a task
	bindsOf   [][]int // those of them whose least gap can keep two tasks apart
	groupsOf  [][]int // together rules that name a task
	groups    [][]int // tasks of a together rule
	labels    int
	labelled  [][]int           // by label: tasks that have it, or a wait before or after them
	windows   [][]schedule.Span // by resource: its own, or the whole horizon
	reach     []int64           // by resource: the longest pause that it can need
	usual     []int64           // by resource: the setting that most needs want
	furthest  int64             // the longest pause that any of them can need
	keeps     []int64           // by label of keeps: the price of each resource beyond the first
	priced    bool              // which resource is chosen costs something
	steep     int64             // by how much a second of violation weighs more, because priced limits do
	dishes    [][]int           // tasks of each dish, the last one in front
	dishOf    []int             // by task
	choices   int               // of resources: of all uses and holds
	flatTask  []int             // by task: where its choices begin, see state.flat
	flatLink  []int             // by link
	whole     schedule.Problem  // as it was compiled: with what has begun where it is
	aside     *aside            // nil: nothing is
	had       *past             // the plan from which what moves is weighed; nil: nothing is
	stay      map[string]Stay   // see Options
}

type task struct {
	dur      int64
	needs    []need
	targets  []schedule.Target
	latest   *int64
	over     *int64
	earliest int64
	last     int64 // start
}

// need is a use or a hold with its resources as indices.
type need struct {
	options []int
	units   int64
	slices  []schedule.Span // offsets in the task; for holds unused
	setting int64
	settle  bool
	label   int     // -1: none
	costs   []int64 // by resource, of choosing it; nil: nothing
	keep    []int   // labels of keeps
}

// link is a wait as a rule on starts: start[to] - start[from] + off is the gap.
type link struct {
	from, to int
	off      int64
	least    int64
	most     *int64
	over     *int64
	weight   int64
	holds    []need
	after    []need // the holds as long as they last at least, seen from the start of from
	before   []need // and from the start of to
}

// lag is the least difference of the two starts.
func (l link) lag() int64 { return l.least - l.off }

type compiler struct {
	resource, task, label, keep map[string]int
}

func compile(p schedule.Problem) *model { return compileBeside(p, nil) }

func compileBeside(p schedule.Problem, a *aside) *model {
	m := &model{p: p, whole: p, resources: p.Resources, aside: a}
	if a != nil {
		m.whole = a.whole
	}
	c := compiler{map[string]int{}, map[string]int{}, map[string]int{}, map[string]int{}}
	for i, k := range p.Keeps {
		c.keep[k.Label] = i
		m.keeps = append(m.keeps, k.Weight)
	}
	for i, r := range p.Resources {
		c.resource[r.ID] = i
	}
	for i, t := range p.Tasks {
		c.task[t.ID] = i
		m.tasks = append(m.tasks, c.compileTask(p, t))
	}
	for _, t := range p.Targets {
		i := c.task[t.Task]
		m.tasks[i].targets = append(m.tasks[i].targets, t)
	}
	m.linksOf, m.bindsOf, m.groupsOf = make([][]int, len(m.tasks)), make([][]int, len(m.tasks)), make([][]int, len(m.tasks))
	c.compileLinks(m)
	c.compileGroups(m)
	m.lookAhead()
	m.labels = len(c.label)
	m.eachNeed(func(n *need) {
		m.priced = m.priced || n.costs != nil || len(n.keep) > 0
		if n.costs != nil { // the cheap ones first
			slices.SortStableFunc(n.options, func(a, b int) int { return cmp.Compare(n.costs[a], n.costs[b]) })
		}
	})
	m.compileResources()
	m.compileLabels()
	m.layOut()
	m.partDishes()
	m.steep = max(1, dearest(p)/usualPrice)
	return m
}

func (c compiler) compileTask(p schedule.Problem, t schedule.Task) task {
	out := task{dur: t.Duration, latest: t.Latest, over: t.LatestOver, earliest: p.Horizon[0], last: p.Horizon[1] - t.Duration}
	if t.Earliest != nil {
		out.earliest = max(out.earliest, *t.Earliest)
	}
	for _, u := range t.Uses {
		out.needs = append(out.needs, c.compileUse(u, u.Parts(t.Duration)))
	}
	return out
}

// compileUse leaves out empty slices: they use nothing.
func (c compiler) compileUse(u schedule.Use, slices []schedule.Span) need {
	n := need{units: u.Need(), settle: u.Settle, label: -1}
	for _, id := range u.OneOf {
		n.options = append(n.options, c.resource[id])
	}
	for _, s := range slices {
		if s[0] < s[1] {
			n.slices = append(n.slices, s)
		}
	}
	if u.Setting != nil {
		n.setting = *u.Setting
	}
	if u.Same != "" {
		if _, met := c.label[u.Same]; !met {
			c.label[u.Same] = len(c.label)
		}
		n.label = c.label[u.Same]
	}
	for id, cost := range u.Costs {
		if cost > 0 {
			if n.costs == nil {
				n.costs = make([]int64, len(c.resource))
			}
			n.costs[c.resource[id]] = cost
		}
	}
	for _, label := range u.Keep {
		n.keep = append(n.keep, c.keep[label])
	}
	return n
}

func (c compiler) compileLinks(m *model) {
	for i, l := range m.p.Links {
		k := link{from: c.task[l.From], to: c.task[l.To], least: l.Least(), most: l.Max, over: l.Over, weight: l.Weight}
		if l.ToAt == schedule.End {
			k.off += m.tasks[k.to].dur
		}
		if l.FromAt != schedule.Start {
			k.off -= m.tasks[k.from].dur
		}
		for _, u := range l.Holds {
			k.holds = append(k.holds, c.compileUse(u, nil))
		}
		m.links = append(m.links, k)
		m.linksOf[k.from] = append(m.linksOf[k.from], i)
		binds := k.lag() > m.p.Horizon[0]-m.p.Horizon[1]
		if k.to != k.from {
			m.linksOf[k.to] = append(m.linksOf[k.to], i)
		}
		if k.to != k.from && binds {
			m.bindsOf[k.from], m.bindsOf[k.to] = append(m.bindsOf[k.from], i), append(m.bindsOf[k.to], i)
		}
	}
	m.narrowLabels()
}

// narrowLabels leaves each use with a label only the resources that all uses
// with that label can take.
func (m *model) narrowLabels() {
	common := map[int]map[int]int{}
	uses := map[int]int{}
	m.eachNeed(func(n *need) {
		if n.label < 0 {
			return
		}
		if common[n.label] == nil {
			common[n.label] = map[int]int{}
		}
		uses[n.label]++
		own := map[int]bool{}
		for _, r := range n.options {
			if !own[r] {
				own[r] = true
				common[n.label][r]++
			}
		}
	})
	m.eachNeed(func(n *need) {
		if n.label < 0 {
			return
		}
		var left []int
		for _, r := range n.options {
			if common[n.label][r] == uses[n.label] {
				left = append(left, r)
			}
		}
		n.options = left
	})
}

func (m *model) eachNeed(do func(*need)) {
	for i := range m.tasks {
		for k := range m.tasks[i].needs {
			do(&m.tasks[i].needs[k])
		}
	}
	for i := range m.links {
		for k := range m.links[i].holds {
			do(&m.links[i].holds[k])
		}
	}
}

func (c compiler) compileGroups(m *model) {
	for g, t := range m.p.Together {
		var members []int
		seen := map[int]bool{}
		for _, id := range t.Tasks {
			i := c.task[id]
			if seen[i] {
				continue
			}
			seen[i] = true
			members = append(members, i)
			m.groupsOf[i] = append(m.groupsOf[i], g)
		}
		m.groups = append(m.groups, members)
	}
}

// lookAhead makes of each hold what its two tasks will want at least.
func (m *model) lookAhead() {
	for e := range m.links {
		l := &m.links[e]
		for _, n := range l.holds {
			dur := m.tasks[l.from].dur
			n.slices = []schedule.Span{{dur, dur + l.least}}
			l.after = append(l.after, n)
			n.slices = []schedule.Span{{-l.least, 0}}
			l.before = append(l.before, n)
		}
	}
}
