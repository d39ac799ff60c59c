package plating

import (
	"jointime/internal/core/fault"
	"strconv"
	"strings"
)

// Place is where a placing lies: a clock hour and a distance in mm, or in parts
// of the way to the edge of the well, from the centre of its ware or from the
// middle of another placing; or between that one's pieces.
type Place struct {
	In       string  `json:"in,omitempty"`
	From     string  `json:"from,omitempty"`
	Between  bool    `json:"between,omitempty"`
	Hour     float64 `json:"hour"`
	Distance float64 `json:"distance"`
	Part     float64 `json:"part,omitempty"`
}

// Where reads a place on a plate: “2 o'clock, 40 mm”, “2 o'clock, half way out”,
// “in the middle of 1”, “2 o'clock, 46 mm from the swede”, “between the dots”,
// “round the egg, 50 mm”, “in the small bowl, in its middle”. Others are called
// by their number or by their food.
func (s Spec) Where(text string, portions []Portion) (Place, error) {
	at, told := s.readPlace(" "+strings.ToLower(strings.ReplaceAll(text, "’", "'"))+" ", portions, "")
	if !told {
		return Place{}, fault.Say("“%s” is not a place. Write 2 o’clock, 40 mm; 2 o’clock, half way out; or in the middle of 1.", text)
	}
	return at, nil
}

// readPlace reads a place out of a line; false where none is said, or it is only
// half of one. But is the food that is placed itself.
func (s Spec) readPlace(plain string, portions []Portion, but string) (at Place, told bool) {
	at.Hour = 12
	for _, w := range s.Sides {
		for _, words := range []string{"in the " + strings.ToLower(w.Name), "in " + strings.ToLower(w.Name)} {
			if at.In == "" && strings.Contains(plain, words) {
				at.In, plain = w.Name, strings.Replace(plain, words, " ", 1)
			}
		}
	}
	how := ""
	for _, m := range standOn.FindAllStringSubmatch(plain, -1) {
		to, ok := s.refer(m[2], portions, but)
		if !ok {
			continue
		}
		switch m[1] {
		case "between":
			at.From, at.Between, how = to, true, m[1]
		case "round", "from", "from the middle of", "in the middle of":
			at.From, how = to, m[1]
		default:
			continue // on what it stands or leans, which is not yet a place
		}
		plain = strings.Replace(plain, m[0], " ", 1)
	}
	hour, far := at.clock(plain)
	switch {
	case how == "round":
		if !far {
			at.Distance = s.sizeOf(at.From)
		}
		return at, true
	case at.From != "" && how != "from" && how != "from the middle of" && !hour && !far:
		return at, true
	}
	return at, hour && far || central.MatchString(plain) && !hour
}

// sizeOf is half of the larger measure of a placing, in mm.
func (s Spec) sizeOf(id string) float64 {
	for _, p := range s.Placings {
		if p.ID == id {
			return max(p.Length, p.width()) / 2
		}
	}
	return 0
}

// clock finds the hour and how far out.
func (at *Place) clock(plain string) (hour, far bool) {
	if m := hourAt.FindStringSubmatch(plain); m != nil {
		h, _ := strconv.ParseFloat(m[1], 64)
		minutes, _ := strconv.ParseFloat(m[2], 64)
		h += minutes/60 + map[string]float64{"¼": 0.25, "½": 0.5, "¾": 0.75}[m[3]]
		if hour = h <= 12; hour {
			at.Hour = h
		}
	}
	if m := partOut.FindStringSubmatch(plain); m != nil {
		percent, _ := strconv.ParseFloat(m[3], 64)
		at.Part = max(partWords[m[2]], percent/100)
		if m[1] != "" {
			at.Part = 0.5
		}
		return hour, at.Part > 0 && at.Part <= 2
	}
	m := farAt.FindStringSubmatch(plain)
	if m == nil {
		m = barely.FindStringSubmatch(plain)
	}
	if m == nil {
		return hour, false
	}
	at.Distance, _ = strconv.ParseFloat(m[1], 64)
	return hour, at.Distance <= 1000
}
