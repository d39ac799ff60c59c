// What is boiled down: how much goes in and comes out of each stage, which way
// round one asks, and about how long it takes in a pan of some width.
import { useState } from 'react'
import { Form } from 'react-bootstrap'
import { api, ask, Refused, type Schemas } from '../../api/client'
import { round } from '../../parts/amounts'
import { FieldError, measure } from '../../parts/reading'
import { Bracket, Empty } from '../../parts/States'
import { range, spoken } from '../../parts/words'
import type { Part, View } from './types'
import { useAsked } from '../../parts/asked'

type Reduction = Schemas['ReductionView']
type Burner = Schemas['Vessel']['burner']

export const reduces = (view: View) => view.components.some((c) => c.chain.length > 0 || c.chainWhy)

const widths = [160, 200, 240, 280, 320]
const burners: [Burner, string, number][] = [['gas', 'gas', 3500], ['electric', 'electric', 2200], ['induction', 'induction', 2500]]

export function Reductions({ view }: { view: View }) {
  const parts = view.components.filter((c) => c.chain.length > 0 || c.chainWhy)
  if (parts.length === 0) return <Empty title="No reductions">A step with “reduce to” (¼, 25 %, 200 ml) shows here.</Empty>
  return parts.map((p) => (p.chainWhy ? <Bracket key={p.component.id} what={p.component.name}>{p.chainWhy}</Bracket> : <Chain key={p.component.id} part={p} />))
}

function Chain({ part }: { part: Part }) {
  const [out, setOut] = useState('')
  const [width, setWidth] = useState(240)
  const [burner, setBurner] = useState<Burner>('gas')
  const { chain } = part
  const { answer: heard, error } = useAsked({ chain, out, width, burner }, (q) => reduced(q.chain, q.out, q.width, q.burner))
  const wrong = !error ? '' : error instanceof FieldError || error instanceof Refused ? error.message : 'No connection.'
  const stages = heard?.stages ?? chain
  const most = Math.max(...stages.flatMap((s) => [s.in.quantity, s.out.quantity]), 1)
  return (
    <section aria-label={`${part.component.name}, reduction`} className="mb-4">
      <h2 className="h3">{part.component.name}</h2>
      <div className="d-flex flex-wrap gap-3 align-items-end my-2">
        <Form.Group controlId={`out-${part.component.id}`}>
          <Form.Label className="quiet">final amount</Form.Label>
          <Form.Control style={{ width: 130 }} placeholder={round(chain[chain.length - 1].out)} value={out} onChange={(e) => setOut(e.target.value)} isInvalid={wrong !== ''} autoComplete="off" />
        </Form.Group>
        <div className="choices" role="group" aria-label="Pan">
          {widths.map((w) => (
            <button key={w} aria-pressed={w === width} onClick={() => setWidth(w)}>
              {w / 10} cm
            </button>
          ))}
        </div>
        <div className="choices" role="group" aria-label="Burner">
          {burners.map(([b, name]) => (
            <button key={b} aria-pressed={b === burner} onClick={() => setBurner(b)}>
              {name}
            </button>
          ))}
        </div>
      </div>
      {wrong && (
        <p className="wrong" role="alert">
          {wrong}
        </p>
      )}
      {stages.map((s, i) => (
        <Stage key={i} stage={s} takes={heard?.takes[i] ?? undefined} working={heard?.workings[i]} most={most} />
      ))}
      {heard?.why && <Bracket what={heard.why} />}
      <p className="small quiet mt-2">Estimate: thin liquid, full boil, burner on full ({burners.find((b) => b[0] === burner)![2].toLocaleString('en-GB')} W). Thick sauces take longer. The cue decides.</p>
    </section>
  )
}

// Stage is a bar of what is in the pan: solid what stays, outline what boils
// away.
function Stage({ stage, takes, working, most }: { stage: Schemas['Reduced']; takes?: Schemas['Takes']; working?: string; most: number }) {
  const [open, setOpen] = useState(false)
  const part = (q: number) => `${(100 * q) / most}%`
  const gone = Math.max(0, stage.in.quantity - stage.out.quantity)
  return (
    <div className="reduction">
      <span>
        <b>{stage.name}</b> <span className="mono">{stage.working}</span>
      </span>
      <span className="figure">{round(stage.out)}</span>
      <div className="ledger-bar" role="img" aria-label={`${round(stage.out)} in the pan${gone ? `, ${round(gone === 0 ? stage.in : { ...stage.in, quantity: gone })} boiled away` : ''}`}>
        <i className="taken" style={{ width: part(stage.out.quantity) }} />
        {gone > 0 && <i className="left" style={{ width: part(gone) }} />}
      </div>
      {takes && (
        <button className="plain-button takes" aria-expanded={open} onClick={() => setOpen(!open)}>
          about {spoken(takes.usual)} ({range(takes.quick, takes.slow)})
        </button>
      )}
      {takes && open && (
        <div className="opened">
          <span className="mono">{working}</span>
        </div>
      )}
    </div>
  )
}

async function reduced(chain: Part['chain'], out: string, width: number, burner: Burner): Promise<Reduction> {
  const wanted = await measure('out', out)
  const stages = chain.map(({ name, step, add, left, loss, to, fixed }) => ({ name, step, add, left, loss, to, fixed }))
  return ask(api.POST('/api/reduce', { body: { stages, ...(wanted ? { out: wanted } : {}), pan: { width, burner, power: burners.find((b) => b[0] === burner)![2] } } }))
}
