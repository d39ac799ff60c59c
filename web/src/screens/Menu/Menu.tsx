// Menu: what is served when, and to how many.
import { useState } from 'react'
import { Link } from 'wouter'
import { Button, FormCheck, FormControl, FormGroup, FormLabel, FormSelect } from 'react-bootstrap'
import { api, ask, type Schemas } from '../../api/client'
import { reread, useRunUp, useService } from '../../api/queries'
import { Undo, useDesk } from '../../parts/Desk'
import { Holds } from '../../parts/Holds'
import { useOnce } from '../../parts/once'
import { Bracket, Empty, Failed, Waiting } from '../../parts/States'
import { Typed, type Origin } from '../../parts/Typed'
import { useGo } from '../../parts/address'
import { clock, count, day, isPast, lasts, upper } from '../../parts/words'
import { AcrossMenu } from './AcrossMenu'

type View = Schemas['ServiceView']

export function Menu({ id }: { id: string }) {
  const service = useService(id)
  if (service.isPending) return <Waiting what="the menu" />
  if (service.isError) return <Failed error={service.error} again={() => void service.refetch()} />
  return <Sheet view={service.data} />
}

function Sheet({ view }: { view: View }) {
  const { service, readOnly } = view
  return (
    <>
      <div className="page-head">
        <h1>{service.name}</h1>
        <span className="quiet">
          {day(service.day)} · {view.kitchen.name}
        </span>
        <div className="tools">{readOnly ? null : <Undo screen={`menu:${service.id}`} />}</div>
      </div>
      {readOnly && <Past view={view} />}
      <Holds service={service.id} />
      {view.rows.length === 0 && <Empty title="Nothing on the menu">Courses are added to a menu in the book.</Empty>}
      <div className="courses">
        {view.rows.map((row) => (
          <Course key={row.course} view={view} row={row} />
        ))}
      </div>
      <AcrossMenu service={service.id} />
      {!readOnly && <Copy view={view} />}
    </>
  )
}

type Row = View['rows'][number]

function Course({ view, row }: { view: View; row: Row }) {
  const desk = useDesk()
  const { service } = view
  const change = (what: string, { service, version }: Origin, edit: (c: Schemas['CourseHour']) => Schemas['CourseHour']) => {
    const there = service.courses.some((c) => c.course === row.course)
    const courses = there ? service.courses : [...service.courses, { course: row.course, hour: row.hour || '20:00', covers: [] }]
    return desk.hand({
      kind: 'service', id: service.id, version, screen: `menu:${service.id}`, what,
      value: { ...service, courses: courses.map((c) => (c.course === row.course ? edit(c) : c)) },
    })
  }
  const origin = { service, version: view.version }
  const setPlates = (dish: string, name: string, plates: number, from: Origin, version?: string) =>
    change(`${name}: ${count(plates, 'plate')}`, from, (c) => {
      const same = (n: Schemas['Covers']) => n.dish === dish && (n.version ?? '') === (version ?? '')
      const next = { dish, ...(version ? { version } : {}), plates }
      return { ...c, covers: c.covers.some(same) ? c.covers.map((n) => (same(n) ? next : n)) : [...c.covers, next] }
    })
  const choose: Choose = (s, condition) => {
    const rest = (service.conditions ?? []).filter((c) => c.component !== s.component)
    const name = s.options.find((o) => o.id === condition)?.name ?? 'as usual'
    return desk.hand({ kind: 'service', id: service.id, version: view.version, screen: `menu:${service.id}`, what: `${s.of}: ${name}`, value: { ...service, conditions: condition ? [...rest, { component: s.component, condition }] : rest } })
  }
  return (
    <section className="course" aria-label={row.name}>
      <div className="hour">
        <Typed id={`hour-${row.course}`} label="at the pass" value={row.hour} readOnly={view.readOnly || service.courses.some((c) => c.course === row.course && c.after)} origin={origin} save={(text, from) => change(`${row.name} at ${text}`, from, (c) => ({ ...c, hour: text }))} draft={`${service.id}/${row.course}/hour`} />
        <RunUpHint id={service.id} course={row.course} />
        {(service.tables ?? []).length > 0 && (
          <div className="small">
            <Link to={`/service/${service.id}`}>Tables</Link>
          </div>
        )}
      </div>
      <div>
        {row.dishes.map((d) => (
          <DishLine key={d.dish} line={d} readOnly={view.readOnly || (service.tables ?? []).length > 0} draft={`${service.id}/${row.course}/${d.dish}`} origin={origin} setPlates={(n, from, v) => setPlates(d.dish, v ? `${d.name}, ${v.name}` : d.name, n, from, v?.id)} choose={choose} />
        ))}
      </div>
    </section>
  )
}

// RunUpHint tells when a course's work begins, from the plan.
function RunUpHint({ id, course }: { id: string; course: string }) {
  const { data } = useRunUp(id)
  const row = data?.runUp.courses.find((c) => c.id === course)
  const first = data?.runUp.bars.find((b) => b.id === row?.first)
  if (!row || !first) return null
  return (
    <div className="small quiet mt-2">
      prep starts {day(first.start.slice(0, 10), true)} <span className="clock">{clock(first.start, false)}</span>
    </div>
  )
}

type Choose = (state: Row['dishes'][number]['states'][number], condition: string) => Promise<boolean>

