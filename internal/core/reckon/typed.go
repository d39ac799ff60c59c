package reckon

import (
	"encoding/json"
	"math"
	"regexp"
	"strconv"
	"strings"
)

var figureAndUnit = regexp.MustCompile(`^([−-]?)(?:([½¼¾⅓⅔⅛⅜⅝⅞]|\d+/\d+)|(\d+(?:[.,]\d+)?|[.,]\d+)(?:\s*([½¼¾⅓⅔⅛⅜⅝⅞])|\s+(\d+/\d+))?)\s*(\D.*)?$`)

var fractions = map[string]float64{"½": 1.0 / 2, "¼": 1.0 / 4, "¾": 3.0 / 4, "⅓": 1.0 / 3, "⅔": 2.0 / 3, "⅛": 1.0 / 8, "⅜": 3.0 / 8, "⅝": 5.0 / 8, "⅞": 7.0 / 8}

// typed is an amount as it is typed: 1.5 l, 1½ cups, 1 1/2 tsp, 30 %, 4.
func typed(text string) (value float64, unit string, is bool) {
	m := figureAndUnit.FindStringSubmatch(strings.TrimSpace(text))
	if m == nil {
		return 0, "", false
	}
	if m[3] != "" {
		v, err := strconv.ParseFloat(strings.Replace(m[3], ",", ".", 1), 64)
		if err != nil {
			return 0, "", false
		}
		value = v
	}
	part := m[2] + m[4] + m[5] // one of them at most
	if sign, known := fractions[part]; known {
		value += sign
	} else if part != "" {
		top, bottom, _ := strings.Cut(part, "/")
		a, _ := strconv.ParseFloat(top, 64) // made of digits
		b, _ := strconv.ParseFloat(bottom, 64)
		if b == 0 {
			return 0, "", false
		}
		value += a / b
	}
	if m[1] != "" {
		value = -value
	}
	return value, strings.TrimSpace(m[6]), true
}

// bare is a figure without the meaning of its unit.
func (g *given) bare(name string) (v float64, word string) {
	if !g.has(name) {
		refuse(g.at(name), "“%s” is missing.", name)
	}
	text := string(g.raw[name])
	if f, err := strconv.ParseFloat(text, 64); err == nil {
		return f, ""
	}
	v, word = g.pair(name)
	if value, unit, is := typed(word); is && v != v { // as it is typed: "10 °C"
		return value, unit
	}
	return v, word
}

// pair is an amount as it is written: its value and the word of its unit.
func (g *given) pair(name string) (float64, string) {
	var v struct {
		Value any    `json:"value"`
		Unit  string `json:"unit"`
	}
	var word string
	if json.Unmarshal(g.raw[name], &word) == nil {
		return math.NaN(), word
	}
	if json.Unmarshal(g.raw[name], &v) != nil {
		refuse(g.at(name), "An amount is written {\"value\": 1.5, \"unit\": \"l\"}.")
	}
	switch value := v.Value.(type) {
	case float64:
		return value, v.Unit
	case string:
		return math.NaN(), value
	}
	refuse(g.at(name), "“%s” has no value.", name)
	return 0, ""
}
