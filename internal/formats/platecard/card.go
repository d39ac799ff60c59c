// Package platecard draws the build card of a dish for the wall as SVG, A4
// across, in black and white where it is printed so: the roll-call of what must
// stand ready, the plate from above and from the side with its measures, every
// placing in its order, and the build step by step.
package platecard

import (
	"encoding/base64"
	"fmt"
	"html"
	"math"
	"slices"
	"strings"
	"unicode/utf8"

	"jointime/internal/core/plating"
)

// Card is what a card shows.
type Card struct {
	Title    string
	Revision int64
	Spec     plating.Spec
	Computed plating.Computed
	Name     func(component string) string
	Cautions []string // allergens, and what must not be forgotten
	Font     []byte   // WOFF2 in which it is set; nil: what the reader has
	Photo    []byte   // JPEG; nil: none
}

// Page is A4 across, in millimetres.
const (
	width  = 297.0
	height = 210.0
	margin = 10.0
)

// SVG draws the card.
func SVG(c Card) string {
	p := &page{}
	fmt.Fprintf(&p.b, `<svg xmlns="http://www.w3.org/2000/svg" width="%gmm" height="%gmm" viewBox="0 0 %g %g" font-family="'Atkinson Hyperlegible Next Variable', 'Atkinson Hyperlegible Next', sans-serif" fill="#14202b">`, width, height, width, height)
	if c.Font != nil {
		p.b.WriteString("<style>" + Style(c.Font) + "</style>")
	}
	p.b.WriteString(patterns)
	fmt.Fprintf(&p.b, `<rect width="%g" height="%g" fill="#fff"/>`, width, height)
	p.text(margin, 20, titleSize(c.Title), 700, c.Title, 60)
	p.text(margin, 27, 5, 700, warmth(c.Spec.Ware)+" "+c.Spec.Ware.Name+comma(c.Spec.Ware.Note), 46)
	p.text(margin, 33, 4.4, 400, fmt.Sprintf("%s%d s, one cook · revision %d", c.shared(), c.Spec.Seconds(), c.Revision), 52)
	c.above(p, margin+58, 98, 118)
	c.side(p, margin+58, 180, 118)
	c.photo(p, width-margin-photoWide, 12)
	c.key(p, margin, 200)
	c.rollCall(p, 136, 14)
	c.placings(p, 136, 50)
	c.sendBack(p, 136, 171)
	c.strip(p, 136, 187)
	p.b.WriteString(`</svg>`)
	return p.b.String()
}

// shared says for how many a plate is, where it is shared.
func (c Card) shared() string {
	if c.Spec.Serves < 2 {
		return ""
	}
	return fmt.Sprintf("serves %d · ", c.Spec.Serves)
}

// Style is the style of a card that brings its font along, in WOFF2.
func Style(font []byte) string {
	return "@font-face{font-family:'Atkinson Hyperlegible Next Variable';font-weight:200 800;src:url(data:font/woff2;base64," + base64.StdEncoding.EncodeToString(font) + ") format('woff2')}"
}

// photoWide is the room for a photograph at the top right, in mm; it is as high
// as four thirds of that at most.
const photoWide = 46.0

// photo shows how it looked, where somebody took a picture.
func (c Card) photo(p *page, x, y float64) {
	if c.Photo == nil {
		return
	}
	fmt.Fprintf(&p.b, `<image x="%.2f" y="%.2f" width="%.2f" height="%.2f" preserveAspectRatio="xMaxYMin" href="data:image/jpeg;base64,%s"/>`, x, y, photoWide, photoWide*3/4, base64.StdEncoding.EncodeToString(c.Photo))
}

// letters that fit beside the photograph in a line of the roll-call.
func (c Card) letters() int {
	if c.Photo == nil {
		return 78
	}
	return 48
}

// titleSize is the largest that keeps a title on its side of the card.
func titleSize(title string) float64 {
	return math.Max(5, math.Min(11, 118/(float64(utf8.RuneCountInString(title)+1)*0.56)))
}

func comma(text string) string {
	if text == "" {
		return ""
	}
	return ", " + text
}

// page gathers the drawing.
type page struct{ b strings.Builder }

// text writes a line that is cut to so many letters.
func (p *page) text(x, y, size float64, weight int, text string, letters int) {
	fmt.Fprintf(&p.b, `<text x="%.2f" y="%.2f" font-size="%g" font-weight="%d">%s</text>`, x, y, size, weight, html.EscapeString(cut(strings.Map(printable, text), letters)))
}