function DishLine({ line, readOnly, draft, origin, setPlates, choose }: { choose: Choose; line: Row['dishes'][number]; readOnly: boolean; draft: string; origin: Origin; setPlates: (n: number, from: Origin, version?: Row['dishes'][number]['versions'][number]) => Promise<boolean> }) {
  const desk = useDesk()
  const [open, setOpen] = useState<string>()
  const [gaps, setGaps] = useState(false)
  const need = line.needs.find((n) => n.component === open)
  const graver = line.gaps.filter((g) => !g.lesser).length
  const lesser = line.gaps.length - graver
  const save = (text: string, from: Origin, version?: (typeof line.versions)[number]) => {
    const n = Number(text)
    if (/^\d{1,6}$/.test(text)) return setPlates(n, from, version)
    desk.say(`Plates: “${text}” is not a number.`)
    return Promise.resolve(false)
  }
  return (
    <>
      <div className="dish-line">
        <div className="plates">
          <Typed id={`plates-${line.dish}`} label="plates" value={String(line.plates)} readOnly={readOnly} save={save} draft={draft} origin={origin} type="number" />
        </div>
        <div>
          <Link className="name" to={`/dish/${line.dish}`}>
            {line.name}
          </Link>
          <div className="small quiet">
            <Link to={`/plate/${line.dish}`}>Plate</Link>: <span className="clock">{lasts(line.build)}</span> to build, one cook
            {graver > 0 && <> · <span className="gap">{count(graver, 'gap')}</span></>}
            {lesser > 0 && ` · ${lesser} to check`}
            {line.gaps.length > 0 && (
              <>
                {' · '}
                <button className="plain-button" aria-expanded={gaps} onClick={() => setGaps(!gaps)}>
                  {gaps ? 'Hide' : 'Show'}
                </button>
              </>
            )}
          </div>
          {line.versions.length > 0 && (
            <div className="versions">
              {line.versions.map((v) => (
                <Typed key={v.id} id={`plates-${line.dish}-${v.id}`} label={v.name} value={String(v.plates)} readOnly={readOnly} save={(text, from) => save(text, from, v)} draft={`${draft}/${v.id}`} origin={origin} type="number" />
              ))}
            </div>
          )}
          {line.states.map((s) => (
            <label key={s.component} className="labelled mt-1">
              {upper(s.of)} ({s.name}) arrived
              <FormSelect size="sm" className="w-auto" value={s.chosen ?? ''} disabled={readOnly} onChange={(e) => void choose(s, e.target.value)}>
                <option value="">as usual</option>
                {s.options.map((o) => (
                  <option key={o.id} value={o.id}>
                    {o.name}
                  </option>
                ))}
              </FormSelect>
            </label>
          ))}
        </div>
      </div>
      {line.faults.map((f) => (
        <Bracket key={f} what={f} />
      ))}
      {gaps &&
        line.gaps.map((g) => (
          <Bracket key={g.title + g.question} what={g.title}>
            {g.question} {g.holdsUp} <Link to={`/dish/${line.dish}?${g.step ? `step=${g.component}/${g.step}` : 'side=gaps'}`}>Decide</Link>
          </Bracket>
        ))}
      <div className="needs">
        {line.needs.map((n) => (
          <button key={n.component} aria-expanded={open === n.component} onClick={() => setOpen(open === n.component ? undefined : n.component)}>
            <span>{n.make.name}</span>
            <span className="mono">{n.make.known ? n.make.text : <span className="gap">portion?</span>}</span>
          </button>
        ))}
      </div>
      {need && (
        <div className="opened">
          <div className="mono">
            {need.make.working}
            {need.make.other && <span className="quiet"> = {need.make.other}</span>}
          </div>
          {need.ingredients.map((i) => (
            <div key={i.name}>
              <b>{i.known ? i.text : '?'}</b> {i.name} <span className="quiet mono">= {i.working}</span>
            </div>
          ))}
        </div>
      )}
    </>
  )
}

function Past({ view }: { view: View }) {
  return (
    <div className="read-only-note">
      <b>Past service:</b> as planned, read only. <Copy view={view} />
    </div>
  )
}

// nextWeek is the first day a week on, or several, that is still to come.
function nextWeek(day: string): string {
  const at = new Date(day + 'T12:00:00Z')
  do at.setUTCDate(at.getUTCDate() + 7)
  while (at.getTime() < Date.now())
  return at.toISOString().slice(0, 10)
}

// Copy makes the same service on another day.
function Copy({ view }: { view: View }) {
  const [date, setDate] = useState(() => nextWeek(view.service.day))
  const desk = useDesk()
  const go = useGo()
  const once = useOnce()
  const [record, setRecord] = useState(false)
  const copy = async () => {
    try {
      const body = { day: date, ...(isPast(date) && record ? { record } : {}) }
      const made = await once(body, (key) => ask(api.POST('/api/services/{id}/copy', { params: { path: { id: view.service.id }, header: { 'Idempotency-Key': key } }, body })))
      await reread()
      go(`/menu/${made.id}`)
    } catch (error) {
      desk.say(error instanceof Error ? error.message : 'Not copied.')
    }
  }
  return (
    <form
      className="d-flex gap-2 align-items-end mt-3 tools"
      onSubmit={(e) => {
        e.preventDefault()
        void copy()
      }}
    >
      <FormGroup controlId="copy-day">
        <FormLabel className="quiet">Copy to</FormLabel>
        <FormControl type="date" value={date} onChange={(e) => setDate(e.target.value)} />
        {isPast(date) && <FormCheck id="copy-record" className="mt-2" label="That day is past: keep as a record" checked={record} onChange={(e) => setRecord(e.target.checked)} />}
      </FormGroup>
      <Button type="submit" variant="outline-dark" disabled={!date}>
        Copy service
      </Button>
    </form>
  )
}
