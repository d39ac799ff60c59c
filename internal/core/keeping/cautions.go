package keeping

import (
	"fmt"

	"jointime/internal/core/limits"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// Cautions are the published limits that a step comes under by what it does: food off
// the heat that is put into the cold is cooled in stages, what is kept hot is kept at a
// temperature, what was cooked and is warmed to be held hot is reheated, what is cooked
// reaches a temperature, fish that is eaten raw is frozen. They stand beside the step
// as its own cautions do. Lasts is how long the step takes, in seconds, without washing.
func (h House) Cautions(c recipe.Component, step *recipe.Step, lasts int64) (out []limits.Caution) {
	if Perishable(c) {
		kept, heats := h.Control(step.Then), h.Heats(step)
		for _, l := range h.Limits {
			switch {
			case l.Kind == limits.Cool && heats && (kept == limits.Cold || kept == limits.Freeze),
				l.Kind == limits.Hot && kept == limits.Hot,
				l.Kind == limits.Reheat && heats && kept == limits.Hot && h.CookedBefore(c, step.ID):
				out = append(out, l.Caution(saying(l)))
			}
		}
		out = append(out, h.notHotEnough(step.Then)...)
	}
	out = append(out, h.undercooked(c, step, lasts)...)
	return append(out, h.unfrozen(c, step)...)
}

// notHotEnough tells of a place that is meant to keep food hot, or cold, and is not hot
// or cold enough: what is in it counts as out of control.
func (h House) notHotEnough(w recipe.Wait) (out []limits.Caution) {
	if w.Place == nil {
		return nil
	}
	for _, e := range h.Kitchen.OfKind(w.Place.Kind) {
		kind := limits.Kind(e.Keeps)
		l, is := limits.Kept(h.Limits, kind)
		if !is || e.Celsius == nil || h.placeControl(e, nil) != "" {
			continue
		}
		out = append(out, l.Caution(fmt.Sprintf("%s is set at %g °C, limit %g °C (%s): its food counts as out of temperature control.", e.Name, *e.Celsius, *l.Celsius, l.What)))
	}
	return out
}

// saying is a limit in a sentence.
func saying(l limits.Limit) string {
	if l.Kind == limits.Reheat {
		return fmt.Sprintf("Reheat to %g °C for %s within %s.", *l.Celsius, units.FormatDuration(l.For), units.FormatDuration(l.Within))
	}
	text := words.Upper(l.What) + ": "
	switch {
	case l.Kind == limits.Cool:
		text += fmt.Sprintf("from %g to %g °C within %s", *l.From, *l.Celsius, units.FormatDuration(l.Within))
	default:
		text += fmt.Sprintf("%g °C or more", *l.Celsius)
	}
	return text + "."
}
