package review

import (
	"fmt"
	"regexp"
	"slices"
	"strings"

	"jointime/internal/core/keeping"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/entry"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// step asks what a step leaves open.
func (r *asking) step(c recipe.Component, at int) (gaps []recipe.Gap) {
	s := c.Steps()[at]
	gap := func(field recipe.GapField, question string, holds recipe.HoldsUp, usual, example string) {
		gaps = append(gaps, recipe.Gap{Component: c.ID, Step: s.ID, Field: field, Title: words.Step(c.Name, s.Name), Question: question, HoldsUp: holds, Lesser: holds == recipe.CannotBeJudged, Default: usual, Example: example})
	}
	switch {
	case s.Time == nil && s.Cue() == "":
		gap(recipe.GapTime, "How long, and how do you know?", recipe.CannotBeTimed, entry.DefaultTimeWords(s), "12 min until golden")
	case s.Time == nil:
		gap(recipe.GapTime, "Roughly how long?", recipe.CannotBeTimed, entry.DefaultTimeWords(s), "12 min, 8–10 min")
	case s.Time.Per == recipe.PerTable && s.Time.Table != nil:
		if _, why, ok := s.Time.Table.Seconds(); !ok {
			gap(recipe.GapTime, words.Upper(why)+". How long then?", recipe.CannotBeTimed, "", "12 min")
		}
	}
	for _, n := range s.Equipment {
		things := r.k.OfKind(n.Kind)
		if i := slices.IndexFunc(things, func(e kitchen.Equipment) bool { return e.Heating != nil }); i >= 0 && n.Setting == nil {
			gap(recipe.GapSetting, fmt.Sprintf("%s: what temperature?", things[i].Name), recipe.CannotBeSet, entry.DefaultSettingWords(s), "180, 350 F, gas 4")
		}
	}
	switch {
	case r.wantsCore(c, at):
		gap(recipe.GapCore, "To what core temperature?", recipe.CannotBeJudged, "", "62 °C")
	case s.Time != nil && s.Cue() == "" && r.cooks(s) && !knownByTime(s) && !firstStage(c, at):
		gap(recipe.GapCue, "How do you know it is done?", recipe.CannotBeJudged, entry.DefaultCueWords(s), "golden, a needle slides in")
	}
	if question, usual := r.waitAsk(c, at); question != "" {
		gap(recipe.GapWait, question, recipe.CannotBeJudged, usual, "10 min, no limit")
	}
	if r.wantsSize(c, at) {
		gap(recipe.GapSize, "What size?", recipe.CannotBeJudged, "", "1 cm, as thick as a coin")
	}
	return append(gaps, disagreements(c, s)...)
}

// cooks tells whether a step stands on something that cooks.
func (r *asking) cooks(s recipe.Step) bool { return keeping.Cooks(r.k, s) }

// Words of steps and of food by which a second cook knows what to ask: common practice.
var (
	byTheClock = regexp.MustCompile(`(?i)\b(?:bring|heat|warm|melt|preheat|blanch|boil(?:ing)? water|scald|wilt|flame|flambé|steep|infuse|soak|reheat|rewarm|deglaze|toast|parboil|start|pasteurise|brown|crisp|colour|char|caramelise|sweat|wilt|thicken|reduce|render)\b`)
	dryHeat    = regexp.MustCompile(`(?i)\b(?:roast|sear|fry|pan-fry|grill|broil|barbecue|bake|poach|bath|sous vide|cook|steam|smoke|plancha|oven)\b`)
	longCooked = regexp.MustCompile(`(?i)\b(?:braise|confit|stew|simmer|stock|gravy|jus|sauce|bones?|carcass\w*|ragù|ragu|broth|crisp|crackling|skin|crumb|render|lardons?|bacon|pancetta|mince|crisps)\b`)
	wetCooked  = regexp.MustCompile(`(?i)\b(?:braise|confit|stew|simmer)\b`)
	meat       = regexp.MustCompile(`(?i)\b(?:beef|lamb|mutton|pork|veal|venison|goat|chicken|guinea fowl|fowl|turkey|duck|goose|pheasant|partridge|pigeon|quail|grouse|poussin|rabbit|hare|boar|rump|sirloin|ribeye|rib-eye|hanger|bavette|onglet|sausages?|burgers?|meatballs?)\b`)
	measured   = regexp.MustCompile(`(?i)°|\d ?[cf]\b|\b(?:core|inside|probe)\b`)
	cutUp      = regexp.MustCompile(`(?i)^(?:\S+ and )?(?:dice|cube|slice|cut)\b`)
	sizeSaid   = regexp.MustCompile(`(?i)\d ?(?:mm|cm|inch|in\b|g\b|")|\b(?:fine\w*|thin\w*|thick\w*|rough\w*|coarse\w*|small|large|big|bite|chunks?|brunoise|julienne|matchsticks?|batons?|paper|coins?|half-moons?|halves|half|quarters?|wedges?|eighths|portions?|rings|ribbons|mandoline|lengthways|pencil|even|same|discs?|rounds?|to order|cross|slits?|off|out|open|in two)\b|[½¼]`)
	smoothed   = regexp.MustCompile(`(?i)\b(?:blend|blitz|pur[ée]e|liquidi[sz]e|pass|strain|sieve|mouli|rice|crush|mash)\b`)
	madeCold   = regexp.MustCompile(`(?i)\b(?:chill|refrigerate|freeze)\b`)
)

// firstStage tells a step that goes on in the next one at another heat: only the last has a sign.
func firstStage(c recipe.Component, at int) bool {
	steps := c.Steps()
	if at+1 >= len(steps) || steps[at].Then != (recipe.Wait{}) {
		return false
	}
	a, b := strings.Fields(steps[at].Name), strings.Fields(steps[at+1].Name)
	return len(a) > 0 && len(b) > 0 && a[0] == b[0]
}

// knownByTime tells a step that is over by the clock and wants no other sign: what only
// gets hot, what lies in a bath of its own temperature, what boils down to a share.
func knownByTime(s recipe.Step) bool {
	said := s.Name + " " + s.Said
	bath := slices.ContainsFunc(s.Equipment, func(n recipe.Needed) bool { return n.Setting != nil && *n.Setting < 100 })
	return byTheClock.MatchString(s.Name) || bath || s.Left != nil || s.Until != nil || s.Time.Usual <= 60 || s.Time.Usual <= 360 && strings.Contains(s.Name, "simmer") || strings.Contains(said, "boiled egg")
}

// wantsCore tells the last step in which meat is cooked for its core: not what is braised or
// boiled until it is soft, and not where a probe or a bath says it already.
func (r *asking) wantsCore(c recipe.Component, at int) bool {
	if !r.lastHeat(c, at, true) {
		return false
	}
	s := c.Steps()[at]
	if s.Time == nil || longCooked.MatchString(c.Name+" "+s.Name) || !dryHeat.MatchString(s.Name) || s.Time.Usual >= 5400 {
		return false
	}
	for _, before := range c.Steps()[:at] { // braised first, glazed last
		if wetCooked.MatchString(before.Name) || before.Time != nil && before.Time.Usual >= 5400 && r.cooks(before) {
			return false
		}
	}
	for _, any := range c.Steps() {
		if slices.ContainsFunc(any.Cues, func(q recipe.Cue) bool { return q.Sense == "measure" || measured.MatchString(q.Right) }) || slices.ContainsFunc(any.Equipment, func(n recipe.Needed) bool { return n.Setting != nil && *n.Setting < 100 && r.cooks(any) }) {
			return false
		}
	}
	return slices.ContainsFunc(c.Lines, func(l recipe.Line) bool {
		if l.Component != "" || longCooked.MatchString(l.Name) {
			return false
		}
		return r.b.Ingredients[l.Ingredient].Animal == "meat" || r.b.Ingredients[l.Ingredient].Animal == "" && meat.MatchString(l.Name)
	})
}

// lastHeat tells whether no step after it cooks; with dry, none that is more than warming.
func (r *asking) lastHeat(c recipe.Component, at int, dry bool) bool {
	steps := c.Steps()
	if !r.cooks(steps[at]) {
		return false
	}
	for _, later := range steps[at+1:] {
		if r.cooks(later) && !(dry && byTheClock.MatchString(later.Name)) {
			return false
		}
	}
	return true
}

// waitAsk asks how long something hot may wait at most, where nobody said it. What is
// proposed is what the plan takes until then.
func (r *asking) waitAsk(c recipe.Component, at int) (question, usual string) {
	w, is := keeping.UnsaidWait(r.k, c, at)
	switch {
	case !is || w.Next:
		return "", ""
	case w.Rest:
		return fmt.Sprintf("Rests at least %s. At most?", units.FormatDuration(c.Steps()[at].Then.Least)), units.FormatDuration(w.Most)
	case r.d.PartOf(c.ID) == nil:
		return "", ""
	}
	return "How long may it wait for the plate?", units.FormatDuration(w.Most)
}

// wantsSize tells a step that cuts into pieces of which nobody says how large: not what is
// blended or strained afterwards.
func (r *asking) wantsSize(c recipe.Component, at int) bool {
	s := c.Steps()[at]
	if !cutUp.MatchString(s.Name) || sizeSaid.MatchString(s.Name+" "+s.Said+" "+s.Note) {
		return false
	}
	for _, l := range c.Lines {
		if words.Names(s.Name, l.Name) && sizeSaid.MatchString(l.Note) {
			return false
		}
	}
	return !slices.ContainsFunc(c.Steps()[at+1:], func(later recipe.Step) bool { return smoothed.MatchString(later.Name) })
}

// keepsAsk asks how long a component keeps that is made ahead or left over, where nobody
// said it; empty: nothing is to be asked.
func keepsAsk(c recipe.Component, k kitchen.Kitchen) string {
	if len(c.Keeps) > 0 {
		return ""
	}
	if c.Batching != nil && (c.Batching.Whole || c.Batching.Least != nil) {
		return "How long does what is over keep?"
	}
	for i, s := range c.Steps() {
		if i == len(c.Steps())-1 && s.Then.Most != nil {
			continue // said
		}
		ahead := madeCold.MatchString(s.Name) || s.Then.Most == nil && (keeping.SaysCold(s.Then.Reason) && madeCold.MatchString(s.Then.Reason) || s.Then.Place != nil && keeping.ColdPlace(k, s.Then.Place.Kind))
		if ahead {
			return "Made ahead: how long does it keep?"
		}
	}
	return ""
}
