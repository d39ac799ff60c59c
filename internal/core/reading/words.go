package reading

import (
	"regexp"
	"strings"
)

// verbs are what cooks do, in the form in which a step begins; a verb of two
// words stands before its first word alone.
var verbs = strings.Fields(`add adjust arrange assemble bake barbecue baste beat blanch blast-chill bleed blend blitz bloom
 blowtorch boil bone braise bread break brine bring brown brush build bury butcher butter candy caramelise caramelize carve char check chill chop
 churn clarify clean coat coddle combine confit cook cool core cover crack cream crimp crisp crumble crush cure cut debone debeard decant deep-fry
 deglaze degrease dehydrate descale devein dice dip discard dissolve divide drain drape dredge dress drizzle drop dry dust emulsify ferment
 fill fillet filter finish flake flambé flame flash flatten flip flour fold form freeze fry garnish glaze grate grease griddle grill grind gut
 halve hang heat hold hull incorporate infuse inject joint julienne keep knead knock ladle lard lay layer leave let lift line liquidise loosen lower macerate
 make marinate marinade mash massage measure melt microwave mill mince mist mix monté mount mop mould move nap open oil pack parboil pare pass paint
 pasteurise pat peel pick pickle pierce pin-bone pin pinch pipe pit place plate pluck plunge poach portion pot pound pour preheat prepare press prick prise proof prove
 pull pulse purée puree push put quarter quenelle reduce refresh refrigerate reheat remove render rest return rinse ripen roast roll rub sandwich salt sauté
 saute scald scale scatter scoop score scrape scrub seal sear season segment separate serve set shallow-fry shape shave shell shred shuck sieve sift
 simmer skewer skim skin slash slice slide slip slow-roast smash smear smoke smooth soak soften sous-vide spatchcock spice spike spin spoon spray spread sprinkle stand sit start
 squeeze stack steam steep stew stick sterilise stir stir-fry stock stone store strain stretch stud stuff suspend swap sweat sweeten swirl swish
 tear take tap taste tease temper tenderise test thaw thicken thin thread throw tie tilt tip toast toss transfer trim truss turn twist unmould vac-pack
 vacuum wait warm wash water weigh whip whisk whizz wilt wipe work wrap zest defrost hydrate infuse braai parcook par-cook par-bake blind-bake tie temper
 broil bin save lacquer mandoline spherify clingfilm vac compress dunk gelify smash bag unwrap rehydrate steam-roast flash-fry
 split bind crumb dot reserve retard burp invert unmold demould retain arrest sear-off scorch blister shingle sharpen brûlée bbq whack bung bang lob stream jar bottle wedge jug chuck deseed destone destem nestle tuck smother flood butterfly regenerate laminate dock tray pané torch desalt degorge salt-bake pop crank double turn-down ice plump swirl whip dab rehydrate rewarm`)

// phrases are verbs of two words.
var phrases = []string{"pan fry", "pan roast", "pot roast", "oven dry", "hot smoke", "cold smoke", "double cook", "slow cook", "sous vide", "deep fry", "shallow fry", "stir fry", "slow roast", "take out", "take off", "turn down", "turn out", "turn up", "turn over", "roll out", "set aside", "blast chill", "pin bone", "vac pack", "vacuum pack", "blind bake", "salt bake", "put back", "bring back", "lift out", "scoop out", "cut out", "top up", "clean down", "let down", "straight on the plate", "straight onto the plate", "straight to the plate", "straight to the pass", "top and tail", "tray up", "egg wash", "steam dry", "water bath", "ice bath", "wash up", "lay out", "line up", "par cook"}

var isVerb = func() map[string]bool {
	m := map[string]bool{}
	for _, v := range verbs {
		m[v] = true
	}
	return m
}()

// known tells a verb, also one with a word before it: pan-roast, oven-dry.
func known(word string) bool {
	return isVerb[word] || strings.Contains(word, "-") && isVerb[word[strings.LastIndex(word, "-")+1:]]
}

