// Before the service: where a delay hurts first, and what could be done in a free hour.
import { memo, useState } from 'react'
import { clock, spoken, wall } from '../../parts/words'
import type { Keeping } from './keeping'
import { named, type Plan } from './types'

type Props = { plan: Plan; pick: (id: string) => void }

export const Critical = memo(function Critical({ plan, pick }: Props) {
  if (plan.critical.length === 0) return null
  const [first, ...rest] = plan.critical
  return (
    <details className="critical">
      <summary>
        Watch first · <b>{first.say}</b>
        {rest.length > 0 && <span className="quiet"> · {rest.length} more</span>}
      </summary>
      <ul>
        {plan.critical.map((c) => (
          <li key={c.bar}>
            <span className="clock">{clock(plan.bars[c.bar].start)}</span> {c.say}{' '}
            <button className="plain-button" onClick={() => pick(plan.bars[c.bar].id)}>
              Show step
            </button>
          </li>
        ))}
      </ul>
    </details>
  )
})

// The three slots that are worth most are told, in time; the others are folded.
const best = 3

export const Slots = memo(function Slots({ plan, keep, pick }: Props & { keep: Keeping['keep'] }) {
  const [all, setAll] = useState(false)
  if (plan.slots.length === 0) return null
  const at = (bar: number, s: number) => wall(plan.bars[bar].start, s - plan.bars[bar].from)
  const least = plan.slots.map((s) => s.worth).sort((a, b) => b - a)[best - 1] ?? 0
  const shown = all ? plan.slots : plan.slots.filter((s) => s.worth >= least).slice(0, best)
  return (
    <details className="critical">
      <summary>
        Free hands: <b>{spoken(Math.max(...plan.slots.map((s) => s.worth)))}</b> of work could move out of the rush
      </summary>
      <ul>
        {shown.map((s) => (
          <li key={s.cook + s.from}>
            <b>{s.name}</b> <span className="clock">{at(s.offers[0].bar, s.from)}–{at(s.offers[0].bar, s.to)}</span>
            {s.offers.map((o) => (
              <div key={o.bar} className="offer">
                <button className="plain-button" onClick={() => pick(plan.bars[o.bar].id)}>
                  {name(plan, o.bar)}
                </button>{' '}
                at <b className="clock">{at(o.bar, o.at)}</b> instead of {clock(plan.bars[o.bar].start, false)}, leaves {spoken(Math.max(0, s.to - s.from - (plan.bars[o.bar].to - plan.bars[o.bar].from)))} free
                {keep && (
                  <>
                    {' · '}
                    <button className="plain-button" aria-label={`Move ${name(plan, o.bar)} to ${at(o.bar, o.at)}, ${s.name}`} onClick={() => keep(plan.bars[o.bar], o.at, s.cook)}>
                      Move it
                    </button>
                  </>
                )}
              </div>
            ))}
          </li>
        ))}
      </ul>
      {plan.slots.length > best && (
        <button className="plain-button" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? 'Show best three' : `Show ${plan.slots.length - shown.length} more`}
        </button>
      )}
    </details>
  )
})

const name = (plan: Plan, bar: number) => named(plan.bars[bar])
