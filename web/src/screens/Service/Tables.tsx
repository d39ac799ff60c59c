// Who sits where and has what: a row for each table, a column for each course.
import { useState } from 'react'
import { Button } from 'react-bootstrap'
import { useDesk } from '../../parts/Desk'
import { Empty } from '../../parts/States'
import { Typed, type Origin } from '../../parts/Typed'
import { had, hourOf, newTable, order, seatAll, withoutTable, withTable, type Course, type Service, type Table } from './seating'
import type { View } from '../../parts/service/types'
import { count } from '../../parts/words'

export type Change = (what: string, from: Origin, edit: (s: Service) => Service) => Promise<boolean>

export function Tables({ view, change }: { view: View; change: Change }) {
  const { service } = view
  const origin = { service, version: view.version }
  const tables = service.tables ?? []
  const [open, setOpen] = useState('')
  const guests = tables.reduce((sum, t) => sum + t.guests, 0)
  const [table, course] = [tables.find((t) => open.startsWith(`${t.id}/`)), view.rows.find((c) => open.endsWith(`/${c.course}`))]
  if (tables.length === 0)
    return (
      <section aria-label="Tables">
        <Empty title="Nobody is seated yet">
          Seat the covers: a table’s plates then leave together, and covers are counted from the tables.
        </Empty>
        {!view.readOnly && (
          <p className="text-center">
            <Button onClick={() => void change('Seated at tables', origin, seatAll)}>Seat at tables of four</Button>
          </p>
        )}
      </section>
    )
  return (
    <section aria-label="Tables">
      <table className="seating">
        <thead>
          <tr>
            <th>
              {count(tables.length, 'table')}
            </th>
            <th className="figure">{count(guests, 'guest')}</th>
            {view.rows.map((c) => (
              <th key={c.course}>{c.name}</th>
            ))}
            <th>note</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {tables.map((t) => (
            <tr key={t.id}>
              <th scope="row">{t.name}</th>
              <td className="figure">
                <Guests table={t} view={view} origin={origin} change={change} />
              </td>
              {view.rows.map((c) => (
                <td key={c.course}>
                  <Cell table={t} course={c} open={open === `${t.id}/${c.course}`} set={(on) => setOpen(on ? `${t.id}/${c.course}` : '')} />
                </td>
              ))}
              <td className="note">
                <Typed id={`note-${t.id}`} label={`${t.name}, note`} hidden value={t.note ?? ''} readOnly={view.readOnly} draft={`${service.id}/table/${t.id}/note`} origin={origin} save={(text, from) => change(`${t.name}: ${text || 'no note'}`, from, (s) => withTable(s, { ...find(s, t), note: text || undefined }))} />
              </td>
              <td className="tools">
                {!view.readOnly && (
                  <button className="plain-button" aria-label={`Delete ${t.name}`} onClick={() => void change(`${t.name} deleted`, origin, (s) => withoutTable(s, t.id))}>
                    Delete
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {table && course && <Opened table={table} course={course} view={view} origin={origin} change={change} />}
      {!view.readOnly && (
        <Button className="tools mt-2" variant="outline-dark" onClick={() => void change('Table added', origin, (s) => withTable(s, newTable(s, 2)))}>
          Add a table of two
        </Button>
      )}
    </section>
  )
}

const find = (s: Service, t: Table) => s.tables?.find((o) => o.id === t.id) ?? t

type CellProps = { table: Table; view: View; origin: Origin; change: Change }

function Guests({ table, view, origin, change }: CellProps) {
  const desk = useDesk()
  return (
    <Typed
      id={`guests-${table.id}`} label={`${table.name}, guests`} hidden type="number" value={String(table.guests)} readOnly={view.readOnly} draft={`${view.service.id}/table/${table.id}/guests`} origin={origin}
      save={(text, from) => {
        const n = Number(text)
        if (/^\d{1,3}$/.test(text) && n > 0) return change(`${table.name}: ${count(n, 'guest')}`, from, (s) => withTable(s, { ...find(s, table), guests: n }))
        desk.say(`Guests: “${text}” is not a number.`)
        return Promise.resolve(false)
      }}
    />
  )
}

// Cell is what a table has of a course: plainly its number, and beside it what is
// not the first dish.
function Cell({ table, course, open, set }: { table: Table; course: Course; open: boolean; set: (on: boolean) => void }) {
  const list = had(table, course)
  const hour = table.hours?.find((h) => h.course === course.course)?.hour
  return (
    <button className="seat" aria-expanded={open} data-seat={`${table.id}/${course.course}`} onClick={() => set(!open)}>
      <span className="visually-hidden">
        {table.name}, {course.name}:
      </span>
      {list
        .filter((h) => h.first || h.plates > 0)
        .map((h) => (
          <span key={h.dish + h.version} className={h.first ? undefined : 'apart'}>
            {h.first ? h.plates : `+ ${h.plates} ${h.name}`}
          </span>
        ))}
      {(table.needs ?? []).map((n) => {
        const s = n.served?.find((x) => x.course === course.course)
        if (!s || (!s.stopped && !s.dish)) return null
        const dish = course.dishes.find((d) => d.dish === s.dish)
        const what = dish?.versions.find((v) => v.id === s.version)?.name ?? (dish && dish !== course.dishes[0] ? dish.name : n.said)
        return (
          <span key={n.id} className="apart" data-halted={s.stopped || undefined}>
            {s.stopped ? `stopped: ${n.said}` : `+ 1 ${what}`}
            {n.seat && `, seat ${n.seat}`}
          </span>
        )
      })}
      {hour && <span className="apart clock">{hour}</span>}
    </button>
  )
}

function Opened({ table, course, view, origin, change }: CellProps & { course: Course }) {
  const desk = useDesk()
  const key = `${view.service.id}/table/${table.id}/${course.course}`
  return (
    <div className="opened seat-open" role="group" aria-label={`${table.name}, ${course.name}, what they have`}>
      <b>
        {table.name}, {course.name}
      </b>
      {had(table, course).map((h) =>
        h.first ? (
          <span key="rest">
            {h.plates} × {h.name}
          </span>
        ) : (
          <Typed
            key={h.dish + h.version} id={`order-${table.id}-${h.dish}-${h.version}`} label={h.name} type="number" value={String(h.plates)} readOnly={view.readOnly} draft={`${key}/${h.dish}/${h.version}`} origin={origin}
            save={(text, from) => {
              const n = Number(text)
              if (/^\d{1,3}$/.test(text)) return change(`${table.name}: ${n} × ${h.name}`, from, (s) => withTable(s, order(find(s, table), course.course, h.dish, h.version, n)))
              desk.say(`Plates: “${text}” is not a number.`)
              return Promise.resolve(false)
            }}
          />
        ),
      )}
      <Typed id={`own-${table.id}-${course.course}`} label="own time" value={table.hours?.find((h) => h.course === course.course)?.hour ?? ''} readOnly={view.readOnly} draft={`${key}/hour`} origin={origin} save={(text, from) => change(`${table.name}, ${course.name} ${text ? `at ${text}` : 'with the others'}`, from, (s) => withTable(s, hourOf(find(s, table), course.course, text)))} />
    </div>
  )
}
