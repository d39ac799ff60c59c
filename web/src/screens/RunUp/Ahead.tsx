// Before the service: where a delay hurts first, and what could be done in a free hour.
import { memo } from 'react'
import { clock, wall } from '../../parts/words'
import type { Plan } from './RunUp'

type Props = { plan: Plan; pick: (id: string) => void }

export const Critical = memo(function Critical({ plan, pick }: Props) {
  if (plan.critical.length === 0) return null
  const [first, ...rest] = plan.critical
  return (
    <details className="critical">
      <summary>
        A delay hurts first here: <b>{first.say}</b>
        {rest.length > 0 && <span className="quiet"> · {rest.length} more</span>}
      </summary>
      <ul>
        {plan.critical.map((c) => (
          <li key={c.bar}>
            <span className="clock">{clock(plan.bars[c.bar].start)}</span> {c.say}{' '}
            <button className="plain-button" onClick={() => pick(plan.bars[c.bar].id)}>
              show the step
            </button>
          </li>
        ))}
      </ul>
    </details>
  )
})

export const Slots = memo(function Slots({ plan, pick }: Props) {
  if (plan.slots.length === 0) return null
  const at = (bar: number, s: number) => wall(plan.bars[bar].start, s - plan.bars[bar].from)
  return (
    <details className="critical">
      <summary>
        Hands are free: <b>{plan.slots.length} {plan.slots.length === 1 ? 'slot' : 'slots'}</b> would take work out of a full hour
      </summary>
      <ul>
        {plan.slots.map((s) => (
          <li key={s.cook + s.from}>
            <b>{s.name}</b> <span className="clock">{at(s.offers[0].bar, s.from)}–{at(s.offers[0].bar, s.to)}</span>:{' '}
            {s.offers.map((o, i) => (
              <span key={o.bar}>
                {i > 0 && ', '}
                <button className="plain-button" onClick={() => pick(plan.bars[o.bar].id)}>
                  {name(plan, o.bar)} at {at(o.bar, o.at)}
                </button>{' '}
                instead of {clock(plan.bars[o.bar].start, false)}
              </span>
            ))}
          </li>
        ))}
      </ul>
    </details>
  )
})

const name = (plan: Plan, bar: number) => {
  const b = plan.bars[bar]
  const of = plan.strands.find((s) => s.dish === b.dish && s.component === b.component)?.name
  return of ? `${of}, ${b.name}` : b.name
}
