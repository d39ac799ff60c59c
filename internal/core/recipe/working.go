package recipe

import (
	"fmt"

	"jointime/internal/core/units"
)

// Sum writes a product of time and number as a line of figures.
func Sum(each, n int64, of string) string {
	if n == 1 {
		return units.FormatDuration(each)
	}
	return fmt.Sprintf("%d %s × %s = %s", n, of, units.FormatDuration(each), units.FormatDuration(each*n))
}
