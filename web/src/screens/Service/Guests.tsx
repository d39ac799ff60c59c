// Guests with needs: what each must not have, what the book answers for each course, and what is
// stopped until somebody names the answer.
import { useEffect, useRef, useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { api, ask } from '../../api/client'
import { reread } from '../../api/queries'
import { useAddress } from '../../parts/address'
import { useAsked } from '../../parts/asked'
import { useDesk } from '../../parts/Desk'
import { useForm } from '../../parts/form'
import { FieldError } from '../../parts/reading'
import { Wrong } from '../../parts/EditorActions'
import { useOnce } from '../../parts/once'
import { guest, type Need, type Served, type Table } from '../../parts/service/stopped'
import type { View } from '../../parts/service/types'
import { count, listed } from '../../parts/words'
import { withNeed, withTable } from './seating'
import type { Change } from './Tables'

export function Guests({ view, change, drawn }: { view: View; change: Change; drawn: boolean }) {
  const [params] = useAddress()
  const box = useRef<HTMLElement>(null)
  const come = params.get('side') === 'guests' // by the bar that says what is stopped
  useEffect(() => {
    if (come && drawn) box.current?.scrollIntoView({ block: 'start' }) // once what stands above has its height
  }, [come, drawn])
  const tables = view.service.tables ?? []
  const all = tables.flatMap((t) => (t.needs ?? []).map((n): [Table, Need] => [t, n]))
  const halted = (n: Need) => (n.served ?? []).some((s) => s.stopped)
  all.sort(([, a], [, b]) => Number(halted(b)) - Number(halted(a)))
  return (
    <section className="guests" aria-label="Guests with needs" ref={box}>
      <h2>Guests with needs</h2>
      {all.map(([t, n]) => (
        <One key={t.id + n.id} view={view} table={t} need={n} change={change} />
      ))}
      {!view.readOnly && tables.length > 0 && <NewNeed view={view} change={change} />}
      {tables.length === 0 && <p className="quiet">Seat the guests first: a need has a table and a seat.</p>}
    </section>
  )
}

function One({ view, table, need, change }: { view: View; table: Table; need: Need; change: Change }) {
  const origin = { service: view.service, version: view.version }
  return (
    <div className="guest">
      <div className="guest-head">
        <b>
          {guest(table, need)}: {need.said}
        </b>
        <span className="small quiet">{watched(need)}</span>
        {!view.readOnly && (
          <button className="plain-button small" onClick={() => void change(`${guest(table, need)}: ${need.said} removed`, origin, (s) => withTable(s, { ...(s.tables?.find((o) => o.id === table.id) ?? table), needs: table.needs?.filter((o) => o.id !== need.id) }))}>
            Remove<span className="visually-hidden"> the need of {guest(table, need)}</span>
          </button>
        )}
      </div>
      <ul>
        {view.rows.map((r) => {
          const served = need.served?.find((s) => s.course === r.course)
          return served ? <CourseOf key={r.course} view={view} table={table} need={need} served={served} name={r.name} /> : null
        })}
      </ul>
    </div>
  )
}

const spelt: Record<string, string> = { meat: 'fish or meat', animal: 'anything animal' }

/** watched says what is looked for: what the book knows, and words that lines are searched for. */
const watched = (n: Need) => [...(n.without?.length ? [`by the book: ${listed(n.without.map((w) => spelt[w] ?? w))}`] : []), ...(n.words?.length ? [`searched in lines: ${listed(n.words)}`] : [])].join('; ')

type CourseProps = { view: View; table: Table; need: Need; served: Served; name: string }

function CourseOf(props: CourseProps) {
  const { view, need, served, name } = props
  const dish = view.rows.find((r) => r.course === served.course)?.dishes.find((d) => d.dish === served.dish)
  const version = dish?.versions.find((v) => v.id === served.version)?.name
  if (served.stopped) return <Stopped {...props} dish={dish?.name ?? name} />
  const a = served.answer
  return (
    <li>
      <span>{served.dish ? [dish?.name ?? served.dish, version].filter(Boolean).join(', ') : `${name}: nothing`}</span>
      <span className="small quiet">
        {a ? `${a.who}, ${a.at.slice(11, 16)}${a.source ? `: ${a.source}` : ''}` : `free of ${need.said.replace(/^no /, '')} by the book`}
        {a && !view.readOnly && <TakeBack {...props} />}
      </span>
    </li>
  )
}

function useAnswer({ view, table, need, served }: CourseProps) {
  const desk = useDesk()
  const once = useOnce()
  return async (answer: { dish?: string; version?: string; source?: string; back?: boolean }) => {
    const body = { table: table.id, need: need.id, course: served.course, ...answer }
    try {
      await once(body, (key) => ask(api.POST('/api/services/{id}/answers', { params: { path: { id: view.service.id }, header: { 'Idempotency-Key': key, 'Jointime-Screen': `service:${view.service.id}` } }, body })))
      await reread()
    } catch (error) {
      desk.say(error instanceof Error ? error.message : 'Not saved.')
    }
  }
}

function TakeBack(props: CourseProps) {
  const answer = useAnswer(props)
  return (
    <button className="plain-button ms-2" onClick={() => void answer({ back: true })}>
      Change
    </button>
  )
}

function Stopped(props: CourseProps & { dish: string }) {
  const { served, dish, name, view } = props
  const answer = useAnswer(props)
  const [asking, setAsking] = useState<{ dish: string; version?: string; name: string }>()
  const [source, setSource] = useState('')
  const offers = served.offers ?? []
  return (
    <li className="halted">
      <div className="bracket">
        <div className="what">
          {dish}: stopped.{' '}
          {served.contains?.length ? `Contains ${listed(served.contains)}.` : `Not known: ${listed(served.unknown ?? [])}.`}
        </div>
        {!view.readOnly && (
          <div className="answers">
            {offers.map((o) => (
              <Button key={o.dish + (o.version ?? '')} size="sm" variant={o.unknown?.length ? 'outline-dark' : 'primary'} onClick={() => (o.unknown?.length ? setAsking(o) : void answer({ dish: o.dish, version: o.version }))}>
                {o.name}
                {o.unknown?.length ? ` (ask: ${count(o.unknown.length, 'thing')})` : ''}
              </Button>
            ))}
            <Button size="sm" variant="outline-dark" onClick={() => void answer({})}>
              Nothing in this course
            </Button>
          </div>
        )}
        {offers.length === 0 && <div className="advice">Nothing in {name} is without it. Add a dish to the course on Menu, or a version to the dish.</div>}
        {asking && (
          <form
            className="d-flex gap-2 mt-2 flex-wrap"
            onSubmit={(e) => {
              e.preventDefault()
              void answer({ dish: asking.dish, version: asking.version, source })
            }}
          >
            <Form.Control autoFocus aria-label={`What was read, or who was asked, about ${asking.name}`} placeholder="label read, supplier asked: what did it say?" value={source} maxLength={200} onChange={(e) => setSource(e.target.value)} style={{ maxWidth: 420 }} />
            <Button type="submit" size="sm" disabled={!source.trim()}>
              {asking.name}: it is without
            </Button>
          </form>
        )}
      </div>
    </li>
  )
}

// NewNeed takes a need as it was told, and shows what it was taken for.
function NewNeed({ view, change }: { view: View; change: Change }) {
  const tables = view.service.tables ?? []
  const read = (text: string) => ask(api.GET('/api/read/need', { params: { query: { text } } }))
  const form = useForm(`${view.service.id}/need`, { table: '', seat: '', said: '' }, { service: view.service, version: view.version }, async (f, from) => {
    const t = tables.find((o) => o.id === f.table) ?? tables.find((o) => o.name.toLowerCase() === f.table.trim().toLowerCase() || o.name.toLowerCase() === `table ${f.table.trim().toLowerCase()}`)
    if (!t) throw new FieldError('table', f.table ? `No table “${f.table}”.` : 'Which table?')
    if (!f.said.trim()) throw new FieldError('said', 'What must the guest not have?')
    const taken = await read(f.said)
    let n = 1
    while (t.needs?.some((o) => o.id === `need-${n}`)) n++
    const need = { id: `need-${n}`, said: f.said.trim(), ...(f.seat.trim() ? { seat: f.seat.trim() } : {}), ...(taken.without.length ? { without: taken.without } : {}), ...(taken.words.length ? { words: taken.words } : {}) }
    return change(`${t.name}: ${need.said}`, from, (s) => {
      const there = s.tables?.find((o) => o.id === t.id) ?? t
      return withTable(s, withNeed(there, need))
    })
  })
  const f = form.value
  const heard = useAsked(f.said.trim() || undefined, read)
  return (
    <form className="new-need" onSubmit={form.submit}>
      <Form.Group controlId="need-table">
        <Form.Label>table</Form.Label>
        <Form.Control value={f.table} placeholder="7" isInvalid={form.wrong?.field === 'table'} onChange={(e) => form.set({ table: e.target.value })} autoComplete="off" />
      </Form.Group>
      <Form.Group controlId="need-seat">
        <Form.Label>seat</Form.Label>
        <Form.Control value={f.seat} placeholder="2" onChange={(e) => form.set({ seat: e.target.value })} autoComplete="off" maxLength={20} />
      </Form.Group>
      <Form.Group controlId="need-said">
        <Form.Label>must not have</Form.Label>
        <Form.Control value={f.said} placeholder="no gluten, pine nuts" isInvalid={form.wrong?.field === 'said'} onChange={(e) => form.set({ said: e.target.value })} autoComplete="off" maxLength={200} />
      </Form.Group>
      <Button type="submit" variant="outline-dark" disabled={form.busy}>
        Add the guest
      </Button>
      {f.said.trim() && heard.answer && <span className="understood">{watched({ id: '', said: f.said, ...heard.answer }) || 'Write no gluten, no egg, pine nuts.'}</span>}
      <Wrong of={form} />
    </form>
  )
}
