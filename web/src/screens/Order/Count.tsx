// What is left after a service, counted: one tap where it is what should be left, or nothing, two
// where it is something else. It goes into the stock, and is used first.
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { round } from '../../parts/amounts'
import { Undo, useDesk } from '../../parts/Desk'
import { useForm } from '../../parts/form'
import { measure } from '../../parts/reading'
import { Wrong } from '../../parts/EditorActions'
import { Empty } from '../../parts/States'
import { day } from '../../parts/words'

type View = Schemas['AmountsView']
type Left = View['left'][number]

export function Count({ view }: { view: View }) {
  const open = view.left.filter((l) => !l.counted).length
  if (view.left.length === 0) return <Empty title="Nothing is made">Enter plates on Menu.</Empty>
  return (
    <section aria-label="Count what is left">
      <div className="d-flex align-items-baseline gap-3 mb-2">
        <h2>after {view.service.name}</h2>
        <span className="quiet">{open === 0 ? 'all counted' : `${view.left.length - open} of ${view.left.length} counted`}</span>
        <div className="ms-auto">
          <Undo screen="count" />
        </div>
      </div>
      {view.left.map((l) => (
        <Row key={l.stock} left={l} service={view.service} />
      ))}
      <p className="small quiet">What is counted goes into the stock with its last day, and is used first.</p>
    </section>
  )
}

function Row({ left: l, service }: { left: Left; service: View['service'] }) {
  const desk = useDesk()
  const [other, setOther] = useState(false)
  const keep = (amount: Schemas['Amount']) =>
    desk.hand({
      kind: 'stock', id: l.stock, version: l.version, screen: 'count', what: `${l.name}: ${round(amount)} left`,
      value: { id: l.stock, kitchen: service.kitchen, component: l.component, byProduct: l.byProduct, ingredient: l.ingredient, amount, place: l.place, since: service.day, useBy: l.useBy, after: service.id, counted: new Date().toISOString() },
    })
  const some = l.expect.quantity > 0
  return (
    <div className="order-line" data-done={l.counted !== undefined}>
      <div className="d-flex flex-wrap align-items-center gap-3">
        <span className="flex-grow-1">
          <b>{l.name}</b> <span className="quiet small">{l.counted ? (l.useBy ? `use by ${day(l.useBy, true)}` : l.counted.quantity > 0 && 'keeping time not set') : l.working}</span>
        </span>
        {l.counted && <b className="figure">{l.counted.quantity > 0 ? `${round(l.counted)} left` : 'none left'}</b>}
        {!l.counted && some && (
          <Button variant="outline-dark" onClick={() => void keep(l.expect)}>
            {l.text} left
          </Button>
        )}
        {!l.counted && (
          <Button variant="outline-dark" onClick={() => void keep({ ...l.expect, quantity: 0 })}>
            none
          </Button>
        )}
        <button type="button" className="plain-button" aria-expanded={other} aria-label={`${l.name}: another amount`} onClick={() => setOther(!other)}>
          {l.counted ? 'count again' : 'another amount'}
        </button>
      </div>
      {other && <Another left={l} keep={keep} done={() => setOther(false)} />}
    </div>
  )
}

function Another({ left: l, keep, done }: { left: Left; keep: (a: Schemas['Amount']) => Promise<boolean>; done: () => void }) {
  const form = useForm(
    `count/${l.stock}`, '', l.version,
    async (text) => {
      const amount = await measure('amount', text)
      return !amount || keep(amount)
    },
    done,
  )
  return (
    <form className="d-flex gap-2 mt-2" onSubmit={form.submit}>
      <Form.Control autoFocus aria-label={`${l.name}, left`} placeholder="400 g" value={form.value} onChange={(e) => form.put(e.target.value)} isInvalid={form.wrong !== undefined} autoComplete="off" />
      <Button type="submit">Count it</Button>
      <Wrong of={form} />
    </form>
  )
}
