// Order: what must be bought by when, from whom; what is there already; what is
// made for it, what is left over on the way, and who could use that. Every
// figure opens as a line of sums.
import { Link } from 'wouter'
import { lost, useAmounts } from '../../api/queries'
import type { Schemas } from '../../api/client'
import { useAddress } from '../../parts/address'
import { money, round } from '../../parts/amounts'
import { Undo } from '../../parts/Desk'
import { Opens } from '../../parts/Opens'
import { Bracket, Empty, Failed, Waiting } from '../../parts/States'
import { clock, count, day, upper } from '../../parts/words'
import { Costs } from './Costs'
import { Count } from './Count'
import { Ledger } from './Ledger'
import { LeftOverBought, servedOf } from './LeftOver'
import { Making } from './Making'
import { Stock } from './Stock'
import { Suppliers } from './Suppliers'

type View = Schemas['AmountsView']
export type Buy = Schemas['Buy']

const sides: [string, string][] = [['', 'to order'], ['made', 'batches and by-products'], ['stock', 'stock'], ['count', 'count what is left'], ['suppliers', 'suppliers'], ['costs', 'costs']]

export function Order({ id }: { id: string }) {
  const amounts = useAmounts(id)
  const [params, setParams] = useAddress()
  const side = params.get('side') ?? ''
  if (amounts.isPending) return <Waiting what="the amounts" />
  if (lost(amounts)) return <Failed error={amounts.error} again={() => void amounts.refetch()} />
  const view = amounts.data
  const plates = view.service.courses.flatMap((c) => c.covers).reduce((n, c) => n + c.plates, 0)
  return (
    <>
      <div className="page-head">
        <h1>Order</h1>
        <span className="quiet">
          {view.service.name}, {day(view.service.day)} · {count(plates, 'plate')}
        </span>
        <div className="tools">
          <Undo screen="order" hides />
          <a className="btn btn-outline-dark btn-sm" href={`/api/services/${id}/order.csv`}>
            Export CSV
          </a>
        </div>
      </div>
      <div className="choices mb-3" role="group" aria-label="Part">
        {sides.map(([v, text]) => (
          <button key={v} aria-pressed={v === side} onClick={() => setParams(v ? { side: v } : {}, { replace: true })}>
            {text}
          </button>
        ))}
      </div>
      {view.exploded.problems.map((p) => (
        <Bracket key={p.where + p.what} what={p.where}>
          {p.what}
        </Bracket>
      ))}
      {side === '' && <ToOrder view={view} />}
      {side === 'made' && (
        <div className="order-screen">
          <Ledger list={view.exploded.ledger} dish={servedOf(view.service)} />
          <Making list={view.exploded.make} />
        </div>
      )}
      {side === 'stock' && <Stock kitchen={view.service.kitchen} />}
      {side === 'count' && <Count view={view} />}
      {side === 'suppliers' && <Suppliers />}
      {side === 'costs' && <Costs costs={view.costs} currency={view.currency} />}
    </>
  )
}

