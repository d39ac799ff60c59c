// Order: what must be bought for a service, what is made for it, what is left
// over on the way, and who could use that. Every figure opens as a line of sums.
import { useState, type ReactNode } from 'react'
import { useAmounts } from '../../api/queries'
import type { Schemas } from '../../api/client'
import { Bracket, Empty, Failed, Waiting } from '../../parts/States'
import { day } from '../../parts/words'
import { Ledger } from './Ledger'

type Exploded = Schemas['Exploded']

export function Order({ id }: { id: string }) {
  const amounts = useAmounts(id)
  if (amounts.isPending) return <Waiting what="the amounts" />
  if (amounts.isError) return <Failed error={amounts.error} again={() => void amounts.refetch()} />
  const { service, exploded } = amounts.data
  const plates = service.courses.flatMap((c) => c.covers).reduce((n, c) => n + c.plates, 0)
  return (
    <>
      <div className="page-head">
        <h1>Order</h1>
        <span className="quiet">
          {service.name}, {day(service.day)} · {plates} plates · {exploded.buy.length} things to have
        </span>
        <div className="tools">
          <a className="btn btn-outline-dark btn-sm" href={`/api/services/${id}/order.csv`}>
            Save as a table
          </a>
        </div>
      </div>
      {exploded.problems.map((p) => (
        <Bracket key={p.where + p.what} what={p.where}>
          {p.what}
        </Bracket>
      ))}
      {exploded.buy.length === 0 && <Empty title="Nothing to buy">Give a dish some plates on the menu.</Empty>}
      <div className="order-screen">
        <Buying list={exploded.buy} />
        <div>
          <Ledger list={exploded.ledger} />
          <Making list={exploded.make} />
        </div>
      </div>
    </>
  )
}

function Buying({ list }: { list: Exploded['buy'] }) {
  return (
    <section aria-label="To have">
      <h2>to have</h2>
      {list.map((b) => (
        <Opens key={b.ingredient + b.name} name={b.name} figure={b.text} other={b.other}>
          {b.takers.map((t) => (
            <div key={t.name + t.working}>
              <b>{t.name}</b> <span className="mono">{t.working}</span>
            </div>
          ))}
          {b.takers.length > 1 && (
            <div className="mono">
              {b.takers.map((t) => round(t.amount)).join(' + ')} = {b.text}
            </div>
          )}
          {b.lost.quantity > 0 && <div>of that {round(b.lost)} is lost in trimming</div>}
        </Opens>
      ))}
    </section>
  )
}

function Making({ list }: { list: Exploded['make'] }) {
  const more = list.filter((m) => m.surplus.quantity > 0.5)
  return (
    <section aria-label="To make" className="mt-4">
      {more.length > 0 && (
        <Bracket what={`More is made than is taken: ${more.map((m) => `${m.name}, ${round(m.surplus)}`).join('; ')}`}>It comes of the smallest batch. Put it on another dish, or keep it.</Bracket>
      )}
      <h2>to make</h2>
      {list.map((m) => (
        <Opens key={m.component} name={m.name} figure={round(m.make)}>
          <div className="mono">{m.working}</div>
          {m.takers.map((t) => (
            <div key={t.name + t.working}>
              taken by <b>{t.name}</b> <span className="mono">{t.working}</span>
            </div>
          ))}
          {m.weigh.map((w) => (
            <div key={w.line + w.working}>
              <b>{w.text}</b> {w.line} <span className="quiet mono">= {w.working}</span>
            </div>
          ))}
        </Opens>
      ))}
    </section>
  )
}

/** round writes an amount as one weighs it. */
export function round(a: Schemas['Amount']) {
  const [q, u] = a.unit === 'g' && a.quantity >= 1000 ? [a.quantity / 1000, 'kg'] : a.unit === 'ml' && a.quantity >= 1000 ? [a.quantity / 1000, 'l'] : [a.quantity, a.unit]
  const figure = q >= 10 && (u === 'g' || u === 'ml') ? Math.round(q) : Math.round(q * 100) / 100
  return u === 'piece' ? String(figure) : `${figure} ${u}`
}

// Opens is a figure that opens to show its working; the other unit is one tap away.
function Opens({ name, figure, other, children }: { name: string; figure: string; other?: string; children: ReactNode }) {
  const [open, setOpen] = useState(false)
  const [swapped, setSwapped] = useState(false)
  return (
    <div className="order-line">
      <div className="d-flex align-items-baseline gap-3">
        <button className="name" aria-expanded={open} onClick={() => setOpen(!open)}>
          {name}
        </button>
        <button className="figure" disabled={!other} onClick={() => setSwapped(!swapped)} title={other ? 'in the other unit' : undefined}>
          {swapped ? other : figure}
        </button>
      </div>
      {open && <div className="opened">{children}</div>}
    </div>
  )
}
