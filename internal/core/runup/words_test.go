package runup_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"regexp"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/room"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/words"
	"jointime/internal/formats/calendar"
	"jointime/internal/formats/lists"
	"jointime/internal/formats/runupsvg"
	"jointime/internal/size"
)

// unread are members of the answers that no cook reads: ids, and what a program reads.
var unread = []string{"id", "dish", "component", "step", "placing", "service", "course", "first", "cooks", "for", "section", "resource", "bar", "status", "leadIn", "cook", "ingredient", "dishes", "day", "key", "rule"}

// planners are words of whoever wrote the planner.
var planners = regexp.MustCompile(`(?i)\b(horizon|windows?|minimum gaps?|infeasible|tasks?|resources?|violation|units|nobody has a hand|free what|longer than it may|passes limits|all hands)\b`)

// miscounted is a number whose noun does not go with it.
var miscounted = regexp.MustCompile(`(?:^|[^\d.½¼¾,–:])1 (?:portions|plates|places|covers|guests|cooks|batches|waves|tables|dishes|pieces)\b|(?:^|[^\d.:])(?:[2-9]|[1-9]\d+) (?:portion|plate|place|cover|guest|cook|batch|wave|table|dish|piece)\b`)

// glued are two sentences, or two advices, put together without thought.
var glued = regexp.MustCompile(`; or |\.\.(?:[^.]|$)|, ,|: :|\s{2}|\bthe the\b|\?\.|\.;|“”|\bnil\b|<no value>|%!`)

// reader collects what a cook reads of one service.
type reader struct {
	said []string
	ids  map[string]bool // that no text may hold
}

// read walks over a value as it is sent.
func (r *reader) read(t *testing.T, v any) {
	t.Helper()
	text, err := json.Marshal(v)
	require.NoError(t, err)
	var doc any
	require.NoError(t, json.Unmarshal(text, &doc))
	r.walk(doc)
}

func (r *reader) walk(v any) {
	switch v := v.(type) {
	case string:
		r.said = append(r.said, v)
	case []any:
		for _, x := range v {
			r.walk(x)
		}
	case map[string]any:
		for name, x := range v {
			if !slices.Contains(unread, name) {
				r.walk(x)
			}
		}
	}
}

// Everything that is said of a service, on its screens, its sheets and in its files, is said
// in a cook's words: no id, no planner's word, no wrong number, no name with its capital
// lost, no two advices glued together.
func TestEverythingIsSaidInACooksWords(t *testing.T) {
	evenings := []demand.Input{demoInput(t), dinner(t), banquet(t), forTwo(t)}
	for seed := range uint64(size.Of(10, 100, 400)) {
		m := menuMaker{Rand: rand.New(rand.NewPCG(seed, 99)), scarce: seed%3 == 0}
		in := m.menu()
		if seed%4 == 1 {
			m.spoil(&in)
		}
		evenings = append(evenings, in)
	}
	for n, in := range evenings {
		p, err := attemptFirst(in)
		require.NoError(t, err)
		r := &reader{ids: idsOf(in)}
		calls := p.RunUp.Calls()
		r.read(t, p.RunUp)
		r.read(t, calls)
		r.read(t, p.Summary(p.RunUp))
		r.read(t, room.Make(in.Book(), in.Kitchen, in.Menu, in.Service.Resolved(in.Menu), p.RunUp))
		var fire, events bytes.Buffer
		require.NoError(t, lists.WriteFire(&fire, calls))
		require.NoError(t, calendar.Write(&events, calendar.Calendar{Name: in.Service.Name, Made: time.Date(2026, 3, 10, 9, 0, 0, 0, time.UTC), Calls: calls, Heat: func(c int64) string { return fmt.Sprint(c, " °C") }}))
		r.said = append(r.said, strings.Split(fire.String(), "\n")...)
		r.said = append(r.said, textOf(runupsvg.SVG(p.RunUp))...)
		names, own := namesOf(in), ownOf(t, in)
		slices.Sort(r.said)
		for _, text := range slices.Compact(r.said) {
			for _, o := range own {
				text = strings.ReplaceAll(text, o, "x")
			}
			where := fmt.Sprintf("evening %d: %q", n, text)
			assert.NotRegexp(t, planners, text, where)
			assert.NotRegexp(t, miscounted, text, where)
			assert.NotRegexp(t, glued, text, where)
			for id := range r.ids {
				assert.False(t, holds(text, id), "%s holds the id %s", where, id)
			}
			for _, name := range names {
				assert.False(t, holds(text, words.Lower(name)), "%s has %s with its capital lost", where, name)
			}
		}
		if t.Failed() {
			return // one is enough to read
		}
	}
}

