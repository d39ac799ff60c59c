// What is opened, large: its strands on a folded axis of its own. The first round is whole, with
// its names; the rounds after it are a staircase under it. The pass stands at the first wave.
import { memo, useCallback, useLayoutEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react'
import { useHeat } from '../../parts/heat'
import { asButton } from '../../parts/pressed'
import type { Moved } from '../../parts/service/moved'
import { cut, wide } from '../../parts/measured'
import { useWidth } from '../../parts/width'
import { clock } from '../../parts/words'
import { BarMark, Stair } from './BarMark'
import { ChainMark, FlowMark, HoldMark, LateHolds, PanMark, StopMark } from './HoldMark'
import { foldedAxis, type Axis } from './axis'
import { useSlides } from './slides'
import { firstOf, holdsOf, laid, top, type Group, type Placed } from './layout'
import { rowsOf } from './rows'
import { matches, strandsOf, wasFrom, type Filter } from './shown'
import type { Bar, Opening, Plan } from './types'

type Props = { plan: Plan; opening: Opening; filter: Filter; moved: Moved; wide: number; lit: string; picked: string; pick: (id: string) => void; room?: number; high?: number }

export const Opened = memo(function Opened({ plan, opening, filter, moved, wide: times, lit, picked, pick, room: given, high }: Props) {
  const [box, seen] = useWidth(860, 480)
  const room = given ?? seen // on paper, as wide as that is
  const heat = useHeat()
  const [fold, setFold] = useState(-1)
  const [stairs, setStairs] = useState('')
  const width = room * times
  const side = room > 700 ? 178 : 150
  const rows = useMemo(() => rowsOf(plan, strandsOf(plan, filter), matches(plan, filter)), [plan, filter])
  const axis = useMemo(() => foldedAxis(opening.axis, side, width - 14, fold), [opening, side, width, fold])
  const { groups, bottom } = useMemo(() => laid(plan, rows, axis, top, side, stairs, heat), [plan, rows, axis, side, stairs, heat])
  const list = useMemo(() => groups.flatMap((g) => g.rows), [groups])
  const where = useMemo(() => new Map(list.flatMap((p) => p.row.all.map((b) => [b.id, p] as const))), [list])
  const here = where.get(picked.split(' → ')[0])
  const unfold = useCallback((i: number) => setFold((now) => (now >= 0 ? -1 : i)), [])
  const drawing = useLit(lit, groups)
  const slides = useSlides(plan)
  const onKey = (event: KeyboardEvent) => move(event, list, picked, pick)
  return (
    <div ref={box} className="moves">
      <svg ref={drawing} className={slides ? 'strands slides' : 'strands'} viewBox={`0 0 ${width} ${bottom + 6}`} style={{ width: times > 1 ? width : undefined, maxHeight: high }} role="group" aria-label={`${opening.name}, time runs from left to right into the plate`} onKeyDown={onKey}>
        <Ground axis={axis} bottom={bottom} unfold={unfold} />
        {groups.map((g) => (
          <Passes key={g.course} plan={plan} group={g} axis={axis} named={groups.length > 1} />
        ))}
        <Between plan={plan} where={where} axis={axis} picked={picked.includes(' → ') ? picked : ''} pick={pick} />
        {list.map((p) => (
          <RowMark key={p.row.key} plan={plan} placed={p} moved={moved} axis={axis} pass={groups.find((g) => g.course === p.row.course)!.pass} open={stairs === p.row.key} setOpen={setStairs} picked={here === p ? picked : ''} pick={pick} />
        ))}
      </svg>
    </div>
  )
})

// useLit lights a wave through all strands: what is of it is marked where it is drawn, so that
// nothing has to be drawn again.
function useLit(lit: string, drawn: unknown) {
  const ref = useRef<SVGSVGElement>(null)
  useLayoutEffect(() => {
    ref.current?.toggleAttribute('data-lit', lit !== '')
    ref.current?.querySelectorAll('[data-wave]').forEach((e) => e.toggleAttribute('data-lit', lit !== '' && e.getAttribute('data-wave')!.split(' ').includes(lit)))
  }, [lit, drawn])
  return ref
}

// Ground shows the folds: a new ground and a torn edge where the scale changes. The hours of one
// unfold it over the whole width, and fold it again.
const Ground = memo(function Ground({ axis, bottom, unfold }: { axis: Axis; bottom: number; unfold: (i: number) => void }) {
  return (
    <g>
      {axis.folds.map((f, i) => (
        <g key={f.from} className="fold" aria-label={`${f.label}, ${axis.folds.length > 1 ? 'unfold' : 'fold again'}`} {...asButton(() => unfold(i))}>
          <rect x={f.left} y={top - 6} width={f.right - f.left} height={bottom - top + 6} fill={i % 2 ? '#ffffff' : '#e9edee'} />
          <FoldLabel label={f.label} left={f.left} right={f.right} />
          {i > 0 && <path d={torn(f.left, top - 6, bottom)} fill="none" stroke="#3f4f5a" />}
        </g>
      ))}
    </g>
  )
})

function FoldLabel({ label, left, right }: { label: string; left: number; right: number }) {
  const begins = label.split('–')[0]
  const text = [label, begins, begins.split(' ')[0]].find((t) => wide(t, 14, 600) < right - left - 6)
  return (
    text && (
      <text x={(left + right) / 2} y={15} textAnchor="middle" fontSize="14" fontWeight="600" style={{ fill: '#3f4f5a' }}>
        {text}
      </text>
    )
  )
}

function torn(x: number, from: number, to: number): string {
  let d = `M${x} ${from}`
  for (let y = from; y < to; y += 12) d += `l4 6l-4 6`
  return d
}

// Passes are the blue line of a course at its first wave, and a dotted one for each later wave.
const Passes = memo(function Passes({ plan, group: g, axis, named }: { plan: Plan; group: Group; axis: Axis; named: boolean }) {
  const c = plan.courses[g.course]
  const hour = clock(firstOf(c)?.leaves ?? c.hour)
  const before = g.pass + 80 > axis.right
  return (
    <g>
      {named && (
        <text x={8} y={g.top + 17} fontSize="16" fontWeight="700" style={{ fill: '#1554b8' }}>
          {c.name}
        </text>
      )}
      {g.waves.map((w) => (
        <line key={w.wave} data-wave={w.wave} x1={w.x} x2={w.x} y1={g.top + 22} y2={g.bottom} stroke="#1554b8" strokeDasharray="2 5" />
      ))}
      <line x1={g.pass} x2={g.pass} y1={g.top + 2} y2={g.bottom} stroke="#1554b8" strokeWidth="5" />
      <text className="clock over" x={before ? g.pass - 8 : g.pass + 8} y={g.top + 16} fontSize="16" fontWeight="700" textAnchor={before ? 'end' : 'start'} style={{ fill: '#1554b8' }}>
        {hour}
      </text>
    </g>
  )
})

type BetweenProps = { plan: Plan; where: Map<string, Placed>; axis: Axis; picked: string; pick: (id: string) => void }

// Between are the waits of what goes into another component, and the pans that are kept.
const Between = memo(function Between({ plan, where, axis, picked, pick }: BetweenProps) {
  const rowOf = (i: number) => where.get(plan.bars[i].id)
  const first = (i: number) => rowOf(i)?.row.first.includes(plan.bars[i])
  return (
    <g>
      {plan.flows.map((h) => {
        const [a, b] = [rowOf(h.from), rowOf(h.to)]
        return a && b && a !== b && first(h.from) && first(h.to) && <FlowMark key={`${h.from} ${h.to}`} plan={plan} hold={h} from={a.y} to={b.y} axis={axis} picked={picked} pick={pick} />
      })}
      {plan.pans.map((p) => {
        const [a, b] = [rowOf(p.from), rowOf(p.to)]
        return a && b && first(p.from) && first(p.to) && <PanMark key={`${p.from} ${p.to}`} a={axis.x(plan.bars[p.from].to)} b={axis.x(plan.bars[p.to].from)} from={a.y} to={b.y} />
      })}
    </g>
  )
})

type RowProps = { plan: Plan; placed: Placed; moved: Moved; axis: Axis; pass: number; open: boolean; setOpen: (key: string) => void; picked: string; pick: (id: string) => void }

// RowMark is drawn again only when something of its own has changed: a run-up of 1,500 steps is
// walked through with the keys.
const RowMark = memo(function RowMark({ plan, placed: p, moved, axis, pass, open, setOpen, picked, pick }: RowProps) {
  const holds = holdsOf(plan, p.row)
  const { first } = p.row
  const last = first.at(-1)
  const stop = p.row.strands.find((s) => s.stop)?.stop
  const into = p.row.strands[0].into
  return (
    <g>
      <RowName placed={p} axisLeft={axis.left} open={open} setOpen={setOpen} />
      {p.flags.map((f, i) => f.line > 0 && <line key={i} x1={f.at + 0.5} x2={f.at + 0.5} y1={p.y - 11} y2={p.y - 19 - f.line * 17 + 4} stroke="#8d9aa3" />)}
      {last && <line x1={axis.x(first[0].from)} x2={into || axis.x(last.to) > pass ? axis.x(last.to) : pass} y1={p.y} y2={p.y} stroke="#14202b" strokeWidth="2" />}
      {holds.map((h, i) => (
        <HoldMark key={`${h.from} ${h.to}`} plan={plan} hold={h} text={p.holds[i]} y={p.y} axis={axis} picked={picked} pick={pick} />
      ))}
      <LateHolds plan={plan} placed={p} axis={axis} />
      {p.row.strands[0].chains?.map((c, i) => <ChainMark key={c.text} chain={c} y={p.extra + i * 18} axis={axis} />)}
      {first.map((b, i) => (
        <BarMark key={b.id} bar={b} was={wasFrom(moved, b)} y={p.y} axis={axis} flag={p.flags[i]} picked={picked === b.id} pick={() => pick(b.id)} first={i === 0} />
      ))}
      {p.stairs.map((s) => (
        <Stair key={s.bar.id} stair={s} moved={moved.steps.has(s.bar.id)} axis={axis} right={axis.right} picked={picked === s.bar.id} pick={() => pick(s.bar.id)} />
      ))}
      {p.tables.map((t) => (
        <text key={t.y} className="over" x={t.x} y={t.y} fontSize="14" textAnchor={t.anchor} style={{ fill: '#3f4f5a' }}>
          {t.text}
        </text>
      ))}
      {stop && <StopMark stop={stop} y={p.extra + 12} x={axis.left + 8} />}
    </g>
  )
})

// RowName is the component, and opens its rounds with their tables.
function RowName({ placed: p, axisLeft, open, setOpen }: { placed: Placed; axisLeft: number; open: boolean; setOpen: (key: string) => void }) {
  const rounds = p.stairs.length > 0
  const turn = () => setOpen(open ? '' : p.row.key)
  return (
    <g className={rounds ? 'row-name' : undefined} {...(rounds ? { ...asButton(turn), 'aria-expanded': open, 'aria-label': `${[...p.name, cut(p.row.note, axisLeft - 16)].filter(Boolean).join(' ')}, ${open ? 'close its rounds' : 'open its rounds with their tables'}` } : {})}>
      {rounds && <rect className="halo" x={1} y={p.y - 12} width={150} height={24} rx="3" fill="transparent" />}
      {p.name.map((text, i) => (
        <text key={text} x={8} y={p.y + 5 + (i - (p.name.length - 1)) * 18} fontSize="16" fontWeight="700">
          {`${text} `}
        </text>
      ))}
      {p.row.note && (
        <text x={8} y={p.y + 22} fontSize="14" style={{ fill: '#3f4f5a' }}>
          {`${cut(p.row.note, axisLeft - 16)} `}
        </text>
      )}
    </g>
  )
}

// move walks with the arrow keys: along a strand, and to the strand above or below.
function move(event: KeyboardEvent, rows: Placed[], picked: string, pick: (id: string) => void) {
  const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key]
  if (!way) return
  event.preventDefault()
  const at = rows.findIndex((p) => p.row.all.some((b) => b.id === picked))
  let next: Bar | undefined
  if (at < 0) next = rows[0]?.row.all[0]
  else if (way[0]) next = rows[at].row.all[rows[at].row.all.findIndex((b) => b.id === picked) + way[0]]
  else {
    const now = rows[at].row.all.find((b) => b.id === picked)!
    next = rows[at + way[1]]?.row.all.reduce((best, b) => (Math.abs(b.from - now.from) < Math.abs(best.from - now.from) ? b : best))
  }
  if (!next) return
  pick(next.id)
  const id = next.id
  const svg = event.currentTarget
  requestAnimationFrame(() => svg.querySelector<SVGElement>(`[data-bar="${CSS.escape(id)}"]`)?.focus())
}
