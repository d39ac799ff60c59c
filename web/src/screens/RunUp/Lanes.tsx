// The same plan by cook and by equipment on an even clock, where a double
// booking would show.
import { memo, useCallback, useMemo, useState } from 'react'
import { useHeat } from '../../parts/heat'
import { asButton } from '../../parts/pressed'
import { evenAxis } from '../../parts/clockAxis'
import { ClockTicks } from '../../parts/ClockTicks'
import { useWidth } from '../../parts/width'
import { cut, wide } from '../../parts/measured'
import { clock, wall } from '../../parts/words'
import type { Moved } from '../../parts/service/moved'
import { joined, type Unit } from './joined'
import { useSlides } from './slides'
import type { Plan } from './types'
import { matches, wasFrom, type Filter } from './shown'

type Props = { plan: Plan; moved: Moved; filter: Filter; wide: number; picked: string; pick: (id: string) => void }
type Lane = Plan['lanes'][number]
type Block = Lane['blocks'][number]

const left = 140
const top = 30
const place = 26
const many = 8 // places, beyond which a thing is drawn as a curve
const manyHigh = 62

export function Lanes({ plan, moved, filter, wide: times, picked, pick }: Props) {
  const [box, room] = useWidth(1200)
  const width = room * times
  const is = useMemo(() => matches(plan, filter), [plan, filter])
  const [at, setAt] = useState(plan.days.length - 1)
  const dayAt = plan.days[Math.min(at, plan.days.length - 1)]
  const [stretch, setStretch] = useState('evening')
  const lastDay = dayAt === plan.days.at(-1)
  const [near, setNear] = useState<[number, number]>() // what is opened of it
  const [from, to] = near ?? ((lastDay && stretches(plan, dayAt).find((s) => s.key === stretch)?.span) || [dayAt.from, dayAt.to])
  const slides = useSlides(plan)
  const opens = useCallback((u: Unit) => setNear(around(u)), [])
  const x = useMemo(() => evenAxis(from, to, left, width - 10), [from, to, width])
  const window = useMemo<[number, number]>(() => [from, to], [from, to])
  const lanes = useMemo(() => plan.lanes.map((l) => ({ lane: l, blocks: l.blocks.filter((b) => b.to > from && b.from < to), others: (l.elsewhere ?? []).filter((b) => b.to > from && b.from < to) })).filter((l) => (l.lane.cook || l.blocks.length > 0) && (!filter.cook || !l.lane.cook || l.lane.id === `cook.${filter.cook}`) && (!filter.thing || l.lane.cook || l.lane.id === filter.thing)), [plan, from, to, filter])
  const heights = lanes.map((l) => l.lane.capacity > many ? manyHigh : Math.max(1, ...[...l.blocks, ...l.others].map((b) => Math.min(b.row + b.places, l.lane.capacity))) * place + 14)
  const tops = heights.map((_, i) => top + heights.slice(0, i).reduce((a, b) => a + b, 0))
  const bottom = top + heights.reduce((a, b) => a + b, 0)
  return (
    <div ref={box}>
      <div className="d-flex gap-3 mb-2 tools flex-wrap">
        <div className="choices" role="group" aria-label="Day">
          {plan.days.map((d, i) => (
            <button key={d.from} aria-pressed={i === at} onClick={() => (setAt(i), setNear(undefined))}>
              {d.label}
            </button>
          ))}
        </div>
        {lastDay && (
          <div className="choices" role="group" aria-label="Stretch">
            {stretches(plan, dayAt).map((s) => (
              <button key={s.key} aria-pressed={!near && stretch === s.key} onClick={() => (setStretch(s.key), setNear(undefined))}>
                {s.label}
              </button>
            ))}
            {near && (
              <button aria-pressed onClick={() => setNear(undefined)}>
                {wall(plan.origin, near[0])}–{wall(plan.origin, near[1])}
              </button>
            )}
          </div>
        )}
      </div>
      <div className="moves">
      <svg className={slides ? 'slides' : undefined} viewBox={`0 0 ${width} ${bottom + 8}`} style={{ width: times > 1 ? width : undefined }} role="group" aria-label={`Cooks and equipment, ${dayAt.label}`}>
        <defs>
          <pattern id="turning" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="7" height="7" fill="#ffffff" />
            <line x1="0" y1="0" x2="0" y2="7" stroke="#3f4f5a" strokeWidth="2" />
          </pattern>
        </defs>
        <ClockTicks origin={plan.origin} span={window} room={width - left} x={x} from={top - 4} to={bottom} labels={top - 10} />
        {plan.courses.map((c) => c.leaves > from && c.leaves < to && <line key={c.id} x1={x(c.leaves)} x2={x(c.leaves)} y1={top} y2={bottom} stroke="#1554b8" strokeWidth="5" />)}
        {lanes.map(({ lane, blocks, others }, i) => (
          <LaneRow key={lane.id} plan={plan} moved={moved} lane={lane} blocks={blocks} others={others} y={tops[i]} height={heights[i]} width={width} x={x} window={window} is={is} picked={blocks.some((b) => plan.bars[b.bar].id === picked) ? picked : ''} pick={pick} open={opens} />
        ))}
      </svg>
      </div>
    </div>
  )
}

