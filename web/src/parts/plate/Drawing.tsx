// The plate from above, to scale. What is ours is blue, what is food never is;
// pattern tells texture: zigzag crisp, dots soft, waves wet, lines firm. A broken
// line is out of sight on purpose, or left off for some.
import { memo, useMemo, useRef, type KeyboardEvent, type PointerEvent } from 'react'
import type { Schemas } from '../../api/client'
import { useStable } from '../stable'
import { nudged, placeOf, type Place } from './moving'

type Model = Schemas['Drawing']
type Shape = Model['shapes'][number]

const room = 44 // mm round the plate for the clock and the numbers

// spot is where the picked one is by now, which may be ahead of what is drawn.
type Props = { drawing: Model; picked: string; pick: (id: string) => void; spot?: Place; move: (id: string, to: Place) => void }

export function Drawing({ drawing, picked, pick, spot, move }: Props) {
  const svg = useRef<SVGSVGElement>(null)
  const grip = useRef<{ id: string; dx: number; dy: number; moved: boolean }>(undefined)
  const left = drawing.left - room
  const top = drawing.top - room
  const wide = drawing.right - drawing.left + 2 * room
  const high = drawing.bottom - drawing.top + 2 * room
  // at is a pointer on the plate, in millimetres from its centre.
  const at = (e: PointerEvent) => {
    const box = svg.current!.getBoundingClientRect()
    return { x: left + ((e.clientX - box.left) * wide) / box.width, y: top + ((e.clientY - box.top) * high) / box.height }
  }
  const down = useStable((e: PointerEvent, s: Shape) => {
    if (s.placing !== picked) return
    const p = at(e)
    grip.current = { id: s.placing, dx: p.x - s.x, dy: p.y - s.y, moved: false }
    e.currentTarget.setPointerCapture?.(e.pointerId)
  })
  const drag = useStable((e: PointerEvent, s: Shape) => {
    const g = grip.current
    if (!g) return
    const p = at(e)
    g.moved = true
    move(g.id, placeOf(p.x - g.dx - s.fromX, p.y - g.dy - s.fromY))
  })
  const up = useStable((s: Shape) => {
    const moved = grip.current?.moved
    grip.current = undefined
    if (!moved) pick(s.placing === picked ? '' : s.placing)
  })
  const key = useStable((e: KeyboardEvent, s: Shape) => {
    if (e.key === 'Enter' || e.key === ' ') pick(s.placing)
    const to = s.placing === picked && nudged(spot ?? placeOf(s.x - s.fromX, s.y - s.fromY), e.key, e.shiftKey)
    if (!to) return
    e.preventDefault()
    move(s.placing, to)
  })
  const hands = useMemo(() => ({ down, drag, up, key }), [down, drag, up, key])
  const chosen = drawing.shapes.find((s) => s.placing === picked)
  return (
    <svg ref={svg} className="plate-svg from-above" viewBox={`${left} ${top} ${wide} ${high}`} role="group" aria-label="The plate from above, to scale">
      {drawing.wares.map((w, i) => (
        <g key={w.name}>
          <path d={w.outline} fill={w.colour} stroke="#14202b" strokeWidth="1" />
          <path d={w.well} fill="none" stroke="#c3cdd3" strokeWidth="1" />
          {i > 0 && (
            <text x={w.x} y={w.y + w.height / 2 + 11} textAnchor="middle" fontSize="9.5">
              {w.name}
            </text>
          )}
        </g>
      ))}
      {underFirst(drawing.shapes).map((s) => (
        <Element key={s.placing} shape={s} picked={s.placing === picked} hands={hands} />
      ))}
      {drawing.shapes.filter((s) => s.under).map((s) => (
        <path key={s.placing} d={s.outline} fill="none" stroke="#14202b" strokeWidth="0.9" strokeDasharray="4 3" pointerEvents="none" aria-hidden="true" />
      ))}
      {drawing.shapes.map((s) => (
        <Numbered key={s.placing} x={s.labelX} y={s.labelY} leadX={s.x} leadY={s.y} number={s.number} count={s.count} />
      ))}
      <Marks drawing={drawing} />
      {chosen && (
        <g aria-hidden="true" pointerEvents="none">
          <line x1={chosen.fromX} y1={chosen.fromY} x2={chosen.x} y2={chosen.y} stroke="#1554b8" strokeWidth="1" strokeDasharray="3 2" />
          <circle cx={chosen.fromX} cy={chosen.fromY} r="1.4" fill="#1554b8" />
          <circle cx={chosen.x} cy={chosen.y} r="1.4" fill="#1554b8" />
        </g>
      )}
    </svg>
  )
}

const Marks = memo(
  function Marks({ drawing }: { drawing: Model }) {
    const r = drawing.diameter / 2
    return drawing.marks.map((m) => (
      <g key={m.hour} aria-hidden="true">
        <line x1={m.x * 0.985} y1={m.y * 0.985} x2={m.x * (m.hour % 3 ? 0.93 : 0.88)} y2={m.y * (m.hour % 3 ? 0.93 : 0.88)} stroke="#1554b8" strokeWidth="1" />
        {m.hour % 3 === 0 && (
          <text x={m.x * (1 + 12 / r)} y={m.y * (1 + 12 / r) + 3.5} textAnchor="middle" fontSize="9.5" fontWeight="700" stroke="#f3f5f4" strokeWidth="4" paintOrder="stroke" style={{ fill: '#1554b8' }}>
            {m.hour}
          </text>
        )}
      </g>
    ))
  },
  (a, b) => a.drawing.diameter === b.drawing.diameter && a.drawing.marks[11].y === b.drawing.marks[11].y,
)

