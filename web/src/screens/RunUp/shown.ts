// What of a plan is to be seen: all of it, or what belongs to a course, a dish, a
// section, a cook, a thing, or to one table all the way through.
import type { Moved } from '../../parts/service/moved'
import type { Bar, Evening, Opening, Plan, Shortfall } from './types'

export type Filter = { dish: string; course: string; section: string; cook: string; thing: string; table: string }

export const none: Filter = { dish: '', course: '', section: '', cook: '', thing: '', table: '' }

/** kinds are the kinds of what can be opened, or asked for, in the order in which they are offered, and what they are called. */
export const kinds: [Opening['kind'], string][] = [
  ['course', 'courses'],
  ['dish', 'dishes'],
  ['section', 'sections'],
  ['cook', 'cooks'],
  ['thing', 'equipment'],
  ['table', 'tables'],
]

/** openedOf is what is asked for of what can be opened; where nothing is, the course of the worst shortfall, or the first one. */
export function openedOf(plan: Plan, evening: Evening, f: Filter): Opening | undefined {
  const [kind] = kinds.find(([k]) => f[k]) ?? []
  const asked = evening.opens.find((o) => o.kind === kind && o.id === f[o.kind])
  const worst = plan.courses[evening.shortfalls[0]?.courses[0] ?? -1]?.id
  return asked ?? evening.opens.find((o) => o.kind === 'course' && o.id === worst) ?? evening.opens[0]
}

/** shortOf are the shortfalls of what is opened, and those of the whole evening; of what is no course, all of them. */
export function shortOf(plan: Plan, list: Shortfall[], opening: Opening | undefined): Shortfall[] {
  if (opening?.kind !== 'course') return list
  const course = plan.courses.findIndex((c) => c.id === opening.id)
  return list.filter((s) => s.courses.length === 0 || s.courses.includes(course))
}

/** matches tells whether a bar belongs to what is asked for. */
export function matches(plan: Plan, f: Filter): (b: Bar) => boolean {
  const course = plan.courses.find((c) => c.id === f.course)
  const dishes = new Set(plan.strands.filter((s) => course && plan.courses[s.course].id === course.id).map((s) => s.dish))
  const waves = wavesOf(plan, f.table)
  const lane = plan.lanes.find((l) => l.id === f.thing)
  const inLane = new Set(lane?.blocks.map((b) => plan.bars[b.bar].id))
  return (b) =>
    (!f.dish || b.for.includes(f.dish)) &&
    (!f.course || b.for.some((d) => dishes.has(d))) &&
    (!f.section || b.section === f.section) &&
    (!f.cook || b.cooks.includes(f.cook)) &&
    (!f.thing || inLane.has(b.id)) &&
    (!waves || ofWaves(b, waves))
}

// wavesOf are the waves in which a table is served, by dish.
function wavesOf(plan: Plan, table: string): Map<string, Set<number>> | undefined {
  if (!table) return undefined
  const out = new Map<string, Set<number>>()
  for (const c of plan.courses)
    for (const s of c.sent) if (s.tables.includes(table)) for (const p of s.plates) out.set(p.dish, (out.get(p.dish) ?? new Set()).add(s.wave))
  return out
}

// ofWaves: what is done for all waves at once is done for each of them.
const ofWaves = (b: Bar, waves: Map<string, Set<number>>) => b.for.some((d) => waves.has(d) && (!b.waves || b.waves.some((w) => waves.get(d)!.has(w))))

/** strandsOf are the strands that have anything of it. */
export function strandsOf(plan: Plan, f: Filter): Plan['strands'] {
  const is = matches(plan, f)
  const any = Object.values(f).some(Boolean)
  return plan.strands.filter((s) => (!f.dish || s.dish === f.dish) && (!f.course || plan.courses[s.course].id === f.course) && (!any || s.bars.some((i) => is(plan.bars[i])) || (s.stop && !f.cook && !f.thing && !f.section && !f.table)))
}

/** wasFrom is where a step stood that has moved, in seconds from the plan's origin. */
export function wasFrom(moved: Moved, bar: Plan['bars'][number]): number | undefined {
  const was = moved.steps.get(bar.id)
  return was && bar.from + (Date.parse(was.start) - Date.parse(bar.start)) / 1000
}
