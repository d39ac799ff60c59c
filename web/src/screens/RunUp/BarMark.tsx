// A step as a bar: hands-on work solid, the rest an outline.
import { memo } from 'react'
import { wide } from '../../parts/measured'
import { asButton } from '../../parts/pressed'
import { clock, tableName } from '../../parts/words'
import type { Axis } from './axis'
import { half, type Placed } from './layout'
import type { Flag } from './rows'
import type { Bar } from './types'

const said = (text: string, bar: Bar, moved: boolean) => [text, clock(bar.start), bar.tables?.join(', '), bar.with.join(', '), moved && 'moved'].filter(Boolean).join(', ')

/** wavesOf are the waves of a step as they stand on what is drawn of it; 0: all. */
export const wavesOf = (bar: Bar) => bar.waves?.join(' ') ?? '0'

type Props = { bar: Bar; was?: number; y: number; axis: Axis; flag: Flag; picked: boolean; pick: () => void; first: boolean }

/** BarMark is a step of the first round, with its name above it. */
export function BarMark({ bar, was, y, axis, flag, picked, pick, first }: Props) {
  const a = axis.x(bar.from)
  const b = Math.max(axis.x(bar.to), a + 5)
  const color = picked ? '#1554b8' : '#14202b'
  return (
    <g className="bar" {...asButton(pick)} tabIndex={picked || first ? 0 : -1} data-bar={bar.id} data-wave={wavesOf(bar)} aria-pressed={picked} aria-label={said(flag.text, bar, was !== undefined)}>
      <rect className="halo" x={a - 1} y={y - 21} width={b - a + 2} height={42} fill="transparent" rx="3" />
      <rect x={a} y={y - half} width={b - a} height={half * 2} rx="3" fill="#ffffff" stroke={color} strokeWidth={picked ? 3 : 2} />
      {was !== undefined && <path d={`M${axis.x(was)} ${y + half + 2}v8M${axis.x(was)} ${y + half + 6}H${a}`} className="was" />}
      {bar.fixed && <path d={`M${a} ${y - half - 8}v5M${a - 4} ${y - half - 8}h8`} className="kept" />}
      {bar.early && <path d={`M${a - 3} ${y + half + 4}h${Math.max(b - a, 8) + 3}`} stroke={color} strokeWidth="2" strokeDasharray="2 3" />}
      {bar.hands.map(({ from, to }) => (
        <rect key={from} x={axis.x(from)} y={y - half} width={Math.max(Math.min(axis.x(to), b) - axis.x(from), 2)} height={half * 2} fill={color} rx="2" />
      ))}
      <text className="over" x={flag.x} y={y - half - 5 - flag.line * 17} fontSize="14" fontWeight={picked ? 700 : 400} style={{ fill: picked ? '#1554b8' : '#14202b' }}>
        {flag.text}
      </text>
    </g>
  )
}

type StairProps = { stair: Placed['stairs'][number]; moved: boolean; axis: Axis; right: number; picked: boolean; pick: () => void }

/** Stair is a step of a later round, under the first one; selected, it names itself. */
export const Stair = memo(function Stair({ stair: s, moved, axis, right, picked, pick }: StairProps) {
  const { bar } = s
  const color = picked ? '#1554b8' : '#14202b'
  const text = [bar.name, clock(bar.start), (bar.tables ?? []).map(tableName).join(' ')].filter(Boolean).join(' ')
  const w = wide(text, 14, 700) + 12
  const x = Math.min(s.x, right - w)
  return (
    <g className="bar stair" {...asButton(pick)} tabIndex={picked ? 0 : -1} data-bar={bar.id} data-wave={wavesOf(bar)} aria-pressed={picked} aria-label={said(picked ? text : bar.name, bar, moved)}>
      <rect className="halo" x={s.x - 1} y={s.y - 1} width={s.w + 2} height={s.high + 2} fill="transparent" rx="1" />
      <rect x={s.x} y={s.y} width={s.w} height={s.high} rx="1.5" fill="#ffffff" stroke={color} strokeWidth={moved ? 2.5 : 1} />
      {bar.hands.map(({ from, to }) => {
        const a = axis.x(from)
        return <rect key={from} x={a} y={s.y} width={Math.max(Math.min(axis.x(to), s.x + s.w) - a, 1.5)} height={s.high} fill={moved && !picked ? '#1554b8' : color} />
      })}
      {bar.fixed && <path d={`M${s.x - 3} ${s.y - 1}h6`} className="kept" />}
      {picked && (
        <g className="named">
          <rect x={x} y={s.y + s.high + 3} width={w} height={22} rx="3" fill="#1554b8" />
          <text x={x + 6} y={s.y + s.high + 19} fontSize="14" fontWeight="700" style={{ fill: '#ffffff' }}>
            {text}
          </text>
        </g>
      )}
    </g>
  )
})
