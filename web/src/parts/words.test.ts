import { describe, expect, it } from 'vitest'
import { clock, day, hour12, lasts, spoken, tableName, toldOnce } from './words'

describe('words', () => {
  it('cuts the hour out of a moment as it stands, in the kitchen’s zone', () => {
    expect(clock('2026-11-28T20:11:49+01:00')).toBe('20:11:49')
    expect(clock('2026-11-28T20:11:49+01:00', false)).toBe('20:11')
  })
  it('writes lengths in one width', () => {
    expect(lasts(45)).toBe('0:45')
    expect(lasts(135)).toBe('2:15')
    expect(lasts(5400)).toBe('1:30:00')
    expect(lasts(-60)).toBe('−1:00')
  })
  it('says lengths in a sentence', () => {
    expect([3590, 7190].map(spoken)).toEqual(['1 h', '2 h'])
    expect([30, 420, 135, 2355, 5400, 7200, 129600, 172800].map(spoken)).toEqual(['30 s', '7 min', '2:15', '39 min', '1 h 30 min', '2 h', '36 h', '2 days'])
  })
  it('names days', () => {
    expect(day('2026-11-28')).toBe('Saturday 28 November')
    expect(day('nonsense')).toBe('nonsense')
  })
  it('says clock hours on a plate', () => {
    expect([12, 0, 2, 5.5, 0.5, 7.3].map(hour12)).toEqual(['12 o’clock', '12 o’clock', '2 o’clock', '5½ o’clock', '½ o’clock', '7.3 o’clock'])
  })
})

it('says a thing at the first line that has it, and at no other', () => {
  expect(toldOnce([['hot fat'], ['hot fat', 'raw'], [], ['raw']])).toEqual([['hot fat'], ['raw'], [], []])
})

it('writes a table with a number short, and another by its name', () => {
  expect(['Table 12', 'Terrace', 'Table of Ada'].map(tableName)).toEqual(['T12', 'Terrace', 'Table of Ada'])
})