function ToOrder({ view }: { view: View }) {
  const buys = new Map(view.exploded.buy.map((b) => [b.ingredient, b]))
  const there = view.exploded.buy.filter((b) => b.missing.quantity === 0)
  const unsold = view.exploded.buy.filter((b) => b.missing.quantity > 0 && !b.purchase)
  const short = view.exploded.ledger.filter((e) => e.short.quantity > 0)
  if (view.exploded.buy.length === 0) return <Empty title="Nothing to buy">Enter plates on Menu.</Empty>
  return (
    <div className="order-screen">
      <div>
        {short.map((e) => (
          <Bracket key={e.component + e.byProduct} what={`${upper(e.name)}: ${round(e.short)} short`}>
            {e.from} gives {round(e.given)}, {round(e.taken)} needed. Order the rest, or make less{e.takers.length > 0 && ` ${[...new Set(e.takers.map((t) => t.name))].join(', ')}`}.
          </Bracket>
        ))}
        {view.exploded.ledger.map((e) => (
          <LeftOverBought key={e.component + e.byProduct} entry={e} dish={servedOf(view.service)} />
        ))}
        {view.orders.length === 0 && unsold.length === 0 && <Empty title="Nothing to order">Everything is in stock.</Empty>}
        {view.orders.map((o) => (
          <OneOrder key={o.supplier + o.orderBy} order={o} lines={o.lines.flatMap((id) => buys.get(id) ?? [])} currency={view.currency} />
        ))}
      </div>
      <div>
        {unsold.length > 0 && (
          <section aria-label="No supplier">
            <h2>no supplier</h2>
            <p className="small quiet">
              Add a supplier and a pack in <Link to="/book/ingredients">Ingredients</Link>.
            </p>
            {unsold.map((b) => (
              <Line
                key={b.name}
                buy={b}
                figure={b.still}
                note={
                  (b.past.quantity > 0 || b.parts.length > 0 || b.range) && (
                    <>
                      {b.range && <span className="quiet">between {b.range}</span>}
                      {b.past.quantity > 0 && `${round(b.past)} in stock, past its date by then`}
                      {leftOf(b)}
                    </>
                  )
                }
              />
            ))}
          </section>
        )}
        <section aria-label="In stock" className={unsold.length > 0 ? 'mt-4' : ''}>
          <h2>in stock</h2>
          {there.length === 0 && <p className="quiet">Nothing in stock for this service.</p>}
          {there.map((b) => (
            <Line key={b.name} buy={b} figure={b.text} />
          ))}
        </section>
      </div>
    </div>
  )
}

// OneOrder is what is asked of one supplier by one hour: the hour is the
// loudest thing.
function OneOrder({ order, lines, currency }: { order: View['orders'][number]; lines: Buy[]; currency: string }) {
  return (
    <section className="one-order" aria-label={`${order.name}, by ${day(order.orderBy.slice(0, 10), true)} ${clock(order.orderBy, false)}`}>
      <div className="one-order-head">
        <h2>{order.name}</h2>
        <span className="by">
          order by <b>{day(order.orderBy.slice(0, 10), true)}</b> <b className="clock">{clock(order.orderBy, false)}</b>
        </span>
        <span className="quiet small">
          delivery {day(order.comes.slice(0, 10), true)} <span className="clock">{clock(order.comes, false)}</span>
          {order.cost !== undefined && <> · {money(order.cost, currency)}</>}
          {order.note && <> · {order.note}</>}
        </span>
      </div>
      {order.late && <Bracket what="Delivered too late">Collect it, or use a substitute.</Bracket>}
      {lines.map((b) => (
        <Line key={b.name} buy={b} figure={b.purchase!.packs.map((p) => (p.text === '1' ? p.count : `${p.count} × ${p.text.replace(/, (\d)/, ' of $1')}`)).join(' + ')} note={<Missing buy={b} />} />
      ))}
    </section>
  )
}

function Line({ buy: b, figure, note }: { buy: Buy; figure: string; note?: React.ReactNode }) {
  return (
    <Opens name={b.name} figure={figure} other={figure === b.text ? b.other : undefined} note={note}>
      {b.takers.map((t) => (
        <div key={t.name + t.working}>
          <b>{t.name}</b> <span className="mono">{t.working}</span>
        </div>
      ))}
      {added(b).map((sum) => (
        <div key={sum} className="mono">
          {sum}
        </div>
      ))}
      <div className="mono">{balance(b)}</div>
      {b.purchase && <div className="mono">{b.purchase.working}</div>}
      {b.parts.length > 0 && <PartsOf buy={b} />}
      {b.lost.quantity > 0 && <div>of which {round(b.lost)} trim loss</div>}
    </Opens>
  )
}

