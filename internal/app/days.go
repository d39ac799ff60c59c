package app

import (
	"cmp"
	"iter"
	"slices"
	"time"

	"jointime/internal/core/service"
)

// byDay are the ids of all services in the order of their days.
func (b Book) byDay() []string {
	ids := make([]string, 0, len(b.Services))
	for id := range b.Services {
		ids = append(ids, id)
	}
	slices.SortFunc(ids, func(x, y string) int {
		return cmp.Or(cmp.Compare(b.Services[x].Day, b.Services[y].Day), cmp.Compare(x, y))
	})
	return ids
}

// lately is how many days back a service may lie that is not over.
const lately = 3

// Coming are the services that are not past, in the order of their days. It takes time for
// those and for those of the last days, and not for what lies further back.
func (b Book) Coming(now time.Time) (out []service.Service) {
	ids := b.days()
	first, _ := slices.BinarySearchFunc(ids, now.AddDate(0, 0, -lately).Format(service.DayLayout), func(id, day string) int { return cmp.Compare(b.Services[id].Day, day) })
	for _, id := range ids[first:] {
		if s := b.Services[id]; !s.Past(now, b.Zone(s.Kitchen)) {
			out = append(out, s)
		}
	}
	return out
}

// Listed gives all services, with whether they are past: the next one first, then later ones,
// then past ones, the last of them first.
func (b Book) Listed(now time.Time) iter.Seq2[service.Service, bool] {
	return func(yield func(service.Service, bool) bool) {
		coming := b.Coming(now)
		for _, s := range coming {
			if !yield(s, false) {
				return
			}
		}
		for _, id := range slices.Backward(b.days()) {
			if slices.ContainsFunc(coming, func(s service.Service) bool { return s.ID == id }) {
				continue
			}
			if !yield(b.Services[id], true) {
				return
			}
		}
	}
}
