import { listed } from '../words'
import type { Plan } from './types'

type Sent = Plan['courses'][number]['sent'][number]

// tablesOf are the tables of a wave as they are called at the pass, with which part of its plates
// it is where a table is wider than a wave.
export function tablesOf(s: Pick<Sent, 'tables' | 'parts'>): string[] {
  return s.tables.map((t) => {
    const part = s.parts?.find((p) => p.table === t)
    return t.replace(/^Table /, '') + (part ? ` (${part.part} of ${part.of})` : '')
  })
}

// inParts says which tables do not leave whole, course by course.
export function inParts(plan: Plan): string[] {
  return plan.courses.flatMap((c) => {
    const parts = c.sent.flatMap((s) => s.parts ?? []).filter((p) => p.part === 1)
    return [...new Set(parts.map((p) => p.of))].map((of) => {
      const tables = parts.filter((p) => p.of === of).map((p) => p.table)
      return `${c.name}: ${listed(tables)} ${tables.length > 1 ? 'are each' : 'is'} wider than a wave, and leave${tables.length > 1 ? '' : 's'} in ${of} parts.`
    })
  })
}
