// The strands of each dish on a folded axis, meeting at the pass.
import { memo, useCallback, useMemo, useState, type KeyboardEvent } from 'react'
import { asButton } from '../../parts/pressed'
import { clock } from '../../parts/words'
import { useWidth } from '../../parts/width'
import { foldedAxis, type Axis } from './axis'
import type { Moved } from '../../parts/service/moved'
import type { Bar, Plan } from './types'
import { matches, strandsOf, wasFrom, type Filter } from './shown'
import { holdId } from './waits'

type Props = { plan: Plan; moved: Moved; filter: Filter; wide: number; picked: string; pick: (id: string) => void }
type Strand = Plan['strands'][number]

const left = 178
const passRoom = 72 // right of the axis, for the pass
const row = 44
const top = 34
const between = 16 // two dishes
const half = 11

export function Strands({ plan, moved, filter, wide, picked, pick }: Props) {
  const strands = useMemo(() => strandsOf(plan, filter), [plan, filter])
  const [box, room] = useWidth(1200)
  const [fold, setFold] = useState(-1)
  const width = room * wide
  const is = useMemo(() => matches(plan, filter), [plan, filter])
  const axis = useMemo(() => foldedAxis(plan, plan.bars.filter(is), left, width - passRoom, plan.folds[fold]), [plan, is, width, fold])
  const rows = useMemo(() => stacked(strands), [strands])
  const dishes = useMemo(() => together(rows), [rows])
  const unfold = useCallback((from: number) => setFold((now) => (now >= 0 ? -1 : plan.folds.findIndex((o) => o.from === from))), [plan])
  const bottom = (rows.at(-1)?.y ?? top) + 24
  const rowsOf = useMemo(() => {
    const out = new Map<string, number[]>()
    rows.forEach(({ s }, r) => s.bars.forEach((i) => out.set(plan.bars[i].id, [...(out.get(plan.bars[i].id) ?? []), r])))
    return out
  }, [rows, plan])
  const here = rowsOf.get(picked.split(' → ')[0]) ?? []
  const onKey = (event: KeyboardEvent) => move(event, plan, rows.map((r) => r.s), picked, pick)
  return (
    <div ref={box} className="moves">
    <svg viewBox={`0 0 ${width} ${bottom + 4}`} style={{ width: wide > 1 ? width : undefined }} role="group" aria-label="Strands, time runs from left to right into the plate" onKeyDown={onKey}>
      <Ground axis={axis} bottom={bottom} unfold={unfold} />
      {rows.map(({ s, y }, r) => (
        <Row key={`${s.course} ${s.dish} ${s.component}`} plan={plan} moved={moved} strand={s} y={y} axis={axis} is={is} picked={here.includes(r) ? picked : ''} pick={pick} />
      ))}
      {dishes.map((list) => (
        <Pass key={`${list[0].s.course} ${list[0].s.dish}`} plan={plan} rows={list} axis={axis} />
      ))}
    </svg>
    </div>
  )
}

// stacked gives each strand its height: those of a dish stand together.
function stacked(strands: Strand[]): { s: Strand; y: number }[] {
  let dishes = 0
  return strands.map((s, i) => {
    if (i > 0 && s.dish !== strands[i - 1].dish) dishes++
    return { s, y: top + 26 + i * row + dishes * between }
  })
}

// together are the rows of each dish, which meet at one pass.
function together(rows: { s: Strand; y: number }[]): { s: Strand; y: number }[][] {
  const out = new Map<string, { s: Strand; y: number }[]>()
  for (const r of rows) out.set(r.s.dish, [...(out.get(r.s.dish) ?? []), r])
  return [...out.values()]
}

// Ground shows the folds: a new ground and a torn edge where the scale changes. Its
// name unfolds one over the whole width, and folds it again.
const Ground = memo(function Ground({ axis, bottom, unfold }: { axis: Axis; bottom: number; unfold: (from: number) => void }) {
  return (
    <g>
      {axis.folds.map((f, i) => (
        <g key={f.from} className="fold" aria-label={`${f.label}, ${axis.folds.length > 1 ? 'unfold' : 'fold again'}`} {...asButton(() => unfold(f.from))}>
          <rect x={f.left} y={top} width={f.right - f.left} height={bottom - top} fill={i % 2 ? '#ffffff' : '#e9edee'} />
          <text x={(f.left + f.right) / 2} y={top - 10} textAnchor="middle" fontSize="14" fontWeight="600" style={{ fill: '#3f4f5a' }}>
            {f.right - f.left < f.label.length * 7.6 ? f.label.split('–')[0] : f.label}
          </text>
          {i > 0 && <path d={torn(f.left, top, bottom)} fill="none" stroke="#3f4f5a" />}
        </g>
      ))}
    </g>
  )
})

