// The same plan by cook and by equipment on an even clock, where a double
// booking would show.
import { memo, useMemo, useState } from 'react'
import { useHeat } from '../../parts/heat'
import { asButton } from '../../parts/pressed'
import { evenAxis } from '../../parts/clockAxis'
import { ClockTicks } from '../../parts/ClockTicks'
import { useWidth } from '../../parts/width'
import { clock } from '../../parts/words'
import type { Moved } from '../../parts/service/moved'
import type { Plan } from './types'
import { matches, wasFrom, type Filter } from './shown'

type Props = { plan: Plan; moved: Moved; filter: Filter; wide: number; picked: string; pick: (id: string) => void }
type Lane = Plan['lanes'][number]
type Block = Lane['blocks'][number]

const left = 140
const top = 30
const place = 26

export function Lanes({ plan, moved, filter, wide, picked, pick }: Props) {
  const [box, room] = useWidth(1200)
  const width = room * wide
  const is = useMemo(() => matches(plan, filter), [plan, filter])
  const [at, setAt] = useState(plan.days.length - 1)
  const dayAt = plan.days[Math.min(at, plan.days.length - 1)]
  const [stretch, setStretch] = useState('evening')
  const lastDay = dayAt === plan.days.at(-1)
  const [from, to] = (lastDay && stretches(plan, dayAt).find((s) => s.key === stretch)?.span) || [dayAt.from, dayAt.to]
  const x = useMemo(() => evenAxis(from, to, left, width - 10), [from, to, width])
  const window = useMemo<[number, number]>(() => [from, to], [from, to])
  const lanes = useMemo(() => plan.lanes.map((l) => ({ lane: l, blocks: l.blocks.filter((b) => b.to > from && b.from < to), others: (l.elsewhere ?? []).filter((b) => b.to > from && b.from < to) })).filter((l) => (l.lane.cook || l.blocks.length > 0) && (!filter.cook || !l.lane.cook || l.lane.id === `cook.${filter.cook}`) && (!filter.thing || l.lane.cook || l.lane.id === filter.thing)), [plan, from, to, filter])
  const heights = lanes.map((l) => Math.max(1, ...[...l.blocks, ...l.others].map((b) => Math.min(b.row + b.places, l.lane.capacity))) * place + 14)
  const tops = heights.map((_, i) => top + heights.slice(0, i).reduce((a, b) => a + b, 0))
  const bottom = top + heights.reduce((a, b) => a + b, 0)
  return (
    <div ref={box}>
      <div className="d-flex gap-3 mb-2 tools flex-wrap">
        <div className="choices" role="group" aria-label="Day">
          {plan.days.map((d, i) => (
            <button key={d.from} aria-pressed={i === at} onClick={() => setAt(i)}>
              {d.label}
            </button>
          ))}
        </div>
        {lastDay && (
          <div className="choices" role="group" aria-label="Stretch">
            {stretches(plan, dayAt).map((s) => (
              <button key={s.key} aria-pressed={stretch === s.key} onClick={() => setStretch(s.key)}>
                {s.label}
              </button>
            ))}
          </div>
        )}
      </div>
      <div className="moves">
      <svg viewBox={`0 0 ${width} ${bottom + 8}`} style={{ width: wide > 1 ? width : undefined }} role="group" aria-label={`Cooks and equipment, ${dayAt.label}`}>
        <defs>
          <pattern id="turning" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="7" height="7" fill="#ffffff" />
            <line x1="0" y1="0" x2="0" y2="7" stroke="#3f4f5a" strokeWidth="2" />
          </pattern>
        </defs>
        <ClockTicks origin={plan.origin} span={window} room={width - left} x={x} from={top - 4} to={bottom} labels={top - 10} />
        {plan.courses.map((c) => c.leaves > from && c.leaves < to && <line key={c.id} x1={x(c.leaves)} x2={x(c.leaves)} y1={top} y2={bottom} stroke="#1554b8" strokeWidth="5" />)}
        {lanes.map(({ lane, blocks, others }, i) => (
          <LaneRow key={lane.id} plan={plan} moved={moved} lane={lane} blocks={blocks} others={others} y={tops[i]} height={heights[i]} width={width} x={x} window={window} is={is} picked={blocks.some((b) => plan.bars[b.bar].id === picked) ? picked : ''} pick={pick} />
        ))}
      </svg>
      </div>
    </div>
  )
}

