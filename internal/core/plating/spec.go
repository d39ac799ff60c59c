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
}

// Ware is the plate itself, round, in millimetres.
type Ware struct {
	Name     string  `json:"name"`
	Diameter float64 `json:"diameter" minimum:"20" maximum:"2000" doc:"mm"`
	Well     float64 `json:"well" minimum:"10" maximum:"2000" doc:"mm, the part inside the rim"`
	Note     string  `json:"note,omitempty" doc:"how it is wanted: warmed to 60 °C"`
}

// Form is the shape that food takes on a plate.
type Form string

// The forms. Each is drawn so that it is known by its shape alone.
const (
	Pool    Form = "pool"
	Ring    Form = "ring"
	Mound   Form = "mound"
	Piece   Form = "piece"
	Block   Form = "block"
	Slices  Form = "slices"
	Leaf    Form = "leaf"
	Swipe   Form = "swipe"
	Dots    Form = "dots"
	Scatter Form = "scatter"
)

// Texture is what a thing is like under the tooth.
type Texture string

// The textures; each has its own pattern.
const (
	Crisp Texture = "crisp"
	Soft  Texture = "soft"
	Wet   Texture = "wet"
	Firm  Texture = "firm"
)

// Placing is one act of building.
type Placing struct {
	ID        string        `json:"id" minLength:"1" maxLength:"60"`
	Component string        `json:"component" minLength:"1"`
	Amount    *units.Amount `json:"amount,omitempty"`
	Form      Form          `json:"form" enum:"pool,ring,mound,piece,block,slices,leaf,swipe,dots,scatter"`
	Hour      float64       `json:"hour" minimum:"0" maximum:"12" doc:"clock hour, 12 at the top"`
	Distance  float64       `json:"distance" minimum:"0" maximum:"1000" doc:"mm from the centre"`
	Turn      float64       `json:"turn,omitempty" minimum:"-360" maximum:"360" doc:"degrees, clockwise"`
	Length    float64       `json:"length" minimum:"1" maximum:"1000" doc:"mm; the diameter of round forms"`
	Width     float64       `json:"width,omitempty" minimum:"0" maximum:"1000" doc:"mm; absent: as the length"`
	Height    float64       `json:"height,omitempty" minimum:"0" maximum:"500" doc:"mm"`
	Count     int           `json:"count,omitempty" minimum:"0" maximum:"200" doc:"of dots, slices, scattered pieces"`
	Texture   Texture       `json:"texture" enum:"crisp,soft,wet,firm"`
	Colour    string        `json:"colour" pattern:"^#[0-9a-f]{6}$"`
	Tool      string        `json:"tool,omitempty" maxLength:"60"`
	Seconds   int64         `json:"seconds" minimum:"0" maximum:"3600" doc:"to place it on one plate"`
	Note      string        `json:"note,omitempty" maxLength:"200"`
}

// Validate finds what is malformed, with paths below at.
func (s Spec) Validate(at string, l *fault.List) {
	if s.Ware.Well > s.Ware.Diameter {
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