function torn(x: number, from: number, to: number) {
  let d = `M${x} ${from}`
  for (let y = from, k = 0; y < to; y += 8, k++) d += `L${x + (k % 2 ? -4 : 4)} ${Math.min(y + 8, to)}`
  return d
}

type RowProps = { plan: Plan; moved: Moved; strand: Strand; y: number; axis: Axis; is: (b: Bar) => boolean; picked: string; pick: (id: string) => void }

// Row is drawn again only when something of its own has changed: a run-up of 1,500
// steps is walked through with the keys.
const Row = memo(function Row({ plan, moved, strand, y, axis, is, picked, pick }: RowProps) {
  const bars = strand.bars.map((i) => plan.bars[i])
  const labels = place(bars, axis, passAt(plan, strand, axis))
  const waits = spell(strand, plan, axis)
  const last = bars.at(-1)
  const first = bars[0]
  return (
    <g>
      <text x={16} y={y + 5} fontSize="16" fontWeight="700">
        {strand.name}
      </text>
      {first && last && <line x1={axis.x(first.from)} x2={axis.x(last.to)} y1={y} y2={y} stroke="#14202b" strokeWidth="2" />}
      {strand.holds.map((h, i) => (
        <HoldMark key={h.from + '-' + h.to} hold={h} picked={picked === holdId(plan, h)} pick={() => pick(holdId(plan, h))} text={waits[i]} from={plan.bars[h.from]} to={plan.bars[h.to]} y={y} axis={axis} />
      ))}
      {strand.chains?.map((c) => <ChainMark key={c.text} chain={c} y={y} axis={axis} clear={waits.every((text) => !text)} />)}
      {bars.map((b, i) => (
        <BarMark key={b.id} bar={b} was={wasFrom(moved, b)} y={y} axis={axis} label={labels[i]} pale={!is(b)} picked={picked === b.id} pick={() => pick(b.id)} first={i === 0} />
      ))}
      {strand.stop && <StopMark strand={strand} y={y} x={first ? axis.x(first.from) : axis.x(plan.courses[strand.course].leaves)} after={last ? axis.x(last.to) : left} />}
    </g>
  )
})

// place gives each bar's name room above it, and leaves it out where there is
// none: it is read when the bar is selected.
function place(bars: Bar[], axis: Axis, until: number): { text: string; x: number }[] {
  let free = left - 40
  return bars.map((b) => {
    if ((b.wave ?? 0) > 1) return { text: '', x: 0 } // as in the first wave
    const text = b.placing && b.number ? `${b.number} ${b.name}` : short(b.name)
    const wide = text.length * 7
    const mid = (axis.x(b.from) + axis.x(b.to)) / 2
    const before = mid < until ? Math.min(mid - 4, until - 6 - wide) : mid - 4 // it does not run into the hour of the pass
    const x = Math.min(Math.max(mid - wide / 2, free), before)
    if (x < free || x > mid + 4) return { text: '', x: 0 }
    free = x + wide + 8
    return { text, x }
  })
}

// short cuts a long name after a word: whole it is read when the bar is selected.
function short(name: string): string {
  if (name.length <= 30) return name
  return name.slice(0, name.lastIndexOf(' ', 28)) + ' …'
}

