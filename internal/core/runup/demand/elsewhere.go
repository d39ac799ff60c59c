package demand

import "time"

// Rush is how long before its first course a service leaves no hands for anything else.
const Rush = 35 * time.Minute

// Elsewhere is what another service of the kitchen has booked, as it stands planned.
type Elsewhere struct {
	Service  string // id
	Name     string
	Bookings []Booking
	Rush     [2]time.Time // from when on its plates are what matters, and until when; zero: never
}

// Booking is a stretch in which a cook, or a place on equipment, is taken.
type Booking struct {
	Resource string // id, as in the planning problem
	From, To time.Time
	Units    int64
	Setting  *int64 // °C; nil: it has none
	Settle   bool   // it may begin while the thing is still on its way to the setting
}
