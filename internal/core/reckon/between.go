package reckon

import (
	"encoding/json"
	"strings"
	"time"
)

var between = Ask{
	Name: "between", What: "the time between two instants, each with its zone",
	Members: []Member{
		{Name: "from", What: "\"2026-03-28T22:00\" with a zone, or with an offset: \"2026-03-28T22:00:00+01:00\"; or {\"value\": …, \"zone\": \"Europe/Vienna\"}"},
		{Name: "until", What: "likewise"},
		{Name: "zone", What: "of both, where they have none: a name of the time zone database"},
		{Name: "to", What: "the unit of the answer; absent: s"},
	},
	Example: `{"ask": "between", "given": {"from": {"value": "2026-03-28T22:00", "zone": "Europe/Vienna"}, "until": {"value": "2026-03-29T06:30", "zone": "Europe/Vienna"}, "to": "h"}}`,
	do: func(g *given) answer {
		from, until := g.instant("from"), g.instant("until")
		u := g.to("to", named("s"), span)
		q := quantity{until.Sub(from).Seconds(), u}
		return one(q.own(""), "%s − %s = %s", until.UTC().Format(time.RFC3339Nano), from.UTC().Format(time.RFC3339Nano), q)
	},
}

// clocks are the ways in which an instant without an offset is written.
var clocks = []string{"2006-01-02T15:04:05.999999999", "2006-01-02T15:04", "2006-01-02 15:04:05.999999999", "2006-01-02 15:04", "2006-01-02"}

func (g *given) instant(name string) time.Time {
	if !g.has(name) {
		refuse(g.at(name), "“%s” is missing.", name)
	}
	var v struct{ Value, Zone, Unit string }
	if json.Unmarshal(g.raw[name], &v.Value) != nil && json.Unmarshal(g.raw[name], &v) != nil {
		refuse(g.at(name), "An instant is written 2026-03-28T22:00.")
	}
	text := strings.TrimSpace(v.Value)
	for _, layout := range []string{time.RFC3339Nano, "2006-01-02T15:04Z07:00", "2006-01-02 15:04:05Z07:00", "2006-01-02 15:04Z07:00"} {
		if at, err := time.Parse(layout, text); err == nil {
			return at
		}
	}
	zone := strings.TrimSpace(v.Zone)
	if zone == "" {
		zone = strings.TrimSpace(v.Unit)
	}
	if zone == "" && g.has("zone") {
		zone = g.text("zone")
	}
	if zone == "" {
		refuse(g.at(name), "In which zone is %s?", text)
	}
	place, err := g.zones(zone)
	if err != nil || zone == "Local" {
		refuse(g.at(name), "“%s” is no time zone that is known here.", zone)
	}
	for _, layout := range clocks {
		if at, err := time.ParseInLocation(layout, text, place); err == nil {
			g.once(name, text, layout, at)
			return at
		}
	}
	refuse(g.at(name), "“%s” is not an instant: write 2026-03-28T22:00.", text)
	return time.Time{}
}

// once refuses an hour that a clock skips, or shows twice, when it is put forward or back.
func (g *given) once(name, text, layout string, at time.Time) {
	if at.Format(layout) != asWritten(text, layout) {
		refuse(g.at(name), "The clocks there go forward over %s: it is not shown. Give an offset.", text)
	}
	for _, by := range []time.Duration{-2 * time.Hour, -time.Hour, -30 * time.Minute, 30 * time.Minute, time.Hour, 2 * time.Hour} {
		if other := at.Add(by); other.Format(layout) == at.Format(layout) {
			refuse(g.at(name), "The clocks there show %s twice, as they go back. Give an offset.", text)
		}
	}
}

// asWritten is an instant as its layout writes it, in no zone.
func asWritten(text, layout string) string {
	at, _ := time.Parse(layout, text)
	return at.Format(layout)
}