// fitted writes a line as large as its room allows, and no larger than a size.
func (p *page) fitted(x, y, size float64, weight int, text string, room float64) {
	each := 0.52 // of its size is a letter wide
	if weight > 400 {
		each = 0.56
	}
	n := float64(max(utf8.RuneCountInString(text), 1))
	size = math.Max(2.6, math.Min(size, room/(n*each)))
	p.text(x, y, size, weight, text, int(room/(size*each))+1)
}

func cut(text string, letters int) string {
	if utf8.RuneCountInString(text) <= letters {
		return text
	}
	return string([]rune(text)[:letters-1]) + "…"
}

// printable drops what no XML may hold.
func printable(r rune) rune {
	if r < ' ' || r == utf8.RuneError || r == 0xFFFE || r == 0xFFFF {
		return -1
	}
	return r
}

// patterns of the textures: crisp is a zigzag, soft dots, wet waves, firm lines.
const patterns = `<defs><pattern id="crisp" width="6" height="4" patternUnits="userSpaceOnUse"><path d="M0 3L1.5 1L3 3L4.5 1L6 3" stroke="#14202b" stroke-opacity=".5" fill="none" stroke-width=".8"/></pattern><pattern id="crunchy" width="6" height="6" patternUnits="userSpaceOnUse"><path d="M1 4L2.5 2L4 4" stroke="#14202b" stroke-opacity=".5" fill="none" stroke-width=".9"/></pattern><pattern id="soft" width="4" height="4" patternUnits="userSpaceOnUse"><circle cx="2" cy="2" r=".45" fill-opacity=".5"/></pattern><pattern id="moist" width="9" height="6" patternUnits="userSpaceOnUse"><path d="M0 3c2.25-2 2.25-2 4.5 0" stroke="#14202b" stroke-opacity=".35" fill="none" stroke-width=".6"/></pattern><pattern id="wet" width="9" height="4" patternUnits="userSpaceOnUse"><path d="M0 2c2.25-2 2.25-2 4.5 0s2.25 2 4.5 0" stroke="#14202b" stroke-opacity=".32" fill="none" stroke-width=".6"/></pattern><pattern id="firm" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"><path d="M0 2.5H5" stroke="#14202b" stroke-opacity=".32" fill="none" stroke-width=".6"/></pattern></defs>`

// above draws the plate from above, its clock and its numbers, so many mm wide.
func (c Card) above(p *page, x, y, size float64) {
	d := c.Computed.Drawing
	r := math.Max(d.Diameter/2, 1)
	wide, high := math.Max(d.Right-d.Left, 1), math.Max(d.Bottom-d.Top, 1)
	scale := size / (math.Max(wide, high) + 76) // the clock and the numbers stand outside
	fmt.Fprintf(&p.b, `<g transform="translate(%.2f %.2f) scale(%.4f)">`, x-scale*(d.Left+d.Right)/2, y-scale*(d.Top+d.Bottom)/2, scale)
	for i, w := range d.Wares {
		fmt.Fprintf(&p.b, `<path d="%s" fill="%s" stroke="#14202b"/><path d="%s" fill="none" stroke="#9aa7af"/>`, w.Outline, html.EscapeString(w.Colour), w.Well)
		if i > 0 {
			fmt.Fprintf(&p.b, `<text x="%.2f" y="%.2f" font-size="10" text-anchor="middle">%s</text>`, w.X, w.Y+w.Height/2+11, html.EscapeString(cut(strings.Map(printable, w.Name), 24)))
		}
	}
	for _, m := range d.Marks {
		fmt.Fprintf(&p.b, `<path d="M%.2f %.2fL%.2f %.2f" stroke="#14202b"/>`, m.X*0.985, m.Y*0.985, m.X*0.93, m.Y*0.93)
	}
	c.rings(p)
	for _, s := range underFirst(d.Shapes) {
		if s.Field != "" {
			fmt.Fprintf(&p.b, `<path d="%s" fill="%s" fill-opacity=".5" stroke="#14202b" stroke-width=".6" stroke-dasharray="1 2.4"/>`, s.Field, html.EscapeString(s.Colour))
		}
		shape(&p.b, s.Outline, s.Colour, s.Texture, 1)
		if s.Detail != "" {
			fmt.Fprintf(&p.b, `<path d="%s" fill="none" stroke="#14202b" stroke-width=".7"/>`, s.Detail)
		}
	}
	for _, s := range d.Shapes {
		if s.Under { // what lies on it hides much of it
			fmt.Fprintf(&p.b, `<path d="%s" fill="none" stroke="#fff" stroke-width="2"/><path d="%s" fill="none" stroke="#14202b" stroke-width="1" stroke-dasharray="4 3"/>`, s.Outline, s.Outline)
		}
	}
	c.measures(p)
	for _, s := range d.Shapes {
		numbered(&p.b, s)
	}
	for _, m := range d.Marks { // over the lines
		fmt.Fprintf(&p.b, `<text x="%.2f" y="%.2f" font-size="10" text-anchor="middle" font-weight="700" stroke="#fff" stroke-width="4" paint-order="stroke">%d</text>`, m.X*(1+9/r), m.Y*(1+9/r)+3.5, m.Hour)
	}
	p.b.WriteString(`</g>`)
}