// Numbered stands outside the plate, with a line to a dot in the middle of what it is of.
const Numbered = memo(function Numbered({ x, y, leadX, leadY, number, count }: { x: number; y: number; leadX: number; leadY: number; number: number; count: number }) {
  return (
    <g aria-hidden="true" pointerEvents="none">
      <line x1={x} y1={y} x2={leadX} y2={leadY} stroke="#fff" strokeWidth="2.6" strokeOpacity="0.8" />
      <line x1={x} y1={y} x2={leadX} y2={leadY} stroke="#1554b8" strokeWidth="1" />
      <circle cx={leadX} cy={leadY} r="2.2" fill="#1554b8" stroke="#fff" />
      {count > 1 && (
        <text x={x + (x < 0 ? -14 : 14)} y={y + 3} textAnchor="middle" fontSize="8.7" fontWeight="700" style={{ fill: '#1554b8' }}>
          ×{count}
        </text>
      )}
      <circle cx={x} cy={y} r="7" fill="#1554b8" />
      <text x={x} y={y + 3} textAnchor="middle" fontSize="8.7" fontWeight="700" style={{ fill: '#ffffff' }}>
        {number}
      </text>
    </g>
  )
})

type Hands = { down: (e: PointerEvent, s: Shape) => void; drag: (e: PointerEvent, s: Shape) => void; up: (s: Shape) => void; key: (e: KeyboardEvent, s: Shape) => void }

// Element is one placing; it is drawn anew only where something about it changed.
const Element = memo(
  function Element({ shape: s, picked, hands }: { shape: Shape; picked: boolean; hands: Hands }) {
    return (
      <g role="button" tabIndex={0} aria-pressed={picked} aria-label={`placing ${s.number}`} className={picked ? 'bar movable' : 'bar'} onPointerDown={(e) => hands.down(e, s)} onPointerMove={(e) => hands.drag(e, s)} onPointerUp={() => hands.up(s)} onKeyDown={(e) => hands.key(e, s)}>
        {s.field && <path d={s.field} fill={s.colour} fillOpacity="0.5" stroke="#14202b" strokeWidth="0.5" strokeDasharray="1 2.4" />}
        <path d={s.outline} fill={s.colour} />
        <path d={s.outline} fill={`url(#${s.texture})`} stroke="#14202b" strokeWidth={picked ? 1.6 : 0.8} strokeLinejoin="round" strokeDasharray={s.unseen ? '3 2' : undefined} />
        {s.detail && <path d={s.detail} fill="none" stroke="#14202b" strokeWidth="0.7" />}
        {picked && <path className="halo" d={s.outline} fill="none" stroke="#1554b8" strokeWidth="1.6" strokeDasharray="4 3" />}
      </g>
    )
  },
  (a, b) => a.picked === b.picked && a.hands === b.hands && same(a.shape, b.shape),
)

const same = (a: Shape, b: Shape) => a.outline === b.outline && a.detail === b.detail && a.field === b.field && a.colour === b.colour && a.texture === b.texture && a.number === b.number && a.unseen === b.unseen && a.fromX === b.fromX && a.fromY === b.fromY

// A pool poured last lies under what stands in it, whatever its number.
export function underFirst(shapes: Model['shapes']) {
  return [...shapes].sort((a, b) => Number(b.pool) - Number(a.pool) || a.number - b.number)
}

export function Textures() {
  const ink = { stroke: '#14202b', strokeOpacity: 0.42, fill: 'none', strokeWidth: 0.6 }
  return (
    <defs>
      <pattern id="crisp" width="6" height="4" patternUnits="userSpaceOnUse">
        <path d="M0 3L1.5 1L3 3L4.5 1L6 3" {...ink} strokeWidth="0.8" />
      </pattern>
      <pattern id="soft" width="4" height="4" patternUnits="userSpaceOnUse">
        <circle cx="2" cy="2" r="0.45" fill="#14202b" fillOpacity="0.45" />
      </pattern>
      <pattern id="wet" width="9" height="4" patternUnits="userSpaceOnUse">
        <path d="M0 2c2.25-2 2.25-2 4.5 0s2.25 2 4.5 0" {...ink} strokeOpacity={0.26} />
      </pattern>
      <pattern id="moist" width="9" height="6" patternUnits="userSpaceOnUse">
        <path d="M0 3c2.25-2 2.25-2 4.5 0" {...ink} strokeOpacity={0.3} />
      </pattern>
      <pattern id="crunchy" width="6" height="6" patternUnits="userSpaceOnUse">
        <path d="M1 4L2.5 2L4 4" {...ink} strokeWidth="0.9" />
      </pattern>
      <pattern id="firm" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 2.5H5" {...ink} strokeOpacity={0.28} />
      </pattern>
    </defs>
  )
}
