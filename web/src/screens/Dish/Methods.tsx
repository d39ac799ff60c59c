// The methods of a component side by side, on one axis: how long before the
// plate each begins, how much of that is hands, and how late these are.
import { Button } from 'react-bootstrap'
import { useDesk } from '../../parts/Desk'
import { useWidth } from '../../parts/width'
import { lasts, spoken } from '../../parts/words'
import type { Part, View } from './types'
import { axisMarks, onAxis } from './Lead'

export function Methods({ view }: { view: View }) {
  const several = view.components.filter((c) => c.component.methods.length > 1)
  return (
    <>
      {several.length === 0 && <p className="quiet">One method each. Open a component to add another.</p>}
      {several.map((c) => (
        <Compared key={c.component.id} view={view} part={c} />
      ))}
    </>
  )
}

function Compared({ view, part }: { view: View; part: Part }) {
  const desk = useDesk()
  const use = (id: string, name: string) => desk.hand({ kind: 'component', id: part.component.id, version: part.version, screen: `dish:${view.dish.id}`, what: `${part.component.name}: ${name}`, value: { ...part.component, chosen: id } })
  return (
    <section className="mb-4">
      <h2>{part.component.name}</h2>
      {part.methods.map((m) => (
        <div key={m.id} className="method-row" aria-current={m.used}>
          <div className="d-flex align-items-baseline gap-3">
            <h3 className="m-0">{m.name}</h3>
            <span className="flex-grow-1 small quiet">{m.reason}</span>
            {m.used ? (
              <strong>in use</strong>
            ) : (
              <Button size="sm" onClick={() => void use(m.id, m.name)}>
                Use this
              </Button>
            )}
          </div>
          <MethodBar method={m} />
          <p className="small m-0">
            Starts <span className="clock">{spoken(m.lead.must)}</span> before · hands-on <span className="clock">{lasts(m.lead.hands)}</span>, <span className="clock">{lasts(m.lead.late)}</span> of it in the last half hour
            {m.equipment.length > 0 && ` · ${m.equipment.join(', ')}`}
          </p>
          {m.says && <p className="small quiet m-0">Compared with the one in use: {m.says}.</p>}
        </div>
      ))}
    </section>
  )
}

function MethodBar({ method }: { method: Part['methods'][number] }) {
  const [box, width] = useWidth(560, 320)
  const right = width - 12
  const x = onAxis(right)
  const begin = method.lead.steps.length ? x(method.lead.must) : right
  return (
    <div ref={box} className="lead-svg">
      <svg viewBox={`0 0 ${width} 54`} aria-hidden="true">
        {axisMarks.map(([s, label]) => (
          <g key={s}>
            <line x1={x(s)} x2={x(s)} y1={18} y2={50} stroke="#c3cdd3" />
            <text x={x(s)} y={13} fontSize="14" textAnchor="middle" style={{ fill: '#3f4f5a' }}>
              {label}
            </text>
          </g>
        ))}
        <line x1={begin} x2={right} y1={35} y2={35} stroke="#14202b" strokeWidth="2" />
        {method.lead.steps.map((s) => (
          <rect key={s.step} x={x(s.from)} y={25} width={Math.max(x(s.to) - x(s.from), 4)} height={20} rx="3" fill={s.hands ? '#14202b' : '#ffffff'} stroke="#14202b" strokeWidth="2" />
        ))}
        {method.bought && <rect x={begin} y={25} width="10" height="20" fill="none" stroke="#14202b" strokeWidth="2" strokeDasharray="3 3" />}
        <line x1={right} x2={right} y1={18} y2={50} stroke="#1554b8" strokeWidth="5" />
      </svg>
    </div>
  )
}
