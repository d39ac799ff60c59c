import { describe, expect, it } from 'vitest'
import { called, joined, type Draws } from './joined'
import type { Bar, Plan } from './types'

const bar = (component: string, name: string, wave: number, course = 0) => ({ dish: `dish${course}`, for: [], component, made: component[0].toUpperCase() + component.slice(1), name, waves: [wave], course }) as unknown as Bar
const plan = {
  bars: [bar('hake', 'sear', 1), bar('hake', 'sear', 2), bar('hake', 'lay', 1), bar('swede', 'ring', 1), bar('swede', 'ring', 2), bar('crown', 'carve', 1, 1)],
  courses: [{ name: 'Roast hake' }, { name: 'Guinea fowl' }],
} as unknown as Plan

const block = (b: number, from: number, to: number) => ({ bar: b, from, to, row: 0, places: 1, hold: false, label: plan.bars[b].name })
const draws: Draws = { x: (s) => s, wide: (t) => t.length * 7, names: (b) => [`${plan.bars[b.bar].component} ${b.label}`, b.label], left: 0, right: 1000, other: [] }
const units = (...list: ReturnType<typeof block>[]) => joined(plan, list, draws).map((u) => [u.text, u.from, u.to])

describe('what several bars are called', () => {
  it('is what a cook would call them', () => {
    expect(called(plan, [plan.bars[0], plan.bars[1]])[0]).toBe('Hake sear, rounds 1 and 2')
    expect(called(plan, [plan.bars[0], plan.bars[2]])[0]).toBe('Hake, round 1')
    expect(called(plan, [plan.bars[0], plan.bars[3], plan.bars[4]])[0]).toBe('Roast hake, waves 1 and 2')
    expect(called(plan, [plan.bars[0], plan.bars[5]])[0]).toBe('Roast hake, Guinea fowl')
  })
})

describe('bars of a cook', () => {
  it('stand alone where each has room for its name, in it or behind it', () => {
    expect(units(block(0, 0, 100), block(3, 120, 130))).toEqual([['hake sear', 0, 100], ['swede ring', 120, 130]])
  })
  it('are joined with what they belong to where one has none', () => {
    expect(units(block(0, 0, 20), block(1, 22, 42), block(2, 44, 144))).toEqual([['Hake', 0, 42], ['hake lay', 44, 144]])
  })
  it('rather with the same component than with another that stands nearer', () => {
    const list = units(block(3, 0, 90), block(0, 100, 110), block(2, 125, 300))
    expect(list[0]).toEqual(['swede ring', 0, 90])
    expect(list).toHaveLength(2)
  })
  it('lose none, whatever room there is', () => {
    const blocks = Array.from({ length: 40 }, (_, i) => block(i % 6, i * 9, i * 9 + 5))
    const list = joined(plan, blocks, draws)
    expect(list.flatMap((u) => u.blocks)).toEqual(blocks)
    expect(list.every((u) => u.text !== '')).toBe(true)
  })
})
