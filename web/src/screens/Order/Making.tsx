// What is made for a service, and what of it nobody takes.
import type { Schemas } from '../../api/client'
import { off, round } from '../../parts/amounts'
import { Opens } from '../../parts/Opens'
import { Bracket } from '../../parts/States'

type Made = Schemas['Made']

export function Making({ list }: { list: Made[] }) {
  const more = list.filter((m) => m.surplus.quantity > 0.5)
  return (
    <section aria-label="To make">
      {more.map((m) => (
        <Bracket key={m.component} what={`${m.name}: ${round(m.surplus)} more is made than is taken`}>
          {m.batches > 0 ? 'It comes of the size of the batch. ' : ''}
          {m.couldUse.length > 0 ? `It could go into ${m.couldUse.join(', ')}.` : 'Nothing else in the book takes it: keep it, or put it on another dish.'}
        </Bracket>
      ))}
      <h2>to make</h2>
      {list.map((m) => (
        <Opens key={m.component} name={m.name} figure={m.make.quantity === 0 && m.have.quantity > 0 ? 'all there' : m.figure} other={m.other} note={m.missing.quantity === 0 && m.done.quantity > 0 ? 'made' : m.done.quantity > 0 ? `${round(m.missing)} still missing` : undefined}>
          <div className="mono">{m.working}</div>
          {m.takers.map((t) => (
            <div key={t.name + t.working}>
              taken by <b>{t.name}</b> <span className="mono">{t.working}</span>
            </div>
          ))}
          {m.weigh.map((w) => (
            <div key={w.id + w.line}>
              <b>{w.text}</b> {w.line} <span className="quiet mono">= {w.working}</span> {off(w.off) && <span className="quiet">(rounded, {off(w.off)})</span>}
            </div>
          ))}
        </Opens>
      ))}
    </section>
  )
}
