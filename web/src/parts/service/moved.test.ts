import { expect, test } from 'vitest'
import { look, movedIn, see, type Placed } from './moved'

const step = (id: string, start: string, ...who: string[]): Placed => ({ id, start, who })

test('what starts at another time, or has other hands, has moved', () => {
  const before = new Map([step('a', '2026-03-14T18:00:00Z', 'fish'), step('b', '2026-03-14T18:10:00Z', 'fish'), step('c', '2026-03-14T18:20:00Z', 'fish'), step('d', '2026-03-14T18:00:00Z', 'fish')].map((s) => [s.id, s]))
  const moved = movedIn(before, [step('a', '2026-03-14T18:00:00Z', 'fish'), step('b', '2026-03-14T18:12:00Z', 'fish'), step('d', '2026-03-14T18:00:20Z', 'fish'), step('c', '2026-03-14T18:20:00Z', 'commis'), step('new', '2026-03-14T18:30:00Z', 'fish')])
  expect([...moved.keys()]).toEqual(['b', 'c'])
  expect(moved.get('b')?.start).toBe('2026-03-14T18:10:00Z')
})

test('what moved stays marked over several plans, until it is seen', () => {
  expect(look('supper', [step('a', '2026-03-14T18:00:00Z')]).steps.size).toBe(0)
  expect(look('supper', []).steps.size).toBe(0)
  const second = [step('a', '2026-03-14T18:05:00Z')]
  expect([...look('supper', second).steps.keys()]).toEqual(['a'])
  expect(look('supper', second)).toBe(look('supper', second))
  expect(look('supper', [step('a', '2026-03-14T18:06:00Z')]).steps.get('a')?.start).toBe('2026-03-14T18:00:00Z')
  see('supper')
  expect(look('supper', [step('a', '2026-03-14T18:06:00Z')]).steps.size).toBe(0)
  expect(look('lunch', [step('a', '2026-03-14T12:00:00Z')]).steps.size).toBe(0)
})
