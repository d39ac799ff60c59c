package reckon

import (
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"strings"

	"jointime/internal/core/units"
)

// Member is something that is given for an ask.
type Member struct {
	Name  string
	What  string
	Kinds []kind   // of the amount that it is; none: a text, or a list
	Texts []string // that it can be; none: any
	Of    []Member // it is a list of such
	Flag  bool     // true or false
}

// given reads the members of a question, or of an item of a list in one. Its readers refuse by
// a panic with a Refusal, which Reckon turns into the reply: so an ask is written as its sum, and
// not as its errors.
type given struct {
	path    string
	raw     map[string]json.RawMessage
	members []Member
	family  *spoons
	zones   Zones
}

// spoons are whose spoons, cups and pints are meant; taken tells that a measure differs between
// them and nobody said whose it is.
type spoons struct {
	measures    units.Measures
	said, taken bool
}

func refuse(field, reason string, args ...any) { panic(Refusal{fmt.Sprintf(reason, args...), field}) }

func finite(v float64) bool { return !math.IsNaN(v) && !math.IsInf(v, 0) }

func (g *given) at(name string) string { return g.path + name }

// known refuses what no member is called.
func (g *given) known() {
	names := make([]string, 0, len(g.members))
	for _, m := range g.members {
		names = append(names, m.Name)
	}
	var strange []string
	for name := range g.raw {
		if !slices.Contains(names, name) && name != "measures" {
			strange = append(strange, name)
		}
	}
	if slices.Sort(strange); len(strange) > 0 {
		refuse(g.at(strange[0]), "There is no “%s” here. Known: %s.", strange[0], strings.Join(names, ", "))
	}
}

// measures are how large spoons, cups and pints are: those of the United States where nothing
// is said.
func (g *given) measures() {
	if !g.has("measures") {
		return
	}
	switch family := units.Measures(g.text("measures")); family {
	case units.UnitedStates, units.Imperial, units.Metric:
		g.family.measures, g.family.said = family, true
	default:
		refuse(g.at("measures"), "Measures are us, imperial or metric.")
	}
}

func (g *given) has(name string) bool {
	text, is := g.raw[name]
	return is && string(text) != "null"
}

// count is how many of some members are given.
func (g *given) count(names ...string) (n int) {
	for _, name := range names {
		if g.has(name) {
			n++
		}
	}
	return n
}

// member is how a name is declared.
func (g *given) member(name string) Member {
	return g.members[slices.IndexFunc(g.members, func(m Member) bool { return m.Name == name })]
}

// text is a member that is a word, bare or as a value.
func (g *given) text(name string) string {
	if !g.has(name) {
		refuse(g.at(name), "“%s” is missing.", name)
	}
	var bare string
	var object struct {
		Value string `json:"value"`
		Unit  string `json:"unit"`
	}
	if json.Unmarshal(g.raw[name], &bare) != nil {
		if json.Unmarshal(g.raw[name], &object) != nil {
			refuse(g.at(name), "“%s” is a word.", name)
		}
		if bare = object.Value; bare == "" {
			bare = object.Unit
		}
	}
	return strings.TrimSpace(bare)
}

// choice is a member that is one of a few words, the first where it is not given.
func (g *given) choice(name string) string {
	texts := g.member(name).Texts
	if !g.has(name) {
		return texts[0]
	}
	word := strings.ToLower(g.text(name))
	if !slices.Contains(texts, word) {
		refuse(g.at(name), "“%s” is %s.", name, strings.Join(texts, ", "))
	}
	return word
}

func (g *given) flag(name string) (on bool) {
	if !g.has(name) {
		return false
	}
	var object struct {
		Value *bool `json:"value"`
	}
	if json.Unmarshal(g.raw[name], &on) == nil {
		return on
	}
	if word := ""; json.Unmarshal(g.raw[name], &word) == nil && (word == "yes" || word == "no") {
		return word == "yes"
	}
	if json.Unmarshal(g.raw[name], &object) != nil || object.Value == nil {
		refuse(g.at(name), "“%s” is true or false.", name)
	}
	return *object.Value
}

// list are the items of a member that is a list; none where it is not given.
func (g *given) list(name string) (out []*given) {
	if !g.has(name) {
		return nil
	}
	var items []map[string]json.RawMessage
	if json.Unmarshal(g.raw[name], &items) != nil {
		refuse(g.at(name), "“%s” is a list of objects.", name)
	}
	for k, raw := range items {
		item := &given{path: fmt.Sprintf("%s[%d].", g.at(name), k), raw: raw, members: g.member(name).Of, family: g.family}
		item.known()
		out = append(out, item)
	}
	return out
}

