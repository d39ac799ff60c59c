// Day: all services of a kitchen on one clock, who is where, and which service goes first.
import { useState } from 'react'
import { Link } from 'wouter'
import type { Schemas } from '../../api/client'
import { lost, useDay, useService } from '../../api/queries'
import { useAddress } from '../../parts/address'
import { Undo } from '../../parts/Desk'
import { Told } from '../../parts/Holds'
import { Bracket, Empty, Failed, Waiting } from '../../parts/States'
import { count, day, listed, wall } from '../../parts/words'
import { Clock } from './Clock'
import { GoesFirst } from './GoesFirst'

export type Sheet = Schemas['DaySheet']
export type Served = Sheet['services'][number]

export function Day({ id }: { id: string }) {
  const service = useService(id)
  const [params, setParams] = useAddress()
  const of = service.data?.service
  const on = params.get('on') ?? of?.day ?? ''
  const sheet = useDay(of?.kitchen ?? '', on)
  if (lost(service)) return <Failed error={service.error} again={() => void service.refetch()} />
  if (lost(sheet)) return <Failed error={sheet.error} again={() => void sheet.refetch()} />
  if (!sheet.data) return <Waiting what="the day" />
  return <OneDay sheet={sheet.data} service={id} go={(to) => setParams(to === of?.day ? {} : { on: to }, { replace: true })} />
}

function OneDay({ sheet, service, go }: { sheet: Sheet; service: string; go: (day: string) => void }) {
  const [first, setFirst] = useState<Served>()
  const served = sheet.services.filter((s) => s.day === sheet.day)
  return (
    <div className="kitchen-day">
      <div className="page-head">
        <h1>Day</h1>
        <span className="quiet">
          {sheet.kitchen}, {day(sheet.day)}
        </span>
        <div className="tools">
          <Undo hides screen={`day:${service}`} />
          <div className="choices" role="group" aria-label="Day">
            <button onClick={() => go(shifted(sheet.day, -1))}>Day before</button>
            <button onClick={() => go(shifted(sheet.day, 1))}>Day after</button>
          </div>
        </div>
      </div>
      <Told list={sheet.told} />
      {sheet.services.length === 0 ? (
        <Empty title="Nothing that day">No service, and no prep for one.</Empty>
      ) : (
        <ol className="day-services" aria-label="Services, the first to go in front">
          {sheet.services.map((s) => (
            <ServiceLine key={s.id} s={s} among={served.length} sheet={sheet} first={() => setFirst(s)} />
          ))}
        </ol>
      )}
      <Clock sheet={sheet} />
      {first && <GoesFirst s={first} screen={`day:${service}`} close={() => setFirst(undefined)} />}
    </div>
  )
}

// ServiceLine is a service with its hours, whether it holds, and whether it goes first.
function ServiceLine({ s, among, sheet, first }: { s: Served; among: number; sheet: Sheet; first: () => void }) {
  const [open, setOpen] = useState(false)
  const elsewhen = s.day !== sheet.day
  const hours = s.courses.map((c) => wall(sheet.origin, c.at))
  const shown = open ? s.clashes : s.clashes.slice(0, 1)
  return (
    <li>
      <span className="clock hours">{elsewhen ? 'prep' : [hours[0], hours.length > 1 && hours.at(-1)].filter(Boolean).join('–')}</span>
      <div>
        <Link className="name" to={`/run-up/${s.id}`}>
          {s.name}
        </Link>
        <span className="quiet">
          {[elsewhen && `for ${day(s.day)}`, s.first && 'goes first', s.around?.length && `planned around ${listed(s.around)}`, s.planning && 'planning …'].filter(Boolean).map((t) => ` · ${t as string}`)}
        </span>
        {s.planned && s.onPlan && <b className="state"> · on plan</b>}
        {s.planned && (s.stops ?? 0) > 0 && (
          <span className="quiet">
            {' '}
            · {count(s.stops!, 'strand')} {s.stops === 1 ? 'stops' : 'stop'} at a gap
          </span>
        )}
        {!s.planned && !s.planning && <Bracket what="Not planned." />}
        {shown.map((c) => (
          <Bracket key={c.what} what={c.what}>
            {c.why}
          </Bracket>
        ))}
        {s.clashes.length > 1 && (
          <button className="plain-button" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? 'Hide' : `${count(s.clashes.length - 1, 'more limit')} over`}
          </button>
        )}
      </div>
      {among > 1 && !elsewhen && (
        <button className="btn btn-outline-dark btn-sm tools" onClick={first}>
          {s.first ? 'No longer first' : 'Let it go first'}
        </button>
      )}
    </li>
  )
}

// shifted is a day so many days after one.
function shifted(iso: string, by: number): string {
  const at = new Date(`${iso}T12:00:00Z`)
  at.setUTCDate(at.getUTCDate() + by)
  return at.toISOString().slice(0, 10)
}
