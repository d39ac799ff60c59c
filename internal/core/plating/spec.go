// Package plating says how a plate is built: placings in their order, each
// with amount, form, place, tool and seconds; and what follows from that, the
// drawing to scale among it.
//
// A place is a clock hour and a distance from the plate's centre. With the
// hour h (12 at the top, clockwise) and the distance d in millimetres, the
// point is x = d·sin(30°·h) to the right and y = −d·cos(30°·h) down.
package plating

import (
	"fmt"
	"math"

	"jointime/internal/core/fault"
	"jointime/internal/core/units"
)

// Spec is how one plate is built.
type Spec struct {
	Ware     Ware      `json:"ware"`
	Placings []Placing `json:"placings" nullable:"false" maxItems:"100"`
	Formers  []Former  `json:"formers,omitempty" maxItems:"20" doc:"rings and moulds, by the name that their placings give"`
	Finish   []Finish  `json:"finish,omitempty" maxItems:"20" doc:"what is done at the pass: wipe, check, garnish"`
	Quiet    []string  `json:"quiet,omitempty" maxItems:"40" doc:"advice that this plate does without, by its code"`
}

// Ware is the plate itself, in millimetres.
type Ware struct {
	Name     string   `json:"name"`
	Diameter float64  `json:"diameter" minimum:"20" maximum:"2000" doc:"mm; the length of what is not round"`
	Across   float64  `json:"across,omitempty" minimum:"0" maximum:"2000" doc:"mm; absent: as the diameter"`
	Well     float64  `json:"well" minimum:"10" maximum:"2000" doc:"mm, the part inside the rim"`
	Depth    float64  `json:"depth,omitempty" minimum:"0" maximum:"500" doc:"mm, of the well"`
	Colour   string   `json:"colour,omitempty" pattern:"^(#[0-9a-f]{6})?$"`
	Celsius  *float64 `json:"celsius,omitempty" minimum:"-30" maximum:"150" doc:"at which it is wanted; absent: as the room"`
	Have     int      `json:"have,omitempty" minimum:"0" maximum:"100000" doc:"how many there are; absent: enough"`
	Note     string   `json:"note,omitempty" doc:"how it is wanted: warmed to 60 °C"`
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
	Form      Form          `json:"form" enum:"pool,ring,mound,quenelle,piece,block,slices,fan,roll,nest,leaf,swipe,line,drizzle,dots,scatter,shavings,grating,foam,poured"`
	Hour      float64       `json:"hour" minimum:"0" maximum:"12" doc:"clock hour, 12 at the top"`
	Distance  float64       `json:"distance" minimum:"0" maximum:"1000" doc:"mm from the centre"`
	Turn      float64       `json:"turn,omitempty" minimum:"-360" maximum:"360" doc:"degrees, clockwise"`
	Length    float64       `json:"length" minimum:"1" maximum:"1000" doc:"mm; the diameter of round forms"`
	Width     float64       `json:"width,omitempty" minimum:"0" maximum:"1000" doc:"mm; absent: as the length"`
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
	Life      int64         `json:"life,omitempty" minimum:"0" maximum:"86400" doc:"seconds that it stays what it should be on the plate; absent: reckoned"`
	Tool      string        `json:"tool,omitempty" maxLength:"60"`
	Seconds   int64         `json:"seconds" minimum:"0" maximum:"3600" doc:"to place it on one plate"`
	Side      string        `json:"side,omitempty" maxLength:"60" doc:"which side is up: skin up, cut side up"`
	OffPlate  bool          `json:"offPlate,omitempty" doc:"built elsewhere and moved on"`
	Rim       bool          `json:"rim,omitempty" doc:"it lies on the rim on purpose"`
	Hidden    bool          `json:"hidden,omitempty" doc:"out of sight on purpose"`
	NotEaten  bool          `json:"notEaten,omitempty" doc:"a shell, a skewer: the card says so"`
	Optional  bool          `json:"optional,omitempty"`
	Cue       string        `json:"cue,omitempty" maxLength:"200"`
	Reason    string        `json:"reason,omitempty" maxLength:"200"`
	Note      string        `json:"note,omitempty" maxLength:"200"`
}

// Validate finds what is malformed, with paths below at.
func (s Spec) Validate(at string, l *fault.List) {
	if s.Ware.Well > s.Ware.Diameter || s.Ware.Across > 0 && s.Ware.Well > max(s.Ware.Diameter, s.Ware.Across) {
		l.Add(at+".ware.well", "is wider than the plate")
	}
	seen := map[string]bool{}
	for i, p := range s.Placings {
		field := fmt.Sprintf("%s.placings[%d]", at, i)
		if seen[p.ID] {
			l.Add(field+".id", "%q occurs twice", p.ID)
		}
		seen[p.ID] = true
		if p.Seconds < 0 {
			l.Add(field+".seconds", "must be 0 or more")
		}
		for name, to := range map[string]string{"on": p.On, "leans": p.Leans} {
			if to == p.ID && to != "" {
				l.Add(field+"."+name, "it cannot hold itself up")
			}
		}
		for name, v := range map[string]float64{"hour": p.Hour, "distance": p.Distance, "length": p.Length, "width": p.Width} {
			if math.IsNaN(v) || v < 0 || v > 1000 {
				l.Add(field+"."+name, "must be between 0 and 1000")
			}
		}
	}
}

// Seconds is how long one pair of hands builds a plate.
func (s Spec) Seconds() (sum int64) {
	for _, p := range s.Placings {
		sum += p.Seconds
	}
	return sum
}
