package solve

import "jointime/internal/core/schedule"

// answer writes the best plan in the terms of the problem.
func (s *search) answer() schedule.Plan {
	zero := int64(0)
	p := schedule.Plan{Problem: s.m.p.Name, Status: schedule.Kept, Violation: s.value.violation, Cost: s.value.cost, ViolationBound: &zero, Bound: &zero}
	if s.proven {
		violation, cost := p.Violation, p.Cost
		p.ViolationBound, p.Bound = &violation, &cost
	}
	if p.Violation > 0 {
		p.Status = schedule.Broken
	}
	b := s.best
	for i, t := range s.m.p.Tasks {
		p.Tasks = append(p.Tasks, schedule.PlannedTask{ID: t.ID, Start: b.start[i], End: b.start[i] + t.Duration, Resources: s.names(b.chosen[i])})
	}
	for e, l := range s.m.p.Links {
		if len(l.Holds) > 0 {
			gap := b.start[s.m.links[e].to] - b.start[s.m.links[e].from] + s.m.links[e].off
			p.Links = append(p.Links, schedule.PlannedLink{Link: e, From: l.From, To: l.To, Gap: gap, Resources: s.names(b.held[e])})
		}
	}
	p.Broken = s.broken()
	return p
}

func (s *search) names(resources []int) []string {
	out := make([]string, len(resources))
	for i, r := range resources {
		out[i] = s.m.resources[r].ID
	}
	return out
}

// broken lists the limits that the best plan passes, in the format's order.
func (s *search) broken() (out []schedule.Breach) {
	b := s.best
	for e, l := range s.m.links {
		if l.most == nil {
			continue
		}
		if by := b.start[l.to] - b.start[l.from] + l.off - *l.most; by > 0 {
			out = append(out, schedule.Breach{Limit: schedule.LinkMax, Link: &e, From: s.m.p.Links[e].From, To: s.m.p.Links[e].To, By: by, Priced: l.over != nil})
		}
	}
	for i, t := range s.m.tasks {
		if t.latest == nil {
			continue
		}
		if by := b.start[i] + t.dur - *t.latest; by > 0 {
			out = append(out, schedule.Breach{Limit: schedule.TaskLatest, Task: s.m.p.Tasks[i].ID, By: by, Priced: t.over != nil})
		}
	}
	for g, rule := range s.m.p.Together {
		if rule.Within == nil {
			continue
		}
		first, last, _ := b.ends(g, -1)
		if by := last - first - *rule.Within; by > 0 {
			out = append(out, schedule.Breach{Limit: schedule.TogetherWithin, Together: &g, By: by, Priced: rule.Over != nil})
		}
	}
	return out
}
