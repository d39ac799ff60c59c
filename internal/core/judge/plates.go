package judge

import (
	"fmt"
	"slices"
	"time"

	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
)

// What is promised of plates, in seconds: common practice, without a source.
const (
	tooEarly = 120 // before its hour from which a wave is early
	punctual = 30  // after its hour up to which the first of it is in time
	inOneGo  = 60  // longer than its work the building of a wave may take
	oneTable = 60  // between the plates of a table
	asGood   = 180 // further apart than the hours ask for, courses are as good
)

// wipe is the placing that a plate ends with: it is wiped and checked.
const wipe = "-wipe"

// wave are the placings of a dish that leave together.
type wave struct {
	dish         string
	course, wave int
}

// waves are the placings by dish, course and wave, in the order in which they are laid.
func (j *judging) waves() (keys []wave, of map[wave][]int) {
	of = map[wave][]int{}
	for i, b := range j.RunUp.Bars {
		if b.Placing == "" {
			continue
		}
		k := wave{b.Dish, b.Course, max(b.Wave, 1)}
		if of[k] == nil {
			keys = append(keys, k)
		}
		of[k] = append(of[k], i)
	}
	for _, list := range of {
		byTime(j.RunUp.Bars, list)
	}
	return keys, of
}

// leaves is when the last of some bars is over.
func (j *judging) leaves(list []int) (at int64) {
	for _, i := range list {
		at = max(at, j.RunUp.Bars[i].To)
	}
	return at
}

// plated finds plates that nobody builds, and of which that is not said.
func (j *judging) plated() {
	_, of := j.waves()
	for c, k := range j.RunUp.Courses {
		for _, dish := range j.dishesOf(k.ID) {
			want, have := j.plates(k.ID, dish), 0
			for key, list := range of {
				if base, _ := j.dish(key.dish); key.course == c && base.ID == dish {
					have += j.RunUp.Bars[list[len(list)-1]].Portions
				}
			}
			if have != want && !slices.ContainsFunc(j.RunUp.Stops, func(s Stop) bool { x, _ := j.dish(s.Dish); return x.ID == dish && s.Component == "" }) {
				name := j.Dishes[dish].Name
				j.breach(Breach{Promise: NotPlated, By: int64(max(want-have, have-want)), about: []string{name}, Says: fmt.Sprintf("%s: %d of %d portions are plated.", name, have, want)})
			}
		}
	}
}

// dishesOf are the dishes that a course has plates of.
func (j *judging) dishesOf(course string) (out []string) {
	for _, n := range j.covers(course) {
		if n.Plates > 0 && !slices.Contains(out, n.Dish) {
			out = append(out, n.Dish)
		}
	}
	return out
}

func (j *judging) plates(course, dish string) (sum int) {
	for _, n := range j.covers(course) {
		if n.Dish == dish {
			sum += n.Plates
		}
	}
	return sum
}

// covers are the plates of a course: what its tables have, where the tables are known.
func (j *judging) covers(course string) (out []service.Covers) {
	for _, t := range j.Service.Tables {
		out = append(out, j.ordered(t, course)...)
	}
	if len(j.Service.Tables) > 0 {
		return out
	}
	for _, k := range j.Service.Courses {
		if k.Course == course {
			out = append(out, k.Covers...)
		}
	}
	return out
}

// punctual finds waves that leave before their hour, or after it.
func (j *judging) punctual() {
	_, of := j.waves()
	for c, k := range j.RunUp.Courses {
		for _, w := range k.Sent {
			var list []int
			for key, bars := range of {
				if key.course == c && key.wave == w.Wave {
					list = append(list, bars...)
				}
			}
			if len(list) == 0 {
				continue
			}
			asked := int64(w.Asked.Sub(j.RunUp.Origin) / time.Second)
			off, most := j.leaves(list)-asked, int64(punctual)
			if !w.Head {
				most = j.Service.Spread()
			}
			name := fmt.Sprintf("%s, wave %d", k.Name, w.Wave)
			switch {
			case off < -tooEarly:
				j.breach(Breach{Promise: Early, By: -off, bars: list, about: []string{k.Name, "early"}, Says: fmt.Sprintf("%s: leaves %s before its hour.", name, over(-off))})
			case off > most:
				j.breach(Breach{Promise: Late, By: off, bars: list, about: []string{k.Name, "leaves"}, Says: fmt.Sprintf("%s: leaves %s after its hour.", name, over(off))})
			}
		}
	}
}

// built finds plates that are past their life, or half built for long, when they leave. Those
// of a version are not judged: what is on them is not known here.
func (j *judging) built() {
	keys, of := j.waves()
	for _, key := range keys {
		dish, version := j.dish(key.dish)
		list := of[key]
		n := len(list)
		if n > 0 && j.RunUp.Bars[list[n-1]].Placing == wipe {
			n--
		}
		if !version && len(dish.Plate.Placings) == n {
			j.lives(dish, list)
		}
	}
}

func (j *judging) lives(dish recipe.Dish, list []int) {
	leaves, lives, work := j.leaves(list), dish.Plate.LivesOf(), int64(inOneGo)
	laid := 0 // what is laid out early on purpose counts from what is laid on it
	for n, p := range dish.Plate.Placings {
		if p.Stands != nil {
			laid = n + 1
		}
	}
	for n, i := range list {
		if n == len(lives) { // wiped and checked
			work += j.RunUp.Bars[i].To - j.RunUp.Bars[i].From
			break
		}
		b, p := j.RunUp.Bars[i], dish.Plate.Placings[n]
		if n >= laid {
			work += b.To - b.From
		}
		if life := lives[n].Seconds; p.Stands == nil && life > 0 && n < len(list)-1 && leaves-b.From-p.Seconds > life {
			j.breach(Breach{Promise: Life, By: leaves - b.From - p.Seconds - life, bars: list, Says: fmt.Sprintf("%s: on the plate %s when it leaves, good for %s.", j.say(b), over(leaves-b.From-p.Seconds), over(life))})
		}
	}
	if laid < len(list) {
		if took := leaves - j.RunUp.Bars[list[laid]].From; took > work {
			j.breach(Breach{Promise: Broken, By: took - work, bars: list, Says: fmt.Sprintf("%s: a break of %s while it is built.", j.say(j.RunUp.Bars[list[laid]]), over(took-work+inOneGo))})
		}
	}
}
