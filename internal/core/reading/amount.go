package reading

import (
	"regexp"
	"strings"
)

// leading reads an amount at the front.
func (r *ingredientReader) leading() bool {
	r.groups()
	if m := fewOf.FindStringSubmatch(r.rest); m != nil {
		unit, n := measure(r.rest[len(m[0]):])
		if unit == "" {
			return false
		}
		r.out.Unit, r.notes = &unit, append(r.notes, m[1])
		r.rest = r.rest[len(m[0])+n:]
		return true
	}
	if m := splash.FindStringSubmatch(r.rest); m != nil {
		r.notes, r.rest = append(r.notes, m[1]), r.rest[len(m[0]):]
		r.doubt("How much?")
		return true
	}
	if m := frontSize.FindStringSubmatch(r.rest); m != nil {
		one, piece := 1.0, "piece"
		r.out.Low, r.out.High, r.out.Unit = &one, &one, &piece
		r.notes, r.rest = append(r.notes, m[1]), r.rest[len(m[0]):]
		return true
	}
	m := quantityAt.FindStringSubmatch(r.rest)
	if m == nil || richFirst.MatchString(r.rest) && trailing.MatchString(r.rest) {
		return false
	}
	s, ok := bounds(m[1], m[2], m[3], m[4])
	if !ok {
		return false
	}
	r.amount(s)
	r.spanOf(m[0], "amount")
	r.rest = r.rest[len(m[0]):]
	r.orMore()
	r.unit()
	r.orMore()
	if m := orSo.FindString(r.rest); m != "" {
		r.notes, r.rest = append(r.notes, "about"), r.rest[len(m):]
	}
	r.packed()
	r.compound()
	return true
}

// groups writes "1 000 g" and ",5 l" as figures are otherwise written. What may be one of a
// size is left as it is: "1 400 g tin".
func (r *ingredientReader) groups() {
	if strings.HasPrefix(r.rest, ",") && len(r.rest) > 1 && digitsOnly(r.rest[1:2]) {
		r.rest = "0" + r.rest
	}
	m := grouped.FindStringSubmatch(r.rest)
	if m == nil || ofOne.MatchString(r.rest) {
		return
	}
	if !strings.HasSuffix(m[2], "000") {
		r.doubt("One number, or several of a size?")
	}
	r.rest = m[1] + strings.ReplaceAll(m[2], " ", "") + r.rest[len(m[1])+len(m[2]):]
}

// orMore reads the plus of "100 g+".
func (r *ingredientReader) orMore() {
	if strings.HasPrefix(r.rest, "+") && r.out.Low != nil {
		r.out.High, r.rest = nil, r.rest[1:]
	}
}

// packed reads "400 g tin" as one tin, and leaves "500 g pack of" in grams.
func (r *ingredientReader) packed() {
	if *r.out.Unit == "piece" {
		return
	}
	if m := tinOf.FindString(r.rest); m != "" {
		one, can := 1.0, "can"
		r.notes = append(r.notes, strings.TrimSpace(r.text[:len(r.text)-len(r.rest)]))
		r.out.Low, r.out.High, r.out.Unit, r.rest = &one, &one, &can, r.rest[len(m):]
	} else if m := packOf.FindStringSubmatch(r.rest); m != nil {
		r.notes, r.rest = append(r.notes, m[1]), r.rest[len(m[0]):]
	}
}

// amount keeps a figure or two.
func (r *ingredientReader) amount(s span) {
	r.out.Low, r.out.High = s.low, s.high
	if s.about {
		r.notes = append(r.notes, "about")
	}
	if !s.sure {
		r.doubt("The number can be read two ways.")
	}
}

// unit reads what is counted: a size in between ("1 x 400 g tin"), a unit in
// another system behind a stroke, and the unit.
func (r *ingredientReader) unit() {
	times := multiplied.FindString(r.rest)
	r.rest = strings.TrimLeft(r.rest[len(times):], " -")
	if strings.HasPrefix(r.rest, "(") {
		if inside, after, closed := strings.Cut(r.rest[1:], ")"); closed {
			r.notes, r.rest = append(r.notes, inside), strings.TrimLeft(after, " ")
			times = "x"
		}
	} else if size := sizeAt.FindString(r.rest); size != "" {
		r.sized(size)
		times = ""
	}
	if m := measureSize.FindString(r.rest); m != "" {
		if unit, _ := measure(r.rest[len(m):]); unit != "" || dessertSpoon.MatchString(r.rest[len(m):]) {
			r.notes, r.rest = append(r.notes, strings.TrimSpace(m)), r.rest[len(m):]
		}
	}
	if m := systemAt.FindStringSubmatch(r.rest); m != nil {
		if unit, _ := measure(r.rest[len(m[0]):]); liquid[unit] {
			r.out.Measures, r.notes, r.rest = systems[strings.ToLower(strings.ReplaceAll(m[1], ".", ""))], append(r.notes, m[1]), r.rest[len(m[0]):]
		}
	}
	r.named(times)
}

