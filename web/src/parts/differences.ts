// What two states of a document differ in, in words that fit a table.
import { lasts } from './words'

export type Difference = { what: string; mine: string; theirs: string }

const inSeconds = /(quick|usual|slow|least|most|seconds|for|at)$/

function flat(value: unknown, path: string, into: Map<string, string>) {
  if (value === null || value === undefined) return
  if (typeof value === 'object') {
    for (const [name, v] of Object.entries(value)) flat(v, path ? `${path} ${name}` : name, into)
    return
  }
  into.set(path, typeof value === 'number' && inSeconds.test(path) ? lasts(value) : String(value))
}

// pick finds the place that a conflict names, like name, parts[hake],
// plate.placings[hake] or methods[oven].steps[rest].
function pick(doc: unknown, place: string): unknown {
  const inner = place.indexOf('].')
  if (inner >= 0) return pick(pick(doc, place.slice(0, inner + 1)), place.slice(inner + 2))
  const [, outer, rest] = /^(\w+)\.(.+)$/.exec(place) ?? []
  if (outer) return pick(pick(doc, outer), rest)
  const [, member, key] = /^([^[]+)(?:\[(.+)\])?$/.exec(place) ?? []
  const value = (doc as Record<string, unknown> | undefined)?.[member]
  if (key === undefined || !Array.isArray(value)) return value
  return value.find((v: Record<string, unknown>) => v.id === key || v.component === key || v.course === key)
}

/** differences lists, place by place, the members in which two documents differ. */
export function differences(mine: unknown, theirs: unknown, places: string[]): Difference[] {
  const rows: Difference[] = []
  for (const place of places) {
    const a = new Map<string, string>()
    const b = new Map<string, string>()
    flat(pick(mine, place), '', a)
    flat(pick(theirs, place), '', b)
    const title = /\[([^\]]+)\]$/.exec(place)?.[1] ?? place
    for (const name of new Set([...a.keys(), ...b.keys()])) {
      if (a.get(name) !== b.get(name)) rows.push({ what: `${title} ${name}`.trim(), mine: a.get(name) ?? 'nothing', theirs: b.get(name) ?? 'nothing' })
    }
  }
  return rows
}
