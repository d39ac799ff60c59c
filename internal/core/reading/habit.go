package reading

import "regexp"

// Whose hands a cook takes as said where the line does not say it, by the work: common
// practice, no source. What stands in none of these sets is done by hand throughout.
var (
	// putAway is put somewhere and left alone.
	putAway = wordSet(`chill prove proof rest soak marinate marinade brine cure cool hold keep freeze infuse steep stand sit leave defrost thaw macerate ferment
 store refrigerate blast-chill bloom degorge salt desalt hang rehydrate ripen preheat let wait hydrate suspend temper pickle set`)
	// leftLong is by hand when it is short, and left alone when it is long.
	leftLong = wordSet(`press drain dry salt weigh strain cover wrap pickle rinse wash put place lay set coat filter soften temper tie hang bring`)
	// putIn goes in at the start and is taken out at the end.
	putIn = wordSet(`roast bake steam smoke dehydrate churn confit poach boil slow-roast deep-fry microwave cook sous-vide blind-bake salt-bake steam-roast barbecue bbq braai
 par-bake parboil par-cook parcook parbake pasteurise sterilise crisp coddle compress`)
	putInPhrase = map[string]bool{"deep fry": true, "sous vide": true, "slow roast": true, "oven dry": true, "hot smoke": true, "cold smoke": true, "slow cook": true, "blind bake": true, "salt bake": true, "pot roast": true, "par cook": true}
	// lookedAt wants a hand now and then.
	lookedAt = wordSet(`simmer braise sweat reduce render warm caramelise caramelize stew reheat rewarm melt heat scald thicken clarify soften`)
	// watchedFood catches when nobody stirs it.
	watchedFood = regexp.MustCompile(`\b(?:risotto|custard|curd|anglaise|sabayon|sabayons|caramel|roux|hollandaise|omelettes?|scrambled|pancakes?|cr[eê]pes?|b[ée]chamel|polenta|blinis?)\b`)
	untended    = wordSet(`fridge freezer`)
	tendedAtEnd = map[string]bool{"oven": true, "water bath": true, "fryer": true, "steamer": true, "smoker": true, "dehydrator": true, "ice cream machine": true, "mixer": true, "pressure cooker": true, "microwave": true, "warming drawer": true}
	byHandToo   = wordSet(`set pickle temper salt`)
	onAPan      = wordSet(`fry toast brown sauté saute char pan-fry colour`)
	onTheGrill  = wordSet(`grill barbecue salamander plancha`)
	// justPutOn says that something is switched on: nobody stands beside it.
	justPutOn = regexp.MustCompile(`\b(?:oven|grill|fryer|bath)s? (?:on|up)\b|\bturn (?:on|up|down)\b`)
	outOfCold = regexp.MustCompile(`^\s*(?:take|pull|remove)\b.*\boff (?:the )?heat\b|^\s*(?:leave|temper|rest|stand|take|bring)\b.*\bout of the (?:fridge|cold|walk-in)\b`)
	toTheBoil = regexp.MustCompile(`\bto (?:the|a) (?:boil|simmer)\b`)
	watered   = regexp.MustCompile(`\b(?:water|stock|oven|steam\w*|pasta|noodles?|eggs?)\b`)
	sided     = regexp.MustCompile(`\b(?:a|each|per|both|every) sides?\b`)
)

const (
	shortest   = 60   // what takes no longer is not left
	shortInPan = 300  // what is cooked or crisped for so little is moved about
	shortOnPan = 720  // a pan or a grill is stood at for so long
	longInPot  = 2700 // what boils for longer is looked at in between
	leftAfter  = 1800 // what hands begin and then leave alone
)

// habit is whose hands a cook takes as said, from the work, what does it, and for how long.
func (r *stepReader) habit() string {
	o := &r.out
	verb, equipment := said(o.Verb), said(o.Equipment)
	whole := r.whole()
	hot := o.Temperature != nil && *o.Temperature >= 110
	switch {
	case justPutOn.MatchString(r.text) && verb != "roast" && verb != "bake", outOfCold.MatchString(r.text):
		return handsStart
	case equipment == "blast chiller", untended[equipment] && whole > shortest, r.leftAlone(verb, whole):
		return handsStart
	case whole > 0 && whole <= shortest:
		return handsAll
	case tendedAtEnd[equipment]:
		return handsEnds
	case leftLong[verb] && whole >= leftAfter:
		return handsStart
	case watchedFood.MatchString(r.text):
		return handsAll
	case onTheGrill[equipment]:
		if whole > shortOnPan {
			return handsSlices
		}
		return handsAll
	case lookedAt[verb] && o.Temperature != nil && *o.Temperature >= 70 && verb != "reduce": // an oven, though it is not named
		return handsEnds
	case lookedAt[verb], verb == "bring" && toTheBoil.MatchString(r.text):
		return handsSlices
	case putIn[verb] || putInPhrase[verb]:
		return r.putIn(verb, whole)
	case hot && (whole > 4*shortest || verb == ""): // "toast the nuts at 160 °C"
		return handsEnds
	case whole > shortOnPan && onAPan[verb] && !sided.MatchString(r.text):
		return handsSlices
	case verb == "":
		return ""
	}
	return handsAll
}

// leftAlone tells work that is put somewhere and left. Words that also name quick work by
// hand ("set on a tray", "temper the chocolate") are left alone where a cold place or a long
// time is said.
func (r *stepReader) leftAlone(verb string, whole float64) bool {
	switch {
	case verb == "ice bath":
		return true
	case !putAway[verb]:
		return false
	case untended[said(r.out.Equipment)]:
		return true
	case verb == "temper":
		return whole >= leftAfter
	case byHandToo[verb]:
		return whole >= leftAfter/2 || whole > 0 && verb != "pickle"
	}
	return true
}

// putIn is for what goes into heat: looked at now and then where that takes long or is
// known by a temperature, throughout where it has sides.
func (r *stepReader) putIn(verb string, whole float64) string {
	open := r.out.Low == nil && r.out.High == nil && r.out.Temperature == nil
	switch {
	case sided.MatchString(r.text) && verb != "roast" && verb != "bake":
		return handsAll
	case (verb == "cook" || verb == "crisp") && whole > 0 && whole <= shortInPan && r.out.Temperature == nil && !watered.MatchString(r.text):
		return handsAll
	case (verb == "boil" || verb == "cook" || verb == "poach" || verb == "barbecue" || verb == "braai" || verb == "crisp") && r.out.Temperature == nil && (whole > longInPot || open):
		return handsSlices
	}
	return handsEnds
}

// whole is how long the action takes, in the middle of what is said; 0: nothing is said.
func (r *stepReader) whole() float64 {
	low, high := r.out.Low, r.out.High
	switch {
	case low == nil && high == nil:
		return 0
	case low == nil:
		return *high
	case high == nil:
		return *low
	}
	return (*low + *high) / 2
}

func said(s *string) string {
	if s == nil {
		return ""
	}
	return *s
}