function BarMark({ bar, was, y, axis, label, pale, picked, pick, first }: { bar: Bar; was?: number; y: number; axis: Axis; label: { text: string; x: number }; pale: boolean; picked: boolean; pick: () => void; first: boolean }) {
  const a = axis.x(bar.from)
  const b = Math.max(axis.x(bar.to), a + 5)
  const color = picked ? '#1554b8' : '#14202b'
  return (
    <g className="bar" opacity={pale ? 0.3 : undefined} {...asButton(pick)} tabIndex={picked || first ? 0 : -1} data-bar={bar.id} aria-pressed={picked} aria-label={`${label.text || bar.name}, ${clock(bar.start)}, ${bar.with.join(', ')}${was === undefined ? '' : ', moved'}`}>
      <rect className="halo" x={a - 1} y={y - 21} width={b - a + 2} height={42} fill="transparent" rx="3" />
      <rect x={a} y={y - half} width={b - a} height={half * 2} rx="3" fill="#ffffff" stroke={color} strokeWidth={picked ? 3 : 2} />
      {was !== undefined && <path d={`M${axis.x(was)} ${y + half + 2}v8M${axis.x(was)} ${y + half + 6}H${a}`} className="was" />}
      {bar.fixed && <path d={`M${a} ${y - half - 8}v5M${a - 4} ${y - half - 8}h8`} className="kept" />}
      {bar.early && <path d={`M${a - 3} ${y + half + 4}h${Math.max(b - a, 8) + 3}`} stroke={color} strokeWidth="2" strokeDasharray="2 3" />}
      {bar.hands.map(({ from, to }) => (
        <rect key={from} x={axis.x(from)} y={y - half} width={Math.max(Math.min(axis.x(to), b) - axis.x(from), 2)} height={half * 2} fill={color} rx="2" />
      ))}
      {label.text && (
        <text className="over" x={label.x} y={y - half - 4} fontSize="14" fontWeight={picked ? 700 : 400} style={{ fill: picked ? '#1554b8' : '#14202b' }}>
          {label.text}
        </text>
      )}
    </g>
  )
}

// spell gives the words of each wait the room below its line, each of them once,
// and leaves them out where there is none.
function spell(strand: Strand, plan: Plan, axis: Axis): string[] {
  const taken: [number, number][] = []
  return strand.holds.map((h) => {
    const a = axis.x(plan.bars[h.from].to)
    const b = axis.x(plan.bars[h.to].from)
    const half = (h.text.length * 6.6) / 2
    const mid = (a + b) / 2
    if (!h.text || b - a <= 2 * half + 6 || taken.some(([from, to]) => mid - half < to && mid + half > from)) return ''
    taken.push([mid - half, mid + half])
    return h.text
  })
}

type HoldProps = { hold: Strand['holds'][number]; text: string; from: Bar; to: Bar; y: number; axis: Axis; picked: boolean; pick: () => void }

// HoldMark is the bracket in which a wait must end, and its words if they fit. It is
// asked for its reason with the mouse; with the keys it is reached from its step.
function HoldMark({ hold, text, from, to, y, axis, picked, pick }: HoldProps) {
  const a = axis.x(from.to)
  const b = axis.x(to.from)
  return (
    <g aria-hidden="true" className="hold" onClick={pick}>
      <rect x={a} y={y - 12} width={Math.max(0, b - a)} height={24} fill="transparent" />
      {picked && <line x1={a} x2={b} y1={y} y2={y} stroke="#1554b8" strokeWidth="5" />}
      {text && (
        <text className="over" x={(a + b) / 2} y={y + 17} fontSize="14" textAnchor="middle" style={{ fill: '#3f4f5a' }}>
          {text}
        </text>
      )}
      {(hold.margin ?? 0) > 0 && b - a > 3 && <path d={`M${Math.max(a, b - Math.max(4, (axis.x(to.from) - axis.x(to.from - hold.margin!))))} ${y}H${b}`} stroke="#14202b" strokeWidth="6" strokeDasharray="2 2" />}
      {hold.limit !== undefined && <path d={`M${b - 6} ${y - 9}h4v18h-4`} fill="none" stroke="#a3261b" strokeWidth={hold.over ? 4 : 2} />}
    </g>
  )
}

// ChainMark is a wait over several steps: a measure below the strand, with its words where no wait
// between two of them has its own there.
function ChainMark({ chain, y, axis, clear }: { chain: NonNullable<Strand['chains']>[number]; y: number; axis: Axis; clear: boolean }) {
  const a = axis.x(chain.from)
  const b = axis.x(chain.to)
  const color = chain.over ? '#a3261b' : '#3f4f5a'
  if (b - a < 12) return null
  const mid = (a + b) / 2
  const half = clear && b - a > chain.text.length * 6.6 + 20 ? chain.text.length * 3.3 + 4 : 0
  return (
    <g className="chain">
      <path d={`M${a} ${y + 15}v8M${b} ${y + 15}v8M${a} ${y + 19}H${mid - half}M${mid + half} ${y + 19}H${b}`} fill="none" stroke={color} strokeWidth="1.5" />
      {half > 0 && (
        <text className="over" x={mid} y={y + 24} fontSize="14" textAnchor="middle" style={{ fill: color }}>
          {chain.text}
        </text>
      )}
    </g>
  )
}

