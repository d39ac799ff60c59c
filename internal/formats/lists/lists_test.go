package lists_test

import (
	"encoding/csv"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/mise"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/units"
	"jointime/internal/formats/lists"
)

// RFC 4180, section 2: lines end in CRLF, a field with a comma, a quote or a
// line break stands in quotes, and a quote inside is doubled.
func TestTheOrderIsATableOfRFC4180(t *testing.T) {
	var out strings.Builder
	cost, at := int64(1205), time.Date(2026, 11, 27, 14, 0, 0, 0, time.UTC)
	require.NoError(t, lists.WriteOrder(&out, []quantity.Buy{
		{Name: "hake, whole", Amount: units.Amount{Quantity: 1450.00049, Unit: units.Gram}, Takers: []quantity.Taker{{Name: "Hake"}, {Name: `the "other"`}}},
		{Name: "=2+2", Amount: units.Amount{Quantity: 3, Unit: units.Piece}, Lost: units.Amount{Quantity: 0.5, Unit: units.Piece}, Missing: units.Amount{Quantity: 3, Unit: units.Piece},
			Purchase: &quantity.Purchase{Name: "Market", Packs: []quantity.Packs{{Text: "net, 2", Count: 2}}, Cost: &cost, OrderBy: at, Comes: at.Add(24 * time.Hour)}},
	}, time.UTC))
	assert.Equal(t, "item,amount,unit,trim loss,in stock,to order,packs,supplier,order by,delivery,cost,for\r\n"+
		"\"hake, whole\",1450,g,0,0,0,,,,,,\"Hake; the \"\"other\"\"\"\r\n"+
		"'=2+2,3,piece,0.5,0,3,\"2 × net, 2\",Market,2026-11-27T14:00:00Z,2026-11-28T14:00:00Z,12.05,\r\n", out.String())
	rows, err := csv.NewReader(strings.NewReader(out.String())).ReadAll()
	require.NoError(t, err)
	assert.Equal(t, "hake, whole", rows[1][0])
}

// A name that a spreadsheet would take for a formula is marked as text.
func TestAFormulaIsText(t *testing.T) {
	for name, want := range map[string]string{"=1": "'=1", " =1": "' =1", "＝1": "'＝1", "＋1": "'＋1", "\u00a0@x": "'\u00a0@x", "-stock": "'-stock", "egg = 1": "egg = 1", "": "", "  ": "  "} {
		var out strings.Builder
		require.NoError(t, lists.WriteOrder(&out, []quantity.Buy{{Name: name, Amount: units.Amount{Quantity: 1, Unit: units.Gram}}}, time.UTC))
		rows, err := csv.NewReader(strings.NewReader(out.String())).ReadAll()
		require.NoError(t, err)
		assert.Equal(t, want, rows[1][0])
	}
}

func TestThePrepListIsATableToo(t *testing.T) {
	at := time.Date(2026, 11, 27, 14, 0, 0, 0, time.UTC)
	sheet := mise.Sheet{Days: []mise.DayList{{Day: "2026-11-27", Sections: []mise.SectionList{{Name: "sauce", Tasks: []mise.Task{
		{Name: "-stock", What: "brown, simmer", Make: units.Amount{Quantity: 2, Unit: units.Litre}, Start: &at, Dishes: []string{"A", "B"}, Allergens: []string{"celery"}, Unknown: true},
		{Name: "plain", Unknown: true},
	}, Visits: []mise.Visit{{Name: "Cure", What: "turn it", At: at}}}}}}}
	var out strings.Builder
	require.NoError(t, lists.WritePrep(&out, sheet))
	rows, err := csv.NewReader(strings.NewReader(out.String())).ReadAll()
	require.NoError(t, err, "every line has as many fields as the header")
	assert.Equal(t, []string{"2026-11-27", "sauce", "'-stock", "brown, simmer", "2", "l", "", "2026-11-27T14:00:00Z", "", "", "0", "0", "A; B", "celery; others unknown"}, rows[1])
	assert.Equal(t, "others unknown", rows[2][13])
	assert.Equal(t, "turn it", rows[3][3])
	assert.True(t, strings.HasSuffix(out.String(), "\r\n"))
}
