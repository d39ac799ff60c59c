// The plate from above, to scale. What is ours is blue, what is food never is;
// pattern tells texture: zigzag crisp, dots soft, waves wet, lines firm.
import { useRef, type PointerEvent } from 'react'
import type { Schemas } from '../../api/client'
import { nudged, placeOf, type Place } from './moving'

type Model = Schemas['Drawing']

const room = 24 // mm round the plate for the clock

type Props = { drawing: Model; picked: string; pick: (id: string) => void; place: (id: string) => Place | undefined; move: (id: string, to: Place) => void }

export function Drawing({ drawing, picked, pick, place, move }: Props) {
  const svg = useRef<SVGSVGElement>(null)
  const grip = useRef<{ id: string; dx: number; dy: number; moved: boolean }>(undefined)
  // at is a pointer on the plate, in millimetres from its centre.
  const at = (e: PointerEvent) => {
    const box = svg.current!.getBoundingClientRect()
    const scale = (drawing.diameter + 2 * room) / box.width
    return { x: (e.clientX - box.left - box.width / 2) * scale, y: (e.clientY - box.top - box.height / 2) * scale }
  }
  const down = (e: PointerEvent, s: Model['shapes'][number]) => {
    if (s.placing !== picked) return
    const p = at(e)
    grip.current = { id: s.placing, dx: p.x - s.x, dy: p.y - s.y, moved: false }
    e.currentTarget.setPointerCapture?.(e.pointerId)
  }
  const drag = (e: PointerEvent) => {
    const g = grip.current
    if (!g) return
    const p = at(e)
    g.moved = true
    move(g.id, placeOf(p.x - g.dx, p.y - g.dy))
  }
  const up = (s: Model['shapes'][number]) => {
    const moved = grip.current?.moved
    grip.current = undefined
    if (!moved) pick(s.placing === picked ? '' : s.placing)
  }
  const r = drawing.diameter / 2
  const size = 2 * (r + room)
  const chosen = drawing.shapes.find((s) => s.placing === picked)
  return (
    <svg ref={svg} className="plate-svg from-above" viewBox={`${-r - room} ${-r - room} ${size} ${size}`} role="group" aria-label="The plate from above, to scale">
      <circle r={r} fill="#ffffff" stroke="#14202b" strokeWidth="1" />
      <circle r={drawing.well / 2} fill="none" stroke="#c3cdd3" strokeWidth="1" />
      {drawing.marks.map((m) => (
        <g key={m.hour} aria-hidden="true">
          <line x1={m.x * 0.985} y1={m.y * 0.985} x2={m.x * (m.hour % 3 ? 0.93 : 0.88)} y2={m.y * (m.hour % 3 ? 0.93 : 0.88)} stroke="#1554b8" strokeWidth="1" />
          {m.hour % 3 === 0 && (
            <text x={m.x * (1 + 12 / r)} y={m.y * (1 + 12 / r) + 3.5} textAnchor="middle" fontSize="9.5" fontWeight="700" style={{ fill: '#1554b8' }}>
              {m.hour}
            </text>
          )}
        </g>
      ))}
      {underFirst(drawing.shapes).map((s) => (
        <g key={s.placing} role="button" tabIndex={0} aria-pressed={s.placing === picked} aria-label={`placing ${s.number}`} className={s.placing === picked ? 'bar movable' : 'bar'} onPointerDown={(e) => down(e, s)} onPointerMove={drag} onPointerUp={() => up(s)}
          onKeyDown={(e) => {
            if (e.key === 'Enter' || e.key === ' ') pick(s.placing)
            const was = s.placing === picked ? place(s.placing) : undefined
            const to = was && nudged(was, e.key, e.shiftKey)
            if (!to) return
            e.preventDefault()
            move(s.placing, to)
          }}
        >
          <path d={s.outline} fill={s.colour} />
          <path d={s.outline} fill={`url(#${s.texture})`} stroke="#14202b" strokeWidth={s.placing === picked ? 1.6 : 0.8} strokeLinejoin="round" />
          {s.detail && <path d={s.detail} fill="none" stroke="#14202b" strokeWidth="0.7" />}
          {s.placing === picked && <path className="halo" d={s.outline} fill="none" stroke="#1554b8" strokeWidth="1.6" strokeDasharray="4 3" />}
        </g>
      ))}
      {drawing.shapes.map((s) => (
        <g key={s.placing} aria-hidden="true" pointerEvents="none">
          <circle cx={s.labelX} cy={s.labelY} r="7" fill="#1554b8" />
          <text x={s.labelX} y={s.labelY + 3} textAnchor="middle" fontSize="8.7" fontWeight="700" style={{ fill: '#ffffff' }}>
            {s.number}
          </text>
        </g>
      ))}
      {chosen && (
        <g aria-hidden="true" pointerEvents="none">
          <line x1="0" y1="0" x2={chosen.x} y2={chosen.y} stroke="#1554b8" strokeWidth="1" strokeDasharray="3 2" />
          <circle r="1.4" fill="#1554b8" />
          <circle cx={chosen.x} cy={chosen.y} r="1.4" fill="#1554b8" />
        </g>
      )}
    </svg>
  )
}

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
