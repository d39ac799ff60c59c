package reading_test

import (
	"fmt"

	"jointime/internal/core/reading"
)

func ExampleIngredient() {
	in := reading.Ingredient("160–170 g hake, skin on")
	fmt.Println(*in.Low, *in.High, *in.Unit, *in.Item, "/", *in.Note)
	// Output: 160 170 g hake / skin on
}

func ExampleStep() {
	s := reading.Step("roast 12 min at 220 C, hands at the start for 30 s, then rest 4 to 8 min covered")
	fmt.Println(*s.Verb, *s.Low, *s.Temperature, *s.Equipment, *s.Hands, *s.HandsFor)
	fmt.Println(s.Then[0].What, *s.Then[0].Low, *s.Then[0].High, *s.Then[0].Note)
	// Output:
	// roast 720 220 oven start 30
	// rest 240 480 covered
}
