package reading_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/reading"
)

// shown writes what was understood in the words of the corpus.
func shown(s reading.StepLine) string {
	if s.Kind != reading.StepKind {
		return "kind=" + string(s.Kind)
	}
	var out []string
	add := func(name, value string) {
		if value != "" {
			out = append(out, name+"="+value)
		}
	}
	text := func(p *string) string {
		if p == nil {
			return ""
		}
		return *p
	}
	add("verb", text(s.Verb))
	add("time", sides(s.Low, s.High))
	if s.Temperature != nil {
		high := s.TemperatureTo
		if high == nil {
			high = s.Temperature
		}
		add("temp", sides(s.Temperature, high))
	}
	add("equip", text(s.Equipment))
	add("cue", text(s.Cue))
	hands := text(s.Hands)
	if s.HandsFor != nil {
		hands += ":" + amount(s.HandsFor)
	}
	add("hands", hands)
	var then []string
	for _, t := range s.Then {
		then = append(then, t.What+":"+sides(t.Low, t.High)+":"+text(t.Note))
	}
	add("then", strings.Join(then, ", "))
	if s.UntilFraction != nil {
		add("left", fmt.Sprint(math.Round(*s.UntilFraction*1e4)/1e4))
	}
	return strings.Join(out, "; ")
}

func sides(low, high *float64) string {
	switch {
	case low == nil && high == nil:
		return ""
	case low != nil && high != nil && *low == *high:
		return amount(low)
	case low == nil:
		return "-" + amount(high)
	case high == nil:
		return amount(low) + "-"
	}
	return amount(low) + "-" + amount(high)
}

func TestOneTemperatureIsReadAsPeopleWriteIt(t *testing.T) {
	for text, want := range map[string]float64{"180": 180, "180 C": 180, "180°C": 180, "350 F": 176.7, "350 °F": 176.7, "gas 4": 180, "gas mark ½": 120, "Gas 1/4": 110, "-18 C": -18} {
		got, err := reading.Heat(text)
		assert.NoError(t, err, text)
		assert.InDelta(t, want, got, 0.05, text)
	}
	for _, text := range []string{"", "hot", "180 to 200 C", "gas 12", "180 C fan", "180 C maybe", "4000"} {
		_, err := reading.Heat(text)
		assert.Error(t, err, text)
	}
}
