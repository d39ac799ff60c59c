package mise

import (
	"cmp"
	"fmt"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// LaidOut is what food is served on, set and moulded in, and small things that an evening stops without:
// so many are wanted at once, so many there are.
type LaidOut struct {
	Name    string   `json:"name"`
	Need    int      `json:"need" doc:"the most that are out at once; of what is not washed back, all"`
	Have    *int     `json:"have,omitempty" doc:"absent: nobody counted"`
	Short   int      `json:"short"`
	Washed  bool     `json:"washed" doc:"some are washed and laid out again in the evening"`
	Uses    []string `json:"uses" nullable:"false" doc:"for what, and when"`
	Working string   `json:"working"`

	plates bool // it goes out to guests
}

// use is so many of something, from an hour until it is washed and back; from zero on: the whole
// evening.
type use struct {
	count    int
	what     string
	from, to time.Time
}

// ware counts what the evening takes, by name: what is short first.
func (m *maker) ware() []LaidOut {
	uses := map[string][]use{}
	add := func(name string, u use) {
		if name = strings.TrimSpace(name); name != "" && u.count > 0 {
			uses[strings.ToLower(name)] = append(uses[strings.ToLower(name)], u)
		}
	}
	have := m.stocked()
	names := map[string]string{}
	for _, c := range m.Plan.Courses {
		for _, d := range c.Sent {
			for _, s := range d.Plates {
				m.plated(s, d, func(name string, n int) {
					names[strings.ToLower(name)] = name
					add(name, use{n, s.Name, m.at(d.First), m.at(d.At)})
				})
			}
		}
	}
	for _, count := range []func(func(string, int, string)){m.tied, m.kept, m.tooled} {
		count(func(name string, n int, what string) {
			names[strings.ToLower(name)] = name
			add(name, use{count: n, what: what})
		})
	}
	for _, t := range m.Kitchen.Things {
		names[strings.ToLower(t.Name)] = t.Name
		add(t.Name, use{count: t.Wanted(m.Covers), what: "the service"})
	}
	out := []LaidOut{}
	for key, list := range uses {
		out = append(out, m.counted(names[key], have[key], list))
	}
	slices.SortFunc(out, func(a, b LaidOut) int {
		return cmp.Or(cmp.Compare(b.Short, a.Short), cmp.Compare(b.Need, a.Need), strings.Compare(a.Name, b.Name))
	})
	return out
}

func (m *maker) at(seconds int64) time.Time {
	return m.Plan.Origin.Add(time.Duration(seconds) * time.Second)
}

// stock is how many there are of something, and how soon they are washed; 0: not on that evening.
type stock struct {
	have int
	back time.Duration
}

// stocked are the kitchen's own counts; of plates that it does not count, what their dish says.
func (m *maker) stocked() map[string]stock {
	out := map[string]stock{}
	for _, d := range m.Book.Dishes {
		for _, w := range append(slices.Clone(d.Plate.Sides), d.Plate.Ware) {
			if key := strings.ToLower(strings.TrimSpace(w.Name)); w.Have > out[key].have {
				out[key] = stock{have: w.Have}
			}
		}
		for _, f := range d.Plate.Formers {
			if key := strings.ToLower(strings.TrimSpace(f.Name)); f.Have > out[key].have {
				out[key] = stock{have: f.Have}
			}
		}
	}
	for _, t := range m.Kitchen.Things {
		out[strings.ToLower(strings.TrimSpace(t.Name))] = stock{t.Have, time.Duration(t.Back) * time.Minute}
	}
	return out
}

// plated is the ware of the plates of a dish that leave together. A ring is lifted off the plate, so
// that only what its dish has of it, or a wave takes, is wanted.
func (m *maker) plated(s report.Sent, d report.Departure, add func(name string, n int)) {
	id, _, _ := strings.Cut(s.Dish, "~")
	dish, known := m.Book.Dishes[id]
	if !known {
		return
	}
	n := dish.Plate.Plates(s.Plates)
	add(dish.Plate.Ware.Name, n)
	for _, w := range dish.Plate.Sides {
		add(w.Name, n)
	}
}

// tooled counts what plates are built with: one of each stands on the pass, for whatever dish.
func (m *maker) tooled(add func(name string, n int, what string)) {
	seen := map[string]bool{}
	for _, id := range m.served() {
		for _, tool := range tools(m.Book.Dishes[id]) {
			if !seen[tool] {
				seen[tool] = true
				add(tool, 1, "building plates")
			}
		}
	}
}

// served are the ids of the dishes that leave, each once.
func (m *maker) served() (out []string) {
	for _, c := range m.Plan.Courses {
		for _, d := range c.Sent {
			for _, s := range d.Plates {
				if id, _, _ := strings.Cut(s.Dish, "~"); !slices.Contains(out, id) {
					out = append(out, id)
				}
			}
		}
	}
	return out
}

// tools are what a plate is built with, each once: tongs, a jug, a squeeze bottle.
func tools(d recipe.Dish) (out []string) {
	for _, p := range d.Plate.Placings {
		for _, t := range strings.Split(p.Tool, ",") {
			if t = strings.TrimSpace(t); t != "" && t != "fingers" && !slices.Contains(out, t) {
				out = append(out, t)
			}
		}
	}
	return out
}

// tied counts what is put into food and taken out again, and is not used twice: twine, skewers, cloths.
func (m *maker) tied(add func(name string, n int, what string)) {
	for _, made := range m.Exploded.Make {
		c := m.Book.Made(base(made.Component))
		for _, t := range c.TakeOuts {
			goes, portions := 0, 0
			for _, b := range m.bars[made.Component] {
				if b.Step == t.In {
					goes, portions = goes+1, portions+b.Portions
				}
			}
			n := t.Pieces * max(goes, 1)
			if t.Each {
				n = t.Count(m.portions(c, portions))
			}
			add(t.Name, n, made.Name)
		}
	}
}

// kept counts the containers of what is made.
func (m *maker) kept(add func(name string, n int, what string)) {
	for _, made := range m.Exploded.Make {
		left := units.Amount{Quantity: max(0, made.Need.Quantity-made.Have.Quantity), Unit: made.Need.Unit}
		if box, n, _ := m.box(m.Book.Made(base(made.Component)), left); n > 0 && left.Quantity > 0 {
			add(box, n, made.Name)
		}
	}
}

// portions are those of the plan, or, without one, of all plates.
func (m *maker) portions(c recipe.Component, planned int) int {
	if planned > 0 {
		return planned
	}
	return m.Plates
}

// counted is what is wanted of one thing at once: used for a course, eaten from for as long as courses may be
// apart, washed, and there again.
func (m *maker) counted(name string, of stock, list []use) LaidOut {
	w := LaidOut{Name: name, Uses: []string{}}
	_, apart := m.Kitchen.Between()
	eaten := time.Duration(apart) * time.Second
	sum := 0
	for i, u := range list {
		sum += u.count
		if of.back > 0 && !u.from.IsZero() {
			list[i].to = u.to.Add(eaten + of.back)
		}
	}
	for _, u := range list { // the most are out as some go out
		out := 0
		for _, o := range list {
			if of.back == 0 || u.from.IsZero() || o.from.IsZero() || !o.from.After(u.from) && o.to.After(u.from) {
				out += o.count
			}
		}
		w.Need = max(w.Need, out)
	}
	w.Washed = w.Need < sum
	w.plates = slices.ContainsFunc(list, func(u use) bool { return !u.from.IsZero() })
	w.Uses = told(list, m.Zone)
	w.Working = fmt.Sprintf("%s = %d", strings.Join(w.Uses, " + "), sum)
	if w.Washed {
		w.Working = fmt.Sprintf("%s; %d at once, %s after they leave for eating and %s for washing", w.Working, w.Need, units.FormatDuration(apart), units.FormatDuration(int64(of.back.Seconds())))
	}
	if of.have > 0 {
		w.Have = &of.have
		w.Short = max(0, w.Need-of.have)
	}
	return w
}

// told are the uses by what they are for, in the order of their hours.
func told(list []use, zone *time.Location) (out []string) {
	slices.SortStableFunc(list, func(a, b use) int { return a.from.Compare(b.from) })
	var sums []use
	for _, u := range list {
		if k := slices.IndexFunc(sums, func(s use) bool { return s.what == u.what }); k >= 0 {
			sums[k].count += u.count
			continue
		}
		sums = append(sums, u)
	}
	for _, s := range sums {
		text := fmt.Sprintf("%d for %s", s.count, s.what)
		if !s.from.IsZero() {
			text += " from " + s.from.In(zone).Format("15:04")
		}
		out = append(out, text)
	}
	return out
}

// missingWare are the brackets of what there is too little of.
func missingWare(list []LaidOut) (out []Short) {
	for _, w := range list {
		if w.Short > 0 {
			do := "Get more."
			switch {
			case w.Washed:
				do = "Wash faster, get more, or serve on other ware."
			case w.plates:
				do = "Get more, or serve on other ware."
			}
			out = append(out, Short{What: fmt.Sprintf("%s: %d wanted, %d there, %d short", words.Upper(w.Name), w.Need, *w.Have, w.Short), Do: do})
		}
	}
	return out
}
