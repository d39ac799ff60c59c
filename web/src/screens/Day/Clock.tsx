// The cooks and the equipment of a day on one clock: a row for each service that has them, so
// that who is where is read down, and what is taken twice lies above itself.
import { useMemo, useState } from 'react'
import { evenAxis } from '../../parts/clockAxis'
import { ClockTicks } from '../../parts/ClockTicks'
import { useHeat } from '../../parts/heat'
import { asButton } from '../../parts/pressed'
import { useWidth } from '../../parts/width'
import { Zoom } from '../../parts/Zoom'
import { day, listed, spoken, wall } from '../../parts/words'
import type { Sheet } from './Day'

type Lane = Sheet['cooks'][number]
type Block = Lane['rows'][number]['blocks'][number]
type Picked = { lane: Lane; block: Block; service?: string }

const left = 276
const top = 44
const row = 22
const gap = 12

export function Clock({ sheet }: { sheet: Sheet }) {
  const [box, room] = useWidth(1200)
  const [wide, setWide] = useState(1)
  const [over, setOver] = useState(-1) // the service whose hours fill the width
  const [picked, setPicked] = useState<Picked>()
  const width = room * wide
  const s = sheet.services[over]
  const [from, to] = s ? [s.from - 300, Math.max(s.to, ...s.courses.map((c) => c.at)) + 300] : [sheet.from, sheet.to]
  const x = useMemo(() => evenAxis(from, to, left, width - 12), [from, to, width])
  const lanes = [...sheet.cooks, ...sheet.things]
  const heights = lanes.map((l) => Math.max(1, l.rows.length) * row + gap)
  const tops = heights.map((_, i) => top + heights.slice(0, i).reduce((a, b) => a + b, 0) + (i >= sheet.cooks.length ? 18 : 0))
  const bottom = top + heights.reduce((a, b) => a + b, 0) + 18
  const names = sheet.services.map((x) => (x.day === sheet.day ? x.name : `${day(x.day, true).slice(0, 3)}: ${x.name}`))
  const leaving = sheet.services.flatMap((x) => x.courses.map((c, i) => ({ at: c.at, say: i === 0 ? x.name : '', full: `${x.name}: ${c.name}` }))).filter((c) => c.at > from && c.at < to)
  return (
    <>
      <div className="d-flex gap-3 my-2 tools flex-wrap">
        <div className="choices" role="group" aria-label="Stretch">
          {['whole day', ...names].map((name, i) => (
            <button key={`${name} ${i}`} aria-pressed={over === i - 1} onClick={() => setOver(i - 1)}>
              {name}
            </button>
          ))}
        </div>
        <Zoom wide={wide} set={setWide} />
      </div>
      <div ref={box} className="moves">
        <svg viewBox={`0 0 ${width} ${bottom}`} style={{ width: wide > 1 ? width : undefined }} role="group" aria-label="Cooks and equipment over the day">
          <defs>
            <pattern id="away" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
              <rect width="6" height="6" fill="#e9edee" />
              <line x1="0" y1="0" x2="0" y2="6" stroke="#c3cdd3" strokeWidth="2" />
            </pattern>
          </defs>
          <ClockTicks origin={sheet.origin} span={[from, to]} room={width - left} x={x} from={top - 6} to={bottom} labels={top - 10} />
          {lanes.map((l, i) => (
            <LaneRows key={l.id} lane={l} cook={i < sheet.cooks.length} y={tops[i]} height={heights[i]} x={x} span={[from, to]} names={names} width={width} picked={picked?.block} pick={setPicked} />
          ))}
          {leaving.map((c) => (
            <g key={c.full} aria-hidden="true">
              <line x1={x(c.at)} x2={x(c.at)} y1={top - 6} y2={bottom} stroke="#1554b8" strokeWidth={c.say ? 5 : 2} />
              {c.say && (
                <text className="over" x={Math.min(x(c.at), width - 50)} y={14} fontSize="14" fontWeight="700" textAnchor="middle" style={{ fill: '#1554b8' }}>
                  {c.say}
                </text>
              )}
            </g>
          ))}
        </svg>
      </div>
      <p className="quiet small">Solid: hands. Outlined: equipment in use. Dashed: held. Grey: not there, or beside food work. Blue: a course leaves.</p>
      <Said picked={picked} sheet={sheet} />
    </>
  )
}

type LaneProps = { lane: Lane; cook: boolean; y: number; height: number; x: (s: number) => number; span: [number, number]; names: string[]; width: number; picked?: Block; pick: (p: Picked) => void }

