package quantity

import (
	"fmt"

	"jointime/internal/core/fault"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
)

// Tied is a line that leans on another, for so much of that. Percent are of
// the weight.
func Tied(l recipe.Line, base units.Amount, name string, through units.Through) (units.Amount, string, error) {
	if l.Per.Each == nil {
		if l.Amount.Unit != "percent" {
			return base, "", fault.Say("%s per how much %s?", l.Amount, name)
		}
		weight, how, err := base.As(units.Gram, through)
		if err != nil {
			return base, "", fault.Say("%s of %s of %s cannot be weighed: %w.", l.Amount, base, name, err)
		}
		a := weight.Times(l.Amount.Quantity / 100)
		return a, fmt.Sprintf("%s%g %% of %s %s = %s", Semi(how), l.Amount.Quantity, weight, name, a), nil
	}
	each := *l.Per.Each
	told, how, err := base.As(each.Unit, through)
	if err != nil {
		return base, "", fault.Say("%s per %s of %s, of which there is %s: %w.", l.Amount, each, name, base, err)
	}
	n, ok := told.Per(each)
	if !ok {
		return base, "", fault.Say("%s per %s of %s cannot be worked out.", l.Amount, each, name)
	}
	a := l.Amount.Times(n)
	return a, fmt.Sprintf("%s%s per %s, for %s %s = %s", Semi(how), l.Amount, each, told, name, a), nil
}

func Semi(how string) string {
	if how == "" {
		return ""
	}
	return how + "; "
}