// around is a stretch around what is opened, with room for its first and last step.
function around(u: Unit): [number, number] {
  const more = Math.max(30, (u.to - u.from) * 0.06)
  return [u.from - more, u.to + more]
}

// stretches are what one looks at on the day itself: the evening, each course
// on its way, the whole day.
function stretches(plan: Plan, on: Plan['days'][number]): { key: string; label: string; span: [number, number] }[] {
  const last = (c: Plan['courses'][number]) => Math.max(c.leaves, ...c.sent.map((s) => s.at))
  const first = Math.min(...plan.courses.map((c) => c.leaves))
  return [
    { key: 'evening', label: 'service', span: [Math.max(on.from, first - 40 * 60), Math.max(...plan.courses.map(last)) + 120] },
    ...plan.courses.map((c): { key: string; label: string; span: [number, number] } => ({ key: c.id, label: `${c.name}, ${c.hour.slice(11, 16)}`, span: [c.leaves - 38 * 60, last(c) + 60] })),
    { key: 'day', label: 'whole day', span: [on.from, on.to] },
  ]
}

type RowProps = { plan: Plan; moved: Moved; lane: Lane; blocks: Block[]; others: Block[]; y: number; height: number; width: number; x: (s: number) => number; window: [number, number]; is: (b: Plan['bars'][number]) => boolean; picked: string; pick: (id: string) => void; open: (u: Unit) => void }

const LaneRow = memo(function LaneRow({ plan, moved, lane, blocks, others, y, height, width, x, window, is, picked, pick, open }: RowProps) {
  const heat = useHeat()
  const units = useMemo(() => unitsOf(plan, lane, blocks, [...others, ...(lane.cook ? lane.pauses : [])].map((o) => [o.from, o.to]), x, width, heat), [plan, lane, blocks, others, x, width, heat])
  return (
    <g>
      <line x1={0} x2={width} y1={y + height} y2={y + height} stroke="#c3cdd3" />
      <text x={4} y={y + 24} fontSize="16" fontWeight="700">
        {cut(lane.name, left - 10, 16, 700)}
      </text>
      {lane.pauses.filter((p) => p.to > window[0] && p.from < window[1]).map((p) => (
        <g key={p.to}>
          {p.what && <title>{p.what}</title>}
          <rect x={x(p.from)} y={y + 7} width={Math.max(x(p.to) - x(p.from), 2)} height={height - 14} fill="url(#turning)" stroke="#3f4f5a" />
          {x(p.to) - x(p.from) > 96 && (
            <text className="over" x={(x(p.from) + x(p.to)) / 2} y={y + 24} fontSize="14" textAnchor="middle">
              {p.what || `${p.toC > p.fromC ? 'heats' : 'cools'} to ${heat(p.toC)}`}
            </text>
          )}
        </g>
      ))}
      {lane.capacity > many ? (
        <ManyMark plan={plan} lane={lane} blocks={blocks} others={others} units={units} y={y} x={x} width={width} picked={picked} pick={pick} open={open} />
      ) : (
        <>
          {others.map((b, k) => (
            <OtherMark key={k} block={b} y={y + 7 + Math.min(b.row, lane.capacity - 1) * place} x={x} />
          ))}
          {units.map((u) =>
            u.blocks.length === 1 ? (
              <BlockMark key={`${u.from} ${u.blocks[0].bar}`} plan={plan} was={wasFrom(moved, plan.bars[u.blocks[0].bar])} lane={lane} unit={u} y={y + 7 + rowOf(u.blocks[0], lane) * place} x={x} pale={!is(plan.bars[u.blocks[0].bar])} picked={picked === plan.bars[u.blocks[0].bar].id} pick={() => pick(plan.bars[u.blocks[0].bar].id)} />
            ) : (
              <JoinedMark key={`${u.from} ${u.blocks[0].bar}`} plan={plan} lane={lane} unit={u} y={y + 7 + rowOf(u.blocks[0], lane) * place} x={x} pale={!u.blocks.some((b) => is(plan.bars[b.bar]))} picked={picked} open={() => open(u)} />
            ),
          )}
        </>
      )}
    </g>
  )
})