// numbered is a number outside the plate, with a line to a dot in the middle of what it is of, and how
// many pieces that has.
func numbered(b *strings.Builder, s plating.Shape) {
	fmt.Fprintf(b, `<path d="M%.2f %.2fL%.2f %.2f" stroke="#fff" stroke-width="3" stroke-opacity=".8"/><path d="M%.2f %.2fL%.2f %.2f" stroke="#14202b" stroke-width="1"/><circle cx="%.2f" cy="%.2f" r="2.6" stroke="#fff"/>`, s.LabelX, s.LabelY, s.X, s.Y, s.LabelX, s.LabelY, s.X, s.Y, s.X, s.Y)
	if s.Count > 1 {
		side := math.Copysign(15, s.LabelX)
		fmt.Fprintf(b, `<text x="%.2f" y="%.2f" font-size="9" font-weight="700" text-anchor="middle">×%d</text>`, s.LabelX+side, s.LabelY+3.2, s.Count)
	}
	fmt.Fprintf(b, `<circle cx="%.2f" cy="%.2f" r="8"/><text x="%.2f" y="%.2f" font-size="10" font-weight="700" text-anchor="middle" fill="#fff">%d</text>`, s.LabelX, s.LabelY, s.LabelX, s.LabelY+3.5, s.Number)
}

// rings stand every 25 mm from the centre, each with its measure: by them a
// place is read off the drawing alone.
func (c Card) rings(p *page) {
	d := c.Computed.Drawing
	for r := 25.0; r < math.Min(d.Well, c.Spec.Ware.Diameter)/2+1 && r <= 200; r += 25 {
		fmt.Fprintf(&p.b, `<circle r="%g" fill="none" stroke="#9aa7af" stroke-width=".5" stroke-dasharray="1 3"/>`, r)
	}
}

// measures write the figures of the rings, over the food, along the line to half
// past ten.
func (c Card) measures(p *page) {
	d := c.Computed.Drawing
	for r := 25.0; r < math.Min(d.Well, c.Spec.Ware.Diameter)/2+1 && r <= 200; r += 25 {
		x, y := -r*math.Sqrt2/2, -r*math.Sqrt2/2
		if slices.ContainsFunc(d.Shapes, func(s plating.Shape) bool { return math.Hypot(s.LabelX-x, s.LabelY-y) < 13 }) {
			continue
		}
		fmt.Fprintf(&p.b, `<text x="%.2f" y="%.2f" font-size="7" text-anchor="middle" fill="#3f4f5a" stroke="#fff" stroke-width="2.4" paint-order="stroke">%g</text>`, x, y+2.5, r)
	}
}

func shape(b *strings.Builder, path, colour string, texture plating.Texture, stroke float64) {
	fmt.Fprintf(b, `<path d="%s" fill="%s"/><path d="%s" fill="url(#%s)" stroke="#14202b" stroke-width="%g" stroke-linejoin="round"/>`, path, html.EscapeString(colour), path, html.EscapeString(string(texture)), stroke)
}

// underFirst puts pools under what stands in them.
func underFirst(shapes []plating.Shape) (out []plating.Shape) {
	for _, pool := range []bool{true, false} {
		for _, s := range shapes {
			if s.Pool == pool {
				out = append(out, s)
			}
		}
	}
	return out
}

