package reckon_test

import (
	"bufio"
	"encoding/json"
	"math"
	"os"
	"testing"
	"time"
	_ "time/tzdata"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/reckon"
	"jointime/internal/core/units"
)

// check is a question with what is right, and where that is from.
type check struct {
	reckon.Question
	Want    [][2]any `json:"want"` // the first figures of the answer
	Refused string   `json:"refused"`
	Source  string   `json:"source"`
}

func checks(t *testing.T) (out []check) {
	f, err := os.Open("testdata/checks.jsonl")
	require.NoError(t, err)
	defer f.Close()
	for lines := bufio.NewScanner(f); lines.Scan(); {
		var c check
		require.NoError(t, json.Unmarshal(lines.Bytes(), &c), lines.Text())
		out = append(out, c)
	}
	return out
}

func figures(answer any) []reckon.Figure {
	if one, is := answer.(reckon.Figure); is {
		return []reckon.Figure{one}
	}
	list, _ := answer.([]reckon.Figure)
	return list
}

// as is a figure in another unit of its kind.
func as(t *testing.T, f reckon.Figure, unit string) float64 {
	if f.Unit == unit || unit == "" || unit == "lemons" || unit == "°C" || unit == "°F" {
		return f.Value
	}
	a, b := units.Amount{Quantity: 1, Unit: units.Unit(f.Unit)}, units.Amount{Quantity: 1, Unit: units.Unit(unit)}
	by, ok := a.Per(b)
	require.True(t, ok, "%s as %s", f.Unit, unit)
	return f.Value * by
}

// Check values from outside, each with its source beside it; those from memory are said to be.
func TestSumsAgreeWithWhatIsKnown(t *testing.T) {
	right := map[string]int{}
	for _, c := range checks(t) {
		got := reckon.Reckon(c.Question, time.LoadLocation)
		text, _ := json.Marshal(c.Question)
		if c.Want == nil {
			if assert.NotNil(t, got.Refusal, "%s: %s", text, c.Source) {
				assert.Equal(t, c.Refused, got.Refusal.Field, "%s: %s", text, got.Refusal.Reason)
			}
			assert.Nil(t, got.Answer)
			continue
		}
		if !assert.Nil(t, got.Refusal, "%s: %v", text, got.Refusal) {
			continue
		}
		list := figures(got.Answer)
		if !assert.GreaterOrEqual(t, len(list), len(c.Want), "%s", text) {
			continue
		}
		for k, w := range c.Want {
			v, unit := w[0].(float64), w[1].(string)
			assert.InDelta(t, v, as(t, list[k], unit), 1e-6*math.Max(1, math.Abs(v)), "%s: %s: %s", text, list[k].Name, got.Working)
		}
		assert.NotEmpty(t, got.Working)
		right[c.Ask]++
	}
	for _, a := range reckon.Asks() {
		assert.GreaterOrEqual(t, right[a.Name], 6, a.Name)
	}
}

// Whatever a question is made of is answered or refused: with a reason, a member, and no answer.
func TestEveryQuestionIsAnsweredOrRefused(t *testing.T) {
	strange := []string{`null`, `-1`, `0`, `1e308`, `""`, `"x"`, `[]`, `[{}]`, `[{"value":1,"unit":"kg"}]`, `[null]`, `{}`, `true`, `{"value":null}`, `{"value":1}`, `{"value":1,"unit":"%"}`, `{"value":1e300,"unit":"kg"}`, `{"value":-1,"unit":"l"}`, `{"value":0,"unit":"mm"}`, `{"value":"1","unit":"g"}`}
	for _, a := range reckon.Asks() {
		var q reckon.Question
		require.NoError(t, json.Unmarshal([]byte(a.Example), &q))
		assert.NotNil(t, reckon.Reckon(q, time.LoadLocation).Answer, a.Name)
		for _, m := range a.Members {
			for _, text := range strange {
				was, had := q.Given[m.Name]
				q.Given[m.Name] = json.RawMessage(text)
				got := reckon.Reckon(q, time.LoadLocation)
				assert.True(t, (got.Answer == nil) == (got.Refusal != nil), "%s: %s %s", a.Name, m.Name, text)
				if got.Refusal != nil {
					assert.NotEmpty(t, got.Refusal.Reason)
				}
				for _, f := range figures(got.Answer) {
					assert.False(t, math.IsNaN(f.Value) || math.IsInf(f.Value, 0), "%s: %s %s", a.Name, m.Name, text)
				}
				delete(q.Given, m.Name)
				if had {
					q.Given[m.Name] = was
				}
			}
		}
	}
	assert.NotNil(t, reckon.Line("{", time.LoadLocation).Refusal)
	assert.Equal(t, "ask", reckon.Line(`{"ask":"guess","given":{}}`, time.LoadLocation).Refusal.Field)
}

// A chain that is gone along and back comes to where it began.
func TestAChainBackwardsIsTheChainForwards(t *testing.T) {
	for seed := range 200 {
		start := 0.5 + float64(seed)/7
		stages := []map[string]any{{"left": map[string]any{"value": 5 + seed%90, "unit": "%"}}, {"added": map[string]any{"value": seed * 13, "unit": "ml"}}, {"lost": map[string]any{"value": seed % 97, "unit": "%"}}}
		ask := func(given map[string]any) reckon.Figure {
			text, err := json.Marshal(map[string]any{"ask": "reduce-chain", "given": given})
			require.NoError(t, err)
			got := reckon.Line(string(text), time.LoadLocation)
			require.Nil(t, got.Refusal, "%s", text)
			return got.Answer.(reckon.Figure)
		}
		end := ask(map[string]any{"start": map[string]any{"value": start, "unit": "l"}, "stages": stages})
		back := ask(map[string]any{"wanted": end, "stages": stages})
		assert.InDelta(t, start, back.Value, 1e-9*start)
	}
}

func TestAmountsAsTheyAreTyped(t *testing.T) {
	for text, ml := range map[string]float64{"1.5 l": 1500, "1,5 l": 1500, "½ l": 500, "1½ l": 1500, "1 1/2 l": 1500, "3/4 l": 750, "250ml": 250, "2 tbsp": 30} {
		got := reckon.Line(`{"ask":"convert","given":{"amount":"`+text+`","to":"ml","measures":"metric"}}`, time.LoadLocation)
		require.Nil(t, got.Refusal, "%s: %v", text, got.Refusal)
		assert.InDelta(t, ml, got.Answer.(reckon.Figure).Value, 1e-9, text)
	}
	for _, text := range []string{"some l", "1/0 l", "l", "", "1.2.3 l"} {
		assert.NotNil(t, reckon.Line(`{"ask":"convert","given":{"amount":"`+text+`","to":"ml"}}`, time.LoadLocation).Refusal, text)
	}
	assert.InDelta(t, 180, figures(reckon.Line(`{"ask":"oven-mark","given":{"mark":"4","to":"°C"}}`, time.LoadLocation).Answer)[0].Value, 0)
	assert.InDelta(t, 18, figures(reckon.Line(`{"ask":"temperature-difference","given":{"difference":"10 °C","to":"°F"}}`, time.LoadLocation).Answer)[0].Value, 1e-9)
}
