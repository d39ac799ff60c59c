// Every course as a band on one even clock: how much of all hands it takes, its waves as strokes
// at the pass, its worst moment; under them each section and each oven.
import { memo, useEffect, useMemo, useState, type KeyboardEvent } from 'react'
import { ClockTicks } from '../../parts/ClockTicks'
import { evenAxis } from '../../parts/clockAxis'
import { useHeat } from '../../parts/heat'
import { cut, wide } from '../../parts/measured'
import { asButton } from '../../parts/pressed'
import { useWidth } from '../../parts/width'
import { clock, count, wall } from '../../parts/words'
import type { Evening, Opening, Plan } from './types'

type Props = { plan: Plan; evening: Evening; opening?: Opening; open: (kind: Opening['kind'], id: string) => void; pick: (id: string) => void }
type Band = Evening['bands'][number]
type Strip = Evening['strips'][number]
type X = (seconds: number) => number

const top = 26
const row = 38
const strip = 22

export const Bands = memo(function Bands({ plan, evening, opening, open, pick }: Props) {
  const [box, width] = useWidth(880, 480)
  const left = width > 760 ? 268 : 214
  const x = useMemo(() => evenAxis(evening.from, evening.to, left, width - 26), [evening, left, width])
  const strips = top + 6 + evening.bands.length * row
  const bottom = strips + (evening.strips.length ? 8 + evening.strips.length * strip : 0)
  const onKey = (event: KeyboardEvent<SVGSVGElement>) => {
    const way = { ArrowUp: -1, ArrowDown: 1 }[event.key]
    if (!way) return
    event.preventDefault()
    const list = [...event.currentTarget.querySelectorAll<SVGElement>('[role="button"]')]
    list[list.indexOf(event.target as SVGElement) + way]?.focus()
  }
  return (
    <div ref={box} className="bands">
      <svg viewBox={`0 0 ${width} ${bottom}`} role="group" aria-label="The evening on one clock: courses, sections, ovens" onKeyDown={onKey}>
        <ClockTicks origin={plan.origin} span={[evening.from, evening.to]} room={width - left} x={x} from={top - 4} to={bottom} labels={14} />
        <Now plan={plan} evening={evening} x={x} bottom={bottom} />
        {evening.bands.map((b, i) => (
          <BandRow key={b.course} plan={plan} band={b} hands={evening.hands} x={x} y={top + 4 + i * row} left={left} width={width} opened={opening?.kind === 'course' && opening.id === plan.courses[b.course].id} open={open} pick={pick} />
        ))}
        {evening.strips.map((s, i) => (
          <StripRow key={s.kind + s.id} strip={s} origin={plan.origin} x={x} y={strips + 8 + i * strip} left={left} opened={opening?.kind === s.kind && opening.id === s.id} open={open} />
        ))}
      </svg>
    </div>
  )
})

type BandProps = { plan: Plan; band: Band; hands: number; x: X; y: number; left: number; width: number; opened: boolean; open: Props['open']; pick: Props['pick'] }

function BandRow({ plan, band, hands, x, y, left, width, opened, open, pick }: BandProps) {
  const course = plan.courses[band.course]
  const floor = y + row - 8
  const unit = (row - 14) / Math.max(hands, ...band.load.map((l) => l.hands), 1)
  const name = cut(course.name, left - 82, 16, 700)
  const apart = Math.min(8, ...band.waves.slice(1).map((w, i) => x(w.at) - x(band.waves[i].at)))
  return (
    <g>
      <g className="band" {...asButton(() => open('course', course.id))} aria-pressed={opened} aria-label={`${clock(course.hour, false)} ${name}, ${count(course.plates, 'plate')} in ${count(band.waves.length, 'wave')}`}>
        <rect className="halo" x={1} y={y - 2} width={width - 2} height={row - 2} rx="3" fill={opened ? '#ffffff' : 'transparent'} stroke={opened ? '#1554b8' : 'none'} strokeWidth="2" />
        <text className="clock" x={8} y={floor - 3} fontSize="19" fontWeight="600">
          {`${clock(course.hour, false)} `}
        </text>
        <text x={76} y={floor - 3} fontSize="16" fontWeight="700">
          {name}
        </text>
        <line x1={left} x2={width - 26} y1={floor} y2={floor} stroke="#c3cdd3" />
        <path d={outline(band.load, x, floor, unit)} fill="#14202b" />
        {band.waves.map((w) => (
          <path key={w.wave} d={`M${x(w.at)} ${y + (w.state === 'kept' ? 4 : 0)}V${floor}${{ late: 'm4 0v-6m0 6h-4', early: 'm-4 0v-6m0 6h4' }[w.state as string] ?? ''}`} className={`stroke is-${w.state}`} style={apart < 6 ? { strokeWidth: Math.max(1, apart / 2.5) } : undefined} fill="none" />
        ))}
      </g>
      {band.worst && <Worst band={band} unit={unit} x={x} floor={floor} top={y} left={left} right={width - 10} pick={() => (band.worst?.bar === undefined ? open('course', course.id) : pick(plan.bars[band.worst.bar].id))} />}
    </g>
  )
}

// outline is the load as a shape on its line.
function outline(load: Band['load'], x: X, floor: number, unit: number): string {
  return load.map((l, i) => `${i ? 'L' : 'M'}${x(l.at).toFixed(1)} ${(floor - (load[i - 1]?.hands ?? 0) * unit).toFixed(1)}V${(floor - l.hands * unit).toFixed(1)}`).join('') + (load.length ? 'Z' : '')
}