// side draws the plate from 6 o'clock, with its height.
func (c Card) side(p *page, x, y, size float64) {
	d := c.Computed.Drawing
	r := math.Max(d.Diameter/2, 1)
	scale := size / (math.Max(d.Right-d.Left, 1) + 76)
	fmt.Fprintf(&p.b, `<g transform="translate(%.2f %.2f) scale(%.4f)">`, x-scale*(d.Left+d.Right)/2, y, scale)
	top := 0.0
	for _, s := range d.Side {
		shape(&p.b, s.Path, s.Colour, s.Texture, 1)
		top = math.Max(top, s.Top)
	}
	fmt.Fprintf(&p.b, `<path d="M%.2f -7Q%.2f .5 %.2f .5H%.2fQ%.2f .5 %.2f -7" fill="none" stroke="#14202b" stroke-width="1.2"/>`, -r, -r*0.86, -d.Well/2, d.Well/2, r*0.86, r)
	if top > 0 {
		fmt.Fprintf(&p.b, `<path d="M%.2f %.2fV0" stroke="#14202b"/><text x="%.2f" y="%.2f" font-size="11" text-anchor="end" font-weight="700">%.0f mm high</text>`, -r*0.9, -top, -r*0.92+60, -top-4, top)
	}
	p.b.WriteString(`</g>`)
	p.text(margin, y+7, 3.6, 400, "from 6 o’clock, where the guest sits", 60)
	p.text(margin, y+12, 3.4, 400, heights(d.Side), 70)
}

// heights are how high each thing reaches, by its number.
func heights(side []plating.Solid) string {
	var out []string
	side = slices.Clone(side)
	slices.SortFunc(side, func(a, b plating.Solid) int { return a.Number - b.Number })
	for _, s := range side {
		out = append(out, fmt.Sprintf("%d: %.0f", s.Number, s.Top))
	}
	if len(out) == 0 {
		return ""
	}
	return "reaches, mm: " + strings.Join(out, ", ")
}

// rollCall lists what must stand ready before the first plate.
func (c Card) rollCall(p *page, x, y float64) {
	p.text(x, y+2, 5, 700, "Before the first plate", 60)
	var parts, tools []string
	seen := map[string]bool{}
	for _, g := range c.Spec.Placings {
		name := c.Name(g.Component)
		if !seen["c/"+name] {
			seen["c/"+name] = true
			parts = append(parts, name)
		}
		for _, t := range strings.Split(g.Tool, ",") {
			if t = strings.TrimSpace(t); t != "" && !seen["t/"+t] {
				seen["t/"+t] = true
				tools = append(tools, t)
			}
		}
	}
	y += 9
	y = p.wrapped(x, y, 4.2, 400, strings.Join(parts, " · "), c.letters(), 3)
	y = p.wrapped(x, y, 4.2, 400, "tools: "+strings.Join(tools, ", "), c.letters(), 2)
	var formers []string
	for _, f := range c.Spec.Formers {
		formers = append(formers, fmt.Sprintf("%d × %s", f.Have, f.Name))
	}
	ware := []string{c.Spec.Ware.Name + comma(c.Spec.Ware.Note)}
	for _, w := range c.Spec.Sides {
		ware = append(ware, w.Name+comma(w.Note))
	}
	y = p.wrapped(x, y, 4.2, 400, strings.Join(append(ware, formers...), " · "), c.letters(), 2)
	if len(c.Cautions) > 0 {
		p.wrapped(x, y, 4.2, 700, strings.Join(c.Cautions, "; "), c.letters()-2, 2)
	}
}

// wrapped writes a text over some lines, and gives back where the next one goes.
func (p *page) wrapped(x, y, size float64, weight int, text string, letters, lines int) float64 {
	line := ""
	n := 0
	flush := func() {
		p.text(x, y, size, weight, line, letters)
		y += size * 1.25
		n++
	}
	for _, word := range strings.Fields(text) {
		next := strings.TrimSpace(line + " " + word)
		if utf8.RuneCountInString(next) > letters && line != "" {
			if n == lines-1 {
				line = next
				break
			}
			flush()
			next = word
		}
		line = next
	}
	if line != "" {
		flush()
	}
	return y
}

