package told_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/told"
)

func TestASeasonIsWrittenAsOneSaysIt(t *testing.T) {
	for want, months := range map[string][]int{"September to November": {9, 10, 11}, "November to February": {1, 2, 11, 12}, "June and August": {8, 6}, "May": {5}, "March to April and October": {3, 4, 10}} {
		assert.Equal(t, want, told.Months(months))
	}
}

func TestWhatIsOutOfSeasonIsTold(t *testing.T) {
	b := recipe.NewBook()
	b.Ingredients["plum"] = recipe.Ingredient{ID: "plum", Name: "plums", Season: []int{8, 9, 10}}
	b.Components["plum"] = recipe.Component{ID: "plum", Name: "Poached plum", Methods: []recipe.Method{{ID: "m"}}, Lines: []recipe.Line{{Name: "plums", Ingredient: "plum"}}}
	b.Dishes["sweet"] = recipe.Dish{ID: "sweet", Name: "Buttermilk cream", Parts: []recipe.Part{{Component: "plum"}}}
	menu := recipe.Menu{Courses: []recipe.Course{{ID: "sweet", Dishes: []string{"sweet"}}}}
	assert.Equal(t, []string{"Plums: out of season in December (August to October). Buttermilk cream needs it."}, told.Season(b, menu, time.Date(2026, 12, 5, 0, 0, 0, 0, time.UTC)))
	assert.Empty(t, told.Season(b, menu, time.Date(2026, 9, 5, 0, 0, 0, 0, time.UTC)))
}

func TestAnEmptyDishAndAnEmptyPlateAreTold(t *testing.T) {
	menu := recipe.Menu{Courses: []recipe.Course{{Name: "First", Dishes: []string{"a", "b", "c"}}, {Name: "Second"}}}
	got := told.Empty(menu, map[string]recipe.Dish{"a": {Name: "Soup"}, "b": {Name: "Toast", Parts: []recipe.Part{{Component: "x"}}}, "c": {Name: "Pie", Parts: []recipe.Part{{Component: "x"}}, Plate: plating.Spec{Placings: []plating.Placing{{ID: "p"}}}}})
	assert.Equal(t, []string{"Soup: empty, no components. It is not planned.", "Toast: nothing is placed on its plate yet. The plan leaves no time to build it.", "Second: no dish in this course."}, got)
}

func TestWhatCanNoLongerBeBegunIsToldWithTheLatest(t *testing.T) {
	now := time.Date(2026, 12, 5, 9, 0, 0, 0, time.UTC)
	plan := report.RunUp{Bars: []report.Bar{
		{ID: "1", Component: "stock", Name: "Stock: simmer", Start: now.Add(-3 * time.Hour), Give: 3600},
		{ID: "2", Component: "stock", Name: "Stock: strain", Start: now.Add(-2 * time.Hour)},
		{ID: "3", Component: "jam", Name: "Jam: boil", Start: now.Add(-time.Hour), Give: 7200},
		{ID: "4", Component: "dough", Name: "Dough: knead", Start: now.Add(-5 * time.Hour)},
		{ID: "5", Component: "plate", Name: "place", Placing: "p", Start: now.Add(-5 * time.Hour)},
	}}
	assert.Equal(t, []string{"Stock: simmer: can no longer be begun in time, the latest was Sat 5 Dec 07:00. Tick it on Mise if it is made."}, told.TooLate(plan, map[string]bool{"dough": true}, now))
	assert.Empty(t, told.TooLate(plan, nil, now.Add(-24*time.Hour)))
}
