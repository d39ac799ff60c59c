package judge

import (
	"cmp"
	"fmt"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/units"
)

// work is a pair of hands on a bar, on the clock of the world.
type work struct {
	service, bar int
	from, to     time.Time
}

// hands finds cooks who would be in two places, over all services of the day.
func (d Day) hands() (out []Breach) {
	of := map[string][]work{}
	for s, x := range d.Services {
		for i, b := range x.RunUp.Bars {
			for _, h := range b.Hands {
				if h.From < h.To {
					of[h.Cook] = append(of[h.Cook], work{s, i, at(x.RunUp, h.From), at(x.RunUp, h.To)})
				}
			}
		}
	}
	for _, c := range d.Kitchen.Cooks {
		list := of[c.ID]
		slices.SortStableFunc(list, func(a, b work) int { return a.from.Compare(b.from) })
		for k := range list {
			for _, next := range list[k+1:] {
				if !next.from.Before(list[k].to) {
					break
				}
				out = append(out, d.twice(c.Name, list[k], next))
			}
		}
	}
	return out
}

func at(r RunUp, seconds int64) time.Time {
	return r.Origin.Add(time.Duration(seconds) * time.Second)
}

// twice says that a cook would be on two things at once; in two services it is told by
// either of them.
func (d Day) twice(cook string, a, b work) Breach {
	end := a.to
	if b.to.Before(end) {
		end = b.to
	}
	one, other := d.Services[a.service], d.Services[b.service]
	x := Breach{Promise: TwoPlaces, Service: other.Service.ID, By: int64(end.Sub(b.from) / time.Second),
		Says: fmt.Sprintf("%s is on %s and on %s from %s.", cook, one.RunUp.Bars[a.bar].Name, other.RunUp.Bars[b.bar].Name, b.from.In(d.Zone).Format("15:04:05"))}
	if a.service != b.service {
		x.about = []string{cook, one.Service.Name}
		x.Told = told(other, x)
		x.about = []string{cook, other.Service.Name}
		x.Told = x.Told || told(one, x)
	}
	return x
}

// shifts finds hands of cooks who are not there.
func (j *judging) shifts() {
	for i, b := range j.RunUp.Bars {
		for _, h := range b.Hands {
			k := slices.IndexFunc(j.Kitchen.Cooks, func(c kitchen.Cook) bool { return c.ID == h.Cook })
			if k < 0 || slices.Contains(j.Service.Off, h.Cook) || !j.there(j.Kitchen.Cooks[k], j.moment(h.From), j.moment(h.To)) {
				j.breach(Breach{Promise: OffShift, bars: []int{i}, By: h.To - h.From, Says: fmt.Sprintf("%s: %s is not there.", j.say(b), h.Cook)})
			}
		}
	}
}

// there tells whether a cook is on shift, and not away, from one moment to another.
func (j *judging) there(c kitchen.Cook, from, to time.Time) bool {
	on := false
	for day := -1; day <= 0; day++ {
		midnight := time.Date(from.Year(), from.Month(), from.Day()+day, 0, 0, 0, 0, from.Location())
		for _, s := range c.ShiftsOn(midnight) {
			a, b := span(midnight, s)
			on = on || !from.Before(a) && !to.After(b)
		}
		for _, w := range c.Away {
			a, b := span(midnight, w.Shift)
			if (w.Day == "" || w.Day == midnight.Format(time.DateOnly)) && from.Before(b) && a.Before(to) {
				return false
			}
		}
	}
	return on
}

// span is a shift on a day; one that ends no later than it begins ends on the next.
func span(midnight time.Time, s kitchen.Shift) (from, to time.Time) {
	clock := func(text string, days int) time.Time {
		v, _ := units.ParseClock(text)
		return time.Date(midnight.Year(), midnight.Month(), midnight.Day()+days, int(v/3600), int(v%3600/60), 0, 0, midnight.Location())
	}
	if from, to = clock(s.From, 0), clock(s.To, 0); !to.After(from) {
		to = clock(s.To, 1)
	}
	return from, to
}

