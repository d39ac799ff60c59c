package planted

// grid is what all times are multiples of, in seconds.
const grid = 30

// hands is how a step wants a cook.
type hands int

const (
	none hands = iota
	throughout
	bothEnds
	nowAndThen // at both ends and every quarter of an hour
	atTheStart
)

// step is one of a component: its length between two, in steps of the grid.
type step struct {
	name      string
	from, to  int64
	equipment string
	settings  []int64
	hands     hands
	wait      wait // before what follows
}

// wait is between a step and the next, or the plate: least and most in steps of the grid.
type wait struct {
	least, most int64
	weight      int64
	hold        string
	setting     int64
}

// components are what dishes are made of. The times are invented, of the size that a
// kitchen has.
var components = [][]step{
	{ // a roast, rested and carved
		{"tie", 4, 12, "", nil, throughout, wait{0, 0, 0, "", 0}},
		{"roast", 44, 80, "oven", []int64{180, 200}, nowAndThen, wait{14, 60, 1, "shelf", 0}},
		{"carve", 3, 5, "", nil, throughout, wait{0, 8, 2, "shelf", 0}},
	},
	{ // a loaf
		{"knead", 10, 20, "", nil, throughout, wait{0, 20, 0, "", 0}},
		{"prove", 70, 100, "shelf", nil, none, wait{0, 20, 1, "", 0}},
		{"bake", 27, 34, "oven", []int64{220}, bothEnds, wait{20, 180, 0, "", 0}},
		{"cut", 2, 3, "", nil, throughout, wait{0, 60, 1, "", 0}},
	},
	{ // a purée
		{"peel", 10, 20, "", nil, throughout, wait{0, 360, 0, "fridge", 0}},
		{"boil", 30, 50, "burners", nil, bothEnds, wait{0, 12, 2, "", 0}},
		{"pass", 5, 7, "blender", nil, throughout, wait{0, 50, 1, "bath", 62}},
	},
	{ // greens
		{"trim", 8, 14, "", nil, throughout, wait{0, 240, 0, "fridge", 0}},
		{"blanch", 9, 12, "burners", nil, bothEnds, wait{2, 120, 0, "fridge", 0}},
		{"toss", 3, 4, "burners", nil, throughout, wait{0, 6, 3, "shelf", 0}},
	},
	{ // a fish from the bath
		{"portion", 5, 10, "", nil, throughout, wait{0, 180, 0, "fridge", 0}},
		{"poach", 30, 40, "bath", []int64{52}, atTheStart, wait{0, 20, 1, "", 0}},
		{"sear", 3, 5, "burners", nil, throughout, wait{0, 4, 5, "shelf", 0}},
	},
	{ // a sauce
		{"reduce", 60, 90, "burners", nil, nowAndThen, wait{0, 30, 1, "bath", 65}},
	},
	{ // a soufflé
		{"mix", 5, 9, "", nil, throughout, wait{0, 20, 1, "", 0}},
		{"rise", 26, 30, "oven", []int64{190}, bothEnds, wait{0, 3, 8, "", 0}},
	},
	{ // a cold dish
		{"slice", 8, 12, "", nil, throughout, wait{0, 240, 0, "fridge", 0}},
		{"dress", 2, 4, "", nil, throughout, wait{0, 40, 1, "", 0}},
	},
}
