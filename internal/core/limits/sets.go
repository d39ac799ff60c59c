package limits

func at(celsius float64) *float64 { return &celsius }

const (
	minute = 60
	hour   = 3600
)

// Sets are all that are known, the first of them taken where a kitchen says nothing.
func Sets() []Set {
	return []Set{
		{ID: "fda-2022", Name: "FDA Food Code", Edition: "2022", Limits: []Limit{
			{ID: "fda-cook-poultry", Kind: Cook, Of: Poultry, What: "poultry, stuffed meat", Celsius: at(74), Source: "FDA Food Code 2022, 3-401.11(A)(3)"},
			{ID: "fda-cook-minced", Kind: Cook, Of: Minced, What: "minced or injected meat, eggs held hot", Celsius: at(68), For: 17, Instead: []Held{{63, 3 * minute}, {66, minute}}, Source: "FDA Food Code 2022, 3-401.11(A)(2)"},
			{ID: "fda-cook-meat", Kind: Cook, Of: Meat, What: "whole pieces of meat", Celsius: at(63), For: 15, Instead: roasts(), Source: "FDA Food Code 2022, 3-401.11(A)(1) and (B)(2)"},
			{ID: "fda-cook-other", Kind: Cook, Of: Other, What: "fish, eggs to order", Celsius: at(63), For: 15, Source: "FDA Food Code 2022, 3-401.11(A)(1)"},
			{ID: "fda-hot", Kind: Hot, What: "held hot", Celsius: at(57), Source: "FDA Food Code 2022, 3-501.16(A)(1)"},
			{ID: "fda-cold", Kind: Cold, What: "held cold", Celsius: at(5), Source: "FDA Food Code 2022, 3-501.16(A)(2)"},
			{ID: "fda-out", Kind: Out, What: "out of temperature control, from 5 or 57 °C", Within: 4 * hour, Source: "FDA Food Code 2022, 3-501.19(B)"},
			{ID: "fda-cool-first", Kind: Cool, What: "cooling, first stage", From: at(57), Celsius: at(21), Within: 2 * hour, Source: "FDA Food Code 2022, 3-501.14(A)(1)"},
			{ID: "fda-cool-whole", Kind: Cool, What: "cooling, both stages", From: at(57), Celsius: at(5), Within: 6 * hour, Source: "FDA Food Code 2022, 3-501.14(A)(2)"},
			{ID: "fda-reheat", Kind: Reheat, What: "reheated to be held hot", Celsius: at(74), For: 15, Within: 2 * hour, Source: "FDA Food Code 2022, 3-403.11(A) and (D)"},
			{ID: "fda-freeze", Kind: Freeze, What: "fish to be eaten raw, seven days", Celsius: at(-20), For: 168 * hour, Source: "FDA Food Code 2022, 3-402.11(A)(1)"},
			{ID: "fda-freeze-blast", Kind: Freeze, What: "fish to be eaten raw, frozen solid and kept", Celsius: at(-35), For: 15 * hour, Source: "FDA Food Code 2022, 3-402.11(A)(2)"},
		}},
		{ID: "uk-2013", Name: "United Kingdom", Edition: "Food Safety and Hygiene (England) Regulations 2013, schedule 4", Limits: []Limit{
			{ID: "uk-hot", Kind: Hot, What: "held hot", Celsius: at(63), Source: "Food Safety and Hygiene (England) Regulations 2013, schedule 4, 3"},
			{ID: "uk-cold", Kind: Cold, What: "held cold", Celsius: at(8), Source: "Food Safety and Hygiene (England) Regulations 2013, schedule 4, 2"},
			{ID: "uk-out-cold", Kind: Out, After: Cold, What: "displayed above 8 °C, once", Within: 4 * hour, Source: "Food Safety and Hygiene (England) Regulations 2013, schedule 4, 5"},
			{ID: "uk-out-hot", Kind: Out, After: Hot, What: "displayed below 63 °C, once", Within: 2 * hour, Source: "Food Safety and Hygiene (England) Regulations 2013, schedule 4, 6"},
			{ID: "uk-cook", Kind: Cook, What: "cooked through, guidance", Celsius: at(70), For: 2 * minute, Instead: []Held{{60, 45 * minute}, {65, 10 * minute}}, Source: "Food Standards Agency, guidance on cooking"},
		}},
		{ID: "eu-853", Name: "European Union", Edition: "Regulation (EC) 853/2004, annex III, section VIII, chapter III, D", Limits: []Limit{
			{ID: "eu-freeze", Kind: Freeze, What: "fish to be eaten raw or nearly raw", Celsius: at(-20), For: 24 * hour, Source: "Regulation (EC) 853/2004, annex III, section VIII, chapter III, D"},
			{ID: "eu-freeze-blast", Kind: Freeze, What: "same fish, colder", Celsius: at(-35), For: 15 * hour, Source: "Regulation (EC) 853/2004, annex III, section VIII, chapter III, D"},
		}},
	}
}

// roasts are the temperatures of 3-401.11(B)(2), for whole pieces of meat in an oven
// or a bath, with how long each is held (130 to 144 °F in the document).
func roasts() []Held {
	return []Held{{54.4, 112 * minute}, {55, 89 * minute}, {56.1, 56 * minute}, {57.2, 36 * minute}, {57.8, 28 * minute}, {58.9, 18 * minute}, {60, 12 * minute}, {61.1, 8 * minute}, {62.2, 5 * minute}}
}
