// The plate from above, to scale. What is ours is blue, what is food never is;
// pattern tells texture: zigzag crisp, dots soft, waves wet, lines firm.
import type { Schemas } from '../../api/client'

type Model = Schemas['Drawing']

const room = 24 // mm round the plate for the clock

export function Drawing({ drawing, picked, pick }: { drawing: Model; picked: string; pick: (id: string) => void }) {
  const r = drawing.diameter / 2
  const size = 2 * (r + room)
  const at = drawing.shapes.find((s) => s.placing === picked)
  return (
    <svg className="plate-svg" viewBox={`${-r - room} ${-r - room} ${size} ${size}`} role="group" aria-label="The plate from above, to scale">
      <Textures />
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
        <g key={s.placing} role="button" tabIndex={0} aria-pressed={s.placing === picked} aria-label={`placing ${s.number}`} className="bar" onClick={() => pick(s.placing === picked ? '' : s.placing)} onKeyDown={(e) => (e.key === 'Enter' || e.key === ' ') && pick(s.placing)}>
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
      {at && (
        <g aria-hidden="true" pointerEvents="none">
          <line x1="0" y1="0" x2={at.x} y2={at.y} stroke="#1554b8" strokeWidth="1" strokeDasharray="3 2" />
          <circle r="1.4" fill="#1554b8" />
          <circle cx={at.x} cy={at.y} r="1.4" fill="#1554b8" />
        </g>
      )}
    </svg>
  )
}

// A pool poured last lies under what stands in it, whatever its number.
function underFirst(shapes: Model['shapes']) {
  return [...shapes].sort((a, b) => Number(b.pool) - Number(a.pool) || a.number - b.number)
}

function Textures() {
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
      <pattern id="firm" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 2.5H5" {...ink} strokeOpacity={0.28} />
      </pattern>
    </defs>
  )
}
