package recipe

// Plate stands for the plate where a step's id is wanted.
const Plate = "plate"

// TakeOut is an object that goes into the food and must come out: twine, a
// skewer, a herb bundle, foil, a bone.
type TakeOut struct {
	Name   string `json:"name" minLength:"1" maxLength:"120"`
	In     string `json:"in" minLength:"1" doc:"id of the step with which it goes in"`
	At     int64  `json:"at,omitempty" minimum:"-5184000" maximum:"5184000" doc:"seconds from the start of that step; below zero: from its end"`
	Out    string `json:"out,omitempty" doc:"id of the step with which it comes out; plate: when it is plated; absent: nobody takes it out"`
	Before string `json:"before,omitempty" doc:"id of the step before which it must be out; absent or plate: before the plate"`
	Within *int64 `json:"within,omitempty" minimum:"0" maximum:"5184000" doc:"seconds for which it may stay in"`
}
