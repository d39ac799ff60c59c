// What does not hold, told by its cause, the worst first: a line each with how many plates and
// minutes hang on it. Of what is opened, only its own.
import { useState, type ReactNode } from 'react'
import { count, spoken } from '../../parts/words'
import type { Opening, Plan, Shortfall } from './types'

type Props = { plan: Plan; list: Shortfall[]; notes: { what: string; children?: ReactNode }[]; pick: (bar: number) => void }

const few = 3

/** shownOf are the shortfalls of what is opened; of the whole evening all of them. */
export function shownOf(plan: Plan, list: Shortfall[], opening: Opening | undefined): Shortfall[] {
  if (opening?.kind !== 'course') return list
  const course = plan.courses.findIndex((c) => c.id === opening.id)
  return list.filter((s) => s.courses.length === 0 || s.courses.includes(course))
}

export function Shortfalls({ plan, list, notes, pick }: Props) {
  const [all, setAll] = useState(false)
  const shown = all ? list : list.slice(0, few)
  return (
    <section className="shortfalls" aria-label="What does not hold">
      {shown.map((s) => (
        <OneCause key={s.say + s.effects[0].say} plan={plan} of={s} pick={pick} />
      ))}
      {list.length > few && (
        <button className="plain-button" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? 'Show the worst three' : `${count(list.length - few, 'more cause')}`}
        </button>
      )}
      {notes.length > 0 && (
        <details className="critical notes">
          <summary>{count(notes.length, 'note')}</summary>
          <ul>
            {notes.map((n, i) => (
              <li key={i + n.what}>
                {n.what}
                {n.children && <div className="small">{n.children}</div>}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  )
}

function OneCause({ plan, of: s, pick }: { plan: Plan; of: Shortfall; pick: (bar: number) => void }) {
  const [open, setOpen] = useState(false)
  const measure = [s.plates > 0 && count(s.plates, 'plate'), s.over > 0 && `${spoken(s.over)} over`].filter(Boolean).join(', ')
  return (
    <div className="bracket" data-strict={s.strict}>
      <button className="cause" aria-expanded={open} onClick={() => setOpen(!open)}>
        <span className="what">{s.say || s.effects[0].say}</span>
        <span className="measure">{measure}</span>
      </button>
      {(s.say || s.effects.length > 1 || open) && (
        <ul>
          {s.effects.map((e, i) => (
            <li key={e.say}>
              {(s.say || i > 0 || open) && (s.say || i > 0) && (open ? e.say : e.short)}
              {(e.times > 1 || open) && <span className="quiet"> {e.times > 1 && `${e.times} times`}</span>}
              {open && <Opened plan={plan} effect={e} pick={pick} />}
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}

// Opened is what stops a thing, as it was found, and what can be done.
function Opened({ effect: e, pick }: { plan: Plan; effect: Shortfall['effects'][number]; pick: (bar: number) => void }) {
  return (
    <div className="small">
      {e.why.map((w) => (
        <div key={w}>{w}</div>
      ))}
      <div className="fw-bold">{e.advice}</div>
      {e.source && <div className="quiet">{e.source}.</div>}
      {e.bar !== undefined && (
        <button className="plain-button" onClick={() => pick(e.bar!)}>
          Show step
        </button>
      )}
    </div>
  )
}
