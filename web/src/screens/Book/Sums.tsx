// The sums of a kitchen, each by itself: what is known is typed, what it comes to stands large, with
// its working. Nothing here belongs to a dish.
import { useState } from 'react'
import { Link } from 'wouter'
import { Form } from 'react-bootstrap'
import { api, ask, type Schemas } from '../../api/client'
import { lost, useSums } from '../../api/queries'
import { useAddress } from '../../parts/address'
import { useAsked } from '../../parts/asked'
import { Rows, type Column, type Row } from '../../parts/Rows'
import { Bracket, Failed, Waiting } from '../../parts/States'
import { upper } from '../../parts/words'

type Sum = Schemas['SumView']
type Member = Schemas['SumMember']
type Given = Record<string, string | Row[]>

// called is a name as it is read: boil-down, pieceLength.
const plain = (name: string) => name.replace(/-/g, ' ').replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`)
const titles: Record<string, string> = { baker: 'Baker’s percentages', between: 'Time between', parts: 'Parts of one thing', 'reduce-chain': 'Chain of reductions', concentrate: 'Salt, sugar, acid, alcohol', 'oven-mark': 'Gas mark', ledger: 'What is left', runs: 'Runs of a machine', 'over-rim': 'Over the rim', 'ring-of': 'Round a circle or in a row', 'mass-centre': 'Middle of the weight', 'plates-at-once': 'Plates at once' }
const called = (name: string) => titles[name] ?? upper(plain(name))

export function Sums() {
  const sums = useSums()
  const [params, setParams] = useAddress()
  if (sums.isPending) return <Waiting what="the sums" />
  if (lost(sums)) return <Failed error={sums.error} again={() => void sums.refetch()} />
  const list = sums.data.sums
  const open = list.find((s) => s.ask === params.get('of')) ?? list[0]
  return (
    <>
      <div className="page-head">
        <h1>Sums</h1>
        <span className="quiet">
          <Link to="/book">Dishes</Link> · <Link to="/book/ingredients">Ingredients</Link>
        </span>
      </div>
      <div className="sums-screen">
        <div>
          {list.map((s) => (
            <button key={s.ask} className="step-line" aria-current={s.ask === open.ask} onClick={() => setParams({ of: s.ask }, { replace: true })}>
              <span className="name">{called(s.ask)}</span>
            </button>
          ))}
        </div>
        <Opened key={open.ask} sum={open} />
      </div>
    </>
  )
}

// exampleOf is what the example gives, as it is typed.
function exampleOf(s: Sum): Given {
  const typed = (v: unknown): string => {
    if (typeof v === 'object' && v !== null && 'value' in v) {
      const o = v as { value: unknown; unit?: string; zone?: string }
      return [String(o.value), o.unit].filter(Boolean).join(' ')
    }
    return v === true ? 'yes' : String(v)
  }
  const item = (v: Record<string, unknown>): Row => {
    const rest = Object.fromEntries(Object.entries(v).filter(([k]) => k !== 'unit').map(([k, x]) => [k, typed(x)]))
    return 'unit' in v ? { ...rest, value: typed(v) } : rest
  }
  return Object.fromEntries(Object.entries(s.example).map(([k, v]) => [k, Array.isArray(v) ? v.map((x) => item(x as Record<string, unknown>)) : typed(v)]))
}

// asked is what goes to the server: what is typed, without what is empty.
function asked(given: Given): Record<string, unknown> {
  const some = (r: Row) => Object.fromEntries(Object.entries(r).filter(([, v]) => v.trim()))
  return Object.fromEntries(
    Object.entries(given).flatMap(([k, v]): [string, unknown][] => {
      if (typeof v === 'string') return v.trim() ? [[k, v.trim()]] : []
      const rows = v.map(some).filter((r) => Object.keys(r).length > 0)
      return rows.length > 0 ? [[k, rows]] : []
    }),
  )
}

function Opened({ sum }: { sum: Sum }) {
  const [given, setGiven] = useState<Given>({})
  const set = (name: string, v: string | Row[]) => setGiven({ ...given, [name]: v })
  const body = asked(given)
  const { answer, error } = useAsked(Object.keys(body).length > 0 ? { ask: sum.ask, given: body } : undefined, (q) => ask(api.POST('/api/sums', { body: q })))
  return (
    <div className="editor">
      <h2>{called(sum.ask)}</h2>
      <p className="quiet">{upper(sum.what)}.</p>
      <div className="sum-answer" aria-live="polite">
        {error !== undefined && <Bracket what="No connection.">What is typed stays here.</Bracket>}
        {answer?.refusal && <Bracket what={answer.refusal.reason} />}
        {answer?.figures.map((f, i) => (
          <div key={i} className="sum-figure">
            <b className="mono">{written(f)}</b> {!written(f).endsWith(f.name ?? '') && <span className="quiet">{f.name}</span>}
          </div>
        ))}
        {answer?.working && <p className="mono small mb-0">{answer.working}</p>}
        {!answer && <p className="quiet mb-0">Type what is known, with its unit: 1.5 l, ½ cup, 30 %.</p>}
      </div>
      <div className="pair">{sum.members.filter((m) => !m.of).map((m) => <Field key={m.name} member={m} value={(given[m.name] as string) ?? ''} set={(v) => set(m.name, v)} wrong={answer?.refusal?.field === m.name} />)}</div>
      {sum.members.filter((m) => m.of).map((m) => <Rows key={m.name} legend={m.name} columns={columns(m)} rows={(given[m.name] as Row[]) ?? []} set={(rows) => set(m.name, rows)} add={`Add to ${m.name}`} wrong={(answer?.refusal?.field ?? '').replace(/\[(\d+)\]/, '.$1')} />)}
      <button type="button" className="plain-button mt-2" onClick={() => setGiven(exampleOf(sum))}>
        Show an example
      </button>
    </div>
  )
}

// written is a figure of an answer: as exact as its working, which stands below.
const written = (f: Schemas['Figure']) => `${Number(f.value.toPrecision(6))} ${many.includes(f.unit) && f.value !== 1 ? plural(f.unit) : f.unit}`.trim()

const many = ['piece', 'portion', 'batch', 'pack', 'egg', 'tray']
const plural = (unit: string) => unit + (unit.endsWith('ch') ? 'es' : 's')

function Field({ member: m, value, set, wrong }: { member: Member; value: string; set: (v: string) => void; wrong: boolean }) {
  const choices = m.flag ? ['yes'] : m.texts
  return (
    <Form.Group controlId={`sum-${m.name}`}>
      <Form.Label>
        <b>{plain(m.name)}</b> <span className="quiet">{m.what || m.form}</span>
      </Form.Label>
      {choices ? (
        <Form.Select value={value} isInvalid={wrong} onChange={(e) => set(e.target.value)}>
          <option value=""></option>
          {choices.map((t) => (
            <option key={t}>{t}</option>
          ))}
        </Form.Select>
      ) : (
        <Form.Control value={value} isInvalid={wrong} autoComplete="off" onChange={(e) => set(e.target.value)} />
      )}
    </Form.Group>
  )
}

// columns of a list: an amount is typed with its unit.
const columns = (m: Member): Column[] =>
  (m.of ?? [])
    .filter((c) => c.name !== 'unit')
    .map((c, i) => ({ name: c.name, ...(i >= 4 ? { below: true, hint: plain(c.name) } : {}), label: c.name === 'value' ? 'amount' : plain(c.name), width: 110, ...(c.flag ? { options: [['', i >= 4 ? plain(c.name) : ''], ['yes', 'yes']] as [string, string][] } : {}) }))