// gaps are where a band is lower than so many hands, the last first.
function gaps(band: Band, below: number, x: X, left: number, right: number): [number, number][] {
  const out: [number, number][] = []
  let from = left
  const busy = band.load.flatMap((l, i) => (l.hands > below ? [[x(l.at), x(band.load[i + 1]?.at ?? Infinity)]] : []))
  for (const [a, b] of [...busy, ...band.waves.map((w) => [x(w.at) - 2, x(w.at) + 3])].sort((p, q) => p[0] - q[0])) {
    if (a - from > 30) out.push([from, a])
    from = Math.max(from, b)
  }
  return [...out, [from, right] as [number, number]].reverse()
}

type WorstProps = { band: Band; unit: number; x: X; floor: number; top: number; left: number; right: number; pick: () => void }

// Worst is where a course is furthest over, or has the least room, and who is short: behind its
// last wave, or in the latest gap that has room for it; where there is none, above its lower work.
function Worst({ band, unit, x, floor, top, left, right, pick }: WorstProps) {
  const worst = band.worst!
  const wrong = worst.over !== undefined || worst.bar === undefined
  const mark = wrong ? 12 : 0
  const whole = [worst.say, worst.who].filter(Boolean).join(' · ')
  const low = gaps(band, 0, x, left, right)
  const high = gaps(band, (floor - top - 18) / unit, x, left, right)
  const fits = (list: [number, number][], text: string) => list.find(([a, b]) => b - a >= wide(text) + mark + 20)
  const widest = high.reduce((best, g) => (g[1] - g[0] > best[1] - best[0] ? g : best))
  const text = [whole, worst.say].find((t) => fits(low, t) ?? fits(high, t)) ?? cut(worst.say, widest[1] - widest[0] - mark - 20)
  const onFloor = fits(low, text)
  const [a, b] = onFloor ?? fits(high, text) ?? widest
  if (b - a < 60) return null
  const at = b === right ? a + 10 + mark : b - 10 - wide(text)
  const y = onFloor ? floor - 5 : top + 13
  return (
    <g className="worst" {...asButton(pick)} aria-label={`${text}, show`}>
      <title>{whole}</title>
      <rect className="halo" x={at - 4} y={y - 17} width={wide(text) + 8} height={24} rx="3" fill="transparent" />
      {mark > 0 && <path d={`M${at - 5} ${y - 13}h-5v17h5`} fill="none" stroke="#a3261b" strokeWidth="2" />}
      <text x={at} y={y} fontSize="14" style={{ fill: wrong ? '#a3261b' : '#3f4f5a' }}>
        {text}
      </text>
    </g>
  )
}

function StripRow({ strip: s, origin, x, y, left, opened, open }: { strip: Strip; origin: string; x: X; y: number; left: number; opened: boolean; open: Props['open'] }) {
  const heat = useHeat()
  const h = strip - 9
  return (
    <g className="band" {...asButton(() => open(s.kind, s.id))} aria-pressed={opened} aria-label={[cut(s.name, left - 84), ...settings(s, x, heat, origin).map((t) => t.text)].join(' ')}>
      <rect className="halo" x={1} y={y - 3} width={x(Infinity) + 6} height={strip - 2} rx="3" fill={opened ? '#ffffff' : 'transparent'} stroke={opened ? '#1554b8' : 'none'} strokeWidth="2" />
      <text x={76} y={y + h - 1} fontSize="14" style={{ fill: '#3f4f5a' }}>
        {`${cut(s.name, left - 84)} `}
      </text>
      <line x1={left} x2={x(Infinity)} y1={y + h} y2={y + h} stroke="#c3cdd3" />
      {s.spans.map((p, i) => (
        <rect key={i} className={p.turning ? 'turning' : p.other ? 'other' : p.setting === undefined ? 'hands' : 'on'} x={x(p.from)} y={y} width={Math.max(x(p.to) - x(p.from), 1.5)} height={h} rx="1.5" />
      ))}
      {settings(s, x, heat, origin).map(({ at, text }) => (
        <text key={at} x={at} y={y + h - 1} fontSize="14" className="over" aria-hidden="true">
          {text}
        </text>
      ))}
    </g>
  )
}

// settings are where a setting is written, with when it is turned to it where that has room: in its
// first stretch, or behind it, where that is free.
function settings(s: Strip, x: X, heat: (c: number) => string, origin: string): { at: number; text: string }[] {
  let until = 0 // of what is written
  return s.spans.flatMap((p, i) => {
    if (p.setting === undefined || p.turning || s.spans.findLast((o, k) => k < i && !o.turning)?.setting === p.setting) return []
    const turn = s.spans[i - 1]?.turning ? s.spans[i - 1] : undefined
    const heated = heat(p.setting)
    const whole = turn && `${wall(origin, turn.from)} to ${heated}`
    const next = x(s.spans[i + 1]?.from ?? Infinity)
    // the longer first, in the stretch and then behind it
    const places = [whole && [whole, x(turn.from), x(p.to)], whole && [whole, x(p.to), next], [heated, x(p.from), x(p.to)], [heated, x(p.to), next]] as ([string, number, number] | undefined)[]
    const place = places.find((o) => o && Math.max(o[1] + 4, until) + wide(o[0]) <= o[2])
    if (!place) return []
    const [text, from] = place
    const at = Math.max(from + 4, until)
    until = at + wide(text) + 6
    return [{ at, text }]
  })
}

// Now is the line of the clock, while it is on the sheet.
function Now({ plan, evening, x, bottom }: { plan: Plan; evening: Evening; x: X; bottom: number }) {
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => {
    const each = setInterval(() => setNow(Date.now()), 10_000)
    return () => clearInterval(each)
  }, [])
  const at = (now - Date.parse(plan.origin)) / 1000
  if (at < evening.from || at > evening.to) return null
  return <path d={`M${x(at)} ${top - 6}V${bottom}`} stroke="#1554b8" strokeWidth="2" strokeDasharray="8 4" aria-label="now" />
}
