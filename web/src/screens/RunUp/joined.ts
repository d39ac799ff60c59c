// Cooks and equipment in the rush: bars that are too small for a name are joined to what a cook
// would call one thing.
import type { Bar, Plan } from './types'

type Block = Plan['lanes'][number]['blocks'][number]

/** Unit is one block, or several that are called one thing, with its name and where that stands. */
export type Unit = { blocks: Block[]; from: number; to: number; text: string; place: 'inside' | 'after' | 'before' }

/** Draws is how a unit is drawn: from seconds to pixels, the width of a text, the names of a single block, and where in seconds something else stands. */
export type Draws = { x: (s: number) => number; wide: (text: string) => number; names: (b: Block) => string[]; left: number; right: number; other: [number, number][] }

const inset = 12 // of a name in its bar
const least = 3 // pixels of a bar

/** joined parts the blocks of one row of a lane, in time, into units that all have room for a name. What is at the same time is one. */
export function joined(plan: Plan, blocks: Block[], draws: Draws): Unit[] {
  const list: Unit[] = []
  for (const b of blocks) {
    const own: Unit = { blocks: [b], from: b.from, to: b.to, text: '', place: 'inside' }
    const last = list.at(-1)
    if (last && b.from < last.to) list[list.length - 1] = both(last, own)
    else list.push(own)
  }
  let i = 0
  while (i < list.length) {
    if (name(plan, list[i], list[i - 1], list[i + 1], draws) || list.length === 1) {
      i++
      continue
    }
    const [before, after] = [price(plan, list[i - 1], list[i], draws), price(plan, list[i], list[i + 1], draws)]
    const at = before < after ? i - 1 : i
    list.splice(at, 2, both(list[at], list[at + 1]))
    i = Math.max(0, at - 1) // what stood before may have stood on the room behind it
  }
  return list
}

const both = (a: Unit, b: Unit): Unit => ({ blocks: [...a.blocks, ...b.blocks], from: a.from, to: Math.max(a.to, b.to), text: '', place: 'inside' })

// price is what it costs to call two neighbours one thing: the room between them, and more where
// they are of two components, or of two courses.
function price(plan: Plan, a: Unit | undefined, b: Unit | undefined, draws: Draws): number {
  if (!a || !b) return Infinity
  const [one, other] = [plan.bars[a.blocks.at(-1)!.bar], plan.bars[b.blocks[0].bar]]
  const apart = one.component === other.component && one.dish === other.dish ? 0 : one.course === other.course ? 40 : 120
  return draws.x(b.from) - draws.x(a.to) + apart
}

// name gives a unit the longest name that it has room for: in it, a single block also behind it or,
// where what stands before it leaves room, before it; false: it has none.
function name(plan: Plan, unit: Unit, before: Unit | undefined, next: Unit | undefined, { x, wide, names, left, right, other }: Draws): boolean {
  const single = unit.blocks.length === 1
  const list = single ? names(unit.blocks[0]) : called(plan, unit.blocks.map((b) => plan.bars[b.bar]))
  const end = Math.max(x(unit.to), x(unit.from) + least)
  const stops = other.map(([from, to]) => [x(from), x(to)])
  const behind = Math.min(next ? x(next.from) : right, ...stops.map(([from]) => from).filter((at) => at >= end - 1)) - end
  const ahead = before && before.place !== 'inside' ? 0 : x(unit.from) - Math.max(before ? Math.max(x(before.to), x(before.from) + least) : left, ...stops.map(([, to]) => to).filter((at) => at <= x(unit.from) + 1))
  const fits = (room: number) => list.find((t) => wide(t) + inset <= room)
  const places = [['inside', end - x(unit.from)] as const, ...(single ? ([['after', behind], ['before', ahead]] as const) : [])]
  for (const [place, room] of places) {
    const text = fits(room)
    if (text === undefined) continue
    Object.assign(unit, { text, place })
    return true
  }
  Object.assign(unit, { text: list.at(-1) ?? '', place: 'inside' })
  return false
}

/** called is what several steps are called, the longest first: Hake, rounds 1 and 2; of one course, Roast hake, waves 1–3. */
export function called(plan: Plan, bars: Bar[]): string[] {
  const components = new Set(bars.map((b) => b.made ?? ''))
  const courses = [...new Set(bars.map((b) => plan.courses[b.course]?.name ?? ''))]
  const waves = numbers([...new Set(bars.flatMap((b) => b.waves ?? []))])
  if (components.size === 1 && !components.has('')) {
    const [of] = components
    const steps = [...new Set(bars.map((b) => b.name))]
    return [waves && `${of} ${steps[0]}, round${/\D/.test(waves) ? 's' : ''} ${waves}`, waves && `${of}, round${/\D/.test(waves) ? 's' : ''} ${waves}`, waves && `${of} ${waves}`, of].filter((t, i) => t && (i > 0 || steps.length === 1))
  }
  if (courses.length === 1) return [waves && `${courses[0]}, wave${/\D/.test(waves) ? 's' : ''} ${waves}`, waves && `${courses[0]} ${waves}`, courses[0]].filter(Boolean)
  return [courses.join(', '), `${courses[0]} +${courses.length - 1}`]
}

// numbers writes waves as one says them: 1 and 2, 1–4, 1 3 4.
function numbers(list: number[]): string {
  const sorted = [...list].sort((a, b) => a - b)
  if (sorted.length === 2) return `${sorted[0]} and ${sorted[1]}`
  const run = sorted.length > 2 && sorted.at(-1)! - sorted[0] === sorted.length - 1
  return run ? `${sorted[0]}–${sorted.at(-1)}` : sorted.join(' ')
}