// StopMark is where a strand stops: before its first bar, or, where there is no room for the
// words, behind its last one.
function StopMark({ strand, y, x, after }: { strand: Strand; y: number; x: number; after: number }) {
  const stop = strand.stop!
  const words = stop.gap ? stop.why : 'cannot be done'
  const wide = words.length * 7 + 20
  const behind = x - wide - 14 < left && after > left
  const at = behind ? after + 10 : Math.max(x - wide - 14, left)
  return (
    <g>
      {behind && <rect x={at} y={y - 12} width={wide} height={24} fill="#ffffff" />}
      <line x1={behind ? after : at + wide} x2={behind ? at : x} y1={y} y2={y} stroke="#a3261b" strokeWidth="2" strokeDasharray="3 4" />
      <path d={`M${at + 6} ${y - 12}h-6v24h6M${at + wide - 6} ${y - 12}h6v24h-6`} fill="none" stroke="#a3261b" strokeWidth="2" />
      <text x={at + 10} y={y + 5} fontSize="14" fontWeight="600" style={{ fill: '#a3261b' }}>
        {words}
      </text>
      <text x={at} y={y - 17} fontSize="14" style={{ fill: '#3f4f5a' }}>
        {stop.name.split(', ').slice(1).join(', ') || stop.name}
      </text>
    </g>
  )
}

// passAt is where the blue line of a strand's dish stands.
function passAt(plan: Plan, strand: Strand, axis: Axis): number {
  const end = axis.x(plan.courses[strand.course].leaves)
  return end >= axis.right - 1 ? end + 30 : end + 20
}

// Pass is the blue line at which the strands of a dish meet.
const Pass = memo(function Pass({ plan, rows, axis }: { plan: Plan; rows: { s: Strand; y: number }[]; axis: Axis }) {
  const course = plan.courses[rows[0].s.course]
  const from = rows[0].y - 24
  const to = rows.at(-1)!.y + 22
  const last = axis.x(course.leaves) >= axis.right - 1
  const x = passAt(plan, rows[0].s, axis)
  const y = (from + to) / 2
  const hour = course.hour.slice(11, 19)
  const version = rows[0].s.dish.includes('~') ? rows[0].s.dishName.split(', ').at(-1) : ''
  return (
    <g>
      {rows.map((r) => {
        const bar = r.s.bars.map((i) => plan.bars[i]).findLast((b) => (b.wave ?? 0) <= 1)
        return bar && <path key={r.s.component} d={`M${Math.max(axis.x(bar.to), axis.x(bar.from) + 5)} ${r.y}C${x - 6} ${r.y} ${x - 26} ${y} ${x - 12} ${y}`} fill="none" stroke="#14202b" strokeWidth="2" />
      })}
      <line x1={x} x2={x} y1={from} y2={to} stroke="#1554b8" strokeWidth="5" />
      <circle cx={x} cy={y} r="17" fill="#ffffff" stroke="#1554b8" strokeWidth="5" />
      <text x={x} y={y + 5} textAnchor="middle" fontSize="14" fontWeight="700" style={{ fill: '#1554b8' }}>
        {rows[0].s.plates}
      </text>
      <text className="clock" x={last ? x + 38 : x + 10} y={last ? from - 5 : from + 12} fontSize="16" fontWeight="700" textAnchor={last ? 'end' : 'start'}>
        {hour}
      </text>
      {version && (
        <text className="over" x={last ? x + 38 : x + 10} y={last ? from + 11 : from + 28} fontSize="14" textAnchor={last ? 'end' : 'start'}>
          {version}
        </text>
      )}
    </g>
  )
})

// move walks with the arrow keys: along a strand, and to the strand above or below.
function move(event: KeyboardEvent, plan: Plan, strands: Strand[], picked: string, pick: (id: string) => void) {
  const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key]
  if (!way) return
  event.preventDefault()
  const at = strands.findIndex((s) => s.bars.some((i) => plan.bars[i].id === picked))
  let next: Bar | undefined
  if (at < 0) next = plan.bars[strands[0]?.bars[0]]
  else if (way[0]) {
    const k = strands[at].bars.findIndex((i) => plan.bars[i].id === picked)
    next = plan.bars[strands[at].bars[k + way[0]]]
  } else {
    const now = plan.bars.find((b) => b.id === picked)!
    const row = strands[at + way[1]]
    next = row?.bars.map((i) => plan.bars[i]).sort((a, b) => Math.abs(a.from - now.from) - Math.abs(b.from - now.from))[0]
  }
  if (!next) return
  pick(next.id)
  const id = next.id
  const svg = event.currentTarget
  requestAnimationFrame(() => svg.querySelector<SVGElement>(`[data-bar="${CSS.escape(id)}"]`)?.focus())
}