const rowOf = (b: Block, lane: Lane) => Math.min(b.row, lane.capacity - 1)

// unitsOf joins the blocks of a lane, row by row.
function unitsOf(plan: Plan, lane: Lane, blocks: Block[], other: [number, number][], x: (s: number) => number, right: number, heat: (c: number) => string): Unit[] {
  const names = (b: Block) => {
    const bar = plan.bars[b.bar]
    const made = bar.made ?? ''
    return [b.setting !== undefined ? `${made} ${heat(b.setting)}` : `${made} ${b.label}`.trim(), made || b.label]
  }
  if (lane.capacity > many) return joined(plan, blocks, { x, wide, names, left, right, other })
  const rows = [...new Set(blocks.map((b) => rowOf(b, lane)))]
  return rows.flatMap((r) => joined(plan, blocks.filter((b) => rowOf(b, lane) === r), { x, wide, names, left, right, other }))
}

// OtherMark is what another service has, or the day beside food work.
function OtherMark({ block, y, x }: { block: Block; y: number; x: (s: number) => number }) {
  const a = x(block.from)
  const w = Math.max(x(block.to) - a, 3)
  return (
    <g role="img" aria-label={block.label}>
      <title>{block.label}</title>
      <rect x={a} y={y} width={w} height={block.places * place - 4} rx="3" fill="#c3cdd3" stroke="#3f4f5a" />
      {wide(block.label) < w - 10 && (
        <text x={a + 6} y={y + 16} fontSize="14">
          {block.label}
        </text>
      )}
    </g>
  )
}

type MarkProps = { plan: Plan; was?: number; lane: Lane; unit: Unit; y: number; x: (s: number) => number; pale: boolean; picked: boolean; pick: () => void }

function BlockMark({ plan, was, lane, unit: u, y, x, pale, picked, pick }: MarkProps) {
  const [block] = u.blocks
  const bar = plan.bars[block.bar]
  const a = x(block.from)
  const w = Math.max(x(block.to) - a, 3)
  const h = block.places * place - 4
  const solid = lane.cook
  const ink = picked ? '#1554b8' : '#14202b'
  return (
    <g className="bar lane-unit" {...asButton(pick)} aria-pressed={picked} aria-label={`${u.text}, ${lane.name}, ${bar.name}, ${clock(bar.start)}${block.hold ? ', held' : ''}${was === undefined ? '' : ', moved'}`} opacity={pale ? 0.35 : 1}>
      <rect className="halo" x={a - 2} y={y - 2} width={w + 4} height={h + 4} fill="transparent" rx="3" />
      <rect x={a} y={y} width={w} height={h} rx="3" fill={solid ? ink : '#ffffff'} stroke={solid ? '#f3f5f4' : ink} strokeWidth={block.hold || solid ? 1 : 2} strokeDasharray={block.hold ? '5 3' : undefined} />
      {was !== undefined && <path d={`M${a} ${y}h9l-9 9z`} className="was-corner" />}
      <text x={{ inside: a + 6, after: a + w + 5, before: a - 5 }[u.place]} y={y + 16} fontSize="14" textAnchor={u.place === 'before' ? 'end' : 'start'} style={{ fill: solid && u.place === 'inside' ? '#ffffff' : ink }}>
        {u.place === 'inside' ? cut(u.text, w - 8) : u.text}
      </text>
    </g>
  )
}

