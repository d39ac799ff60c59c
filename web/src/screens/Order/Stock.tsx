// What is on hand: by place and date, what must be used first on top. It is
// counted, not reckoned: an amount is written over when somebody has looked.
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { writeKey, type Schemas } from '../../api/client'
import { lost, useStock } from '../../api/queries'
import { round } from '../../parts/amounts'
import { Chooser } from '../../parts/finder/Chooser'
import type { Match } from '../../parts/finder/found'
import { More } from '../../parts/More'
import { Undo, useDesk } from '../../parts/Desk'
import { useForm } from '../../parts/form'
import { FieldError, measure } from '../../parts/reading'
import { Wrong } from '../../parts/EditorActions'
import { Empty, Failed, Waiting } from '../../parts/States'
import { clock, day } from '../../parts/words'

type Entry = Schemas['StockView']

const places = ['chilled', 'frozen', 'ambient', 'hot'] as const
type Place = (typeof places)[number]

export function Stock({ kitchen }: { kitchen: string }) {
  const [place, setPlace] = useState<Place>()
  const stock = useStock(place)
  if (stock.isPending) return <Waiting what="the stock" />
  if (lost(stock)) return <Failed error={stock.error} again={() => void stock.refetch()} />
  const shown = stock.data.pages.flatMap((p) => p.stock)
  const used = stock.data.pages[0].places
  return (
    <>
      <div className="d-flex flex-wrap gap-3 align-items-center mb-3">
        <div className="choices" role="group" aria-label="Place">
          {[undefined, ...places.filter((p) => used.includes(p))].map((p) => (
            <button key={p ?? ''} aria-pressed={p === place} onClick={() => setPlace(p)}>
              {p ?? 'everywhere'}
            </button>
          ))}
        </div>
        <div className="ms-auto d-flex gap-2">
          <Undo screen="stock" />
        </div>
      </div>
      <New kitchen={kitchen} />
      {shown.length === 0 && <Empty title="No stock here">Count what you have; orders cover only the rest.</Empty>}
      <table className="fire stock">
        <thead>
          <tr>
            <th>item</th>
            <th>amount</th>
            <th>where</th>
            <th>use by</th>
            <th>counted</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((e) => (
            <Row key={e.stock.id} entry={e} />
          ))}
        </tbody>
      </table>
      <More of={stock} />
    </>
  )
}

function Row({ entry }: { entry: Entry }) {
  const { stock, name, version, past } = entry
  const desk = useDesk()
  const form = useForm(`stock/${stock.id}`, round(stock.amount), { stock, version }, async (text, from) => {
    const amount = await measure('amount', text)
    return !amount || desk.hand({ kind: 'stock', id: stock.id, version: from.version, screen: 'stock', what: `${name}: ${text}`, value: { ...from.stock, amount, counted: new Date().toISOString() } })
  })
  // Enter counts it, and so does leaving the field
  const count = () => form.typed && form.submit()
  const usedUp = () => desk.hand({ kind: 'stock', id: stock.id, version, screen: 'stock', what: `${name}: used up`, value: { ...stock, amount: { ...stock.amount, quantity: 0 }, counted: new Date().toISOString() } })
  return (
    <tr>
      <td>
        <b>{name}</b>
      </td>
      <td>
        <form className="d-flex gap-2" onSubmit={form.submit}>
          <Form.Control aria-label={`${name}, amount`} value={form.value} onChange={(e) => form.put(e.target.value)} onBlur={count} isInvalid={form.wrong !== undefined} autoComplete="off" />
          <Button size="sm" variant="outline-dark" onClick={() => void usedUp()}>
            Mark used up
          </Button>
        </form>
        <Wrong of={form} />
      </td>
      <td>{[stock.place, stock.where].filter(Boolean).join(', ')}</td>
      <td>{stock.useBy ? past ? <span className="gap">{day(stock.useBy, true)}, past</span> : day(stock.useBy, true) : <span className="quiet">no date</span>}</td>
      <td className="quiet">
        {day(stock.counted.slice(0, 10), true)} <span className="clock">{clock(stock.counted, false)}</span>
      </td>
    </tr>
  )
}

// New writes one thing more down.
function New({ kitchen }: { kitchen: string }) {
  const [place, setPlace] = useState<Place>('chilled') // one counts a place after the other
  const desk = useDesk()
  const { value: f, ...form } = useForm(`stock/new/${kitchen}`, { what: '', of: undefined as Of | undefined, amount: '', place, where: '', useBy: '' }, 0, async (f) => {
    if (!f.of) throw new FieldError('what', 'Of what? Type some letters of its name and choose it from the list.')
    const amount = await measure('amount', f.amount)
    if (!amount) throw new FieldError('amount', 'How much?')
    const value: Schemas['Stock'] = { id: writeKey().slice(0, 12), kitchen, ...f.of, amount, place: f.place, where: f.where || undefined, useBy: f.useBy || undefined, counted: new Date().toISOString() }
    setPlace(f.place)
    return desk.hand({ kind: 'stock', id: value.id, version: 0, screen: 'stock', what: `${f.what}: ${f.amount} counted`, value })
  })
  const text = (name: 'amount' | 'where' | 'useBy', label: string, more: object = {}) => (
    <Form.Control aria-label={label} placeholder={label} value={f[name]} onChange={(e) => form.set({ [name]: e.target.value })} isInvalid={form.wrong?.field === name} autoComplete="off" {...more} />
  )
  return (
    <form className="stock-new" onSubmit={form.submit} aria-label="Add to stock">
      <Chooser label="item" kinds="ingredient,component,by-product" hint="item" value={f.what} invalid={form.wrong?.field === 'what'} settles choose={(m) => form.set({ what: called(m), of: heldAs(m) })} />
      {text('amount', 'amount')}
      <Form.Select aria-label="place" value={f.place} onChange={(e) => form.set({ place: e.target.value as Place })}>
        {places.map((p) => (
          <option key={p}>{p}</option>
        ))}
      </Form.Select>
      {text('where', 'shelf')}
      {text('useBy', 'use by', { type: 'date', title: 'use by' })}
      <Button type="submit" variant="outline-dark">
        Add to stock
      </Button>
      <Wrong of={form} />
    </form>
  )
}

type Of = Pick<Schemas['Stock'], 'ingredient' | 'component' | 'byProduct'>

// heldAs is what an entry of the stock is of: something bought, made, or left over.
function heldAs(m: Match): Of {
  if (m.kind === 'ingredient') return { ingredient: m.id }
  return m.kind === 'by-product' ? { component: m.of, byProduct: m.id } : { component: m.id }
}

const called = (m: Match) => (m.kind === 'component' ? `${m.name} (made)` : m.kind === 'by-product' ? `${m.name} of ${m.detail}` : m.name)
