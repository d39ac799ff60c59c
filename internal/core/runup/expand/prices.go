package expand

// Prices of the plan, a second each. A table that waits is worst; what is ready early
// loses a little; a soft wait may be passed before a plate is late; what stands in no
// recipe, and what only keeps the rush free, gives way to all of these.
const (
	priceEarly    = 5
	priceLate     = 20
	priceLaterOn  = 4  // waves after the first
	priceSpread   = 10 // a course that leaves for too long
	priceTable    = 5  // plates of one table apart
	priceSoftWait = 2
	priceUnbuilt  = 3 // a plate that stands unfinished for longer than it should
	priceBuilding = 1 // and each second that it stands unfinished
	priceDeadline = 1 // a step that its method wants done by an hour
	priceRush     = 1 // work that keeps, in the rush
	priceKeep     = 1 // a component that is no longer at its best
	priceSetup    = 1 // what must be ready, and is not
)

func ptr(v int64) *int64 { return &v }
