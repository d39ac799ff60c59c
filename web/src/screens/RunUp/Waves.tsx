// The waves of a course as a list at the pass: when each leaves, for which tables, how many
// plates. One that is chosen is lit through all strands.
import { memo } from 'react'
import { clock, spoken } from '../../parts/words'
import { tablesOf } from '../../parts/service/sent'
import { named, servesApart, type Plan } from './types'

export const Waves = memo(function Waves({ plan, course, lit, light, pick }: { plan: Plan; course: Plan['courses'][number]; lit: string; pick: (id: string) => void; light: (wave: string) => void }) {
  if (course.sent.length === 0) return null
  return (
    <section className="waves" aria-label="To the pass">
      <h3>to the pass</h3>
      <ol>
        {[...course.sent].sort((a, b) => a.at - b.at).map((s) => {
          const plates = s.plates.reduce((sum, p) => sum + p.plates, 0)
          const off = s.late > 30 ? `${spoken(s.late)} late` : s.late < -120 ? `${spoken(-s.late)} early` : ''
          return (
            <li key={s.wave}>
              <button aria-pressed={lit === String(s.wave)} onClick={() => light(lit === String(s.wave) ? '' : String(s.wave))}>
                <span className="clock">{clock(s.leaves)}</span>{' '}
                <span className="waves-tables">
                  {tablesOf(s).map((t) => (/^\d/.test(t) ? `T${t}` : t)).join(' ') || `wave ${s.wave}`}
                  {off && <span className="waves-off">{off}</span>}
                </span>{' '}
                <b>
                  {plates}
                  <span className="visually-hidden"> {plates === 1 ? 'plate' : 'plates'}</span>
                </b>
              </button>
              {lit === String(s.wave) && <WaveSteps plan={plan} course={course} wave={s.wave} pick={pick} />}
            </li>
          )
        })}
      </ol>
    </section>
  )
})

// WaveSteps are what is done for a wave alone, by whom, in the order of the clock.
function WaveSteps({ plan, course, wave, pick }: { plan: Plan; course: Plan['courses'][number]; wave: number; pick: (id: string) => void }) {
  const at = plan.courses.indexOf(course)
  const names = new Map(plan.lanes.map((l) => [l.id, l.name]))
  const bars = plan.bars.filter((b) => b.course === at && servesApart(b, wave)).sort((a, b) => a.from - b.from)
  return (
    <ul className="wave-steps">
      {bars.map((b) => (
        <li key={b.id}>
          <button className="plain-button" onClick={() => pick(b.id)}>
            <span className="clock">{clock(b.start)}</span> {named(b)}
          </button>{' '}
          {b.cooks.map((c) => names.get(`cook.${c}`) ?? c).join(', ')}
        </li>
      ))}
    </ul>
  )
}
