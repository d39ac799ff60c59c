// What there is to know beside the drawing: what does not hold, what else was noted, where a delay
// hurts first, and what free hands could do.
import { memo } from 'react'
import { Shortfalls } from '../../parts/Shortfalls'
import { Bracket } from '../../parts/States'
import { listed } from '../../parts/words'
import { Critical, Slots } from './Ahead'
import type { Keeping } from './keeping'
import type { Plan, Shortfall } from './types'

type Props = { plan: Plan; list: Shortfall[]; told: string[]; faults: string[]; keep: Keeping['keep']; letGo: Keeping['letGo']; pick: (id: string) => void }

export const Side = memo(function Side({ plan, list, told, faults, keep, letGo, pick }: Props) {
  const step = (bar: number) => (
    <button className="plain-button" onClick={() => pick(plan.bars[bar].id)}>
      Show step
    </button>
  )
  const pressed = (p: Plan['presses'][number]) => (
    <>
      {p.source} {step(p.bar)}
    </>
  )
  const over = plan.presses.filter((p) => p.over && !plan.clashes.some((c) => c.what === p.say))
  const around = plan.around ? [`Planned around ${listed(plan.around)}.`] : []
  const notes = [...[...around, ...told, ...faults].map((what) => ({ what })), ...plan.presses.filter((p) => !p.over).map((p) => ({ what: p.say, children: pressed(p) }))]
  return (
    <aside className="evening-side">
      <Shortfalls list={list} notes={notes} step={step} />
      {over.map((p, i) => (
        <Bracket key={i} what={p.say}>
          {pressed(p)}
        </Bracket>
      ))}
      {plan.lost.length > 0 && letGo && (
        <button className="plain-button" onClick={() => letGo(plan.lost)}>
          Clear lost pins
        </button>
      )}
      {plan.bars.length > 0 && <Critical plan={plan} pick={pick} />}
      {plan.bars.length > 0 && <Slots plan={plan} keep={keep} pick={pick} />}
    </aside>
  )
})