// some are the items of a list that must have one.
func (g *given) some(name string) []*given {
	out := g.list(name)
	if len(out) == 0 {
		refuse(g.at(name), "“%s” is missing.", name)
	}
	return out
}

// quantity is a member that is an amount, of one of its kinds.
func (g *given) quantity(name string) quantity {
	if !g.has(name) {
		refuse(g.at(name), "“%s” is missing.", name)
	}
	return g.read(g.at(name), g.raw[name], g.member(name).Kinds)
}

// or is a member that is an amount, or what stands for it where it is not given.
func (g *given) or(name string, otherwise quantity) quantity {
	if !g.has(name) {
		return otherwise
	}
	return g.quantity(name)
}

// self is the amount that an item of a list is itself: its value and its unit.
func (g *given) self(kinds ...kind) quantity {
	if !g.has("value") {
		refuse(g.at("value"), "“value” is missing.")
	}
	if bare := ""; json.Unmarshal(g.raw["value"], &bare) == nil && !g.has("unit") {
		return g.read(strings.TrimSuffix(g.path, "."), g.raw["value"], kinds)
	}
	text := fmt.Sprintf(`{"value":%s,"unit":%s}`, g.raw["value"], orEmpty(g.raw["unit"]))
	return g.read(strings.TrimSuffix(g.path, "."), json.RawMessage(text), kinds)
}

func orEmpty(raw json.RawMessage) string {
	if len(raw) == 0 {
		return `""`
	}
	return string(raw)
}

// name is that of an item, or its place.
func (g *given) name(otherwise string) string {
	if g.has("name") {
		return g.text("name")
	}
	return otherwise
}

func (g *given) read(at string, raw json.RawMessage, kinds []kind) quantity {
	var v struct {
		Value *float64 `json:"value"`
		Unit  string   `json:"unit"`
	}
	var bare float64
	var text string
	if json.Unmarshal(raw, &bare) == nil {
		v.Value = &bare
	} else if json.Unmarshal(raw, &text) == nil { // as it is typed: "1½ l"
		value, unit, is := typed(text)
		if !is {
			refuse(at, "“%s” is no amount. Write 1.5 l, or 250 g.", text)
		}
		v.Value, v.Unit = &value, unit
	} else if err := json.Unmarshal(raw, &v); err != nil || v.Value == nil {
		refuse(at, "An amount is written {\"value\": 1.5, \"unit\": \"l\"}.")
	}
	u, is := g.unit(v.Unit)
	if !is && slices.Contains(kinds, thing) {
		u, is = unit{v.Unit, count, 1, 0}, true
	}
	if !is {
		refuse(at, "“%s” is not a unit that is known here.", v.Unit)
	}
	if u.kind == number && v.Unit == "" && !slices.Contains(kinds, number) {
		refuse(at, "Which unit? It is %s.", kindsSaid(kinds))
	}
	if !slices.Contains(kinds, u.kind) && (u.kind != count || !slices.Contains(kinds, thing)) {
		refuse(at, "%s is no %s.", figured(*v.Value, v.Unit), kindsSaid(kinds))
	}
	if *v.Value < 0 && u.kind != heat && !slices.Contains(kinds, signed) {
		refuse(at, "%s is less than nothing.", figured(*v.Value, v.Unit))
	}
	q := quantity{*v.Value*u.factor + u.offset, u}
	if u.kind == heat && q.base < absoluteZero-1e-9 {
		refuse(at, "%s lies below absolute zero, −273.15 °C.", figured(*v.Value, v.Unit))
	}
	return q
}

const absoluteZero = -273.15

// positive is an amount that is more than nothing.
func (g *given) positive(name string) quantity {
	q := g.quantity(name)
	if q.base <= 0 {
		refuse(g.at(name), "“%s” is more than nothing.", name)
	}
	return q
}

// share is a percentage as a part of 1; of a whole it is no more than that.
func (g *given) share(name string, ofWhole bool) float64 {
	s := g.quantity(name).base
	if ofWhole && s > 1 {
		refuse(g.at(name), "%s %% is more than the whole.", say(s*100))
	}
	return s
}

// alike refuses two amounts that are not of one kind.
func (g *given) alike(name string, a, b quantity) {
	if a.unit.kind != b.unit.kind || a.unit.kind == count && a.unit.name != b.unit.name {
		refuse(g.at(name), "%s and %s cannot be reckoned together.", b, a)
	}
}
