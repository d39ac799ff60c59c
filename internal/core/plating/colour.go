package plating

import (
	"math"
	"slices"
	"strconv"
	"strings"

	"jointime/internal/core/solids"
)

// Shade is a colour that is seen on a plate.
type Shade struct {
	Name  string  `json:"name" doc:"as people call it: brown, green"`
	Share float64 `json:"share" doc:"of all that lies on the plate"`
}

// seen is what can be seen of each placing from above, in mm²: what is placed
// later covers what is under it, and a pool flows under the others.
func (l layout) seen() []float64 {
	out, order := make([]float64, len(l.spec.Placings)), make([]int, len(l.spec.Placings))
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(a, b int) int { return l.depth(a) - l.depth(b) })
	over := l.grid.Empty()
	for k := len(order) - 1; k >= 0; k-- {
		i := order[k]
		out[i] = l.areas[i] - l.grid.Both(l.masks[i], over)
		over.Add(l.masks[i])
	}
	return out
}

// eye is where the look goes first: the middle of what is seen, each placing
// weighed by its area, by how far its colour is from the ware's (by lightness
// and saturation), and by half as much again where it is the highest. An
// estimate of our own, which no source supports.
func (l layout) eye() (hour, distance float64, first string) {
	ground := l.spec.Ware.Colour
	if ground == "" {
		ground = "#ffffff"
	}
	var x, y, sum, most float64
	gl, gs := tone(ground)
	for i, area := range l.visible {
		p := l.spec.Placings[i]
		if p.In != "" {
			continue
		}
		light, saturation := tone(p.Colour)
		weight := area * (math.Abs(light-gl) + math.Abs(saturation-gs)*0.5)
		if p.ID == l.room.Highest {
			weight *= 1.5
		}
		c := middle(l.spots[i])
		x, y, sum = x+c[0]*weight, y+c[1]*weight, sum+weight
		if weight > most {
			most, first = weight, p.ID
		}
	}
	if sum == 0 {
		return 0, 0, ""
	}
	hour, distance = solids.HourOf(x/sum, y/sum)
	return hour, distance, first
}

// shades are the colours that are seen, the largest first.
func (l layout) shades() []Shade {
	areas, all := map[string]float64{}, 0.0
	for i, seen := range l.visible {
		areas[ColourName(l.spec.Placings[i].Colour)] += seen
		all += seen
	}
	out := []Shade{}
	for name, area := range areas {
		out = append(out, Shade{name, math.Round(area/math.Max(all, 1e-9)*1000) / 1000})
	}
	slices.SortFunc(out, func(a, b Shade) int {
		if a.Share != b.Share {
			return map[bool]int{true: -1, false: 1}[a.Share > b.Share]
		}
		return strings.Compare(a.Name, b.Name)
	})
	return out
}

// depth puts pools below the rest.
func (l layout) depth(i int) int {
	if f := l.spec.Placings[i].Form; f == Pool || f == Poured {
		return i - len(l.spec.Placings)
	}
	return i
}

// ColourName calls a colour (#rrggbb) as people do, by hue, lightness and
// saturation (HSL): a coarse naming of our own, eleven words.
func ColourName(hex string) string {
	v, err := strconv.ParseUint(strings.TrimPrefix(hex, "#"), 16, 32)
	if err != nil {
		return "white"
	}
	r, g, b := float64(v>>16&255)/255, float64(v>>8&255)/255, float64(v&255)/255
	high, span := max(r, g, b), max(r, g, b)-min(r, g, b)
	light, saturation := tone(hex)
	switch {
	case light > 0.88:
		return "white"
	case light < 0.12:
		return "black"
	case saturation < 0.12:
		return "grey"
	}
	return hueName(hue(r, g, b, high, span), light)
}

// tone is the lightness and the saturation of a colour (HSL), each 0 to 1; white
// where it cannot be read.
func tone(hex string) (light, saturation float64) {
	v, err := strconv.ParseUint(strings.TrimPrefix(hex, "#"), 16, 32)
	if err != nil {
		return 1, 0
	}
	r, g, b := float64(v>>16&255)/255, float64(v>>8&255)/255, float64(v&255)/255
	high, low := max(r, g, b), min(r, g, b)
	light = (high + low) / 2
	if high > low {
		saturation = (high - low) / (1 - math.Abs(2*light-1))
	}
	return light, saturation
}

// hue in degrees.
func hue(r, g, b, high, span float64) float64 {
	switch high {
	case r:
		return math.Mod((g-b)/span*60+360, 360)
	case g:
		return (b-r)/span*60 + 120
	}
	return (r-g)/span*60 + 240
}

func hueName(h, light float64) string {
	switch {
	case h < 12 || h >= 320:
		return "red"
	case h < 52 && light > 0.72:
		return "cream"
	case h < 45 && light < 0.55:
		return "brown"
	case h < 35:
		return "orange"
	case h < 66:
		return "yellow"
	case h < 170:
		return "green"
	case h < 255:
		return "blue"
	}
	return "purple"
}
