package demand

import (
	"maps"
	"slices"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
	"jointime/internal/core/words"
)

// Where roasts rest there are two schools: in the open on a rack, and in their own oven,
// turned down. A service may choose one of them for all that comes out of an oven and
// rests, whatever the methods say.

// restsAt is the temperature of an oven in which a roast rests, in °C: common practice
// (50 to 65), no published figure.
const restsAt = 60

// rested are the components as they rest in the service: what comes out of an oven and
// rests does so in that oven, turned down, or on a rack, whatever its method says. How
// long it rests is not touched.
func (in Input) rested() map[string]recipe.Component {
	if in.Service.Rest == service.AsItIsSaid {
		return in.Components
	}
	out := maps.Clone(in.Components)
	for id, c := range out {
		for at, s := range c.Steps() {
			oven := slices.IndexFunc(s.Equipment, func(n recipe.Needed) bool {
				return n.Setting != nil && slices.ContainsFunc(in.Kitchen.OfKind(n.Kind), func(e kitchen.Equipment) bool { return e.Heating != nil })
			})
			if oven < 0 || s.EachWave || !words.Says(s.Then.Reason, []string{"rest"}) {
				continue // what is cooked for one wave leaves its place to the next
			}
			place, own := in.rack(), false
			if in.Service.Rest == service.InItsOven {
				warm := int64(restsAt)
				place, own = &recipe.Needed{Kind: s.Equipment[oven].Kind, Setting: &warm, Holds: s.Equipment[oven].Holds}, true
			} else if s.Then.Place != nil && !s.Then.Own {
				continue // it has a place in the open already
			}
			out[id] = out[id].With(at, func(s *recipe.Step) { s.Then.Place, s.Then.Own = place, own })
		}
	}
	return out
}

// openPlaces are words for what food lies on.
var openPlaces = []string{"rack", "shelf", "board", "tray"}

// rack is a place in the open, where the kitchen has one that is called so; nil: it
// rests wherever there is room.
func (in Input) rack() *recipe.Needed {
	for _, e := range in.Kitchen.Equipment {
		if e.Keeps == "" && e.Heating == nil && words.Says(e.Kind, openPlaces) {
			return &recipe.Needed{Kind: e.Kind}
		}
	}
	return nil
}
