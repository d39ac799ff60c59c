package review_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/review"
)

// A custard is brought to 82 °C in an oven at 150, which is no fault; kept warm in a bath at 85, and
// reheated at 90 in what takes it, it passes what was said.
func TestStepsThatAreTooHotForWhatIsInThem(t *testing.T) {
	top, oven, bath, high := int64(82), int64(150), int64(85), int64(90)
	custard := recipe.Component{ID: "custard", Name: "Custard", Methods: recipe.OneWay(
		recipe.Step{ID: "bake", Name: "bake", Ceiling: &top, Equipment: []recipe.Needed{{Kind: "oven", Setting: &oven}}},
		recipe.Step{ID: "keep", Name: "keep warm", Equipment: []recipe.Needed{{Kind: "bath", Setting: &bath}}},
	)}
	tart := recipe.Component{ID: "tart", Name: "Tart", Lines: []recipe.Line{{Name: "Custard", Component: "custard", Step: "fill"}}, Methods: recipe.OneWay(
		recipe.Step{ID: "blind", Name: "bake blind", Equipment: []recipe.Needed{{Kind: "oven", Setting: &oven}}},
		recipe.Step{ID: "fill", Name: "fill"},
		recipe.Step{ID: "reheat", Name: "reheat", Equipment: []recipe.Needed{{Kind: "oven", Setting: &high}}},
	)}
	b := recipe.Book{Components: map[string]recipe.Component{"custard": custard, "tart": tart}}
	said := func(c recipe.Component) (out []string) {
		for _, f := range review.TooHot(b, c) {
			out = append(out, f.What)
		}
		return out
	}
	assert.Equal(t, []string{"Custard may not pass 82 °C, and keep warm is at 85 °C"}, said(custard))
	assert.Equal(t, []string{"Custard may not pass 82 °C, and reheat is at 90 °C"}, said(tart))
}
