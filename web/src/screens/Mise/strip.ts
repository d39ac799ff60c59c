// Where a task stands in time: on an even axis from the first work on the sheet
// to the first course.
import type { Schemas } from '../../api/client'

type Task = Schemas['Task']

export type Axis = { from: number; to: number }

const at = (moment: string) => new Date(moment).getTime()

/** axisOf spans the work on a sheet and the hour of the service. */
export function axisOf(tasks: Task[], begins: string): Axis {
  const starts = tasks.flatMap((t) => (t.start ? [at(t.start)] : []))
  const to = at(begins)
  const from = Math.min(...starts, to - 3_600_000)
  return { from, to: to + (to - from) * 0.04 }
}

export type Label = { x: number; text: string }

/** labelsOf are the hours that the axis is marked with: where it begins, each midnight, and the first course. */
export function labelsOf(axis: Axis, first: string, begins: string): Label[] {
  const x = (ms: number) => (100 * (ms - axis.from)) / (axis.to - axis.from)
  const out: Label[] = [{ x: 0, text: `${weekday(first)} ${first.slice(11, 16)}` }]
  const zone = begins.slice(19) // the kitchen's own, as the server wrote it
  for (let d = new Date(first.slice(0, 10) + 'T00:00:00Z'); ; d.setUTCDate(d.getUTCDate() + 1)) {
    const midnight = d.toISOString().slice(0, 19) + zone
    if (at(midnight) >= at(begins)) break
    if (x(at(midnight)) > 12 && x(at(midnight)) < 80) out.push({ x: x(at(midnight)), text: weekday(midnight) })
  }
  return [...out, { x: x(at(begins)), text: begins.slice(11, 16) }]
}

const weekday = (moment: string) => new Intl.DateTimeFormat('en-GB', { weekday: 'short', timeZone: 'UTC' }).format(new Date(moment.slice(0, 10) + 'T12:00:00Z'))

export type Marks = { work: [number, number]; keeps?: number; ends: boolean; by?: number }

/** marksOf places a task on the axis, in hundredths of its width; undefined: it has no hour. */
export function marksOf(t: Task, axis: Axis): Marks | undefined {
  if (!t.start || !t.end) return undefined
  const x = (ms: number) => Math.min(100, Math.max(0, (100 * (ms - axis.from)) / (axis.to - axis.from)))
  const keeps = t.keeps === undefined ? undefined : at(t.keeps)
  return { work: [x(at(t.start)), Math.max(x(at(t.end)), x(at(t.start)) + 0.6)], keeps: keeps === undefined ? undefined : x(keeps), ends: keeps !== undefined && keeps <= axis.to, by: t.by === undefined ? undefined : x(at(t.by)) }
}
