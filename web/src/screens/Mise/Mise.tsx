// Mise: what is prepared today, in which section, how much of it, in which
// order; ticked off on any tablet, with or without a connection.
import { useState } from 'react'
import { Button } from 'react-bootstrap'
import { drop, useOutbox, useTrouble } from '../../api/outbox'
import { lost, useMise } from '../../api/queries'
import type { Schemas } from '../../api/client'
import { Bracket, Empty, Failed, Waiting } from '../../parts/States'
import { useAddress } from '../../parts/address'
import { clock, count, day } from '../../parts/words'
import { Labels } from './Labels'
import { axisOf, labelsOf } from './strip'
import { TaskRow, VisitRow } from './Task'
import { Decides } from '../../parts/Decides'

type View = Schemas['MiseView']

export function Mise({ id }: { id: string }) {
  const mise = useMise(id)
  if (mise.isPending) return <Waiting what="the mise" />
  if (lost(mise)) return <Failed error={mise.error} again={() => void mise.refetch()} />
  return <Sheet view={mise.data} />
}

// Sheet is cut down to a day and a section by the address, so that a tablet
// opens where it was.
function Sheet({ view }: { view: View }) {
  const [params, setParams] = useAddress()
  const [labels, setLabels] = useState<string[]>()
  const outbox = useOutbox().filter((h) => h.service === view.service.id)
  const { sheet } = view
  const choose = (name: string, value: string) => setParams((p) => (value ? p.set(name, value) : p.delete(name), p), { replace: true })
  const section = params.get('section') ?? ''
  const on = params.get('day') ?? ''
  const days = sheet.days.filter((d) => !on || d.day === on).map((d) => ({ ...d, sections: d.sections.filter((s) => !section || s.id === section) }))
  const shown = days.flatMap((d) => d.sections).flatMap((s) => s.tasks)
  const all = sheet.days.flatMap((d) => d.sections).flatMap((s) => s.tasks)
  const axis = axisOf(all, view.begins)
  const first = all.flatMap((t) => (t.start ? [t.start] : [])).sort((a, b) => Date.parse(a) - Date.parse(b))[0]
  if (labels) return <Labels service={view.service.id} tasks={labels} close={() => setLabels(undefined)} />
  return (
    <>
      <div className="page-head">
        <h1>Mise</h1>
        <span className="quiet">
          {view.service.name}, {day(view.service.day)} · first course <span className="clock">{clock(view.begins, false)}</span>
        </span>
        <div className="tools">
          <Button size="sm" variant="outline-dark" onClick={() => setLabels(shown.map((t) => t.id))} disabled={shown.length === 0}>
            Labels
          </Button>
          <Button size="sm" variant="outline-dark" onClick={() => window.print()}>
            Print prep list
          </Button>
          <a className="btn btn-outline-dark btn-sm" href={`/api/services/${view.service.id}/mise.csv`}>
            Export CSV
          </a>
        </div>
      </div>
      <div className="mise-choices">
        <Choices label="Section" value={section} choose={(v) => choose('section', v)} options={[['', 'all sections'], ...view.sections.filter((s) => sheet.days.some((d) => d.sections.some((x) => x.id === s.id))).map((s): [string, string] => [s.id, s.name])]} />
        <Choices label="Day" value={on} choose={(v) => choose('day', v)} options={[['', 'all days'], ...sheet.days.map((d): [string, string] => [d.day, day(d.day, true)])]} />
        <span className="mise-count">
          <b>{sheet.done}</b> of {sheet.done + sheet.open} ready
        </span>
      </div>
      {sheet.short.map((s) => (
        <Bracket key={s.what} what={s.what}>
          {s.do}
        </Bracket>
      ))}
      {view.message && <Bracket what={view.message}>Latest possible times; cooks and equipment not counted.</Bracket>}
      {view.problems.map((p) => (
        <Bracket key={p.where + p.what} what={p.where}>
          {p.what}
        </Bracket>
      ))}
      <Outbox held={outbox} nameOf={(id) => all.find((t) => isOf(t, id))?.name ?? 'a task no longer on the list'} />
      {shown.length === 0 && <Empty title="Nothing to prepare here">Choose another section or day, or enter plates on Menu.</Empty>}
      {first && shown.length > 0 && (
        <div className="task-axis" aria-hidden="true">
          <div>
            {labelsOf(axis, first, view.begins).map((l) => (
              <span key={l.text} className="clock" style={{ left: `${l.x}%` }}>
                {l.text}
              </span>
            ))}
          </div>
          <p className="small quiet">Solid: working. Line: keeps, up to the bracket. Blue: needed.</p>
        </div>
      )}
      {days.map((d) => (
        <section key={d.day} aria-label={day(d.day)} className="mise-day">
          <h2>{day(d.day)}</h2>
          {d.sections.map((s) => (
            <div key={s.id} role="group" aria-label={s.name}>
              <h3>{s.name}</h3>
              {s.tasks.map((t, i) => (
                <TaskRow key={t.id} task={t} number={i + 1} axis={axis} service={view.service.id} held={outbox.filter((h) => isOf(t, h.tick.task) && !h.refused).map((h) => h.tick)} label={() => setLabels([t.id])} />
              ))}
              {s.visits.map((v) => (
                <VisitRow key={v.id} visit={v} service={view.service.id} held={outbox.some((h) => h.tick.task === v.id)} />
              ))}
            </div>
          ))}
        </section>
      ))}
      {!section && sheet.parts.length > 0 && (
        <section aria-label="Taken apart" className="mise-day">
          <h2>Taken apart, in this order</h2>
          {sheet.parts.map((p) => (
            <p key={p.name} className="mb-1">
              <b>{p.name}</b> {p.order.join(', then ')}
              {p.left && <span className="quiet"> · left: {p.left}</span>}
            </p>
          ))}
        </section>
      )}
      {!section && <Ware list={sheet.ware} />}
      {shown.some((t) => t.cautions.length > 0) && <Decides />}
      {sheet.stray.length > 0 && (
        <Bracket what="Ticked, no longer on the list">
          {sheet.stray.map((t) => `${t.name || t.task} by ${t.who}, ${clock(t.at, false)}`).join(' · ')}
        </Bracket>
      )}
    </>
  )
}

