package expand

// Prices of the plan, a second each. What stands on the plate too long is worst, then a table
// that is not served together, then its courses too close or too far apart, then the hour; what is ready early
// loses a little; a soft wait may be passed before a plate is late; what stands in no
// recipe, and what only keeps the rush free, gives way to all of these.
const (
	priceEarly    = 5
	priceLate     = 20
	priceLaterOn  = 4  // waves after the first
	priceSpread   = 10 // a course that leaves for too long
	priceLife     = 60 // what is on the plate is past its life
	priceTable    = 40 // plates of one table apart
	priceGap      = 30 // courses of a table too close, or too far apart
	priceOneGo    = 10 // a wave that is built with breaks
	priceSoftWait = 2
	priceUnbuilt  = 3 // a plate that stands unfinished for longer than it should
	priceBuilding = 1 // and each second that it stands unfinished
	priceDeadline = 1 // a step that its method wants done by an hour
	priceRush     = 1 // work that keeps, in the rush
	priceKeep     = 1 // a component that is no longer at its best
	priceSetup    = 1 // what must be ready, and is not
	priceBest     = 1 // a wait that is longer, or shorter, than it is wanted
)

func ptr(v int64) *int64 { return &v }
