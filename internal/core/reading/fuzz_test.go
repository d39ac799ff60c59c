package reading_test

import (
	"fmt"
	"strings"
	"testing"
	"unicode/utf8"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/reading"
)

// spansFit asks that what was understood lies inside the line.
func spansFit(t *testing.T, line string, spans []reading.Span) {
	t.Helper()
	n := utf8.RuneCountInString(line)
	for _, s := range spans {
		if s.From < 0 || s.From > s.To || s.To > n {
			t.Fatalf("%q: %+v is not inside", line, s)
		}
	}
}

func sidesFit(t *testing.T, line string, low, high *float64, doubt bool) {
	t.Helper()
	if low != nil && high != nil && *low > *high && !doubt {
		t.Fatalf("%q: %v to %v without a mark", line, *low, *high)
	}
}

func FuzzIngredient(f *testing.F) {
	for _, line := range []string{"1 1/2 cups plain flour, sieved", "½ lemon, juice", "9-3 g x", "1/0 egg", "- - 2", "\xff", "2 × 400 g tins", "(((", "1,5,5.5 g"} {
		f.Add(line)
	}
	f.Fuzz(func(t *testing.T, line string) {
		got := reading.Ingredient(line)
		assert.Equal(t, line, got.Line)
		spansFit(t, line, got.Spans)
		sidesFit(t, line, got.Low, got.High, got.Doubt)
		if got.Kind == reading.IngredientKind && got.Item == nil && !got.Doubt {
			t.Fatalf("%q: nothing to buy, and no mark", line)
		}
	})
}

func FuzzStep(f *testing.F) {
	for _, line := range []string{"roast 12 min at 220 C, then rest 4 to 8 min covered", "1h30", "9-3 min fry", "reduce by 0/0", "İ roast 3 min until 54 °C", "until", "hands", "gas ½", ", , ;", "turn, 1 min more"} {
		f.Add(line)
	}
	f.Fuzz(func(t *testing.T, line string) {
		got := reading.Step(line)
		assert.Equal(t, line, got.Line)
		spansFit(t, line, got.Spans)
		sidesFit(t, line, got.Low, got.High, got.Doubt)
	})
}

// A line of a megabyte stays as it is, and is told.
func TestLongLinesStayUnread(t *testing.T) {
	long := strings.Repeat("roast 12 min, ", 1<<16)
	assert.Equal(t, reading.Unread, reading.Step(long).Kind)
	assert.Equal(t, reading.Unread, reading.Ingredient(long).Kind)
}

func TestContradictionsAreMarked(t *testing.T) {
	for _, line := range []string{"9 to 3 g saffron", "200 g 300 g flour", "1.200 g salt", "1 packet yeast", "a glug of oil", "butter or lard 20 g"} {
		assert.True(t, reading.Ingredient(line).Doubt, line)
	}
	for _, line := range []string{"roast 12 to 8 min", "roast 10 min 20 min", "cook for 20", "bake at 350", "roast at 220 to 180 C", "chill overnight", "do the thing for 5 min"} {
		assert.True(t, reading.Step(line).Doubt, line)
	}
}

func TestMarkupIsNoMethod(t *testing.T) {
	assert.Equal(t, reading.Unread, reading.Step("<b>roast</b> 12 min").Kind)
	assert.Equal(t, reading.Unread, reading.Ingredient("<script>2 eggs</script>").Kind)
}

func TestLinesEndInEveryWay(t *testing.T) {
	assert.Equal(t, []string{"a", "b", "c", ""}, reading.Lines("a\r\nb\rc\n"))
}

func BenchmarkStep(b *testing.B) {
	for b.Loop() {
		reading.Step("roast 12 min at 220 C, hands at the start for 30 s, then rest 4 to 8 min covered")
	}
}

func BenchmarkIngredient(b *testing.B) {
	for b.Loop() {
		reading.Ingredient("1 1/2 cups plain flour, sieved")
	}
}

// Oven marks as British makers give them (from memory): ¼ is 110 °C (225 °F),
// 1 is 140 °C (275 °F), 4 is 180 °C (350 °F), 6 is 200 °C (400 °F), 9 is 240 °C
// (475 °F). The Fahrenheit figures that stand beside them lie within eight degrees.
func TestOvenMarksAndFahrenheit(t *testing.T) {
	for mark, want := range map[string][2]float64{"¼": {110, 225}, "1": {140, 275}, "2": {150, 300}, "3": {170, 325}, "4": {180, 350}, "5": {190, 375}, "6": {200, 400}, "7": {220, 425}, "8": {230, 450}, "9": {240, 475}} {
		gas := reading.Step("bake at gas mark " + mark)
		assert.InDelta(t, want[0], *gas.Temperature, 0, mark)
		f := reading.Step(fmt.Sprintf("bake at %g F", want[1]))
		assert.InDelta(t, (want[1]-32)/1.8, *f.Temperature, 0.06, mark)
		assert.InDelta(t, want[0], *f.Temperature, 8, mark)
	}
	assert.True(t, reading.Step("bake at gas mark 12").Doubt)
}