// ownOf are the texts that the cooks have typed themselves, the longest first: they say what
// they want.
func ownOf(t *testing.T, in demand.Input) []string {
	t.Helper()
	r := &reader{}
	for _, c := range in.Components {
		for _, s := range c.Steps() {
			r.read(t, []any{s.Cues, s.Cautions, s.Troubles, s.Then.Reason, s.Short, s.Name})
		}
	}
	for _, e := range in.Kitchen.Equipment {
		r.said = append(r.said, e.Kind)
	}
	for _, d := range in.Dishes {
		r.read(t, []any{d.Name, d.Room, d.Plate.Ware.Name, d.Plate.Ware.Note})
	}
	r.said = slices.DeleteFunc(r.said, func(s string) bool { return len(s) < 6 })
	slices.SortFunc(r.said, func(a, b string) int { return len(b) - len(a) })
	return r.said
}

// idsOf are ids that are no words: nobody names a thing with a hyphen or a slash like these.
func idsOf(in demand.Input) map[string]bool {
	out := map[string]bool{}
	add := func(id, name string) {
		if strings.Contains(id, "-") && !strings.Contains(strings.ToLower(name), id) {
			out[id] = true
		}
	}
	for _, c := range in.Components {
		add(c.ID, c.Name)
		for _, s := range c.Steps() {
			out[c.ID+"/"+s.ID] = true
			add(s.ID, s.Name)
		}
	}
	for _, d := range in.Dishes {
		add(d.ID, d.Name)
	}
	for _, c := range in.Kitchen.Cooks {
		add(c.ID, c.Name)
		out["cook."+c.ID] = true
	}
	for _, e := range in.Kitchen.Equipment {
		add(e.ID, e.Name)
	}
	return out
}

// namesOf are names of more than one word that begin with a capital: in small letters they
// would stand in no sentence of a cook's own.
func namesOf(in demand.Input) (out []string) {
	add := func(name string) {
		if strings.Contains(name, " ") && words.Lower(name) != name {
			out = append(out, name)
		}
	}
	for _, c := range in.Components {
		add(c.Name)
	}
	for _, d := range in.Dishes {
		add(d.Name)
	}
	for _, c := range in.Kitchen.Cooks {
		add(c.Name)
	}
	for _, e := range in.Kitchen.Equipment {
		add(e.Name)
	}
	return out
}

// holds tells whether a text has something in it as a word.
func holds(text, word string) bool {
	for from := 0; ; {
		at := strings.Index(text[from:], word)
		if at < 0 {
			return false
		}
		at += from
		end := at + len(word)
		if (at == 0 || !letter(text[at-1])) && (end == len(text) || !letter(text[end])) {
			return true
		}
		from = end
	}
}

func letter(b byte) bool {
	return b >= 'a' && b <= 'z' || b >= 'A' && b <= 'Z' || b >= '0' && b <= '9' || b == '-' || b >= 0x80
}

var tag = regexp.MustCompile(`>([^<]+)<`)

// textOf is what stands on a drawing.
func textOf(svg string) (out []string) {
	for _, m := range tag.FindAllStringSubmatch(svg, -1) {
		out = append(out, m[1])
	}
	return out
}
