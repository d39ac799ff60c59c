import { describe, expect, it } from 'vitest'
import { flags, rowsOf, staircase, type Box } from './rows'
import type { Bar, Plan, Strand } from './types'

const bar = (id: string, from: number, part: object = {}) => ({ id, step: id.split('/')[0], from, to: from + 10, ...part }) as unknown as Bar
const box = (wave: number, from: number, to: number): Box => ({ bar: { id: `${wave}/${from}`, waves: [wave] } as Bar, from, to })

describe('the rows of what is opened', () => {
  const plan = {
    bars: [bar('fillet', 0), bar('sear/1', 100, { waves: [1] }), bar('sear/2', 120, { waves: [2] }), bar('lay/1', 200, { waves: [1] }), bar('lay/v', 210, { waves: [1], step: '', placing: 'lay' }), bar('brown', 90)],
    strands: [
      { dish: 'hake', dishName: 'Hake', course: 0, component: 'hake', name: 'Hake', bars: [0, 1, 2, 3], holds: [] },
      { dish: 'hake~plain', dishName: 'Hake, no shellfish', course: 0, component: 'hake', name: 'Hake', bars: [0, 1, 2, 4], holds: [] },
      { dish: 'hake~plain', dishName: 'Hake, no shellfish', course: 0, component: 'butter~plain', name: 'Butter', bars: [5], holds: [] },
    ] as unknown as Strand[],
  } as unknown as Plan
  const rows = rowsOf(plan, plan.strands, () => true)

  it('put a version into the row of all where it takes the same component', () => {
    expect(rows.map((r) => [r.name, r.note])).toEqual([['Hake', ''], ['Butter', 'no shellfish']])
  })
  it('name the dish where a course has several', () => {
    const two = [...plan.strands, { ...plan.strands[0], dish: 'fowl', dishName: 'Guinea fowl', component: 'crown', name: 'Crown', bars: [5] }]
    expect(rowsOf(plan, two, () => true).map((r) => r.note)).toEqual(['Hake', 'Hake, no shellfish', 'Guinea fowl'])
  })
  it('have each step once in the first round, and all others later', () => {
    expect(rows[0].first.map((b) => b.id)).toEqual(['fillet', 'sear/1', 'lay/1', 'lay/v'])
    expect(rows[0].later.map((b) => b.id)).toEqual(['sear/2'])
    expect(rows[0].all).toHaveLength(5)
  })
})

describe('the staircase', () => {
  it('is a round a line, downwards', () => {
    expect(staircase([box(2, 0, 10), box(2, 10, 12), box(3, 5, 15), box(4, 10, 20)], 8)).toEqual({ lines: 3, line: [0, 0, 1, 2] })
  })
  it('begins at the top again where that is free, and lays nothing on anything', () => {
    const boxes = Array.from({ length: 40 }, (_, i) => box(i + 2, i * 6, i * 6 + (i % 3 ? 9 : 60)))
    const { line, lines } = staircase(boxes, 8)
    expect(lines).toBeGreaterThanOrEqual(8)
    boxes.forEach((a, i) => boxes.slice(i + 1).forEach((b, k) => line[i] === line[i + 1 + k] && expect(a.to <= b.from || b.to <= a.from).toBe(true)))
  })
})

describe('the names above a strand', () => {
  it('stand at their bars, and a line higher where another one stands', () => {
    expect(flags([{ text: 'temper', at: 100, wide: 50 }, { text: 'sear', at: 120, wide: 30 }, { text: 'roast', at: 130, wide: 40 }], 0, () => 500).map((f) => [f.x, f.line])).toEqual([[100, 2], [120, 1], [130, 0]])
  })
  it('turn to the left before the pass', () => {
    expect(flags([{ text: 'lay', at: 490, wide: 30 }], 0, () => 500)[0].x).toBe(470)
  })
  it('never overlap, however many there are', () => {
    const names = Array.from({ length: 30 }, (_, i) => ({ text: `${i}`, at: i * 13, wide: 20 + ((i * 37) % 90) }))
    const list = flags(names, 0, () => 400)
    list.forEach((a, i) => list.slice(i + 1).forEach((b, k) => a.line === b.line && expect(a.x + names[i].wide <= b.x || b.x + names[i + 1 + k].wide <= a.x).toBe(true)))
  })
})
