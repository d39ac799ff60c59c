// The plan as a list in the order of the clock: to print, to read aloud.
import { useHeat } from '../../parts/heat'
import { day, clock, duration, toldOnce } from '../../parts/words'
import { WasAt } from '../../parts/service/MovedLine'
import type { Moved } from '../../parts/service/moved'
import { named, type Plan } from './types'
import { matches, type Filter } from './shown'

export function FireList({ plan, moved, filter, picked, pick }: { plan: Plan; moved: Moved; filter: Filter; picked: string; pick: (id: string) => void }) {
  const heat = useHeat()
  const bars = plan.bars.filter(matches(plan, filter)).sort((a, b) => a.from - b.from)
  const care = toldOnce(bars.map((b) => (b.cautions ?? []).map((c) => c.text)))
  return (
    <table className="fire">
      <thead>
        <tr>
          <th>starts</th>
          <th>lasts</th>
          <th>step</th>
          <th>who, with</th>
          <th>done when</th>
        </tr>
      </thead>
      <tbody>
        {bars.map((b, i) => (
          <tr key={b.id} aria-current={picked === b.id ? 'true' : undefined}>
            <td className="clock">
              {(i === 0 || bars[i - 1].start.slice(0, 10) !== b.start.slice(0, 10)) && <div className="small quiet text-nowrap">{day(b.start.slice(0, 10), true)}</div>}
              {clock(b.start)}
              <WasAt moved={moved} id={b.id} />
            </td>
            <td className="clock">{b.to > b.from && duration(b.to - b.from)}</td>
            <td>
              <button className="plain-button" onClick={() => pick(b.id)}>
                {named(b)}
              </button>
            </td>
            <td>
              {b.with.join(', ')}
              {b.setting !== undefined && ` ${heat(b.setting)}`}
            </td>
            <td className="small">
              {b.cue}
              {care[i].map((c) => (
                <div key={c} className="care">
                  {c}
                </div>
              ))}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
