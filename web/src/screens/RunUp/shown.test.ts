import { describe, expect, it } from 'vitest'
import type { Evening, Opening, Plan, Shortfall } from './types'
import { matches, none, openedOf, shortOf, strandsOf } from './shown'

const bar = (id: string, part: object) => ({ id, for: ['hake'], cooks: [], ...part })
const plan = {
  bars: [bar('sear', { waves: [1], cooks: ['fish'], section: 'fish' }), bar('sear2', { waves: [2], cooks: ['sauce'] }), bar('boil', {}), bar('set', { for: ['cream'], cooks: ['pastry'] })],
  strands: [
    { dish: 'hake', dishName: 'Hake', course: 0, bars: [0, 1, 2] },
    { dish: 'cream', dishName: 'Cream', course: 1, bars: [3] },
  ],
  courses: [
    { id: 'fish', name: 'Fish', sent: [{ wave: 1, tables: ['One'], plates: [{ dish: 'hake' }] }, { wave: 2, tables: ['Two'], plates: [{ dish: 'hake' }] }] },
    { id: 'sweet', name: 'Sweet', sent: [] },
  ],
  lanes: [{ id: 'cook.fish', name: 'Fish cook', cook: true, blocks: [{ bar: 0 }] }, { id: 'stove', name: 'Burners', cook: false, blocks: [{ bar: 0 }, { bar: 1 }] }],
} as unknown as Plan

const seen = (f: object) => plan.bars.filter(matches(plan, { ...none, ...f })).map((b) => b.id)

describe('what of a plan is seen', () => {
  it('is all of it, or what is asked for', () => {
    expect(seen({})).toHaveLength(4)
    expect(seen({ dish: 'cream' })).toEqual(['set'])
    expect(seen({ course: 'fish' })).toEqual(['sear', 'sear2', 'boil'])
    expect(seen({ section: 'fish' })).toEqual(['sear'])
    expect(seen({ cook: 'sauce' })).toEqual(['sear2'])
    expect(seen({ thing: 'stove' })).toEqual(['sear', 'sear2'])
  })
  it('follows one table all the way through', () => {
    expect(seen({ table: 'Two' })).toEqual(['sear2', 'boil'])
  })
  it('leaves out strands that have nothing of it', () => {
    expect(strandsOf(plan, { ...none, cook: 'pastry' }).map((s) => s.dish)).toEqual(['cream'])
    expect(strandsOf(plan, none)).toHaveLength(2)
  })
})

describe('what is opened', () => {
  const list = [{ courses: [1] }, { courses: [0] }, { courses: [] }] as unknown as Shortfall[]
  const evening = { opens: [{ kind: 'course', id: 'fish' }, { kind: 'course', id: 'sweet' }, { kind: 'cook', id: 'sauce' }], shortfalls: list } as unknown as Evening
  it('is what is asked for, or the course of the worst shortfall, or the first', () => {
    expect(openedOf(plan, evening, { ...none, cook: 'sauce' })?.id).toBe('sauce')
    expect(openedOf(plan, evening, none)?.id).toBe('sweet')
    expect(openedOf(plan, { ...evening, shortfalls: [] }, none)?.id).toBe('fish')
  })
  it('has its own shortfalls and those of the whole evening', () => {
    expect(shortOf(plan, list, { kind: 'course', id: 'fish' } as Opening)).toEqual([list[1], list[2]])
    expect(shortOf(plan, list, { kind: 'cook', id: 'sauce' } as Opening)).toHaveLength(3)
  })
})