// sized reads the size of one of several: "1 x 400g can", "a 5 cm piece of".
func (r *ingredientReader) sized(size string) {
	r.rest = strings.TrimLeft(r.rest[len(size):], " -")
	said := strings.TrimSpace(size)
	for _, word := range []string{"piece of", "pieces", "piece"} {
		if cut, had := strings.CutSuffix(said, word); had {
			said, r.rest = strings.Trim(cut, " -"), "piece "+r.rest
		}
	}
	if unit, _ := measure(r.rest); unit == "" && !strings.HasSuffix(said, "each") {
		said += " each"
	}
	r.notes = append(r.notes, said)
}

func (r *ingredientReader) named(times string) {
	unit, n := measure(r.rest)
	after := strings.TrimLeft(r.rest[n:], " ")
	if unit == "percent" && after == "" && times == "" {
		unit = "percent"
	}
	lone := after == "" || noteBreak.FindStringIndex(after) != nil && noteBreak.FindStringIndex(after)[0] == 0
	if unit == "clove" && lone { // the spice
		unit = ""
	}
	if unit == "" {
		unit = "piece"
		if containers.MatchString(r.rest) {
			r.doubt("How much is in one?")
		}
		if m := dessertSpoon.FindString(r.rest); m != "" {
			s := span{low: r.out.Low, high: r.out.High}.scaled(2)
			unit, r.out.Low, r.out.High = "tsp", s.low, s.high
			r.notes, r.rest = append(r.notes, "a dessertspoon is 2 tsp"), r.rest[len(m):]
			r.doubt("Dessertspoon taken as 2 tsp.")
		}
	} else {
		r.spanOf(r.rest[:n], "unit")
		r.rest = r.rest[n:]
		r.aside()
	}
	r.out.Unit = &unit
}

// aside reads what stands behind a unit: the same in another one.
func (r *ingredientReader) aside() {
	if m := otherUnit.FindString(r.rest); m != "" {
		r.notes, r.rest = append(r.notes, strings.Trim(m, "/ ")), r.rest[len(m):]
	}
	text := strings.TrimLeft(r.rest, " ")
	if !strings.HasPrefix(text, "(") {
		return
	}
	if inside, after, closed := strings.Cut(text[1:], ")"); closed && strings.TrimLeft(after, " ,") != "" {
		r.notes, r.rest = append(r.notes, inside), after
	}
}

var richFirst = regexp.MustCompile(`^\d+(?:[.,]\d+)? ?%`)

var compoundAt = regexp.MustCompile(`^(?i:\s*(?:plus|and|\+|,)?\s*(` + number + `) ?)`)

// compound adds a second amount in a smaller unit: "1 lb 4 oz".
func (r *ingredientReader) compound() {
	m := compoundAt.FindStringSubmatch(r.rest)
	if m == nil || r.out.Low == nil || r.out.High == nil {
		return
	}
	unit, n := measure(r.rest[len(m[0]):])
	many, known := larger[[2]string{*r.out.Unit, unit}]
	more, _, ok := figure(m[1])
	if !known || !ok {
		return
	}
	low, high := *r.out.Low+more/many, *r.out.High+more/many
	r.out.Low, r.out.High = &low, &high
	r.spanOf(r.rest[:len(m[0])+n], "amount")
	r.rest = r.rest[len(m[0])+n:]
}

// trailing reads an amount at the end: "butter 50 g", "salt 2%".
func (r *ingredientReader) trailing() bool {
	if m := trailing.FindStringSubmatch(r.rest); m != nil {
		s, ok := bounds(m[3], m[4], m[5], m[6])
		if ok && strings.ToLower(m[5]) != "a" {
			unit, _ := measure(m[7])
			r.amount(s)
			r.spanOf(m[2], "amount")
			r.spanOf(m[7], "unit")
			r.out.Unit, r.rest = &unit, m[1]
			if behind := m[8] + m[9] + m[10]; behind != "" {
				r.rest += ", " + behind
			}
			return true
		}
	}
	if m := bareTrail.FindStringSubmatch(r.rest); m != nil {
		s, _ := bounds("", "", m[3], "")
		unit := "piece"
		if strings.TrimSpace(m[2]) == "" {
			r.doubt("Is the last number the amount?")
		}
		r.amount(s)
		r.out.Unit, r.rest = &unit, m[1]
		return true
	}
	return false
}

// withoutFigure reads "pinch of salt" as one, and leaves "salt" without an
// amount.
func (r *ingredientReader) withoutFigure() {
	if m := measureSize.FindString(r.rest); m != "" {
		if unit, _ := measure(r.rest[len(m):]); vague[unit] {
			r.notes, r.rest = append(r.notes, strings.TrimSpace(m)), r.rest[len(m):]
		}
	}
	unit, n := measure(r.rest)
	if vague[unit] && strings.TrimSpace(r.rest[n:]) != "" {
		one := 1.0
		r.out.Low, r.out.High, r.out.Unit = &one, &one, &unit
		r.rest = r.rest[n:]
	} else if containers.MatchString(r.rest) {
		r.doubt("How much?")
	}
	if m := fewOf.FindStringSubmatch(r.rest); m != nil {
		r.notes, r.rest = append(r.notes, m[1]), r.rest[len(m[0]):]
	}
}
