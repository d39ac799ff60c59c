// The plate from the side, from 6 o'clock, and the build step by step: the same
// food, the same numbers.
import { memo } from 'react'
import type { Schemas } from '../../api/client'
import { Textures, underFirst } from './Drawing'

type Model = Schemas['Drawing']

export const Side = memo(function Side({ drawing }: { drawing: Model }) {
  const r = drawing.diameter / 2
  const top = Math.max(...drawing.side.map((s) => s.top), 12)
  const highest = drawing.side.find((s) => s.top === top)
  return (
    <figure className="m-0">
      <figcaption className="small quiet">from 6 o’clock</figcaption>
      <svg className="plate-svg" viewBox={`${drawing.left - 24} ${-top - 14} ${drawing.right - drawing.left + 48} ${top + 26}`} role="img" aria-label={`From the side: ${drawing.side.map((s) => `${s.number}, ${Math.round(s.top)} mm high`).join('; ')}`}>
        {drawing.side.map((s) => (
          <g key={s.placing}>
            <path d={s.path} fill={s.colour} />
            <path d={s.path} fill={`url(#${s.texture})`} stroke="#14202b" strokeWidth="0.8" strokeLinejoin="round" />
          </g>
        ))}
        <path d={`M${-r} -7 Q${-r * 0.86} 0.5 ${-drawing.well / 2} 0.5 H${drawing.well / 2} Q${r * 0.86} 0.5 ${r} -7`} fill="none" stroke="#14202b" strokeWidth="1.2" />
        {highest && (
          <g aria-hidden="true">
            <path d={`M${-r * 0.92} ${-top}H${highest.left}M${-r * 0.88} ${-top}V0`} fill="none" stroke="#1554b8" strokeWidth="0.8" />
            <text x={-r * 0.9} y={-top / 2 + 3} textAnchor="end" fontSize="9.5" fontWeight="700" style={{ fill: '#1554b8' }}>
              {Math.round(top)} mm
            </text>
          </g>
        )}
      </svg>
    </figure>
  )
})

/** Strip is a small plate for each step: many, so they are drawn only anew when the drawing is. */
export const Strip = memo(function Strip({ drawing }: { drawing: Model }) {
  if (drawing.shapes.length === 0) return null
  return (
    <figure className="m-0 build-strip">
      <figcaption className="small quiet">the build, step by step</figcaption>
      <div>
        {drawing.shapes.map((now) => (
          <svg key={now.placing} viewBox={`${drawing.left - 4} ${drawing.top - 4} ${drawing.right - drawing.left + 8} ${drawing.bottom - drawing.top + 44}`} role="img" aria-label={`after step ${now.number}`}>
            {drawing.wares.map((w) => (
              <path key={w.name} d={w.outline} fill={w.colour} stroke="#14202b" strokeWidth="3" />
            ))}
            {underFirst(drawing.shapes.filter((s) => s.number <= now.number)).map((s) => (
              <path key={s.placing} d={s.outline} fill={s.colour} stroke="#14202b" strokeWidth={s.number === now.number ? 5 : 2} />
            ))}
            <text y={drawing.bottom + 36} textAnchor="middle" fontSize="34" fontWeight="700">
              {now.number}
            </text>
          </svg>
        ))}
      </div>
    </figure>
  )
})

/** Patterns are defined once for a page. */
export const Patterns = () => (
  <svg width="0" height="0" aria-hidden="true" style={{ position: 'absolute' }}>
    <Textures />
  </svg>
)