type JoinedProps = { plan: Plan; lane: Lane; unit: Unit; y: number; x: (s: number) => number; pale: boolean; picked: string; open: () => void }

// JoinedMark is several blocks that are called one thing: the name, and under it when there is
// something to do. Chosen, it is opened over the whole width.
function JoinedMark({ plan, lane, unit: u, y, x, pale, picked, open }: JoinedProps) {
  const a = x(u.from)
  const w = Math.max(x(u.to) - a, 3)
  const has = u.blocks.some((b) => plan.bars[b.bar].id === picked)
  return (
    <g className="bar lane-unit joined" {...asButton(open)} aria-label={`${u.text}, ${lane.name}, ${u.blocks.length} steps, open`} opacity={pale ? 0.35 : 1}>
      <rect className="halo" x={a - 2} y={y - 2} width={w + 4} height={place} fill="transparent" rx="3" />
      <rect x={a} y={y} width={w} height={place - 4} rx="3" fill="#ffffff" stroke={has ? '#1554b8' : '#14202b'} strokeWidth={has ? 2 : 1} />
      {u.blocks.map((b, k) => (
        <rect key={k} x={x(b.from)} y={y + place - 9} width={Math.max(x(b.to) - x(b.from), 1)} height={5} fill={lane.cook ? '#14202b' : '#8d9aa3'} />
      ))}
      <text x={a + 6} y={y + 13} fontSize="14">
        {cut(u.text, w - 8)}
      </text>
    </g>
  )
}

type ManyProps = { plan: Plan; lane: Lane; blocks: Block[]; others: Block[]; units: Unit[]; y: number; x: (s: number) => number; width: number; picked: string; pick: (id: string) => void; open: (u: Unit) => void }

// ManyMark is a thing of many places: a curve of how many are taken, and above it for what.
function ManyMark({ plan, lane, blocks, others, units, y, x, width, picked, pick, open }: ManyProps) {
  const all = [...blocks, ...others]
  const floor = y + manyHigh - 6
  const unit = 26 / lane.capacity
  const at = [...new Set(all.flatMap((b) => [b.from, b.to]))].sort((a, b) => a - b)
  const taken = at.map((t) => all.reduce((sum, b) => sum + (b.from <= t && t < b.to ? b.places : 0), 0))
  const curve = at.map((t, i) => `${i ? 'L' : 'M'}${x(t)} ${floor - (taken[i - 1] ?? 0) * unit}V${floor - taken[i] * unit}`).join('')
  return (
    <g>
      <text x={4} y={y + 44} fontSize="14" style={{ fill: '#3f4f5a' }}>
        {Math.max(0, ...taken)} of {lane.capacity}
      </text>
      <path d={`M${left} ${floor - 26}H${width}`} stroke="#8d9aa3" strokeDasharray="4 3" />
      <path d={curve + (curve && 'Z')} fill="#c3cdd3" stroke="#3f4f5a" />
      {units.map((u) => {
        const ids = u.blocks.map((b) => plan.bars[b.bar].id)
        const on = ids.includes(picked)
        const [a, w] = [x(u.from), Math.max(x(u.to) - x(u.from), 3)]
        return (
          <g key={`${u.from} ${ids[0]}`} className="bar lane-unit" {...asButton(() => (ids.length === 1 ? pick(ids[0]) : open(u)))} aria-label={`${u.text}, ${lane.name}, ${ids.length === 1 ? clock(plan.bars[u.blocks[0].bar].start) : `${ids.length} steps, open`}`}>
            <rect className="halo" x={a - 2} y={y + 5} width={w + 4} height={18} fill="transparent" rx="3" />
            <path d={`M${a} ${y + 27}v-4H${a + w}v4`} fill="none" stroke={on ? '#1554b8' : '#3f4f5a'} strokeWidth={on ? 3 : 1} />
            <text x={{ inside: a + 4, after: a + w + 5, before: a - 5 }[u.place]} y={y + 19} fontSize="14" textAnchor={u.place === 'before' ? 'end' : 'start'} style={{ fill: on ? '#1554b8' : '#14202b' }}>
              {u.place === 'inside' ? cut(u.text, w - 6) : u.text}
            </text>
          </g>
        )
      })}
    </g>
  )
}
