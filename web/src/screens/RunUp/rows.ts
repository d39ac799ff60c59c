// The rows of what is opened: a component each, with its first round whole and the later ones
// as a staircase under it.
import type { Bar, Plan, Strand } from './types'

export type Row = {
  key: string
  course: number
  name: string
  note: string // the version that it is for, and the dish where its course has several; '': it goes without saying
  strands: Strand[]
  first: Bar[] // the first of each step, in time
  later: Bar[] // the others, wave by wave
  all: Bar[]
}

/** versionOf is the name of the version that a strand is for. */
export const versionOf = (s: Strand) => (s.dish.includes('~') ? (s.dishName.split(', ').at(-1) ?? '') : '')

/** rowsOf are the rows of a plan's strands, course by course. What a version has as all others do is in the row of all. */
export function rowsOf(plan: Plan, strands: Strand[], is: (b: Bar) => boolean): Row[] {
  const rows: Row[] = []
  const met = new Map<string, Row>()
  const dishes = (course: number) => new Set(strands.filter((s) => s.course === course).map((s) => s.dish.split('~')[0])).size
  for (const s of strands) {
    const key = `${s.course}/${s.dish.split('~')[0]}/${s.component}`
    const row = met.get(key)
    if (row) {
      row.strands.push(s)
      continue
    }
    const made = { key, course: s.course, name: s.name, note: dishes(s.course) > 1 ? s.dishName : versionOf(s), strands: [s], first: [], later: [], all: [] }
    met.set(key, made)
    rows.push(made)
  }
  for (const r of rows) fill(plan, r, is)
  return rows.filter((r) => r.all.length > 0 || r.strands.some((s) => s.stop)).sort((a, b) => a.course - b.course)
}

function fill(plan: Plan, row: Row, is: (b: Bar) => boolean) {
  row.all = [...new Set(row.strands.flatMap((s) => s.bars))].map((i) => plan.bars[i]).filter(is).sort((a, b) => a.from - b.from)
  const steps = new Set<string>()
  for (const b of row.all) {
    const step = b.step ? `step ${b.step}` : b.placing ? `placing ${b.placing}` : b.id
    if (steps.has(step)) row.later.push(b)
    else {
      steps.add(step)
      row.first.push(b)
    }
  }
  row.later.sort((a, b) => (a.waves?.[0] ?? 0) - (b.waves?.[0] ?? 0) || a.from - b.from)
}

/** Box is where a bar is drawn across, in pixels. */
export type Box = { bar: Bar; from: number; to: number }

/** staircase gives each later bar a line under the strand: a round a line, downwards, and from the top again after so many; nothing lies on anything. */
export function staircase(boxes: Box[], most: number): { lines: number; line: number[] } {
  const rounds = new Map<string, number>()
  const of = boxes.map(({ bar }) => {
    const round = bar.waves?.join(' ') ?? bar.id
    if (!rounds.has(round)) rounds.set(round, rounds.size)
    return rounds.get(round)!
  })
  const taken: Box[][] = Array.from({ length: Math.min(rounds.size, most) }, () => [])
  const line = boxes.map((box, i) => {
    const free = (k: number) => taken[k].every((b) => box.to <= b.from + 0.5 || b.to <= box.from + 0.5)
    const order = taken.map((_, k) => (of[i] + k) % taken.length)
    const at = order.find(free) ?? taken.push([]) - 1
    taken[at].push(box)
    return at
  })
  return { lines: taken.length, line }
}

/** Flag is a name above a strand, on a line counted upwards, that is tied to its bar. */
export type Flag = { text: string; x: number; line: number; at: number }

/** flags gives every name room: from its bar to the right, or to the left where it would run into what is there, and a line higher where another one stands. */
export function flags(names: { text: string; at: number; wide: number }[], left: number, right: (at: number) => number): Flag[] {
  const taken: [number, number][][] = []
  const out: Flag[] = new Array<Flag>(names.length)
  const put = (k: number, x: number) => {
    const { text, at, wide } = names[k]
    let line = 0
    while ((taken[line] ??= []).some(([a, b]) => x < b + 8 && a < x + wide + 8)) line++
    taken[line].push([x, x + wide])
    out[k] = { text, x, line, at }
  }
  const turned = names.map((n) => n.at + n.wide > right(n.at))
  names.forEach((n, k) => turned[k] && put(k, Math.max(left, right(n.at) - n.wide)))
  for (let k = names.length - 1; k >= 0; k--) if (!turned[k]) put(k, names[k].at)
  return out
}
