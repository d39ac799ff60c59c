// How long before the plate each part begins, when nothing else is in the way.
import type { Schemas } from '../../api/client'
import { asButton } from '../../parts/pressed'
import { useWidth } from '../../parts/width'

type View = Schemas['DishView']

const left = 8
const beyond = 34 // right of the axis, for the plate's name
const row = 62

// Equal room for days, hours, minutes and seconds: the axis is a logarithm.
const nearest = 20
const farthest = 3 * 86400
export const onAxis = (right: number) => (before: number) => {
  const at = Math.log(Math.min(Math.max(before, nearest), farthest) / nearest) / Math.log(farthest / nearest)
  return right - at * (right - left)
}

export const axisMarks: [number, string][] = [
  [172800, '2 days'],
  [86400, '1 day'],
  [36000, '10 h'],
  [7200, '2 h'],
  [3600, '1 h'],
  [1200, '20 min'],
  [300, '5 min'],
  [60, '1 min'],
]

export function Lead({ view, pick }: { view: View; pick: (component: string, step: string) => void }) {
  const [box, width] = useWidth(600, 360)
  const right = width - beyond
  const x = onAxis(right)
  const bottom = 40 + view.components.length * row
  return (
    <div className="lead-svg" ref={box}>
      <h2>before the plate</h2>
      <svg viewBox={`0 0 ${width} ${bottom + 26}`} role="group" aria-label="Latest start of each step before the plate">
        {axisMarks.map(([s, label]) => (
          <g key={s} aria-hidden="true">
            <line x1={x(s)} x2={x(s)} y1={26} y2={bottom} stroke="#c3cdd3" />
            <text x={x(s)} y={18} fontSize="14" textAnchor="middle" style={{ fill: '#3f4f5a' }}>
              {label}
            </text>
          </g>
        ))}
        {view.components.map((c, i) => (
          <Strand key={c.component.id} component={c} y={52 + i * row} right={right} pick={pick} />
        ))}
        <line x1={right} x2={right} y1={22} y2={bottom} stroke="#1554b8" strokeWidth="5" />
        <text x={right} y={bottom + 18} fontSize="14" fontWeight="700" textAnchor="middle" style={{ fill: '#1554b8' }}>
          plate
        </text>
      </svg>
    </div>
  )
}

function Strand({ component, y, right, pick }: { component: View['components'][number]; y: number; right: number; pick: (component: string, step: string) => void }) {
  const { lead } = component
  const x = onAxis(right)
  const cy = y + 18
  const begin = lead.steps.length ? x(lead.steps[0].from) : right
  return (
    <g>
      <text x={left} y={y} fontSize="14" fontWeight="700">
        {lead.name}
      </text>
      <line x1={begin} x2={right} y1={cy} y2={cy} stroke="#14202b" strokeWidth="2" />
      {lead.open && <path d={`M${begin - 22} ${cy - 11}h-6v22h6M${begin - 10} ${cy - 11}h6v22h-6`} fill="none" stroke="#a3261b" strokeWidth="2" />}
      {lead.open && (
        <text x={begin - 16} y={cy + 5} fontSize="14" fontWeight="700" textAnchor="middle" style={{ fill: '#a3261b' }}>
          ?
        </text>
      )}
      {lead.steps.map((s) => {
        const a = x(s.from)
        const b = Math.max(x(s.to), a + 4)
        return (
          <g key={s.step} className="bar" aria-label={`${lead.name}: ${s.name}`} {...asButton(() => pick(component.component.id, s.step))}>
            <rect className="halo" x={a - 3} y={cy - 14} width={b - a + 6} height={28} fill="transparent" rx="3" />
            <rect x={a} y={cy - 11} width={b - a} height={22} rx="3" fill={s.hands ? '#14202b' : '#ffffff'} stroke="#14202b" strokeWidth="2" />
            {s.most !== undefined && s.to > nearest && <path d={`M${b + 3} ${cy - 9}h4v18h-4`} fill="none" stroke="#a3261b" strokeWidth="2" />}
            <title>{`${s.name}: ${s.working}`}</title>
          </g>
        )
      })}
    </g>
  )
}
