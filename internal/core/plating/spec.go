// Package plating says how a plate is built: placings in their order, each
// with amount, form, place, tool and seconds; and what follows from that, the
// drawing to scale among it.
//
// A place is a clock hour and a distance from the plate's centre, or from the
// middle of another placing. With the hour h (12 at the top, clockwise) and the
// distance d in millimetres, the point is x = d·sin(30°·h) to the right and
// y = −d·cos(30°·h) down.
package plating

import (
	"fmt"
	"math"
	"slices"

	"jointime/internal/core/fault"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// Spec is how one plate is built.
type Spec struct {
	Ware     Ware      `json:"ware"`
	Sides    []Ware    `json:"sides,omitempty" maxItems:"6" doc:"ware of its own beside the plate, for what goes with it"`
	Serves   int       `json:"serves,omitempty" minimum:"0" maximum:"40" doc:"a dish to share: so many portions on one plate; absent: one"`
	Placings []Placing `json:"placings" nullable:"false" maxItems:"100"`
	Formers  []Former  `json:"formers,omitempty" maxItems:"20" doc:"rings and moulds, by the name that their placings give"`
	Finish   []Finish  `json:"finish,omitempty" maxItems:"20" doc:"what is done at the pass: wipe, check, garnish"`
	Refuse   []string  `json:"refuse,omitempty" maxItems:"3" doc:"for what a plate is sent back"`
	Quiet    []string  `json:"quiet,omitempty" maxItems:"40" doc:"advice that this plate does without, by its code"`
}

// Former is a ring or a mould that stays on the plate for a while.
type Former struct {
	Name string `json:"name" minLength:"1" maxLength:"60"`
	Have int    `json:"have" minimum:"0" maximum:"10000"`
}

// Finish is something done to the plate at the pass.
type Finish struct {
	Text    string `json:"text" minLength:"1" maxLength:"120"`
	Seconds int64  `json:"seconds,omitempty" minimum:"0" maximum:"600"`
}

// Form is the shape that food takes on a plate.
type Form string

// The forms. Each is drawn so that it is known by its shape alone.
const (
	Pool     Form = "pool"
	Ring     Form = "ring"
	Mound    Form = "mound"
	Quenelle Form = "quenelle"
	Piece    Form = "piece"
	Block    Form = "block"
	Slices   Form = "slices"
	Fan      Form = "fan"
	Roll     Form = "roll"
	Nest     Form = "nest"
	Leaf     Form = "leaf"
	Swipe    Form = "swipe"
	Line     Form = "line"
	Drizzle  Form = "drizzle"
	Dots     Form = "dots"
	Scatter  Form = "scatter"
	Shavings Form = "shavings"
	Cone     Form = "cone"
	Hollow   Form = "hollow" // a ring of food with a hole
	Grating  Form = "grating"
	Foam     Form = "foam"
	Poured   Form = "poured"
)

// Texture is what a thing is like under the tooth.
type Texture string

// The textures; each has its own pattern.
const (
	Crisp   Texture = "crisp"
	Crunchy Texture = "crunchy"
	Firm    Texture = "firm"
	Soft    Texture = "soft"
	Moist   Texture = "moist"
	Wet     Texture = "wet"
)

// Warmth is how warm a thing is wanted.
type Warmth string

// The kinds of warmth; nothing said is as the room.
const (
	Hot    Warmth = "hot"
	Warm   Warmth = "warm"
	AsRoom Warmth = "room"
	Cold   Warmth = "cold"
	Frozen Warmth = "frozen"
)

// Placing is one act of building.
type Placing struct {
	ID        string        `json:"id" minLength:"1" maxLength:"60"`
	Component string        `json:"component" minLength:"1"`
	Amount    *units.Amount `json:"amount,omitempty"`
	Form      Form          `json:"form" enum:"pool,ring,mound,quenelle,piece,block,slices,fan,roll,nest,leaf,swipe,line,drizzle,dots,scatter,shavings,grating,foam,poured,cone,hollow"`
	In        string        `json:"in,omitempty" maxLength:"60" doc:"name of the ware of its own in which it goes; absent: on the plate"`
	Hour      float64       `json:"hour" minimum:"0" maximum:"12" doc:"clock hour, 12 at the top"`
	Distance  float64       `json:"distance" minimum:"0" maximum:"1000" doc:"mm from the centre"`
	Part      float64       `json:"part,omitempty" minimum:"0" maximum:"2" doc:"instead of the distance: parts of the way from the centre to the edge of the well"`
	From      string        `json:"from,omitempty" doc:"id of the placing from whose middle hour and distance are measured; absent: from the centre"`
	Between   bool          `json:"between,omitempty" doc:"one in each gap between the pieces of the placing that it is measured from"`
	Turn      float64       `json:"turn,omitempty" minimum:"-360" maximum:"360" doc:"degrees, clockwise"`
	Length    float64       `json:"length" minimum:"1" maximum:"1000" doc:"mm; the diameter of round forms"`
	Width     float64       `json:"width,omitempty" minimum:"0" maximum:"1000" doc:"mm; absent: as the length"`
	Inner     float64       `json:"inner,omitempty" minimum:"0" maximum:"1000" doc:"mm, diameter of the hole in a hollow; absent: half of its length"`
	Height    float64       `json:"height,omitempty" minimum:"0" maximum:"500" doc:"mm"`
	Count     int           `json:"count,omitempty" minimum:"0" maximum:"200" doc:"of dots, slices, scattered pieces, quenelles"`
	Repeat    int           `json:"repeat,omitempty" minimum:"0" maximum:"24" doc:"the same so many times, on an arc round the centre"`
	Arc       float64       `json:"arc,omitempty" minimum:"0" maximum:"360" doc:"degrees over which it is repeated; absent: all round"`
	On        string        `json:"on,omitempty" doc:"id of the placing that it stands on"`
	Leans     string        `json:"leans,omitempty" doc:"id of the placing that it leans on"`
	Former    string        `json:"former,omitempty" doc:"name of the ring or mould that holds it"`
	Lift      string        `json:"lift,omitempty" doc:"id of the placing after which the ring is lifted; absent: after this one"`
	Texture   Texture       `json:"texture" enum:"crisp,crunchy,firm,soft,moist,wet"`
	Warmth    Warmth        `json:"warmth,omitempty" enum:"hot,warm,room,cold,frozen,"`
	Tastes    []string      `json:"tastes,omitempty" maxItems:"6" doc:"sharp, salty, sweet, bitter, rich, fresh"`
	Colour    string        `json:"colour" pattern:"^#[0-9a-f]{6}$"`
	Stands    *Standing     `json:"stands,omitempty" doc:"on its plate before the next thing comes: it thaws there, it sets"`
	Life      int64         `json:"life,omitempty" minimum:"0" maximum:"86400" doc:"seconds that it stays what it should be on the plate; absent: reckoned"`
	Tool      string        `json:"tool,omitempty" maxLength:"60"`
	Seconds   int64         `json:"seconds" minimum:"0" maximum:"3600" doc:"to place it on one plate"`
	Side      string        `json:"side,omitempty" maxLength:"60" doc:"which side is up: skin up, cut side up"`
	OffPlate  bool          `json:"offPlate,omitempty" doc:"built elsewhere and moved on"`
	Moved     string        `json:"moved,omitempty" doc:"id of the placing after which it is moved on; absent: at once"`
	Sinks     float64       `json:"sinks,omitempty" minimum:"0" maximum:"500" doc:"mm that it sinks into what it stands on"`
	Edge      float64       `json:"edge,omitempty" minimum:"0" maximum:"200" doc:"mm of its edge that are to stay in sight all round what stands on it"`
	Rim       bool          `json:"rim,omitempty" doc:"it lies on the rim on purpose"`
	Hidden    bool          `json:"hidden,omitempty" doc:"out of sight on purpose"`
	NotEaten  bool          `json:"notEaten,omitempty" doc:"a shell, a skewer: the card says so"`
	Optional  bool          `json:"optional,omitempty" doc:"left out on a busy evening"`
	AtTable   bool          `json:"atTable,omitempty" doc:"laid or poured at the table, when the plate has left the pass"`
	Cue       string        `json:"cue,omitempty" maxLength:"200"`
	Reason    string        `json:"reason,omitempty" maxLength:"200"`
	Note      string        `json:"note,omitempty" maxLength:"200"`
}

// Validate finds what is malformed, with paths below at.
func (s Spec) Validate(at string, l *fault.List) {
	s.Ware.validate(at+".ware", l)
	for i, w := range s.Sides {
		field := fmt.Sprintf("%s.sides[%d]", at, i)
		w.validate(field, l)
		if slices.ContainsFunc(s.Sides[:i], func(o Ware) bool { return o.Name == w.Name }) {
			l.Add(field+".name", "“%s” is used twice.", w.Name)
		}
	}
	seen := map[string]bool{}
	for i, p := range s.Placings {
		field := fmt.Sprintf("%s.placings[%d]", at, i)
		if seen[p.ID] {
			l.Add(field+".id", "“%s” is used twice.", p.ID)
		}
		seen[p.ID] = true
		if p.Seconds < 0 {
			l.Add(field+".seconds", "Must be 0 or more.")
		}
		if w := p.Stands; w != nil && w.Most != nil && *w.Most < w.Least {
			l.Add(field+".stands", "Up to %s is less than at least %s.", units.FormatDuration(*w.Most), units.FormatDuration(w.Least))
		}
		for name, to := range map[string]string{"on": p.On, "leans": p.Leans, "from": p.From} {
			if to == p.ID && to != "" {
				l.Add(field+"."+name, "Cannot be placed from itself.")
			}
		}
		if _, known := s.ware(p.In); !known {
			l.Add(field+".in", "“%s” is not a side ware of this dish.", p.In)
		}
		for name, v := range map[string]float64{"hour": p.Hour, "distance": p.Distance, "length": p.Length, "width": p.Width, "part": p.Part} {
			if math.IsNaN(v) || v < 0 || v > 1000 {
				l.Add(field+"."+name, "Must be between 0 and 1000.")
			}
		}
	}
}

// Seconds is how long one pair of hands builds a plate at the pass.
func (s Spec) Seconds() (sum int64) {
	for _, p := range s.Placings {
		if !p.AtTable {
			sum += p.Seconds
		}
	}
	return sum
}

// Standing is how long something stands on its plate before the next thing comes, and
// where the plates are meanwhile: plates that are laid out early for a disc that thaws.
type Standing struct {
	Least int64  `json:"least" minimum:"0" maximum:"86400" doc:"seconds"`
	Most  *int64 `json:"most,omitempty" minimum:"0" maximum:"86400" doc:"seconds; absent: no limit is said"`
	Where string `json:"where,omitempty" maxLength:"60" doc:"kind of equipment on which they stand, a place for each plate; absent: wherever there is room"`
	Why   string `json:"why,omitempty" maxLength:"120"`
}

// String says it: "stands 20–40 min on the rack, thaws".
func (w Standing) String() string {
	text := "stands " + units.FormatDuration(w.Least)
	if w.Most != nil {
		text = "stands " + units.FormatRange(units.Range{Quick: w.Least, Usual: (w.Least + *w.Most) / 2, Slow: *w.Most})
	}
	if w.Where != "" {
		text += fmt.Sprintf(" on the %s", w.Where)
	}
	if w.Why != "" {
		text += ", " + w.Why
	}
	return text
}

// Standing is how long a plate stands at least while it is built, after a placing and
// those that come later, in seconds.
func (s Spec) Standing(from int) (sum int64) {
	for _, p := range s.Placings[min(from, len(s.Placings)):] {
		if p.Stands != nil {
			sum += p.Stands.Least
		}
	}
	return sum
}

// SendsBack are the reasons for which a plate is sent back: as they were said, or, usual, what its things lose first,
// and a rim that is not clean.
func (s Spec) SendsBack(name func(component string) string) (reasons []string, usual bool) {
	if len(s.Refuse) > 0 {
		return s.Refuse, false
	}
	for _, p := range s.Placings {
		switch {
		case len(reasons) == 2:
		case p.Texture == Crisp || p.Texture == Crunchy:
			reasons = append(reasons, words.Lower(name(p.Component))+" is not crisp")
		case p.Warmth == Frozen:
			reasons = append(reasons, words.Lower(name(p.Component))+" runs")
		case p.Warmth == Hot && !p.Form.flows():
			reasons = append(reasons, words.Lower(name(p.Component))+" is not hot")
		}
	}
	return append(reasons, "a drop or a thumb on the rim"), true
}