// Ware is what is laid out: so many at once, so many there.
function Ware({ list }: { list: Schemas['LaidOut'][] }) {
  if (list.length === 0) return null
  const counted = list.filter((w) => w.have !== undefined)
  const others = list.filter((w) => w.have === undefined)
  return (
    <section aria-label="Ware and small things" className="mise-day ware">
      <h2>Ware and small things</h2>
      {counted.length > 0 && <table>
        <thead>
          <tr>
            <th>wanted</th>
            <th>what</th>
            <th>there</th>
            <th>for</th>
          </tr>
        </thead>
        <tbody>
          {counted.map((w) => (
            <tr key={w.name} title={w.working}>
              <td className="clock">{w.need}</td>
              <td>
                <b>{w.name}</b>
              </td>
              <td>{w.short > 0 ? <b className="wrong">{w.have}, {w.short} short</b> : w.have}</td>
              <td className="small">
                {w.uses.join(' · ')}
                {w.washed && ', washed in between'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>}
      {others.length > 0 && (
        <p className="mt-2 mb-0">
          <span className="quiet">{counted.length > 0 ? 'Wanted as well, not counted' : 'Wanted, not counted'} (Kitchen, ware and small things): </span>
          {others.map((w) => (w.need > 1 ? `${w.need} × ${w.name}` : w.name)).join(' · ')}
        </p>
      )}
    </section>
  )
}

type ChoicesProps = { label: string; value: string; choose: (value: string) => void; options: [string, string][] }

function Choices({ label, value, choose, options }: ChoicesProps) {
  return (
    <div className="choices" role="group" aria-label={label}>
      {options.map(([v, text]) => (
        <button key={v} aria-pressed={v === value} onClick={() => choose(v)}>
          {text}
        </button>
      ))}
    </div>
  )
}

// Outbox says what this tablet has ticked and the server does not have yet.
// isOf tells whether a tick is of a task, or of what must come out of it.
const isOf = (t: Schemas['Task'], id: string) => t.id === id || t.outs.some((o) => o.id === id)

function Outbox({ held, nameOf }: { held: ReturnType<typeof useOutbox>; nameOf: (task: string) => string }) {
  const waits = held.filter((h) => !h.refused).length
  const trouble = useTrouble()
  return (
    <>
      {waits > 0 && trouble && <Bracket what={`${count(waits, 'tick')} not sent yet: ${trouble}`} />}
      {waits > 0 && !trouble && (
        <p className="understood" role="status">
          {count(waits, 'tick')} not sent yet. {waits === 1 ? 'It is' : 'They are'} kept on this tablet.
        </p>
      )}
      {held
        .filter((h) => h.refused)
        .map((h) => (
          <Bracket key={h.tick.id} what={`Tick refused: ${nameOf(h.tick.task)}. ${h.refused}`}>
            <button className="plain-button" onClick={() => drop(h.tick.id)}>
              Discard
            </button>
          </Bracket>
        ))}
    </>
  )
}
