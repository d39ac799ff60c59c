package expand

import (
	"jointime/internal/core/plating"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
)

// inOneGo is by how much longer than its work the building of a wave may take, in seconds.
const inOneGo = 60

// plateLives keep what is on the plates of a wave within its life until the last of them is
// done, and the wave in one go. What was laid out early on purpose counts from what is laid on
// it; of what is built off the plate the life begins with the first.
func (b *builder) plateLives(placings []plating.Placing, lives []plating.Life, wave []int) {
	last, first := wave[len(wave)-1], 0
	for n, p := range placings {
		from := n
		if p.Stands != nil {
			first, from = n+1, n+1
		}
		if n >= len(lives) || lives[n].Seconds == 0 || from >= len(wave)-1 {
			continue
		}
		// the first plate has it when it is laid, and all of them wait for the last
		most := lives[n].Seconds + p.Seconds + b.cleaned[wave[from]]
		b.link(schedule.Link{From: b.id(wave[from]), To: b.id(last), FromAt: schedule.Start, ToAt: schedule.End, Min: ptr(0), Max: &most, Over: ptr(priceLife)},
			work.Link{Reason: work.PlateLife, Life: &work.Life{Placing: p.ID, Seconds: lives[n].Seconds, Why: lives[n].Why}})
	}
	if first >= len(wave)-1 {
		return
	}
	most := int64(inOneGo)
	for _, i := range wave[first:] {
		most += b.problem.Tasks[i].Duration
	}
	b.link(schedule.Link{From: b.id(wave[first]), To: b.id(last), FromAt: schedule.Start, ToAt: schedule.End, Min: ptr(0), Max: &most, Over: ptr(priceOneGo)}, work.Link{Reason: work.OneGo})
}
