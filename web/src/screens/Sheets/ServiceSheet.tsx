// The service of a section on one page above the stove: how many of what, the tables in order with
// who must not have what, each component with its minutes before the plate and its rounds, when
// ovens turn, cautions once, and room for the pen.
import { Fragment, type CSSProperties } from 'react'
import type { Schemas } from '../../api/client'
import { Decides } from '../../parts/Decides'
import { useHeat } from '../../parts/heat'
import { count, tableName } from '../../parts/words'
import { before } from './before'
import { together } from './rounds'

type Sheet = Schemas['ServiceSheet']
type Course = Sheet['courses'][number]

export function ServiceSheet({ sheet }: { sheet: Sheet }) {
  const heat = useHeat()
  return (
    <div className={sheet.section === '' && sheet.courses.length > 1 ? 'service-sheet whole' : 'service-sheet'} style={{ '--paper': onPaper(sheet) } as CSSProperties}>
      <ul className="sheet-counts" aria-label="Plates of the evening">
        {sheet.counts.map((c) => (
          <li key={c.name}>
            <b>{c.plates}</b> {c.name}
          </li>
        ))}
      </ul>
      {sheet.courses.map((c) => (
        <CoursePart key={c.name} course={c} />
      ))}
      {sheet.turns.length > 0 && (
        <p className="sheet-turns">
          <b>Turn</b>{' '}
          {sheet.turns.map((t) => (
            <span key={t.clock + t.name}>
              <span className="clock">{t.clock}</span> {t.name} to <b>{heat(t.toC)}</b> for {t.for}
            </span>
          ))}
        </p>
      )}
      {sheet.cautions.length > 0 && (
        <div className="sheet-cautions">
          <ul>
            {sheet.cautions.map((c) => (
              <li key={c} className="care">
                {c}
              </li>
            ))}
          </ul>
          <Decides />
        </div>
      )}
    </div>
  )
}

// pageLines is how many lines of a sheet an A4 page has at its smallest letters.
const pageLines = 46

// onPaper is how large a sheet is printed, so that it fills one page and no more.
function onPaper(sheet: Sheet): number {
  const courses = sheet.courses.map((c) => 3.4 + Math.ceil(c.tables.length / 9) + c.rows.reduce((sum, r) => sum + Math.max(Math.ceil(r.steps.length / 2.2), Math.ceil(together(r.rounds).length / 4), r.name.length > 16 ? 2 : 1, r.version ? 2 : 1) + 0.35, 0))
  const whole = sheet.section === '' ? Math.max(...courses) : courses.reduce((sum, n) => sum + n, 0) // a page a course, or all on one
  const lines = 4 + whole + sheet.cautions.length * 1.3 + (sheet.turns.length ? 1 + sheet.turns.length / 3 : 0)
  return Math.min(1.5, Math.max(0.75, Math.round(Math.sqrt(pageLines / lines) * 100) / 100))
}

function CoursePart({ course: c }: { course: Course }) {
  return (
    <section aria-label={c.name}>
      <h2>
        <span className="clock">{c.hour}</span> {c.name} <span className="quiet">{count(c.plates, 'plate')}</span>
      </h2>
      {c.tables.length > 0 && (
        <ol className="sheet-tables" aria-label="Tables, in order">
          {c.tables.map((t, i) => (
            <li key={`${t.name} ${i}`} data-need={t.needs.length > 0 || t.other.length > 0}>
              <b>{tableName(t.name)}</b> {t.part ? `(${t.part} of ${t.plates})` : t.plates}
              {t.other.map((o) => (
                <span key={o.name}>
                  , {o.plates} {o.name}
                </span>
              ))}
              {t.needs.map((n) => (
                <span key={`${n.seat} ${n.said}`} className="sheet-need">
                  {n.seat ? `seat ${n.seat} ` : ''}
                  {n.said}
                  {n.stopped && <b> stopped: ask</b>}
                </span>
              ))}
            </li>
          ))}
        </ol>
      )}
      <table>
        <thead>
          <tr>
            <th scope="col">component</th>
            <th scope="col">before the plate, min · first wave at</th>
            <th scope="col">rounds</th>
            <th scope="col" className="pen" aria-label="notes" />
          </tr>
        </thead>
        <tbody>
          {c.rows.map((r) => (
            <RowLine key={r.name + (r.version ?? '')} row={r} />
          ))}
        </tbody>
      </table>
    </section>
  )
}

function RowLine({ row: r }: { row: Course['rows'][number] }) {
  const heat = useHeat()
  return (
    <tr>
      <th scope="row">
        {r.name}
        {r.version && <div className="sheet-version">{r.version}</div>}
      </th>
      <td>
        {r.steps.map((s, i) => (
          <Fragment key={s.what + s.before}>
            {i > 0 && ' '}
            <span className="sheet-step">
              <b>{before(s.before)}</b> {s.what}
              {s.setting !== undefined && ` ${heat(s.setting)}`} <span className="clock">{s.first.slice(0, 5)}</span>
            </span>
          </Fragment>
        ))}
      </td>
      <td>
        {together(r.rounds).map((x, i) => (
          <Fragment key={i}>
            {i > 0 && ' '}
            <span className="sheet-round">
              <b>{x.times > 1 ? `${x.times} × ${x.portions}` : x.portions}</b> {x.tables || (r.rounds.length > 1 ? '' : 'at once')}
            </span>
          </Fragment>
        ))}
      </td>
      <td className="pen" />
    </tr>
  )
}
