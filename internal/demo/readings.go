package demo

import (
	"jointime/internal/core/limits"
	"jointime/internal/core/recipe"
)

// readings adds to steps what a cook knows of them.
func (b *Book) readings() {
	s := b.step("ginger-wafer", "bake")
	s.Cues = []recipe.Cue{
		{Sense: "see", Right: "amber and bubbling slowly", NotYet: "pale, bubbling fast", More: 120, TooFar: "brown at the edge", Then: "break it into the crumb, bake another tray", LooksWrong: "runs together on the tray: it is cut while hot"},
		{Sense: "smell", Right: "ginger before caramel"}}
	s.Equipment[0].Holds = 12
	s.Time.Per, s.Time.Batch = recipe.PerBatch, 24
	b.step("ginger-wafer", "shape-while-hot").Unbroken = true
	b.step("ginger-wafer", "shape-while-hot").Troubles = []recipe.Trouble{{What: "sets before it is shaped", Follows: "cracks on the pin", Rescue: "five minutes more in the oven, and again"}}
	s = b.step("slow-cooked-egg", "cook-the-eggs")
	s.Time = &recipe.Time{Quick: 45 * minute, Usual: 50 * minute, Slow: 60 * minute, Per: recipe.PerTable, Table: &recipe.SizeTable{By: "weight", Unit: "g", At: 55, Rows: []recipe.Row{{Size: 45, Seconds: 45 * minute}, {Size: 55, Seconds: 50 * minute}, {Size: 70, Seconds: 60 * minute}}}}
	s.Cues = []recipe.Cue{{Sense: "measure", How: "one egg cracked on a saucer", Right: "white just holds, yolk like honey", NotYet: "white runs", More: 5 * minute, TooFar: "yolk stands", Then: "chill, slice for the staff"}}
	s.Cautions = append(s.Cautions, limits.Caution{Text: "Eggs that are not set: not for guests at risk. 63 °C for 50 min is under the published 71 °C (160 °F) for egg dishes. ", Source: "USDA FSIS, safe minimum internal temperatures"})
	egg := b.step("slow-cooked-egg", "crack-each-egg-into-a-warm-bowl")
	egg.Time.Per, egg.Time.Batch = recipe.PerPiece, 1
	egg.EachWave = true
	warm := int64(5 * minute)
	egg.Then = recipe.Wait{Most: &warm, Soft: true, Reason: "warm bowl"}
	b.step("croquette", "shape").Cues = []recipe.Cue{{Sense: "feel", Right: "holds its edge", NotYet: "sticks to the palm", More: 10 * minute}}
	b.step("shrimp-butter", "brown").Cues = []recipe.Cue{
		{Sense: "hear", Right: "falls quiet: the water is gone", NotYet: "still sizzles", More: 30},
		{Sense: "smell", Right: "nuts", TooFar: "bitter and black", Then: "a clean cold pan and new butter"}}
	b.step("mushroom-broth", "simmer-with-the-dried-mushrooms").Cues = []recipe.Cue{{Sense: "taste", How: "one mushroom", Right: "the liquor is brown and the mushroom tastes of nothing", NotYet: "the mushroom still tastes", More: 10 * minute}}
	b.step("rye-cracker", "roll-the-dough-thin").Equipment = []recipe.Needed{{Kind: "floured bench"}}
	b.step("gravy", "reduce").Pan = &recipe.Pan{Of: "crown/sear"}
	b.step("shrimp-butter", "brown").Pan = &recipe.Pan{Clean: true}
	b.step("shrimp-butter", "brown").Unbroken = true
	b.step("hake", "roast").Short = "the rest and the warm plate finish it"
	b.step("mushroom-broth", "reduce-the-white-wine-by-two-thirds").Cautions = []limits.Caution{{Text: "Alcohol does not all cook off: tell guests who take none.", Source: ""}}
	b.step("herb-oil", "pass-through-muslin").Cautions = []limits.Caution{{Text: "Herbs in oil: cold or frozen, never kept at room temperature. ", Source: ""}}
	b.step("herb-oil", "blend-with-the-oil").Cues[0] = recipe.Cue{Sense: "measure", How: "probe in the jug", Right: "65 °C from friction alone", NotYet: "below 60 °C", More: minute, TooFar: "over 70 °C", Then: "stand the jug in ice at once", LooksWrong: "murky before it is sieved"}
	b.step("set-buttermilk-cream", "turn-out-onto-the-plate").Cues = []recipe.Cue{{Sense: "see", Right: "trembles and holds", NotYet: "slumps", More: 30 * minute, TooFar: "stands stiff", LooksWrong: "a film on top: it is gone when turned out"}}
	b.step("set-buttermilk-cream", "turn-out-onto-the-plate").EachWave = true
	b.step("split-pea-broth", "blend").Cautions = []limits.Caution{{Text: "Hot in the blender: half full, lid held under a cloth."}}
}
