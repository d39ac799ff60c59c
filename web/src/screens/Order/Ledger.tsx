// The ledger of what is left over: a bar for what is given, filled as far as it
// is taken; what is short stands beyond it between brackets.
import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { round } from '../../parts/amounts'
import { clock, day } from '../../parts/words'
import { LeftOverBought } from './LeftOver'

type Entry = Schemas['LeftOver']

export function Ledger({ list, dish }: { list: Entry[]; dish: string }) {
  if (list.length === 0) return null
  return (
    <section aria-label="By-products">
      <h2>by-products</h2>
      {list.map((e) => (
        <LeftOver key={e.component + e.byProduct} entry={e} dish={dish} />
      ))}
      <p className="small quiet">Solid: used. Striped: used from stock. Outline: left. Brackets: short.</p>
    </section>
  )
}

function LeftOver({ entry, dish }: { entry: Entry; dish: string }) {
  const [open, setOpen] = useState(false)
  const whole = Math.max(entry.given.quantity, entry.taken.quantity) || 1
  const part = (a: Schemas['Amount']) => `${(a.quantity / whole) * 100}%`
  const short = entry.short.quantity > 0
  const held = Math.min(entry.have.quantity, Math.max(0, entry.taken.quantity - entry.given.quantity))
  return (
    <div className="order-line">
      <div className="d-flex align-items-baseline gap-3">
        <button className="name" aria-expanded={open} onClick={() => setOpen(!open)}>
          {entry.name} <span className="quiet small">from {entry.from}{entry.when && `, ${day(entry.when.slice(0, 10), true)} ${clock(entry.when, false)}`}</span>
        </button>
        <span className={short ? 'figure gap' : 'figure'}>{short ? `${round(entry.short)} short` : entry.left.quantity > 0 ? `${round(entry.left)} left` : 'all used'}</span>
      </div>
      <div className="ledger-bar" role="img" aria-label={`${round(entry.given)} from this service, ${round(entry.taken)} used`}>
        <i className="taken" style={{ width: part({ ...entry.taken, quantity: Math.min(entry.taken.quantity, entry.given.quantity) }) }} />
        <i className="left" style={{ width: part(entry.left) }} />
        {held > 0 && <i className="held" style={{ width: part({ ...entry.taken, quantity: held }) }} />}
        {short && <i className="short" style={{ width: part(entry.short) }} />}
      </div>
      {open && (
        <div className="opened">
          <div>
            {round(entry.given)} from this service{entry.have.quantity > 0 && `, ${round(entry.have)} in stock`}, {round(entry.taken)} used
          </div>
          {entry.takers.map((t) => (
            <div key={t.name + t.working}>
              used in <b>{t.name}</b> <span className="mono">{t.working}</span>
            </div>
          ))}
        </div>
      )}
      <LeftOverBought entry={entry} dish={dish} />
      {entry.couldUse.length > 0 && <div className="small">Could go into {entry.couldUse.join(', ')}</div>}
    </div>
  )
}
