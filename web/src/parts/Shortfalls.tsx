// What does not hold, told by its cause, the worst first: a line each with how many plates and
// minutes hang on it.
import { useState, type ReactNode } from 'react'
import type { Schemas } from '../api/client'
import { count, spoken } from './words'

type Shortfall = Schemas['Overview']['shortfalls'][number]

type Props = { list: Shortfall[]; few?: number; notes?: { what: string; children?: ReactNode }[]; step: (bar: number) => ReactNode }

/** Shortfalls are told in place; step is how one comes to a step of theirs. */
export function Shortfalls({ list, few = 3, notes = [], step }: Props) {
  const [all, setAll] = useState(false)
  const shown = all ? list : list.slice(0, few)
  return (
    <section className="shortfalls" aria-label="What does not hold">
      {shown.map((s) => (
        <OneCause key={s.say + s.effects[0].say} of={s} step={step} />
      ))}
      {list.length > few && (
        <button className="plain-button" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? 'Show the worst' : `${count(list.length - few, 'more cause')}`}
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

function OneCause({ of: s, step }: { of: Shortfall; step: Props['step'] }) {
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
              {(s.say || i > 0) && (open ? e.say : e.short)}
              {(e.times > 1 || open) && <span className="quiet"> {e.times > 1 && `${e.times} times`}</span>}
              {open && <Found effect={e} step={step} />}
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}

// Found is what stops a thing, as it was found, and what can be done.
function Found({ effect: e, step }: { effect: Shortfall['effects'][number]; step: Props['step'] }) {
  return (
    <div className="small">
      {e.why.map((w) => (
        <div key={w}>{w}</div>
      ))}
      <div className="fw-bold">{e.advice}</div>
      {e.source && <div className="quiet">{e.source}.</div>}
      {e.bar !== undefined && step(e.bar)}
    </div>
  )
}
