// How much of the hands, and of the things of each kind, is taken on the day: a curve
// each, with the tight spots marked.
import { useState } from 'react'
import { evenAxis } from '../../parts/clockAxis'
import { ClockTicks } from '../../parts/ClockTicks'
import { useWidth } from '../../parts/width'
import { spoken, wall } from '../../parts/words'
import type { Plan } from './types'

type Load = Plan['loads'][number]

const left = 140
const height = 54

export function Loads({ plan }: { plan: Plan }) {
  const [box, width] = useWidth(1200)
  const [day, setDay] = useState(plan.days.length - 1)
  const on = plan.days[Math.min(day, plan.days.length - 1)]
  if (!on) return null
  const x = evenAxis(on.from, on.to, left, width - 10)
  return (
    <div ref={box} className="loads">
      <div className="choices mb-2 tools" role="group" aria-label="Day">
        {plan.days.map((d, i) => (
          <button key={d.from} aria-pressed={i === day} onClick={() => setDay(i)}>
            {d.label}
          </button>
        ))}
      </div>
      <svg viewBox={`0 0 ${width} ${30 + plan.loads.length * height}`} role="img" aria-label={`Load, ${on.label}`}>
        <ClockTicks origin={plan.origin} span={[on.from, on.to]} room={width - left} x={x} from={22} to={30 + plan.loads.length * height} labels={15} />
        {plan.loads.map((l, i) => (
          <Curve key={l.kind} load={l} y={30 + i * height} from={on.from} to={on.to} x={x} width={width} />
        ))}
      </svg>
      <p className="quiet">{tight(plan, on)}</p>
    </div>
  )
}

function Curve({ load, y, from, to, x, width }: { load: Load; y: number; from: number; to: number; x: (s: number) => number; width: number }) {
  const most = Math.max(1, ...load.steps.map((s) => Math.max(s.taken, s.have)))
  const bottom = y + height - 8
  const h = (n: number) => bottom - (n / most) * (height - 18)
  const line = (of: 'taken' | 'have') => load.steps.map((s, i) => `${i ? 'L' : 'M'}${x(s.at)} ${h(i ? load.steps[i - 1][of] : 0)}V${h(s[of])}`).join('') + `H${x(to)}`
  return (
    <g>
      <text x={4} y={y + 22} fontSize="16" fontWeight="700">
        {load.kind}
      </text>
      <text x={4} y={y + 40} fontSize="14" style={{ fill: '#3f4f5a' }}>
        of {most}
      </text>
      {load.tight.filter((t) => t.to > from && t.from < to).map((t) => (
        <path key={t.from} d={`M${x(t.from)} ${y + 4}v-3H${Math.max(x(t.to), x(t.from) + 3)}v3`} fill="none" stroke="#a3261b" strokeWidth="3" />
      ))}
      <path d={line('taken') + `V${bottom}H${x(from)}Z`} fill="#14202b" />
      <path d={line('have')} fill="none" stroke="#3f4f5a" strokeDasharray="4 3" />
      <line x1={left} x2={width} y1={bottom} y2={bottom} stroke="#c3cdd3" />
    </g>
  )
}

// tight says when all hands are taken, the longest stretches first.
function tight(plan: Plan, on: Plan['days'][number]): string {
  const hands = plan.loads.find((l) => l.kind === 'cooks')
  const list = (hands?.tight ?? []).filter((t) => t.to > on.from && t.from < on.to).sort((a, b) => b.to - b.from - (a.to - a.from))
  if (list.length === 0) return 'All cooks are never busy at once.'
  const at = (s: number) => wall(plan.courses[0].hour, s - plan.courses[0].at)
  return `All cooks busy ${spoken(list.reduce((sum, t) => sum + t.to - t.from, 0))} in all, longest ${at(list[0].from)}–${at(list[0].to)}.`
}
