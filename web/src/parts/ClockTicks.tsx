// The round moments of a clock, drawn as lines with their hours above.
import { ticks } from './clockAxis'

type Props = { origin: string; span: [number, number]; room: number; x: (seconds: number) => number; from: number; to: number; labels: number }

/** ClockTicks draws as many as have room, from one height to another; each hour stands at a third. */
export function ClockTicks({ origin, span: [first, last], room, x, from, to, labels }: Props) {
  return (
    <>
      {ticks(origin, first, last - 1, room / 62).map((t) => (
        <g key={t.at} aria-hidden="true">
          <line x1={x(t.at)} x2={x(t.at)} y1={from} y2={to} stroke="#c3cdd3" />
          {x(last) - x(t.at) > 14 && ( // it would be cut by the edge
            <text className="clock" x={x(t.at)} y={labels} fontSize="14" textAnchor="middle" style={{ fill: '#3f4f5a' }}>
              {t.label}
            </text>
          )}
        </g>
      ))}
    </>
  )
}
