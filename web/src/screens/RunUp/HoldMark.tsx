// Waits: a thin line that ends in a bracket where it must end. What is longer than it may be goes
// on behind its bracket, thick, as long as it is over.
import { wide } from '../../parts/measured'
import { wavesOf } from './BarMark'
import type { Axis } from './axis'
import type { Placed } from './layout'
import type { Plan, Strand } from './types'
import { holdId } from './waits'

type Hold = Strand['holds'][number]

/** limitAt is where the bracket of a wait stands: at its limit where it is passed, else at its end. */
const limitAt = (h: Hold, end: number, axis: Axis) => (h.over ? Math.min(axis.x(h.limit!), end - 3) : end)

type Props = { plan: Plan; hold: Hold; text: { text: string; x: number }; y: number; axis: Axis; picked: string; pick: (id: string) => void }

/** HoldMark is asked for its reason with the mouse; with the keys it is reached from its step. */
export function HoldMark({ plan, hold: h, text, y, axis, picked, pick }: Props) {
  const a = axis.x(plan.bars[h.from].to)
  const b = axis.x(plan.bars[h.to].from)
  const at = limitAt(h, b, axis)
  const margin = Math.max(4, axis.x(plan.bars[h.to].from) - axis.x(plan.bars[h.to].from - (h.margin ?? 0)))
  return (
    <g aria-hidden="true" className="hold" data-wave={wavesOf(plan.bars[h.to])} onClick={() => pick(holdId(plan, h))}>
      <rect x={a} y={y - 12} width={Math.max(0, b - a)} height={24} fill="transparent" />
      {picked === holdId(plan, h) && <line x1={a} x2={b} y1={y} y2={y} stroke="#1554b8" strokeWidth="5" />}
      {text.text && (
        <text className="over" x={text.x} y={y + 25} fontSize="14" textAnchor="middle" style={{ fill: '#3f4f5a' }}>
          {text.text}
        </text>
      )}
      {(h.margin ?? 0) > 0 && b - a > 3 && <path d={`M${Math.max(a, b - margin)} ${y}H${b}`} stroke="#14202b" strokeWidth="6" strokeDasharray="2 2" />}
      {(h.over ?? 0) > 0 && <path d={`M${at} ${y}H${b}`} stroke="#a3261b" strokeWidth="5" className="over-limit" />}
      {h.limit !== undefined && <path d={`M${at - 6} ${y - 9}h4v18h-4`} fill="none" stroke="#a3261b" strokeWidth={h.over ? 3 : 2} />}
    </g>
  )
}

/** LateHolds are the waits of later rounds that are over their limit: from it on, before the step that comes too late. */
export function LateHolds({ plan, placed: p, axis }: { plan: Plan; placed: Placed; axis: Axis }) {
  const at = new Map(p.stairs.map((s) => [s.bar.id, s]))
  return (
    <>
      {p.row.strands[0].holds.map((h) => {
        const s = (h.over ?? 0) > 0 && at.get(plan.bars[h.to].id)
        if (!s) return null
        const from = Math.min(axis.x(h.limit!), s.x - 3)
        const y = s.y + s.high / 2
        return <path key={`${h.from} ${h.to}`} className="hold over-limit" data-wave={wavesOf(s.bar)} d={`M${from} ${y - 3}v6M${from} ${y}H${s.x}`} stroke="#a3261b" strokeWidth="2" fill="none" />
      })}
    </>
  )
}

type FlowProps = { plan: Plan; hold: Hold; from: number; to: number; axis: Axis; picked: string; pick: (id: string) => void }

/** FlowMark leads a component into the step of another one that takes it. */
export function FlowMark({ plan, hold: h, from, to, axis, picked, pick }: FlowProps) {
  const a = axis.x(plan.bars[h.from].to)
  const b = axis.x(plan.bars[h.to].from)
  const turn = Math.max(b - 16, (a + b) / 2)
  const color = picked === holdId(plan, h) ? '#1554b8' : h.over ? '#a3261b' : '#14202b'
  const end = to + (from > to ? 11 : -11)
  return (
    <g className="hold flow" aria-hidden="true" onClick={() => pick(holdId(plan, h))}>
      <path d={`M${a} ${from}H${turn}C${b + 3} ${from} ${b + 3} ${from} ${b + 3} ${end}`} fill="none" stroke="transparent" strokeWidth="14" />
      <path d={`M${a} ${from}H${turn}C${b + 3} ${from} ${b + 3} ${from} ${b + 3} ${end}`} fill="none" stroke={color} strokeWidth={h.over ? 3 : 2} />
      <path d={`M${b - 1} ${end + (from > to ? 6 : -6)}h8l-4 ${from > to ? -6 : 6}z`} fill={color} />
      {h.limit !== undefined && <path d={`M${turn - 8} ${from - 9}h4v18h-4`} fill="none" stroke="#a3261b" strokeWidth={h.over ? 3 : 2} />}
    </g>
  )
}

/** PanMark ties a step to the one whose pan it takes. */
export function PanMark({ a, b, from, to }: { a: number; b: number; from: number; to: number }) {
  const low = from === to ? from + 15 : from
  const d = from === to ? `M${a - 3} ${low}H${b + 3}` : `M${a - 3} ${from + 11}C${a - 3} ${(from + to) / 2} ${b + 3} ${(from + to) / 2} ${b + 3} ${to - 11}`
  return (
    <g className="pan" aria-label="same pan">
      <path d={d} fill="none" stroke="#3f4f5a" strokeWidth="4" />
      <path d={d} fill="none" stroke="#ffffff" strokeWidth="1.5" />
    </g>
  )
}

/** ChainMark is a wait over several steps: a measure on a line of its own. */
export function ChainMark({ chain, y, axis }: { chain: NonNullable<Strand['chains']>[number]; y: number; axis: Axis }) {
  const a = axis.x(chain.from)
  const b = axis.x(chain.to)
  const color = chain.over ? '#a3261b' : '#3f4f5a'
  const half = wide(chain.text) / 2 + 4
  const mid = Math.min(Math.max((a + b) / 2, axis.left + half), axis.right - half)
  return (
    <g className="chain">
      <path d={`M${a} ${y - 8}v8M${b} ${y - 8}v8M${a} ${y - 4}H${b}`} fill="none" stroke={color} strokeWidth="1.5" />
      <text className="over" x={mid} y={y + 1} fontSize="14" textAnchor="middle" style={{ fill: color }}>
        {chain.text}
      </text>
    </g>
  )
}

/** StopMark is where a strand stops: for something left open, or something that cannot be. */
export function StopMark({ stop, y, x }: { stop: NonNullable<Strand['stop']>; y: number; x: number }) {
  const step = stop.name.split(', ').slice(1).join(', ') || stop.name
  const words = `${step}: ${stop.gap ? stop.why : 'cannot be done'}`
  return (
    <g className="stop">
      <path d={`M${x + 6} ${y - 14}h-6v22h6`} fill="none" stroke="#a3261b" strokeWidth="2" />
      <text className="over" x={x + 12} y={y + 2} fontSize="14" fontWeight="600" style={{ fill: '#a3261b' }}>
        {words}
      </text>
    </g>
  )
}
