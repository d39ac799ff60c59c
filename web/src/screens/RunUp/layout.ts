// Where everything of what is opened is drawn: rows under one another, each as high as its names,
// its wait and its staircase are.
import { wide, wrapped } from '../../parts/measured'
import { tableName } from '../../parts/words'
import type { Axis } from './axis'
import { flags, staircase, type Box, type Flag, type Row } from './rows'
import type { Bar, Plan } from './types'

export const half = 11 // of a bar of the first round
export const top = 28 // the hours of the axis
const nameLine = 17
const holdLine = 18
const step = 8 // of the staircase
const openStep = 19 // of one whose tables are written
const gap = 10
const mostLines = 8 // of a staircase, before it begins at the top again

export type Placed = {
  row: Row
  y: number // of its middle
  top: number
  bottom: number
  name: string[]
  flags: Flag[] // of first, in its order
  holds: { text: string; x: number }[] // of its waits that have room for their words
  stairs: { bar: Bar; x: number; w: number; y: number; high: number }[]
  tables: { text: string; x: number; y: number; anchor: 'start' | 'end' }[]
  extra: number // where its stop and the waits over several steps stand
}

export type Group = { course: number; top: number; bottom: number; pass: number; waves: { wave: number; x: number }[]; rows: Placed[] }

/** words is what stands above a bar. */
export const words = (b: Bar, heat: (c: number) => string) => (b.placing && b.number ? `${b.number} ${b.name}` : b.setting === undefined ? b.name : `${b.name} ${heat(b.setting)}`)

/** mostName is the widest that the name of a step is written, in pixels. */
const mostName = 190

/** firstOf is the wave of a course that leaves first. */
export const firstOf = (c: Plan['courses'][number]) => [...c.sent].sort((a, b) => a.at - b.at).at(0)

/** laid lays rows out under a height, course by course. */
export function laid(plan: Plan, rows: Row[], axis: Axis, from: number, side: number, opened: string, heat: (c: number) => string): { groups: Group[]; bottom: number } {
  const groups: Group[] = []
  let y = from
  for (const row of rows) {
    let g = groups.at(-1)
    if (g?.course !== row.course) {
      const c = plan.courses[row.course]
      const first = firstOf(c)
      g = { course: row.course, top: y, bottom: y, pass: axis.x(first?.at ?? c.leaves), waves: c.sent.filter((s) => s !== first).map((s) => ({ wave: s.wave, x: axis.x(s.at) })), rows: [] }
      groups.push(g)
      y += 24
    }
    const p = placed(plan, row, axis, y, g.pass, side, row.key === opened, heat)
    g.rows.push(p)
    y = p.bottom
    g.bottom = y
  }
  return { groups, bottom: y }
}

function placed(plan: Plan, row: Row, axis: Axis, top: number, pass: number, side: number, opened: boolean, heat: (c: number) => string): Placed {
  const names = row.first.map((b) => {
    const text = wrapped(words(b, heat), mostName, 1)[0]
    return { text, at: axis.x(b.from), wide: wide(text) }
  })
  const list = flags(names, axis.left - side + 8, (at) => (at < pass ? pass - 6 : axis.right))
  const name = wrapped(row.name, side - 24, 2, 16, 700)
  const lines = Math.max(0, ...list.map((f) => f.line + 1))
  const left = Math.max(0, ...list.filter((f) => f.x < axis.left + 4).map((f) => f.line + 1)) // names that stand above the name of the row
  const head = Math.max(lines * nameLine, left * nameLine + (name.length > 1 ? 10 : 0))
  const y = top + head + half + 4
  const holds = spelled(plan, row, axis)
  const under = y + half + (holds.some((h) => h.text) || (row.note && name.length > 1) ? holdLine : 6)
  const extra = under + 14
  const more = row.strands.some((s) => s.stop) ? 2 * holdLine : (row.strands[0].chains?.length ?? 0) * holdLine
  const boxes: Box[] = row.later.map((bar) => ({ bar, from: axis.x(bar.from), to: Math.max(axis.x(bar.to), axis.x(bar.from) + 3) }))
  const { lines: n, line } = staircase(boxes, opened ? boxes.length : mostLines)
  const each = opened ? openStep : step
  const begin = under + more + 2
  const stairs = boxes.map((b, k) => ({ bar: b.bar, x: b.from, w: b.to - b.from, y: begin + line[k] * each, high: opened ? 13 : 6 }))
  const bottom = Math.max(begin + n * each, y + half + (row.note ? 30 : 12)) + gap
  return { row, y, top, bottom, name, flags: list, holds, stairs, tables: opened ? tablesBeside(stairs, axis) : [], extra }
}

// spelled gives the words of each wait of the first round the room below its line, each of them
// once, and leaves them out where there is none: they are told when it is selected.
function spelled(plan: Plan, row: Row, axis: Axis): { text: string; x: number }[] {
  const taken: [number, number][] = []
  return holdsOf(plan, row).map((h) => {
    const a = axis.x(plan.bars[h.from].to)
    const b = axis.x(plan.bars[h.to].from)
    const w = wide(h.text) / 2
    const x = (a + b) / 2
    if (!h.text || b - a <= 2 * w + 6 || taken.some(([from, to]) => x - w < to + 6 && x + w > from - 6)) return { text: '', x }
    taken.push([x - w, x + w])
    return { text: h.text, x }
  })
}

/** holdsOf are the waits between bars of the first round, each once. */
export function holdsOf(plan: Plan, row: Row): Plan['strands'][number]['holds'] {
  const first = new Set(row.first.map((b) => b.id))
  const met = new Set<string>()
  return row.strands.flatMap((s) => s.holds).filter((h) => {
    const key = `${h.from} ${h.to}`
    return first.has(plan.bars[h.from].id) && first.has(plan.bars[h.to].id) && !met.has(key) && met.add(key)
  })
}

// tablesBeside writes the tables of each round behind its last bar, or before its first one.
function tablesBeside(stairs: Placed['stairs'], axis: Axis): Placed['tables'] {
  const byLine = new Map<number, Placed['stairs']>()
  for (const s of stairs) byLine.set(s.y, [...(byLine.get(s.y) ?? []), s])
  return [...byLine.values()].map((list) => {
    const text = [...new Set(list.flatMap((s) => s.bar.tables ?? []))].map(tableName).join(' ') || (list[0].bar.waves ? `wave ${list[0].bar.waves.join(' ')}` : `${list[0].bar.portions}`)
    const end = Math.max(...list.map((s) => s.x + s.w))
    const start = Math.min(...list.map((s) => s.x))
    const w = wide(text)
    return end + 6 + w < axis.right ? { text, x: end + 6, y: list[0].y + 11, anchor: 'start' as const } : { text, x: start - 6, y: list[0].y + 11, anchor: 'end' as const }
  })
}
