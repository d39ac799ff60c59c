// Whether the plan of a service holds: what it breaks, which requirements clash, and
// what is still open. The loudest thing where it does not.
import { useState } from 'react'
import { Link } from 'wouter'
import { useRunUp } from '../api/queries'
import { Shortfalls } from './Shortfalls'
import { Bracket } from './States'

/** Told says what the service cannot have; many of one kind are folded. */
export function Told({ list }: { list: string[] }) {
  const [open, setOpen] = useState(false)
  const shown = open ? list : list.slice(0, 3)
  return (
    <>
      {shown.map((t) => (
        <Bracket key={t} what={t} />
      ))}
      {list.length > shown.length && (
        <button className="plain-button small" onClick={() => setOpen(true)}>
          {list.length - shown.length} more like this
        </button>
      )}
    </>
  )
}

export function Holds({ service }: { service: string }) {
  const runUp = useRunUp(service)
  if (!runUp.data) return null
  const { runUp: plan } = runUp.data
  return (
    <>
      {plan.message && <Bracket what={plan.message} />}
      <Told list={runUp.data.told} />
      <Shortfalls few={1} list={runUp.data.evening.shortfalls} step={(bar) => <Link to={`/run-up/${service}?course=${plan.courses[plan.bars[bar].course].id}`}>Open run-up</Link>} />
      {plan.stops
        .filter((s) => s.gap)
        .map((g) => (
          <Bracket key={g.dish + g.component + g.step} what={`${g.name}: ${g.why}`}>
            The rest is planned. <Link to={`/dish/${g.dish.split('~')[0]}`}>Decide</Link>
          </Bracket>
        ))}
    </>
  )
}