function LaneRows({ lane, cook, y, height, x, span: [from, to], names, width, picked, pick }: LaneProps) {
  const seen = (b: { from: number; to: number }) => b.to > from && b.from < to
  return (
    <g>
      <line x1={0} x2={width} y1={y + height - gap / 2} y2={y + height - gap / 2} stroke="#c3cdd3" />
      <text x={4} y={y + 16} fontSize="16" fontWeight="700">
        {short(lane.name, 19)}
      </text>
      {lane.there && away(lane.there, from, to).map(([a, b]) => <rect key={a} x={x(a)} y={y - 3} width={x(b) - x(a)} height={height - 6} fill="url(#away)" />)}
      {(lane.events ?? []).filter(seen).map((e) => (
        <g key={e.from} className="bar" {...asButton(() => pick({ lane, block: e }))} aria-label={`${e.label}, ${lane.name}`}>
          <rect x={x(e.from)} y={y - 3} width={Math.max(3, x(e.to) - x(e.from))} height={height - 6} fill="#c3cdd3" stroke={picked === e ? '#1554b8' : '#3f4f5a'} strokeWidth={picked === e ? 3 : 1} />
          {x(e.to) - x(e.from) > e.label.length * 7 && (
            <text x={x(e.from) + 4} y={y + 13} fontSize="14">
              {e.label}
            </text>
          )}
        </g>
      ))}
      {lane.rows.map((r, k) => (
        <g key={r.service}>
          <text x={162} y={y + 15 + k * row} fontSize="14" style={{ fill: '#3f4f5a' }}>
            {short(names[r.service], 15)}
          </text>
          {r.blocks.filter(seen).map((b, i) => (
            <BlockMark key={i} block={b} y={y + k * row} cook={cook} capacity={lane.capacity} a={x(b.from)} z={x(b.to)} picked={picked === b} of={`${lane.name}, ${names[r.service]}`} pick={() => pick({ lane, block: b, service: names[r.service] })} />
          ))}
        </g>
      ))}
    </g>
  )
}

function BlockMark({ block, y, cook, capacity, a, z, picked, of, pick }: { block: Block; y: number; cook: boolean; capacity: number; a: number; z: number; picked: boolean; of: string; pick: () => void }) {
  const heat = useHeat()
  const w = Math.max(z - a, 2)
  const ink = picked ? '#1554b8' : '#14202b'
  const alone = cook || capacity === 1 // else what is on it at once lies on itself
  const words = [alone && block.setting === undefined ? block.label : '', block.setting !== undefined ? heat(block.setting) : ''].find((t) => t && t.length * 7 < w - 8)
  return (
    <g className="bar" {...asButton(pick)} aria-pressed={picked} aria-label={[block.label, block.setting !== undefined && heat(block.setting), of].filter(Boolean).join(', ')}>
      <rect x={a} y={y + 1} width={w} height={row - 4} rx="2" fill={cook ? ink : '#ffffff'} fillOpacity={cook ? 1 : 0.7} stroke={cook ? '#f3f5f4' : ink} strokeWidth={picked && !cook ? 3 : cook ? 0.5 : 1.5} strokeDasharray={block.hold ? '5 3' : undefined} />
      {words && (
        <text x={a + 4} y={y + 15} fontSize="14" style={{ fill: cook ? '#ffffff' : ink }}>
          {words}
        </text>
      )}
    </g>
  )
}

// away is when somebody is not there.
function away(there: { from: number; to: number }[], from: number, to: number): [number, number][] {
  const out: [number, number][] = []
  let at = from
  for (const t of [...there].sort((a, b) => a.from - b.from)) {
    if (t.from > at) out.push([at, Math.min(t.from, to)])
    at = Math.max(at, t.to)
  }
  if (at < to) out.push([at, to])
  return out
}

// short is a name that fits in front of a row.
const short = (name: string, most: number) => (name.length > most ? `${name.slice(0, most - 1)}…` : name)

// Said says what was picked, and otherwise who has most to do.
function Said({ picked, sheet }: { picked?: Picked; sheet: Sheet }) {
  if (!picked) {
    const most = [...sheet.cooks].sort((a, b) => b.busy - a.busy).filter((c) => c.busy > 0)
    if (most.length === 0) return null
    return (
      <p className="card-plain mt-2" aria-live="polite">
        {listed(most.slice(0, 3).map((c) => `${c.name} is taken for ${spoken(c.busy - (c.busy % 60))}`))}
        {most.length > 3 && `; the least: ${most.at(-1)!.name}, ${spoken(most.at(-1)!.busy - (most.at(-1)!.busy % 60))}`}. Select a block to see what it is.
      </p>
    )
  }
  const b = picked.block
  return (
    <p className="card-plain mt-2" aria-live="polite">
      <span className="clock">
        {wall(sheet.origin, b.from)}–{wall(sheet.origin, b.to)}
      </span>{' '}
      <b>{b.label}</b> · {[picked.lane.name, picked.service, b.hold && 'held', b.places > 1 && `${b.places} places of ${picked.lane.capacity}`].filter(Boolean).join(' · ')}
    </p>
  )
}
