// Package limits holds published limits of food hygiene as data: each with its
// source and edition, in sets that a kitchen chooses from and may tighten. They are
// shown beside what they concern; they judge nothing. Local food law, the kitchen's
// own safety plan and trained people decide.
//
// All figures are from memory of the documents that they name, and are to be held
// against the edition that applies.
package limits

// Set is the limits of one document, or of one country.
type Set struct {
	ID      string  `json:"id"`
	Name    string  `json:"name"`
	Edition string  `json:"edition"`
	Limits  []Limit `json:"limits" nullable:"false"`
}

// Limit is one published figure.
type Limit struct {
	Kind    Kind     `json:"kind" enum:"cook,hot,cold,out,cool,reheat,freeze"`
	What    string   `json:"what" doc:"what it concerns, in words"`
	Celsius *float64 `json:"celsius,omitempty" doc:"at least, of cooking, holding hot and reheating; at most, of holding cold and freezing"`
	For     int64    `json:"for,omitempty" doc:"seconds that the temperature is held"`
	Within  int64    `json:"within,omitempty" doc:"seconds: the longest time out of control, or from one temperature to the next"`
	From    *float64 `json:"from,omitempty" doc:"°C from which cooling or reheating counts"`
	Source  string   `json:"source"`
}

// Kind is what a limit is of.
type Kind string

// The kinds of limits.
const (
	Cook   Kind = "cook"   // the temperature in the middle
	Hot    Kind = "hot"    // holding hot
	Cold   Kind = "cold"   // holding cold
	Out    Kind = "out"    // out of temperature control
	Cool   Kind = "cool"   // cooling, in stages
	Reheat Kind = "reheat" // for holding hot
	Freeze Kind = "freeze" // of fish to be eaten raw
)

func at(celsius float64) *float64 { return &celsius }

const hour = 3600

// Sets are all that are known, the first of them taken where a kitchen says nothing.
func Sets() []Set {
	return []Set{
		{ID: "fda-2022", Name: "FDA Food Code", Edition: "2022", Limits: []Limit{
			{Kind: Cook, What: "poultry, stuffed meat", Celsius: at(74), Source: "FDA Food Code 2022, 3-401.11(A)(3)"},
			{Kind: Cook, What: "minced or injected meat, eggs for holding", Celsius: at(68), For: 17, Source: "FDA Food Code 2022, 3-401.11(A)(2)"},
			{Kind: Cook, What: "fish, whole pieces of meat, eggs to order", Celsius: at(63), For: 15, Source: "FDA Food Code 2022, 3-401.11(A)(1)"},
			{Kind: Hot, What: "held hot", Celsius: at(57), Source: "FDA Food Code 2022, 3-501.16(A)(1)"},
			{Kind: Cold, What: "held cold", Celsius: at(5), Source: "FDA Food Code 2022, 3-501.16(A)(2)"},
			{Kind: Out, What: "out of control, from 5 or 57 °C", Within: 4 * hour, Source: "FDA Food Code 2022, 3-501.19(B)"},
			{Kind: Cool, What: "cooling, first stage", From: at(57), Celsius: at(21), Within: 2 * hour, Source: "FDA Food Code 2022, 3-501.14(A)(1)"},
			{Kind: Cool, What: "cooling, both stages", From: at(57), Celsius: at(5), Within: 6 * hour, Source: "FDA Food Code 2022, 3-501.14(A)(2)"},
			{Kind: Reheat, What: "reheated to be held hot", Celsius: at(74), For: 15, Within: 2 * hour, Source: "FDA Food Code 2022, 3-403.11"},
			{Kind: Freeze, What: "fish to be eaten raw, seven days", Celsius: at(-20), For: 168 * hour, Source: "FDA Food Code 2022, 3-402.11(A)(1)"},
			{Kind: Freeze, What: "fish to be eaten raw, frozen solid and kept", Celsius: at(-35), For: 15 * hour, Source: "FDA Food Code 2022, 3-402.11(A)(2)"},
		}},
		{ID: "uk-2013", Name: "United Kingdom", Edition: "Food Safety and Hygiene (England) Regulations 2013, schedule 4", Limits: []Limit{
			{Kind: Hot, What: "held hot", Celsius: at(63), Source: "Food Safety and Hygiene (England) Regulations 2013, schedule 4, 3"},
			{Kind: Cold, What: "held cold", Celsius: at(8), Source: "Food Safety and Hygiene (England) Regulations 2013, schedule 4, 2"},
			{Kind: Out, What: "held cold, shown once above 8 °C", Within: 4 * hour, Source: "Food Safety and Hygiene (England) Regulations 2013, schedule 4, 5"},
			{Kind: Out, What: "held hot, shown once below 63 °C", Within: 2 * hour, Source: "Food Safety and Hygiene (England) Regulations 2013, schedule 4, 6"},
		}},
		{ID: "eu-853", Name: "European Union", Edition: "Regulation (EC) 853/2004, annex III, section VIII, chapter III, D", Limits: []Limit{
			{Kind: Freeze, What: "fish to be eaten raw or nearly raw", Celsius: at(-20), For: 24 * hour, Source: "Regulation (EC) 853/2004, annex III, section VIII, chapter III, D"},
			{Kind: Freeze, What: "the same, colder", Celsius: at(-35), For: 15 * hour, Source: "Regulation (EC) 853/2004, annex III, section VIII, chapter III, D"},
		}},
	}
}

// Chosen are the limits that a kitchen holds to: of the sets with these ids, the first
// of all where it names none.
func Chosen(ids []string) (out []Limit) {
	for i, s := range Sets() {
		for _, id := range ids {
			if s.ID == id {
				out = append(out, s.Limits...)
			}
		}
		if len(ids) == 0 && i == 0 {
			out = append(out, s.Limits...)
		}
	}
	return out
}

// OutOfControl is the shortest of the longest times that food may stand where it is
// neither kept hot nor cold, with its limit; false where none of the limits says so.
func OutOfControl(list []Limit) (strictest Limit, is bool) {
	for _, l := range list {
		if l.Kind == Out && (!is || l.Within < strictest.Within) {
			strictest, is = l, true
		}
	}
	return strictest, is
}
