import { describe, expect, it } from 'vitest'
import { had, hourOf, newTable, order, seatAll, withNeed, withoutTable, withTable, type Course, type Service, type Table } from './seating'

const course = { course: 'main', name: 'Main', hour: '21:00', dishes: [{ dish: 'fowl', name: 'Fowl', versions: [{ id: 'meatless', name: 'meatless', plates: 0 }] }] } as unknown as Course
const table: Table = { id: 't1', name: 'Table 1', guests: 4, orders: [{ course: 'main', dish: 'fowl', version: 'meatless', plates: 1 }] }

describe('what a table has', () => {
  it('is the first dish for all who have nothing else', () => {
    expect(had(table, course).map((h) => [h.name, h.plates, h.first])).toEqual([
      ['Fowl', 3, true],
      ['meatless', 1, false],
    ])
  })
  it('changes by one order', () => {
    expect(order(table, 'main', 'fowl', 'meatless', 2).orders).toEqual([{ course: 'main', dish: 'fowl', version: 'meatless', plates: 2 }])
    expect(order(table, 'main', 'fowl', 'meatless', 0).orders).toEqual([])
    expect(hourOf(table, 'main', '21:10').hours).toEqual([{ course: 'main', hour: '21:10' }])
    expect(hourOf(hourOf(table, 'main', '21:10'), 'main', '').hours).toEqual([])
  })
})

describe('the tables of a service', () => {
  it('are added, changed and taken away', () => {
    const s = { id: 's', tables: [table] } as unknown as Service
    const next = newTable(s, 2)
    expect(next).toEqual({ id: 't2', name: 'Table 2', guests: 2 })
    expect(withTable(s, next).tables).toHaveLength(2)
    expect(withTable(s, { ...table, guests: 5 }).tables).toEqual([{ ...table, guests: 5 }])
    expect(withoutTable(s, 't1').tables).toEqual([])
  })
})


describe('covers without tables', () => {
  it('are seated at tables of four, and nobody loses their version', () => {
    const s = { id: 's', courses: [{ course: 'main', hour: '21:00', covers: [{ dish: 'fowl', plates: 4 }, { dish: 'fowl', version: 'meatless', plates: 5 }] }, { course: 'sweet', hour: '21:30', covers: [{ dish: 'cream', plates: 9 }] }] } as unknown as Service
    const seated = seatAll(s)
    expect(seated.tables?.map((t) => t.guests)).toEqual([4, 4, 1])
    expect(seated.tables?.map((t) => t.orders ?? [])).toEqual([[{ course: 'main', dish: 'fowl', version: 'meatless', plates: 4 }], [{ course: 'main', dish: 'fowl', version: 'meatless', plates: 1 }], []])
  })
})

describe('a guest with a need', () => {
  it('takes a plate from the largest order where all are given away, and none where there is room', () => {
    const full: Table = { id: 't1', name: 'Table 1', guests: 4, orders: [{ course: 'main', dish: 'pie', plates: 3 }, { course: 'main', dish: 'fowl', version: 'meatless', plates: 1 }, { course: 'sweet', dish: 'plum', plates: 1 }] }
    const next = withNeed(full, { id: 'need-1', said: 'no egg', without: ['egg'] })
    expect(next.orders!.map((o) => o.plates)).toEqual([2, 1, 1])
    expect(next.needs).toHaveLength(1)
  })
  it('is not mixed up with the orders of the others', () => {
    const t: Table = { id: 't1', name: 'Table 1', guests: 4, orders: [{ course: 'main', dish: 'fowl', plates: 1, need: 'need-1' }], needs: [{ id: 'need-1', said: 'no egg' }] }
    expect(had(t, course)[0].plates).toBe(3)
    expect(order(t, 'main', 'fowl', 'meatless', 2).orders).toEqual([{ course: 'main', dish: 'fowl', version: 'meatless', plates: 2 }])
  })
})