// strangers finds cooks at the work of a section that is not theirs, without a word.
func (j *judging) strangers() {
	for i, b := range j.RunUp.Bars {
		if b.Help != "" || b.Step == "" || b.LeadIn != "" {
			continue
		}
		for _, c := range j.Kitchen.Cooks {
			if slices.ContainsFunc(b.Hands, func(h Hands) bool { return h.Cook == c.ID }) && j.Kitchen.PartIn(c, b.Section) > kitchen.Floats && !j.onlyOnes(b) {
				j.breach(Breach{Promise: Stranger, bars: []int{i}, Says: fmt.Sprintf("%s: %s has it, and it is not theirs.", j.say(b), c.Name)})
			}
		}
	}
}

// onlyOnes tells whether nobody whose work it is may do a step: it is set for somebody, or
// they do no such work.
func (j *judging) onlyOnes(b Bar) bool {
	c, _ := j.component(b.Component)
	s, is := c.Step(b.Step)
	if !is || s.Hands.Cook != "" {
		return true
	}
	return !slices.ContainsFunc(j.Kitchen.Cooks, func(k kitchen.Cook) bool {
		return !slices.Contains(j.Service.Off, k.ID) && j.Kitchen.PartIn(k, b.Section) <= kitchen.Floats && k.Does(s.Name, s.Kinds())
	})
}

// taken is a thing that is taken, on the clock of the world.
type taken struct {
	service, bar int
	from, to     time.Time
	places       int
	setting      *int64
}

// things finds what is fuller than it has places, or wanted at two temperatures at once, over
// all services of the day.
func (d Day) things() (out []Breach) {
	for _, e := range d.Kitchen.Equipment {
		var list []taken
		for s, x := range d.Services {
			for _, l := range x.RunUp.Lanes {
				if l.ID != e.ID || l.Cook {
					continue
				}
				for _, b := range l.Blocks {
					if b.From < b.To {
						list = append(list, taken{s, b.Bar, at(x.RunUp, b.From), at(x.RunUp, b.To), b.Places, b.Setting})
					}
				}
			}
		}
		slices.SortStableFunc(list, func(a, b taken) int { return cmp.Compare(a.from.UnixNano(), b.from.UnixNano()) })
		out = append(out, d.crowded(e, list)...)
	}
	return out
}

func (d Day) crowded(e kitchen.Equipment, list []taken) (out []Breach) {
	for k, t := range list {
		sum, services := 0, map[int]bool{}
		for _, o := range list[:k+1] {
			if !o.to.After(t.from) {
				continue
			}
			sum += o.places
			services[o.service] = true
			if o.setting != nil && t.setting != nil && e.Heating != nil && max(*o.setting-*t.setting, *t.setting-*o.setting) > int64(e.Heating.Tolerance) {
				out = append(out, d.inThing(TwoHeats, e, t, o.service, 0, fmt.Sprintf("%s is at %d and at %d °C at %s.", e.Name, *o.setting, *t.setting, t.from.In(d.Zone).Format("15:04:05"))))
			}
		}
		if sum > e.Places {
			other := t.service
			for s := range services {
				if s != t.service {
					other = s
				}
			}
			out = append(out, d.inThing(Room, e, t, other, int64(sum-e.Places), fmt.Sprintf("%s: %d on %d places at %s.", e.Name, sum, e.Places, t.from.In(d.Zone).Format("15:04:05"))))
		}
	}
	return out
}

// inThing is a breach on a thing; where another service is part of it, either may tell it.
func (d Day) inThing(promise string, e kitchen.Equipment, t taken, other int, by int64, says string) Breach {
	x := Breach{Promise: promise, Service: d.Services[t.service].Service.ID, Says: strings.TrimSpace(says), By: by}
	for _, pair := range [][2]int{{t.service, other}, {other, t.service}} {
		if pair[0] != pair[1] {
			x.about = []string{e.Name, d.Services[pair[1]].Service.Name}
			x.Told = x.Told || told(d.Services[pair[0]], x)
		}
	}
	return x
}
