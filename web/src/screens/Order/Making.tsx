// What is made for a service, and what of it nobody takes.
import type { Schemas } from '../../api/client'
import { off, round } from '../../parts/amounts'
import { upper } from '../../parts/words'
import { Opens } from '../../parts/Opens'
import { Bracket } from '../../parts/States'

type Made = Schemas['Made']

export function Making({ list }: { list: Made[] }) {
  const more = list.filter((m) => m.surplus.quantity > 0.5)
  return (
    <section aria-label="To make">
      {more.map((m) => (
        <Bracket key={m.component} what={`${m.name}: ${round(m.surplus)} surplus`}>
          {m.batches > 0 ? 'Batch size. ' : ''}
          {m.couldUse.length > 0 ? `Could go into ${m.couldUse.join(', ')}.` : 'Nothing else in the book uses it.'}
        </Bracket>
      ))}
      {list
        .filter((m) => m.short.quantity > 0)
        .map((m) => (
          <Bracket key={m.component} what={`${m.name}: ${round(m.short)} short`}>
            {round(m.need)} needed, {m.figure} made. {m.ways.length > 0 && `${upper(m.ways.join('; or '))}.`}
          </Bracket>
        ))}
      <h2>to make</h2>
      {list.map((m) => (
        <Opens key={m.component} name={m.name} figure={m.make.quantity === 0 && m.have.quantity > 0 ? 'in stock' : m.figure} other={m.other} note={m.missing.quantity === 0 && m.done.quantity > 0 ? 'made' : m.done.quantity > 0 ? `${round(m.missing)} still to make` : undefined}>
          <div className="mono">{m.working}</div>
          {m.takers.map((t) => (
            <div key={t.name + t.working}>
              {t.spare ? '' : 'used in '}
              <b>{t.name}</b> <span className="mono">{t.working}</span>
            </div>
          ))}
          {m.gone.map((g, i) => (
            <div key={i}>
              {g.name} <span className="mono">{g.working}</span>
            </div>
          ))}
          {m.weigh.map((w) => (
            <div key={w.id + w.line}>
              <b>{w.text}</b> {w.line}{w.range && <span className="quiet"> ({w.range})</span>} {w.start && <b className="care-word">start with {w.start}, taste </b>}<span className="quiet mono">= {w.working}</span> {off(w.off) && <span className="quiet">(rounded, {off(w.off)})</span>}
            </div>
          ))}
        </Opens>
      ))}
    </section>
  )
}