// stretches are what one looks at on the day itself: the evening, each course
// on its way, the whole day.
function stretches(plan: Plan, on: Plan['days'][number]): { key: string; label: string; span: [number, number] }[] {
  const first = Math.min(...plan.courses.map((c) => c.leaves))
  const last = Math.max(...plan.courses.map((c) => c.leaves))
  return [
    { key: 'evening', label: 'service', span: [Math.max(on.from, first - 40 * 60), last + 120] },
    ...plan.courses.map((c): { key: string; label: string; span: [number, number] } => ({ key: c.id, label: `${c.name}, ${c.hour.slice(11, 16)}`, span: [c.leaves - 38 * 60, c.leaves + 60] })),
    { key: 'day', label: 'whole day', span: [on.from, on.to] },
  ]
}

type RowProps = { plan: Plan; moved: Moved; lane: Lane; blocks: Block[]; others: Block[]; y: number; height: number; width: number; x: (s: number) => number; window: [number, number]; is: (b: Plan['bars'][number]) => boolean; picked: string; pick: (id: string) => void }

const LaneRow = memo(function LaneRow({ plan, moved, lane, blocks, others, y, height, width, x, window, is, picked, pick }: RowProps) {
  const heat = useHeat()
  return (
    <g>
      <line x1={0} x2={width} y1={y + height} y2={y + height} stroke="#c3cdd3" />
      <text x={4} y={y + 24} fontSize="16" fontWeight="700">
        {lane.name}
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
      {others.map((b, k) => (
        <OtherMark key={k} block={b} y={y + 7 + Math.min(b.row, lane.capacity - 1) * place} x={x} />
      ))}
      {blocks.map((b, k) => (
        <BlockMark key={k} plan={plan} was={wasFrom(moved, plan.bars[b.bar])} lane={lane} block={b} y={y + 7 + Math.min(b.row, lane.capacity - 1) * place} x={x} pale={!is(plan.bars[b.bar])} picked={picked === plan.bars[b.bar].id} pick={() => pick(plan.bars[b.bar].id)} />
      ))}
    </g>
  )
})

// OtherMark is what another service has, or the day beside food work.
function OtherMark({ block, y, x }: { block: Block; y: number; x: (s: number) => number }) {
  const a = x(block.from)
  const w = Math.max(x(block.to) - a, 3)
  return (
    <g role="img" aria-label={block.label}>
      <title>{block.label}</title>
      <rect x={a} y={y} width={w} height={block.places * place - 4} rx="3" fill="#c3cdd3" stroke="#3f4f5a" />
      {block.label.length * 7 < w - 10 && (
        <text x={a + 6} y={y + 16} fontSize="14">
          {block.label}
        </text>
      )}
    </g>
  )
}

function BlockMark({ plan, was, lane, block, y, x, pale, picked, pick }: { plan: Plan; was?: number; lane: Lane; block: Block; y: number; x: (s: number) => number; pale: boolean; picked: boolean; pick: () => void }) {
  const bar = plan.bars[block.bar]
  const a = x(block.from)
  const w = Math.max(x(block.to) - a, 4)
  const h = block.places * place - 4
  const solid = lane.cook
  const heat = useHeat()
  const component = plan.strands.find((s) => s.dish === bar.dish && s.component === bar.component)?.name ?? ''
  const words = [block.setting !== undefined ? `${component} ${heat(block.setting)}` : `${component} ${block.label}`, component, block.label].find((t) => t.length * 7 < w - 10) ?? ''
  const ink = picked ? '#1554b8' : '#14202b'
  return (
    <g className="bar" {...asButton(pick)} aria-pressed={picked} aria-label={`${words || `${component} ${bar.name}`}, ${lane.name}, ${component}, ${bar.name}, ${clock(bar.start)}${block.hold ? ', held' : ''}${was === undefined ? '' : ', moved'}`} opacity={pale ? 0.35 : 1}>
      <rect className="halo" x={a - 2} y={y - 2} width={w + 4} height={h + 4} fill="transparent" rx="3" />
      <rect x={a} y={y} width={w} height={h} rx="3" fill={solid ? ink : '#ffffff'} stroke={solid ? '#f3f5f4' : ink} strokeWidth={block.hold || solid ? 1 : 2} strokeDasharray={block.hold ? '5 3' : undefined} />
      {was !== undefined && <path d={`M${a} ${y}h9l-9 9z`} className="was-corner" />}
      {words && (
        <text x={a + 6} y={y + 16} fontSize="14" style={{ fill: solid ? '#ffffff' : ink }}>
          {words}
        </text>
      )}
    </g>
  )
}
