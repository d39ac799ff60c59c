// The evening as the plan has it: every course on its line, every wave at the moment
// at which it leaves, with the tables that it is for.
import { useState } from 'react'
import type { Plan } from '../../parts/service/types'
import { asButton } from '../../parts/pressed'
import { useWidth } from '../../parts/width'
import { inParts, tablesOf } from '../../parts/service/sent'
import { clock, count, lasts, listed } from '../../parts/words'

const left = 250
const row = 62
const top = 26

// Evening has one row for each course: its hour, and from there to the right the
// minutes in which its waves leave, on one scale for all of them.
export function Evening({ plan, within }: { plan: Plan; within: number }) {
  const [box, width] = useWidth(1200)
  const [open, set] = useState('')
  const rows = plan.courses.filter((c) => c.sent.length > 0)
  if (rows.length === 0) return null
  const first = Math.min(0, ...rows.flatMap((c) => c.sent.map((s) => s.at - c.at)))
  const last = Math.max(within, ...rows.flatMap((c) => c.sent.map((s) => s.at - c.at)))
  const x = (s: number) => left + 20 + ((s - first) / (last - first)) * (width - left - 60)
  const bottom = top + rows.length * row
  const minutes = Array.from({ length: Math.floor(last / 300) + 1 }, (_, k) => k * 5)
  return (
    <div ref={box} className="evening">
      <svg viewBox={`0 0 ${width} ${bottom + 4}`} role="group" aria-label="The evening, wave by wave">
        {minutes.map((m) => (
          <g key={m} aria-hidden="true">
            <line x1={x(m * 60)} x2={x(m * 60)} y1={top - 6} y2={bottom} stroke={m === 0 ? '#1554b8' : '#c3cdd3'} strokeWidth={m === 0 ? 5 : 1} />
            <text x={x(m * 60)} y={top - 11} fontSize="14" textAnchor="middle" style={{ fill: '#3f4f5a' }}>
              {m === 0 ? 'course time' : `+${m} min`}
            </text>
          </g>
        ))}
        {rows.map((c, i) => {
          const y = top + i * row + 26
          return (
            <g key={c.id}>
              <text className="clock" x={0} y={y + 8} fontSize="24" fontWeight="700">
                {clock(c.hour, false)}
              </text>
              <text x={86} y={y - 2} fontSize="16" fontWeight="700">
                {c.name}
              </text>
              <text x={86} y={y + 16} fontSize="14" style={{ fill: '#3f4f5a' }}>
                {count(c.plates, 'plate')} in {count(c.sent.length, 'wave')}
              </text>
              {c.late > 30 && (
                <text x={x(c.late) + 20} y={y - 14} fontSize="14" fontWeight="700" style={{ fill: '#a3261b' }}>
                  [ {lasts(c.late)} late
                </text>
              )}
              {c.sent.map((s) => (
                <Wave key={s.wave} x={x(s.at - c.at)} y={y} sent={s} open={open === `${c.id}/${s.wave}`} set={(on) => set(on ? `${c.id}/${s.wave}` : '')} />
              ))}
            </g>
          )
        })}
      </svg>
      <p className="evening-wave" role="status">
        {told(plan, open)}
      </p>
      {inParts(plan).map((line) => (
        <p key={line} className="evening-wave">
          {line}
        </p>
      ))}
    </div>
  )
}

type Sent = Plan['courses'][number]['sent'][number]

function Wave({ x, y, sent, open, set }: { x: number; y: number; sent: Sent; open: boolean; set: (on: boolean) => void }) {
  const plates = sent.plates.reduce((sum, p) => sum + p.plates, 0)
  const tables = tablesOf(sent).join(' ')
  return (
    <>
    <g className="bar" {...asButton(() => set(!open))} aria-pressed={open} aria-label={[`Wave ${sent.wave}`, count(plates, 'plate'), listed(sent.tables), clock(sent.leaves)].filter(Boolean).join(', ')}>
      <circle className="halo" cx={x} cy={y} r="17" fill="transparent" />
      <circle cx={x} cy={y} r="13" fill={open ? '#1554b8' : '#ffffff'} stroke={open ? '#1554b8' : '#14202b'} strokeWidth="2" />
      <text x={x} y={y + 5} fontSize="14" fontWeight="700" textAnchor="middle" style={{ fill: open ? '#ffffff' : '#14202b' }}>
        {plates}
      </text>
    </g>
      {tables && <rect x={x - tables.length * 4 - 4} y={y + 16} width={tables.length * 8 + 8} height="15" fill="#f3f5f4" />}
      {tables && (
        <text aria-hidden="true" className="over" x={x} y={y + 28} fontSize="14" textAnchor="middle" style={{ fill: '#3f4f5a' }}>
          {tables}
        </text>
      )}
    </>
  )
}

// told is a wave in words; without one, what the figures are.
function told(plan: Plan, open: string): string {
  for (const c of plan.courses)
    for (const s of c.sent)
      if (open === `${c.id}/${s.wave}`) return `Wave ${s.wave}, ${clock(s.leaves, false)}: ${s.plates.map((p) => `${p.plates} × ${p.name}`).join(', ')}${s.tables.length ? `, ${listed(s.tables)}` : ''}.`
  return 'Circle: plates. Below: tables. Select a wave for details.'
}
