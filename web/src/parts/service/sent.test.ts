import { describe, expect, it } from 'vitest'
import { inParts, tablesOf } from './sent'
import type { Plan } from './types'

type Sent = Plan['courses'][number]['sent'][number]

const sent = (tables: string[], parts?: Sent['parts']) => ({ tables, parts }) as Sent

describe('a table that is wider than a wave', () => {
  it('is called with its part', () => {
    expect(tablesOf(sent(['Table 3', 'Table 9'], [{ table: 'Table 9', part: 2, of: 3 }]))).toEqual(['3', '9 (2 of 3)'])
  })
  it('is told for each course', () => {
    const course = { name: 'Main', sent: [1, 2].map((part) => sent(['Table 9', 'Bar'], [{ table: 'Table 9', part, of: 2 }])) }
    const two = { name: 'Sweet', sent: [1, 2].map((part) => sent(['Table 9', 'Bar'], ['Table 9', 'Bar'].map((table) => ({ table, part, of: 2 })))) }
    expect(inParts({ courses: [course, two] } as unknown as Plan)).toEqual(['Main: Table 9 is wider than a wave, and leaves in 2 parts.', 'Sweet: Table 9 and Bar are each wider than a wave, and leave in 2 parts.'])
  })
})