// appliances are equipment as it is named in a line, and the one plain word
// for it.
var appliances = []struct {
	words *regexp.Regexp
	word  string
}{
	{regexp.MustCompile(`\b(?:water ?bath|sous[ -]vide)\b|\bbath (?:at )?\d|\bin (?:the |a )?bath\b`), "water bath"},
	{regexp.MustCompile(`\bblast[ -]?chiller\b`), "blast chiller"},
	{regexp.MustCompile(`\bice[ -]cream (?:machine|maker|churn)\b`), "ice cream machine"},
	{regexp.MustCompile(`\bfood processor\b`), "food processor"},
	{regexp.MustCompile(`\b(?:deep[ -](?:fat )?)?fryer\b`), "fryer"},
	{regexp.MustCompile(`\bmicrowave\b`), "microwave"},
	{regexp.MustCompile(`\bdehydrator\b`), "dehydrator"},
	{regexp.MustCompile(`\bovens?\b`), "oven"},
	{regexp.MustCompile(`\b(?:under|on|over) (?:a |the )?(?:very )?(?:hot |medium |moderate )?(?:grill|broiler)\b|\bgrill pan\b`), "grill"},
	{regexp.MustCompile(`\b(?:barbecue|bbq|charcoal)\b`), "barbecue"},
	{regexp.MustCompile(`\bplancha\b`), "plancha"},
	{regexp.MustCompile(`\bsalamander\b`), "salamander"},
	{regexp.MustCompile(`\b(?:blender|liquidi[sz]er)\b`), "blender"},
	{regexp.MustCompile(`\b(?:stand |planetary )?mixer\b`), "mixer"},
	{regexp.MustCompile(`\bsteamer\b`), "steamer"},
	{regexp.MustCompile(`\bsmoker\b`), "smoker"},
	{regexp.MustCompile(`\bpressure cooker\b`), "pressure cooker"},
	{regexp.MustCompile(`\bfreezer\b`), "freezer"},
	{regexp.MustCompile(`\b(?:fridge|refrigerator|walk-in)\b`), "fridge"},
	{regexp.MustCompile(`\b(?:warming drawer)\b`), "warming drawer"},
	{regexp.MustCompile(`\b(?:pot|casserole|stockpot)\b`), "pot"},
	{regexp.MustCompile(`\b(?:frying[ -]?pan|sauté pan|skillet|sauce ?pan|pan|wok)\b`), "pan"},
}

// applianceStems are what is written in every name of an appliance: a quick look before the
// slow one, for most clauses name none.
var applianceStems = strings.Fields("bath vide chill ice proc fryer microwave dehydrat oven grill broil barbecue bbq charcoal plancha salamander blender liquid mixer steamer smoker cooker freezer fridge refrig walk-in warming pot casserole pan skillet wok")

// impliedBy is the equipment that a verb cannot do without.
var impliedBy = map[string]string{
	"roast": "oven", "bake": "oven", "slow-roast": "oven", "slow roast": "oven", "deep-fry": "fryer", "deep fry": "fryer", "blend": "blender", "blitz": "blender", "liquidise": "blender",
	"freeze": "freezer", "refrigerate": "fridge", "chill": "fridge", "grill": "grill", "sous vide": "water bath", "sous-vide": "water bath", "microwave": "microwave",
	"broil": "grill", "sear": "pan", "pan-fry": "pan", "pan fry": "pan", "sauté": "pan", "saute": "pan", "shallow-fry": "pan", "shallow fry": "pan", "preheat": "oven", "salt-bake": "oven", "salt bake": "oven", "blind bake": "oven", "blind-bake": "oven",
	"bath": "water bath", "water bath": "water bath", "oven": "oven", "fridge": "fridge", "freezer": "freezer", "fryer": "fryer", "steamer": "steamer", "blast-chill": "blast chiller", "blast chill": "blast chiller", "barbecue": "barbecue", "churn": "ice cream machine",
}

// also nouns: words of the list above that begin a new action only when a
// word follows that an action wants ("salt and butter" is no action).
var alsoNoun = wordSet(`butter oil salt flour spice stock water bread skin bone zest pickle peel ice core cream crumble dice candy cure dust filter
 joint layer line mince pot pan press roll scale shell smoke steam stew toast whip purée paint season pin batter braise roast glaze bake dress crisp set open clean cool dry smooth warm brown cut slice
 chill freeze garnish heat time dab pepper sweat ladle stock pop halve quarter fold turn test form mould plate brush measure stick stuff slide stick crack pinch`)

// foodNoun are those that are more often food than work.
var foodNoun = wordSet(`butter oil salt flour spice stock water bread zest cream pepper crumble candy ice paint batter`)

// states are verbs that end a cue as adjectives do: "until soft and dry".
var states = wordSet(`crisp set open clean cool dry smooth warm brown cut wilt thin melt baked`)

func wordSet(words string) map[string]bool {
	m := map[string]bool{}
	for _, w := range strings.Fields(words) {
		m[w] = true
	}
	return m
}
