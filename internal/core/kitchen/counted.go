package kitchen

import "math"

// Thing is ware, a tray, a spoon, twine: so many there are.
type Thing struct {
	Name   string  `json:"name" minLength:"1" maxLength:"80" doc:"as plates and take-outs name it"`
	Have   int     `json:"have" minimum:"0" maximum:"100000"`
	Back   int64   `json:"back,omitempty" minimum:"0" maximum:"1440" doc:"minutes until it is washed and there again; absent: not on that evening"`
	Need   int     `json:"need,omitempty" minimum:"0" maximum:"100000" doc:"so many a service, besides what plates and food take"`
	Covers float64 `json:"covers,omitempty" minimum:"0" maximum:"1000" doc:"or so many a cover"`
}

// Wanted is how many a service with so many covers takes of it besides what plates and food do.
func (t Thing) Wanted(covers int) int {
	return t.Need + int(math.Ceil(t.Covers*float64(covers)-1e-9))
}