// placings are the acts of building: what a hand does and how much; where, and how it lies; what must not be
// forgotten; and, smaller, the same in millimetres. Many are written smaller.
func (c Card) placings(p *page, x, y float64) {
	n := len(c.Spec.Placings)
	row := math.Min(24, 116/math.Max(float64(n), 1))
	size := math.Min(5.2, row*0.24)
	room := width - margin - x - 11
	for i, g := range c.Spec.Placings {
		at := y + float64(i)*row
		fmt.Fprintf(&p.b, `<circle cx="%.2f" cy="%.2f" r="%.2f"/><text x="%.2f" y="%.2f" font-size="%.2f" font-weight="700" text-anchor="middle" fill="#fff">%d</text>`, x+4, at+size*0.85, math.Min(row*0.24, 4.2), x+4, at+size*1.2, size*0.9, i+1)
		p.fitted(x+11, at+size*1.05, size, 700, fmt.Sprintf("%s  %s · %s", c.Name(g.Component), c.shape(i).Hand, strings.TrimSpace(c.shape(i).Much+" "+c.shape(i).Off)), room)
		told := c.shape(i).Anchor
		if extra := c.extra(i); extra != "" {
			told += " · " + extra
		}
		p.fitted(x+11, at+size*2.15, size*0.92, 400, told, room)
		p.fitted(x+11, at+size*3.1, size*0.66, 400, c.exact(i), room)
		fmt.Fprintf(&p.b, `<path d="M%.2f %.2fH%.2f" stroke="#9aa7af" stroke-width=".2"/>`, x, at+row*0.96, width-margin)
	}
}

// sendBack are the reasons to send a plate back, and how far off a place may be.
func (c Card) sendBack(p *page, x, y float64) {
	reasons, usual := c.Spec.SendsBack(c.Name)
	text := "Send it back: " + strings.Join(reasons, "; ") + "."
	if usual {
		text += " (usual; type your own on Plate)"
	}
	p.wrapped(x, y, 4.2, 700, text, 74, 2)
	p.text(x, y+11.4, 3.4, 400, "Places: half a finger (10 mm) either way. Amounts: ± as written. 6 o’clock is the guest.", 110)
}

// key shows what the patterns of the drawing mean.
func (c Card) key(p *page, x, y float64) {
	for k, t := range []plating.Texture{plating.Crisp, plating.Crunchy, plating.Firm, plating.Soft, plating.Moist, plating.Wet} {
		at := x + float64(k)*20
		fmt.Fprintf(&p.b, `<g transform="translate(%.2f %.2f) scale(.27)"><rect width="24" height="14" fill="url(#%s)" stroke="#14202b"/></g>`, at, y-3.4, t)
		p.text(at+7.6, y, 3.2, 400, string(t), 10)
	}
	p.text(x, y+5, 3.2, 400, "broken line: lies under, or out of sight · dotted field: strewn · dot: its middle", 90)
}

// shape of a placing as it was drawn.
func (c Card) shape(i int) plating.Shape {
	if i < len(c.Computed.Drawing.Shapes) {
		return c.Computed.Drawing.Shapes[i]
	}
	return plating.Shape{}
}

// number of the placing with an id; 0 where there is none.
func (c Card) number(id string) int {
	return slices.IndexFunc(c.Spec.Placings, func(p plating.Placing) bool { return p.ID == id && id != "" }) + 1
}

// strip shows the plate after each placing.
func (c Card) strip(p *page, x, y float64) {
	d := c.Computed.Drawing
	n := len(d.Shapes)
	if n == 0 {
		return
	}
	r := math.Max(d.Diameter/2, 1)
	each := math.Min(18, (width-margin-x)/float64(n))
	scale := (each - 2) / (2 * r)
	for _, now := range d.Shapes {
		fmt.Fprintf(&p.b, `<g transform="translate(%.2f %.2f) scale(%.5f)"><circle r="%.2f" fill="#fff" stroke="#14202b" stroke-width="4"/>`, x+each*(float64(now.Number)-0.5), y+each/2-2, scale, r)
		var so []plating.Shape
		for _, s := range d.Shapes {
			if s.Number <= now.Number && math.Hypot(s.X, s.Y) < 1.2*r { // what goes beside the plate is not in it
				so = append(so, s)
			}
		}
		for _, s := range underFirst(so) {
			fmt.Fprintf(&p.b, `<path d="%s" fill="%s" stroke="#14202b" stroke-width="3"/>`, s.Outline, html.EscapeString(s.Colour))
		}
		p.b.WriteString(`</g>`)
		p.text(x+each*(float64(now.Number)-0.5)-1, y+each+2, 3.6, 700, fmt.Sprint(now.Number), 3)
	}
}
