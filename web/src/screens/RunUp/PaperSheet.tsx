// The evening on paper: each course on a page of its own, drawn as wide as the paper is, with its
// waves under it; where the drawing would be too fine to read, as a table.
import { useMemo } from 'react'
import { tablesOf } from '../../parts/service/sent'
import { clock } from '../../parts/words'
import type { Moved } from '../../parts/service/moved'
import { foldedAxis } from './axis'
import { laid, top } from './layout'
import { Opened } from './Opened'
import { rowsOf } from './rows'
import { matches, none, strandsOf } from './shown'
import { servesApart, type Evening, type Opening, type Plan } from './types'

export type Paper = 'A4' | 'A3'

/** page is what of a page on its side can be printed on, in pixels of 1/96 inch. */
const page: Record<Paper, { wide: number; high: number }> = { A4: { wide: 1046, high: 717 }, A3: { wide: 1511, high: 1046 } }

const nothing: Moved = { steps: new Map(), since: '' }
const still = () => undefined

export function PaperSheet({ plan, evening, paper, about }: { plan: Plan; evening: Evening; paper: Paper; about: (course: Plan['courses'][number]) => string }) {
  return (
    <div className={`paper-sheet on-${paper}`}>
      {evening.opens
        .filter((o) => o.kind === 'course')
        .map((o) => {
          const course = plan.courses.find((c) => c.id === o.id)!
          return (
            <section key={o.id}>
              <h2>
                <span className="clock">{clock(course.hour, false)}</span> {o.name} <span className="quiet">{about(course)}</span>
              </h2>
              <CoursePage plan={plan} opening={o} course={course} size={page[paper]} />
            </section>
          )
        })}
    </div>
  )
}

function CoursePage({ plan, opening, course, size }: { plan: Plan; opening: Opening; course: Plan['courses'][number]; size: { wide: number; high: number } }) {
  const filter = useMemo(() => ({ ...none, course: opening.id }), [opening])
  const room = size.high - 70 - 22 * Math.ceil(course.sent.length / 4) // under the heading, above the waves
  const fine = useMemo(() => tooFine(plan, course, opening, size.wide, room), [plan, course, opening, size, room])
  return (
    <>
      {!fine && <Opened plan={plan} opening={opening} filter={filter} moved={nothing} wide={1} lit="" picked="" pick={still} room={size.wide} high={room} />}
      <WaveTable plan={plan} course={course} filter={filter} steps={fine} />
    </>
  )
}

const leastApart = 5 // pixels between two waves, below which they cannot be told apart
const leastScale = 0.68 // of a drawing, below which its letters are under 7 points

/** tooFine tells whether a drawing could not be read on paper: waves would lie too close, or the page is too low for it. */
export function tooFine(plan: Plan, course: Plan['courses'][number], opening: Opening, wide: number, high: number): boolean {
  const axis = foldedAxis(opening.axis, 178, wide - 14)
  const at = course.sent.map((s) => axis.x(s.at)).sort((a, b) => a - b)
  const close = at.length > 2 && (at[at.length - 1] - at[0]) / (at.length - 1) < leastApart
  const filter = { ...none, course: opening.id }
  const rows = rowsOf(plan, strandsOf(plan, filter), matches(plan, filter))
  return close || high / laid(plan, rows, axis, top, 178, '', (c) => `${c} °C`).bottom < leastScale
}

// WaveTable is what leaves when; with the steps, also when each component is begun for it.
function WaveTable({ plan, course, filter, steps }: { plan: Plan; course: Plan['courses'][number]; filter: typeof none; steps: boolean }) {
  const rows = useMemo(() => (steps ? rowsOf(plan, strandsOf(plan, filter), matches(plan, filter)).filter((r) => r.all.some((b) => b.waves)) : []), [plan, filter, steps])
  return (
    <table className={steps ? 'wave-table' : 'wave-table short'}>
      <thead>
        <tr>
          <th scope="col">leaves</th>
          <th scope="col">for</th>
          <th scope="col">plates</th>
          {rows.map((r) => (
            <th key={r.key} scope="col">
              {[r.name, r.note].filter(Boolean).join(', ')}: {r.all.find((b) => b.waves)?.name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {[...course.sent].sort((a, b) => a.at - b.at).map((s) => (
          <tr key={s.wave}>
            <td className="clock">{clock(s.leaves)}</td>
            <td>{tablesOf(s).join(' · ') || `wave ${s.wave}`}</td>
            <td>{s.plates.reduce((sum, p) => sum + p.plates, 0)}</td>
            {rows.map((r) => {
              const first = r.all.find((b) => servesApart(b, s.wave))
              return (
                <td key={r.key} className="clock">
                  {first && clock(first.start)}
                </td>
              )
            })}
          </tr>
        ))}
      </tbody>
    </table>
  )
}
