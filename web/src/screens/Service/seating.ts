// Tables and what they have, as changes of a service. The server works out the
// covers from them.
import type { Schemas } from '../../api/client'

export type Service = Schemas['Service']
export type Table = NonNullable<Service['tables']>[number]
export type Course = Schemas['ServiceView']['rows'][number]

export type Had = { dish: string; version: string; name: string; plates: number; first: boolean }

/** had lists what a table can have of a course, with how many have it now: the first dish as it stands is what is left over. */
export function had(t: Table, course: Course): Had[] {
  const own = (t.orders ?? []).filter((o) => !o.need) // those of needs are named there
  const ordered = (dish: string, version: string) => own.filter((o) => o.course === course.course && o.dish === dish && (o.version ?? '') === version).reduce((sum, o) => sum + o.plates, 0)
  const all = own.filter((o) => o.course === course.course).reduce((sum, o) => sum + o.plates, 0) + (t.needs ?? []).length
  return course.dishes.flatMap((d, i) => [
    { dish: d.dish, version: '', name: d.name, plates: i === 0 ? Math.max(0, t.guests - all) + ordered(d.dish, '') : ordered(d.dish, ''), first: i === 0 },
    ...d.versions.map((v) => ({ dish: d.dish, version: v.id, name: course.dishes.length > 1 ? `${d.name}, ${v.name}` : v.name, plates: ordered(d.dish, v.id), first: false })),
  ])
}

/** order sets how many of a table have a dish or a version in a course. */
export function order(t: Table, course: string, dish: string, version: string, plates: number): Table {
  const rest = (t.orders ?? []).filter((o) => !o.need && !(o.course === course && o.dish === dish && (o.version ?? '') === version))
  return { ...t, orders: plates > 0 ? [...rest, { course, dish, ...(version ? { version } : {}), plates }] : rest }
}

/** withNeed is a table with one more guest who has a need: where orders had every plate of a course, the largest of them gives one up. */
export function withNeed(t: Table, need: NonNullable<Table['needs']>[number]): Table {
  const needs = [...(t.needs ?? []), need]
  let orders = (t.orders ?? []).filter((o) => !o.need)
  for (const course of new Set(orders.map((o) => o.course))) {
    const here = orders.filter((o) => o.course === course)
    const over = here.reduce((sum, o) => sum + o.plates, 0) + needs.length - t.guests
    const most = here.reduce((a, b) => (b.plates > a.plates ? b : a))
    if (over > 0) orders = orders.map((o) => (o === most ? { ...o, plates: Math.max(0, o.plates - over) } : o)).filter((o) => o.plates > 0)
  }
  return { ...t, needs, orders }
}

/** hourOf sets, or takes away, a table's own hour of a course. */
export function hourOf(t: Table, course: string, hour: string): Table {
  const rest = (t.hours ?? []).filter((h) => h.course !== course)
  return { ...t, hours: hour.trim() ? [...rest, { course, hour: hour.trim() }] : rest }
}

/** withTable puts a table in the place of the one with its id, or at the end. */
export function withTable(s: Service, t: Table): Service {
  const tables = s.tables ?? []
  return { ...s, tables: tables.some((o) => o.id === t.id) ? tables.map((o) => (o.id === t.id ? t : o)) : [...tables, t] }
}

export const withoutTable = (s: Service, id: string): Service => ({ ...s, tables: (s.tables ?? []).filter((t) => t.id !== id) })

/** newTable is the next one: its name is a number that none has. */
export function newTable(s: Service, guests: number): Table {
  const taken = new Set((s.tables ?? []).flatMap((t) => [t.id, t.name]))
  let n = (s.tables ?? []).length + 1
  while (taken.has(`t${n}`) || taken.has(`Table ${n}`)) n++
  return { id: `t${n}`, name: `Table ${n}`, guests }
}

/** seatAll seats the covers of a service that has no tables: at tables of four, what is not the first dish of its course with the first tables that have room for it. */
export function seatAll(s: Service): Service {
  const guests = Math.max(0, ...s.courses.map((c) => c.covers.reduce((sum, n) => sum + n.plates, 0)))
  let next: Service = { ...s, tables: [] }
  for (let left = guests; left > 0; left -= 4) next = withTable(next, newTable(next, Math.min(4, left)))
  let tables = next.tables ?? []
  for (const c of s.courses)
    for (const n of c.covers.filter((o) => o.version || o.dish !== c.covers[0]?.dish)) {
      let left = n.plates
      tables = tables.map((t) => {
        const free = t.guests - (t.orders ?? []).filter((o) => o.course === c.course).reduce((sum, o) => sum + o.plates, 0)
        const here = Math.min(left, free)
        left -= here
        return here > 0 ? order(t, c.course, n.dish, n.version ?? '', here) : t
      })
    }
  return { ...next, tables }
}
