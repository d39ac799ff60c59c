// Does it hold together? What breaks, when it begins, how full hands and places are in each
// course, what the plates are side by side.
import { useRunUp } from '../../api/queries'
import { Link } from 'wouter'
import { Holds } from '../../parts/Holds'
import { Bracket } from '../../parts/States'
import { Planning } from '../../parts/Planning'
import { clock, count, day, spoken } from '../../parts/words'
import { AcrossMenu } from './AcrossMenu'
import { platesOf } from '../../parts/service/composing'
import { guest } from '../../parts/service/stopped'
import type { Plan, View } from '../../parts/service/types'

export function Together({ view }: { view: View }) {
  const runUp = useRunUp(view.service.id)
  const plan = runUp.data?.runUp
  const planned = plan && plan.bars.length > 0
  return (
    <aside className="together" aria-label="Does it hold together?">
      <h2>Does it hold together?</h2>
      {runUp.data?.planning && <Planning id={view.service.id} />}
      {planned && <p className="small quiet">{begins(plan)}</p>}
      {view.rows.length > 0 && !ordered(view) && <Bracket what="No plates yet.">Nothing is planned until covers or plates are set.</Bracket>}
      {view.rows.length > 0 && <Holds service={view.service.id} />}
      {planned && <Fullness plan={plan} />}
      <Guests view={view} />
      <AcrossMenu service={view.service.id} />
    </aside>
  )
}

// ordered are all that is ordered.
const ordered = (view: View) => view.service.courses.reduce((sum, c) => sum + platesOf(c), 0)

// Guests are those with needs, and how far they are answered.
function Guests({ view }: { view: View }) {
  const list = (view.service.tables ?? []).flatMap((t) => (t.needs ?? []).map((n) => ({ key: t.id + n.id, who: guest(t, n), said: n.said, halted: (n.served ?? []).filter((s) => s.stopped).length })))
  if (list.length === 0) return null
  return (
    <section aria-label="Guests with needs">
      <h2>Guests with needs</h2>
      {list.map((g) => (
        <Link key={g.key} className={g.halted ? 'bracket d-block text-reset' : 'd-block text-reset py-1'} to={`/service/${view.service.id}?side=guests`}>
          <b>
            {g.who}, {g.said}
          </b>{' '}
          {g.halted ? `${count(g.halted, 'plate')} stopped` : <span className="quiet">answered</span>}
        </Link>
      ))}
    </section>
  )
}

// begins says from when on there is something to do, and how much.
function begins(plan: Plan): string {
  const first = plan.bars.reduce((min, b) => (b.start < min.start ? b : min), plan.bars[0])
  const hands = plan.bars.reduce((sum, b) => sum + b.hands.reduce((s, h) => s + h.to - h.from, 0), 0)
  return `Begins ${day(first.start.slice(0, 10), true)} ${clock(first.start, false)} · ${spoken(hands)} hands-on`
}

type Load = Plan['loads'][number]

/** fullest is the most that is taken of a kind between two moments, against what there is. */
export function fullest(load: Load, from: number, to: number): { taken: number; have: number } {
  let best = { taken: 0, have: 0 }
  load.steps.forEach((s, i) => {
    const end = load.steps[i + 1]?.at ?? Infinity
    if (s.at >= to || end <= from) return
    if (best.have === 0 || s.taken * Math.max(1, best.have) > best.taken * Math.max(1, s.have)) best = { taken: s.taken, have: s.have }
  })
  return best
}

// Fullness has a row for each kind and a box for each course: how full it is at the most from
// the course before to the last plate of this one.
function Fullness({ plan }: { plan: Plan }) {
  const courses = plan.courses.filter((c) => c.sent.length > 0)
  if (courses.length === 0) return null
  const span = (i: number): [number, number] => [i ? courses[i - 1].leaves : courses[0].leaves - 3600, Math.max(courses[i].leaves + 60, ...courses[i].sent.map((s) => s.at))]
  // those that come near their end somewhere, the fullest first
  const share = (l: Load) => Math.max(...courses.map((_, i) => fullest(l, ...span(i))).map((f) => f.taken / Math.max(1, f.have)))
  const kinds = plan.loads.map((load) => ({ load, share: share(load) })).filter((k) => k.share >= 0.5).sort((x, y) => y.share - x.share).slice(0, 7)
  return (
    <table className="fullness">
      <thead>
        <tr>
          <th>at the fullest</th>
          {courses.map((c) => (
            <th key={c.id} className="clock">
              {clock(c.hour, false)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {kinds.map(({ load: l }) => (
          <tr key={l.kind}>
            <th scope="row">
              {l.kind}, {Math.max(...courses.map((_, i) => fullest(l, ...span(i)).have))}
            </th>
            {courses.map((c, i) => {
              const { taken, have } = fullest(l, ...span(i))
              return (
                <td key={c.id} aria-label={`${c.name}: ${taken} of ${count(have, 'place')}`} title={`${taken} of ${have}`}>
                  <i data-full={taken > 0 && taken >= have || undefined}>
                    <i style={{ height: `${have ? Math.min(100, (taken / have) * 100) : 0}%` }} />
                  </i>
                  {taken > 0 && taken >= have && <span className="visually-hidden">full</span>}
                </td>
              )
            })}
          </tr>
        ))}
      </tbody>
    </table>
  )
}