// PartsOf are what one thing gives apart, each with a bar: what is taken of all that are bought.
function PartsOf({ buy: b }: { buy: Buy }) {
  return (
    <div className="mt-1">
      {b.parts.map((p) => {
        const all = p.wanted.quantity + p.left.quantity
        return (
          <div key={p.name}>
            <div className="d-flex align-items-baseline gap-3">
              <span className="flex-grow-1">
                {p.name} <span className="quiet">{round(p.each)} each{p.decides && ', decides how many'}</span>
              </span>
              <span>{p.left.quantity > 0 ? `${round(p.left)} left` : 'all used'}</span>
            </div>
            <div className="ledger-bar" role="img" aria-label={`${p.name}: ${round(p.wanted)} used, ${round(p.left)} left`}>
              <i className="taken" style={{ width: `${(100 * p.wanted.quantity) / (all || 1)}%` }} />
              <i className="left" style={{ width: `${(100 * p.left.quantity) / (all || 1)}%` }} />
            </div>
            {p.couldUse.length > 0 && <div className="small">Could go into {p.couldUse.join(', ')}</div>}
          </div>
        )
      })}
    </div>
  )
}

// leftOf says in one line what is left of the parts of a thing.
const leftOf = (b: Buy) => {
  const left = b.parts.filter((p) => p.left.quantity > 0).map((p) => `${round(p.left)} ${p.name}`)
  return left.length > 0 && <span className="quiet"> · left: {left.join(', ')}</span>
}

// Missing is why so many packs: what is missing, and what is left of them.
function Missing({ buy: b }: { buy: Buy }) {
  return (
    <>
      need {b.still}
      {b.range && <span className="quiet"> · between {b.range}</span>}
      {leftOf(b)}
      {b.purchase && b.purchase.over.quantity > 0.5 && ` · ${round(b.purchase.over)} left over`}
      {b.past.quantity > 0 && <> · {round(b.past)} in stock, past its date by then</>}
      {b.purchase?.late && <span className="gap ms-2">too late for {b.takers[0]?.name}</span>}
    </>
  )
}

// exactly is how much is needed, not rounded to what is bought or weighed: it stands in sums.
const exactly = (b: Buy) => [b.amount, ...b.also].map(round).join(' + ')

/** added are the sums of what takes of a thing: each part by itself, for all are of the same ones, and the part that asks for most counts. */
export function added(b: Buy): string[] {
  const sum = (takers: Buy['takers'], is: string) => `${takers.map((t) => round(t.amount)).join(' + ')} = ${is}`
  if (b.parts.length === 0) return b.takers.length > 1 ? [sum(b.takers, exactly(b))] : []
  const of = (part?: string) => b.takers.filter((t) => t.part === part)
  const counted = (takers: Buy['takers']) => round({ quantity: takers.reduce((n, t) => n + t.amount.quantity, 0), unit: takers[0].amount.unit })
  const sums = b.parts.filter((p) => of(p.name).length > 0).map((p) => `${p.name}: ${of(p.name).length > 1 ? sum(of(p.name), counted(of(p.name))) : counted(of(p.name))}${p.decides && b.parts.length > 1 ? ', the most' : ''}`)
  if (of().length === 0) return sums
  const most = b.parts.find((p) => p.decides)!
  return [...sums, `${[...of().map((t) => round(t.amount)), counted(of(most.name))].join(' + ')} = ${exactly(b)}`]
}

/** balance is what is missing, as a line of sums. */
export function balance(b: Buy): string {
  const parts = [exactly(b)]
  if (b.used.quantity > 0) parts.push(`− ${round(b.used)} already used`)
  if (b.have.quantity > 0) parts.push(`− ${round(b.have)} in stock`)
  const whole = /^(.*) \((.*) needed\)$/.exec(b.still)
  if (whole) return `${parts.join(' ')}${parts.length > 1 ? ` = ${whole[2]}` : ''}, so ${whole[1]}`
  return `${parts.join(' ')} = ${b.still || 'nothing to order'}`
}
